import math

import numpy as np
from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from tests.core.tables import rows
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.motion import (
    burst_gain_stops,
    burst_success,
    flicker_swing,
    handheld_limit,
    npf_limit,
    rolling_skew,
    rule_limit,
    sharp_chance,
    star_trail_length,
    subject_blur,
)


class MotionAgainstTheReference(SimpleTestCase):
    def test_star_trails_and_rules(self):
        for row in rows("star_trail"):
            with self.subTest(case=row["case_id"]):
                declination, focal, pitch, seconds, number, crop = (
                    float(row[k]) for k in ("dec_deg", "focal_mm", "pitch_um", "exposure_s", "f_number", "crop_factor")
                )
                tolerance = 1e-4 if seconds <= 300 else 5e-3
                self.close(star_trail_length(declination, focal, pitch, seconds), row["trail_path_px"], tolerance)
                self.close(rule_limit("500", focal, crop), row["rule500_s"], 1e-6)
                self.close(rule_limit("400", focal, crop), row["rule400_s"], 1e-6)
                self.close(npf_limit(number, focal, pitch, declination), row["npf_s"], 1e-6)

    def test_lamp_swing(self):
        for row in rows("flicker"):
            with self.subTest(case=row["case_id"]):
                modulation = float(row["m"] or 0)
                low, high = flicker_swing(
                    float(row["exposure_s"]), float(row["ripple_hz"]), modulation, row["waveform"]
                )
                self.assertAlmostEqual(low, float(row["min_stops"]), delta=1e-5)
                self.assertAlmostEqual(high, float(row["max_stops"]), delta=1e-5)

    def close(self, value, text, tolerance):
        self.assertTrue(math.isclose(value, float(text), rel_tol=tolerance), (value, text))


class MotionLandmarks(SimpleTestCase):
    def test_a_player_at_25_m_through_400_mm(self):
        self.assertAlmostEqual(subject_blur(8, 90, 25, 400, 6, 1 / 2000), 10.84, places=2)

    def test_straight_towards_the_camera_does_not_cross_the_frame(self):
        self.assertAlmostEqual(subject_blur(8, 0, 25, 400, 6, 1 / 100), 0)

    def test_the_reciprocal_rule_and_its_stops(self):
        self.assertEqual(handheld_limit(200, 1), 1 / 200)
        self.assertEqual(handheld_limit(200, 1, 2, 3), 1 / 50)

    def test_skew_is_speed_times_read_out(self):
        self.assertEqual(rolling_skew(10_000, 0.022), 220)

    def test_a_whole_period_leaves_no_swing(self):
        for waveform in ("sine", "rectified_sine"):
            low, high = flicker_swing(0.02, 100, 0.9, waveform)
            self.assertAlmostEqual(low, 0, places=9)
            self.assertAlmostEqual(high, 0, places=9)

    def test_the_pole_star_does_not_move(self):
        self.assertAlmostEqual(star_trail_length(90, 50, 4, 60), 0)
        self.assertEqual(npf_limit(2.8, 50, 4, 90), math.inf)

    def test_a_burst_reaches_the_single_frame_chance(self):
        for frames in (1, 3, 10):
            chance = burst_success(sharp_chance(burst_gain_stops(frames)), frames)
            self.assertAlmostEqual(chance, sharp_chance(0.0))

    @given(seconds=st.floats(1e-5, 2), modulation=st.floats(0, 1))
    def test_the_swing_brackets_the_mean(self, seconds, modulation):
        with np.errstate(divide="ignore"):
            low, high = flicker_swing(seconds, 100, modulation, "sine")
        self.assertTrue(low <= 1e-12 and high >= -1e-12)

    def test_refusals_name_the_field(self):
        for call, field in (
            (lambda: subject_blur(-1, 90, 10, 50, 5, 0.01), "speed_m_s"),
            (lambda: subject_blur(1, 90, 0.01, 50, 5, 0.01), "distance_m"),
            (lambda: star_trail_length(91, 50, 5, 1), "declination_deg"),
            (lambda: rule_limit("700", 50), "rule"),
            (lambda: flicker_swing(0.01, 100, 2, "sine"), "modulation"),
            (lambda: flicker_swing(0.01, 100, 0, "square"), "waveform"),
            (lambda: burst_success(1.2, 3), "single_frame_chance"),
        ):
            with self.subTest(field=field), self.assertRaises(DomainError) as caught:
                call()
            self.assertEqual(caught.exception.field, field)
