"""Reading and writing documents. Functions own their transaction and know nothing of HTTP."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, TypeVar
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone
from pydantic import BaseModel

from wide_aperture.store.errors import PreconditionMissingError, RevisionConflictError
from wide_aperture.store.models import Revision, StoredDocument

Row = TypeVar("Row", bound=StoredDocument)


@dataclass(frozen=True)
class Precondition:
    """What the writer expects to find: nothing (creates), or one revision (replaces)."""

    creates: bool = False
    revision: int | None = None

    def require(self) -> None:
        """Raises PreconditionMissingError when neither is said."""
        if not self.creates and self.revision is None:
            raise PreconditionMissingError


def list_rows(model: type[Row], *, owner: User, **filters: Any) -> QuerySet[Row]:
    """The owner's rows that are not deleted."""
    return model.objects.filter(owner=owner, deleted_at__isnull=True, **filters)


def get_row(model: type[Row], *, owner: User, row_id: UUID) -> Row:
    """One row of the owner. Raises DoesNotExist for deleted rows and other people's."""
    return model.objects.get(pk=row_id, owner=owner, deleted_at__isnull=True)


@transaction.atomic
def put_row(
    model: type[Row],
    *,
    owner: User,
    row_id: UUID,
    document: BaseModel,
    expects: Precondition,
    columns: dict[str, Any] | None = None,
) -> tuple[Row, bool]:
    """Create or replace a document; return (row, created). Writing the same again changes nothing.

    columns: values kept beside the document for queries and constraints.
    Raises: PreconditionMissingError; RevisionConflictError with the current row; DoesNotExist for other people's rows.
    """
    expects.require()
    content = document.model_dump(mode="json")
    row = model.objects.select_for_update().filter(pk=row_id).first()
    if row is None:
        if expects.revision is not None:
            raise model.DoesNotExist
        row = model(pk=row_id, owner=owner, revision=1, document=content, **(columns or {}))
        row.save(force_insert=True)
        _append_revision(row)
        return row, True
    if row.owner_id != owner.pk:
        raise model.DoesNotExist
    same = row.document == content and not row.is_deleted
    if same and (expects.creates or expects.revision in (row.revision, row.revision - 1)):
        return row, False  # the same write again: a retry whose first answer got lost
    if expects.creates or expects.revision != row.revision:
        raise RevisionConflictError(row)
    row.document = content
    row.deleted_at = None
    for name, value in (columns or {}).items():
        setattr(row, name, value)
    _write_next(row)
    return row, False


@transaction.atomic
def delete_row(model: type[Row], *, owner: User, row_id: UUID, expects: Precondition) -> Row:
    """Mark a row deleted. Its revisions stay, and a put of the current revision brings it back.

    Raises: as put_row.
    """
    expects.require()
    row = model.objects.select_for_update().get(pk=row_id, owner=owner)
    if row.is_deleted:
        return row
    if expects.revision != row.revision:
        raise RevisionConflictError(row)
    row.deleted_at = timezone.now()
    _write_next(row)
    return row


def list_revisions(model: type[Row], *, owner: User, row_id: UUID) -> QuerySet[Revision]:
    """Every revision of a row, deleted or not, oldest first. Raises DoesNotExist for other people's rows."""
    row = model.objects.get(pk=row_id, owner=owner)
    return Revision.objects.filter(kind=_kind(model), row_id=row.pk)


def _write_next(row: StoredDocument) -> None:
    row.revision += 1
    row.save()
    _append_revision(row)


def _append_revision(row: StoredDocument) -> None:
    Revision.objects.create(
        kind=_kind(type(row)),
        row_id=row.pk,
        number=row.revision,
        document=row.document,
        deleted=row.is_deleted,
    )


def _kind(model: type[StoredDocument]) -> str:
    return model._meta.model_name or ""
