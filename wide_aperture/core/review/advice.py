"""What should change next time: each change with the frames that speak for it, what the planner says it costs, and what it would bring.

Nothing is advised on chance: where the intervals of two groups touch, they are taken for one.
"""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Iterator, Sequence
from typing import Annotated

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from wide_aperture.core.bench.intervals import wilson
from wide_aperture.core.craft.exposure_modes import mode_facts
from wide_aperture.core.craft.figures import figure
from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.documents.situation import LightBySky
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.quantities import exact_step, format_iso, nearest_step
from wide_aperture.core.planning.compute import plan_of
from wide_aperture.core.review.changes import (
    BurstChange,
    CeilingChange,
    Change,
    FigureChange,
    GapChange,
    LightChange,
    PinChange,
    planned_with,
)
from wide_aperture.core.review.gaps import MarksGap
from wide_aperture.core.review.kept import reaches
from wide_aperture.core.review.own import Measured, smear_at, smear_curve
from wide_aperture.core.review.read import Read

FEWEST = 20
PINNED_SHARE = 0.1
LIGHT_OFF_EV = 2 / 3
TURNED_EV, TURNED_SHARE = 1 / 3, 0.6
MOST_OF_THE_KEPT, LATE_FROM, FEWEST_KEPT = 0.9, 0.55, 30
WORTH_STOPS = 1 / 6
MOST_NAMED = 50
CITED = "lab_sharp_ratio"


class Gain(Document):
    """Frames more that would have been kept, with the interval."""

    frames: Finite
    low: Finite
    high: Finite


class AdvisedChange(Document):
    """One change. evidence: ids of some of the frames that speak for it; gain: null where it is not told in frames."""

    id: Annotated[str, Field(max_length=120)]
    title: str
    because: str
    costs: str
    predicted: str
    gain: Gain | None = None
    change: Change
    evidence: tuple[str, ...] = ()


def advice(
    reads: Sequence[Read], figures: Sequence[Measured], midnight: dt.datetime | None = None, gaps: Sequence[MarksGap] = ()
) -> tuple[AdvisedChange, ...]:  # fmt: skip
    """What to change, the most kept frames first."""
    found = [*_figures(reads, figures), *_gaps(reads, gaps)]
    for made in reads:
        if len(made.frames) >= FEWEST:
            found += [*_ceiling(made), *_light(made, midnight), *_turned(made), *_bursts(made)]
    return tuple(sorted(found, key=lambda each: -(each.gain.frames if each.gain else 0.0)))


# An own figure ---------------------------------------------------------------------------------------------------------------


def _figures(reads: Sequence[Read], figures: Sequence[Measured]) -> Iterator[AdvisedChange]:
    for measured in figures:
        if measured.own is None or not measured.differs:
            continue
        change = FigureChange(name=measured.name, own=measured.own)
        if measured.name.startswith(CITED):
            yield _cited(reads, measured, change)
            continue
        moved = [
            (made, other)
            for made in reads
            if (other := _other_plan(made, change)) is not None and _moved(made.plan, other)
        ]
        if not moved:
            continue
        made, other = max(moved, key=lambda each: len(each[0].frames))
        gain = (
            _smear_gain([each for each, _ in moved], [other for _, other in moved])
            if measured.name.startswith("blur_share")
            else None
        )
        if gain is not None and gain.frames < 0:
            gain = None  # slower on purpose: what it brings is ISO, not frames
        yield AdvisedChange(
            id=f"figure/{measured.name}",
            title=f"Shutter {_went(made.plan, other)}",
            because=f"{measured.label}: {measured.sentence[0].lower()}{measured.sentence[1:]}",
            costs=_costs(made.plan, other),
            predicted=_gained(gain),
            gain=gain,
            change=change,
            evidence=_some(made, np.ones(len(made.frames), bool)),
        )  # fmt: skip


