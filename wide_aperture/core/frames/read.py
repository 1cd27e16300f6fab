"""Reading a file's head: which container it is, where its tags lie, and what they mean in our words."""

from __future__ import annotations

import datetime as dt
import math
import os
import re
from collections.abc import Mapping
from typing import Any

from wide_aperture.core.documents.preferences import ExposureMode
from wide_aperture.core.frames.boxes import read_boxes
from wide_aperture.core.frames.errors import UnreadableFrame
from wide_aperture.core.frames.jpeg import read_jpeg
from wide_aperture.core.frames.metadata import MOST_CHARACTERS, FrameMetadata
from wide_aperture.core.frames.source import Held, OnDisk, Source
from wide_aperture.core.frames.tags import Entry, Tags, read_tags
from wide_aperture.core.frames.xmp import Packet, read_xmp

JPEG_HEAD = b"\xff\xd8\xff"
SEARCHED_HEAD = 256 * 1024  # a container we do not know may hold a JPEG near its beginning
FEWEST_BYTES = 16

PROGRAMS: Mapping[int, ExposureMode] = {1: "manual", 2: "program", 3: "aperture_priority", 4: "shutter_priority", 5: "program", 6: "program", 7: "program", 8: "program", 9: "bulb"}  # fmt: skip
METERING: Mapping[int, str] = {1: "average", 2: "centre_weighted", 3: "spot", 4: "spot", 5: "multi_segment", 6: "spot"}
LIGHT_SOURCES: Mapping[int, str] = {1: "daylight", 2: "fluorescent", 3: "tungsten", 4: "flash", 9: "daylight", 10: "cloudy", 11: "shade", 12: "fluorescent", 13: "fluorescent", 14: "fluorescent", 15: "fluorescent", 17: "tungsten", 18: "daylight", 19: "daylight", 20: "daylight", 24: "tungsten"}  # fmt: skip
MANUAL_WHITE, AUTO_WHITE = 1, 0
UNSAID_ISO = 65_535
FULL_IMAGE, SUBFILE_TYPE, WIDTH, HEIGHT = 0, 0x00FE, 0x0100, 0x0101
WHEN = re.compile(r"(\d{4}):(\d{1,2}):(\d{1,2})\s+(\d{1,2}):(\d{1,2}):(\d{1,2})", re.ASCII)


def read_metadata(file: str | os.PathLike[str] | bytes, *, location: bool = False) -> FrameMetadata:
    """What a file says of its frame. location: whether latitude and longitude may be read.

    Raises: UnreadableFrame for a file that cannot be opened or is no picture we know.
    """
    if isinstance(file, bytes):
        return metadata_of(Held(file), location=location)
    with OnDisk(file) as source:
        return metadata_of(source, location=location)


def metadata_of(source: Source, *, location: bool = False) -> FrameMetadata:
    """The same of any source. Raises: as read_metadata."""
    head = source.read(0, FEWEST_BYTES)
    if source.size == 0:
        raise UnreadableFrame("The file is empty.")
    if len(head) < FEWEST_BYTES:
        raise UnreadableFrame("The file is too short to be a picture.")
    if head.startswith(JPEG_HEAD):
        return _of_jpeg(source, 0, location)
    if head[4:8] == b"ftyp":
        return _of_boxes(source, location)
    if head[:2] in (b"II", b"MM"):
        tags = read_tags(source)
        if tags is None:
            raise UnreadableFrame("It begins like a TIFF and has no directory of tags.")
        return _meaning(tags, read_xmp(_xmp_of(tags)), _largest(tags), location)
    within = source.read(0, SEARCHED_HEAD).find(JPEG_HEAD)
    if within > 0:
        return _of_jpeg(source, within, location)
    raise UnreadableFrame("It is no picture of a kind that can be read here.")


