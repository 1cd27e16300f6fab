"""Let the simulated camera photograph a shoot into a folder."""

from __future__ import annotations

from pathlib import Path
from typing import Any, get_args

from django.core.management.base import BaseCommand, CommandError, CommandParser

from wide_aperture.core.errors import DomainError
from wide_aperture.core.shooting import Day
from wide_aperture.core.shooting.write import Files
from wide_aperture.frames.management.named import shoot_named
from wide_aperture.frames.play import USUAL_FRAMES, files_of, photographed, shoot_asked
from wide_aperture.server.middleware.owner import local_owner


class Command(BaseCommand):
    help = "Let the simulated camera photograph a shoot into a folder. The same seed gives the same files; none that is there is overwritten."

    requires_system_checks = ()  # they load the whole web application

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("folder")
        parser.add_argument("--shoot", required=True)
        parser.add_argument("--seed", type=int, default=1)
        parser.add_argument("--frames", type=int, default=USUAL_FRAMES)
        parser.add_argument("--files", choices=get_args(Files), default="jpeg")

    def handle(self, *args: Any, **options: Any) -> None:
        owner = local_owner()
        shoot_id, title = shoot_named(str(options["shoot"]), owner)
        folder = Path(options["folder"]).expanduser()
        if options["frames"] < 1 or options["seed"] < 0:
            raise CommandError("Frames begin at 1 and the seed at 0.")
        try:
            folder.mkdir(parents=True, exist_ok=True)
            shoot, asked = shoot_asked(shoot_id, owner)
            taken = photographed(shoot, asked, seed=options["seed"], most=options["frames"], day=Day())
            written = there = 0
            for part in files_of(taken, options["files"]):
                for file in part:
                    path = folder / file.name
                    if path.exists():
                        there += 1
                        continue
                    path.write_bytes(file.data)
                    written += 1
        except DomainError as error:
            raise CommandError(f"{error.field} {error.rule}") from error
        except OSError as error:
            raise CommandError(f"{folder} cannot be written: {error.strerror}. Name another folder.") from error
        self.stdout.write(f"{title}: {written} files written, {there} were there.")
        for name, reason in taken.left_out:
            self.stdout.write(f"  {name} was left out: {reason}")
