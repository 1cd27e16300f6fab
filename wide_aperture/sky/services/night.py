"""Nights: dark hours, what a frame holds, the drawn sky, and the year of a target."""

from __future__ import annotations

from typing import Any

import numpy as np

from wide_aperture.core.physics.motion import SIDEREAL_RATE_ARCSEC_S
from wide_aperture.core.physics.optics import crop_factor
from wide_aperture.core.planning.night import moon_case, night_case, night_choice
from wide_aperture.core.sky import GALACTIC_CENTRE, Star, find_star, stars
from wide_aperture.core.sky.daylight.day import SkyTracks, days_of, tracks
from wide_aperture.core.sky.daylight.illuminance import FULL_DISC_EV, moon_lux
from wide_aperture.core.sky.frames import observer_of
from wide_aperture.core.sky.night.darkness import magnitude_of_luminance, sky_cd_m2, usable_above_deg
from wide_aperture.core.sky.night.frames import land_cd_m2, night_frame
from wide_aperture.core.sky.night.moon import MoonPlan, moon_plan
from wide_aperture.core.sky.night.search import NightSearch, nearest_dark_night, search_nights
from wide_aperture.core.sky.night.sequence import FOCUS_STEPS
from wide_aperture.core.sky.night.windows import dark_night, last_evening, year_of
from wide_aperture.core.sky.pointing import frame_outline, framed_declination_deg, sun_caution, worst_trail_px
from wide_aperture.core.sky.stars import star_track
from wide_aperture.sky.questions import MoonRequest, NightRequest, PanoramaRequest, Pointed, SearchRequest, YearRequest

TRACK_STEP_MIN = 10.0
GLOW_AZIMUTHS, GLOW_ALTITUDES = np.arange(0, 361, 7.5), np.arange(0, 61, 5.0)
FAINTEST_SHOWN = 2.2


def target_of(name: str) -> Star:
    """Raises UnknownIdError for a name the catalogue does not have."""
    return GALACTIC_CENTRE if name == GALACTIC_CENTRE.name else find_star(name)


def night(asked: NightRequest) -> dict[str, Any]:
    """Dark hours of a night and the frame it asks for."""
    target, context = target_of(asked.target), asked.sky
    usable = usable_above_deg(asked.haze)
    above = max(asked.above_deg, usable if asked.haze > 0 else -90)
    dark = dark_night(context, target=target, above_deg=above)
    at = dark.target_best_min if dark.target_best_min is not None else 24 * 60.0
    moment = np.array([at])
    sky = tracks(context, moment)
    altitude, azimuth = star_track(
        target.right_ascension_deg, target.declination_deg, days_of(context, moment), observer_of(context)
    )
    bearing, tilt = (float(azimuth[0]), float(altitude[0])) if asked.bearing_deg is None else (asked.bearing_deg, asked.tilt_deg)  # fmt: skip
    middle = float(framed_declination_deg(bearing, tilt, context.latitude_deg))
    brightness = float(
        sky_cd_m2(
            np.array([bearing]), np.array([tilt]), dark_mag=asked.dark_mag, glows=tuple(asked.glows), **_lights(sky)
        )[0]
    )
    planned = night_choice(
        night_case(
            asked.body, asked.focal_mm, asked.f_number, sky_cd_m2=brightness, declination_deg=middle,
            tracked=asked.tracked, exposure_s=asked.exposure_s,
        )
    )  # fmt: skip
    as_planned = asked.planned if asked.exposure_s is None and not asked.tracked else None
    shown = as_planned or planned
    frame = night_frame(
        asked.body, asked.focal_mm, asked.f_number, sky_cd_m2=brightness, declination_deg=middle, frames=asked.frames,
        exposure_s=shown.exposure_s, iso=shown.iso, tracked=asked.tracked,
        land=land_cd_m2(float(moon_lux(sky.moon_altitude_deg, sky.moon_fraction)[0])),
    )  # fmt: skip
    edge_px = worst_trail_px(
        asked.body.sensor_width_mm, asked.body.sensor_height_mm, asked.focal_mm, asked.body.pixel_pitch_um,
        bearing_deg=bearing, tilt_deg=tilt, latitude_deg=context.latitude_deg, exposure_s=frame.exposure_s,
    )  # fmt: skip
    nearest = None if dark.astronomical else nearest_dark_night(context)
    return {
        "dark": dark,
        "frame": frame,
        "sky_mag": float(magnitude_of_luminance(brightness)),
        "usable_above_deg": usable,
        "target_azimuth_deg": float(azimuth[0]),
        "target_altitude_deg": float(altitude[0]),
        "declination_deg": middle,
        "trail_edge_px": 0.0 if asked.tracked else max(edge_px, frame.trail_px),
        "planned": planned,
        "nearest_dark": nearest,
        "focus": list(FOCUS_STEPS),
    }


