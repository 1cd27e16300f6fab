"""Rules of what helps focusing: eye, faces, motion, peaking, recomposing, limiter, stack."""

from __future__ import annotations

import math

from wide_aperture.core.craft import point_ways
from wide_aperture.core.documents import wording
from wide_aperture.core.physics import optics
from wide_aperture.core.physics.quantities import format_aperture
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.planning.precedence import ASKED


def set_focus_aids(draft: Draft) -> None:
    """Every focus setting besides mode, area, detection, response and priority."""
    by_hand = draft.option("af_mode") == "manual"
    if by_hand:
        _set_hand_aids(draft)
    else:
        _set_prediction(draft)
        _set_recomposing(draft)
        _set_ring_after_focus(draft)
    _set_limiter(draft)
    _set_stack(draft)
    _set_touch_drag(draft)
    _set_other_mode(draft)
    if not by_hand:
        _say_how_the_point_goes(draft)
    if not by_hand and draft.case.schools.peaking == "always":
        why = f"Your school: where focus lies at {wording.metres(draft.case.subject.mid_m)} is seen at every moment."
        draft.put("peaking", draft.case.schools.peaking_level, why, school=draft.follow("peaking", "always"))
        _set_peaking_colour(draft)


def _set_other_mode(draft: Draft) -> None:
    """Beside a fixed distance: what a held button brings for the one who stands elsewhere, gone when it is let go."""
    case = draft.case
    if not case.depth.is_zone_focus or not (case.body.autofocus and case.lens.autofocus):
        return
    widest = case.glass.widest_aperture
    why = (
        f"The zone holds {wording.metres(case.subject.near_m)} to {wording.metres(case.subject.far_m)}: for what stands elsewhere a "
        f"held button brings autofocus and {format_aperture(widest)}."
    )
    draft.put_available("other_mode", ("aperture_priority_auto_iso", "aperture_priority", "program"), why)
    draft.put("other_mode_aperture", widest, why)
    draft.put_available("other_mode_area", ("single_point", "small_zone", "whole_area"), why)
    if draft.has_option("button_front", "other_mode"):
        draft.put("button_front", "other_mode", why)


def _say_how_the_point_goes(draft: Draft) -> None:
    """Where focus goes by a point: the surest way this body has to move it, beside the area's own reason."""
    best = point_ways.surest(point_ways.ways_of(draft.case.body, draft.option("touch_drag")))
    if best is None or not point_ways.goes_by_a_point(draft.option("af_area")):
        return
    said = (
        f"The surest way to move it on {draft.case.body.name}: {point_ways.WORDS[best.kind]}, {best.seconds:g} s, "
        f"{best.wrong:.0%} of moves land beside."
    )
    draft.add_reason("af_area", said)


def _set_touch_drag(draft: Draft) -> None:
    body, school = draft.case.body, draft.case.schools.touch_point
    free = {"left_half": "right_half", "right_half": "left_half"}.get(body.nose_half or "", "whole")
    only_thumb = body.abilities.touch_screen and not body.abilities.joystick and draft.option("af_mode") != "manual"
    if only_thumb and body.nose_half is None:
        why = f"{body.name} has 0 joysticks: a tap on the screen is what moves the point."
        draft.put_available("touch_action", ("point", "focus"), why)
        draft.put("touch_drag", "off", "Nobody looks into a finder: the tap moves the point.")
        return
    if school == "off" and not only_thumb:
        draft.put("touch_drag", "off", "Off: a nose or a cheek moves the point as well as a thumb.")
        return
    beside = f"with the {body.abilities.eye} eye at the finder the {free.replace('_', ' ')} is free of the nose."
    if school == "off":
        why, label = f"{body.name} has 0 joysticks, so the thumb moves the point: {beside}", None
    else:
        why, label = f"Your school: {beside}", draft.follow("point by thumb", "the free half, from where it is")
    draft.put_available("touch_drag", (free, "whole", "off"), why, school=label)
    draft.put_habit("touch_position", "relative", "The thumb is not seen while the eye looks in.")


def _set_hand_aids(draft: Draft) -> None:
    zone = draft.case.depth.is_zone_focus
    dark = draft.case.light.ev100 < 0
    level = draft.case.schools.peaking_level
    draft.put(
        "peaking",
        "off" if dark or zone else level,
        f"At {wording.ev(draft.case.light.ev100)} it marks noise."
        if dark
        else f"The distance is set to {wording.metres(draft.case.depth.focus_m)}; nothing to judge."
        if zone
        else "The low level marks only what is truly sharp."
        if level == "low"
        else f"Your school: seen at a glance, though it marks more than the {_sharp_depth(draft)} that are sharp.",
        school=draft.follow("peaking level", level) if level != "low" else None,
    )
    if zone:
        _set_zone_depth(draft)
    if not (dark or zone):
        _set_peaking_colour(draft)
    draft.put(
        "mf_magnify_on_ring",
        "off" if zone else "on",
        f"The distance stays at {wording.metres(draft.case.depth.focus_m)}: the view must stay whole."
        if zone
        else f"A disc of {draft.case.body.coc_mm * 1000:.0f} µm already looks soft: judged enlarged, never at full view.",
    )


def _sharp_depth(draft: Draft) -> str:
    depth, cell = draft.case.depth, draft.exposure
    focus = draft.case.glass.beyond_focal_m(depth.focus_m)
    zone = optics.depth_of_field(draft.case.glass.focal_mm, cell.aperture, focus, draft.case.body.coc_mm)
    return wording.metres(zone.far_m - zone.near_m) if math.isfinite(zone.far_m) else "distances"


