"""What can go wrong when a document is written."""

from __future__ import annotations

from wide_aperture.store.models import StoredDocument


class PreconditionMissingError(Exception):
    """The write says neither that it creates nor which revision it replaces."""


class RevisionConflictError(Exception):
    """Someone else (another tab) wrote first. Carries the row as it is now."""

    def __init__(self, row: StoredDocument) -> None:
        super().__init__(f"revision {row.revision} is newer")
        self.row = row


class SnapshotError(Exception):
    """A snapshot's content cannot be changed."""
