"""Frames of a bracket merged: radiance averaged by what each frame knows, then a simple tone map.

Merge: every frame is divided by its exposure and weighted by one over its variance; clipped pixels have no say, except
in the darkest frame. Tone map: the photographic operator of Reinhard (2002), global, with the brightest tone as white.
"""

from __future__ import annotations

from collections.abc import Sequence

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.physics.colour.encoding import screen_level
from wide_aperture.core.picture.imaging.develop import LUMINANCE_709, Picture
from wide_aperture.core.picture.imaging.raw import RESPONSE, RawFrame
from wide_aperture.core.picture.scenes.colour_space import Pixels, per_channel

CLIP_FADE = 0.90  # from this share of clipping on, a pixel loses its say


def merged_radiance(frames: Sequence[RawFrame], offsets: Sequence[float]) -> Pixels:
    """Return electrons a pixel at the exposure of offset 0, shape (h, w, 3).

    Args: frames of the same size; offsets: EV each was exposed brighter (+) than the middle one.
    Source: Debevec and Malik (1997) with inverse-variance weights.
    """
    darkest = int(np.argmin(offsets))
    total, weights = np.zeros_like(frames[0].electrons), np.zeros_like(frames[0].electrons)
    for k, (frame, offset) in enumerate(zip(frames, offsets, strict=True)):
        gain = np.float32(2.0**-offset)
        variance = (np.maximum(frame.electrons, 0) + np.float32(frame.read_e**2)) * gain * gain
        say = 1 / np.maximum(variance, 1e-6)
        fullness = frame.electrons.max(axis=-1, keepdims=True) / np.float32(frame.clip_e)
        say *= np.clip((1.0 - fullness) / (1 - CLIP_FADE), 1e-9 if k == darkest else 0.0, 1.0)
        total += say * frame.electrons * gain
        weights += say
    return np.asarray(total / np.maximum(weights, 1e-20), np.float32)


def tone_mapped(
    electrons: Pixels, white: NDArray[np.float64], mid_e: float, clip_e: float, colours: Pixels, key: float = 0.18
) -> Picture:
    """Return a picture of merged radiance, shape (h, w, 3), red first.

    Args: clip_e: where the darkest frame's data end, at the exposure of offset 0: beyond it all channels are white.

    Source: Reinhard et al. (2002), L (1 + L / Lw^2) / (1 + L), scaled so that the logarithmic mean becomes `key`.
    """
    gains = 1 / (RESPONSE * white * mid_e)
    channels = np.minimum(per_channel(electrons, gains), np.float32((clip_e * gains).min()))
    linear = np.maximum(cv2.transform(channels, colours), 0)
    luminance = linear @ LUMINANCE_709
    mean = float(np.exp(np.mean(np.log(luminance[::4, ::4] + 1e-5))))
    scaled = luminance * np.float32(key / max(mean, 1e-6))
    brightest = float(np.percentile(scaled[::4, ::4], 99.8))
    mapped = scaled * (1 + scaled / np.float32(max(brightest, 1.0) ** 2)) / (1 + scaled)
    result = linear * (mapped / np.maximum(luminance, 1e-6))[..., None]
    return np.round(screen_level(result) * 255).astype(np.uint8)


def align_crop(picture: Picture, shake_px: float) -> tuple[Picture, float]:
    """Cut the edges that alignment loses: the picture, and the share of its area that is gone."""
    cut = int(np.ceil(shake_px))
    height, width = picture.shape[:2]
    if cut == 0 or 2 * cut >= min(height, width) // 2:
        return picture, 0.0
    kept = picture[cut : height - cut, cut : width - cut]
    return kept, 1 - kept.shape[0] * kept.shape[1] / (height * width)
