"""How much a frame shows: its detail against its brightness, where there is anything to be seen."""

from __future__ import annotations

import cv2
import numpy as np

from wide_aperture.core.bench.light import Plane
from wide_aperture.core.errors import DomainError

FINE_PX, COARSE_PX = 1.0, 2.4
CYCLES = 0.25  # a pixel: where detail is compared


def quality_of(grey: Plane, dark: float = 0.15) -> float:
    """The energy of fine detail over the square of the brightness, within what is brighter than a share of the brightest.

    Noise adds the same to every frame of a series, so that the order is not touched by it. dark: that share.
    """
    small = cv2.GaussianBlur(grey, (0, 0), FINE_PX)
    band = small - cv2.GaussianBlur(grey, (0, 0), COARSE_PX)
    lit = small > dark * float(np.percentile(small, 99.5))
    if not lit.any():
        return 0.0
    level = float(small[lit].mean())
    return float(np.square(band[lit]).mean()) / max(level, 1e-9) ** 2


def band_of(plane: Plane, cycles: float = CYCLES) -> Plane:
    """What of a plane lies within half an octave of so many cycles a pixel, in every direction; it fades towards the edges, whose
    jump from one side to the other would count as detail.
    """
    height, width = plane.shape
    fading = np.hanning(height + 2)[1:-1, None] * np.hanning(width + 2)[None, 1:-1]
    spectrum = np.fft.rfft2((plane - plane.mean()) * fading)
    radius = np.hypot(np.fft.fftfreq(height)[:, None], np.fft.rfftfreq(width)[None, :])
    keep = np.exp(-0.5 * np.square(np.log2(np.maximum(radius, 1e-6) / cycles) / 0.25))
    return np.asarray(np.fft.irfft2(spectrum * keep, s=plane.shape), np.float32)


def contrast_kept(image: Plane, truth: Plane, cycles: float = CYCLES) -> float:
    """How much of the truth's contrast at so many cycles a pixel an image keeps: 1 all, 0 none. Noise takes no part.

    Raises: DomainError for planes of different shapes.
    Source: the least-squares share of one band in the other's.
    """
    if image.shape != truth.shape:
        raise DomainError("truth", str(truth.shape), f"must have the image's shape {image.shape}")
    there, known = band_of(image, cycles), band_of(truth, cycles)
    return float((there * known).sum() / np.square(known).sum())
