"""Restores under way: read, shown, chosen from, put in. One at a time an owner, told by polling, given up at will."""

from __future__ import annotations

import logging
import shutil
import threading
import uuid
from collections.abc import Callable
from dataclasses import dataclass, field
from pathlib import Path
from typing import Literal
from uuid import UUID

from django.conf import settings
from django.contrib.auth.models import User
from django.db import connection

from wide_aperture.core.errors import DomainError
from wide_aperture.store.backup.apply import restore
from wide_aperture.store.backup.compare import Preview, prepare, read_ready
from wide_aperture.store.backup.read import Upload
from wide_aperture.store.models import Restored

log = logging.getLogger("wide_aperture.store")

State = Literal["reading", "ready", "writing", "done", "failed", "cancelled"]
OVER: tuple[State, ...] = ("done", "failed", "cancelled")
MOST_REMEMBERED = 20


class GivenUpError(Exception):
    """The person said stop."""


@dataclass
class Job:
    """One restore. done, total: bytes while reading, documents while writing."""

    id: UUID
    owner: User
    name: str
    folder: Path
    state: State = "reading"
    done: int = 0
    total: int = 0
    preview: Preview | None = None
    restored: Restored | None = None
    problem: str = ""
    wants_stop: bool = False
    documents: int = 0
    lock: threading.Lock = field(default_factory=threading.Lock)


_jobs: dict[UUID, Job] = {}


def spawn(work: Callable[[], None]) -> None:
    """Do something beside the request. Tests do it at once."""

    def run() -> None:
        try:
            work()
        finally:
            connection.close()

    threading.Thread(target=run, daemon=True).start()


def incoming() -> Path:
    """Where uploads wait. Emptied at start: what a crash left there belongs to nobody."""
    return Path(settings.DATA) / "incoming"


def clear_incoming() -> None:
    shutil.rmtree(incoming(), ignore_errors=True)


def start(*, owner: User, name: str, write_to: Callable[[Path], None]) -> Job:
    """Take an upload and begin to read it. Raises DomainError while another restore of this owner is under way."""
    busy = next(
        (job for job in _jobs.values() if job.owner.pk == owner.pk and job.state in ("reading", "writing")), None
    )
    if busy is not None:
        raise DomainError("file", busy.name, "has to wait: another restore is under way")
    for old in [job for job in _jobs.values() if job.owner.pk == owner.pk and job.state == "ready"]:
        cancel(old)
    folder = incoming() / str(uuid.uuid4())
    folder.mkdir(parents=True, mode=0o700)
    job = Job(id=uuid.uuid4(), owner=owner, name=name, folder=folder)
    write_to(folder / "upload.zip")
    _jobs[job.id] = job
    for old in list(_jobs.values())[:-MOST_REMEMBERED]:
        if old.state in OVER:
            del _jobs[old.id]
    spawn(lambda: _read(job))
    return job


def of(*, owner: User, job_id: UUID) -> Job | None:
    """The owner's job by its id; None for unknown ones, other people's, and those of a server that was stopped."""
    job = _jobs.get(job_id)
    return job if job is not None and job.owner.pk == owner.pk else None


def apply(job: Job, leave: frozenset[tuple[str, str]]) -> None:
    """Begin to write. Raises DomainError unless the job is ready."""
    with job.lock:
        if job.state != "ready":
            raise DomainError("job", job.state, "must have been read and not yet written")
        job.state, job.done, job.total = "writing", 0, job.documents
    spawn(lambda: _write(job, leave))


def cancel(job: Job) -> None:
    """Give up. Until the last document is in, nothing has been written."""
    with job.lock:
        job.wants_stop = True
        if job.state == "ready":
            job.state = "cancelled"
            _clean(job)


def _read(job: Job) -> None:
    def said(done: int) -> None:
        job.done = done
        _stop_if_wanted(job)

    def work() -> None:
        upload = Upload(job.folder / "upload.zip")
        try:
            job.total = upload.total_bytes
            job.preview = prepare(upload, owner=job.owner, ready=job.folder / "ready.jsonl", said=said)
        finally:
            upload.close()
        job.documents = sum(1 for _ in (job.folder / "ready.jsonl").open("rb"))
        with job.lock:
            _stop_if_wanted(job)
            job.state = "ready"

    _guarded(job, work)


def _write(job: Job, leave: frozenset[tuple[str, str]]) -> None:
    def said() -> None:
        job.done += 1
        _stop_if_wanted(job)

    def work() -> None:
        documents = read_ready(job.folder / "ready.jsonl")
        job.restored = restore(owner=job.owner, name=job.name, documents=documents, leave=leave, said=said)
        job.state = "done"
        _clean(job)

    _guarded(job, work)


def _guarded(job: Job, work: Callable[[], None]) -> None:
    try:
        work()
    except GivenUpError:
        job.state = "cancelled"
        _clean(job)
    except DomainError as error:
        job.state, job.problem = "failed", f"{job.name} {error.rule}."
        _clean(job)
    except Exception:
        log.exception("a restore failed")
        job.state = "failed"
        job.problem = "Something went wrong on the server while restoring; nothing was changed."
        _clean(job)


def _stop_if_wanted(job: Job) -> None:
    if job.wants_stop:
        raise GivenUpError


def _clean(job: Job) -> None:
    shutil.rmtree(job.folder, ignore_errors=True)
