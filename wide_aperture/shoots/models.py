"""Shoots and their situations."""

from django.db import models

from wide_aperture.store.models import StoredDocument


class Shoot(StoredDocument):
    """A shoot; document: core.shoot_document.Shoot."""


class Situation(StoredDocument):
    """A situation of a shoot; document: core.shoot_document.PlannedSituation."""

    shoot = models.ForeignKey(Shoot, on_delete=models.CASCADE, related_name="situations")
    order = models.PositiveIntegerField(default=0)

    class Meta(StoredDocument.Meta):
        ordering = ["order", "created_at", "id"]
