"""Daylight by Sun and Moon, the wall clock of a place, readings, and what to change while the light moves."""

import datetime as dt

import numpy as np
from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from tests.core.builders import body, lens, plan_input, situation
from wide_aperture.core.craft.lights import named_light
from wide_aperture.core.documents.clock import minutes_of, moment_of
from wide_aperture.core.documents.preferences import Preferences
from wide_aperture.core.documents.situation import LightByEv, LightByReading, LightBySky
from wide_aperture.core.documents.sky_context import MeterReading, SkyContext
from wide_aperture.core.errors import DomainError
from wide_aperture.core.planning import plan
from wide_aperture.core.planning.changing_light import changing_light
from wide_aperture.core.sky.bodies import track
from wide_aperture.core.sky.clock import days_on_clock, zone_of
from wide_aperture.core.sky.daylight.conditions import CONDITIONS, band_ev, ev_of_lux, subject_lux
from wide_aperture.core.sky.daylight.day import days_of, light_at, offsets_ev
from wide_aperture.core.sky.daylight.events import events_between, next_event
from wide_aperture.core.sky.daylight.hand_meter import simulated_reading
from wide_aperture.core.sky.daylight.illuminance import disc_ev, moon_lux, sun_lux
from wide_aperture.core.sky.daylight.resolve import resolved
from wide_aperture.core.sky.frames import observer_of

ALTITUDES = np.linspace(-18, 89, 400)
SPRING, AUTUMN = dt.date(2026, 3, 29), dt.date(2026, 10, 25)  # clocks change in this zone on these nights
CHANGING_ZONE = "CET"


def sky(date=dt.date(2026, 9, 12), zone="Etc/UTC", lat=51.5, lon=-25.0, readings=()):
    return SkyContext(date=date, zone=zone, latitude_deg=lat, longitude_deg=lon, readings=readings)


class Clock(SimpleTestCase):
    def test_the_hour_people_write_is_the_hour_on_the_clock_there(self):
        for date, utc_hour in ((SPRING, 18), (AUTUMN, 19)):
            with self.subTest(date=date):
                at = moment_of(date, CHANGING_ZONE, 20 * 60)
                self.assertEqual((at.hour, at.minute), (utc_hour, 0))
        self.assertEqual(moment_of(SPRING, CHANGING_ZONE, 60).hour, 0)  # 01:00, an hour before they change
        self.assertEqual(moment_of(SPRING - dt.timedelta(days=1), CHANGING_ZONE, 1440 + 4 * 60).hour, 2)

    @given(minutes=st.integers(-1440, 4320), day=st.integers(0, 800))
    def test_there_and_back_unless_the_hour_does_not_exist(self, minutes, day):
        date = dt.date(2026, 1, 1) + dt.timedelta(days=day)
        there = moment_of(date, CHANGING_ZONE, minutes)
        back = minutes_of(date, CHANGING_ZONE, there)
        self.assertIn(back - minutes, (0, 60))  # 60: an hour the clock skips means the hour after
        self.assertLess(
            abs(days_on_clock(date, CHANGING_ZONE, np.array([float(minutes)]))[0] - there.timestamp() / 86400 - 2440587.5), 1e-7
        )  # fmt: skip

    def test_zones_follow_from_the_place_without_any_network(self):
        self.assertEqual(zone_of(-42, -150), "Etc/GMT+10")
        self.assertEqual(zone_of(0, 0), "Etc/GMT")
        with self.assertRaises(DomainError):
            zone_of(91, 0)

    def test_what_the_sky_cannot_be_asked(self):
        for wrong in ({"zone": "Mars/Olympus"}, {"lat": 91}, {"lon": 181}, {"date": dt.date(1600, 1, 1)}):
            with self.subTest(**wrong), self.assertRaises(ValidationError):
                sky(**wrong)


