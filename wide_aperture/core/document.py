"""The base of everything that travels as JSON, and the ranges its numbers are held to."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Any, Self

from pydantic import BaseModel, ConfigDict, Field
from pydantic_core import PydanticCustomError

from wide_aperture.core.once import cached_property


class Document(BaseModel):
    """A frozen JSON document: unknown fields, infinities and NaN are refused; open ends are null."""

    model_config = ConfigDict(extra="forbid", frozen=True, allow_inf_nan=False, ignored_types=(cached_property,))

    def model_copy(self, *, update: Mapping[str, Any] | None = None, deep: bool = False) -> Self:
        """A copy with changes. What properties have worked out of the old values stays behind."""
        copied = super().model_copy(update=update, deep=deep)
        for name in copied.__dict__.keys() - type(self).model_fields.keys():
            del copied.__dict__[name]
        return copied


def broken_rule(field: str, rule: str) -> PydanticCustomError:
    """What a validator raises for values that do not fit together: the field that should change, and how.

    field: its path below the document, parts joined by "/"; the API's pointer leads to it.
    """
    return PydanticCustomError("rule", "{rule}", {"rule": rule, "field": field})


Finite = Annotated[float, Field(allow_inf_nan=False)]
Positive = Annotated[float, Field(gt=0, allow_inf_nan=False)]
NotNegative = Annotated[float, Field(ge=0, allow_inf_nan=False)]
Fraction01 = Annotated[float, Field(ge=0, le=1, allow_inf_nan=False)]
FNumber = Annotated[float, Field(gt=0.3, le=512, allow_inf_nan=False, description="f-number")]
Iso = Annotated[float, Field(ge=1, le=10_000_000, allow_inf_nan=False, description="ISO speed")]
Seconds = Annotated[float, Field(gt=0, le=86_400, allow_inf_nan=False, description="seconds")]
Kelvin = Annotated[float, Field(ge=1000, le=40_000, allow_inf_nan=False, description="colour temperature, K")]
FocalMm = Annotated[float, Field(gt=0.5, le=10_000, allow_inf_nan=False, description="focal length, mm")]
DistanceM = Annotated[float, Field(gt=0, le=1e13, allow_inf_nan=False, description="metres from the lens")]
ExposureValue = Annotated[float, Field(ge=-20, le=40, allow_inf_nan=False, description="EV at ISO 100")]
SensorSideMm = Annotated[float, Field(ge=0.5, le=200, allow_inf_nan=False, description="mm")]
Megapixels = Annotated[float, Field(ge=0.01, le=1000, allow_inf_nan=False)]
FramesPerSecond = Annotated[float, Field(ge=0.001, le=10_000, allow_inf_nan=False)]
Name = Annotated[str, Field(min_length=1, max_length=120)]
Text = Annotated[str, Field(max_length=4000)]
