"""Requests generated from the API's own description: whatever is sent, no crash, no status and no type nobody promised."""

from __future__ import annotations

import logging
import os

import schemathesis
from django.test import TransactionTestCase
from hypothesis import HealthCheck, Phase, given, settings
from schemathesis.core.errors import LoaderError
from schemathesis.schemas import APIOperation

from tests.demo import demo_rows
from wide_aperture.http.problem_json import PROBLEM_TYPE
from wide_aperture.server.middleware.owner import local_owner
from wide_aperture.server.wsgi import application
from wide_aperture.store.models import model_of

EXAMPLES = int(os.environ.get("WIDE_APERTURE_EXAMPLES", "5"))  # more, by hand, after a change to how requests are read
ALIKE = 3  # of a kind's own addresses, which every kind shares
SECONDS_EACH = {"POST /api/v1/focus/hangs-on": 2}  # examples of what computes for seconds


def fixed(examples: int) -> settings:
    """The same requests each time, so that a red run can be run again."""
    return settings(
        max_examples=examples, deadline=None, derandomize=True, database=None, phases=[Phase.generate],
        suppress_health_check=list(HealthCheck),
    )  # fmt: skip


class GeneratedRequests(TransactionTestCase):
    """Over the real WSGI application, which closes its connections as a server does."""

    def setUp(self):
        demo_rows(local_owner())
        for each in logging.getLogger("django.request"), logging.getLogger("wide_aperture"):
            each.disabled = True
            self.addCleanup(setattr, each, "disabled", False)

    def test_every_operation_answers_as_it_promises(self):
        try:
            description = schemathesis.openapi.from_wsgi("/api/v1/openapi.json", application)
        except LoaderError as error:
            self.fail(str(error))
        operations = [result.ok() for result in description.get_all_operations()]
        self.assertGreater(len(operations), 90)
        counts = {True: 0, False: 0}
        for operation in operations:
            with self.subTest(operation=operation.label):
                self.ask(operation, counts)
        self.assertGreater(min(counts.values()), 100)

    def ask(self, operation: APIOperation, counts: dict[bool, int]) -> None:
        """Send generated requests to one operation; count what was answered and what was refused."""
        promised = operation.definition.raw["responses"]
        usual = min(ALIKE, EXAMPLES) if model_of(operation.path.split("/")[3]) else EXAMPLES

        @fixed(SECONDS_EACH.get(operation.label, usual))
        @given(case=operation.as_strategy())
        def send(case: schemathesis.Case) -> None:
            answer = case.call()
            body = str(case.body)[:200]
            said = f"{case.method} {case.formatted_path} {body}: {answer.status_code} {answer.content[:200]!r}"
            self.assertLess(answer.status_code, 500, said)
            self.assertIn(str(answer.status_code), promised, said)
            content_type = answer.headers.get("content-type", [""])[0].split(";")[0]
            if answer.status_code >= 400:
                self.assertEqual(content_type, PROBLEM_TYPE, said)
            elif answer.status_code != 204:
                self.assertIn(content_type, promised[str(answer.status_code)]["content"], said)
            counts[answer.status_code < 400] += 1

        send()
