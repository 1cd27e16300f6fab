"""Rules of display, power, controls and link: what the place and the pace of the situation ask of the body."""

from __future__ import annotations

import math

from wide_aperture.core.craft.exposure_modes import exposes_by_hand
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.physics.quantities import format_aperture, format_iso
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.draft import Draft

JUDGED_LIVE: tuple[SettingId, ...] = ("overlay_histogram", "overlay_level")


def set_surroundings(draft: Draft) -> None:
    """Display, power, controls and link groups."""
    _set_display(draft)
    _set_screen_for_place(draft)
    _set_overlays(draft)
    _set_top_light(draft)
    _set_power(draft)
    _set_controls(draft)
    _set_link(draft)


def _set_display(draft: Draft) -> None:
    case = draft.case
    dark = case.light.ev100 < case.figure("night_from_ev")
    draft.put(
        "level",
        "on" if case.support.on_tripod else "off",
        f"1° of tilt lifts one end of the horizon by {_tilt_px(case):.0f} px: levelled once, on the tripod."
        if case.support.on_tripod
        else f"In the hand it only distracts; 1° of tilt ({_tilt_px(case):.0f} px) is turned back later.",
    )
    draft.put(
        "warm_display",
        "on" if case.light.ev100 < 0 else "off",
        f"At {wording.ev(case.light.ev100)} a white screen blinds for minutes."
        if case.light.ev100 < 0
        else f"At {wording.ev(case.light.ev100)} the eye is not adapted to the dark.",
        must=case.light.ev100 < 0,
    )
    if dark:
        draft.put(
            "display_brightness",
            "dim",
            f"At {wording.ev(case.light.ev100)} a bright screen makes dark frames look right.",
            must=True,
        )
    draft.put(
        "finder_switch",
        "screen" if case.support.on_tripod else "auto",
        f"On the tripod, for {wording.seconds(draft.exposure.shutter_s)}, anything before the eye sensor would blank the screen."
        if case.support.on_tripod
        else f"In the hand at {case.glass.focal_mm:.0f} mm both are used: the eye decides.",
    )
    quick = case.subject.is_moving and case.subject.speed_m_s >= case.figure("action_m_s")
    draft.put(
        "finder_refresh",
        "high" if quick else "normal",
        f"At {wording.speed(case.subject.speed_m_s)} a slow finder shows the past."
        if quick
        else f"{_pace(case)} the usual refresh is fast enough, and saves the battery.",
    )
    draft.put(
        "boost_mode",
        "on" if quick else "off",
        f"At {wording.speed(case.subject.speed_m_s)} worth the battery while it lasts."
        if quick
        else f"{_pace(case)} it would only cost battery.",
    )


def _set_screen_for_place(draft: Draft) -> None:
    case, light = draft.case, wording.ev(draft.case.light.ev100)
    if case.light.ev100 >= case.figure("sun_from_ev") and not case.light.is_indoors:
        draft.put("screen_for_place", "sun", f"At {light} a screen set for a room is not seen.")
    elif case.situation.genre == "portrait" and case.flash.in_use:
        why = f"Beside flash and {light} of room light the screen is judged by itself."
        draft.put("screen_for_place", "studio", why)
    else:
        draft.put_habit("screen_for_place", "room", "A brighter one would make frames look too light.")


def _set_overlays(draft: Draft) -> None:
    case, time = draft.case, wording.seconds(draft.exposure.shutter_s)
    for setting in JUDGED_LIVE:
        if case.support.on_tripod:
            draft.put(setting, "on", f"On the tripod there is time to read it before {time}.")
        else:
            draft.put_habit(setting, "off", "In the hand the frame must stay free.")
    if draft.option("af_mode") == "manual":
        why = f"Focus is set by hand, at {wording.metres(case.depth.focus_m)}: the scale says where it stands."
        draft.put("overlay_distance", "on", why)
    else:
        draft.put_habit("overlay_distance", "off", "Focus finds the distance by itself.")


def _set_top_light(draft: Draft) -> None:
    case, light = draft.case, wording.ev(draft.case.light.ev100)
    if case.light.ev100 < case.figure("night_from_ev") and not case.has("discreet", "silent"):
        draft.put("top_light", "on", f"At {light} the display is not read without.")
    else:
        draft.put_habit("top_light", "off", "It is read as it is, and shows nobody where you stand.")


def _set_power(draft: Draft) -> None:
    case = draft.case
    waiting = case.situation.genre in ("wildlife", "sports", "street") or case.has("unrepeatable")
    long_exposure = draft.exposure.shutter_s > case.figure("long_exposure_s")
    seconds = case.figure("sleep_s", "waiting" if waiting or long_exposure else "other")
    draft.put(
        "auto_off",
        seconds,
        f"It must be awake when something happens at {wording.metres(case.subject.near_m)}."
        if waiting
        else f"It must not sleep between exposures of {wording.seconds(draft.exposure.shutter_s)}."
        if long_exposure
        else f"{_pace(case)} nothing hurries: sleep after {seconds:g} s saves the battery.",
        layer="genre" if waiting and not case.has("unrepeatable") else "situation",
    )
    draft.put_habit("clock_zone", "local", "Frames sort by the time of the place.")


