"""What a body can do beyond its figures: each ability missing, and what the plan does instead."""

from __future__ import annotations

from django.test import SimpleTestCase
from pydantic import ValidationError

from tests.core.builders import body, codes, lens, plan_input, planned, situation
from wide_aperture.core.camera.controls.conflicts import conflicts
from wide_aperture.core.camera.controls.layout import usual_controls
from wide_aperture.core.camera.rules import refused
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.documents.abilities import Abilities, Lacks, LongTimeProgram, Loss, OwnLook
from wide_aperture.core.documents.accessories import Accessories
from wide_aperture.core.documents.body import RawTrial, ReserveFloor, SlotBank
from wide_aperture.core.documents.body_support import NumberEnds, SettingSupport
from wide_aperture.core.documents.setup import Foundation
from wide_aperture.core.physics.motion import common_period
from wide_aperture.core.planning import plan_of

BARE_HANDS = Accessories(release=False)
STREET = {"genre": "street", "near": 2, "far": 4}
LAND = {"genre": "landscape", "near": 20, "far": None, "support": "tripod"}


def able(**abilities):
    return body(abilities=Abilities(**abilities))


class WhatAHandFinds(SimpleTestCase):
    def lost(self, **abilities):
        before = Abilities().lacks
        return {each.setting: each.options for each in Abilities(**abilities).lacks if each not in before}

    def test_a_body_left_alone_lacks_nothing(self):
        self.assertEqual(
            [each.setting for each in Abilities().lacks], ["slot_contents"]
        )  # few bodies leave it to choose
        self.assertIsNone(body().support_of("touch_drag"))

    def test_each_missing_part_takes_its_settings(self):
        self.assertEqual(self.lost(joystick=False), {"point_speed": None})
        self.assertEqual(self.lost(touch_screen=False), {"touch_drag": None, "touch_action": None})
        self.assertEqual(self.lost(dials=1), {"dial_rear": None})
        self.assertEqual(self.lost(dials=0), {"dial_rear": None, "dial_front": None})
        self.assertEqual(self.lost(rings=0), {"dial_ring": None})
        there = Abilities(place_contents=("mode", "all"))
        self.assertEqual({each.setting: each.options for each in there.lacks}, {"slot_contents": frozenset({"values"})})

    def test_what_is_declared_and_what_is_lacking_are_one_list(self):
        declared = SettingSupport(setting="self_timer", options=("off", "2s", "10s"), instead="Use the release.")
        both = body(support=(declared,), abilities=Abilities(timer_lengths_s=(10,), touch_screen=False))
        self.assertEqual(both.support_of("self_timer").options, ("off", "10s"))
        self.assertEqual(both.support_of("self_timer").instead, "Use the release.")
        self.assertEqual(both.support_of("touch_drag").options, ())
        self.assertEqual(
            {each.setting for each in both.supported}, {"self_timer", "touch_drag", "touch_action", "slot_contents"}
        )

    def test_the_plan_leaves_out_what_is_not_there_and_says_what_helps(self):
        plan = planned(situation(speed=2, **STREET), camera=able(touch_screen=False, joystick=False))
        for setting in ("touch_drag", "touch_action", "point_speed"):
            self.assertNotIn(setting, plan.setup.settings)

    def test_delays_come_in_the_lengths_the_body_has(self):
        brief, asked = situation(ev=9, **LAND), {"glass": lens(400, 5.6), "accessories": BARE_HANDS}
        self.assertEqual(planned(brief, **asked).setup.option("self_timer"), "10s")
        short = planned(brief, camera=able(timer_lengths_s=(2,)), **asked)
        self.assertEqual(short.setup.option("self_timer"), "2s")
        self.assertIn("It waits 2 s.", " ".join(short.setup.settings["self_timer"].reasons))
        none = planned(brief, camera=able(timer_lengths_s=(), release_delays_s=()), **asked)
        self.assertIn(none.setup.option("self_timer"), ("off", "remote"))

    def test_a_release_delay_that_is_not_there_is_not_planned(self):
        def delay(**abilities):
            shaken = body(mirror="instant", abilities=Abilities(**abilities))
            asked = {"shutter_s": 1 / 8, "shutter_type": "mechanical"}
            return planned(situation(ev=9, **LAND), camera=shaken, glass=lens(50, 2.8), requests=asked).setup.option(
                "exposure_delay"
            )

        self.assertEqual(delay(), "1s")
        self.assertEqual(delay(release_delays_s=(2,)), "2s")
        self.assertEqual(delay(release_delays_s=()), "off")


