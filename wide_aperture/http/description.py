"""The API's description (OpenAPI) made true where the framework cannot know: problems have their own type, and some
statuses can come from any address because layers around the routes give them."""

from __future__ import annotations

from typing import Any

from ninja import NinjaAPI
from ninja.openapi.schema import OpenAPISchema

from wide_aperture.http.problem_json import PROBLEM_TYPE
from wide_aperture.http.problems import Problem

EVERYWHERE = ("400", "403", "500", "503")  # the guard, the reader of requests, the store
WITH_A_BODY = ("413", "415", "422", "507")
REFERENCE = {"$ref": "#/components/schemas/Problem"}


class DescribedApi(NinjaAPI):
    """A NinjaAPI whose description says what really comes back."""

    def get_openapi_schema(self, **wanted: Any) -> OpenAPISchema:
        described = super().get_openapi_schema(**wanted)
        described["components"]["schemas"].setdefault("Problem", Problem.model_json_schema())
        for path in described["paths"].values():
            for method, operation in path.items():
                responses = operation["responses"]
                further = EVERYWHERE + (WITH_A_BODY if method in ("post", "put") else ())
                for status in (*further, *(("422",) if operation.get("parameters") else ())):
                    responses.setdefault(status, {"description": ""})
                described_as = {str(status): answer for status, answer in responses.items()}
                operation["responses"] = {s: _problem(a) if s >= "400" else a for s, a in sorted(described_as.items())}
        return described


def _problem(answer: dict[str, Any]) -> dict[str, Any]:
    return {**answer, "content": {PROBLEM_TYPE: {"schema": REFERENCE}}}


def binary(content_type: str) -> dict[str, Any]:
    """What an operation with a file for an answer adds to its description (openapi_extra)."""
    schema = {"type": "string", "format": "binary"}
    return {"responses": {200: {"description": "OK", "content": {content_type: {"schema": schema}}}}}
