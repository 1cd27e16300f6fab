"""Rules of recording and care: file, look, cards, clocks, review, sounds and lamps."""

from __future__ import annotations

from wide_aperture.core.planner.draft import Draft

FILE_SCHOOLS = {"raw": "raw_lossless_compressed", "raw_plus_jpeg": "raw_plus_jpeg", "jpeg": "jpeg"}


def set_record(draft: Draft) -> None:
    """Every setting of file, display, discretion and care groups."""
    _set_file(draft)
    _set_cards(draft)
    _set_discretion(draft)
    _set_several_bodies(draft)


def _set_file(draft: Draft) -> None:
    case = draft.case
    asked = case.requests.file
    school = case.schools.file
    if asked is not None:
        draft.put_available("file", (asked, "raw"), "You asked for it.")
    else:
        draft.put_available(
            "file",
            (FILE_SCHOOLS[school], "raw"),
            "Nothing is lost and the file is smaller." if school == "raw" else "Your school of files.",
            layer="foundation",
            school=draft.follow("file", school.replace("_", " ")),
        )
    screen = case.output == "screen"
    jpeg = draft.option("file") in ("jpeg", "raw_plus_jpeg")
    draft.put(
        "colour_space",
        "srgb" if screen or not jpeg else "wide",
        "For screens, where the wide one looks dull."
        if screen
        else "Raw does not care, and previews are seen on screens."
        if not jpeg
        else "For print, where the wide one pays.",
    )


def _set_cards(draft: Draft) -> None:
    case = draft.case
    if case.body.card_slots < 2:
        draft.put("card_mode", "single", f"{case.body.name} has one slot: change cards before they are full.")
    elif case.has("unrepeatable"):
        draft.put("card_mode", "backup", "It happens once: every frame on two cards.")
    elif case.requests.card_mode is not None:
        draft.put_available("card_mode", (case.requests.card_mode, "backup"), "You asked for it.")
    elif case.schools.cards != "mirror":
        mode = {"overflow": "overflow", "split_by_kind": "raw_jpeg_split"}[case.schools.cards]
        draft.put_available(
            "card_mode",
            (mode, "backup"),
            "Your school of cards.",
            layer="foundation",
            school=draft.follow("cards", case.schools.cards.replace("_", " ")),
        )
    else:
        draft.put_habit("card_mode", "backup", "A second copy costs nothing but a card.")


def _set_discretion(draft: Draft) -> None:
    case = draft.case
    quiet = case.has("silent", "discreet")
    why = "Nobody should notice the camera." if quiet else "Sounds help nobody but the neighbour."
    if quiet:
        draft.put("sounds", "off", why)
        draft.put("assist_lamp", "off", "A lamp in the face gives the camera away.")
    else:
        draft.put_habit("sounds", "off", why)
        reach = f"Its few metres do not reach {case.near_m:.3g} m." if case.near_m > 4 else "People look into it."
        draft.put_habit("assist_lamp", "off", reach)
    for setting in ("shutter_sound", "timer_beep", "front_lamp"):
        if quiet:
            draft.put(setting, "off", why)
    review_school = case.schools.review
    draft.put_habit("review", review_school, "Your school of review.")
    if "review" not in draft.foundation:
        draft.follow("review", review_school.replace("_", " "))


def _set_several_bodies(draft: Draft) -> None:
    several = draft.case.requests.bodies > 1
    draft.put(
        "clock_sync",
        "before_start" if several else "not_needed",
        f"{draft.case.requests.bodies} bodies: their frames sort by time." if several else "One body.",
    )
    if several:
        draft.put("file_prefix", "per_body", "Two bodies count alike: a prefix each keeps files apart.")
    else:
        draft.put_habit("file_prefix", "per_body", "A name of its own from the first day on.")
