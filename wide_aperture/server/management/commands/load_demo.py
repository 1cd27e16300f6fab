import datetime as dt
from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from wide_aperture.demo.load import load_demo
from wide_aperture.server.middleware.owner import local_owner


class Command(BaseCommand):
    help = "Load the demo world. Rows you edited or deleted stay as they are, unless --reset is given."
    requires_system_checks = ()  # they load the whole web application

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--reset", action="store_true", help="put every demo row back to how it came")

        parser.add_argument(
            "--fixed-days", action="store_true", help="on the days they were written for, not ahead of today"
        )
        parser.add_argument(
            "--no-frames", dest="frames", action="store_false", help="without those of the played shoots"
        )

    def handle(self, *args: Any, **options: Any) -> None:
        today = None if options["fixed_days"] else dt.date.today()
        added, left = load_demo(owner=local_owner(), reset=options["reset"], played=options["frames"], today=today)
        self.stdout.write(f"Demo world: {added} rows written, {left} left as they are.")
