"""A composition as it travels, and the scenes of earlier versions by name as the compositions they have become."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Any

from pydantic import Field, model_validator

from wide_aperture.core.document import Document, Finite
from wide_aperture.core.picture.imaging.capture import Capture
from wide_aperture.core.picture.scenes.composition import Composition, usual

PieceName = Annotated[str, Field(min_length=1, max_length=60)]

# Scenes were picked by one name up to version 0.9: (surroundings, subject).
EARLIER_SCENES: dict[str, tuple[str, str]] = {
    "floodlit_pitch": ("pitch_lamps", "players"),
    "day_pitch": ("pitch", "players"),
    "sports_hall": ("sports_hall", "leaper"),
    "dark_bird_bright_sky": ("bright_cloud", "dark_bird_flying"),
    "white_bird_dark_water": ("reeds", "wader"),
    "market_noon": ("market_lane", "walker"),
    "market_night": ("market_night", "walker"),
    "tarn_sunrise": ("tarn_sunrise", "rocks"),
    "forest_light": ("wood", "walker"),
    "chapel": ("chapel", "couple"),
    "aisle": ("aisle", "walking_couple"),
    "dance_floor": ("dance_floor", "dancers"),
    "portrait_shade": ("garden", "friends"),
    "studio_flash": ("studio", "sitter"),
    "milky_way": ("ridge_night", "stars"),
    "full_moon": ("moon_high", "moon"),
    "grey_card": ("grey_card", ""),
    "step_wedge": ("step_wedge", ""),
}


class ChosenPieces(Document):
    """Surroundings and a subject chosen by hand; null: as suggested. A scene's earlier name is understood too."""

    surroundings: PieceName | None = None
    seen_as: PieceName | None = None

    @model_validator(mode="before")
    @classmethod
    def _earlier(cls, given: Any) -> Any:
        if isinstance(given, str):
            place, who = EARLIER_SCENES.get(given, (given, ""))
            return {"surroundings": place, "seen_as": who or None}
        return given


class SkyPoint(Document):
    """A place in the sky as the camera stands: degrees right of where it points, and over the horizon."""

    across_deg: Annotated[Finite, Field(ge=-180, le=180)]
    altitude_deg: Annotated[Finite, Field(ge=-90, le=90)]

    @classmethod
    def of(cls, degrees: tuple[float, float] | None) -> SkyPoint | None:
        return None if degrees is None else cls(across_deg=degrees[0], altitude_deg=degrees[1])


def _degrees(point: SkyPoint | None) -> tuple[float, float] | None:
    return None if point is None else (point.across_deg, point.altitude_deg)


class ComposedScene(Document):
    """Which surroundings and subject, and what of the camera's standpoint no setting says. A scene's earlier name is
    understood too. See scenes.composition.Composition."""

    surroundings: PieceName
    seen_as: Annotated[str, Field(max_length=60)] = ""
    distance_m: Finite
    sensor_height_mm: Finite = 24.0
    background_m: Finite | None = None
    tilt_deg: Finite | None = None
    across: Finite = 0.0
    windy: bool = False
    fisheye: bool = False
    close_focus_m: Finite | None = None
    tone: str = "mid"
    moon_at: SkyPoint | None = Field(default=None, description="By night; null: no Moon")
    core_at: SkyPoint | None = Field(default=None, description="Of the band; null: as it comes")

    @model_validator(mode="before")
    @classmethod
    def _earlier(cls, given: Any) -> Any:
        if isinstance(given, str) and given in EARLIER_SCENES:
            place, who = EARLIER_SCENES[given]
            return {"surroundings": place, "seen_as": who, "distance_m": usual(place).distance_m}
        return given

    def through(self, capture: Capture) -> Composition:
        """The composition as this camera sees it: through its lens, from where the subject is."""
        return Composition(
            surroundings=self.surroundings, cast=self.seen_as, distance_m=capture.subject_m or self.distance_m,
            focal_mm=capture.focal_mm, sensor_height_mm=self.sensor_height_mm, background_m=self.background_m,
            tilt_deg=self.tilt_deg, across=self.across, windy=self.windy, fisheye=self.fisheye, close_focus_m=self.close_focus_m, tone=self.tone,
            moon_at=_degrees(self.moon_at), core_at=_degrees(self.core_at),
        )  # fmt: skip


def composed_scene(composition: Composition) -> ComposedScene:
    """A composition as it travels."""
    return ComposedScene(
        surroundings=composition.surroundings, seen_as=composition.cast, distance_m=composition.distance_m,
        sensor_height_mm=composition.sensor_height_mm, background_m=composition.background_m, tilt_deg=composition.tilt_deg,
        across=composition.across, windy=composition.windy, fisheye=composition.fisheye, close_focus_m=composition.close_focus_m, tone=composition.tone,
        moon_at=SkyPoint.of(composition.moon_at), core_at=SkyPoint.of(composition.core_at),
    )  # fmt: skip


def earlier(name: str) -> Composition:
    """The composition that a scene of an earlier version has become, as it is usually seen. Raises KeyError."""
    place, who = EARLIER_SCENES[name]
    return replace(usual(place), cast=who)
