"""Field cards, test frames and field notes over the API."""

from __future__ import annotations

import uuid

from tests.api.base import ApiTestCase
from wide_aperture.demo.ids import demo_id
from wide_aperture.pack.models import FieldNote
from wide_aperture.shoots.models import Situation

SHOOT = str(demo_id("shoot/cup-final"))


class Cards(ApiTestCase):
    def setUp(self):
        super().setUp()
        self.demo()
        self.cards = self.client.get(f"/api/v1/pack/field/{SHOOT}").json()
        self.by_title = {card["title"]: card for card in self.cards["cards"]}

    def frame(self, title, *rounds):
        situation = self.by_title[title]["situation_id"]
        return self.post(f"pack/field/{SHOOT}/{situation}/test-frame", {"rounds": list(rounds)})

    def test_a_card_for_each_situation_and_what_comes(self):
        self.assertEqual(self.cards["title"], "Lowmoor cup final")
        self.assertEqual(self.by_title["Second half, floodlights"]["headline"], "1/1000 s · f/2.8 · auto ISO")
        self.assertIn("sunset", [event["title"] for event in self.cards["events"]])
        self.assertEqual(sum(event["kind"] == "situation" for event in self.cards["events"]), len(self.by_title))
        self.assertEqual(self.client.get(f"/api/v1/pack/field/{uuid.uuid4()}").status_code, 404)

    def test_a_test_frame_is_answered_with_clicks_and_asks_on(self):
        answers = {"marks": ["skin", "white cloth"], "edge": "piled_up", "focus": "sharp", "colour": "right"}
        first = self.frame("Second half, floodlights", {"answers": answers}).json()
        self.assertFalse(first["passed"])
        self.assertLess(first["corrections"][0]["clicks"], 0)
        second = self.frame(
            "Second half, floodlights",
            {"answers": answers},
            {**first["next_round"], "answers": {**answers, "marks": []}},
        ).json()
        self.assertEqual(second["number"], 2)
        self.assertLess(second["low_ev"], second["high_ev"])

    def test_refusals_point(self):
        self.assertEqual(self.frame("Second half, floodlights").status_code, 422)
        wrong = self.frame("Second half, floodlights", {"answers": {"marks": ["trousers"]}})
        self.assertEqual(wrong.json()["errors"][0]["pointer"], "/rounds/0/answers/marks/0")
        other = self.post(f"pack/field/{SHOOT}/{uuid.uuid4()}/test-frame", {"rounds": [{"answers": {}}]})
        self.assertEqual(other.status_code, 422)

    def test_answers_that_never_change_stay_within_what_a_camera_can(self):
        for answers in (
            {"focus": "smeared"},
            {"focus": "behind"},
            {"colour": "too_cold"},
            {"colour": "too_warm"},
            {"colour": "green"},
        ):
            taken = {
                "answers": answers,
                "faster_clicks": 30,
                "closed_clicks": 30,
                "tint": -20,
                "kelvin": 40_000 if answers.get("colour") == "too_cold" else 1000,
            }
            found = self.frame("Second half, floodlights", taken, taken)
            self.assertEqual(found.status_code, 200, found.content)

    def test_light_read_on_another_day_is_kept_for_its_situation_alone(self):
        sky = next(row for row in Situation.objects.all() if row.document["situation"]["light"]["kind"] == "sky")
        for at in ("2031-01-01T12:00:00Z", "2001-01-01T12:00:00Z"):
            kept = self.post(f"pack/field/{row_shoot(sky)}/{sky.pk}/light", {"ev100": 9.5, "at": at})
            self.assertEqual((kept.status_code, kept.json().get("follow")), (200, []), kept.content)
            sky.refresh_from_db()
            self.assertIsNone(sky.document["situation"]["light"]["at_min"])

    def test_light_goes_into_no_other_shoots_situation(self):
        other = next(row for row in Situation.objects.all() if row_shoot(row) != SHOOT)
        self.assertEqual(
            self.post(f"pack/field/{SHOOT}/{other.pk}/light", {"ev100": 9.5, "at": "2026-10-17T15:30:00Z"}).status_code,
            404,
        )

    def test_light_that_was_read_becomes_a_reading_and_the_sky_follows(self):
        sky = next(row for row in Situation.objects.all() if row.document["situation"]["light"]["kind"] == "sky")
        shoot = row_shoot(sky)
        body = {"ev100": 12.34, "at": "2026-10-17T15:30:00Z"}
        kept = self.post(f"pack/field/{shoot}/{sky.pk}/light", body)
        self.assertEqual(kept.status_code, 200, kept.content)
        sky.refresh_from_db()
        light = sky.document["situation"]["light"]
        self.assertEqual((light["kind"], light["ev100"], kept.json()["revision"]), ("reading", 12.34, sky.revision))
        self.assertIsNotNone(light["condition"])
        named = next(row for row in Situation.objects.all() if row.document["situation"]["light"]["kind"] == "named")
        alone = self.post(f"pack/field/{row_shoot(named)}/{named.pk}/light", body).json()
        self.assertEqual(alone["follow"], [])
        self.assertEqual(self.post(f"pack/field/{shoot}/{uuid.uuid4()}/light", body).status_code, 404)
        self.assertEqual(self.post(f"pack/field/{shoot}/{sky.pk}/light", {**body, "at": "15:30"}).status_code, 422)


def row_shoot(row):
    return row.document["shoot_id"]


class Notes(ApiTestCase):
    def setUp(self):
        super().setUp()
        self.demo()

    def note(self, **changes):
        return {
            "id": str(uuid.uuid4()),
            "shoot_id": SHOOT,
            "kind": "missed",
            "at": "2026-10-17T15:30:00Z",
            "cause": "asleep",
            **changes,
        }

    def send(self, *notes):
        return self.post("notes", {"notes": list(notes)})

    def kept(self):
        return self.client.get(f"/api/v1/notes/of-shoot/{SHOOT}").json()["notes"]

    def test_kept_once_in_their_order_and_never_changed(self):
        first, second = (
            self.note(),
            self.note(
                kind="test_frame",
                cause=None,
                passed=True,
                before={"exposure_comp_ev": 0},
                after={"exposure_comp_ev": -1},
            ),
        )
        self.assertEqual(self.send(first, second).json(), {"new": 2})
        self.assertEqual(self.send({**first, "cause": "buffer"}).json(), {"new": 0})
        self.assertEqual(
            [(each["id"], each["cause"]) for each in self.kept()], [(first["id"], "asleep"), (second["id"], None)]
        )
        own = [row["id"] for row in self.listed("notes", limit=1) if row["document"]["shoot_id"] == SHOOT]
        self.assertEqual(own, [first["id"], second["id"]])

    def test_refusals_and_what_is_anothers(self):
        self.assertEqual(self.send(self.note(cause="bad luck")).json()["errors"][0]["pointer"], "/notes/0/cause")
        self.assertEqual(self.send(self.note(), self.note(shoot_id=str(uuid.uuid4()))).status_code, 422)
        self.assertEqual(self.kept(), [])
        own = self.note()
        self.send(own)
        FieldNote.objects.update(owner=self.stranger())
        self.assertEqual(self.send(own).status_code, 404)
        self.assertEqual(self.kept(), [])
