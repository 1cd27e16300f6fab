"""A photographer's own look: what the picture is made of, under a name of its own, and where it is taken by itself."""

from __future__ import annotations

from typing import Annotated
from uuid import UUID

from pydantic import Field, model_validator

from wide_aperture.core.document import Document, Name, broken_rule
from wide_aperture.core.documents.setting_ids import LOOK_SETTINGS, SettingId
from wide_aperture.core.documents.setting_values import Value, value_fault
from wide_aperture.core.documents.situation import Genre


class NamedLook(Document):
    """A named look. settings: of those a look is made of; genres: taken there by itself; body_id: on this body only."""

    name: Name
    settings: dict[SettingId, Value]
    genres: Annotated[tuple[Genre, ...], Field(max_length=8)] = ()
    body_id: UUID | None = None

    @model_validator(mode="after")
    def _is_a_look(self) -> NamedLook:
        for name, value in self.settings.items():
            if name not in LOOK_SETTINGS:
                raise broken_rule(f"settings/{name}", "is no part of a look")
            if fault := value_fault(name, value):
                raise broken_rule(f"settings/{name}", fault)
        return self

    def is_for(self, genre: Genre, body_id: UUID) -> bool:
        """True where it is taken by itself."""
        return genre in self.genres and self.body_id in (None, body_id)
