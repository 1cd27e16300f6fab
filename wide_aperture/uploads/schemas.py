"""What the API of uploads takes and gives."""

from __future__ import annotations

import datetime as dt
from typing import Annotated
from uuid import UUID

from ninja import Schema
from pydantic import ConfigDict, Field

from wide_aperture.core.frames.frame import FileName, Identity


class UploadIn(Schema):
    """A file to be sent. identity: as core.frames.identity reckons it."""

    model_config = ConfigDict(extra="forbid")

    name: FileName
    size_bytes: Annotated[int, Field(ge=1, le=2**40)]
    identity: Identity


class UploadOut(Schema):
    """received: bytes that are here; whole: all of them, and they are the file's."""

    id: UUID
    name: str
    size_bytes: int
    identity: str
    received: int
    whole: bool
    created_at: dt.datetime


class UploadsOut(Schema):
    items: list[UploadOut]
    used_bytes: int
    quota_bytes: int
