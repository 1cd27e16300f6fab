"""What was noted while photographing: a moment that was missed, a test frame that was taken. Written once, never changed."""

from __future__ import annotations

from typing import Annotated, Literal
from uuid import UUID

from pydantic import AwareDatetime, Field

from wide_aperture.core.document import Document, Text
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.field.rounds import TestRound

Cause = Literal["asleep", "wrong_mode", "hunting", "buffer", "link", "lens", "card", "elsewhere", "other"]


class FieldNote(Document):
    """kind missed: written at the tap; kind cause: what "of" was missed for, by a guess made later; kind test_frame: the rounds, and the values before and after by setting;
    kind taken_back: "of" was a slip of the finger.

    at: by the device's own clock.
    """

    id: UUID
    shoot_id: UUID
    situation_id: UUID | None = None
    kind: Literal["missed", "cause", "test_frame", "taken_back"]
    of: UUID | None = None
    at: AwareDatetime
    device: Annotated[str, Field(max_length=60)] = ""
    cause: Cause | None = None
    note: Text = ""
    rounds: Annotated[tuple[TestRound, ...], Field(max_length=40)] = ()
    before: Annotated[dict[str, Value], Field(max_length=20)] = {}
    after: Annotated[dict[str, Value], Field(max_length=20)] = {}
    passed: bool | None = None
