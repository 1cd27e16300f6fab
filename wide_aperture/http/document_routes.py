"""The routes every saved resource has: list, read, put, delete, revisions."""

import datetime as dt
from collections.abc import Callable
from typing import Any
from uuid import UUID

from django.http import HttpRequest, HttpResponse
from ninja import Header, NinjaAPI, Router, Schema
from pydantic import BaseModel

from wide_aperture.http.problems import Problem, problem
from wide_aperture.store import services
from wide_aperture.store.errors import PreconditionMissingError, RevisionConflictError, SnapshotError
from wide_aperture.store.models import StoredDocument
from wide_aperture.store.services import Precondition

Columns = Callable[[Any, HttpRequest], dict[str, Any]]
PROBLEMS = {401: Problem, 404: Problem, 422: Problem}
WRITE_PROBLEMS = {**PROBLEMS, 412: Problem, 428: Problem}


class RevisionOut(Schema):
    number: int
    written_at: dt.datetime
    deleted: bool
    document: dict[str, Any]


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


def envelope(row: StoredDocument) -> dict[str, Any]:
    return {"id": row.pk, "revision": row.revision, "updated_at": row.updated_at, "document": row.document}


def precondition(if_match: str | None, if_none_match: str | None) -> Precondition:
    """Read the two headers. A revision that is no number expects a revision that never was."""
    if if_none_match is not None and if_none_match.strip() == "*":
        return Precondition(creates=True)
    if if_match is None:
        return Precondition()
    text = if_match.strip().removeprefix("W/").strip('"')
    return Precondition(revision=int(text) if text.isdigit() else -1)


def add_document_routes(
    router: Router,
    *,
    noun: str,
    plural: str,
    model: type[StoredDocument],
    document: type[BaseModel],
    columns: Columns | None = None,
    before_write: Callable[[HttpRequest, UUID, Any], None] | None = None,
) -> type[Schema]:
    """Add the five routes of a resource; return its envelope schema.

    columns: values kept beside the document; before_write: a rule of the resource, raising what it refuses with.
    """
    saved = saved_schema(noun.title().replace(" ", ""), document)
    identity = noun.replace(" ", "_")

    @router.get("", response={200: list[saved], 401: Problem}, operation_id=f"{identity}_list")
    def list_all(request: HttpRequest) -> Any:
        return [envelope(row) for row in services.list_rows(model, owner=request.user)]

    @router.get("/{uuid:row_id}", response={200: saved, **PROBLEMS}, operation_id=f"{identity}_get")
    def get_one(request: HttpRequest, response: HttpResponse, row_id: UUID) -> Any:
        row = services.get_row(model, owner=request.user, row_id=row_id)
        response["ETag"] = f'"{row.revision}"'
        return envelope(row)

    @router.put("/{uuid:row_id}", response={200: saved, 201: saved, **WRITE_PROBLEMS}, operation_id=f"{identity}_put")
    def put_one(
        request: HttpRequest,
        response: HttpResponse,
        row_id: UUID,
        payload: document,
        if_match: str | None = Header(None, alias="If-Match"),
        if_none_match: str | None = Header(None, alias="If-None-Match"),
    ) -> Any:
        if payload.id != row_id:
            at = "/situation/id" if hasattr(payload, "situation") and not hasattr(type(payload), "format") else "/id"
            error = {"pointer": at, "code": "id_mismatch", "msg": "must be the id of the address"}
            return problem(422, "The document's id is not the one it is sent to.", [error])
        expects = precondition(if_match, if_none_match)
        expects.require()
        if before_write is not None:
            before_write(request, row_id, payload)
        beside = columns(payload, request) if columns else None
        row, created = services.put_row(
            model, owner=request.user, row_id=row_id, document=payload, expects=expects, columns=beside
        )
        response["ETag"] = f'"{row.revision}"'
        return (201 if created else 200), envelope(row)

    @router.delete("/{uuid:row_id}", response={204: None, **WRITE_PROBLEMS}, operation_id=f"{identity}_delete")
    def delete_one(
        request: HttpRequest,
        response: HttpResponse,
        row_id: UUID,
        if_match: str | None = Header(None, alias="If-Match"),
    ) -> Any:
        row = services.delete_row(model, owner=request.user, row_id=row_id, expects=precondition(if_match, None))
        response["ETag"] = f'"{row.revision}"'
        return 204, None

    @router.get(
        "/{uuid:row_id}/revisions",
        response={200: list[RevisionOut], **PROBLEMS},
        operation_id=f"{identity}_revisions",
    )
    def revisions(request: HttpRequest, row_id: UUID) -> Any:
        return list(services.list_revisions(model, owner=request.user, row_id=row_id))

    return saved


def register_problems(api: NinjaAPI) -> None:
    """What writing can be refused with, in the one error shape."""

    @api.exception_handler(PreconditionMissingError)
    def precondition_missing(request: HttpRequest, exc: PreconditionMissingError) -> HttpResponse:
        return problem(428, 'Say If-None-Match: * to create, or If-Match: "revision" to replace.')

    @api.exception_handler(RevisionConflictError)
    def conflict(request: HttpRequest, exc: RevisionConflictError) -> HttpResponse:
        current = {
            "id": str(exc.row.pk),
            "revision": exc.row.revision,
            "updated_at": exc.row.updated_at.isoformat(),
            "deleted": exc.row.is_deleted,
            "document": exc.row.document,
        }
        answer = problem(412, "It was changed elsewhere meanwhile.", extra={"current": current})
        answer["ETag"] = f'"{exc.row.revision}"'
        return answer

    @api.exception_handler(SnapshotError)
    def snapshot(request: HttpRequest, exc: SnapshotError) -> HttpResponse:
        error = {"pointer": "/setup", "code": "snapshot", "msg": "a saved setup does not change"}
        return problem(409, "A saved setup is a snapshot: save the change as a new one.", [error])
