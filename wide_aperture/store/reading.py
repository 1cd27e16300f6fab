"""Stored rows as documents. A row nobody can read is set aside and named; it never fails the rows beside it."""

from __future__ import annotations

import contextlib
import json
import threading
from collections import OrderedDict
from collections.abc import Iterable
from typing import Any, TypeVar

from django.contrib.auth.models import User
from django.db.models import QuerySet
from pydantic import ValidationError

from wide_aperture.core.document import Document
from wide_aperture.core.errors import DomainError
from wide_aperture.store.errors import UnreadableRowError
from wide_aperture.store.fields import Damaged
from wide_aperture.store.models import StoredDocument, model_of
from wide_aperture.store.services import list_rows

MOST_KEPT_BYTES = 24_000_000

Key = tuple[str, Any, int, str]
Row = TypeVar("Row", bound=StoredDocument)


class _Texts:
    """The JSON of documents that were read and found whole, newest kept within a number of bytes."""

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._texts: OrderedDict[Key, str] = OrderedDict()
        self._bytes = 0

    def get(self, key: Key) -> str | None:
        with self._lock:
            text = self._texts.get(key)
            if text is not None:
                self._texts.move_to_end(key)
            return text

    def put(self, key: Key, text: str) -> None:
        with self._lock:
            if key in self._texts:
                return
            self._texts[key] = text
            self._bytes += len(text)
            while self._bytes > MOST_KEPT_BYTES:
                self._bytes -= len(self._texts.popitem(last=False)[1])


_texts = _Texts()


def parsed(row: StoredDocument) -> Document:
    """The row's document in the present shape. Raises UnreadableRowError."""
    if isinstance(row.document, Damaged):
        raise UnreadableRowError(row, "its stored text is no JSON any more")
    try:
        return type(row).parse(row.document)
    except (ValidationError, DomainError, LookupError, TypeError, ValueError, AttributeError) as error:
        raise UnreadableRowError(row, why(error)) from error


def why(error: Exception) -> str:
    """In one line what is wrong with a document, naming the first field that is."""
    if isinstance(error, ValidationError):
        first = error.errors()[0]
        return f"{'/'.join(map(str, first['loc'])) or 'the document'}: {first['msg']}"[:300]
    return str(error).splitlines()[0][:300] if str(error) else type(error).__name__


def json_text(row: StoredDocument) -> str:
    """The row's document as JSON in the present shape. Raises UnreadableRowError.

    Reading costs as much as computing on it, so the text of a revision is kept once it was found whole.
    """
    key = (row.kind(), row.pk, row.revision, str(row.updated_at))
    text = _texts.get(key)
    if text is None:
        text = parsed(row).model_dump_json()
        _texts.put(key, text)
    return text


def readable(rows: Iterable[Row]) -> list[tuple[Row, str]]:
    """Rows with their JSON; those that cannot be read are left out (set_aside.py names them)."""
    found: list[tuple[Row, str]] = []
    for row in rows:
        with contextlib.suppress(UnreadableRowError):
            found.append((row, json_text(row)))
    return found


def readable_documents(rows: Iterable[StoredDocument]) -> list[Any]:
    """Documents of rows, those that cannot be read left out."""
    found = []
    for row in rows:
        with contextlib.suppress(UnreadableRowError):
            found.append(parsed(row))
    return found


def owned_rows(plural: str, owner: User) -> QuerySet[StoredDocument]:
    """An owner's rows of a kind by its name in addresses: for rooms that know documents, not each other's tables.

    Raises: LookupError for a kind that is not kept.
    """
    model = model_of(plural)
    if model is None:
        raise LookupError(f"nothing is kept under {plural!r}")
    return list_rows(model, owner=owner)


def owned(plural: str, owner: User) -> list[Any]:
    """An owner's documents of a kind, those that cannot be read left out. Raises as owned_rows does."""
    return readable_documents(owned_rows(plural, owner))


def raw_text(row: StoredDocument) -> str:
    """What is stored, whatever it is: for looking at a row that cannot be read."""
    if isinstance(row.document, Damaged):
        return row.document.text
    return json.dumps(row.document, ensure_ascii=False, indent=1)