def _lights(sky: SkyTracks) -> dict[str, Any]:
    """Where Sun and Moon stand, as the sky's brightness asks for them."""
    return {
        "sun_altitude_deg": sky.sun_altitude_deg,
        "sun_azimuth_deg": sky.sun_azimuth_deg,
        "moon_altitude_deg": sky.moon_altitude_deg,
        "moon_azimuth_deg": sky.moon_azimuth_deg,
        "moon_fraction": sky.moon_fraction,
    }


def moon(asked: MoonRequest) -> MoonPlan:
    """The Moon through a lens, with the planner's own limits for hand and drift."""
    case = moon_case(
        asked.body, asked.focal_mm, asked.f_number, ev100=FULL_DISC_EV, rate_arcsec_s=SIDEREAL_RATE_ARCSEC_S,
        stabiliser_stops=asked.lens_stabiliser_stops,
    )  # fmt: skip
    return moon_plan(
        asked.body, asked.focal_mm, asked.f_number, context=asked.sky, at_min=asked.at_min, haze=asked.haze,
        iso=asked.iso, burst_frames=asked.burst_frames, frames_per_s=asked.frames_per_s,
        hand_limit_s=case.support.handheld_limit_s, drift_px=case.output.sky_tolerance_px, focus=asked.focus,
    )  # fmt: skip


def year(asked: YearRequest) -> dict[str, Any]:
    points = year_of(asked.sky, target=target_of(asked.target), above_deg=asked.above_deg)
    return {"points": points, "last_evening": last_evening(points, asked.before_min)}


def search(asked: SearchRequest) -> NightSearch:
    return search_nights(asked.sky, asked.days, asked.wish, target_of(asked.target))


def panorama(asked: PanoramaRequest) -> dict[str, Any]:
    """Tracks between two times, bright stars and brightness of the sky at one."""
    context = asked.sky
    minutes = np.arange(asked.from_min, max(asked.until_min, asked.from_min + 20) + 1, TRACK_STEP_MIN)
    now = np.array([asked.at_min])
    way, here = tracks(context, minutes), tracks(context, now)
    drawn = [
        _track("Sun", "sun", minutes, way.sun_altitude_deg, way.sun_azimuth_deg, here.sun_altitude_deg, here.sun_azimuth_deg),
        _track("Moon", "moon", minutes, way.moon_altitude_deg, way.moon_azimuth_deg, here.moon_altitude_deg, here.moon_azimuth_deg),
        _track("Galactic core", "core", minutes, way.core_altitude_deg, way.core_azimuth_deg, here.core_altitude_deg, here.core_azimuth_deg),
    ]  # fmt: skip
    if asked.target and asked.target != GALACTIC_CENTRE.name:
        star = target_of(asked.target)
        place = (star.right_ascension_deg, star.declination_deg)
        along, at = (star_track(*place, days_of(context, m), observer_of(context)) for m in (minutes, now))
        drawn.append(_track(star.name, "target", minutes, *along, *at))
    north = context.latitude_deg >= 0
    pole = (np.full(1, abs(context.latitude_deg)), np.full(1, 0.0 if north else 180.0))
    drawn.append(_track("north pole of the sky" if north else "south pole of the sky", "pole", now, *pole, *pole))
    return {
        "tracks": drawn,
        "stars": _bright_stars(asked),
        "glow": _glow(asked, here),
        "horizon_deg": _horizon(asked),
        "moon_fraction": float(here.moon_fraction[0]),
        "frame": _outline(asked.pointed, here) if asked.pointed else None,
    }


