"""Linear light and the levels of a screen: the curve that pictures are written with."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike, NDArray


def screen_level(linear: ArrayLike) -> NDArray[np.float64]:
    """Linear light 0..1 as the screen's level 0..1. Source: IEC 61966-2-1."""
    value = np.clip(np.asarray(linear, dtype=np.float64), 0, 1)
    return np.where(value <= 0.0031308, 12.92 * value, 1.055 * value ** (1 / 2.4) - 0.055)


def linear_light(level: ArrayLike) -> NDArray[np.float64]:
    """The screen's level 0..1 as linear light 0..1. Source: IEC 61966-2-1.

    >>> round(float(linear_light(screen_level(0.18))), 6)
    0.18
    """
    value = np.asarray(level, dtype=np.float64)
    return np.where(value <= 0.04045, value / 12.92, ((value + 0.055) / 1.055) ** 2.4)


LINEAR_OF_CODE = linear_light(np.arange(256) / 255)  # of an eight-bit level
LINEAR_OF_CODE.setflags(write=False)
