"""Files made for the tests: JPEG, TIFF, DNG-like and HEIF, in both byte orders, with the tags a test asks for."""

from __future__ import annotations

import struct
import uuid
from collections.abc import Mapping
from fractions import Fraction

Value = int | float | str | bytes | Fraction | tuple
SHORT, LONG, RATIONAL, SRATIONAL, ASCII, UNDEFINED = 3, 4, 5, 10, 2, 7
XMP_NS = "http://ns.adobe.com/xap/1.0/"

TYPE_OF = {  # by tag; text is ASCII, whole numbers SHORT, fractions RATIONAL unless said here
    0x0100: LONG, 0x0101: LONG, 0x00FE: LONG, 0x8769: LONG, 0x8825: LONG, 0x014A: LONG, 0x9204: SRATIONAL, 0x9201: SRATIONAL,
    0x8833: LONG, 0x8832: LONG, 0x8831: LONG, 0xA002: LONG, 0xA003: LONG, 0x02BC: 1, 0x4746: SHORT,
}  # fmt: skip


def packed(tag: int, value: Value, order: str) -> tuple[int, int, bytes]:
    """Type, count and bytes of a value."""
    if isinstance(value, str):
        raw = value.encode() + b"\0"
        return ASCII, len(raw), raw
    if isinstance(value, bytes):
        return TYPE_OF.get(tag, UNDEFINED), len(value), value
    values = value if isinstance(value, tuple) else (value,)
    kind = TYPE_OF.get(tag, RATIONAL if isinstance(values[0], Fraction | float) else SHORT)
    if kind in (RATIONAL, SRATIONAL):
        code = "ii" if kind == SRATIONAL else "II"
        parts = [Fraction(each).limit_denominator(1_000_000) for each in values]
        return kind, len(parts), b"".join(struct.pack(order + code, p.numerator, p.denominator) for p in parts)
    code = {SHORT: "H", LONG: "I", 1: "B"}[kind]
    return kind, len(values), b"".join(struct.pack(order + code, each) for each in values)


def directory(tags: Mapping[int, Value], at: int, order: str, following: int = 0) -> bytes:
    """A directory that will lie at an offset, with its long values behind it."""
    entries, data = [], b""
    behind = at + 2 + 12 * len(tags) + 4
    for tag, value in sorted(tags.items()):
        kind, count, raw = packed(tag, value, order)
        if len(raw) <= 4:
            entries.append(struct.pack(order + "HHI", tag, kind, count) + raw.ljust(4, b"\0"))
        else:
            entries.append(struct.pack(order + "HHII", tag, kind, count, behind + len(data)))
            data += raw + b"\0" * (len(raw) % 2)
    return struct.pack(order + "H", len(tags)) + b"".join(entries) + struct.pack(order + "I", following) + data


def block(
    main: Mapping[int, Value],
    exif: Mapping[int, Value] = {},
    gps: Mapping[int, Value] = {},
    *,
    order: str = "<",
    subs: tuple = (),
) -> bytes:
    """A TIFF block: head, main directory, and those it points to."""
    head = (b"II*\0" if order == "<" else b"MM\0*") + struct.pack(order + "I", 8)
    pointers: dict[int, Value] = dict(main)
    for tag, there in ((0x8769, exif), (0x8825, gps)):
        if there:
            pointers[tag] = 0
    if subs:
        pointers[0x014A] = tuple(0 for _ in subs)
    at = 8 + len(directory(pointers, 8, order))
    parts = b""
    for tag, there in ((0x8769, exif), (0x8825, gps)):
        if there:
            pointers[tag] = at + len(parts)
            parts += directory(there, at + len(parts), order)
    places = []
    for sub in subs:
        places.append(at + len(parts))
        parts += directory(sub, at + len(parts), order)
    if subs:
        pointers[0x014A] = tuple(places)
    return head + directory(pointers, 8, order) + parts


def segment(marker: int, content: bytes) -> bytes:
    return bytes([0xFF, marker]) + struct.pack(">H", len(content) + 2) + content


# Eight by six grey pixels: tables and one block each, as a baseline JPEG has them.
def grey_jpeg(width: int = 8, height: int = 6) -> list[bytes]:
    quantize = segment(0xDB, b"\0" + b"\x10" * 64)
    frame = segment(0xC0, struct.pack(">BHHB", 8, height, width, 1) + b"\x01\x11\0")
    dc = segment(0xC4, b"\x00" + bytes([0, 1] + [0] * 14) + b"\x00")
    ac = segment(0xC4, b"\x10" + bytes([0, 1] + [0] * 14) + b"\x00")
    scan = segment(0xDA, b"\x01\x01\x00\x00\x3f\x00")
    return [quantize, frame, dc, ac, scan + b"\x2b" * 4 + b"\xff\xd9"]


