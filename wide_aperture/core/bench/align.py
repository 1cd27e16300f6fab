"""By how much one picture is shifted against another, to a small part of a pixel.

Coarse by the phases of both spectra, which large brightness differences do not disturb; fine by least squares on the gradient, which
weighs every pixel by what it tells and allows the pictures to differ in brightness.
Source: Kuglin and Hines 1975 (phase correlation); Lucas and Kanade 1981 (registration by least squares).
"""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.bench.light import Plane, as_linear, grey_of
from wide_aperture.core.errors import DomainError

SMOOTH_PX = 1.2
STEPS = 6
ENOUGH_PX = 0.003
BORDER_PX = 4
COARSE_ACROSS = 512
MOST_STEP_PX = 1.5


def align(image: NDArray[np.generic], reference: NDArray[np.generic]) -> tuple[float, float]:
    """(dx, dy) in pixels by which the image must be moved to lie on the reference, right and down counted positive.

    Args: both of one shape, (h, w) or (h, w, 3), at least 16 pixels a side.
    Raises: DomainError for other shapes, or a reference without anything to hold on to.
    """
    if image.shape != reference.shape or min(image.shape[:2]) < 16:
        raise DomainError(
            "reference", str(reference.shape), f"must have the image's shape {image.shape}, 16 pixels a side at least"
        )
    return Anchor(grey_of(as_linear(reference))).offset_of(grey_of(as_linear(image)))


class Anchor:
    """A reference made ready to be compared with many pictures."""

    def __init__(self, grey: Plane) -> None:
        """grey: shape (h, w). Raises: DomainError where it is even everywhere."""
        self._smooth = _smoothed(grey)
        width = grey.shape[1]
        self._scale = max(width / COARSE_ACROSS, 1.0)
        self._small = _reduced(self._smooth, self._scale)
        self._window = cv2.createHanningWindow((self._small.shape[1], self._small.shape[0]), cv2.CV_32F)
        self._dx = np.asarray(cv2.Scharr(self._smooth, cv2.CV_32F, 1, 0) / 32, np.float32)
        self._dy = np.asarray(cv2.Scharr(self._smooth, cv2.CV_32F, 0, 1) / 32, np.float32)
        if not float(np.abs(self._dx).max()) > 0 or not float(np.abs(self._dy).max()) > 0:
            raise DomainError("reference", "", "must show something to hold on to, across and upright")

    def offset_of(self, grey: Plane) -> tuple[float, float]:
        """(dx, dy) by which a picture must be moved to lie on this one."""
        smooth = _smoothed(grey)
        (x, y), _ = cv2.phaseCorrelate(_reduced(smooth, self._scale).copy(), self._small.copy(), self._window.copy())
        return self._refined(smooth, x * self._scale, y * self._scale)

    def _refined(self, smooth: Plane, x: float, y: float) -> tuple[float, float]:
        height, width = smooth.shape
        for _ in range(STEPS):
            moved = _moved(smooth, x, y)
            left, top = int(max(np.ceil(x), 0)) + BORDER_PX, int(max(np.ceil(y), 0)) + BORDER_PX
            right, bottom = width + int(min(np.floor(x), 0)) - BORDER_PX, height + int(min(np.floor(y), 0)) - BORDER_PX
            if right - left < BORDER_PX or bottom - top < BORDER_PX:
                break
            inside = (slice(top, bottom), slice(left, right))
            step = _step(moved[inside], self._smooth[inside], self._dx[inside], self._dy[inside])
            if step is None:
                break
            x, y = x + step[0], y + step[1]
            if max(abs(step[0]), abs(step[1])) < ENOUGH_PX:
                break
        return x, y


def _step(moved: Plane, reference: Plane, dx: Plane, dy: Plane) -> tuple[float, float] | None:
    """How much further to move: moved = gain x reference + offset - shift . gradient, by least squares in four unknowns."""
    columns = [dx.ravel(), dy.ravel(), reference.ravel(), np.ones(dx.size, np.float32)]
    table = np.array([[float(np.dot(a, b)) for b in columns] for a in columns])
    told = np.array([float(np.dot(a, moved.ravel())) for a in columns])
    table[3, 3] = dx.size
    try:
        found = np.linalg.solve(table, told)
    except np.linalg.LinAlgError:
        return None
    gain = found[2]
    if abs(gain) < 1e-6:
        return None
    step = found[:2] / gain  # moved(p) = reference(p + d): d more is what it still lies off
    if not np.isfinite(step).all():
        return None
    return tuple(float(np.clip(part, -MOST_STEP_PX, MOST_STEP_PX)) for part in step)  # type: ignore[return-value]


def _moved(plane: Plane, x: float, y: float) -> Plane:
    return np.asarray(
        cv2.warpAffine(
            plane, np.array([[1, 0, x], [0, 1, y]], np.float64), (plane.shape[1], plane.shape[0]), flags=cv2.INTER_CUBIC, borderMode=cv2.BORDER_REPLICATE
        ),
        np.float32,
    )  # fmt: skip


def _smoothed(grey: Plane) -> Plane:
    return np.asarray(cv2.GaussianBlur(grey, (0, 0), SMOOTH_PX), np.float32)


def _reduced(plane: Plane, scale: float) -> Plane:
    if scale <= 1:
        return np.ascontiguousarray(plane)
    size = (max(round(plane.shape[1] / scale), 16), max(round(plane.shape[0] / scale), 16))
    return np.asarray(cv2.resize(plane, size, interpolation=cv2.INTER_AREA), np.float32)
