#!/usr/bin/env python
"""Django's command line for Wide Aperture."""

import os
import sys


def main() -> None:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "wide_aperture.server.settings")
    if sys.argv[1:2] == ["test"]:
        # Tests run in several processes: threads of arithmetic would only wait for each other, at a third of all time.
        for threads in ("OPENBLAS_NUM_THREADS", "OPENCV_FOR_THREADS_NUM"):
            os.environ.setdefault(threads, "1")
    from django.core.management import execute_from_command_line

    execute_from_command_line(sys.argv)


if __name__ == "__main__":
    main()
