"""Frames over the API: brought in by ranges, judged, sorted, tables and columns; nobody else's."""

from __future__ import annotations

import csv
import io
import json
import uuid

import cv2
import numpy as np
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection
from hypothesis import given
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase as HypothesisTestCase

from tests.api.frames_case import SECOND_HALF, SHOOT, TARN, FrameTestCase, a_jpeg
from tests.core.frames import corpus
from wide_aperture.core.frames import identity, read_metadata
from wide_aperture.core.frames.frame import Frame as FrameDocument
from wide_aperture.core.frames.write import xmp_packet
from wide_aperture.core.review.table import seconds_of
from wide_aperture.demo.ids import demo_id
from wide_aperture.frames import reviewing
from wide_aperture.frames.keep import remove_frames
from wide_aperture.frames.models import Frame, Preview
from wide_aperture.frames.reading import MOST_PREVIEW_BYTES
from wide_aperture.store.models import Revision


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


KINDS = {
    "A.jpg": a_jpeg(1),
    "T.tif": corpus.block({0x0110: "Alder 24"}, {0x8827: 400}),
    "H.heic": corpus.heif(corpus.block({0x0110: "Alder 24"}, {0x8827: 400})),
}


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
