"""Writing what the reader reads: tags as TIFF has them, EXIF into a JPEG, a raw file of a colour mosaic, an XMP packet.

Source: TIFF 6.0; Exif 2.32; DNG 1.4; XMP part 3. Little endian throughout.
"""

from __future__ import annotations

import datetime as dt
import math
import struct
from collections.abc import Sequence
from dataclasses import dataclass, field
from fractions import Fraction
from xml.sax.saxutils import quoteattr

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames.embedded import COMPRESSION, JPEG_AT, JPEG_BYTES, STRIP_BYTES, STRIPS
from wide_aperture.core.frames.metadata import FrameMetadata
from wide_aperture.core.frames.read import METERING, PROGRAMS
from wide_aperture.core.frames.tags import EXIF_POINTER, GPS_POINTER

BYTE, ASCII, SHORT, LONG, RATIONAL, UNDEFINED, SRATIONAL = 1, 2, 3, 4, 5, 7, 10
CODES = {BYTE: "B", SHORT: "H", LONG: "I", RATIONAL: "II", SRATIONAL: "ii"}
FINEST = 1_000_000
MOST_SEGMENT = 65_533
UNSAID_ISO = 65_535
SENSITIVITY_IS_RECOMMENDED = 2

# By our word the number EXIF has for it; of several that mean the same, the first.
PROGRAM_NUMBERS = {word: number for number, word in reversed(list(PROGRAMS.items()))} | {"program": 2}
METERING_NUMBERS = {word: number for number, word in reversed(list(METERING.items()))} | {"spot": 3}
LIGHT_NUMBERS = {"daylight": 1, "fluorescent": 2, "tungsten": 3, "flash": 4, "cloudy": 10, "shade": 11}
XYZ_TO_CAMERA = (1.0, 0, 0, 0, 1.0, 0, 0, 0, 1.0)  # our mosaic has no colours of its own: XYZ stand for them

Numbers = Sequence[float | Fraction]


@dataclass
class Directory:
    """Tags to be written, by number: (type, bytes, count)."""

    held: dict[int, tuple[int, bytes, int]] = field(default_factory=dict)

    def text(self, tag: int, said: str | None) -> None:
        if said:
            raw = said.encode("utf-8").replace(b"\0", b"") + b"\0"
            self.held[tag] = (ASCII, raw, len(raw))

    def raw(self, tag: int, kind: int, data: bytes) -> None:
        self.held[tag] = (kind, data, len(data))

    def numbers(self, tag: int, kind: int, values: Numbers) -> None:
        if kind in (RATIONAL, SRATIONAL):
            parts = [Fraction(each).limit_denominator(FINEST) for each in values]
            data = b"".join(struct.pack("<" + CODES[kind], part.numerator, part.denominator) for part in parts)
        else:
            data = b"".join(struct.pack("<" + CODES[kind], int(each)) for each in values)
        self.held[tag] = (kind, data, len(values))

    def number(self, tag: int, kind: int, value: float | None) -> None:
        if value is not None:
            self.numbers(tag, kind, [value])

    def written(self, at: int, following: int = 0) -> bytes:
        """The directory as it lies at an offset, what is too long for an entry behind it. following: where the next one lies."""
        behind = at + 2 + 12 * len(self.held) + 4
        entries, data = b"", b""
        for tag, (kind, raw, count) in sorted(self.held.items()):
            if len(raw) <= 4:
                entries += struct.pack("<HHI", tag, kind, count) + raw.ljust(4, b"\0")
            else:
                entries += struct.pack("<HHII", tag, kind, count, behind + len(data))
                data += raw + b"\0" * (len(raw) % 2)
        return struct.pack("<H", len(self.held)) + entries + struct.pack("<I", following) + data


