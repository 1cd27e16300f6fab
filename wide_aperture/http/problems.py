"""The one error shape: application/problem+json (RFC 9457) with JSON Pointers into the request."""

from __future__ import annotations

import http
import json
import logging
from collections.abc import Sequence
from typing import Any, TypedDict

from django.core.exceptions import ObjectDoesNotExist, RequestDataTooBig, SuspiciousOperation
from django.db import DatabaseError
from django.http import Http404, HttpRequest, HttpResponse, UnreadablePostError
from django.http.multipartparser import MultiPartParserError
from ninja import NinjaAPI, Schema
from ninja.errors import HttpError, ValidationError
from pydantic import ValidationError as DocumentError

from wide_aperture.core.errors import DomainError, UnknownIdError
from wide_aperture.http.field_names import field_name

log = logging.getLogger("wide_aperture.server")

KIND_NAMESPACE = "urn:wide-aperture:problem:"
UNIONS = {"light": ("ev", "named", "sky", "reading")}  # by the field that holds one; its tags are no fields
PARAMETER_PLACES = ("body", "query", "path", "header", "form", "file", "cookie")


class ProblemError(Schema):
    pointer: str
    code: str
    msg: str


class Problem(Schema):
    type: str = "about:blank"
    title: str
    status: int
    detail: str
    errors: list[ProblemError] = []


class FieldError(TypedDict):
    pointer: str
    code: str
    msg: str


def problem(
    status: int,
    detail: str,
    errors: Sequence[FieldError] = (),
    *,
    kind: str | None = None,
    extra: dict[str, Any] | None = None,
) -> HttpResponse:
    """A problem+json response. detail is a sentence a person can act on; kind: which failure, where a status is many."""
    body = {
        "type": f"{KIND_NAMESPACE}{kind}" if kind else "about:blank",
        "title": http.HTTPStatus(status).phrase,
        "status": status,
        "detail": detail,
        "errors": list(errors),
        **(extra or {}),
    }
    return HttpResponse(json.dumps(body), status=status, content_type="application/problem+json")


# What SQLite says when the store itself fails, by a part of its message: status, kind, sentence.
STORAGE_FAILURES: tuple[tuple[str, int, str, str], ...] = (
    ("disk is full", 507, "full", "The disk is full: nothing more can be saved. Make room, then it is sent again."),
    ("readonly database", 503, "read_only", "The data folder cannot be written to: nothing can be saved. Give back the right to write there."),
    ("unable to open database", 503, "read_only", "The data folder cannot be opened: nothing can be read or saved. See that it is there and may be written to."),
    ("is locked", 503, "busy", "The database is busy for longer than usual. It is tried again."),
    ("disk i/o error", 500, "damaged", "The disk answers with errors: what was just sent may not be saved. Look at the disk, and take a backup elsewhere."),
    ("malformed", 500, "damaged", "The database is damaged. Stop and start the program: it names the last good copy and offers it."),
    ("not a database", 500, "damaged", "The database is damaged. Stop and start the program: it names the last good copy and offers it."),
)  # fmt: skip


def storage_problem(error: DatabaseError) -> HttpResponse:
    """A failure of the store, told apart: full, not writable, busy, damaged, or anything else."""
    said = str(error).lower()
    for part, status, kind, sentence in STORAGE_FAILURES:
        if part in said:
            log.error("the store failed: %s", error)
            return problem(status, sentence, kind=kind)
    return unexpected_problem("the store")


def unexpected_problem(where: str) -> HttpResponse:
    """Our own fault, logged with its trace. Call it while the exception is being handled."""
    log.exception("unexpected failure at %s", where)
    return problem(
        500, "Something went wrong inside the program. What is saved stays saved; try again.", kind="unexpected"
    )


def pointer(location: Sequence[str | int]) -> str:
    """A JSON Pointer (RFC 6901) from an error location, union tags removed."""
    parts = [
        part
        for before, part in zip((None, *location), location, strict=False)
        if part not in UNIONS.get(str(before), ())
    ]
    return "".join("/" + str(part).replace("~", "~0").replace("/", "~1") for part in parts)


