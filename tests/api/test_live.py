"""The live answers: plan, card, framing, tables, gear estimates, setups."""

import datetime as dt
import json
import uuid
from pathlib import Path
from unittest import mock
from unittest.mock import patch

from django.db import OperationalError
from django.utils import timezone

from tests.api.base import ApiTestCase, as_json
from tests.core.corpus import demo_inputs
from wide_aperture.core.planning import plan_of
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.demo.shoots import SHOOTS, SITUATIONS
from wide_aperture.setups.models import SavedSetup
from wide_aperture.shoots.models import Summary
from wide_aperture.shoots.overview import forget_unused

SAMPLE = Path(__file__).parent.parent / "core" / "samples" / "setup-v1.json"


class Planning(ApiTestCase):
    def test_a_plan_comes_whole(self):
        plan = self.post("plan", self.plan_request()).json()
        self.assertEqual(plan["situation_title"], "Second half, floodlights")
        self.assertEqual(plan["choice"]["aperture"], 2.8)
        self.assertEqual(
            {f["code"] for f in plan["findings"]}, {"flicker_banding", "meter_bias_dark_tones", "wb_mixed_light"}
        )

    def test_pins_are_obeyed(self):
        pins = [{"setting": "shutter_s", "value": 0.002}]
        plan = self.post("plan", self.plan_request(pins=pins)).json()
        self.assertEqual((plan["choice"]["shutter_s"], plan["setup"]["settings"]["shutter_s"]["layer"]), (0.002, "pin"))

    def test_what_the_core_refuses_points_at_the_field(self):
        self.planned["situation"]["focal_length_mm"] = 24
        self.assert_problem(self.post("plan", self.plan_request()), 422, "/situation/focal_length_mm")
        self.setUp()
        pins = [{"setting": "iso", "value": -1}]
        self.assert_problem(self.post("plan", self.plan_request(pins=pins)), 422, "/pins/0/value")
        self.assert_problem(self.post("plan", self.plan_request(pins=[{"setting": "mood", "value": 1}])), 422)

    def test_union_tags_are_no_part_of_a_pointer(self):
        self.planned["situation"]["light"] = {"kind": "ev", "ev100": "bright"}
        self.assert_problem(self.post("plan", self.plan_request()), 422, "/situation/light/ev100")

    def test_nothing_is_stored(self):
        self.post("plan", self.plan_request())
        self.assertEqual(self.listed("situations"), [])

    def test_an_unexpected_failure_is_a_problem_too(self):
        with (
            mock.patch("wide_aperture.planning.api.plan_of", side_effect=RuntimeError("boom")),
            self.assertLogs("wide_aperture", "ERROR"),
        ):
            self.assert_problem(self.post("plan", self.plan_request()), 500)

    def test_the_card_comes_as_markdown_and_text(self):
        card = self.post("card", self.plan_request()).json()
        self.assertTrue(card["markdown"].startswith("# Second half, floodlights: 1/1000 s"))
        self.assertIn("EXPOSURE", card["text"])

    def test_framing_ranks_owned_kit(self):
        self.assertEqual(self.post("framing", {"situation": self.planned["situation"]}).json(), [])
        self.put("bodies", self.body)
        self.put("lenses", self.lens)
        ranked = self.post("framing", {"situation": self.planned["situation"]}).json()
        self.assertEqual([(r["body_name"], r["lens_name"]) for r in ranked], [("Alder 24", "70–200 mm f/2.8")])

    def test_framing_is_sorted_by_what_it_says_and_leaves_no_pair_out(self):
        self.demo()
        own = {lens.built_into for lens in LENSES} - {None}
        pairs = {
            (str(body.id), str(lens.id))
            for body in BODIES
            for lens in LENSES
            if (
                lens.built_into == body.id
                if lens.built_into or body.id in own
                else lens.covers(body.sensor_width_mm, body.sensor_height_mm)
            )
        }
        lit = [each for each in SITUATIONS if each.situation.light.kind != "sky"]
        for planned in lit[:6]:
            ranked = self.post("framing", {"situation": planned.situation.model_dump(mode="json")}).json()
            prices = [each["price_ev"] for each in ranked]
            self.assertEqual(prices, sorted(prices), planned.situation.title)
            for each in ranked:
                self.assertAlmostEqual(each["price_ev"], each["limits_ev"] + each["framing_ev"], delta=0.011)
            self.assertEqual({(each["body_id"], each["lens_id"]) for each in ranked}, pairs)

    def test_tables_and_session(self):
        tables = self.client.get("/api/v1/tables").json()
        self.assertGreaterEqual(len(tables["settings"]), 30)
        self.assertEqual(tables["scales"]["shutter"]["labels"][15], "1 s")
        self.assertEqual(self.client.get("/api/v1/session").json()["owner"], "local")


