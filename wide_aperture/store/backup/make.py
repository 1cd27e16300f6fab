"""Making a backup: documents with their history line by line, counts and checksums, and the database."""

from __future__ import annotations

import datetime as dt
import hashlib
import json
import sqlite3
import tempfile
import zipfile
from collections.abc import Iterator
from contextlib import closing
from pathlib import Path
from typing import IO, Any

from django.contrib.auth.models import User
from django.db import connection

from wide_aperture.store.backup.layout import DATABASE, FORMAT, FORMAT_VERSION, MANIFEST, entry_name
from wide_aperture.store.fields import Damaged
from wide_aperture.store.models import Revision, StoredDocument, stored_models


def make_backup(*, owner: User, made_at: dt.datetime, into: IO[bytes]) -> None:
    """Write the zip with all of the owner's documents, deleted ones included, and the database."""
    files: dict[str, dict[str, Any]] = {}
    with zipfile.ZipFile(into, "w", zipfile.ZIP_DEFLATED) as archive:
        for model in stored_models():
            name = entry_name(model.plural)
            digest, documents, revisions = hashlib.sha256(), 0, 0
            with archive.open(name, "w") as entry:
                for line in _lines(model, owner):
                    data = json.dumps(line, ensure_ascii=False, separators=(",", ":")).encode() + b"\n"
                    digest.update(data)
                    entry.write(data)
                    documents += "document" in line and "of" not in line
                    revisions += "of" in line
            files[name] = {"sha256": digest.hexdigest(), "documents": documents, "revisions": revisions}
        manifest = {
            "format": FORMAT,
            "format_version": FORMAT_VERSION,
            "made_at": made_at.isoformat(),
            "files": files,
        }
        archive.writestr(MANIFEST, json.dumps(manifest, indent=1))
        with tempfile.TemporaryDirectory() as folder:
            copy = Path(folder) / DATABASE
            copy_database(copy)
            archive.write(copy, DATABASE)


def _lines(model: type[StoredDocument], owner: User) -> Iterator[dict[str, Any]]:
    """A line a document, then a line each of its revisions. A row whose text is damaged cannot travel as JSON."""
    for row in model._default_manager.filter(owner=owner).iterator(chunk_size=100):
        if isinstance(row.document, Damaged):
            continue
        line = {
            "id": str(row.pk),
            "revision": row.revision,
            "created_at": row.created_at.isoformat(),
            "updated_at": row.updated_at.isoformat(),
            "deleted_at": row.deleted_at.isoformat() if row.deleted_at else None,
            "document": row.document,
        }
        original = getattr(row, "original", "")
        yield {**line, "original": original} if original else line
        for past in Revision.objects.filter(kind=model.kind(), row_id=row.pk).iterator(chunk_size=100):
            if not isinstance(past.document, Damaged):
                yield {
                    "of": str(row.pk),
                    "number": past.number,
                    "deleted": past.deleted,
                    "written_at": past.written_at.isoformat(),
                    "document": past.document,
                }


def copy_database(target: Path) -> None:
    """SQLite's own backup: a plain file copy would miss what lies in the write-ahead log.

    A connection of its own, so that it waits for nobody's transaction and nobody's save waits for it.
    """
    name = str(connection.settings_dict["NAME"])
    source = name if name.startswith("file:") else Path(name).as_uri() + "?mode=ro"
    with closing(sqlite3.connect(source, uri=True)) as original, closing(sqlite3.connect(target)) as copy:
        target.chmod(0o600)
        original.backup(copy)
