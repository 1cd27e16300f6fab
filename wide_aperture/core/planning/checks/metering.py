"""Checks on metering: tones, backlight and moving subjects that mislead it."""

from __future__ import annotations

from wide_aperture.core.craft.exposure_modes import exposes_by_hand
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.planning.checks.checked import Check, Checked, report
from wide_aperture.core.planning.limits.term import NEAREST_STEP_EV
from wide_aperture.core.planning.rules.tones import meter_pattern

WHOLE_FRAME = ("multi_segment", "centre_weighted", "average")
NO_BACKLIGHT_LOOKS = ("silhouette", "shadow_graphic")


def _answered(checked: Checked, sign: int) -> tuple[str, ...]:
    """Settings that already keep the meter from deciding wrongly: hand-set exposure, or compensation that way."""
    handled = []
    if exposes_by_hand(checked.mode):
        handled.append("exposure_mode")
    if (checked.setup.number("exposure_comp_ev") or 0.0) * sign >= checked.case.figure("corrected_ev"):
        handled.append("exposure_comp_ev")
    if checked.option("metering") in ("spot", "not_used", "highlight_weighted"):
        handled.append("metering")
    return tuple(handled)


def _remedy(ev: float) -> Remedy:
    return Remedy(label=f"Compensate {wording.signed_stops(ev)}", changes={"exposure_comp_ev": ev})


def _small_and_bright(checked: Checked) -> bool:
    case = checked.case
    if case.has("moon_not_in_frame") or case.situation.background_tone != "dark":
        return False
    return case.situation.subject_tone == "light" or case.subject.kind == "moon"


def meter_bias_light_tones(checked: Checked) -> Finding | None:
    """White or light things fill what the meter weighs and make it underexpose."""
    situation = checked.case.situation
    subject_fills = situation.subject_tone == "light" and situation.background_tone != "dark"
    surrounds = situation.background_tone == "light"
    if not (subject_fills or surrounds) or situation.look == "silhouette":
        return None
    what = "A light subject" if subject_fills and not surrounds else "Light surroundings"
    handled = _answered(checked, +1)
    return report(
        "meter_bias_light_tones",
        sentence=f"{what} would be metered to grey, about {wording.stops_word(1.2)} too dark.",
        handled_by=handled,
        remedy=None if handled else _remedy(1.0),
    )


def meter_bias_dark_tones(checked: Checked) -> Finding | None:
    """Dark things fill what the meter weighs and make it overexpose."""
    situation = checked.case.situation
    if checked.option("metering") == "not_used":
        return None
    if situation.background_tone != "dark" and (situation.subject_tone != "dark" or situation.look == "silhouette"):
        return None
    what = "Dark surroundings" if situation.background_tone == "dark" else "A dark subject"
    handled = _answered(checked, -1)
    return report(
        "meter_bias_dark_tones",
        sentence=f"{what} would be lifted to grey, and what is lit burns.",
        handled_by=handled,
        remedy=None if handled else _remedy(-2 / 3),
    )


def small_bright_subject_overexposed(checked: Checked) -> Finding | None:
    """A small bright subject on black, metered over the whole frame."""
    if not _small_and_bright(checked):
        return None
    asked, chosen = checked.case.asked.metering, checked.option("metering")
    if asked not in WHOLE_FRAME and chosen not in WHOLE_FRAME:
        return None
    handled = _answered(checked, -1)
    return report(
        "small_bright_subject_overexposed",
        about="request" if asked in WHOLE_FRAME else "plan",
        sentence="The frame is mostly dark: metered whole, the bright subject would burn by two stops and more.",
        handled_by=handled,
        remedy=None if handled else Remedy(label="Meter by spot", changes={"metering": "spot"}),
    )


def _own_frame_right(checked: Checked) -> tuple[SettingId, ...]:
    """The metering, where the pattern that is set reads this frame right with the compensation that is set, as near as a click can."""
    case, pattern = checked.case, meter_pattern(checked.option("metering"))
    faces = bool(checked.setup.value("face_metering"))
    off = case.frame.reading_ev(pattern, favour_faces=faces) - (checked.setup.number("exposure_comp_ev") or 0.0)
    return ("metering",) if not exposes_by_hand(checked.mode) and off <= NEAREST_STEP_EV else ()


def backlight_underexposure(checked: Checked) -> Finding | None:
    """The background is brighter than the subject by a stop and a half, and no silhouette is wanted."""
    case = checked.case
    behind = case.situation.background_ev100
    if (
        behind is None
        or case.situation.look in NO_BACKLIGHT_LOOKS
        or behind - case.light.ev100 < case.figure("backlit_ev")
    ):
        return None
    handled = _answered(checked, +1) or _own_frame_right(checked)
    return report(
        "backlight_underexposure",
        sentence=f"The background, {wording.ev(behind)}, is {wording.stops_word(behind - case.light.ev100)} brighter than the subject.",
        handled_by=handled,
        remedy=None if handled else _remedy(1.0),
    )


def spot_metering_moving_subject(checked: Checked) -> Finding | None:
    """A spot meter on a moving subject among light and dark tones."""
    case = checked.case
    asked, chosen = case.asked.metering == "spot", checked.option("metering") == "spot"
    tones = (case.situation.subject_tone, case.situation.background_tone)
    uneven = any(tone != "mid" for tone in tones) or case.has("background_changes")
    if not (asked or chosen) or not case.subject.is_moving or not uneven:
        return None
    by_hand = exposes_by_hand(checked.mode)
    return report(
        "spot_metering_moving_subject",
        about="request" if asked else "plan",
        sentence=f"At {wording.speed(case.subject.speed_m_s)} the spot lands now on light, now on dark: stops apart from frame to frame.",
        handled_by=("exposure_mode",) if by_hand and chosen else () if chosen else ("metering",),
        remedy=Remedy(label="Meter by pattern", changes={"metering": "multi_segment"})
        if chosen and not by_hand
        else None,
    )


def meter_and_focus_on_one_press(checked: Checked) -> Finding | None:
    """The spot reads one place and focus lies on another, with half a press for both."""
    setup = checked.setup
    if exposes_by_hand(checked.mode) or not setup.meters_elsewhere or setup.focuses_off_the_shutter:
        return None
    handled = ("ae_lock",) if setup.option("ae_lock") == "button" else ()
    remedy = (
        Remedy(label="Hold exposure on a button", changes={"ae_lock": "button"})
        if checked.has_option("ae_lock", "button")
        else Remedy(label="Focus by hand", changes={"af_mode": "manual"})
    )
    return report(
        "meter_and_focus_on_one_press",
        about=checked.about("metering", "spot_link", "af_activation"),
        sentence=f"Half a press focuses and measures at once: the spot of {checked.case.body.spot_area_share:.1%} of the frame "
        "lies where focus is, not on the tone you place.",
        handled_by=handled,
        remedy=None if handled else remedy,
    )


CHECKS: tuple[Check, ...] = (
    meter_bias_light_tones,
    meter_bias_dark_tones,
    small_bright_subject_overexposed,
    backlight_underexposure,
    spot_metering_moving_subject,
    meter_and_focus_on_one_press,
)
