"""Reading and writing documents. Functions own their transaction and know nothing of HTTP."""

from __future__ import annotations

import base64
import datetime as dt
import json
from dataclasses import dataclass
from typing import Any, TypeVar
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Q, QuerySet
from django.utils import timezone
from pydantic import BaseModel

from wide_aperture.core.errors import DomainError
from wide_aperture.store.errors import PreconditionMissingError, RevisionConflictError
from wide_aperture.store.models import Revision, StoredDocument

Row = TypeVar("Row", bound=StoredDocument)
BAD_CURSOR = "must be the “next” of a page before"


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
    return model._default_manager.filter(owner=owner, deleted_at__isnull=True, **filters)


def page_of(rows: QuerySet[Any], *, limit: int, cursor: str | None) -> tuple[list[Any], str | None]:
    """One page of rows in their model's order, and the cursor of the page after; None on the last.

    A cursor names the last row shown, so rows written meanwhile neither repeat nor skip others.
    Raises: DomainError for a cursor that is none.
    """
    fields = [str(name).removeprefix("-") for name in rows.query.order_by or rows.model._meta.ordering]
    falling = str((rows.query.order_by or rows.model._meta.ordering)[0]).startswith("-")
    if cursor is not None:
        rows = rows.filter(_after(fields, _read_cursor(rows.model, fields, cursor), "lt" if falling else "gt"))
    found = list(rows[: limit + 1])
    if len(found) <= limit:
        return found, None
    return found[:limit], _cursor(found[limit - 1], fields)


def _after(fields: list[str], values: list[Any], comparison: str) -> Q:
    """Rows behind these values in the order of these fields."""
    condition, same = Q(), Q()
    for name, value in zip(fields, values, strict=True):
        condition |= same & Q(**{f"{name}__{comparison}": value})
        same &= Q(**{name: value})
    return condition


def _cursor(row: Any, fields: list[str]) -> str:
    values = [getattr(row, name) for name in fields]
    plain = [v.isoformat() if isinstance(v, dt.datetime) else str(v) if isinstance(v, UUID) else v for v in values]
    return base64.urlsafe_b64encode(json.dumps(plain).encode()).decode().rstrip("=")


def _read_cursor(model: type[Any], fields: list[str], cursor: str) -> list[Any]:
    try:
        values = json.loads(base64.urlsafe_b64decode(cursor + "=" * (-len(cursor) % 4)))
        if not isinstance(values, list) or len(values) != len(fields):
            raise ValueError(BAD_CURSOR)
        found = [model._meta.get_field(name).to_python(v) for name, v in zip(fields, values, strict=True)]
    except Exception as error:  # base64, JSON and each field's own refusal
        raise DomainError("cursor", cursor[:40], BAD_CURSOR) from error
    if any(value is None or (isinstance(value, int) and abs(value) >= 2**63) for value in found):
        raise DomainError("cursor", cursor[:40], BAD_CURSOR)
    return found


def get_row(model: type[Row], *, owner: User, row_id: UUID) -> Row:
    """One row of the owner. Raises DoesNotExist for deleted rows and other people's."""
    return model._default_manager.get(pk=row_id, owner=owner, deleted_at__isnull=True)


@transaction.atomic
def put_row(
    model: type[Row],
    *,
    owner: User,
    row_id: UUID,
    document: BaseModel,
    expects: Precondition,
    beside: dict[str, Any] | None = None,
) -> tuple[Row, bool]:
    """Create or replace a document; return (row, created). Writing the same again changes nothing.

    beside: further values to keep in the row's own columns.
    Raises: PreconditionMissingError; RevisionConflictError with the current row; DoesNotExist for other people's rows;
        DomainError where a rule of the kind forbids the document; SnapshotError where the row may not change.
    """
    expects.require()
    content = document.model_dump(mode="json")
    row = model._default_manager.select_for_update().filter(pk=row_id).first()
    if row is not None and row.owner_id != owner.pk:
        raise model.DoesNotExist
    columns = {**model.columns(document, owner=owner), **(beside or {})}
    if row is None:
        if expects.revision is not None:
            raise model.DoesNotExist
        row = model(pk=row_id, owner=owner, revision=1, document=content, **columns)
        row.save(force_insert=True)
        append_revision(row)
        return row, True
    same = row.document == content and not row.is_deleted
    if same and (expects.creates or expects.revision in (row.revision, row.revision - 1)):
        return row, False  # the same write again: a retry whose first answer got lost
    if expects.creates or expects.revision != row.revision:
        raise RevisionConflictError(row)
    model.refuse_change(row, document)
    row.document = content
    row.deleted_at = None
    for name, value in columns.items():
        setattr(row, name, value)
    write_next(row)
    return row, False


@transaction.atomic
def delete_row(model: type[Row], *, owner: User, row_id: UUID, expects: Precondition) -> Row:
    """Mark a row deleted. Its revisions stay, and a put of the current revision brings it back.

    Raises: as put_row.
    """
    expects.require()
    row = model._default_manager.select_for_update().get(pk=row_id, owner=owner)
    if row.is_deleted:
        return row
    if expects.revision != row.revision:
        raise RevisionConflictError(row)
    row.deleted_at = timezone.now()
    write_next(row)
    return row


def list_revisions(model: type[Row], *, owner: User, row_id: UUID) -> QuerySet[Revision]:
    """Every revision of a row that is kept, deleted or not, newest first. Raises DoesNotExist for other people's."""
    row = model._default_manager.get(pk=row_id, owner=owner)
    return Revision.objects.filter(kind=model.kind(), row_id=row.pk).order_by("-number")


def write_next(row: StoredDocument) -> None:
    """Save a row that was changed as its next revision. The caller owns the transaction."""
    row.revision += 1
    row.save()
    append_revision(row)


def append_revision(row: StoredDocument) -> None:
    Revision.objects.create(
        kind=row.kind(), row_id=row.pk, number=row.revision, document=row.document, deleted=row.is_deleted
    )
