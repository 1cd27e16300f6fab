"""Checks on support and stabiliser."""

from __future__ import annotations

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.planning.checks.checked import Check, Checked, report

TIMED = ("2s", "5s", "10s")


def stabiliser_on_tripod(checked: Checked) -> Finding | None:
    """The stabiliser is on, or was asked to stay on, on a rigid tripod."""
    case = checked.case
    if not case.support.on_tripod or not case.support.has_stabiliser:
        return None
    set_on = checked.setup.option("stabilisation") in ("on", "panning")
    asked_on = case.asked.stabilisation in ("on", "panning")
    if not (set_on or asked_on):
        return None
    return report(
        "stabiliser_on_tripod",
        about=("pin" if "stabilisation" in checked.pinned else "plan") if set_on else "request",
        sentence="On a rigid tripod the stabiliser can drift by itself and soften long exposures.",
        handled_by=() if set_on else ("stabilisation",),
        remedy=Remedy(label="Switch it off", changes={"stabilisation": "off"}) if set_on else None,
    )


def stabiliser_off_in_hand(checked: Checked) -> Finding | None:
    """In the hand the stabiliser is off although the time needs it."""
    case, shutter = checked.case, checked.shutter_s
    if (
        case.support.on_tripod
        or not case.support.has_stabiliser
        or checked.option("stabilisation") != "off"
        or shutter is None
    ):
        return None
    if case.situation.look == "pan_blur" or shutter <= case.support.handheld_limit_s / 2**case.support.stabiliser_stops:
        return None
    return report(
        "stabiliser_off_in_hand",
        about=checked.about("stabilisation"),
        sentence=f"{wording.seconds(shutter)} in the hand needs the stabiliser, and it is off.",
        remedy=Remedy(label="On", changes={"stabilisation": "on"}),
    )


def stabiliser_focal_length_wrong(checked: Checked) -> Finding | None:
    """The focal length typed in for the stabiliser is not that of the lens in use."""
    case = checked.case
    typed = checked.setup.number("stabiliser_focal_mm")
    if (
        typed is None
        or case.lens.contacts
        or abs(typed - case.glass.focal_mm) <= case.figure("typed_focal_slack") * case.glass.focal_mm
    ):
        return None
    return report(
        "stabiliser_focal_length_wrong",
        about=checked.about("stabiliser_focal_mm"),
        sentence=f"{typed:.0f} mm is typed in, {case.glass.focal_mm:.0f} mm is mounted.",
        remedy=Remedy(label=f"{case.glass.focal_mm:.0f} mm", changes={"stabiliser_focal_mm": case.glass.focal_mm}),
    )


def self_timer_in_action(checked: Checked) -> Finding | None:
    """A timer or delay, left on or asked for, while the subject moves."""
    case = checked.case
    asked = case.asked.self_timer in TIMED
    chosen = checked.option("self_timer") in TIMED or checked.option("drive") == "self_timer"
    if not (asked or chosen) or not case.subject.is_moving:
        return None
    off: dict[str, Value] = {"self_timer": "off"}
    if checked.option("drive") == "self_timer":
        off["drive"] = "single"
    in_it = case.has("photographer_in_picture")  # nobody is left to press: off is no way out
    return report(
        "self_timer_in_action",
        about="request" if asked else checked.about("self_timer"),
        sentence=f"At {wording.speed(case.subject.speed_m_s)} the moment is gone when the timer fires.",
        handled_by=() if chosen else ("self_timer",),
        residual="Release it remotely, or let the timer fire a burst." if in_it else None,
        remedy=Remedy(label="Off", changes=off) if chosen and not in_it else None,
    )


def eye_sensor_blanks_screen(checked: Checked) -> Finding | None:
    """On a tripod the finder switches by the eye sensor."""
    if not checked.case.support.on_tripod or checked.option("finder_switch") != "auto":
        return None
    return report(
        "eye_sensor_blanks_screen",
        about=checked.about("finder_switch"),
        sentence="A strap or a hand before the eye sensor blanks the screen.",
        remedy=Remedy(label="Screen", changes={"finder_switch": "screen"}),
    )


def level_off_on_tripod(checked: Checked) -> Finding | None:
    """On a tripod for a landscape the level is off."""
    case = checked.case
    if not case.support.on_tripod or case.situation.genre != "landscape" or checked.option("level") != "off":
        return None
    return report(
        "level_off_on_tripod",
        about=checked.about("level"),
        sentence=f"A degree of tilt at {case.glass.focal_mm:.0f} mm costs a strip of the picture at home.",
        remedy=Remedy(label="Show the level", changes={"level": "on"}),
    )


CHECKS: tuple[Check, ...] = (
    stabiliser_on_tripod,
    stabiliser_off_in_hand,
    stabiliser_focal_length_wrong,
    self_timer_in_action,
    eye_sensor_blanks_screen,
    level_off_on_tripod,
)