def field_errors(errors: Sequence[Any], *, of_request: bool = False) -> list[FieldError]:
    """Pydantic's errors as ours. of_request: locations begin with where the parameter came from, not with a field."""
    return [
        {
            "pointer": pointer(_without_parameter(error["loc"]) if of_request else error["loc"]) + _rule_field(error),
            "code": error["type"],
            "msg": error["msg"].removeprefix("Value error, "),
        }
        for error in errors
    ]


def _rule_field(error: Any) -> str:
    """Where values do not fit together the rule says which of them should change (core.document.broken_rule)."""
    field = (error.get("ctx") or {}).get("field") if error["type"] == "rule" else None
    return f"/{field}" if field else ""


def _without_parameter(location: Sequence[str | int]) -> Sequence[str | int]:
    """("body", name of the argument, field …) and ("query", field …) without what is no part of the request's JSON.

    Only the first parts: a request may well have a field called body.
    """
    if not location or location[0] not in PARAMETER_PLACES:
        return location
    return location[2:] if location[0] == "body" else location[1:]


def summary(errors: Sequence[FieldError]) -> str:
    """The first refusal as a sentence that names its field as the form does."""
    first = errors[0]
    more = f" (and {len(errors) - 1} more)" if len(errors) > 1 else ""
    return f"{field_name(first['pointer']) or 'This'}: {first['msg']}{more}"


def register(api: NinjaAPI) -> None:
    """Give every failure under the API the one shape."""

    @api.exception_handler(ValidationError)
    def refuse_request(request: HttpRequest, exc: ValidationError) -> HttpResponse:
        errors = field_errors(exc.errors, of_request=True)
        return problem(422, summary(errors), errors)

    @api.exception_handler(DocumentError)
    def refuse_document(request: HttpRequest, exc: DocumentError) -> HttpResponse:
        if any(error["loc"][:1] == ("response",) for error in exc.errors()):
            return unexpected_problem(f"{request.method} {request.path}")  # what we answered was wrong, not the request
        errors = field_errors(exc.errors())
        return problem(422, summary(errors), errors)

    @api.exception_handler(DomainError)
    def refuse_input(request: HttpRequest, exc: DomainError) -> HttpResponse:
        errors: list[FieldError] = [{"pointer": f"/{exc.field}", "code": "domain", "msg": exc.rule}]
        return problem(422, f"{summary(errors)}; got {exc.value!r}.", errors)

    @api.exception_handler(UnknownIdError)
    def refuse_id(request: HttpRequest, exc: UnknownIdError) -> HttpResponse:
        return problem(422, str(exc), [{"pointer": "", "code": "unknown_id", "msg": str(exc)}])

    @api.exception_handler(ObjectDoesNotExist)
    @api.exception_handler(Http404)
    def not_found(request: HttpRequest, exc: Exception) -> HttpResponse:
        return problem(404, "There is nothing here (any more).")

    @api.exception_handler(RequestDataTooBig)
    def too_big(request: HttpRequest, exc: Exception) -> HttpResponse:
        return problem(413, "That is more than this server takes at once.")

    @api.exception_handler(MultiPartParserError)
    @api.exception_handler(UnreadablePostError)
    @api.exception_handler(SuspiciousOperation)
    def broken_request(request: HttpRequest, exc: Exception) -> HttpResponse:
        return problem(400, "The request could not be read: it is broken, or has more parts than any form here.")

    @api.exception_handler(HttpError)
    def http_error(request: HttpRequest, exc: HttpError) -> HttpResponse:
        return problem(exc.status_code, exc.message)

    @api.exception_handler(DatabaseError)
    def store_failed(request: HttpRequest, exc: DatabaseError) -> HttpResponse:
        return storage_problem(exc)

    @api.exception_handler(Exception)
    def unexpected(request: HttpRequest, exc: Exception) -> HttpResponse:
        return unexpected_problem(f"{request.method} {request.path}")
