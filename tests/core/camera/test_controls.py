"""What controls should do on a day: worth most, habits kept, conflicts explained."""

import itertools

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from tests.core.hands import DEMO_BOOKS, demo_planned
from wide_aperture.core.camera.controls.conflicts import conflicts
from wide_aperture.core.camera.controls.control import Control
from wide_aperture.core.camera.controls.functions import BY_ID, FUNCTIONS, functions_for
from wide_aperture.core.camera.controls.layout import usual_controls
from wide_aperture.core.camera.controls.propose import Need, fit, propose
from wide_aperture.core.camera.packing import ShootToPack, pack_shoot

USUAL = usual_controls()
BACK = {"af_activation": "back_button"}


def button(name="one", functions=("iso", "drive", "metering", "off"), **changes):
    where = {"x": 0.5, "y": 0.5, **changes}
    return Control(id=name, label=name, kind="button", face="back", functions=functions, **where)


def does(plan):
    return {each.control: each.proposed for each in plan.controls}


def needs(*settings, times=3.0, in_action=False):
    return [Need(setting=name, times=times, in_action=in_action) for name in settings]


NAMES = ("iso", "drive", "metering", "white_balance", "dr_mode", "comp")


@st.composite
def small_days(draw):
    controls = [
        button(
            f"c{k}",
            (*draw(st.lists(st.sampled_from(NAMES), min_size=1, max_size=4, unique=True)), "off"),
            seconds=draw(st.sampled_from((0.3, 0.7, 1.5, 4.0))),
            knocks=draw(st.sampled_from((0.0, 0.2, 0.6))),
            in_finder=draw(st.booleans()),
            x=k / 4,
        )
        for k in range(draw(st.integers(1, 4)))
    ]
    wanted = draw(st.lists(st.sampled_from(NAMES), min_size=1, max_size=4, unique=True))
    return controls, {name: draw(st.sampled_from((0.5, 2.0, 5.0))) for name in wanted}


