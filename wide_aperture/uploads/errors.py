"""What can be wrong with a part of a file."""

from __future__ import annotations


class NoRoomError(Exception):
    """The quota or the disk does not hold the file; says what to do."""


class DifferentError(Exception):
    """What came is not what was announced; says what to do."""


class OffsetError(Exception):
    """Other bytes come next. received: how many are here."""

    def __init__(self, received: int) -> None:
        super().__init__(f"{received} bytes are here: go on from there.")
        self.received = received
