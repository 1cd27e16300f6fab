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
NODE_DAYS = {"sun": 1.0, "moon": 0.25}
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

    Where there are more times than nodes would be needed, the place is interpolated: cubic between nodes a day apart for
    the Sun and six hours for the Moon, good to a thousandth of a degree.
    Source: VSOP87 and Moshier's lunar theory as the ephem package has them; about 20 microseconds a time.
    """
    step = NODE_DAYS[name]
    first, last = float(days.min()) - 2 * step, float(days.max()) + 3 * step
    nodes = np.arange(first, last, step)
    if nodes.size >= days.size:
        return _computed(name, days)
    at = _computed(name, nodes)
    ra, dec = np.radians(at.right_ascension_deg), np.radians(at.declination_deg)
    vector = np.stack([np.cos(dec) * np.cos(ra), np.cos(dec) * np.sin(ra), np.sin(dec), at.distance_km])
    x, y, z, distance = lagrange(nodes, vector, days)
    return Geocentric(np.degrees(np.arctan2(y, x)) % 360, np.degrees(np.arctan2(z, np.hypot(x, y))), distance)


def lagrange(nodes: Floats, values: Floats, at: Floats) -> Floats:
    """Cubic interpolation through the four nodes around each point. values: shape (..., nodes), evenly spaced."""
    step = nodes[1] - nodes[0]
    k = np.clip(((at - nodes[0]) / step).astype(int), 1, nodes.size - 3)
    t = (at - nodes[k]) / step
    p0, p1, p2, p3 = (values[..., k + offset] for offset in (-1, 0, 1, 2))
    return np.asarray(
        -t * (t - 1) * (t - 2) / 6 * p0
        + (t + 1) * (t - 1) * (t - 2) / 2 * p1
        - (t + 1) * t * (t - 2) / 2 * p2
        + (t + 1) * t * (t - 1) / 6 * p3
    )


def _computed(name: BodyName, days: Days) -> Geocentric:
    body = _KINDS[name]()
    places = np.empty((days.size, 3))
    for k, day in enumerate((days.reshape(-1) - EPHEM_DAY_0).tolist()):
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
