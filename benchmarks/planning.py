"""The plan itself: every demo situation, again and again."""

from __future__ import annotations

import gc
import json
import time

from benchmarks.figures import report
from tests.core.judgement import all_cases, input_of
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.documents.setup import Pin
from wide_aperture.core.documents.shoot import PlannedSituation
from wide_aperture.core.picture.scenes.maps import scene_map
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.demo.shoots import IN_NUMBERS
from wide_aperture.server.management.commands.serve import MADE_BEFORE_COLLECTING

ROUNDS = 25
_bodies = {body.id: body for body in BODIES}
_lenses = {lens.id: lens for lens in LENSES}


def _plan(planned: PlannedSituation, pins: tuple[Pin, ...] = ()) -> Plan:
    given = PlanInput.of(planned, _bodies[planned.body_id], _lenses[planned.lens_id])  # type: ignore[index]
    return plan_of(given.with_pins((*given.pins, *pins)))


def _timed(planned: PlannedSituation, pins: tuple[Pin, ...] = ()) -> float:
    begun = time.perf_counter()
    _plan(planned, pins)
    return (time.perf_counter() - begun) * 1000


def _collects_as_the_server() -> None:
    gc.collect()
    gc.freeze()
    gc.set_threshold(MADE_BEFORE_COLLECTING, *gc.get_threshold()[1:])


def _of_a_case(given: PlanInput) -> float:
    fresh = given.model_copy()  # nothing worked out before
    begun = time.perf_counter()
    plan_of(fresh)
    return (time.perf_counter() - begun) * 1000


def _elsewhere(given: PlanInput, step: int) -> PlanInput:
    """The same from a little further off: no frame of it has been drawn before."""
    situation, by = given.situation, 1 + 0.011 * (step + 1)
    far = None if situation.far_m is None else situation.far_m * by
    moved = situation.model_copy(update={"near_m": situation.near_m * by, "far_m": far})
    return given.model_copy(update={"situation": moved})


def _new_maps(cases: list[PlanInput], step: int) -> list[float]:
    times = []
    for given in cases:
        composition = _elsewhere(given, step).case.frame.composition
        begun = time.perf_counter()
        scene_map(composition)
        times.append((time.perf_counter() - begun) * 1000)
    return times


def main() -> None:
    cases = [input_of(case) for case in all_cases()]
    for given in cases:
        _of_a_case(given)
    _collects_as_the_server()
    report(
        f"plan() over the {len(cases)} judgement cases",
        [_of_a_case(given) for _ in range(ROUNDS // 3) for given in cases],
        "ms",
        "p50 <= 8 ms, p95 <= 15 ms",
    )
    report(
        "plan() of a frame never drawn before",
        [_of_a_case(_elsewhere(given, step)) for step in range(3) for given in cases],
        "ms",
        "p50 <= 25 ms",
    )
    report("a small map, new", _new_maps(cases, 7), "ms", "-")
    for planned in IN_NUMBERS:
        _timed(planned)
    report(
        "plan(), remedies and alternatives priced",
        [_timed(p) for _ in range(ROUNDS) for p in IN_NUMBERS],
        "ms",
        "p50 <= 8 ms, p95 <= 15 ms quiet; <= 60 ms",
    )
    held = (Pin(setting="shutter_s", value=1 / 500),)
    report("plan() with a pin", [_timed(p, held) for _ in range(ROUNDS) for p in IN_NUMBERS], "ms", "as plan()")
    sizes = [len(json.dumps(json.loads(_plan(p).model_dump_json()))) / 1000 for p in IN_NUMBERS]
    report("size of a plan as JSON", sizes, "kB", "-")