def _cited(reads: Sequence[Read], measured: Measured, change: FigureChange) -> AdvisedChange:
    """A figure the plan cites and that moves no setting."""
    return AdvisedChange(
        id=f"figure/{measured.name}",
        title=f"{measured.label}: × {change.own.value:.2f} of the lab’s",
        because=measured.sentence,
        costs="Costs nothing the planner prices.",
        predicted="The plan’s reasons then cite your share beside area and response.",
        change=change,
        evidence=tuple(
            frame
            for made in reads
            for frame in _some(made, np.array([fault is not None for fault in made.frames.faults], bool))
        ),
    )


def _other_plan(made: Read, change: Change) -> Plan | None:
    try:
        return plan_of(planned_with(made.given, change))
    except DomainError:
        return None


def _moved(before: Plan, after: Plan) -> bool:
    return abs(math.log2(before.choice.shutter_s / after.choice.shutter_s)) >= WORTH_STOPS


def _went(before: Plan, after: Plan) -> str:
    return f"{wording.seconds(before.choice.shutter_s)} → {wording.seconds(after.choice.shutter_s)}"


def _costs(before: Plan, after: Plan) -> str:
    """What the other plan is dearer by, in the planner's own words."""
    noise = math.log2(after.choice.iso / before.choice.iso)
    opened = 2 * math.log2(before.choice.aperture / after.choice.aperture)
    parts = []
    if abs(noise) >= WORTH_STOPS:
        said = f"{wording.stops_word(abs(noise))} {'of noise' if noise > 0 else 'less noise'}"
        parts.append((noise > 0, f"{said} ({format_iso(before.choice.iso)} → {format_iso(after.choice.iso)})"))
    if abs(opened) >= WORTH_STOPS:
        parts.append((opened > 0, f"{wording.stops_word(abs(opened))} of {'depth' if opened > 0 else 'more depth'}"))
    costs = [said for dear, said in parts if dear]
    if not parts:
        return "Costs nothing the planner prices."
    return f"Costs {wording.listed(costs)}." if costs else f"Gives {wording.listed([said for _, said in parts])}."


def _smear_gain(reads: Sequence[Read], others: Sequence[Plan]) -> Gain | None:
    """Frames more that would have been kept at the other plans' times, by how keeping falls with smear."""
    fit = smear_curve(reads).fit
    if fit is None:
        return None
    total, ends = 0.0, [0.0, 0.0]
    for made, other, level in zip(reads, others, fit.levels, strict=True):
        at_plan = np.abs(np.log2(made.frames.exposure_s / made.plan.choice.shutter_s)) < WORTH_STOPS
        frames = int(at_plan.sum())
        here, there = (float(smear_at(made.case, np.array([plan.choice.shutter_s]))[0]) for plan in (made.plan, other))
        total += frames * level * (fit.left(there) - fit.left(here))
        for k, half in enumerate((fit.low, fit.high)):
            ends[k] += frames * level * (fit.left(there, half) - fit.left(here, half))
    low, high = min(*ends, total), max(*ends, total)
    return Gain(frames=round(total, 1), low=round(low, 1), high=round(high, 1))


def _gained(gain: Gain | None) -> str:
    if gain is None:
        return ""
    return f"Predicted keepers {gain.frames:+.0f} ({gain.low:+.0f} to {gain.high:+.0f})."


def _some(made: Read, which: NDArray[np.bool_]) -> tuple[str, ...]:
    return tuple(made.frames.ids[which][:MOST_NAMED])


# The marks against the data --------------------------------------------------------------------------------------------------


