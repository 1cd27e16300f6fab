"""What a running server does for its data without being asked: a copy at start and each day, old versions thinned out."""

from __future__ import annotations

import datetime as dt
import logging
import sqlite3
import threading
from collections.abc import Callable

from django.db import connection

from wide_aperture.server.data_folder import copies
from wide_aperture.server.data_folder.folder import DataFolder
from wide_aperture.shoots import overview
from wide_aperture.store import retention
from wide_aperture.store.backup import jobs

log = logging.getLogger("wide_aperture.server")
LOOK_EVERY_S = 600.0


class Keeper:
    """Works in a thread of its own; a failure is logged and never stops the server."""

    def __init__(self, folder: DataFolder, now: Callable[[], dt.datetime]) -> None:
        self.folder, self.now = folder, now
        self._stopped = threading.Event()
        self._last_day: dt.date | None = None

    def start(self) -> None:
        threading.Thread(target=self._run, name="keeper", daemon=True).start()

    def stop(self) -> None:
        self._stopped.set()

    def look(self) -> None:
        """Do what is due: once at start, then once a day."""
        now = self.now()
        if self._last_day == now.date():
            return
        if self._last_day is None:
            jobs.clear_incoming()
        self._last_day = now.date()
        try:
            if self._has_changed_since_the_last_copy():
                copies.make_copy(self.folder.database, self.folder.backups, copies.AUTOMATIC, now)
            copies.thin_out(self.folder.backups, now)
            removed = retention.thin_out(now)
            overview.forget_unused(now)
            if removed:
                log.info("%d earlier versions thinned out", removed)
        except (OSError, sqlite3.Error):
            log.exception("the daily copy failed")

    def _has_changed_since_the_last_copy(self) -> bool:
        newest = next(iter(copies.copies(self.folder.backups)), None)
        if newest is None:
            return True
        written = max(file.stat().st_mtime for file in self.folder.path.glob(f"{self.folder.database.name}*"))
        return written > newest.path.stat().st_mtime

    def _run(self) -> None:
        try:
            while not self._stopped.is_set():
                try:
                    self.look()
                except Exception:
                    log.exception("keeping failed")
                self._stopped.wait(LOOK_EVERY_S)
        finally:
            connection.close()
