"""A saved shoot read back: its frames as columns, the review, and what happens when advice is taken."""

from __future__ import annotations

import datetime as dt
import json
import threading
from collections import OrderedDict
from collections.abc import Callable
from types import SimpleNamespace
from typing import Any, cast
from uuid import UUID, uuid4

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import BooleanField, Case, Count, F, Func, Max, QuerySet, TextField, Value, When
from django.utils import timezone

from wide_aperture.core.document import Document
from wide_aperture.core.documents.foundation import FoundationDocument
from wide_aperture.core.documents.shoot import PlannedSituation, Shoot
from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames.metadata import FrameMetadata
from wide_aperture.core.review.advice import AdvisedChange
from wide_aperture.core.review.changes import (
    BurstChange,
    CeilingChange,
    FigureChange,
    GapChange,
    LightChange,
    PinChange,
    body_with,
    pins_with,
    situation_with,
)
from wide_aperture.core.review.decisions import Answered, ChangedRow, ReviewDocument
from wide_aperture.core.review.shoot import ShootReview, review_shoot, sorted_frames
from wide_aperture.core.review.table import FrameRow, FrameTable, table_of
from wide_aperture.frames.models import Frame, Review
from wide_aperture.frames.play import midnight_of, shoot_asked
from wide_aperture.store.models import Revision, StoredDocument, model_of
from wide_aperture.store.reading import owned, owned_rows, parsed
from wide_aperture.store.services import Precondition, get_row, put_row

DEPENDS_ON = ("shoots", "situations", "bodies", "lenses", "foundations", "reviews")
MOST_KEPT = 6
Stamp = tuple[object, ...]


def frames_of(shoot_id: UUID, *, owner: User) -> QuerySet[Frame]:
    """A shoot's frames that are not deleted."""
    return Frame.objects.filter(owner=owner, shoot_id=shoot_id, deleted_at__isnull=True)


def table_of_shoot(shoot_id: UUID, *, owner: User) -> FrameTable:
    """A shoot's frames as columns.

    Only what is reckoned with leaves the database, and what was written by us is not checked again: ten thousand whole documents are a
    second. A row that is no JSON any more is left out; the page of what cannot be read names it.
    """
    held = Func(
        F("document"), *(Value(f"$.{path}") for path in PATHS), function="JSON_EXTRACT", output_field=TextField()
    )
    is_whole = Func(F("document"), function="JSON_VALID", output_field=BooleanField())
    rows = frames_of(shoot_id, owner=owner).annotate(held=Case(When(is_whole, then=held)))
    return table_of(
        _row(frame_id, json.loads(values))
        for frame_id, values in rows.values_list("pk", "held").iterator(chunk_size=5000)
        if values
    )


# What of a document a table needs: paths into it, in the order _row takes them apart.
SAID = (
    "taken_at", "subsecond_ms", "exposure_s", "f_number", "iso", "compensation_ev", "focal_mm", "exposure_program", "metering",
    "white_balance", "flash_fired", "body_make_model", "body_serial", "rating",
)  # fmt: skip
MEASURES = ("sharpness", "burnt", "black", "level_ev")
OWN = ("name", "rating", "situation_id", "apart", "fault")
PATHS = (*(f"said.{name}" for name in SAID), *(f"measures.{name}" for name in MEASURES), "marks.gap_ev", *OWN)


def _row(frame_id: UUID, values: list[Any]) -> FrameRow:
    said = dict(zip(SAID, values, strict=False))
    taken = said["taken_at"]
    said["taken_at"] = dt.datetime.fromisoformat(taken) if taken else None
    sharpness, burnt, black, level_ev, gap_ev, name, rating, situation, apart, fault = values[len(SAID) :]
    return FrameRow(
        id=str(frame_id), name=name or "", said=cast(FrameMetadata, SimpleNamespace(**said)), rating=rating, fault=fault,
        situation="" if apart else situation, sharpness=sharpness, burnt=burnt, black=black, level_ev=level_ev, gap_ev=gap_ev,
    )  # fmt: skip


