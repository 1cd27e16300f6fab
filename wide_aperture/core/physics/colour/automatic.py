"""A model of automatic white balance: what it takes for white in a picture, and how warm it leaves warm light.

Half grey world (the mean of the mid-tones is grey), half white patch (the brightest tones that do not clip are white), both
as logarithms of the channels. Then the body's range of colour temperatures, and its bias: “keep white” corrects warm light
wholly, “keep warm” leaves a third of what is warmer than 4000 K, “balanced” an eighth. Greenish or pinkish casts are taken
out up to 0.012 duv; what lies further off than any light does is grass or paint, and counts the less the further it lies. A plain model with known failures: one colour filling the frame is taken for the light.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.colour.adaptation import BRADFORD, Chromaticity
from wide_aperture.core.physics.colour.temperature import cct_duv

Bias = Literal["white", "balanced", "warm"]
KEPT_WARM = {"white": 0.0, "balanced": 0.125, "warm": 0.34}
WARM_FROM_MIRED = 250.0  # 4000 K
MOST_DUV = 0.012
MID_PERCENTILES = (25, 90)
PATCH_PERCENTILE = 97


@dataclass(frozen=True, slots=True)
class AutomaticWhite:
    """What the automatic takes for white. found_k: the light it believes in, before bias and limits."""

    kelvin: float
    duv: float
    found_k: float


def automatic_white(
    channels: NDArray[np.floating], clipped: NDArray[np.bool_], bias: Bias, low_k: float, high_k: float
) -> AutomaticWhite:
    """Return what an automatic white balance settles on.

    Args: channels: sharpened channels of the picture, shape (h, w, 3), any scale; clipped: where the data clip, (h, w);
        low_k, high_k: the range the body's automatic covers.
    Source: Buchsbaum (1980) grey world; Land and McCann (1971) white patch.
    """
    flat, ok = channels.reshape(-1, 3), ~clipped.reshape(-1)
    level = flat[:, 1]
    usable = ok & (level > 0) & (flat.min(axis=1) > 0)
    if np.count_nonzero(usable) < 16:
        return AutomaticWhite(min(max(5500.0, low_k), high_k), 0.0, 5500.0)
    flat, level = flat[usable], level[usable]
    low, high, patch = np.percentile(level, (*MID_PERCENTILES, PATCH_PERCENTILE))
    mids = np.log(flat[(level >= low) & (level <= high)]).mean(axis=0)
    brights = np.log(flat[level >= patch]).mean(axis=0)
    guess = np.exp((mids - mids[1] + brights - brights[1]) / 2)
    found_k, duv = _temperature(guess)
    light = 1e6 / found_k
    setting = light - KEPT_WARM[bias] * max(light - WARM_FROM_MIRED, 0.0)
    believed = duv if abs(duv) <= MOST_DUV else math.copysign(MOST_DUV * (MOST_DUV / abs(duv)) ** 2, duv)
    return AutomaticWhite(min(max(1e6 / setting, low_k), high_k), believed, found_k)


def chromaticity_of(channels: NDArray[np.floating]) -> Chromaticity:
    """The chromaticity (x, y) of one sharpened colour, shape (3,). Raises DomainError for what is no light."""
    xyz = np.linalg.solve(BRADFORD, np.asarray(channels, dtype=np.float64))
    total = float(xyz.sum())
    if not (total > 0 and xyz[0] > 0 and xyz[1] > 0):
        raise DomainError("channels", channels, "must be the colour of a light")
    return float(xyz[0] / total), float(xyz[1] / total)


def _temperature(channels: NDArray[np.floating]) -> tuple[float, float]:
    """Temperature and duv, held to what has a temperature at all."""
    mix = np.asarray(channels, dtype=np.float64)
    for _ in range(12):
        try:
            return cct_duv(*chromaticity_of(mix))
        except DomainError:
            mix = np.sqrt(mix)  # halfway to neutral, until it is a white
            mix = mix / mix[1]
    return 5500.0, 0.0


def mired_between(a_k: float, b_k: float) -> float:
    """Distance of two lights in mired, above 0 where b is warmer."""
    return math.copysign(abs(1e6 / b_k - 1e6 / a_k), a_k - b_k)
