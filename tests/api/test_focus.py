"""The focus lab over the API: the plan's own camera, changes by hand, and what is refused."""

from __future__ import annotations

from tests.api.base import ApiTestCase


class Lab(ApiTestCase):
    def lab(self, **changes):
        answer = self.post("focus/lab", {**self.plan_request(), "runs": 60, **changes})
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def test_the_plans_own_camera_is_tried_on_its_own_situation(self):
        found = self.lab()
        plan = self.post("plan", self.plan_request()).json()
        tried = found["tried"][0]
        self.assertEqual(tried["setup"], found["planned"])
        self.assertEqual(tried["setup"]["aperture"], plan["choice"]["aperture"])
        self.assertEqual(tried["setup"]["area"], plan["setup"]["settings"]["af_area"]["value"])
        self.assertEqual(tried["outcome"]["runs"], 60)
        self.assertEqual(len(tried["trace"]["frames"]), round(tried["outcome"]["frames"]["mean"]))
        self.assertIn("crossings_per_s", [each["field"] for each in found["assumed"]])
        self.assertIsNone(found["best"])

    def test_two_setups_on_a_scenario_put_right_by_hand(self):
        first = self.lab()
        crowded = {**first["scenario"], "crossings_per_s": 1.0, "crossing_nearer": 0.3}
        setups = [{**first["planned"], "response": each} for each in ("responsive", "locked_on")]
        found = self.lab(scenario=crowded, setups=setups, runs=200)
        self.assertEqual(found["best"], 1)
        self.assertEqual([each["setup"]["response"] for each in found["tried"]], ["responsive", "locked_on"])

    def test_a_run_is_chosen_from_the_worst_to_the_best(self):
        worst, best = (self.lab(which=each)["tried"][0]["trace"]["sharp_share"] for each in (0, 39))
        self.assertLessEqual(worst, best)

    def test_the_bodys_own_areas_fill_the_matrix(self):
        found = self.lab()
        asked = {"scenario": found["scenario"], "setup": found["planned"], "body": self.body}
        cells = self.post("focus/matrix", asked).json()["cells"]
        self.assertEqual(len(cells), 8 * 9)
        two = {"setting": "af_area", "options": ["zone", "single_point", "na"]}
        fewer = self.post("focus/matrix", {**asked, "body": {**self.body, "support": [two]}}).json()["cells"]
        self.assertEqual({cell["area"] for cell in fewer}, {"zone", "single_point"})

    def test_three_areas_over_situations_and_what_a_verdict_hangs_on(self):
        areas = self.post("focus/areas", {"asked": [self.plan_request()]}).json()["areas"]
        self.assertLessEqual(len(areas), 3)
        found = self.lab()
        second = {**found["planned"], "area": "pinpoint"}
        asked = {"scenario": found["scenario"], "first": found["planned"], "second": second}
        hangs = self.post("focus/hangs-on", asked).json()["hangs_on"]
        self.assertIn("acceleration_m_s2", [each["name"] for each in hangs])

    def test_zone_focus_with_a_default_for_walking_out(self):
        asked = {"body": self.body, "focal_mm": 28, "widest": 2.8, "aperture": 8, "focus_m": 2.5}
        found = self.post("focus/zone", asked).json()
        self.assertLess(found["zone"]["near_m"], 2.5)
        self.assertIsNone(self.post("focus/zone", {**asked, "focal_mm": 200}).json()["door"])
        self.assertLessEqual(found["door"]["near_m"], 1.5)

    def test_every_scenario_has_a_name_and_every_holding_a_word(self):
        found = self.client.get("/api/v1/focus/scenarios").json()
        self.assertEqual(len(found["scenarios"]), 15)
        self.assertEqual(found["held"][0], "subject")

    def test_refusals_lead_to_what_should_change(self):
        found = self.lab()
        for asked, pointer in (
            ({"runs": 5000}, "/runs"),
            ({"which": 40}, "/which"),
            ({"scenario": {**found["scenario"], "contrast": 2}}, "/scenario/contrast"),
            ({"setups": [{**found["planned"], "area": "everywhere"}]}, "/setups/0/area"),
            ({"setups": [{**found["planned"], "widest": 16}]}, "/setups/0/aperture"),
        ):
            with self.subTest(pointer):
                answer = self.post("focus/lab", {**self.plan_request(), **asked})
                self.assertEqual(answer.status_code, 422)
                self.assertIn(pointer, [each["pointer"] for each in answer.json()["errors"]])
