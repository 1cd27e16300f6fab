"""Moments missed inside bursts, and what frames want at home."""

import math
from unittest import TestCase

import numpy as np

from tests.core.review.test_assign import frame
from tests.core.shooting.played import asked, midnight, play, table
from wide_aperture.core.documents.setup import Pin
from wide_aperture.core.review.assign import bursts
from wide_aperture.core.review.home import home_ev, noise_stops
from wide_aperture.core.review.moments import missed, missed_said
from wide_aperture.core.review.places import other_places
from wide_aperture.core.review.read import read
from wide_aperture.core.review.shoot import review_shoot
from wide_aperture.core.review.table import FrameTable, table_of
from wide_aperture.core.shooting import Day, Player


def taken_after(*intervals_s: float) -> FrameTable:
    """One burst with these seconds between its frames."""
    made = table_of([frame(600 + at / 60) for at in np.concatenate([[0.0], np.cumsum(intervals_s)])])
    burst, place = bursts(made)
    return made.with_columns(burst=burst, place=place)


class Missed(TestCase):
    def test_a_hole_in_a_steady_burst_is_so_many_frames_that_were_waited_for(self):
        (hole,) = missed(taken_after(*[0.1] * 6, 0.4, *[0.1] * 6))
        self.assertEqual((hole.frames, hole.place, hole.cause), (3, 7, "waited"))

    def test_a_pace_that_stays_slow_to_the_end_is_a_full_buffer(self):
        found = missed(taken_after(*[0.1] * 20, *[0.3] * 5))
        self.assertEqual([(hole.frames, hole.cause) for hole in found], [(2, "buffer")] * 5)
        said = missed_said(found)
        self.assertEqual((said.frames, "from the 21st frame on" in said.sentence, len(said.ids)), (10, True, 5))

    def test_two_slow_frames_at_the_end_are_no_full_buffer(self):
        self.assertEqual({hole.cause for hole in missed(taken_after(*[0.1] * 20, 0.3, 0.3))}, {"waited"})

    def test_a_finger_has_no_rhythm_a_short_burst_tells_nothing_and_small_jitter_is_none(self):
        self.assertEqual(missed(taken_after(0.3, 0.7, 0.45, 0.9, 0.25, 0.6)), ())
        self.assertEqual(missed(taken_after(0.1, 0.5, 0.1)), ())
        self.assertEqual(missed(taken_after(0.1, 0.15, 0.1, 0.12, 0.1, 0.155)), ())

    def test_files_without_parts_of_a_second_tell_none(self):
        at = [0, 0, 0, 0, 1, 1, 1, 1]
        made = table_of([frame(600 + s / 60) for s in at])
        burst, place = bursts(made)
        self.assertEqual(missed(made.with_columns(burst=burst, place=place)), ())

    def test_few_are_not_worth_a_sentence(self):
        self.assertIsNone(missed_said(missed(taken_after(*[0.1] * 8, 0.3, *[0.1] * 8))))


class AtHome(TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.shoot, (cls.given,) = asked("cup-final", 1)

    def middle(self, given, day: Day = Day()):  # noqa: B008  frozen
        frames = play(self.shoot, [Player(given)], day, 1, 60)
        return float(np.nanmedian(home_ev(read(given, table(frames)))))

    def test_frames_as_planned_want_what_the_plan_shifted_and_brighter_ones_are_darkened(self):
        planned = self.middle(self.given)
        comp = self.given.case.light.highlight_shift_ev
        self.assertAlmostEqual(planned, -comp, delta=0.25)
        setup = read(self.given, table([])).plan.setup
        held = self.given.with_pins(
            (Pin(setting="exposure_comp_ev", value=round((setup.number("exposure_comp_ev") or 0) + 1, 2)),)
        )
        self.assertAlmostEqual(self.middle(held), planned - 1, delta=0.34)
        seen = [
            float(np.nanmedian(read(g, table(play(self.shoot, [Player(g)], Day(), 1, 60))).light_ev))
            for g in (self.given, held)
        ]
        self.assertAlmostEqual(seen[1], seen[0], delta=0.34)  # what was held is no other light

    def test_light_counts_by_its_root(self):
        self.assertEqual((noise_stops(-1.0), noise_stops(2.0)), (-0.5, 1.0))
        rng = np.random.default_rng(2)
        plain, twice = (rng.poisson(mean, 200_000) for mean in (400, 800))
        ratio = (twice.mean() / twice.std()) / (plain.mean() / plain.std())
        self.assertAlmostEqual(math.log2(ratio), -noise_stops(-1.0), delta=0.02)

    def test_washed_out_frames_are_explained_and_right_ones_are_not_spoken_of(self):
        by_hand = Pin(setting="exposure_mode", value="manual"), Pin(setting="picture_profile", value="flat")
        given = self.given.with_pins(by_hand)
        frames = play(self.shoot, [Player(given)], Day(), 1, 60)
        brighter = [
            each.model_copy(update={"said": each.said.model_copy(update={"iso": each.said.iso * 2})}) for each in frames
        ]
        said = {
            each.code: each.sentence
            for each in review_shoot(table(brighter), [given], midnight(self.shoot)).situations[0].noticed
        }
        self.assertIn("Darken them by about", said["home"])
        self.assertIn("washed out", said["home"])
        plain = review_shoot(
            table(play(self.shoot, [Player(self.given)], Day(), 1, 60)), [self.given], midnight(self.shoot)
        )
        self.assertNotIn("home", {each.code for each in plain.situations[0].noticed})


class OtherPlaces(TestCase):
    def test_frames_left_in_the_place_before_are_told_with_its_name_and_no_others(self):
        shoot, given = asked("cup-final", 1, 2)
        first, second = (Player(each) for each in given)
        frames = play(shoot, [second], Day(), 1, 80)
        before = play(shoot, [first], Day(), 1, 20)[0].said
        left = [
            f.model_copy(update={"said": before.model_copy(update={"taken_at": f.said.taken_at, "subsecond_ms": f.said.subsecond_ms, "focal_mm": f.said.focal_mm})})
            if k < 12
            else f
            for k, f in enumerate(frames)
        ]  # fmt: skip
        reads = [read(each, table(left)) for each in given]
        (told,) = other_places(reads[1], reads)
        self.assertEqual((told.frames, len(told.ids)), (12, 12))
        self.assertIn("First half", told.sentence)
        plain = [read(given[1], table(frames))]
        self.assertEqual(list(other_places(plain[0], [reads[0], *plain])), [])
