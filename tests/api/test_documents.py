"""Every saved resource: create, replace, conflict, delete, revive, revisions, owners."""

import json
import uuid

from tests.api.base import ApiTestCase
from wide_aperture.gear.models import Body
from wide_aperture.store.models import Revision

UNKNOWN = "00000000-0000-4000-8000-000000000000"


class Writing(ApiTestCase):
    def test_create_answers_201_with_revision_1(self):
        response = self.put("bodies", self.body)
        self.assertEqual((response.status_code, response["ETag"]), (201, '"1"'))
        self.assertEqual(response.json()["document"], self.body)

    def test_the_same_create_again_is_harmless(self):
        self.put("bodies", self.body)
        again = self.put("bodies", self.body)
        self.assertEqual((again.status_code, again.json()["revision"]), (200, 1))

    def test_replace_counts_up_and_a_retry_changes_nothing(self):
        self.put("bodies", self.body)
        self.body["name"] = "Renamed"
        first, retry = self.put("bodies", self.body, revision=1), self.put("bodies", self.body, revision=1)
        self.assertEqual((first.json()["revision"], retry.json()["revision"]), (2, 2))
        self.assertEqual(Revision.objects.count(), 2)

    def test_a_stale_replace_answers_412_with_the_current_document(self):
        self.put("bodies", self.body)
        self.put("bodies", {**self.body, "name": "Theirs"}, revision=1)
        problem = self.assert_problem(self.put("bodies", {**self.body, "name": "Mine"}, revision=1), 412)
        self.assertEqual((problem["current"]["revision"], problem["current"]["document"]["name"]), (2, "Theirs"))

    def test_a_create_over_something_else_answers_412(self):
        self.put("bodies", self.body)
        self.assert_problem(self.put("bodies", {**self.body, "name": "Other"}), 412)

    def test_a_write_without_precondition_answers_428(self):
        self.assert_problem(self.put("bodies", self.body, headers={}), 428)

    def test_a_replace_of_nothing_answers_404(self):
        self.assert_problem(self.put("bodies", self.body, revision=3), 404)

    def test_an_id_that_is_not_the_address_s_is_named(self):
        response = self.client.put(
            f"/api/v1/bodies/{UNKNOWN}",
            json.dumps(self.body),
            content_type="application/json",
            headers={"If-None-Match": "*"},
        )
        self.assert_problem(response, 422, "/id")

    def test_delete_is_soft_and_a_put_of_its_revision_revives(self):
        self.put("bodies", self.body)
        gone = self.client.delete(f"/api/v1/bodies/{self.body['id']}", headers={"If-Match": '"1"'})
        self.assertEqual((gone.status_code, gone["ETag"]), (204, '"2"'))
        self.assert_problem(self.client.get(f"/api/v1/bodies/{self.body['id']}"), 404)
        self.assertEqual(self.listed("bodies"), [])

        self.assertEqual(self.put("bodies", self.body, revision=2).json()["revision"], 3)
        revisions = self.listed(f"bodies/{self.body['id']}/revisions")
        self.assertEqual([(r["number"], r["deleted"]) for r in revisions], [(3, False), (2, True), (1, False)])

    def test_every_resource_is_stored_and_listed(self):
        for kind, document in (
            ("bodies", self.body),
            ("lenses", self.lens),
            ("shoots", self.shoot),
            ("situations", self.planned),
        ):
            with self.subTest(kind=kind):
                self.assertEqual(self.put(kind, document).status_code, 201)
                self.assertEqual(self.listed(kind)[0]["document"], document)

    def test_a_situation_needs_one_of_the_owner_s_shoots(self):
        self.assert_problem(self.put("situations", self.planned), 422, "/shoot_id")


class Owners(ApiTestCase):
    def test_other_people_s_rows_answer_404_to_everything(self):
        self.put("bodies", self.body)
        Body.objects.update(owner=self.stranger())
        address = f"/api/v1/bodies/{self.body['id']}"
        for response in (
            self.client.get(address),
            self.client.get(f"{address}/revisions"),
            self.put("bodies", self.body),
            self.put("bodies", self.body, revision=1),
            self.client.delete(address, headers={"If-Match": '"1"'}),
        ):
            self.assert_problem(response, 404)
        self.assertEqual(self.listed("bodies"), [])


class Refusals(ApiTestCase):
    def refused(self, kind, change, pointer):
        document = {"bodies": self.body, "lenses": self.lens, "situations": self.planned}[kind]
        target, path = document, pointer.strip("/").split("/")
        for part in path[:-1]:
            target = target[int(part)] if part.isdigit() else target[part]
        target[path[-1]] = change
        self.assert_problem(self.put(kind, document), 422, pointer)

    def test_impossible_values_are_refused_at_their_field(self):
        for kind, change, pointer in (
            ("lenses", 0, "/widest/0/f_number"),
            ("bodies", -24, "/megapixels"),
            ("situations", -7, "/situation/speed/low_m_s"),
            ("situations", "soon", "/situation/near_m"),
            ("situations", None, "/situation/light/ev100"),
        ):
            with self.subTest(pointer=pointer):
                self.setUp()
                self.refused(kind, change, pointer)

    def test_values_that_do_not_fit_together_say_which(self):
        self.planned["situation"].update(near_m=40, far_m=15)
        problem = self.assert_problem(self.put("situations", self.planned), 422, "/situation/far_m")
        self.assertEqual(problem["detail"], "Farthest: must not be nearer than the nearest distance")
        self.body["ceilings"].update(routine=50)
        problem = self.assert_problem(self.put("bodies", self.body), 422, "/ceilings/routine")
        self.assertEqual(problem["detail"], "Routine: must not lie under the base ISO")

    def test_numbers_json_does_not_have_are_refused(self):
        for word in ("NaN", "Infinity", "1e999"):
            text = json.dumps(self.body).replace('"megapixels": 24.0', f'"megapixels": {word}')
            response = self.client.put(
                f"/api/v1/bodies/{self.body['id']}",
                text,
                content_type="application/json",
                headers={"If-None-Match": "*"},
            )
            self.assertIn(response.status_code, (400, 422))
            self.assertEqual(response["Content-Type"], "application/problem+json")

    def test_unknown_fields_are_refused(self):
        self.body["strap"] = "leather"
        self.assert_problem(self.put("bodies", self.body), 422, "/strap")

    def test_broken_json_and_unknown_addresses(self):
        self.assert_problem(self.post("plan", "{not json"), 400)
        self.assert_problem(self.client.get("/api/v1/nothing"), 404)
        self.assert_problem(self.client.get(f"/api/v1/bodies/{uuid.uuid4()}"), 404)
        self.assert_problem(self.client.get("/api/elsewhere"), 404)

    def test_too_much_at_once(self):
        self.assert_problem(self.post("setups/import", {"text": "x" * 2_100_000}), 413)
