"""The same question has the same answer on every page that speaks of it."""

import datetime as dt
import json
import math
import random
import re

import numpy as np
from django.test import SimpleTestCase

from tests.core.builders import body, codes, lens, plan_input, planned, raw_shot, situation
from tests.core.corpus import all_inputs
from wide_aperture.core.craft.endurance import battery_left, bytes_a_frame
from wide_aperture.core.craft.lights import named_light
from wide_aperture.core.documents.accessories import Accessories
from wide_aperture.core.documents.body import RESERVE_EV, ReserveFloor
from wide_aperture.core.documents.situation import OPTICAL_INFINITY_M
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.physics.motion import burst_gain_stops, sharp_chance, star_trail_length
from wide_aperture.core.physics.sensor import typical
from wide_aperture.core.picture.imaging.capture import Capture
from wide_aperture.core.picture.imaging.optical import shake_mm
from wide_aperture.core.picture.metering import meter
from wide_aperture.core.picture.scenes.scene import Face
from wide_aperture.core.picture.scenes.stage import SKIN
from wide_aperture.core.planning import plan_of
from wide_aperture.core.planning.night import moon_case, night_case, night_choice, sky_rate_arcsec_s
from wide_aperture.core.planning.reserve import reserve_advice
from wide_aperture.core.rehearsal.begin import rehearsal
from wide_aperture.core.sky.daylight.conditions import ev_of_lux
from wide_aperture.core.sky.daylight.illuminance import moon_lux
from wide_aperture.core.sky.frames import horizontal
from wide_aperture.core.sky.night.darkness import luminance_of_magnitude
from wide_aperture.core.sky.night.frames import ev_of_sky, land_cd_m2, night_frame
from wide_aperture.core.sky.night.moon import moon_plan
from wide_aperture.core.sky.night.sequence import sequence_plan
from wide_aperture.core.sky.pointing import frame_outline, framed_declination_deg, worst_trail_px

RAW = re.compile(r"\braw\b", re.IGNORECASE)


def jpeg_only(given):
    preferences = given.preferences
    requests = preferences.requests.model_copy(update={"file": "jpeg"})
    return given.model_copy(update={"preferences": preferences.model_copy(update={"requests": requests})})


class JpegOnly(SimpleTestCase):
    def test_nobody_speaks_of_raw(self):
        for title, given in all_inputs().items():
            given = jpeg_only(given)
            made = plan_of(given)
            texts = [
                made.model_dump_json(exclude={"setup": True, "findings": {"__all__": {"remedy"}}})
            ]  # "Raw beside it"
            for setting, value in made.setup.settings.items():
                if setting != "file":
                    texts.append(json.dumps({setting: [*value.reasons, value.school]}))
            texts.append(reserve_advice(given.case, made.choice.iso).model_dump_json())
            for text in texts:
                with self.subTest(title):
                    found = RAW.search(re.sub(r'"(code|id|raw_clip_ev|setting|limit)":\s*"[^"]*"', "", text))
                    self.assertIsNone(found, text[max(found.start() - 120, 0) : found.end() + 80] if found else "")


