"""What the sky routes ask and answer, where the core has no document of its own."""

from __future__ import annotations

from typing import Annotated, Literal
from uuid import UUID

from ninja import Schema
from pydantic import Field

from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.clock import SkyDate, Zone
from wide_aperture.core.documents.place import DARK_SKY_MAG, HorizonPoint, TownGlow
from wide_aperture.core.documents.situation import Light, SkyCondition
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.sky.night.search import NightWish

Bearing = Annotated[float, Field(ge=0, le=360)]
Tilt = Annotated[float, Field(ge=-90, le=90)]
Minutes = Annotated[float, Field(ge=-1440, le=20_160, allow_inf_nan=False)]
Focal = Annotated[float, Field(gt=0.5, le=10_000, allow_inf_nan=False)]
FNumber = Annotated[float, Field(gt=0.3, le=128, allow_inf_nan=False)]


class SkyBlock(Schema):
    """A situation on the strip: its hours and its light."""

    id: UUID
    from_min: Minutes
    until_min: Minutes
    light: Light


class DayRequest(Schema):
    sky: SkyContext
    from_min: Minutes = 0
    until_min: Minutes = 1440
    step_min: Annotated[float, Field(ge=1, le=60)] = 5
    condition: SkyCondition = "clear"
    blocks: Annotated[list[SkyBlock], Field(max_length=200)] = []


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


class NightRequest(Schema):
    sky: SkyContext
    target: Annotated[str, Field(max_length=60)] = "Galactic core"
    above_deg: Annotated[float, Field(ge=-90, le=90)] = 10
    dark_mag: Annotated[float, Field(ge=14, le=22.5)] = DARK_SKY_MAG
    glows: Annotated[list[TownGlow], Field(max_length=20)] = []
    haze: Annotated[float, Field(ge=0, le=1)] = 0
    body: Body
    focal_mm: Focal
    f_number: FNumber
    exposure_s: Annotated[float, Field(gt=0, le=3600)] | None = None
    frames: Annotated[int, Field(ge=1, le=2000)] = 1
    tracked: bool = False
    bearing_deg: Bearing | None = Field(default=None, description="Where the camera points; null: at the target")
    tilt_deg: Tilt = 0


class Pointed(Schema):
    """A frame laid on the sky."""

    sensor_width_mm: Annotated[float, Field(gt=0, le=200)]
    sensor_height_mm: Annotated[float, Field(gt=0, le=200)]
    focal_mm: Focal
    bearing_deg: Bearing
    tilt_deg: Tilt = 0


class OutlineOut(Schema):
    """The edge of a frame, closed."""

    azimuth_deg: list[float]
    altitude_deg: list[float]
    caution: str | None


class PanoramaRequest(Schema):
    """The sky drawn over the horizon between two times."""

    sky: SkyContext
    from_min: Minutes
    until_min: Minutes
    at_min: Minutes
    glows: Annotated[list[TownGlow], Field(max_length=20)] = []
    horizon: Annotated[list[HorizonPoint], Field(max_length=400)] = []
    dark_mag: Annotated[float, Field(ge=14, le=22.5)] = DARK_SKY_MAG
    target: Annotated[str, Field(max_length=60)] | None = None
    pointed: Pointed | None = None


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


class MoonRequest(Schema):
    sky: SkyContext
    at_min: Minutes
    body: Body
    focal_mm: Focal
    f_number: FNumber
    haze: Annotated[float, Field(ge=0, le=1)] = 0
    iso: Annotated[float, Field(ge=1, le=10_000_000)] | None = None
    burst_frames: Annotated[int, Field(ge=1, le=5000)] = 200
    frames_per_s: Annotated[float, Field(gt=0, le=240)] = 10


class RisesRequest(Schema):
    sky: SkyContext
    days: Annotated[int, Field(ge=1, le=400)] = 62
    bearing_deg: Annotated[float, Field(ge=0, le=360)] | None = None
    within_deg: Annotated[float, Field(gt=0, le=180)] = 20
    horizon_deg: Annotated[float, Field(ge=-5, le=45)] = 1


class SearchRequest(Schema):
    sky: SkyContext
    days: Annotated[int, Field(ge=1, le=800)] = 92
    wish: NightWish = NightWish()
    target: Annotated[str, Field(max_length=60)] = "Galactic core"


class YearRequest(Schema):
    sky: SkyContext
    target: Annotated[str, Field(max_length=60)] = "Galactic core"
    above_deg: Annotated[float, Field(ge=-90, le=90)] = 10
    before_min: Minutes = 1380


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


class CalendarItem(Schema):
    """Something planned, by the clock of its place."""

    title: Annotated[str, Field(min_length=1, max_length=200)]
    date: SkyDate
    zone: Zone
    from_min: Minutes
    until_min: Minutes
    note: Annotated[str, Field(max_length=4000)] = ""
    place: Annotated[str, Field(max_length=200)] = ""
    alarm_min: Annotated[int, Field(ge=0, le=20_160)] | None = 60


class CalendarRequest(Schema):
    items: Annotated[list[CalendarItem], Field(min_length=1, max_length=500)]
