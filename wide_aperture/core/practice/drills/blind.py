"""A blind comparison: two parts of a picture at full size; is there a difference, and which is the cleaner?"""

from __future__ import annotations

from typing import ClassVar

import numpy as np

from wide_aperture.core.picture.imaging.capture import Crop, Look
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.practice.drill import Choice, Drill, Skill
from wide_aperture.core.practice.drills.common import Kind, Made, PracticeKit, posed

STEPS = (0.0, 0.0, 1.0, 2.0, 3.0)
PART_PX = (360, 300)
METERED_PX = 240
SEEN_FROM_STOPS = 1.0


class Blind(Kind):
    id: ClassVar[str] = "blind"
    title: ClassVar[str] = "Do you see a difference?"
    skill: ClassVar[Skill] = "noise"
    about: ClassVar[str] = "Two parts of one picture, pixel for pixel, one perhaps at a higher ISO."

    def made(self, random: np.random.Generator, seed: int, kit: PracticeKit, room: Darkroom) -> Made:
        each = posed(random, kit, only=("portrait", "couple", "street", "children", "land"))
        stops = float(random.choice(STEPS))
        noisier_first = bool(random.uniform() < 0.5)
        body, by = kit.body, each.exposed(room, METERED_PX)
        base = min(max(by.capture.iso, body.base_iso * 4), body.highest_iso / 8)
        focus = by.drawing.share_of(by.drawing.focus)
        look = Look(
            width_px=PART_PX[0],
            crop=Crop(x=float(np.clip(focus[0], 0.2, 0.8)), y=float(np.clip(focus[1], 0.2, 0.8))),
            crop_height_px=PART_PX[1],
        )
        pictures = []
        for shot, iso in ((1, base * 2**stops), (2, base)):
            time = by.capture.shutter_s * by.capture.iso / iso
            capture = by.capture.model_copy(
                update={"iso": iso, "shutter_s": time, "shot": seed % 10_000 + shot, "hand_limit_s": None}
            )
            pictures.append(room.render(by.composition, body, capture, look, tuning=by.tuning).picture)
        if not noisier_first:
            pictures.reverse()
        right = "same" if stops < SEEN_FROM_STOPS else "second" if noisier_first else "first"
        drill = Drill(
            kind=self.id, seed=seed, skill=self.skill, measure="choice", question="Pixel for pixel: which is the cleaner one?",
            choices=(Choice(id="first", label="the first"), Choice(id="second", label="the second"), Choice(id="same", label="no difference")), right=(right,),
            because="Both were taken at the same ISO." if stops == 0 else f"They lie {stops:.0f} stop{'s' if stops > 1 else ''} of ISO apart: ISO {base * 2**stops:.0f} against {base:.0f}.",
        )  # fmt: skip
        return Made(drill, tuple(pictures))
