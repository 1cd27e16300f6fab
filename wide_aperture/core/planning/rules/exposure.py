"""Rules of the exposure group: mode, the three values, automatic ISO and its limits, filter, flash."""

from __future__ import annotations

import math

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.exposure_modes import SCHOOL_MODES, WITH_AUTOMATIC_ISO, mode_facts
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.body import NOMINAL_SLACK
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.physics.quantities import format_aperture, format_iso, step_value
from wide_aperture.core.physics.sensor import cleaner_from_iso
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.planning.precedence import ASKED

PAST = 1.1  # a marked time is a little longer or shorter than it says
MAINS_LIGHT_HZ = (100.0, 120.0)  # what mains of 50 and 60 Hz make of lamps
ENDS_OF_ISO: tuple[SettingId, ...] = ("iso_floor", "iso_ceiling")
TOUCHES = (0.9, 1.12)  # a value this near a limit, as a ratio, stands at it


def set_exposure(draft: Draft) -> None:
    """Choose the mode, then write the exposure the search found in that mode's terms."""
    mode, iso_stands = _set_mode(draft)
    _set_long_time_program(draft)
    _set_shutter(draft)
    _set_aperture(draft)
    _set_iso(draft, mode, iso_stands=iso_stands)
    _set_filter_and_flash(draft)
    _set_iso_keeps_exposure(draft, mode)
    _set_easy_compensation(draft, mode)
    _set_extended_times(draft)
    _set_fine_times(draft)


def _set_mode(draft: Draft) -> tuple[str, bool]:
    """The mode, and whether ISO is automatic in name only: the body sets none by hand, so its floor and ceiling meet."""
    case, cell = draft.case, draft.exposure
    wanted, reasons, school = _mode_for(draft)
    if (
        case.schools.iso == "fixed_clean_high"
        and (held := mode_facts(wanted).fixed_iso)
        and not case.requests.exposure_mode
    ):
        wanted = held
        reasons = (*reasons, f"Your school of ISO: it stays at {format_iso(cell.iso)}, the time takes up the light.")
    if cell.shutter_s > case.body.longest_with_program_s * PAST:
        longest = wording.seconds(case.body.longest_with_program_s)
        wanted, reasons = "bulb", (f"{wording.seconds(cell.shutter_s)} is longer than the {longest} the body times.",)
    iso_stands = not case.body.abilities.manual_iso and wanted in WITH_AUTOMATIC_ISO
    if iso_stands:
        wanted = WITH_AUTOMATIC_ISO[wanted]
        held = f"{case.body.name} sets no ISO by hand: floor and ceiling meet at {format_iso(cell.iso)} instead."
        reasons = (held, *(reason for reason in reasons if reason != ASKED))
    fallback = {"zone_focus_program": "aperture_priority_auto_iso", "manual_auto_iso": "manual"}
    ranked = tuple(dict.fromkeys((wanted, fallback.get(wanted, wanted), "manual")))
    school = draft.follow("who sets exposure", school)
    mode = draft.put_available("exposure_mode", ranked, *reasons, school=school, limits=("light",))
    return mode, iso_stands and mode == wanted


def _set_long_time_program(draft: Draft) -> None:
    body, time = draft.case.body, draft.exposure.shutter_s
    program = body.abilities.long_time_program
    if program is None:
        return
    longest = wording.seconds(body.longest_timed_s)
    if time <= body.longest_timed_s * PAST or time > program.longest_s * PAST:
        draft.put("long_time_program", "off", f"{wording.seconds(time)} needs none: it serves times over {longest}.")
        return
    labels = [catalogue.setting(loss.setting).label for loss in program.takes_away]
    price = f" It takes away: {', '.join(labels)}." if labels else ""
    why = f"{wording.seconds(time)} is longer than {longest}, and only “{program.name}” gives it.{price}"
    draft.put("long_time_program", "on", why, must=True)


