"""Dark hours, night frames, the Moon in the frame, searches over months, sequences, and the frame on the sky."""

import datetime as dt
import math

import numpy as np
from django.test import SimpleTestCase
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.builders import body, situation
from wide_aperture.core.documents.place import HorizonPoint, SavedPlace, TownGlow
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.errors import DomainError
from wide_aperture.core.sky import night_events, star_position
from wide_aperture.core.sky.daylight.day import tracks
from wide_aperture.core.sky.night.darkness import magnitude_of_luminance, sky_cd_m2, usable_above_deg
from wide_aperture.core.sky.night.frames import iso_enough, night_frame, points_limit_s
from wide_aperture.core.sky.night.moon import balanced_rises, moon_plan
from wide_aperture.core.sky.night.search import NightWish, nearest_dark_night, search_nights
from wide_aperture.core.sky.night.sequence import panorama, sequence_plan, test_series
from wide_aperture.core.sky.night.windows import dark_night, last_evening, year_of
from wide_aperture.core.sky.pointing import apart_deg, frame_outline, framed_declination_deg, sun_caution
from wide_aperture.core.sky.stars import GALACTIC_CENTRE
from wide_aperture.demo.kit import BODIES

NORTH = SkyContext(date=dt.date(2026, 8, 14), zone="Etc/UTC", latitude_deg=38, longitude_deg=-33)
SOUTH = SkyContext(date=dt.date(2026, 7, 14), zone="Etc/GMT+10", latitude_deg=-42, longitude_deg=-150)
POLAR = SkyContext(date=dt.date(2026, 6, 21), zone="Etc/GMT-2", latitude_deg=69.6, longitude_deg=18.9)
DARK = float(sky_cd_m2(180, 30))
SMALL = next(item for item in BODIES if item.name == "Gorse")


class DarkHours(SimpleTestCase):
    def test_dark_hours_agree_with_twilight_and_moonset(self):
        night = dark_night(NORTH)
        events = night_events(NORTH.date, NORTH.latitude_deg, NORTH.longitude_deg)
        (astronomical,) = night.astronomical
        self.assertAlmostEqual(astronomical.from_min, NORTH.minutes_of(events.astronomical_dusk), delta=3)
        self.assertAlmostEqual(astronomical.until_min, NORTH.minutes_of(events.astronomical_dawn), delta=3)
        (target,) = night.target
        self.assertAlmostEqual(target.until_min, NORTH.minutes_of(events.gc_set_10deg), delta=3)

    def test_both_hemispheres_see_the_core_where_it_is(self):
        self.assertAlmostEqual(dark_night(NORTH).target_highest_deg, 23, delta=1)
        self.assertAlmostEqual(dark_night(SOUTH).target_highest_deg, 77, delta=1)

    def test_a_polar_summer_is_answered_with_a_sentence_and_the_nearest_night(self):
        self.assertIn("does not set", dark_night(POLAR).sentence)
        nearest = nearest_dark_night(POLAR)
        before, on = (dark_night(POLAR.model_copy(update={"date": nearest - dt.timedelta(days=k)})) for k in (1, 0))
        self.assertEqual((len(before.astronomical), len(on.astronomical)), (0, 1))

    def test_the_season_ends_on_the_last_evening(self):
        points = year_of(NORTH)
        last = last_evening(points, 23 * 60)
        at = next(k for k, point in enumerate(points) if point.date == last)
        self.assertIsNotNone(points[at].evening_min)
        self.assertTrue(points[at + 1].evening_min is None or points[at + 1].evening_min > 23 * 60)
        self.assertEqual(last.month, 10)


class Brightness(SimpleTestCase):
    def test_glow_lies_over_its_town_and_fades_upwards(self):
        glow = (TownGlow(bearing_deg=160, width_deg=50, height_deg=10, strength=6),)
        low, high, away = (float(sky_cd_m2(a, h, glows=glow)) for a, h in ((160, 5), (160, 60), (340, 5)))
        self.assertGreater(low, 2 * high)
        self.assertGreater(low, 2 * away)
        self.assertAlmostEqual(float(magnitude_of_luminance(sky_cd_m2(0, 90))), 21.7, delta=0.05)

    def test_moon_and_twilight_take_the_stars(self):
        moonlit = float(magnitude_of_luminance(sky_cd_m2(0, 60, moon_altitude_deg=50, moon_fraction=1)))
        self.assertAlmostEqual(moonlit, 18.1, delta=0.6)
        self.assertLess(float(magnitude_of_luminance(sky_cd_m2(0, 60, sun_altitude_deg=-9))), 19)

    def test_haze_ends_the_core_early(self):
        self.assertLess(usable_above_deg(0), usable_above_deg(0.5))
        self.assertLess(usable_above_deg(0.5), usable_above_deg(1))


