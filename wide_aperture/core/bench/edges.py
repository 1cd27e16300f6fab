"""How far a frame is smeared, and how wide its blur is: a sharp frame of the same thing is blurred until it looks like it.

The frame is laid on the sharp one, brought to its brightness, and compared with the sharp one smeared by known lengths in known
directions, or blurred by known widths; the likest tells. Nothing is assumed of what is shown, and noise alone tells no smear.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence

import cv2
import numpy as np

from wide_aperture.core.bench.align import Anchor
from wide_aperture.core.bench.light import Plane
from wide_aperture.core.bench.stacking.layers import noise_of
from wide_aperture.core.bench.stacking.quality import quality_of
from wide_aperture.core.errors import DomainError

LENGTHS_PX = (0.0, 1.2, 1.6, 2.0, 2.6, 3.3, 4.0, 5.0, 6.5, 8.0, 10.0, 13.0, 17.0)
DIRECTIONS = 8
MOST_SIDE = 400
BORDER_PX = 20
REACH_PX = 24
FINE = 9  # parts of a pixel that a disc is drawn with


def middle_part(plane: Plane) -> Plane:
    """The middle of a plane, as large as is needed to judge it."""
    height, width = plane.shape
    top, left = max((height - MOST_SIDE) // 2, 0), max((width - MOST_SIDE) // 2, 0)
    return np.ascontiguousarray(plane[top : top + MOST_SIDE, left : left + MOST_SIDE])


def sharpest(planes: list[Plane]) -> int:
    """Which of several frames of one thing shows most. Raises: DomainError without any."""
    if not planes:
        raise DomainError("frames", 0, "must be one at least")
    return int(np.argmax([quality_of(middle_part(each)) for each in planes]))


class Likened:
    """A sharp frame blurred by known amounts in some ways each; the likest to a frame tells its amount."""

    def __init__(self, sharp: Plane, amounts: Sequence[float], ways: Sequence[Callable[[Plane, float], Plane]]) -> None:
        """sharp: shape (h, w). Raises: DomainError where it shows nothing to hold on to, or is too small."""
        part = middle_part(sharp)
        if min(part.shape) < 4 * BORDER_PX:
            raise DomainError("frame", str(sharp.shape), f"must have {4 * BORDER_PX} pixels a side to be judged")
        self._anchor = Anchor(part)
        self._amounts, self._ways = tuple(amounts), len(ways)
        self._known = np.stack([_inner(way(part, amount)).ravel() for amount in amounts for way in ways])
        # Blurring averages the sharp frame's noise away; what is left of it counts in its square, and must not make blur look likely.
        noise = noise_of(part) ** 2 * self._known.shape[1]
        left = np.array([_spread(way, amount) for amount in amounts for way in ways])
        self._squares = np.maximum(np.square(self._known).sum(axis=1) - noise * left, 1e-9)

    def amount_of(self, plane: Plane) -> float:
        """How much a frame is blurred, up to the most that is known."""
        part = middle_part(plane)
        x, y = self._anchor.offset_of(part)
        size = (part.shape[1], part.shape[0])
        laid = cv2.warpAffine(
            part,
            np.array([[1, 0, x], [0, 1, y]], np.float64),
            size,
            flags=cv2.INTER_CUBIC,
            borderMode=cv2.BORDER_REPLICATE,
        )
        seen = _inner(np.asarray(laid, np.float32)).ravel()
        # What is left of a frame when a known one is brought to its brightness, as a share; the likest way of each amount.
        left = 1 - np.square(self._known @ seen) / (self._squares * max(float(np.square(seen).sum()), 1e-12))
        misfits = left.reshape(len(self._amounts), self._ways).min(axis=1)
        k = int(np.argmin(misfits))
        if k in (0, len(misfits) - 1):
            return self._amounts[k]
        near = np.polyfit(self._amounts[k - 1 : k + 2], misfits[k - 1 : k + 2], 2)
        return (
            float(np.clip(-near[1] / (2 * near[0]), self._amounts[k - 1], self._amounts[k + 1]))
            if near[0] > 0
            else self._amounts[k]
        )


def smears(sharp: Plane) -> Likened:
    """Lengths of movement in pixels, in every direction. Raises: as Likened."""

    def towards(angle: float) -> Callable[[Plane, float], Plane]:
        return lambda plane, length: smeared(plane, length, angle)

    return Likened(sharp, LENGTHS_PX, [towards(turn * np.pi / DIRECTIONS) for turn in range(DIRECTIONS)])


def discs(sharp: Plane) -> Likened:
    """Diameters of discs out of focus in pixels. Raises: as Likened."""
    return Likened(sharp, LENGTHS_PX, [out_of_focus])


def out_of_focus(plane: Plane, disc_px: float) -> Plane:
    """Blurred by an even disc of that diameter; shape (h, w) or (h, w, 3)."""
    if disc_px < 0.5:
        return plane
    side = int(np.ceil(disc_px)) + 3 | 1
    across, down = np.meshgrid(np.arange(side * FINE), np.arange(side * FINE))
    middle = (side * FINE - 1) / 2
    disc = (np.hypot(across - middle, down - middle) <= disc_px / 2 * FINE).astype(np.float32)
    kernel = disc.reshape(side, FINE, side, FINE).mean(axis=(1, 3))
    return np.asarray(cv2.filter2D(plane, -1, kernel / kernel.sum(), borderType=cv2.BORDER_REPLICATE), np.float32)


def smeared(plane: Plane, length_px: float, angle: float) -> Plane:
    """Moved evenly along a line while the shutter was open; shape (h, w) or (h, w, 3)."""
    # To be counted in whole pixels blurs by itself, by one pixel's length: lengths add by their squares.
    length = float(np.sqrt(max(length_px**2 - 1, 0)))
    if length <= 0:
        return plane
    reach = int(np.ceil(length / 2)) + 1
    along = np.linspace(-0.5, 0.5, 801) * length
    kernel = np.zeros((2 * reach + 1, 2 * reach + 1), np.float32)
    np.add.at(
        kernel,
        (np.rint(along * np.sin(angle)).astype(int) + reach, np.rint(along * np.cos(angle)).astype(int) + reach),
        1 / len(along),
    )
    return np.asarray(cv2.filter2D(plane, -1, kernel, borderType=cv2.BORDER_REPLICATE), np.float32)


def _spread(way: Callable[[Plane, float], Plane], amount: float) -> float:
    """What a blur leaves of the variance of white noise: the sum of its kernel's squares."""
    point = np.zeros((2 * REACH_PX + 1, 2 * REACH_PX + 1), np.float32)
    point[REACH_PX, REACH_PX] = 1
    return float(np.square(way(point, amount)).sum())


def _inner(plane: Plane) -> Plane:
    return np.ascontiguousarray(plane[BORDER_PX:-BORDER_PX, BORDER_PX:-BORDER_PX])
