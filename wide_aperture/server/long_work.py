"""The worker process of long work, started and watched by serve: begun anew when it ends, gone when serve is."""

from __future__ import annotations

import os
import subprocess
import sys
import threading

FIRST_WAIT_S, LONGEST_WAIT_S = 1.0, 30.0
WELL_S = 60.0  # a worker that lived so long was well: the next wait is short again
ENDS_WITHIN_S = 5.0


class Watched:
    """One worker. It holds the read end of a pipe to us, so that it ends with us however we end."""

    def __init__(self, command: tuple[str, ...] = ("-m", "wide_aperture.server.worker_process")) -> None:
        self._command = command
        self._stopping = threading.Event()
        self._thread: threading.Thread | None = None
        self._child: subprocess.Popen[bytes] | None = None

    @property
    def process(self) -> int | None:
        """The worker's process number; None while there is none."""
        return self._child.pid if self._child is not None and self._child.poll() is None else None

    def start(self) -> None:
        if os.environ.get("WIDE_APERTURE_TASKS"):
            return  # another back end brings its own workers
        self._thread = threading.Thread(target=self._watch, daemon=True, name="watches the worker")
        self._thread.start()

    def stop(self) -> None:
        """End the worker and stop watching. A job that was under way goes on at the next start."""
        self._stopping.set()
        child = self._child
        if child is not None and child.stdin is not None:
            child.stdin.close()
            try:
                child.wait(ENDS_WITHIN_S)
            except subprocess.TimeoutExpired:
                child.kill()
                child.wait()
        if self._thread is not None:
            self._thread.join(ENDS_WITHIN_S)

    def _watch(self) -> None:
        wait_s = FIRST_WAIT_S
        while not self._stopping.is_set():
            self._child = subprocess.Popen(
                [sys.executable, *self._command],
                stdin=subprocess.PIPE,
                stdout=subprocess.DEVNULL,
                env={**os.environ, "DJANGO_SETTINGS_MODULE": "wide_aperture.server.settings"},
            )
            lived = self._live()
            wait_s = FIRST_WAIT_S if lived >= WELL_S else min(wait_s * 2, LONGEST_WAIT_S)
            self._stopping.wait(wait_s)

    def _live(self) -> float:
        """Wait for the worker's end; how long it lived, in seconds."""
        assert self._child is not None
        lived = 0.0
        while not self._stopping.is_set():
            try:
                self._child.wait(1.0)
                return lived
            except subprocess.TimeoutExpired:
                lived += 1.0
        return lived
