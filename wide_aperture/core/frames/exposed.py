"""What the sensor's data and its picture are written as: a colour mosaic of 14 bits over a black level, a JPEG."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.errors import DomainError

QUALITY = 82
WHITE_LEVEL, BLACK_LEVEL = 16_383, 512


def jpeg_of(picture: NDArray[np.uint8], quality: int = QUALITY) -> bytes:
    """A picture, red first, as JPEG. Raises: DomainError where none comes of it."""
    done, data = cv2.imencode(".jpg", cv2.cvtColor(picture, cv2.COLOR_RGB2BGR), [cv2.IMWRITE_JPEG_QUALITY, quality])
    if not done:
        raise DomainError("picture", str(picture.shape), "cannot be written as a JPEG")
    return data.tobytes()


def mosaic_of_electrons(electrons: NDArray[np.float32], clip_e: float) -> NDArray[np.uint16]:
    """Electrons of three channels, shape (h, w, 3), as a mosaic, red green / green blue. clip_e: where the data end."""
    level = electrons / clip_e * (WHITE_LEVEL - BLACK_LEVEL) + BLACK_LEVEL
    whole = np.clip(np.rint(level), 0, WHITE_LEVEL).astype(np.uint16)
    rows, columns = (side // 2 * 2 for side in whole.shape[:2])
    mosaic = np.empty((rows, columns), np.uint16)
    for row, column, channel in ((0, 0, 0), (0, 1, 1), (1, 0, 1), (1, 1, 2)):
        mosaic[row::2, column::2] = whole[row:rows:2, column:columns:2, channel]
    return mosaic
