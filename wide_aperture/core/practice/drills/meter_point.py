"""Place the meter point: somewhere in the picture a spot meter reads what makes the frame right."""

from __future__ import annotations

from typing import ClassVar

import cv2
import numpy as np

from wide_aperture.core.physics.quantities.exposure_value import REFLECTED_LIGHT_CONSTANT
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.practice.drill import Drill, MeterField, Skill
from wide_aperture.core.practice.drills.common import Kind, Made, PracticeKit, posed

COLUMNS, ROWS = 36, 24
FAR_EV = 12.0


class MeterPoint(Kind):
    id: ClassVar[str] = "meter_point"
    title: ClassVar[str] = "Place the meter point"
    skill: ClassVar[Skill] = "metering"
    about: ClassVar[str] = "A spot meter, no compensation: where in the picture do you set it?"

    def made(self, random: np.random.Generator, seed: int, kit: PracticeKit, room: Darkroom) -> Made:
        each = posed(
            random,
            kit,
            only=(
                "field_match",
                "street",
                "street_night",
                "land",
                "ceremony",
                "couple",
                "group",
                "dancing",
                "portrait",
                "children",
                "deer",
                "perched_bird",
            ),
        )
        taken = each.taken(room)
        light = taken.drawing.luminance() * np.float32(2**taken.tuning.light_ev)
        cells = cv2.resize(light, (COLUMNS, ROWS), interpolation=cv2.INTER_AREA)
        read = np.log2(np.maximum(cells, 1e-9) * 100 / REFLECTED_LIGHT_CONSTANT)
        off = np.clip(
            taken.ev100 - read, -FAR_EV, FAR_EV
        )  # a darker spot reads less light, and the frame comes out brighter
        field = MeterField(columns=COLUMNS, rows=ROWS, off_ev=tuple(round(float(value), 2) for value in off.ravel()))
        drill = Drill(
            kind=self.id, seed=seed, skill=self.skill, measure="point", question=f"{each.begun.label}. Spot meter, no compensation: click where you would set it.", field=field, within=0.5,
            because="Near the brightest part that must hold, and not on it: there lies what comes out as a mid-tone.",
        )  # fmt: skip
        return Made(drill, (taken.frame.picture,))
