"""The rehearsal over the API: answers, refusals, frames nobody waits for any more."""

from __future__ import annotations

import base64
import json
from typing import Any

import cv2
import numpy as np

from tests.api.base import ApiTestCase


def picture_of(address: str) -> np.ndarray:
    return cv2.imdecode(np.frombuffer(base64.b64decode(address.split(",")[1]), np.uint8), cv2.IMREAD_COLOR)


class RehearseCase(ApiTestCase):
    def begin(self, **changes: Any) -> dict[str, Any]:
        answer = self.post("rehearsal", {**self.plan_request(), "scene": None, **changes})
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def asked(self, look: dict[str, Any] | None = None, **changes: Any) -> dict[str, Any]:
        begun = self.begin()
        wanted = {"scene": begun["scene"], "tuning": begun["tuning"], "body": self.body, "capture": begun["capture"]}
        return {**wanted, "look": {"width_px": 240, **(look or {})}, **changes}


class Frames(RehearseCase):
    def test_a_frame_is_a_picture_with_what_was_read_off_it(self):
        frame = self.post("render", self.asked(measure=True)).json()
        self.assertEqual(picture_of(frame["image"]).shape, (160, 240, 3))
        self.assertAlmostEqual(frame["off_ev"], 0, delta=0.3)
        self.assertEqual([len(channel) for channel in frame["raw_histogram"]], [112] * 3)
        self.assertEqual(picture_of(frame["masks"]["raw_clipped"]).shape[:2], (80, 120))
        tones = {tone["name"]: tone for tone in frame["tones"]}
        self.assertGreater(tones["white cloth"]["ev"] - tones["dark cloth"]["ev"], 3)
        self.assertGreater(tones["grass"]["snr"], 5)

    def test_a_crop_has_one_picture_pixel_a_sensor_pixel_and_no_loss(self):
        frame = self.post(
            "render", self.asked({"width_px": 96, "crop": {"x": 0.5, "y": 0.4}, "crop_height_px": 64})
        ).json()
        self.assertTrue(frame["image"].startswith("data:image/png"))
        self.assertEqual((frame["width_px"], frame["height_px"]), (96, 64))

    def test_the_meter_may_expose(self):
        asked = self.asked(metered={"pattern": "spot", "x": 0.5, "y": 0.45, "comp_ev": 1, "free": "iso"})
        metered = self.post("render", asked).json()
        self.assertNotEqual(metered["capture"]["iso"], asked["capture"]["iso"])

    def test_a_reserve_and_a_developed_view(self):
        asked = self.asked()
        held = self.post("render", {**asked, "capture": {**asked["capture"], "reserve": "highlight_reserve_1"}}).json()
        plain = self.post("render", asked).json()
        self.assertAlmostEqual(held["raw_clip_ev"] - plain["raw_clip_ev"], 1, places=3)
        home = self.post("render", self.asked({"development": {"lift_ev": 2, "denoise": 0.5}})).json()
        self.assertGreater(picture_of(home["image"]).mean(), picture_of(plain["image"]).mean() + 20)

    def test_what_cannot_be_rendered_is_refused_at_its_field(self):
        asked = self.asked()
        for changes, pointer in (
            ({"scene": "volcano"}, "/scene"),
            ({"look": {"width_px": 100_000}}, "/look/width_px"),
            ({"look": {"width_px": 3}}, "/look/width_px"),
            ({"tuning": {"haze": 7}}, "/tuning/haze"),
            ({"capture": {**asked["capture"], "iso": 0}}, "/capture/iso"),
            ({"capture": {**asked["capture"], "iso": 9_999_999}}, "/capture/iso"),
            ({"capture": {**asked["capture"], "focus_m": 0.01}}, "/capture/focus_m"),
            ({"capture": {**asked["capture"], "aperture": -4}}, "/capture/aperture"),
            ({"metered": {"pattern": "guess"}}, "/metered/pattern"),
            ({"seed": -1}, "/seed"),
        ):
            with self.subTest(changes=str(changes)[:60]):
                self.assert_problem(self.post("render", {**asked, **changes}), 422, pointer)
        broken = json.dumps(asked).replace('"width_px": 240', '"width_px": NaN')
        self.assert_problem(self.post("render", broken), 422)

    def test_a_frame_whose_asker_has_left_is_abandoned_between_stages(self):
        answer = self.client.post(
            "/api/v1/render", json.dumps(self.asked()), content_type="application/json",
            **{"waitress.client_disconnected": lambda: True},
        )  # fmt: skip
        self.assertEqual((answer.status_code, answer.content), (499, b""))


