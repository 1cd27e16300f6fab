"""Does the plan's own frame confirm the plan? Measured on the drawing and on the developed frame, never on the small map."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.picture.imaging.capture import Capture, Look
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.picture.imaging.raw import exposure_ev100
from wide_aperture.core.picture.metering import meter
from wide_aperture.core.picture.scenes.scene import Scene
from wide_aperture.core.planning.case import Case
from wide_aperture.core.rehearsal.begin import Rehearsal, rehearsal, tuning_of

WIDTH_PX = 480
LANDS_WITHIN_EV = 1 / 3
GRID_EV = 0.02  # a compensation is set in thirds: half a third of error is in it by itself
BURNT = 254  # of 255


@dataclass(frozen=True, slots=True)
class Agreement:
    """One plan against its frame. exposes_itself: False where the photographer sets everything and no meter is asked.

    needed_ev: compensation the meter needs in this frame; planned_ev: as the plan has it; off_ev: how much brighter (+)
    than meant the subject comes out; burnt: share of the developed frame at its white end.
    """

    scene: str
    exposes_itself: bool
    needed_ev: float
    planned_ev: float
    off_ev: float
    burnt: float

    @property
    def agrees(self) -> bool:
        """The subject lands within a third of a stop of where the plan means it to."""
        return abs(self.off_ev) <= LANDS_WITHIN_EV + GRID_EV


def agreement_of(case: Case, plan: Plan, darkroom: Darkroom) -> Agreement:
    """Expose the plan's frame as its own meter would, develop it, and compare with what the plan means.

    Raises: as Darkroom.render.
    """
    begun = rehearsal(case, plan)
    look = Look(width_px=WIDTH_PX)
    tuning = tuning_of(begun.tuning)
    composition = begun.scene.through(begun.capture)
    drawing = darkroom.drawing(composition, case.body, look, tuning=tuning)
    wanted = composition.place.ev100 + tuning.light_ev
    read = _metered(drawing, begun, tuning.light_ev)
    planned = begun.meter.comp_ev
    meant = case.light.highlight_shift_ev  # a school, or one's own habit, exposes so much off the middle
    taken = read - planned if begun.exposes_itself else exposure_ev100(begun.capture)
    capture = _at(begun.capture, taken) if begun.exposes_itself else begun.capture
    frame = darkroom.render(composition, case.body, capture, look, tuning=tuning)
    return Agreement(
        scene=f"{composition.cast} in {composition.surroundings}",
        exposes_itself=begun.exposes_itself,
        needed_ev=read - wanted,
        planned_ev=planned,
        off_ev=wanted - taken - meant,
        burnt=float((np.asarray(frame.picture).min(axis=-1) >= BURNT).mean()),
    )


def _metered(drawing: Scene, begun: Rehearsal, level_ev: float) -> float:
    """The exposure the plan's meter asks for, on the drawing itself."""
    light = drawing.luminance() * np.float32(2**level_ev)
    how = begun.meter
    read = meter(
        light, how.pattern, point=drawing.share_of(drawing.focus), spot_area=how.spot_area,
        link_point=how.link_point, faces=drawing.faces if how.favour_faces else (),
    )  # fmt: skip
    return read.ev100


def _at(capture: Capture, ev100: float) -> Capture:
    """The capture with the time that makes this exposure."""
    by = 2.0 ** (exposure_ev100(capture) - ev100)
    return capture.model_copy(update={"shutter_s": capture.shutter_s * by})
