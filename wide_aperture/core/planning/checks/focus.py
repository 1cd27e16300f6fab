"""Checks on focus: where it may go wrong, and what starts it."""

from __future__ import annotations

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.physics import optics
from wide_aperture.core.planning.case.wishes import DETECTED_KIND, WIDE_AREAS
from wide_aperture.core.planning.checks.checked import Check, Checked, report


def af_low_light_limit(checked: Checked) -> Finding | None:
    """Too dark for autofocus."""
    if checked.case.light.ev100 >= checked.case.glass.af_blind_ev:
        return None
    by_hand = checked.option("af_mode") == "manual"
    return report(
        "af_low_light_limit",
        sentence=f"{wording.ev(checked.case.light.ev100)} is under what autofocus sees, about {wording.ev(checked.case.glass.af_blind_ev)}.",
        handled_by=("af_mode",) if by_hand else (),
        residual="Check it enlarged after every change of lens or temperature." if by_hand else None,
        remedy=None if by_hand else Remedy(label="By hand", changes={"af_mode": "manual"}),
    )


def _may_grab(checked: Checked) -> bool:
    return checked.option("af_mode") != "manual" and not checked.case.depth.is_zone_focus


def af_background_grab(checked: Checked) -> Finding | None:
    """Texture behind the subject and an area wide enough to see it."""
    case = checked.case
    if not case.has("background_changes") or case.has("plain_sky_background") or not _may_grab(checked):
        return None
    asked, area = case.asked.af_area, checked.option("af_area")
    if not (case.subject.is_moving or asked in WIDE_AREAS or area in WIDE_AREAS):
        return None
    small = area is not None and area not in WIDE_AREAS
    return report(
        "af_background_grab",
        about="request" if asked in WIDE_AREAS else "plan",
        sentence="The background changes and has texture: a wide area would leave the subject for it.",
        handled_by=("af_area",) if small else (),
        remedy=None if small else Remedy(label="Track from a point", changes={"af_area": "tracking_point"}),
    )


def af_foreground_grab(checked: Checked) -> Finding | None:
    """Things stand between camera and subject."""
    if not checked.case.has("foreground_obstacles") or not _may_grab(checked):
        return None
    small = checked.option("af_area") in ("expanded_point", "single_point", "pinpoint", "tracking_point")
    return report(
        "af_foreground_grab",
        sentence="Grass, twigs or a net stand nearer than the subject and win over it.",
        handled_by=("af_area", "af_response")
        if small and checked.option("af_response") == "locked_on"
        else ("af_area",)
        if small
        else (),
        remedy=None if small else Remedy(label="A small point", changes={"af_area": "expanded_point"}),
    )


def subject_detection_wrong_target(checked: Checked) -> Finding | None:
    """Faces behind the subject while detection is on or the area wide."""
    case = checked.case
    if not case.has("crowd_behind") or not _may_grab(checked):
        return None
    area, detection = checked.option("af_area"), checked.option("subject_detection")
    wide = area in WIDE_AREAS or case.asked.af_area in WIDE_AREAS
    on = detection not in (None, "off") or case.asked.subject_detection not in (None, "off")
    if not (wide or on):
        return None
    tracked = area in ("tracking_point", "expanded_point", "single_point", "small_zone")
    return report(
        "subject_detection_wrong_target",
        about="request" if case.asked.af_area in WIDE_AREAS else "plan",
        sentence="Faces stand behind the subject, and detection likes the clearest one.",
        handled_by=("af_area",) if tracked else (),
        remedy=None if tracked else Remedy(label="Track from a point", changes={"af_area": "tracking_point"}),
    )


def detection_wrong_kind(checked: Checked) -> Finding | None:
    """Detection looks for another kind of subject than is there."""
    case = checked.case
    fitting = DETECTED_KIND.get(case.subject.kind)
    kinds = [
        k
        for k in (checked.option("subject_detection"), case.asked.subject_detection)
        if k not in (None, "off", "automatic")
    ]
    if fitting is None or not kinds or not _may_grab(checked) or all(k in fitting for k in kinds):
        return None
    chosen = checked.option("subject_detection")
    still = chosen not in (None, "off", "automatic") and chosen not in fitting
    return report(
        "detection_wrong_kind",
        about=checked.about("subject_detection") if still and case.asked.subject_detection is None else "request",
        sentence=f"Detection is set to {kinds[-1].replace('_', ', ')}; the subject is a {case.subject.kind}.",
        handled_by=() if still else ("subject_detection",),
        remedy=Remedy(label="The subject's own kind", changes={"subject_detection": fitting[0]}) if still else None,
    )


def af_mode_moving_subject(checked: Checked) -> Finding | None:
    """Single AF, asked for or set, while the subject moves towards the camera or erratically."""
    case = checked.case
    asked, chosen = case.asked.af_mode == "single", checked.option("af_mode") == "single"
    if not (asked or chosen) or not case.subject.is_moving or case.situation.direction not in ("towards", "erratic"):
        return None
    return report(
        "af_mode_moving_subject",
        about="request" if asked else checked.about("af_mode"),
        sentence=f"The subject moves {case.situation.direction} at {wording.speed(case.subject.speed_m_s)}; single focus is sharp where it was.",
        handled_by=() if chosen else ("af_mode",),
        remedy=Remedy(label="Continuous", changes={"af_mode": "continuous"}) if chosen else None,
    )


