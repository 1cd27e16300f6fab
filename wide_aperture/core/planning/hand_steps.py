"""What the hand does next as the light changes: the reading in the finder that calls for it, the value to turn to, its price.

Give-way says which limit breaks and when; this says what to do, and by which figure it is seen to be time. The search is asked
anew for every third of a stop. What the mode moves by itself needs no hand; a step begins where the best exposure wants
another value of what stands by hand, and lasts for as long as the same value goes on the same way.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import Field

from wide_aperture.core.craft.exposure_modes import mode_facts
from wide_aperture.core.document import Document, Finite, NotNegative
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Axis, Price
from wide_aperture.core.physics.quantities import Quantity, exact_step, format_aperture, format_iso, nearest_step
from wide_aperture.core.planning.alternatives import further_costs
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.planning.prediction import settle, wanted_at
from wide_aperture.core.planning.search import Cell

THIRDS = 9  # three stops either way: further off it is another situation
MOVED_EV = 1 / 6  # half a mark
Light = Literal["less", "more"]
Turned = Literal["shutter_s", "aperture", "iso", "nd_stops"]
QUANTITY: Mapping[Axis, Quantity] = {"shutter_s": "shutter", "aperture": "aperture", "iso": "iso"}
TURNED: tuple[Turned, ...] = ("aperture", "shutter_s", "iso", "nd_stops")


class HandStep(Document):
    """One thing to do. after_ev, until_ev: change of the light over which it goes on; shows, reads: the figure in the finder that calls for it,
    null where only the scale does; turn, value: what to set by the end; clicks: thirds of a stop, + towards more light in the picture.
    """

    light: Light
    after_ev: NotNegative
    until_ev: NotNegative
    shows: Axis | None
    reads: Finite | None
    see: str
    turn: Turned
    value: Finite
    clicks: Annotated[int, Field(ge=-60, le=60)]
    do: str
    costs: tuple[Price, ...]


@dataclass(frozen=True)
class _Run:
    """Thirds over which one value goes on the same way. before: what is held when it begins."""

    turn: Turned
    begins: int
    ends: int
    before: Cell
    after: Cell


def hand_steps(draft: Draft) -> tuple[HandStep, ...]:
    """For less light and then for more, each in the order in which the steps come."""
    return (*_steps(draft, "less"), *_steps(draft, "more"))


def _steps(draft: Draft, light: Light) -> list[HandStep]:
    sign = -1 if light == "less" else 1
    cells = draft.search.choices_at([sign * k / 3 for k in range(1, THIRDS + 1)])
    return [_said(draft, light, run) for run in _runs(draft, cells)]


def _runs(draft: Draft, cells: Sequence[Cell]) -> list[_Run]:
    by_hand = {*mode_facts(draft.option("exposure_mode")).by_hand, "nd_stops"}
    found: list[_Run] = []
    held = draft.exposure
    for k, cell in enumerate(cells, 1):
        for turn in TURNED:
            if turn not in by_hand or abs(_stops(turn, held, cell)) < MOVED_EV:
                continue
            last = found[-1] if found else None
            goes_on = (
                last is not None
                and last.turn == turn
                and _stops(turn, last.before, last.after) * _stops(turn, last.after, cell) > 0
            )
            if goes_on and last is not None:
                found[-1] = _Run(turn, last.begins, k, last.before, cell)
            else:
                found.append(_Run(turn, k, k, held, cell))
        held = cell
    return found


def _stops(turn: Turned, before: Cell, after: Cell) -> float:
    """Brighter (+) or darker (-) by this one value, stops."""
    return brighter_by(turn, _value(turn, before), _value(turn, after))


def _value(turn: Turned, cell: Cell) -> float:
    return cell.nd_stops if turn == "nd_stops" else cell.value(turn)


def brighter_by(setting: str, was: float, now: float) -> float:
    """How much brighter a frame gets by one setting, EV.

    >>> brighter_by("aperture", 4.0, 2.8) > 0.9, brighter_by("exposure_comp_ev", 0.0, -1.0)
    (True, -1.0)
    """
    if setting == "exposure_comp_ev":
        return now - was
    if setting == "nd_stops":
        return was - now
    return 2 * math.log2(was / now) if setting == "aperture" else math.log2(now / was)


def _said(draft: Draft, light: Light, run: _Run) -> HandStep:
    sign = -1 if light == "less" else 1
    begins = (run.begins - 1) / 3
    shows, reads = _in_finder(draft, run.before, sign * begins)
    change = _stops(run.turn, run.before, run.after)
    return HandStep(
        light=light,
        after_ev=round(begins, 3),
        until_ev=round(run.ends / 3, 3),
        shows=shows,
        reads=reads,
        see=_see(shows, reads, light),
        turn=run.turn,
        value=_value(run.turn, run.after),
        clicks=round(change * 3),
        do=_do(run, change),
        costs=further_costs(draft, run.after),
    )


def _in_finder(draft: Draft, held: Cell, change_ev: float) -> tuple[Axis | None, float | None]:
    """Which figure of the finder has moved furthest along the mode's order when the light has changed so much, and what it reads."""
    moves = mode_facts(draft.option("exposure_mode")).moves
    if not moves:
        return None, None
    light = draft.case.light.ev100
    usual, now = (settle(draft, held, wanted_at(draft, ev, held.nd_stops)) for ev in (light, light + change_ev))
    axes: tuple[Axis, ...] = ("shutter_s", "aperture", "iso")
    moved = [axis for axis in moves if abs(math.log2(now[axes.index(axis)] / usual[axes.index(axis)])) > MOVED_EV]
    shown = (moved or list(moves))[-1]
    return shown, as_marked(shown, now[axes.index(shown)])


def as_marked(axis: Axis, value: float) -> float:
    """The value as a finder shows it: on the nearest third of a stop.

    >>> value_said("iso", as_marked("iso", 12573)), value_said("shutter_s", as_marked("shutter_s", 1 / 1722))
    ('ISO 12800', '1/1600 s')
    """
    quantity = QUANTITY[axis]
    return float(exact_step(quantity, nearest_step(quantity, value)))


def value_said(axis: Turned, value: float) -> str:
    """A value as the hand reads it.

    >>> value_said("iso", 6400), value_said("shutter_s", 1 / 400), value_said("nd_stops", 0)
    ('ISO 6400', '1/400 s', 'no filter')
    """
    if axis == "shutter_s":
        return wording.seconds(value)
    if axis == "nd_stops":
        return f"a filter of {wording.stops_word(value)}" if value else "no filter"
    return format_aperture(value) if axis == "aperture" else format_iso(value)


def _see(shows: Axis | None, reads: float | None, light: Light) -> str:
    if shows is None or reads is None:
        return "The scale stands under nought" if light == "less" else "The scale stands over nought"
    names = {"iso": "ISO reads", "shutter_s": "The time reads", "aperture": "The aperture reads"}
    return f"{names[shows]} {value_said(shows, reads).removeprefix('ISO ')}"


def _do(run: _Run, change: float) -> str:
    if run.turn == "nd_stops":
        return "take the filter off" if not run.after.nd_stops else value_said("nd_stops", run.after.nd_stops)
    value = value_said(run.turn, run.after.value(run.turn))
    verb = {
        "aperture": "open to" if change > 0 else "close to",
        "shutter_s": "slower, to" if change > 0 else "faster, to",
        "iso": "up to" if change > 0 else "down to",
    }[run.turn]
    return f"{verb} {value}"
