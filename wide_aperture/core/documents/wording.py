"""How numbers are said in sentences: stops in thirds, times, distances."""

from __future__ import annotations

import math

from wide_aperture.core.documents.said import marked
from wide_aperture.core.physics.quantities import format_shutter

_THIRDS = {0: "", 1: "⅓", 2: "⅔"}


def stops(ev: float) -> str:
    """A size in stops to the nearest third: "1⅔", "⅓", "0".

    >>> stops(1.7), stops(-0.34), stops(0.1)
    ('1⅔', '⅓', '0')
    """
    thirds = round(abs(ev) * 3)
    whole, rest = divmod(thirds, 3)
    return (str(whole) if whole or not rest else "") + _THIRDS[rest]


def stops_word(ev: float) -> str:
    """A size with its word: "1⅔ stops", "⅓ stop", "1 stop"."""
    return f"{stops(ev)} stop" + ("" if round(abs(ev) * 3) <= 3 else "s")


def signed_stops(ev: float) -> str:
    """A correction: "+⅔", "−1", "0"."""
    text = stops(ev)
    return text if text == "0" else ("+" if ev > 0 else "−") + text


def ev(value: float) -> str:
    """An exposure value to the nearest third, or half where it is one: "EV 8⅓", "EV −2", "EV 10½".

    >>> ev(8.33), ev(10.5), ev(-2), ev(0.1)
    ('EV 8⅓', 'EV 10½', 'EV −2', 'EV 0')
    """
    size = abs(value)
    is_half = abs(size % 1 - 0.5) < 0.01
    text = f"{int(size) or ''}½" if is_half else stops(value)
    return f"EV {'−' if value < 0 and text != '0' else ''}{text}"


def seconds(value: float) -> str:
    """A time with its unit: "1/250 s", "2.5 s", "2 min"."""
    text = format_shutter(value)
    return f"{text} s" if "/" in text else text


def clock(minutes: float) -> str:
    """Minutes from the first day's midnight as a clock shows them: "19:40", "01:30 next day".

    >>> clock(1180), clock(1530)
    ('19:40', '01:30 next day')
    """
    days, of_day = divmod(round(minutes), 1440)
    text = f"{of_day // 60:02d}:{of_day % 60:02d}"
    return text if days == 0 else f"{text} next day" if days == 1 else f"{text}, day {days + 1}"


def pace(speed_m_s: float, is_moving: bool) -> str:
    """How quick a subject is: "At 1.4 m/s", or that it stands still."""
    return f"At {speed(speed_m_s)}" if is_moving or 0 < speed_m_s < 1 else "While nothing moves"


def metres(value: float, digits: int | None = None) -> str:
    """A distance, marked with its unit: "4.3 m", "250 m", "infinity". digits: significant ones, where more are meant."""
    if math.isinf(value) or value >= 100_000:
        return "infinity"
    text = f"{value:.{digits}g}" if digits else f"{value:.2g}" if value < 10 else f"{value:.0f}"
    return marked(value, "m", f"{text} m")


def centimetres(value_m: float, decimals: int = 0) -> str:
    """A short length, given in metres and marked: "12 cm"."""
    return marked(value_m, "m", f"{value_m * 100:.{decimals}f} cm")


def speed(value_m_s: float, digits: int | None = None) -> str:
    """A speed, marked with its unit: "1.4 m/s"."""
    return marked(value_m_s, "m/s", f"{value_m_s:.{digits}g} m/s" if digits else f"{value_m_s:g} m/s")


def celsius(value: float) -> str:
    """A temperature, marked with its unit: "−5 °C"."""
    return marked(value, "°C", f"{value:g} °C")


def listed(items: list[str]) -> str:
    """ "a", "a and b", "a, b and c"."""
    if len(items) < 2:
        return "".join(items)
    return f"{', '.join(items[:-1])} and {items[-1]}"
