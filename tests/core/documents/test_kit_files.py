"""Bodies, words and control maps as files: there and back, and what a stranger's file may hold."""

import json
import uuid
from pathlib import Path

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from tests.core.builders import body
from wide_aperture.core.camera.controls.layout import usual_controls
from wide_aperture.core.camera.phrasebook import usual_phrasebook
from wide_aperture.core.camera.words_file import read_words, words_file
from wide_aperture.core.documents.abilities import Abilities
from wide_aperture.core.documents.body_file import body_file, read_body
from wide_aperture.core.documents.body_support import SettingSupport
from wide_aperture.core.documents.foundation import read_foundation
from wide_aperture.demo.kit import BODIES
from wide_aperture.demo.phrasebooks import phrasebooks

SAMPLES = Path(__file__).parent.parent / "samples"
WREN = next(each for each in BODIES if each.name == "Wren")


def file_of(**changes):
    return json.dumps({**json.loads(body_file(WREN)), **changes})


class ABodyThereAndBack(SimpleTestCase):
    def test_every_demo_body(self):
        for own in BODIES:
            read = read_body(body_file(own))
            self.assertEqual(read.left_out, ())
            self.assertEqual(read.document.model_copy(update={"id": own.id}), own)
            self.assertNotEqual(read.document.id, own.id)


class AStrangersBody(SimpleTestCase):
    def test_what_is_not_known_is_left_out_and_told(self):
        read = read_body(
            file_of(
                warp="on",
                card_slots=40,
                support=[
                    {"setting": "grid", "options": ["on", "sideways"]},
                    {"setting": "flux", "options": ["on"]},
                    {"setting": "review", "options": ["off"], "mood": "sunny"},
                ],
                frame_rates=[{"shutter": "steam", "frames_per_s": 3}, {"shutter": "leaf", "frames_per_s": 4}],
                abilities={"dials": 1, "wings": 2},
            )
        )
        told = read.left_out
        self.assertEqual(len(told), 7, told)
        for part in (
            "grid: no option 'sideways' is known", "warp: not known", "card slots: ", "support 2, setting: 'flux' is not known",
            "support 3, mood: not known", "frame rates 1, shutter: 'steam' is not known", "abilities, wings: not known",
        ):  # fmt: skip
            self.assertTrue(any(each.startswith(part) for each in told), (part, told))
        found = read.document
        self.assertEqual({each.setting: each.options for each in found.support}, {"grid": ("on",), "review": ("off",)})
        self.assertEqual([each.shutter for each in found.frame_rates], ["leaf"])
        self.assertEqual((found.card_slots, found.abilities.dials), (1, 1))

    def test_figures_that_do_not_fit_together_are_told(self):
        read = read_body(file_of(kelvin_high=1500, kelvin_low=2500))
        self.assertEqual(read.document.kelvin_high, 10_000)
        self.assertIn("kelvin high: must not lie under the lowest", read.left_out)

    def test_a_body_without_what_every_sheet_gives_is_refused_in_words(self):
        without = json.loads(body_file(WREN))
        del without["megapixels"]
        for text, said in (
            (json.dumps(without), "megapixels: Field required"),
            (file_of(base_iso="quick"), "base iso: "),
            ("{", "no JSON in|is no JSON"),
            ("[1]", "holds no body"),
            ('{"format": "wide-aperture-foundation"}', "another kind: wide-aperture-foundation"),
            ('{"megapixels": NaN}', "NaN"),
            ("[" * 100_000, "nested too deeply"),
        ):
            with self.assertRaisesRegex(ValueError, said):
                read_body(text)

    @given(st.recursive(st.none() | st.booleans() | st.integers() | st.text(max_size=8), lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.sampled_from(["support", "slots", "abilities", "looks", "setting", "options", "name"]) | st.text(max_size=4), inner, max_size=3), max_leaves=12))  # fmt: skip
    def test_whatever_stands_in_it_it_is_read_or_refused_in_words(self, anything):
        for name in ("support", "slots", "abilities", "conflicts", "note"):
            try:
                read = read_body(file_of(**{name: anything}))
            except ValueError as error:
                self.assertTrue(str(error))
            else:
                self.assertEqual(read.document.megapixels, WREN.megapixels)


