"""kill -9 under writers: what was acknowledged is there afterwards, and the database is whole."""

import json
import random
import tempfile
import threading
import urllib.error
import urllib.request
import uuid
from pathlib import Path

from django.test import SimpleTestCase

from wide_aperture.demo.kit import LENSES
from wide_aperture.demo.served import DemoServer
from wide_aperture.server.data_folder.copies import is_whole

CYCLES, WRITERS = 4, 3


class KilledWhileWriting(SimpleTestCase):
    def test_no_acknowledged_write_is_lost(self):
        holder = tempfile.TemporaryDirectory()
        self.addCleanup(holder.cleanup)
        server = DemoServer(holder.name)
        self.addCleanup(server.kill)
        acknowledged: dict[str, str] = {}
        rng = random.Random(6)

        for _ in range(CYCLES):
            stop = threading.Event()
            writers = [threading.Thread(target=self.write, args=(server, acknowledged, stop)) for _ in range(WRITERS)]
            for writer in writers:
                writer.start()
            stop.wait(0.4 + rng.random() * 0.6)
            server.kill()
            stop.set()
            for writer in writers:
                writer.join(20)
            self.assertTrue(is_whole(Path(holder.name) / "wide_aperture.sqlite3"))
            server.start()

        stored = {row["id"]: row["document"]["name"] for row in self.all_lenses(server)}
        lost = {row_id for row_id, name in acknowledged.items() if row_id not in stored or stored[row_id] < name}
        self.assertEqual(lost, set())
        self.assertGreater(len(acknowledged), 20)

    def write(self, server: DemoServer, acknowledged: dict[str, str], stop: threading.Event) -> None:
        """Create a lens and rename it, again and again, noting only what was answered."""
        lens = json.loads(LENSES[0].model_dump_json())
        while not stop.is_set():
            row_id = str(uuid.uuid4())
            for revision in range(1, 4):
                name = f"v{revision}"
                expects = {"If-None-Match": "*"} if revision == 1 else {"If-Match": f'"{revision - 1}"'}
                request = urllib.request.Request(
                    f"{server.address}/api/v1/lenses/{row_id}", method="PUT",
                    data=json.dumps({**lens, "id": row_id, "name": name}).encode(),
                    headers={"Content-Type": "application/json", **expects},
                )  # fmt: skip
                try:
                    urllib.request.urlopen(request, timeout=5).close()
                except (urllib.error.URLError, OSError):
                    return
                acknowledged[row_id] = name

    def all_lenses(self, server: DemoServer) -> list[dict]:
        found, cursor = [], ""
        while cursor is not None:
            with urllib.request.urlopen(f"{server.address}/api/v1/lenses?limit=500{cursor}", timeout=10) as answer:
                page = json.loads(answer.read())
            found += page["items"]
            cursor = f"&cursor={page['next']}" if page["next"] else None
        return found
