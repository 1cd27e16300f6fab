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
    jpeg_only = draft.option("file") == "jpeg"
    profile = case.requests.picture_profile
    if profile is not None and not (jpeg_only and profile == "flat"):
        draft.put_available("picture_profile", (profile, "neutral"), "You asked for it.")
    elif jpeg_only:
        draft.put_available("picture_profile", ("standard",), "The JPEG is the delivery: a flat look would stay flat.")
    else:
        draft.put_habit("picture_profile", "neutral", "A quiet look keeps preview and histogram near the raw data.")


def _set_cards(draft: Draft) -> None:
    case = draft.case
    if case.body.card_slots < 2:
        draft.put("card_mode", "single", f"{case.body.name} has one slot: change cards before they are full.")
    elif case.has("unrepeatable"):
        draft.put("card_mode", "backup", "It happens once: every frame on two cards.")
    elif case.requests.card_mode is not None:
        draft.put_available("card_mode", (case.requests.card_mode, "backup"), "You asked for it.")
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
