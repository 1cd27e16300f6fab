"""A photographer's own schools: whose answer holds, and what the answers change in their plans."""

from django.test import SimpleTestCase
from pydantic import ValidationError

from tests.core.builders import lens, plan_input, situation
from wide_aperture.core.documents.foundation import FoundationDocument, foundation_file, read_foundation
from wide_aperture.core.documents.setup import Foundation
from wide_aperture.core.planning import plan_of
from wide_aperture.core.planning.agreement import SAME_STOPS, agreement, moved_stops
from wide_aperture.core.planning.schools import other_schools

JPEG = Foundation(schools={"file": "jpeg"})


def asks(foundation=None, **asked):
    preferences = {"schools": asked.pop("schools", None), "requests": asked.pop("requests", None)}
    return plan_input(situation(genre="street", near=2, far=4), glass=lens(35, 2), foundation=foundation, **preferences)


class WhoseAnswerHolds(SimpleTestCase):
    def test_the_photographers_where_the_situation_gives_none(self):
        self.assertEqual(asks().schools.file, "raw")
        self.assertEqual(asks(JPEG).schools.file, "jpeg")
        self.assertEqual(plan_of(asks(JPEG)).setup.option("file"), "jpeg")

    def test_the_situations_where_it_gives_one(self):
        self.assertEqual(asks(JPEG, schools={"file": "raw_plus_jpeg"}).schools.file, "raw_plus_jpeg")

    def test_the_usual_answer_can_be_given_too(self):
        given = asks(JPEG)
        said = given.preferences.model_copy(update={"schools_here": ("file",)})
        self.assertEqual(given.model_copy(update={"preferences": said}).schools.file, "raw")

    def test_a_request_goes_before_both(self):
        self.assertEqual(plan_of(asks(JPEG, requests={"file": "raw"})).setup.option("file"), "raw")

    def test_a_school_of_fixed_iso_takes_the_value_that_stands(self):
        school = Foundation(schools={"iso": "fixed_clean_high"})
        own = Foundation(schools={"iso": "fixed_clean_high"}, settings={"iso": 1600.0})
        ours, theirs = (plan_of(asks(each)).choice.iso for each in (school, own))
        self.assertNotAlmostEqual(ours / 1600, 1, delta=0.1)
        self.assertAlmostEqual(theirs / 1600, 1, delta=0.06)

    def test_a_school_that_needs_a_meter_waits_where_none_reads(self):
        auto = Foundation(schools={"exposure": "manual_auto_iso"})
        for ev, mode in ((-7, "manual"), (3, "manual_auto_iso")):
            brief = situation(ev=ev, genre="night_sky", subject="stars", near=1e6, far=None, support="tripod")
            setup = plan_of(plan_input(brief, glass=lens(20, 1.8), foundation=auto)).setup
            self.assertEqual(setup.option("exposure_mode"), mode, ev)
        self.assertIn("no meter reads", " ".join(self.at_night(auto).settings["exposure_mode"].reasons))
        by_hand = Foundation(schools={"exposure": "manual_fixed_iso"})
        self.assertIn("Your school", " ".join(self.at_night(by_hand).settings["exposure_mode"].reasons))

    def at_night(self, own):
        brief = situation(ev=-7, genre="night_sky", subject="stars", near=1e6, far=None, support="tripod")
        return plan_of(plan_input(brief, glass=lens(20, 1.8), foundation=own)).setup

    def test_other_schools_are_compared_with_the_one_that_holds(self):
        first, *others = other_schools("file", asks(JPEG))
        self.assertEqual((first.school, first.is_followed), ("jpeg", True))
        raw = next(each for each in others if each.school == "raw")
        self.assertIn("file", {each.setting for each in raw.differences})

    def test_what_nobody_teaches_is_refused(self):
        for wrong in ({"file": "wax"}, {"mood": "sunny"}):
            with self.assertRaises(ValidationError):
                Foundation(schools=wrong)

    def test_they_travel_with_the_foundation(self):
        own = FoundationDocument(id="00000000-0000-0000-0000-000000000001", schools={"file": "jpeg", "review": "off"})
        self.assertEqual(read_foundation(foundation_file(own)).document.schools, own.schools)
        odd = foundation_file(own).replace('"off"', '"sideways"')
        read = read_foundation(odd)
        self.assertEqual(read.document.schools, {"file": "jpeg"})
        self.assertIn("school of review", read.left_out[0])
        self.assertIn("schools: is no table", read_foundation('{"settings": {}, "schools": 4}').left_out[0])


class WhatTheyChange(SimpleTestCase):
    def plans(self):
        dim = plan_input(situation(ev=4, speed=1, genre="wedding", near=3, far=6), glass=lens(50, 1.4))
        bright = plan_input(situation(ev=13, genre="street", near=2, far=4), glass=lens(35, 2))
        return [dim, bright]

    def test_without_an_answer_everything_agrees(self):
        found = agreement(self.plans(), Foundation())
        self.assertEqual((found.of, found.agree, found.changes, found.worst_stops, found.answers), (2, 2, 0, 0, ()))
        self.assertEqual(found.sentence, "Agrees with what we propose in all 2 of your plans.")

    def test_an_answer_that_moves_no_exposure_says_so(self):
        found = agreement(self.plans(), JPEG)
        self.assertEqual((found.agree, found.changes, found.worst_stops), (2, 2, 0))
        self.assertEqual(found.sentence, "Changes 2 of your 2 plans; every exposure stays.")
        (file,) = found.answers
        self.assertEqual((file.question, file.changes, file.of), ("file", 2, 2))
        self.assertEqual(file.own, "JPEG, right in camera")

    def test_the_worst_is_the_plan_that_moves_most(self):
        own = Foundation(
            settings={"slowest_shutter_s": 1 / 1000}, schools={"exposure": "aperture_priority_slowest_shutter"}
        )
        found = agreement(self.plans(), own)
        moved = [
            moved_stops(plan_of(ask.model_copy(update={"foundation": own})).choice, plan_of(ask).choice)
            for ask in self.plans()
        ]
        self.assertGreater(max(moved), 1)
        self.assertAlmostEqual(found.worst_stops, max(moved), places=1)
        self.assertEqual(found.agree, sum(each < SAME_STOPS for each in moved))
        self.assertIn("the worst by", found.sentence)
        self.assertEqual(found.hold + found.give_way, 2)

    def test_an_answer_that_is_the_usual_is_no_difference(self):
        self.assertEqual(agreement(self.plans(), Foundation(schools={"file": "raw"})).answers, ())

    def test_without_plans_there_is_nothing_to_compare(self):
        self.assertEqual(agreement([], JPEG).sentence, "No plan of yours to compare with yet.")
