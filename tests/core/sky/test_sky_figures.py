"""Numbers of the sky worked out by hand, and both sides of each step in its formulas."""

import datetime as dt
import math

import numpy as np
from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from tests.core.builders import body, situation
from wide_aperture.core.documents.situation import LightByReading, LightBySky
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.errors import DomainError
from wide_aperture.core.sky.daylight.conditions import band_ev, subject_lux
from wide_aperture.core.sky.daylight.day import light_at, light_of, tracks
from wide_aperture.core.sky.daylight.hand_meter import LIES_WITHIN, simulated_reading
from wide_aperture.core.sky.daylight.illuminance import beam_lux, direct_share, disc_ev, moon_lux, sun_lux
from wide_aperture.core.sky.daylight.resolve import READING_BAND_EV, SpanLight, resolved, span_light
from wide_aperture.core.sky.events import crossings, utc_of
from wide_aperture.core.sky.night.darkness import magnitude_of_luminance, moonlit_cd_m2, sky_cd_m2
from wide_aperture.core.sky.night.search import NightWish, search_nights
from wide_aperture.core.sky.night.sequence import field_deg, narrowest_width_deg, panorama, sequence_plan
from wide_aperture.core.sky.night.windows import dark_night, spans
from wide_aperture.core.sky.pointing import apart_deg, frame_outline, framed_declination_deg, sun_caution

HERE = SkyContext(date=dt.date(2026, 9, 12), zone="Etc/UTC", latitude_deg=51.5, longitude_deg=-1.0)


class Moonlight(SimpleTestCase):
    """Krisciunas and Schaefer: 0.026 |a| + 4e-9 a^4 magnitudes fainter than full at the phase angle a."""

    def test_a_half_moon_gives_a_tenth_of_a_full_one(self):
        # At 90 degrees of phase: 2.34 + 0.262 = 2.602 magnitudes.
        share = float(moon_lux(60, 0.5)) / float(moon_lux(60, 1.0))
        self.assertAlmostEqual(share, 10 ** (-0.4 * 2.6024), places=4)

    def test_the_full_moon_in_the_zenith_at_its_mean_distance(self):
        self.assertAlmostEqual(float(moon_lux(90, 1.0)), 0.26, places=3)

    def test_nearer_is_brighter_by_the_square_of_the_distance(self):
        near, mean = float(moon_lux(90, 1.0, 356_500)), float(moon_lux(90, 1.0))
        self.assertAlmostEqual(near / mean, (384_400 / 356_500) ** 2, places=6)

    def test_low_moons_are_dimmed_by_the_air_and_by_the_slant(self):
        # At 30 degrees the light passes about 1.99 air masses and falls at sin 30.
        self.assertAlmostEqual(float(moon_lux(30, 1.0)), 0.26 * 0.5 * 10 ** (-0.4 * 0.17 * 0.994), places=3)

    def test_no_moonlight_from_below_the_horizon(self):
        self.assertEqual(float(moon_lux(-0.3, 1.0)), 0.0)
        self.assertEqual(float(moon_lux(-5, 1.0)), 0.0)

    def test_a_thin_crescent_shines_darker_per_area_than_a_full_disc(self):
        self.assertAlmostEqual(disc_ev(1.0, 90), 14.8, places=3)
        half = 14.8 - math.log2(10) * 0.4 * (0.026 * 90 + 4e-9 * 90**4 + 2.5 * math.log10(0.5))
        self.assertAlmostEqual(disc_ev(0.5, 90), half, places=3)
        hazy, clear = disc_ev(1.0, 10, haze=0.5), disc_ev(1.0, 10)
        self.assertAlmostEqual((clear - hazy) / (14.8 - clear), 0.4 / 0.17, places=2)
        self.assertEqual(disc_ev(0.0, 90), disc_ev(0.01, 90))

    def test_the_sun_by_the_handbook(self):
        for altitude, lux in ((0, 732), (-6, 3.4), (30, 47_000), (90, 124_000), (-40, 6.5e-4)):
            self.assertAlmostEqual(float(sun_lux(altitude)) / lux, 1, places=6)

    def test_the_low_sun_s_beam_goes_by_the_air_it_passes(self):
        for altitude, mass in ((90, 1.0), (30, 1.994), (10, 5.586), (2, 19.4)):  # Kasten and Young (1989)
            self.assertAlmostEqual(float(beam_lux(altitude)) / (133_100 * math.exp(-0.25 * mass)), 1, delta=0.02)
        self.assertEqual(float(beam_lux(-1)), 0)
        self.assertLess(float(direct_share(1)), 0.05)
        self.assertGreater(float(direct_share(40)), 0.8)

    def test_the_beam_and_the_sky_add_up_to_the_handbook_s_total(self):
        for altitude in (3, 10, 25, 60):
            level = float(beam_lux(altitude)) * math.sin(math.radians(altitude))
            self.assertAlmostEqual(level / float(sun_lux(altitude)), float(direct_share(altitude)), delta=0.03)

    def test_shade_is_never_brighter_than_the_open_sky(self):
        altitudes = np.linspace(-12, 85, 300)
        shade = subject_lux("open_shade", altitudes)
        for condition in ("clear", "haze", "broken_cloud"):
            self.assertTrue((subject_lux(condition, altitudes) >= shade).all(), condition)


