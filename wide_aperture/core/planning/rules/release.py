"""Rules of the release: drive and rate, shutter kind, anti-flicker, stabiliser, timer, noise reduction."""

from __future__ import annotations

from wide_aperture.core.documents import wording
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.planning.precedence import ASKED

DELAYS = ("2s", "5s", "10s", "exposure_delay")
NAMED_LEAN_DEG = 0.1  # a slant that rounds to nothing is not named


def set_release(draft: Draft) -> None:
    """Every setting of drive, stabiliser and noise groups."""
    _set_shutter_kind(draft)
    _set_anti_flicker(draft)
    _set_drive(draft)
    _set_low_rate(draft)
    _set_timer(draft)
    _set_mirror(draft)
    _set_release_delay(draft)
    _set_stabiliser(draft)
    _set_stabiliser_focal(draft)
    _set_noise_reduction(draft)
    _set_release_without_lens(draft)


def _set_shutter_kind(draft: Draft) -> None:
    case, cell = draft.case, draft.exposure
    asked = case.requests.shutter_type
    kind = case.shutters.kind_for(cell.shutter_s)
    if asked in case.body.shutter_kinds and case.wishes.of_shutter(asked, cell.shutter_s, cell.aperture) is None:
        draft.put("shutter_type", asked, ASKED)
        return
    if case.flash.in_use:
        why = f"Flash at {wording.seconds(cell.shutter_s)} needs curtains that open the whole frame."
    elif kind == "electronic" and case.shutters.wants_silence:
        why = f"Silence is asked for; the read-out leans the image by {case.shutters.skew_deg:.1f}°."
    elif kind == "electronic":
        why = f"{wording.seconds(cell.shutter_s)} is shorter than the curtains reach."
    elif case.light.pulses:
        why = f"Lamps pulsing at {case.light.pulses} would draw bands through an electronic read-out."
    elif case.shutters.electronic_leans:
        why = f"The electronic read-out would lean the image by {case.shutters.skew_deg:.0f}°."
    elif case.support.on_tripod and kind == "electronic_first_curtain":
        why = f"No first curtain strikes just before the {wording.seconds(cell.shutter_s)}."
    else:
        why = _curtains(draft)
    draft.put("shutter_type", kind, why)


def _curtains(draft: Draft) -> str:
    """Why curtains: what the electronic read-out would do with this subject."""
    case = draft.case
    if case.body.readout_ms is None:
        return f"How long the read-out takes is not known; curtains hold {wording.seconds(draft.exposure.shutter_s)} with any light."
    lean = f"lean the image by {case.shutters.skew_deg:.1f}° and " if case.shutters.skew_deg >= NAMED_LEAN_DEG else ""
    return f"A read-out of {case.body.readout_ms:g} ms would {lean}band under lamps; curtains are safe with both."


def _set_anti_flicker(draft: Draft) -> None:
    case, cell = draft.case, draft.exposure
    if not case.body.anti_flicker:
        draft.put(
            "anti_flicker",
            "off",
            f"{case.body.name} has none: keep to whole lamp periods, {wording.seconds(case.light.whole_period_s or 1 / (2 * case.mains_hz))} and its multiples.",
            must=True,
        )
    elif (period := case.light.whole_period_s) is not None and draft.option("shutter_type") != "electronic":
        needed = "needed" if cell.shutter_s < period else "harmless"
        draft.put(
            "anti_flicker",
            "on",
            f"The light pulses at {case.light.pulses}: {needed} at {wording.seconds(cell.shutter_s)}.",
        )
    elif case.schools.anti_flicker == "all_year":
        draft.put(
            "anti_flicker", "on", "Your school: left on all year.", school=draft.follow("anti-flicker", "all year")
        )
    else:
        draft.put(
            "anti_flicker",
            "off",
            f"No pulsing light is stated: {wording.seconds(cell.shutter_s)} may fall anywhere.",
        )


