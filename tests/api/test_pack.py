"""Packing over the API: saved words and states, the packed shoot, files, the simulated camera, and what is refused."""

from __future__ import annotations

import json
from typing import Any
from uuid import uuid4

from tests.api.base import ApiTestCase, as_json
from wide_aperture.core.camera.state import CameraState, factory_values
from wide_aperture.core.documents.shoot import sky_context
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.demo.phrasebooks import phrasebooks
from wide_aperture.demo.shoots import SHOOTS, SITUATIONS
from wide_aperture.pack.models import CameraState as CameraStateRow
from wide_aperture.pack.models import Packing, Phrasebook
from wide_aperture.store.models import Revision


class PackCase(ApiTestCase):
    def setUp(self):
        super().setUp()
        self.book = as_json(phrasebooks()[0])
        camera = BODIES[0]
        self.state = as_json(CameraState(id=uuid4(), body_id=camera.id, values=factory_values(camera)))
        shoot = next(each for each in SHOOTS if each.id == demo_id("shoot/wedding"))
        own = [each for each in SITUATIONS if each.shoot_id == shoot.id]
        self.wedding = {
            "situations": [as_json(each) for each in own],
            "bodies": [as_json(each) for each in BODIES[:2]],
            "lenses": [as_json(each) for each in LENSES],
            "books": [as_json(each) for each in phrasebooks()[:2]],
            "sky": as_json(sky_context(shoot)),
        }

    def pack(self, **changes: Any):
        return self.post("pack", {**self.wedding, **changes})

    def decisions(self, **parts: Any) -> dict[str, Any]:
        return {"id": str(uuid4()), "shoot_id": str(demo_id("shoot/wedding")), **parts}


class SavedWords(PackCase):
    def test_a_book_is_kept_with_its_revisions(self):
        self.assertEqual(self.put("phrasebooks", self.book).status_code, 201)
        renamed = {**self.book, "quick_screen": "board"}
        self.assertEqual(self.put("phrasebooks", renamed, revision=1).json()["revision"], 2)
        self.assertEqual(
            self.client.get(f"/api/v1/phrasebooks/{self.book['id']}").json()["document"]["quick_screen"], "board"
        )
        self.assertEqual(Revision.objects.filter(row_id=self.book["id"]).count(), 2)

    def test_unknown_settings_are_named(self):
        wrong = {
            **self.book,
            "phrases": [{"setting": "gain", "words": "Gain", "reaches": [{"way": "menu", "path": ["a"]}]}],
        }
        problem = self.assert_problem(self.put("phrasebooks", wrong), 422)
        self.assertIn("'gain' is no setting", json.dumps(problem))

    def test_other_people_s_books_states_and_packings_are_not_there(self):
        stranger = self.stranger()
        kinds = (("phrasebooks", Phrasebook, self.book), ("states", CameraStateRow, self.state), ("packings", Packing, self.decisions()))  # fmt: skip
        for kind, model, document in kinds:
            with self.subTest(kind=kind):
                self.put(kind, document)
                model.objects.update(owner=stranger)
                self.assertEqual(self.listed(kind), [])
                self.assert_problem(self.client.get(f"/api/v1/{kind}/{document['id']}"), 404)
                self.assert_problem(self.put(kind, document, revision=1), 404)

    def test_csv_goes_out_and_comes_back_with_every_bad_line(self):
        text = self.post("phrasebooks/to-csv", self.book).json()["text"]
        self.assertEqual(
            len(self.post("phrasebooks/read-csv", {"text": text}).json()["phrases"]), len(self.book["phrases"])
        )
        read = self.post("phrasebooks/read-csv", {"text": text + "gain,,Gain,menu,a\nmetering,needle,n,,\n"}).json()
        self.assertEqual(len(read["faults"]), 2)
        self.assertEqual(read["faults"][1]["line"], read["faults"][0]["line"] + 1)

    def test_a_body_nobody_described_gets_the_usual_book_with_controls(self):
        usual = self.post("phrasebooks/usual", self.body).json()
        self.assertEqual(usual["body_id"], self.body["id"])
        self.assertGreaterEqual(len(usual["controls"]), 8)
        functions = {each["id"] for each in self.client.get("/api/v1/pack/functions").json()}
        self.assertTrue({name for control in usual["controls"] for name in control["functions"]} <= functions)

    def test_the_history_of_a_body_is_its_state_s_revisions(self):
        self.put("states", self.state)
        self.put("states", {**self.state, "source": "route", "unsure": ["iso"]}, revision=1)
        found = self.listed(f"states/{self.state['id']}/revisions")
        self.assertEqual([each["document"]["source"] for each in found], ["route", "factory"])