class MoonlitSky(SimpleTestCase):
    """Krisciunas and Schaefer (1991)."""

    def magnitude(self, altitude=45.0, moon=60.0, lit=1.0, apart=60.0):
        return float(magnitude_of_luminance(moonlit_cd_m2(altitude, moon, lit, apart)))

    def test_by_hand(self):
        # 344 772 scattered at 60 degrees, 0.0291 for the full Moon, 0.834 on its way at 60 degrees, 0.197 of it scattered at
        # 45: 1648 nanolamberts. With their extinction of 0.172; ours is 0.17.
        nanolamberts = float(moonlit_cd_m2(45.0, 60.0, 1.0, 60.0)) / (1e-5 / math.pi)
        self.assertAlmostEqual(nanolamberts / 1648, 1, delta=0.02)
        self.assertAlmostEqual(self.magnitude(), 18.3, delta=0.1)

    def test_brighter_towards_the_moon_and_through_more_air(self):
        self.assertLess(self.magnitude(apart=20), self.magnitude(apart=60) - 0.7)
        self.assertLess(self.magnitude(altitude=15), self.magnitude(altitude=80))
        self.assertGreater(self.magnitude(lit=0.5), self.magnitude() + 2)
        self.assertEqual(float(moonlit_cd_m2(45.0, -2.0, 1.0, 60.0)), 0)

    def test_the_sky_s_page_looks_from_the_moon_and_from_the_sun(self):
        moon = {"moon_altitude_deg": 40.0, "moon_azimuth_deg": 180.0, "moon_fraction": 1.0}
        near, far = (float(sky_cd_m2(azimuth, 40.0, **moon)) for azimuth in (200.0, 20.0))
        self.assertGreater(near, 2 * far)
        sun = {"sun_altitude_deg": -9.0, "sun_azimuth_deg": 290.0}
        towards, away, over = (float(sky_cd_m2(azimuth, 5.0, **sun)) for azimuth in (290.0, 110.0, 200.0))
        self.assertTrue(towards > 3 * over > 9 * away * 0.9)
        high = [float(sky_cd_m2(azimuth, 89.0, **sun)) for azimuth in (290.0, 110.0)]
        self.assertAlmostEqual(high[0] / high[1], 1, delta=0.1)


