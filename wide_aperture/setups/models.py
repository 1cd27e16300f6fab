"""Saved setups: immutable snapshots, and the file they were imported from."""

from django.db import models

from wide_aperture.store.models import StoredDocument


class SavedSetup(StoredDocument):
    """A snapshot; document: core.documents.SavedSetup. original: the imported file as it came, else empty."""

    original = models.TextField(blank=True, default="")
