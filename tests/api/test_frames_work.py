"""Long work on frames: played shoots, folders, commands, raw marks, children that read and draw."""

from __future__ import annotations

import io
import os
import subprocess
import sys
import tempfile
import uuid
from pathlib import Path
from unittest import mock

import cv2
import numpy as np
from django.core.management import call_command
from django.core.management.base import CommandError
from django.test import override_settings

from tests.api.frames_case import SHOOT, TARN, FrameTestCase, WorkTestCase, a_jpeg
from tests.core.frames.raws import raws
from tests.immediate import IMMEDIATE
from wide_aperture.core.frames import read_metadata
from wide_aperture.core.frames.write import xmp_packet
from wide_aperture.frames import reader
from wide_aperture.frames.previews import NOTHING, Previews
from wide_aperture.jobs import work
from wide_aperture.jobs.models import Job


@override_settings(TASKS=IMMEDIATE)
class Jobs(WorkTestCase):
    def test_a_shoot_is_played_twice_alike(self):
        job = self.started(f"jobs/play/{SHOOT}", {"seed": 4, "frames": 3})
        self.assertEqual((job["state"], job["problem"]), ("done", ""))
        self.assertEqual(job["done"], job["total"])
        frames = self.frames(SHOOT)
        self.assertEqual(len(frames), job["report"]["new"])
        self.assertTrue(all(frame["has_preview"] for frame in frames))
        again = self.started(f"jobs/play/{SHOOT}", {"seed": 4, "frames": 3})
        self.assertEqual(again["report"]["new"], 0)

    def test_a_shoot_without_kit_says_what_it_needs(self):
        shoot = {**self.shoot, "id": str(uuid.uuid4())}
        self.put("shoots", shoot)
        job = self.started(f"jobs/play/{shoot['id']}", {})
        self.assertEqual(job["state"], "failed")
        self.assertIn("body and a lens", job["problem"])

    def test_a_folder_is_read_in_place_with_what_could_not_be(self):
        with tempfile.TemporaryDirectory() as folder:
            inside = Path(folder) / "day" / "two"
            inside.mkdir(parents=True)
            (inside / "A.jpg").write_bytes(a_jpeg(1))
            (inside / "A.xmp").write_text(xmp_packet(4, None))
            (Path(folder) / "notes.txt").write_text("no picture in here at all")
            (Path(folder) / ".hidden.jpg").write_bytes(a_jpeg(2))
            os.symlink("/etc", Path(folder) / "link")
            job = self.started(f"jobs/import/{TARN}", {"folder": folder})
        self.assertEqual((job["report"]["new"], job["report"]["refused"], job["done"]), (1, 1, 2))
        self.assertEqual(job["report"]["reasons"][0][0], "notes.txt")
        (frame,) = self.frames()
        self.assertEqual((frame["folder"], frame["rating"]), (os.path.join("day", "two"), 4))

    def test_a_folder_that_is_none_is_a_sentence(self):
        job = self.started(f"jobs/import/{TARN}", {"folder": "/no/such/folder"})
        self.assertEqual((job["state"], "is no folder" in job["problem"]), ("failed", True))

    def test_it_writes_raw_files_or_both_and_both_are_one_exposure(self):
        raw = self.started(f"jobs/play/{SHOOT}", {"seed": 4, "frames": 2, "files": "raw"})
        taken = raw["report"]["new"]
        self.assertEqual({each["name"].rpartition(".")[2] for each in self.frames(SHOOT)}, {"dng"})
        self.assertTrue(all(each["has_preview"] for each in self.frames(SHOOT)))
        both = self.started(f"jobs/play/{SHOOT}", {"seed": 4, "frames": 2, "files": "both"})
        self.assertEqual((both["report"]["new"], both["report"]["known"]), (taken, taken))
        self.assertEqual(len(self.frames(SHOOT)), 2 * taken)
        read = self.client.get(f"/api/v1/review/{SHOOT}").json()
        self.assertEqual(read["review"]["frames"], taken)
        self.assertFalse(
            [each for each in read["advice"] if each["change"]["kind"] == "gap"]
        )  # its own looks are no news

    def test_it_stops_between_batches_and_goes_on_without_doubles(self):
        with tempfile.TemporaryDirectory() as folder, mock.patch("wide_aperture.frames.import_folder.HEADS_AT_ONCE", 2):
            for k in range(7):
                (Path(folder) / f"A{k}.jpg").write_bytes(a_jpeg(k))
            calls = []

            def stopped_at_the_third(previews, path):
                calls.append(path)
                if len(calls) == 3:
                    work.ask_to_stop(Job.objects.get(), "paused")
                return NOTHING

            with mock.patch.object(Previews, "of", stopped_at_the_third):
                job = self.started(f"jobs/import/{TARN}", {"folder": folder, "previews": False})
            self.assertEqual(
                (job["state"], job["done"], len(self.frames())), ("paused", 2, 2)
            )  # the batch under way is undone
            with self.captureOnCommitCallbacks(execute=True):
                self.post(f"jobs/{job['id']}/go-on", {})
            job = self.client.get(f"/api/v1/jobs/{job['id']}").json()
            self.assertEqual((job["state"], job["report"]["new"], len(self.frames())), ("done", 7, 7))

    def test_a_worker_taken_for_dead_does_not_write_on(self):
        row = Job.objects.create(
            owner=self.owner, kind="import", title="x", shoot_id=TARN, state="running", worker="me"
        )
        mine = work.Under(row, "me")
        mine.reached(1, 10)
        Job.objects.update(worker="another")
        with self.assertRaises(work.StoppedError):
            mine.reached(2, 10)
        self.assertEqual(Job.objects.get().done, 1)

    def test_what_dies_three_times_is_given_up(self):
        with tempfile.TemporaryDirectory() as folder:
            row = Job.objects.create(
                owner=self.owner, kind="import", title="x", shoot_id=TARN, asked={"folder": folder}, attempts=3
            )
            self.assertEqual(work.work_on(row.pk), "failed")
            self.assertIn("3 times", Job.objects.get().problem)
            self.assertEqual(work.work_on(row.pk), "")  # it ended

    def test_a_dead_process_s_job_is_free_again(self):
        child = subprocess.run([sys.executable, "-c", "import os; print(os.getpid())"], capture_output=True, check=True)
        gone = f"{work._host()}-{int(child.stdout)}-abcdef12"
        alive = f"{work._host()}-{os.getpid()}-abcdef12"
        from django.utils import timezone

        rows = [
            Job.objects.create(
                owner=self.owner, kind="import", title="x", state="running", worker=worker, heartbeat=timezone.now()
            )
            for worker in (gone, alive)
        ]
        self.assertEqual(work.left_behind(timezone.now()), [rows[0].pk])

    def test_cancelled_is_cancelled(self):
        row = Job.objects.create(owner=self.owner, kind="import", title="x", shoot_id=TARN)
        self.assertEqual(self.post(f"jobs/{row.pk}/cancel", {}).json()["state"], "cancelled")
        self.assertEqual(work.work_on(row.pk), "")
        self.assertEqual(self.client.get(f"/api/v1/jobs?shoot_id={TARN}").json()["items"][0]["state"], "cancelled")
        Job.objects.update(owner=self.stranger())
        self.assert_problem(self.client.get(f"/api/v1/jobs/{row.pk}"), 404)
        self.assert_problem(self.post(f"jobs/{row.pk}/cancel", {}), 404)


