"""What the focus lab found, as a table: sharp frames of a hundred by scenario, area and response.

Made by the lab itself (core.focus.table, `make focus-table`); a test makes it anew and compares. A plan cites the scenario
nearest to its case; the lab answers for the case itself.
"""

from __future__ import annotations

import functools
import json
from importlib import resources

from wide_aperture.core.document import Document, Fraction01, Name
from wide_aperture.core.documents.situation import Situation, SubjectKind

SURELY = 0.03  # shares nearer than this are told alike
FLIES_M_S, RUNS_M_S = 4.0, 3.0
DANCES = ("dance", "slow_dance")


class LabRow(Document):
    """A scenario's shares of sharp frames, by area and then by response, with a usual lens for it."""

    scenario: str
    title: Name
    shares: dict[str, dict[str, Fraction01]]


@functools.cache
def lab_table() -> dict[str, LabRow]:
    """Every row by its scenario."""
    text = (resources.files("wide_aperture.core.craft") / "data" / "focus_lab.json").read_text("utf-8")
    return {row.scenario: row for row in (LabRow.model_validate(each) for each in json.loads(text)["rows"])}


def nearest_row(situation: Situation, kind: SubjectKind, speed_m_s: float) -> LabRow | None:
    """The scenario nearest to a subject; None where the lab has nothing like it."""
    return lab_table().get(_nearest(situation, kind, speed_m_s) or "")


def _nearest(situation: Situation, kind: SubjectKind, speed_m_s: float) -> str | None:
    held_back = "foreground_obstacles" in situation.constraints
    if kind == "bird" and held_back:
        return "bird_among_branches"
    if kind == "bird" and speed_m_s >= FLIES_M_S:
        return "bird_on_sky" if "plain_sky_background" in situation.constraints else "bird_on_trees"
    if kind == "animal" and held_back:
        return "deer_in_grass"
    if kind not in ("person", "group"):
        return None
    if situation.genre == "wedding":
        if situation.activity in DANCES:
            return "dancers"
        return "aisle" if situation.direction == "towards" else None
    if held_back or "crowd_behind" in situation.constraints:
        return "crossing_players" if speed_m_s >= RUNS_M_S else None
    if situation.direction == "towards":
        return "runner" if speed_m_s >= RUNS_M_S else "walker"
    return None
