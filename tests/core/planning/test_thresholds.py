"""Just inside and just outside each threshold of practice: the answer turns at the figure, and nowhere near it."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from django.test import SimpleTestCase

from tests.core.builders import body, codes, lens, plan_input, situation
from wide_aperture.core.craft.figures import by_full_name
from wide_aperture.core.documents.accessories import Accessories, Flash
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.documents.situation import LightByEv
from wide_aperture.core.physics.quantities import mired
from wide_aperture.core.planning import PlanInput, plan_of

Probe = Callable[[Plan], Any]
STARS = {
    "genre": "night_sky",
    "near": 1e9,
    "far": None,
    "support": "tripod",
    "angular_speed_arcsec_s": 15.04,
    "subject": "stars",
    "ev": -7,
}
MOON = {**STARS, "angular_speed_arcsec_s": 14.5, "subject": "moon", "near": 1e8, "ev": 14}
LAND = {"genre": "landscape", "near": 30, "far": None, "support": "tripod", "ev": 11}
PEOPLE = {"genre": "wedding", "near": 3, "far": 6, "ev": 9}
RUN = {"ev": 10, "near": 15, "far": 40}


def fires(code: str) -> Probe:
    return lambda plan: code in codes(plan)


def value(setting: str) -> Probe:
    return lambda plan: plan.setup.value(setting)


def sets(setting: str, option: Any) -> Probe:
    return lambda plan: plan.setup.value(setting) == option


def cautions(word: str) -> Probe:
    return lambda plan: any(word in caution for caution in plan.cautions)


def asked(brief: dict[str, Any], **more: Any) -> PlanInput:
    return plan_input(situation(**brief), **more)


def swinging(by: float) -> LightByEv:
    return LightByEv(ev100=10, ev_low=10 - by, ev_high=10, cct_k=5200)


def held(
    brief: dict[str, Any], pin: str, of: Callable[[PlanInput, float], float], **more: Any
) -> Callable[[float], PlanInput]:
    """The brief with a value held where the threshold's quantity is x."""
    return lambda x: asked(brief, pins={pin: of(asked(brief, **more), x)}, **more)


def second_light(apart: float) -> dict[str, Any]:
    return {**PEOPLE, "cct_k": 5000, "second_cct_k": 1e6 / (float(mired(5000)) + apart)}


