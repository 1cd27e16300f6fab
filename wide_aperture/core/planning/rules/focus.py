"""Rules of focus: mode, area, subject, response, priority, activation, distance."""

from __future__ import annotations

import math

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.exposure_modes import exposes_by_hand
from wide_aperture.core.craft.figures import full_name
from wide_aperture.core.craft.focus_lab import SURELY, nearest_row
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.planning.precedence import ASKED
from wide_aperture.core.sky.night.moon import FOCUS_FIRST

AREA_SCHOOLS = {
    "single_point": "single_point",
    "small_wide": "expanded_point",
    "zone": "zone",
    "tracking": "tracking_point",
}
HALF_PRESS: tuple[SettingId, ...] = ("half_press_single", "half_press_continuous")


def set_focus(draft: Draft) -> None:
    """Every setting of the focus group."""
    case = draft.case
    mode = _set_mode(draft)
    if mode == "manual":
        _set_manual(draft)
    else:
        _set_area(draft)
        _set_detection(draft)
        _set_response(draft, mode)
        _set_priority(draft, mode)
        _set_activation(draft)
        _set_eye_button(draft)
        _set_half_press(draft)
        _set_detection_start(draft)
        _say_what_the_lab_found(draft)
    focus_m = case.depth.focus_m
    set_by_hand = mode == "manual" or case.depth.range_is_wanted_sharp
    draft.put(
        "focus_distance_m",
        round(focus_m, 2) if set_by_hand and math.isfinite(focus_m) else None,
        f"Holds {wording.metres(case.subject.near_m)} to {wording.metres(case.subject.far_m)} together."
        if set_by_hand and math.isfinite(focus_m)
        else "Infinity, fine-tuned on a bright star or far light."
        if math.isinf(focus_m)
        else "Focus follows the subject.",
    )


def _say_what_the_lab_found(draft: Draft) -> None:
    """Beside area and response: how many frames in a hundred the focus lab keeps with them, and with the other ways."""
    case, situation = draft.case, draft.case.situation
    area, response = draft.option("af_area"), draft.option("af_response")
    if draft.option("af_mode") != "continuous" or area is None or response is None:
        return
    row = nearest_row(situation, case.subject.kind, case.subject.speed_m_s)
    if row is None or response not in row.shares.get(area, {}):
        return
    ratio = case.figure("lab_sharp_ratio", case.subject.kind)
    shares = {each: {how: min(share * ratio, 1.0) for how, share in by.items()} for each, by in row.shares.items()}
    found = shares[area]
    measured = full_name("lab_sharp_ratio", case.subject.kind) in case.given.own_values
    whose = "by your own frames" if measured else "assumed figures"
    word = catalogue.setting("af_response").option_label
    others = [f"{word(each)} {share:.0%}" for each, share in found.items() if each != response]
    if max(found.values()) - min(found.values()) > SURELY:
        said = f"{word(response)} keeps {found[response]:.0%} of frames sharp, {' and '.join(others)}"
        draft.add_reason("af_response", f"Focus lab, {row.title.lower()}, {whose}: {said}.")
    best = max(shares, key=lambda each: shares[each][response])
    mine, most = found[response], shares[best][response]
    other = f"{catalogue.setting('af_area').option_label(best)} {most:.0%}" if most > mine + SURELY else "no other more"
    said = f"this area keeps {mine:.0%} of frames sharp, {other}"
    draft.add_reason("af_area", f"Focus lab, {row.title.lower()}, {whose}: {said}.")


