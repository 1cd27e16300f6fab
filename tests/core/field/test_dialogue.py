"""Test frames: taken with the simulated camera, answered as they look, corrected until they are right; and what each answer turns."""

from __future__ import annotations

import math
from functools import cache

from django.test import SimpleTestCase
from hypothesis import given as holds
from hypothesis import strategies as st

from tests.core.builders import lens, plan_input, situation
from tests.core.corpus import demo_inputs
from wide_aperture.core.camera.packing import book_of
from wide_aperture.core.camera.state import target_of
from wide_aperture.core.field.dialogue import LOOKS, MOST_ROUNDS, reply_to
from wide_aperture.core.field.error_known import Seen, error_known, most_telling, thresholds
from wide_aperture.core.field.hand import Hand
from wide_aperture.core.field.other_answers import colour_clicks
from wide_aperture.core.field.rounds import TestAnswers, TestRound
from wide_aperture.core.picture.imaging.capture import Look, Thresholds
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.picture.imaging.readings import preview_masks
from wide_aperture.core.planning import PlanInput
from wide_aperture.core.planning.case.tones_seen import LEAST_SHARE, SPOKEN, may_lose
from wide_aperture.core.planning.compute import drafted, plan_from
from wide_aperture.core.planning.hand_steps import brighter_by
from wide_aperture.core.rehearsal.agreement import _at
from wide_aperture.core.rehearsal.begin import rehearsal, tuning_of

TOLD_BY = {"skin": 1.0, "white cloth": 0.2}  # EV under the end of the screen's picture
BY_HAND = {"exposure_mode": "manual"}


@cache
def room() -> Darkroom:
    return Darkroom()


class Shot:
    """A situation on the simulated camera, exposed so much off what the plan means."""

    def __init__(self, given: PlanInput):
        self.given = given
        self.draft, findings = drafted(given)
        self.plan = plan_from(self.draft, findings)
        self.hand = Hand(book_of(given.body, {}), target_of(self.plan.setup, given.body))

    def marked(self, error_ev: float) -> tuple[str, ...]:
        """The tones on which the camera's own warning shows marks."""
        begun = rehearsal(self.given.case, self.plan)
        tuning, seen = tuning_of(begun.tuning), begun.scene.through(begun.capture)
        meant = seen.place.ev100 + tuning.light_ev - self.given.case.light.highlight_shift_ev
        frame = room().render(
            seen, self.given.body, _at(begun.capture, meant - error_ev), Look(width_px=480), tuning=tuning
        )
        white, _ = preview_masks(frame.picture, Thresholds())
        found = set()
        for painted, mask in frame.scene.tones.items():
            name = SPOKEN.get(painted)
            if name and mask.mean() >= LEAST_SHARE and (mask > 0.5).any() and white[mask > 0.5].mean() > may_lose(name):
                found.add(name)
        return tuple(sorted(found))

    def dialogue(self, error_ev: float):
        """Answer until it passes: the last reply, and how far off the frame then is."""
        rounds: list[TestRound] = []
        taken = TestRound(answers=TestAnswers())
        while True:
            answers = TestAnswers(marks=self.marked(error_ev + taken.correction_ev))
            rounds.append(taken.model_copy(update={"answers": answers}))
            reply = reply_to(self.draft, self.plan, self.hand, rounds)
            if reply.passed or len(rounds) > MOST_ROUNDS:
                return reply, error_ev + taken.correction_ev
            taken = reply.next_round


class OnTheSimulatedCamera(SimpleTestCase):
    def test_a_wrong_exposure_is_brought_to_within_a_third_of_a_stop(self):
        for title in (
            "Couple in open shade",
            "Families in three rows",
            "Getting ready by the window",
            "Vows in the chapel",
            "Gulls over the bar",
        ):
            shot = Shot(demo_inputs()[title])
            for error in (-2.0, 1.4):
                with self.subTest(title=title, error=error):
                    reply, off = shot.dialogue(error)
                    self.assertTrue(reply.passed)
                    self.assertLessEqual(abs(off), 1 / 3 + 0.03)

    def test_what_it_says_it_knows_holds_the_truth(self):
        shot = Shot(demo_inputs()["Deer at the wood’s edge"])
        for error in (-1.0, 0.5, 2.0):
            reply, _ = shot.dialogue(error)
            self.assertLessEqual(reply.low_ev - 0.1, error)
            self.assertGreaterEqual(reply.high_ev + 0.1, error)


