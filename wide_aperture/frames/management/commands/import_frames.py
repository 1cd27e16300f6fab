"""Read the frames in a folder into a shoot."""

from __future__ import annotations

import gc
import sys
import threading
import time
from pathlib import Path
from typing import Any
from uuid import UUID

from django.core.management.base import BaseCommand, CommandError, CommandParser

from wide_aperture.frames.management.named import shoot_named
from wide_aperture.jobs.models import Job
from wide_aperture.jobs.work import ask_to_stop, work_on
from wide_aperture.server.middleware.owner import local_owner

SHOWN_EVERY_S = 0.5
MOST_SHOWN = 20


class Command(BaseCommand):
    help = (
        "Read the frames in a folder into a shoot. Run again after an interruption, it goes on; no frame comes twice."
    )

    requires_system_checks = ()  # they load the whole web application

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("folder")
        parser.add_argument("--shoot", required=True)
        parser.add_argument("--location", action="store_true")
        parser.add_argument("--no-previews", dest="previews", action="store_false")

    def handle(self, *args: Any, **options: Any) -> None:
        owner = local_owner()
        shoot_id, title = shoot_named(str(options["shoot"]), owner)
        gc.freeze()  # what the program is made of stays until its end: no need to look through it again
        folder = str(Path(options["folder"]).expanduser().resolve())
        asked = {"folder": folder, "location": options["location"], "previews": options["previews"]}
        row = _unfinished(owner, shoot_id, asked) or Job.objects.create(
            owner=owner, kind="import", title=f"Frames for {title}"[:200], shoot_id=shoot_id, asked=asked
        )
        ended = threading.Event()
        watcher = threading.Thread(target=self._show, args=(row.pk, ended), daemon=True)
        watcher.start()
        try:
            state = work_on(row.pk)
        except KeyboardInterrupt:
            ask_to_stop(row, "paused")
            raise
        finally:
            ended.set()
            watcher.join()
        row.refresh_from_db()
        if state != "done":
            raise CommandError(row.problem or "The import is already under way elsewhere, or was stopped.")
        report = row.report
        self.stdout.write(f"{title}: {report['new']} new, {report['known']} known, {report['refused']} refused.")
        for name, reason in report["reasons"][:MOST_SHOWN]:
            self.stdout.write(f"  {name}: {reason}")
        if report["refused"] > MOST_SHOWN:
            self.stdout.write(f"  and {report['refused'] - MOST_SHOWN} more")

    def _show(self, job_id: UUID, ended: threading.Event) -> None:
        """Progress on a terminal, in one line."""
        from django.db import connection

        if not sys.stdout.isatty():
            return
        begun = time.monotonic()
        while not ended.wait(SHOWN_EVERY_S):
            row = Job.objects.only("done", "total").get(pk=job_id)
            rate = row.done / max(time.monotonic() - begun, 0.1)
            self.stdout.write(f"\r{row.done} of {row.total} files, {rate:.0f}/s", ending="")
            self.stdout.flush()
        self.stdout.write("")
        connection.close()


def _unfinished(owner: Any, shoot_id: UUID, asked: dict[str, Any]) -> Job | None:
    """The same import as it was left by a crash or a stop: it goes on there."""
    from django.utils import timezone

    from wide_aperture.jobs.work import left_behind

    left_behind(timezone.now())
    found = Job.objects.filter(owner=owner, kind="import", shoot_id=shoot_id, state__in=("waiting", "paused", "failed"))
    row = next((each for each in found if each.asked == asked), None)
    if row is not None:
        Job.objects.filter(pk=row.pk).update(state="waiting", stop="", attempts=0)
    return row
