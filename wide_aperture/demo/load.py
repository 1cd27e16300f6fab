"""Loading the demo world: again and again, without ever touching what the user changed."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable, Iterator
from functools import cache
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction

from wide_aperture.bench.models import BenchRun
from wide_aperture.bench.pictures import keep_pictures
from wide_aperture.core.document import Document
from wide_aperture.demo.days import next_like
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.demo.phrasebooks import phrasebooks
from wide_aperture.demo.places import PLACES
from wide_aperture.demo.played import PLAYED, frames
from wide_aperture.demo.runs import pictures_by_run, runs
from wide_aperture.demo.setups import setups
from wide_aperture.demo.shoots import SHOOTS, SITUATIONS
from wide_aperture.demo.ticks import notes, ticks
from wide_aperture.frames.keep import batches, take_frames
from wide_aperture.frames.models import Frame
from wide_aperture.gear.models import Body, Lens
from wide_aperture.pack.models import FieldNote, Phrasebook, PreflightTick, ShootEvent
from wide_aperture.setups.models import SavedSetup
from wide_aperture.shoots.models import Shoot, Situation
from wide_aperture.sky.models import Place
from wide_aperture.store.models import StoredDocument
from wide_aperture.store.services import Precondition, delete_row, list_rows, put_row


def demo_documents(today: dt.date | None = None) -> Iterator[tuple[type[StoredDocument], Document]]:
    """Every demo row. today: shoots that were not played lie ahead of it; None: on the days they were written for."""
    for body in BODIES:
        yield Body, body
    for lens in LENSES:
        yield Lens, lens
    for shoot in SHOOTS:
        moves = today is not None and shoot.date is not None and shoot.id not in PLAYED
        yield Shoot, shoot.model_copy(update={"date": next_like(shoot.date, today)}) if moves else shoot  # type: ignore[arg-type]
    for planned in SITUATIONS:
        yield Situation, planned
    for place in PLACES:
        yield Place, place
    for book in phrasebooks():
        yield Phrasebook, book
    for saved in setups():
        yield SavedSetup, saved
    for run in runs():
        yield BenchRun, run
    for tick in ticks():
        yield PreflightTick, tick
    for note in notes():
        yield FieldNote, note


@transaction.atomic
def load_demo(
    *, owner: User, reset: bool = False, revive: bool = False, played: bool = True, today: dt.date | None = None
) -> tuple[int, int]:
    """Add demo rows that were never there; return (added, left as they are). played: the frames of the played shoots and
    the pictures of the runs, too.

    Rows the user edited are not overwritten and deleted ones not brought back; with revive the deleted ones are, and with
    reset every row is put back to how it came. today: see demo_documents.
    """
    added = left = 0
    for model, document in demo_documents(today):
        held = model.objects.filter(pk=document.id).first()  # type: ignore[attr-defined]
        wanted = held is None or reset or (revive and held.is_deleted)
        if held is not None and (not wanted or issubclass(model, ShootEvent)):  # what happened is never put back
            left += 1
            continue
        expects = Precondition(creates=True) if held is None else Precondition(revision=held.revision)
        row_id = document.id  # type: ignore[attr-defined]
        put_row(model, owner=owner, row_id=row_id, document=document, expects=expects)
        added += 1
    there: set[UUID] = set()
    if played:
        for run_id, pictures in pictures_by_run():
            keep_pictures(run_id, pictures)
        there = set(Frame.objects.filter(shoot_id__in=[shoot.id for shoot in SHOOTS]).values_list("pk", flat=True))
        for batch in batches(frames(there)):  # a frame that was deleted stays deleted
            added += take_frames(batch, owner=owner)
    return added, left + len(there)


def rows_there(owner: User) -> Iterable[StoredDocument]:
    """The owner's demo rows that are not deleted, whatever they were edited to."""
    for model, ids in _ids_by_model().items():
        yield from list_rows(model, owner=owner, pk__in=ids)


@cache
def _ids_by_model() -> dict[type[StoredDocument], frozenset[UUID]]:
    """The ids of the demo rows. Making the rows plans the saved setups: once is enough, as ids never change."""
    found: dict[type[StoredDocument], set[UUID]] = {}
    for model, document in demo_documents():
        found.setdefault(model, set()).add(document.id)  # type: ignore[attr-defined]
    return {model: frozenset(ids) for model, ids in found.items()}


@transaction.atomic
def remove_demo(*, owner: User) -> int:
    """Delete the demo rows together; how many. What happened on a shoot (ticks, notes) goes with its shoot."""
    gone = 0
    for row in rows_there(owner):
        if isinstance(row, ShootEvent):
            continue
        delete_row(type(row), owner=owner, row_id=row.pk, expects=Precondition(revision=row.revision))
        gone += 1
    return gone
