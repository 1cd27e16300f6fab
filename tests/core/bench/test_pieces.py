"""The pieces that tests of the bench are made of: even spots, noise against signal, smear and discs by likeness, least squares."""

from __future__ import annotations

import datetime as dt
import unittest

import cv2
import numpy as np

from wide_aperture.core.bench.edges import LENGTHS_PX, discs, out_of_focus, sharpest, smeared, smears
from wide_aperture.core.bench.fit import least_squares, mean_span, student
from wide_aperture.core.bench.frame import BenchFrame, frame_of_mosaic, frame_of_picture, in_order
from wide_aperture.core.bench.kinds.common import capture, in_groups, isos_of
from wide_aperture.core.bench.noise import is_capped, transfer
from wide_aperture.core.bench.protocol import Kit
from wide_aperture.core.bench.simulated.card import GREYS_EV, Shutter, card
from wide_aperture.core.bench.spots import even_spots, measured
from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames.metadata import FrameMetadata
from wide_aperture.demo.kit import BODIES

BODY = BODIES[0]


def even_frame(level: float, noise: float, *, slope: float = 0.0, seed: int = 1) -> BenchFrame:
    """A frame of one level with white noise, brighter to the right by a slope over its width."""
    random = np.random.default_rng(seed)
    ramp = np.linspace(-slope / 2, slope / 2, 240, dtype=np.float32)[None, :, None]
    levels = (
        np.full((160, 240, 3), level, np.float32) + ramp + random.normal(0, noise, (160, 240, 3)).astype(np.float32)
    )
    return BenchFrame("even", FrameMetadata(exposure_s=0.01, f_number=8, iso=100), levels, is_raw=True)


class Spots(unittest.TestCase):
    def test_noise_is_measured_whatever_the_shading(self):
        for slope in (0.0, 0.1):
            frame = even_frame(0.4, 0.01, slope=slope)
            found = measured(frame, even_spots(frame)[0])
            self.assertAlmostEqual(float(np.sqrt(found.variance[1])) / 0.01, 1.0, delta=0.2)

    def test_each_tone_of_the_card_has_its_spots(self):
        frame = Shutter(BODY, 1).press(card(9.0, blur_px=0.8), capture(1 / 8, 100)).frame
        levels = np.log2([float(measured(frame, spot).level[1]) for spot in even_spots(frame)])
        mid = -BODY.electrons.mid_below_clipping_ev
        for ev in GREYS_EV[:8]:
            self.assertLess(np.abs(levels - (mid + ev)).min(), 0.35, ev)

    def test_choosing_does_not_flatter_the_noise(self):
        ratios = []
        for seed in range(12):
            frame = even_frame(0.3, 0.02, seed=seed)
            ratios += [float(measured(frame, spot).variance[1]) / 0.02**2 for spot in even_spots(frame)]
        self.assertAlmostEqual(float(np.mean(ratios)), 1.0, delta=0.06)

    def test_a_scene_without_even_parts_is_refused(self):
        frame = even_frame(0.4, 0.0)
        checks = np.indices((160, 240)).sum(axis=0) // 6 % 2
        with self.assertRaises(DomainError):
            even_spots(
                BenchFrame(
                    "checks", frame.said, frame.levels * (0.2 + checks[..., None]).astype(np.float32), is_raw=True
                )
            )


class Noise(unittest.TestCase):
    def test_electrons_come_back_with_their_read_noise(self):
        camera, plane = Shutter(BODY, 3), card(9.0, blur_px=0.8)
        lit = [camera.press(plane, capture(1 / 8 / gain, 100.0 * gain)).frame for gain in (1, 16)]
        dark = [camera.press(plane * 0, capture(1 / 8 / gain, 100.0 * gain)).frame for gain in (1, 16)]
        self.assertEqual([is_capped(frame) for frame in (*lit, *dark)], [False, False, True, True])
        found = transfer(lit, even_spots(lit[0]), dark)
        for k, gain in enumerate((1, 16)):
            value, low, high = found.clip_e(k)
            self.assertLess(low, value)
            self.assertLess(value, high)
            self.assertAlmostEqual(np.log2(value * gain / BODY.electrons.full_well_e), 0, delta=0.15)

    def test_too_few_spots_are_refused(self):
        frame = even_frame(0.4, 0.01)
        with self.assertRaises(DomainError):
            transfer([frame], even_spots(frame)[:1])


