"""Twilight's bright side: what the camera sees of an upright subject, and what has no side."""

import datetime as dt
import math

import numpy as np
from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from tests.core.builders import plan_input, planned, situation
from wide_aperture.core.documents.situation import LightByReading, LightBySky
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.planning.changing_light import changing_light
from wide_aperture.core.sky.daylight.conditions import TABLE
from wide_aperture.core.sky.daylight.day import light_at, tracks
from wide_aperture.core.sky.daylight.facing import facing_ev, seen_side_deg
from wide_aperture.core.sky.daylight.resolve import resolved, span_light

SHORE = SkyContext(date=dt.date(2026, 3, 20), zone="Etc/UTC", latitude_deg=50, longitude_deg=0)
DUSK_MIN = 18 * 60 + 40  # the Sun 5 degrees under the western horizon
BELOW_DEG = -5.0


def after_sunset(bearing, condition="clear", **brief):
    asked = {"genre": "wedding", "subject": "person", "near": 3, "far": 3, **brief}
    light = asked.pop("light", LightBySky(condition=condition))
    return situation(light=light, starts_at_min=DUSK_MIN, ends_at_min=DUSK_MIN, bearing_deg=bearing, **asked)


class TheBrightSide(SimpleTestCase):
    def test_worked_by_hand(self):
        # Under a sky exp(1.2 cos a cos h) an upright face gets its half of the sky, and half of a fifth from the ground.
        towards, away = (float(facing_ev(BELOW_DEG, off)) for off in (0, 180))
        step = math.radians(1)
        azimuth, altitude = np.meshgrid(np.radians(np.arange(-179.5, 180)), np.radians(np.arange(0.5, 90)))
        sky = np.exp(1.2 * np.cos(azimuth) * np.cos(altitude)) * np.cos(altitude) * step**2
        ground = 0.2 / 2 * (sky * np.sin(altitude)).sum()
        face = np.cos(azimuth) * np.cos(altitude)
        bright, dark = (float((sky * np.maximum(sign * face, 0)).sum() + ground) for sign in (1, -1))
        self.assertAlmostEqual(towards - away, math.log2(bright / dark), delta=0.02)

    @given(off=st.floats(-720, 720), turned=st.floats(0, 90), below=st.floats(-18, 10))
    def test_the_further_from_the_glow_the_darker(self, off, turned, below):
        near, far = sorted(abs((each + 180) % 360 - 180) for each in (off, off + turned))
        self.assertGreaterEqual(facing_ev(below, near), facing_ev(below, far))

    def test_around_the_horizon_it_is_nothing_on_average(self):
        lux = 2 ** facing_ev(BELOW_DEG, np.arange(0, 360, 1.0))
        self.assertAlmostEqual(float(lux.mean()), 1, delta=0.01)

    def test_nothing_while_the_sun_is_up_and_all_of_it_three_degrees_under(self):
        at = [float(facing_ev(altitude, 0)) for altitude in (10, 0, -1.5, -3, -9)]
        self.assertEqual(at[:2], [0, 0])
        self.assertAlmostEqual(at[2], at[3] / 2)
        self.assertEqual(at[3], at[4])


class OnASubject(SimpleTestCase):
    def ev(self, bearing, **brief):
        return resolved(after_sunset(bearing, **brief), SHORE).light.ev100

    def test_looking_into_the_glow_the_seen_side_is_the_dark_one(self):
        sun = float(tracks(SHORE, np.array([float(DUSK_MIN)])).sun_azimuth_deg[0])
        into, across, away = (self.ev((sun + off) % 360) for off in (0, 90, 180))
        self.assertLess(into, across)
        self.assertLess(across, away)
        self.assertAlmostEqual(away - into, float(facing_ev(BELOW_DEG, 0) - facing_ev(BELOW_DEG, 180)), delta=0.05)

    def test_without_a_direction_it_is_the_whole_sky(self):
        plain = float(light_at(SHORE, np.array([float(DUSK_MIN)]), "clear").ev100[0])
        self.assertAlmostEqual(self.ev(None), plain, delta=0.01)

    def test_land_water_and_what_shines_have_no_side(self):
        for kind in ("land", "water", "stars", "moon", "meteor"):
            self.assertEqual(self.ev(270, subject=kind), self.ev(90, subject=kind), kind)
        for kind in ("person", "group", "animal", "bird", "vehicle", "thing", "insect"):
            self.assertLess(self.ev(270, subject=kind), self.ev(90, subject=kind), kind)
        self.assertIsNone(seen_side_deg(90, None, "landscape"))  # land, as usual for the genre
        self.assertEqual(seen_side_deg(270, None, "wedding"), 90)

    def test_cloud_takes_most_of_it_and_a_window_all(self):
        span = {name: self.ev(90, condition=name) - self.ev(270, condition=name) for name in TABLE}
        self.assertAlmostEqual(max(span.values()), span["clear"], delta=0.02)
        self.assertLess(span["overcast"], span["under_trees"])
        self.assertEqual(span["window_side"], 0)

    def test_at_noon_nobody_asks(self):
        noon = {"starts_at_min": 720, "ends_at_min": 720}
        evs = {resolved(after_sunset(b).model_copy(update=noon), SHORE).light.ev100 for b in (0, 90, 180, 270)}
        self.assertEqual(len(evs), 1)

    def test_a_reading_stands_and_its_change_follows_the_side(self):
        light = LightByReading(ev100=6.0, condition="clear", at_min=DUSK_MIN)
        into, away = (resolved(after_sunset(b, light=light), SHORE).light for b in (270, 90))
        self.assertEqual((into.ev100, away.ev100), (6.0, 6.0))

    def test_plan_and_changes_on_the_way_see_the_same(self):
        hours = {"starts_at_min": 18 * 60, "ends_at_min": DUSK_MIN}
        for bearing in (270, 90):
            given = plan_input(after_sunset(bearing).model_copy(update=hours), sky=SHORE)
            steps = changing_light(given).steps
            self.assertAlmostEqual(steps[-1].ev_until, self.ev(bearing), delta=0.05)
        self.assertLess(
            planned(after_sunset(270), sky=SHORE).light.ev100, planned(after_sunset(90), sky=SHORE).light.ev100
        )


class TheMiddle(SimpleTestCase):
    def test_a_span_s_light_is_that_of_its_middle(self):
        """It was the end's under ten minutes, and a minute late at an instant: a quarter stop at dusk."""
        for minutes in (0, 4, 9, 10, 14, 33, 95):
            span = span_light("clear", DUSK_MIN - minutes, DUSK_MIN, SHORE)
            middle = light_at(SHORE, np.array([DUSK_MIN - minutes / 2]), "clear")
            self.assertAlmostEqual(span.ev100, float(middle.ev100[0]), places=6, msg=f"{minutes} min")
            ends = light_at(SHORE, np.array([DUSK_MIN - minutes, DUSK_MIN], float), "clear")
            self.assertAlmostEqual(span.ev_low, float(ends.ev_low.min()), places=6)
            self.assertAlmostEqual(span.ev_high, float(ends.ev_high.max()), places=6)
