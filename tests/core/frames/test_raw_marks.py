"""The camera's marks against the raw data: on drawn ramps and through the simulated camera's own files."""

from unittest import TestCase

import numpy as np

from tests.core.frames.raws import ramp
from wide_aperture.core.frames.raw_marks import FULL_BIT, MARKED_BIT, fullest_level, marks_against_raw


class Ramps(TestCase):
    def test_finds_the_gap_and_the_shares_of_both_masks(self):
        for gap in (0.3, 0.9, 1.8):
            found, mask = marks_against_raw(*ramp(gap))
            self.assertAlmostEqual(found.gap_ev, gap, delta=0.05)
            self.assertAlmostEqual(found.full, 1 / 6, delta=0.01)
            self.assertAlmostEqual(found.marked, (1 + gap) / 6, delta=0.01)
            self.assertAlmostEqual(found.held, found.marked - found.full, delta=0.005)
            self.assertEqual(set(np.unique(mask)), {0, MARKED_BIT, MARKED_BIT | FULL_BIT})

    def test_a_frame_that_does_not_tell_says_so(self):
        nothing_marked = marks_against_raw(*ramp(0.9, ends_ev=-1.5))[0]
        self.assertEqual((nothing_marked.marked, nothing_marked.gap_ev), (0.0, None))
        level = ramp(0.9)[1]
        only_full = np.where(level[..., None] >= 0.999, 255, 90).astype(np.uint8)
        self.assertIsNone(marks_against_raw(np.repeat(only_full, 3, axis=2), level)[0].gap_ev)
        self.assertIsNone(
            marks_against_raw(np.full((600, 900, 3), 255, np.uint8), np.full((600, 900), 0.4, np.float32))[0].gap_ev
        )

    def test_a_picture_of_another_shape_is_not_compared(self):
        picture, level = ramp(0.9)
        self.assertIsNone(marks_against_raw(picture[:400], level))
        self.assertIsNotNone(marks_against_raw(picture[:595], level))

    def test_the_fullest_colour_of_each_cell_counts_over_its_own_black(self):
        mosaic = np.array([[100, 512], [256, 64]], np.uint16)
        self.assertAlmostEqual(float(fullest_level(mosaic, 0, 1024)[0, 0]), 0.5)
        black = np.array([[0, 512], [0, 0]], np.float32)
        self.assertAlmostEqual(float(fullest_level(mosaic, black, 1024)[0, 0]), 0.25)
        self.assertEqual(fullest_level(np.zeros((5, 7), np.uint16), 0, 10).shape, (2, 3))
