"""Renders take turns: a few at once, a bounded line behind them, so that saving never waits for pictures."""

from __future__ import annotations

import ctypes
import os
import sys
import threading
from collections import deque
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field

AT_ONCE = min(2, os.cpu_count() or 1)
MOST_WAITING = 24
LOOK_EVERY_S = 0.05


class TooManyRendersError(Exception):
    """The line is full, and this wish was the oldest in it."""


@dataclass(eq=False)
class _Waiting:
    turn: threading.Event = field(default_factory=threading.Event)
    pushed_out: bool = False


class RenderPool:
    """At most `at_once` renders run; at most `most_waiting` wait, the oldest giving way to newer wishes."""

    def __init__(self, at_once: int = AT_ONCE, most_waiting: int = MOST_WAITING) -> None:
        self._lock = threading.Lock()
        self._free = at_once
        self._line: deque[_Waiting] = deque()
        self._most_waiting = most_waiting

    @contextmanager
    def turn(self, still_wanted: Callable[[], None]) -> Iterator[None]:
        """Wait for a turn and hold it. still_wanted: asked while waiting; it raises once nobody wants the picture.

        Raises: TooManyRendersError when newer wishes pushed this one out of the line.
        """
        self._wait(still_wanted)
        try:
            yield
        finally:
            give_back_memory()
            with self._lock:
                if self._line:
                    self._line.popleft().turn.set()  # the turn goes from hand to hand
                else:
                    self._free += 1

    def _wait(self, still_wanted: Callable[[], None]) -> None:
        with self._lock:
            if self._free:
                self._free -= 1
                return
            mine = _Waiting()
            self._line.append(mine)
            if len(self._line) > self._most_waiting:
                oldest = self._line.popleft()
                oldest.pushed_out = True
                oldest.turn.set()
        while not mine.turn.wait(LOOK_EVERY_S):
            try:
                still_wanted()
            except BaseException:
                if self._leave(mine):
                    raise
                break  # the turn came in this very moment; taken, and given on by the caller's still_wanted
        if mine.pushed_out:
            raise TooManyRendersError

    def _leave(self, mine: _Waiting) -> bool:
        with self._lock:
            if mine in self._line:
                self._line.remove(mine)
                return True
            return mine.pushed_out


pool = RenderPool()


def few_arenas() -> None:
    """Keep threads from holding an arena of freed memory each. To be called before the threads start; glibc only."""
    libc = _glibc()
    if libc is not None:
        libc.mallopt(M_ARENA_MAX, 2)


def give_back_memory() -> None:
    """Hand freed memory back to the system: a render frees some hundred megabytes in pieces."""
    libc = _glibc()
    if libc is not None:
        libc.malloc_trim(0)


M_ARENA_MAX = -8
_libc: list[ctypes.CDLL | None] = []


def _glibc() -> ctypes.CDLL | None:
    if not _libc:
        found: ctypes.CDLL | None = None
        if sys.platform == "linux":
            try:
                found = ctypes.CDLL("libc.so.6")
                _ = (found.malloc_trim, found.mallopt)
            except (OSError, AttributeError):
                found = None
        _libc.append(found)
    return _libc[0]
