"""Searching months of nights for conditions: how high a target, how the Moon, from what hour, on which days."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

import numpy as np
from pydantic import Field

from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.physics.numeric import Floats
from wide_aperture.core.sky.bodies import track
from wide_aperture.core.sky.daylight.day import days_of
from wide_aperture.core.sky.frames import observer_of
from wide_aperture.core.sky.moon import moon_looks
from wide_aperture.core.sky.night.windows import DARK_DEG, NIGHT_FROM_MIN, NIGHT_UNTIL_MIN, sun_of_many_nights
from wide_aperture.core.sky.stars import GALACTIC_CENTRE, Star, star_track

STEP_MIN = 10.0
MOST_DAYS = 800
POLAR_SEARCH_DAYS = 370


class NightWish(Document):
    """What a night must offer. Times in minutes from the evening's own midnight: 1260 is 21:00, 1500 is 01:00."""

    above_deg: Annotated[Finite, Field(ge=-90, le=90)] = 15
    moon: Literal["below", "any", "up"] = "below"
    moon_fraction_low: Annotated[Finite, Field(ge=0, le=1)] = 0
    moon_fraction_high: Annotated[Finite, Field(ge=0, le=1)] = 1
    from_min: Annotated[Finite, Field(ge=720, le=2160)] = 1080
    until_min: Annotated[Finite, Field(ge=720, le=2160)] = 1800
    weekdays: tuple[Annotated[int, Field(ge=0, le=6)], ...] = ()
    darker_than_deg: Annotated[Finite, Field(ge=-18, le=0)] = DARK_DEG
    at_least_min: Annotated[Finite, Field(ge=0, le=720)] = 20


class NightHit(Document):
    """One night that fits."""

    date: dt.date
    from_min: Finite
    until_min: Finite
    minutes: Finite
    highest_deg: Finite
    azimuth_deg: Finite
    moon_fraction: Finite
    score: Finite
    sentence: str


class NightSearch(Document):
    """Nights that fit, best first, and a sentence where there are none."""

    hits: tuple[NightHit, ...]
    sentence: str
    nearest: dt.date | None = None


def search_nights(
    context: SkyContext, days: int, wish: NightWish, target: Star = GALACTIC_CENTRE, most: int = 40
) -> NightSearch:
    """Return the nights from the context's date on that offer what is wished, ranked by time and height.

    Raises: DomainError through the place; days are held to 800.
    Source: a ten-minute grid over all nights at once.
    """
    count = min(max(days, 1), MOST_DAYS)
    dates = [context.date + dt.timedelta(days=k) for k in range(count)]
    keep = [k for k, date in enumerate(dates) if not wish.weekdays or date.weekday() in wish.weekdays]
    if not keep:
        return NightSearch(hits=(), sentence="No such weekday in the time searched.")
    minutes = np.arange(NIGHT_FROM_MIN, NIGHT_UNTIL_MIN + 1, STEP_MIN)
    hours = (minutes >= wish.from_min) & (minutes <= wish.until_min)
    grid = days_of(context, np.array(keep, float)[:, None] * 1440 + minutes[hours][None, :])
    observer = observer_of(context)
    sun = sun_of_many_nights(grid, observer)
    height, azimuth = (
        v.reshape(grid.shape)
        for v in star_track(target.right_ascension_deg, target.declination_deg, grid.reshape(-1), observer)
    )
    good = (sun <= wish.darker_than_deg) & (height >= wish.above_deg)
    lit = moon_looks(grid[:, grid.shape[1] // 2], observer)[0]
    good &= ((lit >= wish.moon_fraction_low) & (lit <= wish.moon_fraction_high))[:, None]
    if wish.moon != "any":
        rows = good.any(axis=1)
        moon = np.full(grid.shape, -90.0)
        if rows.any():
            moon[rows] = track("moon", grid[rows].reshape(-1), observer).altitude_deg.reshape(-1, grid.shape[1])
        good &= moon < -0.8 if wish.moon == "below" else moon > 0
    hits = [
        _hit(dates[k], minutes[hours], good[row], height[row], azimuth[row], float(lit[row]), target)
        for row, k in enumerate(keep)
        if good[row].sum() * STEP_MIN >= max(wish.at_least_min, STEP_MIN)
    ]
    ranked = tuple(sorted(hits, key=lambda hit: (-hit.score, hit.date))[:most])
    if ranked:
        return NightSearch(hits=ranked, sentence=f"{len(hits)} of {len(keep)} nights fit; the best first.")
    return _none(context, wish, sun, height, target)


def _hit(
    date: dt.date, minutes: Floats, good: np.ndarray, height: Floats, azimuth: Floats, lit: float, target: Star
) -> NightHit:
    at = np.flatnonzero(good)
    best = int(at[np.argmax(height[at])])
    lasts = float(good.sum() * STEP_MIN)
    return NightHit(
        date=date,
        from_min=float(minutes[at[0]]),
        until_min=float(minutes[at[-1]]),
        minutes=lasts,
        highest_deg=float(height[best]),
        azimuth_deg=float(azimuth[best]),
        moon_fraction=lit,
        score=round(min(lasts, 240) / 60 * 10 + float(height[best]), 2),
        sentence=f"{target.name} up to {height[best]:.0f} degrees, {lasts / 60:.1f} hours from {wording.clock(float(minutes[at[0]]))}.",
    )


def _none(context: SkyContext, wish: NightWish, sun: Floats, height: Floats, target: Star) -> NightSearch:
    """Say why there is nothing, and when there will be."""
    if not (sun <= wish.darker_than_deg).any():
        nearest = nearest_dark_night(context, wish.darker_than_deg)
        until = f" The next dark night is {nearest:%d %B %Y}." if nearest else ""
        return NightSearch(hits=(), sentence=f"It never gets that dark here in this time.{until}", nearest=nearest)
    highest = float(np.where(sun <= wish.darker_than_deg, height, -90).max())
    if highest < wish.above_deg:
        return NightSearch(hits=(), sentence=f"{target.name} reaches only {highest:.0f} degrees while it is dark.")
    return NightSearch(hits=(), sentence="Moon, hours and days leave nothing: widen one of them.")


def nearest_dark_night(context: SkyContext, darker_than_deg: float = DARK_DEG) -> dt.date | None:
    """The first date from the context's on whose night gets that dark; None within a year."""
    middle = days_of(context, np.array([1440.0]))[0]
    nights = middle + np.arange(POLAR_SEARCH_DAYS)[:, None] + np.arange(-0.5, 0.5, 1 / 144)[None, :]
    lowest = sun_of_many_nights(nights, observer_of(context)).min(axis=1)
    dark = np.flatnonzero(lowest <= darker_than_deg)
    return context.date + dt.timedelta(days=int(dark[0])) if dark.size else None
