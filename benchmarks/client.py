"""JSON over HTTP, timed; and saves made while something else goes on."""

from __future__ import annotations

import json
import threading
import time
import urllib.request
import uuid
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from typing import Any

BETWEEN_S = 0.02


class Client:
    """JSON over HTTP, timed."""

    def __init__(self, address: str) -> None:
        self.address = f"{address}/api/v1/"

    def ask(
        self, path: str, payload: Any = None, method: str | None = None, **headers: str
    ) -> tuple[Any, bytes, float]:
        data = None if payload is None else json.dumps(payload).encode()
        named = {
            "Content-Type": "application/json",
            **{name.replace("_", "-"): value for name, value in headers.items()},
        }
        request = urllib.request.Request(
            self.address + path, data=data, method=method or ("POST" if data else "GET"), headers=named
        )
        begun = time.perf_counter()
        with urllib.request.urlopen(request, timeout=120) as answer:
            body = answer.read()
        return json.loads(body) if body else None, body, time.perf_counter() - begun

    def items(self, kind: str) -> list[Any]:
        return list(self.ask(f"{kind}?limit=500")[0]["items"])

    def create(self, kind: str, document: Any) -> None:
        row_id = document["situation"]["id"] if kind == "situations" else document["id"]
        self.ask(f"{kind}/{row_id}", document, "PUT", If_None_Match="*")


@dataclass
class Times:
    """Milliseconds of each save, and of each question who is asking."""

    saves: list[float] = field(default_factory=list)
    sessions: list[float] = field(default_factory=list)


@contextmanager
def saved_meanwhile(client: Client, body_id: str) -> Iterator[Times]:
    """Save a body again and again while what is inside goes on."""
    times, stop = Times(), threading.Event()
    row = client.ask(f"bodies/{body_id}")[0]

    def save() -> None:
        revision = row["revision"]
        while not stop.is_set():
            answer, _, seconds = client.ask(
                f"bodies/{body_id}", {**row["document"], "note": str(uuid.uuid4())}, "PUT", If_Match=f'"{revision}"'
            )
            revision = answer["revision"]
            times.saves.append(seconds * 1000)
            times.sessions.append(client.ask("session")[2] * 1000)
            stop.wait(BETWEEN_S)

    saver = threading.Thread(target=save)
    saver.start()
    try:
        yield times
    finally:
        stop.set()
        saver.join()
