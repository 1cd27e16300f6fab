"""Importing a folder of this machine: every file once, from where it stopped, whatever lies in it."""

from __future__ import annotations

import os
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any
from uuid import UUID

from django.db import transaction

from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames.errors import UnreadableFrame
from wide_aperture.core.frames.frame import Frame as FrameDocument
from wide_aperture.core.frames.frame import frame_id
from wide_aperture.core.frames.identity import identity_of
from wide_aperture.core.frames.read import metadata_of
from wide_aperture.core.frames.source import OnDisk
from wide_aperture.core.frames.xmp import read_xmp
from wide_aperture.frames.keep import MOST_AT_ONCE, Arrived, take_frames
from wide_aperture.frames.previews import Previews
from wide_aperture.jobs.work import Under

MOST_FILES, DEEPEST = 200_000, 20
MOST_SIDECAR_BYTES = 1_000_000
MOST_REFUSALS = 500
SIDECAR = ".xmp"
READERS = 2  # reading and hashing leave the interpreter free


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
    wants = bool(job.asked.get("location"))
    with Previews(wanted=bool(job.asked.get("previews", True))) as previews, ThreadPoolExecutor(READERS) as readers:
        while done < len(listed):
            batch = listed[done : done + MOST_AT_ONCE]
            arrived: list[Arrived] = []
            refused: list[list[str]] = []
            reads = readers.map(lambda each: _read_or_why(shoot_id, *each, location=wants), batch)
            for (name, path), found in zip(batch, reads, strict=True):
                if isinstance(found, str):
                    refused.append([name, found])
                else:
                    opened = previews.of(path)
                    measured = {"measures": opened.measures, "marks": opened.marks}
                    arrived.append(Arrived(found.model_copy(update=measured), opened.jpeg, opened.mask))
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
    return report


def _read_or_why(shoot_id: UUID, name: str, path: Path, *, location: bool) -> FrameDocument | str:
    """The frame, or why it cannot be read."""
    try:
        return _read(shoot_id, name, path, location=location)
    except UnreadableFrame as error:
        return str(error)


def _read(shoot_id: UUID, name: str, path: Path, *, location: bool) -> FrameDocument:
    """Raises: UnreadableFrame."""
    with OnDisk(path) as source:
        said = metadata_of(source, location=location)
        identity = identity_of(source)
        size = source.size
    packet = next((read_xmp(data) for data in _sidecars(path)), None)
    if packet is not None:
        held = {"rating": packet.rating, "label": packet.label}
        said = said.model_copy(update={key: value for key, value in held.items() if value is not None})
    folder, _, file = name.rpartition(os.sep)
    return FrameDocument(
        id=frame_id(shoot_id, identity), shoot_id=shoot_id, identity=identity, name=_plain(file)[:255] or "unnamed",
        folder=_plain(folder)[:1000], size_bytes=size, said=said,
    )  # fmt: skip


def _plain(name: str) -> str:
    """A name without what no name should hold: bytes that are no text, control characters."""
    return "".join(each if each.isprintable() else "?" for each in name.encode("utf-8", "replace").decode("utf-8"))


def _sidecars(path: Path) -> Iterator[bytes]:
    """Bytes of an XMP file of the same name, with or without the picture's own ending."""
    for beside in (path.with_suffix(SIDECAR), path.with_name(path.name + SIDECAR)):
        try:
            if beside.is_file() and beside.stat().st_size <= MOST_SIDECAR_BYTES:
                yield beside.read_bytes()
        except OSError:
            continue
