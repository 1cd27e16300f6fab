"""The camera's marks against the data: which parts of a raw file's own picture are marked as burnt, and which the data really lose.

The marks look at the processed picture. On every frame that has both, the pixels just under and over where marking begins tell how
much brighter the frame could have been before the data end: the gap.
"""

from __future__ import annotations

from typing import Literal

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames.frame import MarksAgainstRaw

WIDTH_PX = 320
WHITE = 253  # of 255: where the picture itself ends, whatever threshold a camera marks from
FULL = 0.985  # of the way from black to the white level: noise rounds the edge
DEEPEST_EV = -4.0
FEWEST_PIXELS = 40
MARKED_BIT, FULL_BIT = 1, 2
SAME_SHAPE = 0.02  # by which width over height may differ


def marks_against_raw(
    picture: NDArray[np.uint8], level: NDArray[np.float32], marked_from: int = WHITE
) -> tuple[MarksAgainstRaw, NDArray[np.uint8]] | None:
    """Compare a picture with the data it was made from; None where the two do not show the same part.

    Args: picture: shape (h, w, 3), the camera's own; level: shape (h, w), the fullest channel, 0 black to 1 where the data end;
    marked_from: screen level of any channel from which a camera marks.
    Returns: the shares and the gap, and a mask, 1 marked, 2 full, 3 both.
    """
    shape, other = picture.shape[1] / picture.shape[0], level.shape[1] / level.shape[0]
    if abs(shape / other - 1) > SAME_SHAPE:
        return None
    size = (WIDTH_PX, max(round(WIDTH_PX / shape), 1))
    small = cv2.resize(picture, size, interpolation=cv2.INTER_AREA).max(axis=2)
    data = np.asarray(cv2.resize(level, size, interpolation=cv2.INTER_AREA), np.float32)
    marked, full = small >= marked_from, data >= FULL
    mask = (marked * MARKED_BIT + full * FULL_BIT).astype(np.uint8)
    found = MarksAgainstRaw(
        marked=float(marked.mean()), full=float(full.mean()), held=float((marked & ~full).mean()), gap_ev=_gap_ev(marked, data)
    )  # fmt: skip
    return found, mask


def fullest_level(mosaic: NDArray[np.uint16], black: NDArray[np.floating] | float, white: float) -> NDArray[np.float32]:
    """Of every cell of four the fullest colour, 0 black to 1 where the data end.

    Args: mosaic: shape (rows, columns) of a 2 x 2 pattern; black: one level, or the four of a cell, shape (2, 2); white: where data end.
    """
    rows, columns = (side // 2 * 2 for side in mosaic.shape)
    dark = np.broadcast_to(np.asarray(black, np.float32), (2, 2))
    parts = [
        (mosaic[row:rows:2, column:columns:2] - dark[row, column]) / np.float32(white - dark[row, column])
        for row in (0, 1)
        for column in (0, 1)
    ]
    return np.asarray(np.clip(np.maximum.reduce(parts), 0, 1), np.float32)


def mask_png(mask: NDArray[np.uint8]) -> bytes:
    """A mask as a small PNG."""
    return bytes(cv2.imencode(".png", mask, [cv2.IMWRITE_PNG_COMPRESSION, 9])[1].tobytes())


def part_of_mask(png: bytes, of: Literal["marked", "full"]) -> bytes:
    """A PNG that is opaque where a mask's part lies and clear elsewhere."""
    mask = cv2.imdecode(np.frombuffer(png, np.uint8), cv2.IMREAD_UNCHANGED)
    if mask is None or mask.ndim != 2:
        raise DomainError("mask", len(png), "is no mask")
    there = (np.asarray(mask, np.uint8) & (MARKED_BIT if of == "marked" else FULL_BIT)) > 0
    return mask_png(np.dstack([np.full((*mask.shape, 3), 255, np.uint8), there.astype(np.uint8) * 255]))


def _gap_ev(marked: NDArray[np.bool_], data: NDArray[np.float32]) -> float | None:
    """Stops under the end of the data from which more are marked than not; None where too few pixels lie on either side."""
    ev = np.log2(np.maximum(data, 2.0 ** (DEEPEST_EV - 1)))
    known = (data < FULL) & (ev > DEEPEST_EV)
    levels, told = ev[known], marked[known]
    order = np.argsort(levels, kind="stable")
    levels, told = levels[order], told[order]
    if told.sum() < FEWEST_PIXELS or (~told).sum() < FEWEST_PIXELS:
        return None
    # Cut before place k: those under it that are marked, and those over it that are not, are told wrongly.
    wrong = np.concatenate([[0], np.cumsum(told)]) + np.concatenate([[0], np.cumsum(~told[::-1])])[::-1]
    cut = int(np.argmin(wrong))
    if cut in (0, len(levels)):
        return None
    return -float(levels[cut - 1] + levels[cut]) / 2
