"""Questions asked of the lab, zone focus, and the way from a plan into the lab."""

from django.test import SimpleTestCase

from tests.core.builders import body, lens, plan_input, situation
from tests.core.corpus import demo_inputs
from wide_aperture.core.errors import DomainError
from wide_aperture.core.focus import FocusSetup, scenario, simulate, simulate_all
from wide_aperture.core.focus.planned import assumed_of, scenario_of, setup_of
from wide_aperture.core.focus.study import areas_at_hand, compared, hangs_on, matrix, trace
from wide_aperture.core.focus.zone import out_of_the_door, zone
from wide_aperture.core.physics import optics
from wide_aperture.core.planning import plan_of

PLAYERS, SKY, DEER = scenario("crossing_players"), scenario("bird_on_sky"), scenario("deer_in_grass")
TELE = FocusSetup(focal_mm=300, close_focus_m=2.0, detection="human")
BIRDS = FocusSetup(focal_mm=500, aperture=5.6, widest=5.6, close_focus_m=3.5, frames_per_s=15)


class Matrix(SimpleTestCase):
    def test_has_every_area_response_and_priority_as_simulated_alone(self):
        cells = matrix(PLAYERS, TELE, areas=("single_point", "zone"), runs=30)
        self.assertEqual(len({(c.area, c.response, c.priority) for c in cells}), 2 * 3 * 3)
        last = cells[-1]
        alone = TELE.model_copy(update={"area": last.area, "response": last.response, "priority": last.priority})
        self.assertEqual(simulate(PLAYERS, alone, 1, 30).sharp_share, last.sharp_share)


class AtHand(SimpleTestCase):
    def test_three_areas_serve_what_no_single_one_does(self):
        asked = [(SKY, BIRDS), (DEER, TELE.model_copy(update={"detection": "off"}))]
        found = areas_at_hand(asked, runs=60)
        self.assertEqual(len(found), 3)
        best = {title: each.area for each in found for title in each.best_for}
        self.assertIn(best[SKY.title], ("wide_tracking", "tracking_point", "whole_area"))
        self.assertIn(best[DEER.title], ("pinpoint", "single_point", "expanded_point"))
        self.assertGreater(sum(each.saves_s > 0.2 for each in found), 1)

    def test_a_third_area_that_serves_nobody_saves_nothing(self):
        found = areas_at_hand([(DEER, TELE)], runs=30)
        self.assertEqual([each.saves_s for each in found[1:]], [0, 0])
        self.assertEqual(areas_at_hand([(DEER, TELE)], areas=("zone",), runs=30)[0].saves_s, 0)


class HangsOn(SimpleTestCase):
    def test_hold_against_follow_hangs_on_the_crossings(self):
        hold, follow = (TELE.model_copy(update={"response": each}) for each in ("locked_on", "responsive"))
        found = hangs_on(PLAYERS, hold, follow, runs=60)
        self.assertIn(found[0].name, ("crossings_per_s", "crossing_s", "jump"))
        self.assertNotIn("obstacles", [each.name for each in found])  # there are none
        moved = [max(abs(each.high - each.low), 0) for each in found]
        self.assertGreater(moved[0], moved[-1])

    def test_a_verdict_that_turns_is_marked(self):
        trees = scenario("bird_on_trees")
        wide, small = (BIRDS.model_copy(update={"area": each}) for each in ("wide_tracking", "expanded_point"))
        first, second = simulate_all(trees, [wide, small], 1, 40)
        now = first.sharp_share.mean - second.sharp_share.mean
        found = hangs_on(trees, wide, small, runs=40)
        for each in found:
            self.assertEqual(each.turns, each.low * now < 0 or each.high * now < 0, each.name)
        self.assertIn("hand_s", [each.name for each in found[:3]])  # a small area is lost by the hand

    def test_two_setups_are_told_apart_only_where_chance_is_out(self):
        hold, follow = (TELE.model_copy(update={"response": each}) for each in ("locked_on", "responsive"))
        outcomes = {each.response: simulate(PLAYERS, each, 1, 200) for each in (hold, follow)}
        self.assertEqual(compared(outcomes), "locked_on")
        self.assertIsNone(compared({"a": outcomes["locked_on"], "b": outcomes["locked_on"]}))
        self.assertIsNone(compared({}))