class Assignment(SimpleTestCase):
    @given(day=small_days())
    def test_no_other_assignment_is_worth_more(self, day):
        controls, worth = day
        asked = [Need(setting=BY_ID[name].settings[0], times=value) for name, value in worth.items()]
        chosen = does(propose(controls, asked, {}, standing={}))
        valued = {f.id: sum(n.times for n in asked if n.setting in f.settings) + (1.0 if f.id == "comp" else 0) for f in FUNCTIONS}  # fmt: skip

        def value(assigned):
            return sum(
                fit(control, BY_ID[name], valued[name], {})
                for control, name in zip(controls, assigned, strict=True)
                if valued.get(name) and name != "off"
            )

        best = max(
            value(assigned)
            for assigned in itertools.product(*[(*[n for n in c.functions if valued.get(n)], "off") for c in controls])
            if len([n for n in assigned if n != "off"]) == len({n for n in assigned if n != "off"})
        )
        self.assertAlmostEqual(value([chosen[c.id] for c in controls]), best)

    def test_what_the_day_changes_gets_a_control_and_the_rest_a_screen(self):
        plan = propose(USUAL, needs("iso", "metering", "grid", "file"), BACK)
        self.assertIn("iso", does(plan).values())
        self.assertEqual(does(plan)["button_back"], "focus")
        self.assertTrue({"grid", "file"} <= set(plan.quick_screen))
        self.assertNotIn("iso", plan.quick_screen)

    def test_what_changes_in_action_stays_where_the_eye_need_not_leave(self):
        finder, screen = button("finder", x=0.2, seconds=1.0), button("screen", seconds=1.0, in_finder=False)
        plan = propose([screen, finder], [*needs("iso", in_action=True), *needs("metering", times=2.5)], {})
        self.assertEqual(does(plan), {"finder": "iso", "screen": "metering"})

    def test_a_habit_is_kept_and_said_to_be_one(self):
        plan = propose(USUAL, needs("iso"), BACK, habits={"button_top": "drive"})
        shown = next(each for each in plan.controls if each.control == "button_top")
        self.assertEqual((shown.proposed, shown.because), ("drive", "Your habit."))

    def test_a_plan_s_own_word_is_kept_unless_a_habit_speaks(self):
        planned = {"dial_rear": ("comp", "the light moves.")}
        self.assertEqual(does(propose(USUAL, [], BACK, planned=planned))["dial_rear"], "comp")
        self.assertEqual(
            does(propose(USUAL, [], BACK, planned=planned, habits={"dial_rear": "iso"}))["dial_rear"], "iso"
        )

    def test_an_easily_knocked_control_that_nobody_needs_does_nothing(self):
        loose = button("loose", ("drive", "off"), assigned="drive", knocks=0.6)
        firm = button("firm", ("drive", "off"), assigned="drive", knocks=0.01)
        self.assertEqual(does(propose([loose], [], {}))["loose"], "off")
        self.assertIn("knocked", propose([loose], [], {}).controls[0].because)
        self.assertEqual(does(propose([firm], [], {}))["firm"], "drive")
        self.assertIn("left as it is", propose([firm], [], {}).controls[0].because)

    def test_a_function_it_does_not_offer_is_found_through_the_personal_menu(self):
        chained = button("chained", ("personal_menu", "off"))
        (shown,) = propose([chained], needs("dr_mode", times=9), {}).controls
        self.assertEqual((shown.proposed, shown.indirect), ("dr_mode", True))
        self.assertIn("dr_mode", propose([chained], needs("dr_mode", times=9), {}).personal_menu)
        self.assertEqual(does(propose([button("plain", ("off",))], needs("dr_mode", times=9), {}))["plain"], "off")

    def test_two_bodies_agree_where_it_costs_nothing(self):
        two = [
            button("left", ("iso", "metering", "off"), seconds=1),
            button("right", ("iso", "metering", "off"), seconds=1),
        ]
        other = {"left": "metering", "right": "iso"}
        plan = propose(two, needs("iso", "metering"), {}, other=other)
        self.assertEqual(does(plan), other)
        self.assertEqual(plan.agrees_with_other, ("left", "right"))

    def test_the_point_is_never_left_where_nothing_moves_it(self):
        still = {**BACK, "af_mode": "single", "af_area": "single_point"}
        many = needs(
            "iso", "metering", "drive", "white_balance", "af_area", "dr_mode", "bracketing", times=50.0, in_action=True
        )
        plan = propose(USUAL, many, still)
        self.assertEqual(does(plan)["joystick"], "point")
        self.assertIn("surest way", next(each.because for each in plan.controls if each.control == "joystick"))
        self.assertNotIn("nothing_moves_point", [each.code for each in plan.conflicts])
        kept = propose(USUAL, many, still, habits={"joystick": "metering"})  # a habit is kept; the screen moves it then
        self.assertEqual((does(kept)["joystick"], does(kept)["touch"]), ("metering", "point"))
        free = propose(USUAL, many, {**still, "af_mode": "manual"})
        self.assertNotIn("surest way", " ".join(each.because for each in free.controls))

    def test_the_areas_of_the_day_become_the_cycle(self):
        plan = propose(USUAL, [], {}, areas=["zone", "single_point", "zone"])
        self.assertEqual(plan.areas, ("zone", "single_point"))

    def test_functions_name_their_settings(self):
        self.assertEqual([f.id for f in functions_for("exposure_comp_ev")], ["comp"])
        self.assertEqual(functions_for("copyright"), ())
        with self.assertRaises(ValidationError):
            button(functions=("fly",))


