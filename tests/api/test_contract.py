"""The contract under hostile input: whatever stands in a field, the answer is whole or a problem that points at it, never a crash."""

from __future__ import annotations

import copy
import json
import random
from collections.abc import Iterator
from typing import Any
from uuid import uuid4

from django.test import override_settings

from tests.api.base import ApiTestCase, as_json
from wide_aperture.core.camera.state import CameraState, factory_values
from wide_aperture.core.school_pages import school_questions
from wide_aperture.core.shoot_document import sky_context
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.demo.phrasebooks import phrasebooks
from wide_aperture.demo.shoots import SHOOTS, SITUATIONS

Path = tuple[str | int, ...]
HOSTILE: tuple[Any, ...] = (
    None,
    "",
    "x" * 5000,
    -1,
    0,
    1e308,
    True,
    [],
    {},
    ["x"],
    {"x": 1},
    "1/0",
    "\u0000",
    "2026-13-45",
)
REMOVED = object()
MUTATIONS = 40


def leaves(value: Any, path: Path = ()) -> Iterator[Path]:
    """Every path into a JSON value, containers included; only the first entries of long lists."""
    if path:
        yield path
    if isinstance(value, dict):
        for name, inner in value.items():
            yield from leaves(inner, (*path, name))
    elif isinstance(value, list):
        for k, inner in enumerate(value[:2]):
            yield from leaves(inner, (*path, k))


def mutated(value: Any, path: Path, hostile: Any) -> Any:
    changed = copy.deepcopy(value)
    at = changed
    for step in path[:-1]:
        at = at[step]
    if hostile is REMOVED:
        del at[path[-1]]
    else:
        at[path[-1]] = hostile
    return changed


def resolves(payload: Any, pointer: str) -> bool:
    """Whether a JSON Pointer leads into a request, or to a field that is missing from an object that is there."""
    steps = [step.replace("~1", "/").replace("~0", "~") for step in pointer.split("/")[1:]]
    at = payload
    for k, step in enumerate(steps):
        if isinstance(at, dict):
            if step not in at:
                return k == len(steps) - 1
            at = at[step]
        elif isinstance(at, list) and step.isdigit():
            if int(step) >= len(at):
                return False
            at = at[int(step)]
        else:
            return k == len(steps) - 1
    return True


