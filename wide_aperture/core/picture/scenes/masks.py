"""Masks: how much of each pixel something covers, and where it lies."""

from __future__ import annotations

import cv2
import numpy as np

from wide_aperture.core.picture.scenes.colour_space import Pixels


class Mask(np.ndarray):
    """Coverage of a shape that remembers where it lies, so that nobody searches a whole picture for it. Read only."""

    box: tuple[slice, slice] | None

    @classmethod
    def of(cls, plane: Pixels, box: tuple[slice, slice]) -> Mask:
        made = plane.view(cls)
        made.box = box
        made.flags.writeable = False
        return made

    def __array_finalize__(self, source: object) -> None:
        self.box = None  # what is made of it may lie elsewhere


def extent(mask: Pixels, margin_px: int = 0) -> tuple[slice, slice]:
    """The rows and columns a mask (0 or more) touches, widened by a margin; empty slices where it touches nothing."""
    if isinstance(mask, Mask) and mask.box is not None:
        rows, columns = mask.box
        return slice(max(rows.start - margin_px, 0), rows.stop + margin_px), slice(
            max(columns.start - margin_px, 0), columns.stop + margin_px
        )
    # A float is 0 where all its bytes are: the box of bytes is found far faster than that of the largest values.
    left, top, wide, tall = cv2.boundingRect(np.ascontiguousarray(mask).view(np.uint8))
    if not wide:
        return slice(0, 0), slice(0, 0)
    first, last = left // mask.itemsize, -(-(left + wide) // mask.itemsize)
    return (
        slice(max(top - margin_px, 0), top + tall + margin_px),
        slice(max(first - margin_px, 0), last + margin_px),
    )
