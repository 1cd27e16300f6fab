"""Julian days of a place's wall clock, and the zone of a place."""

from __future__ import annotations

import datetime as dt
import zoneinfo

import numpy as np
from tzfpy import get_tz

from wide_aperture.core.physics.numeric import Floats
from wide_aperture.core.sky.frames import Days, check_place, julian_day

DAY_MIN = 1440
CHANGES_MIN = 15  # zones change their offset on quarters of an hour


def zone_of(latitude_deg: float, longitude_deg: float) -> str:
    """The IANA zone of a place, offline; nautical zones at sea.

    Raises: DomainError outside the globe. Source: the zone borders that ship with the tzfpy package.
    """
    check_place(latitude_deg, longitude_deg)
    east = (longitude_deg + 180) % 360 - 180
    return str(get_tz(east, latitude_deg) or "Etc/UTC")


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
