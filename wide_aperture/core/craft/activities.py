"""The table of activities: speed bands and directions by words people know."""

from __future__ import annotations

import json
from functools import cache
from importlib import resources

from pydantic import TypeAdapter

from wide_aperture.core.document import Document, Name, NotNegative
from wide_aperture.core.documents.situation import Direction, Genre, SubjectKind


class Activity(Document):
    """What moves, how fast (a band in m/s) and which way."""

    id: str
    label: Name
    subject: SubjectKind
    low_m_s: NotNegative
    high_m_s: NotNegative
    direction: Direction
    angular_speed_arcsec_s: NotNegative | None = None
    genres: tuple[Genre, ...]


@cache
def activities() -> tuple[Activity, ...]:
    """All activities of data/activities.json."""
    text = resources.files("wide_aperture.core.craft").joinpath("data/activities.json").read_text("utf-8")
    return TypeAdapter(tuple[Activity, ...]).validate_python(json.loads(text)["activities"])