class Spans(SimpleTestCase):
    def of(self, *holds):
        return [(span.from_min, span.until_min) for span in spans(np.arange(len(holds)) * 10.0, np.array(holds))]

    def test_stretches_reach_to_the_middle_between_grid_points(self):
        self.assertEqual(self.of(False, True, True, False), [(5.0, 25.0)])
        self.assertEqual(self.of(False, True, False, True, False), [(5.0, 15.0), (25.0, 35.0)])

    def test_a_stretch_at_an_end_of_the_grid_ends_there(self):
        self.assertEqual(self.of(True, True, False), [(0.0, 15.0)])
        self.assertEqual(self.of(False, True, True), [(5.0, 20.0)])
        self.assertEqual(self.of(True, True), [(0.0, 10.0)])
        self.assertEqual(self.of(False, False), [])


class Crossings(SimpleTestCase):
    GRID = np.array([2461000.0, 2461000.1, 2461000.2, 2461000.3])

    def test_the_first_way_up_and_the_first_way_down(self):
        up, down = crossings(self.GRID, np.array([-1.0, 1.0, -3.0, 5.0]), 0.0)
        self.assertEqual((up, down), (utc_of(2461000.05), utc_of(2461000.125)))

    def test_what_never_crosses_is_none(self):
        self.assertEqual(crossings(self.GRID, np.array([1.0, 2.0, 3.0, 4.0]), 0.0), (None, None))
        up, down = crossings(self.GRID, np.array([4.0, 2.0, -3.0, -4.0]), 0.0)
        self.assertIsNone(up)
        self.assertEqual(down, utc_of(2461000.14))


class Sequences(SimpleTestCase):
    def plan(self, kind="star_trails", **changes):
        return sequence_plan(kind, body(megapixels=24), **{"exposure_s": 29.0, "duration_min": 60, **changes})

    def test_counts_by_hand(self):
        made = self.plan()
        self.assertAlmostEqual(made.interval_s, 30.0)
        self.assertEqual((made.frames, made.gap_s), (120, 1.0))
        self.assertAlmostEqual(made.arc_deg, 15.041, places=3)
        self.assertAlmostEqual(made.playback_s, 120 / 25)
        lapse = self.plan("time_lapse", interval_s=40)
        self.assertEqual((lapse.frames, lapse.gap_s), (90, 11.0))

    def test_an_interval_leaves_time_to_write(self):
        self.assertEqual(self.plan(interval_s=29.3).frames, 122)
        with self.assertRaises(DomainError):
            self.plan(interval_s=29.29)

    def test_at_least_one_frame_and_at_most_a_day(self):
        self.assertEqual(self.plan(duration_min=0.5).frames, 1)
        with self.assertRaises(DomainError):
            self.plan(duration_min=0.49)
        self.assertEqual(self.plan(duration_min=1440).frames, 2880)
        for wrong in (0, 1441):
            with self.assertRaises(DomainError):
                self.plan(duration_min=wrong)

    def test_gaps_over_a_second_are_said_for_trails_only(self):
        self.assertNotIn("Gaps", " ".join(self.plan(interval_s=30.04).notes))
        self.assertIn("Gaps of 1.1 s", " ".join(self.plan(interval_s=30.1).notes))
        self.assertNotIn("Gaps", " ".join(self.plan("time_lapse", interval_s=60).notes))

    def test_cards_cold_and_dew(self):
        self.assertNotIn("do not fit", " ".join(self.plan(cards_gb=200).notes))
        self.assertIn("do not fit on 1 GB", " ".join(self.plan(cards_gb=1).notes))
        self.assertIn("Cold", " ".join(self.plan(temperature_c=-5).notes))
        self.assertNotIn("Cold", " ".join(self.plan(temperature_c=-4.9).notes))
        self.assertIn("Dew", " ".join(self.plan(humidity=0.99).notes))
        self.assertNotIn("Dew", " ".join(self.plan(humidity=0.3).notes))
        self.assertGreater(
            self.plan(duration_min=600, temperature_c=-20).batteries, self.plan(duration_min=600).batteries
        )


