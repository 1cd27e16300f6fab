"""What gives way next: the light falls, the plan stays; which limit is passed first?"""

from __future__ import annotations

from typing import ClassVar

import numpy as np

from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.practice.drill import Choice, Drill, Skill
from wide_aperture.core.practice.drills.common import Kind, Made, PracticeKit, marked, posed

CHOICES, TRIES = 4, 8


class GivesWay(Kind):
    id: ClassVar[str] = "gives_way"
    title: ClassVar[str] = "What gives way next?"
    skill: ClassVar[Skill] = "exposure"
    about: ClassVar[str] = "The light changes and the settings follow: which limit yields first?"

    def made(self, random: np.random.Generator, seed: int, kit: PracticeKit, room: Darkroom) -> Made:
        for _ in range(TRIES):
            each = posed(random, kit)
            less = bool(random.uniform() < 0.65)
            steps = each.plan.give_way.less_light if less else each.plan.give_way.more_light
            others = {window.id: window.imposed_by for window in each.plan.windows}
            if steps and len(others) >= 2:
                break
        first = steps[0] if steps else None
        right = first.limit if first else "nothing"
        choices = {step.limit: step.label for step in steps} | others
        if first is None:
            choices["nothing"] = "nothing for five stops"
        rest = [limit for limit in choices if limit != right]
        random.shuffle(rest)
        shown = sorted([right, *rest[: CHOICES - 1]], key=lambda limit: choices[limit])
        choice = each.plan.choice
        drill = Drill(
            kind=self.id, seed=seed, skill=self.skill, measure="choice",
            question=f"{each.begun.label}: {marked('aperture', choice.aperture)}, {marked('shutter', choice.shutter_s)}, {marked('iso', choice.iso)}. The light {'falls' if less else 'rises'}. What gives way first?",
            choices=tuple(Choice(id=limit, label=choices[limit]) for limit in shown), right=(right,), because=first.sentence if first else "Nothing that matters within five stops.",
        )  # fmt: skip
        return Made(drill, (each.taken(room).frame.picture,))
