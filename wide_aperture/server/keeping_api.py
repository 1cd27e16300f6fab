"""What keeps things: backups and restores, the bin, rows that were set aside."""

import datetime as dt
import tempfile
from pathlib import Path
from typing import Annotated, Any
from uuid import UUID

from django.http import FileResponse, HttpResponse
from django.utils import timezone
from ninja import File, Router, Schema
from ninja.files import UploadedFile
from pydantic import Field

from wide_aperture.http.description import binary
from wide_aperture.http.document_routes import WRITE_PROBLEMS, IfMatch, envelope_text, precondition
from wide_aperture.http.person import PersonRequest
from wide_aperture.http.problems import Problem, problem
from wide_aperture.store import bin as recycle
from wide_aperture.store import retention, set_aside
from wide_aperture.store.backup import jobs
from wide_aperture.store.backup.apply import undo
from wide_aperture.store.backup.compare import Outcome
from wide_aperture.store.backup.layout import MOST_FILE_BYTES
from wide_aperture.store.backup.make import make_backup
from wide_aperture.store.models import Restored

keeping = Router(tags=["keeping"])
SPOOLED_BYTES = 4_000_000
MOST_LEFT = 5000
GONE = "This restore is not under way (any more). Choose the file again."


@keeping.get("/backup", operation_id="backup_make", openapi_extra=binary("application/zip"))
def make(request: PersonRequest) -> Any:
    """Everything of yours in one zip."""
    now = timezone.now()
    file = tempfile.SpooledTemporaryFile(SPOOLED_BYTES)  # noqa: SIM115  closed by the response
    make_backup(owner=request.user, made_at=now, into=file)
    file.seek(0)
    return FileResponse(
        file, as_attachment=True, filename=f"wide-aperture-{now:%Y%m%d-%H%M}.zip", content_type="application/zip"
    )


class PreviewItem(Schema):
    """What would happen to one document. fields: JSON Pointers of what differs."""

    kind: str
    noun: str
    id: str
    title: str
    outcome: Outcome
    reason: str
    fields: list[str]


class PreviewOut(Schema):
    made_at: str | None
    items: list[PreviewItem]
    counts: dict[str, dict[str, int]]
    damage: list[str]


class RestoredOut(Schema):
    """One restore that was carried out."""

    id: UUID
    made_at: dt.datetime
    name: str
    counts: dict[str, int]
    refused: list[str]
    undone_at: dt.datetime | None


class RestoreJob(Schema):
    """A restore under way. done, total: bytes while reading, documents while writing."""

    id: UUID
    name: str
    state: jobs.State
    done: int
    total: int
    preview: PreviewOut | None
    restored: RestoredOut | None
    problem: str


def _restored(row: Restored | None) -> dict[str, Any] | None:
    if row is None:
        return None
    return {"id": row.pk, "made_at": row.made_at, "name": row.name, "undone_at": row.undone_at, **row.report}


def _job(job: jobs.Job) -> dict[str, Any]:
    return {
        "id": job.id,
        "name": job.name,
        "state": job.state,
        "done": job.done,
        "total": job.total,
        "preview": job.preview if job.state in ("ready", "writing", "done") else None,
        "restored": _restored(job.restored),
        "problem": job.problem,
    }


@keeping.post(
    "/restores",
    response={202: RestoreJob, 400: Problem, 413: Problem, 415: Problem, 422: Problem},
    operation_id="restore_start",
)
def start_restore(request: PersonRequest, file: File[UploadedFile]) -> Any:
    """Take a backup and begin to read it; nothing is changed yet."""
    if file.size is not None and file.size > MOST_FILE_BYTES:
        return problem(413, f"That is larger than a backup can be ({MOST_FILE_BYTES // 1_000_000} MB).")

    def write_to(path: Path) -> None:
        with path.open("wb") as target:
            for chunk in file.chunks():
                target.write(chunk)

    return 202, _job(jobs.start(owner=request.user, name=(file.name or "The file")[:200], write_to=write_to))


@keeping.get("/restores", response={200: list[RestoredOut]}, operation_id="restore_list")
def past_restores(request: PersonRequest) -> Any:
    """Restores that were carried out, the last first."""
    return [_restored(row) for row in Restored.objects.filter(owner=request.user)[:50]]


