"""How far a cast can be put right: by the body's own range, later in raw, later in a JPEG."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np

from wide_aperture.core.physics.colour.adaptation import BRADFORD, CardCast, Chromaticity, card_cast, xy_to_xyz
from wide_aperture.core.physics.colour.loci import usual_xy

Verdict = Literal["full", "partial", "monochrome"]
SEEN_CHROMA = 4.0  # a*b* distance of a grey that most people notice beside white
WEAK_CHANNEL_SNR = 4.0  # at mid, at the output: below this a channel carries blotches, not colour
HOPELESS_CHROMA = 35.0
JPEG_GAIN_EV = 0.5  # a channel of an 8-bit picture lifted by more shows steps


@dataclass(frozen=True, slots=True)
class Recovery:
    """What remains of a light's colour. set_k: the body's nearest setting; gains_ev: what each channel must be lifted."""

    set_k: float
    remaining: CardCast
    remaining_mired: float
    gains_ev: tuple[float, float, float]
    weakest_snr: float
    verdict: Verdict
    jpeg_can: bool


def nearest_setting(light_k: float, low_k: float, high_k: float) -> float:
    """The colour temperature the body can be set to that lies nearest the light."""
    return min(max(light_k, low_k), high_k)


def recovery(
    light_xy: Chromaticity,
    light_k: float,
    setting_xy: Chromaticity,
    low_k: float,
    high_k: float,
    channel_snr: tuple[float, float, float],
) -> Recovery:
    """Return what can be put right of a frame taken with setting_xy in a light.

    Args: channel_snr: signal-to-noise of a mid-tone per raw channel at the output, under this light.
    Source: Bradford adaptation; a raw file is adapted from the data, a JPEG from its 8-bit levels.
    """
    set_k = nearest_setting(light_k, low_k, high_k)
    remaining = card_cast(light_xy, usual_xy(set_k))
    white, taken = BRADFORD @ xy_to_xyz(light_xy), BRADFORD @ xy_to_xyz(setting_xy)
    ratio = np.log2(np.maximum(taken / white, 1e-6))
    gains = ratio - ratio.min()
    weakest = min(channel_snr)
    verdict: Verdict = "full"
    if remaining.chroma > SEEN_CHROMA or weakest < WEAK_CHANNEL_SNR:
        verdict = "partial"
    if remaining.chroma > HOPELESS_CHROMA or weakest < WEAK_CHANNEL_SNR / 3:
        verdict = "monochrome"
    return Recovery(
        set_k=set_k,
        remaining=remaining,
        remaining_mired=1e6 / light_k - 1e6 / set_k,
        gains_ev=(float(gains[0]), float(gains[1]), float(gains[2])),
        weakest_snr=weakest,
        verdict=verdict,
        jpeg_can=bool(gains.max() <= JPEG_GAIN_EV),
    )


def cast_ev(gains: tuple[float, float, float]) -> float:
    """The largest channel gain, the price of putting it right in stops."""
    return max(gains) if all(math.isfinite(g) for g in gains) else 0.0