class Readings(RehearseCase):
    def test_all_patterns_beside_each_other(self):
        answer = self.post(
            "meter", self.asked(metered={"pattern": "spot", "x": 0.5, "y": 0.45, "favour_faces": True})
        ).json()
        self.assertEqual(len(answer["patterns"]), 5)
        by_name = {item["pattern"]: item for item in answer["patterns"]}
        self.assertAlmostEqual(by_name["spot"]["error_ev"], answer["wanted_ev100"] - by_name["spot"]["ev100"], places=6)
        self.assertGreater(by_name["spot"]["ev100"], by_name["multi_segment"]["ev100"])
        self.assertNotEqual(by_name["multi_segment"]["face_error_ev"], 0)

    def test_a_bracket_says_what_it_covers(self):
        self.planned["situation"].update(scene_range_ev=12)
        answer = self.post(
            "bracket", {**self.asked(), "scene": "chapel", "frames": 3, "step_ev": 2, "in_camera": True}
        ).json()
        self.assertEqual([frame["offset_ev"] for frame in answer["frames"]], [0, -2, 2])
        self.assertGreater(answer["one_frame_ev"], 8)
        self.assertIn("EV", answer["sentence"])
        self.assertGreater(picture_of(answer["merged"]).mean(), 30)
        self.assert_problem(self.post("bracket", {**self.asked(), "frames": 40}), 422, "/frames")

    def test_casts_of_every_light_and_a_card_read_by_a_click(self):
        asked = self.asked()
        card = self.post("render", {**asked, "tuning": {**asked["tuning"], "card": True}}).json()["card"]
        wrong = {**asked["capture"], "white": {"mode": "tungsten"}}
        answer = self.post(
            "white-balance", {**asked, "capture": wrong, "tuning": {**asked["tuning"], "card": True}, "point": card}
        ).json()
        lights = {light["name"]: light for light in answer["lights"]}
        self.assertLess(lights["floodlights"]["cast_mired"], -100)
        self.assertGreater(lights["floodlights"]["delta_e"], 15)
        self.assertAlmostEqual(answer["card_kelvin"], 4900, delta=120)

    def test_a_card_cannot_be_read_where_the_data_are_clipped(self):
        asked = self.asked()
        burnt = {**asked["capture"], "shutter_s": 2.0}
        self.assert_problem(
            self.post("white-balance", {**asked, "capture": burnt, "point": {"x": 0.5, "y": 0.45}}), 422, "/point"
        )

    def test_two_frames_are_told_apart_only_when_anybody_would(self):
        asked = self.asked()
        cleaner = {**asked, "capture": {**asked["capture"], "iso": asked["capture"]["iso"] * 8}}
        same = self.post("visible", {"a": asked, "b": asked, "output": "screen"}).json()
        other = self.post("visible", {"a": asked, "b": cleaner, "output": "print_a3"}).json()
        self.assertFalse(same["seen"])
        self.assertTrue(other["seen"])
        self.assertIn("signal-to-noise", other["because"])


class Beginnings(RehearseCase):
    def test_the_scenes_are_listed_and_may_be_chosen(self):
        scenes = self.client.get("/api/v1/scenes").json()
        self.assertGreaterEqual(len(scenes["surroundings"]), 30)
        self.assertIn("deer", {who["name"] for who in scenes["subjects"]})
        chosen = self.begin(scene={"surroundings": "beach", "seen_as": "couple"})
        self.assertEqual((chosen["scene"]["surroundings"], chosen["scene"]["seen_as"]), ("beach", "couple"))
        self.assertEqual((chosen["because"], chosen["title"]), ("Chosen by you.", "A couple · Beach"))
        self.assert_problem(self.post("rehearsal", {**self.plan_request(), "scene": {"surroundings": "volcano"}}), 422)

    def test_scenes_of_earlier_versions_are_understood_by_their_names(self):
        begun = self.begin(scene="chapel")
        self.assertEqual((begun["scene"]["surroundings"], begun["scene"]["seen_as"]), ("chapel", "couple"))
        frame = self.post("render", self.asked(scene="milky_way")).json()
        self.assertIn("Milky Way", {tone["name"] for tone in frame["tones"]})
