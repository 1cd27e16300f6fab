"""What the photographer believes (schools) and what they asked for or left switched on (requests)."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field, ValidationError

from wide_aperture.core.document import Document, FNumber, Iso, Kelvin, Positive, Seconds
from wide_aperture.core.documents.situation import Output

ExposureMode = Literal[
    "manual",
    "manual_auto_iso",
    "aperture_priority",
    "aperture_priority_auto_iso",
    "shutter_priority",
    "shutter_priority_auto_iso",
    "program",
    "zone_focus_program",
    "bulb",
]
Metering = Literal["multi_segment", "centre_weighted", "average", "spot", "highlight_weighted", "not_used"]
WhiteBalance = Literal["auto", "daylight", "cloudy", "shade", "tungsten", "fluorescent", "flash", "kelvin", "custom"]
AfMode = Literal["single", "continuous", "auto_switch", "manual"]
AfArea = Literal[
    "single_point",
    "pinpoint",
    "expanded_point",
    "small_zone",
    "zone",
    "wide_tracking",
    "tracking_point",
    "whole_area",
    "magnified_live_view",
    "zone_focus",
    "na",
]
Detection = Literal["off", "automatic", "human", "human_eye", "animal", "animal_eye", "bird", "insect", "vehicle"]
Drive = Literal[
    "single",
    "quiet_single",
    "continuous_low",
    "continuous_high",
    "continuous_max",
    "precapture",
    "interval",
    "remote",
    "self_timer",
    "bracket_burst",
]
ShutterType = Literal["mechanical", "electronic_first_curtain", "electronic", "leaf"]
Stabilisation = Literal["on", "off", "panning", "tripod_auto", "na"]
SelfTimer = Literal["off", "2s", "5s", "10s", "remote", "exposure_delay"]
Reserve = Literal["off", "auto", "highlight_reserve_1", "highlight_reserve_2"]
FileOption = Literal["raw", "raw_lossless_compressed", "raw_lossy_compressed", "raw_plus_jpeg", "jpeg"]
Profile = Literal["standard", "neutral", "flat", "mono"]
MoonFocus = Literal["single", "continuous", "by_hand"]
FlashUse = Literal["off", "fill", "key", "bounce"]


class Schools(Document):
    """One answer per question practitioners disagree on; "by_case" lets the numbers of the case decide."""

    exposure: Literal[
        "by_case",
        "manual_fixed_iso",
        "manual_auto_iso",
        "aperture_priority_slowest_shutter",
        "zone_focus_program",
    ] = "by_case"
    iso: Literal["ceiling_only", "ceiling_and_floor", "fixed_clean_high"] = "ceiling_only"
    highlights: Literal[
        "by_case",
        "pattern_and_compensate",
        "expose_to_the_right",
        "standing_under_exposure",
        "bracket",
        "spot_near_brightest",
        "reserve",
    ] = "by_case"
    metering: Literal["pattern", "spot", "centre_weighted", "highlight_weighted", "by_finder"] = "pattern"
    focus_start: Literal["back_button", "shutter_button", "shutter_for_borrowers", "back_button_eye"] = "back_button"
    priority: Literal["by_case", "release", "focus", "balanced"] = "by_case"
    white_balance: Literal["by_case", "automatic", "daylight_always", "kelvin_by_light", "card"] = "by_case"
    file: Literal["raw", "raw_plus_jpeg", "jpeg"] = "raw"
    hand_hold: Literal["reciprocal", "twice_reciprocal"] = "reciprocal"
    anti_flicker: Literal["by_case", "all_year"] = "by_case"
    frame_rate: Literal["top", "a_little_lower"] = "a_little_lower"
    review: Literal["by_case", "off", "two_seconds", "after_burst"] = "by_case"
    noise_reduction: Literal["later", "light", "strong_jpeg"] = "later"
    cards: Literal["mirror", "overflow", "split_by_kind"] = "mirror"
    detection: Literal["by_subject", "automatic"] = "by_subject"
    af_mode: Literal["by_case", "continuous_always", "single_continuous_on_button", "continuous_hold_to_stop"] = (
        "by_case"
    )
    recomposing: Literal["move_point", "lock_recompose"] = "move_point"
    preview: Literal["neutral", "flat_for_truth", "standard_with_histogram", "as_delivered"] = "neutral"
    clip_warning: Literal["always", "on_call"] = "always"
    moon_focus: MoonFocus = "single"
    warmth: Literal["neutral", "part", "as_seen"] = "part"
    night_colour: Literal["cool_fixed", "daylight_decide_later"] = "cool_fixed"
    range: Literal["by_case", "one_frame_lift_shadows", "bracket_3x2", "bracket_5x1", "in_camera_hdr"] = "by_case"
    crop: Literal["full_frame_crop_later", "in_camera_for_print"] = "full_frame_crop_later"
    points: Literal["full", "coarse"] = "full"
    points_wrap: Literal["off", "on"] = "off"
    reserve_rest: Literal["off", "left_automatic"] = "off"
    af_area: Literal["by_case", "single_point", "small_wide", "zone", "tracking"] = "by_case"
    response: Literal["by_case", "standard_always"] = "by_case"
    touch_point: Literal["off", "free_half"] = "off"
    peaking: Literal["by_hand", "always"] = "by_hand"
    ring_refines: Literal["by_case", "always", "never"] = "by_case"
    ambient: Literal["balanced", "killed", "dragged"] = "balanced"
    simulation: Literal["always", "on_call"] = "always"
    hand_bracket: Literal["tripod_only", "in_hand_aligned"] = "tripod_only"
    dial_order: Literal["by_mode", "aperture_rear", "time_rear"] = "by_mode"
    jpeg_for: Literal["screen", "print"] = "screen"
    slow_animals: Literal["low", "high"] = "low"
    street_frames: Literal["burst", "single"] = "burst"
    burst_review: Literal["last", "first"] = "last"
    moon_white: Literal["daylight", "grey_disc"] = "daylight"
    moon_tone: Literal["mid", "bright"] = "mid"
    peaking_level: Literal["low", "mid", "high"] = "low"
    peaking_colour: Literal["red", "yellow", "white"] = "red"
    movement: Literal["unseen", "a_little"] = "unseen"
    slowest_time: Literal["by_case", "one_for_all"] = "by_case"
    jpeg_white: Literal["by_light", "within_a_band"] = "by_light"


def school_fault(question: str, answer: str) -> str:
    """What is wrong with an answer to a question practitioners disagree on; the empty text when nothing is."""
    if question not in Schools.model_fields:
        return "is no question practitioners disagree on"
    try:
        Schools.model_validate({question: answer})
    except ValidationError:
        return f"knows no school {answer!r}"
    return ""


class BracketRequest(Document):
    frames: Annotated[int, Field(ge=1, le=25)]
    step_ev: Annotated[Positive, Field(le=6)]


class Requests(Document):
    """What was asked for, or left switched on. A request may be overruled; then a finding says why."""

    exposure_mode: ExposureMode | None = None
    shutter_s: Seconds | None = None
    shutter_floor_s: Seconds | None = Field(default=None, description="The slowest time the person accepts")
    aperture: FNumber | None = None
    iso: Iso | None = None
    metering: Metering | None = None
    white_balance: WhiteBalance | None = None
    kelvin: Kelvin | None = None
    af_mode: AfMode | None = None
    af_area: AfArea | None = None
    subject_detection: Detection | None = None
    back_button_af: bool | None = None
    half_press_af: bool | None = None
    shared_camera: bool = False
    drive: Drive | None = None
    burst_seconds: Positive | None = None
    shutter_type: ShutterType | None = None
    stabilisation: Stabilisation | None = None
    flash: FlashUse | None = None
    dr_mode: Reserve | None = None
    bracketing: BracketRequest | None = None
    focus_stack_frames: Annotated[int, Field(ge=1, le=500)] | None = None
    noise_reduction_long_exposure: Literal["on", "off"] | None = None
    interval_s: Positive | None = None
    sequence_frames: Annotated[int, Field(ge=1, le=1_000_000)] | None = None
    sequence_hours: Annotated[Positive, Field(le=10_000)] | None = None
    file: FileOption | None = None
    picture_profile: Profile | None = None

    @property
    def asks_exposure(self) -> bool:
        """True when a time, an aperture or an ISO was asked for."""
        return not (self.shutter_s is None and self.aperture is None and self.iso is None)

    card_mode: Literal["backup", "overflow", "raw_jpeg_split"] | None = None
    clock_synced: bool | None = None
    file_prefix: Literal["per_body", "same"] | None = None
    self_timer: SelfTimer | None = None
    focus_method: Literal["zone_focus", "autofocus"] | None = None
    bodies: Annotated[int, Field(ge=1, le=20)] = 1


class Preferences(Document):
    """How this photographer works."""

    schools: Schools = Schools()
    schools_here: Annotated[tuple[str, ...], Field(max_length=60)] = Field(
        default=(), description="Questions answered for this situation though the answer is the usual one"
    )
    requests: Requests = Requests()
    look: Annotated[str, Field(max_length=120)] | None = Field(
        default=None, description="The own look taken here by its name; null: the one meant for such work; empty: none"
    )
    mains_hz: Literal[50, 60] = 50
    accepted_blur_percent: dict[Output, Annotated[Positive, Field(le=5)]] = Field(
        default={},
        description="How far a subject's image may move, in per cent of the width, by output; none: as most accept",
    )

    def schools_with(self, own: Mapping[str, str]) -> Schools:
        """The answers that hold: this situation's where it gives one, else the photographer's own, else the usual.

        Args: own: the photographer's answers by question.
        """
        usual = Schools()
        open_here = {
            question: answer
            for question, answer in own.items()
            if question not in self.schools_here and getattr(self.schools, question) == getattr(usual, question)
        }
        return self.schools.model_copy(update=open_here) if open_here else self.schools
