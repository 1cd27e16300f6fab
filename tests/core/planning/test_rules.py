"""Each rule of the planner with a pair of cases between which it changes its answer.

The rules are named as in the planner's modules; a rule without a row fails the last test.
"""

import ast
from pathlib import Path
from typing import Any

from django.test import SimpleTestCase

from tests.core.builders import body, lens, planned, situation
from wide_aperture.core.documents.abilities import Abilities, LongTimeProgram
from wide_aperture.core.documents.accessories import Accessories, Flash
from wide_aperture.core.documents.body import FrameRate, ReserveFloor
from wide_aperture.core.documents.lens import ApertureAt
from wide_aperture.core.planning import rules

SPORTS = {"ev": 8.5, "speed": 7.0}
STILL = {"ev": 12.0, "genre": "landscape", "near": 2.0, "far": None, "glass": 24}
TRIPOD = {**STILL, "support": "tripod"}
ZONE = {"ev": 9.0, "genre": "street", "near": 2.0, "glass": 28, "requests": {"focus_method": "zone_focus"}}
PEOPLE = {"ev": 9.0, "genre": "wedding", "near": 3.0, "far": 6.0, "glass": 50}
BOUNCE = {
    "ev": 4.0,
    "genre": "wedding",
    "near": 2.0,
    "far": 4.0,
    "speed": 1.0,
    "glass": 35,
    "requests": {"flash": "bounce"},
    "flash": 36,
}
NIGHT = {
    "ev": -7.0,
    "genre": "night_sky",
    "near": 100_000.0,
    "far": None,
    "support": "tripod",
    "subject": "stars",
    "glass": 20,
}
JOINED = {**TRIPOD, "scene_range_ev": 19.0, "schools": {"range": "in_camera_hdr"}}

IN_HAND = {"range": "in_camera_hdr", "hand_bracket": "in_hand_aligned"}
IN_HAND_LAND = {**STILL, "scene_range_ev": 20.0, "subject": "land", "schools": {"hand_bracket": "in_hand_aligned"}}
BY_HAND = {**TRIPOD, "requests": {"af_mode": "manual"}}
THINGS = {"ev": 5.0, "genre": "everyday", "near": 2.0, "far": 4.0, "subject": "thing", "glass": 35}
LAMPS = {**PEOPLE, "ev": 5.0, "cct_k": 3000, "schools": {"file": "jpeg", "warmth": "neutral"}}
LANTERN = Abilities(long_time_program=LongTimeProgram(name="Lantern", longest_s=30))
SHORT_TIMED = {"longest_timed_s": 1, "abilities": LANTERN}

