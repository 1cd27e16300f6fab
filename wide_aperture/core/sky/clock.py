"""The wall clock of a place: minutes after a date's local midnight as people write them, and the moments they mean.

Minutes are what the clock shows: 1200 is 20:00 whether or not clocks were changed that night, 1500 is 01:00 the day after.
An hour that is skipped means the hour after it; of an hour that comes twice the first is meant.
"""

from __future__ import annotations

import datetime as dt
import functools
import zoneinfo
from typing import Annotated

import numpy as np
from pydantic import AfterValidator, Field

from wide_aperture.core.physics.numeric import Floats
from wide_aperture.core.sky.frames import Days, julian_day

DAY_MIN = 1440
CHANGES_MIN = 15  # zones change their offset on quarters of an hour


KNOWN_ZONES = functools.cache(zoneinfo.available_timezones)  # it reads the disk


def _known_zone(name: str) -> str:
    if name not in KNOWN_ZONES():
        raise ValueError(f"{name!r} is no time zone; write one like 'Etc/UTC' or 'Etc/GMT+2'")
    return name


Zone = Annotated[str, Field(max_length=60), AfterValidator(_known_zone)]


def moment_of(date: dt.date, zone: str, minutes: float) -> dt.datetime:
    """The moment, in UTC, at which the clock of a zone shows so many minutes after a date's midnight."""
    shown = dt.datetime.combine(date, dt.time()) + dt.timedelta(minutes=minutes)
    return shown.replace(tzinfo=zoneinfo.ZoneInfo(zone)).astimezone(dt.UTC)


def minutes_of(date: dt.date, zone: str, moment: dt.datetime) -> float:
    """What the clock of a zone shows at a moment, as minutes after a date's midnight."""
    shown = moment.astimezone(zoneinfo.ZoneInfo(zone)).replace(tzinfo=None)
    return (shown - dt.datetime.combine(date, dt.time())).total_seconds() / 60


def days_on_clock(date: dt.date, zone: str, minutes: Floats) -> Days:
    """Julian days of minutes on the clock, any shape.

    Zone rules are looked up once a day, and within a day only where its ends differ.
    """
    first = julian_day(dt.datetime.combine(date, dt.time(), tzinfo=dt.UTC))
    return np.asarray(first + (minutes - _offsets(date, zone, minutes)) / DAY_MIN)


def _offsets(date: dt.date, zone: str, minutes: Floats) -> Floats:
    """Minutes the clock is ahead of UTC at each time on it."""
    info = zoneinfo.ZoneInfo(zone)
    midnight = dt.datetime.combine(date, dt.time(), tzinfo=info)

    def at(minute: float) -> float:
        ahead = (midnight + dt.timedelta(minutes=minute)).utcoffset()
        return ahead.total_seconds() / 60 if ahead is not None else 0.0

    day = np.floor(minutes / DAY_MIN).astype(int)
    low = int(day.min())
    ends = np.array([at(k * DAY_MIN) for k in range(low, int(day.max()) + 2)])
    offsets: Floats = ends[day - low]
    for k in np.flatnonzero(np.diff(ends)).tolist():
        on_it = day == low + k
        quarters, which = np.unique(np.floor(minutes[on_it] / CHANGES_MIN), return_inverse=True)
        offsets[on_it] = np.array([at(float(quarter) * CHANGES_MIN) for quarter in quarters])[which]
    return offsets
