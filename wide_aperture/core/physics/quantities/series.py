"""The stepped scales of shutter, aperture and ISO: exact geometric values and their customary labels.

Exact steps are 2^(index/3) or 2^(index/2) of a stop. Labels follow the markings in general use (full stops:
ISO 516 for times, ISO 517 for apertures, ISO 12232 for speeds; the steps between are custom, not a standard).
They are conventions, not roundings: 1/60 is 1/64 s and f/22 is f/22.63.
"""

from __future__ import annotations

import math
from typing import Literal

from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.quantities.nominal import HALF, THIRD, Scale

Quantity = Literal["shutter", "aperture", "iso"]
Fraction = Literal["third", "half"]

STEPS_PER_STOP: dict[str, int] = {"third": 3, "half": 2}


def _scale(quantity: str, fraction: str) -> Scale:
    scales = {"third": THIRD, "half": HALF}.get(fraction)
    if scales is None:
        raise DomainError("fraction", fraction, "must be 'third' or 'half'")
    scale = scales.get(quantity)
    if scale is None:
        raise DomainError("quantity", quantity, "must be 'shutter', 'aperture' or 'iso'")
    return scale


def _stops_to_value(quantity: str, stops: float) -> float:
    if quantity == "shutter":
        return math.pow(2, -stops)
    if quantity == "aperture":
        return math.pow(2, stops / 2)
    return 100 * math.pow(2, stops)


def _value_to_stops(quantity: str, value: float) -> float:
    if not 0 < value < math.inf:
        raise DomainError("value", value, "must be finite and above 0")
    if quantity == "shutter":
        return -math.log2(value)
    if quantity == "aperture":
        return 2 * math.log2(value)
    return math.log2(value / 100)


def exact_step(quantity: Quantity, index: int, fraction: Fraction = "third") -> float:
    """Return the exact value of a step: seconds, f-number or ISO.

    Index 0 is 1 s, f/1 and ISO 100; it grows towards shorter times, smaller openings and higher speeds.
    Raises: DomainError for an unknown quantity or fraction.

    >>> exact_step("shutter", 30)
    0.0009765625
    """
    _scale(quantity, fraction)
    return _stops_to_value(quantity, index / STEPS_PER_STOP[fraction])


def step_label(quantity: Quantity, index: int, fraction: Fraction = "third") -> str:
    """Return the customary marking of a step, with its unit.

    Raises: DomainError for an unknown quantity or fraction, or an index outside the marked scale.

    >>> step_label("shutter", 24), step_label("aperture", 15), step_label("iso", 20)
    ('1/250 s', 'f/5.6', 'ISO 10000')
    """
    scale = _scale(quantity, fraction)
    place = index - scale.first_index
    if not 0 <= place < len(scale.labels):
        last = scale.first_index + len(scale.labels) - 1
        raise DomainError("index", index, f"must lie between {scale.first_index} and {last}")
    return scale.labels[place]


def nearest_step(quantity: Quantity, value: float, fraction: Fraction = "third") -> int:
    """Return the index of the step nearest to value, measured in stops. Nominal values find their own step.

    Raises: DomainError for a value that is not finite and above 0, or an unknown quantity or fraction.

    >>> nearest_step("shutter", 1 / 125)
    21
    """
    _scale(quantity, fraction)
    return round(_value_to_stops(quantity, value) * STEPS_PER_STOP[fraction])


def step_value(quantity: Quantity, value: float, steps: int, fraction: Fraction = "third") -> float:
    """Return the exact value of the step that lies `steps` from the one nearest to value."""
    return exact_step(quantity, nearest_step(quantity, value, fraction) + steps, fraction)
