"""Sharpening in layers: detail parted by its size, each size strengthened and freed of noise by itself.

Source: the à trous wavelet transform with the B3 spline (Starck and Murtagh 1994): layer k is what a blur with holes of 2^k takes
away; all layers and what is left add up to the picture.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.bench.light import Plane
from wide_aperture.core.errors import DomainError

B3 = np.array([1, 4, 6, 4, 1], np.float32) / 16
# Standard deviation of white noise of 1 in the layers of two dimensions (Starck and Murtagh, table).
NOISE_IN_LAYER = (0.8907, 0.2007, 0.0856, 0.0413, 0.0205, 0.0103, 0.0052)
MOST_LAYERS = len(NOISE_IN_LAYER)
MAD = 1.4826  # of a normal distribution, to its standard deviation
AROUND_PX = 5
RINGS_FROM = 0.05  # of the picture's range, beyond what surrounded a pixel before


@dataclass(frozen=True, slots=True)
class Layer:
    """strength: share added to the layer; denoise: in standard deviations of the noise in it, under which detail is let go."""

    strength: float = 0.0
    denoise: float = 0.0


TO_START = (Layer(0.1), Layer(0.1), Layer(0.1))


@dataclass(frozen=True, slots=True)
class Sharpened:
    """rings: share of the pixels that now lie beyond anything that surrounded them; noise: of the picture, before, as measured."""

    image: NDArray[np.float32]
    rings: float
    noise: float


def sharpen(image: NDArray[np.floating], layers: Sequence[Layer] = TO_START) -> Sharpened:
    """The picture with its layers strengthened, finest first. Raises: DomainError for too many layers, or values no layer has."""
    if len(layers) > MOST_LAYERS:
        raise DomainError("layers", len(layers), f"must be {MOST_LAYERS} at most")
    for layer in layers:
        if not -1 <= layer.strength <= 20 or not 0 <= layer.denoise <= 20:
            raise DomainError(
                "layers", (layer.strength, layer.denoise), "must strengthen by -1 to 20 and let go 0 to 20"
            )
    linear = np.asarray(image, np.float32)
    planes = linear[..., None] if linear.ndim == 2 else linear
    noise = max(noise_of(np.ascontiguousarray(planes[..., k])) for k in range(planes.shape[2]))
    made = [_sharpened(np.ascontiguousarray(planes[..., k]), layers, noise) for k in range(planes.shape[2])]
    whole = made[0] if linear.ndim == 2 else np.dstack(made)
    return Sharpened(np.asarray(whole, np.float32), _rings(linear, whole), noise)


def noise_of(plane: Plane) -> float:
    """The standard deviation of white noise in a plane: the finest layer's, by its median, which detail hardly moves."""
    finest = plane - _blurred(plane, 0)
    return float(np.median(np.abs(finest)) * MAD / NOISE_IN_LAYER[0])


def _sharpened(plane: Plane, layers: Sequence[Layer], noise: float) -> Plane:
    rest, added = plane, plane.copy()
    for k, layer in enumerate(layers):
        smoother = _blurred(rest, k)
        detail = rest - smoother
        kept = detail
        if layer.denoise > 0:  # what is under the limit goes, what is over it comes down by it
            limit = np.float32(layer.denoise * noise * NOISE_IN_LAYER[k])
            kept = np.sign(detail) * np.maximum(np.abs(detail) - limit, 0)
        added += kept * np.float32(1 + layer.strength) - detail
        rest = smoother
    return added


def _blurred(plane: Plane, k: int) -> Plane:
    holed = np.zeros(4 * 2**k + 1, np.float32)
    holed[:: 2**k] = B3
    return np.asarray(cv2.sepFilter2D(plane, cv2.CV_32F, holed, holed, borderType=cv2.BORDER_REFLECT), np.float32)


def _rings(before: Plane, after: Plane) -> float:
    around = cv2.getStructuringElement(cv2.MORPH_RECT, (AROUND_PX, AROUND_PX))
    span = float(np.percentile(before, 99.5) - np.percentile(before, 0.5)) * RINGS_FROM
    over = after > cv2.dilate(before, around) + span
    under = after < cv2.erode(before, around) - span
    return float((over | under).mean())
