"""What a camera calls things: books, their words, and CSV with every bad line told."""

from uuid import UUID

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from tests.core.builders import body
from wide_aperture.core.camera.phrasebook import (
    COLUMNS,
    WAYS,
    Phrase,
    Phrasebook,
    Reach,
    from_csv,
    to_csv,
    usual_phrasebook,
)
from wide_aperture.core.craft.settings import catalogue, setting
from wide_aperture.core.errors import UnknownIdError
from wide_aperture.demo.kit import BODIES
from wide_aperture.demo.phrasebooks import phrasebooks

HEADING = ",".join(COLUMNS)
MENU = Reach(way="menu", path=("Light leaf", "Gain"))


def book(*phrases: Phrase) -> Phrasebook:
    return Phrasebook(id=UUID(int=5), body_id=UUID(int=1), quick_screen="slate", phrases=phrases)


class Words(SimpleTestCase):
    def test_a_silent_book_speaks_our_words(self):
        empty = book()
        self.assertEqual(empty.phrase("iso").words, setting("iso").label)
        self.assertEqual(empty.say("metering", "spot"), "spot")
        with self.assertRaises(UnknownIdError):
            empty.phrase("gain")

    def test_the_camera_s_own_words_win_and_numbers_keep_their_units(self):
        spoken = book(
            Phrase(setting="iso", words="Gain", reaches=(MENU,)),
            Phrase(setting="metering", words="Reading", options={"spot": "needle"}, reaches=(MENU,)),
        )
        self.assertEqual(spoken.phrase("iso").words, "Gain")
        self.assertEqual(spoken.say("iso", 800), "ISO 800")
        self.assertEqual(spoken.say("metering", "spot"), "needle")
        self.assertEqual(spoken.say("metering", "average"), "average")

    def test_ways_are_said_as_a_person_would_go(self):
        spoken = book()
        self.assertEqual(spoken.place(Reach(way="quick_screen")), "slate")
        self.assertEqual(spoken.place(MENU), "Light leaf > Gain")
        self.assertEqual(spoken.page_of(MENU), "Light leaf")
        self.assertEqual(spoken.page_of(Reach(way="dial", path=("rear dial",))), "")

    def test_unknown_settings_options_and_doubles_are_refused(self):
        for wrong, said in (
            ((Phrase(setting="gain", words="Gain", reaches=(MENU,)),), "'gain' is no setting"),
            ((Phrase(setting="metering", words="R", options={"needle": "n"}, reaches=(MENU,)),), "no option 'needle'"),
            ((Phrase(setting="iso", words="A", reaches=(MENU,)), Phrase(setting="iso", words="B", reaches=(MENU,))), "twice"),
        ):  # fmt: skip
            with self.subTest(said=said), self.assertRaisesRegex(ValidationError, said):
                book(*wrong)

    def test_every_setting_can_be_reached_on_every_demo_body(self):
        books = {each.body_id: each for each in phrasebooks()}
        for camera in BODIES:
            for entry in catalogue():
                with self.subTest(body=camera.name, setting=entry.id):
                    ways = {reach.way for reach in books[camera.id].phrase(entry.id).reaches}
                    self.assertTrue(ways & {"menu", "switch", "by_hand"})
                    self.assertEqual("by_hand" in ways, entry.done == "by_hand")

    def test_the_families_use_different_words_and_trees(self):
        pages = [each.pages for each in phrasebooks()]
        self.assertGreaterEqual(len(set(pages)), 5)
        self.assertGreaterEqual(len({each.phrase("iso").words for each in phrasebooks()}), 5)

    def test_the_usual_book_lists_the_groups_as_pages(self):
        usual = usual_phrasebook(body())
        self.assertEqual(len(usual.phrases), len(catalogue()))
        self.assertEqual(usual.pages, tuple(dict.fromkeys(entry.group for entry in catalogue())))


class Csv(SimpleTestCase):
    def test_a_book_comes_back_as_it_went(self):
        for each in phrasebooks():
            with self.subTest(book=each.quick_screen):
                read = from_csv(to_csv(each))
                self.assertEqual(read.faults, ())
                self.assertEqual({p.setting: p for p in read.phrases}, {p.setting: p for p in each.phrases})

    @given(words=st.text(st.characters(exclude_categories=("Cs", "Cc")), min_size=1, max_size=40).filter(str.strip))
    def test_any_words_survive(self, words):
        spoken = book(Phrase(setting="iso", words=words.strip(), reaches=(MENU,)))
        self.assertEqual(from_csv(to_csv(spoken)).phrases, spoken.phrases)

    def test_every_bad_line_is_told_by_its_number_and_the_rest_is_taken(self):
        lines = [
            HEADING,
            "iso,,Gain,menu,Light leaf > Gain",
            "gain,,Gain,menu,Light leaf > Gain",
            "metering,needle,Needle,,",
            "metering,spot,Needle,,",
            "aperture,,Iris,wheel,front",
            "kelvin,,Warmth,menu,",
            "white_balance,,,menu,Keep",
            "file,,Kept",
            "drive,,Rhythm,menu,a > b > c > d > e > f > g",
        ]
        read = from_csv("\ufeff" + "\n".join(lines))
        self.assertEqual([fault.line for fault in read.faults], [3, 4, 6, 7, 8, 9, 10])
        said = {fault.line: fault.sentence for fault in read.faults}
        self.assertIn("no setting 'gain'", said[3])
        self.assertIn("no option 'needle'", said[4])
        self.assertTrue(all(way in said[6] for way in WAYS))
        self.assertIn("path", said[7])
        self.assertIn("missing", said[8])
        self.assertIn("3 columns instead of 5", said[9])
        self.assertIn("6 steps", said[10])
        self.assertEqual({phrase.setting for phrase in read.phrases}, {"iso", "metering"})
        self.assertEqual(read.pages, ("Light leaf",))

    def test_a_setting_with_options_only_keeps_the_usual_ways(self):
        (phrase,) = from_csv("metering,spot,needle,,").phrases
        self.assertEqual(phrase.words, setting("metering").label)
        self.assertEqual(phrase.options, {"spot": "needle"})
        self.assertGreaterEqual(len(phrase.reaches), 2)

    def test_nothing_is_nothing(self):
        self.assertEqual(from_csv("").phrases, ())
        self.assertEqual(from_csv(HEADING + "\n\n\n").faults, ())
