"""Rules of recording and care: file, look, cards, clocks, review, sounds and lamps."""

from __future__ import annotations

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.planning.precedence import ASKED

FILE_SCHOOLS = {"raw": "raw_lossless_compressed", "raw_plus_jpeg": "raw_plus_jpeg", "jpeg": "jpeg"}


def set_record(draft: Draft) -> None:
    """Every setting of file, display, discretion and care groups."""
    _set_file(draft)
    _set_cards(draft)
    _set_discretion(draft)
    _set_shape(draft)
    _set_several_bodies(draft)


def _set_file(draft: Draft) -> None:
    case = draft.case
    asked = case.requests.file
    school = case.schools.file
    if asked is not None:
        draft.put_available("file", (asked, "raw"), ASKED)
    else:
        unread = tuple(each for each in case.body.raw_variants if case.body.raw_opens(each) is False)
        read = tuple(each for each in case.body.raw_variants if case.body.raw_opens(each))
        ranked = tuple(each for each in (FILE_SCHOOLS[school], *read, "raw") if each not in unread)
        draft.put_available(
            "file",
            ranked or (FILE_SCHOOLS[school],),
            "Nothing is lost and the file is smaller." if school == "raw" else "Your school of files.",
            layer="foundation",
            school=draft.follow("file", school.replace("_", " ")),
        )
    screen = case.output.name == "screen"
    jpeg = draft.option("file") in ("jpeg", "raw_plus_jpeg")
    if not jpeg and case.schools.preview == "flat_for_truth":
        why = f"Your school of a true preview: colours clip in the wide one about when raw of {case.body.megapixels:g} MP does."
        draft.put(
            "colour_space", "wide", why, layer="foundation", school=draft.follow("preview", "flat look for truth")
        )
        return
    draft.put(
        "colour_space",
        "srgb" if screen or not jpeg else "wide",
        "For screens, where the wide one looks dull."
        if screen
        else f"Raw does not care, and previews {case.body.width_px:.0f} px wide are seen on screens."
        if not jpeg
        else "For print, where the wide one pays.",
    )


def _set_cards(draft: Draft) -> None:
    case = draft.case
    if case.body.card_slots <= 1:
        draft.put("card_mode", "single", f"{case.body.name} has 1 slot: change cards before they are full.", must=True)
    elif case.has("unrepeatable"):
        draft.put(
            "card_mode",
            "backup",
            f"It happens once: every frame on both of the {case.body.card_slots} cards.",
            must=True,
        )
    elif case.requests.card_mode is not None:
        draft.put_available("card_mode", (case.requests.card_mode, "backup"), ASKED)
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
    why = (
        f"Nobody within {wording.metres(case.subject.near_m)} should notice the camera."
        if quiet
        else "Sounds help nobody but the neighbour."
    )
    if quiet:
        draft.put("sounds", "off", why, must=True)
        lamp = f"A lamp in a face {wording.metres(case.subject.near_m)} away gives the camera away."
        draft.put("assist_lamp", "off", lamp, must=True)
    else:
        draft.put_habit("sounds", "off", why)
        reach = (
            f"Its few metres do not reach {wording.metres(case.subject.near_m, 3)}."
            if case.subject.near_m > case.figure("lamp_reach_m")
            else "People look into it."
        )
        draft.put_habit("assist_lamp", "off", reach)
    for setting in ("shutter_sound", "timer_beep", "front_lamp"):
        if quiet:
            draft.put(setting, "off", why, must=True)
    _set_review(draft)
    _set_burst_review(draft)


def _set_review(draft: Draft) -> None:
    case, school = draft.case, draft.case.schools.review
    if school != "by_case":
        draft.put_habit("review", school, "Your school of review.")
        draft.follow("review", school.replace("_", " "))
    elif case.situation.genre == "wildlife" and case.subject.is_moving:
        draft.put(
            "review",
            "after_burst",
            f"At {wording.speed(case.subject.speed_m_s)} one looks between bursts, not between frames.",
            layer="genre",
            school=draft.follow("review", "after each burst"),
        )
    elif case.support.on_tripod or (case.situation.genre == "portrait" and case.flash.in_use):
        draft.put(
            "review",
            "two_seconds",
            f"On a tripod, {wording.seconds(draft.exposure.shutter_s)} each: few frames, each worth a look."
            if case.support.on_tripod
            else "Flash shows only in the frame that was taken.",
            school=draft.follow("review", "2 s"),
        )
    else:
        draft.put_habit("review", "off", "The next moment matters more than the last.")
        draft.follow("review", "off")


def _set_burst_review(draft: Draft) -> None:
    first = draft.case.schools.burst_review
    if first == "first":
        why = "Your school: the burst is judged from its beginning."
        draft.put("playback_first", first, why, layer="foundation", school=draft.follow("first of a burst", first))


def _set_shape(draft: Draft) -> None:
    """Schools that are settled once: shape of the frame and grid of points."""
    schools, body = draft.case.schools, draft.case.body
    narrower = 1 - 1.25 / (body.sensor_width_mm / body.sensor_height_mm)
    if schools.crop == "in_camera_for_print":
        draft.put(
            "aspect",
            "4x5",
            f"Your school: framed for the print, {narrower:.0%} narrower than the whole frame.",
            school=draft.follow("crop", "in camera for the print"),
        )
    wide: tuple[tuple[SettingId, str, str], ...] = (
        ("points_grid", "coarse", schools.points),
        ("points_wrap", "on", schools.points_wrap),
    )
    for setting, value, school in wide:
        if school == value:
            draft.put(
                setting, value, "Your school of focus points.", layer="foundation", school=draft.follow("points", value)
            )


def _set_several_bodies(draft: Draft) -> None:
    several = draft.case.requests.bodies > 1
    draft.put(
        "clock_sync",
        "before_start" if several else "not_needed",
        f"{draft.case.requests.bodies} bodies: their frames sort by time."
        if several
        else "1 body: nothing to compare its clock with.",
    )
    if several:
        draft.put(
            "file_prefix",
            "per_body",
            f"{draft.case.requests.bodies} bodies count alike: a prefix each keeps files apart.",
        )
    elif (asked := draft.case.asked.file_prefix) is not None:
        draft.put_available("file_prefix", (asked,), ASKED)
    else:
        draft.put_habit("file_prefix", "per_body", "A name of its own from the first day on.")