class Packed(PackCase):
    def test_the_wedding_is_packed_on_both_bodies(self):
        first, second = self.pack().json()["bodies"]
        self.assertEqual([place["role"] for place in first["packing"]["places"]], ["situation"] * 4)
        self.assertEqual(len(first["packing"]["moves"]), 5)
        self.assertEqual(len(second["packing"]["moves"]), 1)
        self.assertEqual(len(first["worst"]), 3)
        sentences = [step["sentence"] for each in first["packing"]["preparation"] for step in each["route"]["steps"]]
        self.assertTrue(any("Light leaf" in sentence for sentence in sentences))

    def test_what_is_known_shortens_the_preparation(self):
        first = self.pack().json()["bodies"][0]
        again = self.pack(states=[first["packed_state"]]).json()["bodies"][0]
        self.assertGreater(len(first["packing"]["preparation"]), 2)
        self.assertEqual(again["packing"]["preparation"], [])

    def test_decisions_are_obeyed_and_staleness_told(self):
        body_id = self.wedding["bodies"][0]["id"]
        dance = str(demo_id("situation/wedding/4"))
        wishes = {body_id: {"held": {"full-1": dance}, "guest": "full-3"}}
        stored = {body_id: {"at": "2026-09-11T20:00:00Z", "fingerprint": "of another day"}}
        first = self.pack(decisions=self.decisions(wishes=wishes, stored=stored)).json()["bodies"][0]
        self.assertEqual(first["packing"]["places"][0]["situation_id"], dance)
        self.assertEqual(first["packing"]["places"][2]["role"], "guest")
        self.assertIn("edited after", first["stale"])

    def test_situations_without_kit_are_named_and_left_out(self):
        bare = [{**self.wedding["situations"][0], "body_id": None}, *self.wedding["situations"][1:]]
        answer = self.pack(situations=bare).json()
        self.assertEqual([each["title"] for each in answer["left_out"]], [bare[0]["situation"]["title"]])
        self.assertEqual(self.pack(situations=[]).json(), {"bodies": [], "left_out": []})

    def test_what_cannot_be_planned_yet_does_not_stop_the_rest(self):
        answer = self.pack(sky=None).json()
        (walk, *_) = [each for each in answer["left_out"] if each["title"] == "Walk at sunset"]
        self.assertIn("a date and a place", walk["sentence"])
        self.assertIn("Vows in the chapel", [move["title"] for move in answer["bodies"][0]["packing"]["moves"]])

    def test_kit_that_is_not_in_the_bag_is_refused(self):
        self.assertIn("not in the bag", json.dumps(self.assert_problem(self.pack(bodies=[]), 422)))
        self.assertIn("lens", json.dumps(self.assert_problem(self.pack(lenses=[]), 422)))
        self.assert_problem(self.pack(decisions=self.decisions(wishes={"mine": {}})), 422)

    def test_the_day_without_each_thing(self):
        found = self.post("pack/failures", self.wedding).json()
        self.assertEqual({each["kind"] for each in found}, {"body", "lens", "card"})
        self.assertTrue(all(each["sentence"] for each in found))
        unlit = self.post("pack/failures", {**self.wedding, "sky": None}).json()
        self.assertEqual(len(unlit[0]["situations"]), len(found[0]["situations"]) - 1)

    def test_routes_leave_as_markdown_and_csv(self):
        body_id = self.wedding["bodies"][1]["id"]
        one = self.post("pack/export", {**self.wedding, "body_id": body_id, "title": "Routes: wedding"}).json()["text"]
        self.assertTrue(one.startswith("# Routes: wedding"))
        self.assertNotIn("Alder 24: ", one)
        table = self.post("pack/export", {**self.wedding, "format": "csv"}).json()["text"]
        self.assertIn("Alder 24: prepare", table)
        self.assert_problem(self.post("pack/export", {**self.wedding, "format": "scroll"}), 422, "/format")

    def test_a_route_between_any_two_states(self):
        asked = {"body": self.body, "book": self.book, "state": self.state, "target": {"metering": "spot"}}
        way = self.post("pack/route", asked).json()
        self.assertEqual([step["theirs"] for step in way["steps"] if step["setting"]], ["Reading: needle"])
        self.assertEqual(self.post("pack/route", {**asked, "book": None}).json()["differs"], 1)
        self.assert_problem(self.post("pack/route", {**asked, "target": {"gain": 1}}), 422)

    def test_a_body_stands_as_the_route_says_once_it_was_walked(self):
        doubted = {
            **self.state,
            "unsure": ["metering"],
            "slots": [{"id": "full-1", "name": "Old", "values": {"drive": "interval"}}],
        }
        target = {"metering": "spot", "drive": "continuous_high"}
        way = self.post("pack/route", {"body": self.body, "book": self.book, "state": doubted, "target": target}).json()
        slot = {"id": "full-1", "name": "New", "values": target}
        stands = self.post("pack/walked", {"state": doubted, "route": way, "stored": slot}).json()
        self.assertEqual({name: stands["values"][name] for name in target}, target)
        self.assertEqual((stands["unsure"], stands["active_slot"]), ([], "full-1"))
        self.assertEqual([each["name"] for each in stands["slots"]], ["New"])
        self.assertEqual(self.post("pack/walked", {"state": doubted, "route": way}).json()["slots"][0]["name"], "Old")
        wrong = {"state": doubted, "route": way, "stored": {**slot, "id": "shelf"}}
        self.assert_problem(self.post("pack/walked", wrong), 422, "/stored/id")

    def test_a_card_speaks_the_camera_s_words(self):
        hand = {"book": self.book, "recall": "custom mode 2, “Half”", "by_hand": ["metering"]}
        card = self.post("card", self.plan_request(hand=hand)).json()
        self.assertIn("Recall custom mode 2, “Half”, then by hand: Reading.", card["markdown"])
        self.assertIn("Reading (Metering), by hand", card["markdown"])
        self.assertIn("Gain", card["text"])
        self.assertNotIn("Recall", self.post("card", self.plan_request()).json()["markdown"])


