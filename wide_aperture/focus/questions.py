"""What the focus lab is asked."""

from __future__ import annotations

from typing import Annotated

from ninja import Schema
from pydantic import ConfigDict, Field

from wide_aperture.core.document import DistanceM, FNumber, FocalMm
from wide_aperture.core.documents.body import Body
from wide_aperture.core.focus import FocusSetup, Scenario
from wide_aperture.core.planning import PlanInput

Seed = Annotated[int, Field(ge=0, le=2**31)]
MOST_SETUPS, MOST_SITUATIONS = 2, 12


class LabRequest(PlanInput):
    """A plan request; the scenario and setups as changed by hand, else those of the plan."""

    scenario: Scenario | None = None
    setups: Annotated[tuple[FocusSetup, ...], Field(max_length=MOST_SETUPS)] = ()
    seed: Seed = 1
    runs: Annotated[int, Field(ge=20, le=1000)] = 300
    which: Annotated[
        int, Field(ge=0, le=39, description="Which of forty runs to look at, from the worst to the best")
    ] = 20


class _Asked(Schema):
    model_config = ConfigDict(extra="forbid")


class MatrixRequest(_Asked):
    scenario: Scenario
    setup: FocusSetup
    body: Body
    seed: Seed = 1


class AreasRequest(_Asked):
    """Situations between which the hand changes areas."""

    asked: Annotated[tuple[PlanInput, ...], Field(min_length=1, max_length=MOST_SITUATIONS)]
    seed: Seed = 1


class HangsOnRequest(_Asked):
    scenario: Scenario
    first: FocusSetup
    second: FocusSetup
    seed: Seed = 1


class ZoneRequest(_Asked):
    body: Body
    focal_mm: FocalMm
    widest: FNumber
    aperture: FNumber
    focus_m: DistanceM
