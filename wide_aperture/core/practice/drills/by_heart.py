"""A route by heart: from how the camera stands to how it shall stand, press by press, in the order the hand goes."""

from __future__ import annotations

from typing import ClassVar
from uuid import UUID

import numpy as np

from wide_aperture.core.camera.route.walk import Route, route
from wide_aperture.core.camera.state import CameraState, target_of
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.practice.drill import Choice, Drill, Skill
from wide_aperture.core.practice.drills.common import Kind, Made, PracticeKit, posed

FEWEST, MOST = 3, 6
CHANGED = 4
ENOUGH, MOST_TRIES = 3, 40
NOBODY = UUID(int=0)


class ByHeart(Kind):
    id: ClassVar[str] = "by_heart"
    title: ClassVar[str] = "A route by heart"
    skill: ClassVar[Skill] = "camera"
    about: ClassVar[str] = "From one situation to the next: which presses, and in which order?"

    def made(self, random: np.random.Generator, seed: int, kit: PracticeKit, room: Darkroom) -> Made:
        found, before, after, changed = self._route(random, kit)
        labels = [step.sentence for step in found.steps]
        ids = [str(k) for k in range(len(labels))]
        shown = ids.copy()
        random.shuffle(shown)
        wanted = ", ".join(f"{catalogue.setting(name).label.lower()} {say_value(catalogue.setting(name), value)}" for name, value in changed.items())  # fmt: skip
        drill = Drill(
            kind=self.id, seed=seed, skill=self.skill, measure="order", timed=True, question=f"{kit.body.name} stands as for “{before}”. For “{after}” it needs: {wanted}. What do you do, one after the other?",
            choices=tuple(Choice(id=each, label=labels[int(each)]) for each in shown), right=tuple(ids), because=f"It takes {found.seconds:.0f} s; one thing after the other as it comes to mind takes {found.item_by_item_s:.0f} s.",
        )  # fmt: skip
        return Made(drill)

    def _route(self, random: np.random.Generator, kit: PracticeKit) -> tuple[Route, str, str, dict[str, Value]]:
        """A route of few steps with no two alike, both situations' titles, and what it changes."""
        best: tuple[Route, str, str, dict[str, Value]] | None = None
        for tries in range(MOST_TRIES):
            before, after = posed(random, kit), posed(random, kit)
            stands, wanted = (target_of(each.plan.setup, kit.body) for each in (before, after))
            differ = [name for name in wanted if name in stands and wanted[name] != stands[name]]
            random.shuffle(differ)
            changed = {name: wanted[name] for name in sorted(differ[:CHANGED], key=list(wanted).index)}
            state = CameraState(id=NOBODY, body_id=kit.body.id, values=stands)
            found = route(state, {**stands, **changed}, kit.words, kit.body)
            named = {step.sentence for step in found.steps}
            if len(named) == len(found.steps) >= 2:
                best = found, before.begun.label, after.begun.label, dict(changed)
                if FEWEST <= len(found.steps) <= MOST:
                    return best
            if best is not None and tries >= ENOUGH:
                break
        assert best is not None  # situations differ in more than one setting
        return best
