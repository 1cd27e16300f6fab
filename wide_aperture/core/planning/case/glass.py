"""The lens of a case at the focal length that is used."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import TYPE_CHECKING

from wide_aperture.core.documents.situation import OPTICAL_INFINITY_M
from wide_aperture.core.errors import DomainError
from wide_aperture.core.once import cached_property

if TYPE_CHECKING:
    from wide_aperture.core.planning.case.case import Case


@dataclass(frozen=True)
class Glass:
    """Focal length in mm, apertures as f-numbers."""

    case: Case

    @cached_property
    def focal_mm(self) -> float:
        """The stated focal length, or one that frames the subject; always one the lens has.

        Raises: DomainError when the stated focal length lies outside the lens's range.
        """
        low, high = self.case.lens.focal_min_mm, self.case.lens.focal_max_mm
        stated = self.case.situation.focal_length_mm
        if stated is not None:
            if not low / 1.02 <= stated <= high * 1.02:
                span = f"{low:g} mm" if low == high else f"{low:g} to {high:g} mm"
                raise DomainError("situation/focal_length_mm", stated, f"must be one this lens has ({span})")
            return min(max(stated, low), high)
        return min(max(self.framing_focal_mm, low), high)

    @cached_property
    def framing_focal_mm(self) -> float:
        """The focal length at which the subject at its usual distance is well framed."""
        body, subject = self.case.body, self.case.subject
        if subject.kind == "moon":
            return body.sensor_height_mm * 110 * self.case.figure("moon_framed_share")  # its image is about f/110
        if subject.kind == "stars" or subject.mid_m >= OPTICAL_INFINITY_M:
            return self.case.figure("stars_framing_mm") / body.crop_factor
        height = self.case.figure("subject_height_m", subject.kind)
        if self.case.situation.genre in ("landscape", "night_sky"):
            return self.case.figure("land_framing_mm") / body.crop_factor
        return self.case.figure("well_framed_share") * body.sensor_height_mm * subject.mid_m / height

    def beyond_focal_m(self, distance_m: float) -> float:
        """The distance, or the nearest one at which this focal length forms an image at all."""
        return max(distance_m, self.focal_mm / 1000 * 1.05)

    @cached_property
    def widest_aperture(self) -> float:
        return self.case.lens.widest_at(self.focal_mm)

    @property
    def smallest_aperture(self) -> float:
        return self.widest_aperture if self.case.lens.fixed_aperture else self.case.lens.smallest_f_number

    @cached_property
    def best_aperture(self) -> float:
        """Two stops down, and f/8 on 36 x 24 mm: where the whole frame of most lenses is at its sharpest."""
        return max(self.case.figure("best_f") / self.case.body.crop_factor, self.widest_aperture * math.sqrt(2))

    @cached_property
    def af_blind_ev(self) -> float:
        """The light under which autofocus sees nothing: known at one aperture, and this lens focuses wide open."""
        case = self.case
        return case.figure("af_blind_ev") + 2 * math.log2(self.widest_aperture / case.figure("af_blind_f"))
