"""Kelvin by eye: a frame taken at a fixed value, and which value would have made white white."""

from __future__ import annotations

from typing import ClassVar

import numpy as np

from wide_aperture.core.picture.imaging.capture import WhiteSetting
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.practice.drill import Drill, Skill
from wide_aperture.core.practice.drills.common import Kind, Made, PracticeKit, posed

TAKEN_AT_K = 5500.0
WITHIN_MIRED = 30.0


class KelvinByEye(Kind):
    id: ClassVar[str] = "kelvin"
    title: ClassVar[str] = "Kelvin by eye"
    skill: ClassVar[Skill] = "colour"
    about: ClassVar[str] = "The frame was taken at 5500 K. Which kelvin would make its greys grey?"

    def made(self, random: np.random.Generator, seed: int, kit: PracticeKit, room: Darkroom) -> Made:
        each = posed(
            random,
            kit,
            only=(
                "ceremony",
                "couple",
                "group",
                "dancing",
                "portrait",
                "children",
                "street",
                "street_night",
                "hall_game",
                "land",
            ),
        )
        by = each.exposed(room)
        capture = by.capture.model_copy(update={"white": WhiteSetting(mode="kelvin", kelvin=TAKEN_AT_K)})
        frame = room.render(by.composition, each.given.body, capture, by.look, tuning=by.tuning)
        truth = each.case.light.cct_k
        cast = (
            "warm: its light has fewer kelvin"
            if truth < TAKEN_AT_K - 200
            else "cold: its light has more kelvin"
            if truth > TAKEN_AT_K + 200
            else "nearly neutral"
        )
        drill = Drill(
            kind=self.id, seed=seed, skill=self.skill, measure="k", question=f"{each.begun.label}, taken at 5500 K. Which kelvin would have made white white?",
            low=2000, high=12_000, truth=round(truth), within=WITHIN_MIRED, because=f"At 5500 K it comes out {cast}.",
        )  # fmt: skip
        return Made(drill, (frame.picture,))
