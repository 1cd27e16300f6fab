"""Two bodies in the same hands: what of their frames differs, what makes it equal, what is meant to differ."""

import uuid

from django.test import SimpleTestCase

from tests.core.builders import body, lens, plan_input, situation
from wide_aperture.core.documents.abilities import Abilities, OwnLook
from wide_aperture.core.documents.body_support import SettingSupport
from wide_aperture.core.documents.setup import Foundation, Standing
from wide_aperture.core.planning.two_bodies import two_bodies

SECOND = uuid.UUID(int=77)


def beside(second, *, kept=(), first=None, **own):
    brief = situation(genre="wedding", near=3, far=6)
    given = plan_input(brief, camera=first or body(), glass=lens(50, 1.8), foundation=Foundation(**own))
    return two_bodies(given, second, kept)


def apart(found):
    return {each.setting: each for each in found.apart}


class Alike(SimpleTestCase):
    def test_two_of_a_kind_differ_in_nothing(self):
        found = beside(body(id=SECOND))
        self.assertEqual((found.apart, found.sentence), ((), "They are set alike."))
        self.assertIn("same second", found.clocks)

    def test_looks_of_different_names_that_come_to_the_same_are_alike(self):
        quiet = Abilities(looks=(OwnLook(name="Quiet", like="neutral", contrast=-1),))
        plain = Abilities(looks=(OwnLook(name="Letter", like="neutral"),))
        found = beside(body(id=SECOND, abilities=plain), first=body(abilities=quiet))
        self.assertNotIn("look_contrast", apart(found))

    def test_what_belongs_to_each_alone_is_not_compared(self):
        found = beside(body(id=SECOND, card_slots=1))
        self.assertNotIn("card_mode", apart(found))


class Apart(SimpleTestCase):
    def test_what_differs_is_listed_with_what_makes_it_equal(self):
        own = Standing(setting="clip_high", value=240.0, body_id=SECOND)
        found = beside(body(id=SECOND), settings={"clip_high": 253.0}, standing=(own,))
        one = apart(found)["clip_high"]
        self.assertEqual((one.equal, one.state), (253.0, "differs"))
        self.assertEqual(found.sentence, "1 setting differs.")
        equal = Standing(setting="clip_high", value=one.equal, body_id=SECOND)
        self.assertEqual(beside(body(id=SECOND), settings={"clip_high": 253.0}, standing=(equal,)).apart, ())

    def test_a_look_that_differs_is_made_equal_in_all(self):
        loud = Abilities(looks=(OwnLook(name="Loud", like="neutral", contrast=2),))
        held = Standing(setting="look_contrast", value=0.0, body_id=SECOND)
        found = beside(body(id=SECOND, abilities=loud), standing=(held,))
        one = apart(found)["look_contrast"]  # minus two here; two in the look itself there
        self.assertEqual(one.equal, -4.0)
        equal = Standing(setting="look_contrast", value=one.equal, body_id=SECOND)
        self.assertNotIn("look_contrast", apart(beside(body(id=SECOND, abilities=loud), standing=(equal,))))

    def test_what_is_kept_apart_is_said_and_not_asked_again(self):
        own = Standing(setting="clip_high", value=240.0, body_id=SECOND)
        found = beside(body(id=SECOND), kept=("clip_high",), standing=(own,))
        self.assertEqual(apart(found)["clip_high"].state, "kept")
        self.assertEqual(found.sentence, "They are set alike; 1 is kept apart or cannot be equal.")

    def test_what_the_second_body_lacks_cannot_be_equal(self):
        lacking = (
            SettingSupport(setting="file", options=("raw", "jpeg"), instead="Raw without compression."),
            SettingSupport(setting="grid", options=(), instead="A film over the screen."),
        )
        found = apart(beside(body(id=SECOND, support=lacking), settings={"grid": "on"}))
        self.assertEqual((found["file"].state, found["grid"].state), ("cannot", "cannot"))
        self.assertIn("Raw without compression.", found["file"].sentence)
        self.assertIn("A film over the screen.", found["grid"].sentence)
        self.assertIsNone(found["file"].equal)

    def test_a_number_beyond_the_second_body_cannot_be_equal(self):
        cool = body(id=SECOND, kelvin_low=4000)
        found = apart(beside(cool, settings={"white_balance": "kelvin", "kelvin": 3000.0}))
        self.assertEqual(found["kelvin"].state, "cannot")
        self.assertIn("4000 K", found["kelvin"].sentence)

    def test_bodies_that_count_alike_are_warned_of(self):
        same = beside(body(id=SECOND), settings={"file_prefix": "same"})
        self.assertIn("Both count alike", same.prefixes)
        self.assertIn("its own prefix", beside(body(id=SECOND)).prefixes)
