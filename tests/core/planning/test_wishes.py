"""What a request would spoil, each on both sides: where it is replaced with a reason, and where it is obeyed."""

from django.test import SimpleTestCase

from tests.core.builders import body, codes, lens, planned, situation
from wide_aperture.core.documents.body import FrameRate, ReserveFloor
from wide_aperture.core.documents.body_support import SettingSupport

STILL = {"genre": "landscape", "support": "tripod", "near": 5, "far": None, "ev": 10}


class Spoilt(SimpleTestCase):
    def stands(self, setting, brief, asked, **kit):
        """What stands where this was asked, after seeing that a replaced value is answered with a way back."""
        made = planned(situation(**brief), requests=asked, **kit)
        stands, wanted = made.setup.value(setting), asked.get(setting, next(iter(asked.values())))
        if stands != wanted:
            answers = [f for f in made.findings if f.about == "request" and setting in f.handled_by]
            self.assertTrue(answers, f"{setting}: {stands} stands and nobody says so")
            self.assertTrue(any(f.remedy and setting in f.remedy.changes for f in answers), "no way back")
        return stands

    def test_detection_of_another_kind(self):
        bird = {"genre": "wildlife", "subject": "bird", "speed": 5}
        self.assertEqual(self.stands("subject_detection", bird, {"subject_detection": "vehicle"}), "bird")
        for asked in ("bird", "animal_eye", "off", "automatic"):
            self.assertEqual(self.stands("subject_detection", bird, {"subject_detection": asked}), asked)

    def test_focus_by_hand_on_a_runner(self):
        self.assertEqual(self.stands("af_mode", {"speed": 7}, {"af_mode": "manual"}), "continuous")
        self.assertEqual(self.stands("af_mode", {"speed": 0}, {"af_mode": "manual"}), "manual")
        by_zone = {"genre": "street", "speed": 1.4, "near": 2, "far": 5}
        asked = {"af_mode": "manual", "focus_method": "zone_focus"}
        self.assertEqual(self.stands("af_mode", by_zone, asked, glass=lens(28, 2.8)), "manual")
        blind = body(autofocus=False)
        self.assertEqual(self.stands("af_mode", {"speed": 7}, {"af_mode": "manual"}, camera=blind), "manual")

    def test_single_focus_on_a_runner(self):
        self.assertEqual(self.stands("af_mode", {"speed": 7}, {"af_mode": "single"}), "continuous")
        self.assertEqual(self.stands("af_mode", {"speed": 0.3}, {"af_mode": "single"}), "single")

    def test_first_curtain_wide_open_at_a_slit(self):
        asked = {"shutter_type": "electronic_first_curtain"}
        bright = {"ev": 15, "speed": 9, "look": "shallow", "near": 5, "far": 5}
        self.assertEqual(self.stands("shutter_type", bright, asked, glass=lens(85, 1.4)), "mechanical")
        stopped = {"shutter_type": "electronic_first_curtain", "aperture": 4.0, "shutter_s": 1 / 500}
        plain = {"ev": 13, "speed": 0, "near": 5, "far": 5}
        self.assertEqual(self.stands("shutter_type", plain, stopped, glass=lens(85, 1.4)), "electronic_first_curtain")

    def test_the_curtain_s_blow_under_a_long_lens_on_a_tripod(self):
        asked = {"shutter_type": "mechanical", "shutter_s": 1 / 15}
        self.assertEqual(self.stands("shutter_type", {**STILL, "ev": 8}, asked), "electronic_first_curtain")
        self.assertEqual(self.stands("shutter_type", {**STILL, "ev": 8}, asked, glass=lens(35, 2.8)), "mechanical")
        quick = {"shutter_type": "mechanical", "shutter_s": 1 / 500}
        self.assertEqual(self.stands("shutter_type", {**STILL, "ev": 14}, quick), "mechanical")
        without = body(fastest_first_curtain_s=None)  # nothing softer is there: a delay answers it
        made = planned(situation(**{**STILL, "ev": 8}), requests=asked, camera=without)
        self.assertEqual(made.setup.option("shutter_type"), "mechanical")
        self.assertEqual(made.setup.option("exposure_delay"), "1s")

    def test_an_electronic_read_out_that_leans_bands_or_meets_a_flash(self):
        asked = {"shutter_type": "electronic"}
        self.assertEqual(self.stands("shutter_type", {"speed": 0}, asked), "electronic")
        self.assertEqual(self.stands("shutter_type", {"speed": 9}, asked, camera=body(readout_ms=60)), "mechanical")
        self.assertEqual(self.stands("shutter_type", {"speed": 0, "flicker_hz": 100}, asked), "mechanical")
        self.assertEqual(self.stands("shutter_type", {"speed": 0}, {**asked, "flash": "key"}), "mechanical")
        unknown = body(readout_ms=None)  # no figure, no harm that could be named
        self.assertEqual(self.stands("shutter_type", {"speed": 9}, asked, camera=unknown), "electronic")

    def test_curtains_where_silence_is_demanded(self):
        asked = {"shutter_type": "mechanical"}
        self.assertEqual(self.stands("shutter_type", {"constraints": ("silent",)}, asked), "electronic")
        self.assertEqual(self.stands("shutter_type", {}, asked), "mechanical")

    def test_a_reserve_in_raw_on_a_tripod(self):
        camera = body(reserve_floors=(ReserveFloor(reserve="highlight_reserve_1", iso=200),))
        asked = {"dr_mode": "highlight_reserve_1"}
        self.assertEqual(self.stands("dr_mode", STILL, {**asked, "file": "raw"}, camera=camera), "off")
        made = planned(situation(**STILL), requests=asked, camera=camera)
        self.assertAlmostEqual(made.choice.iso, 100, delta=2)  # nor does its floor lift the ISO
        for brief, file in ((STILL, "jpeg"), ({"ev": 10, "speed": 5}, "raw")):
            wanted = self.stands("dr_mode", brief, {**asked, "file": file}, camera=camera)
            self.assertEqual(wanted, "highlight_reserve_1")

    def test_a_reserve_the_body_lacks_raises_nothing(self):
        without = body(support=(SettingSupport(setting="dr_mode", options=("off",)),))
        brief = {"ev": 14, "speed": 0.0}
        asked = {"dr_mode": "highlight_reserve_2", "file": "jpeg"}
        self.assertEqual(self.stands("dr_mode", brief, asked, camera=without), "off")
        self.assertAlmostEqual(planned(situation(**brief), requests=asked, camera=without).choice.iso, 100, delta=2)

    def test_dark_frames_within_a_sequence(self):
        night = {"genre": "night_sky", "support": "tripod", "near": 1000, "far": None, "ev": -6, "subject": "stars"}
        asked = {"noise_reduction_long_exposure": "on"}
        self.assertEqual(self.stands("noise_reduction_long_exposure", night, asked, glass=lens(20, 1.8)), "on")
        series = {**asked, "sequence_frames": 200, "interval_s": 60.0}
        self.assertEqual(self.stands("noise_reduction_long_exposure", night, series, glass=lens(20, 1.8)), "off")

    def test_a_rate_the_buffer_cannot_last(self):
        camera = body(buffer_raw_frames=40, frame_rates=(FrameRate(shutter="mechanical", frames_per_s=20),))
        long_burst = planned(
            situation(speed=7), requests={"burst_seconds": 8, "drive": "continuous_max"}, camera=camera
        )
        self.assertEqual(long_burst.setup.number("frame_rate"), 5)
        self.assertIn("frame_rate", next(f for f in long_burst.findings if f.code == "buffer_limit").handled_by)
        short = planned(situation(speed=7), requests={"burst_seconds": 2, "drive": "continuous_max"}, camera=camera)
        self.assertEqual(short.setup.number("frame_rate"), 20)
        self.assertNotIn("buffer_limit", codes(short))

    def test_automatic_exposure_on_the_moon(self):
        moon = {"genre": "night_sky", "subject": "moon", "near": 1e9, "far": None, "ev": 14, "support": "tripod"}
        for mode in ("program", "aperture_priority"):
            asked = {"exposure_mode": mode}
            dark = {**moon, "background_tone": "dark"}
            self.assertEqual(self.stands("exposure_mode", dark, asked, glass=lens(600, 8)), "manual")
            self.assertEqual(self.stands("exposure_mode", moon, asked, glass=lens(600, 8)), mode)

    def test_what_comes_before_the_press_without_an_electronic_read_out(self):
        asked = {"drive": "precapture"}
        self.assertEqual(self.stands("drive", {"speed": 4}, asked, camera=body(readout_ms=4)), "precapture")
        without = body(fastest_electronic_s=None, readout_ms=None)
        self.assertEqual(self.stands("drive", {"speed": 4}, asked, camera=without), "continuous_high")

    def test_colour_that_the_hour_is_taken_for(self):
        sunset = {"genre": "landscape", "ev": 12, "cct_k": 3800, "near": 20}
        for preset in ("shade", "cloudy", "daylight"):
            asked = {"white_balance": preset, "file": "jpeg"}
            made = planned(situation(**sunset), requests=asked)
            self.assertEqual(made.setup.option("white_balance"), preset)
            self.assertNotIn("wb_mismatch", codes(made))
        self.assertEqual(self.stands("white_balance", sunset, {"white_balance": "tungsten", "file": "jpeg"}), "kelvin")
        noon = {**sunset, "cct_k": 5300, "ev": 15}
        self.assertIn("wb_mismatch", codes(planned(situation(**noon), requests={"white_balance": "tungsten"})))
        blue = {**sunset, "cct_k": 11000, "ev": 3}
        cool = planned(situation(**blue), requests={"white_balance": "tungsten", "file": "jpeg"})
        self.assertEqual(cool.setup.option("white_balance"), "tungsten")

    def test_the_stabiliser_off_is_obeyed_and_its_price_is_in_the_time(self):
        brief = {"ev": 5, "genre": "everyday", "near": 4, "far": 4, "subject": "thing"}
        off = planned(situation(**brief), requests={"stabilisation": "off"}, glass=lens(50, 1.8))
        on = planned(situation(**brief), glass=lens(50, 1.8))
        self.assertEqual((off.setup.option("stabilisation"), on.setup.option("stabilisation")), ("off", "on"))
        self.assertLess(off.choice.shutter_s, on.choice.shutter_s)
        self.assertNotIn("stabiliser_off_in_hand", codes(off))

    def test_a_timer_on_what_stands_still_is_obeyed(self):
        for asked in ("2s", "10s", "off"):
            self.assertEqual(self.stands("self_timer", STILL, {"self_timer": asked}), asked)
        self.assertEqual(self.stands("self_timer", {"speed": 7}, {"self_timer": "2s"}), "off")


