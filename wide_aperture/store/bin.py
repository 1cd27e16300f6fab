"""What was deleted: listed, brought back, or removed for good when a person says so."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from django.contrib.auth.models import User
from django.core.exceptions import ObjectDoesNotExist
from django.db import transaction

from wide_aperture.core.errors import DomainError
from wide_aperture.store.errors import PreconditionMissingError, RevisionConflictError
from wide_aperture.store.models import Revision, StoredDocument, model_of, stored_models
from wide_aperture.store.reading import parsed
from wide_aperture.store.services import Precondition, put_row


@dataclass(frozen=True)
class Deleted:
    """A deleted row. holds: what goes with it when it is removed for good."""

    kind: str
    noun: str
    id: UUID
    title: str
    revision: int
    deleted_at: dt.datetime
    holds: int


def deleted_rows(*, owner: User) -> list[Deleted]:
    """Everything of the owner that was deleted, the last first."""
    found = []
    for model in stored_models():
        if not model.in_bin:
            continue
        for row in model._default_manager.filter(owner=owner, deleted_at__isnull=False):
            title = model.title_of(row.document)
            held = sum(1 for _ in _parts(row))
            found.append(
                Deleted(model.plural, model.noun, row.pk, title, row.revision, row.deleted_at or row.updated_at, held)
            )
    return sorted(found, key=lambda each: each.deleted_at, reverse=True)


def bring_back(*, owner: User, plural: str, row_id: UUID, expects: Precondition) -> StoredDocument:
    """A deleted row as it was, as its next revision.

    Raises: as put_row; DoesNotExist for an unknown kind or row.
    """
    model = _known(plural)
    row = model._default_manager.get(pk=row_id, owner=owner, deleted_at__isnull=False)
    document = parsed(row)
    return put_row(model, owner=owner, row_id=row_id, document=document, expects=expects)[0]


@transaction.atomic
def remove_for_good(*, owner: User, plural: str, row_id: UUID, expects: Precondition) -> None:
    """Remove a deleted row, its history and what belongs to it alone. Backups made before still hold it.

    Raises: PreconditionMissingError; RevisionConflictError; DoesNotExist; DomainError for a row that is not deleted.
    """
    model = _known(plural)
    if expects.revision is None:
        raise PreconditionMissingError
    row = model._default_manager.select_for_update().get(pk=row_id, owner=owner)
    if not row.is_deleted:
        raise DomainError("row_id", str(row_id), "must be deleted first")
    if expects.revision != row.revision:
        raise RevisionConflictError(row)
    parts = _parts(row)
    for part in (*parts, row):
        Revision.objects.filter(kind=part.kind(), row_id=part.pk).delete()
    for part in parts:
        part.delete()
    row.delete()


def _known(plural: str) -> type[StoredDocument]:
    model = model_of(plural)
    if model is None:
        raise ObjectDoesNotExist
    return model


def _parts(row: StoredDocument) -> list[Any]:
    """Rows that hang on this one and go with it: the situations of a shoot, and what names a shoot without a relation."""
    parts: list[Any] = []
    if row.plural == "shoots":
        for model in stored_models():
            if any(field.name == "shoot_id" for field in model._meta.concrete_fields):
                named: dict[str, Any] = {"shoot_id": row.pk}
                parts += list(model._default_manager.filter(**named))
    for relation in row._meta.related_objects:
        if issubclass(relation.related_model, StoredDocument):
            parts += list(relation.related_model._default_manager.filter(**{relation.field.name: row}))
    return parts
