"""The focus lab: stateless answers about an autofocus system at work."""

from ninja import Router

from wide_aperture.core.documents.body import Body
from wide_aperture.core.focus import scenarios, simulate_all
from wide_aperture.core.focus.engine import HELD
from wide_aperture.core.focus.planned import assumed_of, scenario_of, setup_of
from wide_aperture.core.focus.setup import Area
from wide_aperture.core.focus.study import AREAS, areas_at_hand, compared, hangs_on, matrix, trace
from wide_aperture.core.focus.zone import out_of_the_door, zone
from wide_aperture.core.planning import plan_of
from wide_aperture.focus.questions import AreasRequest, HangsOnRequest, LabRequest, MatrixRequest, ZoneRequest
from wide_aperture.focus.schemas import AreasOut, HangsOnOut, LabOut, MatrixOut, ScenariosOut, SetDistanceOut
from wide_aperture.http.person import PersonRequest
from wide_aperture.http.problems import Problem

focus = Router(tags=["focus"])


def areas_of(body: Body) -> tuple[Area, ...]:
    """The areas a body has; all where its sheet does not say."""
    declared = body.support_of("af_area")
    known = tuple(area for area in AREAS if declared is None or area in declared.options)
    return known or AREAS


@focus.get("/scenarios", response={200: ScenariosOut}, operation_id="focus_scenarios")
def known_scenarios(request: PersonRequest) -> object:
    """The lab's own scenarios, and the words for what is held."""
    return {"scenarios": list(scenarios().values()), "held": list(HELD)}


@focus.post("/lab", response={200: LabOut, 422: Problem}, operation_id="focus_lab")
def try_setups(request: PersonRequest, asked: LabRequest) -> object:
    """Setups on a situation: sharp of shot, gaps, what was held, and a run to look at."""
    case = asked.case
    scene, planned = asked.scenario or scenario_of(case), setup_of(case, plan_of(asked))
    setups = asked.setups or (planned,)
    outcomes = simulate_all(scene, setups, asked.seed, asked.runs)
    best = compared({str(k): each for k, each in enumerate(outcomes)}) if len(outcomes) > 1 else None
    return {
        "scenario": scene,
        "assumed": assumed_of(scene),
        "planned": planned,
        "tried": [
            {"setup": each, "outcome": outcome, "trace": trace(scene, each, seed=asked.seed, which=asked.which)}
            for each, outcome in zip(setups, outcomes, strict=True)
        ],
        "best": None if best is None else int(best),
    }


@focus.post("/matrix", response={200: MatrixOut, 422: Problem}, operation_id="focus_matrix")
def try_everything(request: PersonRequest, asked: MatrixRequest) -> object:
    """Every area the body has with every response and priority."""
    return {"cells": matrix(asked.scenario, asked.setup, areas=areas_of(asked.body), seed=asked.seed)}


@focus.post("/areas", response={200: AreasOut, 422: Problem}, operation_id="focus_areas")
def three_areas(request: PersonRequest, asked: AreasRequest) -> object:
    """The three areas worth a button over several situations."""
    situations = [(scenario_of(each.case), setup_of(each.case, plan_of(each))) for each in asked.asked]
    by_hand = [each for each in situations if each[1].mode != "manual"] or situations
    return {"areas": areas_at_hand(by_hand, areas=areas_of(asked.asked[0].body), seed=asked.seed)}


@focus.post("/hangs-on", response={200: HangsOnOut, 422: Problem}, operation_id="focus_hangs_on")
def what_it_hangs_on(request: PersonRequest, asked: HangsOnRequest) -> object:
    """Which assumption the verdict between two setups hangs on."""
    return {"hangs_on": hangs_on(asked.scenario, asked.first, asked.second, seed=asked.seed)}


@focus.post("/zone", response={200: SetDistanceOut, 422: Problem}, operation_id="focus_zone")
def zone_focus(request: PersonRequest, asked: ZoneRequest) -> object:
    """What a distance set beforehand keeps sharp, and one for walking out of the door."""
    return {
        "zone": zone(asked.body, asked.focal_mm, asked.aperture, asked.focus_m),
        "door": out_of_the_door(asked.body, asked.focal_mm, asked.widest),
    }