class Panoramas(SimpleTestCase):
    def of(self, focal=24.0, **changes):
        asked = {"span_deg": 180, "from_tilt_deg": 0, "to_tilt_deg": 60, "overlap": 0.4, "upright": True, **changes}
        return panorama(body(), focal, **asked)

    def test_columns_and_rows_by_hand(self):
        # Upright on 36 x 24 mm at 24 mm, tilted by half of 73.74 degrees: the lower edge looks level, 30 mm ahead of the lens's
        # middle, and is 2 atan(12 / 30) = 43.60 degrees wide there; each step is six tenths of that.
        self.assertAlmostEqual(field_deg(24, 24), 53.1301, places=4)
        made = self.of()
        self.assertEqual((made.columns, made.rows, made.frames), (7, 1, 7))  # (180 - 43.6) / 26.2 = 5.2
        self.assertAlmostEqual(made.step_deg, 26.2)
        self.assertEqual(made.tilts_deg, (36.9,))
        tall = self.of(to_tilt_deg=90)
        self.assertEqual((tall.rows, tall.tilts_deg), (2, (36.9, 53.1)))

    def test_a_whole_turn_closes_on_itself(self):
        self.assertEqual(self.of(span_deg=360).columns, 14)  # 360 / 26.16 = 13.8
        self.assertEqual(self.of(span_deg=359.9).columns, 14)  # (359.9 - 43.6) / 26.16 = 12.1

    def test_level_frames_are_wider_and_lower(self):
        self.assertEqual(self.of(upright=False).columns, 4)  # (180 - 67.7) / 40.6 = 2.8

    def test_the_asked_overlap_holds_along_the_lower_edge(self):
        for focal, tilt in ((14.0, 20.0), (24.0, 36.9), (50.0, 10.0), (20.0, 0.0)):
            azimuth, _ = frame_outline(24, 36, focal, 180, tilt)
            along_the_bottom = azimuth[:24]
            wide = float(along_the_bottom.max() - along_the_bottom.min())
            tall = field_deg(36, focal)
            self.assertAlmostEqual(narrowest_width_deg(24, tall, focal, tilt), wide, delta=0.05)

    def test_what_fits_in_one_frame_is_one_frame(self):
        made = self.of(span_deg=40, to_tilt_deg=40)
        self.assertEqual((made.columns, made.rows, made.tilts_deg), (1, 1, (36.9,)))

    def test_ends(self):
        for wrong in ({"span_deg": 0.9}, {"span_deg": 360.1}, {"overlap": 0.09}, {"overlap": 0.81}, {"from_tilt_deg": -91},
                      {"to_tilt_deg": 91}, {"from_tilt_deg": 61}):  # fmt: skip
            with self.subTest(wrong), self.assertRaises(DomainError):
                self.of(**wrong)
        for right in ({"span_deg": 1}, {"overlap": 0.1}, {"overlap": 0.8}, {"from_tilt_deg": -90, "to_tilt_deg": 90}):
            self.assertGreater(self.of(**right).frames, 0)
        with self.assertRaises(DomainError):
            self.of(400.0, span_deg=360, to_tilt_deg=90)