class Command(FrameTestCase):
    def test_imports_a_folder_and_says_what_came(self):
        out = io.StringIO()
        with tempfile.TemporaryDirectory() as folder:
            (Path(folder) / "A.jpg").write_bytes(a_jpeg(1))
            (Path(folder) / "B.txt").write_text("not a picture, only words")
            call_command("import_frames", folder, shoot=str(TARN), previews=True, location=False, stdout=out)
            call_command("import_frames", folder, shoot=str(TARN), previews=True, location=False, stdout=out)
        self.assertIn("1 new, 0 known, 1 refused", out.getvalue())
        self.assertIn("0 new, 1 known, 1 refused", out.getvalue())
        self.assertIn("B.txt:", out.getvalue())

    def test_says_what_to_do_about_a_wrong_shoot_or_folder(self):
        for shoot, folder in (("nonsense", "."), (str(uuid.uuid4()), "."), (str(TARN), "/no/such/folder")):
            with self.assertRaises(CommandError):
                call_command("import_frames", folder, shoot=shoot, previews=False, location=False)


class PlayCommand(FrameTestCase):
    def test_it_writes_files_that_import_and_overwrites_none(self):
        with tempfile.TemporaryDirectory() as folder:
            out = io.StringIO()
            for _ in range(2):
                call_command("play_shoot", folder, shoot=str(SHOOT), seed=2, frames=1, files="both", stdout=out)
            files = sorted(Path(folder).iterdir())
            self.assertEqual({each.suffix for each in files}, {".dng", ".jpg"})
            self.assertIn(f"{len(files)} files written, 0 were there", out.getvalue())
            self.assertIn(f"0 files written, {len(files)} were there", out.getvalue())
            self.assertEqual(read_metadata(files[0]).taken_at, read_metadata(files[1]).taken_at)

    def test_it_says_what_is_wrong(self):
        for shoot, frames in (("nonsense", 1), (str(uuid.uuid4()), 1), (str(SHOOT), 0)):
            with self.assertRaises(CommandError):
                call_command("play_shoot", "/nowhere/at/all", shoot=shoot, frames=frames)
        with tempfile.NamedTemporaryFile() as file, self.assertRaises(CommandError):
            call_command("play_shoot", file.name, shoot=str(SHOOT), frames=1)


