"""What stops one frame from being read, and never a whole import."""

from __future__ import annotations


class UnreadableFrame(ValueError):  # noqa: N818  the contract's name
    """A file that is no picture we can read. reason: a sentence for the list of an import."""

    def __init__(self, reason: str) -> None:
        super().__init__(reason)
        self.reason = reason
