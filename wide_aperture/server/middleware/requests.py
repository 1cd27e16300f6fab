"""Counts requests in flight, so that tests can wait until the server is idle."""

from __future__ import annotations

import threading
import time
from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

_lock = threading.Lock()
_in_flight = 0


def count_requests(get_response: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    def middleware(request: HttpRequest) -> HttpResponse:
        global _in_flight
        with _lock:
            _in_flight += 1
        try:
            return get_response(request)
        finally:
            with _lock:
                _in_flight -= 1

    return middleware


def wait_until_idle(timeout_s: float = 10.0) -> bool:
    """Return True once no request is in flight, False when the time is up."""
    until = time.monotonic() + timeout_s
    while time.monotonic() < until:
        with _lock:
            if _in_flight == 0:
                return True
        time.sleep(0.02)
    return False
