"""One zip out, one zip in: looked at before it is written, chosen from, given up, undone; and what is no backup."""

import io
import json
import tracemalloc
import uuid
import zipfile
from collections.abc import Callable
from unittest.mock import patch

from django.core.files.uploadedfile import SimpleUploadedFile
from django.http import HttpResponse

from tests.api.base import ApiTestCase
from wide_aperture.gear.models import Body
from wide_aperture.server.middleware.owner import local_owner
from wide_aperture.setups.models import SavedSetup
from wide_aperture.shoots.models import Situation
from wide_aperture.store.backup import jobs
from wide_aperture.store.models import Restored, Revision, stored_models


class BackupTestCase(ApiTestCase):
    """Restores run at once, in the test's own transaction."""

    def setUp(self):
        super().setUp()
        at_once = patch.object(jobs, "spawn", lambda work: work())
        at_once.start()
        self.addCleanup(at_once.stop)
        jobs._jobs.clear()

    def zip(self) -> bytes:
        return b"".join(self.client.get("/api/v1/backup").streaming_content)

    def start(self, content: bytes) -> HttpResponse:
        return self.client.post("/api/v1/restores", {"file": SimpleUploadedFile("mine.zip", content)})

    def read(self, content: bytes) -> dict:
        answer = self.start(content)
        self.assertEqual(answer.status_code, 202, answer.content)
        return self.client.get(f"/api/v1/restores/{answer.json()['id']}").json()

    def restore(self, content: bytes, leave: list | None = None) -> dict:
        job = self.read(content)
        self.assertEqual(job["state"], "ready", job)
        return self.post(f"restores/{job['id']}/apply", {"leave": leave or []}).json()

    def empty(self) -> None:
        for model in (Revision, *reversed(stored_models())):
            model.objects.all().delete()

    def edited(self, content: bytes, change: Callable[[str, bytes], bytes]) -> bytes:
        """The zip with its files changed; its own list stays as it was."""
        source, made = zipfile.ZipFile(io.BytesIO(content)), io.BytesIO()
        with zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED) as copy:
            for name in source.namelist():
                copy.writestr(name, change(name, source.read(name)))
        return made.getvalue()


