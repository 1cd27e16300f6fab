"""Every answer of the core that is a number, beside what it was; see tests/core/frozen."""

from django.test import SimpleTestCase

from tests.core.frozen import read
from tests.core.frozen.tables import TABLES

SHOWN = 30


def moved(before: list[str], now: list[str]) -> str:
    """What is no longer said and what is said instead. A full comparison of hundreds of like lines takes minutes."""
    gone, come = set(before) - set(now), set(now) - set(before)
    lines = [f"- {line}" for line in before if line in gone] + [f"+ {line}" for line in now if line in come]
    return "\n".join([*lines[:SHOWN], "run `make frozen` if this is meant"])


class Frozen(SimpleTestCase):
    def agrees(self, name: str) -> None:
        kept, now = read(name), TABLES[name]()
        self.assertEqual(list(now), list(kept), "run `make frozen` if this is meant")
        for title, lines in now.items():
            with self.subTest(title):
                if lines != kept[title]:
                    self.fail(moved(kept[title], lines))

    def test_crafts(self):
        self.agrees("crafts")

    def test_mistakes(self):
        self.agrees("mistakes")

    def test_plans(self):
        self.agrees("plans")

    def test_quantities(self):
        self.agrees("quantities")

    def test_nights(self):
        self.agrees("nights")

    def test_pictures(self):
        self.agrees("pictures")

    def test_cameras(self):
        self.agrees("cameras")

    def test_every_table_is_held(self):
        held = {name.removeprefix("test_") for name in dir(self) if name.startswith("test_")}
        self.assertEqual(set(TABLES) - held, set())
