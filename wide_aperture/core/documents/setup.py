"""The setup: every setting of one situation with the reason it has its value."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import model_validator

from wide_aperture.core.document import Document, Finite, broken_rule
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.documents.setting_ids import OPTIONS, SettingId

Touches = Literal[
    "raw data",
    "JPEG",
    "preview and histogram",
    "metering",
    "focus",
    "power",
    "discretion",
    "workflow",
]
Layer = Literal["foundation", "genre", "situation", "pin"]
Value = bool | Finite | str | None


class SettingValue(Spoken):
    """One chosen value. value: option id, number in the catalogue's unit, flag, or null when it has no effect."""

    value: Value
    layer: Layer = "situation"
    school: str | None = None
    touches: tuple[Touches, ...] = ()
    reasons: tuple[str, ...] = ()
    limits: tuple[str, ...] = ()


class Setup(Document):
    """Setting ids of the catalogue with their values."""

    settings: dict[SettingId, SettingValue]

    def value(self, setting_id: SettingId) -> Value:
        """The value of a setting, or None when the setup does not hold it."""
        held = self.settings.get(setting_id)
        return held.value if held else None

    def number(self, setting_id: SettingId) -> float | None:
        """The value of a numeric setting; None when absent or not a number."""
        held = self.value(setting_id)
        return float(held) if isinstance(held, int | float) and not isinstance(held, bool) else None

    def option(self, setting_id: SettingId) -> str | None:
        """The chosen option of a setting; None when absent or not an option."""
        held = self.value(setting_id)
        return held if isinstance(held, str) else None


class Foundation(Document):
    """What this photographer sets on any body before the situation speaks. Ids of the catalogue."""

    settings: dict[SettingId, Value] = {}

    @model_validator(mode="after")
    def _known(self) -> Self:
        for name, value in self.settings.items():
            if value is not None and name in OPTIONS and value not in OPTIONS[name]:
                raise broken_rule(f"settings/{name}", f"has no option {value!r}")
        return self


class Pin(Document):
    """A value the photographer holds. The plan obeys and prices it."""

    setting: SettingId
    value: Value