class Bringing(BackupTestCase):
    def test_a_second_empty_installation_gets_documents_history_and_bin_back(self):
        self.demo()
        self.put("bodies", {**self.body, "name": "Mine"}, revision=1)
        self.client.delete(f"/api/v1/lenses/{self.lens['id']}", headers={"If-Match": '"1"'})
        kinds = ("bodies", "lenses", "shoots", "situations", "places", "phrasebooks")
        before = {kind: {row["id"]: row for row in self.listed(kind)} for kind in kinds}
        past = [(r["number"], r["document"]["name"]) for r in self.listed(f"bodies/{self.body['id']}/revisions")]
        content, documents = self.zip(), sum(model.objects.count() for model in stored_models())
        self.empty()

        done = self.restore(content)

        self.assertEqual(done["state"], "done")
        self.assertEqual(done["restored"]["counts"], {"added": documents - 1, "binned": 1})
        self.assertEqual(done["restored"]["refused"], [])
        for kind in kinds:
            self.assertEqual(
                {row["id"]: (row["revision"], row["document"]) for row in self.listed(kind)},
                {row_id: (row["revision"], row["document"]) for row_id, row in before[kind].items()},
            )
        after = [(r["number"], r["document"]["name"]) for r in self.listed(f"bodies/{self.body['id']}/revisions")]
        self.assertEqual((after, len(past)), (past, 2))
        self.assertEqual([each["id"] for each in self.client.get("/api/v1/bin").json()["items"]], [self.lens["id"]])

    def test_an_imported_setup_keeps_its_original_file(self):
        self.demo()
        setup = {**self.listed_setup(), "id": str(uuid.uuid4()), "strap": "leather"}
        self.post("setups/import", {"text": json.dumps(setup)})
        original = SavedSetup.objects.get(pk=setup["id"]).original
        content = self.zip()
        self.empty()
        self.restore(content)
        self.assertEqual(SavedSetup.objects.get(pk=setup["id"]).original, original)
        self.assertIn("leather", original)

    def listed_setup(self) -> dict:
        return self.client.get(f"/api/v1/setups/{self.listed('setups')[0]['id']}").json()["document"]

    def test_over_what_is_there_only_what_differs_is_replaced_and_named_by_field(self):
        self.put("bodies", self.body)
        self.put("lenses", self.lens)
        content = self.zip()
        self.put("bodies", {**self.body, "name": "Later"}, revision=1)

        preview = self.read(content)["preview"]
        self.assertEqual(preview["counts"], {"bodies": {"replaced": 1}, "lenses": {"same": 1}})
        self.assertEqual([(i["outcome"], i["fields"]) for i in preview["items"]], [("replaced", ["/name"])])
        self.assertEqual(Body.objects.get().document["name"], "Later", "nothing is written by looking")

        self.assertEqual(self.restore(content)["restored"]["counts"], {"replaced": 1, "same": 1})
        self.assertEqual((Body.objects.get().revision, Body.objects.get().document["name"]), (3, self.body["name"]))
        self.assertEqual(self.restore(content)["restored"]["counts"], {"same": 2})

    def test_what_is_left_out_stays_as_it_is(self):
        self.put("bodies", self.body)
        self.put("lenses", self.lens)
        content = self.zip()
        self.empty()
        done = self.restore(content, [{"kind": "bodies", "id": self.body["id"]}])
        self.assertEqual(done["restored"]["counts"], {"left": 1, "added": 1})
        self.assertEqual((self.listed("bodies"), len(self.listed("lenses"))), ([], 1))

    def test_a_situation_whose_shoot_is_left_out_is_refused_by_name_and_the_rest_comes_back(self):
        self.demo()
        content = self.zip()
        self.empty()
        left = self.planned["shoot_id"]
        done = self.restore(content, [{"kind": "shoots", "id": left}])
        self.assertFalse(Situation.objects.filter(shoot_id=left).exists())
        self.assertTrue(Situation.objects.exists())
        self.assertTrue(any("one of your shoots" in said for said in done["restored"]["refused"]))

    def test_a_saved_setup_that_differs_is_refused_as_a_put_would_be(self):
        self.demo()
        content = self.zip()
        row = SavedSetup.objects.first()
        row.document = {**row.document, "planner_version": "0.1"}
        row.save()
        items = [i for i in self.read(content)["preview"]["items"] if i["kind"] == "setups"]
        self.assertEqual([(i["outcome"], i["id"]) for i in items], [("refused", str(row.pk))])
        self.assertIn("does not change", items[0]["reason"])

    def test_deleted_here_comes_back_and_deleted_there_stays(self):
        self.put("bodies", self.body)
        self.put("lenses", self.lens)
        self.client.delete(f"/api/v1/lenses/{self.lens['id']}", headers={"If-Match": '"1"'})
        content = self.zip()
        self.put("lenses", self.lens, revision=2)
        self.client.delete(f"/api/v1/bodies/{self.body['id']}", headers={"If-Match": '"1"'})
        self.assertEqual(
            {i["kind"]: i["outcome"] for i in self.read(content)["preview"]["items"]},
            {"bodies": "revived", "lenses": "kept"},
        )
        self.restore(content)
        self.assertEqual((len(self.listed("bodies")), len(self.listed("lenses"))), (1, 1))


class Undoing(BackupTestCase):
    def setUp(self):
        super().setUp()
        self.put("bodies", self.body)
        self.put("lenses", self.lens)
        self.content = self.zip()
        self.client.delete(f"/api/v1/lenses/{self.lens['id']}", headers={"If-Match": '"1"'})
        self.put("bodies", {**self.body, "name": "Later"}, revision=1)
        self.other = {**self.body, "id": str(uuid.uuid4()), "name": "Only here"}
        self.put("bodies", self.other)

    def undo(self) -> HttpResponse:
        return self.post(f"restores/{Restored.objects.get().pk}/undo", {})

    def test_one_step_takes_all_of_it_back(self):
        before = {row["id"]: row["document"] for row in self.listed("bodies")}
        self.restore(self.content)
        self.assertEqual(len(self.listed("lenses")), 1)
        self.assertEqual(self.undo().json(), {"stays": []})
        self.assertEqual({row["id"]: row["document"] for row in self.listed("bodies")}, before)
        self.assertEqual(self.listed("lenses"), [])
        self.assertIsNotNone(self.client.get("/api/v1/restores").json()[0]["undone_at"])

    def test_what_was_edited_since_stays_and_is_named(self):
        self.restore(self.content)
        self.put("bodies", {**self.body, "name": "Edited since"}, revision=3)
        self.assertEqual(self.undo().json(), {"stays": ["body “Edited since”"]})
        self.assertEqual(Body.objects.get(pk=self.body["id"]).document["name"], "Edited since")

    def test_twice_is_refused_and_other_people_s_are_not_there(self):
        self.restore(self.content)
        self.undo()
        self.assert_problem(self.undo(), 422)
        Restored.objects.update(owner=self.stranger())
        self.assert_problem(self.undo(), 404)
        self.assertEqual(self.client.get("/api/v1/restores").json(), [])


