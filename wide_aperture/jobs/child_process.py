"""Ending a child that was spoken to over pipes."""

from __future__ import annotations

import contextlib
import subprocess


def end(child: subprocess.Popen[bytes]) -> None:
    """Kill a child and close its pipes; what was not sent any more is lost with it."""
    child.kill()
    child.wait()
    for pipe in (child.stdin, child.stdout):
        if pipe is not None:
            with contextlib.suppress(OSError):  # what it did not read any more cannot be sent
                pipe.close()
