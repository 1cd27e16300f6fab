"""The JPEG look: a tone curve from scene EV to screen level, saturation, filter, sharpness and noise strength.

The curve is the screen's own (IEC 61966-2-1) below mid, bent by contrast; above mid it runs smoothly to white at the
place where the look clips: raw clipping less what the figure `preview_clips_before_raw_ev` and the contrast take away.
"""

from __future__ import annotations

import math
from functools import lru_cache

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.craft.figures import figure
from wide_aperture.core.craft.marks_gap import stepped_gap_ev
from wide_aperture.core.physics.colour.encoding import screen_level
from wide_aperture.core.picture.imaging.capture import LookRecipe

MID = 0.18
CONTRAST = {"standard": 1.16, "neutral": 1.0, "flat": 0.82, "mono": 1.1}
SATURATION = {"standard": 1.18, "neutral": 1.0, "flat": 0.85, "mono": 0.0}
SHARPNESS = {"standard": 0.55, "neutral": 0.35, "flat": 0.15, "mono": 0.5}
FILTERS = {
    "none": (0.30, 0.60, 0.10),
    "yellow": (0.45, 0.52, 0.03),
    "red": (0.85, 0.13, 0.02),
    "green": (0.10, 0.85, 0.05),
}
LIFT_EV = {"off": 0.0, "weak": 0.6, "strong": 1.3, "auto": 0.9}
CODES = 65_536


def white_ev(look: LookRecipe, raw_clip_ev: float) -> float:
    """EV over mid at which the look reaches white."""
    own = look.clips_before_raw_ev
    base = figure("preview_clips_before_raw_ev", look.base) if own is None else own
    return raw_clip_ev - stepped_gap_ev(base, look.contrast, look.highlight_tone)


def level_of_ev(
    ev: NDArray[np.floating], look: LookRecipe, raw_clip_ev: float, lift_ev: float = 0.0
) -> NDArray[np.floating]:
    """Screen level 0..1 of tones by their EV from mid."""
    slope = CONTRAST[look.base] * (1 + 0.07 * look.contrast)
    below = np.minimum(ev, 0.0)
    deep = slope * (1 + 0.06 * look.shadow_tone * np.clip(-below / 3, 0, 1))
    # A lift opens gently under mid and dies away towards black; it never turns the curve around.
    gentle = min(lift_ev, 1.6 * slope) * (1 - np.exp(below / 2.2)) * np.exp(-((below / 9) ** 2))
    lifted = below * deep + gentle
    shadows = screen_level(MID * 2.0**lifted)
    white = white_ev(look, raw_clip_ev)
    mid = float(screen_level(MID))
    at_mid = (float(screen_level(MID * 2 ** (0.01 * slope))) - mid) / 0.01
    secant = (1 - mid) / white
    start, end = min(at_mid, 2.9 * secant), 0.45 * secant
    t = np.clip(ev / white, 0, 1)
    hermite = (
        (2 * t**3 - 3 * t**2 + 1) * mid
        + (t**3 - 2 * t**2 + t) * white * start
        + (3 * t**2 - 2 * t**3)
        + (t**3 - t**2) * white * end
    )
    return np.where(ev <= 0, shadows, np.clip(hermite, 0, 1))


@lru_cache(maxsize=64)
def tone_codes(look: LookRecipe, raw_clip_ev: float, lift_ev: float) -> tuple[NDArray[np.uint8], float]:
    """A table from code to screen level 0..255, and the linear value (mid = 1) of the last code.

    Codes are linear: at the darkest level of the screen eight of them make one.
    """
    top = 2.0 ** (raw_clip_ev + 0.2)
    linear = np.arange(CODES) / (CODES - 1) * top
    ev = np.log2(np.maximum(linear, 2.0**-16))
    levels = level_of_ev(ev, look, raw_clip_ev, lift_ev)
    return np.round(levels * 255).astype(np.uint8), top


def look_up(linear: NDArray[np.float32], codes: NDArray[np.uint8], top: float) -> NDArray[np.uint8]:
    """Levels 0..255 of linear values (mid = 1)."""
    # Rounds, and holds at both ends.
    index = cv2.multiply(linear, np.float64((CODES - 1) / top), dtype=cv2.CV_16U)  # type: ignore[call-overload]
    return np.asarray(cv2.LUT(index, codes), np.uint8)


def saturation_of(look: LookRecipe) -> float:
    return max(SATURATION[look.base] * (1 + 0.12 * look.saturation), 0.0)


def sharpness_of(look: LookRecipe) -> float:
    return max(SHARPNESS[look.base] * (1 + 0.35 * look.sharpness), 0.0) if math.isfinite(look.sharpness) else 0.0