class Atomicity(BackupTestCase):
    def test_a_failure_half_way_writes_nothing(self):
        self.demo()
        content = self.zip()
        self.empty()
        with patch.object(Situation, "columns", side_effect=RuntimeError("half way")), self.assertLogs("wide_aperture"):
            done = self.restore(content)
        self.assertEqual(done["state"], "failed")
        self.assertIn("nothing was changed", done["problem"])
        self.assertEqual(sum(model.objects.count() for model in stored_models()), 0)

    def test_given_up_while_writing_writes_nothing(self):
        self.demo()
        content = self.zip()
        self.empty()
        job = self.read(content)
        held = jobs.of(owner=local_owner(), job_id=uuid.UUID(job["id"]))
        put = Body.columns

        def stop_after_the_first(document, *, owner):
            held.wants_stop = True
            return put(document, owner=owner)

        with patch.object(Body, "columns", stop_after_the_first):
            done = self.post(f"restores/{job['id']}/apply", {}).json()
        self.assertEqual((done["state"], Body.objects.count()), ("cancelled", 0))

    def test_given_up_before_writing_forgets_the_upload(self):
        self.put("bodies", self.body)
        job = self.read(self.zip())
        held = jobs.of(owner=local_owner(), job_id=uuid.UUID(job["id"]))
        self.assertTrue(held.folder.exists())
        self.assertEqual(self.client.delete(f"/api/v1/restores/{job['id']}").json()["state"], "cancelled")
        self.assert_problem(self.post(f"restores/{job['id']}/apply", {}), 422)
        self.assertFalse(held.folder.exists())

    def test_other_people_s_restores_are_not_there(self):
        self.put("bodies", self.body)
        job = self.read(self.zip())
        jobs.of(owner=local_owner(), job_id=uuid.UUID(job["id"])).owner = self.stranger()
        for answer in (
            self.client.get(f"/api/v1/restores/{job['id']}"),
            self.post(f"restores/{job['id']}/apply", {}),
            self.client.delete(f"/api/v1/restores/{job['id']}"),
        ):
            self.assert_problem(answer, 404)

    def test_rows_of_other_people_are_refused(self):
        self.put("bodies", self.body)
        content = self.zip()
        Body.objects.update(owner=self.stranger(), document={**self.body, "name": "Theirs"})
        self.assertEqual(self.read(content)["preview"]["counts"], {"bodies": {"refused": 1}})
        self.restore(content)
        self.assertEqual(Body.objects.get().document["name"], "Theirs")


