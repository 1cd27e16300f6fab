"""What can go wrong when a document is read or written."""

from __future__ import annotations

from typing import TYPE_CHECKING

if TYPE_CHECKING:
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


class UnreadableRowError(Exception):
    """A stored row is no document this program can read. Carries the row and why."""

    def __init__(self, row: StoredDocument, reason: str) -> None:
        super().__init__(reason)
        self.row = row
        self.reason = reason
