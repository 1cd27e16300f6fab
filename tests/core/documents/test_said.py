"""Sentences keep their values: metric in the document, in feet where somebody reads feet, the same when sent back."""

import json
import re
from pathlib import Path

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from tests.core.hands import demo_inputs
from tests.core.judgement import input_of
from wide_aperture.core.camera.card import CardHand, card_markdown, card_text
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Finding, Margin
from wide_aperture.core.documents.said import BEGIN, END, PART, Spoken, in_units, taken_apart
from wide_aperture.core.documents.setup import SettingValue
from wide_aperture.core.planning import plan_of

METRIC = re.compile(r"\d ?(m|cm|m/s|°C)\b")


class Word(Spoken):
    code: str
    sentence: str
    others: tuple[str, ...] = ()


class Values(SimpleTestCase):
    def test_a_document_reads_metric_and_keeps_the_values(self):
        word = Word(code="x", sentence=f"{wording.speed(7)} from {wording.metres(12.5, 3)}")
        self.assertEqual(word.sentence, "7 m/s from 12.5 m")
        said = word.said["sentence"]
        self.assertEqual((said.code, said.template), ("word.x.sentence", "{0} from {1}"))
        self.assertEqual([(v.value, v.unit) for v in said.values], [(7.0, "m/s"), (12.5, "m")])
        self.assertEqual(word.read_in("sentence", "imperial"), "16 mph from 41 ft")

    def test_feet_inches_miles_and_fahrenheit(self):
        for text, imperial in (
            (wording.metres(0.2999), "12 in"),
            (wording.metres(0.3001), "0.98 ft"),
            (wording.metres(3.04), "10 ft"),
            (wording.metres(100), "328 ft"),
            (wording.centimetres(0.05, 1), "2 in"),
            (wording.speed(0.99), "3.2 ft/s"),
            (wording.speed(1.01), "2.3 mph"),
            (wording.speed(10), "22 mph"),
            (wording.celsius(-5), "23 °F"),
            (wording.metres(float("inf")), "infinity"),
        ):
            self.assertEqual(in_units(text, "imperial"), imperial)

    def test_several_sentences_of_a_field_are_named_by_their_place(self):
        word = Word(code="x", sentence="plain", others=("none", f"at {wording.metres(4.3)}"))
        self.assertEqual(set(word.said), {"others/1"})
        self.assertEqual(word.others, ("none", "at 4.3 m"))

    def test_a_sentence_can_be_said_within_another(self):
        inner = Word(code="x", sentence=f"at {wording.metres(4.3)}")
        outer = Word(code="x", sentence=f"Most fragile: {inner.spoken('sentence')}")
        self.assertEqual(outer.sentence, "Most fragile: at 4.3 m")
        self.assertEqual(outer.read_in("sentence", "imperial"), "Most fragile: at 14 ft")

    def test_what_comes_back_from_a_surface_in_feet_is_kept_in_metres(self):
        word = Word(code="x", sentence=f"at {wording.metres(4.3)}", others=("a", f"b {wording.celsius(20)}"))
        sent = json.loads(word.model_dump_json())
        sent["sentence"], sent["others"][1] = "at 14 ft", "b 68 °F"
        self.assertEqual(Word.model_validate_json(json.dumps(sent)), word)

    def test_a_template_sent_back_is_text_and_nothing_else(self):
        said = {"sentence": {"code": "x", "template": "{0:>999999999} {7} {{0}} {x}", "values": []}}
        self.assertEqual(
            Word.model_validate({"code": "x", "sentence": "a", "said": said}).sentence, "{0:>999999999} {7} {0} {x}"
        )

    def test_a_copy_with_another_sentence_forgets_the_values_of_the_old_one(self):
        word = Word(code="x", sentence=f"at {wording.metres(4.3)}", others=(f"{wording.celsius(3)}",))
        other = word.model_copy(update={"sentence": "here"})
        self.assertEqual((other.sentence, set(other.said)), ("here", {"others/0"}))
        again = word.model_copy(update={"sentence": f"{wording.metres(2)} off"})
        self.assertEqual(again.sentence, "2 m off")
        self.assertEqual(again.said["sentence"].code, "word.x.sentence")
        self.assertEqual(Word.model_validate(other), other)

    def test_only_sentences_are_read_back(self):
        """A surface cannot put a word past the lists of options by calling it a sentence."""
        said = {
            "layer": {"code": "x", "template": "mine", "values": []},
            "no/3": {"code": "", "template": "", "values": []},
        }
        value = SettingValue.model_validate({"value": 1, "layer": "genre", "said": said})
        self.assertEqual(value.layer, "genre")

    @given(st.text(alphabet=st.characters(exclude_characters=BEGIN + PART + END)), st.floats(0.01, 1e4))
    def test_braces_and_anything_else_around_a_value_stay(self, text, distance_m):
        mark = wording.metres(distance_m)
        said = taken_apart(f"{text}{mark}{text}", "code")
        self.assertEqual(said.text(), f"{text}{in_units(mark)}{text}")
        self.assertEqual(said.marked(), f"{text}{mark}{text}")


