"""The pre-flight: every line the day calls for and no other, and ticks of several devices merged without loss."""

import datetime as dt
import uuid

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from wide_aperture.core.camera.packing import ShootToPack, pack_shoot
from wide_aperture.core.camera.preflight.line import GROUPS
from wide_aperture.core.camera.preflight.made import Checklist, Day, checklist, prefixes_of
from wide_aperture.core.camera.preflight.rounds import NOUGHT
from wide_aperture.core.camera.preflight.ticks import Tick, last_failed, runs, standing
from wide_aperture.core.camera.state import CameraState, factory_values
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.documents.setup import Foundation, Pin
from wide_aperture.core.documents.shoot import sky_context
from wide_aperture.core.planning import PlanInput
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.demo.shoots import SHOOTS, SITUATIONS

BY_BODY = {body.id: body for body in BODIES}
BY_LENS = {lens.id: lens for lens in LENSES}


def planned_of(slug: str, change=None) -> list[PlanInput]:
    shoot = next(each for each in SHOOTS if each.id == demo_id(f"shoot/{slug}"))
    return [
        PlanInput.of(
            change(each) if change else each, BY_BODY[each.body_id], BY_LENS[each.lens_id], sky=sky_context(shoot)
        )
        for each in SITUATIONS
        if each.shoot_id == shoot.id
    ]


def made(planned: list[PlanInput], people=()) -> Checklist:
    packed = pack_shoot(ShootToPack(planned=planned, books={}, states={}))
    return checklist(Day(planned=planned, packed=packed, books={}, people=people))


def situation_with(**changes):
    return lambda each: each.model_copy(update={"situation": each.situation.model_copy(update=changes)})


def bag_with(**changes):
    return lambda each: each.model_copy(update={"accessories": each.accessories.model_copy(update=changes)})


