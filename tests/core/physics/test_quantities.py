import math

import numpy as np
from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from tests.core.tables import rows
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.quantities import (
    ev100,
    exact_step,
    format_aperture,
    format_iso,
    format_shutter,
    luminance_from_ev100,
    mired,
    nearest_step,
    parse_aperture,
    parse_iso,
    parse_shutter,
    step_label,
)
from wide_aperture.core.physics.quantities.text import exact_from_text


class SeriesAgainstTheReference(SimpleTestCase):
    def test_steps_labels_and_look_up_agree_with_every_row(self):
        seen = 0
        for row in rows("exposure_series"):
            if row["fraction"] not in ("third", "half"):
                continue
            with self.subTest(case=row["case_id"]):
                where = (row["quantity"], int(row["index"]), row["fraction"])
                self.assertTrue(math.isclose(exact_step(*where), float(row["exact"]), rel_tol=1e-6))
                self.assertEqual(step_label(*where), row["label"])
                self.assertEqual(nearest_step(row["quantity"], float(row["nominal"]), row["fraction"]), where[1])
                self.assertEqual(nearest_step(row["quantity"], float(row["exact"]), row["fraction"]), where[1])
                seen += 1
        self.assertGreater(seen, 100)

    def test_neighbouring_labels_never_repeat(self):
        for quantity, first, last in (("shutter", -15, 45), ("aperture", -2, 36), ("iso", -6, 36)):
            labels = [step_label(quantity, k) for k in range(first, last + 1)]
            self.assertEqual(len(labels), len(set(labels)))

    def test_unknown_quantity_fraction_and_index_are_refused(self):
        for bad in (("depth", 1, "third"), ("iso", 1, "quarter"), ("iso", 900, "third")):
            with self.assertRaises(DomainError):
                step_label(*bad)


class ExposureValue(SimpleTestCase):
    def test_bright_sun_is_ev_15(self):
        self.assertAlmostEqual(ev100(16, 1 / 128), 15)

    def test_luminance_of_ev_zero_is_an_eighth_candela(self):
        self.assertEqual(luminance_from_ev100(0), 0.125)

    def test_mired_of_daylight(self):
        self.assertAlmostEqual(mired(5500), 181.818, places=3)

    def test_arrays_equal_one_by_one_and_scalars_give_floats(self):
        apertures = np.array([2.0, 4.0, 8.0])
        self.assertIs(type(ev100(4, 0.01)), float)
        np.testing.assert_allclose(ev100(apertures, 0.01), [ev100(n, 0.01) for n in apertures])

    def test_impossible_values_name_their_field(self):
        for arguments, field in (((0, 1), "f_number"), ((4, -1), "exposure_s"), ((4, 1, math.nan), "iso")):
            with self.assertRaises(DomainError) as caught:
                ev100(*arguments)
            self.assertEqual(caught.exception.field, field)


class Text(SimpleTestCase):
    def test_shutter_texts_people_type(self):
        for text, seconds in (
            ("1/250", 0.004),
            ("1/250 s", 0.004),
            ("0,4", 0.4),
            ("2.5 s", 2.5),
            ("1 min 30 s", 90),
            (".5", 0.5),
        ):
            self.assertAlmostEqual(parse_shutter(text), seconds)

    def test_aperture_and_iso_texts_people_type(self):
        self.assertEqual([parse_aperture(t) for t in ("f/5.6", "5,6", "F5.6", "1:5.6")], [5.6] * 4)
        self.assertEqual([parse_iso(t) for t in ("ISO 6400", "6 400", "6,400", "6.4k", "6400")], [6400] * 5)

    def test_nonsense_is_refused(self):
        for parse, text in (
            (parse_shutter, "1/0"),
            (parse_shutter, "fast"),
            (parse_shutter, "-1"),
            (parse_aperture, "f/0"),
            (parse_iso, "ISO"),
            (parse_iso, "0"),
        ):
            with self.assertRaises(DomainError):
                parse(text)

    def test_off_grid_values_keep_their_own_number(self):
        self.assertEqual(format_shutter(1 / 120), "1/120")
        self.assertEqual(format_aperture(1.7), "f/1.7")
        self.assertEqual(format_iso(2840), "ISO 2840")

    def test_long_times_are_counted_as_people_count(self):
        self.assertEqual([format_shutter(2.0**k) for k in (5, 6, 7, 8)], ["30 s", "1 min", "2 min", "4 min"])

    @given(index=st.integers(-15, 45))
    def test_a_marked_time_reads_back_as_its_own_step(self, index):
        self.assertEqual(nearest_step("shutter", parse_shutter(format_shutter(exact_step("shutter", index)))), index)

    @given(value=st.floats(1e-5, 3600))
    def test_any_time_reads_back_within_a_sixth_of_a_stop(self, value):
        # A grid time carries its marked label, and the farthest of those is 15 s for 16 s: 0.09 EV.
        self.assertLess(abs(math.log2(parse_shutter(format_shutter(value)) / value)), 1 / 6)


class Markings(SimpleTestCase):
    """What is printed on dials stands for exact steps; what is not printed stands for itself."""

    def test_customary_markings_mean_their_exact_step(self):
        for quantity, text, exact in (
            ("shutter", "1/60", 1 / 64),
            ("shutter", "1/125", 1 / 128),
            ("shutter", "30 s", 32),
            ("aperture", "f/5.6", 4 * math.sqrt(2)),
            ("aperture", "f/11", 8 * math.sqrt(2)),
            ("iso", "ISO 6400", 6400),
        ):
            with self.subTest(text=text):
                self.assertAlmostEqual(exact_from_text(quantity, text), exact, delta=exact * 1e-9)

    def test_what_no_dial_shows_is_taken_as_written(self):
        for quantity, text, value in (("shutter", "1/70", 1 / 70), ("shutter", "2 min", 120), ("aperture", "f/6", 6), ("iso", "12.8k", 12800)):  # fmt: skip
            with self.subTest(text=text):
                self.assertAlmostEqual(exact_from_text(quantity, text), value, delta=value * 1e-9)

    @given(index=st.integers(-30, 30), quantity=st.sampled_from(("shutter", "aperture", "iso")))
    def test_a_step_s_own_label_leads_back_to_it(self, index, quantity):
        try:
            label = step_label(quantity, index)
        except DomainError:
            return  # beyond what any dial shows
        exact = exact_step(quantity, index)
        self.assertAlmostEqual(exact_from_text(quantity, label), exact, delta=exact * 1e-9)
