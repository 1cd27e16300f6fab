"""The data folder: a newer one, a cut one, a damaged one, dated copies, what is kept from other people's eyes."""

import datetime as dt
import json
import os
import sqlite3
import stat
import subprocess
import sys
import tempfile
from contextlib import closing
from pathlib import Path
from unittest.mock import patch

from django.test import SimpleTestCase

from wide_aperture import VERSION
from wide_aperture.server.data_folder import copies
from wide_aperture.server.data_folder.errors import DataFolderError
from wide_aperture.server.data_folder.folder import DATA_VERSION, STAMP_NAME, DataFolder
from wide_aperture.server.data_folder.keeper import Keeper
from wide_aperture.server.settings import PROJECT

NOON = dt.datetime(2026, 3, 20, 12, tzinfo=dt.UTC)


class FolderTestCase(SimpleTestCase):
    def setUp(self):
        holder = tempfile.TemporaryDirectory()
        self.addCleanup(holder.cleanup)
        self.path = Path(holder.name)
        self.database = self.path / "wide_aperture.sqlite3"
        self.folder = DataFolder(self.path, self.database)

    def write(self, text: str) -> None:
        with closing(sqlite3.connect(self.database)) as connection:
            connection.execute("PRAGMA journal_mode=WAL")
            connection.execute("CREATE TABLE IF NOT EXISTS note (text TEXT)")
            connection.execute("INSERT INTO note VALUES (?)", [text])
            connection.commit()

    def read(self, path: Path) -> list[str]:
        with closing(sqlite3.connect(path)) as connection:
            return [row[0] for row in connection.execute("SELECT text FROM note")]

    def damage(self) -> None:
        with closing(sqlite3.connect(self.database)) as connection:
            connection.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        data = bytearray(self.database.read_bytes())
        data[100:3000] = b"\x55" * 2900
        self.database.write_bytes(data)


class Opening(FolderTestCase):
    def refused(self) -> str:
        with self.assertRaises(DataFolderError) as refused:
            self.folder.check()
        return str(refused.exception)

    def test_an_empty_folder_and_a_whole_one_are_opened(self):
        self.folder.check()
        self.write("a")
        self.folder.stamp()
        self.folder.check()

    def test_one_written_by_a_newer_program_is_refused(self):
        (self.path / STAMP_NAME).write_text(json.dumps({"data_version": DATA_VERSION + 1}))
        self.assertIn("newer Wide Aperture", self.refused())
        (self.path / STAMP_NAME).write_text(json.dumps({"data_version": DATA_VERSION}))
        self.folder.check()

    def test_a_stamp_that_cannot_be_read_is_none(self):
        for text in ("", "[]", '{"data_version": "x"}', "\x00"):
            (self.path / STAMP_NAME).write_text(text)
            self.folder.check()

    def test_a_database_of_0_bytes_is_no_first_run(self):
        self.database.touch()
        self.assertIn("0 bytes", self.refused())

    def test_a_damaged_database_names_the_last_good_copy_and_taking_it_keeps_the_damaged_one(self):
        self.write("a")
        good = copies.make_copy(self.database, self.folder.backups, copies.AUTOMATIC, NOON)
        bad = self.folder.backups / "auto-20260321T120000Z.sqlite3"
        bad.write_bytes(b"no database at all" * 100)
        self.write("b")
        self.damage()

        said = self.refused()
        self.assertIn(f"The last good copy is {good.path.name}, of 20 Mar 2026 12:00 UTC", said)
        self.folder.take_copy(NOON)

        self.assertEqual(self.read(self.database), ["a"])
        self.folder.check()
        self.assertEqual(len(list(self.path.glob("set-aside-*.sqlite3"))), 1)

    def test_without_any_copy_it_says_so(self):
        self.write("a")
        self.damage()
        self.assertIn("There is no good copy", self.refused())
        with self.assertRaises(DataFolderError):
            self.folder.take_copy(NOON)

    def test_what_lies_there_is_the_owner_s_alone(self):
        self.write("a")
        os.chmod(self.database, 0o644)
        self.folder.stamp()
        made = copies.make_copy(self.database, self.folder.backups, copies.AUTOMATIC, NOON)
        for path in (self.database, made.path):
            self.assertEqual(stat.S_IMODE(path.stat().st_mode), 0o600, path)
        self.assertEqual(json.loads((self.path / STAMP_NAME).read_text())["program"], VERSION)


