"""The segments of a JPEG, followed from marker to marker: where EXIF and XMP lie, and how large the picture is.

Source: ITU-T T.81, annex B; segments are skipped by their lengths, so that profiles of any length may stand before what is wanted.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from wide_aperture.core.frames.source import Held, Source

MOST_SEGMENTS = 400
EXIF_HEAD = b"Exif\0\0"
XMP_HEAD = b"http://ns.adobe.com/xap/1.0/\0"
APP1, SOS, EOI, FILL = 0xE1, 0xDA, 0xD9, 0xFF
ALONE = {0x01, *range(0xD0, 0xD9)}
FRAMES = {*range(0xC0, 0xD0)} - {0xC4, 0xC8, 0xCC}  # but tables and the arithmetic marks


@dataclass
class Jpeg:
    """exif: the TIFF block; xmp: the packet."""

    exif: Source | None = None
    xmp: bytes | None = None
    width_px: int | None = None
    height_px: int | None = None


def read_jpeg(source: Source, begin: int = 0) -> Jpeg:
    """What the head of a JPEG holds; what is cut off or broken ends it."""
    found = Jpeg()
    for marker, at, size in _segments(source, begin):
        if marker == APP1:
            head = source.read(at, len(XMP_HEAD))
            if head.startswith(EXIF_HEAD) and found.exif is None:
                found.exif = Held(source.read(at + len(EXIF_HEAD), size - len(EXIF_HEAD)))
            elif head == XMP_HEAD and found.xmp is None:
                found.xmp = source.read(at + len(XMP_HEAD), size - len(XMP_HEAD))
        elif marker in FRAMES:
            frame = source.read(at, 5)
            if len(frame) == 5:
                found.height_px, found.width_px = int.from_bytes(frame[1:3], "big"), int.from_bytes(frame[3:5], "big")
            break  # what describes the picture stands before it
    return found


def _segments(source: Source, begin: int) -> Iterator[tuple[int, int, int]]:
    """Marker, where its content begins, and how long it is."""
    at = begin + 2
    for _ in range(MOST_SEGMENTS):
        head = source.read(at, 4)
        while len(head) >= 2 and head[0] == FILL and head[1] == FILL:
            at += 1
            head = source.read(at, 4)
        if len(head) < 4 or head[0] != FILL or head[1] in (SOS, EOI):
            return
        if head[1] in ALONE:
            at += 2
            continue
        size = int.from_bytes(head[2:4], "big")
        if size < 2:
            return
        yield head[1], at + 4, size - 2
        at += 2 + size
