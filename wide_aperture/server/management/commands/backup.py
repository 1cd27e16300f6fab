"""Write everything of the local owner to one zip."""

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils import timezone

from wide_aperture.server.middleware.owner import local_owner
from wide_aperture.store.backup.make import make_backup


class Command(BaseCommand):
    help = "Write everything to one zip. An existing file is left alone."
    requires_system_checks = ()  # they load the whole web application

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file")

    def handle(self, *args: Any, **options: Any) -> None:
        path = Path(options["file"])
        unfinished = path.with_name(f"{path.name}.part")
        try:
            if path.exists():
                raise CommandError(f"{path} is there already. Name another file.")
            with unfinished.open("xb") as file:
                make_backup(owner=local_owner(), made_at=timezone.now(), into=file)
            unfinished.replace(path)
        except OSError as error:
            unfinished.unlink(missing_ok=True)
            raise CommandError(f"{path} cannot be written: {error.strerror or error}.") from error
        self.stdout.write(f"Written: {path} ({path.stat().st_size / 1e6:.1f} MB).")
