"""What a rehearsal is asked: values the services take, whoever asks."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from wide_aperture.core.document import Document
from wide_aperture.core.documents.body import Body
from wide_aperture.core.picture.bracketing import BracketOrder
from wide_aperture.core.picture.imaging.capture import Capture, Look
from wide_aperture.core.picture.metering import MeterPattern
from wide_aperture.core.rehearsal.begin import SceneTuning
from wide_aperture.core.rehearsal.composed import ComposedScene

Share = Annotated[float, Field(ge=0, le=1, allow_inf_nan=False)]


class MeteredBy(Document):
    """A meter that sets the exposure. free: what it moves."""

    pattern: MeterPattern = "multi_segment"
    x: Share = 0.5
    y: Share = 0.5
    spot_area: Annotated[float, Field(ge=0.0005, le=0.25)] = 0.025
    link_point: bool = False
    favour_faces: bool = False
    comp_ev: Annotated[float, Field(ge=-5, le=5, allow_inf_nan=False)] = 0
    free: Literal["iso", "shutter_s"] = "iso"


class RenderRequest(Document):
    """One frame of a scene. metered null: the exposure as the capture says."""

    scene: ComposedScene
    seed: Annotated[int, Field(ge=0, le=1_000_000)] = 1
    tuning: SceneTuning = SceneTuning()
    body: Body
    capture: Capture
    look: Look = Look()
    metered: MeteredBy | None = None
    masks: bool = True
    measure: bool = Field(default=False, description="Measure the signal-to-noise of each tone")


class BracketRequest(RenderRequest):
    frames: Annotated[int, Field(ge=1, le=9)] = 3
    step_ev: Annotated[float, Field(gt=0, le=6)] = 2
    shift_ev: Annotated[float, Field(ge=-6, le=6)] = 0
    order: BracketOrder = "middle_first"
    frames_per_s: Annotated[float, Field(gt=0, le=240)] = 5
    in_camera: bool = Field(default=False, description="The body merges: aligned and cropped, one JPEG")
