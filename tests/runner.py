"""The test runner: Django's own, closing with one line that counts."""

from __future__ import annotations

import unittest

from django.test.runner import DiscoverRunner


class Runner(DiscoverRunner):
    """Prints “N passed, N failed, N skipped” last."""

    counts = ""

    def suite_result(self, suite: unittest.TestSuite, result: unittest.TestResult, **kwargs: object) -> int:
        failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
        passed = result.testsRun - failed - len(result.skipped) - len(result.expectedFailures)
        type(self).counts = f"{passed} passed, {failed} failed, {len(result.skipped)} skipped"
        return super().suite_result(suite, result, **kwargs)

    def run_tests(self, test_labels: list[str], **kwargs: object) -> int:
        failed = super().run_tests(test_labels, **kwargs)
        print(self.counts, flush=True)
        return failed
