"""Clips and raw files as numbered pictures, made by a child that may die of them."""

from __future__ import annotations

import contextlib
import json
import selectors
import subprocess
import sys
from collections.abc import Callable
from pathlib import Path
from types import TracebackType

from wide_aperture.core.errors import DomainError
from wide_aperture.jobs.child_process import end

PICTURES = (".jpg", ".jpeg", ".png", ".tif", ".tiff")
MOST_FRAMES = 4000  # of a clip: over two minutes at 30 a second
STALLED_S = 60.0


def is_picture(name: str) -> bool:
    """Whether a file is called like a picture that can be stacked as it is."""
    return name.lower().endswith(PICTURES)


class Unpacking:
    """One child for as many files as there are; used as a context."""

    def __enter__(self) -> Unpacking:
        self._child: subprocess.Popen[bytes] | None = None
        return self

    def __exit__(
        self, kind: type[BaseException] | None, error: BaseException | None, trace: TracebackType | None
    ) -> None:
        if self._child is not None:
            end(self._child)

    def pictures_of(self, path: Path, name: str, folder: Path, reached: Callable[[int], None]) -> list[Path]:
        """What a file holds, as pictures in an empty folder, in order; reached: called with how many there are so far.

        Raises: DomainError where it holds none that can be read.
        """
        if self._child is None or self._child.poll() is not None:
            self._child = self._begun()
        child = self._child
        assert child.stdin is not None and child.stdout is not None
        with contextlib.suppress(OSError):
            child.stdin.write(json.dumps([str(path), str(folder)]).encode() + b"\n")
            child.stdin.flush()
        with selectors.DefaultSelector() as waits:
            waits.register(child.stdout, selectors.EVENT_READ)
            while True:
                line = child.stdout.readline() if waits.select(STALLED_S) else b""
                if not line:  # it died, or stalls
                    end(child)
                    self._child = None
                    break
                if line == b"end\n":
                    break
                reached(int(line))
        found = sorted(folder.glob("*.png"))
        if not found:
            raise DomainError(
                name, name, "holds no picture that can be read: it is damaged, or of a kind that is not known"
            )
        return found

    @staticmethod
    def _begun() -> subprocess.Popen[bytes]:
        return subprocess.Popen(
            [sys.executable, "-m", "wide_aperture.bench.unpack_child", str(MOST_FRAMES)],
            stdin=subprocess.PIPE,
            stdout=subprocess.PIPE,
            stderr=subprocess.DEVNULL,
            bufsize=0,  # what waits in a buffer of ours is not seen by select
        )
