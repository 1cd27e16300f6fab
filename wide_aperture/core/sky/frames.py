"""From apparent places on the celestial sphere to altitude and azimuth over a place, for whole arrays of times.

Earth rotation: UTC is taken for UT1 (they differ by less than 0.9 s, 0.004 degrees). Parallax on the WGS84 ellipsoid.
"""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.numeric import Floats

J2000_DAY = 2451545.0
EPHEM_DAY_0 = 2415020.0  # the library counts days from 1899-12-31 12:00
UNIX_DAY_0 = 2440587.5
WGS84_RADIUS_KM, WGS84_FLATTENING = 6378.137, 1 / 298.257223563
Days = NDArray[np.float64]  # Julian days, UTC


def julian_day(time_utc: dt.datetime) -> float:
    """Raises DomainError for a naive time: a clock without its zone says nothing about the sky."""
    if time_utc.tzinfo is None:
        raise DomainError("time_utc", time_utc.isoformat(), "must carry its time zone")
    return UNIX_DAY_0 + time_utc.timestamp() / 86_400


def utc_of(day: float) -> dt.datetime:
    """The aware time of a Julian day, to the second."""
    seconds = round((day - UNIX_DAY_0) * 86_400)
    return dt.datetime.fromtimestamp(seconds, tz=dt.UTC)


def check_place(latitude_deg: float, longitude_deg: float) -> None:
    """Raises DomainError outside the globe."""
    if not -90 <= latitude_deg <= 90:
        raise DomainError("latitude_deg", latitude_deg, "must lie between -90 and 90")
    if not -180 <= longitude_deg <= 360:
        raise DomainError("longitude_deg", longitude_deg, "must lie between -180 and 180, east above 0")


def sidereal_deg(days: Days) -> Floats:
    """Apparent sidereal time at Greenwich, degrees.

    Source: IAU 1982 mean sidereal time; equation of the equinoxes from the four largest terms of nutation (Meeus, ch. 22).
    """
    since = days - J2000_DAY
    century = since / 36_525
    mean = 280.46061837 + 360.98564736629 * since + 0.000387933 * century**2
    node = np.radians(125.04452 - 1934.136261 * century)
    sun, moon = np.radians(280.4665 + 36_000.7698 * century), np.radians(218.3165 + 481_267.8813 * century)
    nutation = -17.20 * np.sin(node) - 1.32 * np.sin(2 * sun) - 0.23 * np.sin(2 * moon) + 0.21 * np.sin(2 * node)
    obliquity = np.radians(23.4393 - 0.0130 * century)
    return np.asarray((mean + nutation * np.cos(obliquity) / 3600) % 360)


@dataclass(frozen=True, slots=True)
class Observer:
    """A place on the ellipsoid, height 0. rho_cos, rho_sin: geocentric, in equatorial radii."""

    latitude_deg: float
    longitude_deg: float

    def __post_init__(self) -> None:
        check_place(self.latitude_deg, self.longitude_deg)

    @property
    def geocentric(self) -> tuple[float, float]:
        latitude = np.radians(self.latitude_deg)
        flat = 1 - WGS84_FLATTENING
        u = np.arctan2(flat * np.sin(latitude), np.cos(latitude))
        return float(np.cos(u)), float(flat * np.sin(u))


def observer_of(context: SkyContext) -> Observer:
    """Who stands where a shoot takes place."""
    return Observer(context.latitude_deg, context.longitude_deg)


def topocentric(
    right_ascension_deg: Floats, declination_deg: Floats, distance_km: Floats | float, days: Days, observer: Observer
) -> tuple[Floats, Floats, Floats]:
    """Return (hour angle from the meridian as degrees, declination, distance in km) as seen from the place.

    Source: subtracting the observer's geocentric vector.
    """
    hour = np.radians(sidereal_deg(days) + observer.longitude_deg - right_ascension_deg)
    declination = np.radians(declination_deg)
    rho_cos, rho_sin = observer.geocentric
    x = distance_km * np.cos(declination) * np.cos(hour) - rho_cos * WGS84_RADIUS_KM
    y = distance_km * np.cos(declination) * np.sin(hour)
    z = distance_km * np.sin(declination) - rho_sin * WGS84_RADIUS_KM
    seen = np.sqrt(x * x + y * y + z * z)
    return np.degrees(np.arctan2(y, x)), np.degrees(np.arcsin(z / seen)), seen


def horizontal(hour_angle_deg: Floats, declination_deg: Floats, latitude_deg: float) -> tuple[Floats, Floats]:
    """Return (altitude, azimuth from north through east) in degrees."""
    hour, declination, latitude = np.radians(hour_angle_deg), np.radians(declination_deg), np.radians(latitude_deg)
    south = np.cos(declination) * np.cos(hour) * np.sin(latitude) - np.sin(declination) * np.cos(latitude)
    west = np.cos(declination) * np.sin(hour)
    up = np.cos(declination) * np.cos(hour) * np.cos(latitude) + np.sin(declination) * np.sin(latitude)
    altitude = np.degrees(np.arctan2(up, np.hypot(south, west)))
    return np.asarray(altitude), np.asarray(np.degrees(np.arctan2(-west, -south)) % 360)


def refracted(altitude_deg: float) -> float | None:
    """The altitude seen through standard air; None where the airless altitude is below -1.

    Source: Bennett (1982) at 1010 hPa and 10 C, a function of the apparent altitude, solved by iteration.
    """
    if altitude_deg < -1:
        return None
    seen = altitude_deg + 0.4
    for _ in range(30):
        change = altitude_deg + _bennett_deg(seen) - seen
        seen += change
        if abs(change) < 1e-7:
            break
    return seen


def _bennett_deg(apparent_deg: float) -> float:
    lift = 0.016667 / np.tan(np.radians(apparent_deg + 7.31 / (apparent_deg + 4.4)))
    return float(lift * 0.28 * 1010 / (10 + 273))
