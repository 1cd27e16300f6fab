"""Practice over the API: drills that do not tell, answers that are scored, kept once, and come back when they are due."""

from __future__ import annotations

import uuid
from typing import Any

from tests.api.base import ApiTestCase
from tests.demo import played_frames
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.practice.drills import KINDS, drill_of
from wide_aperture.core.practice.drills.common import PracticeKit
from wide_aperture.demo.kit import BODIES
from wide_aperture.frames.keep import change_frames
from wide_aperture.frames.models import Frame
from wide_aperture.practice.models import Answer
from wide_aperture.practice.services import kit_of
from wide_aperture.server.middleware.owner import local_owner


class Practice(ApiTestCase):
    def answer(self, **given: Any) -> Any:
        return self.client.post(
            "/api/v1/practice/answer", {"id": str(uuid.uuid4()), **given}, content_type="application/json"
        )

    def truth(self, kind: str, seed: int) -> Any:
        return drill_of(kind, seed, PracticeKit.usual(), Darkroom()).drill

    def test_a_drill_is_asked_without_its_answer(self):
        for kind in KINDS:
            answer = self.client.get(f"/api/v1/practice/drill/{kind}?seed=3")
            self.assertEqual(answer.status_code, 200, answer.content)
            self.assertLessEqual(
                set(answer.json()),
                {
                    "kind",
                    "seed",
                    "skill",
                    "measure",
                    "question",
                    "choices",
                    "low",
                    "high",
                    "timed",
                    "pictures",
                    "clip",
                    "clip_per_s",
                },
            )
            self.assertTrue(all(set(choice) == {"id", "label"} for choice in answer.json()["choices"]))

    def test_answers_are_scored_and_counted(self):
        drill = self.truth("depth", 4)
        right, wrong = (
            self.answer(kind="depth", seed=4, number=drill.truth),
            self.answer(kind="depth", seed=4, number=drill.truth * 2),
        )
        self.assertEqual((right.json()["right"], wrong.json()["right"]), (True, False))
        self.assertAlmostEqual(wrong.json()["error_m"], drill.truth, places=3)
        kinds = {each["id"]: each for each in self.client.get("/api/v1/practice/kinds").json()["kinds"]}
        self.assertEqual(
            (kinds["depth"]["trend"]["answers"], kinds["depth"]["trend"]["right"], kinds["depth"]["stops"]),
            (2, 1, [0.0, 1.0]),
        )
        self.assertIsNone(kinds["shutter"]["due"])

    def test_a_second_sending_counts_once(self):
        given = {"id": str(uuid.uuid4()), "kind": "presses", "seed": 2, "order": list(self.truth("presses", 2).right)}
        first, second = self.answer(**given), self.answer(**given)
        self.assertEqual(first.json(), second.json())
        self.assertEqual(Answer.objects.count(), 1)

    def test_what_is_known_comes_back_later_than_what_is_not(self):
        self.answer(kind="presses", seed=2, order=list(self.truth("presses", 2).right))
        self.answer(kind="depth", seed=4, number=99)
        due = {each["id"]: each["due"] for each in self.client.get("/api/v1/practice/kinds").json()["kinds"]}
        self.assertGreater(due["presses"], due["depth"])
        order = [each["id"] for each in self.client.get("/api/v1/practice/kinds").json()["kinds"]]
        self.assertEqual(order[-2:], ["depth", "presses"])  # what was never tried comes first

    def test_one_s_own_body_counts(self):
        self.demo()
        own, usual = (
            self.client.get(f"/api/v1/practice/drill/depth?seed=4{more}").json()["question"]
            for more in (f"&body_id={self.body['id']}", "")
        )
        self.assertEqual(own, usual)  # both are 36 mm wide
        small = {**self.body, "id": str(uuid.uuid4()), "sensor_width_mm": 13.2, "sensor_height_mm": 8.8}
        self.put("bodies", small, headers={"If-None-Match": "*"})
        self.assertIn(
            "13.2 mm", self.client.get(f"/api/v1/practice/drill/depth?seed=4&body_id={small['id']}").json()["question"]
        )

    def test_wrong_input_is_refused(self):
        self.assertEqual(self.client.get("/api/v1/practice/drill/none?seed=1").status_code, 422)
        self.assertEqual(self.client.get("/api/v1/practice/drill/depth?seed=-1").status_code, 422)
        self.assertEqual(self.client.get("/api/v1/practice/drill/depth").status_code, 422)
        for given in (
            {},
            {"number": -1},
            {"choice": "a"},
            {"number": 1e400},
            {"order": ["x"]},
            {"place": {"x": 2, "y": 0}},
            {"other": 1},
        ):
            with self.subTest(given=given):
                self.assertIn(self.answer(kind="depth", seed=4, **given).status_code, (400, 422))
        self.assertEqual(Answer.objects.count(), 0)

    def test_the_week_begins_with_what_failed_in_the_frames(self):
        self.demo()
        played_frames(local_owner())
        none = self.client.get("/api/v1/practice/week").json()["items"]
        self.assertEqual(len(none), 5)
        self.assertTrue(all(item["because"] == "It is due." for item in none))
        frames = list(Frame.objects.filter(owner=local_owner()).values_list("pk", flat=True)[:4])
        change_frames(frames, {"fault": "smear"}, owner=local_owner())
        first = self.client.get("/api/v1/practice/week").json()["items"][0]
        self.assertEqual(first["kind"], "shutter")
        self.assertRegex(first["because"], r"4 frames were smeared, most of them at .*final")

    def test_one_s_own_words_are_asked(self):
        self.demo()
        body = BODIES[0]
        own = self.client.get(f"/api/v1/practice/drill/menus?seed=4&body_id={body.id}").json()
        usual = self.client.get("/api/v1/practice/drill/menus?seed=4").json()
        self.assertIn(body.name, own["question"])
        self.assertNotEqual([each["label"] for each in own["choices"]], [each["label"] for each in usual["choices"]])

    def test_own_photographs_whose_files_say_a_distance_are_judged(self):
        self.demo()
        played_frames(local_owner())
        frames = Frame.objects.filter(owner=local_owner(), has_preview=True)[:2]
        for k, frame in enumerate(frames):
            said = {**frame.document["said"], "subject_distance_m": (3.5, 900.0)[k]}
            Frame.objects.filter(pk=frame.pk).update(document={**frame.document, "said": said})
        kit = kit_of(BODIES[0].id, owner=local_owner(), photographs=True)
        self.assertEqual([(each.name, each.distance_m) for each in kit.own], [(frames[0].name, 3.5)])
        self.assertEqual(kit.own[0].picture.shape[2], 3)
        before = kit.mark
        Frame.objects.filter(pk=frames[0].pk).delete()
        self.assertNotEqual(kit_of(BODIES[0].id, owner=local_owner(), photographs=True).mark, before)
