"""Apparent geocentric places of Sun and Moon at any times, from the ephemeris that ships with the ephem package."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import ephem
import numpy as np

from wide_aperture.core.physics.numeric import Floats
from wide_aperture.core.sky.frames import EPHEM_DAY_0, Days, Observer, horizontal, topocentric

AU_KM = 149_597_870.7
BodyName = Literal["sun", "moon"]
NODE_DAYS = {"sun": 1.0, "moon": 0.25}
KEPT_NODES = 16_384  # eight years of the Moon
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
    first, last = int(np.floor(float(days.min()) / step)) - 2, int(np.floor(float(days.max()) / step)) + 3
    if last - first >= days.size:
        return _computed(name, days)
    # Nodes stand on one grid for all times, so that a day's many questions share them.
    numbers = range(first, last + 1)
    nodes = np.array(numbers) * step
    places = np.array([_node(name, number) for number in numbers])
    at = Geocentric(places[:, 0], places[:, 1], places[:, 2])
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


@lru_cache(maxsize=KEPT_NODES)
def _node(name: BodyName, number: int) -> tuple[float, float, float]:
    return _place(_KINDS[name](), number * NODE_DAYS[name])


def _computed(name: BodyName, days: Days) -> Geocentric:
    body = _KINDS[name]()
    places = np.array([_place(body, day) for day in days.reshape(-1).tolist()])
    return Geocentric(places[:, 0], places[:, 1], places[:, 2])


def _place(body: ephem.Body, day: float) -> tuple[float, float, float]:
    body.compute(day - EPHEM_DAY_0)
    return math.degrees(body.g_ra), math.degrees(body.g_dec), body.earth_distance * AU_KM


def track(name: BodyName, days: Days, observer: Observer) -> Track:
    """The body's way over a place at these times."""
    at = geocentric(name, days)
    hour, declination, distance = topocentric(
        at.right_ascension_deg, at.declination_deg, at.distance_km, days, observer
    )
    altitude, azimuth = horizontal(hour, declination, observer.latitude_deg)
    return Track(altitude, azimuth, distance)
