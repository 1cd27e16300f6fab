"""Where each limit lies, worked by hand for a 24 MP full-frame body: 6000 pixels of 6 um, nine of them allowed at A3."""

import math
from itertools import pairwise

from django.test import SimpleTestCase

from tests.core.builders import body, lens, plan_input, situation
from wide_aperture.core.documents.accessories import Accessories, Flash
from wide_aperture.core.physics.sensor import output_snr
from wide_aperture.core.planning.limits import all_terms

PITCH_MM, WIDTH_PX, HEIGHT_PX = 0.006, 6000, 4000
ALLOWED_PX = 9.0  # 0.15 % of 6000


def term(name, brief=None, **asked):
    """One limit of a case, or None."""
    return next((each for each in all_terms(plan_input(brief, **asked).case) if each.id == name), None)


def edge(name, side="high", brief=None, **asked):
    return getattr(term(name, brief, **asked), side)


def image_px_s(speed_m_s, at_m, focal_mm, angle_deg=90.0):
    """Thin lens: the image moves by f / (d - f) of what moves across."""
    across = speed_m_s * math.sin(math.radians(angle_deg))
    return across * focal_mm / (at_m * 1000 - focal_mm) * 1000 / PITCH_MM


class Movement(SimpleTestCase):
    def limit(self, **brief):
        asked = {"ev": 12, "speed": 5, "near": 20, "far": 20, "direction": "across"} | brief
        return edge("motion", brief=situation(**asked))

    def test_across_it_is_the_allowed_pixels_over_the_image_speed(self):
        for speed, at_m in ((5, 20), (1.4, 6), (12, 60)):
            limit = self.limit(speed=speed, near=at_m, far=at_m)
            self.assertAlmostEqual(limit * image_px_s(speed, at_m, 200) / ALLOWED_PX, 1, places=3)

    def test_towards_limbs_cross_by_58_degrees_and_a_vehicle_by_20(self):
        across = self.limit()
        for kind, angle in (("person", 58), ("animal", 58), ("vehicle", 20)):
            towards = self.limit(direction="towards", subject=kind)
            self.assertAlmostEqual(across / towards, math.sin(math.radians(angle)), places=3, msg=kind)

    def test_a_band_is_judged_at_its_near_third_in_ratios(self):
        self.assertAlmostEqual(self.limit(near=10, far=80), self.limit(near=20, far=20), delta=1e-5)
        self.assertAlmostEqual(self.limit(near=20, far=None), self.limit(near=20, far=20), delta=1e-6)

    def test_what_is_allowed_follows_the_output(self):
        usual = self.limit()
        for output, share in (("screen", 22 / 15), ("print_a4", 18 / 15), ("print_60cm", 10 / 15)):
            self.assertAlmostEqual(self.limit(output=output) / usual, share, places=3, msg=output)
        self.assertAlmostEqual(self.limit(look="freeze") / usual, 0.6, places=3)

    def test_what_you_accept_is_yours_at_its_output_only(self):
        given = plan_input(situation(ev=12, speed=5, near=20, far=20, direction="across"))
        own = given.preferences.model_copy(update={"accepted_blur_percent": {"print_a3": 0.6, "screen": 2.0}})
        terms = all_terms(given.model_copy(update={"preferences": own}).case)
        limit = next(each.high for each in terms if each.id == "motion")
        self.assertAlmostEqual(limit / self.limit(), 4, places=3)

    def test_who_stands_still_stirs(self):
        # A person by a twelfth of a metre a second, a bird by a quarter of one; in close no faster than 0.7 of what is seen.
        for kind, speed in (("person", 0.12), ("bird", 0.25), ("group", 0.15)):
            brief = situation(ev=9, near=20, far=20, subject=kind, genre="wildlife", direction="still")
            limit = edge("motion", brief=brief, glass=lens(85, 1.8))
            stirs = min(speed, 0.7 * {"bird": 0.35}.get(kind, 9))
            self.assertAlmostEqual(limit * image_px_s(stirs, 20, 85) / ALLOWED_PX, 1, places=3, msg=kind)

    def test_a_burst_of_what_only_stirs_meets_a_still_moment(self):
        one, many = (
            edge("motion", brief=situation(ev=9, near=20, far=20, burst_frames=frames, subject="person"))
            for frames in (1, 10)
        )
        self.assertGreater(many / one, 1.5)
        runs = [self.limit(burst_frames=frames) for frames in (1, 10)]
        self.assertEqual(runs[0], runs[1])

    def test_coming_nearer_grows_the_edges(self):
        # 1.8 m at 20 m through 200 mm fill 0.76 of the frame; its edge stands 1515 px from the middle and moves by v / d.
        limit = edge("growth", brief=situation(ev=12, speed=5, near=20, far=20, direction="towards"))
        share = 1.8 * 0.2 / (20 - 0.2) / 0.024
        self.assertAlmostEqual(limit, ALLOWED_PX * 20 / (share / 2 * HEIGHT_PX * 5), delta=limit * 0.02)
        self.assertIsNone(term("growth", situation(ev=12, speed=5, direction="across")))

    def test_wind_stirs_leaves_within_twenty_metres(self):
        windy = {"genre": "landscape", "support": "tripod", "constraints": ("windy",), "far": None, "ev": 11}
        limit = edge("wind", brief=situation(near=4, **windy), glass=lens(24, 2.8))
        self.assertAlmostEqual(limit * image_px_s(0.3, 4, 24) / ALLOWED_PX, 1, places=2)
        self.assertIsNotNone(term("wind", situation(near=19.9, **windy)))
        self.assertIsNone(term("wind", situation(near=20.1, **windy)))

    def test_streaks_are_meant(self):
        for look in ("pan_blur", "blur", "silky_water", "light_trails"):
            self.assertIsNone(term("motion", situation(ev=9, speed=5, look=look)), look)


