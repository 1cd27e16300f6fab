"""Where Sun, Moon and stars stand at one moment."""

from __future__ import annotations

import datetime as dt
from typing import NamedTuple

import numpy as np

from wide_aperture.core.sky.bodies import BodyName, track
from wide_aperture.core.sky.frames import Observer, julian_day, refracted
from wide_aperture.core.sky.stars import star_track


class SkyPlace(NamedTuple):
    """Degrees. altitude_deg airless; refracted_altitude_deg None below -1; azimuth from north through east."""

    altitude_deg: float
    refracted_altitude_deg: float | None
    azimuth_deg: float


def sun_position(time_utc: dt.datetime, latitude_deg: float, longitude_deg: float) -> SkyPlace:
    """Return where the Sun's centre stands.

    Args: time_utc: aware; latitude north +, longitude east +, degrees.
    Raises: DomainError for a naive time or a place outside the globe.
    Source: ephem (VSOP87); Bennett (1982) refraction.

    >>> place = sun_position(dt.datetime(2024, 2, 29, 12, tzinfo=dt.UTC), 0, 0)
    >>> round(place.altitude_deg, 2), round(place.azimuth_deg, 1)
    (81.73, 158.1)
    """
    return _position("sun", time_utc, latitude_deg, longitude_deg)


def moon_position(time_utc: dt.datetime, latitude_deg: float, longitude_deg: float) -> SkyPlace:
    """Return where the Moon's centre stands, parallax included. Args, errors and source as sun_position."""
    return _position("moon", time_utc, latitude_deg, longitude_deg)


def star_position(
    time_utc: dt.datetime, latitude_deg: float, longitude_deg: float, right_ascension_deg: float, declination_deg: float
) -> SkyPlace:
    """Return where a star stands. Right ascension 0..360 and declination in ICRS degrees.

    Raises: DomainError for a naive time, a place outside the globe or coordinates outside the sphere.
    """
    days = np.array([julian_day(time_utc)])
    altitude, azimuth = star_track(right_ascension_deg, declination_deg, days, Observer(latitude_deg, longitude_deg))
    return _place(altitude, azimuth)


def _position(name: BodyName, time_utc: dt.datetime, latitude_deg: float, longitude_deg: float) -> SkyPlace:
    way = track(name, np.array([julian_day(time_utc)]), Observer(latitude_deg, longitude_deg))
    return _place(way.altitude_deg, way.azimuth_deg)


def _place(altitude: np.ndarray, azimuth: np.ndarray) -> SkyPlace:
    return SkyPlace(float(altitude[0]), refracted(float(altitude[0])), float(azimuth[0]))
