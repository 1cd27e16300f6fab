"""The subject of a case: what it is, how far, how deep, and how fast its image moves."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import TYPE_CHECKING, ClassVar

from wide_aperture.core.craft.figures import USUAL_SUBJECT, figures_of
from wide_aperture.core.documents.situation import OPTICAL_INFINITY_M, SubjectKind
from wide_aperture.core.once import cached_property
from wide_aperture.core.physics import motion

if TYPE_CHECKING:
    from wide_aperture.core.planning.case.case import Case


@dataclass(frozen=True)
class Subject:
    """Distances in m, speeds in m/s, image speeds in pixels a second."""

    LENSLESS: ClassVar = ("kind", "is_living", "near_m", "far_m", "mid_m", "blur_m", "sky_rate_arcsec_s")

    case: Case

    @cached_property
    def kind(self) -> SubjectKind:
        situation = self.case.situation
        if situation.subject is not None:
            return situation.subject
        rate = situation.angular_speed_arcsec_s
        if situation.genre == "night_sky" and rate is not None:
            return "moon" if rate < self.case.figure("moon_rate_below_arcsec_s") else "stars"
        if situation.genre == "wildlife" and self.case.has("plain_sky_background"):
            return "bird"
        if situation.look == "silky_water":
            return "water"
        return USUAL_SUBJECT[situation.genre]

    @cached_property
    def is_living(self) -> bool:
        return self.kind in figures_of("restless_m_s")

    @cached_property
    def is_moving(self) -> bool:
        """Moves on its own fast enough that focus must follow: beyond a person's standing gestures."""
        if self.kind in ("land", "water", "stars", "moon", "meteor") or self.case.situation.look == "light_trails":
            return False
        return (
            self.case.situation.speed.high_m_s >= self.case.figure("moving_from_m_s")
            and self.case.situation.direction != "still"
        )

    @property
    def stirs(self) -> bool:
        """True when frames joined into one would not match: anything moves, or wind does it near by."""
        windy = self.case.has("windy") and self.near_m <= self.case.figure("wind_reach_m")
        return self.case.situation.speed.high_m_s >= self.case.figure("stirs_m_s") or windy

    @cached_property
    def speed_m_s(self) -> float:
        """The upper end of the band; where none is stated, what a living subject's restlessness amounts to."""
        return self.case.situation.speed.high_m_s or self.restless_m_s

    @cached_property
    def still_moment_stops(self) -> float:
        """What a planned burst gains where a living thing only stirs: one of its frames meets a still moment."""
        if self.case.situation.speed.high_m_s or not self.is_living:
            return 0.0
        return motion.burst_gain_stops(self.case.situation.burst_frames)

    @cached_property
    def restless_m_s(self) -> float:
        """Small movements of a living thing, no more than a share of its height each second, of what the frame shows of it.

        What is no person, waits without moving and is worth a tripod is taken as still: it sleeps, or rests.
        """
        situation = self.case.situation
        rests = situation.speed.high_m_s == 0 and situation.direction == "still" and self.case.support.on_tripod
        if not self.is_living or (rests and self.kind not in ("person", "group")):
            return 0.0
        most = self.case.figure("restless_share") * self.shown_height_m
        return min(self.case.figure("restless_m_s", self.kind), most)

    @cached_property
    def shown_height_m(self) -> float:
        """The subject's height, or what of it the frame holds at its usual distance."""
        height = self.case.figure("subject_height_m", self.kind)
        if self.mid_m >= OPTICAL_INFINITY_M:
            return height
        return min(height, self.case.body.sensor_height_mm * self.mid_m / self.case.glass.focal_mm)

    def height_share_at(self, distance_m: float) -> float | None:
        """The subject's image in heights of the frame, over 1 where it is cut off; None for what has no height."""
        if self.kind not in figures_of("subject_height_m"):
            return None
        case = self.case
        height = case.figure("subject_height_m", self.kind)
        return height * case.glass.focal_mm / case.glass.beyond_focal_m(distance_m) / case.body.sensor_height_mm

    def shown_share_at(self, distance_m: float) -> float:
        """What the subject fills of the frame's height at a distance, at most all of it."""
        share = self.height_share_at(distance_m)
        return self.case.figure("well_framed_share") if share is None else min(share, 1.0)

    @cached_property
    def near_m(self) -> float:
        return self.case.situation.near_m

    @cached_property
    def far_m(self) -> float:
        far = self.case.situation.far_m
        return math.inf if far is None or far >= OPTICAL_INFINITY_M else far

    @cached_property
    def mid_m(self) -> float:
        """Where the subject usually is: the geometric mean of its range, or the near end of an open one."""
        if math.isinf(self.far_m):
            return self.near_m
        return math.sqrt(self.near_m) * math.sqrt(self.far_m)  # apart: the product of tiny distances would vanish

    @cached_property
    def blur_m(self) -> float:
        """Where movement is judged: at the near third of its range, in ratios; most of what counts happens there."""
        if math.isinf(self.far_m):
            return self.near_m
        return float(self.near_m * (self.far_m / self.near_m) ** self.case.figure("blur_judged_at_share"))

    @cached_property
    def depth_m(self) -> float:
        """What of the subject must be sharp at once: of a face that fills the frame only the near eye."""
        whole = self.case.figure("subject_depth_m", self.kind)
        if not self.is_living or self.kind in ("group", "insect"):
            return whole
        return min(whole, self.case.figure("depth_share") * self.shown_height_m)

    @property
    def crossing_angle_deg(self) -> float:
        """The angle to the line of sight that moves across: limbs still cross where a body comes nearer."""
        direction = self.case.situation.direction
        limbs = direction == "towards" and self.is_living
        return self.case.figure("crossing_angle_deg", "limbs" if limbs else direction)

    @cached_property
    def image_speed_px_s(self) -> float:
        """Pixels a second at which the subject's image crosses the sensor where movement is judged."""
        return self.image_speed_px_s_at(self.blur_m)

    def image_speed_px_s_at(self, distance_m: float) -> float:
        if self.speed_m_s == 0 or distance_m >= OPTICAL_INFINITY_M:
            return 0.0
        glass = self.case.glass
        distance = glass.beyond_focal_m(distance_m)
        speed = motion.image_speed(self.speed_m_s, self.crossing_angle_deg, distance, glass.focal_mm)
        return float(speed) * 1000 / self.case.body.pixel_pitch_um

    @cached_property
    def sky_rate_arcsec_s(self) -> float:
        """How fast the sky subject moves; 0 when no sky matters."""
        situation = self.case.situation
        if self.case.has("star_tracker") and self.kind == "stars" and situation.direction != "erratic":
            return 0.0
        stated = situation.angular_speed_arcsec_s
        turns = stated is not None and stated <= motion.SIDEREAL_RATE_ARCSEC_S * 1.01
        if situation.direction == "erratic" and turns and self.kind != "meteor":
            return self.case.figure("curtain_rate_arcsec_s")  # how the sky turns says nothing of its curtains
        if stated is not None:
            return stated
        return motion.SIDEREAL_RATE_ARCSEC_S if situation.genre == "night_sky" or self.kind == "stars" else 0.0

    def sky_drift_px(self, exposure_s: float) -> float:
        if self.sky_rate_arcsec_s == 0:
            return 0.0
        pitch = self.case.body.pixel_pitch_um
        return float(motion.angular_blur(self.sky_rate_arcsec_s, self.case.glass.focal_mm, pitch, exposure_s))
