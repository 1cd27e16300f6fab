"""The last known settings of a body, and the settings a plan asks it to stand at."""

from __future__ import annotations

import datetime as dt
import math
from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.exposure_modes import chosen_by_camera
from wide_aperture.core.document import Document, Name, Text
from wide_aperture.core.documents.body import Body, SlotKind
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.documents.setup import Setup

Source = Literal["factory", "route", "pre_flight", "simulated", "by_hand"]
SAME_RATIO = 2 ** (1 / 12)  # a quarter of a third: rounding of marked values

FACTORY_EXPOSURE: dict[str, Value] = {"shutter_s": 1 / 128, "aperture": 5.656854249492381, "exposure_comp_ev": 0.0}


class StoredSlot(Document):
    """What a storage place holds. id: bank and number, like "full-2"."""

    id: Annotated[str, Field(pattern=r"^(full|look|mode_position|held_button)-[1-9][0-9]?$")]
    name: Name
    values: dict[str, Value] = {}
    family: Annotated[str, Field(max_length=40)] = ""
    stored_at: dt.datetime | None = None

    @property
    def kind(self) -> SlotKind:
        return self.id.rpartition("-")[0]  # type: ignore[return-value]


class CameraState(Document):
    """A body as it was last known. unsure: settings somebody doubts."""

    id: UUID
    body_id: UUID
    values: dict[str, Value] = {}
    unsure: Annotated[tuple[str, ...], Field(max_length=400)] = ()
    slots: Annotated[tuple[StoredSlot, ...], Field(max_length=60)] = ()
    active_slot: str | None = None
    source: Source = "factory"
    at: dt.datetime | None = None
    note: Text = ""

    @property
    def family(self) -> str:
        """The family of storage places the scope switch stands at; empty before any recall."""
        held = self.slot(self.active_slot) if self.active_slot else None
        return held.family if held else ""

    def slot(self, slot_id: str) -> StoredSlot | None:
        return next((slot for slot in self.slots if slot.id == slot_id), None)


def factory_values(body: Body) -> dict[str, Value]:
    """How a body leaves the factory: the catalogue's, its own differences, base ISO."""
    values: dict[str, Value] = {
        entry.id: entry.factory
        for entry in catalogue.catalogue()
        if entry.factory is not None and has_setting(body, entry.id)
    }
    values.update({each.setting: each.option for each in body.factory})
    return {**values, **FACTORY_EXPOSURE, "iso": body.base_iso}


def target_of(setup: Setup, body: Body) -> dict[str, Value]:
    """The values a setup asks somebody to set: nothing the camera chooses itself, lacks, or has no switch for."""
    chosen = chosen_by_camera(setup.option("exposure_mode"))
    return {
        name: held.value
        for name, held in setup.settings.items()
        if held.value is not None
        and held.value != "na"
        and catalogue.setting(name).done != "advice"
        and name not in chosen
        and has_setting(body, name)
        and not (name == "kelvin" and setup.option("white_balance") != "kelvin")
        and _relevant(name, setup)
    }


def has_setting(body: Body, setting: str) -> bool:
    """Whether a body has a setting at all; what it does not declare it is taken to have."""
    declared = body.support_of(setting)
    return declared is None or bool(declared.options)


def _relevant(setting: str, setup: Setup) -> bool:
    return not any(setup.option(each.setting) in each.is_one_of for each in catalogue.setting(setting).irrelevant_when)


def same_value(a: Value, b: Value) -> bool:
    """Whether two values are one on a camera: numbers within a twelfth of a stop, the rest as they are."""
    if isinstance(a, bool) != isinstance(b, bool):
        return False  # Python holds True and 1 for one
    if isinstance(a, bool | str) or isinstance(b, str) or a is None or b is None:
        return a == b
    if a > 0 and b > 0:
        return max(a, b) / min(a, b) < SAME_RATIO
    return math.isclose(a, b, abs_tol=1e-6)


def differences(values: dict[str, Value], target: dict[str, Value], unsure: tuple[str, ...] = ()) -> tuple[str, ...]:
    """Settings of the target that stand otherwise or are doubted, in the target's order."""
    return tuple(
        name
        for name, wanted in target.items()
        if name in unsure or name not in values or not same_value(values[name], wanted)
    )
