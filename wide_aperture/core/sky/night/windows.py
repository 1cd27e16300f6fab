"""Dark hours of a night: Sun far below, Moon down, and what stands well meanwhile."""

from __future__ import annotations

import datetime as dt

import numpy as np

from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.physics.numeric import Floats
from wide_aperture.core.sky.bodies import track
from wide_aperture.core.sky.daylight.day import days_of, tracks
from wide_aperture.core.sky.frames import Observer, observer_of
from wide_aperture.core.sky.stars import GALACTIC_CENTRE, Star, star_track

STEP_MIN = 5.0
DARK_DEG = -18.0
NIGHT_FROM_MIN, NIGHT_UNTIL_MIN = 12 * 60, 36 * 60


class Span(Document):
    """Minutes from local midnight of the first day."""

    from_min: Finite
    until_min: Finite


class DarkNight(Document):
    """One night. dark: Sun 18 degrees down and Moon below; target: the part of it with the target high enough."""

    date: dt.date
    astronomical: tuple[Span, ...]
    dark: tuple[Span, ...]
    target: tuple[Span, ...]
    target_best_min: Finite | None
    target_highest_deg: Finite
    moon_fraction: Finite
    sentence: str


def spans(minutes: Floats, holds: np.ndarray) -> tuple[Span, ...]:
    """Stretches where a condition holds on a grid, to the middle between grid points."""
    step = float(minutes[1] - minutes[0])
    edges = np.flatnonzero(np.diff(np.concatenate([[False], holds, [False]]).astype(int)))
    found = []
    for begin, end in edges.reshape(-1, 2).tolist():
        begins = float(minutes[begin]) - (step / 2 if begin > 0 else 0)
        ends = float(minutes[end - 1]) + (step / 2 if end < minutes.size else 0)
        found.append(Span(from_min=begins, until_min=ends))
    return tuple(found)


def dark_night(
    context: SkyContext, *, target: Star = GALACTIC_CENTRE, above_deg: float = 10.0, darker_than_deg: float = DARK_DEG
) -> DarkNight:
    """Return the dark hours of the night that begins on the context's date."""
    minutes = np.arange(NIGHT_FROM_MIN, NIGHT_UNTIL_MIN + 1, STEP_MIN)
    sky = tracks(context, minutes)
    altitude, _ = star_track(
        target.right_ascension_deg, target.declination_deg, days_of(context, minutes), observer_of(context)
    )
    night = sky.sun_altitude_deg <= darker_than_deg
    dark = night & (sky.moon_altitude_deg < -0.8)
    good = dark & (altitude >= above_deg)
    best = int(np.argmax(np.where(dark, altitude, -90))) if dark.any() else None
    lit = float(sky.moon_fraction[np.argmin(np.abs(minutes - 24 * 60))])
    made = {"astronomical": spans(minutes, night), "dark": spans(minutes, dark), "target": spans(minutes, good)}
    return DarkNight(
        date=context.date,
        target_best_min=None if best is None else float(minutes[best]),
        target_highest_deg=float(altitude[best]) if best is not None else float(altitude.max()),
        moon_fraction=lit,
        sentence=_sentence(target, made, above_deg, lit, float(sky.sun_altitude_deg.min())),
        **made,
    )


def _sentence(target: Star, made: dict[str, tuple[Span, ...]], above_deg: float, lit: float, lowest_sun: float) -> str:
    if not made["astronomical"]:
        return (
            f"No dark hours: the Sun sinks only to {-lowest_sun:.0f} degrees below."
            if lowest_sun < 0
            else "The Sun does not set."
        )
    if not made["dark"]:
        return f"The Moon, {100 * lit:.0f} % lit, is up through all the dark hours."
    hours = sum(span.until_min - span.from_min for span in made["target"]) / 60
    if hours == 0:
        return f"{target.name} does not stand above {above_deg:.0f} degrees while it is dark."
    return f"{target.name} stands above {above_deg:.0f} degrees for {hours:.1f} dark hours."


class YearPoint(Document):
    """One night of the year: the target's height while it is dark, Moon left out."""

    date: dt.date
    highest_deg: Finite | None
    dark_hours: Finite
    evening_min: Finite | None


def year_of(
    context: SkyContext, *, target: Star = GALACTIC_CENTRE, above_deg: float = 10.0, step_days: int = 1
) -> list[YearPoint]:
    """The target through a year of nights from the context's date, Moon left out: when its season is."""
    minutes = np.arange(NIGHT_FROM_MIN, NIGHT_UNTIL_MIN + 1, 10.0)
    observer = observer_of(context)
    dates = [context.date + dt.timedelta(days=k) for k in range(0, 366, step_days)]
    days = days_of(context, np.arange(0, 366, step_days)[:, None] * 1440 + minutes[None, :])
    sun = sun_of_many_nights(days, observer)
    altitude = star_track(target.right_ascension_deg, target.declination_deg, days.reshape(-1), observer)[0].reshape(
        days.shape
    )
    dark = sun <= DARK_DEG
    good = dark & (altitude >= above_deg)
    points = []
    for k, date in enumerate(dates):
        hit = np.flatnonzero(good[k])
        points.append(
            YearPoint(
                date=date,
                highest_deg=float(np.where(dark[k], altitude[k], -90).max()) if dark[k].any() else None,
                dark_hours=round(float(good[k].sum()) / 6, 2),
                evening_min=float(minutes[hit[0]]) if hit.size else None,
            )
        )
    return points


def sun_of_many_nights(days: Floats, observer: Observer) -> Floats:
    """Altitude of the Sun for whole nights, shape of `days` (nights, times): its declination moves little in a night."""
    return track("sun", days.reshape(-1), observer).altitude_deg.reshape(days.shape)


def last_evening(points: list[YearPoint], before_min: float = 23 * 60) -> dt.date | None:
    """The last night of the season in which the target stands well before an hour of the evening; None without any."""
    good = [k for k, point in enumerate(points) if point.evening_min is not None and point.evening_min <= before_min]
    for k in good:
        if k + 1 not in good:
            return points[k].date
    return None