def decisions_of(shoot_id: UUID, *, owner: User) -> tuple[Review | None, ReviewDocument]:
    """The row of decisions about a shoot and its document; (None, a new one) before the first."""
    row = Review.objects.filter(owner=owner, shoot_id=shoot_id, deleted_at__isnull=True).order_by("created_at").first()
    if row is None:
        return None, ReviewDocument(id=uuid4(), shoot_id=shoot_id)
    return row, ReviewDocument.model_validate(row.document)


class _Reviews:
    """The last reviews that were made, by all they depend on."""

    def __init__(self) -> None:
        self._held: OrderedDict[Stamp, ShootReview] = OrderedDict()
        self._lock = threading.Lock()

    def get(self, stamp: Stamp) -> ShootReview | None:
        with self._lock:
            return self._held.get(stamp)

    def put(self, stamp: Stamp, made: ShootReview) -> None:
        with self._lock:
            self._held[stamp] = made
            while len(self._held) > MOST_KEPT:
                self._held.popitem(last=False)


_reviews = _Reviews()


def _stamp(shoot_id: UUID, owner: User) -> Stamp:
    frames = frames_of(shoot_id, owner=owner).aggregate(n=Count("pk"), last=Max("updated_at"))
    others = []
    for plural in DEPENDS_ON:
        seen = owned_rows(plural, owner).aggregate(n=Count("pk"), last=Max("updated_at"))
        others.append((seen["n"], seen["last"]))
    return (owner.pk, shoot_id, frames["n"], frames["last"], *others)


def review_of_shoot(shoot_id: UUID, *, owner: User) -> ShootReview:
    """A saved shoot read back. Raises: ObjectDoesNotExist for a shoot that is not the owner's."""
    get_row(owned_rows("shoots", owner).model, owner=owner, row_id=shoot_id)
    stamp = _stamp(shoot_id, owner)
    made = _reviews.get(stamp)
    if made is None:
        shoot, asked = shoot_asked(shoot_id, owner)
        _, decided = decisions_of(shoot_id, owner=owner)
        made = review_shoot(table_of_shoot(shoot_id, owner=owner), asked, midnight_of(shoot), ahead_s=decided.ahead_s)
        _reviews.put(stamp, made)
    return made


def sorted_of_shoot(shoot_id: UUID, *, owner: User) -> FrameTable:
    """A saved shoot's frames with the situation, burst and place of each. Raises: as review_of_shoot."""
    shoot, asked = shoot_asked(shoot_id, owner)
    _, decided = decisions_of(shoot_id, owner=owner)
    return sorted_frames(table_of_shoot(shoot_id, owner=owner), asked, midnight_of(shoot), decided.ahead_s)


# Taking advice ---------------------------------------------------------------------------------------------------------------


@transaction.atomic
def answer_advice(shoot_id: UUID, advice_id: str, answer: str, because: str, *, owner: User) -> ReviewDocument:
    """Take an advice, or decline it with a reason. What was changed is remembered, so that it can be undone.

    Raises: ObjectDoesNotExist for a shoot that is not the owner's; DomainError for an advice these frames do not give (any more).
    """
    found = next((each for each in review_of_shoot(shoot_id, owner=owner).advice if each.id == advice_id), None)
    if found is None:
        raise DomainError("advice", advice_id, "is not given by these frames any more: look at the review anew")
    changed = _carried_out(shoot_id, found, owner) if answer == "accepted" else ()
    given = Answered(
        advice=advice_id, title=found.title[:200], answer="accepted" if answer == "accepted" else "declined", because=because,
        at=timezone.now(), changed=changed,
    )  # fmt: skip
    return _keep(shoot_id, owner, lambda decided: decided.model_copy(update={"answered": (*decided.answered, given)}))


