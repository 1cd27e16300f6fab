"""What a request of this case would spoil. The rule that overrules it and the check that says so ask here, both."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import TYPE_CHECKING

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.once import cached_property
from wide_aperture.core.physics.quantities import mired

if TYPE_CHECKING:
    from wide_aperture.core.planning.case.case import Case

WIDE_AREAS = ("wide_tracking", "whole_area", "zone")
CHOSEN_BY_CAMERA = ("wide_tracking", "whole_area")  # nothing tells these areas which of several things is meant
NEEDLES = ("pinpoint", "magnified_live_view")
AFTER_A_DELAY = ("self_timer", "remote")


@dataclass(frozen=True)
class Wishes:
    """A harm the plan can name is no part of the plan; a matter of taste is obeyed."""

    case: Case

    @cached_property
    def harms(self) -> Mapping[SettingId, str]:
        """Settings that were asked for and would spoil the picture here, each with what it would do."""
        harms: dict[SettingId, str | None] = {
            "af_area": self._area(),
            "drive": self._drive(),
            "white_balance": self._balance(),
            "bracketing": self._bracket(),
        }
        return {setting: harm for setting, harm in harms.items() if harm is not None}

    @property
    def joining_spoils(self) -> bool:
        """Frames that are joined must match: nothing may stir."""
        return self.case.subject.is_moving or self.case.subject.stirs

    def _area(self) -> str | None:
        case, area = self.case, self.case.requests.af_area
        if case.depth.is_zone_focus:
            return None
        if area in CHOSEN_BY_CAMERA and case.has("foreground_obstacles"):
            return "it takes what stands in front of the subject"
        if area in CHOSEN_BY_CAMERA and case.has("crowd_behind"):
            return "it takes whichever face it likes"
        runs = case.subject.is_moving and case.subject.speed_m_s >= case.figure("release_from_m_s")
        if area in NEEDLES and runs:
            return f"at {wording.speed(case.subject.speed_m_s)} nothing stays under it"
        return None

    def _drive(self) -> str | None:
        case = self.case
        panned = case.situation.look in ("pan_blur", "blur")
        runs = case.subject.is_moving and case.subject.speed_m_s >= case.figure("burst_from_m_s")
        if case.requests.drive in AFTER_A_DELAY and runs and not panned:
            return f"at {wording.speed(case.subject.speed_m_s)} the moment is over when it fires"
        return None

    def _bracket(self) -> str | None:
        asked = self.case.requests.bracketing
        if asked is None or asked.frames == 1 or not self.joining_spoils:
            return None
        return f"at {wording.speed(self.case.subject.speed_m_s)} its frames would not match"

    def _balance(self) -> str | None:
        """A fixed value far from the light, in a file that keeps the cast for good."""
        case = self.case
        asked = case.requests.kelvin or case.light.preset_k(case.requests.white_balance)
        if asked is None or case.requests.file != "jpeg" or case.situation.second_cct_k is not None:
            return None
        apart = abs(float(mired(asked) - mired(case.light.cct_k)))
        if apart <= case.figure("mixed_mired"):
            return None
        return f"a JPEG keeps its cast of {apart:.0f} mired for good"