def _of_jpeg(source: Source, begin: int, location: bool) -> FrameMetadata:
    jpeg = read_jpeg(source, begin)
    tags = read_tags(jpeg.exif) if jpeg.exif is not None else None
    if tags is None and jpeg.xmp is None and jpeg.width_px is None:
        raise UnreadableFrame("It begins like a JPEG and breaks off.")
    size = None if jpeg.width_px is None or jpeg.height_px is None else (jpeg.width_px, jpeg.height_px)
    return _meaning(tags or Tags("<"), read_xmp(jpeg.xmp or b""), size, location)


def _of_boxes(source: Source, location: bool) -> FrameMetadata:
    held = read_boxes(source)
    tags = read_tags(held.exif) if held.exif is not None else None
    if tags is None and held.tag_blocks:
        parts = {kind: part for kind, block in held.tag_blocks.items() if (part := read_tags(block)) is not None}
        tags = Tags(next((part.order for part in parts.values()), "<"))
        for kind, target in ((b"CMT1", tags.main), (b"CMT2", tags.exif), (b"CMT4", tags.gps)):
            if kind in parts:
                target.update(parts[kind].main)
    if tags is None and not held.sizes:
        raise UnreadableFrame("Its boxes hold no picture that can be read here.")
    size = max(held.sizes, key=lambda each: each[0] * each[1], default=None)
    return _meaning(tags or Tags("<"), read_xmp(held.xmp or b""), size, location)


def _xmp_of(tags: Tags) -> bytes:
    entry = tags.main.get(0x02BC)
    return b"" if entry is None else entry.raw


def _largest(tags: Tags) -> tuple[int, int] | None:
    """Width and height of the picture itself, not of a thumbnail."""
    sizes = []
    for directory in (tags.main, *tags.others):
        width, height = tags.number(directory.get(WIDTH)), tags.number(directory.get(HEIGHT))
        if width and height:
            is_whole = tags.number(directory.get(SUBFILE_TYPE)) in (None, FULL_IMAGE)
            sizes.append((is_whole, width * height, (int(width), int(height))))
    return max(sizes)[2] if sizes else None


def _meaning(tags: Tags, packet: Packet, size: tuple[int, int] | None, location: bool) -> FrameMetadata:
    """Our words for what was found. A value that cannot be is left out, and takes nothing else with it."""
    main, exif = tags.main, tags.exif

    def number(tag: int) -> float | None:
        return tags.number(exif.get(tag, main.get(tag)))

    def positive(tag: int) -> float | None:
        value = number(tag)
        return value if value is not None and value > 0 and math.isfinite(value) else None

    def text(*names: int) -> str | None:
        said = next((found for tag in names if (found := tags.text(exif.get(tag, main.get(tag))))), None)
        return said[:MOST_CHARACTERS] if said else None

    taken, which = _taken(text)
    found: dict[str, Any] = {
        "taken_at": taken,
        "utc_offset_min": _offset(text({0: 0x9011, 1: 0x9012, 2: 0x9010}[which], 0x9010))
        if which is not None
        else None,
        "subsecond_ms": _subsecond(text({0: 0x9291, 1: 0x9292, 2: 0x9290}[which])) if which is not None else None,
        "exposure_s": positive(0x829A) or _power(number(0x9201), -1.0),
        "f_number": positive(0x829D) or _power(number(0x9202), 0.5),
        "iso": _iso(tags),
        "compensation_ev": number(0x9204),
        "focal_mm": positive(0x920A),
        "focal_35mm": positive(0xA405),
        "subject_distance_m": positive(0x9206),
        "exposure_program": PROGRAMS.get(_whole(number(0x8822))),
        "metering": METERING.get(_whole(number(0x9207))),
        "flash_fired": None if (flash := number(0x9209)) is None else bool(int(flash) & 1),
        "white_balance": _white(_whole(number(0xA403)), _whole(number(0x9208))),
        "body_make_model": _body(text(0x010F), text(0x0110)),
        "body_serial": text(0xA431, 0xC62F),
        "lens_model": text(0xA434),
        "orientation": _within(number(0x0112), 1, 8),
        "rating": packet.rating if packet.rating is not None else _within(number(0x4746), 0, 5),
        "label": packet.label,
    }
    if size is None and (width := positive(0xA002)) and (height := positive(0xA003)):
        size = int(width), int(height)
    if size is not None and min(size) > 0:
        found["width_px"], found["height_px"] = size
    if location:
        found["latitude_deg"], found["longitude_deg"] = _place(tags)
    return FrameMetadata(**found)


