"""One case: kit, situation and preferences together, with the numbers every rule starts from."""

from __future__ import annotations

import math
from dataclasses import dataclass, field

import numpy as np

from wide_aperture.core.craft.figures import (
    BLUR_SHARE,
    CROSSING_ANGLE_DEG,
    CURTAIN_RATE_ARCSEC_S,
    HIGHLIGHT_SHARE,
    NEAR_ENOUGH_FOR_WIND_M,
    RESTLESS_M_S,
    SLIT_S,
    STANDING_UNDER_EV,
    STAR_RATE_ARCSEC_S,
    STIRS_M_S,
    SUBJECT_DEPTH_M,
    SUBJECT_HEIGHT_M,
    SUPPORT_STOPS,
    TO_THE_RIGHT_MARGIN_EV,
    USUAL_SUBJECT,
)
from wide_aperture.core.craft.lights import NamedLight, named_light
from wide_aperture.core.documents.accessories import Accessories
from wide_aperture.core.documents.body import NOMINAL_SLACK, Body, ShutterKind
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.preferences import Preferences, Requests, Schools
from wide_aperture.core.documents.situation import (
    OPTICAL_INFINITY_M,
    OUTPUT_PIXELS,
    Constraint,
    LightByName,
    LightBySky,
    Situation,
    SubjectKind,
)
from wide_aperture.core.errors import DomainError
from wide_aperture.core.once import cached_property
from wide_aperture.core.physics import motion, optics


