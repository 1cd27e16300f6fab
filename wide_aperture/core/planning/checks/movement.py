"""Checks on movement during the exposure: subject, hand, stars, read-out."""

from __future__ import annotations

import math

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.documents.situation import STREAK_LOOKS
from wide_aperture.core.physics import motion
from wide_aperture.core.physics.quantities import step_value
from wide_aperture.core.planning.checks.checked import SLACK, Check, Checked, report


def motion_blur_subject(checked: Checked) -> Finding | None:
    """The subject moves visibly during the exposure, and no blur is wanted."""
    case, shutter = checked.case, checked.shutter_s
    if shutter is None or not _must_be_still(checked):
        return None
    blur = _blur_px(checked, shutter)
    share = blur / case.body.width_px
    if share <= case.figure("visible_blur_share"):
        return None
    enough = step_value("shutter", shutter * case.figure("visible_blur_share") / share, 1)
    return report(
        "motion_blur_subject",
        about=checked.about("shutter_s"),
        sentence=f"At {wording.seconds(shutter)} the subject moves {blur:.0f} px, {share:.1%} of the width.",
        remedy=Remedy(label=f"Shorten to {wording.seconds(enough)}", changes={"shutter_s": enough}),
    )


def _must_be_still(checked: Checked) -> bool:
    return checked.case.situation.look not in STREAK_LOOKS and not checked.case.flash.leads


def _blur_px(checked: Checked, shutter_s: float) -> float:
    """How far the subject's image moves in a time, at its stiller moments."""
    subject = checked.case.subject
    return subject.image_speed_px_s * shutter_s / 2**subject.still_moment_stops


def slowest_shutter_motion(checked: Checked) -> Finding | None:
    """The camera may take a slower time by itself than the subject's movement allows."""
    case, slowest = checked.case, checked.setup.number("slowest_shutter_s")
    if slowest is None or not _must_be_still(checked):
        return None
    most_px = case.figure("visible_blur_share") * case.body.width_px
    blur = _blur_px(checked, slowest)
    if blur <= most_px * SLACK or (checked.shutter_s is not None and checked.shutter_s >= slowest / SLACK):
        return None  # where that time is taken already, the blur itself is spoken of
    enough = step_value("shutter", slowest * most_px / blur, 1)
    return report(
        "slowest_shutter_motion",
        about=checked.about("slowest_shutter_s"),
        sentence=f"As light falls the time grows to {wording.seconds(slowest)} before the ISO rises: the subject then moves {blur:.0f} px.",
        remedy=Remedy(label=f"Never slower than {wording.seconds(enough)}", changes={"slowest_shutter_s": enough}),
    )


def camera_shake_risk(checked: Checked) -> Finding | None:
    """Slower than is safe in the hand for this focal length, pixel count and support."""
    case = checked.case
    times = [t for t in (checked.shutter_s, case.asked.shutter_s) if t is not None]
    if not times or case.support.on_tripod or case.situation.look in ("pan_blur", "blur"):
        return None
    shutter = max(times)
    stabilised = checked.setup.option("stabilisation") in ("on", "panning", "tripod_auto", None)
    limit = case.support.handheld_limit_s / (1 if stabilised else 2**case.support.stabiliser_stops)
    if shutter <= limit * SLACK:
        return None
    past = wording.stops_word(math.log2(shutter / limit))
    one_frame = limit * case.support.single_frame_limit_s / case.support.handheld_limit_s  # without the burst's gain
    chance = float(motion.sharp_chance(math.log2(shutter / one_frame)))
    set_is_fine = checked.shutter_s is not None and checked.shutter_s <= limit * SLACK
    steady = step_value("shutter", limit, 0)
    return report(
        "camera_shake_risk",
        about="request" if set_is_fine else checked.about("shutter_s", "stabilisation"),
        sentence=f"{wording.seconds(shutter)} is {past} slower than {case.glass.focal_mm:.3g} mm is held steady "
        f"({wording.seconds(steady)}): about {chance:.0%} of frames sharp.",
        handled_by=("shutter_s",) if set_is_fine else (),
        remedy=None
        if set_is_fine
        else Remedy(label=f"Shorten to {wording.seconds(steady)}", changes={"shutter_s": steady}),
    )


def star_trailing(checked: Checked) -> Finding | None:
    """Stars trail visibly at the time set or asked for, and trails are not wanted."""
    case = checked.case
    if case.subject.kind == "moon" or case.situation.direction == "erratic" or case.situation.look in STREAK_LOOKS:
        return None
    if case.subject.sky_rate_arcsec_s == 0:
        return None
    asked = case.asked.shutter_s
    visible_px = max(case.figure("visible_trail_px"), case.output.sky_tolerance_px) * SLACK
    times = [t for t in (checked.shutter_s, asked) if t is not None]
    if not times or case.subject.sky_drift_px(max(times)) <= visible_px:
        return None
    worst = max(times)
    set_is_fine = checked.shutter_s is not None and case.subject.sky_drift_px(checked.shutter_s) <= visible_px
    points = step_value("shutter", case.output.sky_tolerance_px / case.subject.sky_drift_px(1.0), 0)
    return report(
        "star_trailing",
        about="request" if set_is_fine else checked.about("shutter_s"),
        sentence=f"In {wording.seconds(worst)} stars draw {case.subject.sky_drift_px(worst):.1f} px with {case.glass.focal_mm:.3g} mm; "
        f"{wording.seconds(points)} keeps {case.output.sky_tolerance_px:.1f} px.",
        handled_by=("shutter_s",) if set_is_fine else (),
        remedy=None
        if set_is_fine
        else Remedy(label=f"Shorten to {wording.seconds(points)}", changes={"shutter_s": points}),
    )