@override_settings(TASKS=IMMEDIATE)
class MarksAgainstRaw(WorkTestCase):
    """Raw files with the camera's picture in them, in a folder: what the marks mean is learnt and becomes the card's."""

    def test_a_folder_of_raws_ends_on_the_field_card(self):
        with tempfile.TemporaryDirectory() as folder:
            raws(Path(folder), 6)
            self.started(f"jobs/import/{SHOOT}", {"folder": folder})
        frame = self.client.get(f"/api/v1/frames/of/{SHOOT}").json()["items"][0]
        self.assertAlmostEqual(frame["marks"]["gap_ev"], 1.6, delta=0.15)
        for part, share in (("marked", frame["marks"]["marked"]), ("full", frame["marks"]["full"])):
            png = self.client.get(f"/api/v1/frames/{frame['id']}/marks?of={part}").content
            alpha = cv2.imdecode(np.frombuffer(png, np.uint8), cv2.IMREAD_UNCHANGED)[..., 3]
            self.assertAlmostEqual(float((alpha > 0).mean()), share, delta=1e-3)
        read = self.client.get(f"/api/v1/review/{SHOOT}").json()
        (gap,) = read["review"]["gaps"]
        self.assertEqual((gap["told"], gap["differs"]), (6, True))
        (advised,) = (each for each in read["advice"] if each["change"]["kind"] == "gap")
        self.post(f"review/{SHOOT}/answer", {"advice": advised["id"], "answer": "accepted"})
        body = self.client.get(f"/api/v1/bodies/{advised['change']['body_id']}").json()["document"]
        self.assertEqual([each["look"] for each in body["marks_gaps"]], [gap["look"]])
        self.post(f"review/{SHOOT}/take-back", {"advice": advised["id"]})
        body = self.client.get(f"/api/v1/bodies/{advised['change']['body_id']}").json()["document"]
        self.assertEqual(body["marks_gaps"], [])

    def test_too_few_tell_nothing_and_a_jpeg_has_no_marks(self):
        with tempfile.TemporaryDirectory() as folder:
            raws(Path(folder), 4)
            (Path(folder) / "J.jpg").write_bytes(a_jpeg())
            self.started(f"jobs/import/{SHOOT}", {"folder": folder})
        read = self.client.get(f"/api/v1/review/{SHOOT}").json()
        self.assertIsNone(read["review"]["gaps"][0]["own"])
        self.assertIn("5 are needed", read["review"]["gaps"][0]["sentence"])
        self.assertFalse([each for each in read["advice"] if each["change"]["kind"] == "gap"])
        plain = next(
            each for each in self.client.get(f"/api/v1/frames/of/{SHOOT}").json()["items"] if each["name"] == "J.jpg"
        )
        answer = self.client.get(f"/api/v1/frames/{plain['id']}/marks")
        self.assertEqual((answer.status_code, "raw file" in answer.json()["detail"]), (404, True))


