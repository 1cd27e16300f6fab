"""Test frames as they were taken and what was seen on them."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents.situation import Tone

Edge = Literal["gap", "touches", "piled_up", "cannot_tell"]
Focus = Literal["sharp", "in_front", "behind", "smeared", "elsewhere"]
Colour = Literal["right", "too_warm", "too_cold", "green", "magenta"]

MOST_CLICKS, MOST_TINT = 30, 20.0


class TestAnswers(Document):
    """marks: the tones that show marks, none of them: an empty list; null: not looked. Further: see Edge, Focus, Colour."""

    __test__ = False  # no test case

    marks: Annotated[tuple[Tone, ...], Field(max_length=20)] | None = None
    edge: Edge = "cannot_tell"
    focus: Focus = "sharp"
    colour: Colour = "right"


class TestRound(Document):
    """One test frame. correction_ev: what the rounds before had changed, + brighter, as Reply said; so kelvin and clicks of time."""

    __test__ = False

    answers: TestAnswers
    correction_ev: Annotated[Finite, Field(ge=-12, le=12)] = 0.0
    kelvin: Annotated[Finite, Field(ge=1000, le=40_000)] | None = None
    tint: Annotated[Finite, Field(ge=-MOST_TINT, le=MOST_TINT)] = 0.0
    faster_clicks: Annotated[int, Field(ge=0, le=MOST_CLICKS)] = 0
    closed_clicks: Annotated[int, Field(ge=0, le=MOST_CLICKS)] = 0
