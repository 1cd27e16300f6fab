"""Opening a data folder: refused with a sentence when a newer program wrote it, or its database is cut or damaged."""

from __future__ import annotations

import datetime as dt
import json
import os
import shutil
from pathlib import Path

from wide_aperture import VERSION
from wide_aperture.server.data_folder.copies import Copy, is_whole, last_good
from wide_aperture.server.data_folder.errors import DataFolderError

# Raised by one whenever older programs could no longer read what this one writes.
DATA_VERSION = 6
STAMP_NAME = "folder.json"
TAKE_IT = (
    "Take it with “wide-aperture serve --take-copy” (in a checkout: “make take-copy”); the file here is kept beside it."
)


class DataFolder:
    """The folder with the database, its copies and the server's key."""

    def __init__(self, path: Path, database: Path) -> None:
        self.path, self.database = path, database
        self.backups = path / "backups"

    def check(self) -> None:
        """Raises DataFolderError for what this program must not open. A missing database is a first run."""
        stamp = self._stamp()
        if stamp > DATA_VERSION:
            raise DataFolderError(
                f"{self.path} was written by a newer Wide Aperture (data version {stamp}; this program, {VERSION}, "
                f"knows {DATA_VERSION}). Update the program, or name another folder with WIDE_APERTURE_DATA."
            )
        if not self.database.exists():
            return
        if self.database.stat().st_size == 0:
            raise DataFolderError(
                f"{self.database} is empty (0 bytes): something cut it off. {self._offer()} To begin with nothing, delete it."
            )
        if not is_whole(self.database):
            raise DataFolderError(f"{self.database} is damaged. {self._offer()}")

    def stamp(self) -> None:
        """Write down which program wrote here last, and keep everything from other people's eyes."""
        path = self.path / STAMP_NAME
        text = json.dumps({"data_version": DATA_VERSION, "program": VERSION}) + "\n"
        if not path.exists() or path.read_text("utf-8") != text:
            unfinished = path.with_suffix(".part")
            unfinished.write_text(text, "utf-8")
            unfinished.replace(path)
        for name in ("", "-wal", "-shm"):
            file = Path(f"{self.database}{name}")
            if file.exists():
                file.chmod(0o600)

    def take_copy(self, now: dt.datetime) -> Copy:
        """Put the last good copy in the database's place; what was there is kept beside it.

        Raises: DataFolderError when there is no good copy.
        """
        copy = last_good(self.backups)
        if copy is None:
            raise DataFolderError(f"There is no good copy in {self.backups}.")
        for name in ("", "-wal", "-shm"):
            file = Path(f"{self.database}{name}")
            if file.exists():
                file.replace(self.path / f"set-aside-{now:%Y%m%dT%H%M%SZ}.sqlite3{name}")
        unfinished = self.database.with_suffix(".part")
        shutil.copyfile(copy.path, unfinished)
        os.chmod(unfinished, 0o600)
        unfinished.replace(self.database)
        return copy

    def _offer(self) -> str:
        copy = last_good(self.backups)
        return (
            f"The last good copy is {copy.spoken}. {TAKE_IT}" if copy else f"There is no good copy in {self.backups}."
        )

    def _stamp(self) -> int:
        """The version that wrote here last; 0 where nobody did or the stamp cannot be read."""
        try:
            found = json.loads((self.path / STAMP_NAME).read_text("utf-8"))
        except (OSError, ValueError):
            return 0
        version = found.get("data_version") if isinstance(found, dict) else None
        return version if type(version) is int else 0
