"""Demo runs of bench tests: what the simulated camera's frames told of a demo body."""

from __future__ import annotations

from collections.abc import Iterator
from functools import cache

from wide_aperture.core.bench.kinds import test_of
from wide_aperture.core.bench.protocol import Kit
from wide_aperture.core.bench.run import BenchRun
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.kit import BODIES

SHOWN = (("iso_ladder", 7), ("readout", 3))


@cache
def _measured() -> tuple[BenchRun, ...]:
    body = BODIES[0]
    runs = []
    for test_id, seed in SHOWN:
        test, kit = test_of(test_id), Kit(body)
        outcome = test.measure([each.frame for each in test.simulated(kit, seed).files], kit)
        runs.append(
            BenchRun(
                id=demo_id(f"run/{test_id}"), title=test.about.title, test=test_id, body_id=body.id, kit=body.name, seed=seed, outcome=outcome
            )
        )  # fmt: skip
    return tuple(runs)


def runs() -> Iterator[BenchRun]:
    """The demo's runs, measured once a process."""
    yield from _measured()
