"""Writing frames: thousands at a time, each once, with its first revision."""

from __future__ import annotations

import datetime as dt
import json
from collections.abc import Iterable, Sequence
from typing import NamedTuple
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from wide_aperture.core.frames.frame import Frame as FrameDocument
from wide_aperture.frames.models import COLUMNS, Frame, Preview, columns_of, owned_shoot
from wide_aperture.store.many import insert_many
from wide_aperture.store.models import Revision
from wide_aperture.store.services import Precondition, get_row, put_row, write_next

MOST_AT_ONCE = 200


class Arrived(NamedTuple):
    """A frame that was brought. preview: a small JPEG; mask: a PNG of what the camera marks and the data lose."""

    document: FrameDocument
    preview: bytes | None = None
    mask: bytes | None = None


@transaction.atomic
def take_frames(arrived: Sequence[Arrived], *, owner: User) -> int:
    """Keep frames that are new; how many were. One that is there stays as it is, but gets a preview where it had none.

    A frame that was deleted comes back: somebody brought it again.
    Raises: DomainError for a shoot that is not the owner's.
    """
    if not arrived:
        return 0
    for shoot_id in {each.document.shoot_id for each in arrived}:
        owned_shoot(shoot_id, owner)
    unique = {each.document.id: each for each in arrived}
    there = {row.pk: row for row in Frame.objects.filter(pk__in=unique, owner=owner)}
    now = timezone.now()
    new = [
        (each, json.dumps(each.document.model_dump(mode="json")))
        for each in unique.values()
        if each.document.id not in there
    ]
    insert_many(
        Frame,
        ("id", "owner", "revision", "document", "created_at", "updated_at", "deleted_at", "has_preview", *COLUMNS),
        (
            (
                each.document.id,
                owner.pk,
                1,
                written,
                now,
                now,
                None,
                each.preview is not None,
                *columns_of(each.document).values(),
            )
            for each, written in new
        ),
    )
    insert_many(
        Revision,
        ("kind", "row_id", "number", "document", "deleted", "written_at"),
        ((Frame.kind(), each.document.id, 1, written, False, now) for each, written in new),
    )
    back = [row for row in there.values() if row.is_deleted]
    for row in back:
        row.deleted_at = None
        write_next(row)
    _pictured(unique, there)
    return len(new) + len(back)


def _pictured(unique: dict[UUID, Arrived], there: dict[UUID, Frame]) -> None:
    lacking = {row_id for row_id, row in there.items() if not row.has_preview}
    pictures = [
        Preview(frame_id=row_id, jpeg=preview, mask=mask)
        for row_id, (_, preview, mask) in unique.items()
        if preview is not None and (row_id not in there or row_id in lacking)
    ]
    Preview.objects.bulk_create(pictures, ignore_conflicts=True)
    for picture in pictures:
        row = there.get(picture.frame_id)
        if row is None:
            continue
        document = FrameDocument.model_validate(row.document)
        brought = unique[picture.frame_id].document
        row.has_preview = True
        measured = {"measures": brought.measures, "marks": brought.marks}
        row.document = document.model_copy(update=measured).model_dump(mode="json")
        write_next(row)


def batches(arrived: Iterable[Arrived], size: int = MOST_AT_ONCE) -> Iterable[list[Arrived]]:
    """Lists of at most so many."""
    held: list[Arrived] = []
    for each in arrived:
        held.append(each)
        if len(held) >= size:
            yield held
            held = []
    if held:
        yield held


@transaction.atomic
def change_frames(
    ids: Sequence[UUID], changes: dict[str, object], *, owner: User
) -> list[tuple[UUID, dict[str, object]]]:
    """The same change to several frames, each as its next revision; what the fields were before, so that it can be undone.

    Raises: DoesNotExist for a frame that is not the owner's; DomainError or pydantic.ValidationError for values that cannot be.
    """
    before = []
    for row_id in dict.fromkeys(ids):
        row = get_row(Frame, owner=owner, row_id=row_id)
        document = FrameDocument.model_validate(row.document)
        before.append((row_id, {name: document.model_dump(mode="json")[name] for name in changes}))
        changed = FrameDocument.model_validate({**document.model_dump(mode="json"), **changes})
        put_row(Frame, owner=owner, row_id=row_id, document=changed, expects=Precondition(revision=row.revision))
    return before


@transaction.atomic
def remove_frames(shoot_id: UUID, *, owner: User) -> int:
    """Delete every frame of a shoot; they can be brought back together."""
    return _marked(Frame.objects.filter(owner=owner, shoot_id=shoot_id, deleted_at__isnull=True), timezone.now())


@transaction.atomic
def remove_for_good(shoot_id: UUID, *, owner: User) -> int:
    """Remove a shoot's deleted frames with their history and pictures. Backups made before still hold them."""
    rows = Frame.objects.filter(owner=owner, shoot_id=shoot_id, deleted_at__isnull=False)
    ids = list(rows.values_list("pk", flat=True))
    for first in range(0, len(ids), MOST_AT_ONCE):
        part = ids[first : first + MOST_AT_ONCE]
        Revision.objects.filter(kind=Frame.kind(), row_id__in=part).delete()
        Frame.objects.filter(pk__in=part).delete()
    return len(ids)


@transaction.atomic
def bring_back_frames(shoot_id: UUID, *, owner: User) -> int:
    """Undo of remove_frames: every deleted frame of the shoot comes back."""
    return _marked(Frame.objects.filter(owner=owner, shoot_id=shoot_id, deleted_at__isnull=False), None)


def _marked(found: QuerySet[Frame], deleted_at: dt.datetime | None) -> int:
    """Write frames as deleted then, or as there again, each as its next revision; how many."""
    rows, now = list(found), timezone.now()
    for row in rows:
        row.deleted_at, row.updated_at = deleted_at, now
        row.revision += 1
    Frame.objects.bulk_update(rows, ["deleted_at", "updated_at", "revision"], batch_size=MOST_AT_ONCE)
    Revision.objects.bulk_create(
        Revision(kind=Frame.kind(), row_id=row.pk, number=row.revision, document=row.document, deleted=row.is_deleted)
        for row in rows
    )
    return len(rows)
