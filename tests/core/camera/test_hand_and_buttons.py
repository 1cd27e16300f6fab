"""Where controls lie and what a finger does there: misses, areas of their own, lists, held and toggled, review, modes."""

from uuid import UUID

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from tests.core.builders import body, lens, plan_input, planned, situation
from tests.core.hands import Hand, book, item
from wide_aperture.core.camera.controls.by_mode import without_kept
from wide_aperture.core.camera.controls.conflicts import conflicts
from wide_aperture.core.camera.controls.control import Control
from wide_aperture.core.camera.controls.layout import usual_controls
from wide_aperture.core.camera.controls.propose import Need, propose
from wide_aperture.core.camera.controls.reach import face_mm, miss_chance
from wide_aperture.core.camera.controls.several import areas_of_buttons, in_review, point_way
from wide_aperture.core.camera.packing import ShootToPack, pack_shoot
from wide_aperture.core.camera.phrasebook import Phrasebook, usual_phrasebook
from wide_aperture.core.craft import point_ways
from wide_aperture.core.documents.abilities import Abilities
from wide_aperture.core.documents.body_support import SettingSupport

HANDS = Abilities()
USUAL = {control.id: control for control in usual_controls(Abilities(pad=True))}


def button(name="one", functions=("iso", "off"), assigned="off", **more):
    where = {"x": 0.5, "y": 0.5, **more}
    return Control(
        id=name, label=name, kind=where.pop("kind", "button"), face=where.pop("face", "back"), functions=functions, assigned=assigned, **where
    )  # fmt: skip


def does(plan):
    return {each.control: each.proposed for each in plan.controls}


def hand_with(*controls, camera=None, **values):
    camera = camera or body()
    words = usual_phrasebook(camera).model_copy(update={"controls": controls})
    return Hand(camera, words, **values)


class Misses(SimpleTestCase):
    @given(near=st.floats(0.02, 0.2), more=st.floats(0.02, 0.25))
    def test_rise_with_closeness(self, near, more):
        aimed = button("a", x=0.3)
        close, far = (button("b", x=0.3 + apart) for apart in (near, near + more))
        self.assertGreater(miss_chance(aimed, close, HANDS), miss_chance(aimed, far, HANDS))

    @given(small=st.floats(3, 12), larger=st.floats(1.1, 2))
    def test_rise_with_the_neighbours_size(self, small, larger):
        aimed = button("a", x=0.3)
        one, two = (button("b", x=0.42, width_mm=mm, height_mm=mm) for mm in (small, small * larger))
        self.assertLess(miss_chance(aimed, one, HANDS), miss_chance(aimed, two, HANDS))

    def test_fall_on_a_larger_body_and_never_cross_to_another_side(self):
        aimed, beside = button("a", x=0.3), button("b", x=0.38)
        self.assertLess(miss_chance(aimed, beside, Abilities(width_mm=160)), miss_chance(aimed, beside, HANDS))
        self.assertEqual(miss_chance(aimed, button("c", x=0.3, face="front"), HANDS), 0)
        self.assertEqual(miss_chance(aimed, button("d", x=0.3, kind="swipe"), HANDS), 0)
        self.assertEqual(face_mm("top", HANDS), (135, 72))

    def test_one_spread_away_it_is_one_in_six(self):
        # 4 mm from the middle of the aim to the near edge of the neighbour: one standard deviation, 15.9 %.
        aimed = button("a", x=0.5)
        beside = button("b", x=0.5 + 8 / 135, width_mm=8)
        self.assertAlmostEqual(miss_chance(aimed, beside, HANDS), 0.1587, places=3)

    def test_two_neighbours_exchange_what_they_do(self):
        """What is reached for in action keeps away from what does harm, though the quicker control lies beside it."""
        functions = ("self_timer", "subject_detection", "off")
        harmful = button("timer", ("self_timer", "off"), "self_timer", x=0.5)
        beside, away = button("beside", functions, x=0.56, seconds=0.5), button("away", functions, x=0.85, seconds=0.55)
        asked = [Need(setting="subject_detection", times=6, in_action=True)]
        close = does(propose([harmful, beside, away], asked, {}, habits={"timer": "self_timer"}))
        self.assertEqual((close["beside"], close["away"]), ("off", "subject_detection"))
        apart = does(
            propose([harmful, beside.model_copy(update={"x": 0.7}), away], asked, {}, habits={"timer": "self_timer"})
        )
        self.assertEqual((apart["beside"], apart["away"]), ("subject_detection", "off"))

    def test_a_harmful_neighbour_is_named(self):
        aimed = button("aimed", ("focus", "off"), "focus", x=0.5)
        beside = button("beside", ("self_timer", "off"), "self_timer", x=0.56)
        values = {"af_activation": "back_button", "af_area": "whole_area"}
        found = {each.code: each for each in conflicts([aimed, beside], {}, values)}
        self.assertIn("One reach in", found["too_close"].sentence)
        away = beside.model_copy(update={"x": 0.8})
        self.assertNotIn("too_close", {each.code for each in conflicts([aimed, away], {}, values)})


