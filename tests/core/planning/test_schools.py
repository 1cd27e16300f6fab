"""Where practitioners disagree: every school is real, told apart by what it changes, and never an error."""

from typing import get_args

from django.test import SimpleTestCase

from tests.core.builders import body, lens, plan_input, planned, situation
from wide_aperture.core.craft.schools import school_questions
from wide_aperture.core.craft.settings import catalogue
from wide_aperture.core.documents.accessories import Accessories, Flash
from wide_aperture.core.documents.body import ReserveFloor
from wide_aperture.core.documents.preferences import Preferences, Requests, Schools
from wide_aperture.core.errors import UnknownIdError
from wide_aperture.core.planning import plan
from wide_aperture.core.planning.schools import differences, other_schools

BAG = Accessories(grey_card=True, flash=Flash(guide_number_m=36))
RESERVES = (ReserveFloor(reserve="highlight_reserve_1", iso=200),)
CAMERA = body(frame_rates=({"shutter": "mechanical", "frames_per_s": 20},), reserve_floors=RESERVES)
BATTERY = (
    (CAMERA, lens(), situation(ev=9, speed=7)),
    (CAMERA, lens(35, 1.8), situation(ev=5, genre="street", near=2, far=5, scene_range_ev=12)),
    (CAMERA, lens(24, 2.8), situation(ev=12, genre="landscape", near=3, far=None, support="tripod", scene_range_ev=22)),
    (CAMERA, lens(85, 1.8), situation(ev=6, genre="everyday", near=20, far=None)),
    (CAMERA, lens(24, 2.8), situation(ev=12, genre="landscape", near=3, far=None, support="tripod", scene_range_ev=5)),
    (CAMERA, lens(20, 1.8), situation(ev=-3, genre="night_sky", near=1e6, far=None, support="tripod")),
    (CAMERA, lens(28, 5.6), situation(ev=8, genre="wedding", near=9, far=14)),
    (CAMERA, lens(85, 1.8), situation(ev=3, genre="landscape", near=20, far=None)),
    (body(kelvin_low=1800), lens(35, 1.8), situation(ev=2, genre="wedding", near=2, far=4, cct_k=1900)),
    (CAMERA, lens(400, 5.6), situation(ev=14, genre="night_sky", subject="moon", near=1e9, far=None, support="tripod")),
    (CAMERA, lens(24, 2.8), situation(ev=12, genre="landscape", near=3, far=None, scene_range_ev=22)),
    (CAMERA, lens(200, 2.8), situation(ev=9, speed=7, constraints=("foreground_obstacles",))),
    (CAMERA, lens(400, 4), situation(ev=10, genre="wildlife", subject="animal", speed=0.3, near=20, far=30)),
    (
        body(support=({"setting": "file", "options": ("jpeg",)},)),
        lens(50, 1.8),
        situation(ev=9, genre="everyday", near=3, far=4),
    ),
    (CAMERA, lens(50, 2.8), situation(ev=5, genre="portrait", near=2, far=3), {"flash": "key"}),
    (
        CAMERA,
        lens(50, 2.8),
        situation(ev=10, genre="landscape", near=2, far=3, support="tripod"),
        {"af_mode": "manual"},
    ),
    (
        body(support=({"setting": "file", "options": ("jpeg",)},)),
        lens(50, 1.8),
        situation(ev=5, genre="wedding", near=3, far=6, cct_k=3000),
    ),
)


