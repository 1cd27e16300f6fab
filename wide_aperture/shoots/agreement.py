"""The owner's own plans on one body, for what their answers would change in them."""

from __future__ import annotations

from django.contrib.auth.models import User

from wide_aperture.core.documents import shoot as shoot_document
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.setup import Foundation
from wide_aperture.core.errors import DomainError
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.core.planning.agreement import Agreement, agreement
from wide_aperture.shoots.models import Shoot, Situation
from wide_aperture.store.reading import owned, readable_documents
from wide_aperture.store.services import list_rows

MOST_PLANS = 24  # each is planned once per answer


def own_agreement(*, owner: User, body: Body, own: Foundation) -> Agreement:
    """What the foundation changes in the owner's plans on a body; where none is made for it, in all, on this body."""
    lenses = {lens.id: lens for lens in owned("lenses", owner)}
    shoots = {row.pk: shoot for row in list_rows(Shoot, owner=owner) if (shoot := _document(row)) is not None}
    situations = readable_documents(list_rows(Situation, owner=owner))
    with_lens = [each for each in situations if each.lens_id in lenses and each.shoot_id in shoots]
    planned = [each for each in with_lens if each.body_id == body.id] or with_lens
    asks = []
    for each in planned:
        readings = shoot_document.readings_of([other for other in situations if other.shoot_id == each.shoot_id])
        sky = shoot_document.sky_context(shoots[each.shoot_id], readings)
        ask = PlanInput.of(each, body, lenses[each.lens_id], sky=sky)
        if _can_be_planned(ask):
            asks.append(ask)
        if len(asks) == MOST_PLANS:
            break
    return agreement(asks, own)


def _document(row: Shoot) -> shoot_document.Shoot | None:
    return next(iter(readable_documents([row])), None)


def _can_be_planned(ask: PlanInput) -> bool:
    try:
        plan_of(ask)
    except (DomainError, LookupError):
        return False
    return True
