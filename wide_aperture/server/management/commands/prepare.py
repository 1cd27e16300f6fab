"""Bring the database up to date, copying it first when there is anything to change."""

import datetime as dt
import sqlite3
from contextlib import closing
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand
from django.db import connection
from django.db.migrations.executor import MigrationExecutor


class Command(BaseCommand):
    help = "Migrate the database; a copy is kept in the data folder's backups/ before anything changes."

    def handle(self, *args: Any, **options: Any) -> None:
        executor = MigrationExecutor(connection)
        steps = executor.migration_plan(executor.loader.graph.leaf_nodes())
        if not steps:
            return
        if executor.loader.applied_migrations:
            self.stdout.write(f"Database copied to {self._copy()}.")
        call_command("migrate", interactive=False, verbosity=0)
        self.stdout.write(f"Database brought up to date ({len(steps)} steps).")

    @staticmethod
    def _copy() -> Path:
        stamp = dt.datetime.now(dt.UTC).strftime("%Y%m%dT%H%M%SZ")
        target = settings.DATA / "backups" / f"wide_aperture-{stamp}.sqlite3"
        target.parent.mkdir(parents=True, exist_ok=True)
        # SQLite's own backup: a plain file copy would miss what lies in the write-ahead log.
        database = settings.DATABASES["default"]["NAME"]
        with closing(sqlite3.connect(database)) as source, closing(sqlite3.connect(target)) as copy:
            source.backup(copy)
        return target
