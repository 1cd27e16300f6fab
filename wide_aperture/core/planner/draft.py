"""The plan in the making: rules put settings with their reasons into it, pins and the foundation have their say."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from wide_aperture.core import catalogue
from wide_aperture.core.case import Case
from wide_aperture.core.search import Cell, ExposureSearch
from wide_aperture.core.setup_document import Layer, SettingValue, Setup, Value


@dataclass
class Draft:
    """What the rules read (case, search, exposure) and what they write (settings, schools followed)."""

    case: Case
    search: ExposureSearch
    exposure: Cell
    foundation: Mapping[str, Value]
    pins: Mapping[str, Value]
    settings: dict[str, SettingValue] = field(default_factory=dict)
    schools: dict[str, str] = field(default_factory=dict)

    def put(
        self,
        setting_id: str,
        value: Value,
        *reasons: str,
        layer: Layer = "situation",
        school: str | None = None,
        limits: tuple[str, ...] = (),
    ) -> None:
        """Set a value with its reasons. A pinned setting keeps its pin and says what would have been chosen."""
        said = tuple(reasons)
        if setting_id in self.pins and self.pins[setting_id] != value:
            said = ("You hold this value.", f"Without the pin: {self._say(setting_id, value)}.", *reasons)
            value, layer = self.pins[setting_id], "pin"
        elif setting_id in self.pins:
            layer = "pin"
        self.settings[setting_id] = SettingValue(
            value=value,
            layer=layer,
            school=school,
            touches=catalogue.setting(setting_id).touches,
            reasons=said,
            limits=limits,
        )

    def put_habit(self, setting_id: str, usual: Value, reason: str) -> None:
        """Set what the foundation says, or what is usual where it says nothing."""
        if setting_id in self.foundation:
            self.put(setting_id, self.foundation[setting_id], "Your foundation on every body.", layer="foundation")
        else:
            self.put(setting_id, usual, reason, layer="foundation")

    def put_available(self, setting_id: str, ranked: tuple[str, ...], *reasons: str, **details: object) -> str:
        """Set the first of the ranked options that the body has; say so when a better one is missing."""
        has = self.case.body.options_of(setting_id)
        fitting = [option for option in ranked if has is None or option in has]
        chosen = fitting[0] if fitting else ranked[-1]
        if chosen != ranked[0]:
            missing = catalogue.setting(setting_id).option_label(ranked[0])
            reasons = (*reasons, f"{self.case.body.name} has no “{missing}” here; this comes nearest.")
        self.put(setting_id, chosen, *reasons, **details)  # type: ignore[arg-type]
        return chosen

    def follow(self, question: str, school: str) -> str:
        """Note which school a decision followed; returns it for the setting's own label."""
        self.schools[question] = school
        return school

    def option(self, setting_id: str) -> str | None:
        held = self.settings.get(setting_id)
        return held.value if held and isinstance(held.value, str) else None

    def setup(self) -> Setup:
        return Setup(settings=self.settings)

    @staticmethod
    def _say(setting_id: str, value: Value) -> str:
        entry = catalogue.setting(setting_id)
        if isinstance(value, str) and entry.options:
            return entry.option_label(value)
        if isinstance(value, float):
            return f"{value:.4g} {entry.unit or ''}".strip()
        return str(value)
