"""The focus lab: its laws, its effects where they must act and where they must not, and how sure it says it is."""

import math
from itertools import pairwise

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from wide_aperture.core.errors import DomainError, UnknownIdError
from wide_aperture.core.focus import FocusSetup, Scenario, scenario, scenarios, simulate, simulate_all
from wide_aperture.core.focus.engine import HELD, run
from wide_aperture.core.focus.world import STEP_S, happening

RUNS = 250
TELE = {"focal_mm": 300, "aperture": 2.8, "widest": 2.8, "close_focus_m": 2.0}
BIRD = {"focal_mm": 500, "aperture": 5.6, "widest": 5.6, "close_focus_m": 3.5, "frames_per_s": 15, "detection": "bird"}
PLAYERS, SKY = scenario("crossing_players"), scenario("bird_on_sky")


def sharp(scene: Scenario, runs: int = RUNS, **setup) -> float:
    return simulate(scene, FocusSetup(**{**TELE, **setup}), 1, runs).sharp_share.mean


def without(scene: Scenario, **changes) -> Scenario:
    return scene.model_copy(update={"name": "nameless", "title": "Nameless", **changes})


class HoldAndFollow(SimpleTestCase):
    def held_and_followed(self, scene: Scenario, **setup):
        return simulate_all(
            scene, [FocusSetup(**{**TELE, **setup}, response=each) for each in ("locked_on", "responsive")], 3, 400
        )

    def test_hold_beats_follow_where_others_cross(self):
        for scene in (PLAYERS, without(PLAYERS)):
            hold, follow = self.held_and_followed(scene, detection="human")
            self.assertGreater(hold.sharp_share.mean, follow.sharp_share.mean + 0.10)
            self.assertGreater(hold.sharp_share.low, follow.sharp_share.high)
            self.assertGreater(follow.held["what crossed"], hold.held["what crossed"] + 0.05)

    def test_follow_beats_hold_for_the_erratic_lone_bird(self):
        for scene in (SKY, without(SKY)):
            hold, follow = self.held_and_followed(scene, **BIRD)
            self.assertGreater(follow.sharp_share.mean, hold.sharp_share.mean + 0.10)
            self.assertGreater(follow.sharp_share.low, hold.sharp_share.high)

    def test_neither_without_crossings_and_without_acceleration(self):
        for scene, setup in (
            (without(PLAYERS, crossings_per_s=0.0, acceleration_m_s2=0.0), {"detection": "human"}),
            (without(SKY, acceleration_m_s2=0.0), BIRD),
        ):
            hold, follow = self.held_and_followed(scene, **setup)
            self.assertAlmostEqual(hold.sharp_share.mean, follow.sharp_share.mean, delta=0.03)


