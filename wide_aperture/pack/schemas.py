"""What the packing's answers are asked with."""

from typing import Annotated, Literal, Self
from uuid import UUID

from ninja import Schema
from pydantic import Field, model_validator

from wide_aperture.core.camera.packing import PackingDocument
from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.camera.route import Route, RouteStep
from wide_aperture.core.camera.simulated import Action, SimulatedCamera
from wide_aperture.core.camera.state import CameraState, StoredSlot
from wide_aperture.core.document import broken_rule
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.foundation import FoundationDocument
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.setup import Foundation, Value
from wide_aperture.core.documents.shoot import PlannedSituation
from wide_aperture.core.documents.sky_context import SkyContext

MOST_SITUATIONS, MOST_KIT = 60, 200


class PackRequest(Schema):
    """A shoot to pack: its situations, the whole bag, the words and the last known state of each body."""

    situations: Annotated[list[PlannedSituation], Field(max_length=MOST_SITUATIONS)]
    bodies: Annotated[list[Body], Field(max_length=MOST_KIT)]
    lenses: Annotated[list[Lens], Field(max_length=MOST_KIT)]
    books: Annotated[list[Phrasebook], Field(max_length=MOST_KIT)] = []
    states: Annotated[list[CameraState], Field(max_length=MOST_KIT)] = []
    decisions: PackingDocument | None = None
    foundation: Foundation | None = Field(
        default=None, description="For every situation; null: each its own of foundations"
    )
    foundations: Annotated[list[FoundationDocument], Field(max_length=MOST_KIT)] = []
    sky: SkyContext | None = None

    @model_validator(mode="after")
    def _kit_is_there(self) -> Self:
        for name, owned, used in (
            ("body", {body.id for body in self.bodies}, {each.body_id for each in self.situations}),
            ("lens", {lens.id for lens in self.lenses}, {each.lens_id for each in self.situations}),
        ):
            missing = used - owned - {None}
            if missing:
                raise broken_rule("situations", f"name a {name} that is not in the bag: {sorted(map(str, missing))[0]}")
        return self


class ExportRequest(PackRequest):
    """The routes of one body, or of all, as a file."""

    body_id: UUID | None = None
    format: Literal["markdown", "csv"] = "markdown"
    title: Annotated[str, Field(min_length=1, max_length=200)] = "Routes"


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