def rolling_shutter_distortion(checked: Checked) -> Finding | None:
    """The electronic read-out slants the moving image, as set or as asked for."""
    case = checked.case
    if case.body.readout_ms is None or case.shutters.skew_deg <= case.figure("leaning_deg"):
        return None
    asked = case.asked.shutter_type == "electronic"
    if not (checked.is_electronic or asked):
        return None
    curtains = [k for k in case.body.shutter_kinds if k != "electronic"]
    return report(
        "rolling_shutter_distortion",
        about="plan" if checked.is_electronic and not asked else "request",
        sentence=f"Read in {case.body.readout_ms:g} ms, the moving image leans by {case.shutters.skew_deg:.0f}°.",
        handled_by=() if checked.is_electronic else ("shutter_type",),
        remedy=Remedy(label="Use the curtains", changes={"shutter_type": curtains[0]})
        if checked.is_electronic and curtains and not case.shutters.wants_silence
        else None,
    )


def moon_drift_blur(checked: Checked) -> Finding | None:
    """The Moon moves visibly during the exposure set or asked for."""
    case = checked.case
    if case.subject.kind != "moon" or case.has("moon_not_in_frame"):
        return None
    times = [t for t in (checked.shutter_s, case.asked.shutter_s) if t is not None]
    most_px = case.figure("moon_drift_px")
    if not times or case.subject.sky_drift_px(max(times)) <= most_px:
        return None
    set_is_fine = checked.shutter_s is not None and case.subject.sky_drift_px(checked.shutter_s) <= most_px
    still = step_value("shutter", most_px / 3 / case.subject.sky_drift_px(1.0), 0)
    return report(
        "moon_drift_blur",
        about="request" if set_is_fine else checked.about("shutter_s"),
        sentence=f"In {wording.seconds(max(times))} the Moon drifts {case.subject.sky_drift_px(max(times)):.1f} px with {case.glass.focal_mm:.0f} mm.",
        handled_by=("shutter_s",) if set_is_fine else (),
        remedy=None
        if set_is_fine
        else Remedy(label=f"Shorten to {wording.seconds(still)}", changes={"shutter_s": still}),
    )


def wind_motion(checked: Checked) -> Finding | None:
    """Wind moves what is near during the exposure or between frames."""
    case = checked.case
    if not case.has("windy") or case.subject.near_m > case.figure("wind_reach_m"):
        return None
    limit = checked.slowest_allowed_s("wind")
    quick = checked.shutter_s is not None and checked.shutter_s <= limit * SLACK
    joined = checked.option("bracketing") not in (None, "none") or case.asked.focus_stack_frames is not None
    return report(
        "wind_motion",
        sentence=f"At {wording.metres(case.subject.near_m)} leaves stir by pixels within {wording.seconds(step_value('shutter', limit, 0))}."
        if math.isfinite(limit)
        else f"Wind moves what stands at {wording.metres(case.subject.near_m)}.",
        handled_by=("shutter_s",) if quick and not joined else (),
        residual="Wait for lulls; take several and keep the still one.",
    )


def bracket_ghosting(checked: Checked) -> Finding | None:
    """A bracket or stack is asked for or set while subject or camera moves."""
    case, requests = checked.case, checked.case.asked
    asked = (requests.bracketing is not None and requests.bracketing.frames > 1) or (
        requests.focus_stack_frames or 1
    ) > 1
    chosen = checked.option("bracketing") not in (None, "none") or (checked.setup.number("focus_stack") or 0) > 1
    moves = case.wishes.joining_spoils
    by_hand = not case.support.on_tripod and (checked.shutter_s or 0) > case.support.handheld_limit_s / 4
    if not (asked or chosen) or not (moves or by_hand):
        return None
    what = (
        f"the subject moves at {wording.speed(case.subject.speed_m_s)}" if moves else "the frames are taken in the hand"
    )
    return report(
        "bracket_ghosting",
        about="request" if asked else checked.about("bracketing", "focus_stack"),
        sentence=f"Several frames are joined while {what}: it appears several times.",
        handled_by=() if chosen else ("focus_stack",) if requests.bracketing is None else ("bracketing",),
        remedy=Remedy(label="One frame", changes={"bracketing": "none"}) if chosen else None,
    )


CHECKS: tuple[Check, ...] = (
    motion_blur_subject,
    slowest_shutter_motion,
    camera_shake_risk,
    star_trailing,
    rolling_shutter_distortion,
    moon_drift_blur,
    wind_motion,
    bracket_ghosting,
)
