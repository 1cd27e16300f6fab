"""The request as the applications see it: the middleware has put its person there."""

from django.contrib.auth.models import User
from django.http import HttpRequest


class PersonRequest(HttpRequest):
    """A request of a known person: /api refuses all others before any route runs."""

    user: User
