"""How much more the raw holds than the camera's marks say, learnt by body and look from frames that carry both."""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Sequence
from typing import cast
from uuid import UUID

import numpy as np

from wide_aperture.core.bench.intervals import middle_of
from wide_aperture.core.craft.marks_gap import turned_ev
from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents.own_figure import OwnFigure
from wide_aperture.core.documents.preferences import Profile
from wide_aperture.core.review.read import Read
from wide_aperture.core.review.table import Floats

FEWEST = 5  # frames that tell
WIDEST_EV = 0.5  # of the interval
CLICK_EV = 1 / 3
COLOURS_EV = 0.3  # by which the colours of one scene move where its marks begin: the first channel to end decides


class MarksGap(Document):
    """One body and look. told: frames on which marking begins where the data still hold; ev: of the base look, its steps at 0."""

    body_id: UUID
    body: str
    look: Profile
    told: int
    assumed_ev: Finite
    own: OwnFigure | None
    differs: bool
    sentence: str


def marks_gaps(reads: Sequence[Read], on: dt.date) -> tuple[MarksGap, ...]:
    """The gaps these frames tell. on: the day they were taken.

    The look is that of each situation's plan; what its steps of contrast and highlight tone add is taken off.
    """
    held: dict[tuple[UUID, str], list[tuple[Read, Floats]]] = {}
    for each in reads:
        known = each.frames.gap_ev[~np.isnan(each.frames.gap_ev)]
        setup = each.plan.setup
        look = setup.option("picture_profile") or "standard"
        if len(known):
            turned = turned_ev(setup.number("look_contrast") or 0.0, setup.number("look_highlight") or 0.0)
            held.setdefault((each.given.body.id, look), []).append((each, known - turned))
    return tuple(_gap(look, parts, on) for (_, look), parts in held.items())


def _gap(look: str, parts: Sequence[tuple[Read, Floats]], on: dt.date) -> MarksGap:
    body = parts[0][0].given.body
    values = np.concatenate([gaps for _, gaps in parts])
    assumed = parts[0][0].case.marks_before_raw_ev(look)
    count = f"{len(values)} {'frame' if len(values) == 1 else 'frames'}"
    own, differs = None, False
    if len(values) < FEWEST:
        sentence = f"{count} with marks where the data still hold; {FEWEST} are needed at least."
    else:
        value, low, high = middle_of(values)
        if high - low > WIDEST_EV:
            sentence = f"{count}, yet they lie too far apart to tell: {low:.1f} to {high:.1f} EV."
        else:
            own = OwnFigure(value=value, low=low, high=high, n=len(values), date=on, source="marks against raw data")
            differs = not low - COLOURS_EV <= assumed <= high + COLOURS_EV and _clicks(value) != _clicks(assumed)
            sentence = (
                f"Marks come {value:.1f} EV before the data end ({low:.1f} to {high:.1f}; {count}), so {_said(_clicks(value))} "
                f"more once the last mark is gone. Until now: {_said(_clicks(assumed))}."
            )
    return MarksGap(
        body_id=body.id, body=body.name, look=cast(Profile, look), told=len(values), assumed_ev=assumed, own=own, differs=differs, sentence=sentence
    )  # fmt: skip


def _clicks(ev: float) -> int:
    return max(math.floor(ev / CLICK_EV + 1e-6), 0)


def _said(clicks: int) -> str:
    return "not a click" if not clicks else f"{clicks} {'click' if clicks == 1 else 'clicks'}"
