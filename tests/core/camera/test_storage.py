"""Packing storage places: exact choice, what a person decides, what goes stale, and every warning."""

import itertools
from uuid import UUID

import numpy as np
from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from tests.core.builders import body
from tests.core.hands import DEMO_BOOKS, book, demo_planned, item, state, with_places
from wide_aperture.core.camera.packing import ShootToPack, fingerprint, pack_shoot
from wide_aperture.core.camera.state import StoredSlot
from wide_aperture.core.camera.storage.choose import choose, total
from wide_aperture.core.camera.storage.documents import PackingDocument, PackWishes, Stored
from wide_aperture.core.camera.storage.guest import guest_values
from wide_aperture.core.camera.storage.moves import DARK_WEIGHT, HURRY_WEIGHT, SILENT_WEIGHT, weight_of
from wide_aperture.core.camera.storage.pack import pack
from wide_aperture.core.camera.storage.prepare import STORE_S
from wide_aperture.core.camera.storage.warnings import HEARD
from wide_aperture.core.craft.check_pages import explanations
from wide_aperture.core.documents.body import Body, SlotBank
from wide_aperture.core.documents.body_support import SettingSupport

ACTION = {"drive": "continuous_high", "af_mode": "continuous", "metering": "spot", "peaking": "off", "file": "jpeg"}
STILL = {"drive": "single", "af_mode": "manual", "metering": "multi_segment", "peaking": "high", "file": "raw"}
QUIET = {
    **STILL,
    "silent_mode": "on",
    "shutter_sound": "off",
    "sounds": "off",
    "assist_lamp": "off",
    "clip_warning": "always",
}


@st.composite
def costs(draw):
    """Transitions by hand and by recall, as whole seconds."""
    transitions, setups = draw(st.integers(1, 6)), draw(st.integers(1, 6))
    direct = draw(st.lists(st.integers(0, 40), min_size=transitions, max_size=transitions))
    recalled = draw(
        st.lists(
            st.lists(st.integers(0, 40), min_size=transitions, max_size=transitions), min_size=setups, max_size=setups
        )
    )
    return np.array(direct, float), np.array(recalled, float)


class Choosing(SimpleTestCase):
    @given(case=costs(), count=st.integers(0, 4))
    def test_no_other_set_of_setups_is_cheaper(self, case, count):
        direct, recalled = case
        best = min(
            total(direct, recalled, chosen)
            for size in range(min(count, len(recalled)) + 1)
            for chosen in itertools.combinations(range(len(recalled)), size)
        )
        found = choose(direct, recalled, count)
        self.assertLessEqual(len(found), count)
        self.assertAlmostEqual(total(direct, recalled, found), best)

    @given(case=costs())
    def test_what_is_held_stays_and_more_places_never_cost(self, case):
        direct, recalled = case
        self.assertIn(0, choose(direct, recalled, 2, (0,)))
        sums = [total(direct, recalled, choose(direct, recalled, count)) for count in range(5)]
        self.assertEqual(sums, sorted(sums, reverse=True))

    def test_many_setups_are_chosen_greedily_and_exchanged_close_to_the_best(self):
        rng = np.random.default_rng(4)
        recalled = rng.uniform(1, 60, (40, 40))
        np.fill_diagonal(recalled, 1.0)
        direct = rng.uniform(20, 60, 40)
        found = choose(direct, recalled, 8)
        other = min(total(direct, recalled, tuple(rng.choice(40, 8, replace=False))) for _ in range(3000))
        self.assertLess(total(direct, recalled, found), other)

    def test_places_nobody_would_use_stay_free(self):
        self.assertEqual(choose(np.array([1.0, 1.0]), np.full((2, 2), 5.0), 2), ())


