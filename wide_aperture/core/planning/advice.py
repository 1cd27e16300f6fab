"""Honest words when not everything can be had, and the cautions a situation calls for."""

from __future__ import annotations

import math

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Advice
from wide_aperture.core.physics.quantities import format_iso
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.sky.pointing import sun_caution

WANTS_ONLY = ("clean", "lens_best", "depth_forgives", "bulb", "flicker")


def advice(draft: Draft) -> Advice:
    """Say whether every limit is met; if not, what gives, and what outside the camera would help."""
    passed = draft.search.excesses(draft.exposure)
    serious = {
        limit: ev for limit, ev in passed.items() if ev > draft.case.figure("serious_ev") and limit not in WANTS_ONLY
    }
    if not serious:
        return Advice(feasible=True, sentence="Every limit that matters is met.", helps=())
    names = [
        f"{term.imposed_by} by {wording.stops_word(ev)}"
        if (term := draft.search.term(limit))
        else "the exposure itself"
        for limit, ev in sorted(serious.items(), key=lambda item: -item[1])
    ]
    return Advice(
        feasible=False,
        sentence=f"Not everything can be had here. The least bad compromise passes {wording.listed(names)}.",
        helps=tuple(_helps(draft, serious)),
    )


def _helps(draft: Draft, serious: dict[str, float]) -> list[str]:
    case = draft.case
    short = max(serious.values())
    more = wording.stops_word(short)
    helps = []
    needs_light = any(limit in serious for limit in ("motion", "shake", "ceiling", "own_floor", "trailing", "exposure"))
    if needs_light and case.light.ev100 < case.figure("lamp_helps_below_ev"):
        helps.append(f"{more.capitalize()} more light: another lamp, another hour, or waiting for a brighter moment.")
        faster = case.glass.widest_aperture / 2 ** (short / 2)
        if faster >= case.figure("fastest_lens_f"):
            helps.append(f"A lens that opens to f/{faster:.1f}.")
        if not case.has("no_flash") and not case.flash.in_use and case.subject.mid_m < case.figure("flash_reach_m"):
            helps.append("Flash, where it is allowed.")
    if "shake" in serious:
        helps.append("A monopod, a rest or a tripod; or a burst, of which one frame is likely to be sharp.")
    if "motion" in serious:
        helps.append(
            "Standing back or a shorter lens: half the size in the frame is one stop. Or the peak of a movement."
        )
    if "subject_depth" in serious or "range_depth" in serious:
        helps.append("More distance or a shorter lens; or several frames focused apart and joined.")
    if "softness" in serious:
        helps.append(_for_softness(draft))
    if "look_time" in serious:
        helps.append("A neutral-density filter." if _too_bright(draft) else "A longer wait or a tripod.")
    if "ceiling" in serious:
        helps.append(
            f"Accepting more than {format_iso(case.body.ceilings.routine)} for this picture's size, or noise software later."
        )
    return helps


def _for_softness(draft: Draft) -> str:
    cell = draft.exposure
    if cell.aperture > draft.case.glass.widest_aperture * draft.case.figure("opened_up_ratio"):
        filtered = wording.stops_word(2 * math.log2(cell.aperture / draft.case.glass.widest_aperture))
        sync = "high-speed sync, " if draft.case.flash.in_use else ""
        return f"Open shade, {sync}or a neutral-density filter of {filtered}."
    return "A longer or faster lens, or more distance behind the subject."


def _too_bright(draft: Draft) -> bool:
    term = draft.search.term("look_time")
    return term is not None and term.low is not None and draft.exposure.shutter_s < term.low


def _near_the_sun(draft: Draft) -> str | None:
    """The caution where anybody said where the camera looks."""
    case, situation = draft.case, draft.case.situation
    bearing, sun_bearing, sun_altitude = situation.bearing_deg, situation.sun_bearing_deg, situation.sun_altitude_deg
    if bearing is None or sun_bearing is None or sun_altitude is None:
        return None
    return sun_caution(
        case.body.sensor_width_mm, case.glass.focal_mm, case.body.crop_factor, bearing_deg=bearing, tilt_deg=situation.tilt_deg,
        sun_azimuth_deg=sun_bearing, sun_altitude_deg=sun_altitude,
    )  # fmt: skip


def cautions(draft: Draft) -> tuple[str, ...]:
    """Safety sentences. They inform; local rules and licensed practice decide."""
    case, situation = draft.case, draft.case.situation
    said = []
    near_sun = _near_the_sun(draft)
    if near_sun is not None:
        said.append(near_sun)
    toward_sun = "sun" in (*situation.must_hold, *situation.may_clip) or situation.look == "silhouette"
    behind = situation.background_ev100
    bright_sky = behind is not None and behind >= case.figure("solar_sky_from_ev")
    if (toward_sun or bright_sky) and case.light.ev100 > case.figure("solar_caution_from_ev") and near_sun is None:
        said.append(
            "Never point a camera or any optic at the Sun without a certified solar filter on the front; eyes first."
        )
    if case.flash.in_use:
        said.append("Flash can harm people with photosensitive epilepsy and is barred in many places: ask first.")
    if situation.genre == "wildlife":
        said.append("Keep your distance from animals and nests; local law decides how far.")
    if situation.genre == "night_sky" or (
        case.light.ev100 < case.figure("night_work_below_ev") and situation.genre == "landscape"
    ):
        said.append(
            "Night work: tell someone where you are, watch edges, traffic, tides and weather; leave if it feels unsafe."
        )
    if case.subject.kind == "vehicle" and situation.genre == "sports":
        said.append("Stay behind the barriers: vehicles leave the track where photographers stand.")
    if situation.genre in ("sports", "wedding") and not math.isinf(case.subject.far_m):
        said.append("Permission rules of the event and the place apply; secure heavy lenses near people.")
    return tuple(said)
