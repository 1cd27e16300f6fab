"""The column a document is kept in."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from django.db import models


@dataclass(frozen=True)
class Damaged:
    """Stands where a document should be: the stored text is no JSON any more."""

    text: str


class DocumentField(models.JSONField):
    """A JSON column in which one damaged row does not make every row of a list unreadable."""

    def from_db_value(self, value: Any, expression: Any, connection: Any) -> Any:
        # Django hands out a text that is no JSON as it is; documents are objects, so a text is never one.
        found = super().from_db_value(value, expression, connection)
        return Damaged(found) if isinstance(found, str) else found

    def deconstruct(self) -> tuple[Any, Any, Any, Any]:
        # In the database it is a plain JSON column, and migrations need not know more.
        name, _, args, kwargs = super().deconstruct()
        return name, "django.db.models.JSONField", args, kwargs
