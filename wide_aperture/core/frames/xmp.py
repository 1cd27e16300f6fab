"""Rating and label of an XMP packet or sidecar: as elements or attributes, in any prefix. No document type is taken, nothing is fetched.

Source: XMP specification part 1, section 7 (serialisation), part 2 (xmp:Rating, xmp:Label).
"""

from __future__ import annotations

from dataclasses import dataclass
from xml.etree.ElementTree import Element, ParseError

from defusedxml import DefusedXmlException
from defusedxml.ElementTree import fromstring

NAMESPACE = "{http://ns.adobe.com/xap/1.0/}"
MOST_BYTES = 1024 * 1024
MOST_CHARACTERS = 200
LOWEST, HIGHEST = -1, 5


@dataclass(frozen=True, slots=True)
class Packet:
    """rating: -1 (rejected) to 5."""

    rating: int | None = None
    label: str | None = None


def read_xmp(data: bytes) -> Packet:
    """A packet; an empty one where it is no XML, declares a document type, or is too large."""
    stripped = data.strip(b"\0 \r\n\t")
    if not stripped or len(stripped) > MOST_BYTES:
        return Packet()
    try:
        root = fromstring(stripped, forbid_dtd=True)
    except (ParseError, DefusedXmlException, ValueError, LookupError):
        return Packet()
    label = (_said(root, "Label") or "").strip()[:MOST_CHARACTERS]
    return Packet(_rating(_said(root, "Rating")), label or None)


def _said(root: Element, name: str) -> str | None:
    """The first value of a property, wherever it stands. Not walked recursively: a packet may be as deep as it likes."""
    for each in root.iter():
        if each.tag == NAMESPACE + name:
            return each.text
        if (value := each.get(NAMESPACE + name)) is not None:
            return value
    return None


def _rating(said: str | None) -> int | None:
    try:
        value = round(float(said or ""))
    except (ValueError, OverflowError):
        return None
    return value if LOWEST <= value <= HIGHEST else None