def _set_mode(draft: Draft) -> str:
    case = draft.case
    asked = case.requests.af_mode
    if not (case.body.autofocus and case.lens.autofocus):
        without = case.body.name if not case.body.autofocus else case.lens.name
        draft.put("af_mode", "manual", f"{without} has no autofocus.")
        return "manual"
    if case.situation.look == "light_trails":
        where = wording.metres(case.subject.mid_m, 3)
        draft.put(
            "af_mode", "manual", f"Set once at {where}, where the trails run: lamps in the dark pull autofocus about."
        )
        return "manual"
    if _one_press_for_two(draft) and not draft.has_option("af_activation", "back_button"):
        share = f"{case.body.spot_area_share:.1%}"
        why = f"The spot's {share} of the frame and focus would hang on one press: focus is set by hand, the press is the meter's."
        draft.put("af_mode", "manual", why)
        return "manual"
    if case.depth.is_zone_focus:
        draft.put(
            "af_mode", "manual", f"Zone focus: the distance is set once, at {wording.metres(case.depth.focus_m)}."
        )
        return "manual"
    if case.light.ev100 < case.glass.af_blind_ev or (case.subject.kind == "stars" and case.light.ev100 < 0):
        draft.put(
            "af_mode",
            "manual",
            f"At {wording.ev(case.light.ev100)} autofocus sees nothing: an enlarged bright star decides.",
        )
        return "manual"
    if case.situation.genre == "night_sky" and case.light.ev100 < -1:
        why = f"{wording.ev(case.light.ev100)} is too dark to trust autofocus on low contrast."
        draft.put("af_mode", "manual", why, layer="genre")
        return "manual"
    if case.is_timed_series and asked is None:
        why = "Focus once, then by hand: a hunt in one frame would show in the whole series."
        draft.put("af_mode", "manual", why)
        return "manual"
    if asked is not None and "af_mode" not in case.wishes.harms:
        return draft.put_available("af_mode", (asked,), ASKED)
    if case.schools.af_mode in ("continuous_always", "continuous_hold_to_stop") and case.subject.is_living:
        school = draft.follow("AF mode", case.schools.af_mode.replace("_", " "))
        return draft.put_available(
            "af_mode", ("continuous",), "Your school: continuous, and a button makes it stand.", school=school
        )
    if case.subject.kind == "moon":
        way = case.schools.moon_focus
        draft.follow("focusing on the Moon", way.replace("_", " "))
        mode = "manual" if way == "by_hand" else way
        return draft.put_available("af_mode", (mode, "manual"), FOCUS_FIRST[way])
    if case.subject.is_moving:
        mode, why = "continuous", f"The subject moves at {wording.speed(case.subject.speed_m_s)}: focus must follow."
    elif case.situation.genre == "wildlife" and case.subject.is_living:
        mode, why = (
            "continuous",
            f"Between {wording.metres(case.subject.near_m)} and {wording.metres(case.subject.far_m)} it may go at any time.",
        )
    else:
        mode, why = (
            "single",
            f"Nothing at {wording.metres(case.subject.mid_m)} moves towards or away: lock once, check, release.",
        )
    layer = "genre" if mode == "continuous" and not case.subject.is_moving else "situation"
    return draft.put_available("af_mode", (mode, "auto_switch"), why, layer=layer)


def _one_press_for_two(draft: Draft) -> bool:
    """True where a spot is laid elsewhere than focus, the camera exposes, and no button can hold the light."""
    exposes = not exposes_by_hand(draft.option("exposure_mode"))
    return exposes and draft.so_far.lays_spot_apart and not draft.has_option("ae_lock", "button")


def _set_manual(draft: Draft) -> None:
    zone = draft.case.depth.is_zone_focus
    if zone:
        draft.put(
            "af_area",
            "zone_focus",
            f"Depth does the work: {wording.metres(draft.case.subject.near_m)} to {wording.metres(draft.case.subject.far_m)} without turning the ring.",
            must=True,
        )
    else:
        draft.put_available(
            "af_area",
            ("magnified_live_view", "na"),
            f"By hand at {wording.ev(draft.case.light.ev100)}: enlarged in the finder, turned through the sharpest point and back.",
            must=True,
        )
    draft.put("subject_detection", "off", "Focus is by hand.", must=True)
    draft.put("af_response", "na", "Focus is by hand.", must=True)
    draft.put("af_priority", "na", "Focus is by hand.", must=True)
    draft.put("af_activation", None, "Focus is by hand.", must=True)


def _set_area(draft: Draft) -> None:
    case = draft.case
    asked = case.requests.af_area
    harm = case.wishes.harms.get("af_area")
    if asked is not None and harm is None:
        draft.put_available("af_area", (asked, "zone", "single_point"), ASKED)
        return
    if (school := case.schools.af_area) != "by_case" and harm is None and case.subject.kind not in ("moon", "stars"):
        area = AREA_SCHOOLS[school]
        why = f"Your school, at {wording.metres(case.subject.mid_m)} and {wording.speed(case.subject.speed_m_s)}."
        draft.put_available(
            "af_area", (area, "zone", "single_point"), why, school=draft.follow("focus area", school.replace("_", " "))
        )
        return
    ranked, why = _area_for(case)
    draft.put_available("af_area", ranked, why, *((f"Not what you asked for: {harm}.",) if harm else ()))