class WhatAnswersTell(SimpleTestCase):
    def test_marks_say_too_bright_and_none_say_not(self):
        none, marked = (
            error_known([Seen(0.0, frozenset(tones), "cannot_tell")], TOLD_BY)
            for tones in ((), ("skin", "white cloth"))
        )
        self.assertLess(none.middle, 0)
        self.assertGreater(marked.middle, 1)

    def test_the_edge_alone_tells_too(self):
        gap, touches, piled = (error_known([Seen(0.0, None, edge)], TOLD_BY) for edge in ("gap", "touches", "piled_up"))
        self.assertLess(gap.middle, touches.middle)
        self.assertLess(touches.middle, piled.middle)
        self.assertAlmostEqual(touches.middle, TOLD_BY["white cloth"], delta=0.15)
        self.assertLess(touches.spread, gap.spread)

    def test_cannot_tell_tells_nothing(self):
        before, after = error_known([], TOLD_BY), error_known([Seen(1.0, None, "cannot_tell")], TOLD_BY)
        self.assertAlmostEqual(before.spread, after.spread)
        self.assertAlmostEqual(after.middle, 0)

    def test_one_slip_is_outvoted(self):
        right = [
            Seen(by, frozenset(t for t, at in TOLD_BY.items() if by > at), "cannot_tell")
            for by in (-1, -0.33, 0.5, 1.5)
        ]
        slip = Seen(-1.0, frozenset(TOLD_BY), "cannot_tell")
        self.assertLess(abs(error_known([*right, slip], TOLD_BY).middle - error_known(right, TOLD_BY).middle), 0.25)

    def test_the_same_frame_again_does_not_make_a_tone_surer_than_it_can_be(self):
        once = [Seen(0.0, frozenset(), "cannot_tell"), Seen(0.67, frozenset({"white cloth"}), "cannot_tell")]
        often = error_known(once * 6, {"white cloth": 0.2})
        self.assertGreater(often.spread, 0.12)

    @holds(error=st.floats(-2.5, 2.5), corrections=st.lists(st.integers(-9, 9), min_size=3, max_size=6, unique=True))
    def test_true_answers_keep_the_truth_within_reach(self, error, corrections):
        """Whatever frames are taken, of tones that begin exactly where they should."""
        rounds = [
            Seen(k / 3, frozenset(t for t, at in TOLD_BY.items() if error + k / 3 > at), "cannot_tell")
            for k in corrections
        ]
        low, high = error_known(rounds, TOLD_BY).ends(0.999)
        self.assertLessEqual(low - 0.1, error)
        self.assertGreaterEqual(high + 0.1, error)

    def test_the_next_frame_is_taken_where_it_tells_most(self):
        known = error_known([], {"skin": 1.0})
        by, tone, left = most_telling(known, {"skin": 1.0}, [k / 3 for k in range(-18, 19)])
        self.assertEqual(tone, "skin")
        self.assertAlmostEqual(by, 1.0, delta=0.34)  # where half of all errors show marks
        self.assertLess(left, known.spread * 0.75)
        self.assertLess(left, known.spread_after(by + 3, "skin", 1.0))

    def test_lights_themselves_are_no_measure(self):
        plan = Shot(demo_inputs()["Vows in the chapel"]).plan
        self.assertIn("lamps", {tone.name for tone in plan.frame.tones})
        self.assertNotIn("lamps", thresholds(plan))


