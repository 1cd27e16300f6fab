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


class EveryDoorObeys(ApiTestCase):
    """The foundation, what is held and the sky reach every answer of the API as they reach the plan."""

    RISKY = {"release_without_card": "allowed"}

    def asked(self, **more):
        pins = [{"setting": "shutter_s", "value": 1 / 500}, {"setting": "white_balance", "value": "shade"}]
        return self.plan_request(pins=pins, foundation={"settings": self.RISKY}, **more)

    def open_codes(self, findings):
        return sorted(finding["code"] for finding in findings if not finding["handled_by"])

    def test_plan_check_and_assess_agree(self):
        plan = self.post("plan", self.asked()).json()
        bare = self.post("plan", self.plan_request()).json()
        self.assertGreater(len(self.open_codes(plan["findings"])), len(self.open_codes(bare["findings"])))
        checked = self.post("check", {**self.asked(), "setup": plan["setup"]}).json()
        weighed = self.post("assess", {**self.asked(), "setup": plan["setup"]}).json()
        for findings in (checked, weighed["findings"]):
            self.assertEqual(self.open_codes(findings), self.open_codes(plan["findings"]))
        self.assertEqual(weighed["choice"], plan["choice"])

    def test_a_foundation_with_an_option_nobody_has_points_at_it(self):
        asked = self.plan_request(foundation={"settings": {"grid": "golden"}})
        self.assert_problem(self.post("plan", asked), 422, "/foundation/settings/grid")

    def test_schools_and_rehearsal_start_from_what_is_held(self):
        answers = self.post("schools", {**self.asked(), "question": "white_balance"}).json()
        touched = {difference["setting"] for answer in answers for difference in answer["differences"]}
        self.assertNotIn("white_balance", touched)
        begun = self.post("rehearsal", self.asked()).json()
        self.assertEqual((begun["capture"]["shutter_s"], begun["capture"]["white"]["mode"]), (1 / 500, "shade"))

    def test_the_list_of_shoots_counts_what_the_plan_finds(self):
        for kind, document in (("bodies", self.body), ("lenses", self.lens), ("shoots", self.shoot)):
            self.put(kind, document)
        foundation = {"id": str(uuid_of(9)), "title": "Mine", "settings": self.RISKY, "reviewed": []}
        other = {"id": str(uuid_of(5)), "title": "Another's", "settings": {}, "reviewed": []}
        self.put("foundations", foundation)
        held = {**self.planned, "pins": self.asked()["pins"]}
        self.put("situations", held)

        def counted() -> int:
            return self.listed("shoots/overview", budget_ms=2000)[0]["open_findings"]

        def planned(settings) -> int:
            asked = {**self.asked(), "foundation": {"settings": settings}, "sky": self.sky()}
            found = self.post("plan", asked).json()["findings"]
            return sum(1 for each in found if not each["handled_by"] and each["level"] != "note")

        self.assertEqual(counted(), planned(self.RISKY))
        self.put("foundations", other)  # its id comes first: it is the owner's own where none is named
        self.assertEqual(counted(), planned({}))
        self.put("situations", {**held, "foundation_id": foundation["id"]}, revision=1)
        self.assertEqual(counted(), planned(self.RISKY))
        self.assertNotEqual(planned(self.RISKY), planned({}))

    def sky(self):
        place = self.shoot["place"]
        return {name: self.shoot[name] for name in ("date", "zone")} | {
            name: place[name] for name in ("latitude_deg", "longitude_deg")
        }

    def test_packing_lays_each_situation_over_its_own_foundation(self):
        mine = {"id": str(uuid_of(9)), "title": "Mine", "settings": {"grid": "off", "peaking": "off", "level": "on"}}
        first = {"id": str(uuid_of(5)), "title": "First", "settings": {"histogram_access": "live"}}
        asked = {"bodies": [self.body], "lenses": [self.lens], "foundations": [mine, first]}
        values = []
        for foundation_id in (None, mine["id"]):
            named = {**self.planned, "foundation_id": foundation_id}
            packed = self.post("pack", {**asked, "situations": [named]}).json()["bodies"][0]
            values.append(packed["packed_state"]["values"].get("histogram_access"))
        plan = self.post("plan", self.plan_request()).json()["setup"]["settings"]["histogram_access"]["value"]
        self.assertEqual(values, ["live", plan])


class FoundationFiles(ApiTestCase):
    """A foundation goes out and comes in as a file; nothing is saved by reading."""

    DOCUMENT = {
        "id": str(uuid_of(31)),
        "title": "Mine",
        "settings": {"grid": "on", "clip_high": 253.0},
        "standing": [{"setting": "iso", "value": 5000.0, "darker_than_ev": 6.0}],
        "reviewed": [],
    }

    def test_there_and_back(self):
        text = self.post("gear/foundation-file", self.DOCUMENT).json()["text"]
        read = self.post("gear/foundation-read", {"text": text}).json()
        self.assertEqual((read["left_out"], read["document"]["title"]), ([], "Mine"))
        self.assertEqual(read["document"]["settings"], self.DOCUMENT["settings"])
        self.assertEqual(read["document"]["standing"][0]["darker_than_ev"], 6.0)
        self.assertNotEqual(read["document"]["id"], self.DOCUMENT["id"])
        self.assertEqual(self.client.get("/api/v1/foundations").json()["items"], [])

    def test_what_is_no_such_file_points_at_the_text(self):
        self.assert_problem(self.post("gear/foundation-read", {"text": "{"}), 422, "/text")
        self.assert_problem(self.post("gear/foundation-read", {"text": '{"format": "recipe"}'}), 422, "/text")

    def test_what_is_not_known_is_told(self):
        read = self.post("gear/foundation-read", {"text": '{"settings": {"warp_drive": "on", "grid": "on"}}'}).json()
        self.assertEqual(read["left_out"], ["warp_drive: not known to this version"])
        self.assertEqual(read["document"]["settings"], {"grid": "on"})

    def test_narrower_values_reach_the_plan_and_wrong_ones_their_field(self):
        foundation = {
            "settings": {"grid": "off"},
            "standing": [{"setting": "grid", "value": "on", "genres": ["sports"]}],
        }
        plan = self.post("plan", self.plan_request(foundation=foundation)).json()
        self.assertEqual(plan["setup"]["settings"]["grid"]["value"], "on")
        self.assertEqual((plan["standing"]["hold"], plan["standing"]["of"]), (1, 1))
        wrong = {"settings": {}, "standing": [{"setting": "kelvin", "value": 6000, "up_to": 4500}]}
        self.assert_problem(self.post("plan", self.plan_request(foundation=wrong)), 422, "/foundation/standing/0/up_to")
        self.assert_problem(self.put("foundations", {**self.DOCUMENT, **wrong}), 422)
