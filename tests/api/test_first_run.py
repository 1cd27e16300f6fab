"""The first minutes over HTTP: a guided brief, kit from its texts, the demo taken away and back, a shoot as a file, about."""

import datetime as dt
import uuid

from tests.api.base import ApiTestCase, as_json
from wide_aperture import VERSION
from wide_aperture.core.sheets.starting import starting_kit
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.shoots import SHOOTS

WEDDING = str(demo_id("shoot/wedding"))


class AGuidedBrief(ApiTestCase):
    def test_becomes_a_situation(self):
        asked = {"id": str(uuid.uuid4()), "beginning": "deer", "distance": 2, "light": "overcast", "output": "screen"}
        found = self.post("begin", asked).json()
        self.assertEqual((found["id"], found["near_m"], found["far_m"]), (asked["id"], 60, 120))
        self.assertEqual((found["light"]["name"], found["output"]), ("overcast", "screen"))
        self.assertEqual((found["activity"], found["speed"]["high_m_s"]), ("grazing", 0.8))

    def test_refuses_what_it_does_not_know_at_its_field(self):
        own = {"id": str(uuid.uuid4()), "beginning": "deer"}
        for changed, pointer in (
            ({"beginning": "dragon"}, ""),
            ({"light": "torch"}, ""),
            ({"distance": 3}, "/distance"),
        ):
            problem = self.assert_problem(self.post("begin", {**own, **changed}), 422)
            self.assertIn(pointer, problem["errors"][0]["pointer"])

    def test_the_tables_offer_every_beginning_with_lights_of_the_table(self):
        tables = self.client.get("/api/v1/tables").json()
        lights = {light["id"] for light in tables["lights"]}
        self.assertGreater(len(tables["beginnings"]), 15)
        for each in tables["beginnings"]:
            self.assertLessEqual(set(each["lights"]), lights)


class KitFromItsTexts(ApiTestCase):
    def test_a_class_can_be_saved_as_it_comes_with_its_own_lens(self):
        for each in self.client.get("/api/v1/gear/starting").json()["bodies"]:
            self.assertEqual(self.put("bodies", each["body"]).status_code, 201, each["id"])
            if each["lens"]:
                self.assertEqual(self.put("lenses", each["lens"]).status_code, 201, each["id"])

    def test_a_sheet_is_read_over_a_body(self):
        body = as_json(starting_kit().bodies[0].body)
        read = self.post("gear/sheet", {"text": "Hazel 33\n33 MP\nWeight 650 g", "body": body}).json()
        self.assertEqual((read["body"]["name"], read["body"]["megapixels"]), ("Hazel 33", 33))
        self.assertEqual(read["rest"], ["Weight 650 g"])
        self.assertEqual([each["field"] for each in read["understood"]], ["name", "megapixels"])
        self.assert_problem(self.post("gear/sheet", {"text": "", "body": body}), 422)

    def test_a_lens_is_read_from_its_line_or_refused_there(self):
        self.assertEqual(self.post("gear/lens-line", {"text": "70-200 f/2.8"}).json()["focal_max_mm"], 200)
        problem = self.assert_problem(self.post("gear/lens-line", {"text": "my favourite"}), 422)
        self.assertEqual(problem["errors"][0]["pointer"], "/text")
        self.assertIn("70-200 mm f/2.8", problem["errors"][0]["msg"])


