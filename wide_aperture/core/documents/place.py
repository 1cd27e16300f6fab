"""Saved places: where a shoot may take place, how dark it is there, what glows and what stands on the horizon."""

from __future__ import annotations

from typing import Annotated
from uuid import UUID

import numpy as np
from pydantic import Field, model_validator

from wide_aperture.core.document import Document, Finite, Name, NotNegative, Text, broken_rule
from wide_aperture.core.documents.clock import Zone
from wide_aperture.core.physics.numeric import Floats

DARK_SKY_MAG = 21.7  # magnitudes a square second of arc, far from towns


class TownGlow(Document):
    """The glow of a town over the horizon. strength: times a dark sky's own light at the horizon."""

    bearing_deg: Annotated[Finite, Field(ge=0, le=360)]
    width_deg: Annotated[Finite, Field(gt=0, le=360)] = 60
    height_deg: Annotated[Finite, Field(gt=0, le=90)] = 15
    strength: Annotated[NotNegative, Field(le=1000)] = 5


class HorizonPoint(Document):
    """How high the land stands in one direction."""

    bearing_deg: Annotated[Finite, Field(ge=0, le=360)]
    altitude_deg: Annotated[Finite, Field(ge=-10, le=90)]


class SavedPlace(Document):
    """A place with its zone, darkness, town glow and horizon."""

    id: UUID
    name: Name
    note: Text = ""
    latitude_deg: Annotated[Finite, Field(ge=-90, le=90)]
    longitude_deg: Annotated[Finite, Field(ge=-180, le=180)]
    elevation_m: Annotated[Finite, Field(ge=-500, le=9000)] = 0
    zone: Zone = "Etc/UTC"
    dark_mag: Annotated[
        Finite, Field(ge=14, le=22.5, description="Sky by night, magnitudes a square second of arc")
    ] = DARK_SKY_MAG
    glows: Annotated[tuple[TownGlow, ...], Field(max_length=20)] = ()
    horizon: Annotated[tuple[HorizonPoint, ...], Field(max_length=400)] = ()
    archived: bool = Field(default=False, description="Put away: kept, and not shown or proposed")

    @model_validator(mode="after")
    def _bearings_once(self) -> SavedPlace:
        bearings = [point.bearing_deg % 360 for point in self.horizon]
        if len(set(bearings)) != len(bearings):
            raise broken_rule("horizon", "may hold each bearing once")
        return self

    def horizon_deg(self, azimuth_deg: Floats) -> Floats:
        """How high the land stands in these directions; 0 where nothing is given."""
        if not self.horizon:
            return np.zeros_like(azimuth_deg)
        known = sorted(self.horizon, key=lambda point: point.bearing_deg % 360)
        return np.asarray(
            np.interp(azimuth_deg, [p.bearing_deg % 360 for p in known], [p.altitude_deg for p in known], period=360)
        )