def _mode_for(draft: Draft) -> tuple[str, tuple[str, ...], str]:
    """The mode, why, and the school that speaks."""
    case, cell = draft.case, draft.exposure
    swing = case.light.swing_ev
    asked = case.requests.exposure_mode
    if harm := case.wishes.harms.get("exposure_mode"):
        return "manual", (f"Not what you asked for: {harm}.",), "manual fixed ISO"
    if asked is not None:
        return asked, (ASKED,), "your request"
    if case.is_matched_series:
        return "manual", ("Frames that are joined or played must match: nothing automatic.",), "manual fixed ISO"
    school = case.schools.exposure
    blind = case.support.on_tripod and case.light.ev100 < case.figure(
        "meter_blind_ev"
    )  # in the hand something must follow
    if school != "by_case" and blind and mode_facts(SCHOOL_MODES[school]).exposes_itself:
        why = f"At {wording.ev(case.light.ev100)} no meter reads, so nothing automatic can follow; your school waits for more light."
        return "manual", (why,), "manual fixed ISO"
    if school != "by_case":
        return SCHOOL_MODES[school], ("Your school of exposure.",), school.replace("_", " ")
    if case.flash.leads:
        return (
            "manual",
            (
                f"Flash is the main light: the room is held {wording.stops_word(case.light.ambient_offset_ev)} under by hand.",
            ),
            "manual fixed ISO",
        )
    if case.subject.kind == "moon":
        return (
            "manual",
            ("Black sky fools every meter: the Moon's own light is known, and does not change.",),
            "manual fixed ISO",
        )
    if case.support.on_tripod:
        return (
            "manual",
            (f"On a tripod nothing hurries: {wording.seconds(cell.shutter_s)} or whatever the light asks.",),
            "manual fixed ISO",
        )
    if case.has("background_changes") and swing <= case.figure("steady_light_ev"):
        return (
            "manual",
            ("The background changes while the light on the subject does not: nothing automatic may follow.",),
            "manual fixed ISO",
        )
    if case.situation.look in ("pan_blur", "blur"):
        return (
            "shutter_priority",
            (f"The streak is made by the time, {wording.seconds(cell.shutter_s)}; the aperture may follow the light.",),
            "shutter by the look",
        )
    at_base = cell.iso <= case.body.base_iso * 1.2
    if not case.subject.is_living and not case.subject.is_moving and not at_base:
        return (
            "aperture_priority_auto_iso",
            (
                f"Nothing moves: depth at {format_aperture(cell.aperture)} matters; the ISO rises before the time shakes.",
            ),
            "aperture priority + automatic ISO",
        )
    if not case.subject.is_living and not case.subject.is_moving:
        return (
            "aperture_priority",
            (f"Nothing moves: depth at {format_aperture(cell.aperture)} matters, the time only has to beat shake.",),
            "aperture priority",
        )
    if at_base and swing <= case.figure("steady_light_ev"):
        return (
            "manual",
            (f"The light is steady and {format_iso(cell.iso)} is base: automatic ISO would have no room below.",),
            "manual fixed ISO",
        )
    if at_base:
        return (
            "aperture_priority_auto_iso",
            (f"The light moves by {wording.stops_word(swing)} and {format_iso(cell.iso)} is base: the time takes "
             "up more light, the ISO less.",),
            "aperture priority + automatic ISO",
        )  # fmt: skip
    moving = (
        "" if swing <= case.figure("steady_light_ev") else f" and the light may move by {wording.stops_word(swing)}"
    )
    return (
        "manual_auto_iso",
        (f"Movement fixes {wording.seconds(cell.shutter_s)}, the subject {format_aperture(cell.aperture)}{moving}: "
         "the ISO is free to follow.",),
        "manual + automatic ISO",
    )  # fmt: skip


def _reasons_of(draft: Draft, axis: str) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """Sentences and ids of the limits that hold a value: those passed first, then those touched within a step."""
    cell = draft.exposure
    at = cell.value(axis)  # type: ignore[arg-type]
    passed, touching = [], []
    for term in draft.search.terms:
        if term.axis != axis:
            continue
        if term.excess_at(at) > 0:
            passed.append(term)
        elif any(end is not None and TOUCHES[0] <= at / end <= TOUCHES[1] for end in (term.low, term.high)):
            touching.append(term)
    terms = passed + touching
    return tuple(t.sentence for t in terms), tuple(t.id for t in terms)


def _set_shutter(draft: Draft) -> None:
    reasons, limits = _reasons_of(draft, "shutter_s")
    if not reasons:
        reasons = (_left_over(draft),)
    draft.put("shutter_s", draft.exposure.shutter_s, *reasons, limits=limits)


def _left_over(draft: Draft) -> str:
    """Why a time stands where no limit on it presses."""
    cell, highs = draft.exposure, [t.high for t in draft.search.terms if t.axis == "shutter_s" and t.high]
    spare = math.log2(min(highs) / cell.shutter_s) if highs else 0.0
    room = f", {wording.stops_word(spare)} shorter than any limit asks" if spare > 1 / 6 else ""
    return (
        f"No limit presses here: {wording.ev(draft.case.light.ev100)} at {format_aperture(cell.aperture)} and {format_iso(cell.iso)} "
        f"leaves {wording.seconds(cell.shutter_s)}{room}."
    )


def _set_aperture(draft: Draft) -> None:
    reasons, limits = _reasons_of(draft, "aperture")
    if not reasons:
        reasons = (
            f"Free between the limits: {wording.ev(draft.case.light.ev100)} leaves it with {wording.seconds(draft.exposure.shutter_s)} and "
            f"{format_iso(draft.exposure.iso)}.",
        )
    draft.put("aperture", draft.exposure.aperture, *reasons, limits=limits)


