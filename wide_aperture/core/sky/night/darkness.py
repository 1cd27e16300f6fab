"""How bright the night sky is: airglow and stars, the Moon, towns, what is left of twilight, and haze near the horizon.

Brightness in magnitudes a square second of arc, as sky meters give it: L = 108000 x 10^(-0.4 m) cd/m2. The Moon's share
is that of its light on level ground scattered over the sky, a plain stand-in for Krisciunas and Schaefer (1991).
"""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from wide_aperture.core.documents.place import DARK_SKY_MAG, TownGlow
from wide_aperture.core.physics.numeric import Floats, as_floats
from wide_aperture.core.sky.daylight.illuminance import air_mass, moon_lux, sun_lux

CD_M2_AT_MAG_0 = 1.08e5
CLEAR_EXTINCTION_MAG = 0.18
MOONLIT_SKY_SHARE = 0.03  # cd/m2 of sky a lux of moonlight, 60 degrees from the Moon: 18 magnitudes under a full one
TWILIGHT_SKY_SHARE = 0.15


def luminance_of_magnitude(mag_arcsec2: ArrayLike) -> Floats:
    """cd/m2 of a sky of this many magnitudes a square second of arc."""
    return np.asarray(CD_M2_AT_MAG_0 * 10 ** (-0.4 * as_floats(mag_arcsec2)))


def magnitude_of_luminance(cd_m2: ArrayLike) -> Floats:
    return np.asarray(-2.5 * np.log10(as_floats(cd_m2) / CD_M2_AT_MAG_0))


def glow_cd_m2(
    glows: tuple[TownGlow, ...], azimuth_deg: ArrayLike, altitude_deg: ArrayLike, dark_cd_m2: float
) -> Floats:
    """What towns add in a direction: a bell over bearing, fading upwards."""
    azimuth, altitude = np.broadcast_arrays(as_floats(azimuth_deg), as_floats(altitude_deg))
    total = np.zeros(azimuth.shape)
    for glow in glows:
        off = (azimuth - glow.bearing_deg + 180) % 360 - 180
        fades = np.exp(-np.clip(altitude, 0, 90) / glow.height_deg)
        total = total + glow.strength * dark_cd_m2 * np.exp(-((off / (glow.width_deg / 2)) ** 2)) * fades
    return np.asarray(total)


def sky_cd_m2(
    azimuth_deg: ArrayLike,
    altitude_deg: ArrayLike,
    *,
    dark_mag: float = DARK_SKY_MAG,
    glows: tuple[TownGlow, ...] = (),
    sun_altitude_deg: ArrayLike = -30.0,
    moon_altitude_deg: ArrayLike = -30.0,
    moon_fraction: ArrayLike = 0.0,
) -> Floats:
    """Luminance of the sky in a direction, cd/m2, any shape."""
    dark = float(luminance_of_magnitude(dark_mag))
    towards_horizon = 1 + 0.6 * np.exp(-np.clip(as_floats(altitude_deg), 0, 90) / 12)
    moon = MOONLIT_SKY_SHARE * moon_lux(moon_altitude_deg, moon_fraction)
    twilight = TWILIGHT_SKY_SHARE * np.maximum(sun_lux(sun_altitude_deg) - sun_lux(-18.0), 0)
    return np.asarray(dark * towards_horizon + moon + twilight + glow_cd_m2(glows, azimuth_deg, altitude_deg, dark))


def extinction_mag(altitude_deg: ArrayLike, haze: float = 0.0) -> Floats:
    """Magnitudes the air takes from a star. haze 0..1: from clear mountain air to thick valley haze (1 mag an air mass)."""
    per_mass = CLEAR_EXTINCTION_MAG + haze * (1.0 - CLEAR_EXTINCTION_MAG)
    return np.asarray(per_mass * air_mass(altitude_deg))


def usable_above_deg(haze: float, most_mag: float = 1.2) -> float:
    """The altitude under which haze takes more than so many magnitudes: the core ends there early.

    Source: extinction_mag on a tenth-of-a-degree grid; 90 where nothing is left.
    """
    altitudes = np.arange(0.0, 90.1, 0.1)
    fine = np.flatnonzero(extinction_mag(altitudes, haze) <= most_mag)
    return float(altitudes[fine[0]]) if fine.size else 90.0
