"""Files made of boxes: pictures of the HEIF family, and raw files that keep their tags in boxes of their own.

Source: ISO/IEC 14496-12 (boxes), 23008-12 (items: iinf, iloc, ispe, clap). Nested only as deep as tags lie.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field

from wide_aperture.core.frames.source import Part, Source

MOST_BOXES, MOST_ITEMS, MOST_META_BYTES = 200, 400, 512 * 1024
BLOCK_PX = 64  # the largest block pictures are coded in
TAG_BOXES = (b"CMT1", b"CMT2", b"CMT4")  # main, exif and place, each a block of tags
NAMED_UUID = 16


@dataclass(frozen=True)
class Box:
    kind: bytes
    begin: int
    size: int


@dataclass
class Boxes:
    """exif: the TIFF block of a picture; tag_blocks: blocks by box; sizes: of the pictures in it."""

    exif: Part | None = None
    xmp: bytes | None = None
    sizes: list[tuple[int, int]] = field(default_factory=list)
    tag_blocks: dict[bytes, Part] = field(default_factory=dict)


def read_boxes(source: Source) -> Boxes:
    """What the boxes of a file hold."""
    found = Boxes()
    for box in boxes(source, 0, source.size):
        if box.kind == b"meta":
            _read_meta(source, box, found)
        elif box.kind == b"moov":
            for inner in boxes(source, box.begin, box.size):
                if inner.kind == b"uuid":
                    for block in boxes(source, inner.begin + NAMED_UUID, inner.size - NAMED_UUID):
                        if block.kind in TAG_BOXES:
                            found.tag_blocks[block.kind] = Part(source, block.begin, block.size)
    return found


def boxes(source: Source, begin: int, size: int) -> Iterator[Box]:
    """The boxes that stand beside each other in a stretch."""
    at, end = begin, begin + size
    for _ in range(MOST_BOXES):
        head = source.read(at, 16)
        if at + 8 > end or len(head) < 8:
            return
        length, kind, skip = int.from_bytes(head[:4], "big"), head[4:8], 8
        if length == 1 and len(head) == 16:
            length, skip = int.from_bytes(head[8:16], "big"), 16
        elif length == 0:
            length = end - at
        if length < skip:
            return
        yield Box(kind, at + skip, min(length, end - at) - skip)
        at += length


class _Reader:
    """Numbers of a box, one after the other; nought beyond its end."""

    def __init__(self, data: bytes) -> None:
        self._data, self.at = data, 0

    def number(self, size: int) -> int:
        taken = self._data[self.at : self.at + size]
        self.at += size
        return int.from_bytes(taken, "big")

    def word(self) -> bytes:
        end = self._data.find(b"\0", self.at)
        taken = self._data[self.at : end if end >= 0 else len(self._data)]
        self.at += len(taken) + 1
        return taken


def _read_meta(source: Source, meta: Box, found: Boxes) -> None:
    inner = {box.kind: box for box in boxes(source, meta.begin + 4, meta.size - 4)}
    shown: list[tuple[int, int]] = []

    def held(kind: bytes) -> bytes:
        box = inner.get(kind)
        return b"" if box is None else source.read(box.begin, min(box.size, MOST_META_BYTES))

    kinds = _item_kinds(held(b"iinf"))
    places = _item_places(held(b"iloc"), inner, meta)
    for item, (kind, mime) in kinds.items():
        if item not in places:
            continue
        begin, size = places[item]
        if kind == b"Exif" and found.exif is None:
            skip = int.from_bytes(source.read(begin, 4), "big")  # to the TIFF head, after its own four bytes
            found.exif = Part(source, begin + 4 + skip, size - 4 - skip)
        elif kind == b"mime" and mime == b"application/rdf+xml" and found.xmp is None:
            found.xmp = source.read(begin, min(size, MOST_META_BYTES))
    if (properties := inner.get(b"iprp")) is not None:
        for group in boxes(source, properties.begin, properties.size):
            for each in boxes(source, group.begin, group.size) if group.kind == b"ipco" else ():
                if each.kind == b"ispe":
                    raw = source.read(each.begin + 4, 8)
                    found.sizes.append((int.from_bytes(raw[:4], "big"), int.from_bytes(raw[4:8], "big")))
                elif each.kind == b"clap":
                    shown.append(_shown_size(source.read(each.begin, 16)))
    _cut_to_shown(found.sizes, shown)


def _shown_size(raw: bytes) -> tuple[int, int]:
    """Width and height of a clean aperture; (0, 0) for one that is none."""
    numbers = [int.from_bytes(raw[k : k + 4], "big") for k in range(0, 16, 4)]
    width, by, height, of = numbers
    return (round(width / by), round(height / of)) if by and of else (0, 0)


def _cut_to_shown(sizes: list[tuple[int, int]], shown: list[tuple[int, int]]) -> None:
    """The coded picture is padded to whole blocks; what is shown of it is its clean aperture, less than a block smaller."""
    for k, (width, height) in enumerate(sizes):
        fits = [(w, h) for w, h in shown if 0 <= width - w < BLOCK_PX and 0 <= height - h < BLOCK_PX]
        if fits:
            sizes[k] = max(fits)


def _item_kinds(data: bytes) -> dict[int, tuple[bytes, bytes]]:
    """Kind and content type of every item."""
    reader = _Reader(data)
    version = reader.number(1)
    reader.at = 4
    count = reader.number(2 if version == 0 else 4)
    found: dict[int, tuple[bytes, bytes]] = {}
    for _ in range(min(count, MOST_ITEMS)):
        begin = reader.at
        size = reader.number(4)
        reader.at = begin + 8
        entry_version = reader.number(1)
        reader.at = begin + 12
        if size < 12 or entry_version < 2:
            break
        item = reader.number(2 if entry_version == 2 else 4)
        reader.number(2)
        kind = reader.number(4).to_bytes(4, "big")
        reader.word()
        found[item] = (kind, reader.word() if kind == b"mime" else b"")
        reader.at = begin + size
    return found


def _item_places(data: bytes, inner: dict[bytes, Box], meta: Box) -> dict[int, tuple[int, int]]:
    """Where every item of one piece lies in the file, and how long it is."""
    reader = _Reader(data)
    version = reader.number(1)
    reader.at = 4
    sizes = reader.number(2)
    offset_size, length_size, base_size, index_size = (
        (sizes >> 12) & 15,
        (sizes >> 8) & 15,
        (sizes >> 4) & 15,
        sizes & 15,
    )
    count = reader.number(2 if version < 2 else 4)
    found: dict[int, tuple[int, int]] = {}
    for _ in range(min(count, MOST_ITEMS)):
        if reader.at >= len(data):
            break
        item = reader.number(2 if version < 2 else 4)
        method = reader.number(2) & 15 if version in (1, 2) else 0
        reader.number(2)
        base = reader.number(base_size)
        extents = reader.number(2)
        places = []
        for _ in range(min(extents, MOST_ITEMS)):
            if version in (1, 2):
                reader.number(index_size)
            places.append((base + reader.number(offset_size), reader.number(length_size)))
        if len(places) == 1 and method == 0:
            found[item] = places[0]
        elif len(places) == 1 and method == 1 and b"idat" in inner:
            found[item] = (inner[b"idat"].begin + places[0][0], places[0][1])
    return found
