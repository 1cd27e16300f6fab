"""Parts judged by eye: one brightness, one edit, the same place; noise added as the body makes it; curves drawn for a report."""

from __future__ import annotations

import unittest
from xml.etree import ElementTree

import numpy as np

from tests.core.bench.runs import KIT
from wide_aperture.core.bench.drawn import svg_of
from wide_aperture.core.bench.found import Curve
from wide_aperture.core.bench.frame import frame_of_picture
from wide_aperture.core.bench.kinds import TESTS
from wide_aperture.core.bench.noise import is_capped
from wide_aperture.core.bench.slices import CROP_PX, slices_of


class Slices(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        frames = [each.frame for each in TESTS["iso_ladder"].simulated(KIT, 2).files]
        cls.lit = [frame for frame in frames if not is_capped(frame)]
        cls.slices, cls.noisier, cls.pictures = slices_of(cls.lit, KIT.body)

    def test_every_step_is_there_at_one_size_and_brightness(self):
        self.assertEqual([each.iso for each in self.slices], [frame.iso for frame in self.lit])
        parts = [self.pictures[f"part{k}"] for k in range(len(self.lit))]
        self.assertEqual({part.shape for part in parts}, {parts[0].shape})
        self.assertLessEqual(parts[0].shape[1], CROP_PX[0])
        for part in parts[1:]:
            self.assertLess(abs(float(np.median(part)) - float(np.median(parts[0]))), 3)

    def test_a_darker_frame_is_brought_up(self):
        dim = type(self.lit[1])(self.lit[1].name, self.lit[1].said, self.lit[1].levels / 2, is_raw=True)
        _, _, pictures = slices_of([self.lit[0], dim], KIT.body)
        self.assertLess(abs(float(np.median(pictures["part1"])) - float(np.median(pictures["part0"]))), 3)

    def test_a_part_says_how_many_of_the_body_s_pixels_it_is_wide(self):
        pictures = [
            frame_of_picture(
                f"B{k}.jpg", frame.said, np.random.default_rng(k).integers(0, 255, (300, 400, 3), np.uint8)
            )
            for k, frame in enumerate(self.lit[:2])
        ]
        of_pictures, noisier, _ = slices_of(pictures, KIT.body)
        self.assertEqual({each.across_px for each in (*of_pictures, *noisier)}, {CROP_PX[0]})
        self.assertEqual(
            {each.across_px for each in (*self.slices, *self.noisier)}, {2 * self.pictures["part0"].shape[1]}
        )

    def test_noise_added_as_of_an_iso_is_that_of_a_frame_at_it(self):
        for k, frame in enumerate(self.lit[1:], 1):
            like = min(range(len(self.noisier)), key=lambda j: abs(np.log2(self.noisier[j].iso / frame.iso)))
            spot = np.s_[6:26, 116:136]  # a mid-grey
            seen, made = (grain(self.pictures[name][spot]) for name in (f"part{k}", f"noise{like}"))
            self.assertLess(abs(np.log2(made / seen)), 0.4, frame.iso)

    def test_more_noise_step_by_step_up_to_the_body_s_highest(self):
        isos = [each.iso for each in self.noisier]
        self.assertEqual(isos, sorted(isos))
        self.assertLessEqual(isos[-1], KIT.body.highest_iso)
        grains = [grain(self.pictures[f"noise{k}"][6:26, 116:136]) for k in range(len(isos))]
        self.assertGreater(grains[-1], 4 * grains[0])

    def test_frames_that_were_left_out_are_not_judged_either(self):
        picture = np.full((600, 900, 3), 90, np.uint8)
        beside = frame_of_picture("B0001.jpg", self.lit[0].said, picture)
        outcome, pictures = TESTS["iso_ladder"].judged([*self.lit, beside], KIT)
        self.assertEqual(len(outcome.slices), len(self.lit))
        self.assertTrue(any(fault.frame == "B0001.jpg" and fault.refused for fault in outcome.faults))
        self.assertEqual({pictures[f"part{k}"].shape for k in range(len(self.lit))}, {pictures["part0"].shape})
        self.assertEqual(TESTS["iso_ladder"].judged(self.lit[:1], KIT)[1], {})

    def test_only_tests_that_ask_for_the_eye_have_some(self):
        self.assertEqual(TESTS["reserve"].for_the_eye(self.lit, KIT), ((), (), {}))
        self.assertEqual(TESTS["iso_ladder"].for_the_eye(self.lit[:1], KIT), ((), (), {}))
        night = [each.frame for each in TESTS["night_ladder"].simulated(KIT, 1).files]
        self.assertEqual(len(TESTS["night_ladder"].for_the_eye(night, KIT)[0]), 5)


class Drawn(unittest.TestCase):
    def drawn(self, **more) -> ElementTree.Element:
        return ElementTree.fromstring(svg_of(Curve(label="Noise <&>", x_label="ISO", y_label=": 1", **more)))

    def test_points_run_from_edge_to_edge_and_wide_ranges_in_doublings(self):
        line = self.drawn(x=(100, 400, 6400), y=(3, 2, 1)).find("{*}polyline").attrib["points"].split()
        x = [float(point.split(",")[0]) for point in line]
        self.assertAlmostEqual((x[1] - x[0]) / (x[2] - x[0]), 1 / 3, places=2)
        straight = self.drawn(x=(1, 2, 3), y=(3, 2, 1)).find("{*}polyline").attrib["points"].split()
        self.assertAlmostEqual(
            float(straight[1].split(",")[0]) * 2, sum(float(straight[k].split(",")[0]) for k in (0, 2)), places=0
        )

    def test_an_interval_is_a_band_and_nothing_breaks_it(self):
        self.assertIsNotNone(self.drawn(x=(1, 2), y=(1, 2), low=(0, 1), high=(2, 3)).find("{*}polygon"))
        self.assertIsNone(self.drawn(x=(1, 2), y=(1, 2)).find("{*}polygon"))
        for x, y in (((), ()), ((1,), (1,)), ((1, 1), (2, 2))):
            self.assertIsNotNone(self.drawn(x=x, y=y).find("{*}title"))


def grain(part: np.ndarray) -> float:
    """The noise of an even part, its slope left out."""
    plane = part[..., 1].astype(float)
    return float(np.sqrt(np.square(plane[:, :-2] - 2 * plane[:, 1:-1] + plane[:, 2:]).mean() / 6)) + 1e-6
