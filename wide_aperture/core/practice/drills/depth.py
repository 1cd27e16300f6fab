"""Depth by heart: from where to where it is sharp at this lens, aperture and distance."""

from __future__ import annotations

import math
from typing import ClassVar

import numpy as np

from wide_aperture.core.documents.wording import metres
from wide_aperture.core.physics.optics import depth_of_field
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.practice.drill import Drill, Skill
from wide_aperture.core.practice.drills.common import Kind, Made, PracticeKit

LENSES_MM = (24.0, 28.0, 35.0, 50.0, 85.0)
STOPS = (2.0, 2.8, 4.0, 5.6, 8.0, 11.0)
DISTANCES_M = (1.5, 2.0, 2.5, 3.0, 4.0, 5.0)
WITHIN = 0.15


class Depth(Kind):
    id: ClassVar[str] = "depth"
    title: ClassVar[str] = "Depth by heart"
    skill: ClassVar[Skill] = "depth"
    about: ClassVar[str] = "Lens, aperture, distance: where does it begin to be sharp, and where does it end?"

    def made(self, random: np.random.Generator, seed: int, kit: PracticeKit, room: Darkroom) -> Made:
        focal, stop, distance = (float(random.choice(each)) for each in (LENSES_MM, STOPS, DISTANCES_M))
        sharp = depth_of_field(focal, stop, distance, kit.body.coc_mm)
        near, far = float(sharp.near_m), float(sharp.far_m)
        asks_far = bool(random.uniform() < 0.5) and math.isfinite(far) and far < 30
        truth = far if asks_far else near
        drill = Drill(
            kind=self.id, seed=seed, skill=self.skill, measure="m",
            question=f"{focal:.0f} mm at f/{stop:g}, set to {distance:g} m, a sensor of {kit.body.sensor_width_mm:g} mm. {'Up to' if asks_far else 'From'} which distance is it sharp?",
            low=0.3, high=30, truth=round(truth, 3), within=WITHIN, because=f"Sharp from {metres(near)} to {metres(far)}.",
        )  # fmt: skip
        return Made(drill)
