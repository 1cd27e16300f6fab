"""The simulated camera: it does what a hand does, and refuses or misbehaves as a real one would."""

from uuid import UUID

from django.test import SimpleTestCase

from tests.core.builders import body
from tests.core.hands import DEMO_BODIES, DEMO_BOOKS, Hand, book, demo_planned, with_places
from wide_aperture.core.camera.controls.control import Control
from wide_aperture.core.camera.controls.layout import usual_controls
from wide_aperture.core.camera.controls.pressed import members, next_value
from wide_aperture.core.camera.deeds import act
from wide_aperture.core.camera.packing import ShootToPack, item_of, pack_shoot
from wide_aperture.core.camera.places import places_of
from wide_aperture.core.camera.route.follow import follow
from wide_aperture.core.camera.rules import refused, settable
from wide_aperture.core.camera.simulated import Action, new_camera
from wide_aperture.core.camera.state import CameraState, StoredSlot, differences, factory_values, target_of
from wide_aperture.core.documents.body import SlotBank
from wide_aperture.core.documents.body_support import BodyConflict, SettingIs, SettingSupport
from wide_aperture.core.documents.setup import SettingValue, Setup
from wide_aperture.core.errors import UnknownIdError
from wide_aperture.demo.shoots import SHOOTS


class TheBodysEnds(SimpleTestCase):
    """No number past what the body has, and no option it lacks, by whatever way."""

    SMALL = {"base_iso": 160, "highest_iso": 6400, "kelvin_low": 2500, "kelvin_high": 10_000, "ceilings": {"routine": 3200, "push": 6400}}  # fmt: skip

    def hand(self, **more):
        hand = Hand(body(**{**self.SMALL, **more}), white_balance="kelvin", kelvin=5000.0)
        hand.do("open", "quick_screen")
        return hand

    def test_a_number_past_them_is_refused_with_the_end(self):
        for setting, last, past in (
            ("iso", 6400.0, 204_800.0),
            ("kelvin", 10_000.0, 12_000.0),
            ("kelvin", 2500.0, 1900.0),
        ):
            hand = self.hand()
            self.assertFalse(refused(hand.body, hand.now.values, setting, last), setting)
            self.assertIn("ends at", refused(hand.body, hand.now.values, setting, past), setting)
        self.assertEqual(refused(self.hand().body, {}, "iso", 204_800.0), "Test body ends at ISO 6400.")
        self.assertEqual(refused(self.hand().body, {}, "iso", 50.0), "Test body ends at ISO 160.")
        self.assertTrue(refused(self.hand().body, {"exposure_mode": "manual"}, "shutter_s", 1 / 64_000))

    def test_a_marked_value_half_a_mark_past_the_end_is_the_end(self):
        self.assertIsNone(refused(self.hand(fastest_electronic_s=1 / 8000).body, {}, "shutter_s", 1 / 8192))

    def test_a_dial_stops_there(self):
        hand = Hand(body(**self.SMALL), dial_rear="iso")
        for _ in range(4):
            hand.do("turn", "dial_rear", clicks=12)
        self.assertEqual(hand.value("iso"), 6400)
        for _ in range(4):
            hand.do("turn", "dial_rear", clicks=-12)
        self.assertEqual(hand.value("iso"), 160)

    def test_an_option_it_lacks_is_refused(self):
        lacking = SettingSupport(setting="peaking", options=("off", "low"), instead="Enlarge the view.")
        camera = body(support=(lacking,))
        self.assertEqual(refused(camera, {}, "peaking", "high"), "Enlarge the view.")
        self.assertIsNone(refused(camera, {}, "peaking", "low"))
        without_words = body(support=(SettingSupport(setting="peaking", options=("off", "low")),))
        self.assertEqual(refused(without_words, {}, "peaking", "high"), "Test body has no “high”.")