class TheEyeAtTheFinder(SimpleTestCase):
    """The nose lies beside the eye that looks in: with the right eye on the left half of the screen."""

    def found(self, drag, finder="electronic", **abilities):
        camera = body(finder=finder, abilities=Abilities(**abilities))
        plan = planned(situation(**STREET), camera=camera, pins={"touch_drag": drag})
        return next((each for each in plan.findings if each.code == "touch_drag_eye_side"), None)

    def test_touch_drag_is_warned_of_where_the_nose_lies(self):
        noses = {
            (eye, drag): self.found(drag, eye=eye) is not None
            for eye in ("right", "left")
            for drag in ("whole", "left_half", "right_half")
        }
        self.assertEqual(
            noses,
            {
                ("right", "whole"): True, ("right", "left_half"): True, ("right", "right_half"): False,
                ("left", "whole"): True, ("left", "left_half"): False, ("left", "right_half"): True,
            },
        )  # fmt: skip
        self.assertEqual(self.found("whole", eye="left").remedy.changes, {"touch_drag": "left_half"})

    def test_without_a_finder_no_nose_lies_on_the_screen(self):
        self.assertIsNone(self.found("whole", finder="none"))
        touch = usual_controls()
        codes_of = {each.code for each in conflicts(touch, {}, {"touch_drag": "whole"}, None)}
        self.assertNotIn("nose_on_screen", codes_of)
        left_eyed = {each.code for each in conflicts(touch, {}, {"touch_drag": "left_half"}, "right_half")}
        self.assertNotIn("nose_on_screen", left_eyed)


class ThePointIsNeverStuck(SimpleTestCase):
    """Without a joystick the thumb moves the point: by drag beside the nose, or by a tap where nobody looks in."""

    def stands(self, finder="electronic", **abilities):
        camera = body(finder=finder, abilities=Abilities(**abilities))
        setup = planned(situation(speed=2, genre="street", near=2, far=4), camera=camera).setup
        return setup.option("touch_drag"), setup.option("touch_action")

    def test_with_a_joystick_touch_stays_off(self):
        self.assertEqual(self.stands(), ("off", "off"))

    def test_without_one_the_half_beside_the_nose_moves_it(self):
        self.assertEqual(self.stands(joystick=False)[0], "right_half")
        self.assertEqual(self.stands(joystick=False, eye="left")[0], "left_half")

    def test_without_a_finder_a_tap_moves_it(self):
        self.assertEqual(self.stands("none", joystick=False), ("off", "point"))
        self.assertEqual(self.stands("none"), ("off", "off"))

    def test_focused_by_hand_there_is_no_point_to_move(self):
        camera = body(abilities=Abilities(joystick=False))
        plan = planned(situation(ev=-7, genre="night_sky", near=1e6, far=None, support="tripod"), camera=camera)
        self.assertEqual(plan.setup.option("touch_drag"), "off")


