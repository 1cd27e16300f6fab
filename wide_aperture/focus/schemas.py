"""What the focus lab answers."""

from __future__ import annotations

from ninja import Schema

from wide_aperture.core.focus import FocusOutcome, FocusSetup, Scenario
from wide_aperture.core.focus.planned import Assumed
from wide_aperture.core.focus.study import AtHand, Cell, HangsOn, Trace
from wide_aperture.core.focus.zone import Zone


class TriedOut(Schema):
    """One setup tried: what came of it, and one run to look at."""

    setup: FocusSetup
    outcome: FocusOutcome
    trace: Trace


class LabOut(Schema):
    """best: which of the setups is surely the best; null where chance may decide, or where there is one."""

    scenario: Scenario
    assumed: list[Assumed]
    planned: FocusSetup
    tried: list[TriedOut]
    best: int | None


class MatrixOut(Schema):
    cells: list[Cell]


class AreasOut(Schema):
    areas: list[AtHand]


class HangsOnOut(Schema):
    hangs_on: list[HangsOn]


class SetDistanceOut(Schema):
    zone: Zone
    door: Zone | None


class ScenariosOut(Schema):
    scenarios: list[Scenario]
    held: list[str]
