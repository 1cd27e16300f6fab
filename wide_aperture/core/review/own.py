"""The photographer's own figures, from what was kept: offered with the interval they lie in, never taken silently."""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np

from wide_aperture.core.bench.falling import Counts, Falling, falling
from wide_aperture.core.craft.figures import by_full_name, figure, full_name, practice_table
from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents.own_figure import OwnFigure
from wide_aperture.core.physics.motion import EVEN_CHANCE_STOPS
from wide_aperture.core.planning.case import Case
from wide_aperture.core.review.read import Read
from wide_aperture.core.review.table import Floats

FEWEST, FEWEST_KEPT = 60, 12
WIDEST_RATIO = 3.0  # of the interval's ends, beyond which a figure is not offered
BINS_PER_STOP = 3
ACCEPTED_LEFT = 0.75  # of the share at a gentle movement, that is still left at what counts as accepted
STREAKS = ("pan_blur", "blur", "silky_water", "star_trails", "light_trails")


class Measured(Document):
    """A figure of practice as these frames tell it. own null: they do not tell it, and the sentence says why."""

    name: str
    label: str
    unit: str
    trade: Finite
    own: OwnFigure | None
    frames: int
    kept: int
    differs: bool
    sentence: str


def own_figures(reads: Sequence[Read], on: dt.date) -> tuple[Measured, ...]:
    """What these frames tell of the photographer's own figures. on: the day they were taken."""
    found = []
    for output in dict.fromkeys(each.case.output.name for each in reads):
        these = [each for each in reads if each.case.output.name == output and moves(each)]
        if these:
            found.append(accepted_smear(these, output, on))
    still = [each for each in reads if not moves(each) and by_hand(each)]
    if still:
        found.append(hand_stops(still, on))
    return tuple(found)


def moves(each: Read) -> bool:
    return (
        each.case.subject.image_speed_px_s > 0
        and each.case.subject.is_moving
        and each.given.situation.look not in STREAKS
    )


def by_hand(each: Read) -> bool:
    return not math.isinf(each.case.support.single_frame_limit_s)


def smear_at(case: Case, exposure_s: np.ndarray) -> np.ndarray:
    """What the plan reckons a frame of such a time moves the subject by, as a share of the width; a look that freezes counts it stricter."""
    strict = case.figure("freeze_share") if case.situation.look == "freeze" else 1.0
    return np.asarray(case.subject.image_speed_px_s * exposure_s / case.body.width_px / strict)


def smear_curve(these: Sequence[Read]) -> Curve:
    """How keeping falls with smear."""
    return keeping_curve([(smear_at(each.case, each.frames.exposure_s), each.frames.kept) for each in these])


@dataclass(frozen=True, slots=True)
class Curve:
    """How keeping falls with something: fit None where too little was judged."""

    fit: Falling | None
    frames: int
    kept: int

    @property
    def tells(self) -> bool:
        """Whether the fall is no chance, and lies between two ends near enough."""
        fit = self.fit
        return fit is not None and fit.tells and all(fit.bounded) and fit.high / fit.low <= WIDEST_RATIO


def keeping_curve(parts: Sequence[tuple[Floats, Floats]]) -> Curve:
    """Of (where, kept) by situation: each has a level of its own, so that what differs between situations is not taken for a fall."""
    count = good = 0
    groups = []
    for at, kept in parts:
        known = ~np.isnan(kept) & ~np.isnan(at) & (at > 0)
        if not known.any():
            continue
        count, good = count + int(known.sum()), good + int(kept[known].sum())
        bins = np.round(np.log2(at[known]) * BINS_PER_STOP)
        chosen = [bins == value for value in np.unique(bins)]
        groups.append(
            Counts(
                tuple(float(np.exp2(np.log2(at[known][here]).mean())) for here in chosen),
                tuple(int(kept[known][here].sum()) for here in chosen),
                tuple(int(here.sum()) for here in chosen),
            )
        )
    if count < FEWEST or good < FEWEST_KEPT:
        return Curve(None, count, good)
    return Curve(falling(groups), count, good)


def accepted_at(curve: Falling) -> tuple[float, float, float]:
    """(where, low, high): up to which smear three quarters of what is kept at a gentle one are kept."""
    times = (1 / ACCEPTED_LEFT - 1) ** (1 / curve.steep)
    return curve.half * times, curve.low * times, curve.high * times


def accepted_smear(these: Sequence[Read], output: str, on: dt.date) -> Measured:
    """The subject's smear that is kept, for one output: figure blur_share."""
    curve = smear_curve(these)
    width = these[0].given.body.width_px
    return _told(
        full_name("blur_share", output), "Smear of the subject you keep", curve, accepted_at(curve.fit) if curve.fit else None, on,
        lambda value: f"{value * width:.1f} px",
        "The times hardly changed within a situation, so the frames do not tell where smear is too much.",
    )  # fmt: skip


def hand_stops(these: Sequence[Read], on: dt.date) -> Measured:
    """How many stops the stabiliser really gives under its sheet: figure stabiliser_lab_loss_stops."""
    parts = [(each.frames.exposure_s / each.case.support.single_frame_limit_s, each.frames.kept) for each in these]
    curve, found = keeping_curve(parts), None
    if curve.fit is not None:
        # At the limit nine in ten are sharp and EVEN_CHANCE_STOPS past it every second: where that lies tells the loss.
        trade = figure("stabiliser_lab_loss_stops")
        value, high, low = (
            trade - (math.log2(at) - EVEN_CHANCE_STOPS) for at in (curve.fit.half, curve.fit.low, curve.fit.high)
        )
        found = (value, low, high)
    return _told(
        "stabiliser_lab_loss_stops", "Stops your stabiliser loses against its sheet", curve, found, on,
        lambda value: f"{value:.1f} stops", "Your times never came near what the hand holds, so the frames do not tell where it ends.",
    )  # fmt: skip


def _told(
    name: str, label: str, curve: Curve, found: tuple[float, float, float] | None, on: dt.date, say: Callable[[float], str], nothing: str
) -> Measured:  # fmt: skip
    """found: value, low, high in the figure's own unit."""
    trade, own = by_full_name()[name], None
    if curve.fit is None or found is None:
        sentence = f"{curve.frames} judged frames, {curve.kept} kept: {FEWEST} and {FEWEST_KEPT} are needed at least."
    elif not curve.tells:
        sentence = nothing
    else:
        value, low, high = found
        own = OwnFigure(value=value, low=low, high=high, n=curve.frames, date=on, source="frames kept and passed over")
        sentence = f"Yours: {say(value)} ({say(low)} to {say(high)}; {curve.frames} frames, {curve.kept} kept). We assumed {say(trade)}."
    return Measured(
        name=name, label=label, unit=practice_table()[name.partition(".")[0]].unit, trade=trade, own=own, frames=curve.frames,
        kept=curve.kept, differs=own is not None and not (own.low or 0.0) <= trade <= (own.high or 0.0), sentence=sentence,
    )  # fmt: skip
