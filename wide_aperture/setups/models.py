"""Saved setups: immutable snapshots, and the file they were imported from."""

from __future__ import annotations

from typing import Any, Self

from django.contrib.auth.models import User
from django.db import models

from wide_aperture.core.documents import saved_setup as documents
from wide_aperture.store.errors import SnapshotError
from wide_aperture.store.models import StoredDocument

MAY_CHANGE = {"title", "note", "tags", "archived"}


class SavedSetup(StoredDocument):
    """A snapshot. original: the imported file as it came, else empty; summary: what a list of setups shows."""

    schema, noun, plural = documents.SavedSetup, "setup", "setups"

    original = models.TextField(blank=True, default="")
    summary = models.JSONField(default=dict)

    @classmethod
    def parse(cls, raw: dict[str, Any]) -> documents.SavedSetup:
        return documents.SavedSetup.model_validate(documents.upgrade(raw))

    @classmethod
    def columns(cls, document: documents.SavedSetup, *, owner: User) -> dict[str, Any]:
        return {"summary": documents.summary_of(document).model_dump(mode="json")}

    @classmethod
    def refuse_change(cls, held: Self, document: documents.SavedSetup) -> None:
        """Raises SnapshotError when a stored setup would change in more than title, note, tags and whether it is put away."""
        new = document.model_dump(mode="json")
        old = cls.parse(held.document).model_dump(mode="json")
        if any(new[name] != old[name] for name in set(new) - MAY_CHANGE):
            raise SnapshotError
