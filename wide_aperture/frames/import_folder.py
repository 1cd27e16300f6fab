"""Importing a folder of this machine: every file once, from where it stopped, whatever lies in it."""

from __future__ import annotations

import os
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from django.db import transaction

from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames.brought import SIDECAR
from wide_aperture.frames.keep import MOST_AT_ONCE, Arrived, take_frames
from wide_aperture.frames.previews import Previews
from wide_aperture.frames.reader import Reader
from wide_aperture.jobs.work import Under

MOST_FILES, DEEPEST = 200_000, 20
HEADS_AT_ONCE = 500  # files of which no picture is made: they go by quickly
MOST_REFUSALS = 500


def files_in(folder: Path) -> Iterator[tuple[str, Path]]:
    """(name under the folder, path) of every file, in order. Hidden ones, sidecars and what a link leads to are left out."""

    def walk(where: Path, depth: int) -> Iterator[tuple[str, Path]]:
        if depth > DEEPEST:
            return
        try:
            entries = sorted(os.scandir(where), key=lambda each: each.name)
        except OSError:
            return
        for each in entries:
            if each.name.startswith(".") or each.is_symlink():
                continue
            path = Path(each.path)
            if each.is_dir(follow_symlinks=False):
                yield from walk(path, depth + 1)
            elif each.is_file(follow_symlinks=False) and path.suffix.lower() != SIDECAR:
                yield str(path.relative_to(folder)), path

    yield from walk(folder, 0)


def carry_out(job: Under) -> dict[str, Any]:
    """The job. asked: folder, location, previews. Report: new, known, refused, reasons by file.

    Raises: DomainError for what is no folder.
    """
    folder = Path(str(job.asked["folder"])).expanduser()
    if not folder.is_dir():
        raise DomainError("folder", str(folder), "is no folder of this machine")
    shoot_id = job.shoot_id
    assert shoot_id is not None
    listed = list(files_in(folder))
    if len(listed) > MOST_FILES:
        raise DomainError("folder", len(listed), f"must not hold more than {MOST_FILES} files")
    done = int(job.checkpoint.get("done", 0))
    report = {"new": 0, "known": 0, "refused": 0, "reasons": [], **job.checkpoint.get("report", {})}
    job.reached(done, len(listed), {"done": done, "report": report})
    wants, pictures = bool(job.asked.get("location")), bool(job.asked.get("previews", True))
    size = MOST_AT_ONCE if pictures else HEADS_AT_ONCE
    with (
        Previews(wanted=pictures) as previews,
        Reader(shoot_id, folder, location=wants, files=len(listed) - done) as reader,
    ):
        batch = listed[done : done + size]
        reader.ask([name for name, _ in batch])
        while batch:
            found = reader.answers()
            following = listed[done + len(batch) : done + len(batch) + size]
            reader.ask([name for name, _ in following])
            arrived: list[Arrived] = []
            refused: list[list[str]] = []
            for (name, path), each in zip(batch, found, strict=True):
                if isinstance(each, str):
                    refused.append([name, each])
                else:
                    opened = previews.of(path)
                    measured = {"measures": opened.measures, "marks": opened.marks}
                    arrived.append(
                        Arrived(each.model_copy(update=measured) if opened.jpeg else each, opened.jpeg, opened.mask)
                    )
            with transaction.atomic():
                new = take_frames(arrived, owner=job.owner)
                report = {
                    "new": report["new"] + new,
                    "known": report["known"] + len(arrived) - new,
                    "refused": report["refused"] + len(refused),
                    "reasons": [*report["reasons"], *refused][:MOST_REFUSALS],
                }
                done += len(batch)
                job.reached(done, len(listed), {"done": done, "report": report})
            batch = following
    return report
