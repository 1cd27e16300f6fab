"""A situation: what will happen in front of the camera, in the light it happens in, and what must come of it."""

from __future__ import annotations

from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, model_validator

from wide_aperture.core.document import (
    DistanceM,
    Document,
    ExposureValue,
    Finite,
    FocalMm,
    Fraction01,
    Kelvin,
    Name,
    NotNegative,
    Text,
    broken_rule,
)

Genre = Literal["sports", "wildlife", "street", "landscape", "wedding", "night_sky", "portrait", "everyday"]
SubjectKind = Literal[
    "person", "group", "animal", "bird", "vehicle", "thing", "land", "water", "stars", "moon", "insect", "meteor"
]
Direction = Literal["still", "across", "towards", "erratic"]
Support = Literal["handheld", "monopod", "rest", "tripod"]
Look = Literal[
    "as_seen",
    "freeze",
    "pan_blur",
    "blur",
    "silhouette",
    "silky_water",
    "deep_focus",
    "shallow",
    "shadow_graphic",
    "star_trails",
    "light_trails",
]
LAST_MIN = 20_160  # of a shoot's clock: two weeks after midnight of its first day
ToneClass = Literal["dark", "mid", "light"]
Tone = Literal[
    "skin",
    "white cloth",
    "sky",
    "lamps",
    "sun",
    "snow",
    "water",
    "shadows",
    "dark cloth",
    "moon",
    "windows",
    "feathers",
    "fur",
    "land",
]
STREAK_LOOKS: tuple[Look, ...] = (
    "pan_blur",
    "blur",
    "silky_water",
    "star_trails",
    "light_trails",
)  # movement is the picture
Output = Literal["screen", "print_a4", "print_a3", "print_60cm"]
Constraint = Literal[
    "silent",
    "discreet",
    "no_flash",
    "no_lamp",
    "print_60cm",
    "crowd_behind",
    "foreground_obstacles",
    "background_changes",
    "plain_sky_background",
    "windy",
    "panorama",
    "star_tracker",
    "unrepeatable",
    "moon_not_in_frame",
    "photographer_in_picture",
]
Waveform = Literal["sine", "rectified_sine"]

OPTICAL_INFINITY_M = 100_000.0

OUTPUT_PIXELS: dict[str, float] = {
    "screen": 4e6,  # a 2.5 k screen
    "print_a4": 8.7e6,  # 300 dots an inch
    "print_a3": 17.4e6,
    "print_60cm": 34e6,  # 60 x 40 cm at 300 dots an inch
}


SkyCondition = Literal["clear", "haze", "fog", "broken_cloud", "overcast", "open_shade", "under_trees", "window_side"]


class SpeedBand(Document):
    """How fast the subject moves, as a band: people know "sprint", not metres a second."""

    low_m_s: Annotated[NotNegative, Field(le=1000)] = 0
    high_m_s: Annotated[NotNegative, Field(le=1000)] = 0

    @model_validator(mode="after")
    def _ordered(self) -> SpeedBand:
        if self.high_m_s < self.low_m_s:
            raise broken_rule("high_m_s", "must not be slower than the speed it begins from")
        return self


class _Light(Document):
    cct_k: Kelvin | None = None
    ev_low: ExposureValue | None = Field(default=None, description="Darkest it gets; null: steady")
    ev_high: ExposureValue | None = Field(default=None, description="Brightest it gets; null: steady")
    ev_refers_to: Text = "the main subject"

    @model_validator(mode="after")
    def _ordered(self) -> _Light:
        if self.ev_low is not None and self.ev_high is not None and self.ev_high < self.ev_low:
            raise broken_rule("ev_high", "must not be darker than what it may fall to")
        return self


class LightByEv(_Light):
    """Light given by its exposure value for the main subject."""

    kind: Literal["ev"] = "ev"
    ev100: ExposureValue
    condition: SkyCondition | None = Field(
        default=None, description="What the sky is like, if it matters: haze and fog hide"
    )


class LightByName(_Light):
    """Light given by a name of the table of lights, which supplies EV, colour and pulse."""

    kind: Literal["named"] = "named"
    name: Annotated[str, Field(min_length=1, max_length=60)]


class LightBySky(_Light):
    """Daylight, twilight or moonlight of the shoot's own date and place; resolved before a plan is made."""

    kind: Literal["sky"] = "sky"
    condition: SkyCondition = "clear"


class LightByReading(_Light):
    """A reading taken on the spot. It overrides the model here; with a condition it re-bases the rest of the day."""

    kind: Literal["reading"] = "reading"
    ev100: ExposureValue
    at_min: Annotated[int, Field(ge=0, le=LAST_MIN)] | None = Field(default=None, description="When it was taken")
    condition: SkyCondition | None = None


