"""What is read off a frame: two histograms, clip masks and their shares, and how far the screen is from the truth."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.picture.imaging.capture import Peaking, Thresholds
from wide_aperture.core.picture.imaging.develop import Picture
from wide_aperture.core.picture.imaging.raw import RESPONSE, RawFrame
from wide_aperture.core.picture.tone import ETTR_PERCENTILE, expose_to_the_right

Mask = NDArray[np.bool_]
RAW_BINS, RAW_LOWEST_EV = 112, -14.0  # eighths of a stop under clipping
PREVIEW_BINS = 128
PEAKING_STEPS = {"low": 150, "middle": 95, "high": 55}


@dataclass(frozen=True, slots=True)
class Histograms:
    """Counts. raw: per channel, EV under clipping; preview: per channel and brightness, levels 0..255."""

    raw: NDArray[np.int64]
    preview: NDArray[np.int64]


@dataclass(frozen=True, slots=True)
class ScreenAndData:
    """How screen and data differ. shares of the frame 0..1; room: EV until the highlight percentile clips."""

    raw_clipped: float
    preview_clipped: float
    preview_black: float
    falsely_warned: float
    deep_shadow: float
    raw_room_ev: float
    preview_room_ev: float
    difference_ev: float
    to_the_right_ev: float


def histograms(raw: RawFrame, picture: Picture) -> Histograms:
    """Counts over every second pixel of every second row: no bin of a picture this size would look different."""
    under = np.log2(np.maximum(raw.electrons[::2, ::2], 1e-6) * np.float32(1 / raw.clip_e))
    raw_counts = [_counts(under[..., k], RAW_BINS, RAW_LOWEST_EV, 1e-4) for k in range(3)]
    sample = np.ascontiguousarray(picture[::2, ::2])
    channels = [*(sample[..., k] for k in range(3)), cv2.cvtColor(sample, cv2.COLOR_RGB2GRAY)]
    return Histograms(np.stack(raw_counts), np.stack([_counts(c, PREVIEW_BINS, 0, 256) for c in channels]))


def _counts(values: Any, bins: int, low: float, high: float) -> NDArray[np.int64]:
    return cv2.calcHist([np.ascontiguousarray(values)], [0], None, [bins], [low, high]).ravel().astype(np.int64)


def raw_clip_mask(raw: RawFrame) -> Mask:
    """Where any channel of the data ends."""
    return np.asarray(_brightest(raw.electrons) >= np.float32(0.998 * raw.clip_e))


def preview_masks(picture: Picture, thresholds: Thresholds) -> tuple[Mask, Mask]:
    """(white, black) as the camera's own warning shows them."""
    brightest = _brightest(picture)
    return np.asarray(brightest >= thresholds.high), np.asarray(brightest <= thresholds.low)


def _brightest(image: NDArray[Any]) -> NDArray[Any]:
    """The largest of the three channels; far faster than a maximum over the last axis."""
    return np.asarray(np.maximum(np.maximum(image[..., 0], image[..., 1]), image[..., 2]))


def screen_and_data(
    raw: RawFrame, white: NDArray[np.float64], picture: Picture, thresholds: Thresholds, preview_clip_ev: float
) -> ScreenAndData:
    """Compare what the screen warns of with what the data lose."""
    clipped = raw_clip_mask(raw)
    bright, black = preview_masks(picture, thresholds)
    sample = raw.electrons[::4, ::4]
    raw_room = math.log2(raw.clip_e / max(float(np.percentile(sample.max(axis=-1), ETTR_PERCENTILE)), 1e-3))
    gains = (1 / (RESPONSE * white * raw.mid_e)).astype(np.float32)
    neutral = float(np.percentile((sample * gains).max(axis=-1), ETTR_PERCENTILE))
    preview_room = preview_clip_ev - math.log2(max(neutral, 1e-6))
    deep = raw.electrons[..., 1] < np.float32(raw.mid_e * 2.0**-5)
    size = clipped.size
    return ScreenAndData(
        raw_clipped=np.count_nonzero(clipped) / size,
        preview_clipped=np.count_nonzero(bright) / size,
        preview_black=np.count_nonzero(black) / size,
        falsely_warned=np.count_nonzero(bright & ~clipped) / size,
        deep_shadow=np.count_nonzero(deep) / size,
        raw_room_ev=raw_room,
        preview_room_ev=preview_room,
        difference_ev=raw_room - preview_room,
        to_the_right_ev=expose_to_the_right(-raw_room, 0.0) if raw_room > 1e-3 else _over_the_top(clipped),
    )


def _over_the_top(clipped: Mask) -> float:
    """Data that already clip do not tell by how much: a third of a stop less, more where much is lost."""
    share = np.count_nonzero(clipped) / clipped.size
    return -1 / 3 if share < 0.003 else -1.0 if share < 0.03 else -2.0


def peaking_mask(picture: Picture, peaking: Peaking) -> Mask:
    """Edges steep enough to be in focus at the size shown."""
    grey = cv2.cvtColor(picture, cv2.COLOR_RGB2GRAY)
    steep = np.abs(cv2.Laplacian(grey, cv2.CV_16S, ksize=3))
    return np.asarray(steep >= PEAKING_STEPS[peaking.level])


def patch_snr(picture_before_tone: NDArray[np.float32], mask: NDArray[np.floating]) -> float:
    """Measured signal-to-noise of the green channel where a tone lies: its mean over the scatter between neighbours.

    Source: the standard deviation of differences of neighbours is sqrt(2) that of the noise; slow shading cancels.
    """
    green = picture_before_tone[..., 1]
    inside = (mask[:, 1:] > 0.98) & (mask[:, :-1] > 0.98)
    if np.count_nonzero(inside) < 200:
        return 0.0
    values, steps = green[:, 1:][inside], (green[:, 1:] - green[:, :-1])[inside]
    middle = 1.4826 * float(np.median(np.abs(steps - np.median(steps)))) / math.sqrt(2)
    return float(values.mean()) / max(middle, 1e-9)