def manual_focus_left_on(checked: Checked) -> Finding | None:
    """Focus is by hand while the subject moves and nobody set a distance."""
    case = checked.case
    if checked.option("af_mode") != "manual" or not case.subject.is_moving:
        return None
    if case.depth.is_zone_focus or checked.mode == "zone_focus_program" or checked.option("af_area") == "zone_focus":
        return None  # a distance stands: that is the method
    if not (case.body.autofocus and case.lens.autofocus) or case.light.ev100 < case.glass.af_blind_ev:
        return None
    return report(
        "manual_focus_left_on",
        about=checked.about("af_mode"),
        sentence=f"The subject moves at {wording.speed(case.subject.speed_m_s)} and focus is by hand.",
        remedy=Remedy(label="Continuous", changes={"af_mode": "continuous"}),
    )


def focus_priority_high_rate(checked: Checked) -> Finding | None:
    """Focus priority with erratic action at a high rate."""
    case = checked.case
    rate = checked.setup.number("frame_rate") or 0.0
    erratic = case.situation.direction == "erratic" and case.subject.speed_m_s >= case.figure("action_m_s")
    followed = case.schools.priority == "focus"
    follows = checked.option("af_mode") != "single"
    if (
        checked.option("af_priority") != "focus"
        or not (erratic and follows)
        or rate < case.figure("high_rate_fps")
        or followed
    ):
        return None
    return report(
        "focus_priority_high_rate",
        about=checked.about("af_priority"),
        sentence=f"At {rate:g}/s and {wording.speed(case.subject.speed_m_s)} the burst stutters where focus is unsure.",
        remedy=Remedy(label="Balanced", changes={"af_priority": "balanced"}),
    )


def automatic_area_in_crowd(checked: Checked) -> Finding | None:
    """The whole frame may be chosen while people stand around the subject."""
    if checked.option("af_area") != "whole_area" or not checked.case.has("crowd_behind", "foreground_obstacles"):
        return None
    return report(
        "automatic_area_in_crowd",
        about=checked.about("af_area"),
        sentence="Anything in the frame may be chosen, and the nearest usually is.",
        remedy=Remedy(label="Track from a point", changes={"af_area": "tracking_point"}),
    )


def backbutton_eye_conflict(checked: Checked) -> Finding | None:
    """The back button and half press both start the focus, or single AF meets eye detection on a moving subject."""
    case, requests = checked.case, checked.case.asked
    back = requests.back_button_af is True or checked.option("af_activation") in ("back_button", "back_button_eye")
    half_press = requests.half_press_af is True and requests.back_button_af is True
    eye = requests.subject_detection in ("human_eye", "animal_eye") or checked.option("subject_detection") in (
        "human_eye",
        "animal_eye",
    )
    single = requests.af_mode == "single" or checked.option("af_mode") == "single"
    asked_single = requests.back_button_af is True and single and eye and case.subject.is_moving
    if not back or not (half_press or asked_single):
        return None
    continuous = checked.option("af_mode") == "continuous"
    return report(
        "backbutton_eye_conflict",
        about="request",
        sentence="Half press focuses too and undoes what the back button held."
        if half_press
        else "Detection acts only while the button is held, and single focus then stands still.",
        handled_by=("af_mode",) if asked_single and continuous and not half_press else (),
        residual="Switch the half press off on this body." if half_press else None,
    )


def backbutton_handover(checked: Checked) -> Finding | None:
    """The focus starts on the back button and someone else takes frames too."""
    requests = checked.case.asked
    asked = requests.back_button_af is True
    chosen = checked.setup.focuses_off_the_shutter
    if not requests.shared_camera or not (asked or chosen):
        return None
    return report(
        "backbutton_handover",
        about="request" if asked else checked.about("af_activation"),
        sentence="Others press the shutter button, and nothing focuses.",
        handled_by=() if chosen else ("af_activation",),
        remedy=Remedy(label="Shutter button", changes={"af_activation": "shutter_button"}) if chosen else None,
    )


def recompose_cosine_error(checked: Checked) -> Finding | None:
    """Lock and recompose at a depth thinner than the swing."""
    case = checked.case
    if checked.option("focus_recompose") != "lock_recompose" or checked.aperture is None:
        return None
    if case.subject.mid_m > case.figure("recompose_within_m"):
        return None
    focus = case.glass.beyond_focal_m(case.depth.focus_m)
    zone = optics.depth_of_field(case.glass.focal_mm, checked.aperture, focus, case.body.coc_mm)
    behind = float(zone.far_m) - focus
    # Swinging a third of the frame's height: the plane moves back by d (1 - cos angle).
    tangent = case.body.sensor_height_mm / 3 / case.glass.focal_mm
    shift = focus * (1 - 1 / (1 + tangent**2) ** 0.5)
    if shift < behind * case.figure("swing_share"):
        return None
    return report(
        "recompose_cosine_error",
        about=checked.about("focus_recompose"),
        sentence=f"Swinging a third of the frame moves the plane by {wording.centimetres(shift, 1)}; {wording.centimetres(behind, 1)} are sharp behind the subject.",
        remedy=Remedy(label="Move the point", changes={"focus_recompose": "move_point"}),
    )


CHECKS: tuple[Check, ...] = (
    af_low_light_limit,
    af_background_grab,
    af_foreground_grab,
    subject_detection_wrong_target,
    detection_wrong_kind,
    af_mode_moving_subject,
    manual_focus_left_on,
    focus_priority_high_rate,
    automatic_area_in_crowd,
    backbutton_eye_conflict,
    backbutton_handover,
    recompose_cosine_error,
)
