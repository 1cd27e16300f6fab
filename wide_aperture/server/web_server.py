"""The web server: waitress, answering its own refusals in the one error shape and hearing a too large upload out."""

from __future__ import annotations

import io
import socket
from typing import Any

from waitress.channel import HTTPChannel
from waitress.parser import HTTPRequestParser
from waitress.server import create_server
from waitress.task import ErrorTask
from waitress.utilities import RequestEntityTooLarge

from wide_aperture.http.problem_json import PROBLEM_TYPE, sentence_of
from wide_aperture.http.problems import problem

MOST_BODY_BYTES = 64_000_000  # a backup; everything else is held to less by Django and the routes
# Up to here a body that is too large is read and thrown away: an answer sent before the browser has finished sending
# reaches nobody.
MOST_HEARD_OUT_BYTES = 600_000_000
THREADS = 40  # renders wait for their turn in theirs
MOST_CONNECTIONS = 1000  # a browser and its half-open connections must not shut others out
IDLE_S = 60


class ThrownAway:
    """Stands where a body is collected; counts it and keeps nothing."""

    error = None
    completed = False

    def __init__(self, length: int) -> None:
        self._left = length

    def received(self, data: bytes) -> int:
        taken = min(len(data), self._left)
        self._left -= taken
        self.completed = self._left == 0
        return taken

    def getbuf(self) -> io.BytesIO:
        return io.BytesIO()

    def __len__(self) -> int:
        return 0


class PatientParser(HTTPRequestParser):
    """Reads a body to its end before refusing it as too large."""

    def received(self, data: bytes) -> int:
        if isinstance(self.body_rcv, ThrownAway):
            heard = self.body_rcv.received(data)
            self.completed = self.body_rcv.completed
            return heard
        taken: int = super().received(data)
        too_large = isinstance(self.error, RequestEntityTooLarge) and self.completed
        if too_large and 0 < self.content_length <= MOST_HEARD_OUT_BYTES and self.body_bytes_received == 0:
            self.body_rcv = ThrownAway(self.content_length)
            self.completed = False
        return taken


class ProblemTask(ErrorTask):
    """The server's own 400, 413, 431 and 500 as problem+json."""

    def execute(self) -> None:
        error = self.request.error
        answer = problem(error.code, sentence_of(error.code))
        self.status = f"{error.code} {error.reason}"
        self.response_headers.extend([("Content-Type", PROBLEM_TYPE), ("Cache-Control", "no-store")])
        self.set_close_on_finish()
        self.content_length = len(answer.content)
        self.write(answer.content)


class Channel(HTTPChannel):
    parser_class = PatientParser
    error_task_class = ProblemTask


def make_server(application: Any, listener: socket.socket) -> Any:
    """A server on a listening socket, ready to run()."""
    server = create_server(
        application,
        sockets=[listener],
        threads=THREADS,
        channel_request_lookahead=1,
        max_request_body_size=MOST_BODY_BYTES,
        connection_limit=MOST_CONNECTIONS,
        channel_timeout=IDLE_S,
        ident="",
        clear_untrusted_proxy_headers=True,
    )
    server.channel_class = Channel
    return server
