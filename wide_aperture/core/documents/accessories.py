"""What else is in the bag, as a document."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from wide_aperture.core.document import (
    Document,
    NotNegative,
    Positive,
)


class Flash(Document):
    """A flash unit."""

    guide_number_m: Annotated[Positive, Field(ge=0.1, le=1000, description="At ISO 100, metres x f-number")]
    high_speed_sync: bool = False
    bounce: bool = True
    recycle_s: Annotated[Positive, Field(le=60)] | None = Field(
        default=None, description="Seconds until ready after full power; null: about as most"
    )


class Accessories(Document):
    """What else is in the bag. It opens some advice and closes other."""

    nd_stops: tuple[Annotated[Positive, Field(le=20)], ...] = ()
    nd_stackable: bool = True
    flash: Flash | None = None
    release: bool = Field(default=True, description="Cable or radio release")
    grey_card: bool = False
    spare_batteries: Annotated[int, Field(ge=0, le=50)] = 1
    cards_gb: Annotated[NotNegative, Field(le=100_000)] = 128