class Pointing(SimpleTestCase):
    def test_the_declination_in_a_direction(self):
        for azimuth, altitude, latitude, declination in (
            (0, 51.5, 51.5, 90),
            (180, 38.5, 51.5, 0),
            (90, 0, 51.5, 0),
            (0, 0, 51.5, 38.5),
            (180, 30, -30, -90),
            (0, 60, -30, 0),
        ):
            self.assertAlmostEqual(float(framed_declination_deg(azimuth, altitude, latitude)), declination, places=4)

    @given(st.floats(0, 359), st.floats(-80, 80), st.floats(1, 40))
    def test_angles_apart(self, azimuth, altitude, up):
        self.assertAlmostEqual(float(apart_deg(azimuth, altitude, azimuth, altitude)), 0, places=4)
        there = min(altitude + up, 90)
        self.assertAlmostEqual(float(apart_deg(azimuth, altitude, azimuth, there)), there - altitude, places=4)

    def test_a_quarter_turn_on_the_horizon(self):
        self.assertAlmostEqual(float(apart_deg(350, 0, 80, 0)), 90, places=6)

    def caution(self, off_deg, focal=400.0, sun=10.0, **changes):
        aim = {
            "bearing_deg": 180,
            "tilt_deg": sun,
            "sun_azimuth_deg": 180,
            "sun_altitude_deg": sun + off_deg,
            **changes,
        }
        return sun_caution(36, focal, 1.0, **aim)

    def test_the_sun_in_or_near_a_long_lens(self):
        half = math.degrees(math.atan(18 / 400))
        self.assertIn("inside the frame", self.caution(half - 0.1))
        self.assertIn("outside the frame", self.caution(half + 1.0))
        self.assertIsNone(self.caution(60))
        self.assertIsNone(self.caution(0, focal=24))
        self.assertIsNone(self.caution(0, sun=-1.1))
        self.assertIsNotNone(self.caution(0, sun=-0.9))


class LightOverTime(SimpleTestCase):
    def clear_at(self, minutes):
        light = light_at(HERE, np.array([float(minutes)]), "clear")
        return SpanLight(*(float(value[0]) for value in (light.ev100, light.ev_low, light.ev_high, light.cct_k)))

    def test_the_middle_speaks_and_the_ends_make_the_band(self):
        span = span_light("clear", 17 * 60, 18 * 60, HERE)
        middle, first, last = (self.clear_at(at) for at in (17.5 * 60, 17 * 60, 18 * 60))
        self.assertAlmostEqual(span.ev100, middle.ev100, places=6)
        self.assertAlmostEqual(span.cct_k, middle.cct_k, places=4)
        self.assertAlmostEqual(span.ev_high, first.ev_high, places=6)
        self.assertAlmostEqual(span.ev_low, last.ev_low, places=6)

    def test_a_moment_is_a_span_of_its_own(self):
        self.assertAlmostEqual(span_light("clear", 720, 720, HERE).ev100, self.clear_at(720).ev100, delta=0.01)

    def reading(self, **changes):
        light = LightByReading(kind="reading", ev100=9.0, condition="clear", **changes)
        return resolved(situation(light=light, starts_at_min=1020, ends_at_min=1080), HERE).light

    def test_a_reading_goes_down_with_the_sun_and_not_up(self):
        light = self.reading(at_min=1020)
        before, after = self.clear_at(1020), self.clear_at(1080)
        fall = before.ev100 - after.ev100
        self.assertAlmostEqual(light.ev_low, 9.0 - fall - READING_BAND_EV, delta=0.3)
        self.assertAlmostEqual(light.ev_high, 9.0 + READING_BAND_EV, delta=0.02)
        later = self.reading(at_min=1080)
        self.assertAlmostEqual(later.ev_low, 9.0 - READING_BAND_EV, delta=0.02)
        self.assertAlmostEqual(later.ev_high, 9.0 + fall + READING_BAND_EV, delta=0.3)

    def test_what_the_reading_says_itself_stays(self):
        self.assertEqual((self.reading(ev_low=7.0).ev_low, self.reading(ev_low=7.0).ev_high), (7.0, None))
        self.assertEqual(self.reading(cct_k=4321.0).cct_k, 4321.0)

    def test_the_moon_is_bright_only_while_it_is_up(self):
        found = set()
        for hour in range(0, 24, 2):
            at = resolved(situation(light=LightBySky(kind="sky", condition="clear"), starts_at_min=hour * 60), HERE)
            sky = tracks(HERE, np.array([hour * 60.0]))
            is_up = float(sky.moon_altitude_deg[0]) > -0.8
            self.assertEqual(at.moon_ev100 is not None, is_up)
            if is_up:
                expected = disc_ev(float(sky.moon_fraction[0]), float(sky.moon_altitude_deg[0]))
                self.assertEqual(at.moon_ev100, round(expected, 2))
            found.add(is_up)
        self.assertEqual(found, {True, False})

    def test_the_stand_in_meter_lies_within_the_band_in_tenths(self):
        for at in range(360, 1200, 60):
            shown = simulated_reading(HERE, at, "clear")
            sky = tracks(HERE, np.array([float(at)]))
            model, half = float(light_of(sky, "clear").ev100[0]), float(band_ev("clear", sky.sun_altitude_deg)[0])
            self.assertLessEqual(abs(shown.ev100 - model), LIES_WITHIN * half + 0.05001)
            self.assertAlmostEqual(shown.ev100 * 10, round(shown.ev100 * 10), places=6)
        self.assertEqual(simulated_reading(HERE, 600, "clear"), simulated_reading(HERE, 600, "clear"))


