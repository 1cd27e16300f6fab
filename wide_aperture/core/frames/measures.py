"""What is measured on a small picture of a frame: how sharp, which way it is smeared, how much of it is burnt or black."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames.frame import FrameMeasures
from wide_aperture.core.physics.colour.encoding import LINEAR_OF_CODE

WIDTH_PX = 640
BURNT, BLACK = 250, 5
STRONGEST = 0.02  # of the pixels, whose edges are looked at
LEAST_CONTRAST = 1e-3
MID_GREY = 0.18
MOST_BYTES, MOST_PIXELS = 8_000_000, 40_000_000
SOF = tuple(range(0xC0, 0xD0))
NO_SIZE = (0xC4, 0xC8, 0xCC)


def measures_of(jpeg: bytes) -> tuple[FrameMeasures, NDArray[np.uint8]]:
    """The measures of a JPEG and the picture itself, blue first, at most 640 px wide.

    Raises: DomainError for what is no picture, or larger than 8 MB or 40 megapixels: it is not even opened.
    """
    if len(jpeg) > MOST_BYTES:
        raise DomainError("preview", len(jpeg), f"must not be larger than {MOST_BYTES} bytes")
    width, height = jpeg_size(jpeg)
    if width * height > MOST_PIXELS:
        raise DomainError("preview", width * height, f"must not have more than {MOST_PIXELS} pixels")
    try:
        picture = cv2.imdecode(np.frombuffer(jpeg, np.uint8), cv2.IMREAD_COLOR)
    except cv2.error as error:
        raise DomainError("preview", len(jpeg), "is no picture that can be opened") from error
    if picture is None or min(picture.shape[:2]) < 16:
        raise DomainError("preview", len(jpeg), "is no picture that can be opened")
    if picture.shape[1] > WIDTH_PX:
        size = (WIDTH_PX, max(round(picture.shape[0] * WIDTH_PX / picture.shape[1]), 1))
        picture = cv2.resize(picture, size, interpolation=cv2.INTER_AREA)
    small = np.asarray(picture, np.uint8)
    return measured(small), small


def jpeg_size(jpeg: bytes) -> tuple[int, int]:
    """Width and height as the file says, without opening the picture. Raises: DomainError where it does not say."""
    at = 2
    if jpeg[:2] == b"\xff\xd8":
        while at + 9 <= len(jpeg) and jpeg[at] == 0xFF:
            marker = jpeg[at + 1]
            if marker in SOF and marker not in NO_SIZE:
                return int.from_bytes(jpeg[at + 7 : at + 9], "big"), int.from_bytes(jpeg[at + 5 : at + 7], "big")
            if marker == 0xFF:
                at += 1
                continue
            at += 2 + int.from_bytes(jpeg[at + 2 : at + 4], "big")
    raise DomainError("preview", len(jpeg), "is no JPEG whose size can be read")


def measured(picture: NDArray[np.uint8]) -> FrameMeasures:
    """The measures of a picture, shape (h, w, 3), blue first.

    sharpness: of the strongest edges, 0 soft to 1 as sharp as the picture's size allows; along: how much more detail lies across the
    smear than along it, 1 none; smear_deg: the way it goes; burnt, black: shares of the picture; level_ev: its mean over mid-grey.

    Sharpness is how much of the strongest edges' height lies between neighbouring pixels: 1 where an edge is one pixel wide.
    The smear's direction is that of least change, by the structure tensor of those edges.
    """
    grey = cv2.cvtColor(picture, cv2.COLOR_BGR2GRAY).astype(np.float32) / 255
    down, across = (np.asarray(each) for each in np.gradient(grey))
    strength = cv2.magnitude(across, down)
    count = max(round(strength.size * STRONGEST), 1)
    chosen = np.argpartition(strength.ravel(), -count)[-count:]
    wide, squares = cv2.blur(grey, (9, 9)), cv2.blur(grey * grey, (9, 9))
    reach = cv2.sqrt(np.maximum(squares - wide * wide, 0))
    height = max(2 * float(reach.ravel()[chosen].mean()), LEAST_CONTRAST)
    sharpness = float(np.clip(float(strength.ravel()[chosen].mean()) / height, 0, 1))
    right, below = across.ravel()[chosen], down.ravel()[chosen]
    xx, yy, xy = (float((a * b).mean()) for a, b in ((right, right), (below, below), (right, below)))
    middle, spread = (xx + yy) / 2, float(np.hypot((xx - yy) / 2, xy))
    most, least = middle + spread, max(middle - spread, LEAST_CONTRAST**2)
    angle = float(np.degrees(0.5 * np.arctan2(2 * xy, xx - yy)))  # of most change: the smear lies across it
    blue, green, red = cv2.split(picture)
    highest, lowest = cv2.max(cv2.max(blue, green), red), cv2.min(cv2.min(blue, green), red)
    levels = np.bincount(cv2.cvtColor(picture, cv2.COLOR_BGR2GRAY).ravel(), minlength=256)
    linear = float(levels @ LINEAR_OF_CODE) / levels.sum()
    return FrameMeasures(
        sharpness=sharpness,
        along=float(np.sqrt(most / least)),
        smear_deg=(angle + 90) % 180,
        burnt=cv2.countNonZero((lowest >= BURNT).astype(np.uint8)) / lowest.size,
        black=cv2.countNonZero((highest <= BLACK).astype(np.uint8)) / highest.size,
        level_ev=float(np.log2(max(linear, LEAST_CONTRAST) / MID_GREY)),
    )
