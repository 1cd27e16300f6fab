"""Files as frames of the bench: what they say is read here, their pixels in a child that may die of them."""

from __future__ import annotations

import contextlib
import json
import subprocess
import sys
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.bench.found import FrameFault
from wide_aperture.core.bench.frame import BenchFrame, frame_of_mosaic, frame_of_picture
from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames.errors import UnreadableFrame
from wide_aperture.core.frames.read import read_metadata
from wide_aperture.jobs.child_process import end


@dataclass(frozen=True, slots=True)
class Named:
    """A file and what it was called where it came from."""

    path: Path
    name: str


def opened(files: Sequence[Named]) -> Iterator[BenchFrame | FrameFault]:
    """Each file as a frame, in order; what cannot be opened as a fault with its reason."""
    with TemporaryDirectory(prefix="bench-") as folder:
        child: subprocess.Popen[bytes] | None = None
        try:
            for k, file in enumerate(files):
                if child is None or child.poll() is not None:
                    child = _child()
                yield _one(child, file, Path(folder) / f"{k}.npy")
        finally:
            if child is not None:
                end(child)


def picture_of(path: Path) -> NDArray[np.generic] | None:
    """A file's picture alone, red first, whatever it says; None for raw data and for what cannot be opened."""
    child = _child()
    try:
        with TemporaryDirectory(prefix="bench-") as folder:
            to = Path(folder) / "picture.npy"
            told = _asked(child, path, to)
            return np.load(to, allow_pickle=False) if told and not told["raw"] else None
    finally:
        end(child)


def _child() -> subprocess.Popen[bytes]:
    return subprocess.Popen(
        [sys.executable, "-m", "wide_aperture.bench.opening_child"], stdin=subprocess.PIPE, stdout=subprocess.PIPE
    )


def _asked(child: subprocess.Popen[bytes], path: Path, to: Path) -> dict[str, Any]:
    """What a child says of a file, whose data it leaves; nothing where it cannot open it, or died of it."""
    assert child.stdin is not None and child.stdout is not None
    line = b""
    with contextlib.suppress(OSError):
        child.stdin.write(json.dumps([str(path), str(to)]).encode() + b"\n")
        child.stdin.flush()
        line = child.stdout.readline()
    if not line:
        end(child)
        return {}
    return dict(json.loads(line))


def _one(child: subprocess.Popen[bytes], file: Named, to: Path) -> BenchFrame | FrameFault:
    try:
        said = read_metadata(str(file.path))
    except UnreadableFrame as error:
        return FrameFault(frame=file.name, sentence=str(error))
    told = _asked(child, file.path, to)
    if not told:
        return FrameFault(
            frame=file.name,
            sentence="Its picture cannot be opened: the file is damaged, or of a kind that is not known.",
        )
    data, size = np.load(to, allow_pickle=False), file.path.stat().st_size
    to.unlink()
    try:
        if not told["raw"]:
            return frame_of_picture(file.name, said, data, size)
        beside = to.with_name(f"{to.name}.preview.npy")
        picture = np.load(beside, allow_pickle=False) if told.get("preview") else None
        return frame_of_mosaic(
            file.name, said, data, black=np.array(told["black"]), white=told["white"], picture=picture, size_bytes=size
        )
    except DomainError as error:
        return FrameFault(frame=file.name, sentence=f"It cannot be measured: it {error.rule}.")
