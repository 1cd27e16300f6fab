"""From the light of the sky to the light on a subject, by condition: clear sun, haze, cloud, fog, shade, under trees, at a window.

Each condition takes a part of the direct and of the diffuse light; its band is what photographers meet with the same name.
Colour: daylight warms as the Sun sinks, cools through dusk, and is the Moon's at night.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import get_args

import numpy as np
from numpy.typing import ArrayLike

from wide_aperture.core.documents.situation import SkyCondition
from wide_aperture.core.physics.numeric import Floats, as_floats
from wide_aperture.core.sky.daylight.illuminance import NIGHT_LUX, beam_lux, direct_share, sun_lux

CONDITIONS: tuple[SkyCondition, ...] = get_args(SkyCondition)
LUX_AT_EV0 = 2.5  # incident-light constant C = 250: E = 250 2^EV / 100


@dataclass(frozen=True, slots=True, kw_only=True)
class Condition:
    """How much of the disc's and of the sky's light reaches a subject; band_ev: how far days of the same name differ.

    leans: how much of twilight's bright side is left in it.
    """

    label: str
    direct: float
    diffuse: float
    cloud: float = 1.0
    band_ev: float
    cct_k: float | None = None  # null: as the Sun's altitude gives it
    range_ev: float
    leans: float = 1.0


TABLE: dict[SkyCondition, Condition] = {
    "clear": Condition(label="clear sun", direct=0.86, diffuse=0.82, band_ev=0.35, range_ev=11),
    "haze": Condition(label="hazy sun", direct=0.50, diffuse=0.80, band_ev=0.5, range_ev=10),
    "broken_cloud": Condition(label="sun and cloud in turn", direct=0.36, diffuse=0.80, band_ev=1.3, range_ev=10, leans=0.7),
    "overcast": Condition(label="overcast", direct=0.0, diffuse=0.62, cloud=0.17, band_ev=0.9, cct_k=6500, range_ev=8, leans=0.3),
    "fog": Condition(label="fog", direct=0.0, diffuse=0.62, cloud=0.15, band_ev=1.0, cct_k=6500, range_ev=6, leans=0.1),
    "open_shade": Condition(label="open shade", direct=0.0, diffuse=0.70, band_ev=0.6, cct_k=7800, range_ev=8),
    "under_trees": Condition(label="under trees", direct=0.0, diffuse=0.10, band_ev=1.0, cct_k=6500, range_ev=9, leans=0.5),
    "window_side": Condition(label="beside a window", direct=0.0, diffuse=0.045, band_ev=1.0, cct_k=6500, range_ev=11, leans=0.0),
}  # fmt: skip
_CCT_ALTITUDE_DEG = np.array([-12, -8, -6, -4, -2, -0.5, 1, 3, 6, 12, 20, 35, 90.0])
_CCT_MIRED = 1e6 / np.array([4200, 9000, 11000, 10000, 7000, 3600, 2900, 3500, 4100, 4700, 5100, 5400, 5600.0])
MOON_CCT_K, NIGHT_CCT_K = 4200.0, 4000.0
DEEP_TWILIGHT_BAND_EV = 0.8


def subject_lux(condition: SkyCondition, sun_altitude_deg: ArrayLike) -> Floats:
    """Illuminance of a subject turned to the light, Sun and twilight only, any shape."""
    altitude = as_floats(sun_altitude_deg)
    kind, level, share = TABLE[condition], sun_lux(altitude), direct_share(altitude)
    return np.asarray(kind.direct * beam_lux(altitude) + kind.diffuse * _sky_lux(kind, level, share))


def _sky_lux(kind: Condition, level: Floats, share: Floats) -> Floats:
    """What comes from the sky: the blue part of a clear one, or all of it scattered by cloud."""
    return level * kind.cloud if kind.direct == 0 and kind.cloud != 1 else level * (1 - share)


def band_ev(condition: SkyCondition, sun_altitude_deg: ArrayLike) -> Floats:
    """Half the width of the band: the condition's own, wider in deep twilight where minutes and cloud decide."""
    altitude = as_floats(sun_altitude_deg)
    return np.asarray(TABLE[condition].band_ev + DEEP_TWILIGHT_BAND_EV * np.clip(-(altitude + 1) / 8, 0, 1))


def ev_of_lux(lux: ArrayLike) -> Floats:
    """EV at ISO 100 for which a subject in this illuminance comes out right; never under starlight."""
    return np.asarray(np.log2(np.maximum(as_floats(lux), NIGHT_LUX) / LUX_AT_EV0))


def colour_k(condition: SkyCondition, sun_altitude_deg: ArrayLike, moon_share: ArrayLike = 0.0) -> Floats:
    """Colour temperature of the light. moon_share: how much of it is the Moon's, 0..1."""
    altitude = as_floats(sun_altitude_deg)
    mired = np.interp(altitude, _CCT_ALTITUDE_DEG, _CCT_MIRED)
    fixed = TABLE[condition].cct_k
    if fixed is not None:  # cloud and shade keep their own colour while the Sun is up
        up = np.clip((altitude + 1) / 4, 0, 1)
        mired = up * 1e6 / fixed + (1 - up) * mired
    share = np.clip(as_floats(moon_share), 0, 1)
    return np.asarray(1e6 / (mired * (1 - share) + share * 1e6 / MOON_CCT_K))