class LooksByTheirOwnNames(SimpleTestCase):
    QUIET = OwnLook(name="Clear water", like="neutral", contrast=-1, saturation=-2)
    LOUD = OwnLook(name="Market", like="standard", contrast=1)

    def stands(self, *looks, **asked):
        return planned(situation(**STREET), camera=able(looks=looks), **asked).setup

    def test_the_plan_names_the_look_and_adds_only_what_is_missing(self):
        setup = self.stands(self.QUIET, self.LOUD)
        self.assertEqual(setup.option("picture_profile"), "neutral")
        self.assertIn("“Clear water”", " ".join(setup.settings["picture_profile"].reasons))
        self.assertEqual(setup.number("look_contrast"), -1)  # of the two steps wanted one is in the look
        self.assertEqual(setup.number("look_saturation"), 1)  # it is quieter than wanted
        self.assertIn("itself has -1", setup.settings["look_contrast"].reasons[0])
        self.assertNotIn("itself has", " ".join(setup.settings["look_highlight"].reasons))

    def test_a_look_that_is_missing_is_made_of_the_nearest(self):
        setup = self.stands(self.LOUD)
        self.assertEqual(setup.option("picture_profile"), "standard")
        self.assertIn("“Market”", " ".join(setup.settings["picture_profile"].reasons))
        self.assertEqual(setup.number("look_contrast"), -1)  # finished as it is: its own step is taken back

    def test_of_two_alike_the_one_that_needs_fewer_steps(self):
        far = OwnLook(name="Far", like="neutral", contrast=2, saturation=2)
        for order in ((far, self.QUIET), (self.QUIET, far)):
            self.assertIn("Clear water", " ".join(self.stands(*order).settings["picture_profile"].reasons))

    def test_a_body_that_names_none_is_as_before(self):
        setup = planned(situation(**STREET)).setup
        self.assertEqual((setup.option("picture_profile"), setup.number("look_contrast")), ("neutral", -2))

    def test_a_name_stands_once(self):
        with self.assertRaises(ValidationError):
            Abilities(looks=(self.QUIET, self.QUIET))


class ZoneFocusMarks(SimpleTestCase):
    def stands(self, near=1.0, far=2.0, **abilities):
        brief = situation(ev=13, genre="street", near=near, far=far)
        return planned(brief, camera=able(**abilities), glass=lens(28, 2.8), requests={"focus_method": "zone_focus"})

    def test_the_ring_is_set_to_the_mark_that_lies_nearest(self):
        self.assertAlmostEqual(self.stands().setup.number("focus_distance_m"), 1.33, places=2)
        self.assertEqual(self.stands(focus_steps_m=(1, 1.5, 2.5)).setup.number("focus_distance_m"), 1.5)
        self.assertEqual(self.stands(focus_steps_m=(1.2, 2.5)).setup.number("focus_distance_m"), 1.2)

    def test_off_the_best_distance_the_range_asks_for_a_smaller_opening(self):
        free, marked = (
            plan_input(
                situation(ev=13, genre="street", near=1, far=2), camera=able(**abilities), glass=lens(28, 2.8),
                requests={"focus_method": "zone_focus"},
            ).case.depth
            for abilities in ({}, {"focus_steps_m": (2.0,)})
        )  # fmt: skip
        # At 2 m all the blur is at the near end: |1/1 - 1/2| against half the range of 1/2.
        self.assertAlmostEqual(marked.aperture_for_whole_range / free.aperture_for_whole_range, 2.0, places=6)

    def test_autofocus_knows_no_marks(self):
        brief = situation(ev=13, genre="street", near=1, far=2)
        case = plan_input(brief, camera=able(focus_steps_m=(5,)), glass=lens(28, 2.8)).case
        self.assertLess(case.depth.focus_m, 2)

    def test_the_depth_is_the_shallowest_that_covers(self):
        self.assertEqual(self.stands().setup.number("zone_depth_m"), 1)
        self.assertEqual(self.stands(zone_depths_m=(0.5, 1.5, 3)).setup.number("zone_depth_m"), 1.5)
        short = self.stands(zone_depths_m=(0.3, 0.5)).setup.settings["zone_depth_m"]
        self.assertEqual(short.value, 0.5)
        self.assertIn("no deeper zone than 0.5 m", short.reasons[0])


