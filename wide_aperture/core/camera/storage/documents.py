"""What packing a body takes and gives."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, model_validator

from wide_aperture.core.camera.route import Route
from wide_aperture.core.document import Document, Finite, Name, NotNegative, Text, broken_rule
from wide_aperture.core.documents.plan import Finding
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setting_values import Value, value_fault
from wide_aperture.core.documents.setup import Setup

Role = Literal["situation", "stand_in", "guest", "home", "standing", "look", "reserved", "empty"]
PlaceId = Annotated[str, Field(max_length=40)]


@dataclass(frozen=True)
class PackItem:
    """One situation on one body, planned. look: the own look it is planned in, by name; starts_at_min, ends_at_min: from midnight, or None; ev100: its light."""

    id: UUID
    title: str
    setup: Setup
    target: dict[str, Value]
    starts_at_min: float | None = None
    ends_at_min: float | None = None
    ev100: float = 10.0
    is_silent: bool = False
    look: str = ""


class StandingPlace(Document):
    """A setup of its own that no situation asks for: another shape, a look. settings: laid over how the body stands."""

    name: Name
    settings: Annotated[dict[SettingId, Value], Field(max_length=80)]

    @model_validator(mode="after")
    def _has_a_meaning(self) -> StandingPlace:
        for name, value in self.settings.items():
            if fault := value_fault(name, value):
                raise broken_rule(f"settings/{name}", fault)
        return self


class PackWishes(Document):
    """What the photographer decides about one body's places. held: place to situation; names: place to a name."""

    held: dict[PlaceId, UUID] = {}
    names: dict[PlaceId, Name] = {}
    reserved: Annotated[tuple[PlaceId, ...], Field(max_length=60)] = ()
    guest: PlaceId | None = None
    home: PlaceId | None = None
    standing: Annotated[dict[PlaceId, StandingPlace], Field(max_length=60)] = {}


class PackedPlace(Spoken):
    """One storage place and what belongs in it.

    store_again: settings in which it holds an old value; refused: settings of a standing setup that this body does not take.
    """

    id: str
    kind: str
    label: Name
    family: str
    role: Role
    name: str
    situation_id: UUID | None = None
    held_by_hand: bool = False
    values: dict[str, Value] = {}
    leaves_out: tuple[str, ...] = ()
    is_stored: bool = False
    store_again: tuple[str, ...] = ()
    refused: tuple[str, ...] = ()
    used: int = 0
    sentence: str = ""


class Move(Document):
    """The way into one situation. pause_min null: hours unknown; recalled, by_hand: settings; enough null: unknown."""

    situation_id: UUID
    title: str
    before: str
    pause_min: Finite | None
    weight: NotNegative
    route: Route
    recalled: tuple[str, ...]
    by_hand: tuple[str, ...]
    enough: bool | None
    proposal: str


class Preparation(Document):
    """One place to fill at home.

    place null: only set, nothing stored; values: what the place then holds; fill: how this body stores and names it.
    """

    title: str
    place: str | None
    route: Route
    store_s: NotNegative
    values: dict[str, Value]
    fill: str = ""


class PlaceCost(Document):
    """Seconds of the whole shoot with this many places of the body's main kind."""

    places: int
    seconds: Finite
    weighed_s: Finite
    exists: bool


class ContentsOffer(Spoken):
    """What this body's places should be told to hold, where it leaves the choice. seconds: of the shoot, by choice."""

    chosen: str
    seconds: dict[str, Finite]
    sentence: str


class HeldOffer(Spoken):
    """What a held button could reach during a situation without leaving it."""

    place: str
    during: str
    reaches: str
    settings: tuple[str, ...]
    saves_s: Finite
    sentence: str


class BodyPacking(Spoken):
    """One body packed for a shoot, in shooting order. ends: how it stands after the last situation."""

    body_id: UUID
    body_name: Name
    places: tuple[PackedPlace, ...]
    preparation: tuple[Preparation, ...]
    moves: tuple[Move, ...]
    costs: tuple[PlaceCost, ...]
    held: HeldOffer | None
    contents: ContentsOffer | None = None
    findings: tuple[Finding, ...]
    seconds: Finite
    item_by_item_s: Finite
    preparation_s: Finite
    sentence: str

    def recalled_for(self, situation_id: UUID) -> PackedPlace | None:
        """The place from which the way into a situation begins; None where nothing is recalled."""
        slot = next((move.route.slot for move in self.moves if move.situation_id == situation_id), None)
        return next((place for place in self.places if place.id == slot), None)


BodyId = Annotated[str, Field(pattern=r"^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$")]


class Stored(Document):
    """When a body's places were filled as proposed, and what the body was then."""

    at: dt.datetime
    fingerprint: Annotated[str, Field(max_length=80)]


class PackingDocument(Document):
    """What a person decided about packing a shoot. By body id: wishes for places, habits of the hand, when it was stored."""

    id: UUID
    shoot_id: UUID
    note: Text = ""
    wishes: dict[BodyId, PackWishes] = {}
    habits: dict[BodyId, dict[str, str]] = {}
    stored: dict[BodyId, Stored] = {}
