"""Other ways to expose the same situation, each with what it gains and what it costs."""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Alternative, Axis, Choice, Price
from wide_aperture.core.physics.quantities import format_aperture, format_iso, step_value
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.planning.search import Cell
from wide_aperture.core.planning.windows import price_list


def choice_document(draft: Draft, cell: Cell) -> Choice:
    """A cell as the plan shows it."""
    return Choice(
        shutter_s=cell.shutter_s,
        aperture=cell.aperture,
        iso=cell.iso,
        nd_stops=cell.nd_stops,
        focal_length_mm=draft.case.glass.focal_mm,
        ev100=draft.search.settings_ev(cell),
        error_ev=round(cell.error_ev, 3),
    )


def alternatives(draft: Draft) -> tuple[Alternative, ...]:
    """Up to four other ways, at least three where body and lens leave that many."""
    cell = draft.exposure
    sharper = "Sharper motion" if draft.case.subject.image_speed_px_s > 0 else "Shorter time"
    ways: list[tuple[str, str, Axis, float, Callable[[Cell], str]]] = [
        ("sharper_motion", sharper, "shutter_s", _step("shutter_s", cell, -2), _motion_gain(draft)),
        ("cleaner_file", "Cleaner file", "iso", _step("iso", cell, -2), _noise_gain(draft)),
        ("more_depth", "More depth", "aperture", _step("aperture", cell, 3), _depth_gain(draft)),
        ("less_depth", "Softer background", "aperture", _step("aperture", cell, -3), _depth_gain(draft)),
        ("longer_time", "Longer time", "shutter_s", _step("shutter_s", cell, 3), _time_gain),
    ]
    found = (way for way in (_alternative(draft, *given) for given in ways) if way is not None)
    return tuple(itertools.islice(found, 4))


def _step(axis: Axis, cell: Cell, steps: int) -> float:
    quantity = "shutter" if axis == "shutter_s" else axis
    towards = -steps if axis == "shutter_s" else steps  # the shutter series counts towards shorter times
    return step_value(quantity, cell.value(axis), towards)


def _alternative(
    draft: Draft, way: str, label: str, axis: Axis, value: float, gain: Callable[[Cell], str]
) -> Alternative | None:
    ends = next(t for t in draft.search.terms if t.is_end and t.axis == axis and t.low is not None)
    if axis == "aperture" and value < draft.case.glass.widest_aperture:
        value = draft.case.glass.widest_aperture
    if ends.excess_at(value) > 0 or axis in draft.held:
        return None
    other = draft.search.choice_with(**{axis: value})
    moved = abs(math.log2(other.value(axis) / draft.exposure.value(axis)))
    if moved < draft.case.figure("worth_showing_ev") or abs(other.error_ev) > max(abs(draft.exposure.error_ev), 0.34):
        return None
    costs = further_costs(draft, other)
    changes: dict[Axis, float] = {
        name: other.value(name)
        for name in ("shutter_s", "aperture", "iso")
        if not math.isclose(other.value(name), draft.exposure.value(name))
    }
    return Alternative(
        id=way,
        label=label,
        change=changes,
        choice=choice_document(draft, other),
        gains=gain(other),
        costs=costs,
        costs_nothing=not costs,
    )


def further_costs(draft: Draft, other: Cell) -> tuple[Price, ...]:
    """Limits that another exposure passes further than the chosen one, by how many EV further."""
    before, after = draft.search.excesses(draft.exposure), draft.search.excesses(other)
    dearer = {limit: ev - before.get(limit, 0.0) for limit, ev in after.items()}
    return price_list(
        draft.search, {limit: ev for limit, ev in dearer.items() if ev > draft.case.figure("worth_showing_ev")}
    )


def _motion_gain(draft: Draft) -> Callable[[Cell], str]:
    speed = draft.case.subject.image_speed_px_s

    def say(cell: Cell) -> str:
        blur = f": movement blurs {speed * cell.shutter_s:.0f} px instead of {speed * draft.exposure.shutter_s:.0f}"
        return f"{wording.seconds(cell.shutter_s)}{blur if speed * draft.exposure.shutter_s >= 1 else ''}"

    return say


def _noise_gain(draft: Draft) -> Callable[[Cell], str]:
    return lambda cell: (
        f"{format_iso(cell.iso)}: {wording.stops_word(math.log2(draft.exposure.iso / cell.iso))} more light"
    )


def _depth_gain(draft: Draft) -> Callable[[Cell], str]:
    case = draft.case
    return lambda cell: (
        f"{format_aperture(cell.aperture)}: background disc {case.depth.blur_percent(cell.aperture):.1f} % of the height "
        f"instead of {case.depth.blur_percent(draft.exposure.aperture):.1f} %"
    )


def _time_gain(cell: Cell) -> str:
    return f"{wording.seconds(cell.shutter_s)}: movement draws longer"
