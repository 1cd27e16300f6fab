"""The contract under hostile input: whatever stands in a field, the answer is whole or a problem that points at it, never a crash."""

from __future__ import annotations

import copy
import json
import random
from collections.abc import Iterator
from typing import Any

from django.test import override_settings

from tests.api.base import ApiTestCase
from tests.api.requests import live_requests

Path = tuple[str | int, ...]
HOSTILE: tuple[Any, ...] = (
    None,
    "",
    "x" * 5000,
    -1,
    0,
    1e308,
    True,
    [],
    {},
    ["x"],
    {"x": 1},
    "1/0",
    "\u0000",
    "2026-13-45",
)
REMOVED = object()
MUTATIONS = 40
EXTREMES = 24
FACTORS = (0, -1, 1e-9, 1e-3, 0.1, 0.5, 2, 10, 1e3, 1e6, 1e12)


def leaves(value: Any, path: Path = ()) -> Iterator[Path]:
    """Every path into a JSON value, containers included; only the first entries of long lists."""
    if path:
        yield path
    if isinstance(value, dict):
        for name, inner in value.items():
            yield from leaves(inner, (*path, name))
    elif isinstance(value, list):
        for k, inner in enumerate(value[:2]):
            yield from leaves(inner, (*path, k))


def mutated(value: Any, path: Path, hostile: Any) -> Any:
    changed = copy.deepcopy(value)
    at = changed
    for step in path[:-1]:
        at = at[step]
    if hostile is REMOVED:
        del at[path[-1]]
    else:
        at[path[-1]] = hostile
    return changed


def value_at(value: Any, path: Path) -> Any:
    for step in path:
        value = value[step]
    return value


def different(before: Any, after: Any) -> dict[str, Any]:
    """What a mutation changed, for the name of a subtest."""
    return {
        "/".join(map(str, path)): value_at(after, path)
        for path in leaves(before)
        if not isinstance(value_at(before, path), dict | list) and value_at(after, path) != value_at(before, path)
    }


def resolves(payload: Any, pointer: str) -> bool:
    """Whether a JSON Pointer leads into a request, or to a field that is missing from an object that is there."""
    steps = [step.replace("~1", "/").replace("~0", "~") for step in pointer.split("/")[1:]]
    at = payload
    for k, step in enumerate(steps):
        if isinstance(at, dict):
            if step not in at:
                return k == len(steps) - 1
            at = at[step]
        elif isinstance(at, list) and step.isdigit():
            if int(step) >= len(at):
                return False
            at = at[int(step)]
        else:
            return k == len(steps) - 1
    return True


@override_settings(DEBUG=False)
class HostileInput(ApiTestCase):
    def setUp(self):
        super().setUp()
        self.client.raise_request_exception = False
        self.requests = live_requests(self)

    def hostile(self, name: str) -> Iterator[tuple[Path, Any, Any]]:
        """The same mutations each run: every field of the top, then a sample from further down."""
        request = self.requests[name]
        rng = random.Random(name)
        paths = list(leaves(request))
        top = [path for path in paths if len(path) == 1]
        deeper = rng.sample([path for path in paths if len(path) > 1], k=min(MUTATIONS, len(paths) - len(top)))
        for path in (*top, *deeper):
            value = REMOVED if rng.random() < 0.15 else rng.choice(HOSTILE)
            yield path, value, mutated(request, path, value)

    def test_the_requests_themselves_are_answered(self):
        for name, request in self.requests.items():
            with self.subTest(name=name):
                self.assertNotIn(
                    self.post(name, request).status_code, (422, 500), self.post(name, request).content[:300]
                )

    def test_nothing_crashes_and_every_refusal_points_into_the_request(self):
        refused = 0
        for name in self.requests:
            for path, value, payload in self.hostile(name):
                answer = self.post(name, json.dumps(payload))
                with self.subTest(name=name, path=path, value="removed" if value is REMOVED else str(value)[:30]):
                    self.assertLess(answer.status_code, 500, answer.content[:300])
                    if answer.status_code >= 400:
                        refused += 1
                        problem = self.assert_problem(answer, answer.status_code)
                        for error in problem["errors"]:
                            self.assertTrue(resolves(payload, error["pointer"]), error)
        self.assertGreater(refused, 150)

    def test_extreme_numbers_are_computed_with_or_refused(self):
        """Numbers far beyond any kit or sky, alone and in pairs; a warning of numpy is an error too."""
        for name, request in self.requests.items():
            rng = random.Random(f"extreme {name}")
            numbers = [path for path in leaves(request) if type(value_at(request, path)) in (int, float)]
            for _ in range(EXTREMES):
                payload = request
                for path in rng.sample(numbers, k=min(rng.choice((1, 1, 2, 4)), len(numbers))):
                    value = value_at(payload, path)
                    payload = mutated(
                        payload, path, type(value)(max(min(value * rng.choice(FACTORS) or 1, 1e15), -1e15))
                    )
                with self.subTest(name=name, payload=different(request, payload)):
                    answer = self.post(name, payload)
                    self.assertLess(answer.status_code, 500, answer.content[:300])

    def test_what_is_no_object_at_all(self):
        for name in self.requests:
            for text in ("", "null", "[]", '"text"', "3", "{", "NaN", '{"body": Infinity}'):
                with self.subTest(name=name, text=text):
                    answer = self.post(name, text)
                    self.assertIn(answer.status_code, (400, 415, 422), answer.content[:200])
                    self.assert_problem(answer, answer.status_code)

    def test_deep_and_wide_nests_are_refused_quickly(self):
        deep = "[" * 5000 + "]" * 5000
        wide = json.dumps({f"field{k}": k for k in range(5000)})
        for text in (deep, wide):
            answer = self.post("plan", text)
            self.assertIn(answer.status_code, (400, 422))