def _set_drive(draft: Draft) -> None:
    case = draft.case
    burst = case.situation.burst_frames
    bracket = draft.option("bracketing")
    if bracket not in (None, "none"):
        drive, why = "bracket_burst", f"The whole {bracket} bracket with one press."
    elif case.requests.drive is not None and "drive" not in case.wishes.harms:
        drive, why = case.requests.drive, ASKED
    elif case.is_timed_series:
        drive, why = "interval", "The timer fires the sequence: nobody's hand, and every frame in its time."
    elif case.has("photographer_in_picture"):
        drive = "remote" if case.accessories.release else "self_timer"
        why = f"You stand in the picture, {wording.metres(case.subject.mid_m)} away from the button."
    elif case.flash.ghost_shows:
        drive, why = "single", "One frame at a time: the flash must load again at the power that lights it all."
    elif case.support.on_tripod and not case.subject.is_moving and not case.subject.is_living:
        drive, why = (
            ("remote", f"At {wording.seconds(draft.exposure.shutter_s)} nothing may touch the camera.")
            if case.accessories.release
            else ("self_timer", f"At {wording.seconds(draft.exposure.shutter_s)} nothing may touch the camera.")
        )
    elif (
        case.subject.is_moving
        and (case.subject.speed_m_s >= case.figure("burst_from_m_s") or case.situation.genre == "sports")
        and case.situation.look != "pan_blur"
    ):
        drive, why = (
            "continuous_high",
            f"At {wording.speed(case.subject.speed_m_s)} the best moment lies between frames.",
        )
    elif case.situation.look == "pan_blur":
        drive, why = (
            "continuous_high",
            f"Few frames panned at {wording.seconds(draft.exposure.shutter_s)} succeed: more tries.",
        )
    elif burst >= case.figure("burst_planned_frames"):
        drive, why = "continuous_high", f"A burst of {burst} is planned."
    elif case.subject.kind in ("animal", "bird") and case.schools.slow_animals == "high":
        draft.follow("slow animals", "high rate")
        drive, why = (
            "continuous_high",
            f"Your school: one of many at {wording.metres(case.subject.mid_m)} has the eye lit.",
        )
    elif case.subject.is_living and case.situation.genre == "street" and case.schools.street_frames == "single":
        draft.follow("frames in the street", "single")
        drive, why = "single", f"Your school: one moment is chosen, at {wording.metres(case.subject.mid_m)}."
    elif case.subject.is_living:
        drive, why = "continuous_low", _against_blinks(draft)
    else:
        drive, why = (
            "single",
            f"{wording.pace(case.subject.speed_m_s, case.subject.is_moving)} nothing changes between frames.",
        )
    if (
        case.has("discreet", "silent")
        and drive == "continuous_high"
        and case.subject.speed_m_s < case.figure("burst_from_m_s")
        and burst < case.figure("burst_planned_frames")
    ):
        drive, why = "continuous_low", f"Discreet within {wording.metres(case.subject.near_m)}: no rattle."
    drive = draft.put_available("drive", (drive, "continuous_high", "single"), why)
    _set_rate(draft, drive)


def _against_blinks(draft: Draft) -> str:
    """A blink lasts a third of a second: of n frames spread over more, one has open eyes. Animals turn away."""
    if draft.case.subject.kind in ("animal", "bird"):
        return f"A turn of the head takes about half a second: {draft.case.figure('low_fps'):g}/s catch it without filling the buffer."
    faces = "faces" if draft.case.subject.kind == "group" else "eyes"
    return f"A blink lasts about 0.3 s: three frames at {draft.case.figure('low_fps'):g}/s catch {faces} between blinks and gestures."


