"""Pre-flights: the checklist of a shoot, and the ticks that devices send when they can."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction

from wide_aperture.core.camera.preflight import Checklist, Day, Tick, checklist, last_failed
from wide_aperture.pack.models import PreflightTick
from wide_aperture.pack.questions import PreflightRequest
from wide_aperture.pack.services import packed, planned_of
from wide_aperture.store.errors import RevisionConflictError
from wide_aperture.store.services import Precondition, list_rows, put_row


def checklist_of(asked: PreflightRequest) -> Checklist:
    """The lines of a shoot."""
    return checklist(
        Day(
            planned=planned_of(asked),
            packed=packed(asked),
            books={book.body_id: book for book in asked.books},
            people=asked.people,
        )
    )


@transaction.atomic
def take(ticks: Iterable[Tick], *, owner: User) -> int:
    """Keep the ticks that are new, in their order; how many were. One that is there already stays as it is.

    Raises: DomainError for a shoot that is not the owner's; DoesNotExist for an id that is another's.
    """
    new = 0
    for tick in ticks:
        try:
            _, created = put_row(
                PreflightTick, owner=owner, row_id=tick.id, document=tick, expects=Precondition(creates=True)
            )
        except RevisionConflictError:
            created = False
        new += created
    return new


def ticks_of(shoot_id: UUID, *, owner: User) -> list[Tick]:
    """The ticks of a shoot in the order they came."""
    rows = list_rows(PreflightTick, owner=owner, shoot_id=shoot_id).order_by("number", "created_at")
    return [Tick.model_validate(row.document) for row in rows]


def failures_of(*, owner: User) -> dict[str, dt.datetime]:
    """When each line last failed, over all shoots."""
    rows = list_rows(PreflightTick, owner=owner, document__state="failed").order_by("number")
    return dict(last_failed(Tick.model_validate(row.document) for row in rows))
