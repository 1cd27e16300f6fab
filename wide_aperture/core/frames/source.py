"""Where a file's bytes come from: a path, bytes in hand, or whoever can be asked for ranges. Nothing is read that is not asked for."""

from __future__ import annotations

import os
from contextlib import AbstractContextManager
from pathlib import Path
from typing import BinaryIO, Protocol, Self

from wide_aperture.core.frames.errors import UnreadableFrame

MOST_AT_ONCE = 4 * 1024 * 1024
HEAD_BYTES = 128 * 1024


class Source(Protocol):
    """Random access to a file. size: in bytes."""

    size: int

    def read(self, offset: int, count: int) -> bytes:
        """Up to count bytes from an offset; fewer at the end, none beyond it."""


class Held:
    """Bytes in hand."""

    def __init__(self, data: bytes) -> None:
        self._data = data
        self.size = len(data)

    def read(self, offset: int, count: int) -> bytes:
        return bytes(self._data[max(offset, 0) : max(offset, 0) + min(count, MOST_AT_ONCE)])


class OnDisk(AbstractContextManager["OnDisk"]):
    """A file on this machine, opened once, its head read at once: nearly all that is asked of it lies there.

    Raises UnreadableFrame for what is no ordinary file or cannot be opened.
    """

    def __init__(self, path: str | os.PathLike[str]) -> None:
        try:
            self._file: BinaryIO = Path(path).open("rb", buffering=0)  # noqa: SIM115  closed by __exit__
            self.size = os.fstat(self._file.fileno()).st_size
            self._head = self._file.read(HEAD_BYTES)
        except OSError as error:
            raise UnreadableFrame(f"It cannot be opened: {error.strerror or error}.") from error

    def read(self, offset: int, count: int) -> bytes:
        offset, count = max(offset, 0), min(count, MOST_AT_ONCE)
        if offset + count <= len(self._head) or len(self._head) == self.size:
            return self._head[offset : offset + count]
        try:
            self._file.seek(offset)
            return self._file.read(count)
        except OSError as error:
            raise UnreadableFrame(f"It cannot be read: {error.strerror or error}.") from error

    def __enter__(self) -> Self:
        return self

    def __exit__(self, *_: object) -> None:
        self._file.close()


class Part:
    """A stretch of another source, seen as a file of its own: a block within a container."""

    def __init__(self, source: Source, begin: int, size: int) -> None:
        self._source, self._begin = source, begin
        self.size = max(min(size, source.size - begin), 0)

    def read(self, offset: int, count: int) -> bytes:
        offset = max(offset, 0)
        return self._source.read(self._begin + offset, max(min(count, self.size - offset), 0))