class Screens(SimpleTestCase):
    def test_a_menu_item_needs_the_menu_and_its_page(self):
        hand = Hand()
        self.assertIn("Open the menu", hand.do("set", "peaking", value="high", way="menu").said)
        hand.do("open", "menu")
        self.assertTrue(hand.do("set", "peaking", value="high", way="menu").refused)
        hand.do("page", "Focus")
        self.assertFalse(hand.do("set", "peaking", value="high", way="menu").refused)
        self.assertEqual(hand.value("peaking"), "high")

    def test_pages_belong_to_the_menu_and_the_quick_screen_holds_what_the_book_says(self):
        hand = Hand()
        self.assertTrue(hand.do("page", "Focus").refused)
        hand.do("open", "quick_screen")
        self.assertFalse(hand.do("set", "iso", value=800, way="quick_screen").refused)
        self.assertIn("not on the quick screen", hand.do("set", "peaking", value="high", way="quick_screen").said)
        self.assertTrue(hand.do("open", "attic").refused)

    def test_unknown_settings_are_no_settings(self):
        with self.assertRaises(UnknownIdError):
            Hand().do("set", "gain", value=1)

    def test_a_refused_deed_changes_nothing_but_the_battery(self):
        hand = Hand()
        before = hand.now
        hand.do("set", "peaking", value="high", way="menu")
        self.assertEqual(hand.now.model_copy(update={"battery": before.battery}), before)


class Dials(SimpleTestCase):
    def test_clicks_are_third_stops_along_the_marked_scale(self):
        hand = Hand()
        hand.do("turn", "dial_rear", clicks=3)
        self.assertAlmostEqual(hand.value("shutter_s"), 1 / 256, delta=1e-4)
        hand.do("turn", "dial_front", clicks=-3)
        self.assertAlmostEqual(hand.value("aperture"), 2.83, delta=0.02)

    def test_what_a_dial_does_is_a_setting(self):
        hand = Hand(dial_rear="comp", exposure_comp_ev=0.0)
        hand.do("turn", "dial_rear", clicks=2)
        self.assertAlmostEqual(hand.value("exposure_comp_ev"), 2 / 3)
        self.assertEqual(hand.value("shutter_s"), 1 / 128)
        self.assertIn("set to compensation", hand.do("set", "shutter_s", value=1 / 500, way="dial").said)

    def test_in_an_automatic_mode_the_camera_keeps_its_value(self):
        hand = Hand(exposure_mode="aperture_priority")
        self.assertIn("The camera chooses shutter", hand.do("turn", "dial_rear", clicks=3).said)
        self.assertEqual(hand.value("shutter_s"), 1 / 128)
        self.assertTrue(hand.do("set", "shutter_s", value=1 / 500, way="dial").refused)

    def test_locked_dials_do_not_turn_and_idle_ones_do_nothing(self):
        self.assertTrue(Hand(controls_lock="dials").do("turn", "dial_rear", clicks=1).refused)
        self.assertEqual(Hand(dial_ring="off").do("turn", "dial_ring", clicks=1).said, "nothing happens")
        self.assertTrue(Hand().do("turn", "dial_of_doom", clicks=1).refused)


class Focusing(SimpleTestCase):
    """An assignment conflict shows itself on the simulated camera as it would in the hand."""

    def test_half_a_press_takes_away_what_the_back_button_held(self):
        hand = Hand(button_back="focus", af_activation="shutter_button", af_mode="single")
        hand.do("press", "button_back")
        self.assertEqual(hand.now.focused, "by the button")
        self.assertIn("what the button held is gone", hand.do("half_press").said)
        self.assertEqual(hand.now.focused, "by half a press")

    def test_with_focus_off_the_shutter_the_button_s_focus_stays(self):
        hand = Hand(button_back="focus", af_activation="back_button", af_mode="single")
        hand.do("press", "button_back")
        self.assertIn("stays where the button left it", hand.do("half_press").said)
        hand.do("release")
        self.assertIn("nothing focuses", hand.do("half_press").said)

    def test_manual_focus_moves_nothing(self):
        hand = Hand(button_back="focus", af_mode="manual")
        self.assertIn("nothing moves", hand.do("press", "button_back").said)
        self.assertEqual(hand.now.focused, "nowhere")

    def test_a_button_that_may_be_turned_swallows_its_press(self):
        controls = tuple(
            c.model_copy(update={"turned": "comp"}) if c.id == "button_top" else c for c in usual_controls()
        )
        hand = Hand(words=book(body()).model_copy(update={"controls": controls}))
        self.assertIn("waits to be turned", hand.do("press", "button_top").said)
        self.assertEqual(Hand().do("press", "button_top").said, "ISO")


