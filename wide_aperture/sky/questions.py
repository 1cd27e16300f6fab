"""What is asked about the sky: values the services take, whoever asks."""

from __future__ import annotations

from typing import Annotated
from uuid import UUID

from pydantic import Field

from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.clock import SkyDate, Zone
from wide_aperture.core.documents.place import DARK_SKY_MAG, HorizonPoint, TownGlow
from wide_aperture.core.documents.preferences import MoonFocus
from wide_aperture.core.documents.situation import Genre, Light, SkyCondition, SubjectKind
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.sky.night.search import NightWish

Bearing = Annotated[float, Field(ge=0, le=360)]


Tilt = Annotated[float, Field(ge=-90, le=90)]


Minutes = Annotated[float, Field(ge=-1440, le=20_160, allow_inf_nan=False)]


Focal = Annotated[float, Field(gt=0.5, le=10_000, allow_inf_nan=False)]


FNumber = Annotated[float, Field(gt=0.3, le=128, allow_inf_nan=False)]


class SkyBlock(Document):
    """A situation on the strip: its hours, its light, and where its subject's seen side faces."""

    id: UUID
    from_min: Minutes
    until_min: Minutes
    light: Light
    genre: Genre = "street"
    subject: SubjectKind | None = None
    bearing_deg: Bearing | None = None


class DayRequest(Document):
    sky: SkyContext
    from_min: Minutes = 0
    until_min: Minutes = 1440
    step_min: Annotated[float, Field(ge=1, le=60)] = 5
    condition: SkyCondition = "clear"
    blocks: Annotated[list[SkyBlock], Field(max_length=200)] = []


class PlannedFrame(Document):
    """What the plan of the situation that is looked at exposes with."""

    exposure_s: Annotated[float, Field(gt=0, le=3600)]
    iso: Annotated[float, Field(ge=1, le=10_000_000)]


class NightRequest(Document):
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
    planned: PlannedFrame | None = Field(
        default=None, description="Its frame is shown; null, or another time or a tracker: what a plan would have"
    )
    frames: Annotated[int, Field(ge=1, le=2000)] = 1
    tracked: bool = False
    bearing_deg: Bearing | None = Field(default=None, description="Where the camera points; null: at the target")
    tilt_deg: Tilt = 0


class MoonRequest(Document):
    """The Moon at a moment. focus: the school of focusing on it; lens_stabiliser_stops: as its sheet has it."""

    sky: SkyContext
    at_min: Minutes
    body: Body
    focal_mm: Focal
    f_number: FNumber
    haze: Annotated[float, Field(ge=0, le=1)] = 0
    iso: Annotated[float, Field(ge=1, le=10_000_000)] | None = None
    burst_frames: Annotated[int, Field(ge=1, le=5000)] = 200
    frames_per_s: Annotated[float, Field(gt=0, le=240)] = 10
    lens_stabiliser_stops: Annotated[float, Field(ge=0, le=12)] = 0
    focus: MoonFocus = "single"


class Pointed(Document):
    """A frame laid on the sky."""

    sensor_width_mm: Annotated[float, Field(gt=0, le=200)]
    sensor_height_mm: Annotated[float, Field(gt=0, le=200)]
    focal_mm: Focal
    bearing_deg: Bearing
    tilt_deg: Tilt = 0


class PanoramaRequest(Document):
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


class SearchRequest(Document):
    sky: SkyContext
    days: Annotated[int, Field(ge=1, le=800)] = 92
    wish: NightWish = NightWish()
    target: Annotated[str, Field(max_length=60)] = "Galactic core"


class YearRequest(Document):
    sky: SkyContext
    target: Annotated[str, Field(max_length=60)] = "Galactic core"
    above_deg: Annotated[float, Field(ge=-90, le=90)] = 10
    before_min: Minutes = 1380


class CalendarItem(Document):
    """Something planned, by the clock of its place."""

    title: Annotated[str, Field(min_length=1, max_length=200)]
    date: SkyDate
    zone: Zone
    from_min: Minutes
    until_min: Minutes
    note: Annotated[str, Field(max_length=4000)] = ""
    place: Annotated[str, Field(max_length=200)] = ""
    latitude_deg: Annotated[Finite, Field(ge=-90, le=90)] | None = None
    longitude_deg: Annotated[Finite, Field(ge=-180, le=180)] | None = None
    alarm_min: Annotated[int, Field(ge=0, le=20_160)] | None = 60