class Frames(SimpleTestCase):
    def test_the_trail_is_as_long_as_three_pixels_at_the_exact_limit(self):
        frame = night_frame(body(), 20, 1.8, sky_cd_m2=DARK, declination_deg=-29)
        self.assertAlmostEqual(frame.trail_px, 3, places=6)
        self.assertAlmostEqual(frame.limit_500_s, 25, delta=0.1)

    @given(declination=st.floats(-85, 85), focal=st.floats(8, 400))
    def test_points_last_longer_towards_the_pole_and_with_shorter_lenses(self, declination, focal):
        here = points_limit_s(body(), focal, declination)
        self.assertGreaterEqual(points_limit_s(body(), focal, min(abs(declination) + 4, 89)), here)
        self.assertGreaterEqual(points_limit_s(body(), focal / 2, declination), here)

    def test_stacks_grow_with_the_root_of_their_frames(self):
        one, many = (night_frame(body(), 20, 1.8, sky_cd_m2=DARK, declination_deg=-29, frames=n) for n in (1, 16))
        self.assertAlmostEqual(many.snr_stacked, 4 * one.snr_single)
        self.assertEqual(one.exposure_s, many.exposure_s)

    def test_more_iso_than_enough_gains_nothing(self):
        camera = body()
        frame = night_frame(camera, 20, 1.8, sky_cd_m2=DARK, declination_deg=-29)
        self.assertLess(frame.iso, camera.highest_iso)
        self.assertEqual(frame.iso, iso_enough(camera, frame.sky_electrons))
        self.assertGreaterEqual(iso_enough(camera, 1.0), iso_enough(camera, 1000.0))

    def test_a_small_camera_is_told_its_honest_limits(self):
        small = night_frame(SMALL, 6, 2.8, sky_cd_m2=DARK, declination_deg=-29)
        large = night_frame(body(), 20, 1.8, sky_cd_m2=DARK, declination_deg=-29)
        self.assertLess(small.snr_single, large.snr_single / 2)
        self.assertFalse(small.swamps_read_noise)
        self.assertIn("Read noise still counts", small.sentence)

    def test_a_tracker_allows_what_the_sky_asks(self):
        tracked = night_frame(body(), 85, 2.8, sky_cd_m2=DARK, declination_deg=0, tracked=True)
        self.assertEqual(tracked.trail_px, 0)
        self.assertGreater(tracked.exposure_s, tracked.limit_points_s)


LIMITS = {"hand_limit_s": 1 / 250, "drift_px": 1.0}  # the planner's own in the application


class Moons(SimpleTestCase):
    full = NORTH.model_copy(update={"date": dt.date(2026, 7, 28)})

    def test_rise_size_and_drift(self):
        found = moon_plan(body(), 600, 8, context=self.full, at_min=1380, **LIMITS)
        rise = night_events(self.full.date, 38, -33).moonrise
        self.assertAlmostEqual(found.rise.at_min, self.full.minutes_of(rise), delta=0.1)
        self.assertAlmostEqual(found.rise.azimuth_deg, 121, delta=2)
        self.assertAlmostEqual(found.disc_px, math.radians(found.angular_diameter_deg) * 600 / 0.006, delta=3)
        self.assertAlmostEqual(found.limit_drift_s, found.arcsec_px / 14.5, delta=0.02)
        self.assertAlmostEqual(found.leaves_after_s, (6000 + found.disc_px) / 2 * found.arcsec_px / 13.4, delta=15)

    def test_rise_and_set_stand_on_either_side_of_the_moment(self):
        for at in range(0, 2880, 95):
            found = moon_plan(body(), 600, 8, context=self.full, at_min=at, **LIMITS)
            rise, setting = found.rise.at_min, found.set.at_min
            self.assertTrue(rise <= at <= setting if found.altitude_deg > -0.8 else setting <= at <= rise, at)
            self.assertLess(abs(rise - setting), 1000)

    def test_both_evenings_of_a_full_moon_are_listed(self):
        found = balanced_rises(NORTH.model_copy(update={"date": dt.date(2026, 7, 20)}), days=20)
        evenings = {rise.date for rise in found if rise.at_min < 1440}
        self.assertGreaterEqual(len(evenings), 2)
        self.assertTrue(any(rise.at_min >= 1440 for rise in found))  # and a morning over the other horizon
        self.assertTrue(all(rise.illuminated_fraction >= 0.965 for rise in found))

    def test_the_disc_is_exposed_by_phase_and_height(self):
        low, high = (moon_plan(body(), 600, 8, context=self.full, at_min=at, **LIMITS) for at in (1275, 1560))
        self.assertLess(low.ev100, high.ev100 - 3)
        self.assertAlmostEqual(2 * math.log2(8) - math.log2(high.exposure_s), high.ev100, delta=0.17)

    def test_balanced_rises_hold_both_in_one_frame(self):
        found = balanced_rises(NORTH.model_copy(update={"date": dt.date(2026, 7, 20)}), days=40)
        best = found[0]
        self.assertEqual(best.date, dt.date(2026, 7, 28))
        self.assertLess(abs(best.moon_ev - best.land_ev), 1.5)
        self.assertGreater(best.illuminated_fraction, 0.96)
        south = balanced_rises(SOUTH, days=40, bearing_deg=250, within_deg=20)
        self.assertTrue(all(abs(rise.azimuth_deg - 250) <= 20 for rise in south) and south)


