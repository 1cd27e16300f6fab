"""Guess the compensation: by how much a meter that averages the frame would be off on this subject."""

from __future__ import annotations

from typing import ClassVar

import numpy as np

from wide_aperture.core.documents.wording import signed_stops
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.picture.metering import meter
from wide_aperture.core.practice.drill import Drill, Skill
from wide_aperture.core.practice.drills.common import Kind, Made, PracticeKit, posed

MOST_EV = 4.0
TRIES = 6


class Compensation(Kind):
    id: ClassVar[str] = "compensation"
    title: ClassVar[str] = "Guess the compensation"
    skill: ClassVar[Skill] = "metering"
    about: ClassVar[str] = "What would you dial in, if the meter averaged the whole frame?"

    def made(self, random: np.random.Generator, seed: int, kit: PracticeKit, room: Darkroom) -> Made:
        for _ in range(TRIES):
            each = posed(random, kit)
            by = each.exposed(room)
            light = by.drawing.luminance() * np.float32(2**by.tuning.light_ev)
            truth = float(meter(light, "average").ev100) - by.ev100
            if abs(truth) <= MOST_EV:
                break
        truth = float(np.clip(truth, -MOST_EV, MOST_EV))
        why = (
            "What surrounds the subject is darker, and the meter would lift it all."
            if truth < -0.17
            else "What surrounds the subject is brighter, and the meter would darken it all."
            if truth > 0.17
            else "Bright and dark parts make up for each other."
        )
        drill = Drill(
            kind=self.id, seed=seed, skill=self.skill, measure="ev", question=f"{each.begun.label}. The meter averages the whole frame. Which compensation makes the subject right?",
            low=-MOST_EV, high=MOST_EV, truth=round(truth, 3), within=0.5, because=f"{why} Metered so and left alone it would come out {signed_stops(-truth)} EV.",
        )  # fmt: skip
        return Made(drill, (each.taken(room).frame.picture,))