# figure: (a brief in which its quantity is x, what turns there)
TURNS: dict[str, tuple[Callable[[float], PlanInput], Probe]] = {
    "airy_seen_px": (held(LAND, "aperture", lambda g, px: px * g.body.pixel_pitch_um / 1.34157), fires("diffraction_softening")),
    "visible_blur_share": (held({**RUN, "speed": 7}, "shutter_s", lambda g, s: s * g.body.width_px / g.case.subject.image_speed_px_s), fires("motion_blur_subject")),
    "visible_trail_px": (held(STARS, "shutter_s", lambda g, px: px / g.case.subject.sky_drift_px(1.0), glass=lens(20, 1.8)), fires("star_trailing")),
    "moon_drift_px": (held(MOON, "shutter_s", lambda g, px: px / g.case.subject.sky_drift_px(1.0), glass=lens(600, 8)), fires("moon_drift_blur")),
    "wind_reach_m": (lambda m: asked({**LAND, "near": m, "constraints": ("windy",)}), fires("wind_motion")),
    "af_blind_ev": (lambda ev: asked({**LAND, "ev": ev}, glass=lens(50, 2)), fires("af_low_light_limit")),
    "af_blind_f": (lambda f: asked({**LAND, "ev": -4}, glass=lens(50, f)), fires("af_low_light_limit")),
    "backlit_ev": (lambda ev: asked({**PEOPLE, "background_ev100": 9 + ev}), fires("backlight_underexposure")),
    "mixed_mired": (lambda apart: asked(second_light(apart)), fires("wb_mixed_light")),
    "cold_c": (lambda c: asked({**LAND, "temperature_c": c}), fires("battery_cold")),
    "dew_humidity": (lambda h: asked({**STARS, "humidity": h}), fires("dew_risk")),
    "dew_hours": (lambda h: asked({**STARS, "humidity": 0.9}, requests={"sequence_hours": h, "interval_s": 30.0}), fires("dew_risk")),
    "long_sequence_hours": (lambda h: asked(LAND, requests={"sequence_hours": h, "interval_s": 60.0}), fires("long_sequence_endurance")),
    "many_frames": (lambda n: asked(LAND, requests={"sequence_frames": round(n), "interval_s": 1.0}), fires("long_sequence_endurance")),
    "shock_from_mm": (lambda mm: asked({**LAND, "ev": 6}, glass=lens(mm, 4), requests={"shutter_type": "mechanical", "shutter_s": 0.125}), fires("shutter_shock_risk")),
    "shock_band_s.from": (lambda s: asked({**LAND, "ev": 6}, glass=lens(400, 4), pins={"shutter_s": s, "shutter_type": "mechanical"}), fires("shutter_shock_risk")),
    "wide_open_f": (lambda f: asked({**PEOPLE, "ev": 14}, glass=lens(85, 1.4), pins={"aperture": f, "shutter_s": 1 / 4000, "shutter_type": "electronic_first_curtain"}), fires("efcs_bokeh_cut")),
    "slit_s": (lambda s: asked({**PEOPLE, "ev": 14}, glass=lens(85, 1.4), pins={"aperture": 1.4, "shutter_s": s, "shutter_type": "electronic_first_curtain"}), fires("efcs_bokeh_cut")),
    "stirs_m_s": (lambda v: asked({**LAND, "speed": v, "direction": "across"}, requests={"focus_stack_frames": 5}), fires("bracket_ghosting")),
    "moving_from_m_s": (lambda v: asked({**PEOPLE, "speed": v, "direction": "across"}), value("af_mode")),
    "release_from_m_s": (lambda v: asked({**RUN, "speed": v}), value("af_priority")),
    "burst_from_m_s": (lambda v: asked({**RUN, "genre": "street", "speed": v}), value("drive")),
    "steady_light_ev": (lambda ev: asked({"genre": "sports", "speed": 7, "constraints": ("background_changes",), "light": swinging(ev)}), value("exposure_mode")),
    "keep_changes_ev": (lambda ev: asked({**PEOPLE, "light": swinging(ev)}), value("slot_changes")),
    "moon_rate_below_arcsec_s": (lambda rate: asked({**STARS, "subject": None, "angular_speed_arcsec_s": rate}), lambda plan: next(w.imposed_by for w in plan.windows if w.id == "trailing")),
    "simulation_blind_ev": (lambda ev: asked({**LAND, "ev": ev}), value("exposure_simulation")),
    "eye_needs_share": (lambda s: asked({**PEOPLE, "near": 0.22 * 0.085 / s / 0.024, "far": 0.22 * 0.085 / s / 0.024}, glass=lens(85, 1.8)), value("subject_detection")),
    "focus_limit_from_mm": (lambda mm: asked({"genre": "wildlife", "near": 30, "far": 60, "ev": 11}, glass=lens(mm, 4)), value("focus_limiter")),
    "focus_limit_from_m": (lambda m: asked({"genre": "wildlife", "near": m, "far": 60, "ev": 11}, glass=lens(400, 5.6)), value("focus_limiter")),
    "near_street_m": (lambda m: asked({"genre": "street", "near": m, "far": 12, "ev": 11}, glass=lens(28, 2)), value("touch_action")),
    "solar_sky_from_ev": (lambda ev: asked({**PEOPLE, "ev": 12, "background_ev100": ev}), cautions("Sun")),
    "night_work_below_ev": (lambda ev: asked({**LAND, "ev": ev}), cautions("Night work")),
    "lit_ev": (lambda ev: asked({**LAND, "ev": ev}, pins={"exposure_simulation": "off"}), fires("exposure_simulation_misleads")),
    "many_pixels_mp": (lambda mp: asked({**LAND, "support": "handheld", "ev": 3}, camera=body(megapixels=mp)), lambda plan: "twice the care" in str([w.sentence for w in plan.windows if w.id == "shake"])),
    "strong_noise_reduction_from_iso": (lambda iso: asked(PEOPLE, schools={"file": "jpeg"}, pins={"iso": iso}), value("look_noise")),
    "lamp_reach_m": (lambda m: asked({**PEOPLE, "near": m, "far": 9, "ev": 3}), lambda plan: "do not reach" in plan.setup.settings["assist_lamp"].reasons[0]),
    "flash_trails_from_s": (lambda s: asked({**PEOPLE, "ev": 2, "speed": 1.5, "direction": "across"}, requests={"flash": "bounce"}, accessories=Accessories(flash=Flash(guide_number_m=40)), pins={"shutter_s": s}), value("flash_curtain")),
}  # fmt: skip
# Compared with the grace of a nominal mark, a sixth of a stop.
GRACE = {
    "visible_trail_px",
    "moon_drift_px",
    "shock_band_s.from",
    "wide_open_f",
    "slit_s",
    "flash_trails_from_s",
    "visible_blur_share",
}


class Thresholds(SimpleTestCase):
    def test_the_answer_turns_at_the_figure(self):
        known = by_full_name()
        for name, (brief, probe) in TURNS.items():
            at = known[name]
            by = (0.17 if name in GRACE else 0.04) * abs(at) or 0.04
            with self.subTest(name):
                below, above = probe(plan_of(brief(at - by))), probe(plan_of(brief(at + by)))
                self.assertNotEqual(below, above)
                self.assertEqual(probe(plan_of(brief(at - 3 * by))), below)
                self.assertEqual(probe(plan_of(brief(at + 3 * by))), above)
