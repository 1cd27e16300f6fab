"""What a check reads: the setup's values beside the case and its limits."""

from __future__ import annotations

import math
from collections.abc import Callable, Collection
from dataclasses import dataclass
from typing import Literal

from wide_aperture.core.craft.check_pages import explanation
from wide_aperture.core.documents.body import NOMINAL_SLACK
from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setup import Setup
from wide_aperture.core.once import cached_property
from wide_aperture.core.physics.quantities import ev100, iso_for, time_for
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.limits import Term, all_terms

About = Literal["plan", "request", "pin", "kit"]


@dataclass(frozen=True)
class Checked:
    """A setup in its case. Values missing from the setup are None, and checks that need them stay silent."""

    case: Case
    setup: Setup
    known_terms: tuple[Term, ...] | None = None
    answered: Collection[str] = ()  # settings asked for that another finding already speaks of

    @property
    def pinned(self) -> Collection[str]:
        """Settings the photographer holds, so that a finding can say that a pin causes it."""
        return self.case.given.held

    @property
    def shutter_s(self) -> float | None:
        return self.setup.number("shutter_s")

    @property
    def aperture(self) -> float | None:
        return self.setup.number("aperture")

    @property
    def iso(self) -> float | None:
        return self.setup.number("iso")

    @property
    def nd_stops(self) -> float:
        return self.setup.number("nd_stops") or 0.0

    @property
    def mode(self) -> str | None:
        return self.setup.option("exposure_mode")

    @property
    def shutter_type(self) -> str | None:
        return self.setup.option("shutter_type")

    @property
    def flash_on(self) -> bool:
        return self.setup.option("flash") not in (None, "off")

    @property
    def is_electronic(self) -> bool:
        return self.shutter_type == "electronic"

    @cached_property
    def terms(self) -> dict[str, Term]:
        known = self.known_terms if self.known_terms is not None else all_terms(self.case)
        return {term.id: term for term in known}

    def slowest_allowed_s(self, *limits: str) -> float:
        """The shortest of the times these limits allow at most; inf where none applies."""
        highs = [self.terms[name].high for name in limits if name in self.terms]
        return min((high for high in highs if high is not None), default=math.inf)

    @cached_property
    def exposure_error_ev(self) -> float | None:
        """Brighter (+) or darker (-) than wanted as set; None while a value is missing."""
        if self.shutter_s is None or self.aperture is None or self.iso is None:
            return None
        fits = float(ev100(self.aperture, self.shutter_s, self.iso)) + self.nd_stops
        return self.case.light.wanted_ev - fits

    def iso_needed(self, aperture: float, shutter_s: float, ev: float | None = None) -> float:
        """The ISO that exposes rightly at these values and the wanted (or given) light."""
        light = self.case.light.wanted_ev if ev is None else ev - self.case.light.ambient_offset_ev
        return float(iso_for(light - self.nd_stops, aperture, shutter_s))

    def time_needed(self, aperture: float, iso: float) -> float:
        """The time that exposes rightly at these values and the wanted light."""
        return float(time_for(self.case.light.wanted_ev - self.nd_stops, aperture, iso))

    def about(self, *settings: str) -> About:
        """ "pin" when one of these settings is held by the photographer, else "plan"."""
        return "pin" if any(s in self.pinned for s in settings) else "plan"

    def option(self, setting_id: SettingId) -> str | None:
        return self.setup.option(setting_id)

    def has_option(self, setting_id: SettingId, option: str) -> bool:
        """True where the body has this option of a setting."""
        declared = self.case.body.support_of(setting_id)
        return declared is None or option in declared.options


def report(
    code: str,
    *,
    sentence: str,
    about: About = "plan",
    handled_by: tuple[str, ...] = (),
    residual: str | None = None,
    remedy: Remedy | None = None,
) -> Finding:
    """A finding; level and title are the check's own, from its explanation page."""
    page = explanation(code)
    return Finding(
        code=code,
        level=page.level,
        about=about,
        title=page.title,
        sentence=sentence,
        handled_by=handled_by,
        residual=residual,
        remedy=remedy,
    )


Check = Callable[[Checked], Finding | None]
SLACK = NOMINAL_SLACK
