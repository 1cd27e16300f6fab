"""How practice goes on: what is due when, and how far off answers are over time.

Source: the scheduler is fsrs (free spaced repetition scheduler): a kind of drill comes back as it begins to be forgotten.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from typing import Annotated
from uuid import UUID

from fsrs import Card, Rating, Scheduler
from pydantic import AwareDatetime, Field

from wide_aperture.core.document import Document, Finite, NotNegative

_SCHEDULER = Scheduler(enable_fuzzing=False)
EXACT_STOPS = 1 / 6
LAST = 12


class Trend(Document):
    """answers, right: of all time; recent_stops: how far off the last ones were on average; before_stops: the ones before these."""

    answers: int
    right: int
    recent_stops: Finite | None
    before_stops: Finite | None


class Answered(Document):
    """An answer as it is kept; at: with a zone; stops: how far off, on the scale of all skills."""

    id: UUID
    kind: Annotated[str, Field(max_length=40)]
    seed: Annotated[int, Field(ge=0, le=2**31 - 1)]
    right: bool
    stops: NotNegative
    at: AwareDatetime


def rating_of(answer: Answered) -> Rating:
    """How well an answer was known: a wrong one comes back at once, an exact one late."""
    if not answer.right:
        return Rating.Again
    return Rating.Easy if answer.stops <= EXACT_STOPS else Rating.Good


def due_at(answers: Sequence[Answered]) -> dt.datetime | None:
    """When a kind is due again after its answers, in their order; None: it was never tried."""
    if not answers:
        return None
    card = Card(card_id=1, due=answers[0].at)
    for each in answers:
        card, _ = _SCHEDULER.review_card(card, rating_of(each), each.at.astimezone(dt.UTC))
    return card.due


def trend(answers: Sequence[Answered]) -> Trend:
    """How answers of one kind, in their order, went."""
    stops = [each.stops for each in answers]
    last, before = stops[-LAST:], stops[-2 * LAST : -LAST]
    return Trend(
        answers=len(answers), right=sum(each.right for each in answers), recent_stops=sum(last) / len(last) if last else None,
        before_stops=sum(before) / len(before) if before else None,
    )  # fmt: skip
