"""Checks on sequences: dark frames, intervals, endurance, buffer, dew, cold."""

from __future__ import annotations

from wide_aperture.core.craft.endurance import battery_left, bytes_a_frame
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.planning.checks.checked import Check, Checked, report


def _interval_s(checked: Checked) -> float | None:
    return checked.case.asked.interval_s or checked.setup.number("interval_s")


def _frames(checked: Checked) -> float | None:
    requests = checked.case.asked
    if requests.sequence_frames is not None:
        return float(requests.sequence_frames)
    interval = _interval_s(checked)
    if requests.sequence_hours is not None and interval:
        return requests.sequence_hours * 3600 / interval
    return checked.setup.number("interval_count")


def _hours(checked: Checked) -> float | None:
    requests = checked.case.asked
    if requests.sequence_hours is not None:
        return requests.sequence_hours
    frames, interval = _frames(checked), _interval_s(checked)
    return frames * interval / 3600 if frames and interval else None


def lenr_breaks_interval(checked: Checked) -> Finding | None:
    """Dark-frame reduction doubles each exposure and the interval has no room for it."""
    interval, shutter = _interval_s(checked), checked.shutter_s
    asked = checked.case.asked.noise_reduction_long_exposure == "on"
    chosen = checked.option("noise_reduction_long_exposure") == "on"
    exposure = max(shutter or 0.0, checked.case.asked.shutter_s or 0.0)
    if interval is None or exposure == 0 or not (asked or chosen) or interval >= 2 * exposure:
        return None
    return report(
        "lenr_breaks_interval",
        about="request" if asked else checked.about("noise_reduction_long_exposure"),
        sentence=f"{wording.seconds(exposure)} and a dark frame as long do not fit into {interval:g} s.",
        handled_by=() if chosen else ("noise_reduction_long_exposure",),
        remedy=Remedy(label="Off", changes={"noise_reduction_long_exposure": "off"}) if chosen else None,
    )


def interval_too_short(checked: Checked) -> Finding | None:
    """The interval is shorter than exposure and writing."""
    asked, held, shutter = checked.case.asked.interval_s, checked.setup.number("interval_s"), checked.shutter_s
    interval = asked if asked is not None else held
    write_s = checked.case.figure("write_s")
    least = write_s * checked.case.figure("least_write_share")
    if interval is None or shutter is None or interval >= shutter + least:
        return None
    longer = held is not None and held >= shutter + least
    return report(
        "interval_too_short",
        about="request" if asked is not None else checked.about("interval_s"),
        sentence=f"{interval:g} s have no room for {wording.seconds(shutter)} and the writing of a frame.",
        handled_by=("interval_s",) if longer else (),
        remedy=None
        if longer
        else Remedy(
            label=f"{shutter + write_s:.0f} s",
            changes={"interval_s": float(round(shutter + write_s))},
        ),
    )


def long_sequence_endurance(checked: Checked) -> Finding | None:
    """Power, card space and heat must last for a long sequence."""
    hours, frames = _hours(checked), _frames(checked)
    if not (
        (hours or 0) >= checked.case.figure("long_sequence_hours")
        or (frames or 0) >= checked.case.figure("many_frames")
    ):
        return None
    said = wording.listed([*([f"{hours:.1f} hours"] if hours else []), *([f"{frames:.0f} frames"] if frames else [])])
    return report(
        "long_sequence_endurance",
        about="request",
        sentence=f"{said}: power, card and heat must last.",
        residual=f"Outside power or {max(2, round((hours or 2) / 1.5))} batteries, an empty card, and a try at home.",
    )


def card_full_before_end(checked: Checked) -> Finding | None:
    """The frames planned do not fit the cards in the bag."""
    frames = _frames(checked)
    cards_gb = checked.case.accessories.cards_gb
    if frames is None or cards_gb <= 0:
        return None
    needed_gb = frames * bytes_a_frame(checked.case.body.megapixels, checked.option("file")) / 1e9
    if needed_gb <= cards_gb:
        return None
    return report(
        "card_full_before_end",
        about="kit",
        sentence=f"{frames:.0f} frames need about {needed_gb:.0f} GB; {cards_gb:g} GB are in the bag.",
        residual="More cards, or a smaller raw.",
    )


def buffer_limit(checked: Checked) -> Finding | None:
    """The burst asked for is longer than the buffer at the body's rate."""
    case = checked.case
    seconds, buffer = case.asked.burst_seconds, case.body.buffer_raw_frames
    if seconds is None or buffer is None:
        return None
    rates = [rate.frames_per_s for rate in case.body.frame_rates]
    top = max(rates, default=0.0)
    if seconds * top <= buffer:
        return None
    rate = checked.setup.number("frame_rate")
    fits = rate is not None and rate * seconds <= buffer
    slower = max(1.0, float(int(buffer / seconds)))
    return report(
        "buffer_limit",
        about="request",
        sentence=f"At {top:g}/s the buffer of {buffer} frames is full after {buffer / top:.0f} s; the burst lasts {seconds:g} s.",
        handled_by=("frame_rate",) if fits else (),
        remedy=None if fits else Remedy(label=f"{slower:g}/s", changes={"frame_rate": slower}),
    )


def dew_risk(checked: Checked) -> Finding | None:
    """Humid air, night, and a long stay."""
    case = checked.case
    humidity, hours = case.situation.humidity, _hours(checked)
    night = case.situation.genre == "night_sky" or case.light.ev100 < case.figure("night_from_ev")
    if (
        humidity is None
        or humidity < case.figure("dew_humidity")
        or not night
        or (hours is not None and hours < checked.case.figure("dew_hours"))
    ):
        return None
    return report(
        "dew_risk",
        about="kit",
        sentence=f"{humidity:.0%} humidity at night: the front element clouds within the hour.",
        residual="A warm band on the lens, a hood, and a look at the glass every half hour.",
    )


def battery_cold(checked: Checked) -> Finding | None:
    """Cold shortens battery life."""
    celsius = checked.case.situation.temperature_c
    if celsius is None or celsius > checked.case.figure("cold_c"):
        return None
    return report(
        "battery_cold",
        about="kit",
        sentence=f"At {wording.celsius(celsius)} about {1 - battery_left(celsius):.0%} of a battery's charge is not there.",
        residual="Warm spares in an inner pocket, changed before the camera asks.",
    )


CHECKS: tuple[Check, ...] = (
    lenr_breaks_interval,
    interval_too_short,
    long_sequence_endurance,
    card_full_before_end,
    buffer_limit,
    dew_risk,
    battery_cold,
)