class AreasOnButtons(SimpleTestCase):
    def test_each_button_brings_another_and_the_days_own_come_first(self):
        controls = [button(name, ("focus_area", "off"), "focus_area", x=k / 4) for k, name in enumerate("abc")]
        held = dict.fromkeys("abc", "focus_area")
        areas = areas_of_buttons(controls, held, ["zone", "wide_tracking", "zone"])
        self.assertEqual(areas, {"a": "zone", "b": "wide_tracking", "c": "single_point"})
        narrow = areas_of_buttons(controls, held, ["zone"], ("zone", "expanded_point"))
        self.assertEqual(narrow, {"a": "zone", "b": "expanded_point"})

    def test_beside_plain_focus_a_button_brings_the_days_other_area(self):
        plain, other = (
            button("plain", ("focus", "off"), "focus"),
            button("other", ("focus_area", "off"), "focus_area", x=0.2),
        )
        held = {"plain": "focus", "other": "focus_area"}
        self.assertEqual(
            areas_of_buttons([plain, other], held, ["zone", "single_point", "zone"]), {"other": "single_point"}
        )

    def test_a_day_of_two_areas_is_offered_a_button_for_the_second(self):
        controls = [button("back", ("focus", "off"), "focus"), button("front", ("focus_area", "off"), x=0.2)]
        values = {"af_activation": "back_button", "af_mode": "continuous"}

        def front(areas):
            plan = propose(controls, [], values, standing={}, areas=areas)
            return next((each.proposed, each.area) for each in plan.controls if each.control == "front")

        self.assertEqual(
            front(["zone", "zone", "single_point", "single_point", "zone"]), ("focus_area", "single_point")
        )
        self.assertEqual(front(["zone"] * 5), ("off", None))

    def test_an_area_its_owner_chose_is_kept(self):
        own = button("a", ("focus_area", "off"), "focus_area", area="pinpoint")
        self.assertEqual(areas_of_buttons([own], {"a": "focus_area"}, ["zone"]), {"a": "pinpoint"})

    def test_held_it_brings_its_area_and_let_go_the_other_is_back(self):
        hand = hand_with(
            button("one", ("focus_area", "off"), "focus_area", area="wide_tracking"),
            af_area="single_point", af_mode="continuous", button_hold_toggle="hold",
        )  # fmt: skip
        hand.do("press", "one")
        self.assertEqual((hand.value("af_area"), hand.now.focused), ("wide_tracking", "by the button"))
        hand.do("release")
        self.assertEqual((hand.value("af_area"), hand.now.focused), ("single_point", "nowhere"))

    def test_no_tracking_while_held(self):
        hand = hand_with(
            button("one", ("tracking_off", "off"), "tracking_off"), af_area="tracking_point", button_hold_toggle="hold"
        )
        hand.do("press", "one")
        self.assertEqual(hand.value("af_area"), "single_point")
        hand.do("release")
        self.assertEqual(hand.value("af_area"), "tracking_point")


class HeldOrToggled(SimpleTestCase):
    def hand(self, held, standing="hold"):
        control = button("one", ("focus_area", "off"), "focus_area", area="zone", held=held)
        return hand_with(control, af_area="single_point", af_mode="continuous", button_hold_toggle=standing)

    def test_each_button_may_differ_from_the_bodys_own_setting(self):
        for held, standing, stays in (
            ("hold", "toggle", False),
            ("toggle", "hold", True),
            ("as_set", "toggle", True),
            ("as_set", "hold", False),
        ):
            hand = self.hand(held, standing)
            hand.do("press", "one")
            hand.do("release")
            self.assertEqual(hand.value("af_area") == "zone", stays, (held, standing))

    def test_a_second_press_ends_a_toggle(self):
        hand = self.hand("toggle")
        for _ in range(2):
            hand.do("press", "one")
        self.assertEqual(hand.value("af_area"), "single_point")

    def test_switching_off_ends_it_too(self):
        hand = self.hand("toggle")
        hand.do("press", "one")
        hand.do("switch_off_on")
        self.assertEqual(hand.value("af_area"), "single_point")


