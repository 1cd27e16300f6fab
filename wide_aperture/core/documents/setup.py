"""The setup: every setting of one situation with the reason it has its value."""

from __future__ import annotations

from typing import Annotated, Literal, Self
from uuid import UUID

from pydantic import Field, model_validator

from wide_aperture.core.document import Document, Finite, broken_rule
from wide_aperture.core.documents.named_look import NamedLook
from wide_aperture.core.documents.own_figure import OwnFigure
from wide_aperture.core.documents.preferences import school_fault
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setting_values import Value, is_number, value_fault
from wide_aperture.core.documents.situation import Genre

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
# Who decided a value. It grows by addition: what was saved keeps its own.
# usual: ours, on any day; school: a question settled once; foundation: the photographer's own standing value; request:
# asked for here; body: nothing else is there.
Layer = Literal["foundation", "genre", "situation", "pin", "usual", "school", "request", "body"]
ON_ANY_DAY: tuple[Layer, ...] = ("foundation", "usual", "school")


class Voice(Document):
    """What one layer wanted of a setting."""

    layer: Layer
    value: Value


class SettingValue(Spoken):
    """One chosen value. value: option id, number in the catalogue's unit, flag, or null when it has no effect.

    spoke: every layer with an opinion, the strongest first, where they are not of one mind.
    """

    value: Value
    layer: Layer = "situation"
    school: str | None = None
    touches: tuple[Touches, ...] = ()
    reasons: tuple[str, ...] = ()
    limits: tuple[str, ...] = ()
    spoke: tuple[Voice, ...] = ()


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
        return float(held) if is_number(held) else None

    def option(self, setting_id: SettingId) -> str | None:
        """The chosen option of a setting; None when absent or not an option."""
        held = self.value(setting_id)
        return held if isinstance(held, str) else None

    @property
    def focuses_off_the_shutter(self) -> bool:
        """True where half a press does not focus."""
        return self.option("af_activation") in ("back_button", "back_button_eye")

    @property
    def lays_spot_apart(self) -> bool:
        """True where the meter's spot is laid on a tone, wherever focus lies."""
        return self.option("metering") == "spot" and self.option("spot_link") == "centre"

    @property
    def meters_elsewhere(self) -> bool:
        """True where a spot is laid on one tone and autofocus on another place: both are asked of one finger."""
        return self.lays_spot_apart and self.option("af_mode") not in (None, "manual")


class Standing(Document):
    """A value that stands on part of the days: in some genres, on one body, in dim places. Narrower wins.

    up_to: the value is the lower end of a band, this the upper; insists: held there whatever the case says, as a pin is.
    """

    setting: SettingId
    value: Value
    up_to: Finite | None = None
    genres: Annotated[tuple[Genre, ...], Field(max_length=8)] = ()
    body_id: UUID | None = None
    darker_than_ev: Finite | None = None
    insists: bool = False

    @model_validator(mode="after")
    def _has_a_meaning(self) -> Self:
        if fault := value_fault(self.setting, self.value):
            raise broken_rule("value", fault)
        if self.up_to is not None and not (is_number(self.value) and self.up_to >= float(self.value or 0)):
            raise broken_rule("up_to", "must be a number, and not under the value")
        if self.insists and not self.genres:
            raise broken_rule("genres", "must name where it is held")
        if self.insists and (self.body_id is not None or self.darker_than_ev is not None or self.up_to is not None):
            raise broken_rule("insists", "goes by genre alone")
        return self


class Foundation(Document):
    """What this photographer sets before the situation speaks: on any day, and where it differs. Ids of the catalogue."""

    settings: dict[SettingId, Value] = {}
    standing: Annotated[tuple[Standing, ...], Field(max_length=400)] = ()
    schools: dict[str, str] = Field(default={}, description="Own answers to what practitioners disagree on")
    kept_apart: Annotated[tuple[SettingId, ...], Field(max_length=200)] = Field(
        default=(), description="Settings in which own bodies are meant to differ"
    )
    looks: Annotated[tuple[NamedLook, ...], Field(max_length=60)] = ()
    figures: Annotated[dict[Annotated[str, Field(max_length=80)], OwnFigure], Field(max_length=500)] = Field(
        default={}, description="Own figures of practice, in the place of the trade's"
    )

    @model_validator(mode="after")
    def _known(self) -> Self:
        for name, value in self.settings.items():
            if fault := value_fault(name, value):
                raise broken_rule(f"settings/{name}", fault)
        for question, answer in self.schools.items():
            if fault := school_fault(question, answer):
                raise broken_rule(f"schools/{question}", fault)
        names = [look.name for look in self.looks]
        for k, look_name in enumerate(names):
            if look_name in names[:k]:
                raise broken_rule(f"looks/{k}/name", "stands there twice")
        return self


class Pin(Document):
    """A value the photographer holds. The plan obeys and prices it."""

    setting: SettingId
    value: Value
