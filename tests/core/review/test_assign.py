"""Which situation, which burst, whose clock."""

import datetime as dt
import uuid
from unittest import TestCase

import numpy as np

from wide_aperture.core.frames import FrameMetadata
from wide_aperture.core.review.assign import Span, bursts, situations
from wide_aperture.core.review.clocks import clock_offsets, set_right
from wide_aperture.core.review.table import FrameRow, FrameTable, table_of
from wide_aperture.core.review.zones import zone_shifts

DAY = dt.datetime(2026, 10, 17)
FIRST, SECOND = uuid.UUID(int=11), uuid.UUID(int=12)


def frame(
    minute: float, *, body: str = "Alder 24", ev: float = 10.0, situation: str | None = None, focal: float = 200, **said
) -> FrameRow:
    at = DAY + dt.timedelta(minutes=minute)
    iso = 100 * 2 ** (np.log2(2.8**2 * 1000) - ev)  # at f/2.8 and 1/1000 s
    return FrameRow(
        id=f"{minute}/{body}", name=f"{minute}.jpg", situation=situation,
        said=FrameMetadata(
            taken_at=at.replace(microsecond=0), subsecond_ms=at.microsecond // 1000, exposure_s=1 / 1000, f_number=2.8, iso=float(iso),
            focal_mm=focal, body_make_model=body, **said,
        ),
    )  # fmt: skip


def span(
    which: uuid.UUID,
    begins: float | None,
    ends: float | None,
    *,
    body: str | None = None,
    ev: float | None = None,
    order: int = 0,
) -> Span:
    return Span(which, body, begins, ends, ev, 200, order)


def given_to(rows: list[FrameRow], *spans: Span) -> list[str | None]:
    return list(situations(table_of(rows), spans, DAY))


class Situations(TestCase):
    def test_time_decides_and_a_little_before_and_after_belongs_to_it(self):
        spans = span(FIRST, 600, 645), span(SECOND, 700, 745)
        found = given_to([frame(m) for m in (585, 620, 660, 690, 740, 800)], *spans)
        self.assertEqual(found, [str(FIRST), str(FIRST), str(FIRST), str(SECOND), str(SECOND), None])

    def test_body_and_light_decide_where_two_overlap(self):
        spans = span(FIRST, 600, 660, body="Alder 24", ev=10), span(SECOND, 600, 660, body="Alder 45", ev=10)
        self.assertEqual(given_to([frame(620, body="Alder 45"), frame(621)], *spans), [str(SECOND), str(FIRST)])
        spans = span(FIRST, 600, 660, ev=14), span(SECOND, 600, 660, ev=6)
        self.assertEqual(given_to([frame(620, ev=13), frame(621, ev=6.5)], *spans), [str(FIRST), str(SECOND)])

    def test_what_a_person_said_stays_and_apart_is_nowhere(self):
        spans = span(FIRST, 600, 660), span(SECOND, 700, 760)
        self.assertEqual(
            given_to([frame(620, situation=str(SECOND)), frame(630, situation="")], *spans), [str(SECOND), None]
        )

    def test_a_situation_without_hours_takes_what_no_other_does(self):
        spans = span(FIRST, 600, 660), span(SECOND, None, None)
        self.assertEqual(given_to([frame(620), frame(900)], *spans), [str(FIRST), str(SECOND)])

    def test_no_time_and_no_situations_are_no_fault(self):
        timeless = FrameRow(id="x", name="x.jpg", said=FrameMetadata(iso=100))
        self.assertEqual(given_to([timeless], span(FIRST, 600, 660)), [None])
        self.assertEqual(given_to([frame(620)]), [None])
        self.assertEqual(len(table_of([])), 0)
        self.assertEqual(bursts(table_of([]))[0].size, 0)


