"""Dated copies of the database: made while others write, proved whole, thinned to a week of days and a month of weeks."""

from __future__ import annotations

import datetime as dt
import sqlite3
from contextlib import closing
from dataclasses import dataclass
from pathlib import Path

DAYS_KEPT, WEEKS_KEPT = 7, 4
BEFORE_MIGRATION, AUTOMATIC = "wide_aperture", "auto"
STAMP = "%Y%m%dT%H%M%SZ"


@dataclass(frozen=True)
class Copy:
    path: Path
    made_at: dt.datetime

    @property
    def spoken(self) -> str:
        return f"{self.path.name}, of {self.made_at:%d %b %Y %H:%M} UTC"


def make_copy(database: Path, folder: Path, kind: str, now: dt.datetime) -> Copy:
    """Copy the database, its write-ahead log included, and prove the copy whole.

    SQLite's own backup reads beside the writers: nobody's save waits for it.
    Raises: sqlite3.DatabaseError when the database cannot be read whole; OSError when there is no room.
    """
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    target = folder / f"{kind}-{now:{STAMP}}.sqlite3"
    unfinished = target.with_suffix(".part")
    try:
        with (
            closing(sqlite3.connect(f"{database.as_uri()}?mode=ro", uri=True)) as source,
            closing(sqlite3.connect(unfinished)) as copy,
        ):
            unfinished.chmod(0o600)
            source.backup(copy)
            copy.execute("PRAGMA journal_mode=DELETE")
        if not is_whole(unfinished):
            raise sqlite3.DatabaseError("the copy is not whole")
        unfinished.replace(target)
    finally:
        unfinished.unlink(missing_ok=True)
    return Copy(target, now)


def copies(folder: Path) -> list[Copy]:
    """All copies in a folder, the newest first."""
    found = []
    for path in folder.glob("*.sqlite3"):
        stamp = path.stem.rsplit("-", 1)[-1]
        try:
            made_at = dt.datetime.strptime(stamp, STAMP).replace(tzinfo=dt.UTC)
        except ValueError:
            continue
        if path.stem.startswith((f"{AUTOMATIC}-", f"{BEFORE_MIGRATION}-")):
            found.append(Copy(path, made_at))
    return sorted(found, key=lambda copy: copy.made_at, reverse=True)


def last_good(folder: Path) -> Copy | None:
    """The newest copy that is whole."""
    return next((copy for copy in copies(folder) if is_whole(copy.path)), None)


def is_whole(database: Path) -> bool:
    """True when SQLite finds no fault in a file that holds at least one table."""
    if not database.exists() or database.stat().st_size == 0:
        return False
    try:
        with closing(sqlite3.connect(f"{database.as_uri()}?mode=ro", uri=True)) as connection:
            tables = connection.execute("SELECT count(*) FROM sqlite_master").fetchone()[0]
            return bool(tables) and connection.execute("PRAGMA quick_check").fetchone()[0] == "ok"
    except sqlite3.DatabaseError:
        return False


def thin_out(folder: Path, now: dt.datetime) -> list[Path]:
    """Remove automatic copies beyond the newest of each of seven days and of each of four weeks. The newest stays."""
    automatic = [copy for copy in copies(folder) if copy.path.stem.startswith(f"{AUTOMATIC}-")]
    kept = {copy.path for copy in automatic[:1]}
    days, weeks = set[dt.date](), set[tuple[int, int]]()
    for copy in automatic:
        day, week = copy.made_at.date(), copy.made_at.isocalendar()[:2]
        if day not in days and len(days) < DAYS_KEPT:
            kept.add(copy.path)
        if week not in weeks and len(weeks) < WEEKS_KEPT:
            kept.add(copy.path)
        days.add(day)
        weeks.add(week)
    removed = [copy.path for copy in automatic if copy.path not in kept]
    for path in removed:
        path.unlink(missing_ok=True)
    return removed
