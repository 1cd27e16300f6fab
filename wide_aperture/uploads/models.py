"""Whole files a person sent here on purpose, for a test that needs every byte."""

from __future__ import annotations

import uuid
from pathlib import Path

from django.conf import settings
from django.db import models


def folder() -> Path:
    """Where the files lie: beside the database, made when it is first asked for."""
    found = Path(settings.DATA) / "uploads"
    found.mkdir(mode=0o700, exist_ok=True)
    return found


class Upload(models.Model):
    """identity: as core.frames.identity reckons it; the bytes lie in a file of the row's id, and how many came is that file's size."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    name = models.CharField(max_length=255)
    size_bytes = models.PositiveBigIntegerField()
    identity = models.CharField(max_length=64)
    whole = models.BooleanField(default=False)
    created_at = models.DateTimeField(auto_now_add=True)
    updated_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["-created_at", "id"]
        constraints = [models.UniqueConstraint(fields=["owner", "identity"], name="upload_once")]

    @property
    def path(self) -> Path:
        return folder() / f"{self.pk}.bin"

    @property
    def received(self) -> int:
        """Bytes that are here. After a crash it is what reached the disk, and the sender goes on from there."""
        try:
            return self.path.stat().st_size
        except FileNotFoundError:
            return 0
