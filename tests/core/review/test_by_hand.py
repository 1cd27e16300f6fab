"""What the hand did, habits, focus shares and minutes: what is told, and what few or mixed frames do not tell."""

import datetime as dt
import math
from unittest import TestCase

import numpy as np

from tests.core.builders import plan_input, situation
from tests.core.review.test_assign import DAY, frame
from wide_aperture.core.bench.intervals import middle_of
from wide_aperture.core.craft.focus_lab import lab_table
from wide_aperture.core.documents.own_figure import OwnFigure
from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames import FrameMetadata
from wide_aperture.core.planning import plan_of
from wide_aperture.core.review.advice import advice
from wide_aperture.core.review.by_hand import compensations, held_times
from wide_aperture.core.review.changes import FigureChange, planned_with
from wide_aperture.core.review.focus_share import focus_shares
from wide_aperture.core.review.habits import habits
from wide_aperture.core.review.minutes import ShootCost, compared
from wide_aperture.core.review.read import read
from wide_aperture.core.review.table import FrameRow, table_of

ON = dt.date(2026, 10, 17)
STILL = situation(genre="street", subject="thing", ev=6, speed=0.0, near=2, far=4)
RUNNER = situation(genre="sports", subject="person", ev=13, speed=7.0, near=20, far=30, direction="towards")


def rows(count: int, *, minute: float = 600, every_s: float = 10, rating=None, fault=None, **said) -> list[FrameRow]:
    """Frames at intervals; rating and fault by number where they are functions."""
    made = []
    for k in range(count):
        at = DAY + dt.timedelta(minutes=minute, seconds=k * every_s)
        values = {name: value(k) if callable(value) else value for name, value in said.items()}
        made.append(
            FrameRow(
                id=f"{minute}/{k}", name=f"{minute:g}-{k}.jpg", rating=rating(k) if callable(rating) else rating, fault=fault(k) if callable(fault) else fault,
                said=FrameMetadata(taken_at=at.replace(microsecond=0), subsecond_ms=0, body_make_model="Alder 24", **{"exposure_s": 1 / 500, "f_number": 4.0, "iso": 800, "focal_mm": 50, **values}),
            )
        )  # fmt: skip
    return made


class Middles(TestCase):
    def test_the_interval_covers_the_true_middle_as_often_as_it_says(self):
        rng = np.random.default_rng(4)
        for n in (12, 60):
            inside = 0
            for _ in range(600):
                _, low, high = middle_of(rng.exponential(size=n))
                inside += low <= math.log(2) <= high
            self.assertGreaterEqual(inside / 600, 0.93)
        widths = [np.diff(middle_of(rng.normal(size=n))[1:])[0] for n in (20, 2000)]
        self.assertLess(widths[1], widths[0] / 3)
        with self.assertRaises(DomainError):
            middle_of([])


class HeldTimes(TestCase):
    def seen(self, limit_s: float, count: int = 400, focal: float = 50):
        rng = np.random.default_rng(7)
        times = 2.0 ** rng.uniform(-9, 0, count)
        kept = rng.random(count) < 1 / (1 + (times / limit_s) ** 3)
        frames = rows(
            count, exposure_s=lambda k: float(times[k]), rating=lambda k: 3 if kept[k] else -1, focal_mm=focal
        )
        return held_times([read(plan_input(STILL), table_of(frames))])

    def test_the_slowest_time_held_is_found_with_its_interval(self):
        for limit in (1 / 15, 1 / 60):
            (found,) = self.seen(limit)
            self.assertLessEqual(found.low_s, limit * 1.05)
            self.assertGreaterEqual(found.high_s, limit / 1.05)
            self.assertAlmostEqual(math.log2(found.limit_s / limit), 0, delta=0.5)
            self.assertEqual(found.focal_mm, 50)

    def test_few_frames_or_a_moving_subject_tell_nothing(self):
        self.assertIsNone(self.seen(1 / 30, count=30)[0].limit_s)
        moving = read(plan_input(RUNNER), table_of(rows(400, rating=3)))
        self.assertEqual(held_times([moving]), ())


