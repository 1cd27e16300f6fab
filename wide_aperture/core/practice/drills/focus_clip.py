"""A clip of the focus lab: how something moved, and which area and response would have held it."""

from __future__ import annotations

from typing import ClassVar

import cv2
import numpy as np

from wide_aperture.core.craft.focus_lab import lab_table
from wide_aperture.core.focus.scenario import Scenario, scenarios
from wide_aperture.core.focus.setup import FocusSetup
from wide_aperture.core.focus.study import AREAS, RESPONSES, Trace, trace
from wide_aperture.core.focus.table import RUNS, usual_setup
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.picture.imaging.develop import Picture
from wide_aperture.core.practice.drill import Choice, Drill, Skill
from wide_aperture.core.practice.drills.common import Kind, Made, PracticeKit
from wide_aperture.core.practice.film import PER_S, filmed

CHOICES, TRIES = 4, 6
AS_GOOD, APART = 0.04, 0.12  # of all frames: what nobody can tell, what anybody learns from
WIDE, HIGH, RIM = 480, 150, 24
PAPER, INK, CROSSED, SOFT_INK = (236, 236, 232), (20, 90, 90), (205, 190, 160), (88, 88, 84)


class FocusClip(Kind):
    id: ClassVar[str] = "focus_clip"
    title: ClassVar[str] = "Which area holds it?"
    skill: ClassVar[Skill] = "focus"
    about: ClassVar[str] = "Something moves, and something may cross. Which focus area and response would you take?"

    def made(self, random: np.random.Generator, seed: int, kit: PracticeKit, room: Darkroom) -> Made:
        scenario, setups, shares = self._posed(random)
        best = max(shares)
        ids = [str(k) for k in range(CHOICES)]
        seen = trace(scenario, setups[int(np.argmax(shares))], seed=int(random.integers(1, 1000)), which=20)
        choices = tuple(
            Choice(id=each, label=f"{setup.area.replace('_', ' ')}, response {setup.response.replace('_', ' ')}", because=f"{share:.0%} of the frames sharp.")
            for each, setup, share in zip(ids, setups, shares, strict=True)
        )  # fmt: skip
        crossing = ", crossed by others" if any(seen.crossed) else ""
        drill = Drill(
            kind=self.id, seed=seed, skill=self.skill, measure="choice", question=f"{scenario.title}, {scenario.distance_m:g} m away, {scenario.speed_m_s:g} m/s{crossing}. Below the clip is its distance over time. Which holds most frames sharp?",
            choices=choices, right=tuple(each for each, share in zip(ids, shares, strict=True) if share >= best - AS_GOOD),
            because=f"The lab counts {best:.0%} sharp over {RUNS} runs; the worst of the four {min(shares):.0%}.",
        )  # fmt: skip
        return Made(drill, (drawn(seen),), filmed(scenario, setups[0].focal_mm, seen), PER_S)

    def _posed(self, random: np.random.Generator) -> tuple[Scenario, list[FocusSetup], list[float]]:
        """A scenario and four ways that are not all as good as each other, with the share the lab counts sharp with each."""
        moving = [each for each in scenarios().values() if each.course != "still" and each.name in lab_table()]
        chosen: tuple[Scenario, list[FocusSetup], list[float]] | None = None
        for _ in range(TRIES):
            scenario = moving[int(random.integers(len(moving)))]
            ways = [(area, response) for area in AREAS for response in RESPONSES]
            random.shuffle(ways)
            base, found = usual_setup(scenario), lab_table()[scenario.name].shares
            setups = [base.model_copy(update={"area": a, "response": r}) for a, r in ways[:CHOICES]]
            shares = [found[area][response] for area, response in ways[:CHOICES]]
            chosen = scenario, setups, shares
            if max(shares) - min(shares) >= APART:
                break
        assert chosen is not None
        return chosen


def drawn(seen: Trace) -> Picture:
    """Distance of the subject over time, far at the top; where something crossed is shaded. Shape (HIGH, WIDE, 3)."""
    picture = np.full((HIGH, WIDE, 3), PAPER, np.uint8)
    times, away = np.array(seen.times_s), np.array(seen.distance_m)
    x = RIM + times / max(float(times[-1]), 1e-6) * (WIDE - 2 * RIM)
    low, high = float(away.min()), float(away.max())
    span = max(high - low, 0.08 * high)
    y = HIGH - RIM - (away - (low + high - span) / 2) / span * (HIGH - 2 * RIM)
    step = float(np.median(np.diff(x))) if len(x) > 1 else 1.0
    for at, crossed in zip(x, seen.crossed, strict=True):
        if crossed:
            cv2.rectangle(picture, (round(at - step / 2), RIM), (round(at + step / 2), HIGH - RIM), CROSSED, -1)
    cv2.polylines(picture, [np.stack([x, y], axis=1).round().astype(np.int32)], False, INK, 2, cv2.LINE_AA)
    for text, place in ((f"{high:.1f} m", (4, RIM - 10)), (f"{low:.1f} m", (4, HIGH - 8)), (f"{times[-1]:.1f} s", (WIDE - 52, HIGH - 8))):  # fmt: skip
        cv2.putText(picture, text, place, cv2.FONT_HERSHEY_SIMPLEX, 0.42, SOFT_INK, 1, cv2.LINE_AA)
    return picture
