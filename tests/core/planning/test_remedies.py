"""Remedies are tried before they are offered: over 500 drawn cases each one helps, none raises a stop, all say what they bring."""

import random
from unittest import TestCase

from tests.core.corpus import all_inputs, demo_inputs
from wide_aperture.core.craft.settings import catalogue
from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.documents.setup import Pin
from wide_aperture.core.errors import DomainError
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.core.planning.compute import drafted
from wide_aperture.core.planning.remedies import tried

CASES, SEED = 500, 13
NUMBERS = (
    *(("shutter_s", value) for value in (1 / 4000, 1 / 1000, 1 / 250, 1 / 60, 1 / 15, 0.5, 2.0, 30.0)),
    *(("aperture", value) for value in (1.4, 2.8, 5.6, 8.0, 11.0, 22.0)),
    *(("iso", value) for value in (100.0, 400.0, 1600.0, 6400.0, 25600.0)),
    ("frame_rate", 20.0), ("kelvin", 3000.0), ("focus_distance_m", 5.0), ("exposure_comp_ev", -2.0), ("meter_fine_tune", 1.0),
)  # fmt: skip


def held(given: PlanInput, values) -> PlanInput:
    kept = {pin.setting: pin.value for pin in given.pins} | dict(values)
    return given.with_pins(tuple(Pin(setting=name, value=value) for name, value in kept.items()))


def drawn_cases():
    """Every situation of the corpus in turn, with a few values held by hand, likely or not."""
    draw = random.Random(SEED)
    inputs = list(all_inputs().values())
    options = [(entry.id, option.id) for entry in catalogue() for option in entry.options]
    made = 0
    while made < CASES:
        values = draw.sample(options, draw.choice((0, 1, 2, 3))) + draw.sample(NUMBERS, draw.choice((0, 1, 2)))
        try:
            given = held(inputs[made % len(inputs)], values)
            drafted(given)
        except DomainError:
            continue
        made += 1
        yield given


class Remedies(TestCase):
    def test_every_one_offered_helps_raises_no_stop_and_says_what_it_brings(self):
        applied = 0
        for given in drawn_cases():
            plan = plan_of(given)
            before = {finding.code for finding in plan.findings if finding.is_open}
            for finding in plan.findings:
                if finding.remedy is None or not finding.is_open:
                    continue
                applied += 1
                after = drafted(held(given, finding.remedy.changes))[1]
                same = next((each for each in after if each.code == finding.code and each.is_open), None)
                raised = [each for each in after if each.is_open and each.level != "note" and each.code not in before]
                with self.subTest(finding=finding.code, remedy=finding.remedy.label, pins=given.pins):
                    self.assertNotEqual(same and same.sentence, finding.sentence)
                    self.assertNotIn("stop", {each.level for each in raised})
                    self.assertEqual({each.title for each in raised}, set(finding.remedy.raises))
        self.assertGreater(applied, 200)


class Trying(TestCase):
    """The trial by itself, on findings made for it."""

    given = next(iter(demo_inputs().values()))
    ill = Finding(code="a", level="caution", about="plan", title="A", sentence="a", remedy=Remedy(label="Do it", changes={"iso": 400.0}))  # fmt: skip
    stop = Finding(code="s", level="stop", about="plan", title="S", sentence="s")
    alarm = Finding(code="c", level="caution", about="plan", title="C", sentence="c")
    note = Finding(code="n", level="note", about="plan", title="N", sentence="n")

    def offered(self, after, before=()):
        asked = []

        def judge(other):
            asked.append({pin.setting: pin.value for pin in other.pins})
            found = after[len(asked) - 1]
            if isinstance(found, Exception):
                raise found
            return found

        found = tried(self.given, (self.ill, *before), judge)[0]
        return found.remedy, asked

    def test_what_helps_is_offered_as_it_was(self):
        remedy, asked = self.offered([[]])
        self.assertEqual(remedy, self.ill.remedy)
        self.assertEqual(asked[0]["iso"], 400.0)

    def test_what_changes_nothing_or_cannot_be_held_is_not(self):
        self.assertIsNone(self.offered([[self.ill]])[0])
        self.assertIsNone(self.offered([DomainError("iso", 400, "must not")])[0])

    def test_what_leaves_less_of_it_is_offered(self):
        less = self.ill.model_copy(update={"sentence": "less"})
        self.assertIsNotNone(self.offered([[less]])[0])

    def test_a_new_caution_is_said_by_its_title_and_a_note_or_an_old_one_is_not(self):
        self.assertEqual(self.offered([[self.alarm, self.note]])[0].raises, ("C",))
        self.assertEqual(self.offered([[self.alarm]], before=(self.alarm,))[0].raises, ())

    def test_a_new_stop_takes_the_offer_away(self):
        self.assertIsNone(self.offered([[self.stop]])[0])

    def test_unless_its_own_remedy_goes_along(self):
        way = Remedy(label="Close it", changes={"aperture": 8.0})
        stop = self.stop.model_copy(update={"remedy": way})
        remedy, asked = self.offered([[stop], []])
        self.assertEqual((remedy.label, remedy.changes), ("Do it, close it", {"iso": 400.0, "aperture": 8.0}))
        self.assertEqual(asked[1]["aperture"], 8.0)
        self.assertIsNone(self.offered([[stop], [self.stop]])[0])

    def test_what_is_handled_already_is_not_tried(self):
        handled = self.ill.model_copy(update={"handled_by": ("iso",)})
        self.assertEqual(tried(self.given, (handled,), lambda other: self.fail("was tried")), (handled,))