class TheDemo(ApiTestCase):
    def ids(self):
        return set(self.client.get("/api/v1/demo").json()["ids"])

    def test_is_loaded_ahead_of_today_taken_away_and_brought_back_as_one(self):
        self.assertEqual(self.ids(), set())
        loaded = self.post("demo", {}).json()["rows"]
        there = self.ids()
        self.assertGreater(loaded, 60)
        self.assertIn(WEDDING, there)
        ridge = self.client.get(f"/api/v1/shoots/{demo_id('shoot/ridge')}").json()["document"]
        self.assertGreaterEqual(ridge["date"], dt.date.today().isoformat())

        gone = self.client.delete("/api/v1/demo").json()["rows"]
        self.assertGreater(gone, 60)
        self.assertEqual(self.client.get(f"/api/v1/shoots/{WEDDING}").status_code, 404)
        self.assertNotIn(WEDDING, self.ids())

        self.post("demo", {})
        self.assertLessEqual({WEDDING, str(demo_id("body/alder-24"))}, self.ids())

    def test_loading_again_leaves_what_was_edited(self):
        self.demo()
        shoot = as_json(next(each for each in SHOOTS if str(each.id) == WEDDING))
        self.put("shoots", {**shoot, "title": "Ours"}, revision=1)
        self.post("demo", {})
        self.assertEqual(self.client.get(f"/api/v1/shoots/{WEDDING}").json()["document"]["title"], "Ours")

    def test_nobody_else_s_rows_are_the_demo(self):
        own = {**self.body, "id": str(uuid.uuid4())}
        self.put("bodies", own)
        self.demo()
        self.client.delete("/api/v1/demo")
        self.assertEqual(self.client.get(f"/api/v1/bodies/{own['id']}").status_code, 200)
        self.assertNotIn(own["id"], self.ids())


class AShootAsAFile(ApiTestCase):
    def test_goes_out_whole_and_comes_in_as_another_here(self):
        self.demo()
        whole = self.client.get(f"/api/v1/shoots/{WEDDING}/file")
        self.assertEqual(whole.status_code, 200)
        content = whole.json()
        self.assertEqual({each["shoot_id"] for each in content["situations"]}, {WEDDING})
        self.assertTrue(content["bodies"] and content["lenses"] and content["phrasebooks"])

        read = self.post("shoots/file-read", {"text": whole.content.decode()}).json()
        self.assertNotEqual(read["document"]["shoot"]["id"], WEDDING)
        self.assertEqual(read["document"]["bodies"], [])
        self.assertEqual(len(read["document"]["situations"]), len(content["situations"]))
        self.assertTrue(all("is here already" in line for line in read["left_out"]))
        self.assertEqual(self.put("shoots", read["document"]["shoot"]).status_code, 201)
        for each in read["document"]["situations"]:
            self.assertEqual(self.put("situations", each).status_code, 201)

    def test_what_is_no_shoot_is_refused_in_a_sentence(self):
        problem = self.assert_problem(self.post("shoots/file-read", {"text": "[]"}), 422)
        self.assertEqual(problem["errors"][0]["pointer"], "/text")
        self.assertEqual(self.client.get(f"/api/v1/shoots/{uuid.uuid4()}/file").status_code, 404)


class PutAway(ApiTestCase):
    def test_archived_kit_is_kept_and_not_proposed(self):
        self.demo()
        asked = {"situation": self.planned["situation"]}
        before = {each["body_id"] for each in self.post("framing", asked).json()}
        self.put("bodies", {**self.body, "archived": True}, revision=1)
        after = {each["body_id"] for each in self.post("framing", asked).json()}
        self.assertEqual(before - after, {self.body["id"]})

    def test_a_setup_may_be_put_away_and_nothing_else_of_it_changed(self):
        self.demo()
        listed = self.client.get("/api/v1/setups").json()["items"][0]
        stored = self.client.get(f"/api/v1/setups/{listed['id']}").json()
        answer = self.put("setups", {**stored["document"], "archived": True}, revision=stored["revision"])
        self.assertEqual(answer.status_code, 200)
        self.assertTrue(self.client.get("/api/v1/setups").json()["items"][0]["archived"])
        changed = {**stored["document"], "archived": True, "planner_version": "0"}
        self.assertEqual(self.put("setups", changed, revision=stored["revision"] + 1).status_code, 409)


class About(ApiTestCase):
    def test_says_version_folder_and_what_it_is_built_on(self):
        about = self.client.get("/api/v1/about").json()
        self.assertEqual(about["version"], VERSION)
        parts = {part["name"].lower(): part for part in about["parts"]}
        for name in ("django", "numpy", "ephem"):
            self.assertTrue(parts[name]["version"] and parts[name]["licence"])
        self.assertNotIn("ruff", parts)
        self.assertTrue(about["data_folder"])
