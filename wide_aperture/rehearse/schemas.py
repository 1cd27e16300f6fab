"""What the rehearsal asks and answers, where the core has no document of its own."""

from __future__ import annotations

from typing import Literal

from ninja import Schema
from pydantic import Field

from wide_aperture.core.documents.situation import Output
from wide_aperture.core.picture.imaging.capture import Capture
from wide_aperture.core.picture.metering import MeterPattern
from wide_aperture.rehearse.questions import RenderRequest, Share


class Spot(Schema):
    """A place in the frame, in shares of its width and height."""

    x: Share
    y: Share


class FaceSpot(Spot):
    radius: float = Field(description="In frame heights")


class Channels(Schema):
    red: float
    green: float
    blue: float


class ToneOut(Schema):
    name: str
    ev: float
    share: float
    snr: float | None = Field(description="Measured, a pixel of the picture shown; null: too small to measure")


class ReadingsOut(Schema):
    raw_clipped: float
    preview_clipped: float
    preview_black: float
    falsely_warned: float
    deep_shadow: float
    raw_room_ev: float
    preview_room_ev: float
    difference_ev: float
    to_the_right_ev: float


class MasksOut(Schema):
    raw_clipped: str | None
    preview_clipped: str | None
    preview_black: str | None
    peaking: str | None


class MovementOut(Schema):
    """In sensor pixels: how far the subject moved, the hand shook, the read-out slanted over the whole height."""

    subject_px: float
    shake_px: float
    skew_px: float


class FrameOut(Schema):
    image: str
    width_px: int
    height_px: int
    capture: Capture
    exposure_ev100: float
    wanted_ev100: float
    off_ev: float = Field(description="How much brighter (+) than intended the subject comes out")
    white_kelvin: float
    white_duv: float
    reserve_ev: float
    raw_clip_ev: float
    preview_clip_ev: float
    noise_floor_ev: float
    scene_low_ev: float
    scene_high_ev: float
    raw_histogram: list[list[int]]
    preview_histogram: list[list[int]]
    readings: ReadingsOut
    tones: list[ToneOut]
    movement: MovementOut
    masks: MasksOut
    focus: Spot
    card: Spot | None
    faces: list[FaceSpot]
    tone_names: list[str] = Field(description="The brief's tones in this frame")
    tone_grid: list[list[int]] = Field(
        description="Which of them lies where: rows of cells, index into tone_names, -1 for none"
    )


class PatternOut(Schema):
    """What one pattern would do. error_ev: darker (-) or brighter (+) than intended, compensation included."""

    pattern: MeterPattern
    ev100: float
    exposure_ev100: float
    error_ev: float
    face_error_ev: float
    raw_clipped: float
    preview_clipped: float
    deep_shadow: float


class MeterOut(Schema):
    wanted_ev100: float
    patterns: list[PatternOut]
    tones: list[ToneOut]
    scene_range_ev: float
    spot_radius: float
    point_ev: float = Field(description="The tone under the point, EV from the chosen pattern's mid")


class BracketFrameOut(Schema):
    offset_ev: float
    shutter_s: float
    image: str
    raw_clipped: float
    deep_shadow: float
    low_ev: float
    high_ev: float


class BracketOut(Schema):
    frames: list[BracketFrameOut]
    merged: str
    cropped_share: float
    covers: bool
    misses_above_ev: float
    misses_below_ev: float
    one_frame_ev: float
    scene_range_ev: float
    scene_low_ev: float
    scene_high_ev: float
    slowest_s: float
    hand_limit_s: float | None
    total_s: float
    subject_moves_px: float
    suggested_frames: int
    suggested_step_ev: float
    suggested_shift_ev: float
    sentence: str


class CastOut(Schema):
    """One light of the scene under the setting taken. remaining_*: after the body's nearest setting."""

    name: str
    cct_k: float
    cast_mired: float
    delta_e: float
    nearest_k: float
    remaining_delta_e: float
    channel_snr: Channels
    gains_ev: Channels
    verdict: Literal["full", "partial", "monochrome"]
    jpeg_can: bool
    sentence: str


class WhiteOut(Schema):
    kelvin: float
    duv: float
    lights: list[CastOut]
    card_kelvin: float | None
    card_tint: float | None


class WhiteRequest(RenderRequest):
    point: Spot | None = Field(default=None, description="Where a grey card was clicked")


class VisibleRequest(Schema):
    a: RenderRequest
    b: RenderRequest
    output: Output = "print_a3"


class VisibleOut(Schema):
    seen: bool
    because: str
    lightness: float
    colour: float
    noise_ratio: float
    sharpness_ratio: float


class SurroundingsOut(Schema):
    name: str
    title: str
    about: str
    ev100: float
    lamps: list[str]
    subjects: list[str] = Field(description="Subjects that belong there, by name")


class SubjectOut(Schema):
    name: str
    title: str
    people: bool


class PiecesOut(Schema):
    surroundings: list[SurroundingsOut]
    subjects: list[SubjectOut]
