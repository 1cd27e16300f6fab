"""Field cards of a saved shoot, test frames, and the light that a test frame read."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction

from wide_aperture.core.camera.packing import book_of
from wide_aperture.core.camera.state import target_of
from wide_aperture.core.document import Document
from wide_aperture.core.documents.shoot import PlannedSituation, Shoot, sky_context
from wide_aperture.core.documents.situation import LAST_MIN, LightByReading, LightBySky
from wide_aperture.core.errors import DomainError
from wide_aperture.core.field.card import FieldCards, field_cards
from wide_aperture.core.field.dialogue import Reply, reply_to
from wide_aperture.core.field.hand import Hand
from wide_aperture.core.field.rounds import TestRound
from wide_aperture.core.planning.compute import drafted, plan_from
from wide_aperture.pack.preflight import asked_of_shoot
from wide_aperture.pack.services import packed, planned_of
from wide_aperture.store.reading import owned_rows, parsed
from wide_aperture.store.services import Precondition, get_row, put_row


class ShootCards(FieldCards):
    """The cards of a saved shoot, with what a small screen shows above them."""

    title: str
    date: str | None


class LightKept(Document):
    """revision: of the situation as it now stands; follow: titles of the situations whose light is re-based by it."""

    revision: int
    follow: tuple[str, ...]


def cards_of_shoot(shoot_id: UUID, *, owner: User) -> ShootCards:
    """Raises: as asked_of_shoot."""
    shoot, asked = asked_of_shoot(shoot_id, owner=owner)
    books = {book.body_id: book for book in asked.books}
    made = field_cards(planned_of(asked), packed(asked), books, asked.sky)
    return ShootCards(
        **{name: getattr(made, name) for name in FieldCards.model_fields},
        title=shoot.title,
        date=shoot.date.isoformat() if shoot.date else None,
    )


def test_frame(shoot_id: UUID, situation_id: UUID, rounds: Sequence[TestRound], *, owner: User) -> Reply:
    """What to change after these test frames. Raises: as asked_of_shoot; DomainError for a situation that cannot be planned."""
    _, asked = asked_of_shoot(shoot_id, owner=owner)
    given = next((each for each in planned_of(asked) if each.situation.id == situation_id), None)
    body = None if given is None else next((b for b in packed(asked).bodies if b.body_id == given.body.id), None)
    if given is None or body is None:
        raise DomainError("situation_id", str(situation_id), "must be a situation of this shoot with a body and a lens")
    draft, findings = drafted(given)
    plan = plan_from(draft, findings)
    book = book_of(given.body, {each.body_id: each for each in asked.books})
    return reply_to(draft, plan, Hand.of(book, body, target_of(plan.setup, given.body)), rounds)


@transaction.atomic
def keep_light(shoot_id: UUID, situation_id: UUID, ev100: float, at: dt.datetime, *, owner: User) -> LightKept:
    """Write the light into the situation as a reading; where its light follows the sky, the rest of the day follows the reading.

    Raises: ObjectDoesNotExist for a shoot or a situation that is not the owner's.
    """
    shoot: Shoot = parsed(get_row(owned_rows("shoots", owner).model, owner=owner, row_id=shoot_id))  # type: ignore[assignment]
    situations = owned_rows("situations", owner)
    row = get_row(situations.model, owner=owner, row_id=situation_id)
    planned: PlannedSituation = parsed(row)  # type: ignore[assignment]
    if planned.shoot_id != shoot_id:
        raise situations.model.DoesNotExist
    light, context = planned.situation.light, sky_context(shoot)
    condition = light.condition if isinstance(light, LightBySky | LightByReading) else None
    at_min = None if context is None else round(context.minutes_of(at))
    read = LightByReading(
        ev100=round(ev100, 2),
        at_min=at_min if at_min is not None and 0 <= at_min <= LAST_MIN else None,  # of another day: for here alone
        condition=condition,
        cct_k=light.cct_k,
    )
    changed = planned.model_copy(update={"situation": planned.situation.model_copy(update={"light": read})})
    kept, _ = put_row(
        situations.model,
        owner=owner,
        row_id=situation_id,
        document=changed,
        expects=Precondition(revision=row.revision),
    )
    others = (parsed(each) for each in situations if each.pk != situation_id)
    follow = tuple(
        each.situation.title  # type: ignore[attr-defined]
        for each in others
        if each.shoot_id == shoot_id and isinstance(each.situation.light, LightBySky)  # type: ignore[attr-defined]
    )
    return LightKept(revision=kept.revision, follow=follow if condition is not None and read.at_min is not None else ())
