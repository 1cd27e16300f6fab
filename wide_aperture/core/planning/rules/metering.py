"""Rules of metering, reserve and bracketing."""

from __future__ import annotations

import math

from wide_aperture.core.craft.brackets import brackets, exact_bracket, nearest_brackets
from wide_aperture.core.craft.exposure_modes import exposes_by_hand
from wide_aperture.core.craft.settings import setting
from wide_aperture.core.documents import wording
from wide_aperture.core.physics.quantities import format_aperture, format_iso
from wide_aperture.core.physics.sensor import engineering_range_ev
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.planning.precedence import ASKED
from wide_aperture.core.planning.reserve import reserve_advice
from wide_aperture.core.planning.rules.tones import compensation

METERING_SCHOOLS = {
    "pattern": "multi_segment",
    "spot": "spot",
    "centre_weighted": "centre_weighted",
    "highlight_weighted": "highlight_weighted",
}
HIGHLIGHT_WORDS = {
    "expose_to_the_right": "expose to the right",
    "standing_under_exposure": "standing under-exposure",
    "spot_near_brightest": "spot near the brightest tone",
}


def set_metering(draft: Draft) -> None:
    """Metering pattern and the compensation it needs, face favour, spot link, highlight reserve and bracket."""
    _set_pattern(draft)
    _set_compensation(draft)
    _set_reserve(draft)
    _set_spot_link(draft)
    _set_bracket(draft)


def _set_pattern(draft: Draft) -> None:
    case = draft.case
    asked = case.requests.metering
    by_hand = exposes_by_hand(draft.option("exposure_mode"))
    if case.light.ev100 < case.figure("meter_blind_ev") and by_hand:
        draft.put(
            "metering",
            "not_used",
            f"{wording.ev(case.light.ev100)} is below what meters read: test frame and histogram decide.",
            must=True,
        )
        draft.put("face_metering", None, "The meter is not used.")
        return
    if asked is not None and "metering" not in case.wishes.harms:
        draft.put_available("metering", (asked, "multi_segment"), ASKED)
    else:
        spots = case.schools.highlights == "spot_near_brightest"
        by_finder = case.schools.metering == "by_finder"
        optical = (spots or by_finder) and case.body.finder == "optical"
        school = "centre_weighted" if optical else "spot" if spots or by_finder else case.schools.metering
        pattern = METERING_SCHOOLS[school]
        reasons = [_whole_frame(case)]
        if pattern == "spot" and case.subject.is_moving:
            pattern = "multi_segment"
            reasons.append(
                f"A spot would jump between light and dark things on a subject at {wording.speed(case.subject.speed_m_s)}."
            )
        elif pattern != "multi_segment":
            reasons = ["Your school of metering."]
            if optical:
                reasons.append("An optical finder shows no clipping to place a spot by: the middle is weighed.")
        draft.put_available(
            "metering",
            (pattern, "multi_segment"),
            *reasons,
            school=draft.follow("metering", school.replace("_", " ")),
        )
    if case.subject.kind == "moon" and case.situation.background_tone == "dark" and asked is None:
        draft.put_available(
            "metering",
            ("spot", "highlight_weighted"),
            f"A small disc at {wording.ev(case.light.ev100)} on black: only a spot reads it.",
        )
    faces = case.subject.kind in ("person", "group") and draft.option("metering") == "multi_segment"
    draft.put(
        "face_metering",
        faces,
        f"People at {wording.metres(case.subject.mid_m)} are the subject: a found face steadies the meter."
        if faces
        else f"No faces between {wording.metres(case.subject.near_m)} and {wording.metres(case.subject.far_m)} to favour.",
    )


def _whole_frame(case: Case) -> str:
    """Why the whole frame is weighed, with what it has to cope with."""
    scene = (
        f"a scene of {case.light.scene_range_ev:g} EV"
        if case.light.scene_range_ev is not None
        else f"{wording.ev(case.light.ev100)}"
    )
    swing = (
        f", moving by {wording.stops_word(case.light.swing_ev)}"
        if case.light.swing_ev >= case.figure("stated_swing_ev")
        else ""
    )
    return f"The whole frame, weighed: steady over {scene}{swing} while subjects and tones change."


