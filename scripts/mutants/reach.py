"""Which tests reach which function, and how long each takes: one run of the core's tests under a profiler."""

from __future__ import annotations

import functools
import gc
import multiprocessing
import sys
import time
import types
import unittest
from collections import defaultdict
from collections.abc import Iterator
from pathlib import Path

ROOT = Path(__file__).parents[2]
CORE = ROOT / "wide_aperture" / "core"
Place = tuple[str, int, str]  # file below the core, first line, name


def place_of(code: types.CodeType) -> Place | None:
    """Where a function of the core stands; None for any other code."""
    if not code.co_filename.startswith(str(CORE)):
        return None
    return str(Path(code.co_filename).relative_to(CORE)), code.co_firstlineno, code.co_name


def functions() -> dict[Place, list[types.FunctionType]]:
    """Every function of the core that is alive, whatever wraps it."""
    found: dict[Place, list[types.FunctionType]] = defaultdict(list)
    for held in gc.get_objects():
        if isinstance(held, types.FunctionType) and (place := place_of(held.__code__)):
            found[place].append(held)
    return found


def load_tests() -> dict[str, unittest.TestCase]:
    """Every test of the core by its id."""
    suite = unittest.defaultTestLoader.discover(str(ROOT / "tests" / "core"), top_level_dir=str(ROOT))
    return {test.id(): test for test in _each(suite)}


def _each(suite: unittest.TestSuite | unittest.TestCase) -> Iterator[unittest.TestCase]:
    if isinstance(suite, unittest.TestCase):
        yield suite
        return
    for part in suite:
        yield from _each(part)


def measure(tests: dict[str, unittest.TestCase], workers: int) -> tuple[dict[Place, set[str]], dict[str, float]]:
    """(tests by the function they reach, seconds by test). The tests run in children, so the parent's caches stay empty."""
    names = sorted(tests)
    with multiprocessing.get_context("fork").Pool(workers, initializer=_keep, initargs=(tests,)) as pool:
        reached: dict[Place, set[str]] = defaultdict(set)
        seconds: dict[str, float] = {}
        for name, took, places in pool.imap_unordered(_profiled, names, chunksize=4):
            seconds[name] = took
            for place in places:
                reached[place].add(name)
    return reached, seconds


@functools.cache
def caches() -> tuple[functools._lru_cache_wrapper[object], ...]:
    """Every cache of the core that is alive. Looked for once, before the first fork."""
    return tuple(
        held
        for held in gc.get_objects()
        # Not isinstance: asking a lazy object for its class makes it.
        if type(held) is functools._lru_cache_wrapper and held.__module__.startswith("wide_aperture.core.")
    )


def forget() -> None:
    """Empty the caches, so that what fills them runs again, as changed."""
    for each in caches():
        each.cache_clear()


_tests: dict[str, unittest.TestCase] = {}


def _keep(tests: dict[str, unittest.TestCase]) -> None:
    _tests.update(tests)
    forget()


def _profiled(name: str) -> tuple[str, float, set[Place]]:
    seen: set[types.CodeType] = set()

    def profiler(frame: types.FrameType, event: str, _: object) -> None:
        if event == "call":
            code: types.CodeType | None = frame.f_code
            seen.add(code)  # type: ignore[arg-type]

    begun = time.perf_counter()
    sys.setprofile(profiler)
    try:
        unittest.TestSuite([_tests[name]]).run(unittest.TestResult())
    finally:
        sys.setprofile(None)
    took = time.perf_counter() - begun
    return name, took, {place for code in seen if (place := place_of(code))}
