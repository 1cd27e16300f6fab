"""Finding a page by the words people have for it: their own names, plurals, slips of the pen, in any order.

Each word of a question counts where it stands best: in a page's name, in what people call it (data/words.json), in its text. A whole
phrase of that table outweighs single words.
"""

from __future__ import annotations

import functools
import json
import re
import unicodedata
from bisect import bisect_left
from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from importlib import resources

SMALL_WORDS = frozenset(
    ["a", "an", "the", "of", "my", "in", "on", "to", "is", "are", "and", "or", "with", "for", "at", "how", "do", "i", "it", "vs", "from"]
)  # fmt: skip
PHRASE, PART_OF_PHRASE, NAME, NAME_BEGINS, WORD, TEXT, TEXT_BEGINS = 60.0, 25.0, 12.0, 8.0, 7.0, 1.5, 0.7
SLIPPED = 0.6  # of what a word counts, where it was only nearly typed
WORTH_BEGINNING, WORTH_A_SLIP, WORTH_TWO = 3, 4, 7  # letters
SHORTEST_PLURAL = 3  # letters: a word no longer is no plural
LEAST_SHARE = 0.5  # of a question's words that must be found
MOST_FOUND = 40


@dataclass(frozen=True, slots=True)
class Page:
    """Something that can be found. key: kind and id; text: everything else it says."""

    key: str
    label: str
    text: str


@functools.cache
def words_of_people() -> Mapping[str, tuple[str, ...]]:
    """What people call a page, by its key."""
    text = resources.files("wide_aperture.core.craft").joinpath("data/words.json").read_text("utf-8")
    return {key: tuple(words) for key, words in json.loads(text)["words"].items()}


def plain_words(text: str) -> tuple[str, ...]:
    """Small letters without accents, of plurals the singular.

    >>> plain_words("Café’s Over-exposure stripes"), plain_words("lenses, batteries, focus")
    (('cafe', 'over', 'exposure', 'stripe'), ('lens', 'battery', 'focus'))
    """
    bare = "".join(each for each in unicodedata.normalize("NFKD", text.casefold()) if not unicodedata.combining(each))
    bare = re.sub(r"[’']s?\b", "", bare)
    return tuple(_singular(word) for word in re.findall(r"[a-z0-9]+", bare))


def _singular(word: str) -> str:
    if len(word) <= SHORTEST_PLURAL or word.endswith(("ss", "us", "is")):
        return word
    if word.endswith("ies"):
        return word[:-3] + "y"
    if word.endswith(("sses", "xes", "ches", "shes", "nses")):
        return word[:-2]
    return word.removesuffix("s")


class Index:
    """Pages made ready to be looked for."""

    def __init__(self, pages: Sequence[Page], called: Mapping[str, Sequence[str]]) -> None:
        self.pages = tuple(pages)
        self._names = [plain_words(page.label) for page in pages]
        self._phrases = [{plain_words(phrase) for phrase in called.get(page.key, ())} for page in pages]
        held: dict[str, dict[int, float]] = defaultdict(dict)  # by word, what it counts on each page
        for k, page in enumerate(pages):
            called_so = {word for phrase in self._phrases[k] for word in phrase}
            for words, counts in ((plain_words(page.text), TEXT), (called_so, WORD), (self._names[k], NAME)):
                for word in words:
                    held[word][k] = counts
        self._held = dict(held)
        self._sorted = sorted(held)
        self._known = sorted({word for word, on in held.items() if max(on.values()) >= WORD})

    def found(self, question: str, most: int = MOST_FOUND) -> tuple[Page, ...]:
        """The pages that answer, the best first; all of them for an empty question."""
        asked = plain_words(question)
        if not asked:
            return self.pages[:most]
        weighty = tuple(word for word in asked if word not in SMALL_WORDS) or asked
        scores: dict[int, float] = defaultdict(float)
        met: dict[int, int] = defaultdict(int)
        for word in weighty:
            for k, counts in self._counts(word).items():
                scores[k] += counts
                met[k] += 1
        ranked = []
        for k, score in scores.items():
            if met[k] >= LEAST_SHARE * len(weighty):
                whole = (score + self._phrase(k, asked, weighty)) * met[k] / len(weighty)
                ranked.append((-whole, len(self._names[k]), k))
        return tuple(self.pages[k] for *_, k in sorted(ranked)[:most])

    def _phrase(self, k: int, asked: tuple[str, ...], weighty: tuple[str, ...]) -> float:
        """What whole phrases count: the question itself, or one that stands in it."""
        if asked == self._names[k] or asked in self._phrases[k] or weighty in self._phrases[k]:
            return PHRASE
        inside = (phrase for phrase in (*self._phrases[k], self._names[k]) if len(phrase) > 1 and _holds(asked, phrase))
        return max((PART_OF_PHRASE + len(phrase) for phrase in inside), default=0.0)

    def _counts(self, word: str) -> dict[int, float]:
        """What a word counts on each page that has it, its beginning, or what somebody may have meant by it."""
        found = dict(self._held.get(word, {}))
        if len(word) >= WORTH_BEGINNING:
            at = bisect_left(self._sorted, word)
            while at < len(self._sorted) and self._sorted[at].startswith(word):
                for k, counts in self._held[self._sorted[at]].items():
                    found[k] = max(found.get(k, 0.0), NAME_BEGINS if counts == NAME else TEXT_BEGINS)
                at += 1
        for meant in self._meant(word):
            for k, counts in self._held[meant].items():
                found[k] = max(found.get(k, 0.0), SLIPPED * counts)
        return found

    def _meant(self, word: str) -> list[str]:
        """Known words somebody may have meant who typed this one; none for a word that is known."""
        if len(word) < WORTH_A_SLIP or self._held.get(word):
            return []
        allowed = 2 if len(word) >= WORTH_TWO else 1
        return [
            known
            for known in self._known
            if known[0] == word[0] and abs(len(known) - len(word)) <= allowed and slips(word, known) <= allowed
        ]


def _holds(asked: tuple[str, ...], phrase: tuple[str, ...]) -> bool:
    return any(asked[at : at + len(phrase)] == phrase for at in range(len(asked) - len(phrase) + 1))


def slips(a: str, b: str) -> int:
    """Letters left out, put in, taken for others or in the wrong order, between two words (optimal string alignment).

    >>> slips("shuter", "shutter"), slips("exposuer", "exposure"), slips("iso", "iso")
    (1, 1, 0)
    """
    before, row = [], list(range(len(b) + 1))
    for i, letter in enumerate(a, 1):
        before, last, row = row, before, [i]
        for j, other in enumerate(b, 1):
            cost = min(before[j] + 1, row[j - 1] + 1, before[j - 1] + (letter != other))
            if i > 1 and j > 1 and letter == b[j - 2] and a[i - 2] == other:
                cost = min(cost, last[j - 2] + 1)
            row.append(cost)
    return row[-1]
