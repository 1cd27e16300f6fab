"""The test runner: Django's own, closing with one line that counts."""

from __future__ import annotations

import gc
import pickle
import unittest

from django.test.runner import DiscoverRunner, ParallelTestSuite


class Travels:
    """A test case that can be sent between processes when a subtest of it fails: its name travels, its tools stay."""

    def __getstate__(self) -> dict[str, object]:
        # What a test holds may hold the test again (its subtest, a client): there only the name travels.
        if id(self) in _packing:
            return {"_testMethodName": self.__dict__.get("_testMethodName")}
        _packing.add(id(self))
        try:
            return {name: value for name, value in self.__dict__.items() if _travels(value)}
        finally:
            _packing.discard(id(self))


_packing: set[int] = set()


def _travels(value: object) -> bool:
    try:
        pickle.dumps(value)
    except Exception:  # whatever a value raises instead of letting itself be pickled
        return False
    return True


RARELY = (10_000, 20, 50)  # of new objects, and of collections of the younger ones

# What takes minutes begins first, so that no process works alone at the end.
LONGEST = (
    "tests.browser.test_accessibility",
    "tests.core.bench.test_tests",
    "tests.core.planning.test_remedies",
    "tests.api.test_generated",
    "tests.browser",
)


def _rank(subsuite: unittest.TestSuite) -> int:
    module = type(next(iter(subsuite), None)).__module__
    return next((k for k, name in enumerate(LONGEST) if module.startswith(name)), len(LONGEST))


class LongestFirst(ParallelTestSuite):
    """Classes handed out in the order of how long they take; those that take alike keep their order."""

    def __init__(self, subsuites: list[unittest.TestSuite], *args: object, **kwargs: object) -> None:
        super().__init__(sorted(subsuites, key=_rank), *args, **kwargs)


class Runner(DiscoverRunner):
    """Prints “N passed, N failed, N skipped” last."""

    counts = ""
    parallel_test_suite = LongestFirst

    def setup_databases(self, **kwargs: object) -> object:
        made = super().setup_databases(**kwargs)
        if self.parallel > 1 and "default" in kwargs["aliases"]:
            from tests.demo import know_demo_rows  # models are there now, not when this module is found

            know_demo_rows()
        return made

    def run_suite(self, suite: unittest.TestSuite, **kwargs: object) -> unittest.TestResult:
        # What is loaded by now stays: the collector need not look through it again and again, in no process forked from here.
        gc.collect()
        gc.freeze()
        gc.set_threshold(*RARELY)
        return super().run_suite(suite, **kwargs)

    def suite_result(self, suite: unittest.TestSuite, result: unittest.TestResult, **kwargs: object) -> int:
        failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
        passed = result.testsRun - failed - len(result.skipped) - len(result.expectedFailures)
        type(self).counts = f"{passed} passed, {failed} failed, {len(result.skipped)} skipped"
        return super().suite_result(suite, result, **kwargs)

    def run_tests(self, test_labels: list[str], **kwargs: object) -> int:
        failed = super().run_tests(test_labels, **kwargs)
        print(self.counts, flush=True)
        return failed
