"""Pictures of any kind as linear light, 1 where they end."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.colour.encoding import LINEAR_OF_CODE, linear_light, screen_level

Plane = NDArray[np.float32]
LINEAR_8 = LINEAR_OF_CODE.astype(np.float32)
LINEAR_16 = linear_light(np.arange(65_536) / 65_535).astype(np.float32)
MID = 0.184  # linear light of a mid-tone in a picture as screens show it, level 118
LUMINANCE = np.array([0.2126, 0.7152, 0.0722], np.float32)


def as_linear(image: NDArray[np.generic]) -> Plane:
    """uint8 and uint16 are taken as sRGB-encoded, floats as linear. Raises: DomainError for other kinds, or values that are no numbers."""
    if image.dtype == np.uint8:
        return np.asarray(LINEAR_8[image], np.float32)
    if image.dtype == np.uint16:
        return np.asarray(LINEAR_16[image], np.float32)
    if image.dtype.kind != "f":
        raise DomainError("image", str(image.dtype), "must hold 8 or 16 bits, or floats")
    linear = np.asarray(image, np.float32)
    if not np.isfinite(linear).all():
        raise DomainError("image", "nan", "must hold numbers only")
    return linear


def encoded_like(linear: NDArray[np.floating], like: np.dtype[np.generic]) -> Plane:
    """Linear light in the scale of pictures of that kind, kept as floats: 0..255, 0..65535, or as it is."""
    if like == np.uint8:
        return np.asarray(screen_level(linear) * 255, np.float32)
    if like == np.uint16:
        return np.asarray(screen_level(linear) * 65_535, np.float32)
    return np.asarray(linear, np.float32)


def grey_of(linear: Plane) -> Plane:
    """Luminance of three channels, red first; a single plane is its own."""
    return linear if linear.ndim == 2 else np.asarray(linear @ LUMINANCE, np.float32)
