"""Progress: what is known comes back later and later, what is not at once; trends over the last answers."""

from __future__ import annotations

import datetime as dt
import unittest
from uuid import uuid4

from wide_aperture.core.practice.progress import LAST, Answered, due_at, trend

BEGAN = dt.datetime(2026, 11, 1, 9, tzinfo=dt.UTC)


def answers(*stops: float, days: float = 3.0) -> list[Answered]:
    return [
        Answered(id=uuid4(), kind="depth", seed=k, right=off < 0.5, stops=off, at=BEGAN + dt.timedelta(days=days * k))
        for k, off in enumerate(stops)
    ]


class Due(unittest.TestCase):
    def test_what_was_never_tried_is_never_due(self):
        self.assertIsNone(due_at([]))

    def test_right_answers_wait_longer_each_time(self):
        waits = [due_at(answers(*[0.0] * n)) - answers(*[0.0] * n)[-1].at for n in (1, 2, 3, 4)]
        self.assertEqual(waits, sorted(waits))
        self.assertGreater(waits[-1], dt.timedelta(days=10))

    def test_a_wrong_one_comes_back_within_minutes(self):
        given = answers(0.0, 0.0, 2.0)
        self.assertLess(due_at(given) - given[-1].at, dt.timedelta(hours=1))

    def test_an_exact_answer_waits_longer_than_one_just_right(self):
        self.assertGreater(due_at(answers(0.0)), due_at(answers(0.4)))


class Trends(unittest.TestCase):
    def test_the_last_answers_stand_against_the_ones_before(self):
        found = trend(answers(*[2.0] * LAST, *[0.2] * LAST))
        self.assertEqual((found.answers, found.right), (2 * LAST, LAST))
        self.assertAlmostEqual(found.recent_stops, 0.2)
        self.assertAlmostEqual(found.before_stops, 2.0)
        self.assertEqual(trend([]).recent_stops, None)
        self.assertEqual(trend(answers(1.0)).before_stops, None)
