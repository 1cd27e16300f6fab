"""The wall clock of a place: minutes after a date's local midnight as people write them, and the moments they mean.

Minutes are what the clock shows: 1200 is 20:00 whether or not clocks were changed that night, 1500 is 01:00 the day after.
An hour that is skipped means the hour after it; of an hour that comes twice the first is meant.
"""

from __future__ import annotations

import datetime as dt
import functools
import zoneinfo
from typing import Annotated

from pydantic import AfterValidator, Field

KNOWN_ZONES = functools.cache(zoneinfo.available_timezones)  # it reads the disk


def _known_zone(name: str) -> str:
    if name not in KNOWN_ZONES():
        raise ValueError(f"{name!r} is no time zone; write one like 'Etc/UTC' or 'Etc/GMT+2'")
    return name


SkyDate = Annotated[dt.date, Field(ge=dt.date(1900, 1, 1), le=dt.date(2200, 12, 31))]  # the ephemeris is good for these
Zone = Annotated[str, Field(max_length=60), AfterValidator(_known_zone)]


def moment_of(date: dt.date, zone: str, minutes: float) -> dt.datetime:
    """The moment, in UTC, at which the clock of a zone shows so many minutes after a date's midnight."""
    shown = dt.datetime.combine(date, dt.time()) + dt.timedelta(minutes=minutes)
    return shown.replace(tzinfo=zoneinfo.ZoneInfo(zone)).astimezone(dt.UTC)


def minutes_of(date: dt.date, zone: str, moment: dt.datetime) -> float:
    """What the clock of a zone shows at a moment, as minutes after a date's midnight."""
    shown = moment.astimezone(zoneinfo.ZoneInfo(zone)).replace(tzinfo=None)
    return (shown - dt.datetime.combine(date, dt.time())).total_seconds() / 60