def _set_peaking_colour(draft: Draft) -> None:
    colour = draft.case.schools.peaking_colour
    if colour == "red":
        draft.put("peaking_colour", "red", "A colour this scene hardly has.")
    else:
        draft.put("peaking_colour", colour, "Your school of marks.", school=draft.follow("peaking colour", colour))


def _set_zone_depth(draft: Draft) -> None:
    case = draft.case
    near, far = case.subject.near_m, case.subject.far_m
    if far > near and math.isfinite(far):
        span, marks = far - near, case.body.abilities.zone_depths_m
        chosen = min((mark for mark in marks if mark >= span), default=max(marks)) if marks else span
        why = f"From {wording.metres(near)} to {wording.metres(far)} it may stand anywhere."
        if chosen < span:
            why += f" {case.body.name} has no deeper zone than {wording.metres(chosen)}."
        draft.put("zone_depth_m", chosen, why)


def _set_prediction(draft: Draft) -> None:
    case = draft.case
    if case.schools.af_mode == "continuous_hold_to_stop":
        draft.put(
            "prefocus",
            "on",
            "Your school: focus runs by itself until a button holds it.",
            school=draft.follow("AF mode", "runs by itself, hold to stop"),
        )
    if draft.option("af_mode") != "single":
        motion = {"erratic": "erratic", "across": "steady", "towards": "steady"}.get(case.situation.direction, "normal")
        course = {"erratic": "this way and that ", "across": "across ", "towards": "towards you "}
        way = course.get(case.situation.direction, "")
        draft.put("subject_motion", motion, f"Moves {way}at {wording.speed(case.subject.speed_m_s)}.")
    people = case.subject.kind in ("person", "group")
    couple = people and case.has("unrepeatable")
    if people:
        draft.put(
            "face_register",
            "on" if couple else "off",
            f"Within {wording.metres(case.subject.far_m)} the faces that matter win over the guests'."
            if couple
            else f"From {wording.metres(case.subject.near_m)} to {wording.metres(case.subject.far_m)} no face matters more than the one you point at.",
        )
    draft.put(
        "mf_magnify_on_ring",
        "off",
        f"At {wording.speed(case.subject.speed_m_s)} the whole view is needed."
        if case.subject.is_moving
        else "The focus is automatic: the view stays whole.",
    )


def _set_recomposing(draft: Draft) -> None:
    case = draft.case
    depth = _depth_m(draft)
    thin = depth < case.figure("shallow_depth_m")
    said = (
        f"{_length(depth)} are sharp at {wording.metres(case.depth.focus_m)}"
        if math.isfinite(depth)
        else f"Depth reaches from {wording.metres(case.subject.near_m)} to infinity"
    )
    wanted = case.schools.recomposing
    if wanted == "lock_recompose" and not thin:
        draft.put(
            "focus_recompose",
            "lock_recompose",
            f"Your school; {said}: the swing hardly matters.",
            school=draft.follow("recomposing", "lock and recompose"),
        )
    else:
        draft.put(
            "focus_recompose",
            "move_point",
            f"{said}: swinging would put the plane behind the eye."
            if thin
            else f"{said}; the point goes where the subject is, and nothing has to be swung.",
            school=draft.follow("recomposing", "move the point"),
        )


def _set_ring_after_focus(draft: Draft) -> None:
    case = draft.case
    still = case.support.on_tripod and not case.subject.is_moving and case.lens.ring != "none"
    school = case.schools.ring_refines
    if school != "by_case" and case.lens.ring != "none":
        why = f"Your school, at {wording.metres(case.subject.mid_m)} too."
        label = draft.follow("ring after autofocus", school)
        draft.put("ring_magnify_after_af", "on" if school == "always" else "off", why, school=label)
        return
    if still:
        why = f"On the tripod, {wording.metres(case.subject.mid_m)} away: the ring refines what autofocus found, enlarged."
        draft.put("ring_magnify_after_af", "on", why)
    else:
        pace = wording.pace(case.subject.speed_m_s, case.subject.is_moving)
        draft.put_habit("ring_magnify_after_af", "off", f"{pace} the whole view is needed.")


def _depth_m(draft: Draft) -> float:
    case = draft.case
    if math.isinf(case.depth.focus_m):
        return math.inf
    focus = case.glass.beyond_focal_m(case.depth.focus_m)
    zone = optics.depth_of_field(case.glass.focal_mm, draft.exposure.aperture, focus, case.body.coc_mm)
    return float(zone.far_m - zone.near_m)


def _length(metres: float) -> str:
    return wording.centimetres(metres) if metres < 1 else wording.metres(metres)


def _set_limiter(draft: Draft) -> None:
    case = draft.case
    is_long = case.glass.focal_mm >= case.figure("focus_limit_from_mm")
    far_only = is_long and case.subject.near_m >= case.figure("focus_limit_from_m")
    draft.put(
        "focus_limiter",
        "far" if far_only else "full",
        f"Nothing comes nearer than {wording.metres(case.subject.near_m)}: the lens need not search there."
        if far_only
        else f"At {case.glass.focal_mm:.0f} mm the lens finds its way from {wording.metres(case.subject.near_m)} on without a limit.",
    )


def _set_stack(draft: Draft) -> None:
    case, frames = draft.case, draft.case.depth.stack_frames
    asked = case.requests.focus_stack_frames
    if frames is not None:
        why = ASKED if asked else (
            f"No aperture reaches from {wording.metres(case.subject.near_m)} to {wording.metres(case.subject.far_m)}: {frames} frames, "
            f"each at the lens's best."
        )  # fmt: skip
        draft.put("focus_stack", float(frames), why)
    elif asked is not None:
        draft.put("focus_stack", None, "What moves, or a camera in the hand, would not match between frames.")