def _set_controls(draft: Draft) -> None:
    mode = draft.option("exposure_mode")
    low, high = draft.case.light.ev_low, draft.case.light.ev_high
    light = (
        f"Light from {wording.ev(low)} to {wording.ev(high)}"
        if high - low >= draft.case.figure("stated_swing_ev")
        else f"Light at {wording.ev(draft.case.light.ev100)}"
    )
    changes_most = {
        "manual": ("shutter", "aperture", "iso", f"{light}: the shutter or the ISO answers."),
        "bulb": ("shutter", "aperture", "iso", f"The {wording.seconds(draft.exposure.shutter_s)} are kept by hand."),
        "manual_auto_iso": (
            "shutter",
            "aperture",
            "comp",
            f"{light}: ISO follows by itself, the time answers the pace of the subject.",
        ),
        "aperture_priority": ("comp", "aperture", "iso", f"{light}: compensation is what you change most."),
        "aperture_priority_auto_iso": ("comp", "aperture", "iso", f"{light}: compensation is what you change most."),
        "shutter_priority": (
            "shutter",
            "comp",
            "iso",
            f"{wording.seconds(draft.exposure.shutter_s)} makes the streak; compensation makes the tone.",
        ),
        "shutter_priority_auto_iso": (
            "shutter",
            "comp",
            "iso",
            f"{wording.seconds(draft.exposure.shutter_s)} makes the streak; compensation makes the tone.",
        ),
    }
    rear, front, ring, why = changes_most.get(
        mode or "", ("comp", "aperture", "iso", f"{light}: compensation is what you change most.")
    )
    if (order := draft.case.schools.dial_order) != "by_mode":
        rear, front = ("aperture", "shutter") if order == "aperture_rear" else ("shutter", "aperture")
        draft.follow("order of dials", order.replace("_", " "))
        why = f"Your school: the same in every mode. {light}."
    elif draft.case.schools.preview == "flat_for_truth" and rear != "comp" and "comp" in (front, ring):
        rear, front, ring = ("comp", rear, ring) if front == "comp" else ("comp", rear, front)
        why = f"Your school of preview: the histogram is answered by compensation, under the thumb. {light}."
    draft.put("dial_rear", rear, why)
    draft.put("dial_front", front, f"The value you change next, now {_said(draft, front)}.")
    draft.put("dial_ring", ring, f"The rest, now {_said(draft, ring)}, where a knock is noticed at once.")
    swing = draft.case.light.swing_ev
    if swing >= draft.case.figure("keep_changes_ev"):
        draft.put("slot_changes", "kept", f"The light moves by {swing:g} EV: what is corrected on the way must stay.")
    lock = draft.case.has("unrepeatable") and exposes_by_hand(mode)
    draft.put(
        "controls_lock",
        "dials" if lock else "off",
        f"It happens once: {wording.seconds(draft.exposure.shutter_s)} and {format_aperture(draft.exposure.aperture)} may not be knocked."
        if lock
        else f"{light}: the dials must answer.",
    )
    if draft.case.schools.af_mode == "single_continuous_on_button":
        draft.put("button_front", "af_mode", "Your school: one press between single and continuous focus.")
    if draft.case.schools.af_mode == "continuous_hold_to_stop" and draft.option("af_mode") == "continuous":
        draft.put("button_back", "focus_stop", "Your school: focus runs by itself, this button makes it stand.")
        return
    activation = draft.option("af_activation")
    button = {"back_button": "focus", "back_button_eye": "focus_eye"}.get(activation or "", "exposure_lock")
    draft.put(
        "button_back",
        button,
        "Focus starts here."
        if activation in ("back_button", "back_button_eye")
        else "The shutter button focuses; here the exposure is held.",
    )


def _set_link(draft: Draft) -> None:
    studio = draft.case.situation.genre == "portrait" and draft.case.flash.leads
    draft.put(
        "link_mode",
        "tether" if studio else "off",
        "A cable and a large screen show what the flash does."
        if studio
        else f"Nobody waits for pictures {_hours(draft)}; the battery lasts longer.",
        layer="genre" if studio else "situation",
    )
    if studio:
        draft.put("link_send", "small_jpeg", "Small JPEGs come at once, raw stays on the card.")


def _tilt_px(case: Case) -> float:
    """By how many pixels one degree of roll lifts one end of a horizon across the frame."""
    return case.body.width_px * math.tan(math.radians(1.0))


def _said(draft: Draft, dial: str) -> str:
    """The present value of what a dial turns."""
    cell = draft.exposure
    known = {
        "shutter": wording.seconds(cell.shutter_s),
        "aperture": format_aperture(cell.aperture),
        "iso": format_iso(cell.iso),
        "comp": f"{wording.signed_stops(draft.number('exposure_comp_ev'))} EV",
    }
    return known[dial]


def _hours(draft: Draft) -> str:
    situation = draft.case.situation
    if situation.starts_at_min is None or situation.ends_at_min is None:
        return "here"
    clock = [
        f"{minute % 1440 // 60:02d}:{minute % 60:02d}" for minute in (situation.starts_at_min, situation.ends_at_min)
    ]
    return f"between {clock[0]} and {clock[1]}"


def _pace(case: Case) -> str:
    return wording.pace(case.subject.speed_m_s, case.subject.is_moving)
