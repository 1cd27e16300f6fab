"""What a person practised: every answer, kept as it was given."""

from __future__ import annotations

from typing import Any, Self

from django.contrib.auth.models import User
from django.db import models

from wide_aperture.core.practice.progress import Answered
from wide_aperture.store.errors import SnapshotError
from wide_aperture.store.models import StoredDocument


class Answer(StoredDocument):
    """One answer. Its columns repeat what progress is read by."""

    schema, noun, plural = Answered, "answer", "answers"
    in_bin = False

    drill = models.CharField(max_length=40)
    at = models.DateTimeField()

    class Meta(StoredDocument.Meta):
        ordering = ["at", "id"]

    @classmethod
    def columns(cls, document: Answered, *, owner: User) -> dict[str, Any]:
        return {"drill": document.kind, "at": document.at}

    @classmethod
    def refuse_change(cls, held: Self, document: Any) -> None:
        """Raises SnapshotError: what was answered was answered."""
        raise SnapshotError
