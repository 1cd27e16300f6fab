"""Demo runs of bench tests: what the simulated camera's frames told of a demo body, with what is judged by eye."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache
from typing import TYPE_CHECKING
from uuid import UUID

from wide_aperture.core.bench.kinds import test_of
from wide_aperture.core.bench.protocol import Kit
from wide_aperture.core.bench.run import BenchRun
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.kit import BODIES

if TYPE_CHECKING:
    from wide_aperture.core.bench.slices import Pictures

SHOWN = (("iso_ladder", 7), ("readout", 3))


@dataclass(frozen=True)
class _Measured:
    run: BenchRun
    pictures: Pictures


@cache
def _measured() -> tuple[_Measured, ...]:
    body = BODIES[0]
    made = []
    for test_id, seed in SHOWN:
        test, kit = test_of(test_id), Kit(body)
        frames = [each.frame for each in test.simulated(kit, seed).files]
        outcome, pictures = test.judged(frames, kit)
        run = BenchRun(
            id=demo_id(f"run/{test_id}"), title=test.about.title, test=test_id, body_id=body.id, kit=body.name, seed=seed, outcome=outcome
        )  # fmt: skip
        made.append(_Measured(run, pictures))
    return tuple(made)


def runs() -> Iterator[BenchRun]:
    """The demo's runs, measured once a process."""
    yield from (each.run for each in _measured())


def pictures_by_run() -> Iterator[tuple[UUID, Pictures]]:
    """What of each run is judged by eye."""
    yield from ((each.run.id, each.pictures) for each in _measured())
