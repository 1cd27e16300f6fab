"""Other ways to make one picture of many than the weighted mean: what crosses a frame is left out, or every trail is kept.

Median and sigma clip lay every kept frame on the best one as the mean does. Trails keep the brightest of every pixel and lay nothing:
the stars shall move.
"""

from __future__ import annotations

import tempfile
from collections.abc import Callable, Iterator

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.errors import DomainError

CLIPPED = 2.5  # standard deviations from the mean, beyond which a pixel is left out
SIGMA_ROUNDS = 2
FEWEST_FOR_SIGMA = 5
MOST_SPOOL_BYTES = 6_000_000_000
ROW_BYTES = 200_000_000
FULL = 65_535
DIRECTIONS = 12
TRAIL_PX = 15  # a line of light so long is a trail
Laid = Callable[[], Iterator[NDArray[np.float32]]]


def sigma_clipped(laid: Laid, count: int) -> NDArray[np.float32]:
    """The mean of frames without what stands out of it at each pixel.

    Args: laid: gives the frames, shape (h, w) or (h, w, 3), anew each time it is asked; count: how many.
    Raises: DomainError for fewer than five, among which nothing stands out.
    """
    if count < FEWEST_FOR_SIGMA:
        raise DomainError(
            "keep", count, f"must leave {FEWEST_FOR_SIGMA} frames at least, among which one can stand out"
        )
    mean, spread = _spread(laid, None)
    for _ in range(SIGMA_ROUNDS):
        mean, spread = _spread(laid, (mean, spread * CLIPPED))
    return np.asarray(mean, np.float32)


def _spread(
    laid: Laid, within: tuple[NDArray[np.float64], NDArray[np.float64]] | None
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """(mean, standard deviation) of each pixel, of values within so much of a mean; where none is, of all of them."""
    total = squares = number = None
    for frame in laid():
        if total is None or squares is None or number is None:
            total, squares, number = (np.zeros(frame.shape, np.float64) for _ in range(3))
        counted = 1.0 if within is None else (np.abs(frame - within[0]) <= within[1] + 1e-9)
        total += frame * counted
        squares += np.square(frame, dtype=np.float64) * counted
        number += counted
    assert total is not None and squares is not None and number is not None
    some = np.maximum(number, 1)
    mean = np.where(number > 0, total / some, within[0] if within else 0)
    return mean, np.sqrt(np.maximum(squares / some - np.square(total / some), 0))


def median_of(laid: Laid, count: int) -> NDArray[np.float32]:
    """The middle value of each pixel: what crosses less than half of the frames is gone.

    The frames wait in a file, which is read in bands of rows, so that memory stays bounded.
    Raises: DomainError where that file would be larger than 6 GB.
    """
    first = next(laid())
    if count * first.size * 2 > MOST_SPOOL_BYTES:
        most = MOST_SPOOL_BYTES // (first.size * 2)
        raise DomainError("keep", count, f"must be {most} frames of this size at most for a median; sigma clip says nearly the same of any number")  # fmt: skip
    with tempfile.TemporaryFile(prefix="stack-") as file:
        spool = np.memmap(file, np.uint16, "w+", shape=(count, *first.shape))
        for k, frame in enumerate(laid()):
            spool[k] = np.rint(np.sqrt(np.clip(frame, 0, 1)) * FULL)  # by roots, as fine as noise asks for
        found = np.empty(first.shape, np.float32)
        rows = max(int(ROW_BYTES // (count * first[0].size * 8)), 1)
        for top in range(0, first.shape[0], rows):
            band = np.median(spool[:, top : top + rows], axis=0)
            found[top : top + rows] = np.square(band / FULL)
        del spool
    return found


def trails(frames: Iterator[NDArray[np.float32]], *, filled: bool = True) -> NDArray[np.float32]:
    """The brightest of every pixel, in linear light; filled: gaps between one frame's trail and the next are closed along the trail."""
    brightest = next(frames).copy()
    for frame in frames:
        np.maximum(brightest, frame, out=brightest)
    return fill_gaps(brightest) if filled else brightest


def fill_gaps(picture: NDArray[np.float32]) -> NDArray[np.float32]:
    """Gaps closed along lines, each pixel in the one direction in which a trail runs by it.

    Source: grey opening by a line keeps what is at least as long in its direction; closing by it fills what is shorter.
    """
    grey = picture if picture.ndim == 2 else picture.max(axis=2)
    best, closed = np.zeros_like(grey), picture.copy()
    reach = 2 * TRAIL_PX + 1
    for turn in range(DIRECTIONS):
        line = _line(turn * np.pi / DIRECTIONS, TRAIL_PX)
        ran = cv2.dilate(
            cv2.morphologyEx(grey, cv2.MORPH_OPEN, line, borderType=cv2.BORDER_REPLICATE),
            _line(turn * np.pi / DIRECTIONS, reach),
            borderType=cv2.BORDER_REPLICATE,
        )
        ran = np.asarray(ran - cv2.blur(grey, (reach, reach)), np.float32)
        better = ran > np.maximum(best, 0)
        if better.any():
            best = np.where(better, ran, best)
            in_it = cv2.morphologyEx(picture, cv2.MORPH_CLOSE, line, borderType=cv2.BORDER_REPLICATE)
            closed[better] = in_it[better]
    strong = best > np.float32(4 * np.median(np.abs(grey - np.median(grey)))) + np.float32(1e-4)
    return np.where(strong if picture.ndim == 2 else strong[..., None], closed, picture)


def _line(angle: float, length: int) -> NDArray[np.uint8]:
    side = length | 1
    kernel = np.zeros((side, side), np.uint8)
    dx, dy = np.cos(angle) * (side // 2), np.sin(angle) * (side // 2)
    middle = side // 2
    cv2.line(kernel, (round(middle - dx), round(middle - dy)), (round(middle + dx), round(middle + dy)), 1)
    return kernel
