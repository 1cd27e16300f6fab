"""A photographer's own camera over HTTP: abilities, files, schools, two bodies, and the twelve as body + foundation + schools."""

import uuid
from typing import Any

from tests.api.base import ApiTestCase, as_json
from tests.core.habits import TWELVE
from wide_aperture.core.documents.setup import Foundation
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.kit import BODIES
from wide_aperture.demo.phrasebooks import phrasebooks
from wide_aperture.demo.shoots import SITUATIONS
from wide_aperture.shoots.agreement import own_agreement

WREN = next(each for each in BODIES if each.name == "Wren")


class Files(ApiTestCase):
    def test_a_body_goes_out_and_comes_back_as_another(self):
        text = self.post("gear/body-file", as_json(WREN)).json()["text"]
        read = self.post("gear/body-read", {"text": text}).json()
        self.assertEqual(read["left_out"], [])
        self.assertEqual({**read["document"], "id": None}, {**as_json(WREN), "id": None})
        self.assertEqual(self.put("bodies", read["document"]).status_code, 201)

    def test_words_go_out_and_come_back_for_a_body(self):
        book = next(each for each in phrasebooks() if each.body_id == WREN.id)
        text = self.post("phrasebooks/to-file", as_json(book)).json()["text"]
        fresh = str(uuid.uuid4())
        read = self.post("phrasebooks/read-file", {"text": text, "book_id": fresh, "body": as_json(WREN)}).json()
        self.assertEqual((read["document"]["id"], read["document"]["body_id"]), (fresh, str(WREN.id)))
        self.assertEqual(read["document"]["phrases"], as_json(book)["phrases"])

    def test_an_area_the_body_lacks_is_refused_at_its_control_and_left_out_of_a_file(self):
        poor = {
            **as_json(WREN),
            "id": str(uuid.uuid4()),
            "support": [{"setting": "af_area", "options": ["single_point"]}],
        }
        self.assertEqual(self.put("bodies", poor).status_code, 201)
        where = {"kind": "button", "face": "back", "x": 0.5, "y": 0.5}
        one = {"id": "one", "label": "one", "functions": ["focus_area", "off"], "assigned": "focus_area", **where}
        book = {"id": str(uuid.uuid4()), "body_id": poor["id"], "controls": [{**one, "area": "zone"}]}
        refused = self.put("phrasebooks", book)
        self.assert_problem(refused, 422, "/controls/0/area")
        fine = {**book, "controls": [{**one, "area": "single_point"}]}
        self.assertEqual(self.put("phrasebooks", fine).status_code, 201)
        text = self.post("phrasebooks/to-file", book).json()["text"]
        read = self.post("phrasebooks/read-file", {"text": text, "book_id": str(uuid.uuid4()), "body": poor}).json()
        self.assertIsNone(read["document"]["controls"][0]["area"])
        self.assertIn("no “zone”", " ".join(read["left_out"]))

    def test_what_is_no_such_file_is_refused_at_the_text(self):
        self.assert_problem(self.post("gear/body-read", {"text": "{"}), 422, "/text")
        wrong = {"text": '{"format": "wide-aperture-body"}', "book_id": str(uuid.uuid4()), "body": self.body}
        self.assert_problem(self.post("phrasebooks/read-file", wrong), 422, "/text")

    def test_what_a_body_has_is_told_with_what_it_lacks_the_ability_for(self):
        bare = {**self.body, "support": [], "abilities": {**self.body["abilities"], "touch_screen": False, "looks": []}}
        told = {each["setting"]: each["options"] for each in self.post("gear/supported", bare).json()}
        self.assertEqual(told, {"touch_drag": [], "touch_action": [], "slot_contents": []})

    def test_an_option_nobody_has_is_no_loss_of_a_program(self):
        program = {"name": "Lantern", "longest_s": 30, "takes_away": [{"setting": "file", "options": ["wax"]}]}
        wrong = {**self.body, "abilities": {**self.body["abilities"], "long_time_program": program}}
        refused = self.put("bodies", wrong)
        self.assert_problem(refused, 422, "/abilities/long_time_program/takes_away/0/options")