def _whole(value: float | None) -> int:
    return -1 if value is None else int(value)


def _within(value: float | None, low: int, high: int) -> int | None:
    return int(value) if value is not None and low <= value <= high else None


def _power(apex: float | None, by: float) -> float | None:
    """APEX as EXIF keeps it beside the plain values: time 2^-Tv, aperture 2^(Av/2)."""
    if apex is None or not -20 <= apex <= 20:
        return None
    return float(2.0 ** (apex * by))


def _iso(tags: Tags) -> float | None:
    """The sensitivity; where two bytes do not hold it, the tag that does."""
    for tag in (0x8827, 0x8833, 0x8832, 0x8831):
        value = tags.number(tags.exif.get(tag, tags.main.get(tag)))
        if value is not None and 0 < value != UNSAID_ISO:
            return value
    value = tags.number(tags.exif.get(0x8827))
    return value if value is not None and value > 0 else None


def _white(mode: int, source: int) -> str | None:
    """Automatic, or the light it was set to; set by hand to nobody knows what is not said."""
    if mode == AUTO_WHITE:
        return "auto"
    return LIGHT_SOURCES.get(source) if mode == MANUAL_WHITE or mode < 0 else None


def _body(make: str | None, model: str | None) -> str | None:
    if not model:
        return make
    if not make or model.lower().startswith(make.split()[0].lower()):
        return model
    return f"{make} {model}"[:MOST_CHARACTERS]


def _taken(text: Any) -> tuple[dt.datetime | None, int | None]:
    """When the shutter opened: as taken, as digitized, as written; and which of the three said it."""
    for which, tag in enumerate((0x9003, 0x9004, 0x0132)):
        said = text(tag)
        if said:
            parts = WHEN.fullmatch(said[:19])
            if parts is None:
                continue
            try:
                year, month, day, hour, minute, second = map(int, parts.groups())
                return dt.datetime(year, month, day, hour, minute, second), which
            except ValueError:
                continue
    return None, None


def _offset(said: str | None) -> int | None:
    """Minutes east of Greenwich of "+02:00".

    >>> _offset("+02:00"), _offset("-03:30"), _offset("Z"), _offset("noon")
    (120, -210, 0, None)
    """
    if said == "Z":
        return 0
    if not said or said[0] not in "+-" or len(said) < 6:
        return None
    hours, minutes = said[1:3], said[4:6]
    if not (hours.isdigit() and minutes.isdigit()) or int(hours) > 14 or int(minutes) > 59:
        return None
    return (int(hours) * 60 + int(minutes)) * (-1 if said[0] == "-" else 1)


def _subsecond(said: str | None) -> int | None:
    """Thousandths of a second of the digits after the point.

    >>> _subsecond("5"), _subsecond("045"), _subsecond("123456"), _subsecond("x")
    (500, 45, 123, None)
    """
    digits = (said or "").strip()
    return int(digits[:3].ljust(3, "0")) if digits.isdigit() else None


def _place(tags: Tags) -> tuple[float | None, float | None]:
    """Latitude and longitude in degrees, north and east positive; both or neither."""

    def degrees(value: Entry | None, side: Entry | None, negative: str, most: float) -> float | None:
        parts = tags.numbers(value)
        letter = tags.text(side)
        if len(parts) < 3 or letter is None:
            return None
        found = parts[0] + parts[1] / 60 + parts[2] / 3600
        return (-found if letter.upper().startswith(negative) else found) if found <= most else None

    latitude = degrees(tags.gps.get(2), tags.gps.get(1), "S", 90)
    longitude = degrees(tags.gps.get(4), tags.gps.get(3), "W", 180)
    return (latitude, longitude) if latitude is not None and longitude is not None else (None, None)
