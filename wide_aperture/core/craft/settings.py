"""The catalogue of settings: one typed source for planner, checks, forms and explanations."""

from __future__ import annotations

import json
from functools import cache
from importlib import resources
from typing import Literal

from pydantic import Field, TypeAdapter

from wide_aperture.core.document import Document, Finite, Name, Text
from wide_aperture.core.documents.setup import Touches
from wide_aperture.core.errors import UnknownIdError

CatalogueValue = bool | Finite | str | None


class Option(Document):
    id: str
    label: Name


class Irrelevance(Document):
    """The setting has no effect while another setting has one of these values."""

    setting: str
    is_one_of: tuple[str, ...]


class CatalogueEntry(Document):
    """One setting of a camera: what it is called, what it can be, and what it touches."""

    id: str
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
    explanation: Text

    def option_label(self, option_id: str) -> str:
        """The label of an option. Raises UnknownIdError for an option the setting does not have."""
        for option in self.options:
            if option.id == option_id:
                return option.label
        raise UnknownIdError(f"option of {self.id}", option_id)


@cache
def catalogue() -> tuple[CatalogueEntry, ...]:
    """All settings of data/settings.json, in the order people set them."""
    text = resources.files("wide_aperture.core.craft").joinpath("data/settings.json").read_text("utf-8")
    return TypeAdapter(tuple[CatalogueEntry, ...]).validate_python(json.loads(text)["settings"])


@cache
def _by_id() -> dict[str, CatalogueEntry]:
    return {entry.id: entry for entry in catalogue()}


def setting(setting_id: str) -> CatalogueEntry:
    """Raises UnknownIdError for an id the catalogue does not have."""
    try:
        return _by_id()[setting_id]
    except KeyError:
        raise UnknownIdError("setting", setting_id) from None
