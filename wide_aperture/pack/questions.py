"""What packing is asked: values the services take, whoever asks."""

from typing import Annotated, Literal, Self
from uuid import UUID

from pydantic import AwareDatetime, Field, model_validator

from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.camera.preflight.ticks import Tick
from wide_aperture.core.camera.state import CameraState
from wide_aperture.core.camera.storage.documents import PackingDocument
from wide_aperture.core.document import Document, ExposureValue, broken_rule
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.foundation import FoundationDocument
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.setup import Foundation
from wide_aperture.core.documents.shoot import PlannedSituation
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.field.notes import FieldNote
from wide_aperture.core.field.rounds import TestRound

MOST_SITUATIONS, MOST_KIT = 60, 200


class PackRequest(Document):
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


class PreflightRequest(PackRequest):
    """A shoot to look over before it begins. people: who photographs; faces: whose are focused first, in rank."""

    people: Annotated[list[Annotated[str, Field(max_length=120)]], Field(max_length=20)] = []
    faces: Annotated[list[Annotated[str, Field(max_length=120)]], Field(max_length=20)] = []


class TicksRequest(Document):
    """Ticks of a device, those already sent among them: each is taken once."""

    ticks: Annotated[list[Tick], Field(max_length=1000)]


class NotesRequest(Document):
    """Field notes of a device, those already sent among them: each is taken once."""

    notes: Annotated[list[FieldNote], Field(max_length=1000)]


class TestFrameRequest(Document):
    """The test frames of one dialogue, in the order they were taken."""

    rounds: Annotated[list[TestRound], Field(min_length=1, max_length=40)]


class LightRequest(Document):
    """A light that was read. at: when."""

    ev100: ExposureValue
    at: AwareDatetime
