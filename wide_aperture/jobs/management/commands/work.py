"""The worker that serve starts and watches: it ends when its parent does."""

import os
import sys
import threading
from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand
from django.utils import timezone

from wide_aperture.jobs.tasks import carry_out
from wide_aperture.jobs.work import left_behind

POLL_S = 0.5


class Command(BaseCommand):
    help = "Carry out long work. Started by serve; ends when its standard input does."

    def add_arguments(self, parser: Any) -> None:
        parser.add_argument("--watch-parent", action="store_true", help="end at the end of standard input")

    def handle(self, *args: Any, **options: Any) -> None:
        if options["watch_parent"]:
            threading.Thread(target=_end_with_parent, daemon=True).start()
        _free_orphans()
        for job_id in left_behind(timezone.now()):
            carry_out.enqueue(str(job_id))
        call_command("db_worker", interval=POLL_S, startup_delay=False, queue_name="*", verbosity=0)


def _end_with_parent() -> None:
    """The parent holds the other end of our standard input: when it is gone, so are we."""
    while sys.stdin.buffer.read(1):
        pass
    os._exit(0)


def _free_orphans() -> None:
    """Tasks a killed worker left as running: their jobs are enqueued anew, so the rows are closed."""
    from django_tasks.base import TaskResultStatus
    from django_tasks_db.models import DBTaskResult

    DBTaskResult.objects.filter(status=TaskResultStatus.RUNNING).update(
        status=TaskResultStatus.FAILED, finished_at=timezone.now()
    )
