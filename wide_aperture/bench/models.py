"""Runs of bench tests, kept with their revisions."""

from __future__ import annotations

from django.db.models.signals import post_delete
from django.dispatch import receiver

from wide_aperture.bench.pictures import forget_pictures
from wide_aperture.core.bench import run as documents
from wide_aperture.store.models import StoredDocument


class BenchRun(StoredDocument):
    """A run of a test; the frames themselves are uploads, or made again from their seed."""

    schema, noun, plural = documents.BenchRun, "run", "runs"


@receiver(post_delete, sender=BenchRun)
def _without_pictures(instance: BenchRun, **_: object) -> None:
    """A run that is removed for good takes its pictures with it; in the bin it keeps them."""
    forget_pictures(instance.pk)
