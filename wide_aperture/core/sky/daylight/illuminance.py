"""Illuminance of Sun, twilight sky, Moon and night, in lux on level ground under a clear sky.

Sun and twilight: the table of natural illuminance by solar altitude in the Electro-Optics Handbook (RCA, 1974), which
follows Brown (1952); interpolated in log lux. Moon: Krisciunas and Schaefer (1991) for the phase, 0.26 lx for the full
Moon in the zenith at its mean distance, 0.17 magnitudes of extinction an air mass. Night without Moon: 0.001 lx.
"""

from __future__ import annotations

import functools
import math

import numpy as np
from numpy.typing import ArrayLike

from wide_aperture.core.physics.numeric import Floats, as_floats

_ALTITUDE_DEG = np.array([-18, -16, -14, -12, -10, -8, -6, -5, -4, -3, -2, -1, -0.8, 0, 1, 2, 5, 10, 15, 20, 25, 30, 40, 50, 60, 70, 80, 90.0])  # fmt: skip
_LUX = np.array([6.5e-4, 8.6e-4, 1.9e-3, 8.3e-3, 4.6e-2, 0.30, 3.4, 10.8, 31.0, 83.0, 180, 375, 453, 732, 1230, 1850, 4760, 10900, 18600, 27300, 36700, 47000, 66700, 85000, 102000, 113000, 120000, 124000])  # fmt: skip
SUN_ABOVE_AIR_LUX = 133_100.0
SUN_EXTINCTION_A_MASS = 0.25  # in e-folds; the formula's own 0.21 is for cleaner air than the table's totals are of
MOON_UP_DEG = -0.8  # lifted by the air and half its width

TWILIGHT_LEANS = (
    1.2  # towards the Sun the horizon is so many e-folds brighter than overhead, away from it as many darker
)
NIGHT_LUX = 0.001
FULL_MOON_LUX = 0.26
MOON_EXTINCTION_MAG = 0.17
MEAN_MOON_DISTANCE_KM = 384_400.0
FULL_DISC_EV = 14.8  # sunlit rock, high: about f/11 and 1/ISO
STOPS_A_MAGNITUDE = math.log2(10) * 0.4


def sun_lux(altitude_deg: ArrayLike) -> Floats:
    """Illuminance of level ground by Sun and sky, clear, any shape; the table's ends hold beyond it."""
    return np.asarray(np.exp(np.interp(as_floats(altitude_deg), _ALTITUDE_DEG, np.log(_LUX))))


def beam_lux(altitude_deg: ArrayLike) -> Floats:
    """Illuminance by the Sun's disc alone of a surface turned to it; 0 below the horizon.

    Source: exp(-c m) of 133 100 lx, the daylight availability formula for clear skies (IES), m by air_mass.
    """
    altitude = as_floats(altitude_deg)
    lux = SUN_ABOVE_AIR_LUX * np.exp(-SUN_EXTINCTION_A_MASS * air_mass(altitude))
    return np.asarray(np.where(altitude > -0.3, lux, 0.0))


def direct_share(altitude_deg: ArrayLike) -> Floats:
    """The share of sun_lux that comes from the disc itself: its beam on level ground against the table's total."""
    altitude = as_floats(altitude_deg)
    sky = np.interp(altitude, *_sky_by_altitude())
    return np.asarray(np.clip(1 - sky / sun_lux(altitude), 0.0, 1.0))


@functools.cache
def _sky_by_altitude() -> tuple[Floats, Floats]:
    """What the table's total leaves for the sky, never less under a higher Sun: two sources meet here, and ripple."""
    altitude = np.arange(-18.0, 90.01, 0.25)
    level = beam_lux(altitude) * np.sin(np.radians(np.clip(altitude, 0.0, 90.0)))
    return altitude, np.maximum.accumulate(sun_lux(altitude) - level)


def air_mass(altitude_deg: ArrayLike) -> Floats:
    """How many times the zenith's air the light passes. Source: Kasten and Young (1989); 38 at the horizon and below."""
    altitude = np.clip(as_floats(altitude_deg), -0.5, 90.0)
    return np.asarray(1 / (np.sin(np.radians(altitude)) + 0.50572 * (altitude + 6.07995) ** -1.6364))


def moon_lux(
    altitude_deg: ArrayLike, illuminated_fraction: ArrayLike, distance_km: ArrayLike = MEAN_MOON_DISTANCE_KM
) -> Floats:
    """Illuminance of level ground by the Moon; 0 below the horizon.

    Args: illuminated_fraction 0..1: the phase angle follows as arccos(2 k - 1).
    """
    altitude, lit = as_floats(altitude_deg), np.clip(as_floats(illuminated_fraction), 0.0, 1.0)
    angle = np.degrees(np.arccos(np.clip(2 * lit - 1, -1, 1)))
    fainter = 0.026 * angle + 4e-9 * angle**4
    dimmed = MOON_EXTINCTION_MAG * (air_mass(altitude) - 1)
    nearer = (MEAN_MOON_DISTANCE_KM / as_floats(distance_km)) ** 2
    level = FULL_MOON_LUX * nearer * 10 ** (-0.4 * (fainter + dimmed)) * np.sin(np.radians(np.clip(altitude, 0, 90)))
    return np.asarray(np.where(altitude > MOON_UP_DEG, level, 0.0))


def disc_ev(illuminated_fraction: float, altitude_deg: float, haze: float = 0.0) -> float:
    """EV at ISO 100 of the lit part of the disc, thinner phases darker, low Moons dimmed by the air.

    Source: Krisciunas and Schaefer (1991) for the total by phase, spread over the lit area; extinction by air mass.
    """
    lit = min(max(illuminated_fraction, 0.01), 1.0)
    angle = math.degrees(math.acos(2 * lit - 1))
    fainter_mag = 0.026 * angle + 4e-9 * angle**4 + 2.5 * math.log10(lit)
    air_mag = (MOON_EXTINCTION_MAG + 0.8 * haze) * (float(air_mass(max(altitude_deg, 0.0))) - 1)
    return FULL_DISC_EV - STOPS_A_MAGNITUDE * (fainter_mag + air_mag)
