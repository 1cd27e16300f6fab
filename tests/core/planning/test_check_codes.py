"""Every check code: one case in which it fires, one beside it in which it stays silent.

The fifty tokens of the judgement cases are taken from their "fires when"; the rest from their own explanation page.
"""

from __future__ import annotations

from typing import Any
from unittest.mock import patch

from django.test import SimpleTestCase

from tests.core.builders import body, codes, lens, planned, situation
from tests.core.corpus import demo_inputs
from tests.core.planning.test_checks import checked
from wide_aperture.core.craft.check_pages import explanations
from wide_aperture.core.documents.accessories import Accessories, Flash
from wide_aperture.core.documents.body import FlashSync, RawTrial, ReserveFloor
from wide_aperture.core.documents.body_support import BodyConflict, SettingIs, SettingSupport
from wide_aperture.core.documents.lens import ApertureAt
from wide_aperture.core.documents.situation import LightByEv
from wide_aperture.core.planning import plan_of
from wide_aperture.core.planning.case.frame import FrameSeen

FLASH = Accessories(flash=Flash(guide_number_m=36))
STARS = {
    "genre": "night_sky",
    "near": 1e9,
    "far": None,
    "support": "tripod",
    "angular_speed_arcsec_s": 15.04,
    "subject": "stars",
}
MOON = {
    "genre": "night_sky",
    "near": 1e8,
    "far": None,
    "support": "tripod",
    "angular_speed_arcsec_s": 14.5,
    "subject": "moon",
}
LAND = {"genre": "landscape", "near": 20, "far": None, "support": "tripod"}
BECK = {
    "genre": "landscape",
    "near": 3,
    "far": 15,
    "look": "silky_water",
    "support": "tripod",
    "direction": "across",
    "speed": 2,
}


def plan_codes(
    *,
    requests: Any = None,
    camera: Any = None,
    glass: Any = None,
    accessories: Any = None,
    schools: Any = None,
    pins: Any = None,
    own_look: str | None = None,
    **brief: Any,
) -> set[str]:
    kit = {"camera": camera, "glass": glass, "accessories": accessories}
    return codes(planned(situation(**brief), requests=requests, schools=schools, pins=pins, own_look=own_look, **kit))


def asked(**requests: Any) -> dict[str, Any]:
    return {"requests": requests}


