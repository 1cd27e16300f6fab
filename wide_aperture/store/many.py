"""Writing thousands of rows at once: what the ORM prepares value by value is prepared here column by column."""

from __future__ import annotations

import json
from collections.abc import Iterable, Sequence
from typing import Any

from django.db import connection, models


def insert_many(model: type[models.Model], names: Sequence[str], rows: Iterable[Sequence[Any]]) -> None:
    """Insert rows of these fields; all others must have a default of the database or be filled by it. Signals are not sent, as in bulk_create.

    Raises: IntegrityError as bulk_create does.
    """
    fields: list[Any] = [model._meta.get_field(name) for name in names]
    ready = [_ready(field) for field in fields]
    quoted = [connection.ops.quote_name(field.column) for field in fields]
    table = connection.ops.quote_name(model._meta.db_table)
    marks = ", ".join(["%s"] * len(fields))
    with connection.cursor() as cursor:
        cursor.executemany(
            f"INSERT INTO {table} ({', '.join(quoted)}) VALUES ({marks})",
            [tuple(make(value) for make, value in zip(ready, row, strict=True)) for row in rows],
        )


def _ready(field: Any) -> Any:
    """What makes a value of a field as the database takes it."""
    if isinstance(field, models.JSONField):
        return lambda value: value if isinstance(value, str) else json.dumps(value)
    if isinstance(field, models.UUIDField):
        return lambda value: None if value is None else value.hex
    if isinstance(field, models.DateTimeField):
        return lambda value: None if value is None else connection.ops.adapt_datetimefield_value(value)
    return lambda value: value
