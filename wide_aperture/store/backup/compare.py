"""What restoring a backup would do, told before it is done, and the documents made ready for it on disk.

Everything that costs time or memory happens here, outside any transaction: unpacking, parsing, validating, comparing.
"""

from __future__ import annotations

import json
from collections.abc import Callable, Iterator
from dataclasses import asdict, dataclass, field
from datetime import datetime
from pathlib import Path
from typing import Any, Literal
from uuid import UUID

from django.contrib.auth.models import User
from django.utils import timezone
from django.utils.dateparse import parse_datetime
from pydantic import ValidationError

from wide_aperture.core.document import Document
from wide_aperture.core.errors import DomainError
from wide_aperture.store.backup.read import Entry, Upload
from wide_aperture.store.errors import SnapshotError, UnreadableRowError
from wide_aperture.store.models import StoredDocument, model_of
from wide_aperture.store.reading import parsed, why

Outcome = Literal["added", "replaced", "revived", "binned", "same", "kept", "refused"]
CHANGES: tuple[Outcome, ...] = ("added", "replaced", "revived", "binned")
MOST_ITEMS = 2000
MOST_FIELDS = 12


@dataclass(frozen=True)
class Item:
    """What would happen to one document. fields: JSON Pointers of what differs; reason: why it is refused or kept."""

    kind: str
    noun: str
    id: str
    title: str
    outcome: Outcome
    reason: str = ""
    fields: tuple[str, ...] = ()


@dataclass
class Preview:
    """items: everything that is not simply the same, up to a number; counts: all of it, by kind and outcome."""

    made_at: str | None
    items: list[Item] = field(default_factory=list)
    counts: dict[str, dict[str, int]] = field(default_factory=dict)
    damage: list[str] = field(default_factory=list)

    def note(self, item: Item) -> None:
        by_outcome = self.counts.setdefault(item.kind, {})
        by_outcome[item.outcome] = by_outcome.get(item.outcome, 0) + 1
        if item.outcome != "same" and len(self.items) < MOST_ITEMS:
            self.items.append(item)


@dataclass(frozen=True)
class Ready:
    """A document that may be written, as it lies in the file of ready ones."""

    kind: str
    id: str
    outcome: Outcome
    revision: int
    document: dict[str, Any]
    original: str
    created_at: str | None
    deleted_at: str | None
    history: list[dict[str, Any]]

    @property
    def model(self) -> type[StoredDocument]:
        model = model_of(self.kind)
        assert model is not None  # it was written by this program, a moment ago
        return model


def prepare(upload: Upload, *, owner: User, ready: Path, said: Callable[[int], None]) -> Preview:
    """Read the whole backup; write what may be restored to `ready`, a line a document; return what it comes to."""
    preview = Preview(made_at=_text(upload.manifest.get("made_at")))
    shoots: set[str] = set()  # of this backup, that are or come back
    with ready.open("w", encoding="utf-8") as file:
        for entry in upload.entries(said):
            item, document = _judge(entry, owner, shoots)
            preview.note(item)
            if document is None or item.outcome in ("refused", "kept"):
                continue
            if item.kind == "shoots" and item.outcome != "binned":
                shoots.add(item.id)
            file.write(json.dumps(asdict(_ready(entry, item, document))) + "\n")
    preview.damage = [*upload.damage]
    return preview


def read_ready(path: Path) -> Iterator[Ready]:
    with path.open(encoding="utf-8") as file:
        for line in file:
            yield Ready(**json.loads(line))


def _judge(entry: Entry, owner: User, shoots: set[str]) -> tuple[Item, Document | None]:
    model, line = entry.model, entry.line
    raw = line.get("document")
    title = model.title_of(raw)

    def item(outcome: Outcome, reason: str = "", fields: tuple[str, ...] = ()) -> Item:
        return Item(model.plural, model.noun, str(line.get("id")), title, outcome, reason, fields)

    try:
        row_id = UUID(str(line["id"]))
        document = model.parse(raw)  # type: ignore[arg-type]
        if model.identity(document) != row_id:
            return item("refused", "its id is not the one it is filed under"), None
    except (ValidationError, DomainError, LookupError, TypeError, ValueError, AttributeError) as error:
        return item("refused", f"cannot be read: {why(error)}"), None
    held = model._default_manager.filter(pk=row_id).first()
    deleted = bool(line.get("deleted_at"))
    if held is not None and held.owner_id != owner.pk:
        return item("refused", "belongs to somebody else here"), None
    parent = getattr(document, "shoot_id", None) if model.plural == "situations" else None
    if parent is not None and not deleted and str(parent) not in shoots and not _lives("shoots", parent, owner):
        return item("refused", "its shoot is neither here nor in the backup"), None
    if held is None:
        return item("binned" if deleted else "added"), document
    if deleted:
        return (item("same") if held.is_deleted else item("kept", "was deleted in the backup; stays here")), document
    if held.is_deleted:
        return item("revived", "was deleted here"), document
    try:
        differing = _differing(parsed(held), document)
    except UnreadableRowError:
        return item("replaced", "cannot be read as it is here"), document
    if not differing:
        return item("same"), document
    try:
        model.refuse_change(held, document)
    except SnapshotError:
        return item("refused", "a saved setup does not change, and this one is different here", differing), None
    return item("replaced", fields=differing), document


def _lives(plural: str, row_id: UUID, owner: User) -> bool:
    model = model_of(plural)
    return model is not None and model._default_manager.filter(pk=row_id, owner=owner, deleted_at__isnull=True).exists()


def _differing(here: Document, there: Document) -> tuple[str, ...]:
    return tuple(_pointers(here.model_dump(mode="json"), there.model_dump(mode="json")))[:MOST_FIELDS]


def _pointers(a: Any, b: Any, at: str = "") -> Iterator[str]:
    if a == b:
        return
    if isinstance(a, dict) and isinstance(b, dict):
        for name in {**a, **b}:
            yield from _pointers(a.get(name), b.get(name), f"{at}/{name}")
        return
    yield at


def _ready(entry: Entry, item: Item, document: Document) -> Ready:
    line = entry.line
    revision = line.get("revision")
    original = line.get("original")
    history = [past for raw in entry.history if (past := _past(raw)) is not None]
    newest = max((past["number"] for past in history), default=1)
    return Ready(
        kind=item.kind,
        id=item.id,
        outcome=item.outcome,
        revision=max(int(revision), newest) if revision is not None and _is_number(revision) else newest,
        document=document.model_dump(mode="json"),
        original=original if isinstance(original, str) else "",
        created_at=_moment(line.get("created_at")),
        deleted_at=_moment(line.get("deleted_at")),
        history=history,
    )


def _past(raw: dict[str, Any]) -> dict[str, Any] | None:
    number = raw.get("number")
    if not _is_number(number) or not isinstance(raw.get("document"), dict):
        return None
    written_at = _moment(raw.get("written_at"))
    return {
        "number": number,
        "deleted": raw.get("deleted") is True,
        "written_at": written_at,
        "document": raw["document"],
    }


def _is_number(value: Any) -> bool:
    return type(value) is int and 1 <= value < 2**31


def _moment(value: Any) -> str | None:
    """A moment of a backup, aware and not in the future, as text; None where it says none."""
    try:
        moment = parse_datetime(value) if isinstance(value, str) else None
    except ValueError:
        return None
    if not isinstance(moment, datetime):
        return None
    aware = moment if timezone.is_aware(moment) else timezone.make_aware(moment)
    return min(aware, timezone.now()).isoformat()


def _text(value: Any) -> str | None:
    return value[:40] if isinstance(value, str) else None
