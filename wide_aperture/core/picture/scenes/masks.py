"""Masks: how much of each pixel something covers, and where it lies."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass

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


@dataclass(frozen=True, eq=False, slots=True)
class Patch:
    """A mask, or another plane of the picture, that is 0 but in a box: the box, rows and columns, and what is inside.

    shape: of the whole plane.
    """

    shape: tuple[int, ...]
    box: tuple[slice, slice]
    inside: Pixels

    @classmethod
    def of(cls, mask: Pixels, box: tuple[slice, slice] | None = None) -> Patch:
        """The same as a mask of the whole plane. box: where it lies, or more; None: it is looked for."""
        lies = extent(mask) if box is None else box
        return cls(mask.shape, lies, mask[lies].copy())

    @property
    def whole(self) -> Pixels:
        """The mask of the whole plane."""
        plane = np.zeros(self.shape, np.float32)
        plane[self.box] = self.inside
        return plane

    @property
    def share(self) -> float:
        """Of the plane, 0..1."""
        return float(self.inside.sum()) / math.prod(self.shape)


class Tones(Mapping[str, Pixels]):
    """The masks of named tones, as planes of the whole picture; each is kept only where it lies."""

    def __init__(self, patches: Mapping[str, Patch]) -> None:
        self.patches = patches

    @classmethod
    def of(cls, masks: Mapping[str, Pixels]) -> Tones:
        """The same as masks of the whole picture."""
        return cls({name: Patch.of(mask) for name, mask in masks.items()})

    @property
    def nbytes(self) -> int:
        return sum(lies.inside.nbytes for lies in self.patches.values())

    def __getitem__(self, name: str) -> Pixels:
        return self.patches[name].whole

    def __iter__(self) -> Iterator[str]:
        return iter(self.patches)

    def __len__(self) -> int:
        return len(self.patches)
