"""What the API of frames takes and gives beside the documents themselves."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Any, Literal
from uuid import UUID

from ninja import Schema
from pydantic import ConfigDict, Field, model_validator

from wide_aperture.core.frames.frame import Fault, FileName, FrameMeasures, Identity, MarksAgainstRaw
from wide_aperture.core.frames.metadata import FrameMetadata
from wide_aperture.core.review.advice import AdvisedChange
from wide_aperture.core.review.decisions import ReviewDocument
from wide_aperture.core.review.minutes import CostCompared
from wide_aperture.core.review.shoot import ShootReview
from wide_aperture.core.shooting.write import Files

MOST_FILES = 64
MOST_CHANGED = 2000


class Strict(Schema):
    model_config = ConfigDict(extra="forbid")


class FrameSummary(Schema):
    """What a list shows of a frame."""

    id: UUID
    revision: int
    name: str
    folder: str
    said: FrameMetadata
    measures: FrameMeasures | None
    marks: MarksAgainstRaw | None
    rating: int | None
    fault: Fault | None
    situation_id: UUID | None
    has_preview: bool


class PartIn(Strict):
    """Bytes of a file that were sent along: where they lie in it, and as which upload they came."""

    offset: Annotated[int, Field(ge=0)]
    upload: Annotated[int, Field(ge=0, le=10_000)]


class FileIn(Strict):
    """A file in the browser. identity: as core.frames.identity reckons it."""

    name: FileName
    folder: Annotated[str, Field(max_length=1000)] = ""
    size: Annotated[int, Field(ge=0, le=2**40)]
    identity: Identity
    parts: Annotated[list[PartIn], Field(max_length=40)] = []
    sidecar: Annotated[int, Field(ge=0, le=10_000)] | None = None
    preview: Annotated[int, Field(ge=0, le=10_000)] | None = None


class ReadIn(Strict):
    """Files offered at once. location: whether places may be read."""

    shoot_id: UUID
    location: bool = False
    files: Annotated[list[FileIn], Field(max_length=MOST_FILES)]


class FileAnswer(Schema):
    state: Literal["taken", "known", "wants", "refused"]
    offset: int
    count: int
    reason: str


class ReadOut(Schema):
    files: list[FileAnswer]


class ChangeIn(Strict):
    """The same change to several frames."""

    ids: Annotated[list[UUID], Field(max_length=MOST_CHANGED)]
    rating: Annotated[int, Field(ge=-1, le=5)] | None = None
    situation_id: UUID | None = None
    apart: bool = False
    fault: Fault | None = None
    change: Annotated[list[Literal["rating", "situation_id", "apart", "fault"]], Field(min_length=1, max_length=4)]


class FieldsBefore(Strict):
    """What a change can change, as it was; what is not there was not changed."""

    rating: Annotated[int, Field(ge=-1, le=5)] | None = None
    situation_id: UUID | None = None
    apart: bool = False
    fault: Fault | None = None

    @model_validator(mode="after")
    def _something(self) -> FieldsBefore:
        if not self.model_fields_set:
            raise ValueError("must hold a field that was changed")
        return self


class BeforeItem(Strict):
    id: UUID
    fields: FieldsBefore


class ChangeOut(Schema):
    """What the changed fields were before, to be sent back to undo it."""

    before: list[dict[str, Any]]


class RestoreIn(Strict):
    before: Annotated[list[BeforeItem], Field(max_length=MOST_CHANGED)]


class CountOut(Schema):
    count: int


class FramesCsvIn(Strict):
    shoot_id: UUID
    text: Annotated[str, Field(max_length=20_000_000)]


class FramesCsvOut(Schema):
    rated: int
    created: int
    left_out: list[str]


class PlayIn(Strict):
    """seed: the same gives the same shoot; frames: of each situation at most; files: what the camera writes of each."""

    seed: Annotated[int, Field(ge=0, le=1_000_000)] = 1
    frames: Annotated[int, Field(ge=1, le=2000)] = 60
    files: Files = "jpeg"


class FolderIn(Strict):
    folder: Annotated[str, Field(min_length=1, max_length=1000)]
    location: bool = False
    previews: bool = True


class JobOut(Schema):
    id: UUID
    kind: str
    title: str
    shoot_id: UUID | None
    state: Literal["waiting", "running", "paused", "done", "failed", "cancelled"]
    stopping: bool
    done: int
    total: int
    report: dict[str, Any]
    problem: str
    created_at: dt.datetime


class JobsOut(Schema):
    items: list[JobOut]


class AnswerIn(Strict):
    advice: Annotated[str, Field(max_length=120)]
    answer: Literal["accepted", "declined"]
    because: Annotated[str, Field(max_length=2000)] = ""


class ProofIn(Strict):
    situation_id: UUID
    frame_id: UUID


class AdviceIn(Strict):
    advice: Annotated[str, Field(max_length=120)]


class ReviewOut(Schema):
    """A shoot read back, with what was decided; advice: what was not answered yet; deleted: frames that can be brought back."""

    title: str
    date: str | None
    review: ShootReview
    advice: list[AdvisedChange]
    decisions: ReviewDocument
    cost: CostCompared
    revision: int | None
    deleted: int


class FoundFrame(Schema):
    id: UUID
    name: str
    shoot_id: UUID
    shoot: str
    taken_at: dt.datetime | None
    rating: int | None


class FoundOut(Schema):
    items: list[FoundFrame]
    more: bool
