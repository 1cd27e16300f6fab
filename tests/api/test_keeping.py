"""What keeps things: pages, the bin, earlier versions and how long they stay, rows that cannot be read."""

import datetime as dt
import uuid

from django.db import connection
from django.utils import timezone

from tests.api.base import ApiTestCase
from wide_aperture.gear.models import Body
from wide_aperture.setups.models import SavedSetup
from wide_aperture.shoots.models import Shoot, Situation
from wide_aperture.store import retention
from wide_aperture.store.models import Revision, stored_models


class Pages(ApiTestCase):
    def test_every_kind_is_told_in_pages_without_gaps_or_doubles(self):
        self.demo()
        for model in stored_models():
            kind = model.plural
            with self.subTest(kind=kind):
                whole = [row["id"] for row in self.listed(kind, limit=500)]
                self.assertEqual([row["id"] for row in self.listed(kind, limit=2)], whole)
                self.assertEqual(len(whole), model.objects.count())

    def test_rows_written_meanwhile_neither_repeat_nor_skip_others(self):
        self.demo()
        first = self.client.get("/api/v1/lenses", {"limit": 5}).json()
        self.put("lenses", {**self.lens, "id": str(uuid.uuid4()), "name": "New"})
        rest = self.client.get("/api/v1/lenses", {"limit": 500, "cursor": first["next"]}).json()
        ids = [row["id"] for row in (*first["items"], *rest["items"])]
        self.assertEqual((len(ids), len(set(ids)), rest["next"]), (17, 17, None))

    def test_a_limit_or_cursor_that_is_none_is_refused_at_its_place(self):
        for query, pointer in (
            ({"limit": 0}, "/limit"), ({"limit": 501}, "/limit"), ({"limit": "x"}, "/limit"),
            ({"cursor": "nonsense"}, "/cursor"), ({"cursor": "WzFd"}, "/cursor"), ({"cursor": "é"}, "/cursor"),
            ({"cursor": "W251bGwsbnVsbF0"}, "/cursor"), ({"cursor": "x" * 500}, "/cursor"),
        ):  # fmt: skip
            with self.subTest(query=query):
                self.assert_problem(self.client.get("/api/v1/bodies", query), 422, pointer)

    def test_a_list_of_setups_holds_no_documents(self):
        self.demo()
        for item in self.listed("setups"):
            self.assertNotIn("document", item)
            self.assertLessEqual({"title", "tags", "kit", "exposure", "version", "saved_at"}, set(item))

    def test_a_shoot_s_situations_come_in_their_order(self):
        self.demo()
        rows = self.listed(f"shoots/{self.planned['shoot_id']}/situations", limit=1)
        orders = [row["document"]["situation"]["order"] for row in rows]
        self.assertEqual(orders, sorted(orders))
        self.assertGreater(len(rows), 2)
        self.assert_problem(self.client.get(f"/api/v1/shoots/{uuid.uuid4()}/situations"), 404)


class Bin(ApiTestCase):
    def setUp(self):
        super().setUp()
        self.put("shoots", self.shoot)
        self.put("situations", self.planned)
        self.put("bodies", self.body)

    def delete(self, kind: str, row_id: str, revision: int = 1):
        return self.client.delete(f"/api/v1/{kind}/{row_id}", headers={"If-Match": f'"{revision}"'})

    def binned(self) -> list:
        return self.client.get("/api/v1/bin").json()["items"]

    def test_what_was_deleted_is_listed_by_name_and_comes_back_as_it_was(self):
        self.delete("bodies", self.body["id"])
        (item,) = self.binned()
        self.assertEqual((item["kind"], item["title"], item["revision"]), ("bodies", self.body["name"], 2))
        back = self.client.post(
            f"/api/v1/bin/bodies/{self.body['id']}", content_type="application/json", headers={"If-Match": '"2"'}
        )
        self.assertEqual((back.json()["revision"], back.json()["document"]), (3, self.body))
        self.assertEqual(self.binned(), [])

    def test_removed_for_good_goes_with_its_history_and_with_what_belongs_to_it(self):
        self.delete("shoots", self.shoot["id"])
        (item,) = self.binned()
        self.assertEqual(item["holds"], 1)
        gone = self.client.delete(f"/api/v1/bin/shoots/{self.shoot['id']}", headers={"If-Match": '"2"'})
        self.assertEqual(gone.status_code, 204)
        self.assertEqual((Shoot.objects.count(), Situation.objects.count()), (0, 0))
        self.assertEqual(set(Revision.objects.values_list("kind", flat=True)), {"body"})

    def test_only_what_lies_there_can_be_removed_and_only_as_it_was_seen(self):
        address = f"/api/v1/bin/bodies/{self.body['id']}"
        self.assert_problem(self.client.delete(address, headers={"If-Match": '"1"'}), 422)
        self.delete("bodies", self.body["id"])
        self.assert_problem(self.client.delete(address), 428)
        self.assert_problem(self.client.delete(address, headers={"If-Match": '"1"'}), 412)
        self.assert_problem(
            self.client.delete(f"/api/v1/bin/straps/{self.body['id']}", headers={"If-Match": '"2"'}), 404
        )
        self.assert_problem(
            self.client.post(
                f"/api/v1/bin/bodies/{uuid.uuid4()}", content_type="application/json", headers={"If-Match": '"2"'}
            ),
            404,
        )
        Body.objects.update(owner=self.stranger())
        self.assertEqual(self.binned(), [])
        self.assert_problem(self.client.delete(address, headers={"If-Match": '"2"'}), 404)

    def test_a_situation_does_not_come_back_without_its_shoot(self):
        self.delete("situations", self.planned["situation"]["id"])
        self.delete("shoots", self.shoot["id"])
        back = self.client.post(
            f"/api/v1/bin/situations/{self.planned['situation']['id']}",
            content_type="application/json",
            headers={"If-Match": '"2"'},
        )
        self.assert_problem(back, 422, "/shoot_id")