class Readiness(PackCase):
    def test_a_shoot_is_packed_once_every_body_is_stored_and_unedited(self):
        self.demo()

        def row() -> dict[str, Any]:
            rows = self.listed("shoots/overview", budget_ms=2000)
            return next(each for each in rows if each["document"]["title"] == "Wedding at Ashcombe")

        before = row()
        prints = {each["body_id"]: each["fingerprint"] for each in self.pack().json()["bodies"]}
        stored = {body_id: {"at": "2026-09-11T20:00:00Z", "fingerprint": value} for body_id, value in prints.items()}
        document = self.decisions(stored=stored)
        self.put("packings", document)
        self.assertEqual((before["readiness"], row()["readiness"]), ("planned", "packed"))
        camera = {**self.wedding["bodies"][0], "note": "edited"}
        self.put("bodies", camera, revision=1)
        self.assertEqual(row()["readiness"], "planned")


class Camera(PackCase):
    def setUp(self):
        super().setUp()
        self.kit = {"body": self.body, "book": self.book}
        self.camera = self.post("camera/new", {"body": self.body, "state": self.state}).json()

    def act(self, **action: Any):
        return self.post("camera/act", {**self.kit, "camera": self.camera, "action": action})

    def test_it_takes_what_a_hand_does_and_says_what_it_shows(self):
        opened = self.act(deed="open", target="quick_screen").json()["camera"]
        self.assertEqual(opened["screen"], "quick_screen")
        done = self.post("camera/act", {**self.kit, "camera": opened, "action": {"deed": "set", "target": "metering", "value": "spot", "way": "quick_screen"}}).json()  # fmt: skip
        self.assertEqual(done["said"], "Reading: needle")
        self.assertEqual(done["camera"]["state"]["values"]["metering"], "spot")

    def test_it_refuses_with_the_reason(self):
        answer = self.act(deed="set", target="metering", value="spot", way="quick_screen").json()
        self.assertTrue(answer["refused"])
        self.assertEqual(answer["said"], "Open the slate first.")

    def test_a_route_is_walked_and_stops_where_it_is_refused(self):
        way = self.post(
            "pack/route", {**self.kit, "state": self.state, "target": {"metering": "spot", "drive": "continuous_high"}}
        ).json()
        walked = self.post("camera/follow", {**self.kit, "camera": self.camera, "steps": way["steps"]}).json()
        self.assertEqual((walked["walked"], walked["refused"]), (len(way["steps"]), False))
        self.assertEqual(walked["camera"]["state"]["values"]["drive"], "continuous_high")
        closed = [step for step in way["steps"] if step["kind"] != "open"]
        stopped = self.post("camera/follow", {**self.kit, "camera": self.camera, "steps": closed}).json()
        self.assertTrue(stopped["refused"])
        self.assertLess(stopped["walked"], len(closed))

    def test_one_step_of_a_route_is_an_action_too(self):
        way = self.post("pack/route", {**self.kit, "state": self.state, "target": {"drive": "continuous_high"}}).json()
        done = self.post("camera/act", {**self.kit, "camera": self.camera, "step": way["steps"][0]}).json()
        self.assertEqual(done["camera"]["state"]["values"]["drive"], "continuous_high")

    def test_bad_deeds_are_refused_clearly(self):
        self.assert_problem(self.act(deed="throw"), 422, "/action/deed")
        self.assert_problem(self.act(deed="turn", target="dial_rear", clicks=1000), 422, "/action/clicks")
        self.assert_problem(self.post("camera/act", {**self.kit, "camera": self.camera}), 422)
        self.assert_problem(self.act(deed="set", target="gain", value=1), 422)