class CompensationByLight(TestCase):
    def used(self, kept_at: float, passed_at: float = 0.0, light=STILL, **held):
        frames = rows(
            60,
            compensation_ev=lambda k: kept_at if k % 2 else passed_at,
            rating=lambda k: 3 if k % 2 else -1,
            exposure_program="aperture_priority",
        )
        return compensations([read(plan_input(light, **held), table_of(frames))])

    def test_kept_frames_tell_and_the_light_has_a_name(self):
        (found,) = self.used(-0.67)
        self.assertAlmostEqual(found.middle_ev, -0.67, delta=0.01)
        self.assertEqual((found.frames, found.light), (30, "measured light"))
        backlit = STILL.model_copy(update={"background_ev100": 9.0})
        self.assertEqual(self.used(1.0, light=backlit)[0].light, "against the light")

    def test_what_a_hand_exposed_or_few_frames_tell_nothing(self):
        by_hand = rows(60, compensation_ev=0.0, rating=3, exposure_program="manual")
        self.assertEqual(
            compensations([read(plan_input(STILL, pins={"exposure_mode": "manual"}), table_of(by_hand))]), ()
        )
        few = rows(10, compensation_ev=1.0, rating=3, exposure_program="aperture_priority")
        self.assertEqual(compensations([read(plan_input(STILL), table_of(few))]), ())


class FocusShares(TestCase):
    def measured(self, out: int, elsewhere: int, of: int = 200):
        def fault(k: int) -> str | None:
            return "focus" if k < out else "other_subject" if k < out + elsewhere else None

        given = plan_input(RUNNER)
        return given, focus_shares(
            [read(given, table_of(rows(of, rating=lambda k: -1 if fault(k) else 3, fault=fault)))], ON
        )

    def test_faults_make_a_share_beside_the_lab_s_that_the_next_plan_cites(self):
        given, (found,) = self.measured(80, 20)
        plan = plan_of(given)
        lab = lab_table()["runner"].shares[plan.setup.option("af_area")][plan.setup.option("af_response")]
        self.assertAlmostEqual(found.own.value, 0.5 / lab, delta=1e-6)
        self.assertLess(found.own.low, found.own.value)
        self.assertTrue(found.differs)
        self.assertIn("20 on something else (7% to 15%)", found.sentence)
        made = read(given, table_of(rows(200, fault=lambda k: "focus" if k < 80 else None, rating=3)))
        (advised,) = (each for each in advice([made], [found]) if each.id.startswith("figure/"))
        self.assertIsInstance(advised.change, FigureChange)
        reason = " ".join(plan_of(planned_with(given, advised.change)).setup.settings["af_area"].reasons)
        self.assertIn("by your own frames", reason)
        self.assertIn(f"{0.5:.0%}", reason)
        self.assertIn("assumed figures", " ".join(plan.setup.settings["af_area"].reasons))

    def test_a_share_like_the_lab_s_differs_not_and_no_named_fault_tells_nothing(self):
        lab = lab_table()["runner"]
        plan = plan_of(plan_input(RUNNER))
        share = lab.shares[plan.setup.option("af_area")][plan.setup.option("af_response")]
        _, (found,) = self.measured(max(round(200 * (1 - share)), 1), 0)
        self.assertFalse(found.differs)
        self.assertEqual(self.measured(0, 0)[1], ())
        self.assertIsNone(self.measured(10, 5, of=59)[1][0].own)

    def test_an_own_share_never_passes_the_whole(self):
        given = plan_input(RUNNER)
        twice = given.model_copy(update={"figures": {"lab_sharp_ratio.person": OwnFigure(value=3.0)}})
        self.assertIn("keeps 100%", " ".join(plan_of(twice).setup.settings["af_area"].reasons))