class Sky(SimpleTestCase):
    STARS = {"genre": "night_sky", "subject": "stars", "near": 1e9, "far": None, "support": "tripod", "ev": -7}

    def test_stars_keep_to_three_pixels_and_are_seen_to_trail_from_five(self):
        brief = situation(**self.STARS, angular_speed_arcsec_s=15.0)
        px_s = math.radians(15 / 3600) * 20 / PITCH_MM
        self.assertAlmostEqual(edge("trailing", brief=brief, glass=lens(20, 1.8)), 3 / px_s, delta=0.01)
        self.assertAlmostEqual(edge("trails_seen", brief=brief, glass=lens(20, 1.8)), 5 / px_s, delta=0.01)

    def test_a_moon_s_edge_needs_a_fiftieth_of_a_per_cent(self):
        brief = situation(**{**self.STARS, "subject": "moon", "ev": 14}, angular_speed_arcsec_s=14.5)
        px_s = math.radians(14.5 / 3600) * 600 / PITCH_MM
        self.assertAlmostEqual(edge("trailing", brief=brief, glass=lens(600, 6.3)), 1.2 / px_s, delta=0.001)
        self.assertIsNone(term("trails_seen", brief, glass=lens(600, 6.3)))

    def test_curtains_move_twelve_times_as_fast_and_may_smear_as_a_subject(self):
        brief = situation(**self.STARS, angular_speed_arcsec_s=15.0, direction="erratic")
        px_s = math.radians(180 / 3600) * 20 / PITCH_MM
        self.assertAlmostEqual(edge("trailing", brief=brief, glass=lens(20, 1.8)), ALLOWED_PX / px_s, delta=0.01)

    def test_a_tracker_stops_stars(self):
        brief = situation(**self.STARS, angular_speed_arcsec_s=15.0, constraints=("star_tracker",))
        self.assertIsNone(term("trailing", brief, glass=lens(20, 1.8)))