def _area_for(case: Case) -> tuple[tuple[str, ...], str]:
    speed = case.subject.speed_m_s
    if not case.subject.is_living and not case.subject.is_moving:
        return (
            "single_point",
            "pinpoint",
        ), f"It stands still at {wording.metres(case.subject.mid_m)}: a point on the part that must be sharpest."
    if case.has("foreground_obstacles"):
        return (
            "expanded_point",
            "single_point",
        ), f"Small enough to look past what stands in front of {wording.metres(case.subject.near_m)}."
    if not case.subject.is_moving:
        return (
            "expanded_point",
            "single_point",
            "small_zone",
        ), f"The subject hardly moves ({wording.speed(speed)}): small and certain."
    if case.has("background_changes") and not case.has("plain_sky_background", "crowd_behind"):
        return (
            "tracking_point",
            "expanded_point",
        ), f"At {wording.speed(speed)} before a background with texture: started on the subject, then it follows."
    if case.has("crowd_behind"):
        return (
            "tracking_point",
            "expanded_point",
        ), f"At {wording.speed(speed)}, started on the right person so that faces behind do not win."
    if case.has("plain_sky_background"):
        return (
            "wide_tracking",
            "zone",
        ), f"At {wording.speed(speed)} before plain sky nothing else is there to focus on: as wide as it goes."
    if speed < case.figure("release_from_m_s"):
        return (
            "small_zone",
            "expanded_point",
        ), f"At {wording.speed(speed)} a small zone keeps up and leaves the background alone."
    return ("zone", "wide_tracking"), f"At {wording.speed(speed)} no single point stays on the subject."


def _set_detection(draft: Draft) -> None:
    case = draft.case
    asked = case.requests.subject_detection
    if asked is not None and "subject_detection" not in case.wishes.harms:
        draft.put_available("subject_detection", (asked, "off"), ASKED)
        return
    if case.situation.look == "silhouette":
        draft.put("subject_detection", "off", "A black shape has no eye to find: its edge is focused.")
        return
    if case.schools.detection == "automatic" and case.subject.is_living:
        draft.put_available(
            "subject_detection",
            ("automatic", "human_eye" if case.subject.kind in ("person", "group") else "animal_eye", "off"),
            f"Your school: {wording.ev(case.light.ev100)} is light enough to tell subjects apart."
            if case.light.ev100 >= case.figure("detection_light_ev")
            else f"Your school; at {wording.ev(case.light.ev100)} forcing the kind of subject would be surer.",
            school=draft.follow("detection", "automatic subject"),
        )
    elif case.subject.kind in ("person", "group"):
        share = case.figure("face_height_m") * case.glass.focal_mm / case.subject.mid_m / case.body.sensor_height_mm
        if share >= case.figure("eye_needs_share"):
            draft.put_available(
                "subject_detection",
                ("human_eye", "human", "off"),
                f"A face fills {share:.0%} of the height: its eye is found.",
            )
        else:
            draft.put_available(
                "subject_detection", ("human", "off"), f"A face fills only {share:.1%} of the height: body and head."
            )
    elif case.subject.kind == "animal":
        draft.put_available(
            "subject_detection",
            ("animal_eye", "animal", "off"),
            f"An animal {wording.metres(case.subject.mid_m)} away: the eye first, the body where it is too small.",
        )
    elif case.subject.kind == "insect":
        draft.put_available(
            "subject_detection",
            ("insect", "animal_eye", "off"),
            f"An insect {wording.metres(case.subject.mid_m)} away: its head, where the body knows insects.",
        )
    elif case.subject.kind == "bird":
        draft.put_available(
            "subject_detection",
            ("bird", "animal_eye", "off"),
            f"A bird {wording.metres(case.subject.mid_m)} away: body and head, the eye when it is near.",
        )
    elif case.subject.kind == "vehicle":
        draft.put_available(
            "subject_detection",
            ("vehicle", "human", "off"),
            f"A vehicle {wording.metres(case.subject.mid_m)} away, and its rider.",
        )
    else:
        draft.put(
            "subject_detection",
            "off",
            f"Nothing alive between {wording.metres(case.subject.near_m)} and {wording.metres(case.subject.far_m)} to find.",
        )