class Bursts(TestCase):
    def numbered(self, *seconds: float, body: str = "Alder 24"):
        table = table_of([frame(600 + s / 60, body=body) for s in seconds])
        burst, place = bursts(table)
        return burst.tolist(), place.tolist()

    def test_a_gap_of_a_second_ends_a_burst(self):
        self.assertEqual(self.numbered(0, 0.1, 0.2, 1.1, 2.3), ([0, 0, 0, 0, 1], [1, 2, 3, 4, 1]))

    def test_a_long_exposure_is_no_gap(self):
        rows = [
            FrameRow(id=str(s), name="x", said=FrameMetadata(taken_at=DAY + dt.timedelta(seconds=s), exposure_s=20.0))
            for s in (0, 20, 41)
        ]
        self.assertEqual(bursts(table_of(rows))[0].tolist(), [0, 0, 0])

    def test_two_bodies_at_once_have_bursts_of_their_own(self):
        table = table_of([frame(600 + k / 600, body=body) for k in range(4) for body in ("A", "B")])
        burst, place = bursts(table)
        for body in ("A", "B"):
            rows = table.bodies == body
            self.assertEqual(len(set(burst[rows])), 1)
            self.assertEqual(place[rows].tolist(), [1, 2, 3, 4])
        self.assertEqual(len(set(burst)), 2)

    def test_two_bodies_of_one_model_are_told_apart_by_their_numbers(self):
        table = table_of([frame(600 + k / 600, body_serial=number) for k in range(4) for number in ("17", "18")])
        burst, place = bursts(table)
        self.assertEqual(sorted(set(table.cameras)), ["Alder 24 (17)", "Alder 24 (18)"])
        self.assertEqual(sorted(place.tolist()), [1, 1, 2, 2, 3, 3, 4, 4])
        self.assertEqual(len(set(burst)), 2)
        self.assertEqual(set(table.bodies), {"Alder 24"})
        one = table_of([frame(600, body_serial="17"), frame(601)])
        self.assertEqual(set(one.cameras), {"Alder 24"})


class Clocks(TestCase):
    def two(self, ahead_s: float, *, together: bool = True, count: int = 60, seed: int = 5) -> FrameTable:
        random = np.random.default_rng(seed)
        ours = np.sort(random.uniform(600, 700, count))
        theirs = ours + random.normal(0, 0.01, count) if together else np.sort(random.uniform(600, 700, count))
        rows = [frame(m) for m in ours] + [frame(m + ahead_s / 60, body="Alder 45") for m in theirs[: count - 10]]
        return table_of(rows)

    def test_finds_seconds_minutes_and_a_wrong_zone(self):
        for ahead in (0.0, 14.0, -127.0, 3600.0, -7213.0):
            (found,) = clock_offsets(self.two(ahead))
            self.assertAlmostEqual(found.ahead_s, ahead, delta=1.0)
            self.assertEqual((found.body, found.against), ("Alder 45", "Alder 24"))

    def test_says_nothing_where_the_frames_do_not_tell(self):
        self.assertEqual(clock_offsets(self.two(0, together=False)), ())
        self.assertEqual(clock_offsets(self.two(30, count=14)), ())
        self.assertEqual(clock_offsets(table_of([frame(600)])), ())

    def test_a_clock_set_right_agrees(self):
        right = set_right(self.two(-127.0), {"Alder 45": -127.0})
        self.assertAlmostEqual(clock_offsets(right)[0].ahead_s, 0, delta=1.0)
        self.assertIn("agree", clock_offsets(right)[0].sentence)
        self.assertTrue((np.diff(right.at_s) >= 0).all())


class Zones(TestCase):
    SPANS = (span(FIRST, 600, 660), span(SECOND, 720, 760))

    def shifted(self, by: float, count: int = 40):
        minutes = np.concatenate([np.linspace(602, 658, count // 2), np.linspace(722, 758, count // 2)]) + by
        return zone_shifts(table_of([frame(float(m)) for m in minutes]), self.SPANS, DAY)

    def test_a_wrong_zone_is_found_by_whole_half_hours(self):
        for by in (120, -60, 330, -720):
            (found,) = self.shifted(by)
            self.assertEqual((found.ahead_s, found.fit), (by * 60, 40))
        self.assertIn("5 h 30 min after", self.shifted(330)[0].sentence)

    def test_nothing_is_proposed_where_the_frames_fit_or_no_shift_helps(self):
        self.assertEqual(self.shifted(0), ())
        self.assertEqual(self.shifted(12), ())
        self.assertEqual(self.shifted(4 * 1440), ())
        self.assertEqual(self.shifted(120, count=8), ())
        self.assertEqual(zone_shifts(table_of([frame(900.0)] * 20), (span(FIRST, None, None),), DAY), ())
        self.assertEqual(zone_shifts(table_of([frame(900.0)] * 20), self.SPANS, None), ())