def _outline(frame: Pointed, here: SkyTracks) -> dict[str, Any]:
    azimuth, altitude = frame_outline(
        frame.sensor_width_mm, frame.sensor_height_mm, frame.focal_mm, frame.bearing_deg, frame.tilt_deg
    )
    crop = float(crop_factor(frame.sensor_width_mm, frame.sensor_height_mm))
    caution = sun_caution(
        frame.sensor_width_mm, frame.focal_mm, crop, bearing_deg=frame.bearing_deg, tilt_deg=frame.tilt_deg,
        sun_azimuth_deg=float(here.sun_azimuth_deg[0]), sun_altitude_deg=float(here.sun_altitude_deg[0]),
    )  # fmt: skip
    return {"azimuth_deg": azimuth.round(2).tolist(), "altitude_deg": altitude.round(2).tolist(), "caution": caution}


def _track(name: str, kind: str, minutes: np.ndarray, altitude: np.ndarray, azimuth: np.ndarray, now_altitude: np.ndarray, now_azimuth: np.ndarray) -> dict[str, Any]:  # fmt: skip
    return {
        "name": name,
        "kind": kind,
        "minutes": minutes.tolist(),
        "altitude_deg": altitude.round(2).tolist(),
        "azimuth_deg": azimuth.round(2).tolist(),
        "now_altitude_deg": float(now_altitude[0]),
        "now_azimuth_deg": float(now_azimuth[0]),
    }


def _bright_stars(asked: PanoramaRequest) -> list[dict[str, Any]]:
    day = days_of(asked.sky, np.array([asked.at_min]))
    found = []
    for star in stars():
        if star.magnitude is None or star.kind != "star" or star.magnitude > FAINTEST_SHOWN:
            continue
        altitude, azimuth = star_track(star.right_ascension_deg, star.declination_deg, day, observer_of(asked.sky))
        if altitude[0] > 0:
            found.append(
                {
                    "name": star.name,
                    "altitude_deg": float(altitude[0]),
                    "azimuth_deg": float(azimuth[0]),
                    "magnitude": star.magnitude,
                }
            )
    return found


def _glow(asked: PanoramaRequest, here: SkyTracks) -> dict[str, Any]:
    azimuth, altitude = np.meshgrid(GLOW_AZIMUTHS, GLOW_ALTITUDES)
    lights = {name: float(value[0]) for name, value in _lights(here).items()}
    light = sky_cd_m2(azimuth, altitude, dark_mag=asked.dark_mag, glows=tuple(asked.glows), **lights)
    return {
        "azimuth_deg": GLOW_AZIMUTHS.tolist(),
        "altitude_deg": GLOW_ALTITUDES.tolist(),
        "magnitude": magnitude_of_luminance(light).round(2).tolist(),
    }


def _horizon(asked: PanoramaRequest) -> list[float]:
    """Height of the land at each of the glow's azimuths."""
    if not asked.horizon:
        return [0.0] * GLOW_AZIMUTHS.size
    known = sorted(asked.horizon, key=lambda point: point.bearing_deg % 360)
    heights = np.interp(
        GLOW_AZIMUTHS, [p.bearing_deg % 360 for p in known], [p.altitude_deg for p in known], period=360
    )
    return [round(float(height), 2) for height in heights]