class Damage(BackupTestCase):
    def setUp(self):
        super().setUp()
        self.put("bodies", self.body)
        self.put("lenses", self.lens)
        self.content = self.zip()

    def test_an_edited_file_is_noticed_by_its_checksum(self):
        touched = self.edited(self.content, lambda name, data: data.replace(b'"Alder 24"', b'"Alder 25"'))
        job = self.read(touched)
        self.assertEqual(job["state"], "ready")
        self.assertTrue(any("checksum" in said for said in job["preview"]["damage"]), job["preview"]["damage"])

    def test_a_broken_document_is_named_and_the_rest_comes_back(self):
        broken = self.edited(self.content, lambda name, data: data.replace(b'"megapixels":24.0', b'"megapixels":-1'))
        self.empty()
        refused = [i for i in self.read(broken)["preview"]["items"] if i["outcome"] == "refused"]
        self.assertEqual([i["kind"] for i in refused], ["bodies"])
        self.assertEqual(self.restore(broken)["restored"]["counts"], {"added": 1})

    def test_a_line_that_is_no_json_is_told_and_the_rest_comes_back(self):
        cut = self.edited(self.content, lambda name, data: data[: len(data) // 3] + b"\n" if "bodies" in name else data)
        self.empty()
        job = self.read(cut)
        self.assertTrue(any("left out" in said for said in job["preview"]["damage"]), job)
        self.assertEqual(self.restore(cut)["restored"]["counts"], {"added": 1})

    def test_an_id_that_is_not_its_document_s_is_refused(self):
        other = self.edited(
            self.content,
            lambda name, data: (
                data.replace(f'{{"id":"{self.body["id"]}"'.encode(), f'{{"id":"{uuid.uuid4()}"'.encode(), 1)
                if "bodies" in name
                else data
            ),
        )
        items = self.read(other)["preview"]["items"]
        self.assertEqual(
            [(i["outcome"], i["reason"]) for i in items], [("refused", "its id is not the one it is filed under")]
        )

    def test_version_1_still_comes_back_with_its_history(self):
        self.put("bodies", {**self.body, "name": "Later"}, revision=1)
        entry = {
            "id": self.body["id"], "revision": 2, "deleted": False, "document": {**self.body, "name": "Later"},
            "revisions": [
                {"number": 1, "deleted": False, "document": self.body},
                {"number": 2, "deleted": False, "document": {**self.body, "name": "Later"}},
            ],
        }  # fmt: skip
        old = io.BytesIO()
        with zipfile.ZipFile(old, "w", zipfile.ZIP_DEFLATED) as archive:
            manifest = {"format": "wide-aperture/backup", "format_version": 1, "documents": {"bodies": 1}}
            archive.writestr("manifest.json", json.dumps(manifest))
            archive.writestr("documents/bodies.json", json.dumps([entry], indent=1))
        self.empty()
        self.assertEqual(self.restore(old.getvalue())["restored"]["counts"], {"added": 1})
        past = [(r["number"], r["document"]["name"]) for r in self.listed(f"bodies/{self.body['id']}/revisions")]
        self.assertEqual(past, [(2, "Later"), (1, self.body["name"])])


def zipped(files: dict[str, bytes | str], method: int = zipfile.ZIP_DEFLATED) -> bytes:
    made = io.BytesIO()
    with zipfile.ZipFile(made, "w", method) as archive:
        for name, data in files.items():
            archive.writestr(name, data)
    return made.getvalue()


def manifest(version: object = 2, **more: object) -> str:
    return json.dumps({"format": "wide-aperture/backup", "format_version": version, **more})


class NoBackups(BackupTestCase):
    def test_each_is_refused_with_a_sentence_and_without_a_crash(self):
        self.put("bodies", self.body)
        good = self.zip()
        torn = bytearray(zipped({"manifest.json": manifest(), "documents/bodies.jsonl": "{}\n" * 20_000}))
        torn[200:260] = b"\xff" * 60
        files = {
            "text": b"hello",
            "nothing": b"",
            "half a zip": good[: len(good) // 2],
            "a path": zipped({"../../etc/passwd": "x"}),
            "another program's": zipped({"manifest.json": json.dumps({"format": "something else"})}),
            "a list": zipped({"manifest.json": "[]"}),
            "no JSON": zipped({"manifest.json": "{"}),
            "a newer one": zipped({"manifest.json": manifest(99)}),
            "a version that is none": zipped({"manifest.json": manifest([1])}),
            "a true version": zipped({"manifest.json": manifest(True)}),
            "lzma": zipped({"manifest.json": manifest(), "documents/bodies.jsonl": "{}"}, zipfile.ZIP_LZMA),
            "bzip2": zipped({"manifest.json": manifest(), "documents/bodies.jsonl": "{}"}, zipfile.ZIP_BZIP2),
            "torn": bytes(torn),
            "many files": zipped({"manifest.json": manifest(), **{f"f{k}": "" for k in range(300)}}),
            "an object for a list": zipped({"manifest.json": manifest(1), "documents/bodies.json": '{"a": 1}'}),
            "texts for objects": zipped({"manifest.json": manifest(1), "documents/bodies.json": '["a", "b"]'}),
            "a deep nest": zipped({"manifest.json": manifest(1), "documents/bodies.json": "[" * 100_000}),
            "one endless line": zipped({"manifest.json": manifest(), "documents/bodies.jsonl": "x" * 5_000_000}),
        }
        for name, content in files.items():
            with self.subTest(name=name):
                answer = self.start(content)
                if answer.status_code != 202:
                    self.assert_problem(answer, 422)
                    continue
                job = self.client.get(f"/api/v1/restores/{answer.json()['id']}").json()
                self.assertEqual(job["state"], "failed", job)
                self.assertTrue(job["problem"].startswith("mine.zip "), job["problem"])
                self.assertNotIn("went wrong", job["problem"])

    def test_hostile_files_of_the_list_are_left_out_not_fatal(self):
        entries = [
            "{}",
            "[]",
            "null",
            '"x"',
            '{"id": 3}',
            '{"id": null, "document": []}',
            '{"of": 1}',
            '{"id": "x", "document": {"a": 1}}',
        ]
        odd = zipped({"manifest.json": manifest(files=[1, 2]), "documents/bodies.jsonl": "\n".join(entries)})
        job = self.read(odd)
        self.assertEqual((job["state"], set(job["preview"]["counts"]["bodies"])), ("ready", {"refused"}))

    def test_a_small_zip_that_unpacks_to_endless_values_is_refused_within_little_memory(self):
        bombs = [
            zipped({"manifest.json": manifest(1), "documents/setups.json": "[" + "{}," * 60_000 + "{}]"}),
            zipped({"manifest.json": manifest(1), "documents/setups.json": '[{"a":[' + "0," * 7_000_000 + "0]}]"}),
            zipped({"manifest.json": manifest(2), "documents/setups.jsonl": '{"a":[' + "0," * 1_900_000 + "0]}\n"}),
        ]
        for number, content in enumerate(bombs):
            with self.subTest(number=number):
                tracemalloc.start()
                job = self.read(content)
                _, peak = tracemalloc.get_traced_memory()
                tracemalloc.stop()
                self.assertIn(job["state"], ("failed", "ready"))
                self.assertLess(peak, 100_000_000)
                self.assertEqual(SavedSetup.objects.count(), 0)
