"""The shoot a command names."""

from __future__ import annotations

from uuid import UUID

from django.contrib.auth.models import User
from django.core.exceptions import ObjectDoesNotExist
from django.core.management.base import CommandError

from wide_aperture.frames.reviewing import title_of


def shoot_named(text: str, owner: User) -> tuple[UUID, str]:
    """Its id and title. Raises: CommandError, saying what to do, for what is no id or no shoot of theirs."""
    try:
        shoot_id = UUID(text)
        return shoot_id, title_of(shoot_id, owner=owner)[0]
    except ValueError as error:
        raise CommandError(f"{text} is no id. Take it from the shoot’s address.") from error
    except ObjectDoesNotExist as error:
        raise CommandError(f"There is no shoot {text}. Take its id from the shoot’s address.") from error
