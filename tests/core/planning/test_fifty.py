"""The same fifty questions asked of every page that speaks of them, and compared."""

import functools
import math
from collections import Counter

from django.test import SimpleTestCase

from tests.core.builders import codes, raw_shot
from tests.core.fifty import fifty
from wide_aperture.core.camera.packing import item_of
from wide_aperture.core.craft.endurance import battery_left, bytes_a_frame
from wide_aperture.core.documents.accessories import Accessories
from wide_aperture.core.documents.situation import OPTICAL_INFINITY_M, LightByEv
from wide_aperture.core.physics.motion import sharp_chance, star_trail_length
from wide_aperture.core.picture.imaging.optical import shake_mm
from wide_aperture.core.planning import Brief, plan_of
from wide_aperture.core.planning.assess import assess
from wide_aperture.core.planning.checks import check_setup
from wide_aperture.core.planning.framing import rank_kit
from wide_aperture.core.planning.night import moon_case, night_case, night_choice, sky_rate_arcsec_s
from wide_aperture.core.planning.reserve import reserve_advice
from wide_aperture.core.planning.schools import other_schools
from wide_aperture.core.rehearsal.begin import rehearsal
from wide_aperture.core.sky.daylight.conditions import ev_of_lux
from wide_aperture.core.sky.daylight.illuminance import moon_lux
from wide_aperture.core.sky.night.darkness import luminance_of_magnitude
from wide_aperture.core.sky.night.frames import ev_of_sky, land_cd_m2, night_frame
from wide_aperture.core.sky.night.sequence import sequence_plan
from wide_aperture.core.sky.pointing import framed_declination_deg, worst_trail_px


def of_fifty(asks):
    """A test of one question, made into a test of all fifty, each by its number."""

    @functools.wraps(asks)
    def test(self):
        for question in fifty():
            with self.subTest(question=question.number):
                asks(self, question)

    return test


class TheFifty(SimpleTestCase):
    def test_they_are_as_different_as_a_year_s_work(self):
        asked = fifty()
        genres, files = Counter(q.brief.genre for q in asked), Counter(q.file for q in asked)
        reserves = Counter(q.reserve for q in asked)
        self.assertEqual(len(asked), 50)
        self.assertEqual((len(genres), len(files), len(reserves)), (6, 3, 2))
        self.assertGreaterEqual(min(*genres.values(), *files.values()), 4)
        self.assertGreater(min(reserves.values()), 8)


class ExposurePages(SimpleTestCase):
    """Plan, check, weighing, framing, schools, packing and rehearsal start from one choice."""

    @of_fifty
    def test_checked_and_weighed_as_planned(self, question):
        given = question.given()
        made = question.plan
        found = {(f.code, f.about, f.is_open) for f in made.findings}
        weighed = assess(made.setup, given)
        self.assertEqual({(f.code, f.about, f.is_open) for f in check_setup(made.setup, given)}, found)
        self.assertEqual((weighed.choice, weighed.prices), (made.choice, made.prices))

    @of_fifty
    def test_framing_ranks_at_the_plan_s_own_exposure(self, question):
        given = question.given()
        made = question.plan
        brief = Brief(**{name: getattr(given, name) for name in Brief.model_fields})
        (line,) = rank_kit([given.body], [given.lens], brief)
        self.assertEqual(
            (line.shutter_s, line.aperture, line.iso),
            (made.choice.shutter_s, made.choice.aperture, made.choice.iso),
        )
        self.assertAlmostEqual(line.limits_ev, sum(price.ev for price in made.prices), delta=0.05)

    @of_fifty
    def test_the_school_followed_is_the_plan(self, question):
        for asked in ("exposure", "highlights", "white_balance"):
            first = other_schools(asked, question.given())[0]
            self.assertEqual((first.is_followed, first.differences, first.price_ev), (True, (), 0))

    @of_fifty
    def test_packed_and_rehearsed_as_planned(self, question):
        given = question.given()
        made = question.plan
        begun = rehearsal(given.case, made)
        self.assertEqual(item_of(given).setup, made.setup)
        self.assertEqual(
            (begun.capture.shutter_s, begun.capture.aperture, begun.capture.iso),
            (made.choice.shutter_s, made.choice.aperture, made.choice.iso),
        )
        self.assertEqual(begun.meter.comp_ev, made.setup.number("exposure_comp_ev") or 0.0)
        self.assertEqual(begun.capture.reserve, made.setup.option("dr_mode") or "off")


