"""A shoot read back over the API: advice taken and taken back, proof, habits, cost."""

from __future__ import annotations

import io
import json
import uuid
import zipfile

from tests.api.frames_case import SECOND_HALF, SHOOT, TARN, FrameTestCase, a_jpeg
from tests.core.frames import corpus
from tests.demo import played_frames
from wide_aperture.frames.models import Frame, Review


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