class Shake(SimpleTestCase):
    def limit(self, glass=None, camera=None, schools=None, **brief):
        camera = camera or body(stabiliser_stops=0)
        return edge(
            "shake",
            brief=situation(ev=8, near=5, far=5, **brief),
            glass=glass or lens(100, 2.8),
            camera=camera,
            schools=schools,
        )

    def test_one_over_the_focal_length_as_full_frame_sees_it(self):
        self.assertAlmostEqual(self.limit(), 1 / 100)
        self.assertAlmostEqual(self.limit(lens(50, 1.8)), 1 / 50)
        small = body(sensor_width_mm=18, sensor_height_mm=12, stabiliser_stops=0)
        self.assertAlmostEqual(self.limit(camera=small), 1 / 200)

    def test_support_and_stabiliser_in_stops(self):
        stops = {
            "monopod": self.limit(support="monopod"),
            "rest": self.limit(support="rest"),
            "body": self.limit(camera=body(stabiliser_stops=5)),
            "lens": self.limit(lens(100, 2.8, stabiliser_stops=3)),
            "both": self.limit(lens(100, 2.8, stabiliser_stops=3), body(stabiliser_stops=5)),
        }
        gained = {name: round(math.log2(limit * 100), 3) for name, limit in stops.items()}
        self.assertEqual(gained, {"monopod": 1.5, "rest": 2.5, "body": 4, "lens": 2, "both": 4.5})

    def test_many_pixels_large_prints_and_a_careful_school_halve_it(self):
        self.assertAlmostEqual(self.limit(output="print_60cm"), 1 / 200)
        self.assertAlmostEqual(self.limit(schools={"hand_hold": "twice_reciprocal"}), 1 / 200)
        for megapixels, limit in ((40, 1 / 100), (40.5, 1 / 200)):
            self.assertAlmostEqual(self.limit(camera=body(megapixels=megapixels, stabiliser_stops=0)), limit)

    def test_a_tripod_shakes_nothing(self):
        self.assertIsNone(term("shake", situation(ev=8, near=5, far=5, support="tripod")))


class Looks(SimpleTestCase):
    def window(self, look, **brief):
        found = term(
            "look_time",
            situation(look=look, support="tripod", near=10, far=10, **{"ev": 8, **brief}),
            glass=lens(100, 2.8),
        )
        return found.low, found.high

    def test_silk_runs_a_metre(self):
        self.assertEqual(self.window("silky_water", speed=2, subject="water"), (0.5, 30))
        self.assertEqual(self.window("silky_water", speed=0.1, subject="water"), (2, 30))
        self.assertEqual(self.window("silky_water", speed=0.5, subject="water")[1], 30)

    def test_streaks_cover_shares_of_the_width(self):
        px_s = image_px_s(5, 10, 100)
        for look, shares in (("pan_blur", (0.04, 0.1)), ("blur", (0.03, 0.2))):
            low, high = self.window(look, speed=5, direction="across")
            self.assertAlmostEqual(low * px_s / WIDTH_PX, shares[0], places=3)
            self.assertAlmostEqual(high * px_s / WIDTH_PX, shares[1], places=3)

    def test_trails_of_stars_and_of_lamps(self):
        stars = {"genre": "night_sky", "subject": "stars", "ev": -6}
        self.assertEqual(self.window("star_trails", **stars), (20, 60))
        self.assertEqual(self.window("light_trails", ev=2), (4, 30))


class ShutterEnds(SimpleTestCase):
    def test_the_shortest_time_is_that_of_the_shutters_allowed(self):
        self.assertEqual(edge("shutter_end_fast", "low", situation(ev=8, speed=3)), 1 / 16000)
        mechanical = body(fastest_electronic_s=None, fastest_first_curtain_s=None)
        self.assertEqual(edge("shutter_end_fast", "low", situation(ev=8, speed=3), camera=mechanical), 1 / 8000)

    def test_the_longest_is_timed_but_for_a_release_on_a_tripod(self):
        land = situation(genre="landscape", support="tripod", ev=2, near=5, far=None)
        self.assertEqual(edge("shutter_end_slow", brief=land, accessories=Accessories(release=False)), 30)
        self.assertEqual(edge("shutter_end_slow", brief=land, accessories=Accessories(release=True)), 900)
        self.assertEqual(edge("bulb", brief=land, accessories=Accessories(release=True)), 30)
        in_hand = land.model_copy(update={"support": "handheld"})
        self.assertEqual(edge("shutter_end_slow", brief=in_hand, accessories=Accessories(release=True)), 30)

    def test_an_interval_leaves_half_a_second_to_write(self):
        stars = situation(**Sky.STARS, angular_speed_arcsec_s=15)
        limit = edge("interval_room", brief=stars, glass=lens(20, 1.8), requests={"interval_s": 10.0})
        self.assertAlmostEqual(limit, 9.5 * 2 ** (-1 / 3), places=3)  # less a third: a mark is met within half a step
        self.assertIsNone(term("interval_room", stars, requests={"interval_s": 0.4}))
        self.assertIsNone(term("interval_room", stars, requests={"interval_s": 10.0, "shutter_s": 8.0}))

    def test_what_you_accept_and_what_you_ask(self):
        brief = situation(ev=8, near=5, far=5)
        self.assertEqual(edge("own_floor", brief=brief, requests={"shutter_floor_s": 1 / 80}), 1 / 80)
        asked = term("requested_shutter", brief, requests={"shutter_s": 1 / 500})
        self.assertEqual((asked.low, asked.high), (1 / 500, 1 / 500))

    def test_the_whole_frame_sees_a_flash_down_to_its_sync_time(self):
        party = situation(ev=4, genre="wedding", near=3, far=3)
        for unit, kind in (
            (Flash(guide_number_m=36), "end"),
            (Flash(guide_number_m=36, high_speed_sync=True), "limit"),
        ):
            found = term(
                "sync", party, glass=lens(35, 2), requests={"flash": "key"}, accessories=Accessories(flash=unit)
            )
            self.assertEqual((found.low, found.kind), (1 / 250, kind))
        self.assertIsNone(term("sync", party, glass=lens(35, 2)))


