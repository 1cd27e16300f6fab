"""The one error shape: application/problem+json (RFC 9457) with JSON Pointers into the request."""

from __future__ import annotations

import http
import json
import logging
from collections.abc import Sequence
from typing import Any, TypedDict

from django.core.exceptions import ObjectDoesNotExist, RequestDataTooBig
from django.http import Http404, HttpRequest, HttpResponse
from ninja import NinjaAPI, Schema
from ninja.errors import HttpError, ValidationError
from pydantic import ValidationError as DocumentError

from wide_aperture.core.errors import DomainError, UnknownIdError

log = logging.getLogger("wide_aperture.server")

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
    status: int, detail: str, errors: Sequence[FieldError] = (), *, extra: dict[str, Any] | None = None
) -> HttpResponse:
    """A problem+json response. detail is a sentence a person can act on."""
    body = {
        "type": "about:blank",
        "title": http.HTTPStatus(status).phrase,
        "status": status,
        "detail": detail,
        "errors": list(errors),
        **(extra or {}),
    }
    return HttpResponse(json.dumps(body), status=status, content_type="application/problem+json")


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
            "pointer": pointer(_without_parameter(error["loc"]) if of_request else error["loc"]),
            "code": error["type"],
            "msg": error["msg"].removeprefix("Value error, "),
        }
        for error in errors
    ]


def _without_parameter(location: Sequence[str | int]) -> Sequence[str | int]:
    """("body", name of the argument, field …) and ("query", field …) without what is no part of the request's JSON.

    Only the first parts: a request may well have a field called body.
    """
    if not location or location[0] not in PARAMETER_PLACES:
        return location
    return location[2:] if location[0] == "body" else location[1:]


def summary(errors: Sequence[FieldError]) -> str:
    first = errors[0]
    more = f" (and {len(errors) - 1} more)" if len(errors) > 1 else ""
    return f"{first['pointer'] or 'The request'}: {first['msg']}{more}"


def register(api: NinjaAPI) -> None:
    """Give every failure under the API the one shape."""

    @api.exception_handler(ValidationError)
    def refuse_request(request: HttpRequest, exc: ValidationError) -> HttpResponse:
        errors = field_errors(exc.errors, of_request=True)
        return problem(422, summary(errors), errors)

    @api.exception_handler(DocumentError)
    def refuse_document(request: HttpRequest, exc: DocumentError) -> HttpResponse:
        errors = field_errors(exc.errors())
        return problem(422, summary(errors), errors)

    @api.exception_handler(DomainError)
    def refuse_input(request: HttpRequest, exc: DomainError) -> HttpResponse:
        return problem(422, str(exc), [{"pointer": f"/{exc.field}", "code": "domain", "msg": exc.rule}])

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

    @api.exception_handler(HttpError)
    def http_error(request: HttpRequest, exc: HttpError) -> HttpResponse:
        return problem(exc.status_code, exc.message)

    @api.exception_handler(Exception)
    def unexpected(request: HttpRequest, exc: Exception) -> HttpResponse:
        log.exception("unexpected failure at %s %s", request.method, request.path)
        return problem(500, "Something went wrong on the server; nothing was lost. Try again.")
