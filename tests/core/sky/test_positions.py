"""Sun, Moon and stars against the reference tables, and their laws."""

import datetime as dt
import math

import numpy as np
from django.test import SimpleTestCase
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.tables import rows
from wide_aperture.core.errors import DomainError, UnknownIdError
from wide_aperture.core.sky import (
    GALACTIC_CENTRE,
    find_star,
    moon_phase,
    moon_position,
    moon_rate,
    night_events,
    star_position,
    sun_position,
)

EVENTS = {
    "sun": ("sunset", "civil_dusk", "nautical_dusk", "astronomical_dusk", "astronomical_dawn", "nautical_dawn", "civil_dawn", "sunrise"),
    "moon": ("moonrise", "moonset"),
    "gc": ("gc_rise_10deg", "gc_set_10deg", "gc_rise_0deg", "gc_set_0deg"),
}  # fmt: skip


def utc(text):
    return dt.datetime.fromisoformat(text.replace("Z", "+00:00"))


def apart_deg(a, b):
    """Great-circle distance of two (altitude, azimuth)."""
    (h1, a1), (h2, a2) = (tuple(map(math.radians, place)) for place in (a, b))
    cosine = math.sin(h1) * math.sin(h2) + math.cos(h1) * math.cos(h2) * math.cos(a1 - a2)
    return math.degrees(math.acos(min(cosine, 1.0)))


class Positions(SimpleTestCase):
    def test_every_row_agrees(self):
        for row in rows("sun_moon"):
            when, lat, lon = utc(row["time_utc"]), float(row["lat_deg"]), float(row["lon_deg"])
            star = (GALACTIC_CENTRE.right_ascension_deg, GALACTIC_CENTRE.declination_deg)
            for name, place, tolerance in (
                ("sun", sun_position(when, lat, lon), 0.015),
                ("moon", moon_position(when, lat, lon), 0.02),
                ("gc", star_position(when, lat, lon, *star), 0.015),
            ):
                with self.subTest(case=row["case_id"], body=name):
                    expected = (float(row[f"{name}_alt_airless_deg"]), float(row[f"{name}_az_deg"]))
                    self.assertLess(apart_deg((place.altitude_deg, place.azimuth_deg), expected), tolerance)
                    self.refraction(place, row[f"{name}_alt_refracted_deg"], expected[0])

    def refraction(self, place, text, airless):
        if text == "":
            self.assertIsNone(place.refracted_altitude_deg)
            return
        lifted, expected = place.refracted_altitude_deg - place.altitude_deg, float(text) - airless
        tolerance = 0.005 if airless > 5 else 0.01 if airless > 1 else 0.02
        self.assertLess(abs(lifted - expected), tolerance)

    def test_phase_and_size_agree(self):
        for row in rows("sun_moon"):
            with self.subTest(case=row["case_id"]):
                phase = moon_phase(utc(row["time_utc"]), float(row["lat_deg"]), float(row["lon_deg"]))
                self.assertLess(abs(phase.illuminated_fraction - float(row["moon_illum_fraction_topo"])), 0.002)
                self.assertLess(abs(phase.angular_diameter_deg - float(row["moon_angular_diameter_deg"])), 0.001)

    def test_rates_agree(self):
        for row in rows("moon_motion"):
            with self.subTest(case=row["case_id"]):
                tripod, stars = moon_rate(utc(row["time_utc"]), float(row["lat_deg"]), float(row["lon_deg"]))
                self.assertLess(abs(tripod - float(row["rate_tripod_arcsec_s"])), 0.005)
                self.assertLess(abs(stars - float(row["rate_stars_arcsec_s"])), 0.005)


class Events(SimpleTestCase):
    def test_every_night_agrees_and_exists_exactly_when_it_should(self):
        for row in rows("twilight"):
            night = night_events(dt.date.fromisoformat(row["date_local"]), float(row["lat_deg"]), float(row["lon_deg"]))
            for body, names in EVENTS.items():
                for name in names:
                    with self.subTest(case=row["case_id"], event=name):
                        found, text = getattr(night, name), row[f"{name}_utc"]
                        self.assertEqual(found is None, text == "")
                        if found is not None:
                            slow = float(row[f"{body}_s_per_0p01deg"])
                            self.assertLess(abs((found - utc(text)).total_seconds()), 5 + 2 * slow)
            self.assertAlmostEqual(night.sun_min_alt_deg, float(row["sun_min_alt_deg"]), delta=0.03)
            self.assertAlmostEqual(night.gc_max_alt_deg, float(row["gc_max_alt_deg"]), delta=0.03)
            self.assertLess(abs((night.window_start - utc(row["window_start_utc"])).total_seconds()), 2)


class Laws(SimpleTestCase):
    when = dt.datetime(2026, 8, 14, 23, 0, tzinfo=dt.UTC)

    @settings(max_examples=30)
    @given(lat=st.floats(-89, 89), lon=st.floats(-180, 180), hours=st.integers(0, 20_000))
    def test_the_sun_of_the_other_side_is_below(self, lat, lon, hours):
        when = self.when + dt.timedelta(hours=hours)
        here, there = sun_position(when, lat, lon), sun_position(when, -lat, (lon + 360) % 360 - 180)
        self.assertLess(abs(here.altitude_deg + there.altitude_deg), 0.01)

    @given(declination=st.floats(-89, 89))
    def test_a_star_culminates_as_high_as_latitude_and_declination_say(self, declination):
        altitudes = [
            star_position(self.when + dt.timedelta(minutes=4 * k), 45.0, 0.0, 100.0, declination).altitude_deg
            for k in range(360)
        ]
        self.assertAlmostEqual(max(altitudes), 90 - abs(45 - declination), delta=0.8)

    def test_names_are_found_however_they_are_written(self):
        self.assertEqual(find_star(" polaris ").name, "Polaris")
        pole = star_position(
            self.when, 51.5, 0, find_star("Polaris").right_ascension_deg, find_star("Polaris").declination_deg
        )
        self.assertAlmostEqual(pole.altitude_deg, 51.5, delta=0.8)
        with self.assertRaises(UnknownIdError):
            find_star("Nemesis")

    def test_refusals(self):
        for refused in (
            lambda: sun_position(dt.datetime(2026, 1, 1), 0, 0),
            lambda: sun_position(self.when, 91, 0),
            lambda: moon_position(self.when, 0, 500),
            lambda: star_position(self.when, 0, 0, 400, 0),
            lambda: star_position(self.when, 0, 0, 0, 95),
            lambda: night_events(dt.date(2026, 1, 1), np.nan, 0),
        ):
            with self.assertRaises(DomainError):
                refused()
