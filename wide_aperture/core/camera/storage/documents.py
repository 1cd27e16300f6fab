"""What packing a body takes and gives."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field

from wide_aperture.core.camera.route import Route
from wide_aperture.core.document import Document, Finite, Name, NotNegative
from wide_aperture.core.documents.plan import Finding
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.documents.setup import Setup

Role = Literal["situation", "stand_in", "guest", "home", "look", "reserved", "empty"]
PlaceId = Annotated[str, Field(max_length=40)]


@dataclass(frozen=True)
class PackItem:
    """One situation on one body, planned. starts_at_min, ends_at_min: from midnight, or None; ev100: its light."""

    id: UUID
    title: str
    setup: Setup
    target: dict[str, Value]
    starts_at_min: float | None = None
    ends_at_min: float | None = None
    ev100: float = 10.0
    is_silent: bool = False


class PackWishes(Document):
    """What the photographer decides about one body's places. held: place to situation; names: place to a name."""

    held: dict[PlaceId, UUID] = {}
    names: dict[PlaceId, Name] = {}
    reserved: Annotated[tuple[PlaceId, ...], Field(max_length=60)] = ()
    guest: PlaceId | None = None
    home: PlaceId | None = None


class PackedPlace(Spoken):
    """One storage place and what belongs in it. store_again: settings in which it holds an old value."""

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
    """One place to fill at home. place null: only set, nothing stored; values: what the place then holds."""

    title: str
    place: str | None
    route: Route
    store_s: NotNegative
    values: dict[str, Value]


class PlaceCost(Document):
    """Seconds of the whole shoot with this many places of the body's main kind."""

    places: int
    seconds: Finite
    weighed_s: Finite
    exists: bool


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
    findings: tuple[Finding, ...]
    seconds: Finite
    item_by_item_s: Finite
    preparation_s: Finite
    sentence: str
