"""Who has the last word on a setting: the body, a request, a number of the case, what stands on any day, then the rule."""

from __future__ import annotations

import math
from collections.abc import Collection, Mapping
from dataclasses import dataclass, field

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.documents.body import ShutterKind
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setting_values import Value, is_number
from wide_aperture.core.documents.setup import Layer, Voice
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.case.standing import ASKED_AS, StandingValue

ASKED = "You asked for it."  # a rule's reason where it obeys a request, whoever made it
STEPPED = ("shutter_s", "aperture", "iso", "slowest_shutter_s", "iso_floor", "iso_ceiling")
SAME_MARK_OCTAVES = 0.1
ENDED = ("kelvin", "iso_ceiling", "iso_floor", "frame_rate")  # numbers that no search keeps within the body
AS_IF_OFF = (None, False, "off", *catalogue.NOT_THERE)  # a body without the setting stands like this
WITHOUT_EFFECT = ("af_response", "af_priority", "af_activation", "subject_detection")  # while focus is by hand


def has_number(sentence: str) -> bool:
    """True where a reason carries a number of the case."""
    return any(each.isdigit() for each in sentence)


def alike(setting_id: SettingId, one: Value, other: Value) -> bool:
    """The same value; of times, apertures and ISO the same mark."""
    numbers = all(is_number(each) and each > 0 for each in (one, other))
    if setting_id in STEPPED and numbers:
        return abs(math.log2(float(one) / float(other))) < SAME_MARK_OCTAVES  # type: ignore[arg-type]
    return (type(one) is type(other) and one == other) or (numbers and one == other)


@dataclass(frozen=True, slots=True)
class Yielded:
    """Why a standing value gave way, and whether the kit is why."""

    because: str
    is_kit: bool


@dataclass
class Precedence:
    """Standing values against rules, requests and the body, setting by setting.

    shutter: the kind that is set; yielding: standing values that a check forbids here, with what it says; gave_way: all
    that did; stood: those that stand where a rule would have chosen otherwise.
    """

    case: Case
    shutter: ShutterKind
    yielding: Mapping[SettingId, str]
    gave_way: dict[SettingId, Yielded] = field(default_factory=dict)
    stood: set[SettingId] = field(default_factory=set)

    @property
    def standing(self) -> Mapping[SettingId, StandingValue]:
        return self.case.standing.values

    def decide(
        self,
        setting_id: SettingId,
        value: Value,
        layer: Layer,
        said: tuple[str, ...],
        *,
        must: bool,
        lacking: Collection[str],
    ) -> tuple[Value, Layer, tuple[str, ...], tuple[Voice, ...]]:
        """What stands, where the photographer has a standing value: theirs, unless something forbids it here.

        Args: value, layer, said: what a rule would set and why; must: nothing else works here; lacking: options that the
            body does not have, outright or as it is set.
        """
        stands, entry = self.standing[setting_id], catalogue.setting(setting_id)
        self.stood.discard(setting_id)
        self.gave_way.pop(setting_id, None)
        own = stands.near(value)
        where = f" {stands.where}" if stands.where else " on every body"
        mine, rule = Voice(layer="foundation", value=own), Voice(layer=layer, value=value)
        # Of what stands nobody is told to have asked for it.
        plain = tuple(reason for reason in said if reason != ASKED)
        yours = f"Your foundation{where}."
        if layer == "body" and self._end_passed(setting_id, own) is not None:
            self.give_way(setting_id, self._past_the_body(setting_id, own), is_kit=True)
            return value, layer, plain, (rule, mine)
        if alike(setting_id, own, value):
            return value, "foundation", (yours, *plain), ()
        if self._is_asked_here(setting_id) or setting_id in self.case.given.held:
            asked: Layer = "request" if said[:1] == (ASKED,) else layer
            return value, asked, said, (Voice(layer=asked, value=value), mine)
        if value is None or (value == "na" and setting_id in WITHOUT_EFFECT):
            return own, "foundation", (yours, *plain), ()
        because, is_kit = self._forbids(setting_id, own, value, plain, must=must, lacking=lacking)
        if because:
            self.give_way(setting_id, because, is_kit=is_kit)
            instead = f"Your foundation says {say_value(entry, own)}{where if stands.where else ''}; it gives way here."
            return value, layer, (*plain, instead), (rule, mine)
        self.stood.add(setting_id)
        otherwise = (f"Otherwise {say_value(entry, value)}: {plain[0]}",) if plain else ()
        return own, "foundation", (yours, *otherwise), (mine, rule)

    def asks_otherwise(self, setting_id: SettingId, own: Value, value: Value) -> bool:
        """True where this situation asks for something else than stands on other days."""
        return self._is_asked_here(setting_id) and not alike(setting_id, own, value)

    def _is_asked_here(self, setting_id: SettingId) -> bool:
        field = ASKED_AS.get(setting_id)
        return field is not None and getattr(self.case.asked, field) is not None

    def _forbids(
        self,
        setting_id: SettingId,
        own: Value,
        value: Value,
        said: tuple[str, ...],
        *,
        must: bool,
        lacking: Collection[str],
    ) -> tuple[str, bool]:
        """Why a standing value cannot stand here, and whether the kit is why; the empty text where it can."""
        body = self.case.body
        if setting_id in self.yielding:
            return self.yielding[setting_id], False
        if harm := self.case.wishes.harms.get(setting_id):
            return " ".join((f"{harm[:1].upper()}{harm[1:]}.", *said[:1])), False
        declared = body.support_of(setting_id)
        if declared is not None and isinstance(own, str) and own in lacking:
            missing = f"{body.name} has no “{say_value(catalogue.setting(setting_id), own)}”."
            return f"{missing} {declared.instead}".strip(), True
        if ends := self._past_the_body(setting_id, own):
            return ends, True
        was_asked = getattr(self.case.requests, ASKED_AS.get(setting_id, ""), None) is not None
        if must or value == "na" or was_asked:
            return " ".join(said), value == "na"
        return "", False

    def within_the_body(
        self, setting_id: SettingId, value: Value, reasons: tuple[str, ...], layer: Layer
    ) -> tuple[Value, tuple[str, ...], Layer]:
        """The number, or the end of what this body has of it."""
        end = self._end_passed(setting_id, value)
        if end is None:
            return value, reasons, layer
        return end, (*reasons, self._past_the_body(setting_id, value)), "body"

    def _end_passed(self, setting_id: SettingId, value: Value) -> float | None:
        return self.case.body.end_passed(setting_id, value, self.shutter) if is_number(value) else None

    def _past_the_body(self, setting_id: SettingId, own: Value) -> str:
        """What a number is held to by this body; the empty text where it keeps within."""
        end = self._end_passed(setting_id, own)
        return "" if end is None else f"{self.case.body.name} ends at {say_value(catalogue.setting(setting_id), end)}."

    def give_way(self, setting_id: SettingId, because: str, *, is_kit: bool) -> None:
        self.gave_way[setting_id] = Yielded(because, is_kit)
