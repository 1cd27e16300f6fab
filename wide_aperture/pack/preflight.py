"""Pre-flights: the checklist of a shoot, and the ticks that devices send when they can."""

from __future__ import annotations

import datetime as dt
from uuid import UUID

from django.contrib.auth.models import User

from wide_aperture.core.camera.preflight.made import Checklist, Day, checklist
from wide_aperture.core.camera.preflight.ticks import Tick, last_failed
from wide_aperture.core.documents.shoot import Shoot, readings_of, sky_context
from wide_aperture.pack.models import PreflightTick
from wide_aperture.pack.questions import PreflightRequest
from wide_aperture.pack.services import packed, planned_of
from wide_aperture.store.reading import owned, owned_rows, parsed
from wide_aperture.store.services import get_row, list_rows


def checklist_of(asked: PreflightRequest) -> Checklist:
    """The lines of a shoot."""
    return checklist(
        Day(
            planned=planned_of(asked),
            packed=packed(asked),
            books={book.body_id: book for book in asked.books},
            people=asked.people,
            faces=asked.faces,
        )
    )


class ShootChecklist(Checklist):
    """The checklist of a saved shoot, with what a small screen shows above it."""

    title: str
    date: str | None
    bodies: dict[str, str]


def asked_of_shoot(shoot_id: UUID, *, owner: User) -> tuple[Shoot, PreflightRequest]:
    """A saved shoot with what its lists and cards are made of. Raises ObjectDoesNotExist for a shoot that is not the owner's."""
    row = get_row(owned_rows("shoots", owner).model, owner=owner, row_id=shoot_id)
    shoot: Shoot = parsed(row)  # type: ignore[assignment]
    bodies, lenses = owned("bodies", owner), owned("lenses", owner)
    there = {each.id for each in (*bodies, *lenses)}
    situations = [
        each if {each.body_id, each.lens_id} <= there else each.model_copy(update={"body_id": None, "lens_id": None})
        for each in owned("situations", owner)
        if each.shoot_id == shoot_id
    ]
    asked = PreflightRequest(
        situations=situations,
        bodies=bodies,
        lenses=lenses,
        books=owned("phrasebooks", owner),
        states=owned("states", owner),
        decisions=next((each for each in owned("packings", owner) if each.shoot_id == shoot_id), None),
        foundations=owned("foundations", owner),
        sky=sky_context(shoot, readings_of(situations)),
        people=[person.name for person in shoot.photographers],
        faces=list(shoot.faces),
    )
    return shoot, asked


def checklist_of_shoot(shoot_id: UUID, *, owner: User) -> ShootChecklist:
    """A saved shoot's lines. Raises: as asked_of_shoot."""
    shoot, asked = asked_of_shoot(shoot_id, owner=owner)
    return ShootChecklist(
        **checklist_of(asked).model_dump(),
        title=shoot.title,
        date=shoot.date.isoformat() if shoot.date else None,
        bodies={str(body.id): body.name for body in asked.bodies},
    )


def failures_of(*, owner: User) -> dict[str, dt.datetime]:
    """When each line last failed, over all shoots."""
    rows = list_rows(PreflightTick, owner=owner, document__state="failed").order_by("number")
    return dict(last_failed(Tick.model_validate(row.document) for row in rows))
