"""The table of what the lab found, for the plan's reasons: every scenario with a usual lens, every area, every response."""

from __future__ import annotations

from typing import Any

from wide_aperture.core.craft.focus_lab import LabRow
from wide_aperture.core.focus.outcome import simulate_all
from wide_aperture.core.focus.scenario import Scenario, scenarios
from wide_aperture.core.focus.setup import FocusSetup
from wide_aperture.core.focus.study import AREAS, RESPONSES

RUNS, DIGITS = 150, 2
BIRD: dict[str, Any] = {"focal_mm": 500, "aperture": 5.6, "widest": 5.6, "close_focus_m": 3.5, "frames_per_s": 15, "detection": "bird"}  # fmt: skip
ANIMAL: dict[str, Any] = {"focal_mm": 400, "aperture": 4.0, "widest": 4.0, "close_focus_m": 3.0, "detection": "animal"}
FAR: dict[str, Any] = {"focal_mm": 300, "aperture": 2.8, "widest": 2.8, "close_focus_m": 2.0, "detection": "human"}
NEAR: dict[str, Any] = {"focal_mm": 85, "aperture": 1.8, "widest": 1.8, "close_focus_m": 0.8, "detection": "human_eye"}
WIDE: dict[str, Any] = {"focal_mm": 35, "aperture": 4.0, "widest": 2.0, "close_focus_m": 0.3, "detection": "human_eye"}
FAR_FROM_M, STREET = 12.0, "walker"


def usual_setup(scenario: Scenario) -> FocusSetup:
    """A lens people take to such a subject, wide open."""
    kinds = {"bird": BIRD, "animal": ANIMAL}
    people = WIDE if scenario.name == STREET else FAR if scenario.distance_m > FAR_FROM_M else NEAR
    return FocusSetup(**kinds.get(scenario.kind, people))


def made_table() -> list[LabRow]:
    """Every scenario in which something moves, made anew."""
    return [_row(each) for each in scenarios().values() if each.speed_m_s or each.obstacles]


def _row(scenario: Scenario) -> LabRow:
    base = usual_setup(scenario)
    ways = [(area, response) for area in AREAS for response in RESPONSES]
    setups = [base.model_copy(update={"area": area, "response": response}) for area, response in ways]
    found = simulate_all(scenario, setups, seed=1, runs=RUNS)
    shares: dict[str, dict[str, float]] = {area: {} for area in AREAS}
    for (area, response), outcome in zip(ways, found, strict=True):
        shares[area][response] = round(outcome.sharp_share.mean, DIGITS)
    return LabRow(scenario=scenario.name, title=scenario.title, shares=shares)
