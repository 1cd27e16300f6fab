"""Backup to one zip and restore from it.

The zip holds every document with its revisions as JSON, and a copy of the database for those who want the whole.
Restoring reads the JSON only: it works on any version of the database and never touches other people's rows.
"""

from __future__ import annotations

import datetime as dt
import io
import json
import sqlite3
import tempfile
import zipfile
from contextlib import closing
from dataclasses import dataclass
from pathlib import Path
from typing import Any
from uuid import UUID

from django.contrib.auth.models import User
from django.db import connection, transaction
from pydantic import BaseModel, ValidationError

from wide_aperture.core import documents, kit, phrasebook, shoot_document
from wide_aperture.core.camera import state
from wide_aperture.core.errors import DomainError
from wide_aperture.core.foundation import FoundationDocument
from wide_aperture.core.packing import PackingDocument
from wide_aperture.core.place_document import SavedPlace
from wide_aperture.gear.models import Body, Foundation, Lens
from wide_aperture.pack.models import CameraState, Packing, Phrasebook
from wide_aperture.setups.models import SavedSetup
from wide_aperture.shoots.models import Shoot, Situation
from wide_aperture.sky.models import Place
from wide_aperture.store.models import Revision, StoredDocument
from wide_aperture.store.services import Precondition, put_row

FORMAT = "wide-aperture/backup"
FORMAT_VERSION = 1
MOST_UNPACKED_BYTES = 200_000_000

# In the order in which they must come back: situations need their shoots.
KINDS: dict[str, tuple[type[StoredDocument], type[BaseModel]]] = {
    "bodies": (Body, kit.Body),
    "lenses": (Lens, kit.Lens),
    "foundations": (Foundation, FoundationDocument),
    "shoots": (Shoot, shoot_document.Shoot),
    "situations": (Situation, shoot_document.PlannedSituation),
    "setups": (SavedSetup, documents.SavedSetup),
    "places": (Place, SavedPlace),
    "phrasebooks": (Phrasebook, phrasebook.Phrasebook),
    "states": (CameraState, state.CameraState),
    "packings": (Packing, PackingDocument),
}


@dataclass(frozen=True)
class RestoreReport:
    """How many documents were added, replaced and found the same, and what could not be read."""

    added: int
    replaced: int
    same: int
    refused: tuple[str, ...]


def make_backup(*, owner: User, made_at: dt.datetime) -> bytes:
    """The zip with all of the owner's documents, deleted ones included, and the database."""
    buffer = io.BytesIO()
    with zipfile.ZipFile(buffer, "w", zipfile.ZIP_DEFLATED) as archive:
        counts = {}
        for name, (model, _) in KINDS.items():
            rows = [_row(row) for row in model.objects.filter(owner=owner)]
            counts[name] = len(rows)
            archive.writestr(f"documents/{name}.json", json.dumps(rows, ensure_ascii=False, indent=1))
        manifest = {
            "format": FORMAT,
            "format_version": FORMAT_VERSION,
            "made_at": made_at.isoformat(),
            "documents": counts,
        }
        archive.writestr("manifest.json", json.dumps(manifest, indent=1))
        archive.writestr("database.sqlite3", _database_copy())
    return buffer.getvalue()


def _row(row: StoredDocument) -> dict[str, Any]:
    history = Revision.objects.filter(kind=row._meta.model_name, row_id=row.pk)
    return {
        "id": str(row.pk),
        "revision": row.revision,
        "deleted": row.is_deleted,
        "document": row.document,
        "revisions": [{"number": r.number, "deleted": r.deleted, "document": r.document} for r in history],
    }


def _database_copy() -> bytes:
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "copy.sqlite3"
        # A connection of its own: copying through one that is inside a transaction would wait for itself.
        name = str(connection.settings_dict["NAME"])
        source = name if name.startswith("file:") else Path(name).as_uri() + "?mode=ro"
        with closing(sqlite3.connect(source, uri=True)) as original, closing(sqlite3.connect(path)) as copy:
            original.backup(copy)
        return path.read_bytes()


