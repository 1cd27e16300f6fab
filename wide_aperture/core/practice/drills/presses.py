"""Press sequences: what the fingers do, in which order; keys stand for them."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

import numpy as np

from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.practice.drill import Choice, Drill, Skill
from wide_aperture.core.practice.drills.common import Kind, Made, PracticeKit

ACTS = {
    "half": "half a press, held", "full": "press through", "turn": "turn the camera", "thumb": "the focus button, held", "let_thumb": "let the focus button go",
    "lock": "the exposure lock", "dial": "turn the dial", "slot": "turn to the storage place", "aim": "the point on the eye", "wait": "wait for the confirmation", "let": "let the release go",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Sequence:
    """goal: what is wanted, on which body; acts: in their order; because: why in that order."""

    goal: str
    acts: tuple[str, ...]
    because: str


SEQUENCES = (
    Sequence("Focus on the eye with the middle point, then compose; the release focuses, single focus.", ("aim", "half", "wait", "turn", "full"), "Half a press holds focus only as long as it is held."),
    Sequence("Focus with the thumb on the runner, frames while he comes; continuous focus.", ("aim", "thumb", "full", "let", "let_thumb"), "The thumb keeps focusing; let it go last, or the last frames stand still."),
    Sequence("Hold the exposure of the grass, then frame the white shirts.", ("turn", "lock", "turn", "half", "full"), "Lock while the grass is under the meter, and compose after that."),
    Sequence("Set focus once with the thumb and leave it for the whole series on the tripod.", ("aim", "thumb", "wait", "let_thumb", "full"), "With the thumb off, the release changes nothing any more."),
    Sequence("From the hall to the sun outside: recall, one stop darker, frame.", ("slot", "half", "dial", "full"), "The dial answers while the meter is awake, and half a press wakes it."),
)  # fmt: skip


class Presses(Kind):
    id: ClassVar[str] = "presses"
    title: ClassVar[str] = "Press by press"
    skill: ClassVar[Skill] = "camera"
    about: ClassVar[str] = "What do the fingers do, one after the other?"

    def made(self, random: np.random.Generator, seed: int, kit: PracticeKit, room: Darkroom) -> Made:
        each = SEQUENCES[int(random.integers(len(SEQUENCES)))]
        extra = [act for act in ACTS if act not in each.acts]
        random.shuffle(extra)
        ids = list(dict.fromkeys(each.acts)) + extra[:2]
        random.shuffle(ids)
        drill = Drill(
            kind=self.id, seed=seed, skill=self.skill, measure="order", question=each.goal, choices=tuple(Choice(id=act, label=ACTS[act]) for act in ids), right=each.acts, because=each.because,
        )  # fmt: skip
        return Made(drill)
