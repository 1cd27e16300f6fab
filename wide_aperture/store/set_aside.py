"""Rows that cannot be read: found, named, shown as they lie there."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from django.contrib.auth.models import User

from wide_aperture.store.errors import UnreadableRowError
from wide_aperture.store.fields import Damaged
from wide_aperture.store.models import StoredDocument, stored_models
from wide_aperture.store.reading import json_text, raw_text

MOST_SHOWN_CHARACTERS = 200_000


@dataclass(frozen=True)
class SetAside:
    """A row that cannot be read, why, and what is stored."""

    kind: str
    noun: str
    id: UUID
    title: str
    revision: int
    reason: str
    text: str


def unreadable_rows(*, owner: User) -> list[SetAside]:
    """Every living row of the owner that is no document of its kind."""
    found = []
    for model in stored_models():
        for row in model._default_manager.filter(owner=owner, deleted_at__isnull=True).iterator(chunk_size=100):
            reason = why_unreadable(row)
            if reason is not None:
                text = raw_text(row)[:MOST_SHOWN_CHARACTERS]
                title = model.noun if isinstance(row.document, Damaged) else model.title_of(row.document)
                found.append(SetAside(model.plural, model.noun, row.pk, title, row.revision, reason, text))
    return found


def why_unreadable(row: StoredDocument) -> str | None:
    """None for a row that can be read."""
    try:
        json_text(row)
    except UnreadableRowError as error:
        return error.reason
    return None