class Levels(SimpleTestCase):
    def test_published_illuminance_is_met(self):
        for altitude, lux in ((90, 124_000), (30, 47_000), (0, 732), (-6, 3.4), (-12, 8.3e-3)):
            self.assertAlmostEqual(float(sun_lux(altitude)) / lux, 1, delta=0.01)
        self.assertAlmostEqual(float(moon_lux(90, 1)), 0.26, delta=0.01)
        self.assertAlmostEqual(float(moon_lux(90, 0.5)) / 0.26, 0.09, delta=0.02)  # a half Moon gives a tenth

    def test_light_by_the_sky_meets_the_table_of_lights(self):
        high_sun = 45.0
        for condition, name in (
            ("clear", "full_sun"), ("haze", "hazy_sun"), ("overcast", "overcast"), ("open_shade", "open_shade"),
            ("under_trees", "forest_shade"), ("window_side", "window_side"),
        ):  # fmt: skip
            named, found = named_light(name), float(ev_of_lux(subject_lux(condition, high_sun)))
            with self.subTest(condition=condition):
                self.assertLessEqual(named.ev_low - 0.5, found)
                self.assertLessEqual(found, named.ev_high + 0.5)

    def test_a_higher_sun_is_never_darker_and_the_order_of_conditions_holds(self):
        for condition in CONDITIONS:
            self.assertTrue((np.diff(subject_lux(condition, ALTITUDES)) >= -1e-9).all(), condition)
        clear, haze, shade, trees, window = (
            subject_lux(c, np.linspace(5, 80, 50)) for c in ("clear", "haze", "open_shade", "under_trees", "window_side")
        )  # fmt: skip
        self.assertTrue(((clear > haze) & (haze > shade) & (shade > trees) & (trees > window)).all())

    def test_the_band_widens_towards_deep_twilight(self):
        self.assertGreater(float(band_ev("clear", -9)), float(band_ev("clear", 20)) + 0.5)

    def test_a_low_moon_is_dimmer_and_warns_nobody_twice(self):
        self.assertAlmostEqual(disc_ev(1, 80), 14.8, delta=0.1)
        self.assertLess(disc_ev(1, 1), 10.5)
        self.assertLess(disc_ev(0.25, 60), disc_ev(1, 60) - 1)


class Days(SimpleTestCase):
    def test_a_day_in_minutes_agrees_with_each_minute_computed_alone(self):
        context = sky()
        for name, tolerance in (("sun", 0.002), ("moon", 0.004)):
            days = days_of(context, np.arange(0, 1440, 1.0))
            at_once = track(name, days, observer_of(context))
            for k in range(0, 1440, 97):
                alone = track(name, days[k : k + 1], observer_of(context))
                self.assertAlmostEqual(at_once.altitude_deg[k], alone.altitude_deg[0], delta=tolerance)

    def test_events_come_in_order_with_their_clock(self):
        events = events_between(sky(), 0, 1440)
        self.assertEqual([e.at_min for e in events], sorted(e.at_min for e in events))
        self.assertIn("sunset", [e.kind for e in events])
        self.assertRegex(next_event(sky(), 15 * 60) or "", r"^sunset 20:0\d$")

    def test_polar_summer_has_no_sunset_and_still_a_light(self):
        north = sky(dt.date(2026, 6, 21), lat=75, lon=20)
        self.assertNotIn("sunset", [e.kind for e in events_between(north, 0, 2880)])
        self.assertGreater(float(light_at(north, np.array([0.0]), "clear").ev100[0]), 11)

    def test_a_moonlit_night_is_brighter_than_a_moonless_one(self):
        full, new = (float(light_at(sky(date), np.array([24 * 60.0]), "clear").ev100[0]) for date in (dt.date(2026, 9, 26), dt.date(2026, 9, 11)))  # fmt: skip
        self.assertGreater(full, new + 4)


class Readings(SimpleTestCase):
    def test_a_reading_rebases_the_rest_of_the_day_and_only_that(self):
        model = light_at(sky(), np.array([600.0, 900.0, 1000.0]), "clear").ev100
        read = MeterReading(at_min=900, ev100=float(model[1]) - 1.5, condition="clear")
        after = light_at(sky(readings=(read,)), np.array([600.0, 900.0, 1000.0]), "clear").ev100
        self.assertEqual([round(float(v), 3) for v in after - model], [0, -1.5, -1.5])

    def test_the_latest_reading_counts(self):
        reads = tuple(MeterReading(at_min=at, ev100=ev, condition="overcast") for at, ev in ((600, 9), (700, 14)))
        offsets = offsets_ev(sky(readings=reads), np.array([500.0, 650.0, 800.0]))
        self.assertEqual(offsets[0], 0)
        self.assertLess(offsets[1], 0)
        self.assertGreater(offsets[2], 0)

    def test_the_stand_in_meters_the_same_sky_twice_and_stays_in_its_band(self):
        for condition in CONDITIONS:
            first, again = (simulated_reading(sky(), 800, condition) for _ in range(2))
            light = light_at(sky(), np.array([800.0]), condition)
            self.assertEqual(first, again)
            self.assertLessEqual(float(light.ev_low[0]) - 0.06, first.ev100)
            self.assertLessEqual(first.ev100, float(light.ev_high[0]) + 0.06)
        self.assertNotEqual(
            simulated_reading(sky(), 800, "broken_cloud").ev100,
            simulated_reading(sky(dt.date(2026, 9, 13)), 800, "broken_cloud").ev100,
        )


