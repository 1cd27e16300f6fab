"""Frames over the API: brought in by ranges, judged, sorted, read back; advice taken and taken back; nobody else's."""

from __future__ import annotations

import csv
import io
import json
import os
import subprocess
import sys
import tempfile
import uuid
import zipfile
from pathlib import Path
from unittest import mock

import cv2
import numpy as np
from django.core.files.uploadedfile import SimpleUploadedFile
from django.core.management import call_command
from django.core.management.base import CommandError
from django.db import connection
from django.test import override_settings
from hypothesis import given
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase as HypothesisTestCase

from tests.api.base import ApiTestCase
from tests.core.frames import corpus
from tests.core.frames.raws import raws
from tests.demo import played_frames
from tests.immediate import IMMEDIATE
from wide_aperture.core.frames import identity, read_metadata
from wide_aperture.core.frames.frame import Frame as FrameDocument
from wide_aperture.core.frames.write import xmp_packet
from wide_aperture.core.review.table import seconds_of
from wide_aperture.demo.ids import demo_id
from wide_aperture.frames import reader, reviewing
from wide_aperture.frames.keep import remove_frames
from wide_aperture.frames.models import Frame, Preview, Review
from wide_aperture.frames.previews import NOTHING, Previews
from wide_aperture.frames.reading import MOST_PREVIEW_BYTES
from wide_aperture.jobs import work
from wide_aperture.jobs.models import Job
from wide_aperture.server.middleware.owner import local_owner
from wide_aperture.store.models import Revision

SHOOT = demo_id("shoot/cup-final")
TARN = demo_id("shoot/tarn")
SECOND_HALF = str(demo_id("situation/cup-final/2"))


def a_jpeg(number: int = 0, *, before: tuple[bytes, ...] = ()) -> bytes:
    tags = {0x829A: 1 / 500, 0x829D: 4.0, 0x8827: 800, 0x9003: f"2026:10:17 18:{20 + number:02}:00", 0x8822: 3}
    return corpus.jpeg(corpus.block({0x0110: "Alder 24"}, tags), before=before)


