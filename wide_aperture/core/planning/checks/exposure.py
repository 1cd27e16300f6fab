"""Checks on the exposure itself: ceilings, floors, ends of the shutter, filters."""

from __future__ import annotations

import math
from typing import Literal

from wide_aperture.core.craft.exposure_modes import exposes_by_hand, mode_facts
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.physics.quantities import format_aperture, format_iso, step_value, time_for
from wide_aperture.core.planning.checks.checked import SLACK, Check, Checked, report

GRACE_EV = 1 / 4  # a third-step grid misses by up to half a step
SHUTTER_LIMITS = ("motion", "growth", "shake", "own_floor", "trailing", "wind", "shutter_end_slow")


def iso_ceiling_hit(checked: Checked) -> Finding | None:
    """Needed ISO reaches the ceiling at the widest aperture and slowest tolerable shutter, or the setup uses it."""
    case = checked.case
    ceiling = case.body.ceilings.routine
    slowest = checked.slowest_allowed_s(*SHUTTER_LIMITS)
    look = checked.terms.get("look_time")
    if look is not None and look.high is not None:
        slowest = min(slowest, look.high)
    asked = case.asked.shutter_s
    needed = checked.iso_needed(case.glass.widest_aperture, min(slowest, asked) if asked else slowest)
    set_iso = checked.iso if checked.iso is not None else 0.0
    if needed < ceiling / SLACK and set_iso < ceiling / SLACK:
        return None
    if needed >= ceiling / SLACK:
        sentence = (
            f"Even at {format_aperture(case.glass.widest_aperture)} and {wording.seconds(slowest)} this light needs "
            f"{format_iso(step_value('iso', needed, 0))}; your ceiling is {format_iso(ceiling)}."
        )
        remedy = None
    else:
        sentence = f"{format_iso(set_iso)} reaches your ceiling of {format_iso(ceiling)}."
        remedy = Remedy(
            label=f"Open to {format_aperture(case.glass.widest_aperture)}",
            changes={"aperture": case.glass.widest_aperture},
        )
        if checked.aperture is not None and checked.aperture <= case.glass.widest_aperture * 1.03:
            remedy = None
    return report(
        "iso_ceiling_hit",
        about=checked.about("iso", "shutter_s", "aperture"),
        sentence=sentence,
        remedy=remedy,
    )


def shutter_floor_broken(checked: Checked) -> Finding | None:
    """At ceiling and widest aperture the shutter falls slower than the stated or subject-required floor."""
    case = checked.case
    stated = case.asked.shutter_floor_s
    floor = stated if stated is not None else checked.slowest_allowed_s("motion", "growth")
    if math.isinf(floor) or case.flash.leads:
        return None
    falls_to = checked.time_needed(case.glass.widest_aperture, case.body.ceilings.push)
    if falls_to <= floor * SLACK:
        return None
    return report(
        "shutter_floor_broken",
        about="request" if stated else "plan",
        sentence=f"At {format_aperture(case.glass.widest_aperture)} and {format_iso(case.body.ceilings.push)} the shutter "
        f"falls to {wording.seconds(step_value('shutter', falls_to, 0))}; "
        f"{'you' if stated else 'the movement'} asked for {wording.seconds(step_value('shutter', floor, 0))}.",
    )


def underexposure_at_ceiling(checked: Checked) -> Finding | None:
    """Shutter and aperture are held, ISO stops at its ceiling, the frame comes out dark."""
    shutter, aperture = checked.shutter_s, checked.aperture
    if shutter is None or aperture is None:
        return None
    if exposes_by_hand(checked.mode):
        return _dark_by_hand(checked)
    if checked.mode != "manual_auto_iso":
        return None
    ceiling = checked.setup.number("iso_ceiling") or checked.case.body.ceilings.push
    needed = checked.iso_needed(aperture, shutter, checked.case.light.ev_low)
    if needed <= ceiling * SLACK:
        return None
    dark = math.log2(needed / ceiling)
    slower = step_value("shutter", shutter * 2**dark, 0)
    return report(
        "underexposure_at_ceiling",
        about=checked.about("shutter_s", "aperture", "iso_ceiling"),
        sentence=f"At {wording.ev(checked.case.light.ev_low)} these values need {format_iso(step_value('iso', needed, 0))}; automatic "
        f"ISO stops at {format_iso(ceiling)} and the frame comes out {wording.stops_word(dark)} dark.",
        handled_by=("file",) if dark <= checked.case.output.dark_to_lift_ev(None) + GRACE_EV else (),
        residual=_lifted(needed) if checked.case.output.keeps_raw else None,
        remedy=Remedy(label=f"Allow {wording.seconds(slower)}", changes={"shutter_s": slower}),
    )