class Laws(SimpleTestCase):
    """Each holds whatever the scenario is called."""

    def falls(self, shares, by=0.05):
        for better, worse in pairwise(shares):
            self.assertGreaterEqual(better, worse - 0.02)
        self.assertGreater(shares[0], shares[-1] + by)

    def test_a_stop_down_is_never_worse_and_helps_where_depth_decides(self):
        self.falls([sharp(SKY, **{**BIRD, "aperture": f}) for f in (11, 8, 5.6)])

    def test_faster_towards_the_lens_is_harder(self):
        runner = without(scenario("runner"), distance_m=80.0, acceleration_m_s2=3.0)
        self.falls([sharp(without(runner, speed_m_s=v), response="locked_on") for v in (2.0, 8.0, 16.0)], by=0.03)

    def test_more_acceleration_is_harder(self):
        self.falls([sharp(without(SKY, acceleration_m_s2=a), **BIRD) for a in (0.0, 10.0, 40.0)])

    def test_less_contrast_is_harder(self):
        self.falls([sharp(without(scenario("bird_on_trees"), contrast=c), **BIRD) for c in (0.9, 0.4, 0.1)])

    def test_less_light_is_harder_and_under_the_limit_nothing_is_found(self):
        dance = without(scenario("dancers"), crossings_per_s=0.0)
        at = {"focal_mm": 85, "aperture": 1.8, "widest": 1.8, "close_focus_m": 0.8, "af_blind_ev": -3.0}
        self.falls([sharp(without(dance, ev100=ev), **at) for ev in (8.0, 0.0, -2.5)])
        self.assertLess(sharp(without(dance, ev100=-3.0), **at), 0.01)  # by chance alone

    def test_the_assist_lamp_helps_near_by_and_not_beyond_its_reach(self):
        dance = without(scenario("dancers"), ev100=-3.5, crossings_per_s=0.0)
        at = {"focal_mm": 50, "aperture": 2.8, "close_focus_m": 0.5}
        self.assertGreater(sharp(dance, **at, assist_lamp=True), 0.3)
        self.assertLess(sharp(without(dance, distance_m=4.5), **at, assist_lamp=True), 0.05)

    def test_a_large_area_takes_what_lies_behind_where_nothing_is_detected(self):
        areas = ("expanded_point", "zone", "wide_tracking", "whole_area")
        self.falls([sharp(scenario("deer_in_grass"), area=each) for each in areas], by=0.2)

    def test_a_small_area_misses_what_moves_erratically_before_nothing(self):
        areas = ("whole_area", "zone", "expanded_point")
        self.falls([sharp(SKY, **{**BIRD, "detection": "off", "area": each}) for each in areas], by=0.1)

    def test_detection_keeps_a_large_area_on_the_subject(self):
        at = {**BIRD, "area": "wide_tracking"}
        trees = scenario("bird_on_trees")
        self.assertGreater(sharp(trees, **at), sharp(trees, **{**at, "detection": "off"}) + 0.3)
        self.assertEqual(sharp(trees, **{**at, "detection": "vehicle"}), sharp(trees, **{**at, "detection": "off"}))

    def test_forcing_the_kind_is_surer_than_letting_the_body_choose(self):
        at = {**BIRD, "area": "wide_tracking"}
        share = [sharp(scenario("bird_on_trees"), **{**at, "detection": each}) for each in ("bird", "automatic", "off")]
        self.falls(share)

    def test_detection_on_a_button_is_later(self):
        at = {**BIRD, "area": "wide_tracking"}
        soon = without(scenario("bird_on_trees"), lead_s=0.1, lasts_s=1.0)
        self.assertGreater(sharp(soon, **at), sharp(soon, **at, detection_when="on_button") + 0.1)

    def test_the_eye_is_found_where_lashes_and_nose_lie_beside(self):
        at = {"focal_mm": 85, "aperture": 1.4, "widest": 1.4, "close_focus_m": 0.8}
        eye = without(scenario("eye"), relief_m=0.03)
        shares = [sharp(eye, **at, detection=each) for each in ("human_eye", "human", "off")]
        self.falls(shares, by=0.2)
        self.assertGreater(sharp(eye, **{**at, "aperture": 5.6}), shares[2] + 0.2)

    def test_what_must_be_sharp_at_once_needs_its_depth(self):
        rows = scenario("group")
        at = {"focal_mm": 85, "widest": 1.8, "close_focus_m": 0.8}
        self.assertEqual(sharp(rows, **at, aperture=1.8), 0)
        self.assertGreater(sharp(rows, **at, aperture=16), 0.9)

    def test_black_out_costs_sharp_frames_of_what_changes_its_pace(self):
        fast = {**BIRD, "frames_per_s": 20}
        self.falls([sharp(SKY, **fast, blackout_s=s) for s in (0.0, 0.025, 0.045)], by=0.03)

    def test_single_focus_leaves_what_moves_and_keeps_what_stands(self):
        at = {"focal_mm": 85, "aperture": 1.8, "widest": 1.8, "close_focus_m": 0.8}
        walks, stands = scenario("aisle"), scenario("static_detail")
        self.assertGreater(sharp(walks, **at), sharp(walks, **at, mode="single") + 0.3)
        self.assertGreater(sharp(stands, **at, mode="single", area="pinpoint"), 0.95)

    def test_a_set_distance_is_sharp_as_far_as_depth_goes(self):
        walker = without(scenario("walker"), distance_m=4.0, speed_m_s=1.0, acceleration_m_s2=0.0)
        at = {"mode": "manual", "focal_mm": 35, "widest": 2.8, "zone_m": 3.0, "frames_per_s": 10}
        deep, thin = (simulate(walker, FocusSetup(**at, aperture=f), 1, 20) for f in (11, 2.8))
        self.assertEqual(deep.sharp_share.mean, 1.0)
        self.assertLess(thin.sharp_share.mean, 1.0)
        self.assertEqual(deep.sharp_share.deviation, 0.0)  # nothing is left to chance


