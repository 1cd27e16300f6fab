"""The light of a case: how bright, how far it moves, what colour, whether it pulses, and how bright the frame shall be."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import TYPE_CHECKING

from wide_aperture.core.craft.figures import figures_of
from wide_aperture.core.craft.lights import NamedLight, named_light
from wide_aperture.core.documents.situation import LightByName, LightBySky, SkyCondition
from wide_aperture.core.errors import DomainError
from wide_aperture.core.once import cached_property
from wide_aperture.core.physics.motion import common_period
from wide_aperture.core.physics.quantities import ev100

if TYPE_CHECKING:
    from wide_aperture.core.planning.case.case import Case


MOON_DISC = "moon_disc"  # of the table of lights


@dataclass(frozen=True)
class Light:
    """EV at ISO 100 on what the situation's light refers to; colour in kelvin."""

    case: Case

    @cached_property
    def _named(self) -> NamedLight | None:
        light = self.case.situation.light
        return named_light(light.name) if isinstance(light, LightByName) else None

    @property
    def condition(self) -> SkyCondition | None:
        """What the sky is like; None where nobody says."""
        return self._named.sky if self._named else getattr(self.case.situation.light, "condition", None)

    @cached_property
    def ev100(self) -> float:
        light = self.case.situation.light
        if isinstance(light, LightBySky):
            raise DomainError("situation/light", light.condition, "needs the shoot's date and place to become a number")
        own = self.case.situation.moon_ev100
        if own is not None and isinstance(light, LightByName) and light.name == MOON_DISC:
            return own  # what is known of the hour goes before the table: near the horizon the disc is stops dimmer
        return self._named.ev100 if isinstance(light, LightByName) and self._named else light.ev100  # type: ignore[union-attr]

    @cached_property
    def ev_low(self) -> float:
        stated = self.case.situation.light.ev_low
        return min(stated if stated is not None else self.ev100, self.ev100)

    @cached_property
    def ev_high(self) -> float:
        stated = self.case.situation.light.ev_high
        return max(stated if stated is not None else self.ev100, self.ev100)

    @property
    def swing_ev(self) -> float:
        return self.ev_high - self.ev_low

    @cached_property
    def cct_k(self) -> float:
        stated = self.case.situation.light.cct_k
        if stated is not None:
            return stated
        return self._named.cct_k if self._named else self.case.figure("unknown_light_k")

    def preset_k(self, mode: str | None) -> float | None:
        """What a white-balance preset stands for; None for modes that stand for no fixed light."""
        return self.case.figure("preset_kelvin", mode) if mode in figures_of("preset_kelvin") else None

    @cached_property
    def is_low_sun(self) -> bool:
        """Only the Sun is this bright and this warm."""
        late = self.cct_k < self.case.figure("late_daylight_k")
        return late and self.flicker_hz is None and self.ev100 >= self.case.figure("sun_from_ev")

    @cached_property
    def is_indoors(self) -> bool:
        """Lamps: they pulse, or they are too dim for the day and no bluer than its plain light."""
        if self.flicker_hz is not None:
            return True
        outdoors = self.case.situation.genre in ("landscape", "wildlife", "night_sky")
        coolest = self.case.figure("lamplight_below_k" if outdoors else "neutral_indoors_to_k")
        return self.ev100 < self.case.figure("sun_from_ev") and self.cct_k <= coolest

    @cached_property
    def is_blue_hour(self) -> bool:
        return self.cct_k > self.case.figure("blue_hour_k") and self.ev100 < self.case.figure("blue_hour_below_ev")

    def deepens_colour(self, kelvin: float) -> bool:
        """True when a white balance carries further what this hour's light is taken for: warmer at sunset, cooler at
        the blue hour."""
        return (self.is_low_sun and kelvin > self.cct_k) or (self.is_blue_hour and kelvin < self.cct_k)

    @cached_property
    def flicker_hz(self) -> float | None:
        """The lamps that pulse, or the first kind of two."""
        if self.case.situation.flicker_hz is not None:
            return self.case.situation.flicker_hz
        if self._named and self._named.pulses:
            return 2.0 * self.case.mains_hz
        return self.case.situation.second_flicker_hz

    @cached_property
    def flickers_hz(self) -> tuple[float, ...]:
        """Every kind of lamp that pulses here."""
        second = self.case.situation.second_flicker_hz
        return tuple(dict.fromkeys(each for each in (self.flicker_hz, second) if each is not None))

    @cached_property
    def whole_period_s(self) -> float | None:
        """The shortest time that evens out every lamp; None where none pulses."""
        return common_period(self.flickers_hz) if self.flickers_hz else None

    @cached_property
    def pulses(self) -> str:
        """The lamps' frequencies in words; the empty text where none pulses."""
        return " and ".join(f"{each:g}" for each in self.flickers_hz) + " Hz" if self.flickers_hz else ""

    @cached_property
    def modulation(self) -> float:
        if self.case.situation.flicker_hz is None and self._named and self._named.pulses:
            return self._named.modulation
        return self.case.situation.modulation

    @cached_property
    def scene_range_ev(self) -> float | None:
        stated = self.case.situation.scene_range_ev
        return stated if stated is not None else (self._named.range_ev if self._named else None)

    @cached_property
    def ambient_offset_ev(self) -> float:
        """How much darker (-) than normal the ambient light is meant to be, because flash lights the subject."""
        flash = self.case.flash
        if not flash.leads:
            return 0.0
        held = self.case.given.held.get("ambient_offset_ev")
        if isinstance(held, int | float):
            return float(held)
        if not flash.ghost_shows:
            return self.case.figure("flash_ambient_offset_ev", self.case.schools.ambient)
        if flash.keeps_room:
            return self.case.figure("ghost_offset_ev")
        dark = self.ev100 - float(ev100(flash.opening, flash.time_s, self.case.body.base_iso))
        return round(min(self.case.figure("ghost_offset_ev"), dark) * 3) / 3

    @cached_property
    def wanted_ev(self) -> float:
        """What the settings shall amount to."""
        return self.ev100 - self.ambient_offset_ev - self.highlight_shift_ev

    @cached_property
    def scene_top_ev(self) -> float | None:
        """How far the scene's brightest tones lie above mid; None when its range is not known."""
        scene, situation = self.scene_range_ev, self.case.situation
        behind = max(
            (ev for ev in (situation.background_ev100, situation.background2_ev100) if ev is not None), default=None
        )
        if scene is None:
            return None
        return max(
            self.case.figure("highlight_share") * scene,
            behind - self.ev100 + self.case.figure("background_top_ev") if behind is not None else 0.0,
        )

    @cached_property
    def highlight_shift_ev(self) -> float:
        """How much brighter (+) or darker (-) than the meter's middle the school of highlights, one's own habit, or what
        must hold exposes.

        Brighter only on a tripod: elsewhere it would be paid in ISO, which gains nothing.
        """
        return (
            min(self._habitual_shift_ev, self.case.intent.shift_ev)
            if self.case.intent.shift_ev
            else self._habitual_shift_ev
        )

    @cached_property
    def _habitual_shift_ev(self) -> float:
        """What school or habit alone would have."""
        school = self.case.schools.highlights
        if (own := self.case.standing.compensation_ev) is not None:
            return own
        if self.case.subject.kind == "moon" and self.case.schools.moon_tone == "bright":
            return self.case.figure("moon_bright_ev")
        if school == "standing_under_exposure":
            return self.case.figure("standing_under_ev")
        if school != "expose_to_the_right" or self.case.flash.leads:
            return 0.0
        top = self.case.intent.scene_top_ev
        if top is None:
            return 0.0
        headroom = self.case.body.electrons.mid_below_clipping_ev - self.case.figure("to_the_right_margin_ev") - top
        most = self.case.figure("to_the_right_most_ev") if self.case.support.on_tripod else 0.0
        return max(self.case.figure("to_the_right_least_ev"), min(math.floor(headroom * 3) / 3, most))