class AnotherModeWhileHeld(SimpleTestCase):
    ZONE = {"ev": 11.0, "genre": "street", "near": 2.0, "far": 4.0}

    def test_the_plan_of_a_zone_offers_it_and_no_other(self):
        setup = planned(situation(**self.ZONE), glass=lens(28, 2), requests={"focus_method": "zone_focus"}).setup
        self.assertEqual(setup.option("other_mode"), "aperture_priority_auto_iso")
        self.assertEqual((setup.number("other_mode_aperture"), setup.option("other_mode_area")), (2.0, "single_point"))
        self.assertIn("2 m to 4 m", " ".join(setup.settings["other_mode"].reasons))
        self.assertIsNone(planned(situation(**self.ZONE), glass=lens(28, 2)).setup.option("other_mode"))
        by_hand = lens(28, 2, autofocus=False)
        self.assertIsNone(
            planned(situation(**self.ZONE), glass=by_hand, requests={"focus_method": "zone_focus"}).setup.option(
                "other_mode"
            )
        )

    def test_packing_gives_it_a_button(self):
        given = plan_input(situation(**self.ZONE), glass=lens(28, 2), requests={"focus_method": "zone_focus"})
        (packed,) = pack_shoot(ShootToPack([given], {given.body.id: book(given.body)}, {})).bodies
        self.assertIn("other_mode", does(packed.controls).values())

    def test_mode_aperture_and_point_come_and_go_together(self):
        hand = hand_with(
            button("one", ("other_mode", "off"), "other_mode"),
            exposure_mode="manual_auto_iso", aperture=8.0, af_mode="manual", af_area="zone_focus", button_hold_toggle="hold",
            other_mode="aperture_priority_auto_iso", other_mode_aperture=2.0, other_mode_area="single_point",
        )  # fmt: skip
        hand.do("press", "one")
        self.assertEqual(
            [hand.value(name) for name in ("exposure_mode", "aperture", "af_area", "af_mode")],
            ["aperture_priority_auto_iso", 2.0, "single_point", "single"],
        )
        self.assertEqual(hand.now.focused, "by the button")
        hand.do("release")
        self.assertEqual(
            [hand.value(name) for name in ("exposure_mode", "aperture", "af_area", "af_mode")],
            ["manual_auto_iso", 8.0, "zone_focus", "manual"],
        )


class ListsWithMembers(SimpleTestCase):
    def test_only_the_members_come_in_their_order(self):
        hand = hand_with(
            button("one", ("white_balance", "off"), "white_balance", members=("shade", "daylight")),
            white_balance="auto",
        )
        seen = []
        for _ in range(3):
            hand.do("press", "one")
            seen.append(hand.value("white_balance"))
        self.assertEqual(seen, ["shade", "daylight", "shade"])

    def test_what_the_body_lacks_is_passed_over(self):
        poor = body(support=(SettingSupport(setting="metering", options=("multi_segment", "spot")),))
        control = button("one", ("metering", "off"), "metering", members=("multi_segment", "average", "spot"))
        hand = hand_with(control, camera=poor, metering="multi_segment")
        hand.do("press", "one")
        self.assertEqual(hand.value("metering"), "spot")