def _dark_by_hand(checked: Checked) -> Finding | None:
    """The ISO set by hand stands at its end, and the light is not enough."""
    case, iso, dark = checked.case, checked.iso or 0.0, -(checked.exposure_error_ev or 0.0)
    if dark <= GRACE_EV or iso < case.body.ceilings.push / SLACK or case.flash.leads:
        return None
    needed = iso * 2**dark
    return report(
        "underexposure_at_ceiling",
        about=checked.about("shutter_s", "aperture", "iso"),
        sentence=f"{format_iso(step_value('iso', needed, 0))} would be needed; at your ceiling of {format_iso(iso)} the frame "
        f"stays {wording.stops_word(dark)} dark.",
        handled_by=("file",) if dark <= case.output.dark_to_lift_ev(None) + GRACE_EV else (),
        residual=_lifted(needed) if case.output.keeps_raw else None,
    )


def _lifted(needed_iso: float) -> str:
    return f"Lifted later, its shadows are as noisy as at {format_iso(step_value('iso', needed_iso, 0))}."


def max_shutter_exceeded(checked: Checked) -> Finding | None:
    """The aperture asked for (or set) at the lowest ISO needs a faster shutter than there is."""
    case = checked.case
    base = case.body.base_iso
    asked, asked_kind = case.asked.aperture, case.asked.shutter_type
    kinds = (asked_kind,) if asked_kind in case.body.shutter_kinds else case.shutters.permitted
    fastest = min(case.body.fastest_s(kind) for kind in kinds)
    if asked is not None:
        unfiltered = float(time_for(case.light.wanted_ev, asked, base))
        if unfiltered < fastest / SLACK:
            handled = _handles_brightness(checked, asked)
            return report(
                "max_shutter_exceeded",
                about="request",
                sentence=f"{format_aperture(asked)} at {format_iso(base)} needs {wording.seconds(unfiltered)} in this "
                f"light; the shutter ends at {wording.seconds(fastest)}.",
                handled_by=handled,
                residual=None if handled else "The frame burns out.",
            )
    error = checked.exposure_error_ev
    at_the_end = checked.shutter_s is not None and checked.shutter_s <= fastest * SLACK
    if error is None or error < 1 / 3 or not at_the_end or checked.aperture is None:
        return None
    smaller = step_value("aperture", checked.aperture * 2 ** (error / 2), 0)
    can_close = smaller <= case.glass.smallest_aperture * SLACK
    filter_stops = float(math.ceil(error))
    about = checked.about("aperture", "shutter_s", "iso")
    return report(
        "max_shutter_exceeded",
        about="kit" if about == "plan" and not can_close else about,
        sentence=f"{format_aperture(checked.aperture)} at {wording.seconds(checked.shutter_s or fastest)} burns out by "
        f"{wording.stops_word(error)}: nothing shorter is left"
        + (
            "."
            if can_close
            else f", and the lens closes no further than {format_aperture(case.glass.smallest_aperture)}."
        ),
        remedy=Remedy(label=f"Close to {format_aperture(smaller)}", changes={"aperture": smaller})
        if can_close
        else Remedy(
            label=f"Take an ND of {filter_stops:g} stops", changes={"nd_stops": checked.nd_stops + filter_stops}
        ),
    )


def _handles_brightness(checked: Checked, asked: float) -> tuple[str, ...]:
    """Settings of this setup that already answer an aperture too wide for the light."""
    handled = []
    if checked.nd_stops > 0:
        handled.append("nd_stops")
    if checked.aperture is not None and checked.aperture > asked * 1.05:
        handled.append("aperture")
    error = checked.exposure_error_ev
    return tuple(handled) if error is not None and error < 1 / 3 else ()


def nd_required(checked: Checked) -> Finding | None:
    """The wanted slow shutter cannot be reached by aperture and ISO alone."""
    case = checked.case
    window = checked.terms.get("look_time")
    wanted = window.low if window is not None else None
    asked = case.asked.shutter_s
    if asked is not None and case.situation.look in ("blur", "pan_blur", "silky_water"):
        wanted = asked if wanted is None else max(wanted, asked)
    if wanted is None:
        return None
    smallest = min(case.figure("largest_sensible_f"), case.glass.smallest_aperture)
    slowest = float(time_for(case.light.wanted_ev, smallest, case.body.base_iso))
    if slowest >= wanted / SLACK:
        return None
    missing = math.log2(wanted / slowest)
    handled = ("nd_stops",) if checked.nd_stops > 0 else ()
    return report(
        "nd_required",
        about="plan",
        sentence=f"{format_aperture(smallest)} at {format_iso(case.body.base_iso)} reaches only "
        f"{wording.seconds(step_value('shutter', slowest, 0))}; "
        f"{wording.seconds(step_value('shutter', wanted, 0))} needs {wording.stops_word(missing)} less light.",
        handled_by=handled,
        residual=None if handled else "Without a filter the movement stays half frozen.",
    )