def _gaps(reads: Sequence[Read], gaps: Sequence[MarksGap]) -> Iterator[AdvisedChange]:
    """A gap that turns another number of clicks on the field card."""
    for found in gaps:
        if found.own is None or not found.differs:
            continue
        told = [(each, ~np.isnan(each.frames.gap_ev)) for each in reads if each.given.body.id == found.body_id]
        less = found.own.value < found.assumed_ev
        yield AdvisedChange(
            id=f"gap/{found.body_id}/{found.look}",
            title=f"Marks on {found.body}, {found.look}: {found.assumed_ev:.1f} → {found.own.value:.1f} EV before the data end",
            because=found.sentence,
            costs="Less room over the marks than the card said." if less else "Costs nothing the planner prices.",
            predicted="The field card’s “just gone” line then counts with it, and so does the simulated frame.",
            change=GapChange(body_id=found.body_id, look=found.look, own=found.own),
            evidence=tuple(frame for each, which in told for frame in _some(each, which))[:MOST_NAMED],
        )  # fmt: skip


# The ceiling -----------------------------------------------------------------------------------------------------------------


def _ceiling(made: Read) -> Iterator[AdvisedChange]:
    """Frames that stood on the ceiling and were lost there."""
    pinned = made.pinned
    count = int(pinned.sum())
    push = made.given.body.ceilings.push
    if count < max(FEWEST, PINNED_SHARE * len(made.frames)) or made.ceiling >= push:
        return
    lost, others = _two(made, pinned)
    if lost is None or others is None or lost[1] >= others[0]:
        return
    routine = min(exact_step("iso", nearest_step("iso", made.ceiling) + 3), push)
    kept = int(np.nan_to_num(made.frames.kept[pinned]).sum())
    share = _share(made, ~pinned)
    more = [round(count * rate - kept, 1) for rate in (share, *others)]
    gain = Gain(frames=more[0], low=more[1], high=more[2])
    yield AdvisedChange(
        id=f"ceiling/{made.given.body.id}/{made.given.situation.id}",
        title=f"ISO ceiling {format_iso(made.ceiling).removeprefix('ISO ')} → {format_iso(routine).removeprefix('ISO ')}",
        because=(
            f"{count} of {len(made.frames)} frames stood on the ceiling; {kept} of them were kept"
            f" ({lost[0]:.0%} to {lost[1]:.0%}), of the others {share:.0%} ({others[0]:.0%} to {others[1]:.0%})."
        ),
        costs=f"Up to {wording.stops_word(math.log2(routine / made.ceiling))} of noise in those frames, and only there.",
        predicted=_gained(gain),
        gain=gain,
        change=CeilingChange(body_id=made.given.body.id, routine=routine),
        evidence=_some(made, pinned),
    )  # fmt: skip


def _two(made: Read, which: NDArray[np.bool_]) -> tuple[tuple[float, float] | None, tuple[float, float] | None]:
    """The intervals in which the keep rates of these frames and of the others lie; None where nobody judged."""
    return _interval(made, which), _interval(made, ~which)


def _interval(made: Read, which: NDArray[np.bool_]) -> tuple[float, float] | None:
    kept = made.frames.kept[which]
    known = ~np.isnan(kept)
    return wilson(int(kept[known].sum()), int(known.sum())) if known.sum() >= FEWEST else None


def _share(made: Read, which: NDArray[np.bool_]) -> float:
    kept = made.frames.kept[which]
    return float(np.nanmean(kept)) if len(kept) and not np.isnan(kept).all() else 0.0


# The light -------------------------------------------------------------------------------------------------------------------


def _light(made: Read, midnight: dt.datetime | None) -> Iterator[AdvisedChange]:
    """Light that was another than planned, by what the camera set."""
    seen = ~np.isnan(made.light_ev)
    if seen.sum() < FEWEST or isinstance(made.given.situation.light, LightBySky):
        return  # under the sky another light was the day's weather, and the next day has its own
    light = made.plan.light
    low, middle, high = (float(each) for each in np.percentile(made.light_ev[seen], (25, 50, 75)))
    outside = max(light.ev_low - high, low - light.ev_high, 0.0)
    if abs(middle - light.ev100) < LIGHT_OFF_EV or outside <= 0:
        return
    ev = round(middle * 3) / 3
    change = LightChange(situation_id=made.given.situation.id, ev100=ev)
    other = _other_plan(made, change)
    if other is None:
        return
    side = "brighter" if middle > light.ev100 else "darker"
    yield AdvisedChange(
        id=f"light/{made.given.situation.id}",
        title=f"Light {wording.ev(light.ev100)} → {wording.ev(ev)}",
        because=(
            f"In {int(seen.sum())} frames the camera found the light {wording.stops_word(abs(middle - light.ev100))} {side} than planned;"
            f" half of them lie between {wording.ev(low)} and {wording.ev(high)}."
        ),
        costs=_costs(made.plan, other),
        predicted=f"The plan then begins at {wording.seconds(other.choice.shutter_s)}, {format_iso(other.choice.iso)}.",
        change=change,
        evidence=_some(made, seen),
    )  # fmt: skip


