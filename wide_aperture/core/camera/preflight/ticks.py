"""What was ticked: events that are only ever added, from any number of devices, merged without loss.

Of a line the newest tick counts, by the device's clock; where two clocks say the same, the one that came later to the server.
Both stay in the history.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable, Mapping, Sequence
from typing import Annotated, Literal
from uuid import UUID

from pydantic import AwareDatetime, Field

from wide_aperture.core.camera.preflight.line import IN_THE_EVENING
from wide_aperture.core.document import Document

State = Literal["done", "undone", "failed"]


class Tick(Document):
    """One tap on one line. run_id: of the run it belongs to; code: the line's; at: by the device's own clock;
    of: how many lines the list had."""

    id: UUID
    shoot_id: UUID
    run_id: UUID
    code: Annotated[str, Field(pattern=r"^[a-z0-9_/-]+$", max_length=160)]
    state: State
    at: AwareDatetime
    device: Annotated[str, Field(max_length=60)] = ""
    of: Annotated[int, Field(ge=1, le=1000)] | None = None


class Run(Document):
    """One walk round: when it began and ended, and how its lines stand in the end. of: lines of the list; None: not said."""

    id: UUID
    began: AwareDatetime
    ended: AwareDatetime
    done: int
    failed: int
    of: int | None


def standing(ticks: Iterable[Tick]) -> dict[str, Tick]:
    """How each line stands. ticks: in the order they came to the server."""
    found: dict[str, Tick] = {}
    for tick in ticks:
        held = found.get(tick.code)
        if held is None or tick.at >= held.at:
            found[tick.code] = tick
    return found


def runs(ticks: Sequence[Tick]) -> tuple[Run, ...]:
    """Every run, the latest first. ticks: in the order they came to the server."""
    by_run: dict[UUID, list[Tick]] = {}
    for tick in ticks:
        by_run.setdefault(tick.run_id, []).append(tick)
    found = []
    for run_id, own in by_run.items():
        states = [tick.state for tick in standing(own).values() if IN_THE_EVENING not in tick.code]
        times = [tick.at for tick in own]
        counts = [tick.of for tick in own if tick.of is not None]
        found.append(
            Run(
                id=run_id,
                began=min(times),
                ended=max(times),
                done=states.count("done"),
                failed=states.count("failed"),
                of=counts[-1] if counts else None,
            )
        )
    return tuple(sorted(found, key=lambda run: run.began, reverse=True))


def last_failed(ticks: Iterable[Tick]) -> Mapping[str, dt.datetime]:
    """When each line last failed, on whatever shoot: a body's lines have the same code on every day."""
    found: dict[str, dt.datetime] = {}
    for tick in ticks:
        if tick.state == "failed":
            found[tick.code] = max(tick.at, found.get(tick.code, tick.at))
    return found
