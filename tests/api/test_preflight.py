"""Pre-flights over the API: a checklist made from the shoot, ticks taken once, from any device, in any order."""

from __future__ import annotations

import base64
import hashlib
import json
import uuid

from tests.api.base import ApiTestCase, as_json
from wide_aperture.core.documents.shoot import sky_context
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.demo.shoots import SHOOTS, SITUATIONS
from wide_aperture.gear.models import Body
from wide_aperture.pack.models import PreflightTick

SHOOT = str(demo_id("shoot/cup-final"))


class Ticks(ApiTestCase):
    def setUp(self):
        super().setUp()
        self.demo()
        self.run_id = str(uuid.uuid4())

    def tick(self, code="alder-24/stills", state="done", at="2026-10-17T12:00:00Z", **changes):
        return {
            "id": str(uuid.uuid4()), "shoot_id": SHOOT, "run_id": self.run_id, "code": code, "state": state, "at": at,
            "device": "phone", **changes,
        }  # fmt: skip

    def send(self, *ticks):
        return self.post("ticks", {"ticks": list(ticks)})

    def kept(self):
        return self.client.get(f"/api/v1/ticks/of-shoot/{SHOOT}").json()

    def test_a_checklist_of_a_shoot(self):
        asked = {
            "situations": [as_json(each) for each in SITUATIONS if str(each.shoot_id) == SHOOT],
            "bodies": [as_json(each) for each in BODIES],
            "lenses": [as_json(each) for each in LENSES],
            "sky": as_json(sky_context(next(each for each in SHOOTS if str(each.id) == SHOOT))),
        }
        found = self.post("pack/pre-flight", asked).json()
        self.assertIn("alder-24/stills", [each["code"] for each in found["lines"]])
        self.assertGreater(found["seconds"], 60)

    def test_ticks_sent_twice_are_kept_once_and_in_the_order_they_came(self):
        first, second = self.tick(), self.tick("alder-24/clock", at="2026-10-17T11:00:00Z")
        self.assertEqual(self.send(first).json(), {"new": 1})
        self.assertEqual(self.send(first, second).json(), {"new": 1})
        own = [row["id"] for row in self.listed("ticks", limit=1) if row["document"]["shoot_id"] == SHOOT]
        self.assertEqual(own, [first["id"], second["id"]])
        self.assertEqual([each["id"] for each in self.kept()["ticks"]], [first["id"], second["id"]])
        self.assertEqual(self.kept()["runs"][0]["done"], 2)

    def test_the_list_of_shoots_tells_the_latest_walk(self):
        self.send(self.tick(of=75), self.tick("alder-24/clock", "failed", of=75))
        found = self.client.get("/api/v1/shoots/overview", {"limit": 50}).json()["items"]
        walked = {each["id"]: each["preflight"] for each in found}
        self.assertEqual([walked[SHOOT][name] for name in ("done", "failed", "of")], [1, 1, 75])
        demo = str(demo_id("shoot/moonrise"))
        self.assertEqual({shoot for shoot, each in walked.items() if each}, {SHOOT, demo})

    def test_two_devices_merge_without_loss(self):
        phone = [self.tick("alder-24/stills", "done"), self.tick("alder-24/clock", "done")]
        other = [self.tick("alder-24/clock", "failed", at="2026-10-17T12:05:00Z", device="tablet")]
        self.send(*other)
        self.send(*phone)
        found = self.kept()
        self.assertEqual(len(found["ticks"]), 3)
        self.assertEqual((found["runs"][0]["done"], found["runs"][0]["failed"]), (1, 1))
        self.assertIn("alder-24/clock", found["last_failed"])

    def test_what_was_ticked_stays_as_it_was(self):
        first = self.tick()
        self.send(first)
        self.assertEqual(self.send({**first, "state": "undone"}).json(), {"new": 0})
        self.assertEqual(self.kept()["ticks"][0]["state"], "done")

    def test_refusals(self):
        for wrong, pointer in (
            (self.tick(code="Alder 24"), "/ticks/0/code"),
            (self.tick(state="perhaps"), "/ticks/0/state"),
            (self.tick(at="2026-10-17T12:00:00"), "/ticks/0/at"),
        ):
            answer = self.send(wrong)
            self.assertEqual(answer.status_code, 422)
            self.assertEqual(answer.json()["errors"][0]["pointer"], pointer)
        self.assertEqual(self.send(self.tick(shoot_id=str(uuid.uuid4()))).status_code, 422)

    def test_one_wrong_tick_keeps_none_and_anothers_tick_is_not_found(self):
        good, stray = self.tick(), self.tick(shoot_id=str(uuid.uuid4()))
        self.send(good, stray)
        self.assertEqual(self.kept()["ticks"], [])
        self.send(good)
        PreflightTick.objects.update(owner=self.stranger())
        self.assertEqual(self.send(good).status_code, 404)
        self.assertEqual(self.kept()["ticks"], [])

    def test_the_file_that_is_taken_along_lets_in_its_own_script_alone(self):
        answer = self.client.get(f"/api/v1/pack/pre-flight/{SHOOT}/file")
        self.assertEqual(answer.status_code, 200)
        self.assertIn("attachment", answer["Content-Disposition"])
        page = answer.content.decode()
        script = page.split("<script>", 1)[1].rsplit("</script>", 1)[0]
        digest = base64.b64encode(hashlib.sha256(script.encode()).digest()).decode()
        self.assertIn(f"script-src 'sha256-{digest}'", page)
        held = json.loads(page.split('id="checklist">', 1)[1].split("</script>", 1)[0])
        self.assertEqual(held["shoot"], SHOOT)
        self.assertEqual(held["list"]["lines"][0]["code"], "alder-24/stills")

    def test_a_shoot_is_told_by_its_id_and_anothers_is_not_found(self):
        own = self.client.get(f"/api/v1/pack/pre-flight/{SHOOT}").json()
        self.assertEqual(own["title"], "Lowmoor cup final")
        self.assertEqual(own["left_out"], [])
        for path in ("", "/file"):
            self.assertEqual(self.client.get(f"/api/v1/pack/pre-flight/{uuid.uuid4()}{path}").status_code, 404)

    def test_a_situation_whose_kit_is_gone_is_left_out_and_named(self):
        for row in Body.objects.filter(pk=demo_id("body/alder-24")):
            self.client.delete(f"/api/v1/bodies/{row.pk}", headers={"If-Match": f'"{row.revision}"'})
        found = self.client.get(f"/api/v1/pack/pre-flight/{SHOOT}").json()
        self.assertTrue(any("needs a body and a lens" in each for each in found["left_out"]))