class Searches(SimpleTestCase):
    def test_every_hit_offers_what_was_wished(self):
        wish = NightWish(above_deg=15, moon="below", from_min=1260, weekdays=(5,))
        found = search_nights(NORTH, 92, wish)
        self.assertTrue(found.hits)
        for hit in found.hits:
            with self.subTest(date=hit.date):
                self.assertEqual(hit.date.weekday(), 5)
                night = NORTH.model_copy(update={"date": hit.date})
                sky = tracks(night, np.linspace(hit.from_min, hit.until_min, 5))
                self.assertTrue((sky.core_altitude_deg > 14.5).all())
                self.assertTrue((sky.moon_altitude_deg < 0).all())
                self.assertTrue((sky.sun_altitude_deg < -17.5).all())
                self.assertGreaterEqual(hit.from_min, 1260)

    def test_best_come_first(self):
        scores = [hit.score for hit in search_nights(SOUTH, 60, NightWish()).hits]
        self.assertEqual(scores, sorted(scores, reverse=True))

    def test_hours_are_those_of_the_clock_on_both_sides_of_its_change(self):
        zone = SkyContext(date=dt.date(2026, 10, 20), zone="CET", latitude_deg=38, longitude_deg=0)
        found = search_nights(zone, 12, NightWish(above_deg=-90, moon="any", from_min=1260, until_min=1320))
        self.assertEqual({hit.from_min for hit in found.hits}, {1260.0})
        self.assertEqual(len(found.hits), 12)

    def test_an_empty_search_says_why(self):
        for context, wish, words in (
            (POLAR, NightWish(), "never gets that dark"),
            (NORTH, NightWish(above_deg=60), "reaches only"),
            (NORTH, NightWish(moon="up", moon_fraction_high=0.001), "leave nothing"),
        ):
            with self.subTest(words=words):
                found = search_nights(context, 31, wish)
                self.assertEqual(found.hits, ())
                self.assertIn(words, found.sentence)
        self.assertIsNotNone(search_nights(POLAR, 20, NightWish()).nearest)