def _set_iso(draft: Draft, mode: str, *, iso_stands: bool) -> None:
    case, cell = draft.case, draft.exposure
    reasons, limits = _reasons_of(draft, "iso")
    ceilings = case.body.ceilings
    if not mode_facts(mode).automatic_iso:
        draft.put(
            "iso",
            cell.iso,
            f"What {wording.seconds(cell.shutter_s)} and {format_aperture(cell.aperture)} need at {wording.ev(case.light.ev100)}.",
            *reasons,
            limits=limits,
        )
        for setting in (*ENDS_OF_ISO, "slowest_shutter_s"):
            draft.put(setting, None, "Automatic ISO is off.")
        return
    draft.put(
        "iso",
        cell.iso,
        f"Automatic: about this in the expected light, {wording.ev(case.light.ev100)}.",
        *reasons,
        limits=limits,
    )
    if iso_stands:
        for end in ENDS_OF_ISO:
            draft.put(end, cell.iso, f"Floor and ceiling meet: {format_iso(cell.iso)} stands.", must=True)
        draft.put("slowest_shutter_s", None, f"The ISO cannot rise from {format_iso(cell.iso)} first.")
        return
    _set_iso_floor(draft)
    darkest = cell.iso * 2 ** (case.light.ev100 - case.light.ev_low)
    at_a_push = darkest > ceilings.routine * 1.1
    ceiling = ceilings.push if at_a_push else ceilings.routine
    why = (
        f"The darkest light needs {format_iso(step_value('iso', darkest, 0))}: your ceiling at a push."
        if at_a_push and ceilings.push > ceilings.routine
        else _ceiling_reason(draft)
    )
    school = "automatic with ceiling" + (" and floor" if case.schools.iso == "ceiling_and_floor" else "")
    draft.put("iso_ceiling", ceiling, why, limits=("ceiling",), school=draft.follow("ISO", school))
    if "shutter_s" not in mode_facts(mode).moves:
        draft.put("slowest_shutter_s", None, "You set the shutter yourself.")
    elif case.schools.slowest_time == "one_for_all" and not case.support.on_tripod:
        _set_one_slowest(draft)
    else:
        strict = case.schools.hand_hold == "twice_reciprocal" or case.output.asks_twice_the_care
        if case.lens.is_zoom:
            linked = "linked_strict" if strict else "linked"
            draft.put(
                "auto_iso_link",
                linked,
                f"Between {case.lens.focal_min_mm:g} and {case.lens.focal_max_mm:g} mm the zoom changes what the hand holds.",
            )
        else:
            draft.put("auto_iso_link", "fixed", f"One focal length, {case.glass.focal_mm:.0f} mm: one value.")
        slowest = _slowest_tolerable(draft)
        draft.put(
            "slowest_shutter_s",
            slowest,
            f"Slower than {wording.seconds(slowest)} movement or shake would show: the ISO rises first.",
            limits=("motion", "shake"),
        )


def _set_one_slowest(draft: Draft) -> None:
    """By a school: one slowest time on all days, and a shorter one only where movement or shake asks for it."""
    usual, needed = draft.case.figure("slowest_for_all_s"), _slowest_tolerable(draft)
    school = draft.follow("slowest time", "one value on all days")
    why = f"Your school: {wording.seconds(usual)} whatever the lens."
    if needed < usual / NOMINAL_SLACK:
        why = f"Your school says {wording.seconds(usual)}; here movement or shake would show beyond {wording.seconds(needed)}."
    draft.put("slowest_shutter_s", min(usual, needed), why, limits=("motion", "shake"), school=school)
    draft.put("auto_iso_link", "fixed", f"One value, {wording.seconds(min(usual, needed))}, at any focal length.")


def _ceiling_reason(draft: Draft) -> str:
    """Your ceiling, in stops above what this light needs."""
    ceilings, iso = draft.case.body.ceilings, draft.exposure.iso
    stops = math.log2(ceilings.routine / iso)
    spare = f", {wording.stops_word(stops)} above what this light needs" if stops >= 1 / 6 else ""
    only = "" if ceilings.push > ceilings.routine else "only "
    return f"Your {only}ceiling, because of {ceilings.reason}{spare}."


