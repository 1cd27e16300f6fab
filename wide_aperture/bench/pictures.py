"""The pictures a run made: files beside the database, gone with the run."""

from __future__ import annotations

import re
from collections.abc import Mapping
from pathlib import Path
from uuid import UUID

import cv2
import numpy as np
from django.conf import settings
from numpy.typing import NDArray

NAMES = re.compile(r"single|stack|sharpened|points|(fit|part|noise)\d{1,2}")


def _folder() -> Path:
    found = Path(settings.DATA) / "bench"
    found.mkdir(mode=0o700, exist_ok=True)
    return found


def path_of(run_id: UUID, name: str) -> Path:
    """Where a picture of a run lies. Raises: KeyError for a name no picture has."""
    if not NAMES.fullmatch(name):
        raise KeyError(name)
    return _folder() / f"{run_id}-{name}.png"


def keep_pictures(run_id: UUID, pictures: Mapping[str, NDArray[np.uint8] | NDArray[np.uint16]]) -> None:
    """Write a run's pictures, those of before replaced. Raises: OSError where the disk is full."""
    for name, picture in pictures.items():
        turned = picture if picture.ndim == 2 else cv2.cvtColor(picture, cv2.COLOR_RGB2BGR)
        _, data = cv2.imencode(".png", turned)
        path = path_of(run_id, name)
        partly = path.with_suffix(".part")
        partly.write_bytes(data.tobytes())
        partly.replace(path)


def pictures_of(run_id: UUID) -> list[Path]:
    """Every picture of a run, in the order of their names."""
    return sorted(_folder().glob(f"{run_id}-*.png"))


def forget_pictures(run_id: UUID) -> None:
    """Delete a run's pictures."""
    for path in pictures_of(run_id):
        path.unlink(missing_ok=True)
