"""A valid request for every live answer, from demo documents: what hostile and extreme input starts from."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from tests.api.base import ApiTestCase, as_json
from wide_aperture.core.camera.state import CameraState, factory_values
from wide_aperture.core.craft.schools import school_questions
from wide_aperture.core.documents.shoot import sky_context
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.demo.phrasebooks import phrasebooks
from wide_aperture.demo.shoots import SHOOTS, SITUATIONS


def live_requests(case: ApiTestCase) -> dict[str, Any]:
    """By address below /api/v1/, the JSON of a request that is answered."""
    wedding = next(each for each in SHOOTS if each.id == demo_id("shoot/wedding"))
    sky = as_json(sky_context(wedding))
    own = [each for each in SITUATIONS if each.shoot_id == wedding.id][:2]
    book = as_json(phrasebooks()[3])
    book["phrases"] = book["phrases"][:6]
    state = as_json(CameraState(id=uuid4(), body_id=BODIES[0].id, values=factory_values(BODIES[0])))
    camera = case.post("camera/new", {"body": case.body, "state": state}).json()
    kit = {"body": case.body, "book": None}
    way = case.post("pack/route", {**kit, "state": state, "target": {"metering": "spot"}}).json()
    made = case.post("plan", case.plan_request()).json()
    in_case = case.plan_request(setup=made["setup"])
    begun = case.post("rehearsal", case.plan_request(scene=None)).json()
    frame = {
        **{name: begun[name] for name in ("scene", "tuning", "capture")},
        "body": case.body,
        "look": {"width_px": 96},
    }
    pack = {
        "situations": [as_json(each) for each in own],
        "bodies": [as_json(BODIES[0])],
        "lenses": [as_json(each) for each in LENSES if each.id in {one.lens_id for one in own}],
        "books": [{**book, "body_id": case.body["id"]}],
        "states": [state],
        "decisions": {
            "id": str(uuid4()),
            "shoot_id": str(wedding.id),
            "wishes": {case.body["id"]: {"guest": "full-3"}},
        },
        "sky": sky,
    }
    return {
        "plan": case.plan_request(sky=sky),
        "card": case.plan_request(hand={"book": book, "recall": "memory 1", "by_hand": ["iso"]}),
        "schools": case.plan_request(question=school_questions()[0].id),
        "reserve": case.plan_request(),
        "sky/changes": case.plan_request(sky=sky),
        "framing": {"situation": case.planned["situation"]},
        "check": in_case,
        "assess": in_case,
        "causes": {**in_case, "symptom": "too_bright"},
        "transfer": {"setup": in_case["setup"], "from_body": case.body, "to_body": as_json(BODIES[2])},
        "rehearsal": case.plan_request(scene=None),
        "render": frame,
        "meter": frame,
        "bracket": {**frame, "frames": 3},
        "white-balance": {**frame, "point": {"x": 0.5, "y": 0.5}},
        "visible": {"a": frame, "b": frame},
        "sky/day": {"sky": sky, "from_min": 1080, "until_min": 1110, "step_min": 10},
        "sky/night": {"sky": sky, "body": case.body, "focal_mm": 20, "f_number": 1.8},
        "gear/typical": {"sensor_width_mm": 36, "sensor_height_mm": 24, "megapixels": 24, "base_iso": 100},
        "gear/factory-changes": {"body": case.body},
        "pack": pack,
        "pack/failures": pack,
        "pack/export": pack,
        "pack/route": {**kit, "state": state, "target": {"metering": "spot", "iso": 800}},
        "camera/act": {**kit, "camera": camera, "action": {"deed": "set", "target": "iso", "value": 400, "way": "dial"}},
        "pack/walked": {"state": state, "route": way},
        "camera/follow": {**kit, "camera": camera, "steps": []},
        "camera/new": {"body": case.body, "state": state},
        "phrasebooks/to-csv": book,
        "phrasebooks/read-csv": {"text": "iso,,Gain,menu,Page > Gain"},
        "phrasebooks/usual": case.body,
        "gear/body-facts": case.body,
        "sky/year": {"sky": sky},
        "sky/moon": {"sky": sky, "at_min": 1260, "body": case.body, "focal_mm": 400, "f_number": 5.6},
        "sky/panorama": {"sky": sky, "from_min": 1200, "until_min": 1260, "at_min": 1230},
        "sky/search": {"sky": sky, "days": 3},
        "sky/rises": {"sky": sky, "days": 3},
        "sky/reading": {"sky": sky, "at_min": 720},
        "sky/turn": {"body": case.body, "focal_mm": 35},
        "sky/sequence": {"kind": "star_trails", "body": case.body, "exposure_s": 20, "duration_min": 30},
        "sky/series": {"vary": "iso", "values": [800, 1600]},
        "sky/calendar": {"items": [{"title": "A", "date": "2026-05-01", "zone": "Etc/UTC", "from_min": 60, "until_min": 90}]},
    }  # fmt: skip
