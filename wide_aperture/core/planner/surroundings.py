"""Rules of display, power, controls and link: what the place and the pace of the situation ask of the body."""

from __future__ import annotations

from wide_aperture.core import wording
from wide_aperture.core.planner.draft import Draft

DARK_EV = 2.0
ACTION_M_S = 3.0
KEEP_CHANGES_EV = 3.0


def set_surroundings(draft: Draft) -> None:
    """Display, power, controls and link groups."""
    _set_display(draft)
    _set_power(draft)
    _set_controls(draft)
    _set_link(draft)


def _set_display(draft: Draft) -> None:
    case = draft.case
    dark = case.ev100 < DARK_EV
    draft.put(
        "level",
        "on" if case.on_tripod else "off",
        "A horizon is levelled once, on the tripod." if case.on_tripod else "In the hand it only distracts.",
    )
    draft.put(
        "warm_display",
        "on" if case.ev100 < 0 else "off",
        f"At EV {case.ev100:g} a white screen blinds for minutes."
        if case.ev100 < 0
        else "There is light enough for a white screen.",
    )
    if dark:
        draft.put("display_brightness", "dim", f"At EV {case.ev100:g} a bright screen makes dark frames look right.")
    draft.put(
        "finder_switch",
        "screen" if case.on_tripod else "auto",
        "On the tripod anything before the eye sensor would blank the screen."
        if case.on_tripod
        else "The eye decides.",
    )
    quick = case.is_moving and case.speed_m_s >= ACTION_M_S
    draft.put(
        "finder_refresh",
        "high" if quick else "normal",
        f"At {case.speed_m_s:g} m/s a slow finder shows the past." if quick else "Saves the battery.",
    )
    draft.put(
        "boost_mode",
        "on" if quick else "off",
        "Worth the battery while it lasts." if quick else "Nothing here is quick enough to need it.",
    )


def _set_power(draft: Draft) -> None:
    case = draft.case
    waiting = case.situation.genre in ("wildlife", "sports", "street") or case.has("unrepeatable")
    long_exposure = draft.exposure.shutter_s > 10
    seconds = 300.0 if waiting or long_exposure else 60.0
    draft.put(
        "auto_off",
        seconds,
        f"It must be awake when something happens at {wording.metres(case.near_m)}."
        if waiting
        else "It must not sleep between long exposures."
        if long_exposure
        else "Nothing hurries: sleep saves the battery.",
        layer="genre" if waiting and not case.has("unrepeatable") else "situation",
    )
    draft.put_habit("clock_zone", "local", "Frames sort by the time of the place.")


def _set_controls(draft: Draft) -> None:
    mode = draft.option("exposure_mode")
    changes_most = {
        "manual": ("shutter", "aperture", "iso", "Light moves: the shutter or the ISO answers."),
        "bulb": ("shutter", "aperture", "iso", "The time is kept by hand."),
        "manual_auto_iso": (
            "shutter",
            "aperture",
            "comp",
            "ISO follows by itself; compensation is what you change most.",
        ),
        "aperture_priority": ("comp", "aperture", "iso", "Compensation is what you change most."),
        "aperture_priority_auto_iso": ("comp", "aperture", "iso", "Compensation is what you change most."),
        "shutter_priority": ("shutter", "comp", "iso", "The time makes the streak; compensation makes the tone."),
        "shutter_priority_auto_iso": (
            "shutter",
            "comp",
            "iso",
            "The time makes the streak; compensation makes the tone.",
        ),
    }
    rear, front, ring, why = changes_most.get(
        mode or "", ("comp", "aperture", "iso", "Compensation is what you change most.")
    )
    draft.put("dial_rear", rear, why)
    draft.put("dial_front", front, "The value you change next.")
    draft.put("dial_ring", ring, "The rest, where a knock is noticed at once.")
    swing = draft.case.light_swing_ev
    if swing >= KEEP_CHANGES_EV:
        draft.put("slot_changes", "kept", f"The light moves by {swing:g} EV: what is corrected on the way must stay.")
    lock = draft.case.has("unrepeatable") and mode in ("manual", "bulb")
    draft.put(
        "controls_lock",
        "dials" if lock else "off",
        "It happens once: nothing may be knocked." if lock else "Dials must answer.",
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
    studio = draft.case.situation.genre == "portrait" and draft.case.flash_leads
    draft.put(
        "link_mode",
        "tether" if studio else "off",
        "A cable and a large screen show what the flash does."
        if studio
        else "Nothing waits for pictures now; the battery lasts longer.",
        layer="genre" if studio else "situation",
    )
    if studio:
        draft.put("link_send", "small_jpeg", "Small JPEGs come at once, raw stays on the card.")