@override_settings(DEBUG=False)
class HostileInput(ApiTestCase):
    def setUp(self):
        super().setUp()
        self.client.raise_request_exception = False
        wedding = next(each for each in SHOOTS if each.id == demo_id("shoot/wedding"))
        sky = as_json(sky_context(wedding))
        own = [each for each in SITUATIONS if each.shoot_id == wedding.id][:2]
        book = as_json(phrasebooks()[3])
        book["phrases"] = book["phrases"][:6]
        state = as_json(CameraState(id=uuid4(), body_id=BODIES[0].id, values=factory_values(BODIES[0])))
        camera = self.post("camera/new", {"body": self.body, "state": state}).json()
        kit = {"body": self.body, "book": None}
        way = self.post("pack/route", {**kit, "state": state, "target": {"metering": "spot"}}).json()
        made = self.post("plan", self.plan_request()).json()
        in_case = self.plan_request(setup=made["setup"])
        begun = self.post("rehearsal", self.plan_request(scene=None)).json()
        frame = {
            **{name: begun[name] for name in ("scene", "tuning", "capture")},
            "body": self.body,
            "look": {"width_px": 96},
        }
        self.requests = {
            "plan": self.plan_request(sky=sky),
            "card": self.plan_request(hand={"book": book, "recall": "memory 1", "by_hand": ["iso"]}),
            "schools": self.plan_request(question=school_questions()[0].id),
            "reserve": self.plan_request(),
            "sky/changes": self.plan_request(sky=sky),
            "framing": {"situation": self.planned["situation"]},
            "check": in_case,
            "assess": in_case,
            "causes": {**in_case, "symptom": "too_bright"},
            "transfer": {"setup": in_case["setup"], "from_body": self.body, "to_body": as_json(BODIES[2])},
            "rehearsal": self.plan_request(scene=None),
            "render": frame,
            "meter": frame,
            "white-balance": {**frame, "point": {"x": 0.5, "y": 0.5}},
            "sky/day": {"sky": sky, "from_min": 1080, "until_min": 1110, "step_min": 10},
            "sky/night": {"sky": sky, "body": self.body, "focal_mm": 20, "f_number": 1.8},
            "gear/typical": {"sensor_width_mm": 36, "sensor_height_mm": 24, "megapixels": 24, "base_iso": 100},
            "gear/factory-changes": {"body": self.body},
            "pack": {
                "situations": [as_json(each) for each in own],
                "bodies": [as_json(BODIES[0])],
                "lenses": [as_json(each) for each in LENSES if each.id in {one.lens_id for one in own}],
                "books": [{**book, "body_id": self.body["id"]}],
                "states": [state],
                "decisions": {"id": str(uuid4()), "shoot_id": str(wedding.id), "wishes": {self.body["id"]: {"guest": "full-3"}}},
                "sky": sky,
            },
            "pack/route": {**kit, "state": state, "target": {"metering": "spot", "iso": 800}},
            "camera/act": {**kit, "camera": camera, "action": {"deed": "set", "target": "iso", "value": 400, "way": "dial"}},
            "pack/walked": {"state": state, "route": way},
            "camera/follow": {**kit, "camera": camera, "steps": []},
            "camera/new": {"body": self.body, "state": state},
            "phrasebooks/to-csv": book,
            "phrasebooks/read-csv": {"text": "iso,,Gain,menu,Page > Gain"},
            "phrasebooks/usual": self.body,
            "gear/body-facts": self.body,
            "sky/year": {"sky": sky},
            "sky/moon": {"sky": sky, "at_min": 1260, "body": self.body, "focal_mm": 400, "f_number": 5.6},
            "sky/panorama": {"sky": sky, "from_min": 1200, "until_min": 1260, "at_min": 1230},
            "sky/search": {"sky": sky, "days": 3},
            "sky/rises": {"sky": sky, "days": 3},
            "sky/reading": {"sky": sky, "at_min": 720},
            "sky/turn": {"body": self.body, "focal_mm": 35},
            "sky/sequence": {"kind": "star_trails", "body": self.body, "exposure_s": 20, "duration_min": 30},
        }  # fmt: skip

    def hostile(self, name: str) -> Iterator[tuple[Path, Any, Any]]:
        """The same mutations each run: every field of the top, then a sample from further down."""
        request = self.requests[name]
        rng = random.Random(name)
        paths = list(leaves(request))
        top = [path for path in paths if len(path) == 1]
        deeper = rng.sample([path for path in paths if len(path) > 1], k=min(MUTATIONS, len(paths) - len(top)))
        for path in (*top, *deeper):
            value = REMOVED if rng.random() < 0.15 else rng.choice(HOSTILE)
            yield path, value, mutated(request, path, value)

    def test_the_requests_themselves_are_answered(self):
        for name, request in self.requests.items():
            with self.subTest(name=name):
                self.assertNotIn(
                    self.post(name, request).status_code, (422, 500), self.post(name, request).content[:300]
                )

    def test_nothing_crashes_and_every_refusal_points_into_the_request(self):
        refused = 0
        for name in self.requests:
            for path, value, payload in self.hostile(name):
                answer = self.post(name, json.dumps(payload))
                with self.subTest(name=name, path=path, value="removed" if value is REMOVED else str(value)[:30]):
                    self.assertLess(answer.status_code, 500, answer.content[:300])
                    if answer.status_code >= 400:
                        refused += 1
                        problem = self.assert_problem(answer, answer.status_code)
                        for error in problem["errors"]:
                            self.assertTrue(resolves(payload, error["pointer"]), error)
        self.assertGreater(refused, 150)

    def test_what_is_no_object_at_all(self):
        for name in self.requests:
            for text in ("", "null", "[]", '"text"', "3", "{", "NaN", '{"body": Infinity}'):
                with self.subTest(name=name, text=text):
                    answer = self.post(name, text)
                    self.assertIn(answer.status_code, (400, 415, 422), answer.content[:200])
                    self.assert_problem(answer, answer.status_code)

    def test_deep_and_wide_nests_are_refused_quickly(self):
        deep = "[" * 5000 + "]" * 5000
        wide = json.dumps({f"field{k}": k for k in range(5000)})
        for text in (deep, wide):
            answer = self.post("plan", text)
            self.assertIn(answer.status_code, (400, 422))
