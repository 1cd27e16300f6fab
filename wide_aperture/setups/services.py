"""Saving and importing setups."""

from __future__ import annotations

import uuid
from dataclasses import dataclass

from django.contrib.auth.models import User
from django.db import transaction

from wide_aperture.core.documents import SavedSetup as SetupDocument
from wide_aperture.core.documents import import_setup
from wide_aperture.setups.models import SavedSetup
from wide_aperture.store.errors import SnapshotError
from wide_aperture.store.services import Precondition, put_row

MAY_CHANGE = {"title", "note", "tags"}


@dataclass(frozen=True)
class ImportReport:
    """The row an import made, how many settings it kept and what it dropped (JSON Pointers)."""

    row: SavedSetup
    kept: int
    dropped: tuple[str, ...]
    renamed: bool


def refuse_changed_snapshot(*, owner: User, setup_id: uuid.UUID, document: SetupDocument) -> None:
    """Raises SnapshotError when a stored setup would change in more than title, note and tags."""
    row = SavedSetup.objects.filter(pk=setup_id, owner=owner).first()
    if row is None:
        return
    new = document.model_dump(mode="json")
    if any(new.get(name) != row.document.get(name) for name in {*new, *row.document} - MAY_CHANGE):
        raise SnapshotError


@transaction.atomic
def import_text(*, owner: User, text: str) -> ImportReport:
    """Store the setup in a file, keeping the file. A setup whose id is taken by different content gets a new id.

    Raises: DomainError or pydantic.ValidationError for a file that is no saved setup.
    """
    imported = import_setup(text)
    document = imported.document
    held = SavedSetup.objects.filter(pk=document.id).first()
    taken = held is not None and (
        held.owner_id != owner.pk or held.is_deleted or held.document != document.model_dump(mode="json")
    )
    if taken:
        document = document.model_copy(update={"id": uuid.uuid4()})
    row, _ = put_row(
        SavedSetup,
        owner=owner,
        row_id=document.id,
        document=document,
        expects=Precondition(creates=True),
        columns={"original": text},
    )
    return ImportReport(row=row, kept=imported.kept, dropped=imported.dropped, renamed=taken)
