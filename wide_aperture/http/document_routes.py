"""The routes every saved resource has: list, read, put, delete, revisions."""

import datetime as dt
import json
from collections.abc import Callable, Iterable
from typing import Annotated, Any
from uuid import UUID

from django.http import HttpResponse
from ninja import Header, NinjaAPI, Router, Schema
from pydantic import BaseModel

from wide_aperture.http.paging import Cursor, Limit, page_schema
from wide_aperture.http.person import PersonRequest
from wide_aperture.http.problems import FieldError, Problem, problem
from wide_aperture.store import services
from wide_aperture.store.errors import (
    PreconditionMissingError,
    RevisionConflictError,
    SnapshotError,
    UnreadableRowError,
)
from wide_aperture.store.fields import Damaged
from wide_aperture.store.models import Revision, StoredDocument
from wide_aperture.store.reading import json_text, readable
from wide_aperture.store.services import Precondition

PROBLEMS = {400: Problem, 401: Problem, 404: Problem, 422: Problem}
WRITE_PROBLEMS = {**PROBLEMS, 409: Problem, 412: Problem, 413: Problem, 415: Problem, 428: Problem}
MOST_REVISION = 2**31


class RevisionOut(Schema):
    number: int
    written_at: dt.datetime
    deleted: bool
    document: dict[str, Any]


RevisionPage = page_schema("Revision", RevisionOut)


def saved_schema(name: str, document: type[BaseModel]) -> type[Schema]:
    """The envelope of a saved document: Stored<name> with id, revision, time and the document itself."""
    return type(
        f"Stored{name}",
        (Schema,),
        {
            "__annotations__": {"id": UUID, "revision": int, "updated_at": dt.datetime, "document": document},
            "__module__": __name__,
        },
    )


def envelope_text(row: StoredDocument, text: str | None = None) -> str:
    """A row in its envelope, as JSON. Raises UnreadableRowError."""
    moment = row.updated_at.isoformat().replace("+00:00", "Z")
    document = text if text is not None else json_text(row)
    return f'{{"id":"{row.pk}","revision":{row.revision},"updated_at":"{moment}","document":{document}}}'


def envelope(row: StoredDocument) -> dict[str, Any]:
    """A row in its envelope. Raises UnreadableRowError."""
    return json.loads(envelope_text(row))  # type: ignore[no-any-return]


def page_answer(items: Iterable[str], next_cursor: str | None) -> HttpResponse:
    """A page of items that are JSON already."""
    text = f'{{"items":[{",".join(items)}],"next":{json.dumps(next_cursor)}}}'
    return HttpResponse(text, content_type="application/json")


def rows_page(rows: Any, limit: int, cursor: str | None) -> HttpResponse:
    """A page of whole documents. Rows that cannot be read are left out; /set-aside names them."""
    found, next_cursor = services.page_of(rows, limit=limit, cursor=cursor)
    return page_answer((envelope_text(row, text) for row, text in readable(found)), next_cursor)


def precondition(if_match: str | None, if_none_match: str | None) -> Precondition:
    """Read the two headers. A revision that is no number expects a revision that never was."""
    if if_none_match is not None and if_none_match.strip() == "*":
        return Precondition(creates=True)
    if if_match is None:
        return Precondition()
    text = if_match.strip().removeprefix("W/").strip('"')
    is_number = text.isascii() and text.isdigit() and len(text) <= 10
    return Precondition(revision=min(int(text), MOST_REVISION) if is_number else -1)


IfMatch = Annotated[str | None, Header(alias="If-Match")]
IfNoneMatch = Annotated[str | None, Header(alias="If-None-Match")]