class BracketsAndIntervals(SimpleTestCase):
    def test_brackets_are_kept_as_asked(self):
        for frames, step, option in (
            (9, 1, "9x1"),
            (7, 2, "7x2"),
            (3, 0.7, "3x0.7"),
            (5, 1 / 3, "5x0.3"),
            (1, 1, "none"),
        ):
            asked = {"bracketing": {"frames": frames, "step_ev": step}}
            made = planned(situation(**STILL), requests=asked)
            self.assertEqual(made.setup.option("bracketing"), option)
            self.assertNotIn("asked_setting_dropped", codes(made))

    def test_a_bracket_nobody_has_is_answered_by_what_spans_nearest(self):
        made = planned(situation(**STILL), requests={"bracketing": {"frames": 4, "step_ev": 2}})
        self.assertEqual(made.setup.option("bracketing"), "3x3")
        self.assertIn("asked_setting_dropped", codes(made))

    def test_an_interval_that_holds_the_exposure_stays(self):
        night = {"genre": "night_sky", "support": "tripod", "near": 1000, "far": None, "ev": -6, "subject": "stars"}

        def interval(asked_s):
            wish = {"interval_s": asked_s, "sequence_frames": 100, "shutter_s": 30.0}
            made = planned(situation(**night, look="star_trails"), requests=wish, glass=lens(20, 1.8))
            self.assertAlmostEqual(made.choice.shutter_s, 32, delta=3)
            return made

        self.assertEqual(interval(34.0).setup.number("interval_s"), 34)
        short = interval(20.0)
        self.assertGreater(short.setup.number("interval_s"), 32)
        self.assertIn("interval_too_short", codes(short))

    def test_an_interval_alone_bounds_the_time(self):
        night = {"genre": "night_sky", "support": "tripod", "near": 1000, "far": None, "ev": -6, "subject": "stars"}

        def made(**asked):
            wish = {"sequence_frames": 100, **asked}
            return planned(situation(**night, look="star_trails"), requests=wish, glass=lens(20, 1.8))

        self.assertGreaterEqual(made().choice.shutter_s, 32)
        for interval_s in (32.0, 20.0, 12.0):
            bounded = made(interval_s=interval_s)
            self.assertLessEqual(bounded.choice.shutter_s, interval_s - 0.5)
            self.assertEqual(bounded.setup.number("interval_s"), interval_s)
            self.assertNotIn("interval_too_short", codes(bounded))

    def test_frames_of_a_drifting_moon_can_be_laid_over_each_other_and_stars_over_land_cannot(self):
        sky = {"genre": "night_sky", "support": "tripod", "near": 1e9, "far": None, "ev": 5, "scene_range_ev": 18}
        moon = planned(situation(**sky, subject="moon", angular_speed_arcsec_s=14.5), glass=lens(300, 4))
        self.assertNotEqual(moon.setup.option("bracketing"), "none")
        stars = planned(situation(**sky, subject="stars", angular_speed_arcsec_s=15.0), glass=lens(300, 4))
        self.assertEqual(stars.setup.option("bracketing"), "none")


class LightTrails(SimpleTestCase):
    def test_seconds_at_base_iso_by_hand_and_by_timer(self):
        brief = {
            "genre": "street",
            "subject": "vehicle",
            "near": 30,
            "far": 80,
            "support": "tripod",
            "speed": 12,
            "ev": 5,
        }
        made = planned(situation(**brief, look="light_trails"), glass=lens(24, 2.8))
        self.assertTrue(4 * 0.9 <= made.choice.shutter_s <= 30 * 1.1)
        self.assertAlmostEqual(made.choice.iso, 100, delta=2)
        self.assertEqual(made.setup.option("af_mode"), "manual")
        self.assertIn(made.setup.option("drive"), ("self_timer", "remote"))
        self.assertNotIn("motion_blur_subject", codes(made))
        frozen = planned(situation(**brief, look="as_seen"), glass=lens(24, 2.8))
        self.assertLess(frozen.choice.shutter_s, 1 / 30)
        self.assertEqual(frozen.setup.option("af_mode"), "continuous")
