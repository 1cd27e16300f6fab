"""A lens is read from what people call it."""

from unittest import TestCase

from wide_aperture.core.sheets.lens_line import read_lens_line, usual_closest_m
from wide_aperture.core.sheets.starting import starting_kit


class ALine(TestCase):
    def test_is_read_however_it_is_written(self):
        for line, ends, widest in (
            ("70–200 mm f/2.8", (70, 200), [2.8, 2.8]),
            ("24-70/2.8", (24, 70), [2.8, 2.8]),
            ("50mm 1.8", (50, 50), [1.8]),
            ("50/1,4", (50, 50), [1.4]),
            ("100-400mm 1:4.5-5.6", (100, 400), [4.5, 5.6]),
            ("600 mm F4", (600, 600), [4]),
            ("8.8 to 25.7 mm, f/1.8 to f/2.8", (8.8, 25.7), [1.8, 2.8]),
            ("My long one, 400mm f/5.6", (400, 400), [5.6]),
        ):
            lens = read_lens_line(line)
            self.assertIsNotNone(lens, line)
            self.assertEqual((lens.focal_min_mm, lens.focal_max_mm), ends, line)
            self.assertEqual([each.f_number for each in lens.widest], widest, line)

    def test_that_names_no_lens_is_none(self):
        for line in ("", "hello", "45", "f/2.8", "0 mm f/2", "50 mm f/0.1"):
            self.assertIsNone(read_lens_line(line), line)

    def test_says_more_where_it_says_more(self):
        lens = read_lens_line("70–200 mm f/2.8, 5 stops stabilised, closest focus 96 cm")
        self.assertEqual((lens.stabiliser_stops, lens.closest_focus_m), (5, 0.96))
        self.assertEqual(read_lens_line("8 mm f/2 fisheye, manual focus").projection, "fisheye")
        self.assertEqual(read_lens_line("8 mm f/2 fisheye, manual focus").autofocus, False)
        self.assertEqual(read_lens_line("70-200 f/4").stabiliser_stops, 0)

    def test_a_macro_focuses_nearer_than_its_like(self):
        self.assertLess(usual_closest_m(100, macro=True), usual_closest_m(100) / 1.9)
        self.assertEqual(read_lens_line("100 mm f/2.8 macro").closest_focus_m, 0.35)

    def test_a_dark_lens_can_still_be_closed_down(self):
        self.assertEqual(read_lens_line("500 mm f/16").smallest_f_number, 32)


class WhatPeopleBeginWith(TestCase):
    def test_every_class_is_a_body_of_its_own(self):
        bodies = starting_kit().bodies
        self.assertEqual(len({each.body.id for each in bodies}), len(bodies))
        for each in bodies:
            self.assertEqual(each.body.electrons.provenance, "estimated")
            self.assertLessEqual(each.body.ceilings.push, each.body.highest_iso)
            if each.lens is not None:
                self.assertEqual(each.lens.built_into, each.body.id)

    def test_a_larger_sensor_may_use_more_iso(self):
        by_id = {each.id: each.body for each in starting_kit().bodies}
        self.assertGreater(by_id["full_frame"].ceilings.routine, by_id["pocket"].ceilings.routine)
        self.assertGreaterEqual(by_id["pocket"].ceilings.routine, by_id["phone_like"].ceilings.routine)

    def test_every_kind_of_lens_can_be_read(self):
        self.assertGreater(len({each.lens.focal_min_mm for each in starting_kit().lenses}), 8)
