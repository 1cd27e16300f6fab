"""The foundation as a file: there and back, and what a stranger's file may hold."""

import json

from django.test import SimpleTestCase
from pydantic import ValidationError

from tests.core.habits import TWELVE
from wide_aperture.core.documents.foundation import foundation_file, foundation_of, read_foundation
from wide_aperture.core.documents.setup import Foundation
from wide_aperture.demo.shoots import SITUATIONS


def file_of(**content):
    return json.dumps({"format": "wide-aperture-foundation", "format_version": 1, **content})


class ThereAndBack(SimpleTestCase):
    def test_every_photographer_s(self):
        for who in TWELVE:
            read = read_foundation(foundation_file(who.foundation))
            self.assertEqual(read.left_out, ())
            self.assertEqual(read.document.title, who.name)
            self.assertEqual(read.document.settings, who.foundation.settings)
            self.assertEqual(read.document.standing, who.foundation.standing)
            self.assertNotEqual(read.document.id, who.foundation.id)  # a second photographer's own

    def test_what_was_set_on_bodies_stays_at_home(self):
        self.assertNotIn("reviewed", json.loads(foundation_file(TWELVE[0].foundation)))


class AStrangersFile(SimpleTestCase):
    def test_what_is_not_known_is_left_out_and_told(self):
        read = read_foundation(
            file_of(
                title="Theirs",
                settings={"grid": "on", "warp_drive": "on", "review": "forever", "clip_high": "loud"},
                standing=[
                    {"setting": "iso", "value": 5000, "darker_than_ev": 6},
                    {"setting": "kelvin", "value": 6000, "up_to": 4500},
                    {"setting": "flux", "value": 1},
                ],
                mood="sunny",
            )
        )
        self.assertEqual(read.document.settings, {"grid": "on"})
        self.assertEqual([each.setting for each in read.document.standing], ["iso"])
        self.assertEqual(len(read.left_out), 6)
        told = "\n".join(read.left_out)
        for part in ("warp_drive: not known", "review: has no option 'forever'", "clip_high: is a number", "standing value 2: must be a number, and not under", "standing value 3:", "mood: not known"):  # fmt: skip
            self.assertIn(part, told)

    def test_one_without_a_name_gets_one(self):
        self.assertEqual(read_foundation(file_of(settings={})).document.title, "Foundation")
        self.assertEqual(len(read_foundation(file_of(title="x" * 300)).document.title), 120)

    def test_what_is_no_such_file_is_refused_in_words(self):
        for text, said in (
            ("{", "no JSON"),
            ("[1]", "holds no foundation"),
            ('{"settings": 4}', "holds no foundation"),
            ('{"format": "shopping list", "settings": {}}', "another kind: shopping list"),
        ):
            with self.assertRaisesRegex(ValueError, said):
                read_foundation(text)

    def test_a_list_that_is_none_is_told(self):
        self.assertEqual(read_foundation(file_of(settings={}, standing="x")).left_out, ("standing: is no list",))


class ItsValues(SimpleTestCase):
    def test_a_word_is_no_number_and_an_option_must_be_there(self):
        for wrong in ({"clip_high": "loud"}, {"grid": "sideways"}, {"grid": 4}):
            with self.assertRaises(ValidationError):
                Foundation(settings=wrong)

    def test_the_one_a_situation_names_lies_under_it_with_all_it_holds(self):
        mine, other = TWELVE[3].foundation, TWELVE[8].foundation
        planned = SITUATIONS[0].model_copy(update={"foundation_id": other.id})
        self.assertEqual(foundation_of(planned, (mine, other)).standing, other.standing)
        self.assertIsNone(foundation_of(planned, ()))
