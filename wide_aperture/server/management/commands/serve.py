"""Serve the application on this machine."""

import datetime as dt
import gc
import socket
import sys
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import connection
from django.urls import get_resolver

from wide_aperture.rehearse.pool import few_arenas
from wide_aperture.server.data_folder.errors import DataFolderError
from wide_aperture.server.data_folder.here import data_folder
from wide_aperture.server.data_folder.keeper import Keeper
from wide_aperture.server.long_work import Watched
from wide_aperture.server.web_server import make_server
from wide_aperture.server.wsgi import application

HOST = "127.0.0.1"
# Container objects made before the youngest generation is looked through. A plan makes some thousands that live as long
# as its answer; looking for cycles among them every 700 costs a sixth of a long ranking.
MADE_BEFORE_COLLECTING = 10_000
# A save gives the interpreter up at every file access and waits this long to get it back from who computes: a save beside two
# that reckon cards took 227 ms (95th percentile) at Python's own 5 ms.
TAKES_TURNS_S = 0.0005


class Command(BaseCommand):
    help = "Serve Wide Aperture on http://127.0.0.1."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--port", type=int, default=8000)

    def handle(self, *args: Any, **options: Any) -> None:
        port = options["port"]
        if not 1 <= port <= 65535:
            raise CommandError(f"{port} is no port. Choose one from 1024 to 65535, like --port 8001.")
        folder = data_folder()
        try:
            folder.check()
        except DataFolderError as error:
            raise CommandError(str(error)) from error
        try:
            listener = _listen(port)
        except PermissionError as error:
            raise CommandError(f"Port {port} needs special rights. Choose another, like --port 8001.") from error
        except OSError as error:
            raise CommandError(
                f"Port {port} is already in use. Stop what runs there, or choose another: --port {port + 1} "
                f"(make demo PORT={port + 1})."
            ) from error
        connection.close()
        few_arenas()
        _collect_rarely()
        sys.setswitchinterval(TAKES_TURNS_S)
        keeper = Keeper(folder, lambda: dt.datetime.now(dt.UTC))
        keeper.start()
        worker = Watched()
        worker.start()
        self.stdout.write(f"Wide Aperture is at http://{HOST}:{port}  (stop with Ctrl+C)")
        self.stdout.flush()
        try:
            make_server(application, listener).run()
        finally:
            worker.stop()
            keeper.stop()


def _collect_rarely() -> None:
    """What was loaded stays for good, so the collector leaves it aside."""
    get_resolver().url_patterns  # noqa: B018  loads the whole application, which otherwise waits for a request
    gc.collect()
    gc.freeze()
    gc.set_threshold(MADE_BEFORE_COLLECTING, *gc.get_threshold()[1:])


def _listen(port: int) -> socket.socket:
    listener = socket.socket(socket.AF_INET, socket.SOCK_STREAM)
    listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    listener.bind((HOST, port))
    listener.listen(256)
    return listener
