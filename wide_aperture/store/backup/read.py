"""Reading an uploaded zip: only names this program knows, within limits, outside any transaction."""

from __future__ import annotations

import hashlib
import json
import zipfile
import zlib
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from pathlib import Path
from typing import IO, Any

from wide_aperture.core.errors import DomainError
from wide_aperture.store.backup import layout
from wide_aperture.store.backup.items import array_items, lines, parse_item, too_big
from wide_aperture.store.models import StoredDocument, stored_models

CHUNK_BYTES = 64_000
NO_BACKUP = "must be a backup of this program: a zip with its manifest"
METHODS = (zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED)


@dataclass
class Entry:
    """One document of a backup with its history."""

    model: type[StoredDocument]
    line: dict[str, Any]
    history: list[dict[str, Any]] = field(default_factory=list)


class Upload:
    """A backup that lies on disk. Raises DomainError from every method when it is not one, or too much of one."""

    def __init__(self, path: Path) -> None:
        try:
            self._archive = zipfile.ZipFile(path)
        except (zipfile.BadZipFile, OSError, ValueError, NotImplementedError) as error:
            raise DomainError("file", "upload", NO_BACKUP) from error
        self.damage: list[str] = []
        infos = self._archive.infolist()
        if len(infos) > layout.MOST_ZIP_ENTRIES:
            raise too_big("more files")
        self._infos = {info.filename: info for info in infos}
        self.manifest = self._read_manifest()
        self.version: int = self.manifest["format_version"]
        self._wanted = [
            (model, info)
            for model in stored_models()
            if (info := self._infos.get(layout.entry_name(model.plural, self.version))) is not None
        ]
        self.total_bytes = sum(info.file_size for _, info in self._wanted)
        if self.total_bytes > layout.MOST_UNPACKED_BYTES:
            raise too_big("more")

    def close(self) -> None:
        self._archive.close()

    def entries(self, said: Callable[[int], None]) -> Iterator[Entry]:
        """Every document with its history. said: told how many bytes have been read."""
        self._bytes, documents = 0, 0
        for model, info in self._wanted:
            files = self.manifest.get("files")
            promised = files.get(info.filename) if isinstance(files, dict) else None
            digest, found, past = hashlib.sha256(), 0, 0
            chunks = self._chunks(info, digest, said)
            for entry in self._entries_v1(model, chunks) if self.version == 1 else self._entries_v2(model, chunks):
                documents += 1
                found += 1
                past += len(entry.history)
                if documents > layout.MOST_DOCUMENTS:
                    raise too_big("more documents")
                yield entry
            self._compare(info.filename, promised, digest.hexdigest(), found, past)

    def _compare(self, name: str, promised: Any, sha256: str, documents: int, revisions: int) -> None:
        if self.version == 1:
            counts = self.manifest.get("documents")
            stem = name.split("/")[1].removesuffix(".json")
            if isinstance(counts, dict) and isinstance(counts.get(stem), int) and counts[stem] != documents:
                self.damage.append(f"{name}: {counts[stem]} documents are promised, {documents} were found.")
            return
        if not isinstance(promised, dict) or not promised:
            self.damage.append(f"{name} is not named in the backup's own list.")
        elif promised.get("sha256") != sha256:
            self.damage.append(f"{name} does not match its checksum: it was damaged or edited.")
        elif (promised.get("documents"), promised.get("revisions")) != (documents, revisions):
            self.damage.append(f"{name}: the backup's own list counts {promised.get('documents')}, {documents} found.")

    def _entries_v1(self, model: type[StoredDocument], chunks: Iterator[bytes]) -> Iterator[Entry]:
        for data in array_items(chunks, most_bytes=layout.MOST_ITEM_BYTES[1]):
            item = parse_item(data, most_nodes=layout.MOST_ITEM_NODES[1])
            past = item.pop("revisions", [])
            item["deleted_at"] = self.manifest.get("made_at") if item.pop("deleted", False) else None
            history = [r for r in past if isinstance(r, dict)] if isinstance(past, list) else []
            yield Entry(model, item, history)

    def _entries_v2(self, model: type[StoredDocument], chunks: Iterator[bytes]) -> Iterator[Entry]:
        entry: Entry | None = None
        for data in lines(chunks, most_bytes=layout.MOST_ITEM_BYTES[2]):
            try:
                item = parse_item(data, most_nodes=layout.MOST_ITEM_NODES[2])
            except DomainError as error:
                self.damage.append(f"A line of {layout.entry_name(model.plural)} was left out: it {error.rule}.")
                continue
            if "of" in item:
                if entry is not None and item["of"] == entry.line.get("id"):
                    entry.history.append(item)
                continue
            if entry is not None:
                yield entry
            entry = Entry(model, item)
        if entry is not None:
            yield entry

    def _chunks(self, info: zipfile.ZipInfo, digest: Any, said: Callable[[int], None]) -> Iterator[bytes]:
        with self._open(info) as source:
            for chunk in _read(source):
                # What a header promises is no limit: what comes out is counted.
                self._bytes += len(chunk)
                if self._bytes > layout.MOST_UNPACKED_BYTES:
                    raise too_big("more")
                digest.update(chunk)
                said(self._bytes)
                yield chunk

    def _read_manifest(self) -> dict[str, Any]:
        info = self._infos.get(layout.MANIFEST)
        if info is None or info.file_size > layout.MOST_MANIFEST_BYTES:
            raise DomainError("file", "zip", NO_BACKUP)
        data = b""
        with self._open(info) as source:
            for chunk in _read(source):
                data += chunk
                if len(data) > layout.MOST_MANIFEST_BYTES:
                    raise DomainError("file", "zip", NO_BACKUP)
        try:
            manifest = json.loads(data)
        except (ValueError, RecursionError) as error:
            raise DomainError("file", "zip", NO_BACKUP) from error
        if not isinstance(manifest, dict) or manifest.get("format") != layout.FORMAT:
            raise DomainError("file", "zip", NO_BACKUP)
        version = manifest.get("format_version")
        if type(version) is not int or not 1 <= version <= layout.FORMAT_VERSION:
            raise DomainError("file", version, "is of a version this program does not know: update the program first")
        return manifest

    def _open(self, info: zipfile.ZipInfo) -> IO[bytes]:
        if info.compress_type not in METHODS or info.flag_bits & 0x1:
            raise DomainError("file", info.filename, "is packed in a way no backup of this program is")
        try:
            return self._archive.open(info)
        except (zipfile.BadZipFile, OSError, NotImplementedError, RuntimeError, ValueError) as error:
            raise DomainError("file", info.filename, "cannot be read: the zip is damaged") from error


def _read(source: IO[bytes]) -> Iterator[bytes]:
    while True:
        try:
            chunk = source.read(CHUNK_BYTES)
        except (zipfile.BadZipFile, zlib.error, OSError, EOFError, ValueError) as error:
            raise DomainError("file", "zip", "cannot be read to its end: the zip is damaged") from error
        if not chunk:
            return
        yield chunk