class NoIsoByHand(SimpleTestCase):
    def test_floor_and_ceiling_meet_where_the_iso_should_stand(self):
        brief = situation(ev=9, **LAND)
        by_hand, without = planned(brief).setup, planned(brief, camera=able(manual_iso=False)).setup
        self.assertEqual(by_hand.option("exposure_mode"), "manual")
        self.assertEqual(without.option("exposure_mode"), "manual_auto_iso")
        iso = by_hand.number("iso")
        self.assertEqual([without.number(name) for name in ("iso", "iso_floor", "iso_ceiling")], [iso] * 3)
        self.assertIn("floor and ceiling meet", without.settings["exposure_mode"].reasons[0])

    def test_where_it_is_free_to_move_it_moves(self):
        setup = planned(situation(ev=8, speed=7), camera=able(manual_iso=False)).setup
        self.assertEqual(setup.option("exposure_mode"), "manual_auto_iso")
        self.assertLess(setup.number("iso_floor"), setup.number("iso_ceiling"))


class TheProgramForLongTimes(SimpleTestCase):
    NIGHT = LongTimeProgram(
        name="Lantern", longest_s=30, takes_away=(Loss(setting="file", options=("raw", "raw_lossless_compressed", "raw_lossy_compressed", "raw_plus_jpeg")),)
    )  # fmt: skip

    def stands(self, shutter_s, program=NIGHT):
        camera = body(longest_timed_s=1, abilities=Abilities(long_time_program=program))
        return planned(situation(ev=0, **LAND), camera=camera, requests={"shutter_s": shutter_s}).setup

    def test_it_is_on_between_the_bodys_longest_time_and_its_own(self):
        for shutter_s, stands in ((1 / 2, "off"), (1, "off"), (2, "on"), (30, "on")):
            self.assertEqual(self.stands(shutter_s).option("long_time_program"), stands, shutter_s)

    def test_what_it_takes_away_is_not_asked_for(self):
        self.assertTrue(self.stands(1).option("file").startswith("raw"))
        taken = self.stands(8)
        self.assertEqual(taken.option("file"), "jpeg")
        self.assertIn("“Lantern” takes it away.", " ".join(taken.settings["file"].reasons))
        self.assertIn("It takes away: Recording", " ".join(taken.settings["long_time_program"].reasons))

    def test_the_simulated_camera_refuses_what_it_takes_away(self):
        camera = body(longest_timed_s=1, abilities=Abilities(long_time_program=self.NIGHT))
        self.assertIn("“Lantern”", refused(camera, {"long_time_program": "on"}, "file", "raw"))
        self.assertIsNone(refused(camera, {"long_time_program": "off"}, "file", "raw"))
        self.assertIsNone(refused(camera, {"long_time_program": "on"}, "file", "jpeg"))

    def test_without_it_a_time_is_not_reached(self):
        def longest(**abilities):
            camera = body(longest_timed_s=1, abilities=Abilities(**abilities))
            return planned(situation(ev=-3, **LAND), camera=camera, accessories=BARE_HANDS).setup.number("shutter_s")

        self.assertLessEqual(longest(), 1.01)
        self.assertGreater(longest(long_time_program=self.NIGHT), 1.1)

    def test_an_option_nobody_has_is_no_loss(self):
        with self.assertRaises(ValidationError):
            Loss(setting="file", options=("wax",))


