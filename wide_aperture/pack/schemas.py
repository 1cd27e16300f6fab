"""What the packing's answers are asked with."""

import datetime as dt
from typing import Annotated, Self
from uuid import UUID

from ninja import Schema
from pydantic import Field, model_validator

from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.camera.preflight.ticks import Run, Tick
from wide_aperture.core.camera.route import Route, RouteStep
from wide_aperture.core.camera.simulated import Action, SimulatedCamera
from wide_aperture.core.camera.state import CameraState, StoredSlot
from wide_aperture.core.document import broken_rule
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.field.notes import FieldNote


class TextOut(Schema):
    """A file's text."""

    text: str


class RouteRequest(Schema):
    """From a state to values on a body."""

    body: Body
    book: Phrasebook | None = None
    state: CameraState
    target: dict[str, Value]


class WalkedRequest(Schema):
    """A route walked to its end, and the place stored then, if any."""

    state: CameraState
    route: Route
    stored: StoredSlot | None = None


class CsvIn(Schema):
    text: Annotated[str, Field(max_length=1_000_000)]


class WordsIn(CsvIn):
    """A file of words and controls, and for which body and book it is read."""

    book_id: UUID
    body: Body


class WordsRead(Schema):
    """A phrasebook from a file, not saved yet. left_out: each thing that was not taken, with its reason."""

    document: Phrasebook
    left_out: list[str]


class CameraRequest(Schema):
    """One thing to do to a simulated camera; or one step of a route, done as a hand would."""

    body: Body
    book: Phrasebook | None = None
    camera: SimulatedCamera
    action: Action | None = None
    step: RouteStep | None = None

    @model_validator(mode="after")
    def _one_of_both(self) -> Self:
        if (self.action is None) == (self.step is None):
            raise broken_rule("action", "or a step is needed, one of them")
        return self


class FollowRequest(Schema):
    """Steps to walk until one is refused."""

    body: Body
    book: Phrasebook | None = None
    camera: SimulatedCamera
    steps: Annotated[list[RouteStep], Field(max_length=500)]


class FollowOut(Schema):
    """walked: steps that were done; said: what the camera showed at each, the refused one last."""

    camera: SimulatedCamera
    walked: int
    said: list[str]
    refused: bool


class NewCameraRequest(Schema):
    body: Body
    state: CameraState


class NotesOut(Schema):
    notes: list[FieldNote]


class TakenOut(Schema):
    """How many were new."""

    new: int


class TicksOut(Schema):
    """last_failed: by the code of a line."""

    ticks: list[Tick]
    runs: list[Run]
    last_failed: dict[str, dt.datetime]
