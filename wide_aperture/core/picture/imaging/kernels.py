"""Blur kernels that sum to one, and blurring with large discs at a coarser grid."""

from __future__ import annotations

import math
from functools import lru_cache

import cv2
import numpy as np

from wide_aperture.core.picture.scenes.colour_space import Pixels

LARGEST_DISC_PX = 7.0  # radius beyond which a disc is blurred on a coarser grid
SEEN_BLUR_PX = 0.35  # a radius below this changes nothing that shows


@lru_cache(maxsize=256)
def _disc(radius_px: float) -> Pixels:
    """A disc with soft edges. radius_px above 0."""
    reach = math.ceil(radius_px + 0.5)
    offsets = np.arange(-reach, reach + 1, dtype=np.float32)
    away = np.hypot(offsets[None, :], offsets[:, None])
    kernel = np.clip(radius_px + 0.5 - away, 0, 1)
    return np.asarray(kernel / kernel.sum(), np.float32)


@lru_cache(maxsize=256)
def _line(length_px: float, angle_deg: float) -> Pixels:
    """An even streak of this length, angle 0 to the right and 90 upwards."""
    reach = math.ceil(length_px / 2) + 1
    kernel = np.zeros((2 * reach + 1, 2 * reach + 1), np.float32)
    steps = max(int(length_px * 4), 2)
    for t in (np.arange(steps) + 0.5) / steps - 0.5:
        x, y = (
            reach + t * length_px * math.cos(math.radians(angle_deg)),
            reach - t * length_px * math.sin(math.radians(angle_deg)),
        )
        left, top = int(x), int(y)
        fx, fy = x - left, y - top
        kernel[top, left] += (1 - fx) * (1 - fy)
        kernel[top, left + 1] += fx * (1 - fy)
        kernel[top + 1, left] += (1 - fx) * fy
        kernel[top + 1, left + 1] += fx * fy
    return np.asarray(kernel / kernel.sum(), np.float32)


def disc_blur(image: Pixels, diameter_px: float) -> Pixels:
    """Blur by a disc. Away from the edges no light is lost: the kernel sums to one."""
    radius = round(diameter_px / 2, 2)
    if radius < SEEN_BLUR_PX:
        return image
    factor = 1
    while radius / factor > LARGEST_DISC_PX and min(image.shape[:2]) // (factor * 2) >= 4:
        factor *= 2
    if factor == 1:
        return _filtered(image, _disc(radius))
    height, width = image.shape[:2]
    small = cv2.resize(image, (math.ceil(width / factor), math.ceil(height / factor)), interpolation=cv2.INTER_AREA)
    small = _filtered(np.asarray(small, np.float32), _disc(round(radius / factor, 2)))
    return np.asarray(cv2.resize(small, (width, height), interpolation=cv2.INTER_LINEAR), np.float32)


def streak(image: Pixels, length_px: float, angle_deg: float) -> Pixels:
    """Blur along a straight line."""
    if length_px < 2 * SEEN_BLUR_PX:
        return image
    factor = 1
    while length_px / factor > 120 and min(image.shape[:2]) // (factor * 2) >= 4:
        factor *= 2
    if factor == 1:
        return _filtered(image, _line(round(length_px, 1), round(angle_deg)))
    height, width = image.shape[:2]
    small = cv2.resize(image, (math.ceil(width / factor), math.ceil(height / factor)), interpolation=cv2.INTER_AREA)
    small = _filtered(np.asarray(small, np.float32), _line(round(length_px / factor, 1), round(angle_deg)))
    return np.asarray(cv2.resize(small, (width, height), interpolation=cv2.INTER_LINEAR), np.float32)


def soften(image: Pixels, sigma_px: float) -> Pixels:
    """Gaussian blur, for diffraction."""
    if sigma_px < 0.25:
        return image
    return np.asarray(cv2.GaussianBlur(image, (0, 0), sigma_px, borderType=cv2.BORDER_REPLICATE), np.float32)


def _filtered(image: Pixels, kernel: Pixels) -> Pixels:
    return np.asarray(cv2.filter2D(image, -1, kernel, borderType=cv2.BORDER_REPLICATE), np.float32)