class Trace(SimpleTestCase):
    def test_is_one_of_the_runs_ordered_by_sharp_frames(self):
        worst, best = trace(PLAYERS, TELE, which=0), trace(PLAYERS, TELE, which=39)
        self.assertLessEqual(worst.sharp_share, best.sharp_share)
        self.assertEqual(len(best.times_s), len(best.held))
        self.assertAlmostEqual(best.times_s[1], 1 / 60, places=3)
        for each in best.frames:
            self.assertEqual(each.sharp, abs(each.off) <= 1)
            at = round(each.at_s * 60)  # a moment is kept of every second step
            far = best.far_m[at] or 1e9
            if abs(abs(each.off) - 1) > 0.3:
                self.assertEqual(each.sharp, best.near_m[at] <= best.distance_m[at] <= far)
        with self.assertRaises(DomainError):
            trace(PLAYERS, TELE, which=40)


class ZoneFocus(SimpleTestCase):
    def test_ends_are_those_of_depth(self):
        camera = body()
        found, depth = zone(camera, 24, 8, 2), optics.depth_of_field(24, 8, 2, camera.coc_mm)
        self.assertEqual((found.near_m, found.far_m), (depth.near_m, depth.far_m))
        self.assertAlmostEqual(found.nearer_m, 2 - depth.near_m)

    def test_without_a_far_end_only_too_near_is_wrong(self):
        found = zone(body(), 24, 11, 3)
        self.assertEqual((found.far_m, found.further_m), (None, None))
        self.assertGreater(found.guessed_right, 0.99)

    def test_less_depth_leaves_less_room_for_a_guess(self):
        shares = [zone(body(), 50, f, 3).guessed_right for f in (16, 5.6, 2)]
        self.assertEqual(shares, sorted(shares, reverse=True))
        self.assertLess(shares[-1], 0.5)

    def test_the_bodys_own_level_is_the_deepest_that_holds(self):
        camera = body()
        camera = camera.model_copy(
            update={"abilities": camera.abilities.model_copy(update={"zone_depths_m": (0.5, 1, 2, 5)})}
        )
        self.assertEqual(zone(camera, 28, 5.6, 2.5).step_m, 2)
        self.assertIsNone(zone(camera, 85, 2, 2.5).step_m)

    def test_out_of_the_door_holds_a_pavement_no_wider_than_it_must_open(self):
        found = out_of_the_door(body(), 28, 2.8)
        self.assertLessEqual(found.near_m, 1.5)
        self.assertGreaterEqual(found.far_m or 99, 4)
        wider = [
            zone(body(), 28, f, m) for f in (2.8, 4.0, 5.6, 8.0) if f < found.aperture for m in (1.5, 2.0, 2.5, 3.0)
        ]
        self.assertFalse(any(each.near_m <= 1.5 and (each.far_m or 99) >= 4 for each in wider))
        self.assertIsNone(out_of_the_door(body(), 200, 2.8))


class FromAPlan(SimpleTestCase):
    def lab(self, brief, **kit):
        asked = plan_input(brief, **kit)
        made = scenario_of(asked.case)
        return made, setup_of(asked.case, plan_of(asked))

    def test_the_brief_decides_what_it_says(self):
        made, camera = self.lab(situation(11, 7, near=15, far=40, direction="erratic"), glass=lens(200, 2.8))
        self.assertAlmostEqual(made.distance_m, 24.5, delta=0.1)
        self.assertEqual((made.speed_m_s, made.ev100, made.course), (7, 11, "across"))
        self.assertEqual((camera.focal_mm, camera.mode), (200, "continuous"))
        self.assertEqual((made.crossings_per_s, made.obstacles), (0, 0))

    def test_crowds_cross_and_grass_stands(self):
        crowd, _ = self.lab(situation(11, 7, constraints=("crowd_behind",)))
        grass, _ = self.lab(situation(9, 1, genre="wildlife", subject="animal", constraints=("foreground_obstacles",)))
        self.assertGreater(crowd.crossings_per_s, 0)
        self.assertGreater(grass.obstacles, 0)
        self.assertEqual(grass.crossings_per_s, 0)

    def test_what_comes_towards_the_lens_does_not_pass_it(self):
        made, _ = self.lab(situation(13, 20, near=5, far=8, direction="towards"))
        self.assertGreater(made.distance_m - made.speed_m_s * (made.lead_s + made.lasts_s), 0)

    def test_what_is_assumed_is_what_the_lab_reckons_with(self):
        made, _ = self.lab(situation(11, 7))
        for each in assumed_of(made):
            self.assertEqual(each.value, getattr(made, each.field))

    def test_every_plan_of_the_demo_enters(self):
        for title, given in demo_inputs().items():
            with self.subTest(title):
                camera = setup_of(given.case, plan_of(given))
                outcome = simulate(scenario_of(given.case), camera, 1, 5)
                self.assertEqual(camera.mode == "manual", outcome.held["nothing yet"] == 1)