class TheReserve(SimpleTestCase):
    """What a reserve gains and costs, asked of the advisor, of the simulated raw data, and of the checks."""

    def case(self, chance):
        base = chance.choice((64, 100, 160, 200))
        megapixels = chance.choice((12, 24, 45, 61))
        camera = body(
            base_iso=base,
            megapixels=megapixels,
            electrons=typical(36, 24, megapixels, base, chance.uniform(11, 14.5)),
            reserve_floors=chance.choice(
                ((), (ReserveFloor(reserve="highlight_reserve_1", iso=2 * base), ReserveFloor(reserve="highlight_reserve_2", iso=4 * base)))
            ),
        )  # fmt: skip
        iso = base * 2 ** (chance.randint(0, 18) / 3)
        reserve = chance.choice(("highlight_reserve_1", "highlight_reserve_2", "auto"))
        return camera, iso, reserve

    def test_advisor_and_simulated_raw_data_agree(self):
        chance = random.Random(8)
        for _ in range(200):
            camera, iso, reserve = self.case(chance)
            asked = plan_input(situation(scene_range_ev=13), camera=camera, requests={"file": "jpeg"})
            option = next(o for o in reserve_advice(asked.case, iso).options if o.reserve == reserve)
            before, top = raw_shot(camera, iso, "off")
            after, raised_top = raw_shot(camera, option.iso, reserve)
            said = f"{reserve} at ISO {iso:.0f}, base {camera.base_iso}"
            self.assertAlmostEqual(option.loses_below_ev, 2 * math.log2(before / after), delta=0.1, msg=said)
            self.assertAlmostEqual(option.gains_above_ev, raised_top - top, delta=0.1, msg=said)

    def test_the_light_s_loss_holds_only_against_base_iso(self):
        camera = body()
        asked = plan_input(situation(scene_range_ev=13), camera=camera)
        for name, stops in RESERVE_EV.items():
            if not stops:
                continue
            at_base, high = (
                next(o for o in reserve_advice(asked.case, iso).options if o.reserve == name) for iso in (100, 6400)
            )
            self.assertGreater(at_base.loses_below_ev, stops * 0.9)
            self.assertLess(high.loses_below_ev, 0.35)
            self.assertEqual((at_base.raises_iso_ev, high.raises_iso_ev), (stops, 0))

    def test_raw_shot_darker_is_the_reserve_by_another_name(self):
        for iso in (100, 200, 800, 3200):
            asked = plan_input(situation(scene_range_ev=2.5 * (3.3 + 1.0)), camera=body())  # a stop above clipping
            options = {option.reserve: option for option in reserve_advice(asked.case, iso).options}
            darker, reserve = options["darker_raw"], options["highlight_reserve_1"]
            self.assertAlmostEqual(darker.gains_above_ev, 1, delta=0.05)
            self.assertAlmostEqual(darker.loses_below_ev, reserve.loses_below_ev, delta=0.1)

    def test_the_check_speaks_where_the_advisor_sees_the_iso_raised(self):
        for ev, fires in ((15, True), (4, False)):
            brief = situation(ev=ev, speed=2, near=8, far=8)
            made = planned(brief, glass=lens(85, 1.8), requests={"dr_mode": "highlight_reserve_1", "file": "jpeg"})
            asked = plan_input(brief, glass=lens(85, 1.8), requests={"file": "jpeg"})
            plain = plan_of(asked)
            option = next(
                o for o in reserve_advice(asked.case, plain.choice.iso).options if o.reserve == "highlight_reserve_1"
            )
            self.assertEqual(option.raises_iso_ev > 0.1, fires)
            self.assertEqual("dr_mode_raises_min_iso" in codes(made), fires)

    def test_a_jpeg_s_plan_takes_what_the_advisor_would_where_it_costs_no_light(self):
        for title, given in all_inputs().items():
            given = jpeg_only(given)
            if given.preferences.requests.dr_mode is not None or given.preferences.schools.highlights != "by_case":
                continue
            made = plan_of(given)
            advice = reserve_advice(given.case, made.choice.iso)
            taken = next(o for o in advice.options if o.reserve == made.setup.option("dr_mode"))
            with self.subTest(title):
                self.assertIn(taken.reserve, (advice.best, "off"))
                self.assertLess(taken.raises_iso_ev, 0.15)


