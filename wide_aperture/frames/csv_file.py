"""Ratings from a CSV, and frames whose files are elsewhere. A line that cannot be taken is told with its number; the rest are."""

from __future__ import annotations

import csv
import hashlib
import io
from collections.abc import Mapping
from typing import Any
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction
from pydantic import ValidationError

from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames.frame import Frame as FrameDocument
from wide_aperture.core.frames.frame import frame_id
from wide_aperture.core.frames.metadata import FrameMetadata
from wide_aperture.frames.keep import Arrived, change_frames, take_frames
from wide_aperture.frames.models import Frame, owned_shoot

MOST_LINES = 120_000
MOST_TOLD = 200
KEPT = {"yes": 3, "y": 3, "true": 3, "1": 3, "kept": 3, "no": -1, "n": -1, "false": -1, "0": -1, "rejected": -1}
SAID = tuple(name for name in FrameMetadata.model_fields if name not in ("rating",))
FILE_NAMES = ("file", "name", "filename", "file name")


@transaction.atomic
def take(shoot_id: UUID, text: str, *, owner: User) -> dict[str, Any]:
    """Take a CSV for a shoot; counts and what was left out.

    Raises: DomainError for a shoot that is not the owner's, and for a text without a column that names files.
    """
    owned_shoot(shoot_id, owner)
    reader = csv.DictReader(
        io.StringIO(text.lstrip("\ufeff")),
        delimiter=";" if text.partition("\n")[0].count(";") > text.partition("\n")[0].count(",") else ",",
    )
    columns = {(name or "").strip().lower(): name for name in reader.fieldnames or ()}
    file_column = next((columns[name] for name in FILE_NAMES if name in columns), None)
    if file_column is None:
        raise DomainError("text", text[:40], "needs a first line that names its columns, one of them “file”")
    by_name: dict[str, list[UUID]] = {}
    for pk, name in Frame.objects.filter(owner=owner, shoot_id=shoot_id, deleted_at__isnull=True).values_list(
        "pk", "name"
    ):
        for key in {name.lower(), name.lower().rpartition(".")[0] or name.lower()}:
            by_name.setdefault(key, []).append(pk)
    left_out: list[str] = []
    rated = 0
    arrived: list[Arrived] = []
    for number, line in enumerate(reader, 2):
        if number > MOST_LINES:
            left_out.append(f"line {number} and after: more than {MOST_LINES} lines")
            break
        name = (line.get(file_column) or "").strip().removeprefix("'")
        try:
            rating = _rating(line, columns)
            there = by_name.get(name.lower()) or by_name.get(name.lower().rpartition(".")[0])
            if not name:
                raise ValueError("names no file")
            if there and len(there) > 1:
                raise ValueError(f"{name} names {len(there)} frames")
            if there and rating is not None:
                change_frames(there, {"rating": rating}, owner=owner)
                rated += 1
            elif not there:
                arrived.append(Arrived(_frame(shoot_id, name, line, columns, rating)))
        except (ValueError, ValidationError) as error:
            said = error.errors()[0]["msg"] if isinstance(error, ValidationError) else str(error)
            left_out.append(f"line {number}: {said}")
    created = take_frames(arrived, owner=owner)
    return {"rated": rated, "created": created, "left_out": left_out[:MOST_TOLD]}


def _rating(line: dict[str, str], columns: Mapping[str, str]) -> int | None:
    """Raises: ValueError for a rating that is none."""
    said = (line.get(columns.get("rating", "")) or "").strip()
    if said:
        value = float(said)
        if not -1 <= value <= 5:
            raise ValueError(f"rating {said} is not between -1 and 5")
        return round(value)
    kept = (line.get(columns.get("kept", "")) or "").strip().lower()
    if kept and kept not in KEPT:
        raise ValueError(f"kept {kept!r} is neither yes nor no")
    return KEPT.get(kept)


def _frame(
    shoot_id: UUID, name: str, line: dict[str, str], columns: Mapping[str, str], rating: int | None
) -> FrameDocument:
    """A frame known by its line alone. Raises: pydantic.ValidationError."""
    held = {
        field: text for field in SAID if (text := (line.get(columns.get(field, "")) or "").strip().removeprefix("'"))
    }
    digest = hashlib.blake2b(f"{name}\n{held.get('taken_at', '')}".encode(), digest_size=32).hexdigest()
    return FrameDocument(
        id=frame_id(shoot_id, digest), shoot_id=shoot_id, identity=digest, name=name[:255], said=FrameMetadata.model_validate(held), rating=rating
    )  # fmt: skip