class Packing(SimpleTestCase):
    def setUp(self):
        self.camera = with_places(2)
        self.items = [
            item(1, "Still", 600, 660, **STILL),
            item(2, "Action", 662, 700, **ACTION),
            item(3, "Still again", 800, 860, **STILL),
        ]

    def packed(self, items=None, wishes=None, before=None, camera=None, **more):
        camera = camera or self.camera
        return pack(items or self.items, camera, book(camera), before or state(camera), wishes, **more)

    def roles(self, packed):
        return [(place.role, place.name) for place in packed.packing.places]

    def test_the_shoot_starts_as_prepared_and_recalls_what_differs(self):
        packing = self.packed().packing
        self.assertEqual(packing.moves[0].route.differs, 0)
        self.assertEqual([bool(move.route.slot) for move in packing.moves], [False, True, True])
        self.assertEqual(
            {place.name for place in packing.places},
            {"Action", "Still"} if packing.places[0].name == "Still" else {"Action", "Still again"},
        )
        self.assertLess(packing.seconds, packing.item_by_item_s)

    def test_places_beyond_what_helps_stay_empty(self):
        roles = self.roles(self.packed(camera=with_places(5)))
        self.assertEqual([role for role, _ in roles].count("empty"), 3)

    def test_costs_fall_with_places_and_say_what_one_more_would_give(self):
        packing = self.packed(camera=with_places(1)).packing
        self.assertEqual([each.places for each in packing.costs], [0, 1, 2, 3])
        self.assertEqual([each.exists for each in packing.costs], [True, True, False, False])
        seconds = [each.weighed_s for each in packing.costs]
        self.assertEqual(seconds, sorted(seconds, reverse=True))
        self.assertAlmostEqual(packing.costs[1].seconds, packing.seconds)

    def test_a_person_s_place_is_kept(self):
        wishes = PackWishes(held={"full-2": self.items[0].id}, names={"full-2": "Rest"})
        place = self.packed(wishes=wishes).packing.places[1]
        self.assertEqual((place.situation_id, place.name, place.held_by_hand), (self.items[0].id, "Rest", True))

    def test_reserved_places_are_left_alone_and_their_content_with_them(self):
        mine = StoredSlot(id="full-1", name="Studio", values={"drive": "interval"})
        before = state(self.camera).model_copy(update={"slots": (mine,)})
        packed = self.packed(wishes=PackWishes(reserved=("full-1",)), before=before)
        self.assertEqual(self.roles(packed)[0], ("reserved", "Studio"))
        self.assertEqual(packed.stored.slot("full-1"), mine)

    def test_a_guest_can_shoot_and_home_leads_back(self):
        packed = self.packed(wishes=PackWishes(guest="full-1", home="full-2"))
        self.assertEqual([role for role, _ in self.roles(packed)], ["guest", "home"])
        guest = packed.stored.slot("full-1").values
        self.assertEqual(guest["af_activation"], "shutter_button")
        self.assertEqual(guest["exposure_mode"], "program")
        self.assertEqual(guest["iso_ceiling"], self.camera.ceilings.routine)
        self.assertNotIn("shutter_s", guest)
        self.assertEqual(packed.stored.slot("full-2").values["drive"], "single")

    def test_what_the_body_refuses_a_guest_keeps(self):
        values = guest_values(self.camera, {"exposure_mode": "manual", "metering": "spot"})
        self.assertEqual((values["exposure_mode"], values["metering"]), ("program", "multi_segment"))

    def test_prepared_once_there_is_nothing_left_to_prepare(self):
        first = self.packed()
        self.assertEqual(sum(each.place is not None for each in first.packing.preparation), 2)
        self.assertAlmostEqual(
            first.packing.preparation_s, sum(each.route.seconds + each.store_s for each in first.packing.preparation)
        )
        self.assertEqual({each.store_s for each in first.packing.preparation if each.place}, {STORE_S})
        again = self.packed(before=first.stored)
        self.assertEqual(again.packing.preparation, ())
        self.assertTrue(all(place.is_stored for place in again.packing.places))
        self.assertEqual(again.packing.seconds, first.packing.seconds)

    def test_an_old_value_is_stored_again_and_named(self):
        first = self.packed()
        changed = [
            item(1, "Still", 600, 660, **STILL),
            item(2, "Action", 662, 700, **{**ACTION, "metering": "average"}),
            self.items[2],
        ]
        again = self.packed(changed, before=first.stored).packing
        stale = [place for place in again.places if place.store_again]
        self.assertEqual([place.name for place in stale], ["Action"])
        self.assertEqual(stale[0].store_again, ("metering",))
        self.assertIn("slot_holds_old_value", [finding.code for finding in again.findings])

    def test_a_stored_setup_keeps_its_place_when_others_come(self):
        first = self.packed()
        at = {place.name: place.id for place in first.packing.places}
        more = [item(0, "Before", 500, 560, **QUIET), *self.items]
        again = self.packed(more, before=first.stored).packing
        for place in again.places:
            if place.name in at:
                self.assertEqual(place.id, at[place.name])

    def test_free_places_hold_the_other_body_s_setups(self):
        packed = self.packed([self.items[0]], stand_ins=[item(8, "Vows", **QUIET)])
        self.assertEqual(self.roles(packed), [("stand_in", "Vows"), ("empty", "")])

    def test_looks_fill_look_places_where_full_ones_are_missing(self):
        camera = body(slots=(SlotBank(kind="look", count=2, label="look"),))
        ink = {
            "picture_profile": "mono",
            "look_contrast": 2,
            "look_shadow": -1,
            "look_highlight": 1,
            "look_sharpness": 1,
        }
        plain = {
            "picture_profile": "standard",
            "look_contrast": 0,
            "look_shadow": 0,
            "look_highlight": 0,
            "look_sharpness": 0,
        }
        packed = self.packed(
            [item(1, "Day", **plain), item(2, "Ink", **ink), item(3, "Day again", **plain)], camera=camera
        )
        self.assertEqual({place.role for place in packed.packing.places}, {"look"})
        self.assertTrue(all(move.route.slot for move in packed.packing.moves[1:]))

    def test_a_held_button_reaches_what_it_may_change_and_names_the_rest(self):
        camera = body(slots=(SlotBank(kind="held_button", count=1, label="hold"),))
        burst = {"drive": "continuous_high", "af_mode": "continuous", "metering": "spot", "auto_off": 300.0}
        still = {"drive": "single", "af_mode": "single", "metering": "multi_segment", "auto_off": 60.0}
        near = self.packed([item(1, "Portrait", **still), item(2, "Jump", **burst)], camera=camera).packing
        self.assertEqual((near.held.during, near.held.reaches), ("Portrait", "Jump"))
        self.assertEqual(set(near.held.settings), {"drive", "af_mode", "metering"})  # sleeping shows in no picture
        self.assertEqual(near.places[0].values, {name: burst[name] for name in near.held.settings})
        self.assertIn("difference", near.places[0].sentence)

        more = self.packed(
            [item(1, "Portrait", **still, file="raw"), item(2, "Jump", **burst, file="jpeg")], camera=camera
        ).packing
        self.assertIn("but for recording", more.held.sentence)
        self.assertLess(more.held.saves_s / more.moves[1].route.seconds, 1)
        looks = {"picture_profile": "mono", "look_contrast": 2, "look_shadow": 1, "file": "jpeg"}
        plain = {"picture_profile": "standard", "look_contrast": 0, "look_shadow": 0, "file": "raw"}
        far = self.packed(
            [item(1, "Portrait", **still, **plain), item(2, "Jump", **burst, **looks)], camera=camera
        ).packing
        self.assertIsNone(far.held)

    def test_a_body_without_places_changes_by_hand(self):
        packing = self.packed(camera=body()).packing
        self.assertEqual((packing.places, [each.places for each in packing.costs]), ((), [0]))
        self.assertTrue(all(move.route.slot is None for move in packing.moves))

    def test_nothing_to_pack_is_said(self):
        packing = pack([], self.camera, book(self.camera), state(self.camera)).packing
        self.assertIn("No situation", packing.sentence)
        self.assertEqual(packing.moves, ())


