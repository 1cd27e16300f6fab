"""The last word on failures under /api: whoever refused, the answer has the one error shape and is not kept by caches."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse
from django.http.response import ResponseHeaders

from wide_aperture.http.problems import problem

PROBLEM_TYPE = "application/problem+json"
SENTENCES = {
    400: "The request could not be read.",
    403: "That is not allowed here.",
    404: "There is nothing here (any more).",
    405: "This address does not take that method.",
    413: "That is more than this server takes at once.",
    431: "The request's headers are longer than this server takes.",
    500: "Something went wrong inside the program. What is saved stays saved; try again.",
}
KEPT_HEADERS = ("Allow", "ETag", "Retry-After")
CLIENT_GONE = 499  # as servers log a request whose asker has left; nobody reads the answer

View = Callable[[HttpRequest], HttpResponse]


def problems_in_one_shape(get_response: View) -> View:
    def middleware(request: HttpRequest) -> HttpResponse:
        response = get_response(request)
        if not is_api(request.path):
            return response
        refused = response.status_code >= 400 and response.status_code != CLIENT_GONE
        if refused and response.headers.get("Content-Type") != PROBLEM_TYPE:
            response = _reshaped(response.status_code, response.headers)
        response.headers.setdefault("Cache-Control", "no-store")
        return response

    return middleware


def is_api(path: str) -> bool:
    return path == "/api" or path.startswith("/api/")


def sentence_of(status: int) -> str:
    """What a bare status means, for a person."""
    return SENTENCES.get(status, "The server could not answer that.")


def _reshaped(status: int, headers: ResponseHeaders) -> HttpResponse:
    made = problem(status, sentence_of(status))
    for name in KEPT_HEADERS:
        if name in headers:
            made[name] = headers[name]
    return made
