"""The played shoots of the demo: files the simulated camera wrote, read like any others. Made by scripts/played.py."""

from __future__ import annotations

import zipfile
from collections.abc import Container, Iterator
from pathlib import Path
from uuid import UUID

from wide_aperture.core.frames import frame_id, identity
from wide_aperture.core.shooting.write import Written
from wide_aperture.demo.ids import demo_id
from wide_aperture.frames.keep import Arrived
from wide_aperture.frames.play import arrived_of

FOLDER = Path(__file__).with_name("files")
PLAYED = frozenset(demo_id(f"shoot/{path.stem}") for path in FOLDER.glob("*.zip"))  # their frames have their days


def frames(there: Container[UUID] = ()) -> Iterator[Arrived]:
    """Every frame with its picture, but those that are there."""
    for path in sorted(FOLDER.glob("*.zip")):
        shoot_id = demo_id(f"shoot/{path.stem}")
        with zipfile.ZipFile(path) as bundle:
            for name in bundle.namelist():
                data = bundle.read(name)
                if frame_id(shoot_id, identity(data)) not in there:
                    yield arrived_of(shoot_id, Written(name, data, data))
