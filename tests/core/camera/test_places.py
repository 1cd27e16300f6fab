"""What storage places hold where the body leaves it to choose, setups nobody's plan asks for, and what places are called."""

from uuid import UUID

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from tests.core.builders import body, lens, plan_input, situation
from tests.core.hands import book, item, state, with_places
from wide_aperture.core.camera.packing import ShootToPack, pack_shoot
from wide_aperture.core.camera.places import places_of
from wide_aperture.core.camera.storage.documents import PackingDocument, PackWishes, StandingPlace
from wide_aperture.core.camera.storage.naming import short_names
from wide_aperture.core.camera.storage.pack import pack
from wide_aperture.core.documents.abilities import Abilities
from wide_aperture.core.documents.body import SlotBank
from wide_aperture.core.documents.body_support import SettingSupport
from wide_aperture.core.documents.named_look import NamedLook
from wide_aperture.core.documents.setup import Foundation, SettingValue, Setup

STILL = {"exposure_mode": "aperture_priority", "af_mode": "single", "drive": "single", "metering": "multi_segment"}
QUICK = {"exposure_mode": "manual_auto_iso", "af_mode": "continuous", "drive": "continuous_high", "metering": "spot"}
CHOICES = Abilities(place_contents=("mode", "values", "all"))


def choosing(count=2, **abilities):
    return with_places(count).model_copy(update={"abilities": CHOICES.model_copy(update=abilities)})


def packed(items, camera, wishes=None, **before):
    return pack(items, camera, book(camera), state(camera, **before), wishes).packing


def place(packing, place_id="full-1"):
    return next(each for each in packing.places if each.id == place_id)


class WhatAPlaceHolds(SimpleTestCase):
    def held(self, contents, abilities=CHOICES):
        camera = with_places(1).model_copy(update={"abilities": abilities})
        (only,) = places_of(camera, {"slot_contents": contents})
        values = {"exposure_mode": "manual", "aperture": 4.0, "grid": "on", "clock_zone": "local"}
        return set(only.stores(values))

    def test_the_mode_the_values_with_it_or_everything(self):
        self.assertEqual(self.held("mode"), {"exposure_mode"})
        self.assertEqual(self.held("values"), {"exposure_mode", "aperture"})
        self.assertEqual(self.held("all"), {"exposure_mode", "aperture", "grid"})

    def test_a_body_without_the_choice_holds_everything(self):
        self.assertEqual(self.held("mode", Abilities()), {"exposure_mode", "aperture", "grid"})

    def test_everything_is_proposed_where_no_choice_saves_time(self):
        offer = packed(
            [item(1, **STILL, grid="on"), item(2, **QUICK, grid="off"), item(3, **STILL, grid="on")], choosing()
        ).contents
        self.assertEqual((offer.chosen, set(offer.seconds)), ("all", {"all", "values", "mode"}))
        self.assertIn("everything", offer.sentence)
        self.assertLess(offer.seconds["all"], offer.seconds["mode"])

    def test_less_is_proposed_where_everything_would_undo_what_the_day_has_moved(self):
        """Light that moves on while two modes alternate: recalling everything brings old values back each time."""
        items = []
        for k in range(20):
            scene = k // 2  # two scenes in the same light, in one mode and in the other
            light = {"shutter_s": 1 / 2 ** (3 + scene), "iso": 100.0 * 2 ** (scene / 3), "aperture": 4.0 * 1.12**scene}
            mode = STILL if k % 2 else QUICK
            items.append(item(k, **{**mode, "exposure_mode": "manual"}, **light))
        offer = packed(items, choosing()).contents
        self.assertEqual(offer.chosen, "mode")
        self.assertLess(offer.seconds["mode"], offer.seconds["all"])

    def test_the_photographers_own_choice_is_kept(self):
        chosen = SettingValue(value="mode", layer="foundation")
        items = [item(1, **STILL), item(2, **QUICK)]
        own = [
            each.__class__(
                each.id, each.title, Setup(settings={**each.setup.settings, "slot_contents": chosen}), each.target
            )
            for each in items
        ]
        self.assertIsNone(packed(own, choosing()).contents)
        self.assertIsNone(packed(items, with_places(2)).contents)

    def test_packing_tells_the_camera_before_anything_is_stored(self):
        packing = packed([item(1, **STILL), item(2, **QUICK)], choosing(), slot_contents="mode")
        first = packing.preparation[0].route.steps
        self.assertIn("slot_contents", [step.setting for step in first])