class OwnAnswers(ApiTestCase):
    def test_without_plans_there_is_nothing_to_compare(self):
        found = self.post("shoots/agreement", {"body": self.body, "foundation": {}}).json()
        self.assertEqual((found["of"], found["sentence"]), (0, "No plan of yours to compare with yet."))

    def test_ones_own_plans_on_the_body_are_compared(self):
        self.demo()
        own = {"schools": {"file": "jpeg"}, "settings": {"grid": "on"}}
        found = self.post("shoots/agreement", {"body": as_json(BODIES[0]), "foundation": own}).json()
        self.assertGreater(found["of"], 3)
        self.assertEqual(found["changes"], found["of"])
        # What must hold has less room in a JPEG: those plans are exposed darker, the others alike.
        holding = sum(bool(each.situation.must_hold) for each in SITUATIONS)
        self.assertTrue(found["of"] - holding <= found["agree"] < found["of"], found)
        self.assertEqual([each["question"] for each in found["answers"]], ["file"])
        self.assertEqual(found["hold"] + found["give_way"], found["of"])

    def test_of_a_body_nobody_planned_with_it_is_all_plans(self):
        self.demo()
        stranger = {**as_json(BODIES[0]), "id": str(uuid.uuid4())}
        some = self.post("shoots/agreement", {"body": as_json(BODIES[0]), "foundation": {}}).json()["of"]
        self.assertGreater(self.post("shoots/agreement", {"body": stranger, "foundation": {}}).json()["of"], some)

    def test_another_persons_plans_are_not_looked_at(self):
        self.demo()
        self.assertEqual(own_agreement(owner=self.stranger(), body=BODIES[0], own=Foundation()).of, 0)

    def test_own_schools_change_the_list_of_shoots_too(self):
        """What was worked out once is kept by its input, and own schools are part of it."""
        self.demo()
        for _ in range(20):  # until all is worked out, however busy the machine
            with_findings = self.client.get("/api/v1/shoots/overview?budget_ms=2000").json()["items"]
            if not any(each["pending"] for each in with_findings):
                break
        own = {
            "id": str(uuid.uuid4()),
            "schools": {"focus_start": "shutter_button", "highlights": "spot_near_brightest"},
        }
        self.assertEqual(self.put("foundations", own).status_code, 201)
        again = self.client.get("/api/v1/shoots/overview?budget_ms=0").json()["items"]
        self.assertFalse(any(each["pending"] for each in with_findings))
        self.assertTrue(any(each["pending"] for each in again), "answered from before the schools were said")


class TwoBodies(ApiTestCase):
    def test_what_differs_is_told(self):
        own = {
            "settings": {"clip_high": 253.0},
            "standing": [{"setting": "clip_high", "value": 240.0, "body_id": str(demo_id("body/alder-45"))}],
        }
        second = as_json(next(each for each in BODIES if each.name == "Alder 45"))
        found = self.post("two-bodies", {**self.plan_request(), "foundation": own, "second": second}).json()
        self.assertEqual([each["setting"] for each in found["apart"] if each["state"] == "differs"], ["clip_high"])
        own["kept_apart"] = ["clip_high"]
        kept = self.post("two-bodies", {**self.plan_request(), "foundation": own, "second": second}).json()
        self.assertEqual([each["state"] for each in kept["apart"] if each["setting"] == "clip_high"], ["kept"])


class TheTwelve(ApiTestCase):
    """Each photographer's body, foundation and schools are saved; the plans asked with them recognise the camera."""

    def test_each_goes_in_and_is_recognised_in_every_plan(self):
        hold = of = 0
        for who in TWELVE:
            kit = as_json(who.kit)
            self.put("bodies", kit)
            own = as_json(who.foundation)
            self.assertEqual(self.put("foundations", own).status_code, 201, who.name)
            saved: Any = self.client.get(f"/api/v1/foundations/{own['id']}").json()["document"]
            self.assertEqual(saved["schools"], who.schools)
            for given in who.asks():
                asked = as_json(given)
                asked["foundation"] = {name: saved[name] for name in ("settings", "standing", "schools", "kept_apart")}
                report = self.post("plan", asked).json()["standing"]
                with self.subTest(who.name, situation=given.situation.title):
                    self.assertEqual(report["of"], report["hold"] + len(report["gave_way"]))
                    for told in report["gave_way"]:
                        if told["by"] == "case":
                            self.assertTrue(any(each.isdigit() for each in told["sentence"]), told["sentence"])
                hold, of = hold + report["hold"], of + report["of"]
        self.assertGreaterEqual(hold / of, 0.85)
