"""A run of a bench test as it is kept: what was asked, on which kit, which frames, and what they told."""

from __future__ import annotations

from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, model_validator

from wide_aperture.core.bench.found import BenchOutcome
from wide_aperture.core.bench.protocol import Asked
from wide_aperture.core.document import Document, Name, Text, broken_rule

MOST_FILES = 5000  # of a stack


class BenchRun(Document):
    """source: "simulated" frames of a seed, files sent here (their uploads' ids), or the person's notes alone; outcome null: not measured yet;
    taken: places of the offers that were taken; kit: the body's name as it was.
    """

    id: UUID
    title: Name
    test: Annotated[str, Field(max_length=40)]
    body_id: UUID
    lens_id: UUID | None = None
    kit: Annotated[str, Field(max_length=300)] = ""
    asked: Asked = Asked()
    source: Literal["simulated", "files", "notes"] = "simulated"
    seed: Annotated[int, Field(ge=0, le=2**31 - 1)] = 1
    files: Annotated[tuple[UUID, ...], Field(max_length=MOST_FILES)] = ()
    outcome: BenchOutcome | None = None
    taken: Annotated[tuple[int, ...], Field(max_length=10)] = ()
    note: Text = ""

    @model_validator(mode="after")
    def _takes_what_was_offered(self) -> BenchRun:
        offered = len(self.outcome.offers) if self.outcome else 0
        if any(not 0 <= each < offered for each in self.taken):
            raise broken_rule("taken", "must be places of offers there are")
        return self
