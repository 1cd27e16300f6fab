"""What the craft data come to: every named light planned, every activity's limits, every symptom's causes ranked."""

from __future__ import annotations

from tests.core.builders import body, lens, plan_input, situation
from tests.core.frozen import Table, flat, short
from wide_aperture.core.craft.activities import activities
from wide_aperture.core.craft.lights import named_lights
from wide_aperture.core.craft.settings import CatalogueEntry, catalogue
from wide_aperture.core.documents.situation import LightByName, SpeedBand
from wide_aperture.core.planning import plan_of
from wide_aperture.core.planning.checks import Checked
from wide_aperture.core.planning.limits import all_terms
from wide_aperture.core.planning.symptoms import find_causes, symptoms


def table() -> Table:
    return {
        "lights": [line for light in named_lights() for line in _light(light.id)],
        "bands of lights": [f"{light.id}: {short(light.ev_low)} to {short(light.ev_high)}" for light in named_lights()],
        "what is left behind": [line for entry in catalogue() for line in _left_behind(entry)],
        "activities": [line for each in activities() for line in _activity(each)],
        "symptoms": [line for each in symptoms() for line in _symptom(each.id)],
    }


def _light(name: str) -> list[str]:
    given = plan_input(situation(genre="portrait", near=2, far=3, light=LightByName(name=name)), glass=lens(85, 1.8))
    case, plan = given.case, plan_of(given)
    lines = flat([case.light.ev_low, case.light.ev100, case.light.ev_high, case.light.cct_k], name)
    frames = [f"{frame.light} {short(frame.shutter_s)} {short(frame.iso)}" for frame in plan.prediction]
    lamp = [case.light.flicker_hz, case.light.modulation, case.light.scene_range_ev]
    return [
        *lines,
        f"{name}: {', '.join(frames)}; {' '.join(short(v) for v in lamp)}; {short(plan.setup.value('kelvin'))}",
    ]


def _left_behind(entry: CatalogueEntry) -> list[str]:
    """What a value left standing does to the next scene."""
    return [
        f"{entry.id} {', '.join(map(str, each.values))}: {short(each.frames_lost)} lost, {short(each.hard_to_notice)} unnoticed"
        for each in entry.spoils
        if each.frames_lost is not None
    ]


def _activity(each: object) -> list[str]:
    low, high = each.low_m_s, each.high_m_s  # type: ignore[attr-defined]
    brief = situation(near=10, far=30).model_copy(
        update={"speed": SpeedBand(low_m_s=low, high_m_s=high), "direction": "across"}
    )
    case = plan_input(brief).case
    motion = next((term for term in all_terms(case) if term.id == "motion"), None)
    at_low = case.subject.image_speed_px_s * low / max(high, 1e-9)
    named = {k: v for k, v in each.model_dump().items() if isinstance(v, int | float) and not k.endswith("_m_s")}  # type: ignore[attr-defined]
    return [f"{each.id}: {short(motion.high if motion else None)} {short(at_low)} {named or ''}"]  # type: ignore[attr-defined]


def _symptom(name: str) -> list[str]:
    lines: list[str] = []
    for brief in (situation(speed=7), situation(genre="landscape", near=2, far=None, support="tripod")):
        given = plan_input(brief, camera=body())
        checked = Checked(given.case, plan_of(given).setup)
        lines += flat(find_causes(name, checked), name)
    return lines