class Copies(FolderTestCase):
    def test_a_copy_is_made_beside_a_writer_who_does_not_wait(self):
        self.write("a")
        with closing(sqlite3.connect(self.database, timeout=0.1)) as writer:
            writer.execute("BEGIN IMMEDIATE")
            writer.execute("INSERT INTO note VALUES ('under way')")
            made = copies.make_copy(self.database, self.folder.backups, copies.AUTOMATIC, NOON)
            writer.commit()
        self.assertEqual((self.read(made.path), self.read(self.database)), (["a"], ["a", "under way"]))

    def test_a_database_that_cannot_be_read_leaves_no_half_copy(self):
        self.database.write_bytes(b"x" * 5000)
        with self.assertRaises(sqlite3.DatabaseError):
            copies.make_copy(self.database, self.folder.backups, copies.AUTOMATIC, NOON)
        self.assertEqual(list(self.folder.backups.iterdir()), [])

    def test_seven_days_and_four_weeks_stay(self):
        self.folder.backups.mkdir()
        days = [NOON - dt.timedelta(days=k) for k in range(60)]
        for day in days:
            for hour in (0, 3):
                moment = day + dt.timedelta(hours=hour)
                (self.folder.backups / f"auto-{moment:{copies.STAMP}}.sqlite3").touch()
        migration = self.folder.backups / f"wide_aperture-{days[-1]:{copies.STAMP}}.sqlite3"
        migration.touch()
        stranger = self.folder.backups / "mine.sqlite3"
        stranger.touch()

        copies.thin_out(self.folder.backups, NOON)

        left = {copy.made_at.date() for copy in copies.copies(self.folder.backups) if "auto" in copy.path.name}
        # 20 March 2026 is a Friday: seven days reach back to the 14th, and three more weeks end on Sundays.
        week_ends = {dt.date(2026, 3, 15), dt.date(2026, 3, 8), dt.date(2026, 3, 1)}
        self.assertEqual(left, {day.date() for day in days[:7]} | week_ends)
        self.assertEqual(len(list(self.folder.backups.glob("auto-*"))), len(left))
        self.assertTrue(migration.exists() and stranger.exists())

    def test_the_only_copy_stays_however_old(self):
        self.folder.backups.mkdir()
        (self.folder.backups / f"auto-{NOON - dt.timedelta(days=900):{copies.STAMP}}.sqlite3").touch()
        self.assertEqual(copies.thin_out(self.folder.backups, NOON), [])

    def test_a_running_server_copies_at_start_and_each_day_when_something_was_written(self):
        self.write("a")
        now = [NOON]
        keeper = Keeper(self.folder, lambda: now[0])
        with (
            patch("wide_aperture.server.data_folder.keeper.retention.thin_out", return_value=0) as thinned,
            patch("wide_aperture.server.data_folder.keeper.overview.forget_unused"),
            patch("wide_aperture.server.data_folder.keeper.jobs.clear_incoming"),
        ):
            for hours, written, expected in ((0, False, 1), (5, True, 1), (24, False, 2), (48, False, 2)):
                now[0] = NOON + dt.timedelta(hours=hours)
                if written:
                    self.write("b")
                    os.utime(self.database, (2_000_000_000, 2_000_000_000))
                keeper.look()
                if hours == 24:
                    os.utime(self.database, (1, 1))
                    for file in self.path.glob("*-wal"):
                        os.utime(file, (1, 1))
                self.assertEqual(len(copies.copies(self.folder.backups)), expected, hours)
        self.assertEqual(thinned.call_count, 3)


class Commands(FolderTestCase):
    """The real commands, each in a process of its own."""

    def run_command(self, *arguments: str, data: str | None = None) -> subprocess.CompletedProcess[str]:
        environment = {**os.environ, "WIDE_APERTURE_DATA": data or str(self.path)}
        command = [sys.executable, "-m", "wide_aperture.server.cli", *arguments]
        return subprocess.run(command, cwd=PROJECT, env=environment, capture_output=True, text=True, timeout=120)

    def refused(self, *arguments: str, data: str | None = None) -> str:
        done = self.run_command(*arguments, data=data)
        self.assertEqual(done.returncode, 1, done.stdout + done.stderr)
        self.assertNotIn("Traceback", done.stderr)
        return done.stderr

    def test_backup_and_restore_from_folder_to_folder(self):
        zip_path = str(self.path / "all.zip")
        environment = {**os.environ, "WIDE_APERTURE_DATA": str(self.path)}
        for command in ("prepare", "load_demo"):
            subprocess.run(
                [sys.executable, "manage.py", command], cwd=PROJECT, env=environment, check=True, capture_output=True
            )
        self.assertEqual(self.run_command("backup", zip_path).returncode, 0)
        self.assertIn("there already", self.refused("backup", zip_path))
        with tempfile.TemporaryDirectory() as other:
            done = self.run_command("restore", zip_path, data=other)
            self.assertEqual((done.returncode, done.stderr), (0, ""))
            self.assertRegex(done.stdout, r"Restored: \d+ added\.")
        self.assertIn("There is no file", self.refused("restore", str(self.path / "none.zip")))
        self.assertIn("must be a backup", self.refused("restore", str(Path(__file__))))

    def test_a_folder_that_cannot_be_used_is_refused_with_a_sentence_by_every_command(self):
        self.assertIn("cannot be written to", self.refused("backup", "x.zip", data="/proc/none"))
        self.database.touch()
        self.assertIn("0 bytes", self.refused("serve"))
        self.database.unlink()
        (self.path / STAMP_NAME).write_text(json.dumps({"data_version": 99}))
        self.assertIn("newer Wide Aperture", self.refused("serve", "--port", "8001"))

    def test_a_database_with_unknown_migrations_is_of_a_newer_program(self):
        self.assertEqual(self.run_command("backup", str(self.path / "a.zip")).returncode, 0)
        with closing(sqlite3.connect(self.database)) as connection:
            connection.execute(
                "INSERT INTO django_migrations (app, name, applied) VALUES ('gear', '0999_later', '2030-01-01')"
            )
            connection.commit()
        self.assertIn("gear.0999_later", self.refused("backup", str(self.path / "b.zip")))

    def test_a_wrong_port_is_told(self):
        self.assertIn("70000 is no port", self.refused("serve", "--port", "70000"))

    def test_version(self):
        self.assertEqual(self.run_command("version").stdout, f"Wide Aperture {VERSION}\n")
