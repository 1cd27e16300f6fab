"""Reading the heads of a folder's files, one batch ahead of whoever writes them down."""

from __future__ import annotations

import json
import os
import subprocess
import sys
from pathlib import Path
from types import TracebackType
from uuid import UUID

from wide_aperture.core.frames.brought import read_brought
from wide_aperture.core.frames.frame import Frame
from wide_aperture.jobs.child_process import end

CHILD = Path(__file__).with_name("reader_child.py")
WORTH_A_CHILD = 400  # files: it takes half a second to begin
CHILDREN = 2

Found = Frame | str


class Reader:
    """Asks for a batch and takes its answer later. Children read, where there is enough to do; what kills one is read here instead."""

    def __init__(self, shoot_id: UUID, folder: Path, *, location: bool, files: int) -> None:
        self._shoot_id, self._folder, self._location = shoot_id, folder, location
        self._asked: list[list[str]] = [[] for _ in range(CHILDREN)]
        self._children: list[subprocess.Popen[bytes] | None] = [None] * CHILDREN
        if files >= WORTH_A_CHILD:
            self._children = [
                subprocess.Popen([sys.executable, str(CHILD)], stdin=subprocess.PIPE, stdout=subprocess.PIPE)
                for _ in range(CHILDREN)
            ]

    def __enter__(self) -> Reader:
        return self

    def __exit__(
        self, kind: type[BaseException] | None, error: BaseException | None, trace: TracebackType | None
    ) -> None:
        for k in range(CHILDREN):
            self._end(k)

    def ask(self, names: list[str]) -> None:
        """Begin to read these files, by their names under the folder; every child takes its share."""
        self._asked = [names[k::CHILDREN] for k in range(CHILDREN)]
        for k, share in enumerate(self._asked):
            child = self._children[k]
            if child is None or child.stdin is None or not share:
                continue
            asked = {
                "shoot_id": str(self._shoot_id),
                "folder": str(self._folder),
                "location": self._location,
                "names": share,
            }
            try:
                child.stdin.write(json.dumps(asked).encode() + b"\n")
                child.stdin.flush()
            except OSError:
                self._end(k)

    def answers(self) -> list[Found]:
        """What was asked for last, in order: a frame, or why a file is none."""
        shares = [self._answered(k, share) for k, share in enumerate(self._asked)]
        found = [shares[n % CHILDREN][n // CHILDREN] for n in range(sum(map(len, shares)))]
        self._asked = [[] for _ in range(CHILDREN)]
        return found

    def _answered(self, k: int, names: list[str]) -> list[Found]:
        child = self._children[k]
        if child is not None and child.stdout is not None and names:
            line = child.stdout.readline()
            if line:
                return [
                    each["why"] if "why" in each else Frame.model_validate(each["frame"]) for each in json.loads(line)
                ]
            self._end(k)
        return [
            read_brought(self._shoot_id, name, Path(os.path.join(self._folder, name)), location=self._location)
            for name in names
        ]

    def _end(self, k: int) -> None:
        child, self._children[k] = self._children[k], None
        if child is not None:
            end(child)
