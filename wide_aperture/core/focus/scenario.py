"""What is to be kept in focus: how it moves, how large it is, what crosses and what lies behind; in metres and seconds."""

from __future__ import annotations

import json
from collections.abc import Mapping
from functools import cache
from importlib import resources
from typing import Annotated, Literal

from pydantic import Field

from wide_aperture.core.document import Document, ExposureValue, Fraction01, Name, NotNegative, Positive
from wide_aperture.core.documents.situation import SubjectKind
from wide_aperture.core.errors import UnknownIdError

RangeM = Annotated[Positive, Field(ge=0.001, le=1_000_000)]
SizeM = Annotated[Positive, Field(ge=0.001, le=10_000)]
Course = Literal["still", "towards", "away", "across"]


class Scenario(Document):
    """One situation as an autofocus system meets it.

    acceleration_m_s2: spread of its changes of pace, along the line of sight and across it; size_m: of what an area can lie
    on; contrast, background_texture: 0 nothing to see, 1 plenty; crossings_per_s, crossing_s: how often and how long
    something else of the same kind passes before it, by so much of the distance nearer; obstacles: the share of the view that
    grass or branches before it take; relief_m: how far what an area lies on may be from what must be sharp; depth_m: what
    must be sharp at once; begins_m: where the lens stands before.
    """

    name: Annotated[str, Field(pattern=r"^[a-z0-9_]+$")]
    title: Name
    kind: SubjectKind = "person"
    distance_m: RangeM
    course: Course = "still"
    speed_m_s: Annotated[NotNegative, Field(le=1000)] = 0.0
    acceleration_m_s2: Annotated[NotNegative, Field(le=1000)] = 0.0
    height_m: SizeM = 1.75
    size_m: SizeM = 0.5
    contrast: Fraction01 = 0.8
    ev100: ExposureValue = 12.0
    background_m: RangeM = 60.0
    background_texture: Fraction01 = 0.6
    crossings_per_s: Annotated[NotNegative, Field(le=50)] = 0.0
    crossing_s: Annotated[Positive, Field(ge=0.01, le=10)] = 0.3
    crossing_nearer: Annotated[Positive, Field(ge=0.001, le=0.99)] = 0.2
    obstacles: Annotated[Fraction01, Field(le=0.95)] = 0.0
    obstacle_nearer: Annotated[Positive, Field(ge=0.001, le=0.99)] = 0.15
    relief_m: Annotated[NotNegative, Field(le=1000)] = 0.0
    depth_m: Annotated[NotNegative, Field(le=10_000)] = 0.0
    lead_s: Annotated[NotNegative, Field(le=5)] = 0.5
    lasts_s: Annotated[Positive, Field(ge=0.1, le=10)] = 3.0
    begins_m: RangeM | None = None


@cache
def scenarios() -> Mapping[str, Scenario]:
    """Every scenario of data/scenarios.json by its name, in the order of the file."""
    text = (resources.files("wide_aperture.core.focus") / "data" / "scenarios.json").read_text("utf-8")
    return {each.name: each for each in (Scenario.model_validate(item) for item in json.loads(text)["scenarios"])}


def scenario(name: str) -> Scenario:
    """Raises UnknownIdError for a name nothing has."""
    try:
        return scenarios()[name]
    except KeyError:
        raise UnknownIdError("scenario", name) from None
