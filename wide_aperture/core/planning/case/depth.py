"""The depth of a case: what must be sharp at once, where focus is set, and which apertures hold it."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache
from typing import TYPE_CHECKING

import numpy as np

from wide_aperture.core.documents.situation import OPTICAL_INFINITY_M
from wide_aperture.core.once import cached_property
from wide_aperture.core.physics import optics

if TYPE_CHECKING:
    from wide_aperture.core.planning.case.case import Case


@lru_cache(maxsize=4096)
def _aperture_for_range(focal_mm: float, near_m: float, far_m: float, coc_mm: float) -> float:
    """A bag of kit asks the same of many pairs: zooms meet at one focal length, bodies share a sensor's size."""
    return optics.aperture_for_range(focal_mm, near_m, far_m, coc_mm)[0]


@dataclass(frozen=True)
class Depth:
    """Distances in m, circles of confusion in mm, apertures as f-numbers."""

    case: Case

    @property
    def is_zone_focus(self) -> bool:
        case = self.case
        return case.requests.focus_method == "zone_focus" or case.schools.exposure == "zone_focus_program"

    @cached_property
    def range_is_wanted_sharp(self) -> bool:
        """True when all from near to far must be sharp at once, not only the subject within that range."""
        situation = self.case.situation
        if situation.depth != "auto":
            return situation.depth == "range"
        if self.is_zone_focus or situation.look in ("deep_focus", "silky_water"):
            return True
        if situation.genre in ("landscape", "night_sky"):
            return True
        # Something that does not move at all and spans a distance is an extended subject (rows of people), as
        # long as a sensible aperture can cover it at all.
        # Many who sway on the spot still stand where they stand.
        posed = situation.genre in ("wedding", "portrait", "everyday")
        sways = (
            posed
            and situation.direction == "erratic"
            and situation.speed.high_m_s < self.case.figure("moving_from_m_s")
        )
        still = situation.speed.high_m_s == 0 and situation.direction == "still"
        stands_still = still or (sways and self.case.subject.kind in ("person", "group"))
        subject = self.case.subject
        # One who stands at one distance is no range: what must be sharp there is the subject's own depth.
        extends = math.isfinite(subject.far_m) and subject.far_m - subject.near_m > subject.depth_m
        return (
            stands_still
            and extends
            and self._aperture_for_range(self.critical_coc_mm) <= self.case.figure("range_sensible_f")
        )

    @cached_property
    def stack_frames(self) -> int | None:
        """Frames of a focus stack: as asked, or where nothing moves and no aperture reaches; None for no stack.

        Source: each step of the ring covers 2 x near of the hyperfocal distance at the lens's best aperture.
        """
        case = self.case
        if not case.support.on_tripod or case.wishes.joining_spoils or case.subject.sky_rate_arcsec_s:
            return None
        if case.requests.focus_stack_frames is not None:
            return case.requests.focus_stack_frames
        if not self.range_is_wanted_sharp or case.subject.is_living or case.requests.aperture is not None:
            return None
        if self._aperture_for_range(case.body.coc_mm) <= case.figure("largest_sensible_f"):
            return None
        hyperfocal = optics.hyperfocal_distance(case.glass.focal_mm, case.glass.best_aperture, case.body.coc_mm)
        return max(2, math.ceil(float(hyperfocal) / (2 * case.subject.near_m)))

    @cached_property
    def critical_coc_mm(self) -> float:
        """Half the usual circle where faces are judged or nobody measures the distance; the usual one for land."""
        usual = self.case.body.coc_mm
        return usual / 2 if self.case.subject.is_living or self.is_zone_focus else usual

    def _aperture_for_range(self, coc_mm: float) -> float:
        subject, glass = self.case.subject, self.case.glass
        if subject.near_m >= OPTICAL_INFINITY_M:
            return 0.5
        near = glass.beyond_focal_m(subject.near_m)
        return _aperture_for_range(glass.focal_mm, near, max(subject.far_m, near), coc_mm)

    @cached_property
    def aperture_for_whole_range(self) -> float:
        return self._aperture_for_range(self.critical_coc_mm) * self._off_the_mark

    @cached_property
    def _off_the_mark(self) -> float:
        """By how much the range needs a smaller opening because the ring has no mark where focus belongs.

        Source: a point's disc grows with |1/focus - 1/point|; at the best distance both ends have the same.
        """
        subject = self.case.subject
        near, far = 1 / subject.near_m, 0.0 if math.isinf(subject.far_m) else 1 / subject.far_m
        if not self.is_zone_focus or near <= far or math.isinf(self.focus_m):
            return 1.0
        focus = 1 / self.focus_m
        return max(near - focus, focus - far) / ((near - far) / 2)

    @cached_property
    def aperture_for_subject(self) -> float:
        """The widest aperture that still holds the subject's own depth at its usual distance."""
        subject, glass = self.case.subject, self.case.glass
        if subject.mid_m >= OPTICAL_INFINITY_M:
            return 0.5
        half = min(subject.depth_m / 2, subject.mid_m / 2)
        near = glass.beyond_focal_m(subject.mid_m - half)
        return _aperture_for_range(glass.focal_mm, near, max(subject.mid_m + half, near), self.case.body.coc_mm)

    @cached_property
    def opening_needed(self) -> float:
        """The widest aperture that is sensible here: the lens's own, what was asked, what depth needs."""
        case = self.case
        depth = self.aperture_for_whole_range if self.range_is_wanted_sharp else self.aperture_for_subject
        sensible = min(depth, case.figure("largest_sensible_f"))
        return max(case.glass.widest_aperture, case.requests.aperture or 0.0, sensible)

    @cached_property
    def focus_m(self) -> float:
        """Where focus is set: for the whole range when that is wanted, else on the subject's usual distance."""
        subject = self.case.subject
        if subject.near_m >= OPTICAL_INFINITY_M:
            return math.inf
        if not self.range_is_wanted_sharp:
            return subject.mid_m
        best = 2 / (1 / subject.near_m + (0.0 if math.isinf(subject.far_m) else 1 / subject.far_m))
        return self.mark_near(best) if self.is_zone_focus else best

    def mark_near(self, distance_m: float) -> float:
        """The distance the body's zone focus can be set to that lies nearest, as depth counts it; any where it has no marks."""
        marks = self.case.body.abilities.focus_steps_m
        return min(marks, key=lambda mark: abs(1 / mark - 1 / distance_m)) if marks else distance_m

    def blur_percent(self, f_number: float) -> float:
        """Blur disc of a far background, in per cent of the frame's height."""
        if math.isinf(self.focus_m):
            return 0.0
        glass = self.case.glass
        disc = optics.blur_disc_diameter(glass.focal_mm, f_number, glass.beyond_focal_m(self.focus_m), np.inf)
        return float(disc) / self.case.body.sensor_height_mm * 100