@dataclass(frozen=True)
class Case:
    """Everything a rule may ask, worked out once. Distances in m, times in s, EV at ISO 100."""

    body: Body
    lens: Lens
    situation: Situation
    preferences: Preferences = field(default_factory=Preferences)
    accessories: Accessories = field(default_factory=Accessories)

    @property
    def requests(self) -> Requests:
        return self.preferences.requests

    @property
    def schools(self) -> Schools:
        return self.preferences.schools

    def has(self, *constraints: Constraint) -> bool:
        """True when the situation carries any of these constraints."""
        return any(c in self.situation.constraints for c in constraints)

    # light -----------------------------------------------------------------------------------------

    @cached_property
    def _named(self) -> NamedLight | None:
        light = self.situation.light
        return named_light(light.name) if isinstance(light, LightByName) else None

    @cached_property
    def ev100(self) -> float:
        light = self.situation.light
        if isinstance(light, LightBySky):
            raise DomainError("situation/light", light.condition, "needs the shoot's date and place to become a number")
        return self._named.ev100 if isinstance(light, LightByName) and self._named else light.ev100  # type: ignore[union-attr]

    @cached_property
    def ev_low(self) -> float:
        stated = self.situation.light.ev_low
        return min(stated if stated is not None else self.ev100, self.ev100)

    @cached_property
    def ev_high(self) -> float:
        stated = self.situation.light.ev_high
        return max(stated if stated is not None else self.ev100, self.ev100)

    @property
    def light_swing_ev(self) -> float:
        return self.ev_high - self.ev_low

    @cached_property
    def cct_k(self) -> float:
        stated = self.situation.light.cct_k
        if stated is not None:
            return stated
        return self._named.cct_k if self._named else 5500.0

    @cached_property
    def flicker_hz(self) -> float | None:
        if self.situation.flicker_hz is not None:
            return self.situation.flicker_hz
        return 2.0 * self.preferences.mains_hz if self._named and self._named.pulses else None

    @cached_property
    def modulation(self) -> float:
        if self.situation.flicker_hz is None and self._named and self._named.pulses:
            return self._named.modulation
        return self.situation.modulation

    @cached_property
    def scene_range_ev(self) -> float | None:
        stated = self.situation.scene_range_ev
        return stated if stated is not None else (self._named.range_ev if self._named else None)

    @cached_property
    def ambient_offset_ev(self) -> float:
        """How much darker (-) than normal the ambient light is meant to be, because flash lights the subject."""
        return -1.0 if self.flash_leads else 0.0

    @cached_property
    def wanted_ev(self) -> float:
        return self.ev100 - self.ambient_offset_ev - self.highlight_shift_ev

    @cached_property
    def scene_top_ev(self) -> float | None:
        """How far the scene's brightest tones lie above mid; None when its range is not known."""
        scene, behind = self.scene_range_ev, self.situation.background_ev100
        if scene is None:
            return None
        return max(HIGHLIGHT_SHARE * scene, behind - self.ev100 + 1 if behind is not None else 0.0)

    @cached_property
    def highlight_shift_ev(self) -> float:
        """How much brighter (+) or darker (-) than the meter's middle the school of highlights exposes.

        Brighter only on a tripod: elsewhere it would be paid in ISO, which gains nothing.
        """
        school = self.schools.highlights
        if school == "standing_under_exposure":
            return STANDING_UNDER_EV
        top = self.scene_top_ev
        if school != "expose_to_the_right" or top is None or self.flash_leads:
            return 0.0
        headroom = self.body.electrons.mid_below_clipping_ev - TO_THE_RIGHT_MARGIN_EV - top
        return max(-2.0, min(math.floor(headroom * 3) / 3, 5 / 3 if self.on_tripod else 0.0))

    @property
    def is_matched_series(self) -> bool:
        """Frames that will be stitched, stacked or played one after the other, and so must look alike."""
        asked = self.requests
        timed = asked.interval_s is not None or asked.drive == "interval"
        return self.has("panorama") or timed or (asked.sequence_frames or 0) > 1 or asked.sequence_hours is not None

    # subject ---------------------------------------------------------------------------------------

    @cached_property
    def subject(self) -> SubjectKind:
        stated = self.situation.subject
        if stated is not None:
            return stated
        rate = self.situation.angular_speed_arcsec_s
        if self.situation.genre == "night_sky" and rate is not None:
            return "moon" if rate < 14.8 else "stars"
        if self.situation.genre == "wildlife" and self.has("plain_sky_background"):
            return "bird"
        if self.situation.look == "silky_water":
            return "water"
        return USUAL_SUBJECT[self.situation.genre]

    @property
    def is_living(self) -> bool:
        return self.subject in RESTLESS_M_S

    @cached_property
    def is_moving(self) -> bool:
        """Moves on its own fast enough that focus must follow: beyond a person's standing gestures."""
        if self.subject in ("land", "water", "stars", "moon"):
            return False
        return self.situation.speed.high_m_s >= 0.5 and self.situation.direction != "still"

    @property
    def stirs(self) -> bool:
        """True when frames joined into one would not match: anything moves, or wind does it near by."""
        windy = self.has("windy") and self.near_m <= NEAR_ENOUGH_FOR_WIND_M
        return self.situation.speed.high_m_s >= STIRS_M_S or windy

    @cached_property
    def speed_m_s(self) -> float:
        """The upper end of the band, and never less than what a living subject's restlessness amounts to."""
        return max(self.situation.speed.high_m_s, RESTLESS_M_S.get(self.subject, 0.0))

    @cached_property
    def near_m(self) -> float:
        return self.situation.near_m

    @cached_property
    def far_m(self) -> float:
        far = self.situation.far_m
        return math.inf if far is None or far >= OPTICAL_INFINITY_M else far

    @cached_property
    def mid_m(self) -> float:
        """Where the subject usually is: the geometric mean of its range, or the near end of an open one."""
        if math.isinf(self.far_m):
            return self.near_m
        return math.sqrt(self.near_m * self.far_m)

    @cached_property
    def subject_depth_m(self) -> float:
        return SUBJECT_DEPTH_M.get(self.subject, 0.1)

    @property
    def crossing_angle_deg(self) -> float:
        return CROSSING_ANGLE_DEG[self.situation.direction]

    @cached_property
    def image_speed_px_s(self) -> float:
        """Pixels a second at which the subject's image crosses the sensor at its usual distance."""
        return self.image_speed_px_s_at(self.mid_m)

    def beyond_focal_m(self, distance_m: float) -> float:
        """The distance, or the nearest one at which this focal length forms an image at all."""
        return max(distance_m, self.focal_mm / 1000 * 1.05)

    def image_speed_px_s_at(self, distance_m: float) -> float:
        if self.speed_m_s == 0 or distance_m >= OPTICAL_INFINITY_M:
            return 0.0
        distance = self.beyond_focal_m(distance_m)
        speed = motion.image_speed(self.speed_m_s, self.crossing_angle_deg, distance, self.focal_mm)
        return float(speed) * 1000 / self.body.pixel_pitch_um

    @cached_property
    def sky_rate_arcsec_s(self) -> float:
        """How fast the sky subject moves; 0 when no sky matters."""
        situation = self.situation
        if self.has("star_tracker") and self.subject == "stars" and situation.direction != "erratic":
            return 0.0
        stated = situation.angular_speed_arcsec_s
        if situation.direction == "erratic" and stated is not None:
            return max(stated, CURTAIN_RATE_ARCSEC_S)
        if stated is not None:
            return stated
        return STAR_RATE_ARCSEC_S if situation.genre == "night_sky" or self.subject == "stars" else 0.0

    def sky_drift_px(self, exposure_s: float) -> float:
        if self.sky_rate_arcsec_s == 0:
            return 0.0
        return float(motion.angular_blur(self.sky_rate_arcsec_s, self.focal_mm, self.body.pixel_pitch_um, exposure_s))

    # output ----------------------------------------------------------------------------------------

    @cached_property
    def output(self) -> str:
        return "print_60cm" if self.has("print_60cm") else self.situation.output

    @property
    def output_pixels(self) -> float:
        return OUTPUT_PIXELS[self.output]

    @cached_property
    def blur_tolerance_px(self) -> float:
        share = BLUR_SHARE[self.output] * (0.6 if self.situation.look == "freeze" else 1.0)
        return share * self.body.width_px

    @cached_property
    def sky_tolerance_px(self) -> float:
        """Stars stay points within 0.05 % of the width (3 of 6000 pixels); a Moon's edge needs 0.02 %."""
        if self.situation.direction == "erratic":
            return self.blur_tolerance_px
        return (0.0002 if self.subject == "moon" else 0.0005) * self.body.width_px

    @property
    def asks_twice_the_care(self) -> bool:
        return self.body.megapixels > 40 or self.output == "print_60cm"

    # kit -------------------------------------------------------------------------------------------

    @cached_property
    def focal_mm(self) -> float:
        """The stated focal length, or one that frames the subject; always one the lens has.

        Raises: DomainError when the stated focal length lies outside the lens's range.
        """
        low, high = self.lens.focal_min_mm, self.lens.focal_max_mm
        stated = self.situation.focal_length_mm
        if stated is not None:
            if not low / 1.02 <= stated <= high * 1.02:
                span = f"{low:g} mm" if low == high else f"{low:g} to {high:g} mm"
                raise DomainError("situation/focal_length_mm", stated, f"must be one this lens has ({span})")
            return min(max(stated, low), high)
        return min(max(self.framing_focal_mm, low), high)

    @cached_property
    def framing_focal_mm(self) -> float:
        """The focal length at which the subject at its usual distance fills 60 % of the frame's height."""
        if self.subject == "moon":
            return self.body.sensor_height_mm * 110 * 0.5  # its image is about f/110
        if self.subject == "stars" or self.mid_m >= OPTICAL_INFINITY_M:
            return 20.0 / self.body.crop_factor
        height = SUBJECT_HEIGHT_M.get(self.subject, 1.8)
        if self.situation.genre in ("landscape", "night_sky"):
            return 28.0 / self.body.crop_factor
        return 0.6 * self.body.sensor_height_mm * self.mid_m / height

    @cached_property
    def widest_aperture(self) -> float:
        return self.lens.widest_at(self.focal_mm)

    @property
    def smallest_aperture(self) -> float:
        return self.widest_aperture if self.lens.fixed_aperture else self.lens.smallest_f_number

    @cached_property
    def lens_best_aperture(self) -> float:
        """Two stops down, and f/8 on 36 x 24 mm: where the whole frame of most lenses is at its sharpest."""
        return max(8.0 / self.body.crop_factor, self.widest_aperture * math.sqrt(2))

    @property
    def has_stabiliser(self) -> bool:
        return max(self.body.stabiliser_stops, self.lens.stabiliser_stops) > 0

    @cached_property
    def stabiliser_stops(self) -> float:
        """Stops credited to the stabiliser: a sheet's laboratory figure less one, half a stop more for two."""
        body, lens = self.body.stabiliser_stops, self.lens.stabiliser_stops
        if max(body, lens) == 0:
            return 0.0
        return max(max(body, lens) - 1.0 + (0.5 if min(body, lens) > 0 else 0.0), 0.0)

    @property
    def on_tripod(self) -> bool:
        return self.situation.support == "tripod"

    @cached_property
    def handheld_limit_s(self) -> float:
        """The slowest time the hand (monopod, rest) holds, stabiliser and planned burst included; inf on a tripod."""
        if self.on_tripod:
            return math.inf
        strict = 2.0 if self.schools.hand_hold == "twice_reciprocal" else 1.0
        divisor = max(strict, 2.0 if self.asks_twice_the_care else 1.0)
        stops = self.stabiliser_stops + SUPPORT_STOPS[self.situation.support]
        stops += motion.burst_gain_stops(self.situation.burst_frames)
        return float(motion.handheld_limit(self.focal_mm, self.body.crop_factor, divisor, stops))

    @cached_property
    def flash_use(self) -> str:
        wanted = self.requests.flash or "off"
        return "off" if self.has("no_flash") else wanted

    @property
    def flash_in_use(self) -> bool:
        return self.flash_use != "off"

    @property
    def flash_leads(self) -> bool:
        """True when the flash, not the ambient light, lights the subject."""
        return self.flash_use in ("key", "bounce")

    @property
    def high_speed_sync(self) -> bool:
        return bool(self.accessories.flash and self.accessories.flash.high_speed_sync)

    # depth -----------------------------------------------------------------------------------------

    @property
    def is_zone_focus(self) -> bool:
        return self.requests.focus_method == "zone_focus" or self.schools.exposure == "zone_focus_program"

    @cached_property
    def range_is_wanted_sharp(self) -> bool:
        """True when all from near to far must be sharp at once, not only the subject within that range."""
        situation = self.situation
        if situation.depth != "auto":
            return situation.depth == "range"
        if self.is_zone_focus or situation.look in ("deep_focus", "silky_water"):
            return True
        if situation.genre in ("landscape", "night_sky"):
            return True
        # Something that does not move at all and spans a distance is an extended subject (rows of people), as
        # long as a sensible aperture can cover it at all.
        stands_still = situation.speed.high_m_s == 0 and situation.direction == "still"
        return stands_still and math.isfinite(self.far_m) and self._aperture_for_range(self.critical_coc_mm) <= 11

    @cached_property
    def critical_coc_mm(self) -> float:
        """Half the usual circle where faces are judged or nobody measures the distance; the usual one for land."""
        return self.body.coc_mm / 2 if self.is_living or self.is_zone_focus else self.body.coc_mm

    def _aperture_for_range(self, coc_mm: float) -> float:
        if self.near_m >= OPTICAL_INFINITY_M:
            return 0.5
        near = self.beyond_focal_m(self.near_m)
        return optics.aperture_for_range(self.focal_mm, near, max(self.far_m, near), coc_mm)[0]

    @cached_property
    def aperture_for_whole_range(self) -> float:
        return self._aperture_for_range(self.critical_coc_mm)

    @cached_property
    def aperture_for_subject(self) -> float:
        """The widest aperture that still holds the subject's own depth at its usual distance."""
        if self.mid_m >= OPTICAL_INFINITY_M:
            return 0.5
        half = min(self.subject_depth_m / 2, self.mid_m / 2)
        near = self.beyond_focal_m(self.mid_m - half)
        return optics.aperture_for_range(self.focal_mm, near, max(self.mid_m + half, near), self.body.coc_mm)[0]

    @cached_property
    def focus_m(self) -> float:
        """Where focus is set: for the whole range when that is wanted, else on the subject's usual distance."""
        if self.near_m >= OPTICAL_INFINITY_M:
            return math.inf
        if not self.range_is_wanted_sharp:
            return self.mid_m
        return 2 / (1 / self.near_m + (0.0 if math.isinf(self.far_m) else 1 / self.far_m))

    def blur_percent(self, f_number: float) -> float:
        """Blur disc of a far background, in per cent of the frame's height."""
        if math.isinf(self.focus_m):
            return 0.0
        focus = self.beyond_focal_m(self.focus_m)
        disc = optics.blur_disc_diameter(self.focal_mm, f_number, focus, np.inf)
        return float(disc) / self.body.sensor_height_mm * 100

    # shutter kinds ---------------------------------------------------------------------------------

    @cached_property
    def permitted_shutter_kinds(self) -> tuple[ShutterKind, ...]:
        """Shutter kinds this case allows, best first. Never empty: a body's only kind is always allowed."""
        available = self.body.shutter_kinds
        curtains: list[ShutterKind] = [k for k in ("mechanical", "leaf", "electronic_first_curtain") if k in available]
        electronic: list[ShutterKind] = ["electronic"] if "electronic" in available else []
        if self.on_tripod and "electronic_first_curtain" in curtains and not self.flash_in_use:
            curtains.sort(key=lambda kind: kind != "electronic_first_curtain")  # no first curtain, no shock
        ranked: list[ShutterKind] = curtains + electronic
        if self.flash_in_use:
            ranked = [k for k in ranked if self.body.flash_sync.shortest_s(k) is not None] or curtains
        elif self.wants_silence and electronic:
            ranked = electronic  # a hard rule of the place: what it harms is priced and said
        elif curtains and (self.flicker_hz is not None or self.electronic_leans or self.body.readout_ms is None):
            ranked = curtains
        return tuple(ranked or available)

    @property
    def wants_silence(self) -> bool:
        return self.has("silent")

    @cached_property
    def skew_deg(self) -> float:
        """By how many degrees the electronic read-out slants the moving image (or a panned background)."""
        if self.body.readout_ms is None:
            return 0.0
        skew_px = float(motion.rolling_skew(self.image_speed_px_s_at(self.near_m), self.body.readout_ms / 1000))
        return math.degrees(math.atan2(skew_px, self.body.height_px))

    @property
    def electronic_leans(self) -> bool:
        """The trade's threshold: a slant of about 5 degrees (9 % of the frame's height) shows."""
        return self.skew_deg > 3.0

    @cached_property
    def fastest_s(self) -> float:
        return min(self.body.fastest_s(kind) for kind in self.permitted_shutter_kinds) / NOMINAL_SLACK

    def shutter_kind_for(self, exposure_s: float) -> ShutterKind:
        """The best permitted kind that reaches this time; the quickest one when none does."""
        kinds = self.permitted_shutter_kinds
        if exposure_s <= SLIT_S * NOMINAL_SLACK and "mechanical" in kinds:
            kinds = tuple(kind for kind in kinds if kind != "electronic_first_curtain")
        for kind in kinds:
            if exposure_s >= self.body.fastest_s(kind) / NOMINAL_SLACK:
                return kind
        return min(self.permitted_shutter_kinds, key=self.body.fastest_s)
