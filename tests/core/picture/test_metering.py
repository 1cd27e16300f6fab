"""Meter models: what every pattern must do on a card, and where each goes wrong on the scenes."""

import math
from types import SimpleNamespace

import numpy as np
from django.test import SimpleTestCase
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.scenes import drawn as draw
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.quantities import luminance_from_ev100
from wide_aperture.core.picture.metering import ASSUMED_SKIN_EV, FACE_WEIGHT, MID_REFLECTANCE, PATTERNS, meter, placed
from wide_aperture.core.picture.tone import ev_from_mid, share_of


class OnACard(SimpleTestCase):
    @settings(max_examples=25)
    @given(ev=st.floats(-6, 16), pattern=st.sampled_from(PATTERNS))
    def test_an_even_field_is_read_as_it_is(self, ev, pattern):
        field = np.full((40, 60), luminance_from_ev100(ev))
        self.assertAlmostEqual(meter(field, pattern).ev100, ev, delta=0.001)

    @given(pattern=st.sampled_from(PATTERNS), stops=st.floats(-5, 5))
    def test_a_brighter_scene_is_read_brighter_by_as_much(self, pattern, stops):
        field = np.random.default_rng(3).uniform(1, 400, (40, 60))
        before, after = meter(field, pattern).ev100, meter(field * 2**stops, pattern).ev100
        self.assertAlmostEqual(after - before, stops, delta=0.01)

    def test_a_placed_tone_lies_where_it_was_placed(self):
        field = np.full((40, 60), luminance_from_ev100(10.0))
        exposure = placed(meter(field, "spot"), 5 / 3)
        self.assertAlmostEqual(float(ev_from_mid(field, exposure)[0, 0]), 5 / 3, places=6)


class OnScenes(SimpleTestCase):
    """Swings and blown windows, in the stops that the luminances themselves say."""

    def spot_on(self, light, mask):
        row, column = np.unravel_index(np.argmax(mask_centre(mask)), mask.shape)
        point = ((column + 0.5) / mask.shape[1], (row + 0.5) / mask.shape[0])
        return meter(light, "spot", point=point, spot_area=0.0008)

    def test_white_and_dark_kit_swing_a_spot_by_their_reflectances(self):
        drawn = draw("floodlit_pitch", 480, 320)
        light = drawn.luminance()
        white, dark = (self.spot_on(light, drawn.tones[name]).ev100 for name in ("white cloth", "dark cloth"))
        lit = {
            name: (light * drawn.tones[name]).sum() / drawn.tones[name].sum() for name in ("white cloth", "dark cloth")
        }
        self.assertAlmostEqual(white - dark, math.log2(lit["white cloth"] / lit["dark cloth"]), delta=0.6)
        self.assertGreater(white - dark, 3.0)
        pattern = meter(light, "multi_segment").ev100
        self.assertTrue(dark < pattern < white)

    def test_in_the_chapel_the_pattern_blows_the_windows_and_a_spot_near_them_holds(self):
        drawn = draw("chapel", 480, 320)
        light, windows = drawn.luminance(), drawn.tones["windows"] > 0.5
        row, column = np.argwhere(windows).mean(axis=0)
        on_glass = meter(light, "spot", point=(column / 480, row / 320), spot_area=0.004)
        lost = {
            name: share_of(ev_from_mid(light, exposure)[windows] >= 3.3)
            for name, exposure in (("pattern", meter(light, "multi_segment").ev100), ("spot", placed(on_glass, 5 / 3)))
        }
        self.assertGreater(lost["pattern"], 0.5)
        self.assertLess(lost["spot"], 0.05)

    def test_highlight_weighting_is_never_brighter_than_the_average_and_holds_the_brightest(self):
        for name in ("chapel", "market_noon", "dark_bird_bright_sky"):
            light = draw(name, 240, 160).luminance()
            held, average = meter(light, "highlight_weighted").ev100, meter(light, "average").ev100
            self.assertGreaterEqual(held, average)
            self.assertLess(share_of(ev_from_mid(light, held) >= 2.6), 0.011)

    def test_the_bird_comes_out_dark_on_sky_and_bright_on_water(self):
        for name, sign in (("dark_bird_bright_sky", 1), ("white_bird_dark_water", -1)):
            drawn = draw(name, 240, 160)
            self.assertGreater(sign * (meter(drawn.luminance(), "average").ev100 - drawn.ev100), 0.8, name)


def mask_centre(mask):
    """The mask, worn down to what lies well inside it."""
    inside = mask > 0.95
    for _ in range(6):
        inside[1:-1, 1:-1] &= inside[:-2, 1:-1] & inside[2:, 1:-1] & inside[1:-1, :-2] & inside[1:-1, 2:]
    return inside.astype(float)


class Faces(SimpleTestCase):
    def field_with_face(self, reflectance):
        """A 60 x 40 field at mid with a face of this reflectance in the same light."""
        y, x = np.mgrid[0:80, 0:120] / 80
        inside = (x - 0.75) ** 2 + (y - 0.5) ** 2 < 0.15**2
        return np.where(inside, reflectance / MID_REFLECTANCE, 1.0) * luminance_from_ev100(9.0)

    def test_the_error_of_skin_is_predicted(self):
        for reflectance in (0.42, 0.23, 0.075):
            face = SimpleNamespace(x=0.0, y=0.5, radius=0.15, reflectance=reflectance)
            reading = meter(self.field_with_face(reflectance), "centre_weighted", faces=[face])
            plain = meter(self.field_with_face(reflectance), "centre_weighted")
            expected = FACE_WEIGHT * (math.log2(reflectance / MID_REFLECTANCE) - ASSUMED_SKIN_EV)
            self.assertAlmostEqual(reading.face_error_ev, expected, places=6)
            blend = (1 - FACE_WEIGHT) * plain.ev100 + FACE_WEIGHT * (
                9.0 + math.log2(reflectance / MID_REFLECTANCE) - ASSUMED_SKIN_EV
            )
            self.assertAlmostEqual(reading.ev100, blend, delta=0.02)

    def test_a_linked_point_pulls_the_pattern_towards_what_lies_there(self):
        field = np.ones((80, 120))
        field[:, 90:] = 16.0
        at = meter(field, "multi_segment", point=(0.9, 0.5), link_point=True).ev100
        away = meter(field, "multi_segment", point=(0.1, 0.5), link_point=True).ev100
        self.assertGreater(at, away + 0.5)


class Refusals(SimpleTestCase):
    def test_what_is_no_scene_and_no_meter(self):
        good = np.ones((10, 10))
        for light, pattern, more in (
            (np.ones((0, 3)), "average", {}),
            (np.ones(5), "average", {}),
            (good * np.nan, "average", {}),
            (good - 2, "average", {}),
            (good, "guess", {}),
            (good, "spot", {"point": (1.2, 0.5)}),
            (good, "spot", {"spot_area": 0.9}),
        ):
            with self.subTest(pattern=pattern, more=more), self.assertRaises(DomainError):
                meter(light, pattern, **more)
