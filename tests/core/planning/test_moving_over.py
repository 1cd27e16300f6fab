"""A setup on another body, and what a highlight reserve gains and costs, option by option."""

import math

from django.test import SimpleTestCase

from tests.core.builders import body, lens, plan_input, situation
from wide_aperture.core.documents.body import ReserveFloor
from wide_aperture.core.documents.body_support import SettingSupport
from wide_aperture.core.documents.setup import SettingValue, Setup
from wide_aperture.core.planning.reserve import reserve_advice
from wide_aperture.core.planning.transfer import transfer


class MovingOver(SimpleTestCase):
    def moved(self, setting, value, **other):
        made = transfer(Setup(settings={setting: SettingValue(value=value)}), body(), body(name="Other", **other))
        return next(each for each in made.moved if each.setting == setting), made

    def support(self, *options, instead=""):
        return {"support": (SettingSupport(setting="metering", options=options, instead=instead),)}

    def test_what_both_have_stays(self):
        moved, made = self.moved("metering", "spot")
        self.assertEqual((moved.fate, moved.before, moved.after), ("same", moved.before, moved.before))
        self.assertEqual(made.setup.value("metering"), "spot")
        self.assertIn("1 same", made.sentence)

    def test_what_the_other_lacks_outright_is_missing(self):
        moved, made = self.moved("metering", "spot", **self.support(instead="Use the histogram."))
        self.assertEqual((moved.fate, moved.after, moved.sentence), ("missing", "–", "Use the histogram."))
        self.assertIsNone(made.setup.value("metering"))

    def test_an_option_it_lacks_becomes_its_only_or_the_usual_one_or_stays_open(self):
        only, _ = self.moved("metering", "spot", **self.support("centre_weighted"))
        self.assertEqual(only.fate, "changed")
        usual, made = self.moved("metering", "spot", **self.support("multi_segment", "centre_weighted"))
        self.assertIn(usual.fate, ("changed", "undecided"))
        self.assertIn(made.setup.value("metering"), ("multi_segment", "spot"))

    def test_numbers_are_held_to_what_the_other_body_has(self):
        moved, made = self.moved("iso", 50.0, base_iso=200, electrons=body().electrons)
        self.assertEqual((moved.fate, made.setup.number("iso")), ("changed", 200.0))
        same, _ = self.moved("iso", 200.0, base_iso=200, electrons=body().electrons)
        self.assertEqual(same.fate, "same")


class Reserve(SimpleTestCase):
    def options(self, **brief):
        camera = body(
            reserve_floors=(
                ReserveFloor(reserve="highlight_reserve_1", iso=200),
                ReserveFloor(reserve="highlight_reserve_2", iso=400),
            )
        )
        given = plan_input(situation(light={"kind": "ev", "ev100": 13}, **brief), camera=camera, glass=lens(50, 1.8))
        return {option.reserve: option for option in reserve_advice(given.case, 100.0).options}

    def test_a_reserve_raises_the_iso_to_its_floor_and_gains_its_stops(self):
        options = self.options(scene_range_ev=13)
        for name, stops in (("highlight_reserve_1", 1), ("highlight_reserve_2", 2)):
            found = options[name]
            self.assertEqual(found.gains_above_ev, stops)
            self.assertGreaterEqual(found.iso, 100 * 2**stops)
            self.assertAlmostEqual(found.raises_iso_ev, math.log2(found.iso / options["off"].iso), places=2)
        self.assertEqual((options["off"].gains_above_ev, options["off"].loses_below_ev), (0, 0))

    def test_more_reserve_costs_the_shadows_more(self):
        options = self.options(scene_range_ev=13)
        one, two = options["highlight_reserve_1"], options["highlight_reserve_2"]
        self.assertGreaterEqual(two.loses_below_ev, one.loses_below_ev)

    def test_it_pays_only_where_tones_lie_above_clipping(self):
        self.assertFalse(self.options(scene_range_ev=5)["highlight_reserve_2"].pays)
        self.assertTrue(self.options(scene_range_ev=5)["off"].pays)