class FrameTestCase(ApiTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.demo()
        self.owner = local_owner()

    def offer(
        self,
        files: dict[str, bytes],
        *,
        shoot: uuid.UUID = TARN,
        head: int = 64,
        previews: dict[str, bytes] | None = None,
        sidecars: dict[str, bytes] | None = None,
    ):
        """Serve files as a browser does: a head first, then whatever ranges are asked for. Returns (answers, rounds)."""
        parts = {name: [(0, data[:head])] for name, data in files.items()}
        open_, answers, rounds = dict(files), {}, 0
        while open_ and rounds < 40:
            rounds += 1
            uploads, listed = [], []

            def add(data: bytes, to: list = uploads) -> int:
                to.append(SimpleUploadedFile("part", data))
                return len(to) - 1

            for name, data in open_.items():
                listed.append(
                    {
                        "name": name, "folder": "day", "size": len(data), "identity": identity(data),
                        "parts": [{"offset": at, "upload": add(some)} for at, some in parts[name]],
                        "sidecar": add(sidecars[name]) if name in (sidecars or {}) else None,
                        "preview": add(previews[name]) if name in (previews or {}) else None,
                    }
                )  # fmt: skip
            asked = {"shoot_id": str(shoot), "files": listed}
            answer = self.client.post("/api/v1/frames/read", {"asked": json.dumps(asked), "uploads": uploads})
            self.assertEqual(answer.status_code, 200, answer.content[:500])
            for (name, data), said in zip(list(open_.items()), answer.json()["files"], strict=True):
                if said["state"] == "wants":
                    at, count = said["offset"], said["count"]
                    self.assertLessEqual(at + count, len(data))
                    parts[name].append((at, data[at : at + count]))
                else:
                    answers[name] = said
                    del open_[name]
        return answers, rounds

    def frames(self, shoot: uuid.UUID = TARN) -> list[dict]:
        return self.client.get(f"/api/v1/frames/of/{shoot}").json()["items"]


class Bringing(FrameTestCase):
    def test_by_ranges_what_is_kept_is_what_the_file_says(self):
        profile = tuple(corpus.segment(0xE2, b"ICC_PROFILE\0" + bytes(60_000)) for _ in range(3))
        files = {
            "A.jpg": a_jpeg(1),
            "far.jpg": a_jpeg(2, before=profile),
            "n.dng": corpus.block({0x0110: "Alder 45"}, {0x8827: 400}),
        }
        answers, rounds = self.offer(files)
        self.assertEqual({name: said["state"] for name, said in answers.items()}, dict.fromkeys(files, "taken"))
        self.assertGreater(rounds, 1)
        for row in Frame.objects.filter(shoot_id=TARN):
            self.assertEqual(row.document["said"], read_metadata(files[row.name]).model_dump(mode="json"))
            self.assertEqual(row.document["identity"], identity(files[row.name]))
            self.assertEqual(row.document["folder"], "day")

    def test_many_files_that_want_more_at_once(self):
        profile = tuple(corpus.segment(0xE2, b"ICC_PROFILE\0" + bytes(60_000)) for _ in range(2))
        answers, _ = self.offer({f"A{k}.jpg": a_jpeg(k, before=profile) for k in range(40)})
        self.assertEqual({said["state"] for said in answers.values()}, {"taken"})

    def test_the_same_file_again_is_known_whatever_it_is_called(self):
        self.offer({"A.jpg": a_jpeg()})
        answers, _ = self.offer({"copy of A.jpg": a_jpeg()})
        self.assertEqual(answers["copy of A.jpg"]["state"], "known")
        self.assertEqual(Frame.objects.filter(shoot_id=TARN).count(), 1)
        self.assertEqual(Revision.objects.filter(kind="frame").count(), 1)
        self.offer({"A.jpg": a_jpeg()}, shoot=SHOOT)
        self.assertEqual(Frame.objects.count(), 2)  # of another shoot it is another frame

    def test_hostile_files_are_refused_by_name_and_stop_nothing(self):
        huge = b"II*\0" + (2**31).to_bytes(4, "little") + bytes(100)
        loop = b"II*\0\x08\0\0\0" + b"\0\0" + (8).to_bytes(4, "little") + bytes(20)
        files = {
            "good.jpg": a_jpeg(),
            "empty.jpg": b"",
            "text.txt": b"only words, and no picture at all in them",
            "huge.tif": huge,
            "loop.tif": loop,
            "cut.jpg": b"\xff\xd8\xff" + bytes(30),
        }
        answers, _ = self.offer(files, head=4096)
        self.assertEqual(answers["good.jpg"]["state"], "taken")
        for name in ("empty.jpg", "text.txt", "huge.tif", "cut.jpg"):
            self.assertEqual(answers[name]["state"], "refused", name)
            self.assertTrue(answers[name]["reason"].endswith("."), name)
        self.assertNotIn("huge.tif", [frame["name"] for frame in self.frames()])

    def test_a_sidecar_s_rating_counts(self):
        self.offer({"A.jpg": a_jpeg()}, sidecars={"A.jpg": xmp_packet(5, "best").encode()})
        (frame,) = self.frames()
        self.assertEqual((frame["rating"], frame["said"]["label"]), (5, "best"))

    def test_a_preview_is_measured_and_shown_and_one_too_large_is_left(self):
        small = cv2.imencode(".jpg", np.full((60, 90, 3), 255, np.uint8))[1].tobytes()
        bomb = (
            small[:2] + corpus.segment(0xC0, b"\x08" + (60_000).to_bytes(2, "big") * 2 + b"\x01\x01\x11\0") + small[2:]
        )
        previews = {"A.jpg": small, "B.jpg": bytes(MOST_PREVIEW_BYTES + 1), "C.jpg": b"no picture", "D.jpg": bomb}
        self.offer({"A.jpg": a_jpeg(1), "B.jpg": a_jpeg(2), "C.jpg": a_jpeg(3), "D.jpg": a_jpeg(4)}, previews=previews)
        found = {frame["name"]: frame for frame in self.frames()}
        self.assertEqual({name for name, frame in found.items() if frame["has_preview"]}, {"A.jpg"})
        self.assertEqual(found["A.jpg"]["measures"]["burnt"], 1.0)
        answer = self.client.get(f"/api/v1/frames/{found['A.jpg']['id']}/preview")
        self.assertEqual((answer.status_code, answer.content), (200, small))
        self.assert_problem(self.client.get(f"/api/v1/frames/{found['B.jpg']['id']}/preview"), 404)

    def test_a_frame_brought_again_with_a_picture_gets_it(self):
        self.offer({"A.jpg": a_jpeg()})
        small = cv2.imencode(".jpg", np.full((60, 90, 3), 90, np.uint8))[1].tobytes()
        self.offer({"A.jpg": a_jpeg()}, previews={"A.jpg": small})
        (frame,) = self.frames()
        self.assertTrue(frame["has_preview"])
        self.assertIsNotNone(frame["measures"])
        self.assertEqual(Preview.objects.count(), 1)

    def test_what_is_asked_wrongly_is_a_sentence(self):
        for asked in (
            "{",
            json.dumps({"shoot_id": str(TARN)}),
            json.dumps({"shoot_id": str(TARN), "files": [{"name": "A", "size": -1, "identity": "x"}]}),
        ):
            self.assert_problem(self.client.post("/api/v1/frames/read", {"asked": asked}), 422)
        missing = {
            "shoot_id": str(TARN),
            "files": [{"name": "A", "size": 9, "identity": "0" * 64, "parts": [{"offset": 0, "upload": 7}]}],
        }
        self.assert_problem(self.client.post("/api/v1/frames/read", {"asked": json.dumps(missing)}), 422)
        nobody_s = {"shoot_id": str(uuid.uuid4()), "files": [{"name": "A", "size": 9, "identity": "0" * 64}]}
        nobody_s["files"][0]["parts"] = [{"offset": 0, "upload": 0}]
        answer = self.client.post(
            "/api/v1/frames/read", {"asked": json.dumps(nobody_s), "uploads": [SimpleUploadedFile("p", a_jpeg())]}
        )
        self.assertEqual(answer.json()["files"][0]["state"] if answer.status_code == 200 else "refused", "refused")


class Judging(FrameTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.offer({f"A{k}.jpg": a_jpeg(k) for k in range(4)}, shoot=SHOOT)
        self.ids = [frame["id"] for frame in self.frames(SHOOT)]

    def change(self, ids, **fields):
        return self.post("frames/change", {"ids": ids, "change": list(fields), **fields})

    def test_ratings_are_changed_together_and_undone_together(self):
        before = self.change(self.ids[:3], rating=4).json()["before"]
        self.assertEqual([f["rating"] for f in self.frames(SHOOT)], [4, 4, 4, None])
        self.change(self.ids[:1], rating=-1)
        self.post("frames/restore", {"before": before})
        self.assertEqual([f["rating"] for f in self.frames(SHOOT)], [None] * 4)
        self.assertEqual(len(self.listed(f"frames/{self.ids[0]}/revisions")), 4)

    def test_a_frame_put_by_hand_stays_there_and_apart_is_nowhere(self):
        def read() -> dict:
            found = self.client.get(f"/api/v1/review/{SHOOT}").json()["review"]["situations"]
            return {each["title"]: each["frames"] for each in found}

        self.assertEqual(read(), {"Second half, floodlights": 4})
        self.change(self.ids[:1], situation_id=str(demo_id("situation/cup-final/0")))
        self.assertEqual(read(), {"Warm-up, low sun": 1, "Second half, floodlights": 3})
        self.change(self.ids[1:2], apart=True)
        self.assertEqual(self.client.get(f"/api/v1/review/{SHOOT}").json()["review"]["unassigned"], 1)

    def test_nonsense_is_refused_and_changes_nothing(self):
        for payload in ({"rating": 9}, {"rating": "good"}):
            self.assert_problem(self.change(self.ids[:1], **payload), 422)
        self.assert_problem(self.post("frames/change", {"ids": self.ids, "change": []}), 422)
        self.assert_problem(self.change([str(uuid.uuid4())], rating=3), 404)
        self.assert_problem(self.change([self.ids[0], str(uuid.uuid4())], rating=3), 404)
        self.assertEqual([f["rating"] for f in self.frames(SHOOT)], [None] * 4)

    def test_an_undo_nobody_was_given_is_refused(self):
        own = self.ids[0]
        for before in (
            [{"id": "x", "fields": {"rating": 1}}],
            [{"id": own, "fields": {"rating": "good"}}],
            [{"id": own, "fields": {}}],
            [{"id": own, "fields": {"name": "x"}}],
            [{}],
        ):
            self.assert_problem(self.post("frames/restore", {"before": before}), 422)
        self.assert_problem(
            self.post("frames/restore", {"before": [{"id": str(uuid.uuid4()), "fields": {"rating": 1}}]}), 404
        )
        self.assertEqual([f["rating"] for f in self.frames(SHOOT)], [None] * 4)

    def test_nobody_else_s_frames(self):
        Frame.objects.update(owner=self.stranger())
        self.assertEqual(self.frames(SHOOT), [])
        self.assert_problem(self.change(self.ids[:1], rating=3), 404)
        self.assert_problem(self.client.get(f"/api/v1/frames/{self.ids[0]}/preview"), 404)
        self.assertEqual(self.client.get("/api/v1/frames/search?q=A1").json()["items"], [])

    def test_all_are_deleted_and_brought_back(self):
        self.assertEqual(self.client.delete(f"/api/v1/frames/of/{SHOOT}").json(), {"count": 4})
        self.assertEqual(self.frames(SHOOT), [])
        self.assertEqual(self.client.get(f"/api/v1/review/{SHOOT}").json()["review"]["frames"], 0)
        self.assertEqual(self.post(f"frames/of/{SHOOT}/back", {}).json(), {"count": 4})
        self.assertEqual(len(self.frames(SHOOT)), 4)
        self.assertEqual(self.client.get("/api/v1/bin").json()["items"], [])  # not four hundred single rows
        remove_frames(SHOOT, owner=self.owner)
        self.offer({"A0.jpg": a_jpeg(0)}, shoot=SHOOT)  # brought again, it comes back
        self.assertEqual(len(self.frames(SHOOT)), 1)

    def test_deleted_ones_can_go_for_good_and_go_with_their_shoot(self):
        self.client.delete(f"/api/v1/frames/of/{SHOOT}/for-good")
        self.assertEqual(len(self.frames(SHOOT)), 4)  # only what was deleted before
        self.client.delete(f"/api/v1/frames/of/{SHOOT}")
        self.assertEqual(self.client.get(f"/api/v1/review/{SHOOT}").json()["deleted"], 4)
        self.assertEqual(self.client.delete(f"/api/v1/frames/of/{SHOOT}/for-good").json(), {"count": 4})
        self.assertEqual((Frame.objects.count(), Revision.objects.filter(kind="frame").count()), (0, 0))
        self.offer({"A.jpg": a_jpeg(1)})
        self.client.delete(f"/api/v1/shoots/{TARN}", headers={"If-Match": '"1"'})
        self.client.delete(f"/api/v1/bin/shoots/{TARN}", headers={"If-Match": '"2"'})
        self.assertEqual(Frame.objects.count(), 0)

    def test_frames_are_found_by_words_over_all_shoots(self):
        self.offer({"LM_7.jpg": a_jpeg(9)})
        found = self.client.get("/api/v1/frames/search?q=lm_7").json()["items"]
        self.assertEqual([(f["name"], f["shoot"]) for f in found], [("LM_7.jpg", "Dawn at Hare Tarn")])
        self.assertEqual(len(self.client.get("/api/v1/frames/search?q=alder").json()["items"]), 5)
        self.assertEqual(
            self.client.get("/api/v1/frames/search?q=null").json()["items"], []
        )  # words, not how they are kept
        self.assert_problem(self.client.get("/api/v1/frames/search?q="), 422)


class Tables(FrameTestCase):
    def csv(self, text: str, shoot: uuid.UUID = TARN):
        return self.post("frames/csv", {"shoot_id": str(shoot), "text": text})

    def test_ratings_by_file_name_and_frames_without_files(self):
        self.offer({"A.jpg": a_jpeg(1), "B.jpg": a_jpeg(2)})
        found = self.csv("File,Rating\nA,4\nb.JPG,-1\nC.jpg,3\nB.jpg,11\n,2\n").json()
        self.assertEqual((found["rated"], found["created"]), (2, 1))
        self.assertEqual(len(found["left_out"]), 2)
        self.assertEqual({f["name"]: f["rating"] for f in self.frames()}, {"A.jpg": 4, "B.jpg": -1, "C.jpg": 3})

    def test_our_own_export_comes_back_as_it_went(self):
        self.offer({"=A.jpg": a_jpeg(1), "B.jpg": a_jpeg(2)}, shoot=SHOOT)
        self.csv("file;kept\n=A.jpg;yes\n", SHOOT)
        text = self.client.get(f"/api/v1/review/{SHOOT}/report?format=csv").content.decode()
        rows = list(csv.DictReader(io.StringIO(text)))
        self.assertEqual(
            [(r["file"], r["kept"], r["situation"]) for r in rows],
            [("'=A.jpg", "yes", "Second half, floodlights"), ("B.jpg", "no", "Second half, floodlights")],
        )
        self.client.delete(f"/api/v1/frames/of/{SHOOT}")
        found = self.csv(text, SHOOT).json()
        self.assertEqual((found["created"], found["left_out"]), (2, []))
        again = {f["name"]: f for f in self.frames(SHOOT)}
        self.assertEqual(set(again), {"=A.jpg", "B.jpg"})
        self.assertEqual(
            (again["B.jpg"]["said"]["iso"], again["B.jpg"]["said"]["exposure_program"]), (800, "aperture_priority")
        )

    def test_a_text_that_names_no_file_is_refused(self):
        for text in ("", "rating\n4\n", "\x00\x01"):
            self.assert_problem(self.csv(text), 422)
        self.assert_problem(self.csv("file\nA.jpg\n", uuid.uuid4()), 422)


class ReadingBack(FrameTestCase):
    def setUp(self) -> None:
        super().setUp()
        played_frames(self.owner)

    def review(self) -> dict:
        return self.client.get(f"/api/v1/review/{SHOOT}").json()

    def plan(self) -> dict:
        situation = self.client.get(f"/api/v1/situations/{SECOND_HALF}").json()["document"]
        kit = {
            kind: self.client.get(f"/api/v1/{plural}/{situation[f'{kind}_id']}").json()["document"]
            for kind, plural in (("body", "bodies"), ("lens", "lenses"))
        }
        (foundation,) = self.listed("foundations") or [None]
        own = {
            k: v
            for k, v in (foundation["document"] if foundation else {}).items()
            if k not in ("id", "title", "reviewed", "begun", "mains_hz", "home_zone")
        }
        return self.post("plan", {**kit, "situation": situation["situation"], "foundation": own or None}).json()

    def test_the_demo_s_match_flows_to_an_accepted_advice_and_back(self):
        read = self.review()
        self.assertEqual(read["review"]["frames"], Frame.objects.filter(shoot_id=SHOOT).count())
        self.assertEqual(read["review"]["unassigned"], 0)
        advice = {each["change"]["kind"]: each for each in read["advice"]}
        self.assertEqual(set(advice), {"figure", "light"})
        before = self.plan()["choice"]["shutter_s"]
        answer = self.post(f"review/{SHOOT}/answer", {"advice": advice["figure"]["id"], "answer": "accepted"})
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        after = self.plan()
        self.assertLess(after["choice"]["shutter_s"], before)
        motion = next(w for w in after["windows"] if w["id"] == "motion")
        self.assertEqual([f["whose"] for f in motion["figures"] if f["name"].startswith("blur_share")], ["yours"])
        self.assertNotIn("figure", [each["change"]["kind"] for each in self.review()["advice"]])
        self.assertEqual(self.post(f"review/{SHOOT}/take-back", {"advice": advice["figure"]["id"]}).status_code, 200)
        self.assertEqual(self.plan()["choice"]["shutter_s"], before)
        self.assertIn("figure", [each["change"]["kind"] for each in self.review()["advice"]])

    def test_light_is_written_into_the_situation_as_its_next_version(self):
        light = next(each for each in self.review()["advice"] if each["change"]["kind"] == "light")
        before = self.client.get(f"/api/v1/situations/{SECOND_HALF}").json()
        self.post(f"review/{SHOOT}/answer", {"advice": light["id"], "answer": "accepted"})
        after = self.client.get(f"/api/v1/situations/{SECOND_HALF}").json()
        self.assertEqual(
            (after["document"]["situation"]["light"]["kind"], after["revision"]), ("reading", before["revision"] + 1)
        )
        after["document"]["situation"]["note"] = "edited since"
        self.put("situations", after["document"], revision=after["revision"])
        self.assert_problem(self.post(f"review/{SHOOT}/take-back", {"advice": light["id"]}), 422)

    def test_a_declined_advice_is_kept_with_its_reason_and_asked_no_more(self):
        light = next(each for each in self.review()["advice"] if each["change"]["kind"] == "light")
        self.post(
            f"review/{SHOOT}/answer",
            {"advice": light["id"], "answer": "declined", "because": "They are being renewed."},
        )
        read = self.review()
        self.assertEqual([each["change"]["kind"] for each in read["advice"]], ["figure"])
        self.assertEqual(read["decisions"]["answered"][0]["because"], "They are being renewed.")
        self.assertEqual(self.client.get(f"/api/v1/situations/{SECOND_HALF}").json()["revision"], 1)

    def test_advice_nobody_gave_is_refused(self):
        self.assert_problem(
            self.post(f"review/{SHOOT}/answer", {"advice": "figure/airy_seen_px", "answer": "accepted"}), 422
        )
        self.assert_problem(self.post(f"review/{SHOOT}/take-back", {"advice": "x"}), 422)
        self.assert_problem(self.client.get(f"/api/v1/review/{uuid.uuid4()}"), 404)

    def test_a_proof_frame_says_what_stands_as_planned(self):
        frame = Frame.objects.filter(shoot_id=SHOOT, taken_at__hour=18).order_by("taken_at").first()
        found = self.client.get(
            f"/api/v1/review/{SHOOT}/proof", {"situation_id": SECOND_HALF, "frame_id": str(frame.pk)}
        ).json()
        self.assertEqual(found["differ"], [])
        self.assertLessEqual({"exposure_mode", "shutter_s", "aperture", "metering"}, set(found["as_planned"]))
        self.assertIn("af_area", found["unseen"])
        other = dict(frame.document)
        other["said"] = {**other["said"], "exposure_s": 1 / 60, "metering": "spot", "exposure_program": "program"}
        Frame.objects.filter(pk=frame.pk).update(document=other)
        found = self.client.get(
            f"/api/v1/review/{SHOOT}/proof", {"situation_id": SECOND_HALF, "frame_id": str(frame.pk)}
        ).json()
        self.assertEqual({each["setting"] for each in found["differ"]}, {"exposure_mode", "shutter_s", "metering"})
        self.assertIn("3 differ", found["sentence"])

    def test_what_a_proof_frame_shows_becomes_the_camera_s_state(self):
        frame = Frame.objects.filter(shoot_id=SHOOT, taken_at__hour=18).order_by("taken_at").first()
        asked = {"situation_id": SECOND_HALF, "frame_id": str(frame.pk)}
        state = self.post(f"review/{SHOOT}/proof", asked).json()
        self.assertEqual((state["values"]["exposure_mode"], state["source"]), ("manual_auto_iso", "pre_flight"))
        again = self.post(f"review/{SHOOT}/proof", asked).json()
        self.assertEqual(again["id"], state["id"])
        self.assertEqual(len([s for s in self.listed("states") if s["document"]["body_id"] == state["body_id"]]), 1)
        self.assert_problem(self.post(f"review/{SHOOT}/proof", {**asked, "frame_id": str(uuid.uuid4())}), 404)
        self.assert_problem(self.post(f"review/{SHOOT}/proof", {**asked, "situation_id": str(uuid.uuid4())}), 422)

    def test_frames_of_another_zone_are_told_with_the_shift(self):
        for row in Frame.objects.filter(shoot_id=SHOOT):
            said = {
                **row.document["said"],
                "taken_at": row.document["said"]["taken_at"].replace("T1", "T0").replace("T00", "T23"),
            }
            Frame.objects.filter(pk=row.pk).update(document={**row.document, "said": said})
        (found,) = self.review()["review"]["zones"]
        self.assertEqual((found["body"], found["ahead_s"]), ("Alder 24", -36000))

    def test_the_list_of_shoots_counts_them(self):
        listed = {row["id"]: (row["frames"], row["judged"]) for row in self.listed("shoots/overview")}
        rated = Frame.objects.filter(shoot_id=SHOOT, rating__isnull=False).count()
        self.assertEqual(listed[str(SHOOT)], (414, rated))
        self.assertEqual(listed[str(TARN)], (0, 0))

    def test_reports_and_sidecars(self):
        said = self.client.get(f"/api/v1/review/{SHOOT}/report").content.decode()
        self.assertIn("## Second half, floodlights", said)
        self.assertIn("## What should change", said)
        kept = json.loads(self.client.get(f"/api/v1/review/{SHOOT}/report?format=json").content)
        self.assertEqual(kept["review"]["frames"], 414)
        bundle = zipfile.ZipFile(io.BytesIO(self.client.get(f"/api/v1/review/{SHOOT}/report?format=xmp").content))
        rated = Frame.objects.filter(shoot_id=SHOOT, rating__isnull=False).count()
        self.assertEqual(len(bundle.namelist()), rated)
        self.assertTrue(all("/" not in name and name.endswith(".xmp") for name in bundle.namelist()))

    def test_a_clock_set_right_is_a_decision_that_stays(self):
        decided = self.review()["decisions"]
        decided["ahead_s"] = {"Alder 24": 7200}
        self.put("reviews", decided)
        self.assertEqual(self.review()["decisions"]["ahead_s"], {"Alder 24": 7200})
        self.assertGreater(self.review()["review"]["unassigned"], 0)
        self.assertEqual(Review.objects.count(), 1)

    def test_frames_and_decisions_are_in_a_backup_and_come_back(self):
        from wide_aperture.store.backup.make import make_backup

        made = io.BytesIO()
        from django.utils import timezone

        make_backup(owner=self.owner, made_at=timezone.now(), into=made)
        with zipfile.ZipFile(made) as bundle:
            self.assertIn("documents/frames.jsonl", bundle.namelist())
            self.assertEqual(
                sum(1 for line in bundle.read("documents/frames.jsonl").splitlines() if b'"revision"' in line), 414
            )


KINDS = {
    "A.jpg": a_jpeg(1),
    "T.tif": corpus.block({0x0110: "Alder 24"}, {0x8827: 400}),
    "H.heic": corpus.heif(corpus.block({0x0110: "Alder 24"}, {0x8827: 400})),
}


class Columns(FrameTestCase):
    def test_they_hold_what_the_documents_say_and_leave_out_what_is_no_json(self):
        self.offer({"A.jpg": a_jpeg(1), "B.jpg": a_jpeg(2), "C.jpg": a_jpeg(3)}, shoot=SHOOT)
        rows = {row.name: row for row in Frame.objects.filter(shoot_id=SHOOT)}
        self.post(
            "frames/change",
            {
                "ids": [str(rows["A.jpg"].pk)],
                "change": ["rating", "fault", "apart"],
                "rating": -1,
                "fault": "smear",
                "apart": True,
            },
        )
        self.post(
            "frames/change", {"ids": [str(rows["B.jpg"].pk)], "change": ["situation_id"], "situation_id": SECOND_HALF}
        )
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA ignore_check_constraints = ON")  # as a damaged disk would
            cursor.execute("UPDATE frames_frame SET document = %s WHERE name = %s", ["{broken", "C.jpg"])
            cursor.execute("PRAGMA ignore_check_constraints = OFF")
        table = reviewing.table_of_shoot(SHOOT, owner=self.owner)
        self.assertEqual(list(table.names), ["A.jpg", "B.jpg"])
        self.assertEqual(
            (list(table.rating[:1]), list(table.faults), list(table.situations)),
            ([-1.0], ["smear", None], ["", SECOND_HALF]),
        )
        for k, name in enumerate(table.names):
            said = FrameDocument.model_validate(Frame.objects.get(name=name).document).said
            self.assertEqual(
                (table.iso[k], table.exposure_s[k], table.programs[k], table.bodies[k]),
                (said.iso, said.exposure_s, said.exposure_program, said.body_make_model),
            )
            self.assertEqual(table.at_s[k], seconds_of(said.taken_at, said.subsecond_ms))
        self.assertEqual(self.client.get(f"/api/v1/review/{SHOOT}").json()["review"]["frames"], 2)


class Hostile(FrameTestCase, HypothesisTestCase):
    """Whatever bytes are offered and however they are cut: every file gets an answer, and the server never fails."""

    @given(
        name=st.sampled_from(sorted(KINDS)),
        begins=st.integers(0, 200),
        head=st.integers(0, 3000),
        grown=st.integers(-50, 10**7),
        changes=st.lists(st.tuples(st.floats(0, 1), st.integers(0, 255)), max_size=12),
        preview=st.binary(max_size=200),
        sidecar=st.binary(max_size=200),
    )
    def test_any_bytes_at_any_place(self, name, begins, head, grown, changes, preview, sidecar):
        data = bytearray(KINDS[name])
        for at, value in changes:
            data[int(at * (len(data) - 1))] = value
        uploads = [SimpleUploadedFile("part", bytes(each)) for each in (data[begins : begins + head], preview, sidecar)]
        file = {
            "name": name, "size": max(len(data) + grown, 0), "identity": identity(bytes(data)), "parts": [{"offset": begins, "upload": 0}],
            "preview": 1, "sidecar": 2,
        }  # fmt: skip
        asked = json.dumps({"shoot_id": str(TARN), "files": [file]})
        answer = self.client.post("/api/v1/frames/read", {"asked": asked, "uploads": uploads})
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        self.assertIn(answer.json()["files"][0]["state"], ("taken", "known", "wants", "refused"))


class WorkTestCase(FrameTestCase):
    def started(self, path: str, payload: dict):
        with self.captureOnCommitCallbacks(execute=True):
            answer = self.post(path, payload)
        self.assertEqual(answer.status_code, 202, answer.content[:300])
        return self.client.get(f"/api/v1/jobs/{answer.json()['id']}").json()


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


class ProofRound(FrameTestCase):
    def before_the_shoot(self, **said) -> bytes:
        tags = {
            0x829A: 1 / 500,
            0x829D: 4.0,
            0x8827: 800,
            0x9003: "2026:10:17 08:00:00",
            0x8822: 1,
            0x9204: 0.0,
            **said,
        }
        return corpus.jpeg(corpus.block({0x0110: "Alder 24"}, tags))

    def test_frames_from_before_the_shoot_are_proven_and_noted(self):
        self.offer({"P1.jpg": self.before_the_shoot(), "LATE.jpg": a_jpeg()}, shoot=SHOOT)
        found = self.client.get(f"/api/v1/review/{SHOOT}/proofs").json()
        named = [each["frame"] for each in found["places"] if each["frame_id"]]
        self.assertEqual(named, ["P1.jpg"])
        self.assertIn("No frame from", found["sentence"])
        states = self.post(f"review/{SHOOT}/proofs", {}).json()
        proven = next(each for each in found["places"] if each["frame_id"])
        (state,) = (each for each in states if each["body_id"] == proven["body_id"])
        self.assertEqual((state["source"], state["active_slot"]), ("pre_flight", proven["place"]))
        again = self.post(f"review/{SHOOT}/proofs", {})
        self.assertEqual(again.status_code, 200)

    def test_without_frames_it_says_so_and_another_s_shoot_is_nobody_s(self):
        found = self.client.get(f"/api/v1/review/{SHOOT}/proofs").json()
        self.assertIn("No frame proves anything yet", found["sentence"])
        self.assertEqual(self.post(f"review/{SHOOT}/proofs", {}).json(), [])
        self.assertEqual(self.client.get(f"/api/v1/review/{uuid.uuid4()}/proofs").status_code, 404)


class HabitsAndCost(FrameTestCase):
    def test_a_folder_of_old_frames_tells_habits(self):
        files = {
            f"O{day}-{k}.jpg": corpus.jpeg(
                corpus.block(
                    {0x0110: "Alder 24"},
                    {0x829A: 1 / 500, 0x829D: 4.0 if k % 3 else 8.0, 0x8827: 800, 0x9003: f"2025:0{day + 1}:11 10:{k:02}:00", 0x8822: 3, 0x9207: 3},
                )
            )
            for day in range(4)
            for k in range(55)
        }  # fmt: skip
        for first in range(0, len(files), 55):
            self.offer(dict(list(files.items())[first : first + 55]), shoot=TARN)
        found = {each["setting"]: each for each in self.client.get(f"/api/v1/review/{TARN}/habits").json()}
        self.assertEqual((found["metering"]["kind"], found["metering"]["value"]), ("standing", "spot"))
        self.assertEqual(found["aperture"]["kind"], "control")
        self.assertEqual(self.client.get(f"/api/v1/review/{uuid.uuid4()}/habits").status_code, 404)

    def test_minutes_are_compared_with_the_shoots_before(self):
        self.offer({"A.jpg": a_jpeg()}, shoot=TARN)
        self.offer({"B.jpg": a_jpeg(1)}, shoot=SHOOT)
        ids = {}
        for shoot, minutes in ((TARN, 0.02), (SHOOT, 0.03)):
            decided = self.client.get(f"/api/v1/review/{shoot}").json()["decisions"]
            document = {
                **decided,
                "minutes_by_situation": {SECOND_HALF: {"culling": minutes}},
                "minutes": {"editing": 3},
            }
            self.put("reviews", document)
            ids[shoot] = decided["id"]
        dates = {shoot: self.client.get(f"/api/v1/review/{shoot}").json()["date"] for shoot in (TARN, SHOOT)}
        later, earlier = sorted(dates, key=lambda shoot: dates[shoot], reverse=True)
        cost = self.client.get(f"/api/v1/review/{later}").json()["cost"]
        self.assertIn("in the 1 shoot before", " ".join(cost["sentences"]))
        self.assertNotIn("before", " ".join(self.client.get(f"/api/v1/review/{earlier}").json()["cost"]["sentences"]))

    def test_a_fault_is_named_with_the_verdict_and_undone_with_it(self):
        self.offer({"A.jpg": a_jpeg()}, shoot=TARN)
        (frame,) = self.frames()
        change = {"ids": [frame["id"]], "change": ["rating", "fault"], "rating": -1, "fault": "other_subject"}
        before = self.post("frames/change", change).json()["before"]
        self.assertEqual([(f["rating"], f["fault"]) for f in self.frames()], [(-1, "other_subject")])
        self.post("frames/restore", {"before": before})
        self.assertEqual([(f["rating"], f["fault"]) for f in self.frames()], [(None, None)])
        self.assertEqual(self.post("frames/change", {**change, "fault": "boredom"}).status_code, 422)
