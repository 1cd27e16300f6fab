"""What the sky routes ask and answer, where the core has no document of its own."""

from __future__ import annotations

from typing import Annotated, Literal
from uuid import UUID

from ninja import Schema
from pydantic import Field

from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.situation import SkyCondition
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.sky.questions import CalendarItem, Focal, Minutes


class EventOut(Schema):
    kind: str
    label: str
    at_min: float


class BlockLightOut(Schema):
    id: UUID
    ev100: float
    ev_low: float
    ev_high: float
    cct_k: float | None


class DayOut(Schema):
    """Columns by time: the same number of values each. EV of the chosen condition with its band."""

    minutes: list[float]
    ev100: list[float]
    ev_low: list[float]
    ev_high: list[float]
    cct_k: list[float]
    sun_altitude_deg: list[float]
    moon_altitude_deg: list[float]
    core_altitude_deg: list[float]
    moon_fraction: float
    events: list[EventOut]
    blocks: list[BlockLightOut]
    sentence: str


class ReadingRequest(Schema):
    sky: SkyContext
    at_min: Minutes
    condition: SkyCondition = "clear"


class OutlineOut(Schema):
    """The edge of a frame, closed."""

    azimuth_deg: list[float]
    altitude_deg: list[float]
    caution: str | None


class TrackOut(Schema):
    """A way over the sky: minutes, altitude and azimuth of each point; the place at the moment asked."""

    name: str
    kind: Literal["sun", "moon", "core", "target", "pole"]
    minutes: list[float]
    altitude_deg: list[float]
    azimuth_deg: list[float]
    now_altitude_deg: float
    now_azimuth_deg: float


class DotOut(Schema):
    name: str
    altitude_deg: float
    azimuth_deg: float
    magnitude: float


class GlowOut(Schema):
    """Brightness over a grid, magnitudes a square second of arc, rows from the horizon up."""

    azimuth_deg: list[float]
    altitude_deg: list[float]
    magnitude: list[list[float]]


class PanoramaOut(Schema):
    tracks: list[TrackOut]
    stars: list[DotOut]
    glow: GlowOut
    horizon_deg: list[float]
    moon_fraction: float
    frame: OutlineOut | None


class RisesRequest(Schema):
    sky: SkyContext
    days: Annotated[int, Field(ge=1, le=400)] = 62
    bearing_deg: Annotated[float, Field(ge=0, le=360)] | None = None
    within_deg: Annotated[float, Field(gt=0, le=180)] = 20
    horizon_deg: Annotated[float, Field(ge=-5, le=45)] = 1


class SequenceRequest(Schema):
    kind: Literal["star_trails", "time_lapse"]
    body: Body
    exposure_s: Annotated[float, Field(gt=0, le=3600)]
    duration_min: Annotated[float, Field(gt=0, le=1440)]
    interval_s: Annotated[float, Field(gt=0, le=7200)] | None = None
    temperature_c: Annotated[float, Field(ge=-90, le=80)] | None = None
    humidity: Annotated[float, Field(ge=0, le=1)] | None = None
    cards_gb: Annotated[float, Field(ge=0, le=100_000)] = 128


class TurnRequest(Schema):
    body: Body
    focal_mm: Focal
    span_deg: Annotated[float, Field(ge=1, le=360)] = 180
    from_tilt_deg: Annotated[float, Field(ge=-90, le=90)] = 0
    to_tilt_deg: Annotated[float, Field(ge=-90, le=90)] = 60
    overlap: Annotated[float, Field(ge=0.1, le=0.8)] = 0.35
    upright: bool = True


class SeriesRequest(Schema):
    vary: Literal["exposure_s", "iso", "aperture", "focus"]
    values: Annotated[list[Annotated[float, Field(allow_inf_nan=False)]], Field(max_length=40)]
    held: dict[str, str] = {}


class CalendarRequest(Schema):
    items: Annotated[list[CalendarItem], Field(min_length=1, max_length=500)]
