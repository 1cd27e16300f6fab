"""Rules of sequences: bursts, what comes before the press, intervals, silence, delays."""

from __future__ import annotations

from wide_aperture.core.craft.exposure_modes import exposes_by_hand
from wide_aperture.core.documents import wording
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.draft import Draft


def set_sequence(draft: Draft) -> None:
    """Burst limit, pre-capture, silent mode, interval and exposure lock."""
    _set_burst(draft)
    _set_silence(draft)
    _set_interval(draft)
    _set_lock(draft)


def _set_burst(draft: Draft) -> None:
    case = draft.case
    if draft.option("drive") not in ("continuous_low", "continuous_high", "continuous_max"):
        return
    planned = case.situation.burst_frames
    if planned > 1:
        draft.put("burst_limit", float(planned), f"A burst of {planned} is planned.")
    peak = (
        case.subject.kind == "bird"
        and case.situation.direction == "still"
        and draft.option("shutter_type") == "electronic"
    )
    draft.put(
        "precapture",
        "on" if peak else "off",
        "The take-off is over before the finger moves."
        if peak
        else f"It needs the electronic shutter; a burst started a moment early catches the same at {wording.speed(case.subject.speed_m_s)}.",
    )


def _set_silence(draft: Draft) -> None:
    case = draft.case
    silent = case.has("silent")
    draft.put(
        "silent_mode",
        "on" if silent else "off",
        f"The place demands it; the read-out of {case.body.readout_ms:g} ms is its price."
        if silent and case.body.readout_ms
        else "The place demands it."
        if silent
        else _noise_allowed(case),
        must=silent,
    )


def _set_interval(draft: Draft) -> None:
    requests, shutter = draft.case.requests, draft.exposure.shutter_s
    if requests.interval_s is None and requests.sequence_frames is None and requests.sequence_hours is None:
        return
    write_s, asked = draft.case.figure("write_s"), requests.interval_s
    longer = asked is not None and asked < shutter + write_s * draft.case.figure("least_write_share")
    interval = asked if asked is not None and not longer else shutter + write_s
    draft.put(
        "interval_s",
        interval,
        f"{wording.seconds(shutter)} of exposure and {draft.case.figure('write_s'):g} s of writing fit"
        + (f"; the {requests.interval_s:g} s you asked for do not." if longer else "."),
    )
    count = requests.sequence_frames
    if count is None and requests.sequence_hours is not None:
        count = round(requests.sequence_hours * 3600 / interval)
    if count is not None:
        draft.put("interval_count", float(count), f"{count} frames last {count * interval / 3600:.1f} hours.")


def _set_lock(draft: Draft) -> None:
    case = draft.case
    if exposes_by_hand(draft.option("exposure_mode")):
        return
    if draft.so_far.meters_elsewhere:
        _lock_elsewhere(draft)
        return
    even = (
        case.light.swing_ev < case.figure("changed_light_ev")
        and case.situation.look != "shadow_graphic"
        and not case.has("background_changes")
    )
    bursts = draft.option("drive") in ("continuous_high", "continuous_max")
    if bursts and even:
        draft.put(
            "ae_lock",
            "burst",
            f"{_light(case)}: one exposure for the whole burst, whatever passes behind.",
        )
    else:
        draft.put(
            "ae_lock",
            "off",
            _uneven(case) if not even else f"{_light(case)} and no long bursts: each frame is measured by itself.",
        )


def _lock_elsewhere(draft: Draft) -> None:
    """The spot reads one place and focus lies on another: two presses, each with its own button."""
    share = f"{draft.case.body.spot_area_share:.1%}"
    if draft.so_far.focuses_off_the_shutter:
        why = (
            f"The spot reads {share} of the frame, and not where focus lies: half a press holds it, the button focuses."
        )
        draft.put_available("ae_lock", ("half_press", "button"), why)
        return
    why = f"The spot reads {share} of the frame, and not where focus lies; half a press focuses, so a button holds the light."
    draft.put_available("ae_lock", ("button", "off"), why, must=True)


def _uneven(case: Case) -> str:
    if case.light.swing_ev >= case.figure("changed_light_ev"):
        return f"The light on the subject moves by {wording.stops_word(case.light.swing_ev)}: measure each frame."
    return f"At {wording.ev(case.light.ev100)} light and shade lie side by side: measure each frame."


def _light(case: Case) -> str:
    if case.light.swing_ev < case.figure("worth_showing_ev"):
        return f"The light stays at {wording.ev(case.light.ev100)}"
    return f"The light moves by no more than {wording.stops_word(case.light.swing_ev)}"


def _noise_allowed(case: Case) -> str:
    if case.body.readout_ms is None:
        return "Silence is not asked for."
    return f"Silence is not asked for, and the electronic shutter it needs reads out in {case.body.readout_ms:g} ms."