# The compensation ------------------------------------------------------------------------------------------------------------


def _turned(made: Read) -> Iterator[AdvisedChange]:
    """A compensation turned away from the plan's, and left there."""
    if not mode_facts(made.mode).exposes_itself:
        return
    planned = made.plan.setup.number("exposure_comp_ev") or 0.0
    off = made.frames.comp_ev - planned
    known = ~np.isnan(off)
    if known.sum() < FEWEST:
        return
    middle = round(float(np.median(off[known])) * 3) / 3
    turned = known & (np.sign(off) == np.sign(middle)) & (np.abs(off) >= TURNED_EV - 0.01)
    if abs(middle) < TURNED_EV - 0.01 or turned.sum() < TURNED_SHARE * known.sum():
        return
    with_it, without = _two(made, turned)
    if with_it is not None and without is not None and with_it[1] < without[0]:
        return  # what was turned was kept less: no habit to take over
    value = planned + middle
    yield AdvisedChange(
        id=f"comp/{made.given.situation.id}",
        title=f"Compensation {wording.signed_stops(planned)} → {wording.signed_stops(value)}",
        because=f"You turned it in {int(turned.sum())} of {int(known.sum())} frames; the middle one stood at {wording.signed_stops(value)}.",
        costs=f"Frames {wording.stops_word(abs(middle))} {'brighter' if middle > 0 else 'darker'} than the meter’s tones ask for; the plan says what that clips.",
        predicted="",
        change=PinChange(situation_id=made.given.situation.id, setting="exposure_comp_ev", value=round(value, 2)),
        evidence=_some(made, turned),
    )  # fmt: skip


# Bursts ----------------------------------------------------------------------------------------------------------------------


def _bursts(made: Read) -> Iterator[AdvisedChange]:
    """Frames at the end of bursts that nobody keeps."""
    frames, kept = made.frames, np.nan_to_num(made.frames.kept, nan=0.0)
    if np.isnan(made.frames.kept).all() or kept.sum() < FEWEST_KEPT:
        return
    longest = int(np.percentile(np.unique(frames.burst, return_counts=True)[1], 90))
    by_place = [int(kept[frames.place == place].sum()) for place in range(1, longest + 1)]
    enough = reaches(by_place, MOST_OF_THE_KEPT)
    if enough is None or longest < 5 or enough > LATE_FROM * longest:
        return
    late = frames.place > enough
    after, before = _two(made, late)
    if after is None or before is None or after[1] >= before[0]:
        return
    spared = int(late.sum())
    minutes = spared * figure("cull_s_a_frame") / 60
    yield AdvisedChange(
        id=f"burst/{made.given.situation.id}",
        title=f"Bursts of {longest} → {enough}",
        because=f"{sum(by_place[:enough])} of {int(kept.sum())} kept frames lie in the first {enough} of a burst; later ones are kept {after[0]:.0%} to {after[1]:.0%} of the time.",
        costs=f"About {int(kept[late].sum())} kept frames of this shoot lay later.",
        predicted=f"{spared} frames less to look through, about {minutes:.0f} min.",
        change=BurstChange(situation_id=made.given.situation.id, frames=enough),
        evidence=_some(made, late),
    )  # fmt: skip
