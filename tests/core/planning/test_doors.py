"""The same question through each door gives the same plan: what is held, the foundation and the sky reach every answer."""

import datetime as dt

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from tests.core.builders import body, lens, plan_input, situation
from tests.core.strategies import bodies, lenses, situations
from wide_aperture.core.camera.packing import item_of
from wide_aperture.core.camera.precautions.failure import failures
from wide_aperture.core.documents.setup import Foundation, Pin
from wide_aperture.core.documents.situation import LightBySky
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.planning import Brief, PlanInput, plan, plan_of
from wide_aperture.core.planning.assess import assess
from wide_aperture.core.planning.changing_light import changing_light
from wide_aperture.core.planning.checks import check, check_setup
from wide_aperture.core.planning.framing import rank_kit
from wide_aperture.core.planning.schools import other_schools
from wide_aperture.core.rehearsal.begin import rehearsal

OPEN_SEA = SkyContext(date=dt.date(2026, 6, 20), zone="Etc/UTC", latitude_deg=51.5, longitude_deg=-25.0)
EVENING = situation(
    light=LightBySky(condition="clear"), speed=1.2, near=2, far=5, starts_at_min=1200, ends_at_min=1290,
    genre="wedding",
)  # fmt: skip
OWN = Foundation(settings={"histogram_access": "live", "grid": "on", "points_grid": "coarse"})
HELD = {"shutter_s": 1 / 64, "white_balance": "shade"}


def asked(**changes) -> PlanInput:
    return plan_input(EVENING, glass=lens(50, 1.8), foundation=OWN, sky=OPEN_SEA, pins=HELD).model_copy(update=changes)


class EachDoor(SimpleTestCase):
    def setUp(self):
        self.given = asked()
        self.plan = plan_of(self.given)

    def test_the_plan_holds_what_is_held_and_the_foundation(self):
        values = {name: self.plan.setup.value(name) for name in (*HELD, *OWN.settings)}
        self.assertEqual(values, {**HELD, **OWN.settings})
        self.assertAlmostEqual(self.plan.light.ev100, 13.5, 1)  # the evening's light in numbers

    def test_the_facade_and_the_one_argument_are_one(self):
        given = self.given.resolved()
        parts = (given.body, given.lens, given.situation, given.preferences)
        by_parts = plan(*parts, accessories=given.accessories, foundation=OWN, pins=given.pins)
        self.assertEqual(by_parts, plan(self.given))

    def test_the_school_followed_is_the_plan_and_others_keep_what_is_held(self):
        for question in ("white_balance", "exposure", "clip_warning", "points"):
            first, *others = other_schools(question, self.given)
            self.assertEqual((first.is_followed, first.differences, first.price_ev), (True, (), 0))
            for school in others:
                touched = {difference.setting for difference in school.differences}
                self.assertFalse(touched & HELD.keys(), school.school)
                self.assertEqual(school.shutter_stops, 0, school.school)

    def test_checked_and_assessed_as_planned_nothing_changes(self):
        found = {(finding.code, finding.about, finding.is_open) for finding in self.plan.findings}
        checked = {(f.code, f.about, f.is_open) for f in check_setup(self.plan.setup, self.given)}
        weighed = assess(self.plan.setup, self.given)
        self.assertEqual(checked, found)
        self.assertEqual({(f.code, f.about, f.is_open) for f in weighed.findings}, found)
        self.assertEqual((weighed.choice, weighed.prices), (self.plan.choice, self.plan.prices))

    def test_the_old_way_to_check_says_the_same_of_what_is_pinned(self):
        given = self.given.resolved()
        parts = (given.body, given.lens, given.situation, given.preferences, given.accessories)
        by_parts = check(self.plan.setup, *parts, pinned=tuple(HELD))
        self.assertEqual(by_parts, check_setup(self.plan.setup, self.given))

    def test_as_the_light_changes_what_is_held_stays(self):
        found = changing_light(self.given)
        self.assertEqual({step.shutter_s for step in found.steps}, {HELD["shutter_s"]})
        free = changing_light(asked(pins=()))
        self.assertNotEqual({step.shutter_s for step in free.steps}, {HELD["shutter_s"]})

    def test_the_mode_of_a_pin_decides_how_the_changes_are_made(self):
        by_hand = changing_light(asked(pins=(Pin(setting="exposure_mode", value="manual"),)))
        self.assertIsNone(by_hand.iso_ceiling)
        automatic = changing_light(asked(pins=(Pin(setting="exposure_mode", value="manual_auto_iso"),)))
        self.assertIsNotNone(automatic.iso_ceiling)

    def test_framing_ranks_the_kit_at_the_plan_s_own_exposure(self):
        given = self.given
        brief = Brief(**{name: getattr(given, name) for name in Brief.model_fields})
        (line,) = rank_kit([given.body], [given.lens], brief)
        self.assertEqual(
            (line.shutter_s, line.aperture, line.iso),
            (self.plan.choice.shutter_s, self.plan.choice.aperture, self.plan.choice.iso),
        )
        self.assertAlmostEqual(line.limits_ev, sum(price.ev for price in self.plan.prices), 1)

    def test_the_day_without_a_lens_is_priced_with_what_is_held(self):
        other = lens(50, 1.8).model_copy(update={"id": EVENING.id, "name": "The same again"})
        for case in (self.given, asked(pins=(Pin(setting="aperture", value=16.0),))):
            found = failures([case], [case.body], [case.lens, other])
            taken = next(failure for failure in found if failure.kind == "lens").situations
            self.assertEqual([each.price_ev for each in taken], [0])

    def test_packing_and_rehearsal_start_from_the_plan(self):
        self.assertEqual(item_of(self.given).setup, self.plan.setup)
        capture = rehearsal(self.given.case, self.plan).capture
        self.assertEqual(capture.shutter_s, HELD["shutter_s"])
        self.assertEqual(capture.white.mode, "shade")


