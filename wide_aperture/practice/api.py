"""Practice: which kinds of drills there are and are due, a drill, an answer."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Any
from uuid import UUID

from ninja import Router, Schema
from pydantic import ConfigDict, Field

from wide_aperture.core.document import Finite
from wide_aperture.core.practice.drill import Aimed, Measure, Skill
from wide_aperture.core.practice.drills import KINDS
from wide_aperture.core.practice.drills.distance import Distance
from wide_aperture.core.practice.progress import Trend
from wide_aperture.core.practice.score import Score
from wide_aperture.core.practice.week import WeekItem
from wide_aperture.http.document_routes import PROBLEMS, WRITE_PROBLEMS, add_document_routes
from wide_aperture.http.person import PersonRequest
from wide_aperture.practice import services
from wide_aperture.practice.models import Answer

practice = Router(tags=["practice"])
answers = Router(tags=["practice"])
add_document_routes(answers, Answer)
Seed = Annotated[int, Field(ge=0, le=2**31 - 1)]
KindId = Annotated[str, Field(max_length=40)]
SHOWN = 60


class DrillKindOut(Schema):
    """A kind of drill. due: when it comes back; null: never tried. stops: how far off the answers were, the oldest first."""

    id: str
    title: str
    about: str
    skill: Skill
    trend: Trend
    due: dt.datetime | None
    stops: list[float]


class DrillKindsOut(Schema):
    """The kinds, those due first."""

    kinds: list[DrillKindOut]


class WeekOut(Schema):
    """The week's drills, the ones that matter most first."""

    items: list[WeekItem]


class DrillChoiceOut(Schema):
    id: str
    label: str


class DrillOut(Schema):
    """A drill as it is asked: nothing in it tells the answer. clip: pictures one after the other, clip_per_s a second; empty: none."""

    kind: str
    seed: int
    skill: Skill
    measure: Measure
    question: str
    choices: list[DrillChoiceOut]
    low: float | None
    high: float | None
    timed: bool
    pictures: list[str]
    clip: list[str]
    clip_per_s: float


class AnswerIn(Schema):
    """An answer: a number, a choice, choices in order, or a place; of these the one the drill measures."""

    model_config = ConfigDict(extra="forbid")

    id: UUID
    kind: KindId
    seed: Seed
    body_id: UUID | None = None
    number: Finite | None = None
    choice: Annotated[str, Field(max_length=80)] | None = None
    order: Annotated[list[Annotated[str, Field(max_length=80)]], Field(max_length=20)] | None = None
    place: Aimed | None = None


@practice.get("/kinds", response={200: DrillKindsOut}, operation_id="practice_kinds")
def kinds(request: PersonRequest) -> Any:
    """Every kind of drill, and how it goes."""
    return {
        "kinds": [
            {
                "id": kind, "title": KINDS[kind].title, "about": KINDS[kind].about, "skill": KINDS[kind].skill, "trend": found, "due": due,
                "stops": [each.stops for each in given[-SHOWN:]],
            }
            for kind, found, due, given in services.standing(owner=request.user)
        ]
    }  # fmt: skip


@practice.get("/week", response={200: WeekOut}, operation_id="practice_week")
def week(request: PersonRequest) -> Any:
    """A few drills for the week: what failed in the frames of late, then what is due."""
    return {"items": services.week(owner=request.user)}


@practice.get("/drill/{kind}", response={200: DrillOut, **PROBLEMS}, operation_id="practice_drill")
def drill(request: PersonRequest, kind: KindId, seed: Seed, body_id: UUID | None = None) -> Any:
    """A drill of a kind and seed, the same each time."""
    made = services.made(kind, seed, services.kit_of(body_id, owner=request.user, photographs=kind == Distance.id))
    asked = made.drill
    return {
        **asked.model_dump(include={"kind", "seed", "skill", "measure", "question", "low", "high", "timed"}),
        "choices": [{"id": each.id, "label": each.label} for each in asked.choices],
        "pictures": services.data_urls(made.pictures),
        "clip": services.data_urls(made.clip),
        "clip_per_s": made.clip_per_s,
    }


@practice.post("/answer", response={200: Score, **WRITE_PROBLEMS}, operation_id="practice_answer")
def answer(request: PersonRequest, given: AnswerIn) -> Any:
    """Score an answer and keep it."""
    made = services.made(
        given.kind,
        given.seed,
        services.kit_of(given.body_id, owner=request.user, photographs=given.kind == Distance.id),
    )
    told = next((each for each in (given.number, given.choice, given.order, given.place) if each is not None), "")
    return services.answer(made, told, given.id, owner=request.user)