class AssignedButtons(SimpleTestCase):
    """A press does what the button was told to: it steps through what the body has, as long as its list is."""

    def hand(self, does, camera=None, **values):
        controls = (
            Control(
                id="one", label="one", kind="button", face="back", x=0.5, y=0.5, functions=(does, "off"), assigned=does
            ),
        )
        words = book(camera or body()).model_copy(update={"controls": controls})
        return Hand(words=words, **({"camera": camera} if camera else {}), **values)

    def press(self, hand):
        hand.do("press", "one")
        return hand.now.values

    def test_each_step_changes_its_setting_and_comes_back(self):
        for does, setting, seen in (
            ("peaking", "peaking", ["low", "off"]),
            ("stabiliser", "stabilisation", ["off", "on"]),
            ("finder_or_screen", "finder_switch", ["screen", "finder"]),
            ("radio", "link_radio", ["on", "off"]),
            ("af_manual", "af_mode", ["continuous", "manual", "single"]),
            ("self_timer", "self_timer", ["2s", "5s", "10s", "off"]),
        ):
            begins = {
                **dict.fromkeys(("peaking", "link_radio", "self_timer"), "off"),
                "stabilisation": "on",
                "finder_switch": "finder",
                "af_mode": "single",
            }
            hand = self.hand(does, **begins)
            self.assertEqual([self.press(hand)[setting] for _ in seen], seen, does)

    def test_detection_goes_off_and_on(self):
        hand = self.hand("detection_toggle", subject_detection="bird")
        self.assertEqual([self.press(hand)["subject_detection"] for _ in range(2)], ["off", "automatic"])

    def test_a_short_list_is_gone_through_in_turn(self):
        hand = self.hand("crop", aspect="full", crops_allowed="two")
        self.assertEqual([self.press(hand)["aspect"] for _ in range(3)], ["4x5", "full", "4x5"])
        longer = self.hand("crop", aspect="full", crops_allowed="three")
        self.assertEqual([self.press(longer)["aspect"] for _ in range(3)], ["4x5", "4x3", "full"])

    def test_what_stands_outside_the_list_is_its_first(self):
        self.assertEqual(members(body(), {"aspect": "16x9", "crops_allowed": "two"}, "aspect"), ("16x9", "full"))

    def test_what_the_body_lacks_is_passed_over(self):
        support = (SettingSupport(setting="picture_profile", options=("standard", "mono")),)
        self.assertEqual(
            next_value(body(support=support), {"picture_profile": "standard"}, "look"), ("picture_profile", "mono")
        )
        only = (SettingSupport(setting="picture_profile", options=("standard",)),)
        self.assertIsNone(next_value(body(support=only), {"picture_profile": "standard"}, "look"))

    def test_an_area_of_its_own_focuses_and_a_hold_changes_no_value(self):
        hand = self.hand("focus_area", af_activation="back_button", af_mode="single")
        self.assertIn("an area of its own", hand.do("press", "one").said)
        self.assertEqual(hand.now.focused, "by the button")
        held = self.hand("stop_and_lock", af_mode="single")
        self.assertIn("focus and exposure stand", held.do("press", "one").said)
        self.assertEqual(self.hand("tracking_off").do("press", "one").said, "no tracking while held")


