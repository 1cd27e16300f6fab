"""Serves the one page of the built front end with the request's nonce in it."""

from __future__ import annotations

from functools import lru_cache

from django.conf import settings
from django.http import HttpRequest, HttpResponse

NOT_BUILT = "The front end is not built yet. Run “make demo”, or “make dev” while developing.\n"


PREFLIGHT, WORKER = "preflight.html", "preflight-worker.js"


@lru_cache(maxsize=4)
def _text(name: str, modified_ns: int) -> str:
    return (settings.FRONT_END / name).read_text("utf-8")


def index(request: HttpRequest) -> HttpResponse:
    """The same page for every place; the front end's router reads the address."""
    return _served(request, "index.html", "text/html; charset=utf-8")


def preflight_page(request: HttpRequest) -> HttpResponse:
    """The page of pre-flights, small and by itself: it goes on without the server once it was opened."""
    return _served(request, PREFLIGHT, "text/html; charset=utf-8")


def preflight_worker(request: HttpRequest) -> HttpResponse:
    """What keeps that page on the device; its own folder is all it answers for."""
    return _served(request, WORKER, "text/javascript; charset=utf-8")


def _served(request: HttpRequest, name: str, content_type: str) -> HttpResponse:
    if request.method not in ("GET", "HEAD"):
        return HttpResponse("Only GET here.\n", status=405, content_type="text/plain")
    try:
        modified = (settings.FRONT_END / name).stat().st_mtime_ns
    except FileNotFoundError:
        return HttpResponse(NOT_BUILT, status=503, content_type="text/plain; charset=utf-8")
    text = _text(name, modified).replace("CSP_NONCE", request.csp_nonce)  # type: ignore[attr-defined]
    return HttpResponse(text, content_type=content_type, headers={"Cache-Control": "no-cache"})
