"""Field cards: what calls for the hand and what it then turns, marks in clicks, presses the body can do, what comes next."""

from __future__ import annotations

import datetime as dt
import math
from functools import cache

from django.test import SimpleTestCase

from tests.core.builders import body, lens, plan_input, situation
from tests.core.corpus import demo_inputs
from wide_aperture.core.camera.controls.functions import BY_ID
from wide_aperture.core.camera.deeds import act
from wide_aperture.core.camera.packing import ShootToPack, book_of, pack_shoot
from wide_aperture.core.camera.simulated import new_camera
from wide_aperture.core.camera.state import target_of
from wide_aperture.core.craft.exposure_modes import mode_facts
from wide_aperture.core.documents.accessories import Accessories
from wide_aperture.core.documents.body import LookGap
from wide_aperture.core.documents.own_figure import OwnFigure
from wide_aperture.core.documents.situation import LightByEv
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.field.card import field_cards
from wide_aperture.core.field.drills import drills
from wide_aperture.core.field.finder import finder_strip, frames_left
from wide_aperture.core.field.hand import Hand
from wide_aperture.core.field.marks import gap_of, mark_lines
from wide_aperture.core.field.still import stand_still
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.core.planning.compute import drafted
from wide_aperture.core.planning.hand_steps import hand_steps
from wide_aperture.core.planning.prediction import settle, wanted_at

DIM = situation(genre="wedding", subject="person", ev=5, speed=0.4, near=2, far=4)
HELD_BY_HAND = {"exposure_mode": "manual"}


@cache
def demo() -> dict[str, PlanInput]:
    return demo_inputs()


@cache
def cards():
    given = list(demo().values())
    packed = pack_shoot(ShootToPack(planned=given, books={}, states={}))
    found = field_cards(given, packed, {}, None)
    return packed, {card.title: card for card in found.cards}


class HandSteps(SimpleTestCase):
    """The law: the reading named is what the body shows when the step begins, and the step leaves the frame as light as before."""

    def test_the_reading_is_the_body_s_own_and_only_the_hand_s_values_are_turned(self):
        axes = ("shutter_s", "aperture", "iso")
        steps = 0
        for title, given in demo().items():
            draft, _ = drafted(given)
            facts = mode_facts(draft.option("exposure_mode"))
            for step in hand_steps(draft):
                with self.subTest(title=title, see=step.see):
                    self.assertIn(step.turn, (*facts.by_hand, "nd_stops"))
                    self.assertNotEqual(step.clicks, 0)
                    self.assertLess(step.after_ev, step.until_ev)
                    if step.shows is None:
                        self.assertFalse(facts.exposes_itself)
                        continue
                    self.assertIn(step.shows, facts.moves)
                first = step is next(each for each in hand_steps(draft) if each.light == step.light)
                if first:
                    sign = -1 if step.light == "less" else 1
                    wanted = wanted_at(draft, draft.case.light.ev100 + sign * step.after_ev, draft.exposure.nd_stops)
                    shown = settle(draft, draft.exposure, wanted)[axes.index(step.shows)]
                    self.assertLess(abs(math.log2(shown / step.reads)), 0.2)
                steps += 1
        self.assertGreater(steps, 12)

    def test_for_less_light_the_hand_lets_in_more_and_for_more_less(self):
        for given in (plan_input(DIM), plan_input(DIM, pins=HELD_BY_HAND)):
            draft, _ = drafted(given)
            found = hand_steps(draft)
            self.assertTrue(found)
            self.assertTrue(all((step.clicks > 0) == (step.light == "less") for step in found))

    def test_with_everything_by_hand_it_begins_at_once_and_gives_as_many_stops_as_the_light_lost(self):
        draft, _ = drafted(plan_input(DIM.model_copy(update={"light": LightByEv(ev100=10)}), pins=HELD_BY_HAND))
        less = [step for step in hand_steps(draft) if step.light == "less"]
        self.assertEqual(less[0].after_ev, 0)
        self.assertEqual(less[0].see, "The scale stands under nought")
        self.assertAlmostEqual(sum(step.clicks for step in less) / 3, less[-1].until_ev, delta=0.34)

    def test_the_order_is_that_of_the_light(self):
        for given in demo().values():
            draft, _ = drafted(given)
            for light in ("less", "more"):
                begins = [step.after_ev for step in hand_steps(draft) if step.light == light]
                self.assertEqual(begins, sorted(begins))


