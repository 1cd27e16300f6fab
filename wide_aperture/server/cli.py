"""The installed command: wide-aperture serve | demo | import DIR --shoot ID | play DIR --shoot ID | backup FILE | restore FILE | version."""

from __future__ import annotations

import argparse
import os
import sys
from collections.abc import Sequence

from wide_aperture import VERSION

DESCRIPTION = "Computes a complete camera setup for every situation of a shoot, on this machine."
WHERE = (
    "Everything is kept in one folder: the one named by WIDE_APERTURE_DATA, else the platform's folder for user data."
)


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; returns the exit status."""
    asked = _parser().parse_args(arguments)
    if asked.command == "version":
        print(f"Wide Aperture {VERSION}")
        return 0
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "wide_aperture.server.settings")
    import django
    from django.core.management import call_command
    from django.core.management.base import CommandError

    django.setup()
    try:
        if asked.command == "serve" and asked.take_copy:
            call_command("take_copy")
        call_command("prepare")
        if asked.command == "demo":
            call_command("load_demo", reset=asked.reset)
        if asked.command in ("serve", "demo"):
            call_command("serve", port=asked.port)
        elif asked.command == "import":
            call_command(
                "import_frames", asked.folder, shoot=asked.shoot, location=asked.location, previews=asked.previews
            )
        elif asked.command == "play":
            call_command(
                "play_shoot", asked.folder, shoot=asked.shoot, seed=asked.seed, frames=asked.frames, files=asked.files
            )
        elif asked.command == "backup":
            call_command("backup", asked.file)
        elif asked.command == "restore":
            call_command("restore", asked.file)
    except CommandError as error:
        print(error, file=sys.stderr)
        return 1
    except KeyboardInterrupt:
        return 130
    return 0


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="wide-aperture", description=DESCRIPTION, epilog=WHERE)
    commands = parser.add_subparsers(dest="command", required=True, metavar="command")
    serve = commands.add_parser("serve", help="serve on http://127.0.0.1")
    serve.add_argument(
        "--take-copy", action="store_true", help="first put the last good copy in a damaged database's place"
    )
    demo = commands.add_parser("demo", help="load the made-up world, then serve")
    demo.add_argument("--reset", action="store_true", help="put every demo row back to how it came")
    for each in (serve, demo):
        each.add_argument("--port", type=int, default=8000)
    frames = commands.add_parser(
        "import", help="read the frames in a folder into a shoot; nothing in the folder changes"
    )
    frames.add_argument("folder", metavar="DIR")
    frames.add_argument("--shoot", required=True, metavar="ID", help="the shoot, as its address shows it")
    frames.add_argument("--location", action="store_true", help="read where frames were taken, too")
    frames.add_argument("--no-previews", dest="previews", action="store_false", help="keep no small pictures")
    play = commands.add_parser("play", help="let the simulated camera photograph a shoot into a folder")
    play.add_argument("folder", metavar="DIR")
    play.add_argument("--shoot", required=True, metavar="ID", help="the shoot, as its address shows it")
    play.add_argument("--seed", type=int, default=1, help="the same seed gives the same files")
    play.add_argument("--frames", type=int, default=120, help="of each situation at most")
    play.add_argument("--files", choices=("jpeg", "raw", "both"), default="jpeg")
    backup = commands.add_parser("backup", help="write everything to one zip")
    restore = commands.add_parser("restore", help="bring back what such a zip holds; undone in the application")
    for each in (backup, restore):
        each.add_argument("file", metavar="FILE")
    commands.add_parser("version", help="print the version")
    return parser


if __name__ == "__main__":
    sys.exit(main())
