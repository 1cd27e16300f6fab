"""The bench over the API: tests and their shots, a run with simulated and with sent files, what is offered, reports, wrong input."""

from __future__ import annotations

import io
import re
import tempfile
import uuid
import zipfile
from pathlib import Path
from typing import Any

import cv2
import numpy as np
from django.test import override_settings

from tests.api.base import ApiTestCase
from tests.immediate import IMMEDIATE
from wide_aperture.bench.models import BenchRun
from wide_aperture.bench.pictures import path_of
from wide_aperture.core.bench.kinds import TESTS
from wide_aperture.core.bench.protocol import Kit
from wide_aperture.core.bench.simulated.moon import moon_burst
from wide_aperture.core.frames.identity import identity
from wide_aperture.demo.kit import BODIES
from wide_aperture.jobs.models import Job
from wide_aperture.jobs.work import go_on
from wide_aperture.server.middleware.owner import local_owner
from wide_aperture.uploads.models import Upload

BODY = BODIES[0]
KIT = Kit(BODY)


@override_settings(TASKS=IMMEDIATE)
class Bench(ApiTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.demo()

    def begin(self, test: str, *, files: tuple[str, ...] = (), **more: Any) -> Any:
        body = {
            "id": str(uuid.uuid4()),
            "title": f"Try of {test}",
            "test": test,
            "body_id": str(BODY.id),
            "files": list(files),
            **more,
        }
        with self.captureOnCommitCallbacks(execute=True):
            answer = self.client.post("/api/v1/bench/begin", body, content_type="application/json")
        self.assertEqual(answer.status_code, 202, answer.content)
        return answer.json()

    def run_of(self, begun: dict[str, str]) -> Any:
        return self.client.get(f"/api/v1/runs/{begun['run_id']}").json()

    def sent(self, test: str, **replaced: bytes) -> tuple[str, ...]:
        """The files of a simulated run as uploads; replaced: the bytes of some, by their name without its ending."""
        Upload.objects.all().delete()
        ids = []
        for each in TESTS[test].simulated(KIT, 3).files:
            data = replaced.get(each.name.partition(".")[0], each.data)
            row = Upload.objects.create(
                owner=local_owner(), name=each.name, size_bytes=len(data), identity=identity(data), whole=True
            )
            row.path.write_bytes(data)
            ids.append(str(row.pk))
        return tuple(ids)

    def test_every_test_has_a_shot_list(self):
        tests = self.client.get("/api/v1/bench/tests").json()["tests"]
        self.assertEqual([each["id"] for each in tests], [*TESTS, "stack"])
        for each in tests:
            asked = {"test": each["id"], "body_id": str(BODY.id)}
            shots = self.client.post("/api/v1/bench/shots", asked, content_type="application/json").json()["shots"]
            self.assertTrue(shots)
            self.assertTrue(all(shot["title"] and shot["expects"] for shot in shots))

    def test_a_simulated_run_is_measured_and_kept(self):
        begun = self.begin("reserve", seed=5)
        kept = self.run_of(begun)
        self.assertEqual(kept["revision"], 2)
        figures = {each["id"]: each["value"] for each in kept["document"]["outcome"]["figures"]}
        self.assertAlmostEqual(figures["gain_highlight_reserve_1"], 1.0, delta=0.05)
        self.assertEqual(kept["document"]["kit"], BODY.name)
        job = self.client.get(f"/api/v1/jobs/{begun['job_id']}").json()
        self.assertEqual((job["state"], job["done"]), ("done", job["total"]))

    def test_files_that_were_sent_are_measured_and_bad_ones_named(self):
        files = self.sent("reserve", BT0003=b"no picture at all", BT0004=b"")
        outcome = self.run_of(self.begin("reserve", files=files))["document"]["outcome"]
        self.assertEqual({fault["frame"] for fault in outcome["faults"]}, {"BT0003.dng", "BT0004.dng"})
        self.assertIn("must be as many of each", outcome["sentence"])
        outcome = self.run_of(self.begin("reserve", files=self.sent("reserve")))["document"]["outcome"]
        self.assertEqual(outcome["faults"], [])
        self.assertEqual(len(outcome["figures"]), 3)

    def test_pictures_beside_raw_data_are_read(self):
        outcome = self.run_of(self.begin("headroom", seed=2))["document"]["outcome"]
        self.assertAlmostEqual(outcome["figures"][0]["value"], 1.08, delta=0.12)
        offered = outcome["offers"][0]["body"]
        self.assertEqual(offered["marks_gaps"][-1]["look"], "standard")
        self.assertEqual(self.client.get(f"/api/v1/bodies/{BODY.id}").json()["document"].get("marks_gaps"), [])

    def test_an_offer_that_was_taken_is_noted(self):
        begun = self.begin("readout")
        kept = self.run_of(begun)
        document = {**kept["document"], "taken": [0], "note": "in the hall"}
        again = self.client.put(
            f"/api/v1/runs/{begun['run_id']}",
            document,
            content_type="application/json",
            headers={"If-Match": f'"{kept["revision"]}"'},
        )
        self.assertEqual((again.status_code, again.json()["document"]["taken"]), (200, [0]))
        refused = self.client.put(
            f"/api/v1/runs/{begun['run_id']}",
            {**document, "taken": [7]},
            content_type="application/json",
            headers={"If-Match": '"3"'},
        )
        self.assertEqual((refused.status_code, refused.json()["errors"][0]["pointer"]), (422, "/taken"))
        held = zipfile.ZipFile(io.BytesIO(self.client.get(f"/api/v1/bench/report/{begun['run_id']}").content))
        report = held.read("report.md").decode()
        for part in ("# Try of readout", "| Read-out, first row to last | 22 ms |", "## Steps", "in the hall"):
            self.assertIn(part, report)

    def test_a_report_holds_every_picture_it_shows(self):
        begun = self.begin("iso_ladder")
        held = zipfile.ZipFile(io.BytesIO(self.client.get(f"/api/v1/bench/report/{begun['run_id']}").content))
        report = held.read("report.md").decode()
        shown = set(re.findall(r"\]\(([^)]+)\)", report))
        self.assertLessEqual({"curve1.svg", "pictures/part0.png", "pictures/fit4.png"}, shown)
        self.assertEqual(shown - set(held.namelist()), set())
        self.assertIn("part0.png is ISO 100", report)

    def test_steps_of_a_ladder_are_there_for_the_eye(self):
        begun = self.begin("iso_ladder")
        outcome = self.run_of(begun)["document"]["outcome"]
        self.assertEqual(len(outcome["slices"]), 5)
        for name in ("part4", "fit0", f"noise{len(outcome['noisier']) - 1}"):
            answer = self.client.get(f"/api/v1/bench/picture/{begun['run_id']}/{name}")
            self.assertEqual((answer.status_code, b"".join(answer.streaming_content)[:4]), (200, b"\x89PNG"))
        self.assertEqual(self.client.get(f"/api/v1/bench/picture/{begun['run_id']}/part5").status_code, 404)
        self.assertEqual(self.client.get(f"/api/v1/bench/picture/{begun['run_id']}/other").status_code, 422)
        self.assertTrue(path_of(uuid.UUID(begun["run_id"]), "part0").exists())

    def test_notes_alone_tell_it(self):
        noted = [{"frames": 100 * k, "percent": 100 - 20 * k + (k % 2)} for k in range(5)]
        kept = self.run_of(self.begin("battery", asked={"charges": noted}))["document"]
        self.assertEqual((kept["source"], kept["files"]), ("notes", []))
        self.assertEqual(kept["outcome"]["offers"][0]["figure"]["name"], "battery_frames")
        none = self.run_of(self.begin("link"))["document"]["outcome"]
        self.assertIn("Your notes do not tell it yet", none["sentence"])
        picture = self.client.get("/api/v1/bench/match-picture")
        self.assertEqual((picture.status_code, picture.content[:2]), (200, b"\xff\xd8"))

    def test_wrong_input_is_answered_in_one_shape(self):
        for change, status in (
            ({"test": "none"}, 422),
            ({"body_id": str(uuid.uuid4())}, 422),
            ({"seed": -1}, 422),
            ({"title": ""}, 422),
            ({"asked": {"mains_hz": 55}}, 422),
            ({"more": 1}, 422),
        ):
            body = {"id": str(uuid.uuid4()), "title": "T", "test": "reserve", "body_id": str(BODY.id), **change}
            with self.subTest(change=change):
                answer = self.client.post("/api/v1/bench/begin", body, content_type="application/json")
                self.assertEqual(
                    (answer.status_code, answer["Content-Type"].partition(";")[0]), (status, "application/problem+json")
                )
        self.assertEqual(BenchRun.objects.count(), 2)  # the demo’s own
        self.assertEqual(self.client.get(f"/api/v1/bench/report/{uuid.uuid4()}").status_code, 404)

    def test_other_people_s_runs_and_files_are_not_there(self):
        begun = self.begin("clocks")
        BenchRun.objects.filter(pk=begun["run_id"]).update(owner=self.stranger())
        self.assertEqual(self.client.get(f"/api/v1/runs/{begun['run_id']}").status_code, 404)
        files = self.sent("clocks")
        Upload.objects.update(owner=BenchRun.objects.get(pk=begun["run_id"]).owner)
        outcome = self.run_of(self.begin("clocks", files=files))["document"]["outcome"]
        self.assertIn("0 frames can be used", outcome["sentence"])

    def test_a_body_that_is_gone_ends_the_job_with_its_reason(self):
        begun = self.begin("clocks")
        run = BenchRun.objects.get(pk=begun["run_id"])
        run.document = {**run.document, "body_id": str(uuid.uuid4())}
        run.save()
        row = Job.objects.get(pk=begun["job_id"])
        Job.objects.update(state="failed")
        row.refresh_from_db()
        with self.captureOnCommitCallbacks(execute=True):
            go_on(row)
        row.refresh_from_db()
        self.assertEqual((row.state, row.problem), ("failed", "body_id needs a body that is in Gear"))

    def test_a_stack_leaves_three_pictures_and_its_curve(self):
        burst = moon_burst(3, 24, size=(120, 96), disc_px=80.0)
        ids = []
        for k, make in enumerate(burst.frames):
            data = bytes(cv2.imencode(".png", make())[1])
            row = Upload.objects.create(
                owner=local_owner(), name=f"M{k:03}.png", size_bytes=len(data), identity=identity(data), whole=True
            )
            row.path.write_bytes(data)
            ids.append(str(row.pk))
        begun = self.begin("stack", files=tuple(reversed(ids)), asked={"keep": 0.5, "points_px": None})
        outcome = self.run_of(begun)["document"]["outcome"]
        self.assertIn("12 of 24 frames", outcome["sentence"])
        self.assertGreater(outcome["figures"][0]["value"], 2)
        shapes = []
        for name in ("single", "stack", "sharpened"):
            answer = self.client.get(f"/api/v1/bench/picture/{begun['run_id']}/{name}")
            picture = cv2.imdecode(np.frombuffer(b"".join(answer.streaming_content), np.uint8), cv2.IMREAD_UNCHANGED)
            shapes.append((picture.shape, picture.dtype))
        self.assertEqual(set(shapes), {((96, 120), np.dtype(np.uint16))})
        self.assertEqual(self.client.get(f"/api/v1/bench/picture/{begun['run_id']}/none").status_code, 422)
        for number, status in ((1, 200), (24, 200), (25, 404), (0, 422)):
            shown = self.client.get(f"/api/v1/bench/frame/{begun['run_id']}/{number}")
            self.assertEqual(shown.status_code, status, number)
        third = self.client.get(f"/api/v1/bench/frame/{begun['run_id']}/3").content
        own, made = cv2.imdecode(np.frombuffer(third, np.uint8), 0).astype(float), burst.frames[2]()
        grey = (made if made.ndim == 2 else made.mean(axis=2)) / 257  # of sixteen bits
        self.assertLess(float(np.abs(own - grey).mean()), 6)
        self.assertIn("must be like the first", self.report_of_mixed(ids))
        BenchRun.objects.filter(pk=begun["run_id"]).first().delete()
        self.assertFalse(path_of(uuid.UUID(begun["run_id"]), "stack").exists())

    def upload(self, name: str, data: bytes) -> str:
        row = Upload.objects.create(
            owner=local_owner(), name=name, size_bytes=len(data), identity=identity(data), whole=True
        )
        row.path.write_bytes(data)
        return str(row.pk)

    def test_a_clip_is_taken_apart_and_stacked(self):
        with tempfile.TemporaryDirectory() as folder:
            clip = f"{folder}/moon.mp4"
            writer = cv2.VideoWriter(clip, cv2.VideoWriter_fourcc(*"mp4v"), 25, (120, 96))
            for make in moon_burst(3, 16, size=(120, 96), disc_px=80.0).frames:
                writer.write(np.dstack([make()] * 3) if make().ndim == 2 else make())
            writer.release()
            data = Path(clip).read_bytes()
        outcome = self.run_of(
            self.begin("stack", files=(self.upload("moon.MP4", data),), asked={"keep": 8, "points_px": None})
        )
        self.assertIn("8 of 16 frames", outcome["document"]["outcome"]["sentence"])

    def test_raw_files_are_developed_and_stacked(self):
        files = TESTS["reserve"].simulated(KIT, 2).files[:4]
        ids = tuple(self.upload(each.name, each.data) for each in files)
        outcome = self.run_of(self.begin("stack", files=ids, asked={"keep": 4, "points_px": None}))["document"][
            "outcome"
        ]
        self.assertIn("4 of 4 frames", outcome["sentence"])

    def test_a_clip_that_is_none_ends_the_job_by_name(self):
        begun = self.begin("stack", files=(self.upload("broken.mp4", b"no clip" * 500),))
        self.assertIn("broken.mp4 holds no picture that can be read", Job.objects.get(pk=begun["job_id"]).problem)

    def report_of_mixed(self, ids: list[str]) -> str:
        """Why a stack of frames of two sizes failed."""
        data = bytes(cv2.imencode(".png", np.full((50, 60), 7, np.uint8))[1])
        row = Upload.objects.create(
            owner=local_owner(), name="M999.png", size_bytes=len(data), identity=identity(data), whole=True
        )
        row.path.write_bytes(data)
        begun = self.begin("stack", files=(*ids[:3], str(row.pk)))
        return Job.objects.get(pk=begun["job_id"]).problem
