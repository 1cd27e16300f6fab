import math

import numpy as np
from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from wide_aperture.core.errors import DomainError
from wide_aperture.core.picture.bracketing import (
    bracket_offsets,
    coverage,
    frames_needed,
    row_time_s,
    shortest_row,
    slowest_s,
)
from wide_aperture.core.picture.tone import ev_from_mid, expose_to_the_right, scene_range_ev, tone_table


class Tones(SimpleTestCase):
    def test_a_tone_lies_where_its_luminance_says(self):
        light = np.full((4, 4), 8.0)
        light[0] = 64.0
        mask = np.zeros((4, 4))
        mask[0] = 1
        table = tone_table(light, {"bright": mask, "hidden": mask * 0, "rest": 1 - mask}, exposure_ev100=6.0)
        self.assertEqual([tone.name for tone in table], ["bright", "rest"])
        self.assertAlmostEqual(table[0].ev, 3.0)
        self.assertAlmostEqual(table[1].share, 0.75)

    def test_black_has_a_place_too(self):
        self.assertEqual(float(ev_from_mid(np.array(0.0), 5)), -40.0)

    def test_the_range_of_a_wedge(self):
        light = 2.0 ** np.linspace(0, 8, 1001)[None, :]
        self.assertAlmostEqual(scene_range_ev(light)[0], 8 * 0.99, places=2)

    @given(highest=st.floats(-6, 6), clips=st.floats(2, 5), margin=st.floats(0, 1))
    def test_to_the_right_ends_within_a_third_under_the_margin(self, highest, clips, margin):
        moved = highest + expose_to_the_right(highest, clips, margin)
        self.assertLessEqual(moved, clips - margin + 1e-6)
        self.assertGreater(moved, clips - margin - 1 / 3 - 1e-6)

    def test_a_negative_margin_is_refused(self):
        with self.assertRaises(DomainError):
            expose_to_the_right(0, 3, -0.1)


class Brackets(SimpleTestCase):
    def test_orders(self):
        self.assertEqual(bracket_offsets(5, 1, order="dark_first"), (-2, -1, 0, 1, 2))
        self.assertEqual(bracket_offsets(3, 2, shift_ev=-1), (-1, -3, 1))
        self.assertEqual(bracket_offsets(1, 1), (0.0,))

    def test_a_three_by_two_adds_four_stops(self):
        held = coverage(bracket_offsets(3, 2), -7, 3, -9, 5)
        self.assertEqual((held.low_ev, held.high_ev, held.is_whole), (-9, 5, True))
        self.assertEqual(coverage((0.0,), -7, 3, -9, 5).misses_below_ev, 2)
        self.assertEqual(frames_needed(16, 10, 2), 4)

    @given(low=st.floats(-12, -2), scene=st.floats(2, 20), one=st.floats(8, 14))
    def test_the_shortest_row_covers_what_any_common_row_can(self, low, scene, one):
        floor, clip = 3.3 - one, 3.3
        frames, step, shift = shortest_row(floor, clip, low, low + scene)
        held = coverage(bracket_offsets(frames, step, max(min(shift, 10), -10)), floor, clip, low, low + scene)
        if scene <= one + 8 and abs(shift) <= 10:
            self.assertLess(held.misses_above_ev, 1e-6)
            self.assertLess(held.misses_below_ev, 0.34 + 0.3)  # the shift goes in thirds; one frame has its grace

    def test_times(self):
        offsets = bracket_offsets(3, 2)
        self.assertEqual(slowest_s(1 / 60, offsets), 4 / 60)
        self.assertTrue(math.isclose(row_time_s(1 / 60, offsets, 10), 0.1 + 0.1 + 4 / 60))

    def test_refusals(self):
        for frames, step, shift in ((0, 1, 0), (3, 0, 0), (3, 9, 0), (3, 1, 99)):
            with self.subTest(frames=frames, step=step), self.assertRaises(DomainError):
                bracket_offsets(frames, step, shift)
        with self.assertRaises(DomainError):
            row_time_s(1 / 60, (0.0,), 0)