class Likeness(unittest.TestCase):
    def setUp(self) -> None:
        self.sharp = np.ascontiguousarray(card(0.0, blur_px=1.0)[..., 1])
        self.random = np.random.default_rng(5)

    def noisy(self, plane: np.ndarray, shift: tuple[float, float] = (0, 0), gain: float = 1.0) -> np.ndarray:
        by = np.array([[1, 0, shift[0]], [0, 1, shift[1]]], np.float64)
        moved = cv2.warpAffine(
            plane, by, (plane.shape[1], plane.shape[0]), flags=cv2.INTER_CUBIC, borderMode=cv2.BORDER_REPLICATE
        )
        return (gain * moved + self.random.normal(0, 0.02, plane.shape)).astype(np.float32)

    def test_a_smear_is_told_by_its_length_in_any_direction(self):
        known = smears(self.noisy(self.sharp))
        for length, least, most in (
            (1.0, 0.0, 1.7),
            (3.0, 2.5, 3.5),
            (6.0, 5.5, 6.5),
            (10.0, 9.4, 10.6),
        ):  # under a pixel nothing can be told
            for angle in (0.0, 0.7, 1.57):
                found = known.amount_of(self.noisy(smeared(self.sharp, length, angle), (2, -3), 0.8))
                self.assertGreaterEqual(found, least, (length, angle))
                self.assertLessEqual(found, most, (length, angle))

    def test_a_disc_is_told_by_its_diameter(self):
        known = discs(self.noisy(self.sharp))
        for disc in (1.0, 4.0, 8.0):
            self.assertAlmostEqual(known.amount_of(self.noisy(out_of_focus(self.sharp, disc))), disc, delta=1.0)

    def test_more_than_the_longest_counts_as_the_longest(self):
        known = smears(self.noisy(self.sharp))
        self.assertEqual(known.amount_of(self.noisy(smeared(self.sharp, 60.0, 0.3))), LENGTHS_PX[-1])

    def test_the_sharpest_is_found(self):
        planes = [self.noisy(smeared(self.sharp, length, 0.4)) for length in (5.0, 2.0, 0.0, 9.0)]
        self.assertEqual(sharpest(planes), 2)
        with self.assertRaises(DomainError):
            sharpest([])
        with self.assertRaises(DomainError):
            smears(np.zeros((30, 30), np.float32))


class Fits(unittest.TestCase):
    def test_a_line_comes_back_and_its_interval_covers(self):
        covered = 0
        for seed in range(100):
            random = np.random.default_rng(seed)
            x = np.linspace(0, 1, 12)
            fitted = least_squares(np.stack([np.ones(12), x], axis=1), 2 + 3 * x + random.normal(0, 0.2, 12))
            _, low, high = fitted.span(1)
            covered += low <= 3 <= high
        self.assertGreaterEqual(covered, 90)
        self.assertLessEqual(covered, 99)

    def test_intervals_follow_the_number_of_values(self):
        self.assertEqual((student(1), student(10), student(30), student(1000)), (12.71, 2.23, 1.98, 1.96))
        value, low, high = mean_span([1.0, 2.0, 3.0])
        self.assertAlmostEqual(value, 2.0)
        self.assertAlmostEqual(high - low, 2 * 4.30 / np.sqrt(3))

    def test_too_few_or_alike_are_refused(self):
        for work in (
            lambda: student(0),
            lambda: mean_span([1.0]),
            lambda: least_squares([[1.0], [1.0]][:1], [1.0]),
            lambda: least_squares(np.ones((5, 2)), np.ones(5)),
        ):
            with self.assertRaises(DomainError):
                work()


class Frames(unittest.TestCase):
    said = FrameMetadata()

    def test_a_mosaic_gives_one_pixel_of_each_colour(self):
        mosaic = np.tile(np.array([[612, 712], [812, 1012]], np.uint16), (4, 5))
        frame = frame_of_mosaic("a", self.said, mosaic, black=512, white=1512)
        self.assertEqual(frame.levels.shape, (4, 5, 3))
        np.testing.assert_allclose(frame.levels[0, 0], (0.1, 0.2, 0.5), atol=1e-6)
        apart = frame_of_mosaic("a", self.said, mosaic, black=np.array([[512, 612], [612, 912]]), white=1512)
        np.testing.assert_allclose(apart.levels[0, 0], (0.1, 100 / 900, 100 / 600), atol=1e-6)
        with self.assertRaises(DomainError):
            frame_of_mosaic("a", self.said, np.zeros((2, 2, 3), np.uint16), black=0, white=1)

    def test_a_picture_is_decoded_and_grey_ones_have_three_alike(self):
        frame = frame_of_picture("a", self.said, np.full((4, 4), 255, np.uint8))
        self.assertEqual((frame.levels.shape, float(frame.levels.max()), frame.is_raw), ((4, 4, 3), 1.0, False))

    def test_frames_that_do_not_say_enough_name_themselves(self):
        frame = frame_of_picture("quiet.jpg", self.said, np.zeros((4, 4), np.uint8))
        for ask in (lambda: frame.exposure, lambda: frame.iso):
            with self.assertRaisesRegex(DomainError, "quiet.jpg"):
                ask()

    def test_order_is_by_time_then_name(self):
        def at(name: str, second: int | None, ms: int = 0) -> BenchFrame:
            taken = None if second is None else dt.datetime(2026, 5, 2, 10, 0, second)
            return frame_of_picture(name, FrameMetadata(taken_at=taken, subsecond_ms=ms), np.zeros((4, 4), np.uint8))

        frames = [at("c", 3), at("b", 2, 500), at("a", 2, 700), at("d", None)]
        self.assertEqual([frame.name for frame in in_order(frames)], ["d", "b", "a", "c"])

    def test_groups_are_even_and_isos_are_whole_stops(self):
        frames = [even_frame(0.1, 0.0) for _ in range(6)]
        self.assertEqual([len(group) for group in in_groups(frames, 3, "a, b and c")], [2, 2, 2])
        for count in (0, 5):
            with self.assertRaisesRegex(DomainError, "a and b"):
                in_groups(frames[:count], 2, "a and b")
        isos = isos_of(Kit(BODY))
        self.assertEqual(isos[0], BODY.base_iso)
        self.assertTrue(all(float(np.log2(iso / BODY.base_iso)).is_integer() for iso in isos))
        self.assertLess(isos[-1], BODY.highest_iso)
