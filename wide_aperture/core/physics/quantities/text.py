"""Reading and writing shutter times, apertures and ISO the way photographers write them."""

from __future__ import annotations

import math
import re
from functools import lru_cache

from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.quantities.series import Quantity, exact_step, nearest_step, step_label

_NUMBER = r"(\d+(?:[.,]\d+)?|[.,]\d+)"
_FRACTION_TEXT = re.compile(rf"^{_NUMBER}\s*/\s*{_NUMBER}\s*(?:s|sec|seconds?)?$", re.IGNORECASE)
_SECONDS_TEXT = re.compile(rf'^{_NUMBER}\s*(?:s|sec|seconds?|″|")?$', re.IGNORECASE)
_MINUTES_TEXT = re.compile(rf"^{_NUMBER}\s*(?:m|min|minutes?)(?:\s*{_NUMBER}\s*(?:s|sec)?)?$", re.IGNORECASE)
_APERTURE_TEXT = re.compile(rf"^(?:f\s*/?\s*|1\s*:\s*)?{_NUMBER}$", re.IGNORECASE)
_ISO_TEXT = re.compile(r"^(?:iso\s*)?(\d[\d ,.  ]*)\s*(k?)$", re.IGNORECASE)

_SAME_STEP_STOPS = 1e-3  # nearer than this to an exact step, a value is that step and bears its label


def _number(text: str) -> float:
    return float(text.replace(",", "."))


def _finite_positive(field: str, text: str, value: float, example: str) -> float:
    if not 0 < value < math.inf:
        raise DomainError(field, text, f"must be finite and above 0, like {example}")
    return value


def _nominal(quantity: Quantity, label: str) -> float:
    number = label.split()[-1] if quantity == "iso" else label.removeprefix("f/").removesuffix(" s")
    numerator, _, denominator = number.partition("/")
    return float(numerator) / float(denominator) if denominator else float(numerator)


def _snap_to_step(quantity: Quantity, value: float) -> float:
    """A typed nominal value ("1/60") means its exact step (1/64 s); anything else means itself."""
    index = nearest_step(quantity, value)
    try:
        nominal = _nominal(quantity, step_label(quantity, index))
    except DomainError:
        return value
    return exact_step(quantity, index) if math.isclose(nominal, value, rel_tol=1e-9) else value


def parse_shutter(text: str) -> float:
    """Return seconds from "1/250", "0.4", "2.5 s", "2 min" or "1 min 30 s". The value is what is written.

    Raises: DomainError when the text is none of these or not above 0.

    >>> parse_shutter("1/250"), parse_shutter("2,5 s"), parse_shutter("2 min")
    (0.004, 2.5, 120.0)
    """
    cleaned = text.strip()
    rule = "must look like 1/250, 0.4 s or 2 min"
    if match := _FRACTION_TEXT.match(cleaned):
        if _number(match[2]) == 0:
            raise DomainError("shutter", text, "must not divide by 0")
        value = _number(match[1]) / _number(match[2])
    elif match := _SECONDS_TEXT.match(cleaned):
        value = _number(match[1])
    elif match := _MINUTES_TEXT.match(cleaned):
        value = _number(match[1]) * 60 + (_number(match[2]) if match[2] else 0)
    else:
        raise DomainError("shutter", text, rule)
    return _finite_positive("shutter", text, value, "1/250")


def parse_aperture(text: str) -> float:
    """Return the f-number from "f/5.6", "5.6", "f5,6" or "1:5.6".

    Raises: DomainError when the text is none of these or not above 0.

    >>> parse_aperture("f/5.6")
    5.6
    """
    match = _APERTURE_TEXT.match(text.strip())
    if match is None:
        raise DomainError("aperture", text, "must look like f/5.6")
    return _finite_positive("aperture", text, _number(match[1]), "f/5.6")


