"""A store of costly things with a limit in bytes: the least recently used go first. Safe between threads."""

from __future__ import annotations

import threading
from collections import OrderedDict
from collections.abc import Callable, Hashable
from typing import Any


class BoundedStore:
    """Keeps what was made for a key, up to a number of bytes."""

    def __init__(self, limit_bytes: int) -> None:
        self.limit_bytes = limit_bytes
        self.held_bytes = 0
        self._held: OrderedDict[Hashable, tuple[Any, int]] = OrderedDict()
        self._lock = threading.Lock()

    def get(self, key: Hashable, make: Callable[[], Any], size_of: Callable[[Any], int]) -> Any:
        """What is kept for the key, or else what `make` gives. Two threads may make the same thing; one is kept."""
        with self._lock:
            if key in self._held:
                self._held.move_to_end(key)
                return self._held[key][0]
        made = make()
        size = size_of(made)
        with self._lock:
            if key not in self._held and size <= self.limit_bytes:
                self._held[key] = (made, size)
                self.held_bytes += size
                while self.held_bytes > self.limit_bytes:
                    _, (_, gone) = self._held.popitem(last=False)
                    self.held_bytes -= gone
        return made

    def __len__(self) -> int:
        return len(self._held)
