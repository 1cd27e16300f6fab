"""Addresses: the API, and the front end for everything else."""

from django.http import HttpRequest, HttpResponse
from django.urls import path, re_path

from wide_aperture.http.problems import problem
from wide_aperture.server.api import api
from wide_aperture.server.front_end import index, preflight_page, preflight_worker


def unknown_api_address(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    return problem(404, f"The API has nothing at {request.path}.")


urlpatterns = [
    path("api/v1/", api.urls),
    re_path(r"^api(/.*)?$", unknown_api_address),
    path("pre-flight/sw.js", preflight_worker),
    re_path(r"^pre-flight(?:/.*)?$", preflight_page),
    re_path(r"^(?!assets/).*$", index),
]