class OtherSchools(SimpleTestCase):
    def compare(self, question, **brief):
        return other_schools(question, plan_input(situation(**brief)))

    def test_the_followed_school_comes_first_and_changes_nothing(self):
        first, *others = self.compare("exposure", ev=9, speed=7)
        self.assertTrue(first.is_followed and not first.differences)
        manual = next(o for o in others if o.school == "manual_fixed_iso")
        self.assertIn("exposure_mode", {d.setting for d in manual.differences})

    def test_every_school_changes_a_plan_somewhere(self):
        """A school nobody's plan would notice is only a label."""
        still = {
            (question.id, school.id)
            for question in school_questions()
            for school in question.options
            if school.id not in (question.default, "by_case") and not self.changes_something(question, school.id)
        }
        # The pattern, compensated, is what by_case does: nobody can tell them apart.
        self.assertLessEqual(still, {("highlights", "pattern_and_compensate")})

    def changes_something(self, question, school):
        schools = Schools(**{question.id: school})
        for camera, glass, brief, *asked in BATTERY:
            requests = Requests(**(asked[0] if asked else {}))
            now = plan(camera, glass, brief, Preferences(requests=requests), accessories=BAG)
            then = plan(camera, glass, brief, Preferences(schools=schools, requests=requests), accessories=BAG)
            if differences(now, then):
                return True
        return False

    def test_questions_and_preferences_agree(self):
        fields = Schools.model_fields
        self.assertEqual({q.id for q in school_questions()}, set(fields))
        for question in school_questions():
            self.assertEqual({s.id for s in question.options}, set(get_args(fields[question.id].annotation)))
            self.assertEqual(question.default, fields[question.id].default)
            self.assertLessEqual(set(question.settings), {entry.id for entry in catalogue()})

    def test_a_stricter_hand_hold_rule_costs_a_stop_of_iso(self):
        strict = next(
            o
            for o in self.compare("hand_hold", ev=8, genre="everyday", near=20, far=None, subject="thing")
            if not o.is_followed
        )
        self.assertAlmostEqual(strict.shutter_stops, -1.0)
        self.assertAlmostEqual(strict.iso_stops, 1.0)

    def test_unknown_questions_are_refused(self):
        with self.assertRaises(UnknownIdError):
            self.compare("strap")


class TheSchoolsOfHighlights(SimpleTestCase):
    def exposed(self, school, **brief):
        return planned(situation(speed=0, **brief), schools={"highlights": school})

    def test_to_the_right_uses_the_room_above_and_no_more(self):
        room = {"ev": 11, "genre": "landscape", "support": "tripod", "near": 3, "far": None}
        flat = [self.exposed(s, scene_range_ev=5, **room).choice.ev100 for s in ("by_case", "expose_to_the_right")]
        # 3.3 EV to clipping, the top of a 5 EV scene at +2, a third in hand: two thirds of a stop, marked.
        self.assertAlmostEqual(flat[0] - flat[1], 2 / 3, delta=0.2)
        wide = [self.exposed(s, scene_range_ev=13, **room).choice.ev100 for s in ("by_case", "expose_to_the_right")]
        self.assertLess(wide[0] - wide[1], -1.5)

    def test_in_the_hand_it_never_pays_brightness_in_iso(self):
        plans = [self.exposed(s, ev=6, scene_range_ev=4) for s in ("by_case", "expose_to_the_right")]
        self.assertEqual(plans[0].choice.iso, plans[1].choice.iso)

    def test_the_standing_third_is_said(self):
        made = self.exposed("standing_under_exposure", ev=6, genre="street", near=2, far=5)
        said = made.setup.settings["exposure_comp_ev"]
        self.assertIn("−⅓", " ".join(said.reasons))


class TheSchoolsOfIso(SimpleTestCase):
    def test_fixed_stays_where_the_sensor_is_clean(self):
        made = planned(situation(ev=10, speed=3), schools={"iso": "fixed_clean_high"})
        self.assertEqual(made.setup.option("exposure_mode"), "aperture_priority")
        self.assertGreaterEqual(made.choice.iso, 600)

    def test_a_floor_lies_between_base_and_what_is_needed(self):
        made = planned(situation(ev=7, speed=7), schools={"iso": "ceiling_and_floor"})
        floor = made.setup.number("iso_floor")
        self.assertTrue(CAMERA.base_iso < floor < made.choice.iso)


class ABracketInTheHand(SimpleTestCase):
    def said(self, **more):
        brief = situation(ev=12, genre="landscape", near=3, far=None, subject="land", scene_range_ev=20, **more)
        made = planned(brief, glass=lens(24, 2.8), schools={"hand_bracket": "in_hand_aligned"})
        return made.setup.option("bracketing"), " ".join(made.setup.settings["bracketing"].reasons)

    def test_says_how_fast_how_still_and_what_is_lost(self):
        bracket, why = self.said()
        self.assertEqual(bracket, "5x2")
        for part in ("fast burst", "stands still so long", "4% at the edges", "Only the time varies"):
            self.assertIn(part, why)

    def test_on_a_tripod_none_of_it_is_asked(self):
        self.assertNotIn("In the hand", self.said(support="tripod")[1])