class TheMagnifier(SimpleTestCase):
    def hand(self, **abilities):
        controls = (
            button("closer", ("magnify", "off"), "magnify"),
            button("stick", ("point", "off"), "point", kind="joystick"),
        )
        return hand_with(*controls, camera=body(abilities=Abilities(**abilities)))

    def test_goes_through_its_steps_and_back(self):
        hand = self.hand(magnifier_steps=(5, 10))
        seen = []
        for _ in range(3):
            hand.do("press", "closer")
            seen.append(hand.now.magnified)
        self.assertEqual(seen, [5, 10, 1])

    def test_what_moves_the_point_moves_the_view_while_enlarged(self):
        hand = self.hand()
        self.assertIn("point moves", hand.do("turn", "stick", clicks=1).said)
        hand.do("press", "closer")
        self.assertIn("view moves", hand.do("turn", "stick", clicks=1).said)

    def test_a_view_that_nothing_moves_is_named(self):
        by_hand = {"af_mode": "manual", "mf_magnify_on_ring": "on", "touch_drag": "off"}
        closer = button("closer", ("magnify", "off"), "magnify")
        self.assertEqual([each.code for each in conflicts([closer], {}, by_hand)], ["nothing_scrolls_magnifier"])
        stick = button("stick", ("point", "off"), "point", kind="joystick", x=0.1)
        self.assertEqual(conflicts([closer, stick], {}, by_hand), ())


class TheWayOfThePoint(SimpleTestCase):
    def test_a_press_before_costs_time(self):
        plain, after = (
            point_way(button("pad", ("point", "off"), "point", kind="pad", seconds=1.0, after_press=p))
            for p in (False, True)
        )
        self.assertAlmostEqual(after.seconds - plain.seconds, 0.3)

    def test_the_surest_is_soonest_right_not_quickest(self):
        # 0.5 s with 4 % beside is right after 0.52 s; 0.4 s with 40 % beside only after 0.67 s.
        sure, quick = point_ways.PointWay("joystick", 0.5, 0.04), point_ways.PointWay("touch", 0.4, 0.4)
        self.assertEqual(point_ways.surest([quick, sure]), sure)
        self.assertIsNone(point_ways.surest([]))

    def test_the_plan_names_it_on_this_body(self):
        still = situation(genre="portrait", near=2, far=3)
        for abilities, way in (
            (Abilities(), "joystick"),
            (Abilities(joystick=False, pad=True, touch_screen=False), "pad"),
            (Abilities(joystick=False), "thumb on the screen"),
        ):
            setup = planned(still, camera=body(abilities=abilities), glass=lens(50, 2)).setup
            self.assertIn(f"Test body: {way}", " ".join(setup.settings["af_area"].reasons))
        none = body(abilities=Abilities(joystick=False, touch_screen=False))
        setup = planned(still, camera=none, glass=lens(50, 2)).setup
        self.assertNotIn("surest", " ".join(setup.settings["af_area"].reasons))

    def test_a_pad_that_waits_for_a_press_moves_nothing_before(self):
        hand = hand_with(button("pad", ("point", "off"), "point", kind="pad", after_press=True))
        self.assertIn("only after a press", hand.do("turn", "pad", clicks=1).said)
        hand.do("press", "pad")
        self.assertIn("point moves", hand.do("turn", "pad", clicks=1).said)


class WhileAPictureIsSeen(SimpleTestCase):
    def test_a_press_does_what_the_control_does_in_review(self):
        rate = button("one", ("playback", "off"), "playback", review_functions=("rate", "off"), in_review="rate")
        hand = hand_with(rate)
        hand.do("press", "one")
        self.assertEqual(hand.now.screen, "review")
        self.assertEqual(hand.do("press", "one").said, "rate it")

    def test_each_is_given_once_and_nothing_deletes(self):
        given_to = in_review(list(USUAL.values()), {"link_mode": "phone"})
        used = [each for each in given_to.values() if each != "off"]
        self.assertEqual(len(used), len(set(used)))
        self.assertIn("enlarge", used)
        self.assertNotIn("delete", used)

    def test_sending_waits_for_a_link(self):
        sender = button("one", review_functions=("send", "off"))
        self.assertEqual(in_review([sender], {"link_mode": "phone"}), {"one": "send"})
        self.assertEqual(in_review([sender], {"link_mode": "off"}), {"one": "off"})

    def test_the_other_hand_is_asked_first_where_review_is_its_work(self):
        right = button("right", review_functions=("enlarge", "off"))
        left = button("left", review_functions=("enlarge", "off"), hand="left thumb")
        self.assertEqual(in_review([right, left], {})["right"], "enlarge")
        self.assertEqual(in_review([right, left], {"playback_hand": "left"})["left"], "enlarge")


