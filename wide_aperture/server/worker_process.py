"""The worker as a process of its own. It watches its parent from its first moment, before anything heavy is loaded."""

import os
import sys
import threading


def _end_with_parent() -> None:
    """The parent holds the other end of our standard input: when it is gone, so are we."""
    while sys.stdin.buffer.read(1):
        pass
    os._exit(0)


def main() -> None:
    threading.Thread(target=_end_with_parent, daemon=True).start()
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "wide_aperture.server.settings")
    from django.core.management import execute_from_command_line

    execute_from_command_line(["wide-aperture", "work"])


if __name__ == "__main__":
    main()
