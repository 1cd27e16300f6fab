"""What the API of the bench takes and gives."""

from __future__ import annotations

from typing import Annotated
from uuid import UUID

from ninja import Schema
from pydantic import ConfigDict, Field

from wide_aperture.core.bench.protocol import Asked, BenchAbout, Shot
from wide_aperture.core.bench.run import MOST_FILES
from wide_aperture.core.document import Name


class BenchTestsOut(Schema):
    tests: list[BenchAbout]


class ShotsIn(Schema):
    """The kit a shot list is for."""

    model_config = ConfigDict(extra="forbid")

    test: Annotated[str, Field(max_length=40)]
    body_id: UUID
    lens_id: UUID | None = None
    asked: Asked = Asked()


class ShotsOut(Schema):
    shots: list[Shot]


class RunIn(ShotsIn):
    """A run to be begun. seed: of simulated frames; files: uploads instead of them."""

    id: UUID
    title: Name
    seed: Annotated[int, Field(ge=0, le=2**31 - 1)] = 1
    files: Annotated[list[UUID], Field(max_length=MOST_FILES)] = []


class BegunOut(Schema):
    """The job that measures the run."""

    run_id: UUID
    job_id: UUID
