"""Guards a server on the loopback interface against pages from elsewhere: foreign hosts, origins, content types.

Without it a page on any site could post to 127.0.0.1 in the user's name.
"""

from __future__ import annotations

from collections.abc import Callable

from django.core.exceptions import DisallowedHost
from django.http import HttpRequest, HttpResponse

from wide_aperture.http.problem_json import is_api
from wide_aperture.http.problems import problem

BODY_TYPES = ("application/json", "multipart/form-data")
BODY_METHODS = ("POST", "PUT", "PATCH")


def loopback_guard(get_response: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    def middleware(request: HttpRequest) -> HttpResponse:
        try:
            host = request.get_host()
        except DisallowedHost:
            return problem(400, "This server answers only on this machine (127.0.0.1 or localhost).")
        if is_api(request.path):
            refused = _refuse(request, host)
            if refused is not None:
                return refused
        return get_response(request)

    return middleware


def _refuse(request: HttpRequest, host: str) -> HttpResponse | None:
    site = request.headers.get("Sec-Fetch-Site")
    if site not in (None, "none", "same-origin"):
        return problem(403, "Requests from other sites are refused.")
    origin = request.headers.get("Origin")
    if origin is not None and origin != f"{request.scheme}://{host}":
        return problem(403, "Requests from other origins are refused.")
    if request.method in BODY_METHODS and (request.content_type or "") not in BODY_TYPES:
        return problem(415, "Send application/json (or multipart/form-data for files).")
    return None
