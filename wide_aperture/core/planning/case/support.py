"""How the camera of a case is held, and how long it is held still."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import TYPE_CHECKING

from wide_aperture.core.once import cached_property
from wide_aperture.core.physics import motion

if TYPE_CHECKING:
    from wide_aperture.core.planning.case.case import Case


@dataclass(frozen=True)
class Support:
    """Stops credited to stabiliser and support, and the slowest time they give."""

    case: Case

    @property
    def on_tripod(self) -> bool:
        return self.case.situation.support == "tripod"

    @property
    def has_stabiliser(self) -> bool:
        return max(self.case.body.stabiliser_stops, self.case.lens.stabiliser_stops) > 0

    @property
    def accepted_s(self) -> float | None:
        """The slowest time the photographer accepts here, whatever it shows; None where nobody said."""
        return self.case.asked.shutter_floor_s

    @cached_property
    def is_switched_off(self) -> bool:
        """True when the photographer asked for, or holds, the stabiliser off."""
        case = self.case
        return case.given.held.get("stabilisation", case.requests.stabilisation) == "off"

    @cached_property
    def stabiliser_stops(self) -> float:
        """Stops credited to the stabiliser: a sheet's laboratory figure less one, half a stop more for two; none when off."""
        body, lens = self.case.body.stabiliser_stops, self.case.lens.stabiliser_stops
        if max(body, lens) == 0 or self.is_switched_off:
            return 0.0
        case = self.case
        pair = case.figure("stabiliser_pair_gain_stops") if min(body, lens) > 0 else 0.0
        return max(max(body, lens) - case.figure("stabiliser_lab_loss_stops") + pair, 0.0)

    @property
    def care_divisor(self) -> float:
        """By how much one over the focal length is divided: pixels, print or school ask for more care."""
        twice = self.case.schools.hand_hold == "twice_reciprocal" or self.case.output.asks_twice_the_care
        return self.case.figure("careful_divisor") if twice else 1.0

    @property
    def handheld_limit_s(self) -> float:
        """The slowest time the hand (monopod, rest) holds, stabiliser and planned burst included; inf on a tripod."""
        return self.single_frame_limit_s * 2 ** motion.burst_gain_stops(self.case.situation.burst_frames)

    @cached_property
    def single_frame_limit_s(self) -> float:
        """The same for one frame, without the gain of choosing among several."""
        if self.on_tripod:
            return math.inf
        case = self.case
        stops = self.stabiliser_stops + self.case.figure("support_stops", case.situation.support)
        return float(motion.handheld_limit(case.glass.focal_mm, case.body.crop_factor, self.care_divisor, stops))
