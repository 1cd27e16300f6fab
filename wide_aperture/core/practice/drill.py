"""A drill: what is asked, how it is answered, and what is true."""

from __future__ import annotations

from typing import Annotated, ClassVar, Literal

from pydantic import Field, model_validator

from wide_aperture.core.document import Document, Finite, Fraction01, Name, Positive, Text, broken_rule
from wide_aperture.core.documents.said import Spoken

Measure = Literal["ev", "m", "k", "s", "choice", "order", "point"]
Skill = Literal[
    "metering", "exposure", "histogram", "colour", "distance", "depth", "focus", "movement", "faults", "camera", "noise"
]


class Choice(Document):
    """One of several answers. because: what is said of it afterwards."""

    id: str
    label: Name
    because: Text = ""


class Aimed(Document):
    """A place of the picture, in shares of its width and height from the left and the top."""

    x: Fraction01
    y: Fraction01


class MeterField(Document):
    """Values over the picture on a coarse grid, row after row: by how many stops a meter set there would be off."""

    columns: Annotated[int, Field(ge=1, le=64)]
    rows: Annotated[int, Field(ge=1, le=64)]
    off_ev: tuple[Finite, ...]

    @model_validator(mode="after")
    def _whole(self) -> MeterField:
        if len(self.off_ev) != self.columns * self.rows:
            raise broken_rule("off_ev", "must hold a value for each cell")
        return self

    def at(self, place: Aimed) -> float:
        """The value of the cell a place lies in."""
        column = min(int(place.x * self.columns), self.columns - 1)
        row = min(int(place.y * self.rows), self.rows - 1)
        return self.off_ev[row * self.columns + column]


class Drill(Spoken):
    """truth: the number that is right (EV, metres, kelvin, seconds) where one is asked for; right: the choices that are, or the right
    order; field: for a place in the picture; within: how far off an answer may be and still be right, in the measure's own terms:
    stops for ev and s, a share for m, mired for k; timed: how long the answer takes is shown, and counts for nothing.
    """

    said_by: ClassVar[tuple[str, ...]] = ("kind",)

    kind: str
    seed: int
    skill: Skill
    measure: Measure
    question: str
    choices: tuple[Choice, ...] = ()
    low: Finite | None = None
    high: Finite | None = None
    given: tuple[str, ...] = ()
    truth: Finite | None = None
    right: tuple[str, ...] = ()
    field: MeterField | None = None
    within: Positive = 1 / 3
    because: str = ""
    timed: bool = False

    @model_validator(mode="after")
    def _has_an_answer(self) -> Drill:
        if self.measure in ("ev", "m", "k", "s") and self.truth is None:
            raise broken_rule("truth", "must say the number that is right")
        if self.measure in ("choice", "order") and not self.right:
            raise broken_rule("right", "must name what is right")
        if self.measure == "point" and self.field is None:
            raise broken_rule("field", "must hold what each place comes to")
        return self
