"""The shoot a command names."""

from __future__ import annotations

from uuid import UUID

from django.contrib.auth.models import User
from django.core.exceptions import ObjectDoesNotExist
from django.core.management.base import CommandError

from wide_aperture.store.reading import owned_rows
from wide_aperture.store.services import get_row


def shoot_named(text: str, owner: User) -> tuple[UUID, str]:
    """Its id and title. Raises: CommandError, saying what to do, for what is no id or no shoot of theirs."""
    try:
        shoot_id = UUID(text)
        row = get_row(owned_rows("shoots", owner).model, owner=owner, row_id=shoot_id)
        return shoot_id, str(row.document["title"])
    except ValueError as error:
        raise CommandError(f"{text} is no id. Take it from the shoot’s address.") from error
    except ObjectDoesNotExist as error:
        raise CommandError(f"There is no shoot {text}. Take its id from the shoot’s address.") from error