class Asking(SimpleTestCase):
    def test_a_copy_forgets_what_was_worked_out_of_the_old_values(self):
        given = asked()
        before = (given.case.glass.focal_mm, given.held["white_balance"])
        other = given.with_kit(body(fastest_mechanical_s=1 / 4000), lens(85, 1.8)).with_pins(())
        self.assertEqual((other.case.glass.focal_mm, dict(other.held)), (85, {}))
        self.assertEqual((given.case.glass.focal_mm, given.held["white_balance"]), before)
        slow = given.body.model_copy(update={"fastest_electronic_s": None})
        self.assertIn("electronic", given.body.shutter_kinds)
        self.assertNotIn("electronic", slow.shutter_kinds)

    def test_resolving_twice_is_resolving_once(self):
        once = asked().resolved()
        self.assertEqual(once.resolved().situation, once.situation)
        self.assertEqual(once.situation.light.kind, "ev")

    @given(situation=situations(), camera=bodies(), glass=lenses())
    def test_any_plan_checked_again_finds_the_same(self, situation, camera, glass):
        free = situation.model_copy(update={"focal_length_mm": None})
        given = PlanInput(body=camera, lens=glass, situation=free)
        made = plan_of(given)
        again = [finding.model_copy(update={"remedy": None}) for finding in check_setup(made.setup, given)]
        self.assertEqual(again, [finding.model_copy(update={"remedy": None}) for finding in made.findings])

    @given(situation=situations(), stops=st.integers(-6, 6))
    def test_any_held_time_is_the_time_of_every_answer(self, situation, stops):
        free = situation.model_copy(update={"focal_length_mm": None})
        time = 2.0**stops / 100
        given = PlanInput(body=body(), lens=lens(), situation=free, pins=(Pin(setting="shutter_s", value=time),))
        made = plan_of(given)
        self.assertEqual(made.choice.shutter_s, time)
        self.assertEqual(assess(made.setup, given).choice.shutter_s, time)
        (line,) = rank_kit([given.body], [given.lens], given)
        self.assertEqual(line.shutter_s, time)
