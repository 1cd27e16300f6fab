"""Long work on real processes: an import killed twice loses and doubles nothing; serve's worker is watched, and ends with serve."""

import json
import os
import signal
import subprocess
import sys
import tempfile
import time
import urllib.request
from pathlib import Path

from django.test import SimpleTestCase

from tests.core.frames import corpus
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.served import DemoServer

FILES = 5000
SHOOT = str(demo_id("shoot/tarn"))


def _lives(process: int) -> bool:
    try:
        os.kill(process, 0)
    except ProcessLookupError:
        return False
    return Path(f"/proc/{process}/stat").read_text().split()[2] != "Z" if Path(f"/proc/{process}").exists() else True


def within(seconds: float, holds) -> bool:
    until = time.monotonic() + seconds
    while time.monotonic() < until:
        if holds():
            return True
        time.sleep(0.1)
    return bool(holds())


class KilledImport(SimpleTestCase):
    def command(self, data: str, folder: str) -> list[str]:
        self.env = {**os.environ, "WIDE_APERTURE_DATA": data, "DJANGO_SETTINGS_MODULE": "wide_aperture.server.settings"}
        return [sys.executable, "-m", "django", "import_frames", folder, "--shoot", SHOOT, "--no-previews"]

    def counted(self, data: str) -> tuple[int, int, int]:
        """(frames, their revisions, how far the job is), read beside whoever writes."""
        import sqlite3

        with sqlite3.connect(f"file:{data}/wide_aperture.sqlite3?mode=ro", uri=True, timeout=20) as database:
            frames = database.execute(
                "select count(*) from frames_frame where shoot_id = ?", (SHOOT.replace("-", ""),)
            ).fetchone()[0]
            revisions = database.execute(
                "select count(*) from store_revision r join frames_frame f on r.row_id = f.id where f.shoot_id = ?",
                (SHOOT.replace("-", ""),),
            ).fetchone()[0]
            done = database.execute("select coalesce(max(done), 0) from jobs_job").fetchone()[0]
        return frames, revisions, done

    def test_five_thousand_files_killed_twice(self):
        with tempfile.TemporaryDirectory() as data, tempfile.TemporaryDirectory() as folder:
            for k in range(FILES):
                taken = f"2026:10:03 {6 + k // 3600:02}:{k // 60 % 60:02}:{k % 60:02}"
                (Path(folder) / f"T{k:04}.jpg").write_bytes(
                    corpus.jpeg(corpus.block({0x0110: "Alder 24"}, {0x9003: taken, 0x8827: 100 + k}))
                )
            command = self.command(data, folder)
            for prepare in (["prepare"], ["load_demo"]):
                subprocess.run(
                    [sys.executable, "-m", "django", *prepare], env=self.env, check=True, capture_output=True
                )
            for _ in range(2):
                before = self.counted(data)[2]
                running = subprocess.Popen(command, env=self.env, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
                self.assertTrue(
                    within(60, lambda before=before: self.counted(data)[2] >= before + 600), "it never got on"
                )
                running.send_signal(signal.SIGKILL)
                running.wait()
                frames, revisions, done = self.counted(data)
                self.assertEqual((frames, revisions), (done, done))
                self.assertLess(done, FILES)
            last = subprocess.run(command, env=self.env, check=True, capture_output=True, text=True)
            self.assertIn(f"{FILES} new, 0 known, 0 refused", last.stdout)
            self.assertEqual(self.counted(data), (FILES, FILES, FILES))


class ServedWorker(SimpleTestCase):
    def ask(self, server: DemoServer, path: str, payload: dict | None = None) -> dict:
        data = None if payload is None else json.dumps(payload).encode()
        request = urllib.request.Request(
            f"{server.address}/api/v1/{path}", data=data, headers={"Content-Type": "application/json"}
        )
        with urllib.request.urlopen(request, timeout=20) as answer:
            return json.loads(answer.read())

    def workers(self, data: str) -> list[int]:
        """Processes of this data folder that are workers."""
        found = []
        for entry in Path("/proc").iterdir():
            try:
                if (
                    entry.name.isdigit()
                    and b"worker_process" in (entry / "cmdline").read_bytes()
                    and data.encode() in (entry / "environ").read_bytes()
                ):
                    found.append(int(entry.name))
            except OSError:
                continue
        return [process for process in found if _lives(process)]

    def test_a_killed_worker_is_replaced_its_job_ends_and_none_outlives_serve(self):
        holder = tempfile.TemporaryDirectory(ignore_cleanup_errors=True)
        self.addCleanup(holder.cleanup)
        server = DemoServer(holder.name)
        self.addCleanup(server.kill)
        self.assertTrue(within(30, lambda: len(self.workers(holder.name)) == 1))
        shoot = demo_id("shoot/estuary")
        job = self.ask(server, f"jobs/play/{shoot}", {"seed": 2, "frames": 40})
        self.assertTrue(within(60, lambda: self.ask(server, f"jobs/{job['id']}")["done"] > 0), "nobody took it up")
        os.kill(self.workers(holder.name)[0], signal.SIGKILL)
        self.assertTrue(within(120, lambda: self.ask(server, f"jobs/{job['id']}")["state"] == "done"))
        ended = self.ask(server, f"jobs/{job['id']}")
        frames = self.ask(server, f"frames/of/{shoot}?limit=500")["items"]
        self.assertEqual((ended["problem"], ended["report"]["new"], len(frames)), ("", len(frames), ended["total"]))
        server.kill()
        self.assertTrue(within(15, lambda: not self.workers(holder.name)), "a worker outlived its server")
