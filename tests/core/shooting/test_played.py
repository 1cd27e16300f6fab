"""The simulated camera at work: the same seed the same day, and every frame as the body's rules have it."""

import datetime as dt
import math
import tempfile
from pathlib import Path
from unittest import TestCase

import cv2
import numpy as np

from tests.core.shooting.played import asked, play
from wide_aperture.core.documents.body import Body, LookGap
from wide_aperture.core.documents.own_figure import OwnFigure
from wide_aperture.core.documents.setup import Pin
from wide_aperture.core.frames import read_metadata
from wide_aperture.core.frames.embedded import embedded_jpegs
from wide_aperture.core.frames.exposed import WHITE_LEVEL, mosaic_of_electrons
from wide_aperture.core.frames.raw_marks import marks_against_raw
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.planning import plan_of
from wide_aperture.core.review.table import FrameRow, table_of
from wide_aperture.core.shooting import Day, Player, Roll, Slip, write_frame
from wide_aperture.core.shooting.played import engraved
from wide_aperture.core.shooting.write import Stage, written


def with_gap(body: Body, look: str, ev: float) -> Body:
    return body.model_copy(update={"marks_gaps": (LookGap(look=look, own=OwnFigure(value=ev)),)})


class Playing(TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.shoot, given = asked("cup-final", 2)
        cls.given = given[0]
        cls.player = Player(cls.given)
        cls.plan = plan_of(cls.given)

    def frames(self, day: Day = Day(), seed: int = 1, most: int = 120):  # noqa: B008  frozen
        return play(self.shoot, [self.player], day, seed, most)

    def test_the_same_seed_gives_the_same_day_and_another_another(self):
        self.assertEqual(self.frames(), self.frames())
        self.assertNotEqual(self.frames()[0].at, self.frames(seed=2)[0].at)

    def test_what_is_set_by_hand_stands_in_every_file(self):
        for frame in self.frames():
            self.assertLess(abs(math.log2(frame.said.exposure_s / self.plan.choice.shutter_s)), 1 / 6)
            self.assertLess(abs(math.log2(frame.said.f_number / self.plan.choice.aperture)), 1 / 12)
            self.assertEqual(frame.said.exposure_program, "manual")

    def test_automatic_iso_follows_the_light_on_marked_steps_until_its_ceiling(self):
        plain, dark, darkest = (self.frames(Day(light_off_ev=ev)) for ev in (0.0, -1.0, -5.0))
        middle = [float(np.median([math.log2(f.said.iso) for f in frames])) for frames in (plain, dark, darkest)]
        self.assertAlmostEqual(middle[1] - middle[0], 1.0, delta=0.34)
        ceiling = self.plan.setup.number("iso_ceiling")
        self.assertEqual({f.said.iso for f in darkest}, {engraved("iso", ceiling)})
        for frame in plain:
            self.assertEqual(frame.said.iso, engraved("iso", frame.said.iso))
        self.assertLess(float(np.median([f.off_ev for f in darkest])), -2)
        self.assertLess(abs(float(np.median([f.off_ev for f in plain]))), 0.2)

    def test_frames_that_come_out_dark_or_smeared_are_not_kept(self):
        self.assertGreater(sum(f.kept for f in self.frames()), 0)
        self.assertEqual(sum(f.kept for f in self.frames(Day(light_off_ev=-6.0))), 0)
        self.assertEqual(sum(f.kept for f in self.frames(Day(accepts_share=1e-5))), 0)
        for frame in self.frames(Day(worth=1.0, fades=1.0)):
            if frame.kept:
                self.assertTrue(frame.moment and frame.in_focus and frame.shake_coc <= 1 and abs(frame.off_ev) <= 1)

    def test_a_slip_stands_for_its_part_of_the_time_and_smears_twice_as_much(self):
        slip = Slip(
            situation_id=self.given.situation.id,
            setting="shutter_s",
            value=self.plan.choice.shutter_s * 2,
            from_share=0.5,
        )
        frames = self.frames(Day(slips=(slip,)), most=400)
        times = [f.said.exposure_s for f in frames]
        self.assertAlmostEqual(math.log2(times[-1] / times[0]), 1, delta=0.05)
        smear = [
            np.mean([f.smear_share for f in frames if math.isclose(f.said.exposure_s, t, rel_tol=0.01)])
            for t in (times[0], times[-1])
        ]
        self.assertAlmostEqual(float(smear[1] / smear[0]), 2, delta=0.3)

    def test_the_clock_writes_what_it_shows(self):
        ahead = self.frames(Day(clock_offset_s=125))
        for right, wrong in zip(self.frames(), ahead, strict=True):
            self.assertEqual(wrong.said.taken_at - right.said.taken_at, dt.timedelta(seconds=125))
            self.assertEqual(wrong.at, right.at)

    def test_numbers_run_on_and_round_and_a_full_card_ends_it(self):
        begins = dt.datetime(2026, 10, 17, 18)
        frames, roll = self.player.play(
            Day(), begins=begins, minutes=45, seed=1, roll=Roll(prefix="LM_", next_number=9998), most_frames=5
        )
        self.assertEqual([f.name for f in frames], ["LM_9998", "LM_9999", "LM_0001", "LM_0002", "LM_0003"])
        self.assertLess(roll.free_gb, 128)
        full, after = self.player.play(
            Day(), begins=begins, minutes=45, seed=1, roll=roll.model_copy(update={"free_gb": 0.05}), most_frames=50
        )
        self.assertLess(len(full), 4)
        self.assertGreaterEqual(after.free_gb, 0)
        self.assertEqual(
            self.player.play(Day(), begins=begins, minutes=45, seed=1, roll=roll.model_copy(update={"battery": 0.0}))[
                0
            ],
            [],
        )

    def test_a_slow_card_holds_bursts_up(self):
        fast, slow = (self.frames(Day(writes_per_s=w), most=400) for w in (60.0, 0.1))
        room = self.given.body.buffer_raw_frames
        longest = max(np.unique([f.burst for f in slow], return_counts=True)[1])
        self.assertLessEqual(longest, room + 1)
        self.assertGreaterEqual(len(fast), len(slow))

    def test_a_planned_burst_is_as_long_as_planned(self):
        player = Player(self.given.with_situation(self.given.situation.model_copy(update={"burst_frames": 4})))
        places = [f.place for f in play(self.shoot, [player], Day(), 1, 120)]
        self.assertEqual(max(places), 4)

    def test_a_compensation_held_by_hand_moves_the_exposure(self):
        needed = self.plan.setup.number("exposure_comp_ev") or 0.0
        player = Player(self.given.with_pins((Pin(setting="exposure_comp_ev", value=round(needed + 1, 2)),)))
        off = float(np.median([f.off_ev for f in play(self.shoot, [player], Day(), 1, 120)]))
        self.assertAlmostEqual(off, 1.0, delta=0.34)


class Files(TestCase):
    def test_a_file_says_what_was_set_and_its_mosaic_is_the_sensor_s(self):
        shoot, (given,) = asked("cup-final", 2)
        frame = play(shoot, [Player(given)], Day(), 1, 3)[2]
        stage, darkroom = Stage.of(given), Darkroom()
        found = read_metadata(write_frame(frame, stage, darkroom, width_px=120))
        self.assertEqual(
            (found.iso, found.f_number, found.taken_at), (frame.said.iso, frame.said.f_number, frame.said.taken_at)
        )
        self.assertEqual(found.width_px, 120)
        self.assertEqual(
            write_frame(frame, stage, darkroom, width_px=120), write_frame(frame, stage, Darkroom(), width_px=120)
        )
        made = stage.exposed(frame, darkroom, 120)
        mosaic = mosaic_of_electrons(made.raw.electrons, made.raw.clip_e)
        green = made.raw.electrons[0, 1, 1] / made.raw.clip_e
        self.assertAlmostEqual(float(mosaic[0, 1] - 512) / (WHITE_LEVEL - 512), float(np.clip(green, 0, 1)), delta=1e-3)
        raw = read_metadata(write_frame(frame, stage, darkroom, width_px=120, raw=True))
        self.assertEqual((raw.width_px, raw.iso), (120, frame.said.iso))

    def test_a_raw_carries_the_camera_s_picture_and_both_are_one_exposure(self):
        shoot, (given,) = asked("cup-final", 2)
        frame = play(shoot, [Player(given)], Day(), 1, 1)[0]
        raw, jpeg = written(frame, Stage.of(given), Darkroom(), files="both", width_px=160)
        self.assertEqual((raw.name, jpeg.name), (f"{frame.name}.dng", f"{frame.name}.jpg"))
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / raw.name
            path.write_bytes(raw.data)
            self.assertEqual(list(embedded_jpegs(path, 10_000_000)), [raw.jpeg])
        self.assertTrue(jpeg.data.endswith(raw.jpeg[2:]))
        rows = [
            FrameRow(id=f.name, name=f.name, said=read_metadata(f.data), rating=r) for f, r in ((raw, None), (jpeg, 3))
        ]
        table = table_of(rows)
        self.assertEqual((len(table), table.names[0], table.rating[0]), (1, raw.name, 3.0))

    def test_the_gap_between_marks_and_data_is_learnt_from_its_raws(self):
        """The look ends 0.9 EV before the data by figure, 1.5 on a body that says so; marks begin a little under white."""
        _, (given,) = asked("cup-final", 2)
        for gap, looked in ((0.9, given), (1.5, given.with_kit(with_gap(given.body, "standard", 1.5), given.lens))):
            held = looked.with_pins(
                (
                    Pin(setting="picture_profile", value="standard"),
                    Pin(setting="look_contrast", value=0),
                    Pin(setting="look_highlight", value=0),
                )
            )
            stage, frames = (
                Stage.of(held),
                Player(held).play(
                    Day(light_off_ev=2.5),
                    begins=dt.datetime(2026, 10, 17, 15),
                    minutes=10,
                    seed=1,
                    roll=Roll(),
                    most_frames=4,
                )[0],
            )
            told = []
            for frame in frames:
                brighter = frame.model_copy(update={"said": frame.said.model_copy(update={"iso": frame.said.iso * 4})})
                file = written(brighter, stage, Darkroom(), files="raw", width_px=480)[0]
                found = marks_against_raw(cv2.imdecode(np.frombuffer(file.jpeg, np.uint8), 1), file.level)
                if found and found[0].gap_ev is not None:
                    told.append(found[0].gap_ev)
            self.assertTrue(told)
            self.assertAlmostEqual(float(np.median(told)), gap, delta=0.25)

    def test_darker_light_makes_a_darker_file_with_everything_by_hand(self):
        shoot, (given,) = asked("cup-final", 2)
        stage, darkroom = Stage.of(given), Darkroom()
        frame = play(shoot, [Player(given)], Day(), 1, 1)[0]
        darker = frame.model_copy(update={"light_ev": frame.light_ev - 2})
        levels = [float(stage.exposed(each, darkroom, 120).picture.mean()) for each in (frame, darker)]
        self.assertLess(levels[1], 0.75 * levels[0])
