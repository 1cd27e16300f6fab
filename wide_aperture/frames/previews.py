"""Small pictures of files, made by a child with little memory and little time: what a hostile file breaks, it breaks there."""

from __future__ import annotations

import base64
import json
import os
import selectors
import subprocess
import sys
from dataclasses import dataclass
from pathlib import Path
from types import TracebackType
from typing import Any

from wide_aperture.core.frames.frame import FrameMeasures, MarksAgainstRaw
from wide_aperture.jobs.child_process import end

LONGEST_S = 20.0
CHILD = Path(__file__).with_name("preview_child.py")
THREADS = {"OPENBLAS_NUM_THREADS": "1", "OMP_NUM_THREADS": "1"}


@dataclass(frozen=True, slots=True)
class Opened:
    """What came of a file: a small JPEG and its measures; where it is a raw with a picture of its own, the marks against the data."""

    jpeg: bytes | None = None
    measures: FrameMeasures | None = None
    marks: MarksAgainstRaw | None = None
    mask: bytes | None = None


NOTHING = Opened()


class Previews:
    """One warm child for many files; a file that kills or stalls it has no preview, and the next has a new child."""

    def __init__(self, *, wanted: bool = True, longest_s: float = LONGEST_S) -> None:
        self._wanted, self._longest_s = wanted, longest_s
        self._child: subprocess.Popen[bytes] | None = None

    def __enter__(self) -> Previews:
        return self

    def __exit__(
        self, kind: type[BaseException] | None, error: BaseException | None, trace: TracebackType | None
    ) -> None:
        self._end()

    def of(self, path: Path) -> Opened:
        """The small picture and what was measured; nothing where none comes of it."""
        if not self._wanted:
            return NOTHING
        child = self._child or self._begin()
        if child.stdin is None or child.stdout is None:
            return NOTHING
        try:
            child.stdin.write(json.dumps(str(path)).encode() + b"\n")
            child.stdin.flush()
            line = self._line(child)
        except OSError:
            line = b""
        if not line:
            self._end()
            return NOTHING
        answer: dict[str, Any] = json.loads(line)
        if "jpeg" not in answer:
            return NOTHING
        marks = answer.get("marks")
        return Opened(
            base64.b64decode(answer["jpeg"]),
            FrameMeasures.model_validate(answer["measures"]),
            MarksAgainstRaw.model_validate(marks) if marks else None,
            base64.b64decode(answer["mask"]) if marks else None,
        )

    def _line(self, child: subprocess.Popen[bytes]) -> bytes:
        """One line of the child's, nothing where it takes too long or ends."""
        assert child.stdout is not None
        with selectors.DefaultSelector() as ready:
            ready.register(child.stdout, selectors.EVENT_READ)
            if not ready.select(self._longest_s):
                return b""
        return child.stdout.readline()

    def _begin(self) -> subprocess.Popen[bytes]:
        self._child = subprocess.Popen(
            [sys.executable, str(CHILD)],
            stdin=subprocess.PIPE,
            stdout=subprocess.PIPE,
            stderr=subprocess.DEVNULL,
            env={**os.environ, **THREADS},
        )
        return self._child

    def _end(self) -> None:
        if self._child is not None:
            end(self._child)
            self._child = None
