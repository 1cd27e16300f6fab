"""Documents refuse the impossible, and what leaves the application comes back without loss."""

import json
import math
from pathlib import Path

from django.test import SimpleTestCase
from pydantic import ValidationError

from tests.core.builders import body, lens, planned, situation
from wide_aperture.core.camera.card import card_markdown, card_text
from wide_aperture.core.craft.activities import activities
from wide_aperture.core.craft.lights import named_lights
from wide_aperture.core.craft.settings import catalogue
from wide_aperture.core.documents.body import IsoCeilings
from wide_aperture.core.documents.lens import ApertureAt
from wide_aperture.core.documents.saved_setup import SavedSetup, import_setup, upgrade
from wide_aperture.core.documents.situation import LightByEv, SpeedBand
from wide_aperture.core.errors import DomainError, UnknownIdError
from wide_aperture.core.physics.quantities import format_iso
from wide_aperture.core.planning import Brief
from wide_aperture.core.planning.framing import rank_kit

SAMPLES = Path(__file__).parents[1] / "samples"


class ImpossibleKitAndSituations(SimpleTestCase):
    def refused(self, build, where):
        with self.assertRaises(ValidationError) as caught:
            build()
        errors = caught.exception.errors()
        said = " ".join(f"{'/'.join(map(str, e['loc']))} {e.get('ctx', {}).get('field')} {e['msg']}" for e in errors)
        self.assertIn(where, said)

    def test_kit(self):
        self.refused(lambda: ApertureAt(focal_length_mm=50, f_number=0), "f_number")
        self.refused(lambda: body(ceilings=IsoCeilings(routine=50, push=100)), "ceilings/routine")
        self.refused(lambda: body(highest_iso=50), "highest_iso")
        self.refused(lambda: body(megapixels=math.nan), "megapixels")
        self.refused(lambda: body(megapixels=math.inf), "megapixels")
        self.refused(
            lambda: body(fastest_mechanical_s=None, fastest_first_curtain_s=None, fastest_electronic_s=None), "shutter"
        )
        self.refused(lambda: lens(focal_min_mm=200, focal_max_mm=70), "focal_max_mm")
        self.refused(lambda: IsoCeilings(routine=800, push=400), "push")

    def test_situations(self):
        self.refused(lambda: situation(near=40, far=15), "far_m")
        self.refused(lambda: situation(near=0), "near_m")
        self.refused(lambda: SpeedBand(low_m_s=-1, high_m_s=3), "low_m_s")
        self.refused(lambda: SpeedBand(low_m_s=5, high_m_s=3), "high_m_s")
        self.refused(lambda: LightByEv(ev100=math.nan), "ev100")
        self.refused(lambda: LightByEv(ev100=8, ev_low=9, ev_high=7), "ev_high")
        self.refused(lambda: situation(unknown_field=1), "unknown_field")


class Tables(SimpleTestCase):
    def test_ids_are_unique_and_references_exist(self):
        entries = {entry.id: entry for entry in catalogue()}
        self.assertEqual(len(entries), len(catalogue()))
        for entry in catalogue():
            self.assertTrue(entry.explanation and entry.touches)
            for condition in entry.irrelevant_when:
                options = {option.id for option in entries[condition.setting].options}
                self.assertLessEqual(set(condition.is_one_of), options)
        for table in (activities(), named_lights()):
            self.assertEqual(len({row.id for row in table}), len(table))

    def test_bands_are_ordered(self):
        self.assertTrue(all(light.ev_low <= light.ev100 <= light.ev_high for light in named_lights()))
        self.assertTrue(all(activity.low_m_s <= activity.high_m_s for activity in activities()))

    def test_unknown_options_are_refused(self):
        with self.assertRaises(UnknownIdError):
            catalogue()[0].option_label("nothing")


