"""Shoots and their situations."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.contrib.auth.models import User
from django.db import models

from wide_aperture.core.documents import shoot as shoot_document
from wide_aperture.core.errors import DomainError
from wide_aperture.store.models import StoredDocument


class Shoot(StoredDocument):
    """A shoot."""

    schema, noun, plural = shoot_document.Shoot, "shoot", "shoots"
    comes_back = 1


class Situation(StoredDocument):
    """A situation of a shoot."""

    schema, noun, plural = shoot_document.PlannedSituation, "situation", "situations"
    comes_back = 2

    shoot = models.ForeignKey(Shoot, on_delete=models.CASCADE, related_name="situations")
    order = models.PositiveIntegerField(default=0)

    class Meta(StoredDocument.Meta):
        ordering = ["order", "created_at", "id"]

    @classmethod
    def identity(cls, document: Any) -> UUID:
        return document.situation.id  # type: ignore[no-any-return]

    @classmethod
    def title_of(cls, raw: Any) -> str:
        brief = raw.get("situation") if isinstance(raw, dict) else None
        return super().title_of(brief)

    @classmethod
    def columns(cls, document: shoot_document.PlannedSituation, *, owner: User) -> dict[str, Any]:
        shoot = Shoot.objects.filter(pk=document.shoot_id, owner=owner, deleted_at__isnull=True).first()
        if shoot is None:
            raise DomainError("shoot_id", str(document.shoot_id), "must be one of your shoots")
        return {"shoot": shoot, "order": document.situation.order}


class Summary(models.Model):
    """What a plan or a sky came to in a word, by a hash of everything it was computed from; made again when lost."""

    key = models.CharField(max_length=64, primary_key=True)
    value = models.JSONField()
    used_on = models.DateField()
