"""How far a photographer's own answers and values move their own plans from what we would propose."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Annotated

from pydantic import Field

from wide_aperture.core.craft.schools import school_label, school_questions
from wide_aperture.core.document import Document, Finite, Name
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Choice, Plan
from wide_aperture.core.documents.setup import Foundation
from wide_aperture.core.planning.compute import plan_of
from wide_aperture.core.planning.plan_input import PlanInput
from wide_aperture.core.planning.schools import differences

SAME_STOPS = 1 / 6  # half a mark: nothing a dial could be moved by
Count = Annotated[int, Field(ge=0)]


class AnswerMoves(Document):
    """What one answer does. of: plans looked at; changes: those in which any setting moves; worst: the most an exposure
    value moves, in stops, and in which plan.
    """

    question: str
    label: Name
    own: Name
    usual: Name
    changes: Count
    of: Count
    worst_stops: Finite
    worst_in: str
    sentence: str


class Agreement(Document):
    """Own plans with the photographer's answers beside the same with ours.

    agree: plans whose exposure is the same; hold, give_way: standing values over all plans.
    """

    of: Count
    agree: Count
    changes: Count
    worst_stops: Finite
    worst_in: str
    hold: Count
    give_way: Count
    answers: tuple[AnswerMoves, ...]
    sentence: str


def moved_stops(one: Choice, other: Choice) -> float:
    """The most that shutter, aperture or ISO differ, in stops of light."""
    return max(
        abs(math.log2(one.shutter_s / other.shutter_s)),
        abs(2 * math.log2(one.aperture / other.aperture)),
        abs(math.log2(one.iso / other.iso)),
    )


def agreement(asks: Sequence[PlanInput], own: Foundation) -> Agreement:
    """Compare every plan with the photographer's foundation under it and with none.

    Raises: what plan_of raises.
    """
    mine = [plan_of(ask.model_copy(update={"foundation": own})) for ask in asks]
    ours = [plan_of(ask.model_copy(update={"foundation": None})) for ask in asks]
    changed, worst, worst_in = _moved(mine, ours)
    reports = [plan.standing for plan in mine if plan.standing is not None]
    agree = sum(moved_stops(one.choice, other.choice) < SAME_STOPS for one, other in zip(mine, ours, strict=True))
    return Agreement(
        of=len(asks),
        agree=agree,
        changes=changed,
        worst_stops=round(worst, 2),
        worst_in=worst_in,
        hold=sum(report.hold for report in reports),
        give_way=sum(len(report.gave_way) for report in reports),
        answers=tuple(_answer(question, asks, own, mine) for question in own.schools if _differs(question, own)),
        sentence=_said(len(asks), changed, worst, worst_in),
    )


def _differs(question: str, own: Foundation) -> bool:
    return any(page.id == question and page.default != own.schools[question] for page in school_questions())


def _answer(question: str, asks: Sequence[PlanInput], own: Foundation, mine: Sequence[Plan]) -> AnswerMoves:
    """The same plans without this one answer."""
    others = {name: answer for name, answer in own.schools.items() if name != question}
    without = own.model_copy(update={"schools": others})
    changed, worst, worst_in = _moved(mine, [plan_of(ask.model_copy(update={"foundation": without})) for ask in asks])
    page = next(page for page in school_questions() if page.id == question)
    return AnswerMoves(
        question=question,
        label=page.label,
        own=school_label(question, own.schools[question]),
        usual=school_label(question, page.default),
        changes=changed,
        of=len(asks),
        worst_stops=round(worst, 2),
        worst_in=worst_in,
        sentence=_said(len(asks), changed, worst, worst_in),
    )


def _moved(mine: Sequence[Plan], others: Sequence[Plan]) -> tuple[int, float, str]:
    """How many plans differ at all, the most an exposure value moves, and in which."""
    changed, worst, worst_in = 0, 0.0, ""
    for one, other in zip(mine, others, strict=True):
        changed += bool(differences(one, other))
        moved = moved_stops(one.choice, other.choice)
        if moved > max(worst, SAME_STOPS):
            worst, worst_in = moved, one.situation_title
    return changed, worst, worst_in


def _said(of: int, changed: int, worst: float, worst_in: str) -> str:
    if not of:
        return "No plan of yours to compare with yet."
    if not changed:
        return f"Agrees with what we propose in all {of} of your plans." if of > 1 else "Agrees with what we propose."
    plans = f"Changes {changed} of your {of} plans"
    if not worst_in:
        return f"{plans}; every exposure stays."
    return f"{plans}, the worst by {wording.stops_word(worst)}: “{worst_in}”."
