"""A shoot and its situations as they are saved: the brief, the kit chosen for it, and what is held."""

from __future__ import annotations

import datetime as dt
import zoneinfo
from typing import Annotated
from uuid import UUID

from pydantic import AfterValidator, Field

from wide_aperture.core.document import Document, Name, Text
from wide_aperture.core.kit import Accessories
from wide_aperture.core.preferences import Preferences
from wide_aperture.core.setup_document import Pin
from wide_aperture.core.situation import Genre, Place, Situation


def _known_zone(name: str) -> str:
    if name not in zoneinfo.available_timezones():
        raise ValueError(f"{name!r} is no time zone; write one like 'Etc/UTC' or 'Atlantic/Azores'")
    return name


Zone = Annotated[str, Field(max_length=60), AfterValidator(_known_zone)]


class Shoot(Document):
    """A day or a night of work. Situations name their shoot; their order is their own."""

    id: UUID
    title: Name
    note: Text = ""
    genre: Genre
    date: dt.date | None = None
    zone: Zone = "Etc/UTC"
    place: Place | None = None


class PlannedSituation(Document):
    """A situation of a shoot with the kit, preferences and pins its plan is computed from."""

    situation: Situation
    shoot_id: UUID
    body_id: UUID | None = None
    lens_id: UUID | None = None
    preferences: Preferences = Preferences()
    accessories: Accessories = Accessories()
    pins: Annotated[tuple[Pin, ...], Field(max_length=200)] = ()

    @property
    def id(self) -> UUID:
        return self.situation.id