class Conflicts(SimpleTestCase):
    def codes(self, values, does=None, controls=USUAL):
        return [each.code for each in conflicts(controls, does or {}, values)]

    def test_two_starters_fight(self):
        shutter = {"af_activation": "shutter_button"}
        self.assertIn("two_focus_starters", self.codes(shutter, {"button_back": "focus"}))
        self.assertNotIn("two_focus_starters", self.codes(BACK, {"button_back": "focus"}))
        self.assertNotIn("two_focus_starters", self.codes({**shutter, "af_mode": "manual"}, {"button_back": "focus"}))

    def test_focus_on_no_control_at_all(self):
        self.assertIn("nothing_focuses", self.codes(BACK))
        self.assertNotIn("nothing_focuses", self.codes(BACK, {"button_back": "focus"}))
        self.assertNotIn("nothing_focuses", self.codes({"af_activation": "shutter_button"}))

    def test_an_eye_button_beside_detection_that_never_sleeps(self):
        always = {**BACK, "subject_detection": "human_eye", "eye_detection": "auto"}
        self.assertIn("eye_button_idle", self.codes(always, {"button_back": "focus_eye"}))
        self.assertNotIn(
            "eye_button_idle", self.codes({**always, "eye_detection": "off"}, {"button_back": "focus_eye"})
        )

    def test_pressed_or_pressed_and_turned(self):
        both = [c.model_copy(update={"turned": "comp"}) if c.id == "button_top" else c for c in USUAL]
        self.assertIn("press_or_turn", self.codes({}, controls=both))
        self.assertNotIn("press_or_turn", self.codes({}, {"button_top": "off"}, controls=both))

    def test_the_nose_on_the_screen(self):
        self.assertIn("nose_on_screen", self.codes({"touch_drag": "whole"}))
        self.assertNotIn("nose_on_screen", self.codes({"touch_drag": "right_half"}))
        self.assertNotIn("nose_on_screen", self.codes({"touch_drag": "whole"}, {"touch": "off"}))

    def test_a_point_that_nothing_moves(self):
        held = {"joystick": "af_area", "touch": "off"}
        still = {"af_mode": "single", "af_area": "single_point"}
        self.assertIn("nothing_moves_point", self.codes(still, held))
        for other in (
            {**still, "touch_drag": "right_half"},
            {**still, "touch_action": "point"},
            {**still, "af_mode": "manual"},
            {**still, "af_area": "whole_area"},
        ):
            self.assertNotIn("nothing_moves_point", self.codes(other, held), other)
        self.assertNotIn("nothing_moves_point", self.codes(still))  # the joystick moves it
        none = [c for c in USUAL if "point" not in c.functions]
        (told,) = [each for each in conflicts(none, {}, still) if each.code == "nothing_moves_point"]
        self.assertIn("recompose", told.remedy)

    def test_areas_of_their_own_may_stand_on_several_buttons(self):
        two = {"button_back": "focus_area", "button_front": "focus_area"}
        self.assertNotIn("function_twice", self.codes(BACK, two))
        self.assertNotIn("nothing_focuses", self.codes(BACK, two))
        self.assertIn("two_focus_starters", self.codes({"af_activation": "shutter_button"}, two))

    def test_every_function_can_stand_somewhere_and_says_what_it_reaches(self):
        offered = {function for control in USUAL for function in control.functions}
        self.assertEqual({each.id for each in FUNCTIONS} - offered, set())
        without = {each.id for each in FUNCTIONS if not each.settings}
        self.assertEqual(
            without,
            {"focus", "focus_eye", "focus_stop", "recall_slot", "point", "preview_depth", "magnify", "personal_menu", "playback", "off", "power",
             "tracking_off", "centre_point", "other_mode", "zoom", "slot"} & without,
        )  # fmt: skip
        for wanted, reaches in (
            ("peaking", "peaking"),
            ("crop", "aspect"),
            ("look", "picture_profile"),
            ("radio", "link_radio"),
        ):
            self.assertIn(reaches, BY_ID[wanted].settings)

    def test_one_function_twice_and_one_not_offered(self):
        self.assertIn("function_twice", self.codes({}, {"button_top": "iso", "dial_ring": "iso"}))
        self.assertIn("not_offered", self.codes({}, {"joystick": "drive"}))
        self.assertEqual(self.codes({"touch_drag": "off"}, {"touch": "off"}), [])

    def test_every_conflict_says_what_to_change(self):
        found = conflicts(
            USUAL,
            {"button_back": "focus", "button_front": "focus"},
            {"af_activation": "shutter_button", "touch_drag": "whole"},
        )
        self.assertGreaterEqual(len(found), 3)
        self.assertTrue(all(each.sentence.endswith(".") and each.remedy.endswith(".") for each in found))


class DemoDays(SimpleTestCase):
    def test_no_demo_day_fights_itself(self):
        for title in ("Wedding at Ashcombe", "Lowmoor cup final", "Thornwick market day and night"):
            for packed in pack_shoot(ShootToPack(demo_planned(title), DEMO_BOOKS, {})).bodies:
                with self.subTest(title=title, body=packed.packing.body_name):
                    self.assertEqual([each.code for each in packed.controls.conflicts], [])
                    used = [c.proposed for c in packed.controls.controls if c.proposed not in ("off", "point")]
                    self.assertEqual(len(used), len(set(used)))