# token: (brief and kit in which the plan's findings hold it, the same in which they do not)
TOKENS: dict[str, tuple[dict[str, Any], dict[str, Any]]] = {
    "iso_ceiling_hit": ({"ev": 3, "speed": 7}, {"ev": 12, "speed": 7}),
    "shutter_floor_broken": (
        {"ev": 3, "speed": 7, **asked(shutter_floor_s=0.001)},
        {"ev": 9, "speed": 7, **asked(shutter_floor_s=0.001)},
    ),
    "max_shutter_exceeded": (
        {
            "ev": 16,
            "near": 2,
            "far": 3,
            "genre": "portrait",
            "glass": lens(85, 1.2),
            "camera": body(fastest_electronic_s=None, fastest_mechanical_s=1 / 4000),
            **asked(aperture=1.2),
        },
        {"ev": 10, "near": 2, "far": 3, "genre": "portrait", "glass": lens(85, 1.2), **asked(aperture=1.2)},
    ),
    "nd_required": ({"ev": 12, **BECK, "glass": lens(35, 2.8)}, {"ev": 4, **BECK, "glass": lens(35, 2.8)}),
    "highlight_clip_risk": ({"scene_range_ev": 15, **LAND}, {"scene_range_ev": 11, **LAND}),
    "dr_mode_raises_min_iso": (
        {
            "ev": 15,
            "camera": body(reserve_floors=(ReserveFloor(reserve="highlight_reserve_2", iso=400),)),
            **LAND,
            **asked(dr_mode="highlight_reserve_2"),
        },
        {
            "ev": 6,
            "speed": 7,
            "camera": body(reserve_floors=(ReserveFloor(reserve="highlight_reserve_2", iso=400),)),
            **asked(dr_mode="highlight_reserve_2"),
        },
    ),
    "meter_bias_light_tones": ({"subject_tone": "light"}, {"subject_tone": "mid"}),
    "meter_bias_dark_tones": ({"background_tone": "dark"}, {"background_tone": "mid"}),
    "small_bright_subject_overexposed": (
        {"subject_tone": "light", "background_tone": "dark", **asked(metering="multi_segment")},
        {"ev": -2.5, "background_tone": "dark", **LAND, "constraints": ("moon_not_in_frame",)},
    ),
    "backlight_underexposure": (
        {"ev": 10, "background_ev100": 12},
        {"ev": 10, "background_ev100": 13, "look": "silhouette"},
    ),
    "spot_metering_moving_subject": (
        {"speed": 7, "subject_tone": "light", **asked(metering="spot")},
        {"subject_tone": "light", **asked(metering="spot")},
    ),
    "background_change_exposure": ({"speed": 7, "constraints": ("background_changes",)}, {"speed": 7}),
    "exposure_flicker_sequence": (
        {"constraints": ("panorama",), **LAND, **asked(exposure_mode="aperture_priority")},
        {**LAND, **asked(exposure_mode="aperture_priority")},
    ),
    "flicker_banding": ({"speed": 7, "flicker_hz": 100}, {"speed": 7}),
    "wb_mixed_light": ({"cct_k": 3000, "second_cct_k": 5600}, {"cct_k": 5200, "second_cct_k": 5600}),
    "wb_mismatch": (
        {"cct_k": 3000, **asked(white_balance="daylight")},
        {"cct_k": 5400, **asked(white_balance="daylight")},
    ),
    "wb_auto_drift": (
        {"constraints": ("panorama",), **LAND, **asked(white_balance="auto")},
        {**LAND, **asked(white_balance="auto")},
    ),
    "flash_sync_exceeded": (
        {
            "ev": 15,
            "speed": 1,
            "near": 2,
            "far": 4,
            "genre": "portrait",
            "glass": lens(85, 1.8),
            "accessories": FLASH,
            **asked(flash="fill", shutter_s=1 / 1000),
        },
        {
            "ev": 8,
            "speed": 1,
            "near": 2,
            "far": 4,
            "genre": "portrait",
            "glass": lens(85, 1.8),
            "accessories": FLASH,
            **asked(flash="fill"),
        },
    ),
    "flash_with_electronic_shutter": (
        {"near": 2, "far": 4, "accessories": FLASH, **asked(flash="fill", shutter_type="electronic")},
        {"near": 2, "far": 4, "accessories": FLASH, **asked(flash="fill", shutter_type="mechanical")},
    ),
    "rolling_shutter_distortion": (
        {"ev": 14, "speed": 9, "camera": body(readout_ms=60), **asked(shutter_type="electronic")},
        {"ev": 14, "speed": 9, "camera": body(readout_ms=4), **asked(shutter_type="electronic")},
    ),
    "silent_shutter_conflict": (
        {"speed": 0.3, "constraints": ("silent",), "flicker_hz": 100},
        {"speed": 0.3, "constraints": ("silent",)},
    ),
    "efcs_bokeh_cut": (
        {
            "ev": 15,
            "near": 2,
            "far": 3,
            "genre": "portrait",
            "glass": lens(85, 1.4),
            **asked(shutter_type="electronic_first_curtain", aperture=1.4),
        },
        {
            "ev": 15,
            "near": 2,
            "far": 3,
            "genre": "portrait",
            "glass": lens(85, 4),
            **asked(shutter_type="electronic_first_curtain"),
        },
    ),
    "shutter_shock_risk": (
        {"ev": 10, **LAND, "glass": lens(300, 4), **asked(shutter_type="mechanical")},
        {"ev": 10, **LAND, "glass": lens(50, 4), **asked(shutter_type="mechanical")},
    ),
    "stabiliser_on_tripod": (
        {**LAND, **asked(stabilisation="on")},
        {"genre": "landscape", "near": 20, "far": None, **asked(stabilisation="on")},
    ),
    "camera_shake_risk": (
        {"ev": 2, "genre": "landscape", "near": 20, "far": None, **asked(shutter_s=0.5)},
        {"ev": 14, "genre": "landscape", "near": 20, "far": None},
    ),
    "motion_blur_subject": ({"ev": -1, "speed": 7}, {"ev": 12, "speed": 7}),
    "bracket_ghosting": (
        {"speed": 2, **asked(bracketing={"frames": 3, "step_ev": 2})},
        {**LAND, **asked(bracketing={"frames": 3, "step_ev": 2})},
    ),
    "wind_motion": ({**LAND, "near": 2, "constraints": ("windy",)}, {**LAND, "near": 200, "constraints": ("windy",)}),
    "diffraction_softening": (
        {"ev": 13, **LAND, **asked(aperture=32), "camera": body(megapixels=45)},
        {"ev": 13, **LAND, **asked(aperture=8)},
    ),
    "dof_insufficient": (
        {"ev": 12, "genre": "landscape", "near": 1, "far": None, "support": "tripod", "glass": lens(85, 1.8)},
        {"ev": 12, "genre": "landscape", "near": 3, "far": None, "support": "tripod", "glass": lens(24, 2.8)},
    ),
    "af_low_light_limit": ({"ev": -6, **STARS}, {"ev": 0, **LAND}),
    "af_background_grab": (
        {"speed": 7, "constraints": ("background_changes",), **asked(af_area="wide_tracking")},
        {"speed": 7, "constraints": ("plain_sky_background",)},
    ),
    "af_foreground_grab": ({"constraints": ("foreground_obstacles",)}, {}),
    "subject_detection_wrong_target": ({"speed": 7, "constraints": ("crowd_behind",)}, {"speed": 7}),
    "backbutton_eye_conflict": (
        {"speed": 7, **asked(back_button_af=True, half_press_af=True)},
        {"speed": 7, **asked(back_button_af=True, half_press_af=False)},
    ),
    "backbutton_handover": (asked(back_button_af=True, shared_camera=True), asked(back_button_af=True)),
    "af_mode_moving_subject": ({"speed": 5, **asked(af_mode="single")}, {"speed": 0, **asked(af_mode="single")}),
    "star_trailing": (
        {"ev": -7, **STARS, "glass": lens(50, 1.8), **asked(shutter_s=30)},
        {"ev": -7, **STARS, "glass": lens(14, 1.8)},
    ),
    "moon_drift_blur": (
        {"ev": 14, **MOON, "glass": lens(600, 6.3), **asked(shutter_s=1)},
        {"ev": 14, **MOON, "glass": lens(600, 6.3)},
    ),
    "lenr_breaks_interval": (
        {"ev": -7, **STARS, "glass": lens(20, 1.8), **asked(noise_reduction_long_exposure="on", interval_s=15)},
        {"ev": -7, **STARS, "glass": lens(20, 1.8), **asked(noise_reduction_long_exposure="on", interval_s=60)},
    ),
    "long_sequence_endurance": (
        {**LAND, **asked(sequence_hours=3, interval_s=10)},
        {**LAND, **asked(sequence_hours=0.5, interval_s=10)},
    ),
    "dew_risk": ({"ev": -7, "humidity": 0.95, **STARS}, {"ev": 12, "humidity": 0.95, **LAND}),
    "battery_cold": ({"temperature_c": -15}, {"temperature_c": 3}),
    "buffer_limit": ({"speed": 7, **asked(burst_seconds=15)}, {"speed": 7, **asked(burst_seconds=5)}),
    "card_overflow_no_backup": (
        {"constraints": ("unrepeatable",), **asked(card_mode="overflow")},
        asked(card_mode="overflow"),
    ),
    "clock_sync_needed": (asked(bodies=2, clock_synced=False), asked(bodies=2, clock_synced=True)),
    "file_name_collision": (asked(bodies=2, file_prefix="same"), asked(bodies=2, file_prefix="per_body")),
    "jpeg_only_irreversible": (
        {"constraints": ("unrepeatable",), **asked(file="jpeg")},
        {"constraints": ("unrepeatable",), **asked(file="raw_plus_jpeg")},
    ),
    "flat_profile_jpeg": (asked(file="jpeg", picture_profile="flat"), asked(file="raw", picture_profile="flat")),
    "underexposure_at_ceiling": (
        {"light": LightByEv(ev100=9, ev_low=3), "speed": 7},
        {"light": LightByEv(ev100=12, ev_low=11), "speed": 7},
    ),
}

