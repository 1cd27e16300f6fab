"""Matching brightness and laying one picture on another: known amounts come back, whatever the kind of picture."""

from __future__ import annotations

import unittest

import cv2
import numpy as np

from wide_aperture.core.bench import align, match_exposure
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.colour.encoding import linear_light, screen_level


def scene(seed: int = 3, height: int = 160, width: int = 240) -> np.ndarray:
    """Linear light 0..1 with structure of many sizes, shape (h, w, 3)."""
    random = np.random.default_rng(seed)
    made = sum(
        cv2.GaussianBlur(random.standard_normal((height, width, 3)), (0, 0), size) * size for size in (1.5, 4, 12, 30)
    )
    return ((made - made.min()) / (made.max() - made.min()) * 0.5 + 0.02).astype(np.float32)


def as_bytes(linear: np.ndarray) -> np.ndarray:
    return np.rint(screen_level(linear) * 255).astype(np.uint8)


class Matching(unittest.TestCase):
    def test_a_known_difference_comes_back_in_every_kind(self):
        linear = scene()
        for ev in (-2.0, -0.4, 0.0, 0.7):
            other = linear * 2**ev if ev <= 0 else linear
            mine = linear if ev <= 0 else linear / 2**ev
            for kind, to in (
                ("float", lambda x: x),
                ("uint8", as_bytes),
                ("uint16", lambda x: np.rint(screen_level(x) * 65_535).astype(np.uint16)),
            ):
                with self.subTest(ev=ev, kind=kind):
                    self.assertAlmostEqual(match_exposure(to(mine), to(other)), ev, delta=0.03)

    def test_the_brighter_reference_counts_positive(self):
        self.assertGreater(match_exposure(as_bytes(scene() / 4), as_bytes(scene())), 1.9)

    def test_what_is_cut_off_in_either_does_not_count(self):
        linear = scene()
        bright = linear.copy()
        bright[:80] *= 40  # half of it far over the end
        self.assertAlmostEqual(
            match_exposure(np.clip(bright, 0, 1), np.clip(linear * 1.5, 0, 1)), np.log2(1.5), delta=0.05
        )

    def test_noise_moves_nothing(self):
        linear, random = scene() * 0.1, np.random.default_rng(1)
        noisy = linear + random.normal(0, 0.01, linear.shape).astype(np.float32)
        self.assertAlmostEqual(match_exposure(noisy, linear * 2), 1.0, delta=0.05)

    def test_a_mask_tells_what_is_compared(self):
        linear = scene()
        half = linear.copy()
        half[:, 120:] *= 2
        mask = np.zeros(linear.shape[:2], bool)
        mask[:, 130:] = True
        self.assertAlmostEqual(match_exposure(linear, half, mask), 1.0, delta=0.02)
        self.assertAlmostEqual(match_exposure(linear, half, ~mask), 0.0, delta=0.06)

    def test_pictures_that_cannot_be_compared_are_refused(self):
        linear = scene()
        for image, other in (
            (linear, linear[:-1]),
            (np.zeros_like(linear), linear),
            (np.ones_like(linear), linear),
            (linear.astype(np.int32), linear),
        ):
            with self.assertRaises(DomainError):
                match_exposure(image, other)
        with self.assertRaises(DomainError):
            match_exposure(linear, linear, np.ones((3, 3), bool))
        with self.assertRaises(DomainError):
            match_exposure(np.full_like(linear, np.nan), linear)


class Aligning(unittest.TestCase):
    def moved(self, linear: np.ndarray, x: float, y: float) -> np.ndarray:
        by = np.array([[1, 0, x], [0, 1, y]], np.float64)
        return cv2.warpAffine(
            linear, by, (linear.shape[1], linear.shape[0]), flags=cv2.INTER_LANCZOS4, borderMode=cv2.BORDER_REFLECT
        )

    def test_small_and_large_shifts_come_back(self):
        linear = scene()
        for x, y in ((0.0, 0.0), (0.3, -0.7), (2.25, 5.5), (-17.4, 11.1), (40.2, -30.6)):
            with self.subTest(x=x, y=y):
                dx, dy = align(self.moved(linear, x, y), linear)
                self.assertAlmostEqual(dx, -x, delta=0.05)
                self.assertAlmostEqual(dy, -y, delta=0.05)

    def test_neither_noise_nor_another_brightness_matters(self):
        linear, random = scene(), np.random.default_rng(2)
        image = as_bytes(np.clip(self.moved(linear, 3.3, -1.8) * 0.4 + random.normal(0, 0.01, linear.shape), 0, 1))
        dx, dy = align(image, as_bytes(linear))
        self.assertAlmostEqual(dx, -3.3, delta=0.1)
        self.assertAlmostEqual(dy, 1.8, delta=0.1)

    def test_the_pictures_given_stay_as_they_were(self):
        linear = scene()
        image, kept, reference = self.moved(linear, 2, 1), self.moved(linear, 2, 1), linear.copy()
        align(image, reference)
        np.testing.assert_array_equal(image, kept)
        np.testing.assert_array_equal(reference, linear)

    def test_nothing_to_hold_on_to_is_said(self):
        even = np.full((64, 64), 0.4, np.float32)
        for image, other in ((even, even), (even[:8, :8], even[:8, :8]), (even, even[:-1])):
            with self.assertRaises(DomainError):
                align(image, other)


class Encoding(unittest.TestCase):
    def test_levels_and_light_undo_each_other(self):
        levels = np.linspace(0, 1, 257)
        np.testing.assert_allclose(screen_level(linear_light(levels)), levels, atol=1e-9)
        self.assertAlmostEqual(float(linear_light(0.04045)), 0.04045 / 12.92, places=9)
