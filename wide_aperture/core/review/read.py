"""A situation with its plan and its frames, as figures and advice ask for it."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.craft.exposure_modes import mode_facts
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.frames.our_words import PROGRAM_OF
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.compute import drafted, plan_from
from wide_aperture.core.planning.plan_input import PlanInput
from wide_aperture.core.planning.prediction import held_compensation_ev
from wide_aperture.core.review.assign import Span
from wide_aperture.core.review.table import Floats, FrameTable

SIXTH = 2 ** (1 / 6)


@dataclass(frozen=True)
class Read:
    """A situation with its plan and its frames, as figures and advice ask for it."""

    given: PlanInput
    plan: Plan
    frames: FrameTable
    light_ev: Floats

    @property
    def case(self) -> Case:
        return self.given.case

    @property
    def mode(self) -> str:
        return self.plan.setup.option("exposure_mode") or "manual"

    @property
    def ceiling(self) -> float:
        return self.plan.setup.number("iso_ceiling") or self.given.body.ceilings.routine

    @property
    def automatic_iso(self) -> bool:
        return mode_facts(self.mode).automatic_iso

    @property
    def pinned(self) -> NDArray[np.bool_]:
        """Frames on the ceiling of an automatic ISO."""
        return self.automatic_iso & (self.frames.iso * SIXTH >= self.ceiling)

    @property
    def slowest_s(self) -> float:
        """The slowest time that was set, or the plan's own where it is set by hand."""
        return self.plan.setup.number("slowest_shutter_s") or self.plan.choice.shutter_s

    @property
    def broken(self) -> NDArray[np.bool_]:
        """Frames whose time the camera let grow past what was set."""
        moves = "shutter_s" in mode_facts(self.mode).moves
        return moves & (self.frames.exposure_s > self.slowest_s * SIXTH)


def read(given: PlanInput, frames: FrameTable) -> Read:
    """A situation with its frames. Raises: as plan_of."""
    draft, findings = drafted(given)
    plan = plan_from(draft, findings)
    return Read(given, plan, frames, _light(given.case, plan, frames, held_compensation_ev(draft)))


def span_of(given: PlanInput) -> Span:
    """How frames can belong to it."""
    situation = given.situation
    return Span(
        situation.id, given.body.name, situation.starts_at_min, situation.ends_at_min, given.case.light.ev100,
        given.case.glass.focal_mm, situation.order,
    )  # fmt: skip


def _light(case: Case, plan: Plan, frames: FrameTable, held_ev: float) -> Floats:
    """EV at ISO 100 of the light, as a camera that exposes itself says it by what it set; NaN where a hand or an end of its range decided.

    held_ev: how much brighter than its tones need a compensation held in the plan makes the frame.
    """
    facts = mode_facts(plan.setup.option("exposure_mode"))
    if not facts.exposes_itself or case.flash.leads:
        return np.full(len(frames), np.nan)
    planned = plan.setup.number("exposure_comp_ev") or 0.0
    turned = np.nan_to_num(frames.comp_ev, nan=planned) - planned
    light = (
        frames.settings_ev
        + turned
        + held_ev
        + case.light.ambient_offset_ev
        + case.light.highlight_shift_ev
        + plan.choice.nd_stops
    )
    if facts.moves == ("iso",):
        ceiling = plan.setup.number("iso_ceiling") or case.body.ceilings.routine
        floor = plan.setup.number("iso_floor") or case.body.base_iso
        at_an_end = (frames.iso * SIXTH >= ceiling) | (frames.iso <= floor * SIXTH)
        light = np.where(at_an_end, np.nan, light)
    said = PROGRAM_OF.get(plan.setup.option("exposure_mode") or "")
    return np.where(np.array([each in (None, said) for each in frames.programs], bool), light, np.nan)
