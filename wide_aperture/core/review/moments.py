"""Moments that were missed inside a burst: where the camera's own rhythm broke off, for a full buffer or while it waited."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Literal

import numpy as np

from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents import wording
from wide_aperture.core.review.noticed import MOST_NAMED, Noticed
from wide_aperture.core.review.table import FrameTable, rows_by

FEWEST_FRAMES = 5
STEADY_WITHIN, STEADY_SHARE = (
    1.3,
    0.5,
)  # of the usual interval; so many lie within it where a camera, not a finger, kept the rhythm
HOLE_FROM = 1.6  # usual intervals
FULL_FROM = 3  # holes in a row that last to the burst's end: the card's own pace
LEAST_INTERVAL_S = 0.015
WORTH_SAYING = 5
FIRST_SECOND_THIRD = ("st", "nd", "rd")


class Missed(Document):
    """A hole in a burst. at_s: when the frame before it was taken, seconds as the table has them; frames: about how many were not taken;
    place: of the frame before it; after: id of the frame that ends it.
    """

    at_s: Finite
    frames: int
    place: int
    cause: Literal["buffer", "waited"]
    after: str


def missed(frames: FrameTable) -> tuple[Missed, ...]:
    """The holes of every burst that a camera's own rhythm shows. Frames without parts of a second tell none."""
    return tuple(hole for rows in rows_by(frames.burst) for hole in _holes(frames, rows))


def _holes(frames: FrameTable, rows: np.ndarray) -> Iterator[Missed]:
    if len(rows) < FEWEST_FRAMES:
        return
    between = np.diff(frames.at_s[rows])
    usual = float(np.percentile(between, 25))
    if not usual >= LEAST_INTERVAL_S or float((between <= STEADY_WITHIN * usual).mean()) < STEADY_SHARE:
        return
    wide = between >= HOLE_FROM * usual
    lasting = len(wide) - int(np.argmin(wide[::-1])) if not wide.all() else 0  # from here on every interval is a hole
    full = lasting if wide[-1] and len(wide) - lasting >= FULL_FROM else len(wide)
    for k in np.flatnonzero(wide):
        yield Missed(
            at_s=float(frames.at_s[rows[k]]), frames=max(round(float(between[k]) / usual) - 1, 1), place=int(k) + 1,
            cause="buffer" if k >= full else "waited", after=str(frames.ids[rows[k + 1]]),
        )  # fmt: skip


def missed_said(holes: tuple[Missed, ...]) -> Noticed | None:
    """The holes as one sentence; None where there are few."""
    total = sum(hole.frames for hole in holes)
    if total < WORTH_SAYING:
        return None
    parts = []
    full = [hole for hole in holes if hole.cause == "buffer"]
    if full:
        parts.append(f"{sum(hole.frames for hole in full)} once the buffer was full, at the earliest from the {_ordinal(min(hole.place for hole in full))} frame on")  # fmt: skip
    waited = sum(hole.frames for hole in holes if hole.cause == "waited")
    if waited:
        parts.append(f"{waited} while the camera waited, for focus as a rule")
    return Noticed(
        code="missed", frames=total, sentence=f"About {total} frames inside bursts were not taken: {wording.listed(parts)}.",
        ids=tuple(hole.after for hole in holes)[:MOST_NAMED],
    )  # fmt: skip


def _ordinal(number: int) -> str:
    last = number % 10
    plain = number % 100 in (11, 12, 13) or not 1 <= last <= len(FIRST_SECOND_THIRD)
    return f"{number}{'th' if plain else FIRST_SECOND_THIRD[last - 1]}"
