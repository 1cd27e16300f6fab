"""How documents are kept: the current one per row, and every revision there ever was."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models
from django.db.models import Q


class StoredDocument(models.Model):
    """One saved document of one owner. Subclasses name the kind of document."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    revision = models.PositiveIntegerField()
    document = models.JSONField()
    created_at = models.DateTimeField(auto_now_add=True)
    updated_at = models.DateTimeField(auto_now=True)
    deleted_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        abstract = True
        ordering = ["created_at", "id"]
        constraints = [
            models.CheckConstraint(condition=Q(revision__gte=1), name="%(class)s_revision_gte_1"),
        ]

    @property
    def is_deleted(self) -> bool:
        return self.deleted_at is not None


class Revision(models.Model):
    """What a document was after one write. Never changed, never removed."""

    kind = models.CharField(max_length=20)
    row_id = models.UUIDField()
    number = models.PositiveIntegerField()
    document = models.JSONField()
    deleted = models.BooleanField(default=False)
    written_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["number"]
        constraints = [
            models.UniqueConstraint(fields=["kind", "row_id", "number"], name="revision_once"),
        ]
