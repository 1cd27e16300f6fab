"""Pictures and masks as data addresses a page may show."""

from __future__ import annotations

import base64

import cv2
import numpy as np
from numpy.typing import NDArray


def jpeg_address(picture: NDArray[np.uint8], quality: int = 90) -> str:
    """An RGB picture as a JPEG."""
    ok, data = cv2.imencode(".jpg", cv2.cvtColor(picture, cv2.COLOR_RGB2BGR), [cv2.IMWRITE_JPEG_QUALITY, quality])
    return _address("jpeg", ok, data)


def png_address(picture: NDArray[np.uint8]) -> str:
    """An RGB picture without loss, for crops whose noise is looked at."""
    ok, data = cv2.imencode(".png", cv2.cvtColor(picture, cv2.COLOR_RGB2BGR), [cv2.IMWRITE_PNG_COMPRESSION, 1])
    return _address("png", ok, data)


def mask_address(mask: NDArray[np.bool_]) -> str | None:
    """A mask as a grey PNG at half size, white where it holds; None where it holds nowhere."""
    if not mask.any():
        return None
    half = cv2.resize(mask.astype(np.uint8) * 255, None, fx=0.5, fy=0.5, interpolation=cv2.INTER_AREA)
    ok, data = cv2.imencode(".png", half, [cv2.IMWRITE_PNG_COMPRESSION, 1])
    return _address("png", ok, data)


def _address(kind: str, ok: bool, data: NDArray[np.uint8]) -> str:
    if not ok:
        raise RuntimeError("the picture could not be written")
    return f"data:image/{kind};base64,{base64.b64encode(data.tobytes()).decode()}"