class Readers(FrameTestCase):
    """Children read while the parent writes: the same answers in the same order, and what kills a child is read all the same."""

    def read(self, folder: str, names: list[str], *, children: bool, killed: bool = False) -> list:
        with (
            mock.patch.object(reader, "WORTH_A_CHILD", 1 if children else 10**9),
            reader.Reader(TARN, Path(folder), location=False, files=len(names)) as found,
        ):
            self.assertEqual([child is not None for child in found._children], [children] * reader.CHILDREN)
            answers = []
            for first in range(0, len(names), 3):
                if killed and first == 3:
                    found._children[0].kill()
                    found._children[0].wait()
                found.ask(names[first : first + 3])
                answers += found.answers()
            return answers

    def test_children_answer_as_this_process_does_even_where_one_is_killed(self):
        with tempfile.TemporaryDirectory() as folder:
            for k in range(8):
                (Path(folder) / f"A{k}.jpg").write_bytes(a_jpeg(k))
            (Path(folder) / "notes.txt").write_text("no picture")
            names = [*(f"A{k}.jpg" for k in range(8)), "notes.txt", "gone.jpg"]
            plain = self.read(folder, names, children=False)
            self.assertEqual([isinstance(each, str) for each in plain], [False] * 8 + [True] * 2)
            self.assertEqual(self.read(folder, names, children=True), plain)
            self.assertEqual(self.read(folder, names, children=True, killed=True), plain)


class Pictures(FrameTestCase):
    def test_the_child_makes_small_pictures_and_survives_what_is_none(self):
        with tempfile.TemporaryDirectory() as folder, Previews() as previews:
            good, bad = Path(folder) / "A.jpg", Path(folder) / "B.jpg"
            large = np.random.default_rng(1).integers(0, 255, (900, 1400, 3)).astype(np.uint8)
            good.write_bytes(cv2.imencode(".jpg", large)[1].tobytes())
            bad.write_bytes(b"\xff\xd8\xff" + os.urandom(2000))
            self.assertEqual(previews.of(bad), NOTHING)
            opened = previews.of(good)
            self.assertEqual(max(cv2.imdecode(np.frombuffer(opened.jpeg, np.uint8), 1).shape), 640)
            self.assertGreater(opened.measures.sharpness, 0.2)
            self.assertIsNone(opened.marks)
            self.assertEqual(previews.of(Path(folder) / "none.jpg"), NOTHING)

    def test_one_that_was_killed_from_outside_is_replaced(self):
        with tempfile.TemporaryDirectory() as folder, Previews() as previews:
            good = Path(folder) / "A.jpg"
            good.write_bytes(cv2.imencode(".jpg", np.full((60, 90, 3), 90, np.uint8))[1].tobytes())
            self.assertIsNotNone(previews.of(good).jpeg)
            previews._child.kill()
            previews._child.wait()
            self.assertEqual(previews.of(good), NOTHING)
            self.assertIsNotNone(previews.of(good).jpeg)

    def test_one_that_stalls_is_left_and_the_next_has_a_new_child(self):
        with tempfile.TemporaryDirectory() as folder:
            good = Path(folder) / "A.jpg"
            good.write_bytes(cv2.imencode(".jpg", np.full((60, 90, 3), 90, np.uint8))[1].tobytes())
            with Previews(longest_s=0.0) as previews:
                self.assertEqual(previews.of(good), NOTHING)
                previews._longest_s = 20.0
                self.assertIsNotNone(previews.of(good).jpeg)
