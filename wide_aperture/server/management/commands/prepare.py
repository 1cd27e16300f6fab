"""Bring the database up to date, copying it first when there is anything to change."""

import datetime as dt
from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError
from django.db import connection
from django.db.migrations.executor import MigrationExecutor

from wide_aperture.server.data_folder import copies
from wide_aperture.server.data_folder.errors import DataFolderError
from wide_aperture.server.data_folder.here import data_folder


class Command(BaseCommand):
    help = "Check the data folder and migrate the database; a copy is kept in backups/ before anything changes."
    requires_system_checks = ()  # they load the whole web application

    def handle(self, *args: Any, **options: Any) -> None:
        folder = data_folder()
        try:
            folder.check()
        except DataFolderError as error:
            raise CommandError(str(error)) from error
        executor = MigrationExecutor(connection)
        known = set(executor.loader.disk_migrations or {})
        unknown = sorted(
            f"{app}.{name}" for app, name in executor.loader.applied_migrations if (app, name) not in known
        )
        if unknown:
            raise CommandError(
                f"{folder.path} was written by a newer Wide Aperture (it knows {unknown[0]}). Update the program, or name "
                "another folder with WIDE_APERTURE_DATA."
            )
        steps = executor.migration_plan(executor.loader.graph.leaf_nodes())
        if steps:
            if executor.loader.applied_migrations:
                now = dt.datetime.now(dt.UTC)
                made = copies.make_copy(folder.database, folder.backups, copies.BEFORE_MIGRATION, now)
                self.stdout.write(f"Database copied to {made.path}.")
            call_command("migrate", interactive=False, verbosity=0)
            self.stdout.write(f"Database brought up to date ({len(steps)} steps).")
        folder.stamp()
