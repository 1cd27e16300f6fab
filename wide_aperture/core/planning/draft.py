"""The plan in the making: rules put settings with their reasons into it, pins and the foundation have their say."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import lru_cache

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.documents.plan import Missing
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setting_values import Value, is_number
from wide_aperture.core.documents.setup import Layer, SettingValue, Setup, Voice
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.case.standing import StandingValue
from wide_aperture.core.planning.precedence import (
    AS_IF_OFF,
    ASKED,
    ENDED,
    Precedence,
)
from wide_aperture.core.planning.search import Cell, ExposureSearch


@lru_cache(maxsize=4096, typed=True)  # typed: True and 1 are different values
def _setting_value(
    setting_id: SettingId,
    value: Value,
    layer: Layer,
    school: str | None,
    reasons: tuple[str, ...],
    limits: tuple[str, ...],
    spoke: tuple[Voice, ...],
) -> SettingValue:
    """Frozen, and from one plan to the next mostly the same: while a ruler moves, most settings stay."""
    touches = catalogue.setting(setting_id).touches
    return SettingValue(
        value=value, layer=layer, school=school, touches=touches, reasons=reasons, limits=limits, spoke=spoke
    )


@dataclass
class Draft:
    """What the rules read (case, search, exposure) and what they write (settings, schools followed).

    yielding: standing values that a check forbids here, with what it says; standing, held: what the photographer sets on any
    day, and holds here; precedence: who has the last word.
    """

    case: Case
    search: ExposureSearch
    exposure: Cell
    settings: dict[SettingId, SettingValue] = field(default_factory=dict)
    schools: dict[str, str] = field(default_factory=dict)
    missing: list[Missing] = field(default_factory=list)
    yielding: Mapping[SettingId, str] = field(default_factory=dict)
    precedence: Precedence = field(init=False)
    standing: Mapping[SettingId, StandingValue] = field(init=False)
    held: Mapping[SettingId, Value] = field(init=False)

    def __post_init__(self) -> None:
        self.standing = self.case.standing.values
        self.held = self.case.given.held
        kind = self.case.shutters.kind_for(self.exposure.shutter_s)
        self.precedence = Precedence(self.case, kind, self.yielding)

    def put(
        self,
        setting_id: SettingId,
        value: Value,
        *reasons: str,
        layer: Layer = "situation",
        school: str | None = None,
        limits: tuple[str, ...] = (),
        must: bool = False,
    ) -> None:
        """Set a value with its reasons, unless a stronger layer has one of its own.

        A pinned setting keeps its pin, a standing value stands, and says what would have been chosen.

        Args: must: nothing else works here; the reasons say which number of the case decides it.
        """
        declared = self.case.body.support_of(setting_id)
        if declared is not None and not declared.options and setting_id not in self.held:
            if setting_id in self.standing and self.standing[setting_id].value not in AS_IF_OFF:
                because = declared.instead or f"{self.case.body.name} has none."
                self.precedence.give_way(setting_id, because, is_kit=True)
            self._miss(setting_id, value, declared.instead)
            return
        if layer == "foundation" and school:
            layer = "school"
        if (
            (declared is not None or self.option("long_time_program") == "on")
            and isinstance(value, str)
            and value not in catalogue.NOT_THERE
            and setting_id not in self.held
        ):
            value, reasons, layer = self._on_this_body(setting_id, value, reasons, layer)
        ended = setting_id in ENDED or setting_id in self.case.body.declared_ends
        if ended and setting_id not in self.held:
            value, reasons, layer = self.precedence.within_the_body(setting_id, value, reasons, layer)
        spoke: tuple[Voice, ...] = ()
        if setting_id in self.standing:
            lacking, _ = self._unavailable(setting_id)
            value, layer, reasons, spoke = self.precedence.decide(
                setting_id, value, layer, reasons, must=must, lacking=lacking
            )
        elif reasons[:1] == (ASKED,):
            layer = "request"
        if setting_id in self.held:
            held = self.held[setting_id]
            if held != value:
                spoke = (Voice(layer="pin", value=held), *(spoke or (Voice(layer=layer, value=value),)))
                without = f"Without the pin: {say_value(catalogue.setting(setting_id), value)}."
                value, reasons = held, ("You hold this value.", without, *reasons)
            layer = "pin"
        self.settings[setting_id] = _setting_value(setting_id, value, layer, school, reasons, limits, spoke)

    def _on_this_body(
        self, setting_id: SettingId, value: str, reasons: tuple[str, ...], layer: Layer
    ) -> tuple[str, tuple[str, ...], Layer]:
        """The option, or the nearest one in the catalogue's order that this body has, with what is missing."""
        without, because = self._unavailable(setting_id)
        if value not in without:
            return value, reasons, layer
        order = [option.id for option in catalogue.setting(setting_id).options]
        there = [option for option in order if option not in without and option not in catalogue.NOT_THERE]
        if not there:
            return value, reasons, layer
        nearest = min(there, key=lambda option: abs(order.index(option) - order.index(value)))
        return nearest, (*reasons, self._comes_nearest(setting_id, value, because)), "body"

    def _comes_nearest(self, setting_id: SettingId, missing: str, because: str) -> str:
        label = catalogue.setting(setting_id).option_label(missing)
        return f"{self.case.body.name} has no “{label}” here; this comes nearest. {because}".rstrip()

    def put_usual(self) -> None:
        """Set every setting that no rule of the situation has spoken about, as it stands or as is usual."""
        for entry in catalogue.catalogue():
            if entry.id not in self.settings and (entry.usual is not None or entry.id in self.standing):
                self.put_habit(entry.id, entry.usual, entry.usual_because)

    def put_habit(self, setting_id: SettingId, usual: Value, reason: str) -> None:
        """Set what is usual where the photographer has no standing value."""
        self.put(setting_id, usual, *((reason,) if reason else ()), layer="usual")

    def put_available(self, setting_id: SettingId, ranked: tuple[str, ...], *reasons: str, **details: object) -> str:
        """Set the first of the ranked options that the body has; say so when a better one is missing."""
        without, because = self._unavailable(setting_id)
        fitting = [option for option in ranked if option not in without]
        chosen = fitting[0] if fitting else ranked[-1]
        if chosen != ranked[0]:
            reasons = (*reasons, self._comes_nearest(setting_id, ranked[0], because))
        self.put(setting_id, chosen, *reasons, **details)  # type: ignore[arg-type]
        stands = self.option(setting_id)
        return stands if stands is not None and setting_id in self.standing else chosen

    def has_option(self, setting_id: SettingId, option: str) -> bool:
        """True where this body has the option, as it is set so far."""
        return option not in self._unavailable(setting_id)[0]

    def _unavailable(self, setting_id: SettingId) -> tuple[set[str], str]:
        """Options the body does not have, outright or because of what is set already, and why."""
        without, because = self._taken_away(setting_id)
        declared = self.case.body.support_of(setting_id)
        if declared is None:
            return without, because
        without |= {option.id for option in catalogue.setting(setting_id).options} - set(declared.options)
        because = because or declared.instead
        for condition in declared.conditions:
            if self.option(condition.when_setting) in condition.is_one_of:
                without |= set(condition.without_options)
                because = condition.because or because
        return without, because

    def _taken_away(self, setting_id: SettingId) -> tuple[set[str], str]:
        """Options the program for long times takes away while it is on, and why."""
        program = self.case.body.abilities.long_time_program
        if program is None or self.option("long_time_program") != "on":
            return set(), ""
        gone = {option for loss in program.takes_away if loss.setting == setting_id for option in loss.options}
        return gone, f"“{program.name}” takes it away." if gone else ""

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

    def add_reason(self, setting_id: SettingId, reason: str) -> None:
        """One more reason beside those a setting has, where it is set."""
        held = self.settings.get(setting_id)
        if held is not None:
            before = tuple(held.spoken(f"reasons/{k}") for k in range(len(held.reasons)))
            self.settings[setting_id] = _setting_value(
                setting_id, held.value, held.layer, held.school, (*before, reason), held.limits, held.spoke
            )

    def follow(self, question: str, school: str) -> str:
        """Note which school a decision followed; returns it for the setting's own label."""
        self.schools[question] = school
        return school

    def number(self, setting_id: SettingId) -> float:
        """The number a setting holds so far; 0 when it holds none."""
        held = self.settings.get(setting_id)
        value = held.value if held else None
        return float(value) if is_number(value) else 0.0

    def flag(self, setting_id: SettingId) -> bool:
        """True where a switch stands at on so far."""
        held = self.settings.get(setting_id)
        return held is not None and held.value in (True, "on")

    def option(self, setting_id: SettingId) -> str | None:
        held = self.settings.get(setting_id)
        return held.value if held and isinstance(held.value, str) else None

    @property
    def so_far(self) -> Setup:
        """What is set so far, to be asked as a setup; every value in it was checked when it was put."""
        return Setup.model_construct(settings=self.settings)

    def setup(self) -> Setup:
        return Setup(settings=self.settings)
