"""A lens from the line people call it by: "70–200 mm f/2.8", "50 1.8", "100-400mm 1:4.5-5.6 stabilised"."""

from __future__ import annotations

import re
from uuid import UUID, uuid4

from pydantic import ValidationError

from wide_aperture.core.documents.lens import ApertureAt, Lens

_N = r"\d{1,4}(?:[.,]\d+)?"
_TO = r"\s*(?:[-–—]|to|bis|à)\s*"
_FOCAL = re.compile(rf"(?<![\d.,/])({_N})(?:\s*mm)?(?:{_TO}({_N}))?\s*mm\b", re.IGNORECASE)
_BARE_FOCAL = re.compile(rf"^\D*?(?<![\d.,/])({_N})(?:{_TO}({_N}))?(?=[\s/,])", re.IGNORECASE)
_WIDEST = re.compile(rf"(?:f\s*/?|1\s*:)\s*({_N})(?:{_TO}(?:f\s*/?)?({_N}))?", re.IGNORECASE)
_BARE_WIDEST = re.compile(rf"^\s*[/,]?\s*({_N})(?:{_TO}({_N}))?(?![\d.,]|\s*(?:c?m|ft)\b)", re.IGNORECASE)
_CLOSEST = re.compile(rf"(?:closest|minimum|nearest|close)[^\d]{{0,24}}({_N})\s*(mm|cm|m|ft)\b", re.IGNORECASE)
_STABILISED = re.compile(rf"(?:({_N})[\s-]*stops?[\s\w]{{0,12}})?stabili[sz]", re.IGNORECASE)

USUAL_STABILISER_STOPS = 4.0
_METRES = {"mm": 0.001, "cm": 0.01, "m": 1.0, "ft": 0.3048}


def _number(text: str) -> float:
    return float(text.replace(",", "."))


def usual_closest_m(focal_mm: float, *, macro: bool = False) -> float:
    """How near a lens of a focal length usually focuses; a macro lens to life size.

    Source: sheets of ordinary lenses lie near a quarter metre and five focal lengths; life size needs four between
    subject and sensor, a little less in lenses that shorten as they focus.
    """
    return round(0.0035 * focal_mm if macro else 0.25 + 0.005 * focal_mm, 2)


def read_lens_line(line: str, *, lens_id: UUID | None = None) -> Lens | None:
    """The lens a line names; None where it names none. What the line does not say is as usual for such a lens.

    >>> lens = read_lens_line("70–200 mm f/2.8")
    >>> lens.focal_min_mm, lens.focal_max_mm, lens.widest_at(100)
    (70.0, 200.0, 2.8)
    """
    text = line.strip()[:400]
    focal = _FOCAL.search(text) or _BARE_FOCAL.search(text + " ")
    if focal is None:
        return None
    after = text[focal.end() :]
    widest = _WIDEST.search(text) or _BARE_WIDEST.search(after)
    if widest is None:
        return None
    shortest, longest = sorted((_number(focal[1]), _number(focal[2] or focal[1])))
    wide, far = _number(widest[1]), _number(widest[2] or widest[1])
    points = [ApertureAt.model_construct(focal_length_mm=shortest, f_number=wide)]
    if longest > shortest:
        points.append(ApertureAt.model_construct(focal_length_mm=longest, f_number=far))
    macro = re.search(r"\bmacro\b", text, re.IGNORECASE) is not None
    closest = _CLOSEST.search(text)
    steady = _STABILISED.search(text)
    by_hand = re.search(r"\bmanual(?:ly)? focus|\bno autofocus", text, re.IGNORECASE) is not None
    try:
        return Lens.model_validate(
            {
                "id": lens_id or uuid4(),
                "name": _name(shortest, longest, wide, far, text),
                "focal_min_mm": shortest,
                "focal_max_mm": longest,
                "widest": [point.model_dump() for point in points],
                "smallest_f_number": max(22.0, far * 2),
                "closest_focus_m": _number(closest[1]) * _METRES[closest[2].lower()]
                if closest
                else usual_closest_m(longest, macro=macro),
                "stabiliser_stops": _number(steady[1])
                if steady and steady[1]
                else USUAL_STABILISER_STOPS
                if steady
                else 0,
                "autofocus": not by_hand,
                "ring": "coupled" if by_hand else "by_wire",
                "projection": "fisheye" if re.search(r"fish[\s-]?eye", text, re.IGNORECASE) else "rectilinear",
            }
        )
    except ValidationError:
        return None


def _name(shortest: float, longest: float, wide: float, far: float, text: str) -> str:
    """What it is called: the line itself while it is short, else its figures."""
    if len(text) <= 40 and "\n" not in text:
        return text
    focal = f"{shortest:g}" if longest == shortest else f"{shortest:g}–{longest:g}"
    return f"{focal} mm f/{wide:g}" + ("" if far == wide else f"–{far:g}")
