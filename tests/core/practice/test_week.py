"""The week's set: what failed most comes first, few frames say nothing, and what is due fills it up."""

from __future__ import annotations

import unittest

from wide_aperture.core.practice.drills import KINDS
from wide_aperture.core.practice.week import FEWEST_FRAMES, MOST, TRAINED, Failed, week_of

TITLES = {kind: each.title for kind, each in KINDS.items()}


def failed(fault: str, frames: int, shoot: str = "Cup final") -> Failed:
    return Failed(shoot=shoot, fault=fault, frames=frames)


class Week(unittest.TestCase):
    def kinds(self, *found: Failed, due: tuple[str, ...] = ()) -> list[str]:
        return [item.kind for item in week_of(found, due, TITLES)]

    def test_what_failed_most_comes_first_and_faults_take_turns(self):
        found = self.kinds(failed("smear", 5), failed("light", 20))
        self.assertEqual(found, ["compensation", "shutter", "meter_point", "histogram"])

    def test_few_frames_say_nothing(self):
        self.assertEqual(self.kinds(failed("smear", FEWEST_FRAMES - 1)), [])
        self.assertEqual(self.kinds(failed("smear", FEWEST_FRAMES)), ["shutter"])
        self.assertEqual(self.kinds(failed("smear", 1), failed("smear", 2, "Tarn")), ["shutter"])

    def test_the_shoot_with_most_of_them_is_named(self):
        (item,) = week_of([failed("smear", 2, "Tarn"), failed("smear", 9, "Ridge")], (), TITLES)
        self.assertEqual(item.because, "11 frames were smeared, most of them at Ridge.")

    def test_what_is_due_fills_it_up_and_no_further(self):
        due = tuple(KINDS)
        found = self.kinds(failed("smear", 4), due=due)
        self.assertEqual((found[0], len(found)), ("shutter", MOST))
        self.assertEqual(len(set(found)), MOST)
        self.assertEqual(self.kinds(due=due[:2]), list(due[:2]))

    def test_every_fault_trains_kinds_there_are(self):
        for kinds in TRAINED.values():
            self.assertLessEqual(set(kinds), set(KINDS))
