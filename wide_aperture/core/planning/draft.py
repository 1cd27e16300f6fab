"""The plan in the making: rules put settings with their reasons into it, pins and the foundation have their say."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import lru_cache

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.documents.plan import Missing
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setup import Layer, SettingValue, Setup, Value
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.search import Cell, ExposureSearch


@lru_cache(maxsize=4096, typed=True)  # typed: True and 1 are different values
def _setting_value(
    setting_id: SettingId,
    value: Value,
    layer: Layer,
    school: str | None,
    reasons: tuple[str, ...],
    limits: tuple[str, ...],
) -> SettingValue:
    """Frozen, and from one plan to the next mostly the same: while a ruler moves, most settings stay."""
    touches = catalogue.setting(setting_id).touches
    return SettingValue(value=value, layer=layer, school=school, touches=touches, reasons=reasons, limits=limits)


@dataclass
class Draft:
    """What the rules read (case, search, exposure) and what they write (settings, schools followed)."""

    case: Case
    search: ExposureSearch
    exposure: Cell
    settings: dict[SettingId, SettingValue] = field(default_factory=dict)
    schools: dict[str, str] = field(default_factory=dict)
    missing: list[Missing] = field(default_factory=list)

    @property
    def held(self) -> Mapping[SettingId, Value]:
        """What the photographer holds, by setting."""
        return self.case.given.held

    @property
    def foundation(self) -> Mapping[SettingId, Value]:
        """What the photographer sets on any body, by setting."""
        own = self.case.given.foundation
        return own.settings if own else {}

    def put(
        self,
        setting_id: SettingId,
        value: Value,
        *reasons: str,
        layer: Layer = "situation",
        school: str | None = None,
        limits: tuple[str, ...] = (),
    ) -> None:
        """Set a value with its reasons. A pinned setting keeps its pin and says what would have been chosen."""
        declared = self.case.body.support_of(setting_id)
        if declared is not None and not declared.options and setting_id not in self.held:
            self._miss(setting_id, value, declared.instead)
            return
        said = tuple(reasons)
        if setting_id in self.held and self.held[setting_id] != value:
            said = (
                "You hold this value.",
                f"Without the pin: {say_value(catalogue.setting(setting_id), value)}.",
                *reasons,
            )
            value, layer = self.held[setting_id], "pin"
        elif setting_id in self.held:
            layer = "pin"
        self.settings[setting_id] = _setting_value(setting_id, value, layer, school, said, limits)

    def put_usual(self) -> None:
        """Set every setting that no rule of the situation has spoken about, from the foundation or the catalogue."""
        for entry in catalogue.catalogue():
            if entry.id not in self.settings and (entry.usual is not None or entry.id in self.foundation):
                self.put_habit(entry.id, entry.usual, entry.usual_because)

    def put_habit(self, setting_id: SettingId, usual: Value, reason: str) -> None:
        """Set what the foundation says, or what is usual where it says nothing."""
        if setting_id in self.foundation:
            self.put(setting_id, self.foundation[setting_id], "Your foundation on every body.", layer="foundation")
        else:
            self.put(setting_id, usual, reason, layer="foundation")

    def put_available(self, setting_id: SettingId, ranked: tuple[str, ...], *reasons: str, **details: object) -> str:
        """Set the first of the ranked options that the body has; say so when a better one is missing."""
        without, because = self._unavailable(setting_id)
        fitting = [option for option in ranked if option not in without]
        chosen = fitting[0] if fitting else ranked[-1]
        if chosen != ranked[0]:
            missing = catalogue.setting(setting_id).option_label(ranked[0])
            why = f" {because}" if because else ""
            reasons = (*reasons, f"{self.case.body.name} has no “{missing}” here; this comes nearest.{why}")
        self.put(setting_id, chosen, *reasons, **details)  # type: ignore[arg-type]
        return chosen

    def _unavailable(self, setting_id: SettingId) -> tuple[set[str], str]:
        """Options the body does not have, outright or because of what is set already, and why."""
        declared = self.case.body.support_of(setting_id)
        if declared is None:
            return set(), ""
        without = {option.id for option in catalogue.setting(setting_id).options} - set(declared.options)
        because = declared.instead
        for condition in declared.conditions:
            if self.option(condition.when_setting) in condition.is_one_of:
                without |= set(condition.without_options)
                because = condition.because or because
        return without, because

    def _miss(self, setting_id: SettingId, value: Value, instead: str) -> None:
        """Note what a body lacks, where it would have mattered."""
        entry = catalogue.setting(setting_id)
        if value in (None, "off", "na", entry.factory):
            return
        self.missing.append(
            Missing(
                setting=setting_id,
                label=entry.label,
                would_use=say_value(catalogue.setting(setting_id), value),
                instead=instead,
            )
        )

    def follow(self, question: str, school: str) -> str:
        """Note which school a decision followed; returns it for the setting's own label."""
        self.schools[question] = school
        return school

    def number(self, setting_id: SettingId) -> float:
        """The number a setting holds so far; 0 when it holds none."""
        held = self.settings.get(setting_id)
        value = held.value if held else None
        return float(value) if isinstance(value, int | float) and not isinstance(value, bool) else 0.0

    def option(self, setting_id: SettingId) -> str | None:
        held = self.settings.get(setting_id)
        return held.value if held and isinstance(held.value, str) else None

    def setup(self) -> Setup:
        return Setup(settings=self.settings)