class WhatIsTurned(SimpleTestCase):
    """By hand: the values that give light; by itself: the compensation. Clicks add up to the correction."""

    def reply(self, shot: Shot, *rounds: TestRound):
        return reply_to(shot.draft, shot.plan, shot.hand, rounds)

    def too_bright(self) -> TestRound:
        return TestRound(answers=TestAnswers(marks=("skin", "white cloth", "dark cloth", "land"), edge="piled_up"))

    def test_a_camera_that_exposes_itself_gets_compensation(self):
        shot = Shot(demo_inputs()["Couple in open shade"])
        reply = self.reply(shot, self.too_bright())
        (turned,) = reply.corrections
        self.assertEqual(turned.setting, "exposure_comp_ev")
        self.assertLess(turned.clicks, 0)
        planned = shot.plan.setup.number("exposure_comp_ev") or 0.0
        self.assertAlmostEqual(turned.value - planned, reply.next_round.correction_ev, places=3)
        self.assertIn(turned.control, turned.sentence)
        self.assertIsNone(reply.light)

    def test_by_hand_the_values_turn_that_less_or_more_light_would_turn(self):
        shot = Shot(demo_inputs()["Families in three rows"])
        reply = self.reply(shot, self.too_bright())
        self.assertTrue(reply.corrections)
        self.assertAlmostEqual(
            sum(each.clicks for each in reply.corrections) / 3, reply.next_round.correction_ev, delta=0.34
        )
        self.assertNotIn("exposure_comp_ev", {each.setting for each in reply.corrections})

    def test_by_hand_a_passed_frame_reads_the_light(self):
        shot = Shot(demo_inputs()["Families in three rows"])
        reply, _ = shot.dialogue(1.4)
        self.assertAlmostEqual(reply.light.off_ev, 1.4, delta=0.37)
        self.assertAlmostEqual(reply.light.ev100, shot.plan.light.ev100 + reply.light.off_ev, places=2)
        self.assertIn("above the plan", reply.light.sentence)

    def test_a_middle_that_is_only_likely_is_not_called_sure(self):
        shot = Shot(demo_inputs()["Core overhead"])  # a sky alone: nothing tells it well
        looked = [TestRound(answers=TestAnswers(marks=())) for _ in range(LOOKS)]
        middle = self.reply(shot, *looked).next_round
        reply = self.reply(shot, *looked, middle.model_copy(update={"answers": TestAnswers(marks=())}))
        self.assertTrue(reply.passed)
        self.assertNotIn("within a third", reply.because)
        self.assertIn("as near as", reply.because)

    def test_a_tint_is_turned_and_noted(self):
        shot = Shot(demo_inputs()["Vows in the chapel"])
        reply = self.reply(shot, TestRound(answers=TestAnswers(marks=(), colour="green")))
        planned = shot.plan.setup.number("wb_tint") or 0.0
        self.assertEqual(reply.values["wb_tint"], planned + reply.next_round.tint)
        self.assertEqual(reply.planned["wb_tint"], planned)

    def test_it_gives_up_and_says_so(self):
        shot = Shot(demo_inputs()["Couple in open shade"])
        rounds = [TestRound(answers=TestAnswers(marks=(), focus="elsewhere"))] * MOST_ROUNDS
        reply = self.reply(shot, *rounds)
        self.assertEqual((reply.passed, reply.stage), (False, "given_up"))
        self.assertIn("Begin again", reply.sentence)

    def test_smeared_costs_time_and_repays_it_in_iso(self):
        shot = Shot(plan_input(situation(ev=9, near=3, far=3, speed=1), pins=BY_HAND, glass=lens(50, 1.8)))
        reply = self.reply(shot, TestRound(answers=TestAnswers(marks=(), focus="smeared")))
        turned = {each.setting: each.clicks for each in reply.corrections}
        self.assertEqual(reply.next_round.faster_clicks, 3)
        by_exposure = round(3 * (reply.next_round.correction_ev))
        self.assertEqual(sum(turned.values()), by_exposure)
        self.assertLess(turned["shutter_s"], 0)
        self.assertFalse(reply.passed)

    def test_front_focus_twice_closes_the_aperture(self):
        shot = Shot(demo_inputs()["Couple in open shade"])
        first = TestRound(answers=TestAnswers(marks=(), focus="in_front"))
        self.assertEqual(self.reply(shot, first).next_round.closed_clicks, 0)
        self.assertEqual(self.reply(shot, first, first).next_round.closed_clicks, 2)
        self.assertIn("farther", self.reply(shot, first).sentence)

    def test_brightness_of_each_setting(self):
        self.assertAlmostEqual(brighter_by("shutter_s", 1 / 100, 1 / 200), -1)
        self.assertAlmostEqual(brighter_by("aperture", 4, 4 / math.sqrt(2)), 1)
        self.assertAlmostEqual(brighter_by("iso", 100, 400), 2)
        self.assertEqual(brighter_by("nd_stops", 3, 0), 3)


class Colours(SimpleTestCase):
    def setUp(self):
        self.plan = Shot(demo_inputs()["Vows in the chapel"]).plan  # 3000 K

    def test_too_warm_lowers_the_figure_and_too_cold_raises_it(self):
        warm = colour_clicks(self.plan, [("too_warm", None, 0.0)])
        cold = colour_clicks(self.plan, [("too_cold", None, 0.0)])
        self.assertLess(warm.kelvin, 3000)
        self.assertGreater(cold.kelvin, 3000)

    def test_a_turn_halves_the_step(self):
        once = colour_clicks(self.plan, [("too_warm", None, 0.0)]).kelvin
        back = colour_clicks(self.plan, [("too_warm", None, 0.0), ("too_cold", once, 0.0)]).kelvin
        first, second = abs(1e6 / once - 1e6 / 3000), abs(1e6 / back - 1e6 / once)
        self.assertAlmostEqual(second / first, 0.5, delta=0.05)

    def test_green_goes_towards_magenta_and_right_stays(self):
        self.assertLess(colour_clicks(self.plan, [("green", None, 0.0)]).tint, 0)
        self.assertGreater(colour_clicks(self.plan, [("magenta", None, 0.0)]).tint, 0)
        self.assertTrue(colour_clicks(self.plan, [("green", None, 0.0), ("right", None, -4.0)]).right)
