"""What to change when while the light changes during a situation, and the automatic ISO that survives it all."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import replace
from typing import Literal

import numpy as np

from wide_aperture.core.craft.exposure_modes import mode_facts
from wide_aperture.core.document import ExposureValue, Finite, Iso, Seconds
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.documents.situation import LightByEv, LightByReading, LightBySky, Situation, SkyCondition
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.physics.quantities import format_aperture, format_iso, nearest_step, step_label
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.compute import plan_of
from wide_aperture.core.planning.plan_input import PlanInput
from wide_aperture.core.planning.search import Cell, ExposureSearch
from wide_aperture.core.sky.daylight.day import light_at
from wide_aperture.core.sky.daylight.resolve import hours_of, side_of

STEP_MIN = 5.0
Choose = Callable[[float], tuple[Cell, dict[str, float]]]
FLOORS = ("motion", "shake", "own_floor", "trailing")


class LightStep(Spoken):
    """One stretch with the same shutter and aperture. iso_low, iso_high: what the ISO runs through meanwhile."""

    from_min: Finite
    until_min: Finite
    ev_from: ExposureValue
    ev_until: ExposureValue
    shutter_s: Seconds
    aperture: Finite
    iso_low: Iso
    iso_high: Iso
    kind: Literal["start", "change", "floor_broken", "too_dark"]
    sentence: str


class ChangingLight(Spoken):
    """The whole block. iso_floor, iso_ceiling: automatic limits that survive it; null where the ISO is set by hand."""

    steps: tuple[LightStep, ...]
    iso_floor: Iso | None
    iso_ceiling: Iso | None
    sentence: str


def changing_light(given: PlanInput) -> ChangingLight | None:
    """Return the sequence of changes, or None where the light is not the sky's or hardly moves.

    Args: given: with its sky; its situation as the brief has it, the light still of kind sky or reading.
    Raises: as plan_of() does.
    """
    situation, context = given.situation, given.sky
    if context is None:
        return None
    condition, shift = _sky_of(situation, context)
    begins, ends = hours_of(situation)
    if condition is None or ends - begins < STEP_MIN:
        return None
    minutes = np.arange(begins, ends + 0.01, STEP_MIN)
    evs = light_at(context, minutes, condition, side_of(situation)).ev100 + shift
    if float(np.ptp(evs)) < given.case.figure("steady_light_ev"):
        return None
    mode = plan_of(given).setup.option("exposure_mode")
    at_rest = given.resolved().model_copy(update={"sky": None})

    def choose(ev: float) -> tuple[Cell, dict[str, float]]:
        light = LightByEv(ev100=float(ev), cct_k=at_rest.situation.light.cct_k)
        then = at_rest.with_situation(at_rest.situation.model_copy(update={"light": light}))
        search = ExposureSearch(then.case)
        return search.choice, search.excesses(search.choice)

    body, automatic = given.body, mode_facts(mode).automatic_iso
    steps = _walk(minutes.tolist(), evs.tolist(), choose, given.case, automatic)
    highest = max(step.iso_high for step in steps)
    ceiling = body.ceilings.push if highest > body.ceilings.routine * 1.1 else body.ceilings.routine
    return ChangingLight(
        steps=tuple(steps),
        iso_floor=body.base_iso if automatic else None,
        iso_ceiling=ceiling if automatic else None,
        sentence=_summary(float(evs[0]), float(evs[-1]), steps, automatic, ceiling),
    )


def _sky_of(situation: Situation, context: SkyContext) -> tuple[SkyCondition | None, float]:
    """The condition whose course the light follows, and by how much a reading lies off it."""
    light = situation.light
    if isinstance(light, LightBySky):
        return light.condition, 0.0
    if isinstance(light, LightByReading) and light.condition is not None:
        at = light.at_min if light.at_min is not None else hours_of(situation)[0]
        model = light_at(context, np.array([float(at)]), light.condition, side_of(situation))
        return light.condition, light.ev100 - float(model.ev100[0])
    return None, 0.0


def _walk(minutes: list[float], evs: list[float], choose: Choose, case: Case, automatic: bool) -> list[LightStep]:
    """Keep shutter and aperture as long as the ISO (or a small error) can follow; then choose anew."""
    steps: list[LightStep] = []
    start, (cell, passed) = 0, choose(evs[0])
    for k in range(1, len(minutes) - 1):  # nobody changes a setting for the last moment
        if _still_fits(cell, evs[start], evs[k], case, automatic):
            continue
        # While it brightens an automatic ISO would soon stand at base again: choose for a little later.
        ahead = case.figure("ahead_ev") if automatic and evs[k] > evs[k - 1] else 0.0
        fresh = choose(evs[k] + ahead)
        same = math.isclose(fresh[0].shutter_s, cell.shutter_s) and math.isclose(fresh[0].aperture, cell.aperture)
        if automatic and same:
            continue  # nothing better is to be had: the ISO stays where it is pinned
        steps.append(_step(minutes, evs, start, k, cell, passed, automatic, case))
        moved = replace(fresh[0], iso=min(fresh[0].iso * 2**ahead, case.body.highest_iso))
        start, (cell, passed) = k, (moved, fresh[1])
    steps.append(_step(minutes, evs, start, len(minutes) - 1, cell, passed, automatic, case, is_last=True))
    return [
        step.model_copy(update={"kind": "start"}) if k == 0 and step.kind == "change" else step
        for k, step in enumerate(steps)
    ]


def _still_fits(cell: Cell, ev_then: float, ev_now: float, case: Case, automatic: bool) -> bool:
    darker = ev_then - ev_now
    if not automatic:
        return abs(darker) < case.figure("drift_ev")
    needed = cell.iso * 2**darker
    return case.body.base_iso / 1.13 <= needed <= case.body.ceilings.routine * 1.13


def _step(
    minutes: list[float],
    evs: list[float],
    start: int,
    end: int,
    cell: Cell,
    passed: dict[str, float],
    automatic: bool,
    case: Case,
    *,
    is_last: bool = False,
) -> LightStep:
    """The stretch from one choice to the next, which has its own setting already."""
    later = start > 0
    reach = evs[start : end + 1] if is_last else evs[start:end]
    needs = [cell.iso * 2 ** (evs[start] - ev) for ev in reach] if automatic else [cell.iso]
    most = max(cell.iso, min(case.body.ceilings.push, case.body.highest_iso))  # there the automatic stops, light or not
    low, high = (min(max(iso, case.body.base_iso), most) for iso in (min(needs), max(needs)))
    broken = {limit: ev for limit, ev in passed.items() if limit in FLOORS and ev > case.figure("broken_ev")}
    dark = cell.error_ev < -case.figure("serious_ev") or max(needs) > case.body.ceilings.push * 1.1
    kind: Literal["start", "change", "floor_broken", "too_dark"] = (
        "too_dark" if dark else "floor_broken" if broken else "change" if later else "start"
    )
    exposure = f"{wording.seconds(cell.shutter_s)}, {format_aperture(cell.aperture)}"
    iso = (
        f"{_marked(low)} to {_marked(high).removeprefix('ISO ')}"
        if automatic and high > low * 1.2
        else format_iso(cell.iso)
    )
    said = (
        f"{'From' if later else 'Begin'} {wording.clock(minutes[start])}{':' if later else ' with'} {exposure}, {iso}."
    )
    if broken:
        said += f" {_broken_words(broken)}"
    if dark:
        said += " Darker than your ceiling allows: flash, a support, or an end."
    return LightStep(
        from_min=minutes[start], until_min=minutes[end], ev_from=evs[start], ev_until=evs[end], shutter_s=cell.shutter_s,
        aperture=cell.aperture, iso_low=low, iso_high=high, kind=kind, sentence=said,
    )  # fmt: skip


def _marked(iso: float) -> str:
    """The marked ISO nearest to one the camera runs through."""
    return step_label("iso", nearest_step("iso", iso))


def _broken_words(broken: dict[str, float]) -> str:
    names = {
        "motion": "subject motion",
        "shake": "the hand",
        "own_floor": "your slowest shutter",
        "trailing": "the stars",
    }
    worst = max(broken, key=lambda limit: broken[limit])
    return f"Your floor breaks here: {names[worst]} passed by {wording.stops_word(broken[worst])}. Another slot, or a support."


def _summary(first: float, last: float, steps: list[LightStep], automatic: bool, ceiling: float) -> str:
    moved = wording.stops_word(first - last)
    way = "falls" if last < first else "rises"
    if len(steps) == 1:
        follows = (
            f"automatic ISO up to {format_iso(ceiling)} follows it with shutter and aperture untouched"
            if automatic
            else "one setting lasts"
        )
        return f"The light {way} by {moved}: {follows}."
    later = len(steps) - 1
    return f"The light {way} by {moved}: {later} change{'' if later == 1 else 's'} on the way."
