"""A control of a body: where it lies, what it may do, what it does."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, field_validator

from wide_aperture.core.camera.controls.functions import BY_ID
from wide_aperture.core.document import Document, Finite, Fraction01, Name, NotNegative
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setting_values import Value

ControlKind = Literal["button", "dial", "joystick", "ring", "touch", "switch"]
Face = Literal["front", "top", "back", "lens"]
Hand = Literal["right thumb", "right index", "left thumb", "left index", "left hand"]


class Control(Document):
    """One control. x, y: on the drawing of its face, 0..1 from the upper left.

    setting: the catalogue setting that holds its function, where a setup sets it; seconds: to use it once;
    in_finder: works with the eye at the finder; knocks: how likely a day moves it by accident, 0..1;
    press_turn: it may be pressed, or pressed and turned; a body offers one of the two at a time.
    """

    id: Annotated[str, Field(min_length=1, max_length=40, pattern=r"^[a-z][a-z0-9_]*$")]
    label: Name
    kind: ControlKind
    face: Face
    x: Fraction01
    y: Fraction01
    hand: Hand = "right thumb"
    in_finder: bool = True
    seconds: Annotated[NotNegative, Field(le=60)] = 0.6
    functions: tuple[str, ...]
    assigned: str = "off"
    turned: str | None = Field(default=None, description="What it does pressed and turned, where it can")
    setting: SettingId | None = None
    press_turn: bool = False
    knocks: Annotated[Finite, Field(ge=0, le=1)] = 0.05

    @field_validator("functions")
    @classmethod
    def _known(cls, names: tuple[str, ...]) -> tuple[str, ...]:
        for name in names:
            if name not in BY_ID:
                raise ValueError(f"there is no function {name!r}")
        return names

    def function(self, values: dict[str, Value]) -> str:
        """What it does as a camera stands: a setting of the camera says so where there is one."""
        said = values.get(self.setting) if self.setting else None
        return said if isinstance(said, str) and said in BY_ID else self.assigned

    def reaches(self, setting: str, values: dict[str, Value]) -> bool:
        """Whether it changes a setting as a camera stands."""
        return setting in BY_ID[self.function(values)].settings

    def allows(self, function: str) -> bool:
        return function in self.functions
