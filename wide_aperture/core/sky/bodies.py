"""Apparent geocentric places of Sun and Moon at any times, from the ephemeris that ships with the ephem package."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import ephem
import numpy as np

from wide_aperture.core.numeric import Floats
from wide_aperture.core.sky.frames import EPHEM_DAY_0, Days, Observer, horizontal, topocentric

AU_KM = 149_597_870.7
BodyName = Literal["sun", "moon"]
_KINDS = {"sun": ephem.Sun, "moon": ephem.Moon}


@dataclass(frozen=True, slots=True)
class Geocentric:
    """Apparent right ascension and declination of date in degrees, distance in km; arrays by time."""

    right_ascension_deg: Floats
    declination_deg: Floats
    distance_km: Floats


@dataclass(frozen=True, slots=True)
class Track:
    """Where a body stands over a place, by time: degrees, km. Airless, parallax included."""

    altitude_deg: Floats
    azimuth_deg: Floats
    distance_km: Floats


def geocentric(name: BodyName, days: Days) -> Geocentric:
    """Apparent place (light time, aberration, precession, nutation) at each time.

    Source: VSOP87 and Moshier's lunar theory as the ephem package has them; about a microsecond a time.
    """
    body = _KINDS[name]()
    places = np.empty((days.size, 3))
    for k, day in enumerate((days - EPHEM_DAY_0).tolist()):
        body.compute(day)
        places[k] = body.g_ra, body.g_dec, body.earth_distance
    return Geocentric(np.degrees(places[:, 0]), np.degrees(places[:, 1]), places[:, 2] * AU_KM)


def track(name: BodyName, days: Days, observer: Observer) -> Track:
    """The body's way over a place at these times."""
    at = geocentric(name, days)
    hour, declination, distance = topocentric(
        at.right_ascension_deg, at.declination_deg, at.distance_km, days, observer
    )
    altitude, azimuth = horizontal(hour, declination, observer.latitude_deg)
    return Track(altitude, azimuth, distance)
