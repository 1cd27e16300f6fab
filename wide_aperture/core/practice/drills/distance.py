"""Judge a distance: how far somebody stands who is seen so large through this lens."""

from __future__ import annotations

from typing import ClassVar

import numpy as np

from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.practice.drill import Drill, Skill
from wide_aperture.core.practice.drills.common import Kind, Made, PracticeKit, posed
from wide_aperture.core.sheets.starting import starting_kit

DISTANCES_M = (1.0, 1.5, 2.0, 2.5, 3.0, 4.0, 5.0, 7.0)
FOCALS_MM = (28.0, 35.0, 50.0)
OWN_SHARE = 0.5  # of the drills, where there are photographs of one's own


class Distance(Kind):
    id: ClassVar[str] = "distance"
    title: ClassVar[str] = "Judge the distance"
    skill: ClassVar[Skill] = "distance"
    about: ClassVar[str] = "How far does this person stand? Zone focus hangs on it."

    def made(self, random: np.random.Generator, seed: int, kit: PracticeKit, room: Darkroom) -> Made:
        if kit.own and random.uniform() < OWN_SHARE:
            return self._of_own(random, seed, kit)
        truth = float(random.choice(DISTANCES_M)) * float(random.uniform(0.92, 1.08))
        focal = float(random.choice(FOCALS_MM))
        lens = next(
            each.lens
            for each in starting_kit().lenses
            if each.lens.focal_min_mm <= FOCALS_MM[0] and each.lens.focal_max_mm >= FOCALS_MM[-1]
        )
        each = posed(random, kit, only=("street",), lens=lens, near_m=truth, far_m=truth, focal_length_mm=focal)
        taken = each.taken(room)
        focal = each.case.glass.focal_mm
        drill = Drill(
            kind=self.id, seed=seed, skill=self.skill, measure="m", question=f"Seen through {focal:.0f} mm on a sensor of {each.given.body.sensor_width_mm:g} × {each.given.body.sensor_height_mm:g} mm. How far does this person stand?",
            low=0.5, high=15, truth=round(truth, 3), within=0.2, because=f"At {focal:.0f} mm the frame is {each.given.body.sensor_height_mm / focal * truth:.1f} m high there.",
        )  # fmt: skip
        return Made(drill, (taken.frame.picture,))

    def _of_own(self, random: np.random.Generator, seed: int, kit: PracticeKit) -> Made:
        """One of the person's own photographs, whose file says how far the lens was focused."""
        own = kit.own[int(random.integers(len(kit.own)))]
        drill = Drill(
            kind=self.id, seed=seed, skill=self.skill, measure="m", question=f"Your own {own.name}, taken at {own.focal_mm:.0f} mm. How far away is what it is sharp on?",
            low=0.5, high=60, truth=round(own.distance_m, 3), within=0.2, because="The lens told the file how far it was focused.",
        )  # fmt: skip
        return Made(drill, (own.picture,))
