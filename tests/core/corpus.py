"""The planning inputs that laws and frozen plans are held to: every demo situation, and the judgement cases."""

from __future__ import annotations

import functools
import json
from pathlib import Path

from tests.core import judgement
from wide_aperture.core.documents.shoot import PlannedSituation
from wide_aperture.core.planning import PlanInput
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.demo.shoots import IN_NUMBERS

CASES = Path(__file__).parent / "cases"


BODIES_BY_ID, LENSES_BY_ID = {body.id: body for body in BODIES}, {lens.id: lens for lens in LENSES}


def demo_input(planned: PlannedSituation) -> PlanInput:
    """A demo situation on its own kit."""
    return PlanInput.of(planned, BODIES_BY_ID[planned.body_id], LENSES_BY_ID[planned.lens_id])


@functools.cache
def demo_inputs() -> dict[str, PlanInput]:
    """Each demo situation by its title, its light in numbers."""
    return {planned.situation.title: demo_input(planned) for planned in IN_NUMBERS}


@functools.cache
def case_inputs() -> dict[str, PlanInput]:
    """Each judgement case."""
    return {
        title: given for name in ("public", "public2") for title, given in inputs_of(CASES / f"{name}.json").items()
    }


def inputs_of(path: Path) -> dict[str, PlanInput]:
    """Each case of a file of judgement cases, by its id."""
    return {case["id"]: judgement.input_of(case) for case in json.loads(path.read_text("utf-8"))}


def all_inputs() -> dict[str, PlanInput]:
    """The whole corpus, by title or id."""
    return {**demo_inputs(), **case_inputs()}
