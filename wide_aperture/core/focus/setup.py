"""What of a camera decides how it focuses: settings by the catalogue's words, and figures of body and lens."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from wide_aperture.core.document import (
    DistanceM,
    Document,
    ExposureValue,
    FNumber,
    FocalMm,
    FramesPerSecond,
    NotNegative,
    Positive,
    SensorSideMm,
    broken_rule,
)

Mode = Literal["single", "continuous", "manual"]
Area = Literal[
    "pinpoint", "single_point", "expanded_point", "small_zone", "zone", "wide_tracking", "tracking_point", "whole_area"
]
Response = Literal["locked_on", "standard", "responsive"]
Priority = Literal["release", "balanced", "focus"]
Motion = Literal["steady", "normal", "erratic"]
Finds = Literal["off", "automatic", "human", "human_eye", "animal", "animal_eye", "bird", "insect", "vehicle"]

# Half the size of an area in frame heights; whether it goes with what it was started on.
HALF_SIZE: dict[Area, float] = {
    "pinpoint": 0.012, "single_point": 0.03, "expanded_point": 0.06, "small_zone": 0.10, "zone": 0.18, "wide_tracking": 0.42,
    "tracking_point": 0.05, "whole_area": 0.5,
}  # fmt: skip
FOLLOWS: tuple[Area, ...] = ("tracking_point", "wide_tracking")


class FocusSetup(Document):
    """A camera set up to focus. widest: f-number at which it focuses; af_blind_ev: light at which it sees nothing there.

    blackout_s: after each frame, in which nothing is measured; coc_mm: of the output; zone_m: where focus is set by hand.
    """

    mode: Mode = "continuous"
    area: Area = "zone"
    response: Response = "standard"
    priority: Priority = "release"
    detection: Finds = "off"
    detection_when: Literal["always", "on_button"] = "always"
    subject_motion: Motion = "normal"
    assist_lamp: bool = False
    focal_mm: FocalMm = 100.0
    aperture: FNumber = 2.8
    widest: FNumber = 2.8
    sensor_height_mm: SensorSideMm = 24.0
    coc_mm: Annotated[Positive, Field(ge=0.0001, le=2)] = 0.03
    close_focus_m: DistanceM = 1.0
    frames_per_s: FramesPerSecond = 10.0
    blackout_s: NotNegative = Field(default=0.02, le=0.5)
    af_blind_ev: ExposureValue = -3.0
    zone_m: DistanceM | None = None

    @model_validator(mode="after")
    def _opens(self) -> FocusSetup:
        if self.aperture < self.widest - 1e-9:
            raise broken_rule("aperture", "must not be wider than the lens opens")
        if self.mode == "manual" and self.zone_m is None:
            raise broken_rule("zone_m", "is needed where focus is set by hand")
        return self

    @property
    def tolerance_per_m(self) -> float:
        """How far off the subject's 1/distance focus may be for the disc of confusion: c N / f squared, in 1/m."""
        return self.coc_mm / 1000 * self.aperture / (self.focal_mm / 1000) ** 2