def _set_iso_floor(draft: Draft) -> None:
    case, cell = draft.case, draft.exposure
    base = case.body.base_iso
    reserve_floor = case.body.reserve_floor(case.requests.dr_mode)
    wanted = step_value("iso", max(base, min(cell.iso / 2, cleaner_from_iso(case.body.electrons) or 4 * base)), 0)
    if reserve_floor and reserve_floor > base:
        draft.put("iso_floor", reserve_floor, f"{format_iso(reserve_floor)} is the lowest the reserve allows.")
    elif case.schools.iso == "ceiling_and_floor" and wanted > base:
        draft.put(
            "iso_floor",
            wanted,
            f"Your school: when it gets brighter the time shortens before the ISO falls under {format_iso(wanted)}.",
            school="automatic with ceiling and floor",
        )
    else:
        draft.put("iso_floor", base, f"{format_iso(base)} is the lowest base.")


def _slowest_tolerable(draft: Draft) -> float:
    """The marked time at the strictest limit of movement and shake; the time chosen where none applies."""
    highs = [t.high for t in draft.search.terms if t.id in ("motion", "growth", "shake", "own_floor") and t.high]
    limit = step_value("shutter", min(highs), 0) if highs else draft.exposure.shutter_s
    return max(limit, draft.exposure.shutter_s)


def _set_filter_and_flash(draft: Draft) -> None:
    case, cell = draft.case, draft.exposure
    if cell.nd_stops:
        draft.put(
            "nd_stops", cell.nd_stops, f"Takes {wording.stops_word(cell.nd_stops)} so that the wanted time is reached."
        )
    else:
        draft.put("nd_stops", None, "No filter needed.")
    use = case.flash.use
    if use == "off":
        barred = case.has("no_flash")
        draft.put("flash", "off", "Flash is not allowed here." if barred else _ambient_is_enough(draft))
        draft.put("ambient_offset_ev", None, "No flash.")
        return
    draft.put("flash", use, ASKED, limits=("sync",))
    offset = case.light.ambient_offset_ev
    draft.put(
        "ambient_offset_ev", offset, f"Keeps the room {wording.stops_word(offset)} under the flash: present, not flat."
    )


def _ambient_is_enough(draft: Draft) -> str:
    """Why no flash: the ISO the light needs against the ceiling."""
    case, iso = draft.case, draft.exposure.iso
    spare = math.log2(case.body.ceilings.routine / iso)
    if spare < 0:
        return f"You asked for none; {wording.ev(case.light.ev100)} needs {format_iso(iso)}, {wording.stops_word(spare)} over your ceiling."
    return f"{wording.ev(case.light.ev100)} needs {format_iso(iso)}, {wording.stops_word(spare)} under your ceiling: the ambient light is enough."


def _set_iso_keeps_exposure(draft: Draft, mode: str) -> None:
    widest = [each.f_number for each in draft.case.lens.widest]
    low, high = min(widest), max(widest)
    moves = high > low * TOUCHES[1]
    if moves and mode == "manual" and not draft.case.support.on_tripod:
        span = f"{format_aperture(low)} to {format_aperture(high)}"
        draft.put(
            "iso_keeps_exposure", "on", f"The widest aperture moves from {span} with the zoom: the ISO takes it up."
        )
    else:
        why = f"{mode.replace('_', ' ').capitalize()} at {format_aperture(draft.exposure.aperture)}: nothing moves that the ISO should take up."
        draft.put_habit("iso_keeps_exposure", "off", why)


def _set_easy_compensation(draft: Draft, mode: str) -> None:
    swing = draft.case.light.swing_ev
    if not mode_facts(mode).exposes_itself:
        return
    changes = swing >= draft.case.figure("changed_light_ev")
    why = (
        f"The light moves by {wording.stops_word(swing)}: the free dial answers at once."
        if changes
        else f"The light moves by {wording.stops_word(swing)}: a knocked dial would do more harm than a slow press."
    )
    if changes:
        draft.put("easy_compensation", "on", why)
    else:
        draft.put_habit("easy_compensation", "off", why)


def _set_extended_times(draft: Draft) -> None:
    time, longest = draft.exposure.shutter_s, draft.case.body.longest_timed_s
    usual = draft.case.figure("usual_longest_s")
    if usual * PAST < time <= longest * PAST:
        draft.put(
            "extended_times",
            "on",
            f"{wording.seconds(time)}: the body counts up to {wording.seconds(longest)} by itself.",
        )
    else:
        draft.put_habit(
            "extended_times", "off", f"{wording.seconds(time)} is on the usual scale up to {wording.seconds(usual)}."
        )


def _set_fine_times(draft: Draft) -> None:
    light = draft.case.light
    odd = [each for each in light.flickers_hz if each not in MAINS_LIGHT_HZ]
    if odd:
        draft.put("fine_times", "on", f"{light.pulses} is no mains: the time is tuned until the bands stand still.")
    else:
        draft.put_habit(
            "fine_times", "off", f"At {wording.seconds(draft.exposure.shutter_s)} thirds of a stop meet this light."
        )
