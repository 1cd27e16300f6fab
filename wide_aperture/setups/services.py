"""Saving and importing setups."""

from __future__ import annotations

import json
import uuid
from dataclasses import dataclass

from django.contrib.auth.models import User
from django.db import transaction

from wide_aperture.core.documents.saved_setup import import_setup
from wide_aperture.setups.models import SavedSetup
from wide_aperture.store.services import Precondition, list_rows, page_of, put_row


@dataclass(frozen=True)
class ImportReport:
    """The row an import made, how many settings it kept and what it dropped (JSON Pointers)."""

    row: SavedSetup
    kept: int
    dropped: tuple[str, ...]
    renamed: bool


def summaries_page(*, owner: User, limit: int, cursor: str | None) -> tuple[list[str], str | None]:
    """What a list shows of each setup, as JSON, without reading the documents; and the cursor of the next page."""
    rows = list_rows(SavedSetup, owner=owner).only("id", "revision", "created_at", "summary")
    found, next_cursor = page_of(rows, limit=limit, cursor=cursor)
    texts = [
        json.dumps({"id": str(row.pk), "revision": row.revision, **row.summary}, separators=(",", ":"))
        for row in found
        if row.summary  # a row that could not be read when its summary was due is set aside
    ]
    return texts, next_cursor


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
        beside={"original": text},
    )
    return ImportReport(row=row, kept=imported.kept, dropped=imported.dropped, renamed=taken)