class WordsAndControls(SimpleTestCase):
    def read(self, own=WREN, **changes):
        book = usual_phrasebook(own).model_copy(update={"controls": usual_controls()})
        content = {**json.loads(words_file(book)), **changes}
        return read_words(json.dumps(content), uuid.uuid4(), own)

    def test_there_and_back(self):
        for book in phrasebooks():
            own = next(each for each in BODIES if each.id == book.body_id)
            read = read_words(words_file(book), book.id, own)
            self.assertEqual(read.document, book)
            self.assertTrue(all("kept" in each for each in read.left_out), read.left_out)

    def test_two_functions_on_one_press_are_told_and_the_first_is_kept(self):
        back = {
            "id": "back",
            "label": "back button",
            "kind": "button",
            "face": "back",
            "x": 0.5,
            "y": 0.5,
            "functions": ["focus", "af_area"],
        }
        read = self.read(own=body(), controls=[{**back, "assigned": "focus"}, {**back, "assigned": "af_area"}])
        self.assertEqual([each.assigned for each in read.document.controls], ["focus"])
        self.assertEqual(
            read.left_out, ("control back: two functions on one press; 'focus' is kept, 'af_area' is not",)
        )

    def test_functions_and_settings_nobody_knows_are_told_once_each(self):
        odd = {"id": "odd", "label": "odd", "kind": "button", "face": "back", "x": 0.5, "y": 0.5, "functions": ["fly"]}
        phrases = [
            {"setting": "flux", "words": "Flux", "reaches": [{"way": "menu", "path": ["A"]}]},
            {
                "setting": "grid",
                "words": "Lines",
                "options": {"on": "yes", "half": "maybe"},
                "reaches": [{"way": "menu", "path": ["A"]}],
            },
        ]
        read = self.read(own=body(), controls=[odd], phrases=phrases)
        self.assertEqual(len(read.left_out), 3, read.left_out)
        self.assertEqual([each.setting for each in read.document.phrases], ["grid"])
        self.assertEqual(read.document.phrases[0].options, {"on": "yes"})
        self.assertEqual(read.document.controls, ())

    def test_what_the_body_lacks_is_kept_and_told(self):
        lacking = body(
            support=(SettingSupport(setting="review", options=("off",)), SettingSupport(setting="grid", options=()))
        )
        phrases = [
            {"setting": name, "words": "X", "options": options, "reaches": [{"way": "menu", "path": ["A"]}]}
            for name, options in (("review", {"off": "no", "after_burst": "later"}), ("grid", {}))
        ]
        read = self.read(own=lacking, phrases=phrases)
        self.assertEqual(len(read.document.phrases), 2)
        self.assertEqual(len(read.left_out), 2)
        self.assertIn("has no “after a burst”" if "after a burst" in read.left_out[0] else "has no “", read.left_out[0])

    def test_a_body_nobody_described_shows_only_what_a_hand_finds(self):
        bare = {each.id for each in usual_controls(Abilities(joystick=False, touch_screen=False, dials=1, rings=0))}
        self.assertEqual(
            {each.id for each in usual_controls()} - bare,
            {"joystick", "touch", "dial_rear", "dial_ring", "swipe_up", "swipe_side"},
        )


class FilesFromBefore(SimpleTestCase):
    """Frozen samples: files of the first version are read whole, and stand as bodies that say nothing more."""

    def test_a_body(self):
        read = read_body((SAMPLES / "body-v1.json").read_text("utf-8"))
        self.assertEqual((read.left_out, read.document.name), ((), "Rowan 26"))
        self.assertEqual((read.document.abilities, read.document.finder), (Abilities(), "electronic"))

    def test_a_foundation(self):
        read = read_foundation((SAMPLES / "foundation-v1.json").read_text("utf-8"))
        self.assertEqual((read.left_out, read.document.schools), ((), {}))
        self.assertEqual(read.document.settings["clip_high"], 253)

    def test_words(self):
        read = read_words((SAMPLES / "words-v1.json").read_text("utf-8"), uuid.uuid4(), body())
        self.assertEqual((read.left_out, len(read.document.phrases)), ((), 12))
