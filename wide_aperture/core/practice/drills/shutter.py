"""The time for a movement: the longest that holds this subject at this size."""

from __future__ import annotations

from typing import ClassVar

import numpy as np

from wide_aperture.core.documents.wording import speed
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.practice.drill import Drill, Skill
from wide_aperture.core.practice.drills.common import Kind, Made, PracticeKit, posed

WITHIN_STOPS = 2 / 3


class ShutterFor(Kind):
    id: ClassVar[str] = "shutter"
    title: ClassVar[str] = "The time for this movement"
    skill: ClassVar[Skill] = "movement"
    about: ClassVar[str] = "The longest time that holds what moves, for a print of A3."

    def made(self, random: np.random.Generator, seed: int, kit: PracticeKit, room: Darkroom) -> Made:
        each = posed(
            random,
            kit,
            only=("field_match", "hall_game", "finish", "swimmer", "bird_flight", "children", "dancing", "street"),
            output="print_a3",
        )
        case = each.case
        held_share = case.figure("blur_share", case.output.name) * (
            case.figure("freeze_share") if case.situation.look == "freeze" else 1.0
        )
        truth = float(
            np.clip(held_share * case.body.width_px / max(case.subject.image_speed_px_s, 1e-6), 1 / 16_000, 1.0)
        )
        taken = each.taken(room)
        drill = Drill(
            kind=self.id, seed=seed, skill=self.skill, measure="s", question=f"{each.begun.label}, {speed(case.subject.speed_m_s, 2)}, {case.subject.mid_m:.0f} m away, through {case.glass.focal_mm:.0f} mm. The longest time that holds it?",
            low=1 / 8000, high=1 / 15, truth=truth, within=WITHIN_STOPS, because=f"It crosses {case.subject.image_speed_px_s:,.0f} pixels of the sensor in a second; {held_share * case.body.width_px:.0f} pass for sharp on A3.",
        )  # fmt: skip
        return Made(drill, (taken.frame.picture,))
