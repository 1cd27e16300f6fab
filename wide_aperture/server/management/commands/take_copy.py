"""Put the last good copy of the database in its place."""

import datetime as dt
from typing import Any

from django.core.management.base import BaseCommand, CommandError

from wide_aperture.server.data_folder.errors import DataFolderError
from wide_aperture.server.data_folder.here import data_folder


class Command(BaseCommand):
    help = "Replace a damaged database by the last good copy; the damaged one is kept beside it."
    requires_system_checks = ()  # they load the whole web application

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            copy = data_folder().take_copy(dt.datetime.now(dt.UTC))
        except DataFolderError as error:
            raise CommandError(str(error)) from error
        self.stdout.write(f"Taken: {copy.spoken}. What was there is kept as set-aside-….sqlite3.")
