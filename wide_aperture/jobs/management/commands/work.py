"""The worker: carries out what is handed over, and takes up what a dead one left."""

from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand
from django.utils import timezone

from wide_aperture.jobs.tasks import carry_out
from wide_aperture.jobs.work import left_behind

POLL_S = 0.5


class Command(BaseCommand):
    help = "Carry out long work. serve starts one and watches it; a studio may run more."
    requires_system_checks = ()  # they load the whole web application

    def handle(self, *args: Any, **options: Any) -> None:
        _free_orphans()
        for job_id in left_behind(timezone.now()):
            carry_out.enqueue(str(job_id))
        call_command("db_worker", interval=POLL_S, startup_delay=False, queue_name="*", verbosity=0)


def _free_orphans() -> None:
    """Tasks a killed worker left as running: their jobs are enqueued anew, so the rows are closed."""
    from django_tasks.base import TaskResultStatus
    from django_tasks_db.models import DBTaskResult

    DBTaskResult.objects.filter(status=TaskResultStatus.RUNNING).update(
        status=TaskResultStatus.FAILED, finished_at=timezone.now()
    )
