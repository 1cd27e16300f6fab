"""The pages of the Atlas, to be found by any name people have for them."""

from __future__ import annotations

import functools

from wide_aperture.core.craft.check_pages import explanations
from wide_aperture.core.craft.finding import Index, Page, words_of_people
from wide_aperture.core.craft.schools import school_questions
from wide_aperture.core.craft.settings import catalogue
from wide_aperture.core.planning.symptoms import symptoms


def pages() -> tuple[Page, ...]:
    """Every setting, check, school and symptom; keys as addresses have them."""
    return (
        *(
            Page(f"settings/{entry.id}", entry.label, " ".join((entry.group, entry.explanation, *(option.label for option in entry.options))))
            for entry in catalogue()
        ),
        *(Page(f"symptoms/{symptom.id}", symptom.label, "What went wrong") for symptom in symptoms()),
        *(
            Page(f"checks/{page.code}", page.title, " ".join((page.code.replace("_", " "), page.group, page.fires_when, page.explanation, page.what_to_do)))
            for page in explanations()
        ),
        *(
            Page(f"schools/{question.id}", question.label, " ".join((question.about, *(f"{school.label} {school.wins_when}" for school in question.options))))
            for question in school_questions()
        ),
    )  # fmt: skip


@functools.cache
def index() -> Index:
    """Made once: the pages are part of the program."""
    return Index(pages(), words_of_people())
