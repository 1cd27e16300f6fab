"""Guards and shapes shared by the numeric functions: scalars in give floats out, arrays broadcast."""

from __future__ import annotations

import math
from typing import Any, cast

import numpy as np
from numpy.typing import ArrayLike, NDArray

from wide_aperture.core.errors import DomainError

Floats = NDArray[np.float64]
Number = Any  # a float for scalar arguments, an array for array arguments


# One number at a time is how plans ask, thousands of times; numpy's machinery for arrays is kept out of its way.
ONE = (float, int, np.float64)


def as_floats(value: ArrayLike) -> Floats:
    return np.asarray(value, dtype=np.float64)


def every(condition: Any) -> bool:
    """True when a condition holds everywhere, for one number as for an array."""
    return bool(condition.all()) if isinstance(condition, np.ndarray) else bool(condition)


def positive(field: str, value: ArrayLike, *, may_be_infinite: bool = False) -> Floats:
    """Return value as floats. Raises DomainError unless every element is above 0 (and finite)."""
    if type(value) in ONE and (0 < value < math.inf or (may_be_infinite and value == math.inf)):  # type: ignore[operator]
        return cast(Floats, np.float64(value))  # type: ignore[arg-type]
    floats = as_floats(value)
    # The ends of an array tell for all of it, a nan too: it is its own minimum and compares with nothing.
    low, high = floats.min(initial=1.0), floats.max(initial=1.0)
    if not (low > 0 and (may_be_infinite or high < math.inf)):
        rule = "must be above 0" if may_be_infinite else "must be finite and above 0"
        raise DomainError(field, value, rule)
    return floats


def not_negative(field: str, value: ArrayLike) -> Floats:
    """Return value as floats. Raises DomainError unless every element is finite and 0 or more."""
    if type(value) in ONE and 0 <= value < math.inf:  # type: ignore[operator]
        return cast(Floats, np.float64(value))  # type: ignore[arg-type]
    floats = as_floats(value)
    if not np.all((floats >= 0) & np.isfinite(floats)):
        raise DomainError(field, value, "must be finite and 0 or more")
    return floats


def within(field: str, value: ArrayLike, low: float, high: float) -> Floats:
    """Return value as floats. Raises DomainError unless low <= value <= high everywhere."""
    if type(value) in ONE and low <= value <= high:  # type: ignore[operator]
        return cast(Floats, np.float64(value))  # type: ignore[arg-type]
    floats = as_floats(value)
    if not np.all((floats >= low) & (floats <= high)):
        raise DomainError(field, value, f"must lie between {low:g} and {high:g}")
    return floats


def plain(value: Floats) -> Number:
    """A 0-dimensional result as a float, anything else as the array it is."""
    return float(value) if np.ndim(value) == 0 else value
