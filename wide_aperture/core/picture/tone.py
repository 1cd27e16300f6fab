"""Tones against the sensor: which tone falls where, what clips in the data and on the screen, how far right to expose."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.craft.figures import figure
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.quantities.exposure_value import REFLECTED_LIGHT_CONSTANT

Levels = NDArray[np.floating]

RANGE_PERCENTILES = (0.5, 99.5)
DEEP_SHADOW_EV = -5.0
ETTR_PERCENTILE = 99.9
ETTR_MARGIN_EV = figure("to_the_right_margin_ev")


@dataclass(frozen=True, slots=True)
class Tone:
    """One named tone of a scene. ev: from mid at the exposure given; share: of the frame it covers, 0..1."""

    name: str
    ev: float
    share: float


def ev_from_mid(luminance_cd_m2: Levels, exposure_ev100: float) -> Levels:
    """EV of luminances from mid at an exposure; 0 cd/m2 becomes -40."""
    at = np.maximum(np.asarray(luminance_cd_m2, dtype=np.float64), 1e-13) * 100 / REFLECTED_LIGHT_CONSTANT
    return np.asarray(np.maximum(np.log2(at) - exposure_ev100, -40.0))


def tone_table(luminance_cd_m2: Levels, masks: Mapping[str, Levels], exposure_ev100: float) -> tuple[Tone, ...]:
    """Where each named tone falls, brightest first. Tones that are hidden wholly are left out."""
    found = []
    for name, mask in masks.items():
        total = float(mask.sum())
        if total < 0.5:
            continue
        mean = float((luminance_cd_m2 * mask).sum()) / total
        found.append(Tone(name, float(ev_from_mid(np.array(mean), exposure_ev100)), total / mask.size))
    return tuple(sorted(found, key=lambda tone: -tone.ev))


def scene_range_ev(
    luminance_cd_m2: Levels, percentiles: tuple[float, float] = RANGE_PERCENTILES
) -> tuple[float, float, float]:
    """Return (range, low, high): EV100 of the percentile tones and the stops between them."""
    low, high = np.percentile(np.maximum(luminance_cd_m2, 1e-9), percentiles)
    low_ev, high_ev = (math.log2(float(v) * 100 / REFLECTED_LIGHT_CONSTANT) for v in (low, high))
    return high_ev - low_ev, low_ev, high_ev


def expose_to_the_right(
    highest_over_mid_ev: float, clips_over_mid_ev: float, margin_ev: float = ETTR_MARGIN_EV
) -> float:
    """Return the correction in third stops that puts the highest tone one margin under clipping, never over it.

    Args: highest_over_mid_ev: where the highlight percentile lies now; clips_over_mid_ev: where the data clip.
    Raises: DomainError for a negative margin.
    """
    if margin_ev < 0:
        raise DomainError("margin_ev", margin_ev, "must be 0 or more")
    return math.floor((clips_over_mid_ev - margin_ev - highest_over_mid_ev) * 3 + 1e-9) / 3


def share_of(mask: NDArray[np.bool_] | Levels) -> float:
    """The share of a picture where a mask holds, 0..1."""
    return float(np.count_nonzero(mask)) / mask.size if mask.size else 0.0