class Searching(SimpleTestCase):
    SOUTHERLY = SkyContext(date=dt.date(2026, 6, 1), zone="Etc/UTC", latitude_deg=38, longitude_deg=-3)

    def test_every_hit_keeps_the_wish(self):
        wish = NightWish(above_deg=12, moon="below", from_min=1260, until_min=1620, at_least_min=60, weekdays=(4, 5))
        found = search_nights(self.SOUTHERLY, 90, wish)
        self.assertTrue(found.hits)
        for hit in found.hits:
            self.assertIn(hit.date.weekday(), (4, 5))
            self.assertGreaterEqual(hit.from_min, 1260)
            self.assertLessEqual(hit.until_min, 1620)
            self.assertGreaterEqual(hit.minutes, 60)
            self.assertGreaterEqual(hit.highest_deg, 12)
            night = dark_night(self.SOUTHERLY.model_copy(update={"date": hit.date}), above_deg=12)
            inside = [
                span
                for span in night.target
                if span.from_min <= hit.from_min + 5 and hit.until_min <= span.until_min + 5
            ]
            self.assertTrue(inside, hit)
        scores = [hit.score for hit in found.hits]
        self.assertEqual(scores, sorted(scores, reverse=True))

    def test_the_score_counts_hours_up_to_four_and_height(self):
        hit = search_nights(self.SOUTHERLY, 30, NightWish()).hits[0]
        self.assertAlmostEqual(hit.score, min(hit.minutes, 240) / 6 + hit.highest_deg, places=1)

    def test_a_bright_moon_can_be_asked_for(self):
        found = search_nights(self.SOUTHERLY, 60, NightWish(moon="up", moon_fraction_low=0.5))
        self.assertTrue(found.hits)
        self.assertTrue(all(hit.moon_fraction >= 0.5 for hit in found.hits))
        dim = search_nights(self.SOUTHERLY, 60, NightWish(moon="any", moon_fraction_high=0.5))
        self.assertTrue(all(hit.moon_fraction <= 0.5 for hit in dim.hits))

    def test_no_such_weekday_and_too_high_a_wish_are_said(self):
        one = self.SOUTHERLY.date.weekday()
        self.assertIn(
            "No such weekday", search_nights(self.SOUTHERLY, 1, NightWish(weekdays=((one + 1) % 7,))).sentence
        )
        self.assertIn("reaches only", search_nights(self.SOUTHERLY, 20, NightWish(above_deg=80)).sentence)
        self.assertIn(
            "leave nothing",
            search_nights(self.SOUTHERLY, 3, NightWish(moon_fraction_low=0.99, moon_fraction_high=0.991)).sentence,
        )

    def test_a_dark_night_in_words(self):
        for context in (HERE, self.SOUTHERLY):
            night = dark_night(context)
            hours = sum(span.until_min - span.from_min for span in night.target) / 60
            self.assertTrue(f"{hours:.1f} dark hours" in night.sentence or hours == 0, night.sentence)