Light = Annotated[LightByEv | LightByName | LightBySky | LightByReading, Field(discriminator="kind")]


PieceName = Annotated[str, Field(min_length=1, max_length=60)]


class Situation(Document):
    """One situation of a shoot, whole: everything a plan is computed from except kit and preferences."""

    id: UUID
    title: Name
    note: Text = ""
    genre: Genre
    order: Annotated[int, Field(ge=0, le=10_000)] = 0
    starts_at_min: Annotated[int, Field(ge=0, le=LAST_MIN)] | None = Field(
        default=None, description="Minutes from local midnight of the shoot's first day; may pass 1440"
    )
    ends_at_min: Annotated[int, Field(ge=0, le=LAST_MIN)] | None = None

    subject: SubjectKind | None = Field(default=None, description="null: as usual for the genre")
    activity: Annotated[str, Field(max_length=60)] | None = None
    speed: SpeedBand = SpeedBand()
    direction: Direction = "still"
    angular_speed_arcsec_s: Annotated[NotNegative, Field(le=100_000)] | None = None
    near_m: DistanceM
    far_m: DistanceM | None = Field(default=None, description="null: infinity")
    depth: Literal["auto", "subject", "range"] = Field(
        default="auto", description="What must be sharp at once: the subject, or all from near to far"
    )
    focal_length_mm: FocalMm | None = Field(default=None, description="null: choose within the lens's range")

    light: Light
    second_cct_k: Kelvin | None = None
    flicker_hz: Annotated[NotNegative, Field(ge=10, le=100_000)] | None = Field(
        default=None,
        description="Pulse frequency of the light itself (100 or 120 on mains); null: steady or unknown",
    )
    second_flicker_hz: Annotated[NotNegative, Field(ge=10, le=100_000)] | None = Field(
        default=None, description="Pulse frequency of a second kind of lamp in the same place"
    )
    waveform: Waveform = "sine"
    modulation: Fraction01 = 0.4
    background_ev100: ExposureValue | None = None
    background2_ev100: ExposureValue | None = Field(
        default=None, description="The other end of a background that changes"
    )
    subject_ev100: ExposureValue | None = Field(
        default=None, description="Of the subject itself, where the light refers to something else: a silhouette"
    )
    scene_range_ev: Annotated[NotNegative, Field(le=40)] | None = None
    background_m: DistanceM | None = Field(
        default=None, description="From the camera to what lies behind; null: as usual"
    )
    surroundings: PieceName | None = Field(default=None, description="Drawn surroundings by name; null: the nearest")
    seen_as: PieceName | None = Field(default=None, description="Drawn subject by name; null: the nearest")
    subject_tone: ToneClass = "mid"
    background_tone: ToneClass = "mid"
    must_hold: tuple[Tone, ...] = ()
    may_clip: tuple[Tone, ...] = ()
    may_go_black: tuple[Tone, ...] = ()

    look: Look = "as_seen"
    background_blur_percent: Annotated[NotNegative, Field(le=100)] | None = Field(
        default=None, description="Wanted blur disc of the far background, % of the frame's height"
    )
    support: Support = "handheld"
    burst_frames: Annotated[int, Field(ge=1, le=10_000)] = 1
    constraints: tuple[Constraint, ...] = ()
    bearing_deg: Annotated[Finite, Field(ge=0, le=360)] | None = Field(
        default=None, description="Where the camera points, degrees from north through east; null: not said"
    )
    tilt_deg: Annotated[Finite, Field(ge=-90, le=90)] = 0
    sun_bearing_deg: Finite | None = Field(default=None, description="Filled in from date and place")
    sun_altitude_deg: Finite | None = None
    moon_ev100: ExposureValue | None = Field(
        default=None, description="Of the Moon's lit disc; filled in while it is up"
    )
    output: Output = "print_a3"
    temperature_c: Annotated[Finite, Field(ge=-90, le=80)] | None = None
    humidity: Annotated[Fraction01, Field(description="Relative, 0..1")] | None = None

    @model_validator(mode="after")
    def _fits_together(self) -> Situation:
        if self.far_m is not None and self.far_m < self.near_m:
            raise broken_rule("far_m", "must not be nearer than the nearest distance")
        if self.starts_at_min is not None and self.ends_at_min is not None and self.ends_at_min < self.starts_at_min:
            raise broken_rule("ends_at_min", "must not come before it starts")
        return self


class Place(Document):
    """Where a shoot takes place."""

    name: Name
    latitude_deg: Annotated[Finite, Field(ge=-90, le=90)]
    longitude_deg: Annotated[Finite, Field(ge=-180, le=180)]
    elevation_m: Annotated[Finite, Field(ge=-500, le=9000)] = 0
