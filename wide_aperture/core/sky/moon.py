"""How the Moon looks and how fast it moves."""

from __future__ import annotations

import datetime as dt
from typing import NamedTuple

import numpy as np

from wide_aperture.core.physics.numeric import Floats
from wide_aperture.core.sky.bodies import geocentric
from wide_aperture.core.sky.frames import Days, Observer, horizontal, julian_day, topocentric

MOON_RADIUS_KM = 1737.4
SYNODIC_MONTH_DAYS = 29.530588


class MoonPhase(NamedTuple):
    """illuminated_fraction 0..1, seen from the place; angular_diameter_deg likewise."""

    illuminated_fraction: float
    angular_diameter_deg: float


def moon_phase(time_utc: dt.datetime, latitude_deg: float, longitude_deg: float) -> MoonPhase:
    """Return the Moon's lit share and size as seen from a place.

    Raises: DomainError for a naive time or a place outside the globe.
    Source: (1 + cos i) / 2 with i the Sun-Moon-observer angle; 2 asin(1737.4 km / distance).
    """
    days = np.array([julian_day(time_utc)])
    lit, diameter = moon_looks(days, Observer(latitude_deg, longitude_deg))
    return MoonPhase(float(lit[0]), float(diameter[0]))


def moon_looks(days: Days, observer: Observer) -> tuple[Floats, Floats]:
    """(illuminated fraction, angular diameter in degrees) by time."""
    sun, moon = geocentric("sun", days), geocentric("moon", days)
    sun_seen = topocentric(sun.right_ascension_deg, sun.declination_deg, sun.distance_km, days, observer)
    moon_seen = topocentric(moon.right_ascension_deg, moon.declination_deg, moon.distance_km, days, observer)
    to_sun, to_moon = _unit(*sun_seen[:2]), _unit(*moon_seen[:2])
    from_moon_to_sun = to_sun * sun_seen[2][:, None] - to_moon * moon_seen[2][:, None]
    cosine = -(from_moon_to_sun * to_moon).sum(axis=1) / np.linalg.norm(from_moon_to_sun, axis=1)
    return (1 + cosine) / 2, np.degrees(2 * np.arcsin(MOON_RADIUS_KM / moon_seen[2]))


def moon_rate(time_utc: dt.datetime, latitude_deg: float, longitude_deg: float) -> tuple[float, float]:
    """Return (tripod_arcsec_s, stars_arcsec_s): how fast the Moon moves for a fixed and for a tracking camera.

    Raises: DomainError for a naive time or a place outside the globe.
    Source: topocentric places 30 s before and after.
    """
    observer = Observer(latitude_deg, longitude_deg)
    days = julian_day(time_utc) + np.array([-30.0, 30.0]) / 86_400
    at = geocentric("moon", days)
    hour, declination, _ = topocentric(at.right_ascension_deg, at.declination_deg, at.distance_km, days, observer)
    altitude, azimuth = horizontal(hour, declination, latitude_deg)
    # Against the stars: the hour angle less the sphere's own turn in the minute.
    turned = hour - np.array([-0.5, 0.5]) * 60 * 360.98564736629 / 86_400
    return _arcsec_s(azimuth, altitude), _arcsec_s(turned, declination)


def _arcsec_s(longitude_deg: Floats, latitude_deg: Floats) -> float:
    first, last = _unit(longitude_deg, latitude_deg)
    return float(np.degrees(2 * np.arcsin(np.linalg.norm(last - first) / 2)) * 3600 / 60)


def _unit(longitude_deg: Floats, latitude_deg: Floats) -> Floats:
    longitude, latitude = np.radians(longitude_deg), np.radians(latitude_deg)
    flat = np.cos(latitude)
    return np.stack([flat * np.cos(longitude), flat * np.sin(longitude), np.sin(latitude)], axis=-1)