# code: (settings of a hand-made setup in which it fires, settings in which it does not, brief and kit of both)
OTHERS: dict[str, tuple[dict[str, Any], dict[str, Any], dict[str, Any]]] = {
    "asked_number_dropped": ({"aperture": 5.6}, {"aperture": 1.2}, {"glass": lens(85, 1.2), **asked(aperture=1.2)}),
    "asked_setting_spoils": ({"af_area": "zone"}, {"af_area": "pinpoint"}, {"speed": 7, **asked(af_area="pinpoint")}),
    "ambient_offset_missed": (
        {"ambient_offset_ev": -1.0, "shutter_s": 1 / 15, "aperture": 2.8, "iso": 100.0}, {"ambient_offset_ev": -1.0, "shutter_s": 1 / 60, "aperture": 2.8, "iso": 1600.0},
        {"ev": 4, "genre": "wedding", "near": 3, "far": 3, **asked(flash="bounce")},
    ),
    "asked_setting_dropped": ({"file": "jpeg"}, {"file": "raw"}, asked(file="raw")),
    "extended_iso_costs": ({"extended_iso": "on"}, {"extended_iso": "off"}, {}),
    "zoom_moves_aperture": (
        {"exposure_mode": "manual", "aperture": 4.0}, {"exposure_mode": "manual", "aperture": 6.3},
        {"glass": lens(100, focal_min_mm=100, focal_max_mm=400, widest=(ApertureAt(focal_length_mm=100, f_number=4), ApertureAt(focal_length_mm=400, f_number=6.3)))},
    ),
    "exposure_lock_changing_light": ({"ae_lock": "burst", "exposure_mode": "manual_auto_iso"}, {"ae_lock": "off", "exposure_mode": "manual_auto_iso"}, {"constraints": ("background_changes",)}),
    "meter_fine_tune_forgotten": ({"meter_fine_tune": 0.5}, {"meter_fine_tune": 0.0}, {}),
    "hdr_alignment_crops": ({"hdr_mode": "auto"}, {"hdr_mode": "off"}, {}),
    "clip_thresholds_not_shown": ({"clip_warning": "off", "clip_high": 250.0}, {"clip_warning": "always", "clip_high": 250.0}, {}),
    "boosted_display_hides_exposure": ({"boosted_display": "on"}, {"boosted_display": "off"}, {}),
    "exposure_simulation_misleads": ({"exposure_simulation": "off"}, {"exposure_simulation": "on"}, {}),
    "shadow_lift_hides": ({"shadow_lift": "auto", "file": "raw"}, {"shadow_lift": "auto", "file": "jpeg"}, {}),
    "display_brightness_misleads": ({"display_brightness": "auto"}, {"display_brightness": "fixed"}, {}),
    "flash_out_of_reach": ({"flash": "key", "aperture": 11.0, "iso": 100.0}, {"flash": "key", "aperture": 2.8, "iso": 3200.0}, {"accessories": FLASH}),
    "flash_burst_power": ({"flash": "key", "drive": "continuous_high"}, {"flash": "key", "drive": "single"}, {"accessories": FLASH}),
    "hdr_with_flash": ({"flash": "fill", "hdr_mode": "auto"}, {"flash": "fill", "hdr_mode": "off"}, {"accessories": FLASH}),
    "anti_flicker_off_under_lamps": ({"anti_flicker": "off", "shutter_s": 0.001}, {"anti_flicker": "on", "shutter_s": 0.001}, {"flicker_hz": 100}),
    "precapture_needs_electronic": ({"precapture": "on", "shutter_type": "mechanical"}, {"precapture": "on", "shutter_type": "electronic"}, {}),
    "stabiliser_off_in_hand": ({"stabilisation": "off", "shutter_s": 0.02}, {"stabilisation": "on", "shutter_s": 0.02}, {}),
    "stabiliser_focal_length_wrong": ({"stabiliser_focal_mm": 50.0}, {"stabiliser_focal_mm": 200.0}, {"glass": lens(contacts=False)}),
    "self_timer_in_action": ({"self_timer": "10s"}, {"self_timer": "off"}, {"speed": 7}),
    "eye_sensor_blanks_screen": ({"finder_switch": "auto"}, {"finder_switch": "screen"}, LAND),
    "level_off_on_tripod": ({"level": "off"}, {"level": "on"}, LAND),
    "recompose_cosine_error": ({"focus_recompose": "lock_recompose", "aperture": 1.4}, {"focus_recompose": "move_point", "aperture": 1.4}, {"near": 1.2, "far": 1.5, "genre": "portrait", "glass": lens(50, 1.4)}),
    "detection_wrong_kind": ({"subject_detection": "bird", "af_mode": "continuous"}, {"subject_detection": "human", "af_mode": "continuous"}, {}),
    "manual_focus_left_on": ({"af_mode": "manual"}, {"af_mode": "continuous"}, {"speed": 7}),
    "focus_priority_high_rate": ({"af_priority": "focus", "frame_rate": 12.0}, {"af_priority": "focus", "frame_rate": 4.0}, {"speed": 7}),
    "automatic_area_in_crowd": ({"af_area": "whole_area"}, {"af_area": "tracking_point"}, {"constraints": ("crowd_behind",)}),
    "touch_drag_eye_side": ({"touch_drag": "whole"}, {"touch_drag": "right_half"}, {}),
    "touch_release_shakes": ({"touch_action": "shoot", "shutter_s": 0.25}, {"touch_action": "shoot", "shutter_s": 1 / 250}, LAND),
    "release_locked_without_lens": ({"release_without_lens": "locked"}, {"release_without_lens": "allowed"}, {"glass": lens(contacts=False)}),
    "touch_release_by_mistake": ({"touch_action": "shoot"}, {"touch_action": "point"}, {}),
    "prefocus_drains_battery": ({"prefocus": "on"}, {"prefocus": "off"}, {}),
    "manual_override_impossible": ({"mf_override": "on", "af_mode": "single"}, {"mf_override": "off", "af_mode": "single"}, {"glass": lens(ring="none")}),
    "interval_too_short": ({"interval_s": 10.0, "shutter_s": 15.0}, {"interval_s": 20.0, "shutter_s": 15.0}, {}),
    "card_full_before_end": ({"interval_count": 9000.0, "file": "raw"}, {"interval_count": 100.0, "file": "raw"}, {}),
    "raw_variant_untried": ({"file": "raw"}, {"file": "jpeg"}, {"camera": body(raw_tried=())}),
    "raw_variant_unread": ({"file": "raw_lossy_compressed"}, {"file": "raw"}, {"camera": body(raw_tried=(RawTrial(file="raw", opens=True), RawTrial(file="raw_lossy_compressed", opens=False)))}),
    "meter_and_focus_on_one_press": (
        {"metering": "spot", "spot_link": "centre", "exposure_mode": "aperture_priority", "af_mode": "single", "af_activation": "shutter_button"},
        {"metering": "spot", "spot_link": "af_point", "exposure_mode": "aperture_priority", "af_mode": "single", "af_activation": "shutter_button"}, {},
    ),
    "mirror_slower_than_burst": ({"card_mode": "backup"}, {"card_mode": "overflow"}, {"burst_frames": 60}),
    "numbering_restarts": ({"numbering": "reset"}, {"numbering": "continuous"}, {}),
    "untried_look_jpeg": ({"file": "jpeg", "look_contrast": 4.0}, {"file": "jpeg", "look_contrast": 1.0}, {}),
    "colour_space_for_web": ({"colour_space": "wide"}, {"colour_space": "srgb"}, {"output": "screen"}),
    "crop_left_on": ({"aspect": "1x1"}, {"aspect": "full"}, {}),
    "release_without_card": ({"release_without_card": "allowed"}, {"release_without_card": "locked"}, {}),
    "cards_not_offloaded": ({"cards_offloaded": "to_do"}, {"cards_offloaded": "done"}, {}),
    "clock_zone_wrong": ({"clock_zone": "home"}, {"clock_zone": "local"}, {}),
    "multiple_exposure_left_on": ({"multiple_exposure": "on"}, {"multiple_exposure": "off"}, {}),
    "sounds_heard": ({"sounds": "on"}, {"sounds": "off"}, {"constraints": ("discreet",)}),
    "assist_lamp_seen": ({"assist_lamp": "on"}, {"assist_lamp": "off"}, {"constraints": ("no_lamp",)}),
    "toggle_left_on": ({"button_hold_toggle": "toggle"}, {"button_hold_toggle": "hold"}, {}),
    "slot_changes_lost": ({"slot_changes": "forgotten"}, {"slot_changes": "kept"}, {"light": LightByEv(ev100=9, ev_low=5)}),
    "link_backlog_blocks_review": ({"link_mode": "phone", "link_send": "all", "drive": "continuous_high"}, {"link_mode": "phone", "link_send": "small_jpeg", "drive": "continuous_high"}, {}),
    "body_conflict": (
        {"silent_mode": "on", "flash": "fill"}, {"silent_mode": "off", "flash": "fill"},
        {"camera": body(conflicts=(BodyConflict(together=(SettingIs(setting="silent_mode", option="on"), SettingIs(setting="flash", option="fill")), because="Silent mode switches the flash off."),))},
    ),
}  # fmt: skip
NO_AVERAGE = body(support=(SettingSupport(setting="metering", options=("multi_segment", "spot")),))
# code: (brief, kit and pins with which a plan has it, the same with which it has not)
WALKERS = {"ev": 9, "speed": 1.4, "genre": "street", "near": 3, "far": 6, "glass": lens(35, 2)}
BY_ITSELF = {"exposure_mode": "aperture_priority_auto_iso"}
TWO_LAMPS = {"speed": 7, "flicker_hz": 100, "modulation": 0.6}
SLIPS: dict[str, tuple[dict[str, Any], dict[str, Any]]] = {
    "slowest_shutter_motion": (
        {**WALKERS, "pins": {**BY_ITSELF, "slowest_shutter_s": 1 / 8}},
        {**WALKERS, "pins": {**BY_ITSELF, "slowest_shutter_s": 1 / 250}},
    ),
    "anti_flicker_two_lamps": ({**TWO_LAMPS, "second_flicker_hz": 120}, TWO_LAMPS),
    "look_unknown": ({"own_look": "Slate"}, {"own_look": ""}),
    "sky_rate_unlikely": ({**STARS, "angular_speed_arcsec_s": 150.4}, STARS),
    "held_option_missing": (
        {"camera": NO_AVERAGE, "pins": {"metering": "average"}},
        {"camera": NO_AVERAGE, "pins": {"metering": "spot"}},
    ),
}
KIT = ("camera", "glass", "accessories", "requests", "schools")


