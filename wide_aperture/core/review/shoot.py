"""A whole shoot read back: clocks set right, frames given to situations and bursts, each situation beside its plan, and what to change."""

from __future__ import annotations

import contextlib
import datetime as dt
from collections.abc import Mapping, Sequence
from uuid import UUID

from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.errors import DomainError
from wide_aperture.core.planning.plan_input import PlanInput
from wide_aperture.core.review.advice import AdvisedChange, advice
from wide_aperture.core.review.assign import Span, bursts, situations
from wide_aperture.core.review.by_hand import CompensationUsed, HeldTime, compensations, held_times
from wide_aperture.core.review.clocks import ClockOffset, bodies_of, clock_offsets, set_right
from wide_aperture.core.review.focus_share import focus_shares
from wide_aperture.core.review.gaps import MarksGap, marks_gaps
from wide_aperture.core.review.own import Measured, own_figures
from wide_aperture.core.review.read import Read, read, span_of
from wide_aperture.core.review.reality import SituationReview, by_situation, review
from wide_aperture.core.review.table import FrameTable
from wide_aperture.core.review.zones import ZoneShift, zone_shifts

MOST_LISTED = 200


class Unplanned(Spoken):
    """A situation whose frames have no plan to be compared with."""

    situation_id: UUID
    title: str
    sentence: str


class ShootReview(Document):
    """A shoot read back. unassigned: frames that fit no situation; offsets: how bodies' clocks differ, as proposed."""

    frames: int
    judged: int
    kept: int
    unassigned: int
    unassigned_ids: tuple[str, ...] = ()
    without_time: int
    bodies: tuple[str, ...]
    clocks: tuple[ClockOffset, ...]
    zones: tuple[ZoneShift, ...]
    ahead_s: dict[str, Finite]
    situations: tuple[SituationReview, ...]
    unplanned: tuple[Unplanned, ...]
    figures: tuple[Measured, ...]
    gaps: tuple[MarksGap, ...] = ()
    held_times: tuple[HeldTime, ...] = ()
    compensations: tuple[CompensationUsed, ...] = ()
    advice: tuple[AdvisedChange, ...]


def sorted_frames(
    frames: FrameTable, planned: Sequence[PlanInput], midnight: dt.datetime | None, ahead_s: Mapping[str, float]
) -> FrameTable:
    """The frames by one clock, each with its situation, burst and place. Situations that cannot be planned take frames by their hours."""
    right = set_right(frames, dict(ahead_s))

    burst, place = bursts(right)
    return right.with_columns(burst=burst, place=place, situations=situations(right, spans_of(planned), midnight))


def spans_of(planned: Sequence[PlanInput]) -> list[Span]:
    """How frames can belong to each situation; those that cannot be planned take none."""
    spans = []
    for given in planned:
        with contextlib.suppress(DomainError):
            spans.append(span_of(given))
    return spans


def review_shoot(
    frames: FrameTable, planned: Sequence[PlanInput], midnight: dt.datetime | None, *, ahead_s: Mapping[str, float] | None = None
) -> ShootReview:  # fmt: skip
    """Read a shoot back.

    Args: midnight: local, of its first day; ahead_s: by how much each body's clock goes ahead, as a person accepted it.
    """
    right = sorted_frames(frames, planned, midnight, ahead_s or {})
    groups = by_situation(right, right.situations)
    reads: list[Read] = []
    unplanned: list[Unplanned] = []
    for given in planned:
        rows = groups.get(str(given.situation.id))
        if rows is None:
            continue
        try:
            reads.append(read(given, right.where(rows)))
        except DomainError as error:
            unplanned.append(
                Unplanned(situation_id=given.situation.id, title=given.situation.title, sentence=f"It cannot be planned: {error.field} {error.rule}.")
            )  # fmt: skip
    on = midnight.date() if midnight else dt.date.today()
    figures, gaps = (*own_figures(reads, on), *focus_shares(reads, on)), marks_gaps(reads, on)
    kept = right.kept
    return ShootReview(
        frames=len(right),
        judged=int((kept == kept).sum()),
        kept=int((kept == 1).sum()),
        unassigned=len(groups.get(None, ())),
        unassigned_ids=tuple(right.ids[groups[None]][:MOST_LISTED]) if None in groups else (),
        without_time=int((right.at_s != right.at_s).sum()),
        bodies=tuple(bodies_of(right)),
        clocks=clock_offsets(frames),
        zones=zone_shifts(right, spans_of(planned), midnight),
        ahead_s=dict(ahead_s or {}),
        situations=tuple(review(each, midnight, reads) for each in reads),
        unplanned=tuple(unplanned),
        figures=figures,
        gaps=gaps,
        held_times=held_times(reads),
        compensations=compensations(reads),
        advice=advice(reads, figures, midnight, gaps),
    )
