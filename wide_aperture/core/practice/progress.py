"""How practice goes on: what is due when, and how far off answers are over time.

Source: the scheduler is fsrs (free spaced repetition scheduler): a kind of drill comes back as it begins to be forgotten.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from fsrs import Card, Rating, Scheduler

from wide_aperture.core.document import Document, Finite
from wide_aperture.core.practice.score import Score

_SCHEDULER = Scheduler(enable_fuzzing=False)
EXACT_STOPS = 1 / 6
LAST = 12


class Trend(Document):
    """answers, right: of all time; recent_stops: how far off the last ones were on average; before_stops: the ones before these."""

    answers: int
    right: int
    recent_stops: Finite | None
    before_stops: Finite | None


@dataclass(frozen=True, slots=True)
class Answered:
    """An answer as it is kept."""

    at: dt.datetime
    right: bool
    stops: float


def rating_of(score: Score) -> Rating:
    """How well an answer was known: a wrong one comes back at once, an exact one late."""
    if not score.right:
        return Rating.Again
    return Rating.Easy if score.stops <= EXACT_STOPS else Rating.Good


def after(card: dict[str, Any] | None, score: Score, at: dt.datetime) -> dict[str, Any]:
    """The scheduler's card of a kind after an answer at a moment with a zone; card None: the first one."""
    before = Card.from_dict(card) if card else Card(card_id=1, due=at)  # type: ignore[arg-type]
    changed, _ = _SCHEDULER.review_card(before, rating_of(score), at.astimezone(dt.UTC))
    return dict(changed.to_dict())


def due_at(card: dict[str, Any] | None) -> dt.datetime | None:
    """When a kind is due again; None: it was never tried."""
    return dt.datetime.fromisoformat(card["due"]) if card else None


def trend(answers: Sequence[Answered]) -> Trend:
    """How answers of one kind, in their order, went."""
    stops = [each.stops for each in answers]
    last, before = stops[-LAST:], stops[-2 * LAST : -LAST]
    return Trend(
        answers=len(answers), right=sum(each.right for each in answers), recent_stops=sum(last) / len(last) if last else None,
        before_stops=sum(before) / len(before) if before else None,
    )  # fmt: skip
