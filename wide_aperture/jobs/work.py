"""Carrying a job out: claimed by one worker, going on from its checkpoint, stopping when it is asked to.

A job is claimed by a conditional update; every checkpoint is one too, so that a worker which was taken for dead and lives on learns
at its next checkpoint that the job is another's. Nothing here knows what the jobs do: kinds register themselves.
"""

from __future__ import annotations

import datetime as dt
import logging
import os
import socket
import threading
from collections.abc import Callable
from typing import Any
from uuid import UUID, uuid4

from django.contrib.auth.models import User
from django.db import connection, transaction
from django.db.models import F, Q
from django.utils import timezone
from django.utils.module_loading import import_string

from wide_aperture.core.errors import DomainError
from wide_aperture.jobs.models import Job

MOST_ATTEMPTS = 3
STALE_S, BEAT_S = 20.0, 1.0
LONGEST_PROBLEM = 400
log = logging.getLogger("wide_aperture.jobs")


class StoppedError(Exception):
    """The job was cancelled, paused, or taken over by another worker."""


class Under:
    """A job being carried out, as its kind sees it."""

    def __init__(self, row: Job, worker: str) -> None:
        self.id, self.owner, self.asked, self.shoot_id = row.pk, row.owner, row.asked, row.shoot_id
        self.checkpoint: dict[str, Any] = dict(row.checkpoint)
        self._worker = worker

    def reached(self, done: int, total: int, checkpoint: dict[str, Any] | None = None) -> None:
        """Say how far it is, inside the transaction that brought it there or outside of one.

        Raises: StoppedError where it should not go on; a transaction around it is then undone.
        """
        changed: dict[str, Any] = {"done": done, "total": total, "heartbeat": timezone.now()}
        if checkpoint is not None:
            changed["checkpoint"] = self.checkpoint = checkpoint
        if not Job.objects.filter(pk=self.id, worker=self._worker, state="running", stop="").update(**changed):
            raise StoppedError


Kind = Callable[[Under], dict[str, Any]]
_kinds: dict[str, str] = {}


def register(kind: str, carry_out: str) -> None:
    """Name what carries out a kind of job, as module.function: it gets the job, returns its report, and is loaded for its first job."""
    _kinds[kind] = carry_out


def start(
    kind: str, *, owner: User, title: str, shoot_id: UUID | None = None, asked: dict[str, Any] | None = None
) -> Job:
    """Write a job down and hand it to the workers. Raises: LookupError for a kind nobody registered."""
    from wide_aperture.jobs.tasks import carry_out

    if kind not in _kinds:
        raise LookupError(kind)
    row = Job.objects.create(owner=owner, kind=kind, title=title[:200], shoot_id=shoot_id, asked=asked or {})
    transaction.on_commit(lambda: carry_out.enqueue(str(row.pk)))
    return row


def ask_to_stop(row: Job, how: str) -> None:
    """Cancel or pause: at once where nobody is at it, else at its next checkpoint. Jobs that ended stay as they are."""
    Job.objects.filter(pk=row.pk, state__in=("waiting", "paused")).update(state=how, stop="")
    Job.objects.filter(pk=row.pk, state="running").update(stop=how)


def go_on(row: Job) -> None:
    """Take a paused or failed job up where it stopped."""
    from wide_aperture.jobs.tasks import carry_out

    taken = Job.objects.filter(pk=row.pk, state__in=("paused", "failed")).update(
        state="waiting", stop="", attempts=0, problem=""
    )
    if taken:
        transaction.on_commit(lambda: carry_out.enqueue(str(row.pk)))


def work_on(job_id: UUID, *, now: Callable[[], dt.datetime] = timezone.now) -> str:
    """Carry a job out if nobody else is at it; returns the state it ended in, or "" where it was not ours to do."""
    worker = f"{_host()}-{os.getpid()}-{uuid4().hex[:8]}"
    free = Q(state="waiting") | Q(state="running", heartbeat__lt=now() - dt.timedelta(seconds=STALE_S))
    claimed = Job.objects.filter(free, pk=job_id).update(
        state="running", worker=worker, heartbeat=now(), attempts=F("attempts") + 1
    )
    if not claimed:
        return ""
    row = Job.objects.select_related("owner").get(pk=job_id)
    if row.attempts > MOST_ATTEMPTS:
        return _ended(
            row, worker, "failed", problem=f"It stopped {MOST_ATTEMPTS} times without an end. What was done stays."
        )
    beating = threading.Event()
    heart = threading.Thread(target=_beat, args=(job_id, worker, beating), daemon=True)
    heart.start()
    try:
        carry_out: Kind = import_string(_kinds[row.kind])
        report = carry_out(Under(row, worker))
        return _ended(row, worker, "done", report=report)
    except StoppedError:
        return _stopped(row, worker)
    except DomainError as error:
        return _ended(row, worker, "failed", problem=f"{error.field} {error.rule}")
    except Exception as error:
        log.exception("job %s (%s) failed", job_id, row.kind)
        return _ended(row, worker, "failed", problem=f"{type(error).__name__}: {error}")
    finally:
        beating.set()
        heart.join(timeout=BEAT_S / 2)


def _ended(row: Job, worker: str, state: str, *, report: dict[str, Any] | None = None, problem: str = "") -> str:
    changed: dict[str, Any] = {"state": state, "stop": "", "problem": problem[:LONGEST_PROBLEM]}
    if report is not None:
        changed["report"] = report
    Job.objects.filter(pk=row.pk, worker=worker).update(**changed)
    return state


def _stopped(row: Job, worker: str) -> str:
    row.refresh_from_db()
    if row.worker != worker:
        return ""  # another took it over
    return _ended(row, worker, row.stop or "cancelled")


def _beat(job_id: UUID, worker: str, ended: threading.Event) -> None:
    """Say every second that somebody is at it, for kinds whose steps are longer."""
    try:
        while not ended.wait(BEAT_S):
            Job.objects.filter(pk=job_id, worker=worker, state="running").update(heartbeat=timezone.now())
    except Exception:  # a busy database: the next checkpoint says it too
        log.warning("job %s: a heartbeat was missed", job_id)
    finally:
        connection.close()


def left_behind(now: dt.datetime) -> list[UUID]:
    """Jobs whose worker is dead, and waiting ones: to be handed over once more when a worker starts.

    A process of this machine that is gone is dead at once, another one when its heart has not beaten for a while.
    """
    for row in Job.objects.filter(state="running").only("pk", "worker"):
        host, _, rest = row.worker.rpartition("-")[0].rpartition("-")
        if host == _host() and not _lives(int(rest) if rest.isdigit() else 0):
            Job.objects.filter(pk=row.pk, worker=row.worker, state="running").update(state="waiting", stop="")
    stale = Q(state="running", heartbeat__lt=now - dt.timedelta(seconds=STALE_S))
    return list(Job.objects.filter(stale | Q(state="waiting")).values_list("pk", flat=True))


def _host() -> str:
    return socket.gethostname()[:30]


def _lives(process: int) -> bool:
    try:
        os.kill(process, 0)
    except PermissionError:
        return True
    except OSError:
        return False
    return process > 0
