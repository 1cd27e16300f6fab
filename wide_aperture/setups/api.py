"""Saved setups: snapshots, import, and the published schema."""

from uuid import UUID

from django.http import HttpResponse
from ninja import Router, Schema

from wide_aperture.core.documents.saved_setup import SetupSummary
from wide_aperture.http.document_routes import add_document_routes, envelope, page_answer
from wide_aperture.http.person import PersonRequest
from wide_aperture.http.problems import Problem
from wide_aperture.setups import services
from wide_aperture.setups.models import SavedSetup

setups = Router(tags=["setups"])


class ListedSetup(SetupSummary):
    """A saved setup in a list."""

    id: UUID
    revision: int


def _summaries(request: PersonRequest, limit: int, cursor: str | None) -> HttpResponse:
    return page_answer(*services.summaries_page(owner=request.user, limit=limit, cursor=cursor))


StoredSetup = add_document_routes(setups, SavedSetup, summary=ListedSetup, summaries=_summaries)


class ImportRequest(Schema):
    """The file's text, whole: a file of any shape must be answered with a sentence, not a parser's."""

    text: str


class ImportOut(Schema):
    saved: StoredSetup  # type: ignore[valid-type] # made from the document by Ninja
    kept: int
    dropped: list[str]
    renamed: bool


@setups.post(
    "/import", response={200: ImportOut, 400: Problem, 413: Problem, 422: Problem}, operation_id="setup_import"
)
def setup_import(request: PersonRequest, file: ImportRequest) -> object:
    """Import a saved setup leniently: says what it kept and dropped."""
    report = services.import_text(owner=request.user, text=file.text)
    return {
        "saved": envelope(report.row),
        "kept": report.kept,
        "dropped": list(report.dropped),
        "renamed": report.renamed,
    }
