"""Demo days move ahead and keep their Moon and their season."""

import datetime as dt
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from wide_aperture.core.sky.moon import moon_phase
from wide_aperture.demo.days import SAME_SEASON_DAYS, next_like

DAYS = st.dates(dt.date(2020, 1, 1), dt.date(2040, 12, 31))


class DaysAhead(TestCase):
    @settings(max_examples=200, deadline=None)
    @given(DAYS, DAYS)
    def test_a_day_like_it_lies_ahead_within_two_years_and_in_season(self, day, today):
        then = next_like(day, today)
        self.assertGreaterEqual(then, today)
        self.assertLessEqual((then - max(today, day)).days, 800)
        off = (
            min(abs((then.replace(year=2001) - day.replace(year=2001 + k)).days) for k in (-1, 0, 1))
            if (2, 29) not in {(day.month, day.day), (then.month, then.day)}
            else 0
        )
        self.assertLessEqual(off, SAME_SEASON_DAYS + 1)

    def test_a_day_that_lies_ahead_stays(self):
        self.assertEqual(next_like(dt.date(2027, 5, 1), dt.date(2026, 11, 29)), dt.date(2027, 5, 1))

    def test_the_moon_is_as_old(self):
        full = dt.date(2026, 7, 29)
        then = next_like(full, dt.date(2027, 1, 1))
        lit = [
            moon_phase(dt.datetime.combine(each, dt.time(0, 0), dt.UTC), 0, 0).illuminated_fraction
            for each in (full, then)
        ]
        self.assertAlmostEqual(lit[0], lit[1], delta=0.06)
