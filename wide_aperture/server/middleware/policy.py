"""Content-Security-Policy with a nonce per request, and the other headers that keep a page to itself."""

from __future__ import annotations

import secrets
from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

POLICY = (
    "default-src 'none'; script-src 'self'; style-src 'self' 'nonce-{nonce}'; img-src 'self' blob: data:; "
    "font-src 'self'; connect-src 'self'; manifest-src 'self'; worker-src 'self'; base-uri 'none'; "
    "form-action 'self'; frame-ancestors 'none'"
)
# A planner on one's own machine needs no sensor of it; printing and the full screen are no such permission.
PERMISSIONS = ", ".join(
    f"{feature}=()"
    for feature in (
        "accelerometer", "camera", "display-capture", "geolocation", "gyroscope", "hid", "magnetometer",
        "microphone", "midi", "payment", "serial", "usb", "xr-spatial-tracking",
    )
)  # fmt: skip


def content_security_policy(
    get_response: Callable[[HttpRequest], HttpResponse],
) -> Callable[[HttpRequest], HttpResponse]:
    def middleware(request: HttpRequest) -> HttpResponse:
        nonce = secrets.token_urlsafe(16)
        request.csp_nonce = nonce  # type: ignore[attr-defined]
        response = get_response(request)
        response["Content-Security-Policy"] = POLICY.format(nonce=nonce)
        response["X-Content-Type-Options"] = "nosniff"
        response["Referrer-Policy"] = "no-referrer"
        response["Cross-Origin-Opener-Policy"] = "same-origin"
        response["Cross-Origin-Resource-Policy"] = "same-origin"
        response["Permissions-Policy"] = PERMISSIONS
        if not response.streaming and "Content-Length" not in response:
            response["Content-Length"] = len(response.content)  # without it the connection cannot be used again
        return response

    return middleware
