"""What a bench test comes to: figures with the interval they lie in, what was wrong with which frame, what is offered to the kit."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.own_figure import OwnFigure


class Figure(Document):
    """One measured figure. within: the half-width of the interval that is enough for what the figure is used for, in its unit."""

    id: str
    label: str
    unit: str
    value: Finite
    low: Finite
    high: Finite
    n: int
    within: Finite | None = None
    sentence: str = ""

    @property
    def is_sure(self) -> bool:
        """Whether the interval is narrow enough for its use."""
        return self.within is None or (self.high - self.low) / 2 <= self.within


class FrameFault(Document):
    """A frame that does not belong, or says too little; frame "": the series as a whole. refused: it was left out."""

    frame: str
    sentence: str
    refused: bool = True


class Curve(Document):
    """Values to be drawn. x, y in the units said; low, high: the interval of each y, or empty."""

    label: str
    x_label: str
    y_label: str
    x: tuple[Finite, ...]
    y: tuple[Finite, ...]
    low: tuple[Finite, ...] = ()
    high: tuple[Finite, ...] = ()


class NamedFigure(Document):
    """A figure of practice and the person's own value of it."""

    name: str
    own: OwnFigure


class Offer(Document):
    """A change to the kit: the body as it would be, or a figure of practice; taken only when the person says so."""

    sentence: str
    body: Body | None = None
    figure: NamedFigure | None = None


class Slice(Document):
    """A picture to be judged by eye. picture: its number among its kind; iso: what it was taken at, or is as noisy as; across_px: how
    many of the body's pixels its part is wide (runs from before it was kept: 240 cells of raw data).
    """

    picture: str
    iso: Finite
    across_px: Annotated[int, Field(ge=1)] = 480


class BenchOutcome(Document):
    """sentence: what to make of it; figures none: the frames do not tell it, and the sentence says why; slices: one part of each
    step at one brightness; noisier: the first step's with more and more noise.
    """

    sentence: str
    figures: tuple[Figure, ...] = ()
    curves: tuple[Curve, ...] = ()
    faults: tuple[FrameFault, ...] = ()
    offers: tuple[Offer, ...] = ()
    slices: tuple[Slice, ...] = ()
    noisier: tuple[Slice, ...] = ()
    steps: tuple[str, ...] = Field(default=(), description="What was done with the frames, in order")

    def figure(self, figure_id: str) -> Figure:
        """Raises: KeyError where the frames did not tell it."""
        for each in self.figures:
            if each.id == figure_id:
                return each
        raise KeyError(figure_id)
