"""What the kinds of drills share: the kit, situations to make them of, frames of these."""

from __future__ import annotations

from abc import ABC, abstractmethod
from dataclasses import dataclass, field
from functools import cached_property
from typing import ClassVar
from uuid import NAMESPACE_URL, uuid5

import cv2
import numpy as np

from wide_aperture.core.camera.phrasebook import Phrasebook, usual_phrasebook
from wide_aperture.core.craft.beginnings import Beginning, beginnings
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.quantities import Quantity, nearest_step, step_label
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.picture.imaging.develop import Picture
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.core.planning.case import Case
from wide_aperture.core.practice.drill import Drill, Skill
from wide_aperture.core.rehearsal.agreement import Exposed, Taken, exposed, frame_taken
from wide_aperture.core.sheets.starting import starting_kit

WIDTH_PX = 480


@dataclass(frozen=True, eq=False)
class OwnPicture:
    """A photograph of the person's, as a small JPEG."""

    name: str
    focal_mm: float
    distance_m: float
    jpeg: bytes

    @property
    def picture(self) -> Picture:
        """Red first, shape (h, w, 3). Raises: DomainError for what is no picture."""
        found = cv2.imdecode(np.frombuffer(self.jpeg, np.uint8), cv2.IMREAD_COLOR)
        if found is None:
            raise DomainError(self.name, len(self.jpeg), "cannot be opened as a picture")
        return np.asarray(cv2.cvtColor(found, cv2.COLOR_BGR2RGB), np.uint8)


@dataclass(frozen=True)
class PracticeKit:
    """The person's own body; a starting one where there is none. Lenses are the usual ones of each situation. book: the body's own
    words, None: the usual ones; own: photographs of the person's whose files say how far the lens was focused; mark: another for every
    other book and every other choice of photographs.
    """

    body: Body
    book: Phrasebook | None = field(default=None, compare=False)
    own: tuple[OwnPicture, ...] = field(default=(), compare=False)
    mark: str = ""

    @cached_property
    def words(self) -> Phrasebook:
        """The words and ways of the body."""
        return self.book or usual_phrasebook(self.body)

    @classmethod
    def usual(cls) -> PracticeKit:
        """A body of the starting kit."""
        return cls(starting_kit().bodies[0].body)


@dataclass(frozen=True)
class Made:
    """A drill, and the pictures it shows: uint8, shape (h, w, 3), red first. clip: pictures one after the other, clip_per_s a second."""

    drill: Drill
    pictures: tuple[Picture, ...] = ()
    clip: tuple[Picture, ...] = ()
    clip_per_s: float = 0.0


@dataclass(frozen=True)
class Posed:
    """A situation with its plan."""

    begun: Beginning
    given: PlanInput
    case: Case
    plan: Plan

    def exposed(self, room: Darkroom, width_px: int = WIDTH_PX) -> Exposed:
        """As its own camera exposes it; no frame is taken."""
        return exposed(self.case, self.plan, room, width_px)

    def taken(self, room: Darkroom) -> Taken:
        """Its frame as planned."""
        return frame_taken(self.case, self.plan, room, WIDTH_PX)


class Kind(ABC):
    """One kind of drill."""

    id: ClassVar[str]
    title: ClassVar[str]
    skill: ClassVar[Skill]
    about: ClassVar[str]

    @abstractmethod
    def made(self, random: np.random.Generator, seed: int, kit: PracticeKit, room: Darkroom) -> Made:
        """The drill of a seed."""


def lens_of(begun: Beginning) -> Lens:
    """The lens a beginning is usually taken with."""
    return next(each.lens for each in starting_kit().lenses if each.id == begun.lens)


def posed(
    random: np.random.Generator,
    kit: PracticeKit,
    *,
    only: tuple[str, ...] = (),
    lens: Lens | None = None,
    **changes: object,
) -> Posed:
    """A situation drawn at random. only: ids of beginnings to draw from; lens: another than the usual one; changes: of the situation."""
    known = [each for each in beginnings() if not only or each.id in only]
    begun = known[int(random.integers(len(known)))]
    distance, light = int(random.integers(len(begun.distances))), begun.lights[int(random.integers(len(begun.lights)))]
    situation = begun.situation(uuid5(NAMESPACE_URL, f"practice/{begun.id}"), distance=distance, light=light)
    given = PlanInput(situation=situation.model_copy(update=changes), body=kit.body, lens=lens or lens_of(begun))
    return Posed(begun, given, given.case, plan_of(given))


def marked(quantity: Quantity, value: float) -> str:
    """A time, aperture or ISO as bodies mark it."""
    return step_label(quantity, nearest_step(quantity, value))