class Overview(ApiTestCase):
    def test_every_demo_shoot_is_planned(self):
        self.demo()
        rows = self.listed("shoots/overview", budget_ms=2000)
        self.assertEqual({row["readiness"] for row in rows}, {"planned"})
        self.assertEqual(sum(row["situations"] for row in rows), len(SITUATIONS))

    def test_next_actions_follow_what_is_missing(self):
        self.put("shoots", self.shoot)
        self.assertEqual(self.listed("shoots/overview", budget_ms=2000)[0]["next_action"], "Add the first situation")
        self.put("situations", {**self.planned, "body_id": None})
        self.assertIn("Choose body and lens", self.listed("shoots/overview", budget_ms=2000)[0]["next_action"])


class KeptOverview(ApiTestCase):
    """What was worked out is kept by its input: nothing is planned twice, and an edit plans one situation again."""

    def setUp(self):
        super().setUp()
        for given in demo_inputs().values():  # drawn once a process; here plans are counted
            _ = given.case.frame.map
        self.demo()
        self.situations = len(SITUATIONS)

    def planned_in(self, **query) -> int:
        """How many plans an answer takes."""
        with patch("wide_aperture.shoots.overview.plan_of", wraps=plan_of) as planned:
            self.rows = self.listed("shoots/overview", **query)
        return planned.call_count

    def planned_in_all(self) -> int:
        """How many plans it takes until nothing is pending: a slow machine needs more than one answer."""
        planned = self.planned_in(budget_ms=2000)
        while any(row["pending"] for row in self.rows):
            planned += self.planned_in(budget_ms=2000)
        return planned

    def edit(self, kind: str, document: dict) -> None:
        self.assertEqual(self.put(kind, document, revision=1).status_code, 200)

    def test_warm_nothing_is_planned_and_after_an_edit_only_what_it_touches(self):
        self.assertEqual(self.planned_in_all(), self.situations)
        self.assertEqual(self.planned_in(), 0)
        self.planned["situation"]["near_m"] *= 1.2
        self.edit("situations", self.planned)
        self.assertEqual(self.planned_in(), 1)
        self.edit("bodies", {**self.body, "megapixels": 25})
        uses = sum(str(each.body_id) == self.body["id"] for each in SITUATIONS)
        self.assertEqual((self.planned_in_all(), uses > 0), (uses, True))

    def test_a_shoot_s_name_plans_nothing_and_its_day_plans_its_situations(self):
        self.planned_in_all()
        shoot = next(as_json(each) for each in SHOOTS if str(each.id) == self.planned["shoot_id"])
        self.edit("shoots", {**shoot, "title": "Another name"})
        self.assertEqual(self.planned_in(), 0)
        self.put("shoots", {**shoot, "title": "Another name", "date": "2026-03-03"}, revision=2)
        own = sum(str(each.shoot_id) == shoot["id"] for each in SITUATIONS)
        self.assertEqual(self.planned_in_all(), own)

    def test_without_time_what_is_not_known_is_pending_and_asked_for_again(self):
        self.planned_in(budget_ms=0)
        self.assertTrue(all(row["pending"] for row in self.rows))
        self.planned_in(budget_ms=2000)
        self.assertFalse(any(row["pending"] for row in self.rows))

    def test_a_store_that_cannot_be_written_still_answers(self):
        with (
            patch(
                "wide_aperture.shoots.models.Summary.objects.bulk_create", side_effect=OperationalError("disk is full")
            ),
            self.assertLogs("wide_aperture.shoots", "WARNING"),
        ):
            self.planned_in(budget_ms=2000)
        self.assertEqual({row["readiness"] for row in self.rows}, {"planned"})

    def test_what_nobody_asks_for_is_forgotten(self):
        self.planned_in(budget_ms=2000)
        kept = Summary.objects.count()
        self.assertEqual(forget_unused(timezone.now() + dt.timedelta(days=59)), 0)
        self.assertEqual(forget_unused(timezone.now() + dt.timedelta(days=61)), kept)


