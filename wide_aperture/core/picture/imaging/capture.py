"""What the simulated camera is set to, and what of the frame is looked at."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from wide_aperture.core.craft.figures import figures_of
from wide_aperture.core.document import (
    DistanceM,
    Document,
    Finite,
    FNumber,
    FocalMm,
    Fraction01,
    Iso,
    Kelvin,
    NotNegative,
    Seconds,
)
from wide_aperture.core.documents.preferences import Profile, Reserve, ShutterType

Steps = Annotated[Finite, Field(ge=-4, le=4, description="steps from neutral")]
WhiteMode = Literal["auto", "daylight", "cloudy", "shade", "tungsten", "fluorescent", "flash", "kelvin", "card"]
PRESET_KELVIN = figures_of("preset_kelvin")
TINT_STEP_DUV = 0.002  # one step of tint, CIE 1960


class Chromaticity(Document):
    """CIE 1931 x and y, as read off a grey card."""

    x: Fraction01
    y: Fraction01


class WhiteSetting(Document):
    """What the camera takes for white. tint above 0 removes green, below 0 magenta; card: the chromaticity read off it."""

    mode: WhiteMode = "auto"
    kelvin: Kelvin = 5500
    tint: Annotated[Finite, Field(ge=-20, le=20, description="steps of 0.002 duv")] = 0
    bias: Literal["white", "balanced", "warm"] = "white"
    card: Chromaticity | None = None


class LookRecipe(Document):
    """A JPEG look as a versioned object: what happens to the data after white balance."""

    format_version: Literal[1] = 1
    name: Annotated[str, Field(max_length=60)] = ""
    base: Profile = "neutral"
    clips_before_raw_ev: Annotated[float, Field(ge=0, le=6)] | None = Field(
        default=None, description="Of the base look on this body, as measured; null: as most bodies do"
    )
    filter: Literal["none", "yellow", "red", "green"] = Field(
        default="none", description="Before a black-and-white look"
    )
    contrast: Steps = 0
    highlight_tone: Steps = Field(default=0, description="Above 0: harder highlights")
    shadow_tone: Steps = Field(default=0, description="Above 0: deeper shadows")
    saturation: Steps = 0
    sharpness: Steps = 0
    noise_strength: Literal["off", "light", "strong"] = "off"


class Capture(Document):
    """One exposure. focus_m null: infinity; subject_m null: as the scene is drawn."""

    shutter_s: Seconds
    aperture: FNumber
    iso: Iso
    nd_stops: Annotated[NotNegative, Field(le=30)] = 0
    focal_mm: FocalMm
    focus_m: DistanceM | None = None
    subject_m: DistanceM | None = None
    shutter_type: ShutterType = "mechanical"
    reserve: Reserve = "off"
    shadow_lift: Literal["off", "weak", "strong", "auto"] = "off"
    white: WhiteSetting = WhiteSetting()
    look: LookRecipe = LookRecipe()
    flash: bool = False
    flash_comp_ev: Annotated[Finite, Field(ge=-5, le=5, description="From what lights the subject to mid")] = 0
    panned: bool = Field(default=False, description="The camera follows the subject")
    hand_limit_s: Seconds | None = Field(default=None, description="Slowest time the hand holds; null: a tripod")
    later_s: Annotated[NotNegative, Field(le=3600, description="Time since the first frame of a series")] = 0
    shot: Annotated[int, Field(ge=0, le=1_000_000, description="Seed of noise and shake")] = 1


class Crop(Document):
    """A crop at one sensor pixel a picture pixel. x, y: its middle, in shares of the frame."""

    x: Fraction01 = 0.5
    y: Fraction01 = 0.5


class Development(Document):
    """A raw developed at home instead of the camera's picture."""

    lift_ev: Annotated[Finite, Field(ge=-5, le=8)] = 0
    denoise: Fraction01 = 0.5


class Thresholds(Document):
    """Levels (0..255) from which the picture counts as clipped and as black."""

    high: Annotated[float, Field(ge=128, le=255)] = 250
    low: Annotated[float, Field(ge=0, le=96)] = 5


class Peaking(Document):
    """Edges in focus, marked on the picture."""

    level: Literal["low", "middle", "high"] = "middle"


class Look(Document):
    """What is asked of one rendering."""

    width_px: Annotated[int, Field(ge=64, le=2400)] = 960
    crop: Crop | None = None
    crop_height_px: Annotated[int, Field(ge=32, le=1600)] | None = None
    development: Development | None = None
    thresholds: Thresholds = Thresholds()
    peaking: Peaking | None = None
    match_ev: Annotated[Finite, Field(ge=-12, le=12, description="Brightened afterwards, to compare")] = 0
