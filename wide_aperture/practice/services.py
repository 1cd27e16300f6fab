"""Drills for a person, their answers, and what is due."""

from __future__ import annotations

import base64
import datetime as dt
import hashlib
from collections.abc import Sequence
from functools import lru_cache
from threading import Lock
from uuid import UUID

import cv2
from django.apps import apps
from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import CharField, Count, FloatField
from django.db.models.fields.json import KT
from django.db.models.functions import Cast
from django.utils import timezone

from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.picture.imaging.develop import Picture
from wide_aperture.core.practice.drills import KINDS, drill_of
from wide_aperture.core.practice.drills.common import Made, OwnPicture, PracticeKit
from wide_aperture.core.practice.progress import Answered, Trend, due_at, trend
from wide_aperture.core.practice.score import Answer as Given
from wide_aperture.core.practice.score import Score, score
from wide_aperture.core.practice.week import TRAINED, Failed, WeekItem, week_of
from wide_aperture.practice.models import Answer
from wide_aperture.store.reading import owned, readable_documents
from wide_aperture.store.services import Precondition, list_rows, put_row

QUALITY = 88
LATELY = dt.timedelta(days=60)
OWN_PICTURES, OWN_M, USUAL_MM = 24, (0.5, 60.0), 50.0
_drawing = Lock()


@lru_cache(maxsize=1)
def _room() -> Darkroom:
    return Darkroom(scene_bytes=60_000_000, optical_bytes=30_000_000, noise_bytes=10_000_000)


def kit_of(body_id: UUID | None, *, owner: User, photographs: bool = False) -> PracticeKit:
    """The person's body, or a starting one where it is not (any more) in Gear; photographs: with some of their own."""
    body = next((each for each in owned("bodies", owner) if each.id == body_id), None) if body_id else None
    if body is None:
        return PracticeKit.usual()
    book = next((each for each in owned("phrasebooks", owner) if each.body_id == body.id), None)
    own = _own_pictures(owner) if photographs else ()
    mark = hashlib.blake2b((book.model_dump_json() if book else "").encode())
    for each in own:
        mark.update(each.name.encode())
    return PracticeKit(body, book, own, mark.hexdigest())


def _own_pictures(owner: User) -> tuple[OwnPicture, ...]:
    """The person's latest photographs whose files say a distance that can be judged by eye."""
    frames = apps.get_model("frames", "Frame")._default_manager
    rows = (
        frames.filter(owner=owner, deleted_at__isnull=True, has_preview=True)
        .annotate(away=Cast(KT("document__said__subject_distance_m"), FloatField()))
        .filter(away__gte=OWN_M[0], away__lte=OWN_M[1])
        .select_related("preview")
        .order_by("-taken_at", "name")[:OWN_PICTURES]
    )
    return tuple(
        OwnPicture(row.name, float(row.document["said"].get("focal_mm") or USUAL_MM), row.away, bytes(row.preview.jpeg))
        for row in rows
    )


@lru_cache(maxsize=16)
def made(kind: str, seed: int, kit: PracticeKit) -> Made:
    """A drill; the last ones are kept, as each is asked for once and scored once. Raises: as drill_of."""
    with _drawing:  # one room for all, drawn in by one at a time
        return drill_of(kind, seed, kit, _room())


def data_urls(pictures: Sequence[Picture]) -> list[str]:
    """Pictures as data URLs."""
    urls = []
    for picture in pictures:
        _, data = cv2.imencode(".jpg", cv2.cvtColor(picture, cv2.COLOR_RGB2BGR), [cv2.IMWRITE_JPEG_QUALITY, QUALITY])
        urls.append(f"data:image/jpeg;base64,{base64.b64encode(data.tobytes()).decode()}")
    return urls


@transaction.atomic
def answer(drill: Made, given: Given, answer_id: UUID, *, owner: User) -> Score:
    """Score an answer and keep it; the same id again only tells its score. Raises: DomainError as score."""
    told = score(drill.drill, given)
    if not Answer.objects.filter(pk=answer_id).exists():
        kept = Answered(
            id=answer_id,
            kind=drill.drill.kind,
            seed=drill.drill.seed,
            right=told.right,
            stops=told.stops,
            at=timezone.now(),
        )
        put_row(Answer, owner=owner, row_id=answer_id, document=kept, expects=Precondition(creates=True))
    return told


def standing(*, owner: User) -> list[tuple[str, Trend, dt.datetime | None, list[Answered]]]:
    """Every kind: how it goes, when it is due, the answers of it; the kinds due first stand before the rest."""
    answers: dict[str, list[Answered]] = {kind: [] for kind in KINDS}
    for each in readable_documents(list_rows(Answer, owner=owner)):
        answers.setdefault(each.kind, []).append(each)
    rows = [(kind, trend(answers[kind]), due_at(answers[kind]), answers[kind]) for kind in KINDS]
    first = dt.datetime.min.replace(tzinfo=dt.UTC)
    return sorted(rows, key=lambda row: row[2] or first)


def week(*, owner: User) -> tuple[WeekItem, ...]:
    """The week's set: from the faults named in frames of late, then from what is due."""
    frames = apps.get_model("frames", "Frame")._default_manager
    rows = (
        frames.filter(owner=owner, deleted_at__isnull=True, updated_at__gte=timezone.now() - LATELY)
        .annotate(fault=Cast(KT("document__fault"), CharField()))
        .filter(fault__in=list(TRAINED))
        .values_list("shoot_id", "fault")
        .annotate(Count("id"))
        .order_by()
    )
    shoots = {shoot.id: shoot.title for shoot in owned("shoots", owner)}
    failed = [
        Failed(shoot=shoots.get(shoot_id, "a shoot that is gone"), fault=fault, frames=count)
        for shoot_id, fault, count in rows
    ]
    now = timezone.now()
    due = [kind for kind, _, at, _ in standing(owner=owner) if at is None or at <= now]
    return week_of(failed, due, {kind: each.title for kind, each in KINDS.items()})
