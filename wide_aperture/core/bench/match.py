"""How much brighter one picture of a scene is than another, in linear light."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.bench.light import as_linear
from wide_aperture.core.errors import DomainError

CELLS_ACROSS = 96
DARKEST, BRIGHTEST = 0.004, 0.94  # of where the picture ends: below it noise decides, above it something may be cut off
FEWEST_CELLS = 12


def match_exposure(
    image: NDArray[np.generic], reference: NDArray[np.generic], mask: NDArray[np.bool_] | None = None
) -> float:
    """Stops by which an image must be brightened to be as bright as the reference: above 0 where the reference is brighter.

    Args: image, reference: the same scene, shape (h, w) or (h, w, 3); uint8 and uint16 are sRGB-encoded and decoded, floats are
    linear with 1 where the picture ends; mask: shape (h, w), what is compared.
    Source: the middle of the ratios of small areas' means, so that noise averages out before the logarithm; areas that are cut off
    or drowned in either picture do not count.
    Raises: DomainError for pictures of different shapes, or without enough that both show.
    """
    if image.shape != reference.shape or image.ndim not in (2, 3):
        raise DomainError("reference", str(reference.shape), f"must have the image's shape {image.shape}")
    one, other = as_linear(image), as_linear(reference)
    if mask is not None and mask.shape != image.shape[:2]:
        raise DomainError("mask", str(mask.shape), f"must have the image's shape {image.shape[:2]}")
    whole = np.ones(image.shape[:2], np.float32) if mask is None else mask.astype(np.float32)
    (a, a_peak), (b, b_peak), share = (*_cells(one, whole),), (*_cells(other, whole),), _reduced(whole)
    known = (share > 0.98) & (np.minimum(a, b) > DARKEST) & (np.maximum(a_peak, b_peak) < BRIGHTEST)
    if known.sum() < FEWEST_CELLS:
        known = (share > 0.5) & (np.minimum(a, b) > DARKEST / 4) & (np.maximum(a_peak, b_peak) < 0.985)
    if known.sum() < min(FEWEST_CELLS, share.size // 2 or 1):
        raise DomainError(
            "image", int(known.sum()), "must show enough that is neither cut off nor black in both pictures"
        )
    return float(np.median(np.log2(b[known] / a[known])))


def _size(shape: tuple[int, ...]) -> tuple[int, int]:
    across = min(CELLS_ACROSS, max(shape[1] // 2, 1))
    return across, max(min(round(shape[0] * across / shape[1]), shape[0] // 2 or 1), 1)


def _reduced(plane: NDArray[np.float32]) -> NDArray[np.float32]:
    return np.asarray(cv2.resize(plane, _size(plane.shape), interpolation=cv2.INTER_AREA), np.float32)


def _cells(linear: NDArray[np.float32], mask: NDArray[np.float32]) -> tuple[NDArray[np.float32], NDArray[np.float32]]:
    """Each small area's mean, and the mean of its fullest channel: light is compared over all channels, cutting off by the fullest."""
    planes = linear[..., None] if linear.ndim == 2 else linear
    inside = np.maximum(_reduced(mask), 1e-6)
    means = np.stack(
        [_reduced(np.ascontiguousarray(planes[..., k]) * mask) / inside for k in range(planes.shape[2])], axis=-1
    )
    return means.mean(axis=-1), means.max(axis=-1)