def zoom_moves_aperture(checked: Checked) -> Finding | None:
    """Exposure is set by hand at an aperture that the lens does not have over its whole range."""
    case = checked.case
    if checked.mode != "manual" or checked.aperture is None or not case.lens.is_zoom or case.support.on_tripod:
        return None
    narrowest = max(case.lens.widest_at(case.lens.focal_min_mm), case.lens.widest_at(case.lens.focal_max_mm))
    if checked.aperture >= narrowest / SLACK:
        return None
    dark = 2 * math.log2(narrowest / checked.aperture)
    return report(
        "zoom_moves_aperture",
        about=checked.about("aperture", "exposure_mode"),
        sentence=f"Zoomed in, {case.lens.name} opens only to {format_aperture(narrowest)}: frames darken by {wording.stops_word(dark)}.",
        remedy=Remedy(label=f"Set {format_aperture(narrowest)}", changes={"aperture": narrowest}),
    )


def exposure_lock_changing_light(checked: Checked) -> Finding | None:
    """Exposure is locked while light or background change."""
    case = checked.case
    if checked.option("ae_lock") in (None, "off") or exposes_by_hand(checked.mode):
        return None
    changing = (
        case.light.swing_ev >= case.figure("changed_light_ev")
        or case.has("background_changes")
        or case.situation.look == "shadow_graphic"
    )
    if not changing:
        return None
    return report(
        "exposure_lock_changing_light",
        about=checked.about("ae_lock"),
        sentence=f"The light moves by {case.light.swing_ev:g} EV or the background changes: a locked value is carried across.",
        remedy=Remedy(label="No lock", changes={"ae_lock": "off"}),
    )


def background_change_exposure(checked: Checked) -> Finding | None:
    """The background changes and something in the exposure is, or was asked to be, automatic."""
    case = checked.case
    if not case.has("background_changes"):
        return None
    by_hand = exposes_by_hand(checked.mode)
    asked = case.asked.exposure_mode
    about: Literal["request", "plan"] = "request" if mode_facts(asked).exposes_itself else "plan"
    if case.light.swing_ev > case.figure("steady_light_ev"):
        # By hand it would miss the subject's own light: the automatic is the lesser harm, weighed on what stays alike.
        return report(
            "background_change_exposure",
            about=about,
            sentence=f"Background and the light on the subject both change, the latter by "
            f"{wording.stops_word(case.light.swing_ev)}: the automatic has to follow and jumps with the background.",
            handled_by=("exposure_mode", "metering"),
            residual="Single frames before a bright or dark background come out wrong.",
        )
    return report(
        "background_change_exposure",
        about=about,
        sentence="The background changes while the light on the subject does not: anything automatic jumps with it.",
        handled_by=("exposure_mode",) if by_hand else (),
        remedy=None if by_hand else Remedy(label="By hand", changes={"exposure_mode": "manual"}),
    )


def exposure_flicker_sequence(checked: Checked) -> Finding | None:
    """Frames that are stitched or played are exposed automatically, or were asked to be."""
    asked = checked.case.asked.exposure_mode
    asked_auto = mode_facts(asked).exposes_itself
    chosen_auto = mode_facts(checked.mode).exposes_itself
    if not checked.case.is_matched_series or not (asked_auto or chosen_auto):
        return None
    return report(
        "exposure_flicker_sequence",
        about="request" if asked_auto else checked.about("exposure_mode"),
        sentence="Each frame would be judged by itself: steps between frames that are joined or played.",
        handled_by=() if chosen_auto else ("exposure_mode",),
        remedy=Remedy(label="By hand", changes={"exposure_mode": "manual"}) if chosen_auto else None,
    )


def meter_fine_tune_forgotten(checked: Checked) -> Finding | None:
    """A hidden standing correction of the meter."""
    held = checked.setup.number("meter_fine_tune")
    if not held:
        return None
    return report(
        "meter_fine_tune_forgotten",
        about=checked.about("meter_fine_tune"),
        sentence=f"{wording.signed_stops(held)} EV shifts every automatic exposure and is shown nowhere.",
        remedy=Remedy(label="Zero", changes={"meter_fine_tune": 0.0}),
    )


CHECKS: tuple[Check, ...] = (
    iso_ceiling_hit,
    shutter_floor_broken,
    underexposure_at_ceiling,
    max_shutter_exceeded,
    nd_required,
    zoom_moves_aperture,
    exposure_lock_changing_light,
    background_change_exposure,
    exposure_flicker_sequence,
    meter_fine_tune_forgotten,
)
