"""The one task there is: carry a job out. Which back end runs it is a setting (TASKS)."""

from __future__ import annotations

from uuid import UUID

from django_tasks import task

from wide_aperture.jobs.work import work_on


@task()
def carry_out(job_id: str) -> str:
    """Carry a job out; whoever comes second finds it claimed."""
    return work_on(UUID(job_id))
