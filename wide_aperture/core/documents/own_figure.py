"""A figure of practice as one person measured it, in the place of the trade's."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, model_validator

from wide_aperture.core.document import Document, Finite, Text, broken_rule
from wide_aperture.core.documents.clock import SkyDate


class OwnFigure(Document):
    """value, with the span it lies in; n: what it was counted from; source: how it was measured."""

    value: Finite
    low: Finite | None = None
    high: Finite | None = None
    n: Annotated[int, Field(ge=0)] | None = None
    date: SkyDate | None = None
    source: Text = ""

    @model_validator(mode="after")
    def _inside_its_span(self) -> OwnFigure:
        if self.low is not None and self.value < self.low:
            raise broken_rule("low", "must not lie above the value")
        if self.high is not None and self.value > self.high:
            raise broken_rule("high", "must not lie under the value")
        return self
