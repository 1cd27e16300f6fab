"""A plain noise reduction: soft thresholds on the details of three scales, in a space where noise is even.

Square roots of counts have nearly the same noise everywhere (Anscombe, 1948). Each of three undecimated wavelet levels
(Starck and Murtagh, 1994; B3-spline by Gaussians) is shrunk by its own share of that noise (Donoho, 1995).
"""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.picture.imaging.raw import RESPONSE, RawFrame
from wide_aperture.core.picture.scenes.colour_space import Pixels

SCALES_PX = (0.9, 1.8, 3.6)
LEVEL_NOISE = (0.72, 0.23, 0.11)  # share of white noise found at each scale


def denoised(linear: Pixels, raw: RawFrame, white: NDArray[np.float64], strength: float) -> Pixels:
    """Linear light with less noise.

    Args: linear: mid at 1; strength: 0 leaves it, 1 shrinks by three standard deviations.
    """
    per_mid_e = float((RESPONSE * white * raw.mid_e)[1])
    # sqrt(signal + read^2): half an electron's standard deviation wherever shot or read noise leads.
    base = np.float32(raw.read_e**2 / per_mid_e + 1e-6)
    rooted = np.sqrt(np.maximum(linear + base, 0))
    noise = 0.5 / np.sqrt(per_mid_e * raw.pixels_merged) * 1.6  # the colour matrix spreads channels into each other
    result, remaining = np.zeros_like(rooted), rooted
    for sigma, share in zip(SCALES_PX, LEVEL_NOISE, strict=True):
        smooth = np.asarray(cv2.GaussianBlur(remaining, (0, 0), sigma, borderType=cv2.BORDER_REPLICATE), np.float32)
        detail = remaining - smooth
        threshold = np.float32(3 * strength * share * noise)
        result += np.sign(detail) * np.maximum(np.abs(detail) - threshold, 0)
        remaining = smooth
    return np.asarray((result + remaining) ** 2 - base, np.float32)
