"""The three-channel space in which scenes are kept: Bradford's sharpened responses, scaled to cd/m2.

A light is a white in this space, a surface a reflectance per channel. Taking another chromaticity for white is then one
gain per channel, exactly as `white_balance.card_cast(method="bradford")`, and even candle light has no negative channel.
"""

from __future__ import annotations

from collections.abc import Callable
from functools import cache

import cv2
import numpy as np
from numpy.typing import ArrayLike, NDArray

from wide_aperture.core.physics.colour import planckian_xy, usual_xy
from wide_aperture.core.physics.colour.adaptation import BRADFORD, D65_XY, SRGB_FROM_XYZ, XYZ_FROM_SRGB, xy_to_xyz

Pixels = NDArray[np.float32]

D65_WHITE = BRADFORD @ xy_to_xyz(D65_XY)
_REFLECTANCE_FROM_SRGB = (BRADFORD @ XYZ_FROM_SRGB) / D65_WHITE[:, None]
LUMINANCE_OF_CHANNELS = np.linalg.inv(BRADFORD)[1].astype(np.float32)  # cd/m2 = channels . this
SRGB_FROM_BALANCED = (SRGB_FROM_XYZ @ np.linalg.inv(BRADFORD) * D65_WHITE).astype(np.float32)


@cache
def white_of(kelvin: float, duv: float = 0.0) -> NDArray[np.float64]:
    """Channels of a light of this colour at 1 cd/m2. duv: greener (+) or pinker than people mean by the temperature."""
    return _beside(usual_xy, kelvin, duv)


@cache
def white_at(kelvin: float, duv: float) -> NDArray[np.float64]:
    """Channels at 1 cd/m2 of a light by its correlated temperature and its distance from the Planckian locus."""
    return _beside(planckian_xy, kelvin, duv)


def _beside(locus: Callable[[float], tuple[float, float]], kelvin: float, duv: float) -> NDArray[np.float64]:
    x, y = locus(kelvin)
    if duv:
        # A step along the locus gives its direction; the light lies duv to its side, upwards for green.
        x2, y2 = locus(kelvin * 1.001)
        u, v = _uv(x, y)
        du, dv = _uv(x2, y2)
        along = np.array([du - u, dv - v])
        along /= np.hypot(*along)
        u, v = u + duv * along[1], v - duv * along[0]
        x, y = 3 * u / (2 * u - 8 * v + 4), 2 * v / (2 * u - 8 * v + 4)
    return BRADFORD @ xy_to_xyz((x, y))


def _uv(x: float, y: float) -> tuple[float, float]:
    below = -2 * x + 12 * y + 3
    return 4 * x / below, 6 * y / below


def reflectance(rgb: ArrayLike) -> Pixels:
    """Channel reflectances of a surface given by its linear sRGB reflectance under D65, shape (..., 3)."""
    return np.clip(np.asarray(rgb, dtype=np.float64) @ _REFLECTANCE_FROM_SRGB.T, 0.0, None).astype(np.float32)


def luminance(channels: Pixels) -> Pixels:
    """Luminance in cd/m2 of channels in cd/m2 (one channel: it is that already), shape (...,)."""
    if channels.shape[-1] == 1:
        return channels[..., 0]
    return np.asarray(channels @ LUMINANCE_OF_CHANNELS, dtype=np.float32)


def three_of(plane: Pixels, colour: ArrayLike | None = None) -> Pixels:
    """A plane (h, w) times a colour (none: as it is), shape (h, w, 3). Four times as fast as broadcasting over the last axis."""
    if not plane.size:
        return np.zeros((*plane.shape, 3), np.float32)
    held = np.asarray(plane, np.float32)
    if colour is None:
        return np.asarray(cv2.cvtColor(held, cv2.COLOR_GRAY2BGR), np.float32)
    first, second, third = np.asarray(colour, np.float32)
    return np.asarray(cv2.merge((held * first, held * second, held * third)), np.float32)


def as_many(plane: Pixels, light: Pixels) -> Pixels:
    """A plane (h, w) ready to multiply light of three channels, or of one."""
    return plane[..., None] if light.shape[-1] == 1 else three_of(plane)


def per_channel(image: Pixels, gains: ArrayLike) -> Pixels:
    """The image with one gain a channel. Much faster than broadcasting over the last axis."""
    return np.asarray(cv2.transform(image, np.diag(np.asarray(gains, np.float32))), np.float32)
