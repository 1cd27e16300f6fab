"""Rules of sequences: bursts, what comes before the press, intervals, silence, delays."""

from __future__ import annotations

from wide_aperture.core import wording
from wide_aperture.core.planner.draft import Draft

WRITE_S = 1.0  # a frame's time on its way to the card, before the next may begin
PEAK_SPEED_M_S = 8.0
UNATTENDED_SEQUENCE_S = 600.0


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
        case.subject == "bird" and case.situation.direction == "still" and draft.option("shutter_type") == "electronic"
    )
    draft.put(
        "precapture",
        "on" if peak else "off",
        "The take-off is over before the finger moves."
        if peak
        else "It needs the electronic shutter and fills cards with nothing.",
    )


def _set_silence(draft: Draft) -> None:
    silent = draft.case.has("silent")
    draft.put(
        "silent_mode",
        "on" if silent else "off",
        "The place demands it." if silent else "Nothing here asks for silence.",
    )


def _set_interval(draft: Draft) -> None:
    requests, shutter = draft.case.requests, draft.exposure.shutter_s
    if requests.interval_s is None and requests.sequence_frames is None and requests.sequence_hours is None:
        return
    least = shutter + WRITE_S
    interval = max(requests.interval_s or least, least)
    longer = requests.interval_s is not None and interval > requests.interval_s
    draft.put(
        "interval_s",
        interval,
        f"{wording.seconds(shutter)} of exposure and {WRITE_S:g} s of writing fit"
        + (f"; the {requests.interval_s:g} s you asked for do not." if longer else "."),
    )
    count = requests.sequence_frames
    if count is None and requests.sequence_hours is not None:
        count = round(requests.sequence_hours * 3600 / interval)
    if count is not None:
        draft.put("interval_count", float(count), f"{count} frames last {count * interval / 3600:.1f} hours.")


def _set_lock(draft: Draft) -> None:
    case = draft.case
    if draft.option("exposure_mode") in ("manual", "bulb"):
        return
    even = case.light_swing_ev < 1 and case.situation.look != "shadow_graphic" and not case.has("background_changes")
    bursts = draft.option("drive") in ("continuous_high", "continuous_max")
    if bursts and even:
        draft.put("ae_lock", "burst", "Even light: one exposure for the whole burst, whatever passes behind.")
    else:
        draft.put(
            "ae_lock",
            "off",
            "The light on the subject changes: measure each frame."
            if not even
            else "Each frame is measured by itself.",
        )