class TheNight(SimpleTestCase):
    """Plan and Sky give one frame for the same stars, and the same limits for the same Moon."""

    def test_one_time_and_one_iso(self):
        for focal, f_number in ((14, 2.8), (24, 1.8), (50, 1.8)):
            for declination in (0, -29, 60):
                for megapixels in (12, 24, 45):
                    camera = body(megapixels=megapixels, electrons=typical(36, 24, megapixels, 100))
                    sky = float(luminance_of_magnitude(21.7))
                    said = night_choice(night_case(camera, focal, f_number, sky_cd_m2=sky, declination_deg=declination))
                    brief = situation(
                        ev=ev_of_sky(sky), genre="night_sky", subject="stars", near=OPTICAL_INFINITY_M, far=None,
                        support="tripod", angular_speed_arcsec_s=sky_rate_arcsec_s(declination), background_tone="dark",
                    )  # fmt: skip
                    glass = lens(focal, f_number, fixed_aperture=True)
                    made = planned(brief, camera=camera, glass=glass, requests={"aperture": f_number})
                    self.assertEqual((said.exposure_s, said.iso), (made.choice.shutter_s, made.choice.iso))
                    on_rulers = {window.id: window for window in made.windows}
                    self.assertAlmostEqual(on_rulers["trailing"].high, said.limit_points_s)
                    self.assertEqual(on_rulers["read_noise_drowned"].marks, (said.iso_drowned,))
                    self.assertIn("ceiling", on_rulers)

    def test_the_drowned_iso_is_the_sky_page_s_own(self):
        sky, camera = float(luminance_of_magnitude(21.7)), body()
        case = night_case(camera, 24, 1.8, sky_cd_m2=sky, declination_deg=0)
        said = night_choice(case)
        frame = night_frame(camera, 24, 1.8, sky_cd_m2=sky, declination_deg=0, exposure_s=said.limit_points_s)
        self.assertAlmostEqual(frame.iso_enough / said.iso_drowned, 1, delta=0.01)

    def test_the_moon_s_hand_and_drift(self):
        for stops in (0.0, 4.0):
            glass = lens(400, 5.6, stabiliser_stops=stops)
            camera = body(stabiliser_stops=0)
            brief = {"genre": "night_sky", "subject": "moon", "ev": 14, "near": OPTICAL_INFINITY_M, "far": None}
            made = plan_input(situation(**brief, support="handheld"), camera=camera, glass=glass).case
            said = moon_case(camera, 400, 5.6, ev100=14, rate_arcsec_s=15, stabiliser_stops=stops)
            self.assertAlmostEqual(said.support.handheld_limit_s, made.support.handheld_limit_s)
            self.assertEqual(said.output.sky_tolerance_px, made.output.sky_tolerance_px)

    def test_one_way_of_focusing_the_moon(self):
        context = SkyContext(date=dt.date(2026, 7, 28), zone="Etc/UTC", latitude_deg=38, longitude_deg=-33)
        brief = {"genre": "night_sky", "subject": "moon", "ev": 14, "near": OPTICAL_INFINITY_M, "far": None}
        for school, mode in (("single", "single"), ("continuous", "continuous"), ("by_hand", "manual")):
            made = planned(situation(**brief, support="tripod"), glass=lens(400, 5.6), schools={"moon_focus": school})
            page = moon_plan(
                body(), 400, 5.6, context=context, at_min=1380, hand_limit_s=0.01, drift_px=1, focus=school
            )
            self.assertEqual(made.setup.option("af_mode"), mode)
            self.assertIn(page.focus[0], made.setup.settings["af_mode"].reasons)

    def test_land_under_a_full_moon(self):
        named = named_light("full_moon_land")
        high = float(ev_of_lux(moon_lux(60.0, 1.0)))
        self.assertAlmostEqual(named.ev100, high, delta=0.15)
        self.assertTrue(named.ev_low <= float(ev_of_lux(moon_lux(35.0, 1.0))) <= named.ev_high)
        sky = float(luminance_of_magnitude(18.5))
        starlit, moonlit = (
            night_frame(body(), 14, 2.8, sky_cd_m2=sky, declination_deg=0, exposure_s=20, land=land_cd_m2(lux)).land_s
            for lux in (0.0, float(moon_lux(45.0, 1.0)))
        )
        self.assertGreater(starlit, 600)
        self.assertLess(moonlit, 30)

    def test_cards_and_batteries_are_counted_once(self):
        for file in (None, "raw_lossless_compressed"):
            self.assertAlmostEqual(bytes_a_frame(24, file) / 1e6, 26.4)
        night = sequence_plan("time_lapse", body(), exposure_s=10, duration_min=600, interval_s=12)
        brief = situation(
            genre="night_sky", subject="stars", near=OPTICAL_INFINITY_M, far=None, ev=-6, support="tripod"
        )
        needed = night.frames * bytes_a_frame(24) / 1e9
        self.assertAlmostEqual(night.gigabytes, needed)
        for gigabytes, fires in ((needed * 1.02, False), (needed * 0.98, True)):
            made = planned(
                brief, glass=lens(20, 1.8), accessories=Accessories(cards_gb=gigabytes),
                requests={"sequence_frames": night.frames, "interval_s": 40.0},
            )  # fmt: skip
            self.assertEqual("card_full_before_end" in codes(made), fires)
        cold = planned(situation(temperature_c=-20))
        said = next(f.sentence for f in cold.findings if f.code == "battery_cold")
        self.assertIn(f"{1 - battery_left(-20):.0%}", said)


class WideLenses(SimpleTestCase):
    def test_trails_at_the_edge_by_exact_projection(self):
        asked = {"bearing_deg": 180.0, "tilt_deg": 20.0, "latitude_deg": 40.0, "exposure_s": 20.0}
        wide = worst_trail_px(36, 24, 14, 6.0, **asked)
        middle = float(star_trail_length(-30, 14, 6.0, 20))
        self.assertGreater(wide, 2 * middle)
        long = worst_trail_px(36, 24, 400, 6.0, **asked)
        self.assertAlmostEqual(long / float(star_trail_length(-30, 400, 6.0, 20)), 1, delta=0.05)

    def test_against_a_star_s_own_track(self):
        # The corner of a frame that looks south at 40 degrees: the star there, where it stands 60 s later, both projected.
        azimuth, altitude = frame_outline(36, 24, 14, 180, 40)
        away = [self.drift_px(float(a), float(h)) for a, h in zip(azimuth, altitude, strict=True)]
        asked = {"bearing_deg": 180.0, "tilt_deg": 40.0, "latitude_deg": 51.0, "exposure_s": 60.0}
        self.assertAlmostEqual(worst_trail_px(36, 24, 14, 6.0, **asked), max(away), delta=0.05)

    def drift_px(self, azimuth, altitude):
        latitude = 51.0
        declination = float(framed_declination_deg(azimuth, altitude, latitude))
        hour = math.degrees(
            math.atan2(
                -math.sin(math.radians(azimuth)) * math.cos(math.radians(altitude)),
                math.sin(math.radians(altitude)) * math.cos(math.radians(latitude))
                - math.cos(math.radians(altitude)) * math.cos(math.radians(azimuth)) * math.sin(math.radians(latitude)),
            )
        )
        hours = np.array([hour, hour + 60 * 15.041068 / 3600])
        heights, bearings = horizontal(hours, np.full(2, declination), latitude)
        (x0, y0), (x1, y1) = (self.projected(float(a), float(h)) for a, h in zip(bearings, heights, strict=True))
        return math.hypot(x1 - x0, y1 - y0) * 1000 / 6.0

    def projected(self, azimuth, altitude, focal=14.0, bearing=180.0, tilt=40.0):
        """Where a direction falls on the sensor, mm."""
        a, h, t = math.radians(azimuth - bearing), math.radians(altitude), math.radians(tilt)
        ahead = math.cos(h) * math.cos(a) * math.cos(t) + math.sin(h) * math.sin(t)
        return (
            focal * math.cos(h) * math.sin(a) / ahead,
            focal * (math.sin(h) * math.cos(t) - math.cos(h) * math.cos(a) * math.sin(t)) / ahead,
        )


