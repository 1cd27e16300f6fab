"""One zip out, one zip in: on a second, empty installation, and with files that are no backup."""

import io
import json
import zipfile

from django.core.files.uploadedfile import SimpleUploadedFile

from tests.api.base import ApiTestCase
from wide_aperture.gear.models import Body, Foundation, Lens
from wide_aperture.setups.models import SavedSetup
from wide_aperture.shoots.models import Shoot, Situation
from wide_aperture.sky.models import Place
from wide_aperture.store.models import Revision

ALL = (Situation, Shoot, SavedSetup, Place, Foundation, Lens, Body, Revision)


class Backup(ApiTestCase):
    def zip(self) -> bytes:
        return self.client.get("/api/v1/backup").content

    def restore(self, content: bytes):
        return self.client.post("/api/v1/restore", {"file": SimpleUploadedFile("b.zip", content)})

    def test_a_second_empty_installation_gets_everything_back(self):
        self.demo()
        self.put("bodies", {**self.body, "name": "Mine"}, revision=1)
        before = {
            kind: self.client.get(f"/api/v1/{kind}").json() for kind in ("bodies", "lenses", "shoots", "situations")
        }
        content = self.zip()
        documents = sum(model.objects.count() for model in ALL if model is not Revision)
        for model in ALL:
            model.objects.all().delete()

        report = self.restore(content).json()

        self.assertEqual((report["added"], report["refused"]), (documents, []))
        for kind, rows in before.items():
            documents = {row["id"]: row["document"] for row in rows}
            self.assertEqual(
                {row["id"]: row["document"] for row in self.client.get(f"/api/v1/{kind}").json()}, documents
            )

    def test_restoring_over_what_is_there_replaces_only_what_differs(self):
        self.put("bodies", self.body)
        content = self.zip()
        self.put("bodies", {**self.body, "name": "Later"}, revision=1)
        self.assertEqual(self.restore(content).json(), {"added": 0, "replaced": 1, "same": 0, "refused": []})
        self.assertEqual(self.restore(content).json()["same"], 1)
        self.assertEqual(Body.objects.get().revision, 3)

    def test_the_zip_holds_documents_with_their_history_and_the_database(self):
        self.put("bodies", self.body)
        self.put("bodies", {**self.body, "name": "Later"}, revision=1)
        archive = zipfile.ZipFile(io.BytesIO(self.zip()))
        entry = json.loads(archive.read("documents/bodies.json"))[0]
        self.assertEqual([r["number"] for r in entry["revisions"]], [1, 2])
        self.assertTrue(archive.read("database.sqlite3").startswith(b"SQLite format 3"))

    def test_what_is_no_backup_is_refused_with_a_sentence(self):
        other = io.BytesIO()
        with zipfile.ZipFile(other, "w") as archive:
            archive.writestr("../../etc/passwd", "x")
        foreign = io.BytesIO()
        with zipfile.ZipFile(foreign, "w") as archive:
            archive.writestr("manifest.json", json.dumps({"format": "something else"}))
        for content in (b"hello", other.getvalue(), foreign.getvalue()):
            self.assert_problem(self.restore(content), 422, "/file")

    def test_broken_documents_are_named_and_the_rest_comes_back(self):
        self.put("bodies", self.body)
        self.put("lenses", self.lens)
        archive = zipfile.ZipFile(io.BytesIO(self.zip()))
        mended = io.BytesIO()
        with zipfile.ZipFile(mended, "w") as copy:
            for name in archive.namelist():
                data = archive.read(name)
                copy.writestr(
                    name,
                    data.replace(b'"megapixels": 24.0', b'"megapixels": -1') if name.endswith("bodies.json") else data,
                )
        for model in ALL:
            model.objects.all().delete()
        report = self.restore(mended.getvalue()).json()
        self.assertEqual((report["added"], len(report["refused"])), (1, 1))

    def test_other_people_s_rows_are_not_touched(self):
        self.put("bodies", self.body)
        content = self.zip()
        Body.objects.update(owner=self.stranger(), document={**self.body, "name": "Theirs"})
        self.assertEqual(len(self.restore(content).json()["refused"]), 1)
        self.assertEqual(Body.objects.get().document["name"], "Theirs")


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


def uuid_of(number: int):
    import uuid

    return uuid.UUID(int=number)
