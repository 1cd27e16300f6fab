"""JPEGs that lie in a file: thumbnails, and the larger pictures raw containers carry."""

from __future__ import annotations

import os
from collections.abc import Iterator

from wide_aperture.core.frames.jpeg import read_jpeg
from wide_aperture.core.frames.source import OnDisk, Source
from wide_aperture.core.frames.tags import Tags, read_tags

JPEG_AT, JPEG_BYTES, STRIPS, STRIP_BYTES, COMPRESSION = 0x0201, 0x0202, 0x0111, 0x0117, 0x0103
JPEG_COMPRESSED = (6, 7)
WHOLE_FILE_BYTES = 30_000_000
PICTURE_HEADS = (b"\xff\xd8", b"\x89PNG")


def may_be_raw(path: str | os.PathLike[str]) -> bool:
    """Whether a file is worth offering to a raw reader: raw files come in many containers, pictures of two kinds say what they are.

    Raises: OSError for a file that cannot be opened.
    """
    with open(path, "rb") as file:
        head = file.read(4)
    return len(head) == 4 and not head.startswith(PICTURE_HEADS)


def embedded_jpegs(path: str | os.PathLike[str], most_bytes: int) -> Iterator[bytes]:
    """The file itself where it is a JPEG of bearable size; else the JPEGs in it, the largest first.

    Raises: UnreadableFrame for a file that cannot be opened.
    """
    with OnDisk(path) as source:
        head = source.read(0, 12)
        if head.startswith(b"\xff\xd8"):
            if source.size <= min(most_bytes, WHOLE_FILE_BYTES):
                yield b"".join(source.read(at, 1 << 20) for at in range(0, source.size, 1 << 20))
                return
            jpeg = read_jpeg(source, 0)
            tags = read_tags(jpeg.exif) if jpeg.exif is not None else None
            if jpeg.exif is not None and tags is not None:
                yield from _in_tags(jpeg.exif, tags, most_bytes)
        elif head[:2] in (b"II", b"MM"):
            tags = read_tags(source)
            if tags is not None:
                yield from _in_tags(source, tags, most_bytes)


def _in_tags(source: Source, tags: Tags, most_bytes: int) -> Iterator[bytes]:
    places = []
    for directory in (tags.main, *tags.others):
        at, count = tags.number(directory.get(JPEG_AT)), tags.number(directory.get(JPEG_BYTES))
        if at is None and tags.number(directory.get(COMPRESSION)) in JPEG_COMPRESSED:
            at, count = tags.number(directory.get(STRIPS)), tags.number(directory.get(STRIP_BYTES))
        if at and count and count <= most_bytes:
            places.append((int(count), int(at)))
    for count, at in sorted(places, reverse=True):
        data = b"".join(source.read(at + begun, min(1 << 20, count - begun)) for begun in range(0, count, 1 << 20))
        if data.startswith(b"\xff\xd8"):
            yield data
