"""What we would set on a body on any day, and what to change on it from factory."""

from django.test import SimpleTestCase

from tests.core.builders import body
from wide_aperture.core.documents.body_support import NumberEnds, SettingSupport
from wide_aperture.core.documents.setup import Foundation
from wide_aperture.core.planning.foundation import factory_changes
from wide_aperture.core.planning.proposals import proposals


def proposed(camera=None, **own):
    return {each.setting: each for each in proposals(camera or body(), Foundation(**own))}


class Proposals(SimpleTestCase):
    def test_habits_of_any_day_are_proposed_with_their_words(self):
        found = proposed()
        self.assertEqual((found["look_contrast"].value, found["clip_high"].value), (-2, 250))
        self.assertEqual((found["file_prefix"].value, found["sounds"].words), ("per_body", "off"))

    def test_what_a_situation_decides_is_not(self):
        self.assertEqual({"shutter_s", "aperture", "iso", "kelvin", "af_area", "drive"} & proposed().keys(), set())

    def test_they_follow_the_schools_and_not_the_values(self):
        self.assertEqual(proposed(schools={"file": "jpeg"})["clip_high"].value, 245)
        self.assertEqual(proposed(settings={"clip_high": 253.0})["clip_high"].value, 250)

    def test_they_keep_to_the_body(self):
        own = body(
            number_ends=(NumberEnds(setting="clip_high", high=240),),
            support=(SettingSupport(setting="sounds", options=()),),
        )
        self.assertEqual(proposed(own)["clip_high"].value, 240)
        self.assertNotIn("sounds", proposed(own))


class FromFactory(SimpleTestCase):
    def test_an_option_the_body_lacks_is_nothing_to_set(self):
        wanted = {each.setting for each in factory_changes(body(), Foundation(settings={"grid": "on"}))}
        self.assertIn("grid", wanted)
        lacking = body(support=(SettingSupport(setting="grid", options=("off",)),))
        without = {each.setting for each in factory_changes(lacking, Foundation(settings={"grid": "on"}))}
        self.assertEqual(wanted - without, {"grid"})
