import math

import numpy as np
from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from tests.core.tables import rows
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.colour import card_cast, cct_duv, daylight_xy, planckian_xy, usual_xy
from wide_aperture.core.physics.colour.automatic import automatic_white
from wide_aperture.core.physics.colour.recover import recovery
from wide_aperture.core.picture.scenes.colour_space import white_of

LOCI = {"planckian": planckian_xy, "daylight": daylight_xy}


class AgainstTheReference(SimpleTestCase):
    def test_every_locus_row_agrees(self):
        for row in rows("cct"):
            with self.subTest(case=row["case_id"]):
                x, y = LOCI[row["locus"]](float(row["cct_k"]))
                tolerance = 1e-4 if row["locus"] == "planckian" else 1e-6
                self.assertLess(abs(x - float(row["x"])), tolerance)
                self.assertLess(abs(y - float(row["y"])), tolerance)

    def test_every_temperature_comes_back(self):
        for row in rows("cct_inverse"):
            with self.subTest(case=row["case_id"]):
                kelvin, duv = cct_duv(float(row["x"]), float(row["y"]))
                self.assertLess(abs(kelvin - float(row["cct_k"])), max(1.0, 2e-4 * float(row["cct_k"])))
                self.assertLess(abs(duv - float(row["duv"])), 2e-5)

    def test_every_cast_agrees(self):
        for row in rows("white_balance"):
            scene = LOCI[row["scene_locus"]](float(row["scene_cct_k"]))
            setting = LOCI[row["setting_locus"]](float(row["setting_cct_k"]))
            for method in ("bradford", "diagonal"):
                with self.subTest(case=row["case_id"], method=method):
                    cast = card_cast(scene, setting, method)
                    for channel, value in zip("rgb", cast.linear_rgb, strict=True):
                        expected = float(row[f"{method}_lin_{channel}"])
                        self.assertLess(abs(value - expected), 2e-4 + 1e-3 * abs(expected))
                    for channel, value in zip("Lab", cast.lab, strict=True):
                        self.assertLess(abs(value - float(row[f"{method}_{channel}"])), 0.05)


class Laws(SimpleTestCase):
    def test_arrays_answer_like_their_elements(self):
        kelvins = np.array([[2000.0, 3200.0], [5000.0, 9000.0]])
        x, y = planckian_xy(kelvins)
        self.assertEqual(x.shape, (2, 2))
        np.testing.assert_allclose((x[1, 0], y[1, 0]), planckian_xy(5000.0), rtol=1e-12)

    @given(kelvin=st.floats(1500, 20_000))
    def test_a_black_body_gives_its_own_temperature_back(self, kelvin):
        found, duv = cct_duv(*planckian_xy(kelvin))
        self.assertTrue(math.isclose(found, kelvin, rel_tol=2e-4))
        self.assertLess(abs(duv), 1e-5)

    @given(light=st.floats(2500, 12_000), setting=st.floats(2500, 12_000))
    def test_a_setting_under_the_light_cools_and_above_it_warms(self, light, setting):
        yellow = card_cast(planckian_xy(light), planckian_xy(setting)).lab[2]
        if abs(1e6 / light - 1e6 / setting) > 5:
            self.assertEqual(yellow > 0, setting > light)

    def test_what_is_no_white_light_has_no_temperature(self):
        for x, y in ((0.64, 0.33), (0.2, 0.7), (1.2, 0.3), (math.nan, 0.3)):
            with self.subTest(x=x, y=y), self.assertRaises(DomainError):
                cct_duv(x, y)
        with self.assertRaises(DomainError):
            daylight_xy(3000)
        with self.assertRaises(DomainError):
            card_cast((0.31, 0.33), (0.31, 0.33), "guess")

    def test_the_usual_locus_changes_where_daylight_begins(self):
        self.assertEqual(usual_xy(3999), planckian_xy(3999))
        self.assertEqual(usual_xy(4000), daylight_xy(4000))


class Automatic(SimpleTestCase):
    def picture(self, kelvin, tint=(1.0, 1.0, 1.0)):
        """A spread of greys and of one colour under a light, in sharpened channels."""
        greys = np.linspace(0.05, 0.9, 60)[:, None, None] * np.ones((60, 40, 3))
        greys[:, 30:] *= tint
        return greys * white_of(kelvin)

    def settle(self, kelvin, bias="white", limits=(2500, 10_000), tint=(1.0, 1.0, 1.0)):
        light = self.picture(kelvin, tint)
        return automatic_white(light, np.zeros(light.shape[:2], bool), bias, *limits)

    def test_greys_give_the_light_itself(self):
        for kelvin in (2900, 4500, 7500):
            self.assertAlmostEqual(1e6 / self.settle(kelvin).kelvin, 1e6 / kelvin, delta=4)

    def test_keep_warm_leaves_lamps_warm_and_daylight_alone(self):
        for kelvin, keeps in ((2900, True), (5500, False)):
            white, warm = self.settle(kelvin), self.settle(kelvin, "warm")
            self.assertEqual(warm.kelvin > white.kelvin + 50, keeps)

    def test_the_bodys_range_holds_it_back(self):
        found = self.settle(1900, limits=(2800, 8000))
        self.assertEqual(found.kelvin, 2800)
        self.assertLess(found.found_k, 2100)

    def test_one_strong_colour_is_taken_for_the_light(self):
        self.assertGreater(self.settle(5500, tint=(0.4, 0.8, 1.6)).kelvin, 5700)

    def test_an_empty_or_clipped_picture_falls_back_to_daylight(self):
        light = self.picture(2900)
        everything = np.ones(light.shape[:2], bool)
        self.assertEqual(automatic_white(light, everything, "white", 2500, 10_000).kelvin, 5500)


class Recovered(SimpleTestCase):
    def verdict(self, kelvin, setting=5500, snr=(30, 40, 30), limits=(2500, 10_000)):
        return recovery(usual_xy(kelvin), kelvin, usual_xy(setting), *limits, snr)

    def test_what_lies_in_range_is_mended_wholly(self):
        found = self.verdict(3000)
        self.assertEqual((found.verdict, found.set_k), ("full", 3000))
        self.assertLess(found.remaining.chroma, 0.5)
        self.assertFalse(found.jpeg_can)
        self.assertTrue(self.verdict(5600).jpeg_can)

    def test_candles_lie_beyond_the_body_and_starve_the_blue_channel(self):
        found = self.verdict(1850)
        self.assertEqual((found.verdict, found.set_k), ("partial", 2500))
        self.assertGreater(found.remaining_mired, 100)
        self.assertEqual(self.verdict(1850, snr=(30, 40, 1)).verdict, "monochrome")

    def test_channel_gains_are_those_of_adaptation(self):
        gains = self.verdict(3000, setting=5500).gains_ev
        self.assertEqual(min(gains), 0)
        self.assertEqual(max(gains), gains[2])
