"""One mutant in a child of its own: make it, run the tests that reach it, say which noticed."""

from __future__ import annotations

import os
import signal
import time
import unittest
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Literal

LONGEST_S = 9.0  # of a function's mutant: a few tests reach it
LONGEST_DATA_S = 20.0  # of a number of the craft data: any test may
Verdict = Literal["noticed", "survived", "too slow", "unreached"]


@dataclass(frozen=True, slots=True)
class Trial:
    """A mutant and how to make it; room: where it counts."""

    room: str
    said: str
    make: Callable[[], None]
    tests: tuple[str, ...]
    longest_s: float = LONGEST_S


@dataclass(frozen=True, slots=True)
class Outcome:
    trial: Trial
    verdict: Verdict
    by: str = ""


def run_all(trials: Iterable[Trial], tests: dict[str, unittest.TestCase], workers: int) -> Iterable[Outcome]:
    """Outcomes as they come; as many children at once as workers."""
    waiting = iter(trials)
    running: dict[int, tuple[Trial, int, float]] = {}
    while True:
        while len(running) < workers and (trial := next(waiting, None)) is not None:
            if not trial.tests:
                yield Outcome(trial, "unreached")
                continue
            pid, pipe = _begin(trial, tests)
            running[pid] = (trial, pipe, time.monotonic())
        if not running:
            return
        for pid, (trial, pipe, begun) in list(running.items()):
            ended, _ = os.waitpid(pid, os.WNOHANG)
            if ended:
                del running[pid]
                yield _read(trial, pipe)
            elif time.monotonic() - begun > trial.longest_s:
                os.kill(pid, signal.SIGKILL)
                os.waitpid(pid, 0)
                os.close(pipe)
                del running[pid]
                yield Outcome(trial, "too slow")
        time.sleep(0.003)


def _begin(trial: Trial, tests: dict[str, unittest.TestCase]) -> tuple[int, int]:
    reading, writing = os.pipe()
    pid = os.fork()
    if pid:
        os.close(writing)
        return pid, reading
    os.close(reading)
    noticed = ""
    try:
        devnull = os.open(os.devnull, os.O_WRONLY)
        os.dup2(devnull, 1)
        os.dup2(devnull, 2)
        trial.make()
        noticed = _first_failure([tests[name] for name in trial.tests])
    except BaseException as error:  # a mutant may break anything; the child only reports that it did
        noticed = f"{type(error).__name__} outside a test"
    os.write(writing, noticed.encode()[:500])
    os._exit(0)


def _first_failure(tests: list[unittest.TestCase]) -> str:
    for test in tests:
        result = unittest.TestResult()
        result.failfast = True
        unittest.TestSuite([test]).run(result)
        if not result.wasSuccessful():
            return test.id()
    return ""


def _read(trial: Trial, pipe: int) -> Outcome:
    with os.fdopen(pipe, "rb") as stream:
        by = stream.read().decode(errors="replace")
    return Outcome(trial, "noticed" if by else "survived", by)