class SavedSetups(SimpleTestCase):
    def sample(self):
        return (SAMPLES / "setup-v1.json").read_text("utf-8")

    def test_the_frozen_sample_of_each_version_still_reads(self):
        for version in (1, 2, 3):
            with self.subTest(version=version):
                imported = import_setup((SAMPLES / f"setup-v{version}.json").read_text("utf-8"))
                self.assertEqual(imported.dropped, ())
                self.assertEqual(imported.document.format_version, 3)
                self.assertEqual(imported.document.setup.option("exposure_mode"), "manual_auto_iso")
                self.assertTrue(all(price.seen for price in imported.document.prices))

    def test_round_trip_without_loss(self):
        document = import_setup(self.sample()).document
        again = import_setup(document.model_dump_json()).document
        self.assertEqual(again, document)

    def test_unknown_fields_and_settings_are_dropped_and_named(self):
        raw = json.loads(self.sample())
        raw["mood"] = "good"
        raw["body"]["strap"] = "leather"
        raw["situation"]["light"]["hue"] = 3
        raw["setup"]["settings"]["turbo"] = {"value": True}
        raw["setup"]["settings"]["metering"]["value"] = "by_feeling"
        imported = import_setup(json.dumps(raw))
        expected = {
            "/mood",
            "/body/strap",
            "/situation/light/hue",
            "/setup/settings/turbo",
            "/setup/settings/metering/value",
        }
        self.assertEqual(set(imported.dropped), expected)

    def test_what_is_no_setup_is_refused_with_a_sentence(self):
        newer = {**json.loads(self.sample()), "format_version": 99}
        for text, rule in (
            ("{", "JSON"),
            ("[]", "saved setup"),
            ('{"format": "x"}', "no saved setup"),
            (json.dumps(newer), "update"),
            ('{"a": NaN}', "JSON"),
        ):
            with self.assertRaises(DomainError) as caught:
                import_setup(text)
            self.assertIn(rule, str(caught.exception))

    def test_upgrading_the_present_version_changes_nothing(self):
        raw = json.loads((SAMPLES / "setup-v3.json").read_text("utf-8"))
        self.assertEqual(upgrade(raw), raw)

    def test_old_reasons_stay_the_text_they_are_and_new_ones_keep_their_values(self):
        old, new = (json.loads((SAMPLES / f"setup-v{version}.json").read_text("utf-8")) for version in (2, 3))
        for name, held in import_setup(json.dumps(old)).document.setup.settings.items():
            self.assertEqual((list(held.reasons), held.said), (old["setup"]["settings"][name]["reasons"], {}))
        kept = import_setup(json.dumps(new)).document
        self.assertIsNotNone(kept.foundation)
        self.assertTrue(any(held.said for held in kept.setup.settings.values()))

    def test_missing_parts_are_refused(self):
        raw = json.loads(self.sample())
        del raw["choice"]
        with self.assertRaises(ValidationError):
            import_setup(json.dumps(raw))
        self.assertIn("choice", SavedSetup.model_fields)


class Cards(SimpleTestCase):
    def test_markdown_and_text_hold_every_chosen_setting(self):
        brief = situation(speed=7, flicker_hz=100, title="Evening | match")
        plan = planned(brief)
        markdown, text = card_markdown(plan, body(), lens(), brief), card_text(plan, body(), lens(), brief)
        for words in ("1/1000 s", "manual, automatic ISO", "anti-flicker".capitalize()[:5], "Findings"):
            self.assertIn(words.lower(), markdown.lower())
            self.assertIn(words.lower(), text.lower())

    def test_the_headline_says_that_the_iso_is_automatic_and_between_which_ends(self):
        brief = situation(speed=7, flicker_hz=100)
        plan = planned(brief)
        head = card_text(plan, body(), lens(), brief).split("\n")[0]
        low, high = plan.setup.number("iso_floor"), plan.setup.number("iso_ceiling")
        self.assertIn(f"automatic ISO {low:.0f} to {high:.0f}, about {format_iso(plan.choice.iso)[4:]}", head)
        by_hand = plan.model_copy(update={"setup": plan.setup.model_copy(update={"settings": {
            **plan.setup.settings,
            "exposure_mode": plan.setup.settings["exposure_mode"].model_copy(update={"value": "manual"}),
        }})})  # fmt: skip
        self.assertNotIn("automatic", card_text(by_hand, body(), lens(), brief).split("\n")[0])


class FramingHelper(SimpleTestCase):
    def test_the_lens_that_frames_and_exposes_best_comes_first(self):
        short, long, dark = lens(35, 1.8), lens(200, 2.8), lens(200, 6.3)
        lenses = [
            x.model_copy(update={"id": situation().id.__class__(int=k), "name": f"{k}"})
            for k, x in enumerate((short, long, dark), 1)
        ]
        ranked = rank_kit([body()], lenses, Brief(situation=situation(ev=8, speed=7)))
        self.assertEqual(ranked[0].lens_name, "2")
        framing = {f.lens_name: f.framing_ev for f in ranked}
        self.assertEqual((framing["2"], framing["3"]), (framing["3"], framing["2"]))
        self.assertGreater(framing["1"], framing["2"] + 1)

    def test_a_lens_that_does_not_cover_the_sensor_is_left_out(self):
        small = lens(image_circle_mm=28)
        self.assertEqual(rank_kit([body()], [small], Brief(situation=situation())), [])


class HostileSetups(SimpleTestCase):
    """A saved setup of version 1 with anything in its fields: imported, or refused with a sentence."""

    def test_whatever_stands_in_a_field(self):
        sample = json.loads((SAMPLES / "setup-v1.json").read_text("utf-8"))
        hostile = (None, "", "x" * 2000, -1, 1e308, True, [], {}, ["x"], {"x": 1}, [[[[]]]], {"settings": 3})
        outcomes = {"taken": 0, "refused": 0}
        for name in sample:
            for value in hostile:
                with self.subTest(name=name, value=str(value)[:20]):
                    try:
                        import_setup(json.dumps({**sample, name: value}))
                        outcomes["taken"] += 1
                    except (DomainError, ValidationError) as refused:
                        outcomes["refused"] += 1
                        self.assertTrue(str(refused))
        self.assertGreater(min(outcomes.values()), 3, outcomes)