def parse_iso(text: str) -> float:
    """Return the ISO speed from "ISO 6400", "6400", "6 400", "12.8k" or "6,400".

    Raises: DomainError when the text is none of these or not above 0.

    >>> parse_iso("ISO 6400"), parse_iso("12.8k")
    (6400.0, 12800.0)
    """
    match = _ISO_TEXT.match(text.strip())
    if match is None:
        raise DomainError("iso", text, "must look like ISO 6400")
    digits = re.sub(r"[   ]", "", match[1]).rstrip(",.")
    if match[2]:
        value = _number(digits) * 1000
    else:
        value = float(re.sub(r"[,.](?=\d{3}(?:\D|$))", "", digits).replace(",", "."))
    return _finite_positive("iso", text, value, "ISO 6400")


def exact_from_text(quantity: Quantity, text: str) -> float:
    """Parse, then read a customary marking as the exact step it stands for ("1/60" as 1/64 s)."""
    parser = {"shutter": parse_shutter, "aperture": parse_aperture, "iso": parse_iso}[quantity]
    return _snap_to_step(quantity, parser(text))


def _label_of(quantity: Quantity, value: float) -> str | None:
    """The step's label when value is that step, exact or as marked; otherwise None."""
    index = nearest_step(quantity, value)
    try:
        label = step_label(quantity, index)
    except DomainError:
        return None
    per_stop = 2 if quantity == "aperture" else 1
    off_step = abs(per_stop * math.log2(value / exact_step(quantity, index)))
    is_marked = math.isclose(value, _nominal(quantity, label), rel_tol=1e-6)
    return label if off_step < _SAME_STEP_STOPS or is_marked else None


def _long_label(seconds: float) -> str | None:
    """Beyond 30 s bodies mark nothing; people count 40 s, 50 s, 1 min, 80 s, 100 s, 2 min and so on."""
    index = nearest_step("shutter", seconds)
    if index >= -15 or abs(math.log2(seconds / exact_step("shutter", index))) >= _SAME_STEP_STOPS:
        return None
    if index % 3 == 0:
        return f"{2 ** (-index // 3 - 6)} min"
    return f"{float(f'{seconds:.1g}') if seconds < 100 else float(f'{seconds:.2g}'):g} s"


def _short(value: float, digits: int = 3) -> str:
    return f"{float(f'{value:.{digits}g}'):g}"


@lru_cache(maxsize=4096)
def format_shutter(value: float) -> str:
    """Return "1/250", "0.4 s", "2.5 s" or "2 min": a step's customary marking, else the value itself.

    Raises: DomainError unless value is finite and above 0.

    >>> format_shutter(1 / 256), format_shutter(1 / 120), format_shutter(150)
    ('1/250', '1/120', '2 min 30 s')
    """
    _finite_positive("shutter", str(value), value, "1/250")
    label = _label_of("shutter", value)
    if label is not None:
        return label.removesuffix(" s") if "/" in label else label
    long_label = _long_label(value)
    if long_label is not None:
        return long_label
    if value < 0.3 and abs(round(1 / value) * value - 1) < 0.03:
        return f"1/{round(1 / value)}"
    if value < 60:
        return f"{_short(value, 2)} s"
    minutes, seconds = divmod(round(value), 60)
    return f"{minutes} min" + (f" {seconds} s" if seconds else "")


@lru_cache(maxsize=4096)
def format_aperture(value: float) -> str:
    """Return "f/5.6". Raises DomainError unless value is finite and above 0.

    >>> format_aperture(5.656854)
    'f/5.6'
    """
    _finite_positive("aperture", str(value), value, "f/5.6")
    return _label_of("aperture", value) or f"f/{_short(value, 2 if value < 10 else 3)}"


@lru_cache(maxsize=4096)
def format_iso(value: float) -> str:
    """Return "ISO 6400". Raises DomainError unless value is finite and above 0.

    >>> format_iso(6400)
    'ISO 6400'
    """
    _finite_positive("iso", str(value), value, "ISO 6400")
    return _label_of("iso", value) or f"ISO {round(value) if value >= 10 else _short(value)}"
