"""What a request of this case would spoil. The rule that overrules it and the check that says so ask here, both."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING

from wide_aperture.core.documents.preferences import AfArea, Drive
from wide_aperture.core.once import cached_property
from wide_aperture.core.physics.quantities import mired

if TYPE_CHECKING:
    from wide_aperture.core.planning.case.case import Case

WIDE_AREAS = ("wide_tracking", "whole_area", "zone")
CHOSEN_BY_CAMERA = ("wide_tracking", "whole_area")  # nothing tells these areas which of several things is meant
NEEDLES = ("pinpoint", "magnified_live_view")
ONE_FRAME = ("single", "quiet_single", "self_timer", "remote")


@dataclass(frozen=True)
class Wishes:
    """A harm the plan can name is no part of the plan; a matter of taste is obeyed."""

    case: Case

    def area_spoils(self, area: AfArea) -> bool:
        """An area that takes what stands before or behind the subject, or is too small to stay on one that runs."""
        case = self.case
        if case.depth.is_zone_focus:
            return False
        if area in CHOSEN_BY_CAMERA and case.has("foreground_obstacles", "crowd_behind"):
            return True
        return area in NEEDLES and case.subject.is_moving and case.subject.speed_m_s >= case.figure("release_from_m_s")

    def drive_spoils(self, drive: Drive) -> bool:
        """One frame, or one after a delay, where the best moment lies between frames."""
        case = self.case
        panned = case.situation.look in ("pan_blur", "blur")
        runs = case.subject.is_moving and case.subject.speed_m_s >= case.figure("burst_from_m_s") and not panned
        return (drive in ("self_timer", "remote") and runs) or (
            drive == "single" and runs and case.requests.burst_seconds is not None
        )

    @cached_property
    def bracket_spoils(self) -> bool:
        """Frames that are joined must match: nothing may stir, unless only the sky drifts."""
        return self.case.subject.is_moving or self.case.subject.stirs

    @cached_property
    def balance_spoils(self) -> bool:
        """A fixed value far from the light, in a file that keeps the cast for good."""
        case = self.case
        asked = case.requests.kelvin or case.light.preset_k(case.requests.white_balance)
        if asked is None or case.requests.file != "jpeg":
            return False
        apart = abs(float(mired(asked) - mired(case.light.cct_k)))
        return apart > case.figure("mixed_mired") and case.situation.second_cct_k is None
