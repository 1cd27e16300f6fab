"""Children that open what may be hostile: limited by themselves, ended by their parents."""

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


def limit_itself(*, memory_bytes: int, largest_file_bytes: int, open_files: int) -> None:
    """Called in the child: less memory, no core dumps, no large files, where the platform has such limits."""
    with contextlib.suppress(ImportError, ValueError, OSError):
        import resource

        resource.setrlimit(resource.RLIMIT_AS, (memory_bytes, memory_bytes))
        resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
        resource.setrlimit(resource.RLIMIT_FSIZE, (largest_file_bytes, largest_file_bytes))
        resource.setrlimit(resource.RLIMIT_NOFILE, (open_files, open_files))
