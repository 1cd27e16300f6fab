"""Tests of the bench that the person's notes tell: charge, link, displays; what they say just inside and outside their limits."""

from __future__ import annotations

import unittest

import numpy as np
from pydantic import ValidationError

from wide_aperture.core.bench.kinds import FRAMED, TESTS
from wide_aperture.core.bench.kinds.screens import DARK_PATCHES, LIGHT_PATCHES, match_picture, wedge_level
from wide_aperture.core.bench.notes import ChargeNote, LinkNote, ScreenNote
from wide_aperture.core.bench.protocol import Asked, Kit
from wide_aperture.demo.kit import BODIES


def told(test_id: str, **asked):
    return TESTS[test_id].measure([], Kit(BODIES[0], asked=Asked(**asked)))


def charges(*noted):
    return tuple(ChargeNote(frames=frames, percent=percent) for frames, percent in noted)


def sent(*noted):
    return tuple(LinkNote(at_s=at, taken=taken, arrived=arrived) for at, taken, arrived in noted)


class Battery(unittest.TestCase):
    def test_over_forty_seeds_the_interval_covers_the_truth(self):
        covered = []
        for seed in range(40):
            random = np.random.default_rng(seed)
            holds = random.uniform(300, 1200)
            notes = [(frames, 100 - 100 * frames / holds + random.normal(0, 1)) for frames in range(0, 280, 35)]
            noted = charges(*((frames, min(max(percent, 0), 100)) for frames, percent in notes))
            figure = told("battery", charges=noted).figure("battery_frames")
            covered.append(figure.low <= holds <= figure.high)
        self.assertGreaterEqual(sum(covered), 35)

    def test_it_is_offered_once_it_is_sure(self):
        found = told("battery", charges=charges((0, 100), (100, 80), (200, 61), (300, 40), (400, 20)))
        self.assertAlmostEqual(found.figure("battery_frames").value, 500, delta=10)
        self.assertEqual(found.offers[0].figure.name, "battery_frames")
        self.assertEqual(found.offers[0].figure.own.n, 400)
        unsure = told("battery", charges=charges((0, 100), (100, 60), (200, 75), (300, 30)))
        self.assertEqual(unsure.offers, ())

    def test_notes_that_cannot_tell_it_say_why(self):
        for noted, said in (
            (((0, 100), (10, 99), (20, 98)), "must be noted 4 times at least; 3 so far"),
            (((0, 80), (10, 80), (20, 80), (30, 80)), "must fall from the first note to the last"),
            (((0, 80), (10, 20), (20, 90), (30, 70)), "must fall clearly"),
        ):
            found = told("battery", charges=charges(*noted))
            self.assertIn(said, found.sentence)
            self.assertEqual(found.figures, ())


class Link(unittest.TestCase):
    def test_the_rate_is_that_of_a_link_with_a_queue(self):
        # Ten a minute while there is a queue; the pause at the end, with nothing to send, does not count.
        found = told(
            "link", sent=sent((0, 30, 0), (60, 40, 10), (120, 50, 20), (180, 50, 30), (300, 50, 50), (900, 50, 50))
        )
        figure = found.figure("sent")
        self.assertEqual((figure.value, figure.n), (10.0, 3))
        self.assertIn("The longest queue, 30 frames, was 3 minutes of waiting.", found.sentence)
        self.assertIn("it keeps up", found.sentence)

    def test_who_shoots_faster_than_it_sends_is_told(self):
        found = told("link", sent=sent((0, 10, 0), (60, 40, 10), (120, 70, 21), (180, 100, 30)))
        self.assertRegex(found.sentence, r"falls behind by 2\d\.\d each minute")

    def test_notes_that_cannot_tell_it_say_why(self):
        for noted, said in (
            (((0, 3, 0), (60, 4, 1)), "must be 4 at least; 2 so far"),
            (((0, 3, 3), (60, 4, 4), (120, 5, 5), (180, 6, 6)), "the link had nothing to do"),
            (((0, 9, 0), (60, 8, 1), (120, 9, 2), (180, 9, 3)), "counts never fall"),
            (((0, 9, 0), (60, 9, 0), (120, 9, 0), (180, 9, 0)), "nothing came through"),
        ):
            self.assertIn(said, told("link", sent=sent(*noted)).sentence)
        with self.assertRaises(ValidationError):
            LinkNote(at_s=0, taken=3, arrived=4)


class Screens(unittest.TestCase):
    def note(self, on="screen", darkest=3, lightest=3, grey=7, in_sun=False):
        return ScreenNote(on=on, in_sun=in_sun, darkest=darkest, lightest=lightest, grey=grey)

    def test_a_darker_patch_matches_on_a_brighter_display(self):
        found = told("screens", screens=(self.note("computer"), self.note(grey=5), self.note("finder", grey=9)))
        self.assertAlmostEqual(found.figure("level_screen_in").value, 2 / 3)
        self.assertAlmostEqual(found.figure("level_finder_in").value, -2 / 3)
        self.assertIn("The rear screen shows frames 0.7 stops brighter", found.sentence)
        self.assertIn("The finder shows frames 0.7 stops darker", found.sentence)

    def test_hidden_tones_are_named_where_the_computer_shows_them(self):
        found = told("screens", screens=(self.note("computer"), self.note(darkest=9, lightest=10, in_sun=True)))
        self.assertIn("The rear screen in the sun", found.sentence)
        self.assertIn("hides tones deeper than 4 stops under mid", found.sentence)
        self.assertIn(f"Above level {LIGHT_PATCHES[9]}", found.sentence)
        same = told("screens", screens=(self.note("computer"), self.note()))
        self.assertEqual(same.sentence, "The rear screen shows frames as bright as your computer.")

    def test_what_is_missing_is_said(self):
        self.assertIn("the computer indoors", told("screens", screens=(self.note(), self.note("finder"))).sentence)
        twice = told("screens", screens=(self.note("computer"), self.note(), self.note(grey=4)))
        self.assertIn("must be noted once each", twice.sentence)

    def test_the_picture_holds_every_patch_at_its_level(self):
        picture = match_picture()
        self.assertEqual(picture.shape, (720, 1080))
        for k, (dark, light) in enumerate(zip(DARK_PATCHES, LIGHT_PATCHES, strict=True)):
            self.assertEqual((picture[100, 50 + k * 88], picture[340, 50 + k * 88]), (dark, light))
        self.assertEqual(round(wedge_level(7)), picture[520, 40 + 6 * 82])
        self.assertAlmostEqual(wedge_level(7), 118, delta=1)


class Notes(unittest.TestCase):
    def test_they_need_no_frames_and_have_none(self):
        for test_id in set(TESTS) - set(FRAMED):
            self.assertEqual(TESTS[test_id].simulated(Kit(BODIES[0]), 1).files, ())
            self.assertEqual(TESTS[test_id].about.wants, "notes")
            self.assertTrue(TESTS[test_id].shots(Kit(BODIES[0])))