def _set_rate(draft: Draft, drive: str) -> None:
    case = draft.case
    kind = case.shutters.kind_for(draft.exposure.shutter_s)
    top = case.body.frames_per_s(kind)
    if drive not in ("continuous_low", "continuous_high", "continuous_max") or top is None:
        draft.put(
            "frame_rate",
            None,
            f"One frame of {wording.seconds(draft.exposure.shutter_s)} a press."
            if top is not None
            else "The sheet gives no rate.",
        )
        return
    if drive == "continuous_low":
        rate, why = (
            min(top, case.figure("low_fps")),
            f"{min(top, case.figure('low_fps')):g}/s are enough, and less to cull.",
        )
    elif drive == "continuous_max" or case.schools.frame_rate == "top":
        rate, why = top, f"{top:g}/s is the top rate with this shutter."
    else:
        rate, why = (
            min(top, case.figure("little_lower_fps")),
            f"A little under the top of {top:g}/s: less to cull."
            if top > case.figure("little_lower_fps")
            else f"All the body has with this shutter, {top:g}/s.",
        )
    buffer, lasts_s = case.body.buffer_raw_frames, case.requests.burst_seconds
    if buffer and lasts_s and rate * lasts_s > buffer:
        rate = max(1.0, float(int(buffer / lasts_s)))
        why = f"At {rate:g}/s the buffer of {buffer} frames lasts the {lasts_s:g} s you plan to hold it."
    elif buffer:
        why += f" The buffer lasts {buffer / rate:.0f} s."
    draft.put("frame_rate", rate, why)


def _set_low_rate(draft: Draft) -> None:
    low = draft.case.figure("low_fps")
    top = draft.case.body.frames_per_s(draft.case.shutters.kind_for(draft.exposure.shutter_s))
    rate = min(top, low) if top is not None else low
    draft.put_habit("low_rate", rate, f"{rate:g}/s catch the moment between two blinks, and leave little to cull.")


def _set_timer(draft: Draft) -> None:
    case, cell = draft.case, draft.exposure
    long_lens = case.glass.focal_mm * case.body.crop_factor >= case.figure("delayed_release_from_mm")
    nothing_hurries = case.support.on_tripod and not case.subject.is_moving and not case.subject.is_living
    steady = nothing_hurries and (long_lens or cell.shutter_s > case.figure("steady_release_from_s"))
    asked, drive = case.requests.self_timer, draft.option("drive")
    if drive == "interval":
        draft.put("self_timer", "off", "The interval fires every frame; nobody touches the camera.")
    elif asked is None and case.has("photographer_in_picture"):
        ranked = ("remote", "10s") if case.accessories.release else ("10s", "5s", "2s")
        walk = f"You stand in the picture, {wording.metres(case.subject.mid_m)} away: time to get there and turn round."
        draft.put_available("self_timer", ranked, walk)
    elif asked is not None and not (case.subject.is_moving and asked in DELAYS):
        draft.put_available("self_timer", (asked, "off"), ASKED)
    elif not steady and drive == "self_timer":
        draft.put_available("self_timer", ("2s", "exposure_delay"), "The drive is the timer's: the shortest delay.")
    elif not steady:
        draft.put(
            "self_timer",
            "off",
            f"{wording.seconds(cell.shutter_s)} is too short to show a touch."
            if nothing_hurries
            else f"{wording.pace(case.subject.speed_m_s, True)} a delay of 2 s would lose the moment.",
        )
    elif case.accessories.release:
        draft.put_available(
            "self_timer", ("remote", "2s"), f"{wording.seconds(cell.shutter_s)} would show a finger on the button."
        )
    elif long_lens:
        draft.put_available(
            "self_timer", ("10s", "5s", "2s"), f"At {case.glass.focal_mm:.0f} mm a touch swings the lens for seconds."
        )
    else:
        draft.put_available(
            "self_timer",
            ("2s", "exposure_delay"),
            f"{wording.seconds(cell.shutter_s)} would show a finger on the button.",
        )


def _set_mirror(draft: Draft) -> None:
    case, time = draft.case, wording.seconds(draft.exposure.shutter_s)
    if case.body.mirror == "none":
        draft.put("mirror_lockup", "na", f"{case.body.name} has no mirror.", layer="body", must=True)
    elif case.body.mirror == "held_up" and case.wishes.mirror_shows_at(draft.exposure.shutter_s):
        why = f"On the tripod its swing would show at {time}: one press raises it, the next exposes."
        draft.put("mirror_lockup", "on", why, must=True)
    else:
        shows = case.wishes.mirror_shows_at(draft.exposure.shutter_s)
        why = (
            f"It cannot be held up; at {time} the release is delayed instead."
            if shows
            else f"At {time} its swing shows nothing."
        )
        draft.put("mirror_lockup", "off", why)


