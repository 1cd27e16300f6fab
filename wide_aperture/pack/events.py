"""What happened on a shoot, as devices send it when they can: kept once, in the order it came, never changed."""

from __future__ import annotations

from collections.abc import Iterable
from typing import TypeVar
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction

from wide_aperture.core.camera.preflight.ticks import Tick
from wide_aperture.core.field.notes import FieldNote
from wide_aperture.pack.models import ShootEvent
from wide_aperture.store.errors import RevisionConflictError
from wide_aperture.store.services import Precondition, list_rows, put_row

Event = TypeVar("Event", Tick, FieldNote)


@transaction.atomic
def take(model: type[ShootEvent], events: Iterable[Tick | FieldNote], *, owner: User) -> int:
    """Keep the events that are new, in their order; how many were. One that is there already stays as it is.

    Raises: DomainError for a shoot that is not the owner's; DoesNotExist for an id that is another's.
    """
    new = 0
    for event in events:
        try:
            _, created = put_row(
                model, owner=owner, row_id=event.id, document=event, expects=Precondition(creates=True)
            )
        except RevisionConflictError:
            created = False
        new += created
    return new


def of_shoot(model: type[ShootEvent], shape: type[Event], shoot_id: UUID, *, owner: User) -> list[Event]:
    """The events of a shoot in the order they came."""
    rows = list_rows(model, owner=owner, shoot_id=shoot_id).order_by("number", "created_at")
    return [shape.model_validate(row.document) for row in rows]