def _set_response(draft: Draft, mode: str) -> None:
    case = draft.case
    if mode == "single":
        draft.put("af_response", "na", "Single focus does not follow.")
    elif case.schools.response == "standard_always":
        why = f"Your school: one behaviour, also at {wording.speed(case.subject.speed_m_s)}."
        draft.put_available("af_response", ("standard",), why, school=draft.follow("response", "always the default"))
    elif case.has("foreground_obstacles", "crowd_behind", "background_changes") and not case.has(
        "plain_sky_background"
    ):
        draft.put_available(
            "af_response",
            ("locked_on", "standard"),
            f"At {wording.speed(case.subject.speed_m_s)} something else can take the focus: stay with the subject.",
        )
    else:
        draft.put_available(
            "af_response",
            ("standard",),
            f"Default: {case.situation.direction} at {wording.speed(case.subject.speed_m_s)} asks for nothing else.",
        )


def _set_priority(draft: Draft, mode: str) -> None:
    case = draft.case
    school = case.schools.priority
    if school != "by_case":
        draft.put_available(
            "af_priority", (school, "balanced", "release"), "Your school.", school=draft.follow("priority", school)
        )
        single = "release" if school == "release" else "focus"
        draft.put(
            "priority_single", single, "Your school, in single focus too.", school=draft.follow("priority", school)
        )
    elif mode == "single":
        draft.put_available(
            "af_priority",
            ("focus", "balanced"),
            f"Nothing at {wording.metres(case.subject.mid_m)} runs away: waiting for focus loses nothing.",
            school=draft.follow("priority", "focus"),
        )
    elif case.subject.speed_m_s >= case.figure("release_from_m_s"):
        draft.put_available(
            "af_priority", ("release", "balanced"), f"At {wording.speed(case.subject.speed_m_s)} the moment will not wait for focus.",
            school=draft.follow("priority", "release"),
        )  # fmt: skip
    else:
        draft.put_available(
            "af_priority",
            ("balanced", "focus"),
            f"{wording.speed(case.subject.speed_m_s)} is slow enough to ask for focus, quick enough not to insist.",
            school=draft.follow("priority", "balanced"),
        )


def _set_activation(draft: Draft) -> None:
    case = draft.case
    school = case.schools.focus_start
    if case.requests.shared_camera or school == "shutter_for_borrowers":
        draft.put(
            "af_activation",
            "shutter_button",
            "Others use the camera: the shutter button must focus.",
            school=draft.follow("starting focus", "shutter for borrowers"),
        )
        return
    if _one_press_for_two(draft):
        share = f"{case.body.spot_area_share:.1%}"
        why = f"No button holds the light: the shutter button does, for the spot's {share} of the frame; focus has its own."
        draft.put("af_activation", "back_button", why, must=True)
        return
    if case.requests.back_button_af is not None:
        draft.put("af_activation", "back_button" if case.requests.back_button_af else "shutter_button", ASKED)
        return
    option = {"back_button": "back_button", "shutter_button": "shutter_button", "back_button_eye": "back_button_eye"}[
        school
    ]
    draft.put_available(
        "af_activation", (option, "shutter_button"), "Your school of starting focus.", layer="foundation",
        school=draft.follow("starting focus", school.replace("_", " ")),
    )  # fmt: skip


def _set_eye_button(draft: Draft) -> None:
    """Eye on a button means no eye otherwise: detection that never sleeps would make the button idle."""
    if draft.option("af_activation") == "back_button_eye":
        near = wording.metres(draft.case.subject.mid_m)
        draft.put("eye_detection", "off", f"A button looks for the eye at {near}; outside of it the point decides.")


def _set_half_press(draft: Draft) -> None:
    """Half a press focuses unless a button of its own does."""
    off = draft.so_far.focuses_off_the_shutter
    why = (
        f"Focus has a button of its own; half a press only wakes the body at {wording.metres(draft.case.subject.mid_m)}."
        if off
        else "The shutter button focuses: half a press, whatever the mode."
    )
    for setting in HALF_PRESS:
        draft.put_habit(setting, "off" if off else "on", why)


def _set_detection_start(draft: Draft) -> None:
    case = draft.case
    if draft.option("subject_detection") in (None, "off"):
        return
    several = case.has("crowd_behind", "foreground_obstacles") or case.subject.kind == "group"
    near = wording.metres(case.subject.mid_m)
    if several:
        draft.put("detection_start", "point", f"More than one may be found at {near}: the point says which.")
    else:
        draft.put_habit("detection_start", "frame", f"Nobody else is found at {near}: wherever it stands it is taken.")
