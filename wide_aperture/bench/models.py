"""Runs of bench tests, kept with their revisions."""

from __future__ import annotations

from wide_aperture.core.bench import run as documents
from wide_aperture.store.models import StoredDocument


class BenchRun(StoredDocument):
    """A run of a test; the frames themselves are uploads, or made again from their seed."""

    schema, noun, plural = documents.BenchRun, "bench run", "bench_runs"
