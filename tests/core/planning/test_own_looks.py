"""Looks a photographer has written down: which one is taken where, what it changes, and what it cannot."""

from uuid import UUID

from django.test import SimpleTestCase
from pydantic import ValidationError

from tests.core.builders import body, codes, lens, plan_input, situation
from wide_aperture.core.documents.body_support import SettingSupport
from wide_aperture.core.documents.foundation import FoundationDocument, foundation_file, read_foundation
from wide_aperture.core.documents.named_look import NamedLook
from wide_aperture.core.documents.setup import Foundation
from wide_aperture.core.planning import plan_of

SLATE = NamedLook(name="Slate", settings={"picture_profile": "mono", "look_contrast": 2.0}, genres=("street",))
WARM = NamedLook(name="Warm paper", settings={"white_balance": "kelvin", "kelvin": 6000.0, "look_saturation": -1.0})
OWN = Foundation(settings={"look_contrast": -1.0}, looks=(SLATE, WARM))


def made(own_look=None, genre="street", foundation=OWN, **kit):
    brief = situation(ev=11, genre=genre, near=2, far=4)
    return plan_of(plan_input(brief, glass=lens(35, 2), foundation=foundation, own_look=own_look, **kit))


class WhichLook(SimpleTestCase):
    def test_the_one_meant_for_such_work_is_taken_by_itself(self):
        setup = made().setup
        self.assertEqual(setup.option("picture_profile"), "mono")
        self.assertEqual(setup.number("look_contrast"), 2.0)  # before the value of any day
        self.assertIn("in the look “Slate”", " ".join(setup.settings["picture_profile"].reasons))

    def test_elsewhere_the_values_of_any_day_stand(self):
        setup = made(genre="wedding").setup
        self.assertNotEqual(setup.option("picture_profile"), "mono")
        self.assertEqual(setup.number("look_contrast"), -1.0)

    def test_a_situation_names_another_or_none(self):
        warm, none = made("Warm paper").setup, made("").setup
        self.assertEqual((warm.option("white_balance"), warm.number("kelvin")), ("kelvin", 6000.0))
        self.assertNotEqual(warm.option("picture_profile"), "mono")
        self.assertEqual(none.number("look_contrast"), -1.0)

    def test_a_look_of_one_body_waits_on_others(self):
        mine = OWN.model_copy(update={"looks": (SLATE.model_copy(update={"body_id": UUID(int=9)}),)})
        self.assertNotEqual(made(foundation=mine).setup.option("picture_profile"), "mono")
        there = made(foundation=mine, camera=body(id=UUID(int=9)))
        self.assertEqual(there.setup.option("picture_profile"), "mono")

    def test_a_name_nobody_wrote_down_is_said_and_planned_without(self):
        plan = made("Sepia")
        self.assertIn("look_unknown", codes(plan))
        self.assertEqual(plan.setup.number("look_contrast"), -1.0)
        self.assertNotIn("look_unknown", codes(made("Slate")))

    def test_what_the_body_lacks_gives_way_and_says_so(self):
        plain = body(support=(SettingSupport(setting="picture_profile", options=("standard", "neutral")),))
        plan = made(camera=plain)
        self.assertNotEqual(plan.setup.option("picture_profile"), "mono")
        self.assertIn("picture_profile", [each.setting for each in plan.standing.gave_way])


class WritingLooksDown(SimpleTestCase):
    def test_only_what_a_picture_is_made_of_belongs_to_it(self):
        for settings, field in (
            ({"drive": "single"}, "settings/drive"),
            ({"picture_profile": "sepia"}, "settings/picture_profile"),
            ({"kelvin": 0.0}, "settings/kelvin"),
        ):
            with self.subTest(field), self.assertRaises(ValidationError) as refused:
                NamedLook(name="X", settings=settings)
            self.assertEqual(refused.exception.errors()[0]["ctx"]["field"], field)

    def test_a_name_stands_once(self):
        with self.assertRaises(ValidationError) as refused:
            Foundation(looks=(SLATE, WARM, SLATE))
        self.assertEqual(refused.exception.errors()[0]["ctx"]["field"], "looks/2/name")

    def test_they_travel_with_the_foundation_and_faults_are_told(self):
        own = FoundationDocument(id=UUID(int=5), looks=(SLATE, WARM))
        text = foundation_file(own)
        self.assertEqual(read_foundation(text).document.looks, own.looks)
        twice = text.replace("Warm paper", "Slate").replace("mono", "sepia", 1)
        read = read_foundation(twice)
        self.assertEqual([look.name for look in read.document.looks], ["Slate"])
        self.assertIn("look 1", " ".join(read.left_out))