def add_document_routes(
    router: Router,
    model: type[StoredDocument],
    *,
    summary: type[BaseModel] | None = None,
    summaries: Callable[[PersonRequest, int, str | None], HttpResponse] | None = None,
) -> type[Schema]:
    """Add the five routes of a resource; return its envelope schema.

    summary, summaries: for a list that shows less than whole documents, what it shows of one and how a page is made.
    """
    document = model.schema
    saved = saved_schema(model.noun.title().replace(" ", ""), document)
    page = page_schema(model.noun.title(), summary or saved)
    identity = model.noun.replace(" ", "_")

    @router.get("", response={200: page, **PROBLEMS}, operation_id=f"{identity}_list")
    def list_all(request: PersonRequest, limit: Limit = 100, cursor: Cursor = None) -> Any:
        if summaries is not None:
            return summaries(request, limit, cursor)
        return rows_page(services.list_rows(model, owner=request.user), limit, cursor)

    @router.get("/{uuid:row_id}", response={200: saved, **PROBLEMS, 409: Problem}, operation_id=f"{identity}_get")
    def get_one(request: PersonRequest, row_id: UUID) -> Any:
        return _one(services.get_row(model, owner=request.user, row_id=row_id))

    @router.put("/{uuid:row_id}", response={200: saved, 201: saved, **WRITE_PROBLEMS}, operation_id=f"{identity}_put")
    def put_one(
        request: PersonRequest,
        row_id: UUID,
        payload: document,  # type: ignore[valid-type]
        if_match: IfMatch = None,
        if_none_match: IfNoneMatch = None,
    ) -> Any:
        if model.identity(payload) != row_id:
            at = (
                "/situation/id"
                if "situation" in document.model_fields and "format" not in document.model_fields
                else "/id"
            )
            error: FieldError = {"pointer": at, "code": "id_mismatch", "msg": "must be the id of the address"}
            return problem(422, "The document's id is not the one it is sent to.", [error])
        expects = precondition(if_match, if_none_match)
        row, created = services.put_row(model, owner=request.user, row_id=row_id, document=payload, expects=expects)
        return _one(row, 201 if created else 200)

    @router.delete("/{uuid:row_id}", response={204: None, **WRITE_PROBLEMS}, operation_id=f"{identity}_delete")
    def delete_one(
        request: PersonRequest,
        response: HttpResponse,
        row_id: UUID,
        if_match: IfMatch = None,
    ) -> Any:
        row = services.delete_row(model, owner=request.user, row_id=row_id, expects=precondition(if_match, None))
        response["ETag"] = f'"{row.revision}"'
        return 204, None

    @router.get(
        "/{uuid:row_id}/revisions",
        response={200: RevisionPage, **PROBLEMS},
        operation_id=f"{identity}_revisions",
    )
    def revisions(request: PersonRequest, row_id: UUID, limit: Limit = 50, cursor: Cursor = None) -> Any:
        rows = services.list_revisions(model, owner=request.user, row_id=row_id)
        found, next_cursor = services.page_of(rows, limit=limit, cursor=cursor)
        return page_answer((_revision_text(model, past) for past in found), next_cursor)

    return saved


def _one(row: StoredDocument, status: int = 200) -> HttpResponse:
    answer = HttpResponse(envelope_text(row), status=status, content_type="application/json")
    answer["ETag"] = f'"{row.revision}"'
    return answer


def _revision_text(model: type[StoredDocument], past: Revision) -> str:
    """An earlier version in the present shape where it can be read, else as it was kept."""
    stored = {} if isinstance(past.document, Damaged) else past.document
    try:
        document = model.parse(stored).model_dump_json()
    except Exception:  # whatever an old version trips over: it is shown as it is
        document = json.dumps(stored)
    moment = past.written_at.isoformat().replace("+00:00", "Z")
    deleted = json.dumps(past.deleted)
    return f'{{"number":{past.number},"written_at":"{moment}","deleted":{deleted},"document":{document}}}'


def register_problems(api: NinjaAPI) -> None:
    """What reading and writing can be refused with, in the one error shape."""

    @api.exception_handler(PreconditionMissingError)
    def precondition_missing(request: PersonRequest, exc: PreconditionMissingError) -> HttpResponse:
        return problem(428, 'Say If-None-Match: * to create, or If-Match: "revision" to replace.')

    @api.exception_handler(RevisionConflictError)
    def conflict(request: PersonRequest, exc: RevisionConflictError) -> HttpResponse:
        current = {
            "id": str(exc.row.pk),
            "revision": exc.row.revision,
            "updated_at": exc.row.updated_at.isoformat(),
            "deleted": exc.row.is_deleted,
            "document": None if isinstance(exc.row.document, Damaged) else exc.row.document,
        }
        answer = problem(412, "It was changed elsewhere meanwhile.", extra={"current": current})
        answer["ETag"] = f'"{exc.row.revision}"'
        return answer

    @api.exception_handler(SnapshotError)
    def snapshot(request: PersonRequest, exc: SnapshotError) -> HttpResponse:
        error: FieldError = {"pointer": "/setup", "code": "snapshot", "msg": "a saved setup does not change"}
        return problem(409, "A saved setup is a snapshot: save the change as a new one.", [error])

    @api.exception_handler(UnreadableRowError)
    def unreadable(request: PersonRequest, exc: UnreadableRowError) -> HttpResponse:
        noun = type(exc.row).noun
        return problem(
            409, f"This {noun} cannot be read and is set aside: {exc.reason}. Its history may hold it whole."
        )
