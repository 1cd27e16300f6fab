"""Checks on movement during the exposure: subject, hand, stars, read-out."""

from __future__ import annotations

import math

from wide_aperture.core import motion, wording
from wide_aperture.core.checks.checked import SLACK, Check, Checked
from wide_aperture.core.limits.shutter import STREAK_LOOKS, VISIBLE_TRAIL_PX
from wide_aperture.core.plan_document import Finding, Remedy
from wide_aperture.core.quantities import step_value

VISIBLE_BLUR_SHARE = 0.004  # of the frame's width: seen at any output
LEANING_DEG = 5.0


def motion_blur_subject(checked: Checked) -> Finding | None:
    """The subject moves visibly during the exposure, and no blur is wanted."""
    case, shutter = checked.case, checked.shutter_s
    if shutter is None or case.situation.look in STREAK_LOOKS or case.flash_leads:
        return None
    blur = case.image_speed_px_s * shutter
    share = blur / case.body.width_px
    if share <= VISIBLE_BLUR_SHARE:
        return None
    enough = step_value("shutter", shutter * VISIBLE_BLUR_SHARE / share, 1)
    return Finding(
        code="motion_blur_subject",
        level="caution",
        about=checked.about("shutter_s"),
        title="Subject blurs",
        sentence=f"At {wording.seconds(shutter)} the subject moves {blur:.0f} px, {share:.1%} of the width.",
        remedy=Remedy(label=f"Shorten to {wording.seconds(enough)}", changes={"shutter_s": enough}),
    )


def camera_shake_risk(checked: Checked) -> Finding | None:
    """Slower than is safe in the hand for this focal length, pixel count and support."""
    case, shutter = checked.case, checked.shutter_s
    if shutter is None or case.on_tripod or case.situation.look in ("pan_blur", "blur"):
        return None
    stabilised = checked.setup.option("stabilisation") in ("on", "panning", "tripod_auto", None)
    limit = case.handheld_limit_s / (1 if stabilised else 2**case.stabiliser_stops)
    if shutter <= limit * SLACK:
        return None
    past = wording.stops_word(math.log2(shutter / limit))
    chance = float(motion.sharp_chance(math.log2(shutter / limit)))
    steady = step_value("shutter", limit, 0)
    return Finding(
        code="camera_shake_risk",
        level="caution",
        about=checked.about("shutter_s", "stabilisation"),
        title="Shake",
        sentence=f"{wording.seconds(shutter)} is {past} slower than {case.focal_mm:.3g} mm is held steady "
        f"({wording.seconds(steady)}): about {chance:.0%} of frames sharp.",
        remedy=Remedy(label=f"Shorten to {wording.seconds(steady)}", changes={"shutter_s": steady}),
    )


def star_trailing(checked: Checked) -> Finding | None:
    """Stars trail visibly at the time set or asked for, and trails are not wanted."""
    case = checked.case
    if case.subject == "moon" or case.situation.direction == "erratic" or case.situation.look == "star_trails":
        return None
    if case.sky_rate_arcsec_s == 0:
        return None
    asked = case.requests.shutter_s
    times = [t for t in (checked.shutter_s, asked) if t is not None]
    if not times or case.sky_drift_px(max(times)) <= VISIBLE_TRAIL_PX * SLACK:
        return None
    worst = max(times)
    set_is_fine = checked.shutter_s is not None and case.sky_drift_px(checked.shutter_s) <= VISIBLE_TRAIL_PX * SLACK
    points = step_value("shutter", case.sky_tolerance_px / case.sky_drift_px(1.0), 0)
    return Finding(
        code="star_trailing",
        level="caution",
        about="request" if set_is_fine else checked.about("shutter_s"),
        title="Stars trail",
        sentence=f"In {wording.seconds(worst)} stars draw {case.sky_drift_px(worst):.1f} px with {case.focal_mm:.3g} mm; "
        f"{wording.seconds(points)} keeps {case.sky_tolerance_px:.1f} px.",
        handled_by=("shutter_s",) if set_is_fine else (),
        remedy=None
        if set_is_fine
        else Remedy(label=f"Shorten to {wording.seconds(points)}", changes={"shutter_s": points}),
    )


def rolling_shutter_distortion(checked: Checked) -> Finding | None:
    """The electronic read-out slants the moving image, as set or as asked for."""
    case = checked.case
    if case.body.readout_ms is None or case.skew_deg <= LEANING_DEG:
        return None
    asked = case.requests.shutter_type == "electronic"
    if not (checked.is_electronic or asked):
        return None
    curtains = [k for k in case.body.shutter_kinds if k != "electronic"]
    return Finding(
        code="rolling_shutter_distortion",
        level="caution",
        about="plan" if checked.is_electronic and not asked else "request",
        title="Leaning",
        sentence=f"Read in {case.body.readout_ms:g} ms, the moving image leans by {case.skew_deg:.0f}°.",
        handled_by=() if checked.is_electronic else ("shutter_type",),
        remedy=Remedy(label="Use the curtains", changes={"shutter_type": curtains[0]})
        if checked.is_electronic and curtains and not case.wants_silence
        else None,
    )


CHECKS: tuple[Check, ...] = (motion_blur_subject, camera_shake_risk, star_trailing, rolling_shutter_distortion)
