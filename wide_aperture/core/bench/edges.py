"""How far a frame is smeared, and how wide its blur is: a sharp frame of the same thing is blurred until it looks like it.

The frame is laid on the sharp one, brought to its brightness, and compared with the sharp one smeared by known lengths in known
directions, or blurred by known widths; the likest tells. Nothing is assumed of what is shown, and noise alone tells no smear.
"""

from __future__ import annotations

import cv2
import numpy as np

from wide_aperture.core.bench.align import Anchor
from wide_aperture.core.bench.light import Plane
from wide_aperture.core.bench.stacking.quality import quality_of
from wide_aperture.core.errors import DomainError

LENGTHS_PX = (0.0, 0.7, 1.4, 2.0, 2.6, 3.3, 4.0, 5.0, 6.5, 8.0, 10.0, 13.0, 17.0)
DIRECTIONS = 8
MOST_SIDE = 900
BORDER_PX = 20


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


class Smear:
    """Lengths of smear against a sharp frame."""

    def __init__(self, sharp: Plane) -> None:
        """sharp: shape (h, w). Raises: DomainError where it shows nothing to hold on to, or is too small."""
        part = middle_part(sharp)
        if min(part.shape) < 4 * BORDER_PX:
            raise DomainError("frame", str(sharp.shape), f"must have {4 * BORDER_PX} pixels a side to be judged")
        self._anchor = Anchor(part)
        self._known = [
            [_inner(smeared(part, length, turn * np.pi / DIRECTIONS)) for turn in range(DIRECTIONS if length else 1)]
            for length in LENGTHS_PX
        ]

    def length_px(self, plane: Plane) -> float:
        """The length of a frame's smear in pixels, up to the longest known one."""
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
        seen = _inner(np.asarray(laid, np.float32))
        misfits = [min(_misfit(seen, each) for each in turned) for turned in self._known]
        k = int(np.argmin(misfits))
        if k in (0, len(misfits) - 1):
            return LENGTHS_PX[k]
        near = np.polyfit(LENGTHS_PX[k - 1 : k + 2], misfits[k - 1 : k + 2], 2)
        return (
            float(np.clip(-near[1] / (2 * near[0]), LENGTHS_PX[k - 1], LENGTHS_PX[k + 1]))
            if near[0] > 0
            else LENGTHS_PX[k]
        )


def smeared(plane: Plane, length_px: float, angle: float) -> Plane:
    """Moved evenly along a line while the shutter was open; shape (h, w) or (h, w, 3)."""
    if length_px <= 0:
        return plane
    reach = int(np.ceil(length_px / 2)) + 1
    along = np.linspace(-0.5, 0.5, 801) * length_px
    kernel = np.zeros((2 * reach + 1, 2 * reach + 1), np.float32)
    np.add.at(
        kernel,
        (np.rint(along * np.sin(angle)).astype(int) + reach, np.rint(along * np.cos(angle)).astype(int) + reach),
        1 / len(along),
    )
    return np.asarray(cv2.filter2D(plane, -1, kernel, borderType=cv2.BORDER_REPLICATE), np.float32)


def _inner(plane: Plane) -> Plane:
    return np.ascontiguousarray(plane[BORDER_PX:-BORDER_PX, BORDER_PX:-BORDER_PX])


def _misfit(seen: Plane, known: Plane) -> float:
    """What is left of a frame when the known one is brought to its brightness, as a share."""
    gain = float((seen * known).sum() / np.square(known).sum())
    return float(np.square(seen - gain * known).mean()) / max(float(np.square(seen).mean()), 1e-12)
