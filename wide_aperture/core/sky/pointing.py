"""Where a camera points on the sky: the outline of its frame, angles between directions, the declination it frames."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import ArrayLike

from wide_aperture.core.craft.figures import figure
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.motion import SIDEREAL_RATE_ARCSEC_S
from wide_aperture.core.physics.numeric import Floats, as_floats

POINTS_A_SIDE = 24


def frame_outline(
    width_mm: float, height_mm: float, focal_mm: float, bearing_deg: float, tilt_deg: float
) -> tuple[Floats, Floats]:
    """Azimuths and altitudes along the edge of a rectilinear frame, closed, from its lower left corner.

    Raises: DomainError for sizes or focal lengths that are not above 0.
    Source: gnomonic projection; the camera level, turned to the bearing and tilted up.
    """
    for name, value in (("width_mm", width_mm), ("height_mm", height_mm), ("focal_mm", focal_mm)):
        if value <= 0:
            raise DomainError(name, value, "must be above 0")
    x, y = _edge_mm(width_mm, height_mm)
    bearing, tilt = math.radians(bearing_deg), math.radians(tilt_deg)
    ahead = focal_mm * math.cos(tilt) - y * math.sin(tilt)
    up = focal_mm * math.sin(tilt) + y * math.cos(tilt)
    azimuth = np.degrees(bearing + np.arctan2(x, ahead)) % 360
    return np.asarray(azimuth), np.asarray(np.degrees(np.arctan2(up, np.hypot(ahead, x))))


def _edge_mm(width_mm: float, height_mm: float) -> tuple[Floats, Floats]:
    """Points along the edge of a frame, from its middle, closed, from its lower left corner."""
    along = np.linspace(-1, 1, POINTS_A_SIDE)
    one = np.ones(POINTS_A_SIDE)
    x = np.concatenate([along, one, -along, -one]) * width_mm / 2
    y = np.concatenate([-one, along, one, -along]) * height_mm / 2
    return np.asarray(x), np.asarray(y)


def worst_trail_px(
    width_mm: float, height_mm: float, focal_mm: float, pitch_um: float, *,
    bearing_deg: float, tilt_deg: float, latitude_deg: float, exposure_s: float,
) -> float:  # fmt: skip
    """The longest trail a star draws anywhere in the frame of a fixed camera, in pixels.

    Raises: as frame_outline.
    Source: directions along the frame's edge, turned about the pole of the sky and projected again (gnomonic): towards
        the corners of a wide lens the same angle covers far more of the sensor than in the middle.
    """
    azimuth, altitude = (np.radians(v) for v in frame_outline(width_mm, height_mm, focal_mm, bearing_deg, tilt_deg))
    level = np.cos(altitude)
    stars = np.stack([level * np.sin(azimuth), level * np.cos(azimuth), np.sin(altitude)])  # east, north, up
    latitude = math.radians(latitude_deg)
    pole = np.array([0.0, math.cos(latitude), math.sin(latitude)])
    turn = -math.radians(SIDEREAL_RATE_ARCSEC_S / 3600 * exposure_s)  # what stands in the east rises
    along = pole[:, None] * (pole @ stars)
    turned = along + (stars - along) * math.cos(turn) + np.cross(pole, stars.T).T * math.sin(turn)
    bearing, tilt = math.radians(bearing_deg), math.radians(tilt_deg)
    ahead = np.array([math.sin(bearing) * math.cos(tilt), math.cos(bearing) * math.cos(tilt), math.sin(tilt)])
    right = np.array([math.cos(bearing), -math.sin(bearing), 0.0])
    up = np.cross(right, ahead)
    moved = np.hypot(*(axis @ turned / (ahead @ turned) - axis @ stars / (ahead @ stars) for axis in (right, up)))
    return float(moved.max()) * focal_mm * 1000 / pitch_um


def apart_deg(
    azimuth_deg: ArrayLike, altitude_deg: ArrayLike, other_azimuth_deg: ArrayLike, other_altitude_deg: ArrayLike
) -> Floats:
    """The angle between two directions, any shape."""
    turn = np.radians(as_floats(other_azimuth_deg) - as_floats(azimuth_deg))
    a, b = np.radians(as_floats(altitude_deg)), np.radians(as_floats(other_altitude_deg))
    cosine = np.sin(a) * np.sin(b) + np.cos(a) * np.cos(b) * np.cos(turn)
    return np.asarray(np.degrees(np.arccos(np.clip(cosine, -1, 1))))


def framed_declination_deg(azimuth_deg: ArrayLike, altitude_deg: ArrayLike, latitude_deg: float) -> Floats:
    """The declination in a direction over a place: it alone decides how fast the stars there drift."""
    latitude, altitude = math.radians(latitude_deg), np.radians(as_floats(altitude_deg))
    sine = np.sin(altitude) * math.sin(latitude) + np.cos(altitude) * math.cos(latitude) * np.cos(
        np.radians(as_floats(azimuth_deg))
    )
    return np.asarray(np.degrees(np.arcsin(np.clip(sine, -1, 1))))


LONG_LENS_EQUIVALENT_MM = figure("sun_caution_from_mm")
NEAR_SUN_DEG = figure("near_sun_deg")


def sun_caution(
    width_mm: float,
    focal_mm: float,
    crop_factor: float,
    *,
    bearing_deg: float,
    tilt_deg: float,
    sun_azimuth_deg: float,
    sun_altitude_deg: float,
) -> str | None:
    """A warning with numbers where a long lens looks towards the Sun; None where it does not or the Sun is down."""
    if sun_altitude_deg < -1 or focal_mm * crop_factor < LONG_LENS_EQUIVALENT_MM:
        return None
    away = float(apart_deg(bearing_deg, tilt_deg, sun_azimuth_deg, sun_altitude_deg))
    half_field = math.degrees(math.atan(width_mm / 2 / focal_mm))
    if away > half_field + NEAR_SUN_DEG:
        return None
    where = "inside the frame" if away <= half_field else f"{away - half_field:.0f} degrees outside the frame"
    return (
        f"The Sun stands {where} at {focal_mm:.0f} mm: a long lens burns eyes and sensors. Never look through it "
        "without a certified solar filter on the front."
    )