def tiff(
    main: Directory, exif: Directory, gps: Directory | None = None, strip: bytes = b"", preview: bytes = b""
) -> bytes:
    """A TIFF block of these directories, with the picture's data behind them. preview: a JPEG, in a directory of its own."""
    subs = [(EXIF_POINTER, exif)] + ([(GPS_POINTER, gps)] if gps is not None and gps.held else [])
    for pointer, _ in subs:
        main.number(pointer, LONG, 0)
    if strip:
        main.number(STRIPS, LONG, 0)
        main.number(STRIP_BYTES, LONG, len(strip))
    at = 8 + len(main.written(8))
    parts = b""
    for pointer, sub in subs:
        main.number(pointer, LONG, at + len(parts))
        parts += sub.written(at + len(parts))
    following = 0
    if preview:
        following, second = at + len(parts), Directory()
        second.number(COMPRESSION, SHORT, 6)
        second.number(JPEG_AT, LONG, 0)
        second.number(JPEG_BYTES, LONG, len(preview))
        second.number(JPEG_AT, LONG, following + len(second.written(0)))
        parts += second.written(following) + preview + b"\0" * (len(preview) % 2)
    if strip:
        main.number(STRIPS, LONG, at + len(parts))
    return b"II*\0" + struct.pack("<I", 8) + main.written(8, following) + parts + strip


def exif_of(said: FrameMetadata) -> tuple[Directory, Directory, Directory]:
    """Main, exif and place directories that say what this says."""
    main, exif, gps = Directory(), Directory(), Directory()
    main.text(0x010F, said.body_make_model)
    main.text(0x0110, said.body_make_model)
    main.number(0x0112, SHORT, said.orientation)
    if said.taken_at is not None:
        when = said.taken_at.strftime("%Y:%m:%d %H:%M:%S")
        main.text(0x0132, when)
        exif.text(0x9003, when)
        exif.text(0x9004, when)
    if said.utc_offset_min is not None:
        hours, minutes = divmod(abs(said.utc_offset_min), 60)
        exif.text(0x9011, f"{'-' if said.utc_offset_min < 0 else '+'}{hours:02}:{minutes:02}")
    if said.subsecond_ms is not None:
        exif.text(0x9291, f"{said.subsecond_ms:03}")
    exif.number(0x829A, RATIONAL, said.exposure_s)
    exif.number(0x829D, RATIONAL, said.f_number)
    if said.iso is not None:
        exif.number(0x8827, SHORT, min(said.iso, UNSAID_ISO))
        exif.number(0x8830, SHORT, SENSITIVITY_IS_RECOMMENDED)
        exif.number(0x8832, LONG, round(said.iso))
    exif.number(0x9204, SRATIONAL, said.compensation_ev)
    exif.number(0x9206, RATIONAL, said.subject_distance_m)
    exif.number(0x920A, RATIONAL, said.focal_mm)
    exif.number(0xA405, SHORT, said.focal_35mm)
    exif.number(0x8822, SHORT, PROGRAM_NUMBERS.get(said.exposure_program) if said.exposure_program else None)
    exif.number(0x9207, SHORT, METERING_NUMBERS.get(said.metering) if said.metering else None)
    if said.flash_fired is not None:
        exif.number(0x9209, SHORT, int(said.flash_fired))
    if said.white_balance is not None:
        exif.number(0xA403, SHORT, int(said.white_balance != "auto"))
        exif.number(0x9208, SHORT, LIGHT_NUMBERS.get(said.white_balance, 0))
    exif.text(0xA431, said.body_serial)
    exif.text(0xA434, said.lens_model)
    exif.number(0xA002, LONG, said.width_px)
    exif.number(0xA003, LONG, said.height_px)
    exif.raw(0x9000, UNDEFINED, b"0232")
    if said.latitude_deg is not None and said.longitude_deg is not None:
        for tag, place, sides in ((1, said.latitude_deg, "NS"), (3, said.longitude_deg, "EW")):
            gps.text(tag, sides[0] if place >= 0 else sides[1])
            rest, degrees = math.modf(abs(place))
            part, sixtieths = math.modf(rest * 60)
            gps.numbers(tag + 1, RATIONAL, [degrees, sixtieths, part * 60])
    return main, exif, gps