class GearEstimates(ApiTestCase):
    def test_typical_figures_are_marked_estimated(self):
        sheet = {"sensor_width_mm": 36, "sensor_height_mm": 24, "megapixels": 24, "base_iso": 100}
        answer = self.post("gear/typical", sheet).json()
        self.assertEqual((answer["electrons"]["provenance"], answer["ceilings"]["routine"]), ("estimated", 12800))
        self.assert_problem(self.post("gear/typical", {**sheet, "megapixels": 0}), 422, "/megapixels")

    def test_facts_say_what_figures_change(self):
        facts = {fact["label"]: fact for fact in self.post("gear/body-facts", self.body).json()}
        self.assertEqual(facts["Pixel pitch"]["value"], "6.00 µm")
        self.assertTrue(all(fact["changes"] for fact in facts.values()))


class Setups(ApiTestCase):
    def setUp(self):
        super().setUp()
        self.text = SAMPLE.read_text("utf-8")
        self.setup_document = json.loads(self.text)

    def test_import_stores_document_and_original(self):
        answer = self.post("setups/import", {"text": self.text}).json()
        self.assertEqual(
            (answer["kept"], answer["dropped"], answer["renamed"]),
            (len(self.setup_document["setup"]["settings"]), [], False),
        )
        self.assertEqual(SavedSetup.objects.get().original, self.text)

    def test_what_was_exported_imports_without_loss(self):
        stored = self.post("setups/import", {"text": self.text}).json()["saved"]["document"]
        again = self.post("setups/import", {"text": json.dumps(stored)}).json()
        self.assertEqual((again["saved"]["document"], again["renamed"]), (stored, False))
        self.assertEqual(SavedSetup.objects.count(), 1)

    def test_a_different_setup_under_the_same_id_gets_its_own(self):
        self.post("setups/import", {"text": self.text})
        other = json.dumps({**self.setup_document, "title": "Another"})
        answer = self.post("setups/import", {"text": other}).json()
        self.assertTrue(answer["renamed"])
        self.assertEqual(SavedSetup.objects.count(), 2)

    def test_a_file_that_is_no_setup_is_refused(self):
        self.assert_problem(self.post("setups/import", {"text": "not json"}), 422, "/file")
        broken = {**self.setup_document, "choice": {**self.setup_document["choice"], "iso": -1}}
        self.assert_problem(self.post("setups/import", {"text": json.dumps(broken)}), 422, "/choice/iso")

    def test_a_snapshot_does_not_change_but_may_be_renamed(self):
        stored = self.post("setups/import", {"text": self.text}).json()["saved"]["document"]
        self.assertEqual(self.put("setups", {**stored, "title": "Better name"}, revision=1).status_code, 200)
        changed = {**stored, "pins": [{"setting": "iso", "value": 100.0}]}
        self.assert_problem(self.put("setups", changed, revision=2), 409)

    def test_other_people_s_setups_stay_theirs_on_import(self):
        self.post("setups/import", {"text": self.text})
        SavedSetup.objects.update(owner=self.stranger())
        answer = self.post("setups/import", {"text": self.text}).json()
        self.assertTrue(answer["renamed"])
        self.assertNotEqual(uuid.UUID(answer["saved"]["id"]), uuid.UUID(self.setup_document["id"]))
