"""The catalogue of settings: one typed source for planner, checks, forms and explanations."""

from __future__ import annotations

import json
from functools import cache
from importlib import resources
from typing import Annotated, Literal

from pydantic import Field, TypeAdapter

from wide_aperture.core.document import Document, Finite, Fraction01, Name, Text
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setup import Touches
from wide_aperture.core.errors import UnknownIdError

# Files of data/settings/, in the order people set them.
GROUPS = (
    "file", "exposure", "flash", "metering", "tone", "bracketing", "colour", "focus", "drive", "stabiliser", "noise",
    "display", "sound_and_light", "playback", "link", "power_and_care", "controls",
)  # fmt: skip

NOT_THERE = ("na", "none")  # options that say there is nothing to set
CatalogueValue = bool | Finite | str | None


class Option(Document):
    id: str
    label: Name


class Irrelevance(Document):
    """The setting has no effect while another setting has one of these values."""

    setting: SettingId
    is_one_of: tuple[str, ...]


class Spoils(Document):
    """What a value left standing does to the next scene.

    frames_lost: share of that scene's frames; hard_to_notice: 0 seen at once, 1 never; both null: not counted.
    """

    values: tuple[CatalogueValue, ...]
    frames_lost: Fraction01 | None = None
    hard_to_notice: Fraction01 | None = None
    sign: Text = Field(default="", description="By what it shows")
    undo_first: bool = Field(default=False, description="Spoils frames by itself: undone before anything else")
    never_stored: bool = Field(default=False, description="No storage place should bring it back")


class UsualControl(Document):
    """The control most bodies give a setting."""

    way: Literal["dial", "button", "switch"]
    on: Name


class CatalogueEntry(Document):
    """One setting of a camera: what it is, what it touches, which rule sets it, and how hands and frames meet it."""

    id: SettingId
    label: Name
    group: Name
    kind: Literal["choice", "number", "flag", "range"]
    options: tuple[Option, ...] = ()
    unit: str | None = None
    touches: tuple[Touches, ...]
    irrelevant_when: tuple[Irrelevance, ...] = ()
    fights: tuple[str, ...] = Field(default=(), description="Codes of the checks that judge this setting")
    factory: CatalogueValue = Field(default=None, description="As most bodies leave the factory; null: no default")
    usual: CatalogueValue = Field(default=None, description="What a foundation sets unless its owner says otherwise")
    usual_because: Text = ""
    asked_first: bool = Field(default=False, description="Among the standing values that matter on a new body")
    explanation: Text
    set_by: Annotated[tuple[str, ...], Field(min_length=1)] = Field(
        description="Rules of the planner that set it (module.function); usual: as a habit, from here or the foundation"
    )
    done: Literal["in_camera", "by_hand", "advice"] = Field(
        default="in_camera", description="by_hand: outside the camera; advice: of a plan, no switch anywhere"
    )
    scope: Literal["frame", "look", "camera"] = Field(
        default="frame",
        description="camera: of the camera as a whole, in no storage place; look: part of a stored look",
    )
    kept_as: Literal["mode", "values"] | None = Field(
        default=None, description="What it belongs to where a storage place holds less than everything"
    )
    while_held: bool = Field(default=False, description="Most bodies let a held button change it for as long as held")
    turned: bool = Field(default=False, description="Counted in clicks of a dial")
    usual_control: UsualControl | None = None
    quick_screen: bool = False
    functions: tuple[str, ...] = Field(default=(), description="Functions of controls that reach it")
    guest: CatalogueValue = Field(default=None, description="Where it should stand for a stranger; null: as it stands")
    spoils: tuple[Spoils, ...] = ()
    feeds: str | None = Field(
        default=None, description="Field of the simulated camera it becomes; null: shows in no frame"
    )

    def spoiling(self) -> tuple[CatalogueValue, ...]:
        """Values that spoil the next frames by themselves and are undone before anything else."""
        return tuple(value for each in self.spoils if each.undo_first for value in each.values)

    def option_label(self, option_id: str) -> str:
        """The label of an option. Raises UnknownIdError for an option the setting does not have."""
        for option in self.options:
            if option.id == option_id:
                return option.label
        raise UnknownIdError(f"option of {self.id}", option_id)


@cache
def catalogue() -> tuple[CatalogueEntry, ...]:
    """All settings of data/settings/, in the order people set them."""
    folder = resources.files("wide_aperture.core.craft").joinpath("data/settings")
    pages = [json.loads(folder.joinpath(f"{name}.json").read_text("utf-8")) for name in GROUPS]
    entries = [{"group": page["group"], **entry} for page in pages for entry in page["settings"]]
    return TypeAdapter(tuple[CatalogueEntry, ...]).validate_python(entries)


@cache
def _by_id() -> dict[str, CatalogueEntry]:
    return {entry.id: entry for entry in catalogue()}


def setting(setting_id: str) -> CatalogueEntry:
    """Raises UnknownIdError for an id the catalogue does not have."""
    try:
        return _by_id()[setting_id]
    except KeyError:
        raise UnknownIdError("setting", setting_id) from None
