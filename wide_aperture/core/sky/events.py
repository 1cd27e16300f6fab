"""Rising, setting and twilights of one night: from local mean solar noon to the next."""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from wide_aperture.core.physics.numeric import Floats
from wide_aperture.core.sky.bodies import track
from wide_aperture.core.sky.frames import Days, Observer, julian_day, utc_of
from wide_aperture.core.sky.moon import MOON_RADIUS_KM
from wide_aperture.core.sky.stars import GALACTIC_CENTRE, star_track

STEP_MIN = 1.0  # a straight line over a minute of sky misses its curve by 0.0002 degrees
SUNRISE_DEG = -50 / 60  # 34' of refraction and 16' of radius: the almanacs' convention
TWILIGHTS_DEG = {"civil": -6.0, "nautical": -12.0, "astronomical": -18.0}
HORIZON_REFRACTION_DEG = 34 / 60
KEPT_NIGHTS = 512
Height = Callable[[Days], Floats]


@dataclass(frozen=True, slots=True, kw_only=True)
class NightEvents:
    """Aware UTC times; None where the night has no such event."""

    window_start: dt.datetime
    window_end: dt.datetime
    sunset: dt.datetime | None
    civil_dusk: dt.datetime | None
    nautical_dusk: dt.datetime | None
    astronomical_dusk: dt.datetime | None
    astronomical_dawn: dt.datetime | None
    nautical_dawn: dt.datetime | None
    civil_dawn: dt.datetime | None
    sunrise: dt.datetime | None
    moonrise: dt.datetime | None
    moonset: dt.datetime | None
    gc_rise_10deg: dt.datetime | None
    gc_set_10deg: dt.datetime | None
    gc_rise_0deg: dt.datetime | None
    gc_set_0deg: dt.datetime | None
    sun_min_alt_deg: float
    sun_max_alt_deg: float
    gc_max_alt_deg: float


@lru_cache(maxsize=KEPT_NIGHTS)
def night_events(date: dt.date, latitude_deg: float, longitude_deg: float) -> NightEvents:
    """Return what happens between noon of a date and the next noon, local mean solar time.

    Raises: DomainError for a place outside the globe.
    Source: sign changes on a one-minute grid, straight lines between its points.
    """
    observer = Observer(latitude_deg, longitude_deg)
    noon = dt.datetime.combine(date, dt.time(12), tzinfo=dt.UTC)
    start = julian_day(noon) - longitude_deg / 360
    grid = start + np.arange(0, 1440 + STEP_MIN, STEP_MIN) / 1440

    def sun(days: Days) -> Floats:
        return track("sun", days, observer).altitude_deg

    def moon(days: Days) -> Floats:
        """Altitude of the upper limb over its refracted horizon."""
        way = track("moon", days, observer)
        return way.altitude_deg + HORIZON_REFRACTION_DEG + np.degrees(np.arcsin(MOON_RADIUS_KM / way.distance_km))

    def core(days: Days) -> Floats:
        return star_track(GALACTIC_CENTRE.right_ascension_deg, GALACTIC_CENTRE.declination_deg, days, observer)[0]

    sun_grid, moon_grid, core_grid = sun(grid), moon(grid), core(grid)
    found: dict[str, dt.datetime | None] = {}
    found["sunrise"], found["sunset"] = crossings(grid, sun_grid, SUNRISE_DEG)
    for name, height in TWILIGHTS_DEG.items():
        found[f"{name}_dawn"], found[f"{name}_dusk"] = crossings(grid, sun_grid, height)
    found["moonrise"], found["moonset"] = crossings(grid, moon_grid, 0.0)
    for height in (10, 0):
        up, down = crossings(grid, core_grid, float(height))
        found[f"gc_rise_{height}deg"], found[f"gc_set_{height}deg"] = up, down
    return NightEvents(
        window_start=utc_of(start),
        window_end=utc_of(start + 1),
        sun_min_alt_deg=_extreme(sun, grid, int(np.argmin(sun_grid)), np.min),
        sun_max_alt_deg=_extreme(sun, grid, int(np.argmax(sun_grid)), np.max),
        gc_max_alt_deg=_extreme(core, grid, int(np.argmax(core_grid)), np.max),
        **found,
    )


def crossings(grid: Days, heights: Floats, level: float) -> tuple[dt.datetime | None, dt.datetime | None]:
    """(first way up, first way down) through a level; None where there is none in the grid."""
    over = heights > level
    changes = np.flatnonzero(over[1:] != over[:-1])
    up = next((int(k) for k in changes if over[k + 1]), None)
    down = next((int(k) for k in changes if over[k]), None)
    return _between(grid, heights, up, level), _between(grid, heights, down, level)


def _between(grid: Days, heights: Floats, at: int | None, level: float) -> dt.datetime | None:
    """Where the straight line from one grid point to the next passes the level."""
    if at is None:
        return None
    share = (level - heights[at]) / (heights[at + 1] - heights[at])
    return utc_of(float(grid[at] + share * (grid[at + 1] - grid[at])))


def _extreme(height: Height, grid: Days, at: int, which: Callable[[Floats], float]) -> float:
    """The highest or lowest point near a grid point, on a 10-second grid: near the zenith a minute is too coarse."""
    near = grid[at] + np.arange(-STEP_MIN * 6, STEP_MIN * 6 + 1) / 8640
    return float(which(height(near[(near >= grid[0]) & (near <= grid[-1])])))
