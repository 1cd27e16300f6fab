"""A fisheye: the law of its projection, what it loses, and that it is the same scene."""

import math

import numpy as np
from django.test import SimpleTestCase

from tests.core.builders import plan_input, situation
from tests.core.scenes import composed
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.picture.scenes import Window, scene
from wide_aperture.core.picture.scenes.fisheye import Bend, source_window
from wide_aperture.core.planning import plan_of

WIDE = {"focal_mm": 12.0, "fisheye": True}


class Projection(SimpleTestCase):
    def test_falls_f_theta_from_the_middle(self):
        bend = Bend(0.5, 1.5)
        for deg in (5, 30, 60):
            straight = math.tan(math.radians(deg)) * bend.drawn_per_height
            self.assertAlmostEqual(bend.bent((straight, 0.5))[0], 0.5 * math.radians(deg), places=6)
            x, y = bend.source(np.float32([[0.5 * math.radians(deg)]]), np.float32([[0.0]]))
            self.assertAlmostEqual(float(x[0, 0]) / straight, 1, places=4)
            self.assertEqual(float(y[0, 0]), 0)

    def test_a_long_one_bends_nothing_and_a_short_one_loses_most_of_its_picture(self):
        lost = [Bend(per_height, 1.5).lost_when_straightened() for per_height in (8.0, 1.0, 0.5, 0.35)]
        self.assertLess(lost[0], 0.02)
        self.assertEqual(lost, sorted(lost))
        self.assertGreater(lost[3], 0.5)

    def test_a_part_of_the_picture_is_made_of_a_part_of_the_drawing(self):
        middle = source_window(Bend(0.5, 1.5), Window(0.45, 0.45, 0.55, 0.55))
        self.assertTrue(0.4 < middle.left < 0.5 < middle.right < 0.6)


class TheSameScene(SimpleTestCase):
    def test_the_middle_is_as_a_straight_lens_of_its_length_has_it(self):
        bent, straight = (scene(composed("market_noon", focal_mm=12.0, fisheye=f), 360, 240) for f in (True, False))
        for made in (bent, straight):
            self.assertTrue(np.isfinite(made.luminance()).all())
        self.assertEqual(bent.luminance().shape, straight.luminance().shape)
        self.assertAlmostEqual(bent.focus[1], straight.focus[1], delta=0.05)
        self.assertFalse(np.allclose(bent.luminance(), straight.luminance()))

    def test_straight_lines_off_the_middle_are_bowed(self):
        made = scene(composed("day_pitch", cast="", **WIDE), 360, 240)
        stand = next(layer for layer in made.layers if layer.name == "stand")
        top = [int(np.argmax(stand.alpha[:, column] > 0.5)) for column in (60, 180, 300)]
        self.assertGreater(min(top[0], top[2]), top[1])

    def test_what_lies_beyond_is_a_black_rim(self):
        made = scene(composed("market_noon", focal_mm=6.0, fisheye=True), 180, 120)
        self.assertEqual(float(made.luminance()[0, 0]), 0)
        self.assertGreater(float(made.luminance()[60, 90]), 0)

    def test_a_crop_is_the_same_drawing(self):
        whole = scene(composed("market_noon", **WIDE), 480, 320).luminance()
        part = scene(composed("market_noon", **WIDE), 240, 160, window=Window(0.25, 0.25, 0.75, 0.75)).luminance()
        ratio = np.log2((part + 0.1) / (whole[80:240, 120:360] + 0.1))
        self.assertLess(float(np.median(np.abs(ratio))), 0.1)

    def test_the_plan_says_what_straightening_costs(self):
        glass = Lens.model_validate(
            {
                "id": "0b0b0b0b-0000-4000-8000-000000000001",
                "name": "12 mm",
                "focal_min_mm": 12,
                "focal_max_mm": 12,
                "widest": [{"focal_length_mm": 12, "f_number": 2.8}],
                "projection": "fisheye",
            }
        )
        made = plan_of(plan_input(situation(ev=11, genre="street", near=3, far=6), glass=glass))
        self.assertTrue(any("Straightened at home" in each.sentence for each in made.frame.assumptions))
