"""The drawn scenes: true units, the same for a seed, recognisable tones, and honest refusals."""

import math

import numpy as np
from django.test import SimpleTestCase

from wide_aperture.core.errors import DomainError, UnknownIdError
from wide_aperture.core.picture.scenes import KINDS, Tuning, Window, scene, scene_kind
from wide_aperture.core.picture.scenes.build import checked_size
from wide_aperture.core.picture.scenes.stage import LUX_AT_EV0, MID_REFLECTANCE

PEOPLE = (
    "floodlit_pitch",
    "day_pitch",
    "sports_hall",
    "chapel",
    "aisle",
    "dance_floor",
    "portrait_shade",
    "studio_flash",
)
SIZE = (180, 120)


class EveryScene(SimpleTestCase):
    def test_light_is_finite_and_never_negative_and_the_frame_is_covered(self):
        for kind in KINDS:
            with self.subTest(scene=kind.name):
                drawn = scene(kind.name, *SIZE)
                light = drawn.luminance()
                self.assertEqual(light.shape, (120, 180))
                self.assertTrue(np.isfinite(light).all())
                self.assertGreaterEqual(float(light.min()), 0)
                self.assertGreater(float(drawn.layers[0].alpha.min()), 0.99)

    def test_what_stands_in_the_main_light_has_its_luminance(self):
        """L = reflectance E / pi for the grey card held into it."""
        for name in ("floodlit_pitch", "market_noon", "chapel", "portrait_shade"):
            with self.subTest(scene=name):
                drawn = scene(name, *SIZE, tuning=Tuning(card=True))
                mask = drawn.tones["grey card"] > 0.99
                card = float(drawn.luminance()[mask].mean())
                expected = 0.18 * drawn.lamps[0].illuminance_lux / math.pi
                self.assertAlmostEqual(card / expected, 1, delta=0.02)

    def test_mid_reflectance_follows_from_the_two_meter_constants(self):
        self.assertAlmostEqual(MID_REFLECTANCE * LUX_AT_EV0 / math.pi, 0.125)

    def test_people_bring_skin_of_several_classes_and_white_cloth(self):
        for name in PEOPLE:
            drawn = scene(name, *SIZE)
            self.assertIn("white cloth", drawn.tones, name)
            self.assertTrue(drawn.faces, name)
        reflectances = {face.reflectance for name in PEOPLE for face in scene(name, *SIZE).faces}
        self.assertGreaterEqual(len(reflectances), 4)

    def test_a_seed_draws_the_same_and_another_does_not(self):
        one, same, other = (scene("forest_light", *SIZE, seed).luminance() for seed in (1, 1, 2))
        self.assertTrue((one == same).all())
        self.assertFalse(np.allclose(one, other))

    def test_a_window_shows_what_the_whole_shows_there(self):
        whole = scene("chapel", 480, 320).luminance()
        part = scene("chapel", 240, 160, window=Window(0.25, 0.25, 0.75, 0.75)).luminance()
        ratio = np.log2((part + 0.1) / (whole[80:240, 120:360] + 0.1))
        self.assertLess(float(np.median(np.abs(ratio))), 0.06)


class Tuned(SimpleTestCase):
    def test_light_moves_everything_and_the_subject_alone(self):
        plain, lit = scene("chapel", *SIZE), scene("chapel", *SIZE, tuning=Tuning(light_ev=2))
        np.testing.assert_allclose(lit.luminance(), plain.luminance() * 4, rtol=1e-4)
        self.assertEqual(lit.ev100, plain.ev100 + 2)
        subject = scene("chapel", *SIZE, tuning=Tuning(subject_ev=1))
        stone, cloth = (
            (lambda d, name: float((d.luminance() * d.tones[name]).sum() / d.tones[name].sum())),
            "white cloth",
        )
        self.assertAlmostEqual(stone(subject, "stone") / stone(plain, "stone"), 1, delta=0.02)
        self.assertAlmostEqual(stone(subject, cloth) / stone(plain, cloth), 2, delta=0.1)

    def test_haze_flattens_what_is_far(self):
        def spread(haze):
            light = scene("tarn_sunrise", *SIZE, tuning=Tuning(haze=haze)).luminance()[40:62]
            return float(np.log2(np.percentile(light, 90) / np.percentile(light, 10)))

        self.assertLess(spread(0.8), spread(0.0))

    def test_speed_colour_pulse_and_key(self):
        fast = scene("day_pitch", *SIZE, tuning=Tuning(speed=2))
        speeds = {layer.name: layer.velocity_m_s for layer in fast.layers}
        self.assertEqual(speeds["dark kit"], (-12.0, 0.0))
        warm = scene("chapel", *SIZE, tuning=Tuning(key_cct_k=2400, flicker_hz=120, modulation=0.9))
        self.assertEqual((warm.lamps[0].cct_k, warm.flicker), (2400, (120, 0.9)))
        self.assertIsNone(scene("floodlit_pitch", *SIZE, tuning=Tuning(flicker_hz=0)).flicker)
        left, right = (scene("portrait_shade", *SIZE, tuning=Tuning(key_deg=deg)).luminance() for deg in (180, 0))
        self.assertFalse(np.allclose(left, right))


class Refusals(SimpleTestCase):
    def test_sizes_tunings_and_names(self):
        for width, height in ((4, 4), (5000, 10), (4096, 4096)):
            with self.subTest(width=width), self.assertRaises(DomainError):
                checked_size(width, height)
        for tuning in (Tuning(light_ev=99), Tuning(haze=2), Tuning(speed=-1), Tuning(light_ev=math.nan)):
            with self.subTest(tuning=tuning), self.assertRaises(DomainError):
                scene("chapel", *SIZE, tuning=tuning)
        with self.assertRaises(UnknownIdError):
            scene_kind("beach")
