"""What a person decided while reading a shoot back: whose clock counts, which advice was taken, and the logbook."""

from __future__ import annotations

from typing import Annotated, Literal
from uuid import UUID

from pydantic import AwareDatetime, Field

from wide_aperture.core.document import Document, Finite, Name, NotNegative, Text


class ChangedRow(Document):
    """A saved document that an accepted advice changed, and its revisions before and after."""

    plural: Annotated[str, Field(max_length=20)]
    id: UUID
    before: int
    after: int


class Answered(Document):
    """An answer to an advice. title: as it stood when it was answered; changed: what accepting it changed."""

    advice: Annotated[str, Field(max_length=120)]
    title: Annotated[str, Field(max_length=200)] = ""
    answer: Literal["accepted", "declined"]
    because: Text = ""
    at: AwareDatetime
    changed: Annotated[tuple[ChangedRow, ...], Field(max_length=10)] = ()


class Entry(Document):
    """A line of the logbook."""

    kind: Literal["note", "weather", "lesson"] = "note"
    text: Annotated[str, Field(min_length=1, max_length=2000)]
    at: AwareDatetime


class Minutes(Document):
    """Time the frames cost at home."""

    culling: Annotated[NotNegative, Field(le=100_000)] | None = None
    editing: Annotated[NotNegative, Field(le=100_000)] | None = None


class ReviewDocument(Document):
    """Decisions about one shoot's frames. ahead_s: by how much each body's clock goes ahead, by the body's name in its files."""

    id: UUID
    shoot_id: UUID
    ahead_s: Annotated[dict[Name, Annotated[Finite, Field(ge=-400_000, le=400_000)]], Field(max_length=40)] = {}
    answered: Annotated[tuple[Answered, ...], Field(max_length=400)] = ()
    log: Annotated[tuple[Entry, ...], Field(max_length=1000)] = ()
    minutes: Minutes = Minutes()
    minutes_by_situation: Annotated[dict[UUID, Minutes], Field(max_length=400)] = {}


def dated(entries: tuple[Entry, ...]) -> list[str]:
    """The logbook as lines."""
    return [f"{each.at:%Y-%m-%d %H:%M} · {each.kind}: {each.text}" for each in entries]
