"""The stack of a simulated burst whose truth is known: gain, contrast, drift; order, memory, what cannot be stacked."""

from __future__ import annotations

import tempfile
import unittest
from pathlib import Path

import cv2
import numpy as np

from wide_aperture.core.bench import sharpen, stack
from wide_aperture.core.bench.light import as_linear
from wide_aperture.core.bench.simulated.moon import Burst, moon_burst
from wide_aperture.core.bench.stacking import Layer
from wide_aperture.core.bench.stacking.layers import TO_START, noise_of
from wide_aperture.core.bench.stacking.quality import contrast_kept
from wide_aperture.core.bench.stacking.stack import crisp
from wide_aperture.core.errors import DomainError

SIZE = {"size": (300, 240), "disc_px": 200.0}
INNER = (slice(50, -50), slice(60, -60))
PLAIN = (slice(95, 135), slice(140, 180))


def as_pictures(image: np.ndarray) -> np.ndarray:
    return as_linear(np.clip(np.rint(image), 0, 65_535).astype(np.uint16))


def signal_to_noise(plane: np.ndarray) -> float:
    part = np.ascontiguousarray(plane[PLAIN])
    return float(part.mean()) / noise_of(part)


class MoonStack(unittest.TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.bursts = [moon_burst(seed, 300, **SIZE) for seed in (1, 2, 3)]
        cls.stacks = [stack(burst.frames, keep=0.3, points_px=32) for burst in cls.bursts]

    def truth_on(self, burst: Burst, reference: int) -> np.ndarray:
        x, y = burst.drifts[reference]
        by = np.array([[1, 0, x], [0, 1, y]], np.float64)
        return cv2.warpAffine(burst.truth, by, (burst.truth.shape[1], burst.truth.shape[0]), flags=cv2.INTER_LANCZOS4)

    def test_the_best_third_gains_four_times_and_loses_no_contrast(self):
        for burst, made in zip(self.bursts, self.stacks, strict=True):
            plain, best = as_pictures(made.image), as_linear(burst.frames[made.reference]())
            sharp = sharpen(plain, crisp(made.curve))
            truth = self.truth_on(burst, made.reference)
            self.assertGreater(signal_to_noise(sharp.image), 4 * signal_to_noise(best))
            self.assertGreaterEqual(
                contrast_kept(sharp.image[INNER], truth[INNER]), contrast_kept(best[INNER], truth[INNER])
            )
            self.assertLess(sharp.rings, 0.08)

    def test_a_known_drift_is_recovered_to_a_tenth_of_a_pixel(self):
        for burst, made in zip(self.bursts, self.stacks, strict=True):
            moments = np.arange(len(burst.frames))
            for axis in (0, 1):
                true, found = (
                    np.polyfit(moments, [each[axis] for each in way], 1)[0] * 299
                    for way in (burst.drifts, made.offsets)
                )
                self.assertAlmostEqual(-found, true, delta=0.1)

    def test_the_steadiest_frames_are_kept(self):
        for burst, made in zip(self.bursts, self.stacks, strict=True):
            kept = [burst.blurs[k] for k in made.kept]
            rest = [blur for k, blur in enumerate(burst.blurs) if k not in set(made.kept)]
            self.assertEqual(len(kept), 90)
            self.assertLess(np.mean(kept), np.mean(rest) - 0.3)
            self.assertLess(np.corrcoef(made.quality, burst.blurs)[0, 1], -0.85)

    def test_the_curve_tells_what_more_frames_give_and_take(self):
        for made in self.stacks:
            self.assertEqual([point.frames for point in made.curve], [9, 18, 27, 45, 63, 81, 90])
            self.assertEqual([round(point.snr_times**2) for point in made.curve], [9, 18, 27, 45, 63, 81, 90])
            self.assertTrue(all(0.3 < point.contrast_times < 1.1 for point in made.curve))


class Stacking(unittest.TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.burst = moon_burst(7, 12, size=(120, 96), disc_px=80.0)

    def test_files_pictures_and_makers_give_the_same_each_time(self):
        pictures = [make() for make in self.burst.frames]
        with tempfile.TemporaryDirectory() as folder:
            paths = [Path(folder) / f"{k:03}.png" for k in range(len(pictures))]
            for path, picture in zip(paths, pictures, strict=True):
                cv2.imwrite(str(path), picture)
            made = [stack(each, keep=0.5) for each in (iter(self.burst.frames), pictures, paths)]
        for other in made[1:]:
            np.testing.assert_array_equal(made[0].image, other.image)
            self.assertEqual((made[0].kept, made[0].offsets), (other.kept, other.offsets))
        self.assertEqual((len(made[0].kept), len(made[0].quality), len(made[0].offsets)), (6, 12, 12))

    def test_a_number_is_kept_as_a_number(self):
        self.assertEqual(len(stack(self.burst.frames, keep=5).kept), 5)
        self.assertEqual(len(stack(self.burst.frames, keep=0.01).kept), 1)
        self.assertEqual(len(stack(self.burst.frames, keep=99).kept), 12)

    def test_even_frames_lie_still_and_average_in_linear_light(self):
        frames = [np.full((40, 40, 3), level, np.uint8) for level in (100, 200)]
        with self.assertRaises(DomainError):
            stack(frames)  # nothing to lay them on each other by
        ramp = np.tile(np.linspace(0, 0.5, 40, dtype=np.float32), (40, 1))
        ramp += ramp.T
        image = stack([ramp, ramp * 0.5], keep=2).image
        self.assertTrue(np.all(image[5:-5, 5:-5] <= ramp[5:-5, 5:-5] + 1e-4))
        self.assertTrue(np.all(image[5:-5, 5:-5] >= ramp[5:-5, 5:-5] * 0.5 - 1e-4))

    def test_progress_is_told_to_the_end(self):
        told = []
        stack(self.burst.frames, keep=3, said=lambda done, total: told.append((done, total)))
        self.assertEqual(told, [(k, 24) for k in range(1, 25)])

    def test_what_cannot_be_stacked_is_named(self):
        picture = self.burst.frames[0]()
        for frames, keep in (
            ([], 0.5),
            ([picture], 0.0),
            ([picture], -1),
            ([picture], float("nan")),
            ([Path("/none.png")], 0.5),
            ([np.zeros((4, 4), np.uint8)], 1),
        ):
            with self.assertRaises(DomainError):
                stack(frames, keep=keep)
        with self.assertRaisesRegex(DomainError, "frame 2"):
            stack([picture, picture[:-1]])
        with self.assertRaisesRegex(DomainError, "frame 2"):
            stack([picture, (picture >> 8).astype(np.uint8)])
        with self.assertRaisesRegex(DomainError, "points_px"):
            stack([picture, picture], points_px=3)
        with tempfile.NamedTemporaryFile(suffix=".jpg") as file:
            file.write(b"\xff\xd8 no picture")
            file.flush()
            with self.assertRaises(DomainError):
                stack([file.name])


class Layers(unittest.TestCase):
    def setUp(self) -> None:
        self.plane = np.random.default_rng(4).normal(1, 0.1, (128, 128)).astype(np.float32)

    def test_layers_left_alone_give_the_picture_back(self):
        np.testing.assert_allclose(sharpen(self.plane, [Layer(), Layer(), Layer()]).image, self.plane, atol=1e-5)

    def test_each_layer_is_strengthened_by_its_share(self):
        for strength in (0.1, 0.5):
            self.assertAlmostEqual(
                contrast_kept(sharpen(self.plane, [Layer(strength)] * 3).image, self.plane), 1 + strength, delta=0.01
            )
        self.assertAlmostEqual(
            contrast_kept(sharpen(self.plane).image, self.plane), 1 + TO_START[0].strength, delta=0.01
        )

    def test_noise_is_measured_and_let_go(self):
        self.assertAlmostEqual(noise_of(self.plane), 0.1, delta=0.004)
        quieter = sharpen(self.plane, [Layer(denoise=4.0), Layer(denoise=4.0)]).image
        self.assertLess(noise_of(quieter), 0.03)
        self.assertAlmostEqual(float(quieter.mean()), float(self.plane.mean()), places=3)

    def test_too_much_rings_and_is_told(self):
        step = np.zeros((64, 64), np.float32)
        step[:, 32:] = 1
        soft = cv2.GaussianBlur(step, (0, 0), 1.0)
        self.assertEqual(sharpen(soft, TO_START).rings, 0.0)
        self.assertGreater(sharpen(soft, [Layer(4.0)] * 3).rings, 0.02)

    def test_colours_keep_their_channels(self):
        colour = np.dstack([self.plane, self.plane * 2, self.plane * 0.5])
        made = sharpen(colour, [Layer(0.5)]).image
        np.testing.assert_allclose(made[..., 1], 2 * made[..., 0], rtol=1e-4)

    def test_layers_out_of_range_are_refused(self):
        for layers in ([Layer()] * 9, [Layer(-2.0)], [Layer(0, -1)]):
            with self.assertRaises(DomainError):
                sharpen(self.plane, layers)