def jpeg(
    tiff: bytes | None = None, *, xmp: str = "", before: tuple[bytes, ...] = (), size: tuple[int, int] = (8, 6)
) -> bytes:
    """A JPEG with what stands before, EXIF and an XMP packet."""
    parts = [b"\xff\xd8", *before]
    if tiff is not None:
        parts.append(segment(0xE1, b"Exif\0\0" + tiff))
    if xmp:
        parts.append(segment(0xE1, XMP_NS.encode() + b"\0" + xmp.encode()))
    return b"".join(parts + grey_jpeg(*size))


def packet(rating: object = None, label: str | None = None, *, elements: bool = False, prefix: str = "xmp") -> str:
    """An XMP packet with rating and label as attributes or elements."""
    held = {"Rating": rating, "Label": label}
    said = {name: value for name, value in held.items() if value is not None}
    attributes = "" if elements else "".join(f' {prefix}:{name}="{value}"' for name, value in said.items())
    inside = "".join(f"<{prefix}:{name}>{value}</{prefix}:{name}>" for name, value in said.items()) if elements else ""
    return (
        '<?xpacket begin="" id="W5M0MpCehiHzreSzNTczkc9d"?><x:xmpmeta xmlns:x="adobe:ns:meta/">'
        '<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">'
        f'<rdf:Description rdf:about="" xmlns:{prefix}="{XMP_NS}"{attributes}>{inside}</rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end="w"?>'
    )


def box(kind: bytes, content: bytes) -> bytes:
    return struct.pack(">I", len(content) + 8) + kind + content


def heif(tiff: bytes, *, size: tuple[int, int] = (4000, 3000), xmp: str = "") -> bytes:
    """The boxes of a picture whose pixels are missing: items for EXIF and XMP, and its size."""
    held = [(b"Exif", b"", b"\0\0\0\0" + tiff)]
    if xmp:
        held.append((b"mime", b"application/rdf+xml\0", xmp.encode()))
    infos = b"".join(
        box(b"infe", b"\x02\0\0\0" + struct.pack(">HH", k, 0) + kind + b"\0" + mime)
        for k, (kind, mime, _) in enumerate(held, 1)
    )
    iinf = box(b"iinf", b"\0\0\0\0" + struct.pack(">H", len(held)) + infos)
    ispe = box(b"ispe", b"\0\0\0\0" + struct.pack(">II", *size))
    thumb = box(b"ispe", b"\0\0\0\0" + struct.pack(">II", 320, 240))
    iprp = box(b"iprp", box(b"ipco", thumb + ispe))
    head = box(b"ftyp", b"heic\0\0\0\0mif1heic")

    def meta(places: list[int]) -> bytes:
        rows = b"".join(
            struct.pack(">HHHII", k, 0, 1, at, len(content))
            for k, (at, (_, _, content)) in enumerate(zip(places, held, strict=True), 1)
        )
        iloc = box(b"iloc", b"\0\0\0\0" + struct.pack(">HH", 0x4400, len(held)) + rows)
        return box(b"meta", b"\0\0\0\0" + box(b"hdlr", b"\0" * 24) + iinf + iloc + iprp)

    begin = len(head) + len(meta([0] * len(held))) + 8
    places, at = [], begin
    for _, _, content in held:
        places.append(at)
        at += len(content)
    return head + meta(places) + box(b"mdat", b"".join(content for _, _, content in held))


def boxed_raw(main: bytes, exif: bytes, gps: bytes) -> bytes:
    """A raw file of boxes that keeps each directory as a block of its own."""
    inside = box(b"CMT1", main) + box(b"CMT2", exif) + box(b"CMT4", gps)
    return box(b"ftyp", b"raw \0\0\0\1") + box(b"moov", box(b"uuid", uuid.UUID(int=7).bytes + inside))


MAIN: dict[int, Value] = {0x010F: "Elm", 0x0110: "Alder 24", 0x0112: 6, 0x0132: "2026:10:18 09:00:00", 0x4746: 3}
EXIF: dict[int, Value] = {
    0x829A: Fraction(1, 640), 0x829D: Fraction(28, 10), 0x8822: 3, 0x8827: 3200, 0x9003: "2026:10:17 18:43:07", 0x9011: "+01:00",
    0x9291: "045", 0x9204: Fraction(-2, 3), 0x9207: 5, 0x9209: 16, 0x920A: Fraction(200), 0xA403: 1, 0x9208: 10, 0xA405: 200,
    0xA431: "AB12345", 0xA434: "70-200 mm f/2.8",
}  # fmt: skip
GPS: dict[int, Value] = {
    1: "N",
    2: (Fraction(54), Fraction(30), Fraction(36)),
    3: "W",
    4: (Fraction(3), Fraction(12), Fraction(0)),
}
