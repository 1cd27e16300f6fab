"""Scores: known answers, just inside and just outside of what counts as right, in the terms of the craft."""

from __future__ import annotations

import unittest

from pydantic import ValidationError

from wide_aperture.core.errors import DomainError
from wide_aperture.core.practice.drill import Aimed, Choice, Drill, MeterField
from wide_aperture.core.practice.score import score


def drill(measure: str, **more: object) -> Drill:
    return Drill(**({"kind": "test", "seed": 1, "skill": "exposure", "measure": measure, "question": "?"} | more))


class Numbers(unittest.TestCase):
    def test_stops_just_inside_and_outside(self):
        asked = drill("ev", truth=1.0, within=0.5)
        for answer, right in ((1.0, True), (1.5, True), (0.5, True), (1.51, False), (0.49, False)):
            found = score(asked, answer)
            self.assertEqual((found.right, round(found.error_ev, 9)), (right, round(answer - 1.0, 9)))
        self.assertEqual(score(asked, 2.0).reason, "1 stop too much: +1.")
        self.assertEqual(score(asked, -1).reason, "2 stops too little: +1.")

    def test_distances_are_judged_by_their_share(self):
        asked = drill("m", truth=2.0, within=0.2)
        for answer, right in ((2.4, True), (1.6, True), (2.41, False), (1.59, False)):
            self.assertEqual(score(asked, answer).right, right)
        self.assertAlmostEqual(score(asked, 3.0).error_m, 1.0)
        self.assertEqual(score(asked, 4.0).stops, 1.0)
        self.assertIn("50% too far", score(asked, 3.0).reason)
        self.assertIn("6.6 ft", score(asked, 3.0).said["reason"].text("imperial"))

    def test_colours_are_judged_in_mired_as_eyes_do(self):
        warm, cold = drill("k", truth=3000, within=25), drill("k", truth=9000, within=25)
        self.assertTrue(score(warm, 3240).right)
        self.assertFalse(score(warm, 3250).right)
        self.assertTrue(score(cold, 7350).right)  # 1650 K apart, and fewer mired than 250 K at 3000
        self.assertEqual(score(cold, 8000).error_k, -1000)

    def test_times_are_judged_in_stops(self):
        asked = drill("s", truth=1 / 500, within=2 / 3)
        self.assertTrue(score(asked, 1 / 320).right)
        self.assertFalse(score(asked, 1 / 250).right)
        self.assertAlmostEqual(score(asked, 1 / 125).error_ev, 2.0)
        self.assertEqual(score(asked, 1 / 250).reason, "1 stop too long: 1/500 s.")

    def test_what_is_no_number_is_refused(self):
        for measure, truth in (("ev", 1), ("m", 2), ("k", 5000), ("s", 0.1)):
            for answer in ("x", float("nan"), float("inf"), True, Aimed(x=0, y=0), ["a"]):
                with self.subTest(measure=measure, answer=answer), self.assertRaises(DomainError):
                    score(drill(measure, truth=truth), answer)
        for measure, truth, answer in (("m", 2, 0), ("m", 2, -1), ("s", 1, 0), ("k", 5000, 999), ("k", 5000, 40_001)):
            with self.assertRaises(DomainError):
                score(drill(measure, truth=truth), answer)


class Choices(unittest.TestCase):
    options = (
        Choice(id="a", label="first", because="No."),
        Choice(id="b", label="second"),
        Choice(id="c", label="third"),
    )

    def test_the_right_one_and_another(self):
        asked = drill("choice", choices=self.options, right=("b",), because="So it is.")
        self.assertEqual((score(asked, "b").right, score(asked, "b").stops), (True, 0.0))
        wrong = score(asked, "a")
        self.assertEqual((wrong.right, wrong.stops, wrong.reason), (False, 1.0, "No. It is: second. So it is."))

    def test_order_counts_what_is_out_of_place(self):
        asked = drill("order", choices=self.options, right=("a", "b", "a"))
        self.assertTrue(score(asked, ["a", "b", "a"]).right)
        for answer, off in ((["a", "a", "b"], 2), (["a", "b"], 1), (["c", "c", "c", "c"], 4)):
            self.assertEqual((score(asked, answer).right, score(asked, answer).stops), (False, off))

    def test_what_is_no_choice_is_refused(self):
        asked = drill("choice", choices=self.options, right=("b",))
        for answer in ("d", "", [], 1.0, ["a", 2], Aimed(x=0, y=0)):
            with self.subTest(answer=answer), self.assertRaises(DomainError):
                score(asked, answer)


class Places(unittest.TestCase):
    def test_the_cell_under_the_finger_tells(self):
        asked = drill("point", field=MeterField(columns=2, rows=2, off_ev=(0.4, -0.6, 3.0, 0.0)), within=0.5)
        self.assertTrue(score(asked, Aimed(x=0.1, y=0.1)).right)
        self.assertFalse(score(asked, Aimed(x=0.9, y=0.1)).right)
        self.assertEqual(score(asked, Aimed(x=0.2, y=1.0)).error_ev, 3.0)
        self.assertIn("3 stops too bright", score(asked, Aimed(x=0.2, y=0.9)).reason)
        self.assertTrue(score(asked, Aimed(x=1.0, y=1.0)).right)

    def test_the_best_place_is_right_where_none_is_good(self):
        asked = drill("point", field=MeterField(columns=2, rows=1, off_ev=(1.2, 2.0)), within=0.5)
        self.assertTrue(score(asked, Aimed(x=0, y=0)).right)
        self.assertFalse(score(asked, Aimed(x=0.9, y=0)).right)

    def test_a_field_holds_a_value_for_each_cell(self):
        with self.assertRaises(ValidationError):
            MeterField(columns=2, rows=2, off_ev=(1.0,))
        for measure in ("ev", "choice", "order", "point"):
            with self.assertRaises(ValidationError):
                drill(measure)
