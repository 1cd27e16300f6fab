"""A control of a body: where it lies and how large it is, what it may do, what it does now."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field, model_validator

from wide_aperture.core.camera.controls.functions import BY_ID, LISTS, REVIEW_BY_ID
from wide_aperture.core.document import Document, Finite, Fraction01, Name, NotNegative, Positive, broken_rule
from wide_aperture.core.documents.preferences import AfArea, ExposureMode
from wide_aperture.core.documents.setting_ids import OPTIONS, SettingId
from wide_aperture.core.documents.setting_values import Value

ControlKind = Literal["button", "dial", "joystick", "pad", "ring", "touch", "swipe", "switch", "lever"]
Face = Literal["front", "top", "back", "lens"]
Hand = Literal["right thumb", "right index", "left thumb", "left index", "left hand"]
SideMm = Annotated[Positive, Field(le=200)]


class Control(Document):
    """One control. x, y: of its middle on the drawing of its face, 0..1 from the upper left.

    setting: the catalogue setting that holds its function, where a setup sets it; seconds: to use it once;
    in_finder: works with the eye at the finder; knocks: how likely a day moves it by accident, 0..1;
    press_turn: it may be pressed, or pressed and turned; a body offers one of the two at a time; turned: of a lever, what it
    does pushed on past its end; kept_by_mode: the body remembers its function for each exposure mode, by_mode says which.
    """

    id: Annotated[str, Field(min_length=1, max_length=40, pattern=r"^[a-z][a-z0-9_]*$")]
    label: Name
    kind: ControlKind
    face: Face
    x: Fraction01
    y: Fraction01
    width_mm: SideMm = 8
    height_mm: SideMm = 8
    hand: Hand = "right thumb"
    in_finder: bool = True
    seconds: Annotated[NotNegative, Field(le=60)] = 0.6
    functions: tuple[str, ...]
    assigned: str = "off"
    turned: str | None = Field(default=None, description="What it does pressed and turned, where it can")
    setting: SettingId | None = None
    press_turn: bool = False
    knocks: Annotated[Finite, Field(ge=0, le=1)] = 0.05
    area: AfArea | None = Field(default=None, description="The focus area it brings with it, where it starts focus")
    members: Annotated[tuple[str, ...], Field(max_length=20)] = Field(
        default=(), description="Options its list goes through; empty: all the body has"
    )
    held: Literal["as_set", "hold", "toggle"] = Field(default="as_set", description="as_set: as the body's own setting")
    after_press: bool = Field(default=False, description="Moves the point only once it has been pressed")
    review_functions: Annotated[tuple[str, ...], Field(max_length=20)] = Field(
        default=(), description="What it may do while a picture is looked at"
    )
    in_review: str = "off"
    kept_by_mode: bool = False
    by_mode: dict[ExposureMode, str] = {}

    @model_validator(mode="after")
    def _can_do_what_it_says(self) -> Control:
        """A control that says what it cannot do is refused at the field that says so."""
        if unknown := [each for each in self.functions if each not in BY_ID]:
            raise broken_rule("functions", f"there is no function {unknown[0]!r}")
        if self.assigned not in (*self.functions, "off"):
            raise broken_rule("assigned", f"the {self.label} does not offer {self.assigned!r}")
        if unknown := [each for each in (*self.review_functions, self.in_review) if each not in REVIEW_BY_ID]:
            raise broken_rule("review_functions", f"there is no function {unknown[0]!r} for review")
        if self.in_review not in (*self.review_functions, "off"):
            raise broken_rule("in_review", f"the {self.label} does not offer {self.in_review!r} in review")
        for mode, function in self.by_mode.items():
            if not self.kept_by_mode:
                raise broken_rule("by_mode", "it has one function for all modes")
            if function not in (*self.functions, "off"):
                raise broken_rule(f"by_mode/{mode}", f"the {self.label} does not offer {function!r}")
        if self.area is not None and self.assigned not in STARTERS:
            raise broken_rule("area", f"it does not start focus but {BY_ID[self.assigned].label!r}")
        self._members_are_a_list()
        return self

    def _members_are_a_list(self) -> None:
        if not self.members:
            return
        listed = LISTS.get(self.assigned)
        if listed is None:
            raise broken_rule("members", "what it does is no list to go through")
        for k, option in enumerate(self.members):
            if option not in OPTIONS[listed]:
                raise broken_rule(f"members/{k}", f"{listed} has no option {option!r}")
            if option in self.members[:k]:
                raise broken_rule(f"members/{k}", "stands there twice")

    def function(self, values: Mapping[str, Value]) -> str:
        """What it does as a camera stands: kept for the mode, else a setting of the camera says so, else as assigned."""
        kept = self.by_mode.get(str(values.get("exposure_mode")))  # type: ignore[call-overload]
        if kept is not None:
            return str(kept)
        said = values.get(self.setting) if self.setting else None
        return said if isinstance(said, str) and said in BY_ID else self.assigned

    def reaches(self, setting: str, values: dict[str, Value]) -> bool:
        """Whether it changes a setting as a camera stands."""
        return setting in BY_ID[self.function(values)].settings

    def allows(self, function: str) -> bool:
        return function in self.functions

    def toggles(self, values: Mapping[str, Value]) -> bool:
        """Whether what it brings stays until it is pressed again, as a camera stands."""
        return values.get("button_hold_toggle") == "toggle" if self.held == "as_set" else self.held == "toggle"


STARTERS = ("focus", "focus_eye", "focus_area")