class Shake(SimpleTestCase):
    """The rehearsal's frames are shaken as often as the plan counts with, each frame by itself."""

    def lengths(self, stops_past, frames=800):
        camera = body()
        capture = Capture(
            focal_mm=50, focus_m=5, shutter_s=2.0**stops_past / 100, aperture=4, iso=100, hand_limit_s=0.01
        )
        return [shake_mm(camera, capture.model_copy(update={"shot": shot})) / camera.coc_mm for shot in range(frames)]

    def test_as_many_frames_are_sharp_as_the_plan_says(self):
        for past in (-1.0, 0.0, 1.0, 1.5, 2.5):
            drawn = self.lengths(past)
            sharp = sum(length <= 1 for length in drawn) / len(drawn)
            self.assertAlmostEqual(sharp, float(sharp_chance(past)), delta=0.04)

    def test_a_frame_is_shaken_without_the_burst_s_gain(self):
        for frames in (1, 12):
            given = plan_input(situation(ev=5, near=4, far=4, speed=0.3, burst_frames=frames), glass=lens(85, 1.8))
            begun = rehearsal(given.case, plan_of(given)).capture
            self.assertAlmostEqual(begun.hand_limit_s, given.case.support.single_frame_limit_s)
        gain = given.case.support.handheld_limit_s / begun.hand_limit_s
        self.assertAlmostEqual(math.log2(gain), burst_gain_stops(12))

    def test_a_tripod_shakes_nothing(self):
        capture = Capture(focal_mm=50, focus_m=5, shutter_s=1, aperture=4, iso=100, hand_limit_s=None)
        self.assertEqual(shake_mm(body(), capture), 0)


class WhatIsMeant(SimpleTestCase):
    def test_an_asked_shift_of_the_highlights_is_no_error_of_the_prediction(self):
        for school in ("standing_under_exposure", "expose_to_the_right", "by_case"):
            brief = situation(ev=12, genre="landscape", support="tripod", near=5, far=None, scene_range_ev=6)
            made = planned(brief, glass=lens(24, 2.8), schools={"highlights": school})
            expected = next(frame for frame in made.prediction if frame.light == "expected")
            self.assertLess(abs(expected.error_ev), 0.2, school)

    def test_coming_closer_uses_the_size_in_the_frame(self):
        def limit(near, focal):
            brief = situation(ev=8, speed=6, direction="towards", near=near, far=near)
            made = planned(brief, glass=lens(focal, 2.8))
            return next(window.high for window in made.windows if window.id == "growth")

        # The edge moves by h/2 v t / d of the image's height, h = 1.8 m x f / d on 24 mm: twice as far, a quarter.
        self.assertAlmostEqual(limit(60, 200) / limit(30, 200), 4, delta=0.2)
        self.assertAlmostEqual(limit(60, 100) / limit(60, 200), 2, delta=0.1)
        self.assertAlmostEqual(limit(4, 400) / limit(2, 400), 2, delta=0.1)  # it fills the frame at both

    def test_the_skin_a_meter_assumes_is_the_one_it_says(self):
        def off(kind):
            face = Face(x=0.0, y=0.5, radius=0.2, reflectance=SKIN[kind])
            frame = np.full((120, 180), 100.0)
            return meter(frame, "multi_segment", faces=[face]).face_error_ev

        self.assertAlmostEqual(off("tan"), 0, places=6)
        self.assertGreater(off("fair"), 0.2)
        self.assertLess(off("dark"), -0.5)