class Card(SimpleTestCase):
    def test_every_packed_situation_has_one_in_its_body_s_words(self):
        packed, found = cards()
        self.assertEqual(len(found), len(demo()) - len(packed.left_out))
        card = found["First half"]
        self.assertEqual(card.headline, "1/1600 s · f/2.8 · auto ISO")
        self.assertIn("ISO 100 to 12800", card.beside)
        self.assertEqual({item.what: item.shows for item in card.finder}["time"], "1/1600 s")
        self.assertEqual([item.what for item in card.finder if item.moves], ["ISO"])

    def test_three_steps_at_most_for_less_and_two_for_more(self):
        for card in cards()[1].values():
            lights = [trigger.light for trigger in card.triggers if trigger.see != "Darker still"]
            self.assertLessEqual(lights.count("less"), 3)
            self.assertLessEqual(lights.count("more"), 2)

    def test_another_place_is_named_only_for_the_same_work_in_darker_light(self):
        given = [
            demo()[title]
            for title in ("First half", "Second half, floodlights", "Blade of noon sun", "Gulls over the bar")
        ]
        found = field_cards(given, pack_shoot(ShootToPack(planned=given, books={}, states={})), {}, None)
        told = {card.title: [t.do for t in card.triggers if t.see == "Darker still"] for card in found.cards}
        self.assertEqual([do.split("“")[1] for do in told["First half"]], ["Second half, floodlights”"])
        self.assertEqual(told["Second half, floodlights"], [])  # nothing is darker
        self.assertEqual(told["Blade of noon sun"], [])  # darker ones are other work

    def test_pulsing_lamps_are_told_only_where_the_time_is_shorter_than_a_pulse(self):
        told = {card.title for card in cards()[1].values() if any(t.light == "lamps" for t in card.triggers)}
        self.assertIn("Second half, floodlights", told)
        self.assertNotIn("First half", told)
        slow = plan_input(DIM.model_copy(update={"flicker_hz": 100.0}), pins={"shutter_s": 1 / 50})
        fast = plan_input(DIM.model_copy(update={"flicker_hz": 100.0}), pins={"shutter_s": 1 / 250})
        for given, expected in ((slow, 0), (fast, 1)):
            packed = pack_shoot(ShootToPack(planned=[given], books={}, states={}))
            (card,) = field_cards([given], packed, {}, None).cards
            self.assertEqual(sum(t.light == "lamps" for t in card.triggers), expected)

    def test_what_the_light_and_the_clock_bring_in_their_order(self):
        sky = SkyContext(date=dt.date(2026, 10, 17), zone="Europe/London", latitude_deg=54.5, longitude_deg=-3.2)
        given = [
            plan_input(DIM.model_copy(update={"starts_at_min": at, "ends_at_min": at + 60}), sky=sky)
            for at in (16 * 60, 19 * 60)
        ]
        packed = pack_shoot(ShootToPack(planned=given, books={}, states={}))
        found = field_cards(given, packed, {}, sky)
        self.assertEqual([e.at for e in found.events], sorted(e.at for e in found.events))
        self.assertIn("sunset", [e.title for e in found.events])
        self.assertEqual(sum(e.kind == "situation" for e in found.events), 2)
        self.assertEqual(found.events[0].at.utcoffset(), dt.timedelta(0))


class Marks(SimpleTestCase):
    def test_clicks_bring_a_tone_from_its_first_mark_to_where_it_is_planned(self):
        given = demo()["First half"]
        plan = plan_of(given)
        lines = {line.on: line for line in mark_lines(given, plan)}
        skin = next(tone for tone in plan.frame.tones if tone.name == "skin")
        self.assertAlmostEqual(-lines["skin"].clicks / 3, plan.sensor.preview_clip_ev - skin.top_ev, delta=1 / 6 + 0.01)

    def test_lights_themselves_are_left(self):
        given = demo()["Vows in the chapel"]
        lines = {line.on: line for line in mark_lines(given, plan_of(given))}
        self.assertEqual(lines["lamps"].means, "leave")

    def test_the_gap_counts_only_where_the_data_are_kept(self):
        look = {"picture_profile": "standard", "look_contrast": 0}
        raw, jpeg = plan_input(DIM, pins=look), plan_input(DIM, pins={"file": "jpeg", **look})
        gap = gap_of(raw, plan_of(raw))
        self.assertEqual((gap.ev, gap.whose), (0.9, "assumed"))
        (line,) = (line for line in mark_lines(raw, plan_of(raw)) if line.on == "just gone")
        self.assertEqual(line.clicks, 2)
        self.assertFalse([line for line in mark_lines(jpeg, plan_of(jpeg)) if line.on == "just gone"])

    def test_a_gap_measured_on_this_body_and_look_counts_instead_with_the_look_s_steps(self):
        own = LookGap(look="standard", own=OwnFigure(value=1.4, low=1.3, high=1.5, n=9))
        for look, contrast, ev, whose in (
            ("standard", 0, 1.4, "measured"),
            ("standard", -2, 1.1, "measured"),
            ("flat", 0, 0.4, "assumed"),
        ):
            given = plan_input(
                DIM,
                camera=body().model_copy(update={"marks_gaps": (own,)}),
                pins={"picture_profile": look, "look_contrast": contrast, "look_highlight": 0},
            )
            gap = gap_of(given, plan_of(given))
            self.assertEqual((gap.ev, gap.whose), (ev, whose))
            line = next(line for line in mark_lines(given, plan_of(given)) if line.on == "just gone")
            self.assertEqual(line.clicks, math.floor(ev * 3 + 1e-6))