class EverythingSaid(SimpleTestCase):
    """No mark leaves the core, and no length or speed is said without its value."""

    def plans(self):
        for path in sorted((Path(__file__).parents[1] / "cases").glob("*.json")):
            for case in json.loads(path.read_text("utf-8"))[::5]:
                yield case["id"], plan_of(input_of(case))

    def test_plans_hold_no_marks_and_no_metres_without_values(self):
        for name, plan in self.plans():
            dumped = plan.model_dump(mode="json")
            with self.subTest(case=name):
                self.assertNotIn(BEGIN, json.dumps(dumped, ensure_ascii=False))
                for where, text, held in _sentences(dumped):
                    if METRIC.search(text):
                        self.assertIsNotNone(held, f"{where}: {text}")
                        self.assertNotRegex(held["template"], METRIC, where)

    def test_the_card_reads_in_the_units_of_its_reader(self):
        with_lengths = 0
        for asked in demo_inputs().values():
            plan, kit = plan_of(asked), (asked.body, asked.lens, asked.situation)
            for card in (card_markdown, card_text):
                metric = card(plan, *kit)
                feet = card(plan, *kit, CardHand(units="imperial"))
                self.assertNotIn(BEGIN, metric + feet)
                self.assertNotRegex(feet, r"\d (m|m/s)\b")
                with_lengths += bool(METRIC.search(metric))
        self.assertGreater(with_lengths, 5)

    def test_kinds_of_document_name_themselves(self):
        where = f"at {wording.metres(2)}"
        finding = Finding(code="too_far", level="note", about="plan", title="t", sentence=where)
        margin = Margin(assumption="speed", stops=1, sentence=where)
        value = SettingValue(value=1, reasons=(where,))
        self.assertEqual(finding.said["sentence"].code, "finding.too_far.sentence")
        self.assertEqual(margin.said["sentence"].code, "margin.speed.sentence")
        self.assertEqual(value.said["reasons/0"].code, "settingvalue.reasons")


def _sentences(part, where=""):
    """Every text of a document with the Said it has, if any."""
    if isinstance(part, list):
        for k, each in enumerate(part):
            yield from _sentences(each, f"{where}/{k}")
    elif isinstance(part, dict):
        said = part.get("said") or {}
        for name, value in part.items():
            if name == "said":
                continue
            texts = [(name, value)] if isinstance(value, str) else []
            if isinstance(value, list) and value and all(isinstance(each, str) for each in value):
                texts = [(f"{name}/{k}", each) for k, each in enumerate(value)]
            if texts:
                yield from ((f"{where}/{at}", text, said.get(at)) for at, text in texts)
            else:
                yield from _sentences(value, f"{where}/{name}")