@transaction.atomic
def take_back(shoot_id: UUID, advice_id: str, *, owner: User) -> ReviewDocument:
    """Undo an answer: every row it changed gets back what it held before.

    Raises: DomainError where there is nothing to undo, or a row was changed since.
    """
    _, decided = decisions_of(shoot_id, owner=owner)
    last = next((each for each in reversed(decided.answered) if each.advice == advice_id), None)
    if last is None:
        raise DomainError("advice", advice_id, "was not answered")
    for changed in last.changed:
        model = model_of(changed.plural)
        assert model is not None
        row = get_row(model, owner=owner, row_id=changed.id)
        if row.revision != changed.after:
            raise DomainError("advice", advice_id, f"cannot be undone: the {model.noun} was changed since")
        before = Revision.objects.filter(kind=model.kind(), row_id=row.pk, number=changed.before).first()
        if before is None:
            raise DomainError("advice", advice_id, "cannot be undone: what was there before is not kept any more")
        put_row(
            model, owner=owner, row_id=row.pk, document=model.parse(before.document), expects=Precondition(revision=row.revision)
        )  # fmt: skip
    rest = tuple(each for each in decided.answered if each is not last)
    return _keep(shoot_id, owner, lambda held: held.model_copy(update={"answered": rest}))


def _keep(shoot_id: UUID, owner: User, change: Callable[[ReviewDocument], ReviewDocument]) -> ReviewDocument:
    row, decided = decisions_of(shoot_id, owner=owner)
    changed = change(decided)
    expects = Precondition(creates=True) if row is None else Precondition(revision=row.revision)
    put_row(Review, owner=owner, row_id=changed.id, document=changed, expects=expects)
    return changed


def _carried_out(shoot_id: UUID, found: AdvisedChange, owner: User) -> tuple[ChangedRow, ...]:
    change = found.change
    if isinstance(change, FigureChange):
        return (_into_foundation(shoot_id, change, owner),)
    if isinstance(change, CeilingChange | GapChange):
        return (_write("bodies", change.body_id, owner, lambda body: body_with(body, change)),)
    return (_write("situations", change.situation_id, owner, lambda planned: _situation_with(planned, change)),)


def _situation_with(planned: PlannedSituation, change: BurstChange | LightChange | PinChange) -> PlannedSituation:
    if isinstance(change, PinChange):
        return planned.model_copy(update={"pins": pins_with(planned.pins, change)})
    return planned.model_copy(update={"situation": situation_with(planned.situation, change)})


def _into_foundation(shoot_id: UUID, change: FigureChange, owner: User) -> ChangedRow:
    """The figure goes into the foundation that lies under the shoot: the one its situations name, else the owner's first; a new one before any."""
    named = [
        each.foundation_id for each in owned("situations", owner) if each.shoot_id == shoot_id and each.foundation_id
    ]
    ids = sorted(str(each.id) for each in owned("foundations", owner))
    chosen = next((each for each in named if str(each) in ids), None) or (UUID(ids[0]) if ids else None)
    if chosen is None:
        document = FoundationDocument(id=uuid4(), figures={change.name: change.own})
        model = owned_rows("foundations", owner).model
        row, _ = put_row(model, owner=owner, row_id=document.id, document=document, expects=Precondition(creates=True))
        empty = document.model_copy(update={"figures": {}})
        put_row(model, owner=owner, row_id=row.pk, document=empty, expects=Precondition(revision=row.revision))
        chosen = document.id  # so that an undo has something to go back to
    return _write(
        "foundations", chosen, owner, lambda held: held.model_copy(update={"figures": {**held.figures, change.name: change.own}})
    )  # fmt: skip


def _write(plural: str, row_id: UUID, owner: User, change: Callable[[Any], Document]) -> ChangedRow:
    model: type[StoredDocument] = owned_rows(plural, owner).model
    row = get_row(model, owner=owner, row_id=row_id)
    before = row.revision
    kept, _ = put_row(
        model, owner=owner, row_id=row_id, document=change(parsed(row)), expects=Precondition(revision=before)
    )
    return ChangedRow(plural=plural, id=row_id, before=before, after=kept.revision)


def title_of(shoot_id: UUID, *, owner: User) -> tuple[str, Shoot]:
    """A shoot's title. Raises: ObjectDoesNotExist."""
    shoot: Shoot = parsed(get_row(owned_rows("shoots", owner).model, owner=owner, row_id=shoot_id))  # type: ignore[assignment]
    return shoot.title, shoot