Case = dict[str, Any]
# rule, setting, a case, its answer, another case, the other answer
RULES: list[tuple[str, str, Case, Any, Case, Any]] = [
    ("exposure._set_mode", "exposure_mode", SPORTS, "manual_auto_iso", TRIPOD, "manual"),
    (
        "exposure._set_mode",
        "exposure_mode",
        STILL,
        "aperture_priority",
        {**STILL, "look": "pan_blur", "speed": 3.0},
        "shutter_priority",
    ),
    (
        "exposure._set_mode",
        "exposure_mode",
        SPORTS,
        "manual_auto_iso",
        {**SPORTS, "constraints": ("background_changes",)},
        "manual",
    ),
    ("exposure._set_shutter", "shutter_s", SPORTS, 2**-10, {**SPORTS, "speed": 1.4}, 2**-9),
    ("exposure._set_aperture", "aperture", SPORTS, 2.8, STILL, 8.0),
    ("exposure._set_iso", "iso_ceiling", SPORTS, 12800.0, TRIPOD, None),
    (
        "exposure._set_iso_floor",
        "iso_floor",
        SPORTS,
        100.0,
        {**SPORTS, "schools": {"iso": "ceiling_and_floor"}},
        100 * 2 ** (8 / 3),
    ),
    (
        "exposure._set_filter_and_flash",
        "nd_stops",
        TRIPOD,
        None,
        {**TRIPOD, "look": "silky_water", "subject": "water", "nd": (3, 6)},
        6.0,
    ),
    (
        "metering._set_compensation",
        "exposure_comp_ev",
        SPORTS,
        -1 / 3,
        {**SPORTS, "background_tone": "light", "subject_tone": "light"},
        2 / 3,
    ),
    (
        "release._set_mirror",
        "mirror_lockup",
        {**TRIPOD, "camera": {"mirror": "held_up"}, "requests": {"shutter_s": 1 / 8}},
        "on",
        {**TRIPOD, "camera": {"mirror": "held_up"}, "requests": {"shutter_s": 1 / 250}},
        "off",
    ),
    (
        "exposure._set_long_time_program",
        "long_time_program",
        {**TRIPOD, "camera": SHORT_TIMED, "requests": {"shutter_s": 1 / 2}},
        "off",
        {**TRIPOD, "ev": 0.0, "camera": SHORT_TIMED, "requests": {"shutter_s": 8}},
        "on",
    ),
    ("metering._set_hdr_shape", "hdr_step", {**JOINED, "scene_range_ev": 15.0}, "1", JOINED, "3"),
    ("metering._set_hdr_shape", "hdr_align", TRIPOD, None, JOINED, "off"),
    (
        "release._set_release_without_lens",
        "release_without_lens",
        STILL,
        "locked",
        {**STILL, "contacts": False},
        "allowed",
    ),
    (
        "exposure._set_iso_keeps_exposure",
        "iso_keeps_exposure",
        {**SPORTS, "constraints": ("background_changes",)},
        "off",
        {**SPORTS, "constraints": ("background_changes",), "zoom": (100, 4.0, 400, 6.3)},
        "on",
    ),
    ("exposure._set_easy_compensation", "easy_compensation", SPORTS, "off", {**SPORTS, "swing": 2.0}, "on"),
    (
        "exposure._set_extended_times",
        "extended_times",
        {**TRIPOD, "ev": -3.0, "camera": {"longest_timed_s": 900}, "requests": {"shutter_s": 20}},
        "off",
        {**TRIPOD, "ev": -3.0, "camera": {"longest_timed_s": 900}, "requests": {"shutter_s": 120}},
        "on",
    ),
    ("exposure._set_fine_times", "fine_times", SPORTS, "off", {**SPORTS, "flicker_hz": 143}, "on"),
    (
        "release._set_drive",
        "drive",
        PEOPLE,
        "continuous_low",
        {**PEOPLE, "constraints": ("photographer_in_picture",)},
        "remote",
    ),
    (
        "release._set_timer",
        "self_timer",
        PEOPLE,
        "off",
        {**PEOPLE, "constraints": ("photographer_in_picture",)},
        "remote",
    ),
    (
        "focus._set_eye_button",
        "eye_detection",
        SPORTS,
        "auto",
        {**SPORTS, "schools": {"focus_start": "back_button_eye"}},
        "off",
    ),
    (
        "focus._set_half_press",
        "half_press_single",
        SPORTS,
        "off",
        {**SPORTS, "schools": {"focus_start": "shutter_button"}},
        "on",
    ),
    (
        "focus._set_half_press",
        "half_press_continuous",
        SPORTS,
        "off",
        {**SPORTS, "requests": {"shared_camera": True}},
        "on",
    ),
    (
        "focus._set_detection_start",
        "detection_start",
        PEOPLE,
        "frame",
        {**PEOPLE, "constraints": ("crowd_behind",)},
        "point",
    ),
    ("focus_aids._set_ring_after_focus", "ring_magnify_after_af", PEOPLE, "off", TRIPOD, "on"),
    (
        "release._set_low_rate",
        "low_rate",
        SPORTS,
        5.0,
        {**SPORTS, "camera": {"frame_rates": (FrameRate(shutter="mechanical", frames_per_s=2),)}},
        2.0,
    ),
    ("preview._set_corrections", "shading_correction", SPORTS, "off", {**SPORTS, "requests": {"file": "jpeg"}}, "on"),
    (
        "preview._set_corrections",
        "diffraction_correction",
        {**TRIPOD, "requests": {"aperture": 16, "file": "raw"}},
        "off",
        {**TRIPOD, "requests": {"aperture": 16, "file": "jpeg"}},
        "on",
    ),
    ("surroundings._set_screen_for_place", "screen_for_place", PEOPLE, "room", {**PEOPLE, "ev": 15.0}, "sun"),
    ("surroundings._set_overlays", "overlay_level", PEOPLE, "off", TRIPOD, "on"),
    ("surroundings._set_overlays", "overlay_distance", PEOPLE, "off", ZONE, "on"),
    ("surroundings._set_top_light", "top_light", PEOPLE, "off", NIGHT, "on"),
    (
        "focus_aids._set_touch_drag",
        "touch_drag",
        SPORTS,
        "off",
        {**SPORTS, "schools": {"touch_point": "free_half"}},
        "right_half",
    ),
    ("focus_aids.set_focus_aids", "peaking", SPORTS, None, {**SPORTS, "schools": {"peaking": "always"}}, "low"),
    (
        "focus._set_priority",
        "priority_single",
        SPORTS,
        "focus",
        {**SPORTS, "schools": {"priority": "release"}},
        "release",
    ),
    (
        "record._set_burst_review",
        "playback_first",
        SPORTS,
        "last",
        {**SPORTS, "schools": {"burst_review": "first"}},
        "first",
    ),
    (
        "metering._set_hdr_shape",
        "hdr_align",
        JOINED,
        "off",
        {**JOINED, "support": "handheld", "schools": IN_HAND},
        "on",
    ),
    ("record._set_file", "file", SPORTS, "raw_lossless_compressed", {**SPORTS, "requests": {"file": "jpeg"}}, "jpeg"),
    ("record._set_cards", "card_mode", SPORTS, "backup", {**SPORTS, "camera": {"card_slots": 1}}, "single"),
    (
        "record._set_discretion",
        "shutter_sound@layer",
        {**SPORTS, "constraints": ("discreet",)},
        "situation",
        SPORTS,
        "usual",
    ),
    ("record._set_review", "review", SPORTS, "off", TRIPOD, "two_seconds"),
    ("record._set_shape", "aspect", SPORTS, "full", {**SPORTS, "schools": {"crop": "in_camera_for_print"}}, "4x5"),
    (
        "record._set_several_bodies",
        "clock_sync",
        SPORTS,
        "not_needed",
        {**SPORTS, "requests": {"bodies": 2}},
        "before_start",
    ),
    ("preview._set_look", "picture_profile", SPORTS, "neutral", {**SPORTS, "requests": {"file": "jpeg"}}, "standard"),
    ("preview._set_look_noise", "look_noise", SPORTS, "off", {**SPORTS, "requests": {"file": "jpeg"}}, "light"),
    ("preview._set_warning", "clip_high", SPORTS, 250.0, {**SPORTS, "requests": {"file": "jpeg"}}, 245.0),
    ("preview._set_simulation", "exposure_simulation", PEOPLE, "on", BOUNCE, "off"),
    ("metering._set_pattern", "metering", TRIPOD, "multi_segment", NIGHT, "not_used"),
    ("metering._set_spot_link", "spot_link", SPORTS, None, {**PEOPLE, "requests": {"metering": "spot"}}, "af_point"),
    (
        "metering._set_reserve",
        "dr_mode",
        SPORTS,
        "off",
        {**SPORTS, "schools": {"highlights": "reserve"}, "reserve": 200},
        "highlight_reserve_1",
    ),
    ("metering._set_bracket", "bracketing", TRIPOD, "none", {**TRIPOD, "scene_range_ev": 18.0}, "5x2"),
    (
        "metering._set_centre",
        "bracket_centre_ev",
        TRIPOD,
        None,
        {**TRIPOD, "scene_range_ev": 16.0, "surroundings": "tarn_sunrise"},
        0.0,
    ),
    ("colour.set_colour", "kelvin", PEOPLE, 5200.0, {**PEOPLE, "cct_k": 3000, "flicker_hz": 100}, 3000.0),
    ("colour.set_colour", "white_balance", {**SPORTS, "ev": 12.0}, "auto", TRIPOD, "daylight"),
    ("focus._set_mode", "af_mode", SPORTS, "continuous", STILL, "single"),
    ("focus._set_manual", "af_area", SPORTS, "zone", NIGHT, "magnified_live_view"),
    ("focus._set_area", "af_area", SPORTS, "zone", {**SPORTS, "constraints": ("crowd_behind",)}, "tracking_point"),
    ("focus._set_detection", "subject_detection", PEOPLE, "human_eye", {**PEOPLE, "near": 60.0, "far": 90.0}, "human"),
    (
        "focus._set_response",
        "af_response",
        SPORTS,
        "standard",
        {**SPORTS, "constraints": ("crowd_behind",)},
        "locked_on",
    ),
    ("focus._set_priority", "af_priority", SPORTS, "release", STILL, "focus"),
    (
        "focus._set_activation",
        "af_activation",
        SPORTS,
        "back_button",
        {**SPORTS, "requests": {"shared_camera": True}},
        "shutter_button",
    ),
    (
        "focus_aids._set_hand_aids",
        "mf_magnify_on_ring",
        NIGHT,
        "on",
        {**PEOPLE, "requests": {"focus_method": "zone_focus"}},
        "off",
    ),
    ("focus_aids._set_zone_depth", "zone_depth_m", {**ZONE, "far": 5.0}, 3.0, {**ZONE, "far": None}, None),
    ("focus_aids._set_prediction", "subject_motion", SPORTS, "erratic", {**SPORTS, "direction": "across"}, "steady"),
    (
        "focus_aids._set_recomposing",
        "focus_recompose",
        PEOPLE,
        "move_point",
        {**STILL, "schools": {"recomposing": "lock_recompose"}},
        "lock_recompose",
    ),
    ("focus_aids._set_limiter", "focus_limiter", SPORTS, "far", PEOPLE, "full"),
    ("focus_aids._set_stack", "focus_stack", STILL, None, {**TRIPOD, "requests": {"focus_stack_frames": 12}}, 12.0),
    (
        "release._set_shutter_kind",
        "shutter_type",
        SPORTS,
        "mechanical",
        {**SPORTS, "constraints": ("silent",)},
        "electronic",
    ),
    ("release._set_anti_flicker", "anti_flicker", SPORTS, "off", {**SPORTS, "flicker_hz": 100}, "on"),
    ("release._set_drive", "drive", SPORTS, "continuous_high", PEOPLE, "continuous_low"),
    ("release._set_rate", "frame_rate", SPORTS, 10.0, PEOPLE, 5.0),
    ("release._set_timer", "self_timer", SPORTS, "off", {**TRIPOD, "ev": 5.0}, "remote"),
    (
        "release._set_release_delay",
        "exposure_delay",
        {**TRIPOD, "ev": 8.0, "glass": 50, "camera": {"fastest_first_curtain_s": None}},
        "off",
        {**TRIPOD, "ev": 8.0, "glass": 200, "camera": {"fastest_first_curtain_s": None}},
        "1s",
    ),
    ("release._set_stabiliser", "stabilisation", STILL, "on", TRIPOD, "off"),
    ("release._set_stabiliser_focal", "stabiliser_focal_mm", STILL, None, {**STILL, "contacts": False}, 24.0),
    (
        "release._set_noise_reduction",
        "noise_reduction_long_exposure",
        NIGHT,
        "off",
        {**NIGHT, "requests": {"noise_reduction_long_exposure": "on"}},
        "on",
    ),
    ("flash._set_power", "flash_power", BOUNCE, "auto", {**BOUNCE, "support": "tripod", "speed": 0.0}, "manual"),
    (
        "flash._set_sync",
        "flash_curtain",
        BOUNCE,
        "first",
        {**BOUNCE, "look": "blur"},
        "second",
    ),
    ("flash._set_gel", "flash_gel", {**BOUNCE, "cct_k": 2900}, "warm", BOUNCE, "none"),
    (
        "flash._set_gel where the room is not to be seen",
        "flash_gel",
        {**BOUNCE, "cct_k": 2900, "speed": 8.0},
        "none",
        {**BOUNCE, "cct_k": 2900, "speed": 0.3},
        "warm",
    ),
    ("sequence._set_burst", "burst_limit", SPORTS, None, {**SPORTS, "burst_frames": 12}, 12.0),
    ("sequence._set_silence", "silent_mode", SPORTS, "off", {**SPORTS, "constraints": ("silent",)}, "on"),
    ("sequence._set_interval", "interval_s", NIGHT, None, {**NIGHT, "requests": {"interval_s": 20.0}}, 20.0),
    ("sequence._set_lock", "ae_lock", SPORTS, "burst", {**SPORTS, "swing": 2.0}, "off"),
    ("surroundings._set_display", "warm_display", NIGHT, "on", SPORTS, "off"),
    ("surroundings._set_power", "auto_off", SPORTS, 300.0, TRIPOD, 60.0),
    ("surroundings._set_controls", "dial_rear", SPORTS, "shutter", STILL, "comp"),
    (
        "surroundings._set_link",
        "link_mode",
        SPORTS,
        "off",
        {**BOUNCE, "genre": "portrait", "requests": {"flash": "key"}},
        "tether",
    ),
    ("genre.set_genre", "grid", SPORTS, "off", TRIPOD, "on"),
    ("metering._set_bracket", "hdr_mode", JOINED, "strong", TRIPOD, None),
    ("metering._set_bracket", "hdr_originals", JOINED, True, TRIPOD, None),
    (
        "colour.set_colour",
        "wb_card_reading",
        {**PEOPLE, "requests": {"white_balance": "custom"}},
        "taken",
        PEOPLE,
        None,
    ),
    ("focus_aids._set_hand_aids", "peaking", BY_HAND, "low", {**BY_HAND, "schools": {"peaking_level": "mid"}}, "mid"),
    ("focus_aids._set_peaking_colour", "peaking_colour", BY_HAND, "red", NIGHT, None),
    (
        "focus_aids._set_peaking_colour",
        "peaking_colour",
        BY_HAND,
        "red",
        {**BY_HAND, "schools": {"peaking_colour": "yellow"}},
        "yellow",
    ),
    ("focus_aids._set_other_mode", "other_mode", ZONE, "aperture_priority_auto_iso", SPORTS, None),
    ("metering._say_how_in_hand", "bracketing", IN_HAND_LAND, "5x2", {**IN_HAND_LAND, "schools": {}}, "none"),
    ("focus_aids._set_other_mode", "button_front", ZONE, "other_mode", SPORTS, "af_area"),
    (
        "exposure._set_one_slowest",
        "slowest_shutter_s",
        THINGS,
        1 / 8,
        {**THINGS, "schools": {"slowest_time": "one_for_all"}},
        1 / 128,
    ),
    ("preview.set_preview", "clip_high", STILL, 250.0, {**STILL, "schools": {"preview": "flat_for_truth"}}, 254.0),
    (
        "colour._set_within_band",
        "kelvin",
        LAMPS,
        3000.0,
        {**LAMPS, "schools": {**LAMPS["schools"], "jpeg_white": "within_a_band"}},
        4500.0,
    ),
    (
        "metering._set_pattern",
        "metering",
        STILL,
        "multi_segment",
        {**STILL, "schools": {"metering": "by_finder"}},
        "spot",
    ),
]


