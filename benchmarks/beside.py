"""Saving while long work goes on: a stack, a played shoot, the focus lab."""

from __future__ import annotations

import tempfile
import time
import uuid
from typing import Any

from benchmarks.client import Client, saved_meanwhile
from benchmarks.figures import report
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.served import DemoServer

ENDED = ("done", "failed", "cancelled")
AIM = "p95 <= 150 ms"
LONGEST_S = 180


def _waited(client: Client, job_id: str) -> None:
    for _ in range(LONGEST_S * 4):
        if client.ask(f"jobs/{job_id}")[0]["state"] in ENDED:
            return
        time.sleep(0.25)


def main() -> None:
    with tempfile.TemporaryDirectory(ignore_cleanup_errors=True) as folder:
        server = DemoServer(folder)
        try:
            client = Client(server.address)
            bodies: list[Any] = client.items("bodies")
            saved, used = bodies[-1]["id"], bodies[0]["id"]
            run = {"id": str(uuid.uuid4()), "title": "Moon", "test": "stack", "body_id": used}
            with saved_meanwhile(client, saved) as times:
                _waited(client, client.ask("bench/begin", run)[0]["job_id"])
            report("a save beside a stack of 300 frames", times.saves, "ms", AIM)
            with saved_meanwhile(client, saved) as times:
                _waited(client, client.ask(f"jobs/play/{demo_id('shoot/wedding')}", {"seed": 3})[0]["id"])
            report("a save beside a shoot being played", times.saves, "ms", AIM)
        finally:
            server.kill()