def _set_release_delay(draft: Draft) -> None:
    case, cell = draft.case, draft.exposure
    curtain = draft.option("shutter_type") == "mechanical" and case.wishes.shock_shows_at(cell.shutter_s)
    mirror = draft.option("mirror_lockup") == "off" and case.wishes.mirror_shows_at(cell.shutter_s)
    shocks = curtain or mirror
    draft.put_available(
        "exposure_delay",
        ("1s", "2s", "3s") if shocks else ("off",),
        f"At {wording.seconds(cell.shutter_s)} {'the mirror' if mirror else 'the first curtain'}'s own shock would show."
        if shocks
        else f"At {wording.seconds(cell.shutter_s)} there is no shock to wait for.",
    )


def _set_stabiliser(draft: Draft) -> None:
    case = draft.case
    if not case.support.has_stabiliser:
        draft.put(
            "stabilisation",
            "na",
            f"Neither body nor lens has one: the hand alone holds {wording.seconds(case.support.handheld_limit_s)}."
            if not case.support.on_tripod
            else f"Neither body nor lens has one; the tripod holds {wording.seconds(draft.exposure.shutter_s)}.",
        )
    elif case.support.on_tripod:
        draft.put(
            "stabilisation",
            "off",
            f"On a rigid tripod it can drift by itself during {wording.seconds(draft.exposure.shutter_s)}.",
        )
    elif case.requests.stabilisation == "off":
        draft.put(
            "stabilisation",
            "off",
            ASKED,
            f"The hand alone holds {wording.seconds(case.support.handheld_limit_s)}.",
        )
    elif case.requests.stabilisation == "panning" and case.situation.look != "pan_blur":
        draft.put_available("stabilisation", ("panning", "on"), ASKED)
    elif case.situation.look == "pan_blur":
        draft.put_available(
            "stabilisation",
            ("panning", "off"),
            f"Steadies up and down only; the swing over {wording.seconds(draft.exposure.shutter_s)} is meant.",
        )
    else:
        limit = wording.seconds(case.support.handheld_limit_s)
        draft.put("stabilisation", "on", f"With it the hand holds {limit}; it does not stop the subject.")


def _set_stabiliser_focal(draft: Draft) -> None:
    if draft.case.body.stabiliser_stops and not draft.case.lens.contacts:
        focal = draft.case.glass.focal_mm
        draft.put("stabiliser_focal_mm", focal, f"The lens does not tell: {focal:.0f} mm must be typed in.")


def _set_noise_reduction(draft: Draft) -> None:
    case, time = draft.case, wording.seconds(draft.exposure.shutter_s)
    busy = wording.seconds(draft.exposure.shutter_s * case.body.abilities.dark_frame_share)
    why: tuple[str, ...]
    if draft.exposure.shutter_s < case.figure("dark_frame_from_s"):
        value, why = "off", (f"{time} is too short to need a dark frame.",)
    elif case.is_matched_series:
        value, why = "off", (f"A dark frame of {time} after each would tear gaps into the series.",)
    elif case.requests.noise_reduction_long_exposure == "off":
        value, why = "off", (ASKED,)
    elif case.requests.noise_reduction_long_exposure == "on":
        value, why = "on", (ASKED, f"The body is busy for another {busy} after each frame.")
    elif draft.option("file") == "jpeg":
        value, why = "on", (f"A JPEG cannot be cleaned later; each frame takes another {busy}.",)
    else:
        value, why = "off", (f"Every dark frame would cost another {busy}; take a few darks at the end instead.",)
    school = None if value == "on" else draft.follow("noise reduction", "all later")
    draft.put("noise_reduction_long_exposure", value, *why, school=school)


def _set_release_without_lens(draft: Draft) -> None:
    lens = draft.case.lens
    if lens.contacts:
        draft.put_habit("release_without_lens", "locked", "A lens that is not seated shows before the first frame.")
    else:
        why = f"{lens.name} has 0 contacts: to the body there is no lens, and it would not release."
        draft.put("release_without_lens", "allowed", why, must=True)
