"""What a person notes down where no frame can tell it: charge, what the link has sent, what a display shows."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from wide_aperture.core.document import Document, Finite, broken_rule

Display = Literal["computer", "screen", "finder"]


class ChargeNote(Document):
    """What the body says of its charge after so many frames since it was put in."""

    frames: Annotated[int, Field(ge=0, le=100_000)]
    percent: Annotated[Finite, Field(ge=0, le=100)]


class LinkNote(Document):
    """What had been taken and what had arrived, so many seconds after the first frame."""

    at_s: Annotated[Finite, Field(ge=0, le=86_400)]
    taken: Annotated[int, Field(ge=0, le=100_000)]
    arrived: Annotated[int, Field(ge=0, le=100_000)]

    @model_validator(mode="after")
    def _arrives_after_it_is_taken(self) -> LinkNote:
        if self.arrived > self.taken:
            raise broken_rule("arrived", "must not be more than were taken")
        return self


class ScreenNote(Document):
    """The test picture on one display: the first dark patch told from black, the first light one told from white, and the patch of
    the wedge as bright as the grey card beside it; patches count from 1.
    """

    on: Display
    in_sun: bool = False
    darkest: Annotated[int, Field(ge=1, le=12)]
    lightest: Annotated[int, Field(ge=1, le=12)]
    grey: Annotated[int, Field(ge=1, le=13)]