class Habits(TestCase):
    def of(self, days: int = 4, a_day: int = 60, **said):
        frames = [row for day in range(days) for row in rows(a_day, minute=600 + day * 1440, **said)]
        return {habit.setting: habit for habit in habits(table_of(frames))}

    def test_what_never_changed_is_standing_and_what_moved_is_a_control(self):
        found = self.of(
            exposure_program="aperture_priority",
            metering="spot",
            f_number=lambda k: 2.8 if k % 4 else 5.6,
            compensation_ev=0.0,
        )
        self.assertEqual((found["metering"].kind, found["metering"].value), ("standing", "spot"))
        self.assertEqual((found["exposure_mode"].kind, found["exposure_mode"].value), ("standing", "aperture_priority"))
        self.assertEqual((found["aperture"].kind, found["aperture"].value), ("control", None))
        self.assertAlmostEqual(found["aperture"].moves_a_hundred, 49, delta=2)
        self.assertNotIn("shutter_s", found)  # the camera chose it
        self.assertEqual(
            next(iter(found)),
            min(found, key=lambda name: (found[name].kind != "standing", -found[name].moves_a_hundred)),
        )

    def test_a_slip_in_two_hundred_is_no_second_habit_and_two_are(self):
        for slips, kind in ((1, "standing"), (2, "control")):
            frames = [
                row
                for day in range(4)
                for row in rows(
                    60,
                    minute=600 + day * 1440,
                    metering=lambda k, odd=slips if day == 0 else 0: "spot" if k < odd else "average",
                )
            ]
            found = {habit.setting: habit for habit in habits(table_of(frames))}
            self.assertEqual(found["metering"].kind, kind)

    def test_automatic_iso_is_the_camera_s(self):
        values = [100 * 2 ** (n / 3) for n in range(18)]
        found = self.of(iso=lambda k: values[(k * 7) % 18])
        self.assertEqual(found["iso"].kind, "camera")
        self.assertEqual(self.of(iso=lambda k: 400 if k < 30 else 1600)["iso"].kind, "control")

    def test_a_day_or_a_few_frames_are_no_habit(self):
        self.assertEqual(self.of(days=2, a_day=300, metering="spot"), {})
        self.assertEqual(self.of(days=4, a_day=49, metering="spot"), {})
        self.assertEqual(habits(table_of([frame(600)])), ())


class MinutesCompared(TestCase):
    def shoot(
        self,
        day: int,
        culling: float | None,
        frames: int = 1000,
        editing: float | None = None,
        changed: tuple[str, ...] = (),
    ):
        return ShootCost(
            title=f"Shoot {day}",
            date=dt.date(2026, 5, day),
            frames=frames,
            kept=100,
            culling_min=culling,
            editing_min=editing,
            changed=changed,
        )

    def test_alone_it_says_its_own_and_beside_others_theirs(self):
        self.assertEqual(
            compared(self.shoot(9, 18.0, frames=500), []).sentences, ("Culling: 36 min for 1,000 frames.",)
        )
        found = compared(
            self.shoot(9, 18.0),
            [self.shoot(1, 30.0), self.shoot(2, 60.0, frames=2000), self.shoot(3, None), self.shoot(20, 99.0)],
        )
        self.assertEqual(found.sentences[1], "Culling in the 2 shoots before: 30 min for 1,000.")

    def test_a_change_parts_before_from_since(self):
        others = [self.shoot(1, 40.0), self.shoot(3, 36.0, changed=("Bursts of 12 → 6",)), self.shoot(5, 20.0)]
        found = compared(self.shoot(9, 16.0, editing=50.0), others)
        self.assertIn("Culling since “Bursts of 12 → 6” (Shoot 3): 18 min for 1,000; before: 38.", found.sentences)
        self.assertIn("Editing: 0.5 min a kept frame.", found.sentences)

    def test_nothing_timed_says_nothing(self):
        self.assertEqual(compared(self.shoot(9, None), [self.shoot(1, 40.0)]).sentences, ())
        self.assertIsNone(compared(self.shoot(9, 5.0, frames=0), []).culling_a_thousand)