class EveryCode(SimpleTestCase):
    def test_tokens_fire_and_stay_silent_on_plans(self):
        for token, (fires, silent) in (TOKENS | SLIPS).items():
            with self.subTest(token=token):
                self.assertIn(token, plan_codes(**fires))
                self.assertNotIn(token, plan_codes(**silent))

    def test_other_codes_fire_and_stay_silent_on_hand_made_setups(self):
        for code, (fires, silent, around) in OTHERS.items():
            with self.subTest(code=code):
                kit = {name: around[name] for name in KIT if name in around}
                brief = situation(**{name: value for name, value in around.items() if name not in KIT})
                self.assertIn(code, checked(fires, brief, **kit))
                self.assertNotIn(code, checked(silent, brief, **kit))

    def test_every_explained_code_is_tried_here(self):
        pages = {page.code for page in explanations() if page.group != "slots"}  # those are tried in test_slots
        self.assertEqual(pages, set(TOKENS) | set(OTHERS) | set(SLIPS))
        self.assertGreaterEqual(len(explanations()), 70)

    def test_the_fifty_tokens_are_emitted_under_their_names(self):
        self.assertEqual(len(TOKENS), 50)

    def test_flash_sync_is_per_shutter_kind(self):
        slow = body(flash_sync=FlashSync(mechanical_s=1 / 160, electronic_first_curtain_s=1 / 200))
        brief = situation(near=2, far=4)
        self.assertIn(
            "flash_sync_exceeded",
            checked(
                {"flash": "fill", "shutter_s": 1 / 256, "shutter_type": "mechanical"},
                brief,
                camera=slow,
                accessories=FLASH,
            ),
        )


