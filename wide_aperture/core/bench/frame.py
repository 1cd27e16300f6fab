"""A frame of a bench test: what its file says of it, and its light, linear, as the data hold it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.bench.light import Plane, as_linear
from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames.metadata import FrameMetadata

RED, GREEN, BLUE = 0, 1, 2
FULL_FROM = 0.985  # of the way from black to where the data end: noise rounds the edge


@dataclass(frozen=True, eq=False)
class BenchFrame:
    """levels: shape (h, w, 3), red first, 0 black to 1 where the data end; of raw data one sensor pixel of each colour in a cell of
    four, so that noise is a pixel's own; is_raw: else a picture, decoded to linear light; step: of one level of the data; picture: the camera's own beside raw data, red
    first; size_bytes: of the file, 0 where it was none.
    """

    name: str
    said: FrameMetadata
    levels: Plane = field(repr=False)
    is_raw: bool
    step: float = 0.0
    picture: NDArray[np.uint8] | None = field(default=None, repr=False)
    size_bytes: int = 0

    @property
    def green(self) -> Plane:
        """The green channel, shape (h, w)."""
        return self.levels[..., GREEN]

    @property
    def pixels_a_level(self) -> int:
        """How many of the body's pixels lie side by side in one level: raw data are read in cells of four."""
        return 2 if self.is_raw else 1

    @property
    def exposure(self) -> float:
        """Light the sensor gathers of one luminance, at one gain: time over the aperture's square. Raises: DomainError unsaid."""
        time, stop = self.said.exposure_s, self.said.f_number
        if not time or not stop:
            raise DomainError(self.name, "", "does not say its time and aperture")
        return time / stop**2

    @property
    def iso(self) -> float:
        """Raises: DomainError where the file does not say it."""
        if not self.said.iso:
            raise DomainError(self.name, "", "does not say its ISO")
        return self.said.iso


def frame_of_mosaic(
    name: str,
    said: FrameMetadata,
    mosaic: NDArray[np.uint16],
    *,
    black: NDArray[np.floating] | float,
    white: float,
    picture: NDArray[np.uint8] | None = None,
    size_bytes: int = 0,
) -> BenchFrame:
    """From a raw mosaic, shape (rows, columns), red green / green blue.

    Args: black: one level or those of a cell of four, shape (2, 2); white: where the data end.
    Raises: DomainError for a mosaic that is none.
    """
    if mosaic.ndim != 2 or min(mosaic.shape) < 4:
        raise DomainError(name, str(mosaic.shape), "must be a colour mosaic")
    rows, columns = (side // 2 * 2 for side in mosaic.shape)
    dark = np.broadcast_to(np.asarray(black, np.float32), (2, 2))
    cells = [((0, 0), RED), ((0, 1), GREEN), ((1, 1), BLUE)]
    planes = [
        (mosaic[row:rows:2, column:columns:2] - dark[row, column]) / np.float32(white - dark[row, column]) for (row, column), _ in cells
    ]  # fmt: skip
    levels = np.ascontiguousarray(np.stack(planes, axis=-1), np.float32)
    step = 1 / float(white - dark[0, 1])
    return BenchFrame(name, said, levels, is_raw=True, step=step, picture=picture, size_bytes=size_bytes)


def frame_of_picture(name: str, said: FrameMetadata, picture: NDArray[np.generic], size_bytes: int = 0) -> BenchFrame:
    """From a picture, shape (h, w, 3) or (h, w), red first. Raises: as as_linear."""
    linear = as_linear(picture)
    planes = np.dstack([linear] * 3) if linear.ndim == 2 else linear
    return BenchFrame(
        name, said, np.ascontiguousarray(planes, np.float32), is_raw=False, step=1 / 255, size_bytes=size_bytes
    )


def in_order(frames: Sequence[BenchFrame]) -> list[BenchFrame]:
    """By the moment they were taken, and by name where files say none."""

    def key(frame: BenchFrame) -> tuple[str, int, str]:
        at = frame.said.taken_at
        return (at.isoformat() if at else "", frame.said.subsecond_ms or 0, frame.name)

    return sorted(frames, key=key)
