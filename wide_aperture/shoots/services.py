"""What the shoots app knows how to do with its rows."""

from __future__ import annotations

from uuid import UUID

from django.contrib.auth.models import User
from django.db.models import QuerySet

from wide_aperture.core.documents.accessories import Accessories
from wide_aperture.core.documents.preferences import Preferences
from wide_aperture.core.documents.situation import Situation as SituationDocument
from wide_aperture.core.planning.framing import Framing, rank_kit
from wide_aperture.gear.models import Body, Lens
from wide_aperture.shoots.models import Shoot, Situation
from wide_aperture.store.reading import readable_documents
from wide_aperture.store.services import get_row, list_rows


def situations_of(*, owner: User, shoot_id: UUID) -> QuerySet[Situation]:
    """Raises Shoot.DoesNotExist for an unknown or other person's shoot."""
    shoot = get_row(Shoot, owner=owner, row_id=shoot_id)
    return list_rows(Situation, owner=owner, shoot=shoot)


def rank_owned_kit(
    *, owner: User, situation: SituationDocument, preferences: Preferences, accessories: Accessories
) -> list[Framing]:
    """Every pair of owned body and lens that fits together, cheapest first."""
    bodies = readable_documents(list_rows(Body, owner=owner))
    lenses = readable_documents(list_rows(Lens, owner=owner))
    return rank_kit(bodies, lenses, situation, preferences, accessories)