class Bodies(SimpleTestCase):
    def test_declared_pairs_exclude_each_other_either_way(self):
        clash = BodyConflict(together=(SettingIs(setting="precapture", option="on"), SettingIs(setting="shutter_type", option="mechanical")), because="Not with curtains.")  # fmt: skip
        camera = body(conflicts=(clash,))
        self.assertEqual(refused(camera, {"shutter_type": "mechanical"}, "precapture", "on"), "Not with curtains.")
        self.assertEqual(refused(camera, {"precapture": "on"}, "shutter_type", "mechanical"), "Not with curtains.")
        self.assertIsNone(refused(camera, {"precapture": "off"}, "shutter_type", "mechanical"))

    def test_what_a_body_lacks_it_refuses_with_the_work_around(self):
        camera = body(support=(SettingSupport(setting="peaking", options=(), instead="Magnify."),))
        self.assertEqual(refused(camera, {}, "peaking", "on"), "Magnify.")
        self.assertNotIn("peaking", factory_values(camera))

    def test_settable_leaves_out_what_the_mode_chooses(self):
        values = {
            "exposure_mode": "aperture_priority",
            "shutter_s": 1,
            "aperture": 8,
            "white_balance": "auto",
            "kelvin": 5000,
        }
        self.assertEqual(set(settable(values)), {"exposure_mode", "aperture", "white_balance"})

    def test_a_target_holds_only_what_somebody_can_set(self):
        camera = body(support=(SettingSupport(setting="peaking", options=()),))
        values = {
            "exposure_mode": "aperture_priority",
            "shutter_s": 0.01,
            "aperture": 8,
            "peaking": "on",
            "firmware": "checked",
            "af_area": "na",
        }
        setup = Setup(settings={name: SettingValue(value=value, layer="genre") for name, value in values.items()})
        self.assertEqual(target_of(setup, camera), {"exposure_mode": "aperture_priority", "aperture": 8})


class Places(SimpleTestCase):
    def hand(self, **bank):
        camera = with_places(2, **bank)
        return Hand(camera, book(camera))

    def test_stored_values_come_back(self):
        hand = self.hand()
        hand.do("store", "full-1", name="Home")
        hand.do("turn", "dial_front", clicks=6)
        self.assertEqual(hand.do("recall", "full-1").said, "place 1: Home")
        self.assertEqual(hand.value("aperture"), 4.0)
        self.assertTrue(hand.do("recall", "full-2").refused)
        self.assertTrue(hand.do("store", "full-3").refused)

    def test_changes_after_a_recall_are_gone_at_switch_off_where_the_place_forgets(self):
        for changes, after in (("forgotten", 4.0), ("kept", 8.0)):
            hand = self.hand(changes=changes)
            hand.do("store", "full-1", name="Home")
            hand.do("recall", "full-1")
            hand.do("turn", "dial_front", clicks=6)
            hand.do("switch_off_on")
            with self.subTest(changes=changes):
                self.assertAlmostEqual(hand.value("aperture"), after, delta=0.03)
                self.assertEqual("are gone" in hand.last.said, changes == "forgotten")

    def test_the_menu_decides_where_the_body_leaves_the_choice(self):
        camera = with_places(1)
        self.assertEqual([place.forgets for place in places_of(camera, {"slot_changes": "forgotten"})], [True])
        self.assertEqual([place.forgets for place in places_of(camera, {"slot_changes": "kept"})], [False])

    def test_what_a_place_leaves_out_stays_as_it_stood(self):
        hand = self.hand(leaves_out=("af_area",))
        hand.do("store", "full-1", name="Home")
        self.assertNotIn("af_area", hand.now.state.slots[0].values)
        self.assertNotIn("card_mode", hand.now.state.slots[0].values)

    def test_looks_and_held_buttons_hold_their_own(self):
        camera = body(
            slots=(SlotBank(kind="look", count=1, label="look"), SlotBank(kind="held_button", count=1, label="hold"))
        )
        look, held = places_of(camera, {})
        self.assertTrue(look.holds("picture_profile") and not look.holds("drive"))
        self.assertTrue(held.holds("drive") and not held.holds("picture_profile"))

    def test_a_place_of_the_other_family_waits_for_the_scope_switch(self):
        camera = body(
            slots=(
                SlotBank(kind="full", count=1, label="upper", family="upper"),
                SlotBank(kind="full", count=1, label="lower", family="lower"),
            )
        )
        hand = Hand(camera, book(camera))
        hand.do("store", "full-2", name="Night")
        hand.do("scope", "upper")
        self.assertIn("belongs to lower", hand.do("recall", "full-2").said)
        hand.do("scope", "lower")
        self.assertFalse(hand.do("recall", "full-2").refused)
        self.assertTrue(hand.do("scope", "middle").refused)

    def test_a_held_button_acts_only_while_it_is_held(self):
        camera = body(slots=(SlotBank(kind="held_button", count=1, label="hold"),))
        hand = Hand(camera, book(camera), drive="continuous_high", button_hold_toggle="hold")
        hand.do("store", "held_button-1", name="Burst")
        hand.do("open", "quick_screen")
        hand.do("set", "drive", value="single", way="quick_screen")
        hand.do("hold", "held_button-1")
        self.assertEqual(hand.value("drive"), "continuous_high")
        hand.do("let_go")
        self.assertEqual(hand.value("drive"), "single")

    def test_a_button_that_toggles_stays_until_it_is_pressed_again(self):
        camera = body(slots=(SlotBank(kind="held_button", count=1, label="hold"),))
        hand = Hand(camera, book(camera), drive="continuous_high", button_hold_toggle="toggle")
        hand.do("store", "held_button-1", name="Burst")
        self.assertEqual(hand.do("hold", "held_button-1").said, "until pressed again: Burst")
        self.assertEqual(hand.do("let_go").said, "it stays: this button toggles")
        self.assertIsNotNone(hand.now.held)
        hand.do("hold", "held_button-1")
        self.assertIsNone(hand.now.held)

    def test_an_empty_battery_ends_it(self):
        hand = Hand()
        hand.now = hand.now.model_copy(update={"battery": 0.0001})
        self.assertIn("empty", hand.do("half_press").said)


