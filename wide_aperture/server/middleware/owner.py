"""Personal mode: one built-in local owner is signed in on every API request."""

from __future__ import annotations

from collections.abc import Callable

from django.contrib.auth import get_user_model
from django.contrib.auth.models import User
from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse

from wide_aperture.http.problem_json import is_api
from wide_aperture.http.problems import storage_problem

LOCAL_OWNER = "local"


def local_owner() -> User:
    """The built-in owner, made on first use."""
    owner, _ = get_user_model().objects.get_or_create(username=LOCAL_OWNER)
    return owner


def sign_in_local_owner(get_response: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    def middleware(request: HttpRequest) -> HttpResponse:
        if is_api(request.path):
            try:
                request.user = local_owner()
            except DatabaseError as error:
                return storage_problem(error)
        return get_response(request)

    return middleware
