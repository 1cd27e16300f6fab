"""Backup and restore over the API."""

from django.http import HttpResponse
from django.utils import timezone
from ninja import File, Router, Schema
from ninja.files import UploadedFile

from wide_aperture.http.problems import Problem, problem
from wide_aperture.server import backup as service

backup = Router(tags=["backup"])
MOST_FILE_BYTES = 60_000_000


@backup.get("/backup", operation_id="backup_make")
def make(request):
    """Everything of yours in one zip."""
    now = timezone.now()
    content = service.make_backup(owner=request.user, made_at=now)
    answer = HttpResponse(content, content_type="application/zip")
    answer["Content-Disposition"] = f'attachment; filename="wide-aperture-{now:%Y%m%d-%H%M}.zip"'
    return answer


class RestoreOut(Schema):
    added: int
    replaced: int
    same: int
    refused: list[str]


@backup.post("/restore", response={200: RestoreOut, 413: Problem, 422: Problem}, operation_id="backup_restore")
def restore(request, file: UploadedFile = File(...)):  # noqa: B008  Ninja's way to say where it comes from
    """Bring back the documents of a backup."""
    if file.size is not None and file.size > MOST_FILE_BYTES:
        return problem(413, "That is larger than a backup can be.")
    report = service.restore(owner=request.user, content=file.read())
    return {
        "added": report.added,
        "replaced": report.replaced,
        "same": report.same,
        "refused": list(report.refused),
    }