class Lines(SimpleTestCase):
    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        cls.wedding = made(planned_of("wedding"), people=("First", "Second"))
        cls.tarn = made(planned_of("tarn"))

    def line(self, found: Checklist, code: str):
        return next((each for each in found.lines if each.code == code), None)

    def test_each_line_stands_once_in_the_order_of_reach_body_by_body(self):
        codes = [each.code for each in self.wedding.lines]
        self.assertEqual(len(codes), len(set(codes)))
        for body in dict.fromkeys(each.body_id for each in self.wedding.lines):
            groups = [GROUPS.index(each.group) for each in self.wedding.lines if each.body_id == body]
            self.assertEqual(groups, sorted(groups))
        self.assertIsNone(self.wedding.lines[-1].body_id)
        self.assertEqual(self.wedding.seconds, sum(each.seconds for each in self.wedding.lines))

    def test_every_line_says_why_and_where(self):
        for each in (*self.wedding.lines, *self.tarn.lines):
            self.assertTrue(each.why and each.where and each.do, each.code)

    def test_where_to_look_is_in_the_bodys_own_words(self):
        self.assertEqual(self.line(self.tarn, "alder-45/setting/drive").where, "drive dial › Drive")
        self.assertIn("last known at program", self.line(self.tarn, "alder-45/setting/exposure_mode").why)

    def test_the_bag_holds_what_a_plan_uses_with_its_situation(self):
        self.assertEqual(self.line(self.tarn, "bag/filters").situations, ("Beck, silky water",))
        self.assertIn("filter of 3 stops", self.line(self.tarn, "alder-45/24-70-mm-f-2-8/filter").do)
        self.assertIsNone(self.line(self.wedding, "bag/filters"))
        self.assertIsNotNone(self.line(self.wedding, "bag/flash"))
        self.assertIsNone(self.line(self.tarn, "bag/flash"))

    def test_two_bodies_number_their_files_apart_and_photograph_one_clock(self):
        self.assertIn("A24_0001", self.line(self.wedding, "alder-24/prefix").do)
        self.assertIn("A45_0001", self.line(self.wedding, "alder-45/prefix").do)
        self.assertEqual(self.line(self.wedding, "alder-24/clock").proven_by, "clock_frame")
        alone = made(planned_of("ridge")[:1])
        self.assertFalse([each for each in alone.lines if each.code.endswith("/prefix")])

    def test_each_face_named_has_its_line_in_rank(self):
        planned = planned_of("wedding")
        packed = pack_shoot(ShootToPack(planned=planned, books={}, states={}))
        named = checklist(Day(planned=planned, packed=packed, books={}, faces=("Bride", "Grandmother")))
        lines = [each for each in named.lines if "/faces" in each.code and each.code.startswith("alder-24")]
        self.assertEqual([each.code for each in lines], ["alder-24/faces/bride", "alder-24/faces/grandmother"])
        self.assertIn("rank 2", lines[1].do)

    def test_faces_are_registered_only_where_a_plan_uses_them(self):
        self.assertIn("Vows in the chapel", self.line(self.wedding, "alder-24/faces").situations)
        self.assertFalse([each for each in self.tarn.lines if each.code.endswith("/faces")])

    def test_standing_values_are_asked_for_where_the_body_is_not_known_to_have_them(self):
        own = Foundation(settings={"grid": "on", "histogram_access": "live"})
        tarn = [each.model_copy(update={"foundation": own}) for each in planned_of("tarn")]
        line = self.line(made(tarn), "alder-45/standing")
        self.assertIn("Grid: on", line.do)
        self.assertIn("0 of 2", line.why)
        body = tarn[0].body
        known = CameraState(id=body.id, body_id=body.id, values={**factory_values(body), **own.settings})
        packed = pack_shoot(ShootToPack(planned=tarn, books={}, states={body.id: known}))
        self.assertIsNone(self.line(checklist(Day(planned=tarn, packed=packed, books={})), "alder-45/standing"))
        self.assertIsNone(self.line(self.tarn, "alder-45/standing"))

    def test_what_spoils_frames_and_nothing_answers_is_a_line_with_its_remedy(self):
        still = planned_of("cup-final")
        spoilt = [each.model_copy(update={"pins": (Pin(setting="multiple_exposure", value="on"),)}) for each in still]
        found = [each for each in made(spoilt).lines if "/finding/" in each.code]
        self.assertTrue(found)
        self.assertTrue(all(each.why for each in found))
        self.assertEqual([each.code for each in made(still).lines if "/finding/" in each.code], [])

    def test_the_mode_dial_is_looked_at_for_the_first_situation(self):
        cup = made(planned_of("cup-final"))
        first = self.line(cup, "alder-24/mode-dial")
        self.assertIn("“Warm-up, low sun”", first.do)

    def test_what_is_put_back_to_nought_is_an_option_of_the_catalogue(self):
        for setting, value, _ in NOUGHT:
            if isinstance(value, str):
                self.assertIn(value, [option.id for option in catalogue.setting(setting).options])

    def test_what_can_hurt_somebody_is_said_where_it_can(self):
        self.assertIn("Sun on the horizon", self.line(self.tarn, "safety/sun").situations)
        self.assertIsNotNone(self.line(self.wedding, "safety/strobes"))
        self.assertIsNone(self.line(self.tarn, "safety/strobes"))
        self.assertIsNotNone(self.line(made(planned_of("ridge")), "safety/night"))
        self.assertIn("Local rules", self.line(self.tarn, "safety/sun").why)

    def test_spares_follow_the_frames_and_the_cold(self):
        warm, cold = (made(planned_of("tarn", situation_with(temperature_c=t))) for t in (20.0, -15.0))
        spares = [int(self.line(each, "alder-45/spares").do.split()[0]) for each in (warm, cold)]
        self.assertGreater(spares[1], spares[0])
        self.assertIn("-15 °C", self.line(cold, "alder-45/battery").why)
        for code in ("alder-45/battery", "weather/cold"):
            self.assertIn("5 °F", self.line(cold, code).said["why"].text("imperial"))
        self.assertIsNotNone(self.line(cold, "weather/cold"))
        self.assertIsNone(self.line(warm, "weather/cold"))

    def test_a_card_too_small_says_by_how_much(self):
        small = made(planned_of("tarn", bag_with(cards_gb=32)))
        self.assertIn("GB are missing", self.line(small, "alder-45/card-1/formatted").why)
        self.assertNotIn("missing", self.line(self.tarn, "alder-45/card-1/formatted").why)

    def test_people_who_photograph_together_agree(self):
        self.assertIn("First, Second", self.line(self.wedding, "people/radios").do)
        self.assertIsNone(self.line(self.tarn, "people/radios"))

    def test_prefixes_are_never_alike(self):
        alike = [BODIES[0].model_copy(update={"id": uuid.uuid4(), "name": "Alder 24"}) for _ in range(4)]
        self.assertEqual(len(set(prefixes_of(alike).values())), 4)
        nameless = BODIES[0].model_copy(update={"name": "–"})
        self.assertEqual(len(prefixes_of([nameless])[nameless.id]), 3)


