"""By how much the clocks of two bodies differ, from the moments both were photographing.

People press together: bursts of one body begin when those of the other do. The difference that lays most beginnings onto each other
is looked for; where no difference stands out from what chance would bring, none is proposed.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.document import Document, Finite
from wide_aperture.core.review.table import FrameTable, in_time

FARTHEST_S = 3 * 3600.0  # an hour of another zone, and some
NEAR_S = 2.0  # two people press within so long
STEP_S = 0.5
LEAST_MATCHES = 8
STANDS_OUT = 6.0  # spreads over the middle of all differences
AWAY_S = 10.0


class ClockOffset(Document):
    """body's clock goes so many seconds ahead of the first body's. matches: beginnings that then lie on each other, of so many."""

    body: str
    against: str
    ahead_s: Finite
    matches: int
    of: int
    sentence: str


def clock_offsets(frames: FrameTable) -> tuple[ClockOffset, ...]:
    """What is proposed for each body but the one with most frames; nothing where the frames do not tell."""
    known = ~np.isnan(frames.at_s)
    names, counts = np.unique(np.array([str(each) for each in frames.cameras[known]]), return_counts=True)
    if len(names) < 2:
        return ()
    order = np.argsort(-counts, kind="stable")
    first = str(names[order[0]])
    beginnings = {str(name): _beginnings(frames.where(known & (frames.cameras == name))) for name in names}
    found = []
    for k in order[1:]:
        body = str(names[k])
        made = _offset(beginnings[first], beginnings[body])
        if made is not None:
            ahead, matches = made
            of = len(beginnings[body])
            found.append(
                ClockOffset(body=body, against=first, ahead_s=ahead, matches=matches, of=of, sentence=_sentence(body, first, ahead, matches, of))
            )  # fmt: skip
    return tuple(found)


def _beginnings(frames: FrameTable) -> NDArray[np.float64]:
    """When bursts begin."""
    at = np.sort(frames.at_s)
    if not len(at):
        return at
    return np.asarray(at[np.concatenate([[True], np.diff(at) > NEAR_S])])


def _offset(ours: NDArray[np.float64], theirs: NDArray[np.float64]) -> tuple[float, int] | None:
    """(seconds ahead, matches) of the difference that stands out; None where none does."""
    if min(len(ours), len(theirs)) < LEAST_MATCHES:
        return None
    differences = (theirs[:, None] - ours[None, :]).ravel()
    differences = np.sort(differences[np.abs(differences) <= FARTHEST_S])
    if len(differences) < LEAST_MATCHES:
        return None
    centres = np.arange(-FARTHEST_S, FARTHEST_S + STEP_S, STEP_S)
    within = np.searchsorted(differences, centres + NEAR_S / 2) - np.searchsorted(differences, centres - NEAR_S / 2)
    best = int(within.argmax())
    far = within[np.abs(centres - centres[best]) > AWAY_S]
    expected = float(np.percentile(far, 99)) if len(far) else 0.0
    if within[best] < LEAST_MATCHES or within[best] < expected + STANDS_OUT * max(np.sqrt(expected), 0.5):
        return None
    near = differences[np.abs(differences - centres[best]) <= NEAR_S]
    return round(float(np.median(near)), 1), int(within[best])


def _sentence(body: str, first: str, ahead_s: float, matches: int, of: int) -> str:
    if abs(ahead_s) < 1:
        return f"The clocks of {body} and {first} agree to a second ({matches} of {of} bursts begin together)."
    way = "ahead of" if ahead_s > 0 else "behind"
    return f"{body} goes {_length(abs(ahead_s))} {way} {first}: {matches} of its {of} bursts then begin together."


def _length(seconds: float) -> str:
    minutes, rest = divmod(round(seconds), 60)
    hours, minutes = divmod(minutes, 60)
    parts = [f"{hours} h" if hours else "", f"{minutes} min" if minutes else "", f"{rest} s" if rest else ""]
    return " ".join(part for part in parts if part)


def set_right(frames: FrameTable, ahead_s: dict[str, float]) -> FrameTable:
    """The frames by one clock. ahead_s: by body name."""
    off = np.array([ahead_s.get(str(body), 0.0) for body in frames.cameras])
    moved = frames.with_columns(at_s=frames.at_s - off)
    return moved.where(in_time(moved.at_s))


def bodies_of(frames: FrameTable) -> Sequence[str]:
    """Names of the bodies, the one with most frames first."""
    names, counts = np.unique(np.array([str(each) for each in frames.cameras if each is not None]), return_counts=True)
    return [str(names[k]) for k in np.argsort(-counts, kind="stable")]
