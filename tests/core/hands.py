"""Cameras in the hand for tests: plain states, books and items of a shoot."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from tests.core.builders import body
from tests.core.corpus import BODIES_BY_ID, LENSES_BY_ID, demo_input, demo_inputs
from wide_aperture.core.camera.controls.layout import usual_controls
from wide_aperture.core.camera.deeds import act
from wide_aperture.core.camera.phrasebook import Phrasebook, usual_phrasebook
from wide_aperture.core.camera.simulated import Action, new_camera
from wide_aperture.core.camera.state import CameraState, factory_values, target_of
from wide_aperture.core.camera.storage.documents import PackItem
from wide_aperture.core.documents.body import Body, SlotBank
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.documents.setup import SettingValue, Setup
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.demo.phrasebooks import phrasebooks
from wide_aperture.demo.shoots import IN_NUMBERS, SHOOTS

DEMO_BOOKS = {book.body_id: book for book in phrasebooks()}
DEMO_BODIES, DEMO_LENSES = BODIES_BY_ID, LENSES_BY_ID


def with_places(count: int = 3, **changes: Any) -> Body:
    return body(slots=(SlotBank(kind="full", count=count, label="place", **changes),))


def state(camera: Body, **values: Value) -> CameraState:
    """A body out of its box, with some settings changed."""
    return CameraState(id=UUID(int=9), body_id=camera.id, values={**factory_values(camera), **values})


def book(camera: Body) -> Phrasebook:
    """The usual words with the usual controls."""
    return usual_phrasebook(camera).model_copy(update={"controls": usual_controls()})


def item(
    number: int, title: str = "", starts: float | None = None, ends: float | None = None, **target: Value
) -> PackItem:
    """A situation that asks for these values only."""
    extra = {name: target.pop(name) for name in ("ev100", "is_silent") if name in target}
    setup = Setup(settings={name: SettingValue(value=value, layer="situation") for name, value in target.items()})
    return PackItem(UUID(int=100 + number), title or f"Scene {number}", setup, dict(target), starts, ends, **extra)  # type: ignore[arg-type]


def demo_planned(title: str) -> list[PlanInput]:
    """A demo shoot by its title, in order, its sky in numbers."""
    shoot = next(each for each in SHOOTS if each.title == title)
    found = sorted((each for each in IN_NUMBERS if each.shoot_id == shoot.id), key=lambda each: each.situation.order)
    return [demo_input(each) for each in found]


def demo_target(title: str) -> tuple[Body, dict[str, Value]]:
    """The body and values of a demo situation."""
    given = demo_inputs()[title]
    return given.body, target_of(plan_of(given).setup, given.body)


MANUAL = {"exposure_mode": "manual", "shutter_s": 1 / 128, "aperture": 4.0, "iso": 400.0}


class Hand:
    """A camera and its owner: act, and look."""

    def __init__(self, camera=None, words=None, **values):
        self.body = camera or body()
        self.book = words or book(self.body)
        self.now = new_camera(self.body, state(self.body, **{**MANUAL, **values}))
        self.last = None

    def do(self, deed, target="", **how):
        self.last = act(self.now, Action(deed=deed, target=target, **how), self.body, self.book)
        self.now = self.last.camera
        return self.last

    def value(self, setting):
        return self.now.values.get(setting)
