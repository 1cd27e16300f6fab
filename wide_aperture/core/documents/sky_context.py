"""Where and when a shoot takes place, and what was read on the spot."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from pydantic import Field

from wide_aperture.core.document import Document, ExposureValue, Finite
from wide_aperture.core.documents.clock import SkyDate, Zone, minutes_of, moment_of
from wide_aperture.core.documents.situation import SkyCondition


class MeterReading(Document):
    """A reading taken on the spot: it says how far the day lies off the model from then on."""

    at_min: Finite
    ev100: ExposureValue
    condition: SkyCondition


class SkyContext(Document):
    """Where and when a shoot takes place, and what was read on the spot."""

    date: SkyDate
    zone: Zone
    latitude_deg: Annotated[Finite, Field(ge=-90, le=90)]
    longitude_deg: Annotated[Finite, Field(ge=-180, le=180)]
    readings: Annotated[tuple[MeterReading, ...], Field(max_length=200)] = ()

    def moment(self, minutes: float) -> dt.datetime:
        """The moment at which the clock there shows so many minutes after midnight of the first day, in UTC."""
        return moment_of(self.date, self.zone, minutes)

    def minutes_of(self, moment: dt.datetime) -> float:
        """Minutes the clock there shows after midnight of the first day."""
        return minutes_of(self.date, self.zone, moment)