class Apertures(SimpleTestCase):
    def test_the_airy_disc_covers_five_pixels(self):
        # 2.44 x 0.55 um x N: 22.4 on six-micrometre pixels, half of it on three.
        limit = edge("diffraction")
        self.assertAlmostEqual(limit * 2.44 * 0.55 / 6, 5, delta=0.1)
        fine = edge("diffraction", camera=body(megapixels=96))
        self.assertAlmostEqual(limit / fine, 2, places=2)

    def test_depth_of_who_is_judged(self):
        # Both ends of what must be sharp make discs of the circle allowed: N = f^2 (1/near - 1/far) / 2c (1 - f/d).
        for at_m in (1, 3, 6, 12):
            depth_m = 0.1 * 0.024 * at_m * 1000 / 135  # a tenth of the height that 135 mm show there
            brief = situation(
                ev=9, near=at_m, far=at_m, subject="person", genre="wedding", direction="erratic", speed=0.4
            )
            case = plan_input(brief, glass=lens(135, 1.4)).case
            half = case.subject.depth_m / 2
            self.assertAlmostEqual(case.subject.depth_m, min(depth_m, 0.12), delta=0.005, msg=at_m)
            by_hand = 0.135**2 * (1 / (at_m - half) - 1 / (at_m + half)) / (2 * case.body.coc_mm / 1000)
            self.assertAlmostEqual(
                case.depth.aperture_for_subject / by_hand * (1 - 0.135 / at_m), 1, delta=0.02, msg=at_m
            )

    def test_a_background_as_soft_as_asked(self):
        # Disc of infinity: f^2 / (N (d - f)), in per cent of 24 mm.
        brief = situation(ev=9, near=3, far=3, background_blur_percent=5, subject="person", genre="portrait")
        at_f1 = 85**2 / (3000 - 85) / 24 * 100
        self.assertAlmostEqual(edge("softness", brief=brief, glass=lens(85, 1.2)), at_f1 / 5, delta=0.05)
        shallow = brief.model_copy(update={"background_blur_percent": None, "look": "shallow"})
        self.assertAlmostEqual(edge("softness", brief=shallow, glass=lens(85, 1.2)), at_f1 / 4, delta=0.05)

    def test_land_from_near_to_far_by_the_harmonic_middle(self):
        brief = situation(genre="landscape", support="tripod", ev=11, near=2, far=None)
        case = plan_input(brief, glass=lens(20, 2.8)).case
        self.assertEqual(case.depth.focus_m, 4)
        hyperfocal_needed = 4.0  # twice the near end
        by_hand = 20**2 / (case.body.coc_mm * (hyperfocal_needed * 1000 - 20))
        self.assertAlmostEqual(edge("range_depth", "low", brief, glass=lens(20, 2.8)) / by_hand, 1, delta=0.03)

    def test_land_is_taken_at_the_lens_s_best_stars_are_not(self):
        land = situation(genre="landscape", support="tripod", ev=11, near=30, far=None)
        self.assertEqual(edge("lens_best", "low", land, glass=lens(24, 2.8)), 8)
        half = body(sensor_width_mm=18, sensor_height_mm=12, megapixels=24)
        self.assertAlmostEqual(edge("lens_best", "low", land, glass=lens(24, 2.8), camera=half), 4)
        self.assertIsNone(term("lens_best", situation(**Sky.STARS), glass=lens(20, 1.8)))
        moon = situation(**{**Sky.STARS, "subject": "moon", "ev": 14})
        self.assertEqual(edge("lens_best", "low", moon, glass=lens(400, 2.8)), 8)

    def test_light_to_spare_closes_to_f4_and_no_shallow_look(self):
        sun = {"ev": 15, "near": 3, "far": 3, "genre": "portrait", "subject": "person"}
        self.assertEqual(edge("spare_light", "low", situation(**sun), glass=lens(85, 1.4)), 4)
        self.assertIsNone(term("spare_light", situation(**sun, look="shallow"), glass=lens(85, 1.4)))
        self.assertIsNone(term("spare_light", situation(**{**sun, "ev": 7}), glass=lens(85, 1.4)))
        between = [
            edge("spare_light", "low", situation(**{**sun, "ev": ev}), glass=lens(85, 1.4))
            for ev in (10.5, 11, 11.5, 12)
        ]
        for darker, brighter in pairwise(between):
            self.assertLessEqual(darker, brighter)

    def test_past_f16_all_softens_where_the_lens_goes_on(self):
        self.assertEqual(edge("smallest_sensible", glass=lens(50, 1.8, smallest_f_number=22)), 16)
        self.assertIsNone(term("smallest_sensible", glass=lens(50, 1.8, smallest_f_number=16)))


