"""Counts: Wilson's interval against tables, and curves against hands that are known."""

import math
from unittest import TestCase

import numpy as np

from wide_aperture.core.bench import hand_hold, wilson
from wide_aperture.core.bench.falling import Counts, falling
from wide_aperture.core.errors import DomainError


class Wilson(TestCase):
    def test_published_values(self):
        # Brown, Cai, DasGupta 2001, and by hand from the quadratic.
        for hits, total, low, high in (
            (9, 10, 0.5958, 0.9821),
            (0, 5, 0.0, 0.4345),
            (5, 5, 0.5655, 1.0),
            (50, 100, 0.4038, 0.5962),
        ):
            found = wilson(hits, total)
            self.assertAlmostEqual(found[0], low, 3, f"{hits} of {total}")
            self.assertAlmostEqual(found[1], high, 3, f"{hits} of {total}")

    def test_nothing_counted_says_nothing(self):
        self.assertEqual(wilson(0, 0), (0.0, 1.0))

    def test_more_confidence_is_wider_and_more_counts_are_narrower(self):
        width = [
            high - low
            for low, high in (wilson(30, 100, 0.99), wilson(30, 100), wilson(30, 100, 0.8), wilson(300, 1000, 0.8))
        ]
        self.assertEqual(sorted(width, reverse=True), width)

    def test_covers_the_truth_nineteen_times_in_twenty(self):
        random = np.random.default_rng(4)
        for share in (0.05, 0.3, 0.7):
            held = [
                low <= share <= high for low, high in (wilson(int(k), 60) for k in random.binomial(60, share, 2000))
            ]
            self.assertAlmostEqual(float(np.mean(held)), 0.95, delta=0.025)

    def test_refuses_counts_that_cannot_be(self):
        for hits, total, confidence in ((-1, 5, 0.95), (6, 5, 0.95), (1, -1, 0.95), (1, 5, 0.0), (1, 5, 1.0)):
            with self.assertRaises(DomainError):
                wilson(hits, total, confidence)


class HandHold(TestCase):
    TIMES = (1 / 250, 1 / 125, 1 / 60, 1 / 30, 1 / 15, 1 / 8)

    def counts(self, limit_s: float, steep: float, total: int, seed: int) -> list[int]:
        random = np.random.default_rng(seed)
        return [int(random.binomial(total, 1 / (1 + (t / limit_s) ** steep))) for t in self.TIMES]

    def test_finds_the_limit_of_a_known_hand(self):
        held = []
        for seed in range(30):
            found = hand_hold(self.TIMES, self.counts(1 / 40, 3.0, 20, seed), [20] * 6)
            held.append(found.low_s <= 1 / 40 <= found.high_s)
            self.assertLess(abs(math.log2(found.limit_s * 40)), 0.7)
        self.assertGreaterEqual(sum(held), 26)

    def test_half_of_the_frames_are_sharp_at_the_limit_and_fewer_after_it(self):
        found = hand_hold(self.TIMES, [12, 12, 10, 5, 1, 0], [12] * 6)
        self.assertAlmostEqual(found.probability(found.limit_s), 0.5)
        chances = [found.probability(t) for t in self.TIMES]
        self.assertEqual(chances, sorted(chances, reverse=True))
        self.assertLess(found.low_s, found.limit_s)
        self.assertGreater(found.high_s, found.limit_s)

    def test_a_hand_that_never_failed_has_no_upper_end(self):
        self.assertFalse(hand_hold(self.TIMES, [8] * 6, [8] * 6).curve.bounded[1])

    def test_refuses_lists_that_do_not_belong_together(self):
        for times, hits, totals in (
            ([], [], []),
            ([1.0], [1, 2], [2, 2]),
            ([0.0], [1], [1]),
            ([1.0], [3], [2]),
            ([1.0], [0], [0]),
        ):
            with self.assertRaises(DomainError):
                hand_hold(times, hits, totals)


class Groups(TestCase):
    def test_levels_that_differ_between_groups_are_no_fall(self):
        # One group keeps half at short times, the other a tenth at long ones: neither falls in itself.
        found = falling([Counts((1.0, 1.3), (50, 50), (100, 100)), Counts((4.0, 5.2), (10, 10), (100, 100))])
        self.assertFalse(found.tells)

    def test_a_fall_within_groups_is_found_at_its_place(self):
        at = (1.0, 2.0, 4.0, 8.0)
        groups = [
            Counts(at, tuple(round(level * 200 / (1 + (x / 3.0) ** 4)) for x in at), (200,) * 4) for level in (0.8, 0.3)
        ]
        found = falling(groups)
        self.assertTrue(found.tells)
        self.assertAlmostEqual(found.half, 3.0, delta=0.25)
        self.assertTrue(found.low <= 3.0 <= found.high and all(found.bounded))
        self.assertAlmostEqual(found.levels[0], 0.8, delta=0.05)
        self.assertAlmostEqual(found.levels[1], 0.3, delta=0.05)
