"""What the shoots app knows how to do with its rows."""

from __future__ import annotations

from uuid import UUID

from django.contrib.auth.models import User
from django.db.models import QuerySet

from wide_aperture.shoots.models import Shoot, Situation
from wide_aperture.store.services import get_row, list_rows


def situations_of(*, owner: User, shoot_id: UUID) -> QuerySet[Situation]:
    """Raises Shoot.DoesNotExist for an unknown or other person's shoot."""
    shoot = get_row(Shoot, owner=owner, row_id=shoot_id)
    return list_rows(Situation, owner=owner, shoot=shoot)
