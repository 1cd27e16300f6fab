"""Base of the API tests: a client that speaks JSON as the front end does."""

from __future__ import annotations

import json
from functools import cache
from typing import Any

from django.contrib.auth.models import User
from django.http import HttpResponse
from django.test import Client, TestCase
from django.test.client import ClientHandler

from tests.demo import demo_rows
from tests.runner import Travels
from wide_aperture.core.documents.said import BEGIN
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.demo.shoots import SHOOTS, SITUATIONS
from wide_aperture.server.middleware.owner import local_owner

JSON = "application/json"


def as_json(document: Any) -> Any:
    return json.loads(document.model_dump_json())


class Reading(Client):
    """A client that reads what it is sent: marks of values within sentences never leave the server."""

    def __init__(self, **defaults: Any) -> None:
        super().__init__(**defaults)
        self.handler._middleware_chain = _middleware()

    def request(self, **request: Any) -> Any:
        answer = super().request(**request)
        if not answer.streaming and any(mark.encode() in answer.content for mark in (BEGIN, "\\ue000")):
            raise AssertionError(f"{request['PATH_INFO']} answers with a mark: {answer.content[:2000]!r}")
        return answer


@cache
def _middleware() -> Any:
    """The chain of middleware, put together once a process: it looks through every file the server holds."""
    handler = ClientHandler(enforce_csrf_checks=False)
    handler.load_middleware()
    return handler._middleware_chain


class ApiTestCase(Travels, TestCase):
    """body, lens, shoot, situation: fresh JSON of demo documents, free to change. Nothing is stored yet."""

    client: Client

    def setUp(self) -> None:
        self.client = Reading(HTTP_HOST="127.0.0.1:8000")
        self.body = as_json(BODIES[0])
        self.lens = as_json(next(lens for lens in LENSES if lens.name.startswith("70–200")))
        self.shoot = as_json(SHOOTS[0])
        self.planned = as_json(SITUATIONS[2])

    def demo(self) -> None:
        demo_rows(local_owner())

    def stranger(self) -> User:
        return User.objects.create(username="stranger")

    def put(
        self, kind: str, document: Any, *, revision: int | None = None, headers: dict[str, str] | None = None
    ) -> HttpResponse:
        row_id = document["situation"]["id"] if kind == "situations" else document["id"]
        said = (
            headers
            if headers is not None
            else {"If-None-Match": "*"}
            if revision is None
            else {"If-Match": f'"{revision}"'}
        )
        return self.client.put(f"/api/v1/{kind}/{row_id}", json.dumps(document), content_type=JSON, headers=said)

    def post(self, path: str, payload: Any) -> HttpResponse:
        text = payload if isinstance(payload, str) else json.dumps(payload)
        return self.client.post(f"/api/v1/{path}", text, content_type=JSON)

    def listed(self, kind: str, **query: Any) -> list[dict[str, Any]]:
        """Every item of a list, page by page."""
        found: list[dict[str, Any]] = []
        cursor: str | None = None
        while True:
            page = self.client.get(f"/api/v1/{kind}", query if cursor is None else {**query, "cursor": cursor}).json()
            found += page["items"]
            cursor = page["next"]
            if cursor is None:
                return found

    def plan_request(self, **changes: Any) -> dict[str, Any]:
        return {
            "body": self.body,
            "lens": self.lens,
            "situation": self.planned["situation"],
            "preferences": self.planned["preferences"],
            "accessories": self.planned["accessories"],
            "pins": [],
            **changes,
        }

    def assert_problem(self, response: HttpResponse, status: int, pointer: str | None = None) -> dict[str, Any]:
        self.assertEqual(response.status_code, status, response.content[:400])
        self.assertEqual(response["Content-Type"], "application/problem+json")
        problem = json.loads(response.content)
        self.assertEqual(problem["status"], status)
        self.assertTrue(problem["detail"])
        if pointer is not None:
            self.assertIn(pointer, [error["pointer"] for error in problem["errors"]])
        return problem