class Isos(SimpleTestCase):
    def test_your_ceilings_and_the_body_s_ends(self):
        camera = body(ceilings={"routine": 3200, "push": 6400, "reason": "noise"})
        self.assertEqual(edge("ceiling", camera=camera), 3200)
        self.assertEqual(edge("ceiling_push", camera=camera), 6400)
        ends = term("iso_ends", camera=camera)
        self.assertEqual((ends.low, ends.high), (100, 102400))

    def test_noise_shows_earlier_in_a_larger_print(self):
        limits = [
            edge("clean", brief=situation(ev=8, speed=3, output=output))
            for output in ("print_60cm", "print_a3", "print_a4", "screen")
        ]
        for larger, smaller in pairwise(limits):
            self.assertLess(larger, smaller)

    def test_it_shows_where_three_stops_under_mid_has_nine_times_its_noise(self):
        case = plan_input(situation(ev=8, speed=3)).case
        self.assertAlmostEqual(
            float(output_snr(case.body, case.output.clean_iso, case.output.pixels, -3.0)), 9, delta=0.2
        )

    def test_a_reserve_asked_for_begins_at_its_floor(self):
        camera = body(reserve_floors=({"reserve": "highlight_reserve_1", "iso": 250},))
        asked = {"dr_mode": "highlight_reserve_1", "file": "jpeg"}
        self.assertEqual(edge("reserve_floor", "low", situation(ev=12, speed=3), camera=camera, requests=asked), 250)
        self.assertIsNone(term("reserve_floor", situation(ev=12, speed=3), camera=camera))

    def test_a_flash_reaches_by_guide_number_over_f_number(self):
        # GN 24 m at f/5.6 and ISO 100 reaches 4.3 m; three times as far wants nine times the ISO.
        party = situation(ev=3, genre="wedding", near=12.8, far=12.8)
        unit = Accessories(flash=Flash(guide_number_m=24))
        found = term("flash_reach", party, glass=lens(50, 5.6), requests={"flash": "key"}, accessories=unit)
        self.assertAlmostEqual(found.low, 100 * (12.8 * 5.6 / 24) ** 2, delta=40)
        near = situation(ev=3, genre="wedding", near=2, far=2)
        self.assertIsNone(term("flash_reach", near, glass=lens(50, 5.6), requests={"flash": "key"}, accessories=unit))
