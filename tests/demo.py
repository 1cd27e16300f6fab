"""The demo world for a test: loaded as a user loads it once a process, from then on laid down as the same rows.

The frames of the played shoots come only where they are asked for: they are ten times all the rest.
"""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django.db import models, transaction

from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.load import load_demo
from wide_aperture.demo.played import frames
from wide_aperture.frames.keep import Arrived, batches, take_frames
from wide_aperture.server.middleware.owner import local_owner
from wide_aperture.store.models import Revision, stored_models

_kept: dict[type[models.Model], list[dict[str, Any]]] = {}


@transaction.atomic
def demo_rows(owner: User) -> None:
    """What load_demo leaves in an empty database; in one that is not empty, load_demo itself."""
    kinds: list[type[models.Model]] = [*stored_models(), Revision]
    if any(kind._default_manager.exists() for kind in kinds):
        load_demo(owner=owner, played=False)
        return
    if not _kept:
        load_demo(owner=owner, played=False)
        _kept.update({kind: list(kind._default_manager.values()) for kind in kinds})
        return
    for kind, rows in _kept.items():
        own = {"owner_id": owner.pk} if kind is not Revision else {}
        kind._default_manager.bulk_create(
            [
                kind(**{name: value for name, value in row.items() if kind is not Revision or name != "id"} | own)
                for row in rows
            ]
        )


def know_demo_rows() -> None:
    """Learns what load_demo lays down and leaves nothing: before processes are forked, so that each knows it already."""
    with transaction.atomic():
        demo_rows(local_owner())
        transaction.set_rollback(True)


def played_frames(owner: User, shoot: str = "cup-final") -> int:
    """The played frames of one demo shoot, with their pictures; how many. The shoot itself must be there."""
    if shoot not in _played:
        shoot_id = demo_id(f"shoot/{shoot}")
        _played[shoot] = [each for each in frames() if each[0].shoot_id == shoot_id]
    return sum(take_frames(batch, owner=owner) for batch in batches(_played[shoot]))


_played: dict[str, list[Arrived]] = {}