def answer(case: Case, setting: str) -> Any:
    """The value of a setting in the plan of a case; "name@layer" asks for its layer."""
    given = dict(case)
    own = {
        name: given.pop(name, None)
        for name in ("glass", "camera", "requests", "schools", "flash", "nd", "reserve", "swing", "contacts", "zoom")
    }
    if own["swing"]:
        given["light"] = {"kind": "ev", "ev100": given.pop("ev"), "ev_low": 8.5 - own["swing"], "cct_k": 5200}
    camera = body(
        **{
            **(own["camera"] or {}),
            **(
                {"reserve_floors": (ReserveFloor(reserve="highlight_reserve_1", iso=own["reserve"]),)}
                if own["reserve"]
                else {}
            ),
        }
    )
    bag = Accessories(
        nd_stops=own["nd"] or (),
        flash=Flash(guide_number_m=own["flash"]) if own["flash"] else None,
    )
    glass = lens(own["glass"] or 200, contacts=own["contacts"] is None)
    if own["zoom"]:
        short, wide, long, narrow = own["zoom"]
        ends = (ApertureAt(focal_length_mm=short, f_number=wide), ApertureAt(focal_length_mm=long, f_number=narrow))
        glass = lens(short, focal_min_mm=short, focal_max_mm=long, widest=ends)
    plan = planned(
        situation(**given),
        camera=camera,
        glass=glass,
        requests=own["requests"],
        schools=own["schools"],
        accessories=bag,
    )
    name, _, part = setting.partition("@")
    return plan.setup.settings[name].layer if part else plan.setup.value(name)


class EachRule(SimpleTestCase):
    def test_changes_the_answer(self):
        for rule, setting, one, first, other, second in RULES:
            with self.subTest(rule=rule, setting=setting):
                self.assertNotEqual(first, second)
                self.assertEqual(answer(one, setting), first)
                self.assertEqual(answer(other, setting), second)

    def test_is_in_the_table(self):
        named, found = {row[0] for row in RULES}, 0
        for path in sorted(Path(rules.__file__).parent.glob("*.py")):
            functions = [node.name for node in ast.parse(path.read_text()).body if isinstance(node, ast.FunctionDef)]
            for name in functions:
                if name.startswith("_set_"):
                    found += 1
                    self.assertIn(f"{path.stem}.{name}", named)
        self.assertGreater(found, 30)
