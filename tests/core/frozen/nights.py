"""Sky, daylight, nights, Moon and searches at four places of the year."""

from __future__ import annotations

import datetime as dt

import numpy as np

from tests.core.builders import body
from tests.core.frozen import Table, flat
from wide_aperture.core.documents.place import TownGlow
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.sky import moon_position, night_events, star_position, sun_position
from wide_aperture.core.sky.daylight import conditions, illuminance
from wide_aperture.core.sky.daylight.conditions import CONDITIONS, TABLE
from wide_aperture.core.sky.daylight.day import light_at, tracks
from wide_aperture.core.sky.daylight.events import events_between, next_event
from wide_aperture.core.sky.daylight.hand_meter import simulated_reading
from wide_aperture.core.sky.moon import moon_phase, moon_rate
from wide_aperture.core.sky.night import darkness, frames, sequence
from wide_aperture.core.sky.night.moon import balanced_rises, moon_plan
from wide_aperture.core.sky.night.search import NightWish, nearest_dark_night, search_nights
from wide_aperture.core.sky.night.windows import dark_night, last_evening, year_of
from wide_aperture.core.sky.pointing import apart_deg, frame_outline, framed_declination_deg, sun_caution
from wide_aperture.demo.kit import BODIES

PLACES = {
    "north": SkyContext(date=dt.date(2026, 8, 14), zone="Etc/UTC", latitude_deg=38, longitude_deg=-33),
    "south": SkyContext(date=dt.date(2026, 7, 2), zone="Etc/GMT+10", latitude_deg=-42, longitude_deg=-150),
    "polar": SkyContext(date=dt.date(2026, 1, 5), zone="Etc/GMT-2", latitude_deg=69.6, longitude_deg=18.9),
    "town": SkyContext(date=dt.date(2026, 3, 1), zone="Etc/GMT-1", latitude_deg=50, longitude_deg=10),
}  # fmt: skip
HEIGHTS = np.array([-20.0, -12, -7, -3, -0.5, 0.5, 4, 15, 35, 70])
HOURS = np.array([-300.0, 120, 400, 720, 1080, 1290, 1500])


def table() -> Table:
    made = {
        f"{name}, {part.__name__[1:]}": list(part(context))
        for name, context in PLACES.items()
        for part in (_places, _lights, _nights)
    }
    return {**made, "formulas": list(_formulas()), "frames": list(_frames()), "sequences": list(_sequences())}


def _places(context: SkyContext) -> list[str]:
    where = (context.latitude_deg, context.longitude_deg)
    lines: list[str] = []
    for minute in (30.0, 700.0, 1230.0):
        moment = context.moment(minute)
        for title, place in (
            ("sun", sun_position(moment, *where)), ("moon", moon_position(moment, *where)), ("phase", moon_phase(moment, *where)),
            ("rate", moon_rate(moment, *where)), ("star", star_position(moment, *where, 201.3, -11.2)),
        ):  # fmt: skip
            lines += flat(place, f"{minute:g} {title}")
    return [*lines, *flat(night_events(context.date, *where)), *flat(tracks(context, HOURS))]


def _lights(context: SkyContext) -> list[str]:
    lines = [line for name in CONDITIONS for line in flat(light_at(context, HOURS, name), name)]
    lines += flat(events_between(context, -200, 1600))
    lines += [f"next after {minute:g}: {next_event(context, minute)}" for minute in (0.0, 900.0, 1250.0)]
    return lines + [line for at in (500.0, 1000.0) for line in flat(simulated_reading(context, at, "clear"), f"{at:g}")]


def _nights(context: SkyContext) -> list[str]:
    night = dark_night(context)
    lines = [*flat(night), f"nearest dark: {nearest_dark_night(context)}"]
    points = year_of(context)
    lines += [line for point in points[::6] for line in flat(point)]
    lines.append(f"last evening: {last_evening(points)}")
    camera = body()
    lines += flat(
        moon_plan(camera, 600, 8, context=context, at_min=1300.0, haze=0.1, hand_limit_s=1 / 250, drift_px=1.2), "moon"
    )
    lines += flat(balanced_rises(context, days=45), "balanced")
    lines += flat(balanced_rises(context, days=45, bearing_deg=110, horizon_deg=3), "towards 110")
    wish = NightWish(above_deg=10, weekdays=(4, 5), at_least_min=30)
    return [
        *lines,
        *flat(search_nights(context, 60, wish, most=6), "search"),
        *flat(search_nights(context, 40, NightWish(moon="any", from_min=1260), most=3), "late"),
    ]