class NoFalseAlarms(SimpleTestCase):
    def test_the_demo_s_own_plans_have_no_open_finding_that_a_setting_would_remove(self):
        for title, given in demo_inputs().items():
            made = plan_of(given)
            with self.subTest(situation=title):
                self.assertEqual([f.code for f in made.findings if f.is_open and f.remedy is not None], [])

    def test_no_school_is_an_error(self):
        from wide_aperture.core.documents.preferences import Schools

        usual = {name: codes(planned(brief, glass=glass), open_only=True) for name, (brief, glass) in BRIEFS.items()}
        for name, field in Schools.model_fields.items():
            for choice in field.annotation.__args__:
                for title, (brief, glass) in BRIEFS.items():
                    with self.subTest(school=name, choice=choice, brief=title):
                        found = codes(planned(brief, glass=glass, schools={name: choice}), open_only=True)
                        self.assertEqual(found - usual[title], set())


# Each with a lens a practitioner would bring to it, wide enough for zone focus.
BRIEFS = {
    "market": (situation(ev=11, speed=1.4, near=2, far=6, genre="street"), lens(28, 2)),
    "portrait": (situation(ev=10, speed=0.2, near=2.5, far=3, genre="portrait"), lens(35, 1.8)),
    "land": (situation(ev=12, **LAND), lens(24, 2.8)),
    "stars": (situation(ev=-7, **STARS), lens(20, 1.8)),
}


class ReadRight(SimpleTestCase):
    """Backlight is answered where the pattern reads its own frame right: as near as a click of a third can bring it."""

    def test_a_rest_no_click_takes_away_is_no_fault_and_a_larger_one_is(self):
        for rest, answered in ((0.1, True), (0.16, True), (0.18, False), (0.5, False)):
            with self.subTest(rest=rest), patch.object(FrameSeen, "reading_ev", lambda *_, by=rest, **__: by):
                plan = planned(
                    situation(ev=10, near=3, far=6, background_ev100=12),
                    requests={"exposure_mode": "aperture_priority", "metering": "multi_segment"},
                    pins={"exposure_comp_ev": 0.0},
                )
                found = next(each for each in plan.findings if each.code == "backlight_underexposure")
                self.assertEqual("metering" in found.handled_by, answered)
                self.assertEqual(found.remedy is None, answered)