class Resolved(SimpleTestCase):
    def test_sky_light_becomes_numbers_with_the_sun_filled_in(self):
        brief = situation(light=LightBySky(condition="clear"), starts_at_min=1120, ends_at_min=1225)
        made = resolved(brief, sky())
        self.assertIsInstance(made.light, LightByEv)
        self.assertLess(made.light.ev_low + 8, made.light.ev_high)
        self.assertEqual(made.scene_range_ev, 11)
        self.assertAlmostEqual(made.sun_bearing_deg, 265, delta=8)
        self.assertEqual(resolved(brief, None), brief)

    def test_a_reading_keeps_its_value_and_gets_the_hours_around_it(self):
        brief = situation(light=LightByReading(ev100=12, at_min=1120, condition="clear"), starts_at_min=1120, ends_at_min=1225)  # fmt: skip
        made = resolved(brief, sky()).light
        self.assertEqual(made.ev100, 12)
        self.assertLess(made.ev_low, 4)
        self.assertLess(made.ev_high, 12.6)

    def test_unresolved_sky_light_is_refused_with_what_is_missing(self):
        with self.assertRaisesMessage(DomainError, "needs the shoot's date and place"):
            plan(body(), lens(), situation(light=LightBySky()), Preferences())

    def test_a_long_lens_near_the_sun_is_warned_of_with_numbers(self):
        brief = situation(
            light=LightBySky(), starts_at_min=1170, ends_at_min=1180, bearing_deg=270, focal_length_mm=200
        )
        near = plan(body(), lens(), resolved(brief, sky()), Preferences()).cautions
        self.assertTrue(any("The Sun stands" in said for said in near))
        away = plan(
            body(), lens(), resolved(brief.model_copy(update={"bearing_deg": 90}), sky()), Preferences()
        ).cautions
        self.assertFalse(any("The Sun stands" in said for said in away))


class ChangingLights(SimpleTestCase):
    def steps(self, school="manual_auto_iso", **brief):
        hours = {"starts_at_min": 1120, "ends_at_min": 1225} | brief
        asked = situation(light=LightBySky(condition="clear"), speed=1.2, near=2, far=5, **hours)
        return changing_light(plan_input(asked, glass=lens(50, 1.8), schools={"exposure": school}, sky=sky()))

    def test_stretches_follow_each_other_and_end_with_the_situation(self):
        found = self.steps()
        self.assertEqual(found.steps[0].from_min, 1120)
        self.assertEqual(found.steps[-1].until_min, 1225)
        for before, after in zip(found.steps, found.steps[1:], strict=False):
            self.assertEqual(before.until_min, after.from_min)
            self.assertTrue(before.shutter_s != after.shutter_s or before.aperture != after.aperture)

    def test_nobody_is_asked_to_change_anything_for_the_last_moment(self):
        for school in ("manual_auto_iso", "manual_fixed_iso"):
            for ends in range(1200, 1241, 5):
                steps = self.steps(school, ends_at_min=ends).steps
                self.assertTrue(all(step.until_min > step.from_min for step in steps), f"{school} until {ends}")

    def test_the_automatic_limits_survive_the_whole_block(self):
        found = self.steps()
        for step in found.steps:
            self.assertGreaterEqual(step.iso_low, found.iso_floor * 0.99)
            self.assertLessEqual(step.iso_high, found.iso_ceiling * 1.13)

    def test_each_stretch_exposes_its_light_within_a_third(self):
        for step in self.steps().steps[:-1]:
            for ev, iso in ((step.ev_from, step.iso_low), (step.ev_until, step.iso_high)):
                exposed = 2 * np.log2(step.aperture) - np.log2(step.shutter_s) - np.log2(iso / 100)
                if step.kind in ("start", "change") and iso == step.iso_low:
                    self.assertAlmostEqual(exposed, ev, delta=0.4)

    def test_by_hand_there_are_more_changes_and_no_automatic_limits(self):
        by_hand, automatic = self.steps(school="manual_fixed_iso"), self.steps()
        self.assertGreater(len(by_hand.steps), len(automatic.steps))
        self.assertIsNone(by_hand.iso_ceiling)

    def test_the_broken_floor_is_said_when_it_gets_dark(self):
        found = self.steps(starts_at_min=1190, ends_at_min=1260)
        self.assertIn(found.steps[-1].kind, ("floor_broken", "too_dark"))
        self.assertIn("Your floor breaks here", " ".join(step.sentence for step in found.steps))

    def test_steady_hours_have_nothing_to_change(self):
        self.assertIsNone(self.steps(starts_at_min=760, ends_at_min=820))