class NumbersItKeepsWithin(SimpleTestCase):
    """Thresholds, steps of a look, compensation: held to the body in plans and in the simulated camera."""

    ENDS = (NumberEnds(setting="clip_high", low=200, high=245), NumberEnds(setting="look_contrast", low=-1.0, high=3.0))

    def test_the_plan_goes_to_the_end_and_says_so(self):
        setup = planned(situation(**STREET), camera=body(number_ends=self.ENDS)).setup
        self.assertEqual((setup.number("clip_high"), setup.number("look_contrast")), (245, -1))
        self.assertEqual(setup.settings["clip_high"].layer, "body")
        self.assertIn("ends at 245", setup.settings["clip_high"].reasons[-1])
        self.assertEqual(planned(situation(**STREET)).setup.number("clip_high"), 250)

    def test_ends_are_exact_also_below_nought(self):
        own = body(number_ends=self.ENDS)
        passed = [own.end_passed("look_contrast", value) for value in (-1.1, -1.0, 0.0, 3.0, 3.1)]
        self.assertEqual(passed, [-1.0, None, None, None, 3.0])
        self.assertIsNone(own.end_passed("look_shadow", -9.0))

    def test_a_standing_value_beyond_them_gives_way_to_the_kit(self):
        own = Foundation(settings={"clip_high": 253.0})
        plan = planned(situation(**STREET), camera=body(number_ends=self.ENDS), foundation=own)
        self.assertEqual(plan.setup.number("clip_high"), 245)
        (told,) = plan.standing.gave_way
        self.assertEqual((told.setting, told.by), ("clip_high", "kit"))

    def test_the_simulated_camera_stops_there_too(self):
        own = body(number_ends=self.ENDS)
        self.assertIn("ends at", refused(own, {}, "clip_high", 253.0))
        self.assertIsNone(refused(own, {}, "clip_high", 240.0))

    def test_a_choice_has_no_ends_and_a_range_stands_upright(self):
        for wrong in ({"setting": "grid", "low": 1}, {"setting": "clip_high", "low": 9, "high": 3}):
            with self.assertRaises(ValidationError):
                NumberEnds(**wrong)


class BusyTimes(SimpleTestCase):
    def reason(self, **abilities):
        asked = {"noise_reduction_long_exposure": "on", "shutter_s": 8.0}
        plan = planned(situation(ev=0, **LAND), camera=able(**abilities), requests=asked)
        return " ".join(plan.setup.settings["noise_reduction_long_exposure"].reasons)

    def test_a_dark_frame_takes_the_share_the_body_takes(self):
        self.assertIn("another 8 s", self.reason())
        self.assertIn("another 4 s", self.reason(dark_frame_share=0.5))

    def hdr(self, scene_ev=18.0, support="tripod", **abilities):
        brief = situation(ev=9, **{**LAND, "support": support}, scene_range_ev=scene_ev)
        return planned(brief, camera=able(**abilities), schools={"range": "in_camera_hdr"}).setup

    def test_joined_frames_have_a_step_an_alignment_and_a_wait(self):
        setup = self.hdr(hdr_busy_s=4)
        self.assertEqual(setup.option("hdr_mode"), "strong")
        self.assertIn("busy for 4 s", setup.settings["hdr_step"].reasons[0])
        self.assertNotIn("busy", self.hdr().settings["hdr_step"].reasons[0])
        self.assertEqual(setup.option("hdr_align"), "off")

    def test_the_step_spans_what_one_frame_lacks(self):
        # A frame holds 14 EV and a little less by ISO: of 15 one is missing, of 18 four, two to either side.
        steps = {ev: self.hdr(ev).option("hdr_step") for ev in (15.0, 17.5, 20.0)}
        self.assertEqual(steps, {15.0: "1", 17.5: "2", 20.0: "3"})


class AutomaticReserve(SimpleTestCase):
    def test_it_picks_by_iso_as_the_body_says(self):
        usual = body(base_iso=100)
        picks = [usual.reserve_at(iso, "auto") for iso in (100, 160, 200, 320, 400, 6400)]
        self.assertEqual(picks, [0, 0, 1, 1, 2, 2])
        own = body(automatic_reserve=(ReserveFloor(reserve="highlight_reserve_1", iso=800),))
        self.assertEqual([own.reserve_at(iso, "auto") for iso in (400, 700, 800, 6400)], [0, 0, 1, 1])
        self.assertEqual(own.reserve_at(400, "highlight_reserve_2"), 2)  # set by hand it goes by its own floor


