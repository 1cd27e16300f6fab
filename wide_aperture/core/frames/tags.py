"""Directories of tags as TIFF has them, read with bounds: of a hostile file no more is read than a kind one needs.

Source: TIFF 6.0, section 2; Exif 2.32, section 4.6. Values are decoded when they are asked for.
"""

from __future__ import annotations

import struct
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from typing import Literal

from wide_aperture.core.frames.source import Source

MOST_DIRECTORIES, MOST_ENTRIES, MOST_VALUE_BYTES = 8, 512, 64 * 1024
ENTRY_BYTES = 12
INLINE_BYTES = 4
# Type number to bytes each and how struct reads one; 5 and 10 are fractions of two.
TYPES: Mapping[int, tuple[int, str]] = {
    1: (1, "B"), 2: (1, "s"), 3: (2, "H"), 4: (4, "I"), 5: (8, "II"), 6: (1, "b"), 7: (1, "s"), 8: (2, "h"), 9: (4, "i"),
    10: (8, "ii"), 11: (4, "f"), 12: (8, "d"), 13: (4, "I"),
}  # fmt: skip
FRACTIONS = (5, 10)
TEXTS = (2, 7)
Order = Literal["<", ">"]

EXIF_POINTER, GPS_POINTER, SUB_POINTERS = 0x8769, 0x8825, 0x014A


@dataclass(frozen=True, slots=True)
class Entry:
    """One tag as it lies in the file."""

    type: int
    count: int
    raw: bytes


@dataclass
class Tags:
    """The tags of a file by directory: main is the first, others follow it (thumbnails) or lie under it (the data of a raw file)."""

    order: Order
    main: dict[int, Entry] = field(default_factory=dict)
    exif: dict[int, Entry] = field(default_factory=dict)
    gps: dict[int, Entry] = field(default_factory=dict)
    others: list[dict[int, Entry]] = field(default_factory=list)

    def number(self, entry: Entry | None) -> float | None:
        """The first number of a tag; None for text, and for a fraction over nought."""
        if entry is None or not entry.count or entry.type in TEXTS or entry.type not in TYPES:
            return None
        size, code = TYPES[entry.type]
        if len(entry.raw) < size:
            return None
        parts = struct.unpack_from(self.order + code, entry.raw)
        if entry.type in FRACTIONS:
            return parts[0] / parts[1] if parts[1] else None
        return float(parts[0])

    def numbers(self, entry: Entry | None) -> list[float]:
        """All numbers of a tag, up to the first that is none."""
        if entry is None or entry.type in TEXTS or entry.type not in TYPES:
            return []
        size, code = TYPES[entry.type]
        found: list[float] = []
        for k in range(min(entry.count, len(entry.raw) // size)):
            parts = struct.unpack_from(self.order + code, entry.raw, k * size)
            if entry.type in FRACTIONS:
                if parts[1] == 0:
                    break
                found.append(parts[0] / parts[1])
            else:
                found.append(float(parts[0]))
        return found

    def text(self, entry: Entry | None) -> str | None:
        """A tag's text up to its first NUL: UTF-8, else Latin-1; None where nothing is left."""
        if entry is None or entry.type not in (*TEXTS, 1):
            return None
        raw = entry.raw.split(b"\0", 1)[0]
        try:
            said = raw.decode("utf-8")
        except UnicodeDecodeError:
            said = raw.decode("latin-1")
        if not said.isprintable():
            said = "".join(each for each in said if each.isprintable())
        return said.strip() or None


def read_tags(source: Source, begin: int = 0) -> Tags | None:
    """The tags of a TIFF block that begins there; None where none does. What points outside the file is left out."""
    head = source.read(begin, 8)
    if len(head) < 8 or head[:2] not in (b"II", b"MM"):
        return None
    order: Order = "<" if head[:2] == b"II" else ">"
    tags = Tags(order)
    seen: set[int] = set()
    chain = list(_chain(source, begin, int.from_bytes(head[4:8], "little" if order == "<" else "big"), order, seen))
    if not chain:
        return None
    tags.main, tags.others = chain[0], chain[1:]
    for pointer, target in ((EXIF_POINTER, tags.exif), (GPS_POINTER, tags.gps)):
        for directory in chain:
            at = tags.number(directory.get(pointer))
            if at is not None and not target:
                target.update(next(_chain(source, begin, int(at), order, seen, alone=True), {}))
    for at in tags.numbers(tags.main.get(SUB_POINTERS))[:MOST_DIRECTORIES]:
        tags.others += list(_chain(source, begin, int(at), order, seen, alone=True))
    return tags


def _chain(
    source: Source, begin: int, at: int, order: Order, seen: set[int], *, alone: bool = False
) -> Iterator[dict[int, Entry]]:
    """Directories that follow each other; one that was seen, or lies outside, ends them."""
    while 0 < at < source.size and at not in seen and len(seen) < MOST_DIRECTORIES:
        seen.add(at)
        count_raw = source.read(begin + at, 2)
        if len(count_raw) < 2:
            return
        count = min(struct.unpack(order + "H", count_raw)[0], MOST_ENTRIES)
        block = source.read(begin + at + 2, count * ENTRY_BYTES + 4)
        yield dict(_entries(source, begin, block, count, order))
        tail = block[count * ENTRY_BYTES : count * ENTRY_BYTES + 4]
        if alone or len(tail) < 4:
            return
        at = struct.unpack(order + "I", tail)[0]


def _entries(source: Source, begin: int, block: bytes, count: int, order: Order) -> Iterator[tuple[int, Entry]]:
    for k in range(min(count, len(block) // ENTRY_BYTES)):
        tag, kind, number, value = struct.unpack_from(order + "HHI4s", block, k * ENTRY_BYTES)
        if kind not in TYPES:
            continue
        size = TYPES[kind][0] * number
        if size > MOST_VALUE_BYTES:
            continue
        if size <= INLINE_BYTES:
            yield tag, Entry(kind, number, value[:size])
            continue
        raw = source.read(begin + struct.unpack(order + "I", value)[0], size)
        if len(raw) == size:
            yield tag, Entry(kind, number, raw)
