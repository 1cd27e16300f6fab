"""A frame as it is kept: which file, what it says of itself, what was measured, and what a person said about it."""

from __future__ import annotations

from typing import Annotated, Literal
from uuid import UUID, uuid5

from pydantic import Field

from wide_aperture.core.document import Document, Finite, Fraction01, Text
from wide_aperture.core.frames.metadata import FrameMetadata

NAMESPACE = UUID("6f0d6bd0-0a52-5a0e-9d55-0d0f1b7a2c11")
Identity = Annotated[str, Field(pattern=r"^[0-9a-f]{64}$")]
FileName = Annotated[str, Field(min_length=1, max_length=255)]


class FrameMeasures(Document):
    """What was measured on a small picture of it. See core.frames.measures.measured."""

    sharpness: Fraction01
    along: Finite
    smear_deg: Finite
    burnt: Fraction01
    black: Fraction01
    level_ev: Finite


class MarksAgainstRaw(Document):
    """A raw file's own picture against its data, as shares of the frame: marked as burnt, full, marked though the data hold.

    gap_ev: how much brighter than the first mark the frame may be before the data end; null: this frame does not tell.
    """

    marked: Fraction01
    full: Fraction01
    held: Fraction01
    gap_ev: Finite | None = None


Fault = Literal["other_subject", "focus", "smear", "light", "moment"]


class Frame(Document):
    """One frame of a shoot. rating: the person's own, over the file's; situation_id: as a person put it, null: found by time, body
    and light; apart: it belongs to no situation, a person said so."""

    id: UUID
    shoot_id: UUID
    identity: Identity
    name: FileName
    folder: Annotated[str, Field(max_length=1000)] = ""
    size_bytes: Annotated[int, Field(ge=0)] = 0
    said: FrameMetadata = FrameMetadata()
    measures: FrameMeasures | None = None
    marks: MarksAgainstRaw | None = None
    rating: Annotated[int, Field(ge=-1, le=5)] | None = None
    fault: Fault | None = Field(default=None, description="Why it was passed over, as the person said")
    situation_id: UUID | None = None
    apart: bool = False
    note: Text = ""

    @property
    def judged(self) -> int | None:
        """The rating that counts: the person's own, else the file's."""
        return self.rating if self.rating is not None else self.said.rating


def frame_id(shoot_id: UUID, identity: str) -> UUID:
    """A file is one frame of a shoot, however often it is brought."""
    return uuid5(NAMESPACE, f"{shoot_id}/{identity}")
