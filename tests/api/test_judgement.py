"""Live answers about a setup in its case: schools, reserve, checks, causes, transfer, foundation."""

import uuid

from tests.api.base import ApiTestCase


class JudgementEndpoints(ApiTestCase):
    def setUp(self):
        super().setUp()
        self.setup_made = self.post("plan", self.plan_request()).json()["setup"]

    def test_other_schools(self):
        answers = self.post("schools", {**self.plan_request(), "question": "metering"}).json()
        self.assertEqual((answers[0]["school"], answers[0]["is_followed"]), ("pattern", True))
        self.assert_problem(self.post("schools", {**self.plan_request(), "question": "strap"}), 422)

    def test_reserve(self):
        self.assertEqual(self.post("reserve", self.plan_request()).json()["options"][0]["reserve"], "off")

    def test_check_a_hand_edited_setup(self):
        self.setup_made["settings"]["anti_flicker"]["value"] = "off"
        found = self.post("check", {**self.plan_request(), "setup": self.setup_made}).json()
        self.assertIn("anti_flicker_off_under_lamps", {f["code"] for f in found})

    def test_causes_of_a_symptom(self):
        causes = self.post("causes", {**self.plan_request(), "setup": self.setup_made, "symptom": "black_band"}).json()
        self.assertEqual(causes[0]["title"], "Lamps pulse")
        self.assert_problem(
            self.post("causes", {**self.plan_request(), "setup": self.setup_made, "symptom": "haunted"}), 422
        )

    def test_transfer(self):
        other = {**self.body, "name": "Other", "base_iso": 200.0}
        answer = self.post("transfer", {"setup": self.setup_made, "from_body": self.body, "to_body": other}).json()
        self.assertIn("same", answer["sentence"])

    def test_foundation_is_saved_and_a_new_body_reviewed(self):
        document = {"id": str(uuid_of(9)), "title": "Foundation", "settings": {"review": "two_seconds"}, "reviewed": []}
        self.assertEqual(self.put("foundations", document).status_code, 201)
        self.assert_problem(
            self.put("foundations", {**document, "id": str(uuid_of(8)), "settings": {"mood": "good"}}), 422
        )
        changes = self.post(
            "gear/factory-changes", {"body": self.body, "foundation": {"settings": document["settings"]}}
        ).json()
        self.assertGreaterEqual(len(changes), 20)

    def test_tables_hold_explanations_symptoms_and_questions(self):
        tables = self.client.get("/api/v1/tables").json()
        self.assertGreaterEqual(len(tables["checks"]), 70)
        self.assertGreaterEqual(len(tables["symptoms"]), 6)
        self.assertIn("exposure", {q["id"] for q in tables["schools"]})


def uuid_of(number: int) -> uuid.UUID:
    return uuid.UUID(int=number)