class KeptForEachMode(SimpleTestCase):
    DIAL = button(
        "dial",
        ("comp", "shutter", "off"),
        "shutter",
        kind="dial",
        setting="dial_rear",
        kept_by_mode=True,
        by_mode={"manual": "shutter", "aperture_priority": "comp"},
    )

    def test_the_mode_says_what_it_does(self):
        self.assertEqual(self.DIAL.function({"exposure_mode": "aperture_priority", "dial_rear": "iso"}), "comp")
        self.assertEqual(self.DIAL.function({"exposure_mode": "program"}), "shutter")

    def test_a_route_leaves_alone_what_the_mode_brings(self):
        target = {"exposure_mode": "manual", "dial_rear": "shutter", "iso": 400.0}
        self.assertEqual(without_kept(target, [self.DIAL]), {"exposure_mode": "manual", "iso": 400.0})
        other = {**target, "dial_rear": "comp"}
        self.assertEqual(without_kept(other, [self.DIAL]), other)

    def test_packing_proposes_a_function_for_each_mode_of_the_day(self):
        still = situation(id=UUID(int=21), genre="landscape", near=3, far=None, support="tripod")
        street = situation(id=UUID(int=22), ev=9, genre="everyday", subject="thing", near=2, far=4)
        camera = body()
        words = usual_phrasebook(camera).model_copy(
            update={"controls": (self.DIAL.model_copy(update={"by_mode": {}}),)}
        )
        asked = [plan_input(brief, glass=lens(35, 2)) for brief in (still, street)]
        (packed,) = pack_shoot(ShootToPack(asked, {camera.id: words}, {})).bodies
        self.assertEqual(
            packed.controls.controls[0].by_mode, {"manual": "shutter", "aperture_priority_auto_iso": "comp"}
        )


class LeversAndSwipes(SimpleTestCase):
    def test_a_lever_switches_and_pushed_on_lights_the_display(self):
        lever = USUAL["lever_power"]
        hand = hand_with(lever, top_light="off")
        self.assertIn("on again", hand.do("press", "lever_power").said)
        hand.do("turn", "lever_power", clicks=1)
        self.assertEqual(hand.value("top_light"), "on")

    def test_a_lock_locks_and_unlocks(self):
        hand = hand_with(button("lever", ("lock", "off"), "lock", kind="lever"), controls_lock="off")
        self.assertEqual(
            [(hand.do("press", "lever"), hand.value("controls_lock"))[1] for _ in range(2)], ["dials", "off"]
        )

    def test_the_switch_is_never_given_away(self):
        plan = propose([USUAL["lever_power"]], [Need(setting="controls_lock", times=9)], {})
        self.assertEqual(does(plan), {"lever_power": "power"})

    def test_swipes_rest_where_a_slide_moves_the_point(self):
        swipe = USUAL["swipe_up"]
        asked = [Need(setting="white_balance", times=9)]
        self.assertEqual(does(propose([swipe], asked, {"touch_drag": "off"})), {"swipe_up": "white_balance"})
        self.assertEqual(does(propose([swipe], asked, {"touch_drag": "right_half"})), {"swipe_up": "off"})
        found = conflicts([swipe], {"swipe_up": "level"}, {"touch_drag": "right_half"})
        self.assertIn("swipe_moves_point", [each.code for each in found])


class WhatAControlCannotSay(SimpleTestCase):
    def test_is_refused_at_its_field(self):
        for more, field in (
            ({"functions": ("fly",)}, "functions"),
            ({"assigned": "drive"}, "assigned"),
            ({"area": "zone"}, "area"),
            ({"members": ("auto",)}, "members"),
            ({"functions": ("drive", "off"), "assigned": "drive", "members": ("single", "sprint")}, "members/1"),
            ({"functions": ("drive", "off"), "assigned": "drive", "members": ("single", "single")}, "members/1"),
            ({"in_review": "rate"}, "in_review"),
            ({"review_functions": ("dance",)}, "review_functions"),
            ({"by_mode": {"manual": "iso"}}, "by_mode"),
            ({"kept_by_mode": True, "by_mode": {"manual": "drive"}}, "by_mode/manual"),
        ):
            with (
                self.subTest(field, **{k: str(v) for k, v in more.items()}),
                self.assertRaises(ValidationError) as refused,
            ):
                button("one", **{"functions": ("iso", "off"), **more})
            self.assertEqual(refused.exception.errors()[0]["ctx"]["field"], field)

    def test_two_controls_of_one_name_are(self):
        with self.assertRaises(ValidationError):
            Phrasebook(id=item(1).id, body_id=item(2).id, controls=(button("one"), button("one")))