@keeping.get("/restores/{uuid:job_id}", response={200: RestoreJob, 404: Problem}, operation_id="restore_get")
def restore_now(request: PersonRequest, job_id: UUID) -> Any:
    """How far a restore is, and what it would do once it has been read."""
    job = jobs.of(owner=request.user, job_id=job_id)
    return problem(404, GONE) if job is None else _job(job)


class Left(Schema):
    kind: str
    id: str


class RestoreChoice(Schema):
    """What to leave out, by kind and id."""

    leave: Annotated[list[Left], Field(max_length=MOST_LEFT)] = []


@keeping.post(
    "/restores/{uuid:job_id}/apply",
    response={202: RestoreJob, 400: Problem, 404: Problem, 415: Problem, 422: Problem},
    operation_id="restore_apply",
)
def apply_restore(request: PersonRequest, job_id: UUID, choice: RestoreChoice) -> Any:
    """Write what was chosen, as a whole or not at all."""
    job = jobs.of(owner=request.user, job_id=job_id)
    if job is None:
        return problem(404, GONE)
    jobs.apply(job, frozenset((left.kind, left.id) for left in choice.leave))
    return 202, _job(job)


@keeping.delete("/restores/{uuid:job_id}", response={200: RestoreJob, 404: Problem}, operation_id="restore_cancel")
def cancel_restore(request: PersonRequest, job_id: UUID) -> Any:
    """Give up; what was not completely written is not written at all."""
    job = jobs.of(owner=request.user, job_id=job_id)
    if job is None:
        return problem(404, GONE)
    jobs.cancel(job)
    return _job(job)


class UndoneOut(Schema):
    """stays: what was edited since the restore, and therefore was left as it is."""

    stays: list[str]


@keeping.post(
    "/restores/{uuid:restored_id}/undo",
    response={200: UndoneOut, 404: Problem, 415: Problem, 422: Problem},
    operation_id="restore_undo",
)
def undo_restore(request: PersonRequest, restored_id: UUID) -> Any:
    """Take a whole restore back in one step."""
    return {"stays": undo(owner=request.user, restored_id=restored_id)}


class DeletedOut(Schema):
    """Something in the bin. holds: how many rows go with it when it is removed for good."""

    kind: str
    noun: str
    id: UUID
    title: str
    revision: int
    deleted_at: dt.datetime
    holds: int


class BinOut(Schema):
    items: list[DeletedOut]
    retention: str


@keeping.get("/bin", response={200: BinOut}, operation_id="bin_list")
def deleted(request: PersonRequest) -> Any:
    """What was deleted, the last first, and how long it is kept."""
    return {"items": recycle.deleted_rows(owner=request.user), "retention": retention.SENTENCE}


@keeping.post(
    "/bin/{kind}/{uuid:row_id}",
    response={200: dict[str, Any], **WRITE_PROBLEMS},
    operation_id="bin_bring_back",
)
def bring_back(request: PersonRequest, kind: str, row_id: UUID, if_match: IfMatch = None) -> Any:
    """A deleted document as it was."""
    row = recycle.bring_back(owner=request.user, plural=kind, row_id=row_id, expects=precondition(if_match, None))
    return HttpResponse(envelope_text(row), content_type="application/json")


@keeping.delete("/bin/{kind}/{uuid:row_id}", response={204: None, **WRITE_PROBLEMS}, operation_id="bin_remove")
def remove_for_good(request: PersonRequest, kind: str, row_id: UUID, if_match: IfMatch = None) -> Any:
    """Remove a deleted document with its history. Only backups hold it then."""
    recycle.remove_for_good(owner=request.user, plural=kind, row_id=row_id, expects=precondition(if_match, None))
    return 204, None


class SetAsideOut(Schema):
    """A row that cannot be read. text: what is stored, for looking at it."""

    kind: str
    noun: str
    id: UUID
    title: str
    revision: int
    reason: str
    text: str


@keeping.get("/set-aside", response={200: list[SetAsideOut]}, operation_id="set_aside")
def unreadable_rows(request: PersonRequest) -> Any:
    """Rows that cannot be read. They fail nothing; their history or a backup may hold them whole."""
    return set_aside.unreadable_rows(owner=request.user)
