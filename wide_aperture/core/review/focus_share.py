"""How many frames were sharp on what they were meant for, beside what the focus lab said: by the faults a person named while looking through."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence

import numpy as np

from wide_aperture.core.bench.intervals import wilson
from wide_aperture.core.craft.figures import by_full_name, full_name, practice_table
from wide_aperture.core.craft.focus_lab import SURELY, nearest_row
from wide_aperture.core.documents.own_figure import OwnFigure
from wide_aperture.core.review.own import Measured
from wide_aperture.core.review.read import Read

FEWEST = 60
OUT_OF_FOCUS, ELSEWHERE = "focus", "other_subject"


def focus_shares(reads: Sequence[Read], on: dt.date) -> tuple[Measured, ...]:
    """One figure for each kind of subject the lab knows, of frames somebody judged. Without a named fault nobody looked for it: nothing is told."""
    groups: dict[str, list[tuple[Read, float]]] = {}
    for each in reads:
        share = _lab_share(each)
        if share is not None and any(fault in (OUT_OF_FOCUS, ELSEWHERE) for fault in each.frames.faults):
            groups.setdefault(each.case.subject.kind, []).append((each, share))
    return tuple(_measured(kind, parts, on) for kind, parts in groups.items())


def _lab_share(made: Read) -> float | None:
    """What the lab says of the situation's area and response, before anybody's own figure."""
    situation, subject, setup = made.given.situation, made.case.subject, made.plan.setup
    row = nearest_row(situation, subject.kind, subject.speed_m_s)
    area, response = setup.option("af_area"), setup.option("af_response")
    if row is None or setup.option("af_mode") != "continuous" or area is None or response is None:
        return None
    return row.shares.get(area, {}).get(response)


def _measured(kind: str, parts: Sequence[tuple[Read, float]], on: dt.date) -> Measured:
    judged = [~np.isnan(made.frames.kept) for made, _ in parts]
    count = sum(int(known.sum()) for known in judged)
    out, elsewhere = (
        sum(int((made.frames.faults[known] == fault).sum()) for (made, _), known in zip(parts, judged, strict=True))
        for fault in (OUT_OF_FOCUS, ELSEWHERE)
    )
    lab = sum(share * int(known.sum()) for (_, share), known in zip(parts, judged, strict=True)) / max(count, 1)
    sharp = count - out - elsewhere
    low, high = wilson(sharp, count)
    name = full_name("lab_sharp_ratio", kind)
    trade, own = by_full_name()[name], None
    if count < FEWEST:
        sentence = f"{count} judged frames: {FEWEST} are needed at least."
    else:
        own = OwnFigure(
            value=sharp / count / lab,
            low=low / lab,
            high=high / lab,
            n=count,
            date=on,
            source="faults named while looking through",
        )
        wrong_low, wrong_high = wilson(elsewhere, count)
        sentence = (
            f"Yours: {sharp / count:.0%} sharp on the subject ({low:.0%} to {high:.0%}; {count} frames), {out} out of focus, {elsewhere} on something else "
            f"({wrong_low:.0%} to {wrong_high:.0%}). The lab said {lab:.0%}."
        )
    return Measured(
        name=name, label=f"Sharp frames of a moving {kind}", unit=practice_table()["lab_sharp_ratio"].unit, trade=trade, own=own, frames=count,
        kept=sharp, differs=own is not None and not (own.low or 0.0) <= trade <= (own.high or 0.0) and abs(sharp / count - lab) > SURELY, sentence=sentence,
    )  # fmt: skip
