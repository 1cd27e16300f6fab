"""Demo shoots lie ahead when somebody loads them: on the next day of the same season under the same Moon."""

from __future__ import annotations

import datetime as dt

SYNODIC_MONTH_DAYS = 29.530588  # mean, from new Moon to new Moon
SAME_SEASON_DAYS = 16  # half a month either way: some month of every year comes so near
MOST_MONTHS = 1300  # a century


def next_like(day: dt.date, today: dt.date) -> dt.date:
    """The first day from today on with the Moon's age of another day, within 16 days of its date in the year.

    Raises: ValueError when no such day lies within a century.
    """
    for months in range(MOST_MONTHS):
        then = day + dt.timedelta(days=round(months * SYNODIC_MONTH_DAYS))
        if then >= today and _off_season(day, then) <= SAME_SEASON_DAYS:
            return then
    raise ValueError("no day like it within a century")


def _off_season(day: dt.date, then: dt.date) -> int:
    """Days between then and the nearest anniversary of day."""
    leap_day_safe = day.replace(day=28) if (day.month, day.day) == (2, 29) else day
    return min(abs((then - leap_day_safe.replace(year=then.year + by)).days) for by in (-1, 0, 1))