def _set_compensation(draft: Draft) -> None:
    shift = draft.case.light.highlight_shift_ev
    school = draft.follow("highlights", HIGHLIGHT_WORDS.get(draft.case.schools.highlights, "pattern and compensate"))
    if exposes_by_hand(draft.option("exposure_mode")):
        said = f" The exposure itself stands {wording.signed_stops(shift)} by your school." if shift else ""
        if draft.case.intent.shift_ev:
            said = f" {draft.case.intent.sentence}"
        draft.put(
            "exposure_comp_ev",
            0.0,
            f"Everything is set by hand for {wording.ev(draft.case.light.ev100)}: compensation only moves the pointer.{said}",
            school=school if shift else None,
        )
        return
    if draft.case.schools.highlights == "spot_near_brightest" and draft.case.body.finder != "optical":
        placed_ev = draft.case.figure("spot_placed_ev")
        draft.put(
            "exposure_comp_ev",
            placed_ev,
            f"The spot rests on the brightest part that must hold: placed {wording.signed_stops(placed_ev)} it keeps "
            f"{draft.case.body.electrons.mid_below_clipping_ev - placed_ev:.1f} EV to clipping.",
            school=school,
        )
        return
    value, reasons = compensation(draft.case, draft.option("metering"), favour_faces=draft.flag("face_metering"))
    if shift:
        whose = (
            "standing shift adds" if draft.case.standing.compensation_ev is not None else "school of highlights adds"
        )
        most = draft.case.figure("compensation_most_ev")
        value = max(-most, min(most, round((value + shift) * 3) / 3))
        adds = (
            draft.case.intent.sentence if draft.case.intent.shift_ev else f"Your {whose} {wording.signed_stops(shift)}."
        )
        reasons = (*reasons, adds)
    draft.put("exposure_comp_ev", value, *reasons, school=school)


def _set_spot_link(draft: Draft) -> None:
    if draft.option("metering") == "spot":
        if draft.case.schools.highlights == "spot_near_brightest":
            draft.put("spot_link", "centre", "The centre is laid near the brightest part, whatever is focused on.")
            return
        draft.put("spot_link", "af_point", "What is focused on is what is measured; compensation answers its tone.")


def _set_reserve(draft: Draft) -> None:
    case, cell = draft.case, draft.exposure
    asked = case.requests.dr_mode
    if asked is not None and (harm := case.wishes.harms.get("dr_mode")):
        draft.put_available("dr_mode", ("off",), f"Not what you asked for: {harm}.")
        return
    if asked is not None:
        floor = case.body.reserve_floor(asked)
        if floor is None or cell.iso >= floor * case.figure("reserve_floor_slack"):
            draft.put_available("dr_mode", (asked, "off"), ASKED)
            return
        draft.put(
            "dr_mode", "off", f"The reserve needs ISO {floor:g}; this light is better served at ISO {cell.iso:g}."
        )
        return
    if case.schools.highlights == "reserve":
        reserve = "highlight_reserve_1"
        floor = case.body.reserve_floor(reserve) or case.body.base_iso
        fits = cell.iso >= floor * case.figure("reserve_floor_slack")
        draft.put_available(
            "dr_mode",
            (reserve, "auto", "off") if fits else ("off",),
            f"Your school: a stop more above; at ISO {cell.iso:g} the light stays, only the read-out is noisier."
            if fits
            else f"Your school's reserve starts at ISO {floor:g}; at ISO {cell.iso:g} exposing darker does the same.",
            school=draft.follow("highlights", "in-camera reserve"),
        )
        return
    if not case.output.keeps_raw:
        _reserve_for_jpeg(draft)
        return
    if case.schools.reserve_rest == "left_automatic":
        takes = case.body.reserve_at(cell.iso, "auto")
        draft.put_available(
            "dr_mode",
            ("auto", "off"),
            f"Your school: left on automatic; at {format_iso(cell.iso)} it takes {wording.stops_word(takes)}.",
            school=draft.follow("reserve", "left on automatic"),
        )
        return
    draft.put_available(
        "dr_mode",
        ("off",),
        f"{range_sentence(case, cell.iso) or f'One frame holds {engineering_range_ev(case.body, cell.iso):.1f} EV'}: raw exposed "
        f"for its highlights holds as much as a reserve would, and ISO {case.body.base_iso:g} stays open.",
    )


