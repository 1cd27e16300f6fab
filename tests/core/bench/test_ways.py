"""Ways to make one of many: what crosses a frame is gone, trails are whole, and each way refuses what it cannot do."""

from __future__ import annotations

import unittest
from unittest import mock

import cv2
import numpy as np

from wide_aperture.core.bench import stack
from wide_aperture.core.bench.protocol import Asked
from wide_aperture.core.bench.simulated.moon import moon_burst
from wide_aperture.core.bench.stacking import ways
from wide_aperture.core.bench.stacking.told import stack_told
from wide_aperture.core.bench.stacking.ways import fill_gaps, median_of, sigma_clipped, trails
from wide_aperture.core.errors import DomainError

FRAMES = 12


def sky(random: np.random.Generator, *, crossed: bool = False) -> np.ndarray:
    """Stars that stay, noise, and in some frames a line that crosses."""
    plane = np.full((60, 80), 0.05, np.float32)
    for y, x in ((10, 12), (30, 40), (45, 66), (20, 60)):
        plane[y - 1 : y + 2, x - 1 : x + 2] += 0.4
    plane += random.normal(0, 0.01, plane.shape).astype(np.float32)
    if crossed:
        cv2.line(plane, (0, int(random.integers(5, 55))), (79, int(random.integers(5, 55))), 0.9, 2)
    return np.clip(plane, 0, 1)


def burst(crossed: int) -> list[np.ndarray]:
    random = np.random.default_rng(5)
    return [sky(random, crossed=k < crossed) for k in range(FRAMES)]


class LeavingOut(unittest.TestCase):
    def test_what_crosses_a_few_frames_is_gone_and_stars_stay(self):
        frames = burst(2)
        clean = np.mean(burst(0), axis=0)
        for made in (sigma_clipped(lambda: iter(frames), FRAMES), median_of(lambda: iter(frames), FRAMES)):
            self.assertLess(float(np.abs(made - clean).max()), 0.06)
            self.assertGreater(float(made[10, 12]), 0.4)
        self.assertGreater(float(np.abs(np.mean(frames, axis=0) - clean).max()), 0.065)

    def test_of_clean_frames_they_are_the_mean_but_for_noise(self):
        frames = burst(0)
        mean = np.mean(frames, axis=0)
        clipped, middle = sigma_clipped(lambda: iter(frames), FRAMES), median_of(lambda: iter(frames), FRAMES)
        self.assertLess(float(np.std(clipped - mean)), 0.002)
        self.assertLess(float(np.std(middle - mean)), 0.005)

    def test_what_crosses_most_frames_stays_in_the_median(self):
        frames = [frame.copy() for frame in burst(0)]
        for frame in frames[:8]:
            frame[50, :] = 0.9
        self.assertGreater(float(median_of(lambda: iter(frames), FRAMES)[50].mean()), 0.8)
        for frame in frames[:4]:
            frame[50, :] = 0.05
        self.assertLess(float(median_of(lambda: iter(frames), FRAMES)[50].mean()), 0.2)

    def test_bands_of_rows_give_what_the_whole_gives(self):
        frames = [np.dstack([frame] * 3) for frame in burst(1)]
        whole = median_of(lambda: iter(frames), FRAMES)
        with mock.patch.object(ways, "ROW_BYTES", 1):
            self.assertTrue(np.array_equal(median_of(lambda: iter(frames), FRAMES), whole))

    def test_what_cannot_be_done_is_said(self):
        frames = burst(0)
        with self.assertRaisesRegex(DomainError, "5 frames at least"):
            sigma_clipped(lambda: iter(frames[:4]), 4)
        sigma_clipped(lambda: iter(frames[:5]), 5)
        with (
            mock.patch.object(ways, "MOST_SPOOL_BYTES", FRAMES * 60 * 80 * 2 - 1),
            self.assertRaisesRegex(DomainError, "must be 11 frames of this size at most"),
        ):
            median_of(lambda: iter(frames), FRAMES)


class Trails(unittest.TestCase):
    def broken(self, angle: float, gap: int) -> np.ndarray:
        plane = np.full((120, 120), 0.02, np.float32)
        dx, dy = np.cos(angle), np.sin(angle)
        for begin in range(-50, 50, 25):
            first, last = begin, begin + 25 - gap
            ends = [(round(60 + dx * at), round(60 + dy * at)) for at in (first, last)]
            cv2.line(plane, ends[0], ends[1], 0.8, 1)
        return plane

    def test_the_brightest_of_every_pixel_is_kept(self):
        frames = burst(2)
        self.assertTrue(np.array_equal(trails(iter(frames), filled=False), np.max(frames, axis=0)))

    def test_short_gaps_close_along_the_trail_in_any_direction(self):
        for angle in (0.0, np.pi / 4, np.pi / 2, 3 * np.pi / 4):
            broken = self.broken(angle, 4)
            closed = fill_gaps(broken)
            at = [(round(60 + np.sin(angle) * k), round(60 + np.cos(angle) * k)) for k in range(-45, 45)]
            self.assertLess(min(float(broken[each]) for each in at), 0.1)
            self.assertGreater(min(float(closed[each]) for each in at), 0.5, angle)
            self.assertLess(float((closed > 0.1).mean()), 1.6 * float((broken > 0.1).mean()) + 0.01)

    def test_single_stars_grow_no_trails(self):
        plane = np.full((60, 80), 0.02, np.float32)
        for y, x in ((10, 12), (14, 20), (45, 66)):
            plane[y, x] = 0.9
        self.assertLess(float(np.abs(fill_gaps(plane) - plane).max()), 0.05)


class Asking(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.frames = list(moon_burst(3, 8).frames)

    def test_the_reference_is_the_one_that_is_asked_for(self):
        chosen = stack(self.frames, keep=6, reference=2)
        self.assertEqual(chosen.reference, 2)
        self.assertLess(max(map(abs, chosen.offsets[2])), 1e-6)
        for wrong in (-1, 8):
            with self.assertRaisesRegex(DomainError, "one of the 8 frames"):
                stack(self.frames, keep=6, reference=wrong)

    def test_a_higher_limit_of_brightness_leaves_fewer_points(self):
        few = stack(self.frames, keep=4, points_px=24, dark=0.5).points
        many = stack(self.frames, keep=4, points_px=24, dark=0.05).points
        self.assertLess(len(few), len(many))
        self.assertTrue(few)

    def test_every_way_is_told_with_its_pictures(self):
        names = {}
        for way in ("mean", "sigma", "median", "trails"):
            told = stack_told(self.frames, Asked(keep=6, points_px=32, way=way), lambda done, total: None)
            names[way] = set(told.pictures)
            self.assertTrue(told.outcome.sentence)
        self.assertEqual(names["mean"], {"single", "stack", "sharpened", "points"})
        self.assertEqual(names["trails"], {"single", "stack", "sharpened"})
        plain = stack_told(self.frames, Asked(keep=6, points_px=None), lambda done, total: None)
        self.assertNotIn("points", plain.pictures)