class Pauses(SimpleTestCase):
    def test_hurry_dark_and_silence_weigh(self):
        def weight(**scene):
            pause = scene.pop("pause", 60)
            return weight_of([item(1, "", 0, 60, **STILL), item(2, "", 60 + pause, 200, **ACTION, **scene)], 1)

        self.assertEqual(weight(), 1)
        self.assertEqual(weight(pause=0), HURRY_WEIGHT)
        self.assertAlmostEqual(weight(pause=5), (1 + HURRY_WEIGHT) / 2)
        self.assertEqual(weight(ev100=2.0), DARK_WEIGHT)
        self.assertEqual(weight(is_silent=True), SILENT_WEIGHT)

    def test_a_flick_needs_no_pause(self):
        camera = with_places(2)
        items = [item(1, "Still", 0, 60, **STILL), item(2, "Action", 60, 90, **ACTION)]
        moves = pack(items, camera, book(camera), state(camera)).packing.moves
        self.assertLess(moves[1].route.seconds, 2)
        self.assertEqual((moves[1].enough, moves[1].proposal), (True, ""))

    def test_a_pause_too_short_is_told_with_what_to_do(self):
        camera = body()
        items = [
            item(1, "Still", 0, 60, **STILL),
            item(2, "Action", 60, 90, **{**ACTION, "mf_override": "on", "clip_warning": "always"}),
            item(3, "Later", 200, 260, **STILL),
        ]
        moves = pack(items, camera, book(camera), state(camera)).packing.moves
        self.assertEqual([move.enough for move in moves], [None, False, True])
        self.assertIn("another body", moves[1].proposal)
        self.assertIn("before “Still”", moves[1].proposal)
        self.assertEqual(moves[2].proposal, "")


