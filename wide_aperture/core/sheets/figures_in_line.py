"""What one line of a specification sheet says: figures that can mean one thing only, each with the field it fills.

Sheets differ in everything but their units.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Any

_N = r"\d+(?:[.,]\d+)?"
_WHOLE = r"\d{1,3}(?:[,.  ]\d{3})+|\d+"
_SIDES = re.compile(rf"({_N})\s*(?:mm)?\s*[x×*]\s*({_N})\s*(?:mm)?(?:\s*[x×*]\s*({_N}))?\s*mm", re.IGNORECASE)
_MEGAPIXELS = re.compile(
    rf"({_N})\s*(?:-?\s*)(?:mega\s?pixels?|mpix(?:els?)?|mp|million\s+(?:effective\s+)?pixels)\b", re.IGNORECASE
)
_FRACTION = re.compile(rf"1\s*/\s*(?=[1-9])({_WHOLE})")
_SECONDS = re.compile(rf"(?<![/\d.,])({_N})\s*(?:s\b|sec\b|seconds?\b|[\"″])", re.IGNORECASE)
_RATE = re.compile(rf"({_N})\s*(?:fps|f\s?/\s?s|frames?\s*(?:/|per|a)\s*s(?:ec(?:ond)?)?|(?:images|shots|pictures)\s*(?:/|per|a)\s*s(?:ec(?:ond)?)?)\b", re.IGNORECASE)  # fmt: skip
_KIND = re.compile(
    r"electronic first[\s-]curtain|first[\s-]curtain|electronic|silent|leaf|lens shutter|mechanical", re.IGNORECASE
)
_STOPS = re.compile(rf"({_N})\s*-?\s*stops?\b", re.IGNORECASE)
_FRAMES = re.compile(rf"({_WHOLE})\s*(?:\w+\s+)?(?:raw|frames|shots|images|pictures)", re.IGNORECASE)
_MILLISECONDS = re.compile(rf"({_N})\s*(?:ms\b|milliseconds?)", re.IGNORECASE)
_KELVIN = re.compile(rf"({_WHOLE})\s*K?\s*(?:[-–—]|to)\s*({_WHOLE})\s*(?:K\b|kelvin)", re.IGNORECASE)
_SLOTS = re.compile(r"\b(one|single|two|dual|double|three|[1-4])\b(?=[\s\w,-]{0,24}(?:card\s*)?slots?\b)|slots?\s*:?\s*([1-4])\b", re.IGNORECASE)  # fmt: skip
_COUNT = {"one": 1, "single": 1, "two": 2, "dual": 2, "double": 2, "three": 3}
_CLASSES: tuple[tuple[str, float, float], ...] = (
    (r"full[\s-]?frame|35\s?mm format", 36.0, 24.0),
    (r"\baps[\s-]?c\b", 23.5, 15.6),
    (r"\b1[\s-]?inch\b|\b1\"[\s-]?type", 13.2, 8.8),
)
LARGEST_SENSOR_MM, SMALLEST_SENSOR_MM = 60.0, 3.0


@dataclass(frozen=True, slots=True)
class Found:
    """A field of a body, its value, and the words it was read from. Of frame rates and flash times value is one entry."""

    field: str
    value: Any
    said: str


def _number(text: str) -> float:
    return float(text.replace(",", "."))


def _whole(text: str) -> float:
    return float(re.sub(r"\D", "", text))


def _shutter_of(line: str, at: int) -> str:
    """The kind of shutter a figure belongs to: the one named in its part of the line, else the last one named before."""
    ends = [match.end() for match in re.finditer(r";|,\s|\s/\s", line)]
    begins = max((end for end in ends if end <= at), default=0)
    finishes = min((end for end in ends if end > at), default=len(line))
    within = _KIND.search(line, begins, finishes)
    before = [match[0] for match in _KIND.finditer(line, 0, begins)]
    word = (within[0] if within else before[-1] if before else "mechanical").lower()
    if "first" in word:
        return "electronic_first_curtain"
    if word in ("electronic", "silent"):
        return "electronic"
    return "leaf" if word in ("leaf", "lens shutter") else "mechanical"


_FASTEST = {
    "mechanical": "fastest_mechanical_s",
    "electronic_first_curtain": "fastest_first_curtain_s",
    "electronic": "fastest_electronic_s",
    "leaf": "fastest_leaf_s",
}


def _sensor(line: str) -> Iterator[Found]:
    sides = _SIDES.search(line)
    if sides and sides[3]:
        width, height, depth = (_number(sides[k]) for k in (1, 2, 3))
        yield Found("abilities", {"width_mm": width, "height_mm": height, "depth_mm": depth}, sides[0])
    elif sides:
        width, height = sorted((_number(sides[1]), _number(sides[2])), reverse=True)
        if SMALLEST_SENSOR_MM <= width <= LARGEST_SENSOR_MM and "print" not in line.lower():
            yield Found("sensor_width_mm", width, sides[0])
            yield Found("sensor_height_mm", height, sides[0])
    else:
        for pattern, width, height in _CLASSES:
            if re.search(pattern, line, re.IGNORECASE):
                yield Found("sensor_width_mm", width, f"{width:g} × {height:g} mm, as usual for the class")
                yield Found("sensor_height_mm", height, f"{width:g} × {height:g} mm, as usual for the class")
                break


def _pixels(line: str) -> Iterator[Found]:
    found = _MEGAPIXELS.search(line)
    if found and not re.search(r"video|total|screen|monitor|finder", line, re.IGNORECASE):
        yield Found("megapixels", _number(found[1]), f"{found[1]} MP")


def _iso(line: str) -> Iterator[Found]:
    if not re.search(r"\biso\b|sensitivity", line, re.IGNORECASE) or re.search(
        r"\biso\s*\d{4,6}-\d", line, re.IGNORECASE
    ):
        return
    own = re.split(r"\(|expand|extend|boost|plus", line, maxsplit=1, flags=re.IGNORECASE)[0]
    numbers = [_whole(each) for each in re.findall(_WHOLE, own)]
    numbers = [each for each in numbers if each >= 25]
    if not numbers:
        return
    if len(numbers) > 1:
        yield Found("base_iso", min(numbers), f"ISO {min(numbers):g}")
        yield Found("highest_iso", max(numbers), f"ISO {max(numbers):g}")
    elif re.search(r"base|native|lowest", own, re.IGNORECASE):
        yield Found("base_iso", numbers[0], f"ISO {numbers[0]:g}")
    elif re.search(r"max|highest|up to", own, re.IGNORECASE):
        yield Found("highest_iso", numbers[0], f"ISO {numbers[0]:g}")


def _times(line: str) -> Iterator[Found]:
    if re.search(r"video|read[\s-]?out", line, re.IGNORECASE) or not re.search(
        r"shutter|sync|exposure time|1\s*/", line, re.IGNORECASE
    ):
        return
    sync_from = line.lower().find("sync")
    for match in _FRACTION.finditer(line):
        seconds = 1 / _whole(match[1])
        kind = _shutter_of(line, match.start())
        if sync_from >= 0 and (match.start() > sync_from or not re.search("shutter", line[:sync_from], re.IGNORECASE)):
            yield Found("flash_sync", (f"{kind}_s", seconds), match[0])
        else:
            yield Found(_FASTEST[kind], seconds, match[0])
    if sync_from < 0:
        long = [_number(each) for each in _SECONDS.findall(line)]
        if long and max(long) >= 1:
            yield Found("longest_timed_s", max(long), f"{max(long):g} s")


def _rates(line: str) -> Iterator[Found]:
    if re.search(r"video|finder|refresh", line, re.IGNORECASE):
        return
    for match in _RATE.finditer(line):
        kind = _shutter_of(line, match.start())
        rate = {"shutter": kind, "file": "any", "frames_per_s": _number(match[1])}
        yield Found("frame_rates", rate, match[0])


def _hand(line: str) -> Iterator[Found]:
    words = line.lower()
    if "stabili" in words:
        stops = _STOPS.search(line)
        if stops:
            yield Found("stabiliser_stops", _number(stops[1]), stops[0])
    if "buffer" in words or "burst depth" in words:
        frames = _FRAMES.search(line)
        if frames:
            yield Found("buffer_raw_frames", int(_whole(frames[1])), frames[0])
    slots = _SLOTS.search(line)
    if slots:
        word = (slots[1] or slots[2]).lower()
        yield Found("card_slots", _COUNT.get(word, 0) or int(word), slots[0])
    kelvin = _KELVIN.search(line)
    if kelvin:
        low, high = sorted((_whole(kelvin[1]), _whole(kelvin[2])))
        yield Found("kelvin_low", low, kelvin[0])
        yield Found("kelvin_high", high, kelvin[0])
    if re.search(r"read[\s-]?out", line, re.IGNORECASE):
        ms, fraction = _MILLISECONDS.search(line), _FRACTION.search(line)
        if ms or fraction:
            value = _number(ms[1]) if ms else 1000 / _whole(fraction[1]) if fraction else 0
            yield Found("readout_ms", value, (ms or fraction)[0])  # type: ignore[index]


def _kind(line: str) -> Iterator[Found]:
    low = line.lower()
    if "finder" in low:
        if re.search(r"\bno\b|none|without", low):
            yield Found("finder", "none", "none")
        elif "optical" in low or "pentaprism" in low or "pentamirror" in low:
            yield Found("finder", "optical", "optical")
        elif "electronic" in low or "oled" in low or "dots" in low:
            yield Found("finder", "electronic", "electronic")
    if "mirrorless" in low:
        yield Found("mirror", "none", "no mirror")
    elif re.search(r"mirror[\s-]?(?:lock|up)", low):
        yield Found("mirror", "held_up", "can be held up")
    elif "reflex" in low or "instant-return mirror" in low:
        yield Found("mirror", "instant", "a mirror")
        yield Found("finder", "optical", "optical")
    if "anti-flicker" in low or "flicker reduction" in low:
        yield Found("anti_flicker", not re.search(r":\s*no\b|\bnone\b|without", low), "anti-flicker")
    if re.search(r"\b(?:no autofocus|manual focus only)\b", low):
        yield Found("autofocus", False, "none")


_READERS: tuple[Callable[[str], Iterator[Found]], ...] = (_sensor, _pixels, _iso, _times, _rates, _hand, _kind)


def figures_in(line: str) -> tuple[Found, ...]:
    """Everything a line says of a body."""
    return tuple(found for reader in _READERS for found in reader(line))
