"""Frames of a shoot, small pictures of them, and what a person decided while reading a shoot back."""

from __future__ import annotations

import datetime as dt
from typing import Any
from uuid import UUID

from django.contrib.auth.models import User
from django.db import models

from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames import frame as core_frame
from wide_aperture.core.review import decisions
from wide_aperture.store.models import StoredDocument, model_of


def owned_shoot(shoot_id: UUID, owner: User) -> None:
    """Raises DomainError for a shoot that is not the owner's."""
    shoots = model_of("shoots")
    if shoots and not shoots._default_manager.filter(pk=shoot_id, owner=owner).exists():
        raise DomainError("shoot_id", str(shoot_id), "must be one of your shoots")


class Frame(StoredDocument):
    """A frame. Its columns repeat what reckoning over thousands of frames asks for; the document is the truth."""

    schema, noun, plural = core_frame.Frame, "frame", "frames"
    in_bin = False
    comes_back = 3

    shoot_id = models.UUIDField()
    digest = models.CharField(max_length=64)
    name = models.CharField(max_length=255)
    words = models.TextField(default="")
    taken_at = models.DateTimeField(null=True)
    rating = models.SmallIntegerField(null=True)
    has_preview = models.BooleanField(default=False)

    class Meta(StoredDocument.Meta):
        ordering = ["taken_at", "name", "id"]
        indexes = [
            models.Index(fields=["owner", "shoot_id", "taken_at", "name"], name="frame_by_time"),
            models.Index(fields=["owner", "name"], name="frame_by_name"),
        ]

    @classmethod
    def columns(cls, document: core_frame.Frame, *, owner: User) -> dict[str, Any]:
        owned_shoot(document.shoot_id, owner)
        return columns_of(document)

    @classmethod
    def title_of(cls, raw: Any) -> str:
        return super().title_of({"title": raw.get("name")} if isinstance(raw, dict) else raw)


def words_of(document: core_frame.Frame) -> str:
    """What a frame is found by: its file, its folder, and what it says of body, lens and label; in small letters."""
    said = document.said
    parts = (
        document.name,
        document.folder,
        said.body_make_model,
        said.body_serial,
        said.lens_model,
        said.label,
        document.note,
    )
    return " ".join(part for part in parts if part).lower()


COLUMNS = ("shoot_id", "digest", "name", "words", "taken_at", "rating")


def columns_of(document: core_frame.Frame) -> dict[str, Any]:
    """What stands beside a frame's document, in the order of COLUMNS. taken_at: the camera's clock, written as if it were UTC."""
    taken = document.said.taken_at
    return {
        "shoot_id": document.shoot_id,
        "digest": document.identity,
        "name": document.name,
        "words": words_of(document),
        "taken_at": None if taken is None else taken.replace(tzinfo=dt.UTC),
        "rating": document.judged,
    }


class Preview(models.Model):
    """A small picture of a frame; mask: a PNG, 1 where the camera marks, 2 where the data end, 3 both. It is made anew when the frame is brought again, so no backup holds it."""

    frame = models.OneToOneField(Frame, on_delete=models.CASCADE, primary_key=True, related_name="preview")
    jpeg = models.BinaryField()
    mask = models.BinaryField(null=True)


class Review(StoredDocument):
    """What was decided while a shoot was read back: clocks, advice taken and declined, the logbook."""

    schema, noun, plural = decisions.ReviewDocument, "review", "reviews"
    comes_back = 2

    shoot_id = models.UUIDField()

    class Meta(StoredDocument.Meta):
        indexes = [models.Index(fields=["owner", "shoot_id"], name="review_by_shoot")]

    @classmethod
    def columns(cls, document: decisions.ReviewDocument, *, owner: User) -> dict[str, Any]:
        owned_shoot(document.shoot_id, owner)
        return {"shoot_id": document.shoot_id}

    @classmethod
    def title_of(cls, raw: Any) -> str:
        return super().title_of({"title": "Review of a shoot"})
