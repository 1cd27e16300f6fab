"""Even spots of a test scene: found once on one frame, measured at the same places on every other.

A spot is chosen by how even it is once its noise is averaged away, so that choosing does not flatter the noise that is measured.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import cv2
import numpy as np

from wide_aperture.core.bench.frame import FULL_FROM, GREEN, BenchFrame
from wide_aperture.core.errors import DomainError

ACROSS = 22  # spots would fit side by side
LEAST_PX, CELL_PX = 16, 4
BINS_PER_STOP = 1.5
DARKEST = 2.0**-13
PER_BIN = 2
UNEVEN = 2.5  # times the variance that noise alone leaves between cells


@dataclass(frozen=True, slots=True)
class Spot:
    """A square of the frame, in shares of its width and height."""

    left: float
    top: float
    right: float
    bottom: float

    def of(self, frame: BenchFrame) -> np.ndarray:
        """Its part of a frame, shape (h, w, 3)."""
        height, width = frame.levels.shape[:2]
        return frame.levels[
            round(self.top * height) : round(self.bottom * height), round(self.left * width) : round(self.right * width)
        ]


@dataclass(frozen=True, slots=True)
class Measured:
    """level: mean of each channel; variance: of one pixel of each channel, shading left out; pixels: how many it was taken from;
    full: share where the data end.
    """

    level: np.ndarray
    variance: np.ndarray
    pixels: int
    full: float


def even_spots(frame: BenchFrame) -> tuple[Spot, ...]:
    """Even spots of a frame from dark to bright, a few of each tone. Raises: DomainError where nothing is even."""
    height, width = frame.levels.shape[:2]
    side = max(min(width, height) // ACROSS, LEAST_PX)
    step = max(side // 2, 1)
    green = frame.green
    cells = cv2.resize(green, (width // CELL_PX, height // CELL_PX), interpolation=cv2.INTER_AREA)
    found: dict[int, list[tuple[float, Spot]]] = {}
    for top in range(0, height - side + 1, step):
        for left in range(0, width - side + 1, step):
            part = green[top : top + side, left : left + side]
            level = float(part.mean())
            if level < DARKEST or float((part >= FULL_FROM).mean()) > 0:
                continue
            inner = cells[top // CELL_PX : (top + side) // CELL_PX, left // CELL_PX : (left + side) // CELL_PX]
            if inner.size < 9:
                continue
            noise = _pixel_variance(part) / CELL_PX**2
            unevenness = float(inner.var()) / max(noise, 1e-12)
            spot = Spot(left / width, top / height, (left + side) / width, (top + side) / height)
            found.setdefault(round(np.log2(level) * BINS_PER_STOP), []).append((unevenness, spot))
    chosen = []
    for _, spots in sorted(found.items()):
        best = sorted(spots, key=lambda each: each[0])[: PER_BIN * 3]
        chosen += _apart([spot for unevenness, spot in best if unevenness < UNEVEN])[:PER_BIN]
    if not chosen:
        raise DomainError(
            frame.name, "", "shows no even spot: a test wants plain areas, in focus or a little out of it"
        )
    return tuple(chosen)


def measured(frame: BenchFrame, spot: Spot) -> Measured:
    """A spot of a frame."""
    part = spot.of(frame)
    variance = np.array([_pixel_variance(part[..., k]) for k in range(3)])
    return Measured(
        part.reshape(-1, 3).mean(axis=0),
        variance,
        part.shape[0] * part.shape[1],
        float((part[..., GREEN] >= FULL_FROM).mean()),
    )


def _pixel_variance(part: np.ndarray) -> float:
    """Of neighbours' differences, twice over, so that a slope of the light does not count. Source: second differences have 6 times it."""
    second = part[:, :-2] - 2 * part[:, 1:-1] + part[:, 2:]
    return float(np.square(second).mean() / 6)


def _apart(spots: Sequence[Spot]) -> list[Spot]:
    """Those that do not lie over one before them."""
    kept: list[Spot] = []
    for spot in spots:
        if all(
            spot.left >= each.right or spot.right <= each.left or spot.top >= each.bottom or spot.bottom <= each.top
            for each in kept
        ):
            kept.append(spot)
    return kept
