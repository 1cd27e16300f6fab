"""The standing values of a case: what its photographer has set on any day, as far as it applies here.

Where a standing value can be asked for, it is asked for: whatever judges a request judges it alike. A request of this
situation goes before it.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import TYPE_CHECKING, Any

from pydantic import ValidationError

from wide_aperture.core.craft.brackets import brackets
from wide_aperture.core.documents.named_look import NamedLook
from wide_aperture.core.documents.preferences import Requests
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setting_values import Value, is_number
from wide_aperture.core.documents.setup import Standing
from wide_aperture.core.documents.situation import STREAK_LOOKS
from wide_aperture.core.once import cached_property

if TYPE_CHECKING:
    from wide_aperture.core.planning.case.case import Case

# Settings that can be asked for, by the field of the request; the others are set as they stand.
ASKED_AS: Mapping[SettingId, str] = {
    name: name
    for name in (
        "exposure_mode", "shutter_s", "aperture", "iso", "metering", "white_balance", "kelvin", "af_mode", "af_area",
        "subject_detection", "drive", "shutter_type", "stabilisation", "flash", "dr_mode",
        "noise_reduction_long_exposure", "interval_s", "file", "picture_profile", "card_mode", "self_timer",
    )
} | {"slowest_shutter_s": "shutter_floor_s", "bracketing": "bracketing", "af_activation": "back_button_af"}  # fmt: skip
ADDING = ("exposure_comp_ev",)  # a standing shift of every exposure
LEFT_ON = ("auto",)  # nobody asks for what the camera does by itself: it stands as long as no check speaks
BACK_BUTTON = {"back_button": True, "shutter_button": False}


@dataclass(frozen=True, slots=True)
class StandingValue:
    """value; up_to: the end of a band that begins at the value; where: in words; adds: to what the case chooses."""

    value: Value
    up_to: float | None = None
    where: str = ""
    adds: bool = False

    def near(self, chosen: Value) -> Value:
        """What stands, given what the case would choose: a band is entered at its nearer end, a shift is in it already."""
        if self.adds and chosen is not None:
            return chosen
        if self.up_to is None or not is_number(chosen):
            return self.value
        return min(max(float(chosen), float(self.value or 0)), self.up_to)


@dataclass(frozen=True)
class StandingValues:
    """What stands in this case, by setting."""

    case: Case

    @cached_property
    def values(self) -> Mapping[SettingId, StandingValue]:
        """The narrowest of those that apply: a look, then dim places, genres, one body, any day."""
        own = self.case.given.foundation
        if own is None:
            return {}
        found = {
            name: StandingValue(value, adds=name in ADDING) for name, value in own.settings.items() if value is not None
        }
        fitting = [each for each in own.standing if not each.insists and each.value is not None and self._applies(each)]
        for each in sorted(fitting, key=_narrowness):
            found[each.setting] = StandingValue(each.value, each.up_to, self._where(each), each.setting in ADDING)
        if self.look is not None:
            where = f"in the look “{self.look.name}”"
            found |= {
                name: StandingValue(value, where=where)
                for name, value in self.look.settings.items()
                if value is not None
            }
        return found

    @cached_property
    def look(self) -> NamedLook | None:
        """The photographer's own look that is taken here: the one named, else the first meant for such work."""
        own, named = self.case.given.foundation, self.case.given.preferences.look
        looks = own.looks if own is not None else ()
        if named is not None:
            return next((look for look in looks if look.name == named), None)
        genre, body = self.case.situation.genre, self.case.body.id
        return next((look for look in looks if look.is_for(genre, body)), None)

    @cached_property
    def compensation_ev(self) -> float | None:
        """By how much every exposure is shifted; None where nobody has such a habit."""
        own = self.values.get("exposure_comp_ev")
        return float(own.value) if own is not None and isinstance(own.value, int | float) else None

    def _applies(self, each: Standing) -> bool:
        case = self.case
        return (
            (not each.genres or case.situation.genre in each.genres)
            and each.body_id in (None, case.body.id)
            and (each.darker_than_ev is None or case.light.ev100 < each.darker_than_ev)
        )

    def _where(self, each: Standing) -> str:
        words = []
        if each.darker_than_ev is not None:
            words.append(f"under EV {each.darker_than_ev:g}")
        if each.genres:
            words.append(f"in {self.case.situation.genre.replace('_', ' ')}")
        if each.body_id is not None:
            words.append(f"on {self.case.body.name}")
        return " ".join(words)

    @cached_property
    def asked(self) -> Requests:
        """The situation's own requests, and under them what stands and can be asked for."""
        own = self.case.asked
        stands = {
            field: value
            for name, each in self.values.items()
            if each.up_to is None and (field := ASKED_AS.get(name)) and getattr(own, field) is None
            for value in (None if each.value in LEFT_ON else as_request(name, each.value, field),)
            if value is not None
        }
        if self.case.situation.look in STREAK_LOOKS or self.case.support.on_tripod:
            stands.pop("shutter_floor_s", None)  # the slowest time is the hand's
        if own.white_balance is not None or own.kelvin is not None:  # one question: whoever asks for one, asks for both
            stands.pop("kelvin", None)
            stands.pop("white_balance", None)
        elif "kelvin" in stands and stands.get("white_balance", "kelvin") != "kelvin":
            stands.pop("kelvin")
        return own.model_copy(update=stands) if stands else own


def _narrowness(each: Standing) -> tuple[bool, bool, bool]:
    return (each.darker_than_ev is not None, bool(each.genres), each.body_id is not None)


@lru_cache(maxsize=1024, typed=True)
def as_request(setting: SettingId, value: Value, field: str) -> Any:
    """The value as a request has it in its field; None where it cannot be asked for."""
    asked: Any = value
    if setting == "bracketing":
        known = brackets().get(str(value))
        asked = {"frames": known[0], "step_ev": known[1]} if known else None
    elif setting == "af_activation":
        asked = BACK_BUTTON.get(str(value))
    if asked is None:
        return None
    try:
        return getattr(Requests.model_validate({field: asked}), field)
    except ValidationError:
        return None
