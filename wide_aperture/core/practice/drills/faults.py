"""Name the fault: what a camera does wrong, what one look found, and what is behind it."""

from __future__ import annotations

from typing import ClassVar

import numpy as np

from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.planning.symptoms import symptoms
from wide_aperture.core.practice.drill import Choice, Drill, Skill
from wide_aperture.core.practice.drills.common import Kind, Made, PracticeKit

CHOICES = 4


class Faults(Kind):
    id: ClassVar[str] = "faults"
    title: ClassVar[str] = "Name the fault"
    skill: ClassVar[Skill] = "faults"
    about: ClassVar[str] = "Something is wrong, and one thing was tried. What is behind it?"

    def made(self, random: np.random.Generator, seed: int, kit: PracticeKit, room: Darkroom) -> Made:
        known = [each for each in symptoms() if len(each.causes) >= CHOICES]
        symptom = known[int(random.integers(len(known)))]
        picked = random.permutation(len(symptom.causes))[:CHOICES]
        causes = [symptom.causes[int(k)] for k in sorted(picked)]
        right = causes[int(random.integers(len(causes)))]
        drill = Drill(
            kind=self.id, seed=seed, skill=self.skill, measure="choice", question=f"{symptom.label}. You find: {right.because[0].lower()}{right.because[1:]} What is it?",
            choices=tuple(Choice(id=str(k), label=each.title) for k, each in enumerate(causes)), right=(str(causes.index(right)),), because=f"To be sure: {right.test}",
        )  # fmt: skip
        return Made(drill)
