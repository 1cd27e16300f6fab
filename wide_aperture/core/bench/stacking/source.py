"""A frame of a stack: a path, something that makes it when asked, or the picture itself; opened when needed and forgotten."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.errors import DomainError

Picture = NDArray[Any]
Source = Callable[[], Picture] | str | Path | Picture
MOST_PIXELS = 120_000_000
LEAST_SIDE = 16


def opened(source: Source, name: str = "frame") -> Picture:
    """The picture, shape (h, w) or (h, w, 3), red first, 8 or 16 bits or floats.

    Raises: DomainError for a file that is no picture, or one of a kind or size nobody stacks.
    """
    picture = _read(Path(source)) if isinstance(source, str | Path) else source() if callable(source) else source
    if picture.ndim not in (2, 3) or (picture.ndim == 3 and picture.shape[2] != 3):
        raise DomainError(name, str(picture.shape), "must have one channel or three")
    if min(picture.shape[:2]) < LEAST_SIDE or picture.shape[0] * picture.shape[1] > MOST_PIXELS:
        raise DomainError(
            name, str(picture.shape), f"must have {LEAST_SIDE} pixels a side and at most {MOST_PIXELS} in all"
        )
    return picture


def _read(path: Path) -> Picture:
    try:
        data = np.fromfile(path, np.uint8)
        found = cv2.imdecode(data, cv2.IMREAD_ANYDEPTH | cv2.IMREAD_ANYCOLOR) if data.size else None
    except (OSError, cv2.error) as error:
        raise DomainError(path.name, path.name, "cannot be opened as a picture") from error
    if found is None:
        raise DomainError(path.name, path.name, "cannot be opened as a picture")
    return found if found.ndim == 2 else cv2.cvtColor(found, cv2.COLOR_BGR2RGB)