class DemoRoutes(SimpleTestCase):
    """Every demo route, walked step by step, arrives exactly at the plan."""

    def test_every_route_of_every_shoot_is_walked_to_its_plan(self):
        walked = 0
        for shoot in SHOOTS:
            planned = demo_planned(shoot.title)
            for packed in pack_shoot(ShootToPack(planned, DEMO_BOOKS, {})).bodies:
                camera = DEMO_BODIES[packed.body_id]
                words = DEMO_BOOKS[camera.id]
                now = new_camera(camera, packed.state)
                for each in packed.packing.preparation:
                    now, outcomes = follow(now, each.route.steps, camera, words)
                    self.assertFalse([o.said for o in outcomes if o.refused], each.title)
                    if each.place:
                        now = act(now, Action(deed="store", target=each.place, name=each.title), camera, words).camera
                own = [each for each in planned if each.body.id == camera.id]
                for each, move in zip(own, packed.packing.moves, strict=True):
                    now, outcomes = follow(now, move.route.steps, camera, words)
                    target = {s.setting: s.value for s in move.route.steps if s.setting}
                    walked += len(outcomes)
                    with self.subTest(shoot=shoot.title, body=camera.name, to=each.situation.title):
                        self.assertFalse([o.said for o in outcomes if o.refused])
                        self.assertEqual(differences(now.values, target), ())
                        self.assertEqual(differences(now.values, item_of(each).target), ())
        self.assertGreater(walked, 40)

    def test_a_refused_step_ends_the_walk_where_it_is(self):
        (first, *_) = pack_shoot(ShootToPack(demo_planned("Wedding at Ashcombe"), DEMO_BOOKS, {})).bodies
        camera = DEMO_BODIES[first.body_id]
        now = new_camera(camera, first.state)
        now, outcomes = follow(now, first.packing.moves[1].route.steps, camera, DEMO_BOOKS[camera.id])
        self.assertTrue(outcomes[-1].refused)
        self.assertIn("empty", outcomes[-1].said)

    def test_a_state_names_places_as_bodies_have_them(self):
        with self.assertRaises(ValueError):
            StoredSlot(id="shelf-1", name="x")
        held = CameraState(id=UUID(int=1), body_id=UUID(int=2), slots=(StoredSlot(id="mode_position-2", name="x"),))
        self.assertEqual(held.slots[0].kind, "mode_position")
