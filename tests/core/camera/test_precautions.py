"""Knocked switches and leftovers ranked by what they cost, and the day without one thing."""

from django.test import SimpleTestCase

from tests.core.hands import DEMO_BODIES, DEMO_LENSES, demo_planned, item
from wide_aperture.core.camera.controls.layout import usual_controls
from wide_aperture.core.camera.precautions.failure import NOTABLE_EV, failures
from wide_aperture.core.camera.precautions.knocked import expected_frames, latitude_ev, mishaps

MANUAL = {"exposure_mode": "manual", "shutter_s": 1 / 500, "aperture": 4.0, "iso": 800.0, "file": "raw", "drive": "continuous_high", "exposure_simulation": "on"}  # fmt: skip
ANY_LENS = list(DEMO_LENSES.values())
ANY_BODY = list(DEMO_BODIES.values())


def found(before=None, frames=100.0, controls=None, **changes):
    values = {**MANUAL, **changes}
    scene = item(1, "Match", 0, 45, **values)
    return mishaps(
        scene, usual_controls() if controls is None else controls, {**values, **(before or {})}, values, frames
    )


def named(list_of, part):
    return [each for each in list_of if part in each.what]


class Knocked(SimpleTestCase):
    def test_the_worst_stands_first_and_the_rank_is_the_product(self):
        ranks = [
            each.rank
            for each in found(
                before={"self_timer": "10s", "exposure_comp_ev": 1.0}, self_timer="off", exposure_comp_ev=0.0
            )
        ]
        self.assertEqual(ranks, sorted(ranks, reverse=True))
        for each in found():
            self.assertAlmostEqual(
                each.rank, each.frames_lost * each.likelihood * each.hard_to_notice, delta=0.02 * each.rank + 0.02
            )

    def test_a_jpeg_loses_more_by_the_same_knock(self):
        raw, jpeg = (named(found(file=file), "shutter off by 1")[0] for file in ("raw", "jpeg"))
        self.assertEqual((latitude_ev({"file": "raw"}), latitude_ev({"file": "jpeg"})), (2.0, 0.67))
        self.assertAlmostEqual(raw.frames_lost, 25.0)
        self.assertAlmostEqual(jpeg.frames_lost, 100.0)

    def test_without_exposure_simulation_nothing_shows(self):
        seen, unseen = (named(found(exposure_simulation=on), "aperture off")[0] for on in ("on", "off"))
        self.assertLess(seen.hard_to_notice, unseen.hard_to_notice)
        self.assertIn("finder", seen.sign)

    def test_automatic_exposure_makes_up_for_it_and_loses_what_the_value_was_for(self):
        auto = named(found(exposure_mode="aperture_priority"), "aperture off")[0]
        self.assertEqual(auto.frames_lost, 25.0)
        self.assertFalse(named(found(exposure_mode="aperture_priority"), "shutter off"))

    def test_locked_dials_are_not_knocked(self):
        self.assertFalse([each for each in found(controls_lock="dials") if each.kind == "knocked"])
        self.assertFalse(found(controls=()))

    def test_a_wandering_point_hurts_only_where_points_are_used(self):
        self.assertTrue(named(found(af_area="single_point"), "point wanders"))
        self.assertFalse(named(found(af_area="whole_area"), "point wanders"))

    def test_leftovers_are_what_the_scene_before_needed_and_this_one_does_not(self):
        left = found(before={"self_timer": "10s", "bracketing": "5x1"}, self_timer="off", bracketing="none")
        self.assertEqual(
            {each.what.split(" still")[0] for each in left if each.kind == "left over"}, {"Self-timer", "Bracketing"}
        )
        same = found(before={"self_timer": "10s"}, self_timer="10s")
        self.assertFalse([each for each in same if each.kind == "left over"])

    def test_a_leftover_compensation_costs_by_its_size(self):
        small, large = (
            named(found(before={"exposure_comp_ev": ev}, exposure_comp_ev=0.0), "compensation still")[0]
            for ev in (0.67, 2.0)
        )
        self.assertLess(small.frames_lost, large.frames_lost)
        self.assertIn("+2.0", large.what)

    def test_frames_follow_minutes_and_drive(self):
        self.assertEqual(expected_frames(item(1, "", 0, 30, drive="single")), 60)
        self.assertEqual(expected_frames(item(1, "", 0, 30, drive="continuous_high")), 600)
        self.assertEqual(expected_frames(item(1, "", drive="single")), 90)


class Failures(SimpleTestCase):
    def setUp(self):
        self.planned = demo_planned("Wedding at Ashcombe")

    def named(self, list_of, what):
        return next(each for each in list_of if each.what == what)

    def test_every_body_lens_and_card_fails_once(self):
        found = failures(self.planned, ANY_BODY, ANY_LENS)
        self.assertEqual([each.kind for each in found].count("body"), 2)
        self.assertEqual([each.kind for each in found].count("lens"), len({each.lens.id for each in self.planned}))
        self.assertEqual([each.kind for each in found].count("card"), 2)
        self.assertEqual(len(self.named(found, "Alder 24").situations), 5)

    def test_the_other_body_takes_over_and_the_dearest_is_told(self):
        (first, *_) = failures(self.planned, [each.body for each in self.planned], ANY_LENS)
        self.assertEqual({each.instead for each in first.situations}, {"Alder 45"})
        prices = [each.price_ev for each in first.situations]
        self.assertTrue(all(price is not None and price > -2 for price in prices))

    def test_a_bag_with_nothing_else_says_so(self):
        alone = [each for each in self.planned if each.body.name == "Alder 24"]
        (body, *rest) = failures(alone, [alone[0].body], [each.lens for each in alone])
        self.assertTrue(all(each.price_ev is None for each in body.situations))
        self.assertIn("cannot be taken", body.sentence)
        self.assertIn("hire or borrow", body.situations[0].sentence)
        self.assertEqual(rest[-1].kind, "card")

    def test_a_long_lens_is_not_replaced_by_a_short_one(self):
        found = failures(self.planned, ANY_BODY, ANY_LENS)
        vows = self.named(found, "70–200 mm f/2.8").situations[0]
        self.assertIsNone(vows.price_ev)

    def test_a_slower_lens_costs_what_its_stops_cost(self):
        final = demo_planned("Lowmoor cup final")
        night = [each for each in final if "floodlights" in each.situation.title]
        lens = next(each for each in failures(night, ANY_BODY, ANY_LENS) if each.kind == "lens")
        self.assertEqual(lens.situations[0].instead, "200–600 mm f/5.6–6.3")
        self.assertAlmostEqual(
            lens.situations[0].price_ev, 2.0, delta=0.1
        )  # f/5.6 against f/2.8, all of it past the ceiling
        self.assertGreater(lens.situations[0].price_ev, NOTABLE_EV)
        self.assertIn("2.0 EV", lens.sentence)

    def test_one_card_slot_is_a_risk_and_two_are_not(self):
        market = demo_planned("Thornwick market day and night")
        cards = {each.what: each.sentence for each in failures(market, ANY_BODY, ANY_LENS) if each.kind == "card"}
        self.assertIn("is lost", cards["card of Rowan 26"])
        self.assertIn("two cards", cards["card of Alder 24"])

    def test_a_lens_that_stays_on_fails_with_its_body(self):
        market = demo_planned("Thornwick market day and night")
        wren = next(each for each in failures(market, ANY_BODY, ANY_LENS) if each.what == "Wren")
        self.assertTrue(all(each.price_ev is None for each in wren.situations))
