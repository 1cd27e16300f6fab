"""The questions practitioners disagree on, and when each school wins: one typed source for forms and explanations."""

from __future__ import annotations

import json
from functools import cache
from importlib import resources

from pydantic import TypeAdapter

from wide_aperture.core.document import Document, Name, Text
from wide_aperture.core.errors import UnknownIdError


class SchoolPage(Document):
    """One answer to a question. id: a value of preferences.Schools."""

    id: str
    label: Name
    wins_when: Text


class SchoolQuestion(Document):
    """One question with its schools. id: a field of preferences.Schools; settings: what the answer decides."""

    id: str
    label: Name
    about: Text
    default: str
    settings: tuple[str, ...]
    options: tuple[SchoolPage, ...]


@cache
def school_questions() -> tuple[SchoolQuestion, ...]:
    """All questions of data/schools.json, in the order they are asked."""
    text = resources.files("wide_aperture.core.craft").joinpath("data/schools.json").read_text("utf-8")
    return TypeAdapter(tuple[SchoolQuestion, ...]).validate_python(json.loads(text)["questions"])


def school_question(question_id: str) -> SchoolQuestion:
    """Raises UnknownIdError for a question there is no school about."""
    for question in school_questions():
        if question.id == question_id:
            return question
    raise UnknownIdError("question of schools", question_id)


def school_label(question_id: str, school_id: str) -> str:
    """What a school is called. Raises: UnknownIdError."""
    for school in school_question(question_id).options:
        if school.id == school_id:
            return school.label
    raise UnknownIdError(f"school of {question_id}", school_id)