def with_exif(jpeg: bytes, said: FrameMetadata) -> bytes:
    """The same picture saying this of itself, rating and label in an XMP packet.

    Raises: DomainError for what is no JPEG, or says more than a segment holds.
    """
    if jpeg[:2] != b"\xff\xd8":
        raise DomainError("jpeg", len(jpeg), "must be a JPEG")
    segments = _segment(b"Exif\0\0" + tiff(*exif_of(said)))
    if said.rating is not None or said.label is not None:
        segments += _segment(b"http://ns.adobe.com/xap/1.0/\0" + xmp_packet(said.rating, said.label).encode())
    return jpeg[:2] + segments + jpeg[2:]


def _segment(content: bytes) -> bytes:
    if len(content) > MOST_SEGMENT:
        raise DomainError("metadata", len(content), f"must not be longer than {MOST_SEGMENT} bytes")
    return b"\xff\xe1" + struct.pack(">H", len(content) + 2) + content


def xmp_packet(rating: int | None, label: str | None, description: str | None = None) -> str:
    """A packet with rating, label and description; what is None is left out. It serves as a sidecar as it is."""
    held = {"xmp:Rating": rating, "xmp:Label": label}
    attributes = "".join(f" {name}={quoteattr(str(value))}" for name, value in held.items() if value is not None)
    said = "" if description is None else f"<dc:description><rdf:Alt><rdf:li xml:lang='x-default'>{_escaped(description)}</rdf:li></rdf:Alt></dc:description>"  # fmt: skip
    return (
        '<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?><x:xmpmeta xmlns:x="adobe:ns:meta/">'
        '<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">'
        '<rdf:Description rdf:about="" xmlns:xmp="http://ns.adobe.com/xap/1.0/" xmlns:dc="http://purl.org/dc/elements/1.1/"'
        f'{attributes}>{said}</rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end="w"?>'
    )


def _escaped(text: str) -> str:
    return quoteattr(text)[1:-1]


def dng(
    mosaic: NDArray[np.uint16], said: FrameMetadata, *, white: int, black: int = 0, neutral: Sequence[float] = (1.0, 1.0, 1.0),
    preview: bytes = b"",
) -> bytes:  # fmt: skip
    """A raw file of one mosaic, shape (rows, columns), red green / green blue, kept bit for bit.

    Args: white, black: levels of the data; neutral: what the camera records of white, red green blue; preview: a JPEG to lie in it.
    Raises: DomainError for a mosaic that is none.
    """
    if mosaic.ndim != 2 or mosaic.dtype != np.uint16 or min(mosaic.shape) < 2:
        raise DomainError("mosaic", str(mosaic.shape), "must be rows and columns of 16-bit values")
    main, exif, gps = exif_of(said)
    rows, columns = mosaic.shape
    for tag, kind, values in (
        (0x00FE, LONG, [0]), (0x0100, LONG, [columns]), (0x0101, LONG, [rows]), (0x0102, SHORT, [16]), (0x0103, SHORT, [1]),
        (0x0106, SHORT, [32803]), (0x0115, SHORT, [1]), (0x0116, LONG, [rows]), (0x011C, SHORT, [1]), (0x828D, SHORT, [2, 2]),
        (0xC612, BYTE, [1, 4, 0, 0]), (0xC613, BYTE, [1, 1, 0, 0]), (0xC61A, SHORT, [black]), (0xC61D, LONG, [white]),
        (0xC621, SRATIONAL, XYZ_TO_CAMERA), (0xC628, RATIONAL, neutral), (0xC65A, SHORT, [21]),
    ):  # fmt: skip
        main.numbers(tag, kind, values)
    main.raw(0x828E, BYTE, bytes([0, 1, 1, 2]))
    main.text(0xC614, said.body_make_model or "unknown")
    if said.exposure_s is not None:
        main.number(0x829A, RATIONAL, said.exposure_s)
    main.held.pop(0x0112, None)
    main.number(0x0112, SHORT, said.orientation or 1)
    if said.rating is not None or said.label is not None:
        main.raw(0x02BC, BYTE, xmp_packet(said.rating, said.label).encode())
    return tiff(main, exif, gps, np.ascontiguousarray(mosaic, "<u2").tobytes(), preview)


def shown_time(at: dt.datetime) -> tuple[dt.datetime, int]:
    """A moment as a file keeps it: whole seconds, and thousandths."""
    return at.replace(microsecond=0, tzinfo=None), at.microsecond // 1000
