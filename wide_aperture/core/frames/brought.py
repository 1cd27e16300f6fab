"""A file in a folder as a frame: what it says, what its sidecar adds, and what it is known by; or why it cannot be read."""

from __future__ import annotations

import os
import stat
from collections.abc import Iterator
from pathlib import Path
from uuid import UUID

from wide_aperture.core.frames.errors import UnreadableFrame
from wide_aperture.core.frames.frame import Frame, frame_id
from wide_aperture.core.frames.identity import identity_of
from wide_aperture.core.frames.read import metadata_of
from wide_aperture.core.frames.source import OnDisk
from wide_aperture.core.frames.xmp import read_xmp

SIDECAR = ".xmp"
MOST_SIDECAR_BYTES = 1_000_000


def read_brought(shoot_id: UUID, name: str, path: Path, *, location: bool) -> Frame | str:
    """The frame, or a sentence that says why the file is none. name: under the folder that was brought."""
    try:
        with OnDisk(path) as source:
            said = metadata_of(source, location=location)
            identity = identity_of(source)
            size = source.size
    except UnreadableFrame as error:
        return str(error)
    packet = next((read_xmp(data) for data in _sidecars(path)), None)
    if packet is not None:
        held = {"rating": packet.rating, "label": packet.label}
        said = said.model_copy(update={key: value for key, value in held.items() if value is not None})
    folder, _, file = name.rpartition(os.sep)
    return Frame(
        id=frame_id(shoot_id, identity), shoot_id=shoot_id, identity=identity, name=_plain(file)[:255] or "unnamed",
        folder=_plain(folder)[:1000], size_bytes=size, said=said,
    )  # fmt: skip


def _plain(name: str) -> str:
    """A name without what no name should hold: bytes that are no text, control characters."""
    return "".join(each if each.isprintable() else "?" for each in name.encode("utf-8", "replace").decode("utf-8"))


def _sidecars(path: Path) -> Iterator[bytes]:
    """Bytes of an XMP file of the same name, with or without the picture's own ending."""
    plain = str(path)
    for beside in (os.path.splitext(plain)[0] + SIDECAR, plain + SIDECAR):
        try:
            found = os.stat(beside)
            if stat.S_ISREG(found.st_mode) and found.st_size <= MOST_SIDECAR_BYTES:
                yield Path(beside).read_bytes()
        except OSError:
            continue
