"""What an owner keeps about cameras in the hand: their words, how they stand, how a shoot is packed."""

from typing import Any, Self

from django.contrib.auth.models import User
from django.db import models

from wide_aperture.core.camera import phrasebook, state
from wide_aperture.core.camera.controls.on_body import lacking
from wide_aperture.core.camera.preflight.ticks import Tick
from wide_aperture.core.camera.storage import documents as packing
from wide_aperture.core.documents.body import Body
from wide_aperture.core.errors import DomainError
from wide_aperture.core.field import notes as field_notes
from wide_aperture.store.errors import SnapshotError
from wide_aperture.store.models import StoredDocument, model_of


class Phrasebook(StoredDocument):
    """A body's words and ways."""

    schema, noun, plural = phrasebook.Phrasebook, "phrasebook", "phrasebooks"

    @classmethod
    def columns(cls, document: phrasebook.Phrasebook, *, owner: User) -> dict[str, Any]:
        """Raises DomainError where a control names an area or option that its body does not have."""
        bodies = model_of("bodies")
        named = any(control.area is not None or control.members for control in document.controls)
        row = bodies._default_manager.filter(pk=document.body_id, owner=owner).first() if bodies and named else None
        if row is not None:
            for field, option, rule in lacking(document.controls, Body.model_validate(row.document)):
                raise DomainError(field, option, rule)
        return {}


class CameraState(StoredDocument):
    """How a body was last known; its revisions are the history."""

    schema, noun, plural = state.CameraState, "state", "states"


class Packing(StoredDocument):
    """Decisions about packing a shoot."""

    schema, noun, plural = packing.PackingDocument, "packing", "packings"


class ShootEvent(StoredDocument):
    """Something that happened on a shoot: written once, never changed. number: the order in which they came."""

    comes_back = 2

    shoot_id = models.UUIDField()
    number = models.PositiveBigIntegerField(default=0)

    class Meta(StoredDocument.Meta):
        abstract = True
        ordering = ["number", "created_at", "id"]

    @classmethod
    def columns(cls, document: Any, *, owner: User) -> dict[str, Any]:
        """Raises DomainError for a shoot that is not the owner's."""
        shoots = model_of("shoots")
        if shoots and not shoots._default_manager.filter(pk=document.shoot_id, owner=owner).exists():
            raise DomainError("shoot_id", str(document.shoot_id), "must be one of your shoots")
        held = cls._default_manager.filter(pk=document.id).values_list("number", flat=True).first()
        last = cls._default_manager.filter(owner=owner).aggregate(last=models.Max("number"))["last"] or 0
        return {"shoot_id": document.shoot_id, "number": held if held is not None else last + 1}

    @classmethod
    def refuse_change(cls, held: Self, document: Any) -> None:
        """Raises SnapshotError: what happened happened."""
        raise SnapshotError


class PreflightTick(ShootEvent):
    """A tick of a pre-flight."""

    schema, noun, plural = Tick, "tick", "ticks"

    class Meta(ShootEvent.Meta):
        indexes = [models.Index(fields=["owner", "shoot_id"], name="tick_by_shoot")]

    @classmethod
    def title_of(cls, raw: Any) -> str:
        return super().title_of({"title": raw.get("code")} if isinstance(raw, dict) else raw)


class FieldNote(ShootEvent):
    """A missed moment, or a test frame that was taken."""

    schema, noun, plural = field_notes.FieldNote, "field note", "notes"

    class Meta(ShootEvent.Meta):
        indexes = [models.Index(fields=["owner", "shoot_id"], name="note_by_shoot")]

    @classmethod
    def title_of(cls, raw: Any) -> str:
        kind = raw.get("kind") if isinstance(raw, dict) else None
        return super().title_of({"title": kind.replace("_", " ")} if isinstance(kind, str) else raw)