class SettingBack(SimpleTestCase):
    def evening(self, slug: str, body: str, **changes):
        found = made(planned_of(slug, bag_with(**changes) if changes else None))
        return [each for each in found.after if each.code.startswith(f"{body}/")]

    def test_what_the_tripod_left_is_undone_and_no_more(self):
        did = [each.do for each in self.evening("ridge", "alder-24")]
        self.assertIn("Stabiliser: on (was off), on the switch on the lens.", did)
        self.assertFalse([each for each in did if "White balance" in each or "Aperture" in each])
        self.assertFalse([each for each in self.evening("cup-final", "alder-24") if "Stabiliser" in each.do])

    def test_by_the_fewest_presses(self):
        """The last situation of the day stands in the hand already: recalling it undoes all the tripod needed."""
        first, *rest = self.evening("tarn", "alder-45")
        self.assertIn("Recall", first.do)
        self.assertEqual([each.code.rpartition("/")[2] for each in rest], ["charge", "copy", "format", "dry"])

    def test_the_photographers_own_standing_values_go_before_ours(self):
        planned = planned_of("ridge")
        own = Foundation(settings={"stabilisation": "off", "shutter_type": "electronic_first_curtain"})
        found = made([each.model_copy(update={"foundation": own}) for each in planned])
        self.assertFalse([each for each in found.after if "Stabiliser: on" in each.do])

    def test_the_evening_is_no_part_of_the_morning(self):
        found = made(planned_of("ridge"))
        self.assertFalse({each.code for each in found.lines} & {each.code for each in found.after})
        self.assertEqual({each.group for each in found.after}, {"back"})


NOON = dt.datetime(2026, 9, 12, 12, tzinfo=dt.UTC)
RUN, SHOOT = uuid.uuid4(), uuid.uuid4()


def tick(code: str, minutes: float, state="done", run=RUN, device="phone") -> Tick:
    return Tick(
        id=uuid.uuid4(), shoot_id=SHOOT, run_id=run, code=code, state=state, at=NOON + dt.timedelta(minutes=minutes), device=device
    )  # fmt: skip


class Ticks(SimpleTestCase):
    def test_the_newest_counts_whatever_order_they_come_in(self):
        late, early = tick("a/b", 5, "undone"), tick("a/b", 1, "done", device="other")
        for order in ((late, early), (early, late)):
            self.assertEqual(standing(order)["a/b"], late)

    def test_clocks_that_say_the_same_are_told_apart_by_receipt(self):
        first, second = tick("a/b", 1, "done"), tick("a/b", 1, "failed", device="other")
        self.assertEqual(standing([first, second])["a/b"].state, "failed")
        self.assertEqual(standing([second, first])["a/b"].state, "done")

    @given(st.lists(st.tuples(st.sampled_from("abc"), st.integers(0, 9), st.sampled_from(["done", "undone", "failed"])), max_size=20), st.randoms())  # fmt: skip
    def test_two_devices_merge_to_the_same_but_for_equal_clocks(self, events, random):
        ticks = [tick(code, minute, state) for code, minute, state in {(e[0], e[1]): e for e in events}.values()]
        shuffled = list(ticks)
        random.shuffle(shuffled)
        self.assertEqual(standing(ticks), standing(shuffled))

    def test_runs_are_counted_as_they_stand_in_the_end_the_latest_first(self):
        again = uuid.uuid4()
        found = runs([tick("a/b", 1), tick("a/c", 2, "failed"), tick("a/b", 3, "undone"), tick("a/b", 60, run=again)])
        self.assertEqual([(each.done, each.failed, each.of) for each in found], [(1, 0, None), (0, 1, None)])
        counted = runs([tick("a/b", 1).model_copy(update={"of": 75}), tick("a/c", 2).model_copy(update={"of": 76})])
        self.assertEqual(counted[0].of, 76)
        self.assertEqual(found[1].ended - found[1].began, dt.timedelta(minutes=2))

    def test_setting_back_is_no_part_of_the_walk(self):
        walk = [tick("alder-24/stills", 0), tick("alder-24/back/charge", 600)]
        self.assertEqual(runs(walk)[0].done, 1)

    def test_when_a_line_last_failed(self):
        found = last_failed([tick("a/b", 5, "failed"), tick("a/b", 1, "failed"), tick("a/c", 9)])
        self.assertEqual(found, {"a/b": NOON + dt.timedelta(minutes=5)})