class Drills(SimpleTestCase):
    def test_the_simulated_camera_does_every_press(self):
        packed, found = cards()
        pressed = 0
        for given in demo().values():
            card = found.get(given.situation.title)
            if card is None:
                continue
            own = next(each for each in packed.bodies if each.body_id == given.body.id)
            plan = plan_of(given)
            hand = Hand.of(book_of(given.body, {}), own, target_of(plan.setup, given.body))
            state = own.packed_state.model_copy(update={"values": {**own.packed_state.values, **hand.values}})
            for drill in card.drills:
                camera = new_camera(given.body, state)
                for step in drill.steps:
                    if step.action is None:
                        continue
                    outcome = act(camera, step.action, given.body, hand.book)
                    with self.subTest(title=card.title, drill=drill.title, step=step.do):
                        self.assertFalse(outcome.refused, outcome.said)
                    camera = outcome.camera
                    pressed += 1
        self.assertGreater(pressed, 60)

    def test_holding_uses_the_button_there_is(self):
        moving = situation(genre="sports", subject="person", ev=14, speed=7, near=10, far=30, direction="erratic")
        given = plan_input(moving)
        plan = plan_of(given)
        book = book_of(given.body, {})
        values = target_of(plan.setup, given.body)

        def held_with(functions: dict[str, str]) -> str:
            controls = tuple(
                each.model_copy(
                    update={"assigned": functions.get(each.id, "off"), "functions": tuple(BY_ID), "setting": None}
                )
                for each in book.controls
            )
            hand = Hand(book.model_copy(update={"controls": controls}), values)
            return next(each for each in drills(given, plan, hand) if each.title == "Hold while they cross").steps[0].do

        label = {control.id: control.label for control in book.controls}
        self.assertTrue(held_with({"button_lens": "focus_stop"}).startswith(f"{label['button_lens']}, held"))
        if plan.setup.focuses_off_the_shutter:
            self.assertTrue(held_with({"button_back": "focus"}).startswith(f"let go of {label['button_back']}"))
        self.assertEqual(held_with({}), "lift the finger while somebody crosses")

    def test_slow_times_by_hand_are_drilled_and_others_not(self):
        dark = plan_input(situation(genre="street", subject="thing", ev=2, near=3, far=3), pins={"shutter_s": 1 / 15})
        light = plan_input(situation(genre="street", subject="thing", ev=14, near=3, far=3))
        for given, expected in ((dark, True), (light, False)):
            titles = [each.title for each in drills(given, plan_of(given), Hand(book_of(given.body, {}), {}))]
            self.assertEqual("By hand, slowly" in titles, expected)


class Still(SimpleTestCase):
    def test_who_and_how_long(self):
        long = plan_input(DIM, pins={"shutter_s": 1 / 8, "exposure_mode": "manual"})
        self.assertIn("1/8 s", stand_still(long, plan_of(long)) or "")
        self.assertIsNone(stand_still(plan_input(situation(ev=14)), plan_of(plan_input(situation(ev=14)))))
        series = plan_input(
            situation(genre="landscape", subject="land", ev=12, support="tripod"), pins={"bracketing": "5x1"}
        )
        self.assertIn("5 frames", stand_still(series, plan_of(series)) or "")


class Finder(SimpleTestCase):
    def test_frames_left_follow_card_and_file(self):
        plain = plan_input(DIM)
        small, large = (plain.model_copy(update={"accessories": Accessories(cards_gb=gb)}) for gb in (32.0, 64.0))
        plan = plan_of(plain)
        self.assertAlmostEqual(frames_left(large, plan) / frames_left(small, plan), 2, delta=0.01)

    def test_marks_are_those_of_a_dial(self):
        given = plan_input(DIM, camera=body(), glass=lens(50, 1.8))
        plan = plan_of(given)
        shown = {item.what: item.shows for item in finder_strip(given, plan, Hand(book_of(given.body, {}), {}))}
        self.assertIn(
            shown["ISO"],
            {
                str(iso)
                for iso in (
                    100,
                    125,
                    160,
                    200,
                    250,
                    320,
                    400,
                    500,
                    640,
                    800,
                    1000,
                    1250,
                    1600,
                    2000,
                    2500,
                    3200,
                    4000,
                    5000,
                    6400,
                    8000,
                    10000,
                    12800,
                )
            },
        )
