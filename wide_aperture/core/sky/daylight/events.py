"""Light events of a shoot's hours in plain words: sunset, the end of the blue hour, the Moon, the core."""

from __future__ import annotations

import datetime as dt
import math
from dataclasses import dataclass

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.sky import night_events

LABELS = {
    "sunrise": "sunrise",
    "sunset": "sunset",
    "civil_dusk": "blue hour ends",
    "civil_dawn": "blue hour begins",
    "nautical_dusk": "nautical dusk",
    "nautical_dawn": "nautical dawn",
    "astronomical_dusk": "dark from here",
    "astronomical_dawn": "dark until here",
    "moonrise": "Moon rises",
    "moonset": "Moon sets",
    "gc_rise_10deg": "core above 10°",
    "gc_set_10deg": "core under 10°",
}
NOON_MIN, ZONE_MIN = 720, 240  # nights begin at solar noon; clocks differ from it by less than four hours
SHOWN_IN_LISTS = ("sunrise", "sunset", "moonrise", "astronomical_dusk")


@dataclass(frozen=True, slots=True)
class LightEvent:
    """at_min: minutes from local midnight of the first day."""

    kind: str
    label: str
    at_min: float


def events_between(context: SkyContext, from_min: float, until_min: float) -> list[LightEvent]:
    """Events between two times in their order."""
    found: dict[str, LightEvent] = {}
    for night in range(
        math.floor((from_min - NOON_MIN - ZONE_MIN) / 1440), math.floor((until_min - NOON_MIN + ZONE_MIN) / 1440) + 1
    ):
        events = night_events(context.date + dt.timedelta(days=night), context.latitude_deg, context.longitude_deg)
        for kind, label in LABELS.items():
            when: dt.datetime | None = getattr(events, kind)
            at = None if when is None else context.minutes_of(when)
            if at is not None and from_min <= at <= until_min:
                found[f"{kind}{round(at)}"] = LightEvent(kind, label, round(at, 1))
    return sorted(found.values(), key=lambda event: event.at_min)


def next_event(context: SkyContext, after_min: float) -> str | None:
    """The next event after a time, for lists: "sunset 17:12"."""
    coming = [event for event in events_between(context, after_min, after_min + 1440) if event.kind in SHOWN_IN_LISTS]
    return f"{coming[0].label} {wording.clock(coming[0].at_min)}" if coming else None