class SetupsOfOnesOwn(SimpleTestCase):
    SQUARE = StandingPlace(name="Square", settings={"aspect": "1x1", "picture_profile": "mono"})

    def test_stand_in_their_place_and_no_situation_takes_it(self):
        items = [item(1, **STILL), item(2, **QUICK)]
        packing = packed(items, with_places(2), PackWishes(standing={"full-1": self.SQUARE}))
        own = place(packing)
        self.assertEqual((own.role, own.name), ("standing", "Square"))
        self.assertEqual((own.values["aspect"], own.values["picture_profile"]), ("1x1", "mono"))
        self.assertEqual(own.values["drive"], "single")  # the rest as the day begins
        self.assertNotEqual(place(packing, "full-2").role, "standing")
        self.assertIn("no situation", own.sentence)

    def test_what_the_body_refuses_is_named_and_left_as_it_was(self):
        poor = with_places(1).model_copy(
            update={"support": (SettingSupport(setting="aspect", options=("full",), instead="It has one shape."),)}
        )
        own = place(packed([item(1, **STILL)], poor, PackWishes(standing={"full-1": self.SQUARE})))
        self.assertEqual(own.refused, ("aspect",))
        self.assertEqual(own.values["picture_profile"], "mono")

    def test_a_kelvin_comes_after_the_white_balance_that_takes_it(self):
        warm = StandingPlace(name="Warm", settings={"kelvin": 6500.0, "white_balance": "kelvin"})
        own = place(packed([item(1, **STILL)], with_places(1), PackWishes(standing={"full-1": warm})))
        self.assertEqual((own.refused, own.values["kelvin"]), ((), 6500.0))

    def test_a_place_for_looks_holds_the_look_and_nothing_else(self):
        camera = body(slots=(SlotBank(kind="look", count=2, label="look"),))
        packing = packed([item(1, **STILL)], camera, PackWishes(standing={"look-2": self.SQUARE}))
        own = place(packing, "look-2")
        self.assertEqual((own.role, own.values), ("standing", {"picture_profile": "mono"}))

    def test_a_value_without_meaning_is_refused_at_its_field(self):
        with self.assertRaises(ValidationError) as refused:
            StandingPlace(name="X", settings={"aspect": "round"})
        self.assertEqual(refused.exception.errors()[0]["ctx"]["field"], "settings/aspect")

    def test_a_look_planned_for_a_scene_gives_its_place_its_name(self):
        slate = NamedLook(
            name="Slate",
            settings={"picture_profile": "mono", "look_contrast": 2.0, "look_filter": "red", "look_sharpness": 2.0},
            genres=("street",),
        )
        camera = body(slots=(SlotBank(kind="look", count=2, label="look"),))
        own = Foundation(looks=(slate,))
        asked = [
            plan_input(
                situation(id=UUID(int=k), genre=genre, near=2, far=4), glass=lens(35, 2), foundation=own, camera=camera
            )
            for k, genre in ((21, "everyday"), (22, "street"), (23, "everyday"), (24, "street"))
        ]
        (found,) = pack_shoot(ShootToPack(asked, {camera.id: book(camera)}, {})).bodies
        self.assertIn("Slate", [each.name for each in found.packing.places])

    def test_packing_keeps_them_between_visits(self):
        wishes = PackWishes(standing={"full-1": self.SQUARE})
        document = PackingDocument(id=UUID(int=1), shoot_id=UUID(int=2), wishes={str(UUID(int=1)): wishes})
        self.assertEqual(PackingDocument.model_validate_json(document.model_dump_json()), document)


class WhatPlacesAreCalled(SimpleTestCase):
    @given(names=st.lists(st.text("abc de", min_size=1, max_size=14), max_size=6), letters=st.integers(3, 12))
    def test_they_fit_and_are_told_apart(self, names, letters):
        found = short_names([name.strip() or "x" for name in names], letters)
        self.assertTrue(all(len(name) <= letters for name in found), found)
        self.assertEqual(len(set(found)), len(found))

    def test_whole_words_while_they_fit(self):
        self.assertEqual(short_names(["First half", "Vows"], 8), ("First", "Vows"))
        self.assertEqual(short_names(["Floodlights"], 5), ("Flood",))
        self.assertEqual(short_names(["First dance, bounced"], 12), ("First dance",))
        self.assertEqual(short_names(["Vows in the chapel"], 12), ("Vows",))

    def test_the_preparation_says_how_this_body_stores_and_names(self):
        for more, said in (
            ({}, "It takes no name"),
            ({"name_letters": 6}, "Call it “Still”, 5 of 6 letters."),
            ({"filled": "held", "name_letters": 6}, "Hold the button of place 1"),
            ({"filled": "computer"}, "from the computer"),
        ):
            items = [item(1, "Still", **STILL), item(2, "Quick", **QUICK), item(3, "Still", **STILL)]
            packing = packed(items, with_places(1, **more))
            (stored,) = [each for each in packing.preparation if each.place == "full-1"]
            wanted = said.replace("place 1", "place").replace("Still", stored.title)
            self.assertIn(wanted, stored.fill.replace("place 1", "place"))
