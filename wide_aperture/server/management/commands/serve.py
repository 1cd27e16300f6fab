"""Serve the application on this machine."""

import socket
from typing import Any

import waitress
from django.core.management.base import BaseCommand, CommandError, CommandParser

from wide_aperture.server.wsgi import application

HOST = "127.0.0.1"
MOST_BODY_BYTES = 64_000_000  # a backup; everything else is held to less by Django and the routes


class Command(BaseCommand):
    help = "Serve Wide Aperture on http://127.0.0.1."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--port", type=int, default=8000)

    def handle(self, *args: Any, **options: Any) -> None:
        port = options["port"]
        if not 1 <= port <= 65535:
            raise CommandError(f"{port} is no port. Choose one from 1024 to 65535, like PORT=8001.")
        try:
            listener = _listen(port)
        except PermissionError as error:
            raise CommandError(f"Port {port} needs special rights. Choose another: make demo PORT=8001") from error
        except OSError as error:
            message = (
                f"Port {port} is already in use. Stop what runs there, or choose another: make demo PORT={port + 1}"
            )
            raise CommandError(message) from error
        self.stdout.write(f"Wide Aperture is at http://{HOST}:{port}  (stop with Ctrl+C)")
        self.stdout.flush()
        waitress.serve(
            application,
            sockets=[listener],
            threads=8,
            channel_request_lookahead=1,
            max_request_body_size=MOST_BODY_BYTES,
            ident="",
            clear_untrusted_proxy_headers=True,
        )


def _listen(port: int) -> socket.socket:
    listener = socket.socket(socket.AF_INET, socket.SOCK_STREAM)
    listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    listener.bind((HOST, port))
    listener.listen(64)
    return listener
