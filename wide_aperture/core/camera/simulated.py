"""The simulated camera as it stands, what can be done to it, and what it answers. core.camera.deeds says how."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from wide_aperture.core.camera.phrasebook import Way
from wide_aperture.core.camera.state import CameraState
from wide_aperture.core.document import Document, Finite, Fraction01, Name, NotNegative
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.setting_values import Value

Focused = Literal["nowhere", "by the button", "by half a press"]


class CardInCamera(Document):
    """A card in one of the camera's card slots."""

    label: Name
    free_gb: NotNegative


class SimulatedCamera(Document):
    """A body in the hand. state: settings and places; screen: what is open; as_recalled: values to fall back to at switch-off.

    over: values that a held control lays over the others, over_by: which control; magnified: times; armed: the control that
    moves the point because it was pressed.
    """

    state: CameraState
    screen: str = ""
    page: str = ""
    family: str = ""
    held: str | None = None
    over: dict[str, Value] = {}
    over_by: str | None = None
    magnified: Annotated[Finite, Field(ge=1, le=40)] = 1.0
    armed: str | None = None
    focused: Focused = "nowhere"
    as_recalled: dict[str, Value] = {}
    battery: Fraction01 = 1.0
    clock_offset_s: Finite = 0.0
    cards: tuple[CardInCamera, ...] = ()

    @property
    def values(self) -> dict[str, Value]:
        """The settings as they act: a held button's place lies over what is set."""
        slot = self.state.slot(self.held) if self.held else None
        return {**self.state.values, **(slot.values if slot else {}), **self.over}


Deed = Literal[
    "recall", "scope", "open", "page", "set", "by_hand", "store", "turn", "press", "release", "half_press", "switch_off_on", "hold", "let_go"
]  # fmt: skip


class Action(Document):
    """One thing done to the camera. target: place, screen, page, setting, control or family; way: for "set"."""

    deed: Deed
    target: Annotated[str, Field(max_length=120)] = ""
    value: Value = None
    way: Way | None = None
    clicks: Annotated[int, Field(ge=-60, le=60)] = 0
    name: Annotated[str, Field(max_length=120)] = ""


class Outcome(Document):
    """The camera afterwards, and what it showed. refused: it did not do it."""

    camera: SimulatedCamera
    said: str
    refused: bool = False


def new_camera(body: Body, state: CameraState) -> SimulatedCamera:
    """A body taken out of the bag as it was last known."""
    cards = tuple(CardInCamera(label=f"card {k}", free_gb=128) for k in range(1, body.card_slots + 1))
    return SimulatedCamera(state=state, cards=cards, family=state.family)