def _reserve_for_jpeg(draft: Draft) -> None:
    """What the reserve's own page would take, as long as it costs no light."""
    advice = reserve_advice(draft.case, draft.exposure.iso)
    best = next(option for option in advice.options if option.reserve == advice.best)
    free = best.raises_iso_ev <= draft.case.figure("notable_in_hand_ev")
    draft.put_available(
        "dr_mode",
        (best.reserve, "off") if free else ("off",),
        advice.sentence,
        best.sentence
        if free
        else f"But it would raise the ISO to {format_iso(best.iso)}: the highlights are exposed for instead.",
    )


def needs_bracket(case: Case, iso: float) -> bool:
    """True when the scene's range exceeds what one frame holds and camera and subject stand still."""
    scene = case.intent.span_ev
    return (
        scene is not None
        and case.intent.frames_join
        and scene > engineering_range_ev(case.body, iso) - case.figure("bracket_margin_ev")
    )


def _set_hdr_shape(draft: Draft, missing_ev: float) -> None:
    """Step and alignment of frames the camera joins. missing_ev: what the scene spans beyond one frame."""
    case, busy_s = draft.case, draft.case.body.abilities.hdr_busy_s
    each = missing_ev / 2  # a frame to either side of the first
    steps = {option.id: float(option.id) for option in setting("hdr_step").options if option.id.isdigit()}
    wanted = next((name for name, step in steps.items() if step >= each), list(steps)[-1])
    busy = f" The body is busy for {busy_s:g} s after each." if busy_s else ""
    why = f"{missing_ev:.1f} EV are missing: {each:.1f} to either side.{busy}"
    draft.put_available("hdr_step", (wanted, "auto"), why)
    if case.support.on_tripod:
        draft.put("hdr_align", "off", f"On the tripod they lie on each other: all {case.body.width_px:.0f} px stay.")
    else:
        why = (
            f"In the hand they do not lie on each other: {case.body.width_px:.0f} px lose their edges, so frame wider."
        )
        draft.put("hdr_align", "on", why, school=draft.follow("bracket in the hand", "aligned later"))


