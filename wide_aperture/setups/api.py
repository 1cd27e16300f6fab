"""Saved setups: snapshots, import, and the published schema."""

from typing import Any
from uuid import UUID

from django.http import HttpRequest
from ninja import Router, Schema

from wide_aperture.core import documents
from wide_aperture.http.document_routes import add_document_routes, envelope
from wide_aperture.http.problems import Problem
from wide_aperture.setups import services
from wide_aperture.setups.models import SavedSetup

setups = Router(tags=["setups"])


def _refuse_change(request: HttpRequest, row_id: UUID, document: Any) -> None:
    services.refuse_changed_snapshot(owner=request.user, setup_id=row_id, document=document)


class ImportRequest(Schema):
    """The file's text, whole: a file of any shape must be answered with a sentence, not a parser's."""

    text: str


StoredSetup = add_document_routes(
    setups,
    noun="setup",
    plural="setups",
    model=SavedSetup,
    document=documents.SavedSetup,
    before_write=_refuse_change,
)


class ImportOut(Schema):
    saved: StoredSetup
    kept: int
    dropped: list[str]
    renamed: bool


@setups.post("/import", response={200: ImportOut, 422: Problem}, operation_id="setup_import")
def setup_import(request, file: ImportRequest):
    """Import a saved setup leniently: says what it kept and dropped."""
    report = services.import_text(owner=request.user, text=file.text)
    return {
        "saved": envelope(report.row),
        "kept": report.kept,
        "dropped": list(report.dropped),
        "renamed": report.renamed,
    }
