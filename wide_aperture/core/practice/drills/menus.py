"""Find it in your own camera: where a setting is, in the body's own words, against the clock."""

from __future__ import annotations

from typing import ClassVar

import numpy as np

from wide_aperture.core.camera.state import has_setting
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.practice.drill import Choice, Drill, Skill
from wide_aperture.core.practice.drills.common import Kind, Made, PracticeKit

CHOICES = 4
BY_MENU = ("menu", "personal_menu", "quick_screen")


class Menus(Kind):
    id: ClassVar[str] = "menus"
    title: ClassVar[str] = "Where is it?"
    skill: ClassVar[Skill] = "camera"
    about: ClassVar[str] = "Where is this setting in your own camera? Five in a row, with the clock running."

    def made(self, random: np.random.Generator, seed: int, kit: PracticeKit, room: Darkroom) -> Made:
        body, book = kit.body, kit.words
        places: dict[str, str] = {}
        for entry in catalogue.catalogue():
            first = book.phrase(entry.id).reaches[0]
            if first.way in BY_MENU and entry.done != "advice" and has_setting(body, entry.id):
                # The page alone: the last word of a way is the setting's own, and would tell.
                places[entry.id] = book.place(first.model_copy(update={"path": first.path[:-1] or first.path}))
        ids = list(places)
        random.shuffle(ids)
        asked, *others = ids
        chosen = {places[asked]: asked}
        for each in others:  # no two choices lie in one place
            if len(chosen) < CHOICES:
                chosen.setdefault(places[each], each)
        shown = list(chosen.values())
        random.shuffle(shown)
        words = book.phrase(asked).words
        drill = Drill(
            kind=self.id, seed=seed, skill=self.skill, measure="choice", timed=True, question=f"Where is “{catalogue.setting(asked).label}” on {body.name}?",
            choices=tuple(Choice(id=each, label=places[each], because=f"There is “{book.phrase(each).words}”.") for each in shown), right=(asked,), because=f"The camera calls it “{words}”.",
        )  # fmt: skip
        return Made(drill)
