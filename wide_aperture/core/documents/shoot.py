"""A shoot and its situations as they are saved: the brief, the kit chosen for it, and what is held."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Annotated
from uuid import UUID

from pydantic import Field, model_validator

from wide_aperture.core.document import Document, Name, Text, broken_rule
from wide_aperture.core.documents.accessories import Accessories
from wide_aperture.core.documents.clock import SkyDate, Zone
from wide_aperture.core.documents.preferences import Preferences
from wide_aperture.core.documents.setup import Pin
from wide_aperture.core.documents.situation import Genre, LightByReading, Place, Situation
from wide_aperture.core.documents.sky_context import MeterReading, SkyContext


class Photographer(Document):
    """Someone who works on a shoot."""

    id: UUID
    name: Name


class Shoot(Document):
    """A day or a night of work. Situations name their shoot; their order is their own."""

    id: UUID
    title: Name
    note: Text = ""
    genre: Genre
    date: SkyDate | None = None
    zone: Zone = "Etc/UTC"
    place: Place | None = None
    photographers: Annotated[tuple[Photographer, ...], Field(max_length=20)] = ()
    faces: Annotated[tuple[Name, ...], Field(max_length=20)] = Field(
        default=(), description="Whose faces are focused first, in rank"
    )
    template: bool = Field(default=False, description="A pattern for shoots to come, not one of them")
    archived: bool = Field(default=False, description="Put away: kept, and not shown or proposed")

    @model_validator(mode="after")
    def _photographers_once(self) -> Shoot:
        if len({each.id for each in self.photographers}) != len(self.photographers):
            raise broken_rule("photographers", "may name each person once")
        if len(set(self.faces)) != len(self.faces):
            raise broken_rule("faces", "may name each person once")
        return self


def sky_context(shoot: Shoot, readings: tuple[MeterReading, ...] = ()) -> SkyContext | None:
    """Where and when a shoot takes place; None while it has no date or no place."""
    if shoot.date is None or shoot.place is None:
        return None
    place = shoot.place
    return SkyContext(
        date=shoot.date,
        zone=shoot.zone,
        latitude_deg=place.latitude_deg,
        longitude_deg=place.longitude_deg,
        readings=readings,
    )


def readings_of(situations: Iterable[PlannedSituation]) -> tuple[MeterReading, ...]:
    """The readings of a shoot's situations that say when and in what light they were taken."""
    lights = [planned.situation.light for planned in situations]
    return tuple(
        MeterReading(at_min=light.at_min, ev100=light.ev100, condition=light.condition)
        for light in lights
        if isinstance(light, LightByReading) and light.at_min is not None and light.condition is not None
    )


class PlannedSituation(Document):
    """A situation of a shoot: who takes it, on which kit, over which foundation, with what is wished and held.

    foundation_id null: the owner's own.
    """

    situation: Situation
    shoot_id: UUID
    photographer_id: UUID | None = None
    foundation_id: UUID | None = None
    body_id: UUID | None = None
    lens_id: UUID | None = None
    second_body_id: UUID | None = Field(default=None, description="Carried beside the first; their frames should match")
    preferences: Preferences = Preferences()
    accessories: Accessories = Accessories()
    pins: Annotated[tuple[Pin, ...], Field(max_length=200)] = ()

    @property
    def id(self) -> UUID:
        return self.situation.id
