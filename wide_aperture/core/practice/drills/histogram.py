"""Read a histogram: was the frame exposed right, too dark, or are the lights lost?"""

from __future__ import annotations

from typing import ClassVar

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.practice.drill import Choice, Drill, Skill
from wide_aperture.core.practice.drills.common import Kind, Made, PracticeKit, posed

OFF_EV = {"dark": -1.7, "right": 0.0, "bright": 1.8}
CHOICES = (
    Choice(
        id="dark", label="too dark", because="There is room on the right, and the deep tones stand against the left."
    ),
    Choice(id="right", label="right for this scene", because="The main tones lie where they belong."),
    Choice(id="bright", label="too bright", because="Tones pile up against the right end."),
)
WIDE, TALL = 512, 160
INK, GROUND = 40, 236


class HistogramRead(Kind):
    id: ClassVar[str] = "histogram"
    title: ClassVar[str] = "Read the histogram"
    skill: ClassVar[Skill] = "histogram"
    about: ClassVar[str] = "The scene, and the histogram of one frame of it: how was it exposed?"

    def made(self, random: np.random.Generator, seed: int, kit: PracticeKit, room: Darkroom) -> Made:
        each = posed(
            random,
            kit,
            only=(
                "street",
                "land",
                "couple",
                "group",
                "portrait",
                "children",
                "deer",
                "field_match",
                "ceremony",
                "waterfall",
            ),
        )
        taken = each.taken(room)
        truth = str(random.choice(list(OFF_EV)))
        capture = taken.capture.model_copy(update={"shutter_s": taken.capture.shutter_s * 2.0 ** OFF_EV[truth]})
        frame = room.render(taken.composition, each.given.body, capture, taken.look, tuning=taken.tuning)
        burnt = float((frame.picture.max(axis=2) >= 250).mean())
        drill = Drill(
            kind=self.id, seed=seed, skill=self.skill, measure="choice", question=f"{each.begun.label}, as it should look, and the histogram of one frame of it. How was that frame exposed?",
            choices=CHOICES, right=(truth,), because=f"It was taken {OFF_EV[truth]:+.1f} EV off; {burnt:.1%} of it is burnt.",
        )  # fmt: skip
        return Made(drill, (taken.frame.picture, drawn(frame.picture)))


def drawn(picture: NDArray[np.uint8]) -> NDArray[np.uint8]:
    """The luminance histogram of a picture as a picture, shape (TALL, WIDE, 3)."""
    counts = np.bincount(cv2.cvtColor(picture, cv2.COLOR_RGB2GRAY).ravel(), minlength=256).astype(np.float64)
    heights = np.sqrt(counts / max(counts[2:-2].max(), 1.0)).clip(0, 1) * (TALL - 8)
    made = np.full((TALL, WIDE), GROUND, np.uint8)
    for k, height in enumerate(heights):
        made[TALL - round(height) :, k * 2 : k * 2 + 2] = INK
    return np.asarray(np.dstack([made] * 3), np.uint8)