@transaction.atomic
def restore(*, owner: User, content: bytes) -> RestoreReport:
    """Bring back the documents of a backup: missing ones are added, differing ones replaced as a new revision.

    Deleted documents of the backup are left out. Raises: DomainError when the file is no backup.
    """
    added = replaced = same = 0
    refused: list[str] = []
    for name, entries in _read(content).items():
        model, schema = KINDS[name]
        for entry in entries:
            if entry.get("deleted"):
                continue
            try:
                outcome = _bring_back(owner, model, schema, name, entry)
            except (ValidationError, DomainError, KeyError, TypeError, ValueError) as error:
                refused.append(f"{name}/{entry.get('id', '?')}: {str(error).splitlines()[0]}")
                continue
            added += outcome == "added"
            replaced += outcome == "replaced"
            same += outcome == "same"
    return RestoreReport(added=added, replaced=replaced, same=same, refused=tuple(refused))


def _bring_back(
    owner: User, model: type[StoredDocument], schema: type[BaseModel], name: str, entry: dict[str, Any]
) -> str:
    row_id = UUID(entry["id"])
    raw = documents.upgrade(entry["document"]) if name == "setups" else entry["document"]
    document = schema.model_validate_json(json.dumps(raw))
    held = model.objects.filter(pk=row_id).first()
    if held is not None and held.owner_id != owner.pk:
        raise DomainError("id", str(row_id), "belongs to somebody else here")
    columns = None
    if isinstance(document, shoot_document.PlannedSituation):
        if not Shoot.objects.filter(pk=document.shoot_id, owner=owner).exists():
            raise DomainError("shoot_id", str(document.shoot_id), "must be a shoot that exists or comes back")
        columns = {"shoot_id": document.shoot_id, "order": document.situation.order}
    if held is not None and not held.is_deleted and _same(schema, held.document, document):
        return "same"
    expects = Precondition(creates=True) if held is None else Precondition(revision=held.revision)
    put_row(model, owner=owner, row_id=row_id, document=document, expects=expects, columns=columns)
    return "added" if held is None else "replaced"


def _same(schema: type[BaseModel], stored: dict[str, Any], document: BaseModel) -> bool:
    """Whether they say the same; a row written before a field existed does not name it."""
    try:
        return schema.model_validate_json(json.dumps(stored)) == document
    except ValidationError:
        return False


def _read(content: bytes) -> dict[str, list[dict[str, Any]]]:
    """Documents by kind. Only names this program knows are opened, so no path can lead anywhere."""
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as archive:
            wanted = {f"documents/{name}.json": name for name in KINDS}
            infos = {info.filename: info for info in archive.infolist()}
            if "manifest.json" not in infos:
                raise DomainError("file", "zip", "must be a backup: it holds no manifest")
            opened = [infos[path] for path in ("manifest.json", *wanted) if path in infos]
            if sum(info.file_size for info in opened) > MOST_UNPACKED_BYTES:
                raise DomainError("file", "zip", "unpacks to more than a backup can be")
            manifest = json.loads(archive.read("manifest.json"))
            if not isinstance(manifest, dict) or manifest.get("format") != FORMAT:
                raise DomainError("file", "zip", "must be a backup of this program")
            if manifest.get("format_version") != FORMAT_VERSION:
                raise DomainError("file", manifest.get("format_version"), "is of a version this program does not know")
            found = {name: json.loads(archive.read(path)) for path, name in wanted.items() if path in infos}
    except (zipfile.BadZipFile, ValueError, NotImplementedError, RuntimeError) as error:
        if isinstance(error, DomainError):
            raise
        raise DomainError("file", "upload", "must be a backup zip") from error
    return {
        name: [e for e in entries if isinstance(e, dict)]
        for name, entries in found.items()
        if isinstance(entries, list)
    }
