"""What moving air does: parts of a frame lie off by a little, each its own way. Measured at points, put back everywhere.

At every point a window's pixels vote by least squares on the gradient, as in align; where a window shows little, the shift goes
towards nought instead of after the noise.
Source: Lucas and Kanade 1981, in windows; Tikhonov's regularisation.
"""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.bench.light import Plane
from wide_aperture.core.errors import DomainError

SMOOTH_PX = 1.4
ROUNDS = 2
MOST_PX = 4.0
DARK = 0.12  # of the brightest, under which a point holds nothing
TRUST = 0.02  # of the usual window's votes, that hold the shift at nought


class Points:
    """A grid of points on a reference: where it is bright enough and shows something."""

    def __init__(self, reference: Plane, points_px: float, dark: float = DARK) -> None:
        """points_px: from one point to the next; dark: share of the brightest under which a point holds nothing.

        Raises: DomainError for points closer than 8 pixels, or further apart than the picture is wide.
        """
        height, width = reference.shape
        if not 8 <= points_px <= max(height, width):
            raise DomainError("points_px", points_px, f"must lie between 8 and {max(height, width)}")
        self._window = int(points_px) | 1
        self._reference = np.asarray(cv2.GaussianBlur(reference, (0, 0), SMOOTH_PX), np.float32)
        self._dx = np.asarray(cv2.Scharr(self._reference, cv2.CV_32F, 1, 0) / 32, np.float32)
        self._dy = np.asarray(cv2.Scharr(self._reference, cv2.CV_32F, 0, 1) / 32, np.float32)
        self._size = (max(round(width / points_px), 2), max(round(height / points_px), 2))
        xx, xy, yy = (
            self._voted(np.asarray(a * b, np.float32))
            for a, b in ((self._dx, self._dx), (self._dx, self._dy), (self._dy, self._dy))
        )
        weak = TRUST * float(np.median((xx + yy)[xx + yy > 0])) if (xx + yy).any() else 1.0
        self._xx, self._xy, self._yy = xx + weak, xy, yy + weak
        self.used = self._voted(self._reference) > dark * float(np.percentile(self._reference, 99.5))
        grid = np.meshgrid(np.arange(width, dtype=np.float32), np.arange(height, dtype=np.float32))
        self._across, self._down = grid[0], grid[1]

    @property
    def places(self) -> tuple[tuple[float, float], ...]:
        """Where points hold something: (x, y) in pixels of the reference."""
        height, width = self._reference.shape
        down, across = np.nonzero(self.used)
        x, y = (across + 0.5) * width / self._size[0], (down + 0.5) * height / self._size[1]
        return tuple(zip(x.tolist(), y.tolist(), strict=True))

    def _voted(self, plane: Plane) -> Plane:
        """A product summed over each point's window."""
        summed = cv2.boxFilter(plane, cv2.CV_32F, (self._window, self._window), borderType=cv2.BORDER_REFLECT)
        return np.asarray(cv2.resize(summed, self._size, interpolation=cv2.INTER_AREA), np.float32)

    def field(self, moved: Plane) -> tuple[Plane, Plane]:
        """By how much each pixel of a frame that lies on the reference as a whole must still be moved, across and down."""
        smooth = np.asarray(cv2.GaussianBlur(moved, (0, 0), SMOOTH_PX), np.float32)
        x = np.zeros(self._size[::-1], np.float32)
        y = x.copy()
        for _ in range(ROUNDS):
            here = self.put_back(smooth, *self._whole(x, y), cv2.INTER_LINEAR) if x.any() else smooth
            gain = float((here * self._reference).sum() / np.square(self._reference).sum()) or 1.0
            off = np.asarray(here / gain - self._reference, np.float32)
            by_x, by_y = (self._voted(np.asarray(slope * off, np.float32)) for slope in (self._dx, self._dy))
            size = self._xx * self._yy - self._xy**2
            x += np.where(self.used, (self._yy * by_x - self._xy * by_y) / size, 0)
            y += np.where(self.used, (self._xx * by_y - self._xy * by_x) / size, 0)
            np.clip(x, -MOST_PX, MOST_PX, out=x)
            np.clip(y, -MOST_PX, MOST_PX, out=y)
        return self._whole(x, y)

    def _whole(self, x: Plane, y: Plane) -> tuple[Plane, Plane]:
        height, width = self._reference.shape
        grown = [cv2.resize(each, (width, height), interpolation=cv2.INTER_CUBIC) for each in (x, y)]
        return np.asarray(grown[0], np.float32), np.asarray(grown[1], np.float32)

    def put_back(
        self, picture: NDArray[np.float32], x: Plane, y: Plane, how: int = cv2.INTER_LANCZOS4
    ) -> NDArray[np.float32]:
        """A picture with each pixel moved by its own (x, y)."""
        return np.asarray(
            cv2.remap(picture, self._across - x, self._down - y, how, borderMode=cv2.BORDER_REPLICATE), np.float32
        )
