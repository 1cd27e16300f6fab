"""A burst of the Moon through moving air: drift, blur that comes and goes, parts that swim, and the noise of few electrons."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.colour.encoding import screen_level

Plane = NDArray[np.float32]
CRATERS = 900
FULL_E = 900.0  # electrons where the picture ends: a short exposure at a high ISO
READ_E = 4.0
LIT = 0.62  # of where the picture ends, the brightest ground
SWIM_CELLS = 9
STEADIEST_PX, USUAL_PX = 0.55, 1.25


@dataclass(frozen=True)
class Burst:
    """frames: each makes its picture when asked, uint16, shape (h, w); truth: shape (h, w), linear, without air and noise;
    drifts: where each frame's picture lies against the truth, in pixels right and down; blurs: standard deviation of each one's air.
    """

    frames: tuple[Callable[[], NDArray[np.uint16]], ...]
    truth: Plane
    drifts: tuple[tuple[float, float], ...]
    blurs: tuple[float, ...]


def moon_burst(
    seed: int,
    frames: int = 300,
    *,
    size: tuple[int, int] = (480, 360),
    disc_px: float = 300.0,
    swim_px: float = 0.7,
    drift_px: float = 0.08,
) -> Burst:
    """A burst; the same seed gives the same frames.

    Args: size: (width, height); disc_px: the Moon's diameter, which may overfill the frame; swim_px: by how much parts lie off, root
    mean square; drift_px: how far it moves from frame to frame.
    Raises: DomainError for sizes nothing can be seen in.
    """
    width, height = size
    if min(width, height) < 64 or frames < 1 or disc_px < 32:
        raise DomainError("size", size, "must be 64 pixels a side at least, with a frame and a disc of 32 pixels")
    truth = ground(seed, width, height, disc_px)
    random = np.random.default_rng([seed, 1])
    way = random.uniform(-np.pi, np.pi)
    along = np.arange(frames) * drift_px
    shake = random.normal(0, 0.35, (frames, 2))
    drifts = np.stack([along * np.cos(way), along * np.sin(way)], axis=1) + shake
    drifts -= drifts.mean(axis=0)
    blurs = STEADIEST_PX + random.gamma(2.0, (USUAL_PX - STEADIEST_PX) / 2, frames)

    def maker(k: int) -> Callable[[], NDArray[np.uint16]]:
        return lambda: _frame(
            truth,
            np.random.default_rng([seed, 2, k]),
            (float(drifts[k, 0]), float(drifts[k, 1])),
            float(blurs[k]),
            swim_px,
        )

    return Burst(
        tuple(maker(k) for k in range(frames)), truth, tuple((float(x), float(y)) for x, y in drifts), tuple(float(each) for each in blurs)
    )  # fmt: skip


@lru_cache(maxsize=4)
def ground(seed: int, width: int, height: int, disc_px: float) -> Plane:
    """The Moon as an optic without air shows it, linear, shape (h, w): plains, craters with lit and dark walls, a soft shadow line."""
    random = np.random.default_rng([seed, 0])
    across, down = np.meshgrid(
        np.arange(width, dtype=np.float32) - width / 2, np.arange(height, dtype=np.float32) - height / 2
    )
    radius = disc_px / 2
    x, y = across / radius, down / radius
    plains = cv2.GaussianBlur(random.standard_normal((height, width)).astype(np.float32), (0, 0), radius / 6)
    plains = 1 + 0.18 * plains / max(float(plains.std()), 1e-6)
    slope = np.zeros((height, width), np.float32)
    for _ in range(CRATERS):
        cx, cy = random.uniform(-1, 1, 2) * (width, height) / (2 * radius)
        r = min(0.006 * (1 - random.random()) ** -0.6, 0.14)
        if r * radius < 0.7:
            continue
        reach = slice(
            max(int(cy * radius + height / 2 - 2 * r * radius), 0),
            max(int(cy * radius + height / 2 + 2 * r * radius) + 2, 0),
        )
        span = slice(
            max(int(cx * radius + width / 2 - 2 * r * radius), 0),
            max(int(cx * radius + width / 2 + 2 * r * radius) + 2, 0),
        )
        dx, dy = (x[reach, span] - cx) / r, (y[reach, span] - cy) / r
        wall = np.exp(-np.square((np.hypot(dx, dy) - 0.9) / 0.28))
        slope[reach, span] += 0.55 * wall * dx  # the light comes from the left: the far wall is lit
    rest = np.sqrt(np.clip(1 - x**2 - y**2, 0, 1))
    shadow = 1 / (1 + np.exp(-(x + 0.55) * 7))
    disc = np.clip((1 - np.hypot(x, y)) * radius + 0.5, 0, 1)
    bright = np.clip(plains + slope, 0.05, None) * (0.55 + 0.45 * rest) * shadow * disc
    seen = cv2.GaussianBlur(bright.astype(np.float32), (0, 0), 0.6)  # what the opening of the lens leaves
    return np.asarray(np.clip(seen * LIT / max(float(np.percentile(seen, 99.7)), 1e-6), 0, 1), np.float32)


def _frame(
    truth: Plane, random: np.random.Generator, drift: tuple[float, float], blur_px: float, swim_px: float
) -> NDArray[np.uint16]:
    height, width = truth.shape
    blurred = cv2.GaussianBlur(truth, (0, 0), blur_px)
    across, down = np.meshgrid(np.arange(width, dtype=np.float32), np.arange(height, dtype=np.float32))
    swim = [_swimming(random, truth, swim_px) for _ in range(2)]
    seen = cv2.remap(
        blurred,
        across - np.float32(drift[0]) - swim[0],
        down - np.float32(drift[1]) - swim[1],
        cv2.INTER_CUBIC,
        borderMode=cv2.BORDER_CONSTANT,
    )
    electrons = np.maximum(seen, 0) * FULL_E
    counted = random.poisson(electrons) + random.normal(0, READ_E, electrons.shape)
    return np.asarray(np.rint(screen_level(counted / FULL_E) * 65_535), np.uint16)


def _swimming(random: np.random.Generator, truth: Plane, swim_px: float) -> Plane:
    """Displacements that hang together over a ninth of the frame, without moving what is seen as a whole."""
    height, width = truth.shape
    cells = random.standard_normal((SWIM_CELLS, SWIM_CELLS)).astype(np.float32)
    field = cv2.resize(cells, (width, height), interpolation=cv2.INTER_CUBIC)
    seen = _detail(truth)
    field = field - float((field * seen).sum() / seen.sum())
    return np.asarray(swim_px * field / max(float(field.std()), 1e-6), np.float32)


def _detail(truth: Plane) -> Plane:
    """Where there is anything to hold on to: the square of the slope."""
    return np.asarray(
        np.square(cv2.Scharr(truth, cv2.CV_32F, 1, 0)) + np.square(cv2.Scharr(truth, cv2.CV_32F, 0, 1)), np.float32
    )