class ReservePages(SimpleTestCase):
    """The advisor, the simulated raw data and the check speak of one reserve."""

    @of_fifty
    def test_gain_and_loss(self, question):
        given = question.given(file="jpeg")
        option = next(o for o in reserve_advice(given.case, question.iso).options if o.reserve == question.reserve)
        before, top = raw_shot(question.camera, question.iso, "off")
        after, raised_top = raw_shot(question.camera, option.iso, question.reserve)
        self.assertAlmostEqual(option.loses_below_ev, 2 * math.log2(before / after), delta=0.1)
        self.assertAlmostEqual(option.gains_above_ev, raised_top - top, delta=0.1)

    @of_fifty
    def test_the_check_speaks_where_the_advisor_sees_the_iso_raised(self, question):
        plain = plan_of(question.given(file="jpeg", dr_mode="off"))
        option = next(
            o
            for o in reserve_advice(question.given(file="jpeg").case, plain.choice.iso).options
            if o.reserve == question.reserve
        )
        made = plan_of(question.given(file="jpeg", dr_mode=question.reserve))
        kept = made.setup.option("dr_mode") == question.reserve
        floor = question.camera.reserve_floor(question.reserve)
        if kept:
            self.assertGreaterEqual(made.choice.iso, floor / 1.02)
            self.assertEqual("dr_mode_raises_min_iso" in codes(made), option.raises_iso_ev > 0.1)
        else:  # all or nothing, and never without a word
            self.assertTrue(any(f.about == "request" for f in made.findings), codes(made))


class NightPages(SimpleTestCase):
    """Plan and Sky, under each question's own sky with its own kit."""

    @of_fifty
    def test_one_time_one_iso_and_both_criteria(self, question):
        focal, f_number = question.glass.focal_max_mm, question.glass.widest[0].f_number
        sky = float(luminance_of_magnitude(question.sky_mag))
        case = night_case(question.camera, focal, f_number, sky_cd_m2=sky, declination_deg=question.declination_deg)
        said = night_choice(case)
        rate = sky_rate_arcsec_s(question.declination_deg)
        brief = question.night(ev=ev_of_sky(sky), angular_speed_arcsec_s=rate)
        made = plan_of(question.given(brief, file="raw", aperture=f_number))
        self.assertEqual((said.exposure_s, said.iso), (made.choice.shutter_s, made.choice.iso))
        on_rulers = {window.id: window for window in made.windows}
        self.assertAlmostEqual(on_rulers["trailing"].high, said.limit_points_s)
        self.assertEqual(on_rulers["read_noise_drowned"].marks, (said.iso_drowned,))
        frame = night_frame(
            question.camera, focal, f_number, sky_cd_m2=sky, declination_deg=question.declination_deg,
            exposure_s=said.limit_points_s,
        )  # fmt: skip
        self.assertAlmostEqual(frame.iso_enough / said.iso_drowned, 1, delta=0.01)

    @of_fifty
    def test_the_moon_in_the_hand(self, question):
        focal, f_number = question.glass.focal_max_mm, question.glass.widest[0].f_number
        said = moon_case(
            question.camera, focal, f_number, ev100=14, rate_arcsec_s=15,
            stabiliser_stops=question.glass.stabiliser_stops,
        )  # fmt: skip
        brief = question.night(subject="moon", ev=14, support="handheld", angular_speed_arcsec_s=15)
        made = question.given(brief).case
        self.assertAlmostEqual(said.support.handheld_limit_s, made.support.handheld_limit_s)
        self.assertEqual(said.output.sky_tolerance_px, made.output.sky_tolerance_px)

    @of_fifty
    def test_the_trail_at_the_frame_s_edge_is_no_shorter_than_in_its_middle(self, question):
        focal, camera = question.glass.focal_max_mm, question.camera
        asked = {"bearing_deg": 180.0, "tilt_deg": 35.0, "latitude_deg": 45.0, "exposure_s": 15.0}
        worst = worst_trail_px(camera.sensor_width_mm, camera.sensor_height_mm, focal, camera.pixel_pitch_um, **asked)
        middle_deg = float(framed_declination_deg(180.0, 35.0, 45.0))
        middle = float(star_trail_length(middle_deg, focal, camera.pixel_pitch_um, 15.0))
        self.assertGreaterEqual(worst, middle * 0.999)
        half = math.hypot(camera.sensor_width_mm, camera.sensor_height_mm) / 2
        widens = (
            1 + (half / focal) ** 2
        )  # how much longer a gnomonic picture makes a path at its corner, along the radius
        fastest = float(star_trail_length(0.0, focal, camera.pixel_pitch_um, 15.0))
        self.assertLessEqual(worst, fastest * widens * 1.01)

    @of_fifty
    def test_land_under_a_moon_is_exposed_by_the_moon(self, question):
        lux = float(moon_lux(20 + question.number, 0.5 + question.number / 100))
        f_number, sky = question.glass.widest[0].f_number, float(luminance_of_magnitude(question.sky_mag))
        frame = night_frame(
            question.camera, question.glass.focal_max_mm, f_number, sky_cd_m2=sky, declination_deg=0,
            exposure_s=10, land=land_cd_m2(lux),
        )  # fmt: skip
        ev = float(ev_of_lux(lux))
        brief = question.night(ev=ev, subject="land", near=8.0, far=None)
        made = plan_of(question.given(brief, file="raw", aperture=f_number))
        self.assertAlmostEqual(made.light.ev100, ev, delta=0.01)
        # As long as the land needs to be as bright as the sky of ten seconds: in the ratio of their luminances.
        self.assertAlmostEqual(frame.land_s, min(10 * sky / land_cd_m2(lux), 3600), delta=0.01)


