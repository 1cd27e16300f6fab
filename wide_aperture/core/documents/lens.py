"""Lenses as documents: what a specification sheet says of them."""

from __future__ import annotations

import math
from typing import Annotated, Literal
from uuid import UUID

import numpy as np
from pydantic import Field, model_validator

from wide_aperture.core.document import (
    Document,
    FNumber,
    FocalMm,
    Name,
    NotNegative,
    Positive,
    Text,
    broken_rule,
)

CIRCLE_SLACK = 1.02  # sheets round image circles


class ApertureAt(Document):
    """The widest aperture at one focal length."""

    focal_length_mm: FocalMm
    f_number: FNumber


class Lens(Document):
    """A lens. The widest aperture is a curve over focal length, interpolated in stops over log focal length."""

    id: UUID
    name: Name
    note: Text = ""
    focal_min_mm: FocalMm
    focal_max_mm: FocalMm
    widest: Annotated[tuple[ApertureAt, ...], Field(min_length=1)]
    smallest_f_number: FNumber = 22
    fixed_aperture: bool = Field(default=False, description="One aperture only, as in the smallest cameras")
    closest_focus_m: Annotated[Positive, Field(ge=0.001, le=1000)] = 0.4
    stabiliser_stops: Annotated[NotNegative, Field(le=12)] = 0
    autofocus: bool = True
    contacts: bool = Field(default=True, description="Talks to the body: aperture, focal length, autofocus")
    ring: Literal["coupled", "by_wire", "none"] = Field(default="by_wire", description="How the focus ring works")
    leaf_shutter: bool = False
    image_circle_mm: Annotated[Positive, Field(ge=0.5, le=1000)] | None = Field(
        default=None, description="null: covers the body it is used on"
    )
    projection: Literal["rectilinear", "fisheye"] = "rectilinear"
    built_into: UUID | None = Field(default=None, description="The body this lens cannot be taken off")
    archived: bool = Field(default=False, description="Put away: kept, and not shown or proposed")

    @model_validator(mode="after")
    def _figures_fit_together(self) -> Lens:
        if self.focal_max_mm < self.focal_min_mm:
            raise broken_rule("focal_max_mm", "must not be shorter than the shortest")
        if not self.fixed_aperture and any(a.f_number > self.smallest_f_number for a in self.widest):
            raise broken_rule("smallest_f_number", "must not be wider than the widest aperture")
        return self

    def widest_at(self, focal_length_mm: float) -> float:
        """The widest f-number at a focal length, held flat beyond the ends of the curve."""
        if len(self.widest) == 1:
            return self.widest[0].f_number
        known = sorted(self.widest, key=lambda a: a.focal_length_mm)
        stops = np.interp(
            math.log2(focal_length_mm),
            [math.log2(a.focal_length_mm) for a in known],
            [2 * math.log2(a.f_number) for a in known],
        )
        return float(2 ** (stops / 2))

    def covers(self, sensor_width_mm: float, sensor_height_mm: float) -> bool:
        """Whether it lights the whole frame of a sensor."""
        diagonal = math.hypot(sensor_width_mm, sensor_height_mm)
        return self.image_circle_mm is None or self.image_circle_mm * CIRCLE_SLACK >= diagonal

    @property
    def is_zoom(self) -> bool:
        return self.focal_max_mm > self.focal_min_mm * 1.01
