"""From raw data to a picture: white balance, tone curve, saturation, sharpness, noise reduction, eight bits.

Highlights clip where the first channel clips after white balance, so that they stay white, as cameras do.
"""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.documents.body import Body
from wide_aperture.core.physics.colour.adaptation import BRADFORD, xy_to_xyz
from wide_aperture.core.physics.colour.automatic import automatic_white
from wide_aperture.core.picture.imaging.capture import (
    PRESET_KELVIN,
    TINT_STEP_DUV,
    Capture,
    Development,
    LookRecipe,
    WhiteSetting,
)
from wide_aperture.core.picture.imaging.denoise import denoised
from wide_aperture.core.picture.imaging.look import FILTERS, LIFT_EV, look_up, saturation_of, sharpness_of, tone_codes
from wide_aperture.core.picture.imaging.raw import RESPONSE, RawFrame
from wide_aperture.core.picture.scenes.colour_space import SRGB_FROM_BALANCED, Pixels, per_channel, white_at, white_of

Picture = NDArray[np.uint8]
HOME_LOOK = LookRecipe(base="neutral")
LUMINANCE_709 = np.array([0.2126, 0.7152, 0.0722], np.float32)


def white_taken(raw: RawFrame, body: Body, white: WhiteSetting) -> tuple[NDArray[np.float64], float, float]:
    """What the camera takes for white: (channels at 1 cd/m2, kelvin, duv)."""
    if white.mode == "card" and white.card is not None:
        return BRADFORD @ xy_to_xyz((white.card.x, white.card.y)), white.kelvin, 0.0
    if white.mode == "auto":
        small = raw.electrons[::8, ::8] / RESPONSE
        clipped = (small * RESPONSE).max(axis=-1) > 0.9 * raw.clip_e
        found = automatic_white(small, clipped, white.bias, body.automatic_kelvin_low, body.automatic_kelvin_high)
        return white_at(round(found.kelvin), round(found.duv, 4)), found.kelvin, found.duv
    kelvin = PRESET_KELVIN.get(white.mode, white.kelvin)
    kelvin = min(max(kelvin, body.kelvin_low), body.kelvin_high) if white.mode == "kelvin" else kelvin
    duv = white.tint * TINT_STEP_DUV
    return white_of(kelvin, duv), kelvin, duv


def balanced(raw: RawFrame, white: NDArray[np.float64], colours: Pixels = SRGB_FROM_BALANCED) -> Pixels:
    """Linear sRGB with mid at 1, neutral where the surface is neutral under `white`, shape (h, w, 3).

    colours: the matrix from balanced channels, where a look changes it.
    """
    gains = 1 / (RESPONSE * white * raw.mid_e)
    channels = per_channel(raw.electrons, gains)
    np.minimum(channels, np.float32((raw.clip_e * gains).min()), out=channels)
    return np.asarray(cv2.transform(channels, colours), np.float32)


def raw_clip_ev(raw: RawFrame, white: NDArray[np.float64]) -> float:
    """EV over mid at which a neutral tone clips under this light."""
    gains = 1 / (RESPONSE.astype(np.float64) * white * raw.mid_e)
    return float(np.log2((raw.clip_e * gains).min()))


def camera_picture(raw: RawFrame, capture: Capture, white: NDArray[np.float64], match_ev: float = 0.0) -> Picture:
    """The camera's own JPEG, shape (h, w, 3), red first."""
    look = capture.look
    linear = balanced(raw, white, _colours_of(look) * np.float32(2**match_ev))
    codes, top = tone_codes(look, round(raw_clip_ev(raw, white), 2), LIFT_EV[capture.shadow_lift])
    picture = look_up(linear, codes, top)
    if look.noise_strength != "off" and raw.pixels_merged < 3:
        picture = _smoothed(picture, look.noise_strength)
    return _sharpened(picture, sharpness_of(look))


def home_picture(raw: RawFrame, white: NDArray[np.float64], development: Development, match_ev: float = 0.0) -> Picture:
    """The raw developed at home: lifted, denoised, with a neutral look that runs to raw clipping."""
    linear = balanced(raw, white)
    if development.denoise > 0:
        linear = denoised(linear, raw, white, development.denoise)
    linear *= np.float32(2 ** (development.lift_ev + match_ev))
    clip = raw_clip_ev(raw, white) + max(development.lift_ev, 0.0)
    codes, top = tone_codes(HOME_LOOK, round(clip + 0.5, 2), 0.0)
    return _sharpened(look_up(np.maximum(linear, 0), codes, top), 0.3)


def _colours_of(look: LookRecipe) -> Pixels:
    """From balanced channels to linear sRGB with the look's saturation, or through its filter to black-and-white."""
    if look.base == "mono":
        mix = np.tile(np.array(FILTERS[look.filter], np.float32), (3, 1))
    else:
        saturation = np.float32(saturation_of(look))
        mix = (1 - saturation) * np.tile(LUMINANCE_709, (3, 1)) + saturation * np.eye(3, dtype=np.float32)
    return np.asarray(mix @ SRGB_FROM_BALANCED, np.float32)


def _sharpened(picture: Picture, amount: float) -> Picture:
    if amount < 0.02:
        return picture
    soft = cv2.GaussianBlur(picture, (0, 0), 0.8)
    return np.asarray(cv2.addWeighted(picture, 1 + amount, soft, -amount, 0), np.uint8)


def _smoothed(picture: Picture, strength: str) -> Picture:
    sigma = 18 if strength == "light" else 42
    return np.asarray(cv2.bilateralFilter(picture, 5 if strength == "light" else 9, sigma, 2.0), np.uint8)