def _formulas() -> list[str]:
    lines = [
        line
        for name in TABLE
        for line in flat(
            (
                conditions.subject_lux(name, HEIGHTS),
                conditions.band_ev(name, HEIGHTS),
                conditions.colour_k(name, HEIGHTS, 0.3),
            ),
            name,
        )
    ]
    lines += flat(
        (illuminance.sun_lux(HEIGHTS), illuminance.direct_share(HEIGHTS), illuminance.air_mass(HEIGHTS)), "sun"
    )
    lines += flat([float(illuminance.moon_lux(h, f)) for h in (-1.0, 5.0, 50.0) for f in (0.2, 0.97)], "moon lux")
    lines += flat(
        [float(illuminance.disc_ev(f, h, z)) for f in (0.1, 0.5, 1.0) for h in (3.0, 40.0) for z in (0.0, 0.4)], "disc"
    )
    lines += flat([float(darkness.extinction_mag(h, z)) for h in (2.0, 20.0, 80.0) for z in (0.0, 0.5)], "extinction")
    lines += flat([darkness.usable_above_deg(z) for z in (0.0, 0.3, 0.8)], "usable")
    lines += flat([float(darkness.sky_cd_m2(az, alt)) for az in (0.0, 200.0) for alt in (10.0, 60.0)], "sky")
    glow = (TownGlow(bearing_deg=200, height_deg=8, strength=3),)
    lines += flat([float(darkness.sky_cd_m2(az, 15.0, glows=glow)) for az in (20.0, 185.0, 200.0)], "glow")
    lines += flat(
        [
            float(darkness.sky_cd_m2(90, 40.0, moon_altitude_deg=h, moon_fraction=0.6, sun_altitude_deg=s))
            for h in (-5.0, 30.0)
            for s in (-30.0, -13.0)
        ],
        "lit sky",
    )
    lines += flat(
        [float(darkness.magnitude_of_luminance(2e-4)), float(darkness.luminance_of_magnitude(20.3))], "magnitudes"
    )
    lines += flat(frame_outline(36, 24, 24, bearing_deg=120, tilt_deg=25), "outline")
    lines += flat([float(apart_deg(10, 20, 250, 60)), float(framed_declination_deg(120, 30, 48))], "apart")
    for focal, bearing in ((24.0, 90.0), (200.0, 96.0), (200.0, 130.0), (400.0, 90.0)):
        said = sun_caution(36, focal, 1.0, bearing_deg=bearing, tilt_deg=5, sun_azimuth_deg=90, sun_altitude_deg=8)
        lines.append(f"caution {focal:g} {bearing:g}: {said is not None}")
    return lines


def _frames() -> list[str]:
    lines: list[str] = []
    for camera in (body(), *BODIES[:3]):
        lines.append(f"{camera.name} {frames.points_limit_s(camera, 20, 30):.4g} {frames.iso_enough(camera, 40.0):.4g}")
        for tracked, count, seconds in ((False, 1, None), (True, 8, None), (False, 12, 10.0)):
            frame = frames.night_frame(
                camera,
                20,
                1.8,
                sky_cd_m2=2.2e-4,
                declination_deg=-20,
                frames=count,
                exposure_s=seconds,
                tracked=tracked,
            )
            lines += flat(frame, f"{camera.name} {tracked} {count}")
    return lines


def _sequences() -> list[str]:
    camera, lines = body(), []
    for kind, interval, cold in (
        ("star_trails", None, None),
        ("star_trails", 40.0, -8.0),
        ("time_lapse", 12.0, 20.0),
        ("time_lapse", None, 3.0),
    ):
        plan = sequence.sequence_plan(
            kind,
            camera,
            exposure_s=8.0,
            duration_min=95,
            interval_s=interval,
            temperature_c=cold,
            humidity=0.85,
            cards_gb=64,
        )
        lines += flat(plan, f"{kind} {interval} {cold}")
    for upright, tilt in ((True, 50.0), (False, 10.0)):
        lines += flat(
            sequence.panorama(camera, 35, span_deg=140, from_tilt_deg=-5, to_tilt_deg=tilt, upright=upright),
            f"panorama {upright}",
        )
    lines += flat(sequence.test_series("exposure_s", (5.0, 10.0, 20.0), {"iso": "3200", "exposure_s": "-"}), "series")
    return [*lines, f"field {sequence.field_deg(36, 24):.4g}"]
