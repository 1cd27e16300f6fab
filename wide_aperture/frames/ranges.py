"""A file that lies in somebody's browser, read by asking for ranges of it. Every rule about metadata stays here."""

from __future__ import annotations

from collections.abc import Sequence

LEAST_ASKED = 16 * 1024
MOST_A_FILE = 2_000_000
MOST_PARTS = 24


class WantedError(Exception):
    """Bytes that have to be sent before the file can be read further."""

    def __init__(self, offset: int, count: int) -> None:
        super().__init__(f"{count} bytes from {offset}")
        self.offset, self.count = offset, count


class Ranges:
    """Parts of a file in hand. What is asked for beyond them raises WantedError."""

    def __init__(self, size: int, parts: Sequence[tuple[int, bytes]]) -> None:
        self.size = size
        self._parts = sorted(parts, key=lambda part: part[0])

    def read(self, offset: int, count: int) -> bytes:
        offset = max(offset, 0)
        count = min(count, self.size - offset)
        if count <= 0:
            return b""
        for begin, data in self._parts:
            if begin <= offset and offset + count <= begin + len(data):
                return data[offset - begin : offset - begin + count]
        raise WantedError(offset, min(max(count, LEAST_ASKED), self.size - offset))