class TwoKindsOfLamp(SimpleTestCase):
    def lamps(self, first, second, shutter_s=None, **kit):
        brief = situation(
            ev=7, speed=0.5, genre="street", near=3, far=5, flicker_hz=first, second_flicker_hz=second, modulation=0.6
        )
        asked = {"shutter_s": shutter_s} if shutter_s else {}
        return planned(brief, camera=body(**kit), glass=lens(35, 2), requests=asked)

    def test_the_time_holds_whole_periods_of_both(self):
        self.assertAlmostEqual(common_period((100, 120)), 1 / 20)
        self.assertAlmostEqual(common_period((100, 300)), 1 / 100)
        self.assertAlmostEqual(common_period((120, 100)), 1 / 20)
        self.assertLess(abs(common_period((100, 117.3)) * 117.3 % 1 - 0.5), 0.5)

    def test_the_finding_names_both_and_offers_their_common_time(self):
        two = next(f for f in self.lamps(100, 120, 1 / 100, anti_flicker=False).findings if f.code == "flicker_banding")
        self.assertIn("100 and 120 Hz", two.sentence)
        self.assertAlmostEqual(two.remedy.changes["shutter_s"], 1 / 20)
        self.assertNotIn("flicker_banding", codes(self.lamps(100, None, 1 / 100, anti_flicker=False)))
        self.assertNotIn("flicker_banding", codes(self.lamps(100, 120, 1 / 20, anti_flicker=False)))

    def test_the_timed_release_follows_one_of_them(self):
        found = next(f for f in self.lamps(100, 120, 1 / 250).findings if f.code == "flicker_banding")
        self.assertIn("the other still shows", found.residual)
        one = next(f for f in self.lamps(100, None, 1 / 250).findings if f.code == "flicker_banding")
        self.assertIn("Mixed lamp types", one.residual)

    def test_a_second_lamp_alone_is_a_lamp(self):
        plan = self.lamps(None, 120)
        self.assertEqual(plan.light.flicker_hz, 120)
        self.assertEqual(plan.setup.option("anti_flicker"), "on")


class MeterAndFocusOnOnePress(SimpleTestCase):
    """A spot near the brightest tone, focus on the person: one finger, two places."""

    SPOT = {"highlights": "spot_near_brightest", "exposure": "aperture_priority_slowest_shutter"}

    def stands(self, camera=None, **schools):
        brief = situation(ev=12, genre="street", near=4, far=8, scene_range_ev=11)
        return planned(brief, camera=camera, glass=lens(35, 2), schools={**self.SPOT, **schools})

    def test_with_focus_on_its_own_button_half_a_press_holds_the_light(self):
        plan = self.stands(focus_start="back_button")
        self.assertEqual(plan.setup.option("ae_lock"), "half_press")
        self.assertEqual(len(plan.press_order), 4)
        self.assertIn("Half a press holds", plan.press_order[1])

    def test_with_focus_on_the_shutter_button_another_button_holds_it(self):
        plan = self.stands(focus_start="shutter_button")
        self.assertEqual(plan.setup.option("ae_lock"), "button")
        self.assertIn("lock button", plan.press_order[1])
        found = next(f for f in plan.findings if f.code == "meter_and_focus_on_one_press")
        self.assertEqual(found.handled_by, ("ae_lock",))

    def test_without_a_lock_focus_goes_to_a_button_and_without_that_to_the_hand(self):
        no_lock = SettingSupport(setting="ae_lock", options=("off", "half_press"))
        off_shutter = self.stands(body(support=(no_lock,)), focus_start="shutter_button").setup
        self.assertEqual(
            (off_shutter.option("af_activation"), off_shutter.option("ae_lock")), ("back_button", "half_press")
        )
        one_button = SettingSupport(setting="af_activation", options=("shutter_button",))
        plan = self.stands(body(support=(no_lock, one_button)), focus_start="shutter_button")
        self.assertEqual(plan.setup.option("af_mode"), "manual")
        self.assertNotIn("meter_and_focus_on_one_press", codes(plan))
        self.assertEqual(plan.press_order[0], "Set focus by hand.")

    def test_left_on_one_press_it_is_found(self):
        brief = situation(ev=12, genre="street", near=4, far=8, scene_range_ev=11)
        plan = planned(
            brief,
            glass=lens(35, 2),
            schools={**self.SPOT, "focus_start": "shutter_button"},
            pins={"ae_lock": "half_press"},
        )
        found = next(f for f in plan.findings if f.code == "meter_and_focus_on_one_press")
        self.assertTrue(found.is_open)
        self.assertEqual(found.remedy.changes, {"ae_lock": "button"})

    def test_what_is_measured_where_it_is_focused_needs_one_press(self):
        plan = self.stands(highlights="by_case", metering="spot")
        self.assertEqual(plan.setup.option("spot_link"), "af_point")
        self.assertEqual(plan.press_order, ())
        self.assertNotIn("meter_and_focus_on_one_press", codes(plan))

    def test_exposed_by_hand_there_is_nothing_to_hold(self):
        plan = self.stands(exposure="manual_fixed_iso")
        self.assertEqual(plan.press_order, ())
        self.assertNotIn("meter_and_focus_on_one_press", codes(plan))


