"""Serves the one page of the built front end with the request's nonce in it."""

from __future__ import annotations

from functools import lru_cache

from django.conf import settings
from django.http import HttpRequest, HttpResponse

NOT_BUILT = "The front end is not built yet. Run “make demo”, or “make dev” while developing.\n"


@lru_cache(maxsize=2)
def _page(modified_ns: int) -> str:
    return (settings.FRONT_END / "index.html").read_text("utf-8")


def index(request: HttpRequest) -> HttpResponse:
    """The same page for every place; the front end's router reads the address."""
    if request.method not in ("GET", "HEAD"):
        return HttpResponse("Only GET here.\n", status=405, content_type="text/plain")
    try:
        modified = (settings.FRONT_END / "index.html").stat().st_mtime_ns
    except FileNotFoundError:
        return HttpResponse(NOT_BUILT, status=503, content_type="text/plain; charset=utf-8")
    page = _page(modified).replace("CSP_NONCE", request.csp_nonce)  # type: ignore[attr-defined]
    return HttpResponse(page, headers={"Cache-Control": "no-cache"})