class Retention(ApiTestCase):
    NOW = dt.datetime(2026, 6, 30, 12, tzinfo=dt.UTC)

    def revisions(self, *days_ago: float) -> list[int]:
        """Versions written so long ago, the oldest first; returns the days whose versions stay."""
        Revision.objects.all().delete()
        row_id = uuid.uuid4()
        for number, days in enumerate(days_ago, 1):
            written_at = self.NOW - dt.timedelta(days=days)
            Revision.objects.create(kind="body", row_id=row_id, number=number, document={}, written_at=written_at)
        retention.thin_out(self.NOW)
        return [days_ago[r.number - 1] for r in Revision.objects.order_by("number")]

    def test_all_of_a_month_stay(self):
        self.assertEqual(self.revisions(29.9, 29.8, 2, 1, 0.5, 0.4), [29.9, 29.8, 2, 1, 0.5, 0.4])

    def test_after_a_month_the_last_of_each_day_stays(self):
        self.assertEqual(self.revisions(41.4, 41.2, 41.1, 40.2, 1), [41.1, 40.2, 1])

    def test_after_a_year_the_last_of_each_month_stays(self):
        self.assertEqual(self.revisions(460, 459, 420, 1), [459, 420, 1])

    def test_the_last_version_stays_however_old(self):
        self.assertEqual(self.revisions(2000.2, 2000.1), [2000.2, 2000.1])
        self.assertEqual(self.revisions(5000), [5000])

    def test_documents_are_thinned_apart(self):
        for row_id in (uuid.uuid4(), uuid.uuid4()):
            for number in (1, 2, 3):
                at = self.NOW - dt.timedelta(days=50, minutes=-number)
                Revision.objects.create(kind="body", row_id=row_id, number=number, document={}, written_at=at)
        self.assertEqual(retention.thin_out(self.NOW), 2)
        self.assertEqual(sorted(Revision.objects.values_list("number", flat=True)), [2, 2, 3, 3])

    def test_the_bin_says_how_long(self):
        self.assertIn("until you remove it for good", self.client.get("/api/v1/bin").json()["retention"])


class SetAside(ApiTestCase):
    def setUp(self):
        super().setUp()
        self.demo()
        self.body_id = self.body["id"]

    def test_a_row_nobody_can_read_fails_no_list_and_is_named(self):
        count = Body.objects.count()
        Body.objects.filter(pk=self.body_id).update(document={**self.body, "megapixels": "many"})
        self.assertEqual(len(self.listed("bodies")), count - 1)
        self.assertTrue(self.listed("shoots/overview"))
        (item,) = self.client.get("/api/v1/set-aside").json()
        self.assertEqual((item["kind"], item["title"]), ("bodies", self.body["name"]))
        self.assertIn("megapixels", item["reason"])
        self.assertIn('"many"', item["text"])
        self.assert_problem(self.client.get(f"/api/v1/bodies/{self.body_id}"), 409)

    def test_text_that_is_no_json_any_more_is_set_aside_too(self):
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA ignore_check_constraints=ON")
            cursor.execute(
                "UPDATE gear_body SET document = substr(document, 1, 40) WHERE id = %s", [uuid.UUID(self.body_id).hex]
            )
            cursor.execute("PRAGMA ignore_check_constraints=OFF")
        self.assertEqual(len(self.listed("bodies")), Body.objects.count() - 1)
        (item,) = self.client.get("/api/v1/set-aside").json()
        self.assertIn("no JSON", item["reason"])

    def test_a_write_over_it_mends_it(self):
        Body.objects.filter(pk=self.body_id).update(document={"broken": True})
        self.assertEqual(self.put("bodies", self.body, revision=1).status_code, 200)
        self.assertEqual(self.client.get("/api/v1/set-aside").json(), [])

    def test_an_earlier_version_can_be_looked_at_and_taken(self):
        self.put("bodies", {**self.body, "name": "Later"}, revision=1)
        Body.objects.filter(pk=self.body_id).update(document={"broken": True})
        past = self.listed(f"bodies/{self.body_id}/revisions")
        self.assertEqual([(r["number"], r["document"]["name"]) for r in past], [(2, "Later"), (1, self.body["name"])])

    def test_setups_of_an_older_version_are_read_in_the_present_shape(self):
        row = SavedSetup.objects.first()
        old = {**row.document, "format_version": 1}
        for price in old["prices"]:
            price.pop("seen"), price.pop("seen_because")
        SavedSetup.objects.filter(pk=row.pk).update(document=old, updated_at=timezone.now())
        self.assertEqual(self.client.get(f"/api/v1/setups/{row.pk}").json()["document"]["format_version"], 3)