class Sequences(SimpleTestCase):
    def test_frames_fill_the_time_and_gaps_are_said(self):
        trails = sequence_plan("star_trails", body(), exposure_s=30, duration_min=120)
        self.assertEqual(trails.frames, math.floor(7200 / 31))
        self.assertAlmostEqual(trails.arc_deg, 30, delta=0.2)
        gappy = sequence_plan("star_trails", body(), exposure_s=30, duration_min=60, interval_s=40)
        self.assertTrue(any("breaks in the trails" in note for note in gappy.notes))

    def test_cold_and_damp_are_said(self):
        cold = sequence_plan("time_lapse", body(), exposure_s=15, duration_min=300, temperature_c=-10, humidity=0.9)
        warm = sequence_plan("time_lapse", body(), exposure_s=15, duration_min=300, temperature_c=20)
        self.assertGreater(cold.batteries, warm.batteries)
        self.assertTrue(any("Dew" in note for note in cold.notes))

    def test_what_cannot_be_sequenced_is_refused(self):
        for asked in ({"interval_s": 10.0}, {"duration_min": 0.1}, {"duration_min": 2000}):
            with self.subTest(**asked), self.assertRaises(DomainError):
                sequence_plan("time_lapse", body(), **({"exposure_s": 20, "duration_min": 60} | asked))
        with self.assertRaises(DomainError):
            test_series("iso", (800,), {})

    @settings(max_examples=40)
    @given(focal=st.floats(10, 100), span=st.floats(40, 360), overlap=st.floats(0.15, 0.6), upright=st.booleans())
    def test_a_panorama_covers_its_span_with_its_overlap(self, focal, span, overlap, upright):
        turned = panorama(
            body(), focal, span_deg=span, from_tilt_deg=0, to_tilt_deg=50, overlap=overlap, upright=upright
        )
        wide = math.degrees(2 * math.atan((24 if upright else 36) / 2 / focal))
        self.assertLessEqual(turned.step_deg, wide * (1 - overlap) + 0.051)
        covered = turned.columns * turned.step_deg + (wide * overlap if span < 360 else 0)
        self.assertGreaterEqual(covered + 0.05 * turned.columns, min(span, 360) - 0.1)

    def test_a_series_changes_one_thing(self):
        frames = test_series("iso", (800, 1600, 3200), {"iso": "ISO 800", "exposure_s": "10 s"})
        self.assertEqual([frame.varies for frame in frames], ["ISO 800", "ISO 1600", "ISO 3200"])
        self.assertEqual({frame.held for frame in frames}, {"exposure_s 10 s"})


class Pointing(SimpleTestCase):
    def test_a_level_frame_is_as_wide_as_its_lens_says(self):
        azimuth, altitude = frame_outline(36, 24, 20, 180, 0)
        self.assertAlmostEqual(float(azimuth.max() - azimuth.min()), math.degrees(2 * math.atan(18 / 20)), delta=0.1)
        self.assertAlmostEqual(float(altitude.max()), math.degrees(math.atan(12 / 20)), delta=0.3)

    @given(bearing=st.floats(0, 360), tilt=st.floats(-60, 80))
    def test_every_edge_lies_as_far_from_the_middle_as_the_sensor_does(self, bearing, tilt):
        azimuth, altitude = frame_outline(36, 24, 50, bearing, tilt)
        away = apart_deg(bearing, tilt, azimuth, altitude)
        self.assertAlmostEqual(float(away.max()), math.degrees(math.atan(math.hypot(18, 12) / 50)), places=4)

    def test_the_framed_declination_is_that_of_the_star_there(self):
        place = star_position(dt.datetime(2026, 8, 14, 23, tzinfo=dt.UTC), 38, -33, GALACTIC_CENTRE.right_ascension_deg, GALACTIC_CENTRE.declination_deg)  # fmt: skip
        found = framed_declination_deg(place.azimuth_deg, place.altitude_deg, 38)
        self.assertAlmostEqual(float(found), -29.0, delta=0.1)

    def test_only_long_lenses_near_a_risen_sun_are_warned(self):
        at = {"bearing_deg": 270.0, "tilt_deg": 2.0, "sun_azimuth_deg": 271.0, "sun_altitude_deg": 3.0}
        self.assertIn("inside the frame", sun_caution(36, 400, 1, **at))
        self.assertIsNone(sun_caution(36, 35, 1, **at))
        self.assertIsNone(sun_caution(36, 400, 1, **{**at, "sun_altitude_deg": -5.0}))
        self.assertIsNone(sun_caution(36, 400, 1, **{**at, "sun_azimuth_deg": 330.0}))


class Places(SimpleTestCase):
    def test_the_horizon_is_read_between_its_bearings_and_over_north(self):
        place = SavedPlace(
            id=situation().id, name="A", latitude_deg=0, longitude_deg=0,
            horizon=(HorizonPoint(bearing_deg=350, altitude_deg=4), HorizonPoint(bearing_deg=10, altitude_deg=6)),
        )  # fmt: skip
        self.assertAlmostEqual(float(place.horizon_deg(np.array([0.0]))[0]), 5)
        with self.assertRaises(ValueError):
            SavedPlace(id=situation().id, name="A", latitude_deg=0, longitude_deg=0, horizon=(HorizonPoint(bearing_deg=0, altitude_deg=1), HorizonPoint(bearing_deg=360, altitude_deg=2)))  # fmt: skip
