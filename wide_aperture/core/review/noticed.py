"""Things about a situation's frames worth knowing that no change of setup answers."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.document import Document
from wide_aperture.core.documents import wording
from wide_aperture.core.frames.our_words import PROGRAM_OF
from wide_aperture.core.physics.quantities import format_iso
from wide_aperture.core.review.read import Read
from wide_aperture.core.review.table import FrameTable

MOST_NAMED = 50
BURNT_SHARE = 0.02


class Noticed(Document):
    """Something about the frames worth knowing that no change of setup answers. ids: some of the frames."""

    code: str
    frames: int
    sentence: str
    ids: tuple[str, ...] = ()


def noticed(made: Read) -> Iterator[Noticed]:
    frames = made.frames
    wanted = PROGRAM_OF.get(made.mode)
    other = np.array([each is not None and each != wanted for each in frames.programs], bool)
    if other.any():
        names = sorted({say_value(catalogue.setting("exposure_mode"), str(each)) for each in frames.programs[other]})
        yield _notice(
            "other_mode",
            other,
            frames,
            f"in {wording.listed(names)}, where {say_value(catalogue.setting('exposure_mode'), made.mode)} was planned",
        )
    if made.pinned.any():
        yield _notice(
            "pinned",
            made.pinned,
            frames,
            f"stood on the ISO ceiling of {format_iso(made.ceiling).removeprefix('ISO ')}",
        )
    if made.broken.any():
        yield _notice(
            "floor_broken",
            made.broken,
            frames,
            f"were slower than the {wording.seconds(made.slowest_s)} that was set: the ISO had no room left",
        )
    clipped = np.nan_to_num(frames.burnt, nan=0.0) > BURNT_SHARE
    if clipped.any():
        yield _notice("burnt", clipped, frames, "have more than 2 % of their picture at white")
    spread = _white_spread(frames)
    if spread > 1:
        yield Noticed(
            code="whites",
            frames=len(frames),
            sentence=f"White balance was set {spread} different ways within one light.",
        )


def _notice(code: str, which: NDArray[np.bool_], frames: FrameTable, what: str) -> Noticed:
    count = int(which.sum())
    said = what if count > 1 else what.replace("were ", "was ", 1).replace("have ", "has ", 1)
    return Noticed(
        code=code,
        frames=count,
        sentence=f"{count} {'frame' if count == 1 else 'frames'} {said}.",
        ids=tuple(frames.ids[which][:MOST_NAMED]),
    )


def _white_spread(frames: FrameTable) -> int:
    return len({str(each) for each in frames.whites if each is not None})