def _set_bracket(draft: Draft) -> None:
    case, cell = draft.case, draft.exposure
    one_frame = engineering_range_ev(case.body, cell.iso)
    scene = case.intent.span_ev
    asked = case.requests.bracketing
    if asked is not None and "bracketing" not in case.wishes.harms:
        ranked = nearest_brackets(asked.frames, asked.step_ev)
        exact = exact_bracket(asked.frames, asked.step_ev)
        draft.put_available(
            "bracketing", ranked, ASKED if exact else "What spans nearest to the bracket you asked for."
        )
        return
    if case.schools.highlights == "bracket" and case.intent.frames_join and not needs_bracket(case, cell.iso):
        draft.put(
            "bracket_one_press",
            True,
            f"The whole set at one touch: nothing moves between, longest frame {wording.seconds(cell.shutter_s * 4)}.",
        )
        draft.put(
            "bracketing",
            "3x1",
            f"Your school: a stop either side of {wording.seconds(cell.shutter_s)}, in case the highlights are misjudged.",
            school=draft.follow("highlights", "bracket"),
        )
        return
    if scene is None or not needs_bracket(case, cell.iso):
        why = (
            f"No tone of the frame has to be held; one frame holds {one_frame:.1f} EV."
            if scene is None
            else f"{scene:g} EV fit into one frame's {one_frame:.1f} EV."
            if scene <= one_frame
            else f"{scene:g} EV exceed one frame, but what moves would not match between frames."
        )
        draft.put("bracketing", "none", why)
        return
    school = case.schools.range
    if school == "one_frame_lift_shadows":
        why = f"Your school: one frame for the highlights, {scene - one_frame:.1f} EV of shadow lifted later."
        draft.put("bracketing", "none", why, school=draft.follow("range", "raw, one frame, lift shadows"))
        return
    if school == "in_camera_hdr" and draft.has_option("hdr_mode", "strong"):
        draft.put(
            "hdr_mode",
            "strong",
            f"Your school: {scene:g} EV joined in the camera.",
            school=draft.follow("range", "in-camera HDR"),
        )
        _set_hdr_shape(draft, scene - one_frame)
        draft.put("hdr_originals", True, "The single frames are the second chance.")
        draft.put("bracketing", "none", "The camera brackets by itself.")
        return
    # Each further frame adds its step; a stop of overlap at either end keeps shadows clean.
    missing = scene - one_frame + case.figure("bracket_overlap_ev")
    wide = missing > case.figure("wide_bracket_ev")
    enough = "5x2" if wide else "3x2"
    bracket = {"bracket_5x1": "7x1" if wide else "5x1", "bracket_3x2": "3x2"}.get(school, enough)
    draft.put(
        "bracket_one_press",
        True,
        f"The whole set at one touch: nothing moves between, longest frame {wording.seconds(cell.shutter_s * 4)}.",
    )
    _set_centre(draft, bracket)
    draft.put(
        "bracketing",
        bracket,
        f"{scene:g} EV against one frame's {one_frame:.1f} EV: "
        f"{math.ceil(missing / 2) * 2} EV more with a stop of overlap at either end.",
        school=draft.follow("range", f"bracket {bracket.replace('x', ' x ')} EV"),
    )
    _say_how_in_hand(draft, bracket)


def _set_centre(draft: Draft, bracket: str) -> None:
    """Where the middle frame stands: so dark that the darkest frame holds what shall not clip, no darker."""
    case = draft.case
    frames, step_ev = brackets()[bracket]
    half, top = (frames - 1) / 2 * step_ev, case.intent.top_ev
    if top is None:
        return
    room = case.intent.room_ev + half - top
    centre = min(math.floor(room * 3 + 1e-9) / 3, 0.0)
    least = -case.figure("bracket_centre_most_ev")
    value = max(centre, least) + 0.0
    brightest = max(case.intent.kept, key=lambda tone: tone.top_ev).name
    if value == 0:
        why = f"The darkest frame holds the {brightest} with {wording.stops_word(room)} to spare: the middle stays on the subject."
    else:
        left = f", {wording.stops_word(value - centre)} short of it even so" if value - centre > 1 / 6 else ""
        why = f"The {brightest} reaches {wording.signed_stops(top)}: {wording.signed_stops(value)} lets the darkest frame hold it{left}."
    draft.put("bracket_centre_ev", value, why)


def _say_how_in_hand(draft: Draft, bracket: str) -> None:
    """What a bracket without a tripod asks of hand and subject: speed, room, stillness, and one value that varies."""
    case, cell = draft.case, draft.exposure
    if case.support.on_tripod:
        return
    frames, step_ev = brackets()[bracket]
    rate = max((r for each in case.body.shutters if (r := case.body.frames_per_s(each.kind))), default=1.0)
    times = sum(cell.shutter_s * 2 ** (step_ev * (k - (frames - 1) / 2)) for k in range(frames))
    spent = max((frames - 1) / rate, 0.0) + times
    draft.add_reason(
        "bracketing",
        f"In the hand: {frames} frames in a fast burst take {wording.seconds(spent)}; whoever is in the picture stands still so long. "
        f"Leave {case.figure('hand_bracket_room'):.0%} at the edges for laying them over each other. "
        f"Only the time varies, {format_aperture(cell.aperture)} stays.",
    )


def range_sentence(case: Case, iso: float) -> str:
    """One frame against the scene, for reasons and findings."""
    scene = case.light.scene_range_ev
    held = engineering_range_ev(case.body, iso)
    return "" if scene is None else f"{scene:g} EV against {held:.1f} EV ({wording.signed_stops(held - scene)})"
