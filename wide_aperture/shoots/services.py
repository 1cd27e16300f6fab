"""What the shoots app knows how to do with its rows."""

from __future__ import annotations

from uuid import UUID

from django.contrib.auth.models import User
from django.db.models import QuerySet

from wide_aperture.core.camera.shoot_file import ShootFile, read_shoot_file, shoot_file
from wide_aperture.core.documents.kit_file import ReadKit
from wide_aperture.shoots.models import Shoot, Situation
from wide_aperture.store.reading import owned, owned_rows
from wide_aperture.store.services import get_row, list_rows

CARRIED = ("bodies", "lenses", "foundations", "phrasebooks", "packings")


def situations_of(*, owner: User, shoot_id: UUID) -> QuerySet[Situation]:
    """Raises Shoot.DoesNotExist for an unknown or other person's shoot."""
    shoot = get_row(Shoot, owner=owner, row_id=shoot_id)
    return list_rows(Situation, owner=owner, shoot=shoot)


def whole_shoot(*, owner: User, shoot_id: UUID) -> ShootFile:
    """The file of a shoot. Raises Shoot.DoesNotExist for an unknown or other person's shoot."""
    get_row(Shoot, owner=owner, row_id=shoot_id)
    shoot = next(each for each in owned("shoots", owner) if each.id == shoot_id)
    kit = {name: owned(name, owner) for name in CARRIED}
    return shoot_file(shoot, owned("situations", owner), **kit)


def read_file(*, owner: User, text: str) -> ReadKit[ShootFile]:
    """A shoot's file made ready for what is here. Raises: as read_shoot_file."""
    there = {row_id for name in ("shoots", *CARRIED) for row_id in owned_rows(name, owner).values_list("pk", flat=True)}
    return read_shoot_file(text, there)