class Priorities(SimpleTestCase):
    def outcome(self, priority, scene=PLAYERS):
        return simulate(scene, FocusSetup(**TELE, priority=priority, response="responsive"), 2, RUNS)

    def test_release_keeps_the_rate_and_focus_the_sharp_share(self):
        release, balanced, focus = (self.outcome(each) for each in ("release", "balanced", "focus"))
        self.assertAlmostEqual(release.released_per_s.mean, 10, delta=0.4)
        self.assertEqual(release.frames.deviation, 0)
        self.assertLess(focus.released_per_s.high, balanced.released_per_s.low)
        self.assertLess(balanced.released_per_s.high, release.released_per_s.low)
        self.assertGreater(focus.sharp_share.low, release.sharp_share.high)
        self.assertLess(focus.sharp.mean, release.frames.mean)

    def test_nothing_is_lost_where_focus_never_fails(self):
        easy = without(scenario("static_detail"), relief_m=0.0)
        outcomes = [
            simulate(easy, FocusSetup(focal_mm=50, aperture=5.6, area="single_point", priority=each), 1, 60)
            for each in ("release", "focus")
        ]
        self.assertAlmostEqual(outcomes[0].frames.mean, outcomes[1].frames.mean, delta=1)

    def test_under_the_light_limit_focus_priority_never_releases(self):
        dark = without(PLAYERS, ev100=-6.0)
        self.assertEqual(self.outcome("focus", dark).frames.mean, 0)
        late = self.outcome("focus", dark)
        self.assertEqual(late.first_sharp_s.mean, late.longest_gap_s.mean)
        self.assertEqual(late.held["nothing yet"], 1)


class HowSure(SimpleTestCase):
    def test_a_seed_gives_the_same_and_another_another(self):
        a, b, c = (simulate(PLAYERS, FocusSetup(**TELE), seed, 60) for seed in (5, 5, 6))
        self.assertEqual(a, b)
        self.assertNotEqual(a.sharp, c.sharp)

    def test_the_interval_of_the_mean_narrows_by_the_root_of_the_runs(self):
        few, many = (simulate(PLAYERS, FocusSetup(**TELE), 1, runs).sharp for runs in (100, 1600))
        self.assertAlmostEqual((few.high - few.low) / (many.high - many.low), 4, delta=1)
        self.assertTrue(few.low < many.mean < few.high)
        self.assertAlmostEqual((many.high - many.mean) / many.deviation * 40, 1.96, places=2)

    def test_setups_together_see_the_same_happenings_as_each_alone(self):
        setups = [FocusSetup(**TELE, area=each) for each in ("single_point", "zone")]
        self.assertEqual(simulate_all(PLAYERS, setups, 4, 30), [simulate(PLAYERS, each, 4, 30) for each in setups])

    def test_shares_and_gaps_are_what_was_released(self):
        world = happening(PLAYERS, 1, 40)
        course = run(PLAYERS, [FocusSetup(**TELE)], world)
        outcome = simulate(PLAYERS, FocusSetup(**TELE), 1, 40)
        self.assertTrue((course.released | ~course.sharp).all())
        self.assertAlmostEqual(outcome.sharp.mean, course.sharp.sum() / 40)
        self.assertAlmostEqual(sum(outcome.held.values()), 1)
        self.assertEqual(tuple(outcome.held), HELD)
        self.assertFalse(course.released[world.times_s < PLAYERS.lead_s - STEP_S].any())

    def test_crossings_come_as_often_and_last_as_long_as_said(self):
        scene = without(PLAYERS, crossings_per_s=0.5, crossing_s=0.4, lasts_s=10.0)
        crossed = happening(scene, 1, 400).crossed
        self.assertAlmostEqual(crossed.mean(), 1 - math.exp(-0.5 * 0.4), delta=0.015)

    @given(st.sampled_from(sorted(scenarios())), st.integers(0, 2**31))
    def test_every_scenario_gives_numbers_that_can_be(self, name, seed):
        scene = scenario(name)
        outcome = simulate(scene, FocusSetup(), seed, 3)
        self.assertTrue(0 <= outcome.sharp.mean <= outcome.frames.mean <= scene.lasts_s * 10 + 1)
        self.assertTrue(
            0 <= outcome.first_sharp_s.mean <= outcome.longest_gap_s.mean + STEP_S <= scene.lasts_s + 3 * STEP_S
        )


class Refusals(SimpleTestCase):
    def test_runs_out_of_range(self):
        for runs in (0, 5001):
            with self.assertRaises(DomainError):
                simulate(PLAYERS, FocusSetup(), 1, runs)

    def test_a_name_nothing_has(self):
        with self.assertRaises(UnknownIdError):
            scenario("dragon")

    def test_a_lens_that_would_have_to_open_wider_and_a_distance_nobody_set(self):
        for wrong in ({"aperture": 1.4, "widest": 2.8}, {"mode": "manual"}):
            with self.assertRaises(ValidationError):
                FocusSetup(**wrong)
