"""How bright the night sky is: airglow and stars, the Moon, towns, what is left of twilight, and haze near the horizon.

Brightness in magnitudes a square second of arc, as sky meters give it: L = 108000 x 10^(-0.4 m) cd/m2. The Moon's share
follows Krisciunas and Schaefer (1991): its phase, the angle it is scattered by, and the air on both ways.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from wide_aperture.core.documents.place import DARK_SKY_MAG, TownGlow
from wide_aperture.core.physics.numeric import Floats, as_floats
from wide_aperture.core.sky.daylight.illuminance import (
    MOON_EXTINCTION_MAG,
    MOON_UP_DEG,
    TWILIGHT_LEANS,
    air_mass,
    sun_lux,
)
from wide_aperture.core.sky.pointing import apart_deg

CD_M2_AT_MAG_0 = 1.08e5
CLEAR_EXTINCTION_MAG = 0.18
CD_M2_A_NANOLAMBERT = 1e-5 / np.pi
SCATTERED_AWAY_DEG = 60.0  # how far from the Moon where nobody says where it stands
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
    sun_azimuth_deg: ArrayLike | None = None,
    moon_altitude_deg: ArrayLike = -30.0,
    moon_azimuth_deg: ArrayLike | None = None,
    moon_fraction: ArrayLike = 0.0,
) -> Floats:
    """Luminance of the sky in a direction, cd/m2, any shape. Without the azimuths: as bright as on average around."""
    dark = float(luminance_of_magnitude(dark_mag))
    towards_horizon = 1 + 0.6 * np.exp(-np.clip(as_floats(altitude_deg), 0, 90) / 12)
    from_moon = (
        as_floats(SCATTERED_AWAY_DEG)
        if moon_azimuth_deg is None
        else apart_deg(azimuth_deg, altitude_deg, moon_azimuth_deg, moon_altitude_deg)
    )
    moon = moonlit_cd_m2(altitude_deg, moon_altitude_deg, moon_fraction, from_moon)
    twilight = TWILIGHT_SKY_SHARE * np.maximum(sun_lux(sun_altitude_deg) - sun_lux(-18.0), 0)
    if sun_azimuth_deg is not None:
        towards = np.cos(np.radians(as_floats(azimuth_deg) - as_floats(sun_azimuth_deg)))
        level = np.cos(np.radians(np.clip(as_floats(altitude_deg), 0, 90)))
        twilight = twilight * np.exp(TWILIGHT_LEANS * towards * level)
    return np.asarray(dark * towards_horizon + moon + twilight + glow_cd_m2(glows, azimuth_deg, altitude_deg, dark))


def moonlit_cd_m2(
    altitude_deg: ArrayLike, moon_altitude_deg: ArrayLike, moon_fraction: ArrayLike, apart: ArrayLike
) -> Floats:
    """What the Moon adds to the sky, cd/m2, any shape; nothing while it is down.

    Args: apart: degrees between the direction and the Moon.
    Source: Krisciunas and Schaefer (1991), equations 3, 15, 16, 20 and 21, with their V-band extinction.
    """
    rho = np.clip(as_floats(apart), 5.0, 180.0)
    scattered = 10**5.36 * (1.06 + np.cos(np.radians(rho)) ** 2) + 10 ** (6.15 - rho / 40)
    lit = np.clip(as_floats(moon_fraction), 1e-4, 1.0)
    phase = np.degrees(np.arccos(np.clip(2 * lit - 1, -1, 1)))
    shines = 10 ** (-0.4 * (3.84 + 0.026 * phase + 4e-9 * phase**4))

    def through(height: ArrayLike) -> Floats:
        zenith = np.radians(90 - np.clip(as_floats(height), 0.0, 90.0))
        return np.asarray(10 ** (-0.4 * MOON_EXTINCTION_MAG / np.sqrt(1 - 0.96 * np.sin(zenith) ** 2)))

    brightness = scattered * shines * through(moon_altitude_deg) * (1 - through(altitude_deg)) * CD_M2_A_NANOLAMBERT
    return np.asarray(np.where(as_floats(moon_altitude_deg) > MOON_UP_DEG, brightness, 0.0))


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
