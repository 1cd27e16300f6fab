"""How documents are kept: the current one per row, and the revisions that led to it."""

from __future__ import annotations

import uuid
from typing import Any, ClassVar, Self
from uuid import UUID

from django.apps import apps
from django.conf import settings
from django.contrib.auth.models import User
from django.db import models
from django.db.models import Q
from django.utils import timezone

from wide_aperture.core.document import Document
from wide_aperture.store.fields import DocumentField


class StoredDocument(models.Model):
    """One saved document of one owner. Subclasses name the kind of document and say its rules."""

    schema: ClassVar[type[Document]]
    noun: ClassVar[str]
    plural: ClassVar[str]  # its name in addresses and in backups
    # Whether single rows are listed in the bin; thousands that go together are brought back together by their own application.
    in_bin: ClassVar[bool] = True
    # Kinds come back from a backup in rising order: a situation needs its shoot.
    comes_back: ClassVar[int] = 0

    id = models.UUIDField(primary_key=True, default=uuid.uuid4)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    revision = models.PositiveIntegerField()
    document = DocumentField()
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

    @classmethod
    def kind(cls) -> str:
        """Its name in the table of revisions."""
        return cls._meta.model_name or ""

    @classmethod
    def parse(cls, raw: dict[str, Any]) -> Document:
        """A stored or restored JSON document in the present shape. Raises pydantic.ValidationError, DomainError."""
        return cls.schema.model_validate(raw)

    @classmethod
    def identity(cls, document: Any) -> UUID:
        """The id a document carries."""
        return document.id  # type: ignore[no-any-return]

    @classmethod
    def title_of(cls, raw: Any) -> str:
        """What people call a document, from its raw JSON; its noun where it has no name."""
        raw = raw if isinstance(raw, dict) else {}
        named = raw.get("title") or raw.get("name")
        return str(named)[:120] if named else cls.noun

    @classmethod
    def columns(cls, document: Any, *, owner: User) -> dict[str, Any]:
        """Values kept beside the document, for queries and constraints. Raises DomainError where a rule forbids it."""
        return {}

    @classmethod
    def refuse_change(cls, held: Self, document: Any) -> None:
        """A rule about what may replace what. Raises SnapshotError."""


class Revision(models.Model):
    """What a document was after one write. Old ones are thinned out (retention.py); the last is never removed."""

    kind = models.CharField(max_length=20)
    row_id = models.UUIDField()
    number = models.PositiveIntegerField()
    document = DocumentField()
    deleted = models.BooleanField(default=False)
    written_at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["number"]
        constraints = [
            models.UniqueConstraint(fields=["kind", "row_id", "number"], name="revision_once"),
        ]


class Restored(models.Model):
    """One restore that was carried out: what it did, and what is needed to undo it in one step."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    name = models.CharField(max_length=200)
    report = models.JSONField()
    # [plural, row id, revision before or null, revision after] of every row that was written
    written = models.JSONField()
    undone_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-made_at"]


def stored_models() -> list[type[StoredDocument]]:
    """Every kind of saved document, in the order in which they can come back."""
    kinds = [model for model in apps.get_models() if issubclass(model, StoredDocument)]
    return sorted(kinds, key=lambda model: model.comes_back)


def model_of(plural: str) -> type[StoredDocument] | None:
    """The kind of document with this name in addresses."""
    return next((model for model in stored_models() if model.plural == plural), None)
