"""Twilight has a bright side: what faces it stands in more light than what turns its back on it.

The sky of twilight is modelled once (illuminance.TWILIGHT_LEANS): brightest over the Sun below the horizon, darkest
opposite. What the camera sees of an upright subject is the side turned to the camera, so that looking towards the glow
the seen side is the dark one. What lies flat takes the whole sky, as does what makes its own light.
"""

from __future__ import annotations

import functools

import numpy as np
from numpy.typing import ArrayLike

from wide_aperture.core.craft.figures import USUAL_SUBJECT
from wide_aperture.core.documents.situation import Genre, SubjectKind
from wide_aperture.core.physics.numeric import Floats, as_floats
from wide_aperture.core.sky.daylight.illuminance import TWILIGHT_LEANS

UPRIGHT: frozenset[SubjectKind] = frozenset({"person", "group", "animal", "bird", "vehicle", "thing", "insect"})
GROUND_REFLECTS = 0.2  # grass, soil, stone
FULL_FROM_DEG = 3.0  # so far under the horizon the Sun leaves nothing but its glow


def seen_side_deg(bearing_deg: float | None, subject: SubjectKind | None, genre: Genre) -> float | None:
    """Where the seen side of a subject faces, degrees from north; None where no side counts or nobody said where to look."""
    kind = subject if subject is not None else USUAL_SUBJECT[genre]
    return None if bearing_deg is None or kind not in UPRIGHT else (bearing_deg + 180) % 360


def facing_ev(sun_altitude_deg: ArrayLike, off_sun_deg: ArrayLike) -> Floats:
    """EV by which a side stands brighter (+) or darker (-) than on average around; any shape. Nothing while the Sun is up.

    Args: off_sun_deg: between where the side faces and the Sun's azimuth.
    """
    away = np.abs((as_floats(off_sun_deg) + 180) % 360 - 180)
    full = np.clip(-as_floats(sun_altitude_deg) / FULL_FROM_DEG, 0, 1)
    return np.asarray(full * np.interp(away, *_by_angle()))


@functools.cache
def _by_angle() -> tuple[Floats, Floats]:
    """Illuminance of an upright surface under the leaning sky by its angle from the Sun, in EV from the mean around.

    The ground in front of it is lit by all of the sky and gives half of what it reflects to an upright surface.
    """
    angles = np.arange(0.0, 180.1, 7.5)
    azimuth, altitude = np.meshgrid(np.radians(np.arange(0, 360, 3.0)), np.radians(np.arange(1.5, 90, 3.0)))
    sky = np.exp(TWILIGHT_LEANS * np.cos(azimuth) * np.cos(altitude)) * np.cos(altitude)  # the last: solid angle
    facing = np.cos(azimuth - np.radians(angles)[:, None, None]) * np.cos(altitude)
    ground = GROUND_REFLECTS / 2 * (sky * np.sin(altitude)).sum()
    lux = (sky * np.maximum(facing, 0)).sum(axis=(1, 2)) + ground
    return angles, np.log2(lux) - np.log2(np.trapezoid(lux, angles) / 180)
