"""Stars by name or coordinates, and their way over a place."""

from __future__ import annotations

import json
from functools import cache
from importlib import resources

import ephem
import numpy as np
from pydantic import TypeAdapter

from wide_aperture.core.document import Document, Finite, Name
from wide_aperture.core.errors import DomainError, UnknownIdError
from wide_aperture.core.physics.numeric import Floats
from wide_aperture.core.sky.frames import EPHEM_DAY_0, Days, Observer, horizontal, sidereal_deg


class Star(Document):
    """One entry of the shipped catalogue. Right ascension and declination in ICRS degrees."""

    name: Name
    right_ascension_deg: Finite
    declination_deg: Finite
    magnitude: Finite | None = None
    kind: str = "star"


GALACTIC_CENTRE = Star(
    name="Galactic core", right_ascension_deg=266.41683, declination_deg=-29.00781, kind="galactic core"
)


@cache
def stars() -> tuple[Star, ...]:
    """The brightest stars and what photographers aim at, by name; data/stars.json."""
    text = resources.files("wide_aperture.core.sky").joinpath("data/stars.json").read_text("utf-8")
    return TypeAdapter(tuple[Star, ...]).validate_python(json.loads(text)["stars"])


def find_star(name: str) -> Star:
    """Raises UnknownIdError for a name the catalogue does not have."""
    wanted = name.strip().casefold()
    for star in stars():
        if star.name.casefold() == wanted:
            return star
    raise UnknownIdError("star", name)


def apparent(right_ascension_deg: float, declination_deg: float, day: float) -> tuple[float, float]:
    """Apparent right ascension and declination of date in degrees, from ICRS (taken as J2000).

    Raises: DomainError outside the sphere.
    """
    if not -90 <= declination_deg <= 90:
        raise DomainError("declination_deg", declination_deg, "must lie between -90 and 90")
    if not 0 <= right_ascension_deg < 360:
        raise DomainError("right_ascension_deg", right_ascension_deg, "must lie between 0 and 360")
    body = ephem.FixedBody()
    body._ra, body._dec = np.radians(right_ascension_deg), np.radians(declination_deg)
    body._epoch = ephem.J2000
    body.compute(day - EPHEM_DAY_0)
    return float(np.degrees(body.g_ra)), float(np.degrees(body.g_dec))


def star_track(
    right_ascension_deg: float, declination_deg: float, days: Days, observer: Observer
) -> tuple[Floats, Floats]:
    """(altitude, azimuth) by time. The apparent place is that of the middle time, good for months."""
    ra, dec = apparent(right_ascension_deg, declination_deg, float(np.mean(days)))
    hour = sidereal_deg(days) + observer.longitude_deg - ra
    return horizontal(hour, np.full(days.shape, dec), observer.latitude_deg)
