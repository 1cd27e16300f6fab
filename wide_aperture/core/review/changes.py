"""What an advice can change, and a plan, body or brief with it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field

from wide_aperture.core.document import Document, Finite, Iso
from wide_aperture.core.documents.body import Body, LookGap
from wide_aperture.core.documents.own_figure import OwnFigure
from wide_aperture.core.documents.preferences import Profile
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.documents.setup import Pin
from wide_aperture.core.documents.situation import LightByReading, Situation
from wide_aperture.core.planning.plan_input import PlanInput


class FigureChange(Document):
    """Take an own figure into the foundation."""

    kind: Literal["figure"] = "figure"
    name: str
    own: OwnFigure


class CeilingChange(Document):
    """Move a body's routine ISO ceiling."""

    kind: Literal["ceiling"] = "ceiling"
    body_id: UUID
    routine: Iso


class GapChange(Document):
    """Write into a body how far before its raw data end a look's marks come."""

    kind: Literal["gap"] = "gap"
    body_id: UUID
    look: Profile
    own: OwnFigure


class BurstChange(Document):
    """Plan bursts of so many frames in a situation."""

    kind: Literal["burst"] = "burst"
    situation_id: UUID
    frames: Annotated[int, Field(ge=1, le=10_000)]


class LightChange(Document):
    """Write the light that was there into a situation, as a reading."""

    kind: Literal["light"] = "light"
    situation_id: UUID
    ev100: Finite
    at_min: int | None = None


class PinChange(Document):
    """Hold a value in a situation."""

    kind: Literal["pin"] = "pin"
    situation_id: UUID
    setting: SettingId
    value: Value


Change = Annotated[
    FigureChange | CeilingChange | GapChange | BurstChange | LightChange | PinChange, Field(discriminator="kind")
]


def planned_with(given: PlanInput, change: Change) -> PlanInput:
    """What a situation asks once the change is accepted; the same where it is about another. Raises: DomainError for a value without meaning."""
    if isinstance(change, FigureChange):
        return given.model_copy(update={"figures": {**given.figures, change.name: change.own}})
    if isinstance(change, CeilingChange | GapChange):
        return given.with_kit(body_with(given.body, change), given.lens) if change.body_id == given.body.id else given
    if change.situation_id != given.situation.id:
        return given
    if isinstance(change, PinChange):
        return given.with_pins(pins_with(given.pins, change))
    return given.with_situation(situation_with(given.situation, change))


def body_with(body: Body, change: CeilingChange | GapChange) -> Body:
    """The body with its routine ceiling moved, or a gap written into it."""
    if isinstance(change, GapChange):
        others = (each for each in body.marks_gaps if each.look != change.look)
        return body.model_copy(update={"marks_gaps": (*others, LookGap(look=change.look, own=change.own))})
    ceilings = body.ceilings
    moved = {"routine": change.routine, "push": max(ceilings.push, change.routine), "provenance": "measured"}
    return body.model_copy(update={"ceilings": ceilings.model_copy(update=moved)})


def situation_with(situation: Situation, change: BurstChange | LightChange) -> Situation:
    """The brief with its burst or its light changed."""
    if isinstance(change, BurstChange):
        return situation.model_copy(update={"burst_frames": change.frames})
    light = LightByReading(ev100=change.ev100, at_min=change.at_min, cct_k=situation.light.cct_k)
    return situation.model_copy(update={"light": light})


def pins_with(pins: Sequence[Pin], change: PinChange) -> tuple[Pin, ...]:
    """What is held, with this value in the place of any other of its setting."""
    others = (pin for pin in pins if pin.setting != change.setting)
    return (*others, Pin(setting=change.setting, value=change.value))