class Warnings(SimpleTestCase):
    """Each code of the group fires where it should and is silent beside it."""

    def codes(self, items, camera, before=None, wishes=None):
        return {f.code for f in pack(items, camera, book(camera), before or state(camera), wishes).packing.findings}

    def cases(self):
        still, action = item(1, "Still", 0, 60, **STILL), item(2, "Action", 120, 180, **ACTION)
        loud = state(with_places(2), shutter_sound="on", silent_mode="off")
        quiet = item(2, "Vows", 120, 180, **{**ACTION, **dict.fromkeys(HEARD, "off")}, is_silent=True)
        # Recalled with its sound on, because the place was stored before the plan asked for silence.
        heard = loud.model_copy(
            update={
                "slots": (
                    StoredSlot(
                        id="full-1", name="Old", values={**ACTION, "shutter_sound": "on", "clip_warning": "off"}
                    ),
                )
            }
        )
        kept = with_places(2, changes="kept")
        yield (
            "slot_recalls_forbidden",
            ([still, quiet], with_places(2), heard, PackWishes(reserved=("full-1", "full-2"))),
            ([still, quiet], kept),
        )
        yield "slot_changes_lost", ([still, action], with_places(2)), ([still, action], kept)
        timed = item(2, "Group", 120, 180, **{**ACTION, "self_timer": "10s"})
        yield "slot_holds_danger", ([still, timed], kept), ([still, action], kept)
        yield "slot_leaves_out", ([still, action], with_places(2, leaves_out=("metering",))), ([still, action], kept)
        hurried = item(2, "Action", 60, 90, **ACTION)
        yield "slot_no_time", ([still, hurried], body()), ([still, hurried], kept)
        only_back = SettingSupport(setting="af_activation", options=("back_button",))
        stuck = with_places(2).model_copy(update={"support": (only_back,)})
        behind = state(stuck, af_activation="back_button")
        guest = PackWishes(guest="full-1")
        yield "guest_cannot_focus", ([still], stuck, behind, guest), ([still], kept, state(kept), guest)
        old = pack([still, action], kept, book(kept), state(kept)).stored
        renewed = item(2, "Action", 120, 180, **{**ACTION, "metering": "average"})
        yield "slot_holds_old_value", ([still, renewed], kept, old), ([still, action], kept, old)

    def test_each_fires_and_each_can_be_silent(self):
        tried = {"slot_changes_lost"}
        for code, fires, silent in self.cases():
            tried.add(code)
            with self.subTest(code=code):
                self.assertIn(code, self.codes(*fires))
                self.assertNotIn(code, self.codes(*silent))
        self.assertEqual(tried, {page.code for page in explanations() if page.group == "slots"} | {"slot_changes_lost"})


class DemoWedding(SimpleTestCase):
    def packed(self, **more):
        return pack_shoot(ShootToPack(demo_planned("Wedding at Ashcombe"), DEMO_BOOKS, {}, **more)).bodies

    def test_it_packs_into_three_places_on_two_bodies(self):
        first, second = self.packed()
        self.assertEqual([place.role for place in first.packing.places][:3], ["situation"] * 3)
        self.assertEqual([place.role for place in second.packing.places][:3], ["stand_in"] * 3)
        self.assertIn("Vows in the chapel", [place.name for place in second.packing.places])
        self.assertLess(first.packing.seconds, first.packing.item_by_item_s / 3)
        self.assertTrue(all(move.enough is not False for move in first.packing.moves))

    def test_both_bodies_agree_where_they_can(self):
        _, second = self.packed()
        self.assertGreaterEqual(len(second.controls.agrees_with_other), 4)

    def test_an_edited_body_makes_what_was_stored_stale(self):
        planned = demo_planned("Wedding at Ashcombe")
        camera = planned[0].body
        stored = Stored(at="2026-09-11T20:00:00Z", fingerprint=fingerprint(camera))
        decisions = PackingDocument(id=UUID(int=3), shoot_id=UUID(int=4), stored={str(camera.id): stored})
        self.assertEqual(self.packed(decisions=decisions)[0].stale, "")
        old = decisions.model_copy(update={"stored": {str(camera.id): stored.model_copy(update={"fingerprint": "x"})}})
        self.assertIn("store again", self.packed(decisions=old)[0].stale)
        self.assertNotEqual(fingerprint(camera), fingerprint(camera.model_copy(update={"card_slots": 1})))
        plain = body()
        older = {name: value for name, value in plain.model_dump(mode="json").items() if name != "abilities"}
        self.assertEqual(fingerprint(Body.model_validate(older)), fingerprint(plain))  # from before a body could say so
