"""Putting a read backup in as a whole, and taking it out again as a whole."""

from __future__ import annotations

import datetime as dt
from collections import Counter
from collections.abc import Callable, Iterable
from typing import Any
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from wide_aperture.core.errors import DomainError
from wide_aperture.store.backup.compare import Ready
from wide_aperture.store.errors import RevisionConflictError, SnapshotError
from wide_aperture.store.models import Restored, Revision, StoredDocument, model_of
from wide_aperture.store.services import Precondition, append_revision, delete_row, put_row, write_next


@transaction.atomic
def restore(
    *, owner: User, name: str, documents: Iterable[Ready], leave: frozenset[tuple[str, str]], said: Callable[[], None]
) -> Restored:
    """Write every document that was not left out, under the rules of a PUT, or none at all.

    said: called before each document; it may raise to give up, and nothing was written then.
    """
    counts: Counter[str] = Counter()
    refused: list[str] = []
    written: list[list[Any]] = []
    for ready in documents:
        said()
        if (ready.kind, ready.id) in leave:
            counts["left"] += 1
            continue
        try:
            with transaction.atomic():  # a document that breaks a rule is named, and the others go in
                step = _put(ready, owner)
        except (DomainError, SnapshotError, RevisionConflictError, ready.model.DoesNotExist) as error:
            refused.append(f"{ready.model.title_of(ready.document)}: {str(error) or 'belongs to somebody else here'}")
            continue
        counts[ready.outcome] += 1
        if step is not None:
            written.append([ready.kind, ready.id, *step])
    report = {"counts": dict(counts), "refused": refused}
    _verify(owner, written)
    return Restored.objects.create(owner=owner, name=name[:200], report=report, written=written)


def _verify(owner: User, written: list[list[Any]]) -> None:
    """What was counted as written must be there. Raises RuntimeError, which takes all of it back."""
    by_kind: dict[str, list[str]] = {}
    for kind, row_id, _, _ in written:
        by_kind.setdefault(kind, []).append(row_id)
    for kind, ids in by_kind.items():
        model = model_of(kind)
        assert model is not None
        found = sum(
            model._default_manager.filter(owner=owner, pk__in=ids[k : k + 500]).count() for k in range(0, len(ids), 500)
        )
        if found != len(set(ids)):
            raise RuntimeError(f"{len(ids)} {kind} were to be written and {found} are there")


def _put(ready: Ready, owner: User) -> tuple[int | None, int] | None:
    """Write one document. Returns its revision before (None: it was not here) and after; None when nothing changed."""
    model = ready.model
    document = model.parse(ready.document)
    row_id = UUID(ready.id)
    held = model._default_manager.filter(pk=row_id).first()
    beside = {"original": ready.original} if ready.original and hasattr(model, "original") else {}
    if held is None:
        return None, _add(ready, owner, document, beside)
    _fill_history(model, row_id, ready, below=held.revision)
    if ready.outcome == "same":
        return None
    before = held.revision
    expects = Precondition(revision=before)
    row, _ = put_row(model, owner=owner, row_id=row_id, document=document, expects=expects, beside=beside)
    return None if row.revision == before else (before, row.revision)


def _add(ready: Ready, owner: User, document: Any, beside: dict[str, Any]) -> int:
    """A document that is not here, with its number of revisions, its history and its dates."""
    model, row_id = ready.model, UUID(ready.id)
    deleted_at = _moment(ready.deleted_at)
    columns = {**(_deleted_columns(model, document) if deleted_at else model.columns(document, owner=owner)), **beside}
    row = model(id=row_id, owner=owner, revision=ready.revision, document=ready.document, **columns)
    row.deleted_at = deleted_at
    row.save(force_insert=True)
    created_at = _moment(ready.created_at)
    if created_at is not None:
        model._default_manager.filter(pk=row_id).update(created_at=created_at)
    _fill_history(model, row_id, ready, below=ready.revision)
    append_revision(row)
    return row.revision


def _deleted_columns(model: type[StoredDocument], document: Any) -> dict[str, Any]:
    """Columns of a row that comes back deleted: what it hung on may be deleted too, but must be here."""
    if model.plural != "situations":
        return {}
    return {"shoot_id": document.shoot_id, "order": document.situation.order}


def _fill_history(model: type[StoredDocument], row_id: UUID, ready: Ready, *, below: int) -> None:
    """Earlier versions of the backup that are not here."""
    known = set(Revision.objects.filter(kind=model.kind(), row_id=row_id).values_list("number", flat=True))
    missing = [past for past in ready.history if past["number"] < below and past["number"] not in known]
    by_number = {past["number"]: past for past in missing}
    Revision.objects.bulk_create(
        Revision(
            kind=model.kind(),
            row_id=row_id,
            number=past["number"],
            document=past["document"],
            deleted=past["deleted"],
            written_at=_moment(past["written_at"]) or timezone.now(),
        )
        for past in by_number.values()
    )


def _moment(text: str | None) -> dt.datetime | None:
    return dt.datetime.fromisoformat(text) if text else None


@transaction.atomic
def undo(*, owner: User, restored_id: UUID) -> list[str]:
    """Take a restore back in one step; return the titles of what was edited since and therefore stays.

    Raises: Restored.DoesNotExist; DomainError when it was undone already.
    """
    restored = Restored.objects.select_for_update().get(pk=restored_id, owner=owner)
    if restored.undone_at is not None:
        raise DomainError("restored_id", str(restored_id), "was undone already")
    stays: list[str] = []
    for kind, row_id, before, after in reversed(restored.written):
        model = model_of(kind)
        row = model._default_manager.filter(pk=row_id, owner=owner).first() if model is not None else None
        if model is None or row is None:
            continue
        if row.revision != after:
            stays.append(f"{model.noun} “{model.title_of(row.document)}”")
        elif before is None:
            if not row.is_deleted:
                delete_row(model, owner=owner, row_id=row.pk, expects=Precondition(revision=after))
        else:
            _put_back(row, before)
    restored.undone_at = timezone.now()
    restored.save()
    return stays


def _put_back(row: StoredDocument, number: int) -> None:
    """The row as it was at an earlier revision, as its next one."""
    past = Revision.objects.get(kind=row.kind(), row_id=row.pk, number=number)
    document = type(row).parse(past.document)
    for name, value in type(row).columns(document, owner=row.owner).items():
        setattr(row, name, value)
    row.document = past.document
    row.deleted_at = timezone.now() if past.deleted else None
    write_next(row)
