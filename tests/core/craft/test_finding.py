"""Finding Atlas pages by anybody's words: the queries written before the table, and the laws of the search."""

from __future__ import annotations

from pathlib import Path

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from wide_aperture.core.craft.finding import Index, Page, plain_words, slips, words_of_people
from wide_aperture.core.planning.atlas import index, pages

QUERIES = Path(__file__).with_name("finding_queries.txt")
FEWEST_QUERIES, FEWEST_WORDS, SHARE, FIRST = 150, 400, 0.95, 3


def queries() -> dict[str, set[str]]:
    lines = (line for line in QUERIES.read_text("utf-8").splitlines() if line and not line.startswith("#"))
    return {asked: set(expected.split()) for asked, _, expected in (line.partition(" = ") for line in lines)}


class WhatPhotographersType(SimpleTestCase):
    def test_is_found_among_the_first_three(self):
        asked = queries()
        self.assertGreaterEqual(len(asked), FEWEST_QUERIES)
        missed = {
            question: [page.key for page in index().found(question)[:FIRST]]
            for question, expected in asked.items()
            if not expected & {page.key for page in index().found(question)[:FIRST]}
        }
        self.assertLessEqual(len(missed), (1 - SHARE) * len(asked), missed)

    def test_every_page_named_there_and_in_the_table_exists(self):
        keys = {page.key for page in pages()}
        self.assertEqual({key for expected in queries().values() for key in expected} - keys, set())
        self.assertEqual(set(words_of_people()) - keys, set())

    def test_the_table_holds_words_enough_none_twice_for_a_page(self):
        words = words_of_people()
        self.assertGreaterEqual(len({word for each in words.values() for word in each}), FEWEST_WORDS)
        for key, each in words.items():
            self.assertEqual(len(each), len(set(each)), key)

    def test_every_page_is_found_by_its_own_name(self):
        for page in pages():
            first = index().found(page.label)[:FIRST]
            self.assertIn(plain_words(page.label), [plain_words(each.label) for each in first], page.key)

    def test_every_word_of_the_table_finds_its_page(self):
        for key, phrases in words_of_people().items():
            for phrase in phrases:
                self.assertIn(key, [page.key for page in index().found(phrase)], phrase)


class Laws(SimpleTestCase):
    MADE = Index(
        [
            Page("a", "Shutter", "how long light falls"),
            Page("b", "Shutter sound", "a click"),
            Page("c", "ISO", "how bright, shutter too"),
            Page("d", "Café", ""),
        ],
        {"c": ("film speed", "sensitivity"), "b": ("click",)},
    )

    def keys(self, question: str) -> list[str]:
        return [page.key for page in self.MADE.found(question)]

    def test_a_name_goes_before_a_word_and_a_word_before_text(self):
        self.assertEqual(self.keys("shutter"), ["a", "b", "c"])
        self.assertEqual(self.keys("click"), ["b"])

    def test_plurals_accents_order_and_small_words_do_not_matter(self):
        for question in ("films speeds", "the speed of film", "Film-Speed", "sensitivities"):
            self.assertEqual(self.keys(question)[:1], ["c"], question)
        self.assertEqual(self.keys("cafe"), ["d"])
        self.assertEqual(self.keys("CAFÉ"), ["d"])

    def test_one_slip_is_forgiven_and_a_short_or_foreign_word_is_not_bent(self):
        self.assertEqual(self.keys("shuter")[:1], ["a"])
        self.assertEqual(self.keys("sensitvty")[:1], ["c"])
        self.assertEqual(self.keys("isp"), [])
        self.assertEqual(self.keys("butter"), [])

    def test_half_of_the_words_must_be_met(self):
        self.assertEqual(self.keys("shutter banana"), ["a", "b", "c"])
        self.assertEqual(self.keys("shutter banana mango"), [])

    def test_nothing_asked_is_everything_and_marks_alone_too(self):
        self.assertEqual(self.keys(""), ["a", "b", "c", "d"])
        self.assertEqual(self.keys("?!"), ["a", "b", "c", "d"])

    def test_slips_are_counted_as_they_are_made(self):
        self.assertEqual(
            [slips("abcd", other) for other in ("abcd", "abc", "abcde", "abxd", "acbd", "dcba")], [0, 1, 1, 1, 1, 3]
        )

    @given(st.text(max_size=60))
    def test_anything_may_be_asked(self, question):
        self.assertLessEqual(len(self.MADE.found(question)), 4)

    @given(st.text(alphabet="abcde", max_size=7), st.text(alphabet="abcde", max_size=7))
    def test_slips_are_the_same_both_ways_and_no_more_than_the_longer_word(self, a, b):
        self.assertEqual(slips(a, b), slips(b, a))
        self.assertLessEqual(slips(a, b), max(len(a), len(b)))
        self.assertGreaterEqual(slips(a, b), abs(len(a) - len(b)))
