"""The five routes of every kind of stored document, from its demo rows: what each refuses, and whose rows it knows."""

import json
import threading
from typing import Any
from uuid import uuid4

from django.db import connections
from django.test import Client, TransactionTestCase

from tests.api.base import JSON, ApiTestCase
from tests.demo import demo_rows
from tests.runner import Travels
from wide_aperture.pack.models import ShootEvent
from wide_aperture.server.middleware.owner import local_owner
from wide_aperture.store.models import StoredDocument, stored_models

# What happened on a shoot is only ever added: it has no routes for a single row (tests.api.test_preflight, test_field).
KINDS = [model for model in stored_models() if model.plural != "restores" and not issubclass(model, ShootEvent)]


def row_of(model: type[StoredDocument]) -> StoredDocument | None:
    return model._default_manager.filter(deleted_at__isnull=True).order_by("pk").first()


class EveryResource(ApiTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.demo()

    def each(self):
        seen = 0
        for model in KINDS:
            row = row_of(model)
            if row is None:
                continue  # nothing of it in the demo: the document is made by hand in its own tests
            seen += 1
            with self.subTest(model.plural):
                yield model, row, f"/api/v1/{model.plural}/{row.pk}"
        self.assertGreater(seen, 5)

    def send(self, address: str, document: Any, **said: str):
        return self.client.put(address, json.dumps(document), content_type=JSON, headers=said)

    def test_a_write_without_a_precondition_is_428(self):
        for _, row, address in self.each():
            self.assert_problem(self.send(address, row.document), 428)
            self.assert_problem(self.client.delete(address), 428)

    def test_a_stale_revision_is_412_with_the_current_document(self):
        for model, row, address in self.each():
            if model.noun == "setup":
                continue  # snapshots do not change: 409, below
            changed = {**row.document, "note": "changed"} if "note" in model.schema.model_fields else row.document
            problem = self.assert_problem(
                self.client.delete(address, headers={"If-Match": f'"{row.revision + 7}"'}), 412
            )
            self.assertEqual(problem["current"]["revision"], row.revision)
            if changed != row.document:
                stale = self.send(address, changed, **{"If-Match": f'"{row.revision + 7}"'})
                self.assert_problem(stale, 412)

    def test_what_is_not_there_is_404(self):
        for model, _, _ in self.each():
            nowhere = f"/api/v1/{model.plural}/{uuid4()}"
            self.assert_problem(self.client.get(nowhere), 404)
            self.assert_problem(self.client.get(f"{nowhere}/revisions"), 404)
            self.assert_problem(self.client.delete(nowhere, headers={"If-Match": '"1"'}), 404)

    def test_unknown_fields_and_broken_json_are_422_and_400(self):
        for _, row, address in self.each():
            refused = self.send(
                address, {**row.document, "colour_of_the_strap": "red"}, **{"If-Match": f'"{row.revision}"'}
            )
            self.assert_problem(refused, 422, "/colour_of_the_strap")
            broken = self.client.put(address, "{", content_type=JSON, headers={"If-Match": f'"{row.revision}"'})
            self.assertIn(broken.status_code, (400, 422))
            row.refresh_from_db()

    def test_another_person_s_rows_do_not_exist(self):
        stranger = self.stranger()
        for model, row, address in self.each():
            model._default_manager.filter(pk=row.pk).update(owner=stranger)
            self.assert_problem(self.client.get(address), 404)
            self.assert_problem(self.client.get(f"{address}/revisions"), 404)
            self.assert_problem(self.client.delete(address, headers={"If-Match": f'"{row.revision}"'}), 404)
            self.assertIn(self.send(address, row.document, **{"If-Match": f'"{row.revision}"'}).status_code, (404, 422))
            self.assertEqual(model._default_manager.get(pk=row.pk).revision, row.revision)
            model._default_manager.filter(pk=row.pk).update(owner=local_owner())


class TwoAtOnce(Travels, TransactionTestCase):
    def test_of_two_writes_of_one_revision_one_is_taken_and_one_is_told(self):
        demo_rows(local_owner())
        model = next(kind for kind in KINDS if kind.plural == "bodies")
        row = row_of(model)
        together, answers = threading.Barrier(2), []

        def write(name: str) -> None:
            document = {**row.document, "name": name}
            together.wait()
            answer = Client(HTTP_HOST="127.0.0.1:8000").put(
                f"/api/v1/bodies/{row.pk}",
                json.dumps(document),
                content_type=JSON,
                headers={"If-Match": f'"{row.revision}"'},
            )
            answers.append((answer.status_code, name))
            connections.close_all()

        writers = [threading.Thread(target=write, args=(name,)) for name in ("Mine", "Theirs")]
        for each in writers:
            each.start()
        for each in writers:
            each.join()

        self.assertEqual(sorted(status for status, _ in answers), [200, 412])
        kept = model._default_manager.get(pk=row.pk)
        self.assertEqual(kept.document["name"], next(name for status, name in answers if status == 200))
        self.assertEqual(kept.revision, row.revision + 1)