class ShakePages(SimpleTestCase):
    """The rehearsal's frames are shaken as the plan counts, without the burst's gain."""

    @of_fifty
    def test_each_frame_by_itself(self, question):
        given = question.given()
        made = question.plan
        capture = rehearsal(given.case, made).capture
        if given.case.support.on_tripod:
            self.assertEqual(shake_mm(question.camera, capture), 0)
            return
        self.assertAlmostEqual(capture.hand_limit_s, given.case.support.single_frame_limit_s)
        past = math.log2(capture.shutter_s / capture.hand_limit_s)
        drawn = [
            shake_mm(question.camera, capture.model_copy(update={"shot": shot})) <= question.camera.coc_mm
            for shot in range(250)
        ]
        self.assertAlmostEqual(sum(drawn) / len(drawn), float(sharp_chance(past)), delta=0.08)


class EndurancePages(SimpleTestCase):
    """Cards and batteries: the night's plan of a sequence and the check of a situation."""

    @of_fifty
    def test_what_fills_a_card(self, question):
        night = sequence_plan(
            "time_lapse", question.camera, exposure_s=10, duration_min=300, interval_s=20,
            temperature_c=question.temperature_c,
        )  # fmt: skip
        needed = night.frames * bytes_a_frame(question.camera.megapixels) / 1e9
        self.assertAlmostEqual(night.gigabytes, needed)
        brief = question.night(ev=-6, angular_speed_arcsec_s=15)
        for share, fires in ((1.02, False), (0.98, True)):
            given = question.given(brief, file="raw_lossless_compressed", sequence_frames=night.frames, interval_s=40.0)
            given = given.model_copy(update={"accessories": Accessories(cards_gb=needed * share)})
            self.assertEqual("card_full_before_end" in codes(plan_of(given)), fires)

    @of_fifty
    def test_what_the_cold_leaves_in_a_battery(self, question):
        said = next((f.sentence for f in question.plan.findings if f.code == "battery_cold"), None)
        self.assertEqual(said is not None, question.temperature_c <= -5)
        if said:
            self.assertIn(f"{1 - battery_left(question.temperature_c):.0%}", said)


class LightPages(SimpleTestCase):
    """What the plan reckons with is what its prediction and its rehearsal are lit by."""

    @of_fifty
    def test_the_light_of_the_brief(self, question):
        made = question.plan
        light = question.brief.light
        self.assertIsInstance(light, LightByEv)
        self.assertEqual((made.light.ev100, made.light.cct_k), (light.ev100, light.cct_k))
        expected = next((f for f in made.prediction if f.light == "expected"), None)
        if expected is not None:
            self.assertAlmostEqual(expected.ev100, light.ev100)
        self.assertLess(question.brief.near_m, OPTICAL_INFINITY_M)