class RawOnceTried(SimpleTestCase):
    def plan(self, *tried, **asked):
        return planned(situation(**STREET), camera=body(raw_tried=tried), **asked)

    def test_it_is_asked_until_it_is_answered(self):
        self.assertIn("raw_variant_untried", codes(self.plan()))
        opened = RawTrial(file="raw_lossless_compressed", opens=True)
        self.assertNotIn("raw_variant_untried", codes(self.plan(opened)))
        self.assertIn("raw_variant_untried", codes(self.plan(RawTrial(file="raw", opens=True))))

    def test_jpeg_asks_nothing(self):
        self.assertNotIn("raw_variant_untried", codes(self.plan(schools={"file": "jpeg"})))

    def test_one_that_did_not_open_is_not_planned(self):
        shut = RawTrial(file="raw_lossless_compressed", opens=False)
        self.assertEqual(self.plan(shut, RawTrial(file="raw", opens=True)).setup.option("file"), "raw")
        asked = self.plan(shut, RawTrial(file="raw", opens=True), requests={"file": "raw_lossless_compressed"})
        found = next(f for f in asked.findings if f.code == "raw_variant_unread")
        self.assertEqual(found.remedy.changes, {"file": "raw"})


class LensesTheBodyDoesNotKnow(SimpleTestCase):
    def test_it_must_be_told_to_release(self):
        known, unknown = (
            planned(situation(**STREET), glass=lens(35, 2, contacts=contacts, autofocus=contacts)).setup
            for contacts in (True, False)
        )
        self.assertEqual(known.option("release_without_lens"), "locked")
        self.assertEqual(unknown.option("release_without_lens"), "allowed")


class PlacesForOtherThings(SimpleTestCase):
    def test_what_keeps_other_settings_keeps_none_of_ours(self):
        stills, other = (
            SlotBank(kind="full", count=3, label="memory"),
            SlotBank(kind="full", count=4, label="reel", serves="other"),
        )
        self.assertEqual(body(slots=(stills, other)).still_banks, (stills,))


class EveryLackIsOfTheCatalogue(SimpleTestCase):
    def test_with_nothing_at_all_each_lack_names_a_setting_and_its_options(self):
        bare = Abilities(
            joystick=False, touch_screen=False, dials=0, rings=0, timer_lengths_s=(), release_delays_s=(),
            looks=(OwnLook(name="Only", like="standard"),),
        )  # fmt: skip
        for lack in bare.lacks:
            self.assertIsInstance(lack, Lacks)
            known = {option.id for option in catalogue.setting(lack.setting).options}
            self.assertLessEqual(set(lack.options or ()), known, lack.setting)
        plan = plan_of(plan_input(situation(**STREET), camera=body(abilities=bare), accessories=Accessories()))
        self.assertEqual(plan.setup.option("picture_profile"), "standard")
