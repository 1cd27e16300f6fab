"""Bring back what a backup zip holds."""

import tempfile
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from wide_aperture.core.errors import DomainError
from wide_aperture.server.middleware.owner import local_owner
from wide_aperture.store.backup.apply import restore
from wide_aperture.store.backup.compare import prepare, read_ready
from wide_aperture.store.backup.read import Upload


class Command(BaseCommand):
    help = "Bring back what a backup holds: what is missing is added, what differs replaced as a new version."
    requires_system_checks = ()  # they load the whole web application

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file")

    def handle(self, *args: Any, **options: Any) -> None:
        path = Path(options["file"])
        if not path.is_file():
            raise CommandError(f"There is no file {path}.")
        owner = local_owner()
        with tempfile.TemporaryDirectory() as folder:
            ready = Path(folder) / "ready.jsonl"
            try:
                upload = Upload(path)
                preview = prepare(upload, owner=owner, ready=ready, said=lambda done: None)
                upload.close()
            except DomainError as error:
                raise CommandError(f"{path} {error.rule}.") from error
            done = restore(
                owner=owner, name=path.name, documents=read_ready(ready), leave=frozenset(), said=lambda: None
            )
        for said in (*preview.damage, *done.report["refused"]):
            self.stderr.write(said)
        for item in preview.items:
            if item.outcome in ("refused", "kept"):
                self.stderr.write(f"{item.noun} “{item.title}”: {item.reason}")
        counts = ", ".join(f"{number} {outcome}" for outcome, number in sorted(done.report["counts"].items()))
        self.stdout.write(f"Restored: {counts or 'nothing'}. In the application, Backup undoes it in one step.")
