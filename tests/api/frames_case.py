"""What tests of frames begin with: files by ranges, work on the immediate back end."""

from __future__ import annotations

import json
import uuid

from django.core.files.uploadedfile import SimpleUploadedFile

from tests.api.base import ApiTestCase
from tests.core.frames import corpus
from wide_aperture.core.frames import identity
from wide_aperture.demo.ids import demo_id
from wide_aperture.server.middleware.owner import local_owner

SHOOT = demo_id("shoot/cup-final")
TARN = demo_id("shoot/tarn")
SECOND_HALF = str(demo_id("situation/cup-final/2"))


def a_jpeg(number: int = 0, *, before: tuple[bytes, ...] = ()) -> bytes:
    tags = {0x829A: 1 / 500, 0x829D: 4.0, 0x8827: 800, 0x9003: f"2026:10:17 18:{20 + number:02}:00", 0x8822: 3}
    return corpus.jpeg(corpus.block({0x0110: "Alder 24"}, tags), before=before)


class FrameTestCase(ApiTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.demo()
        self.owner = local_owner()

    def offer(
        self,
        files: dict[str, bytes],
        *,
        shoot: uuid.UUID = TARN,
        head: int = 64,
        previews: dict[str, bytes] | None = None,
        sidecars: dict[str, bytes] | None = None,
    ):
        """Serve files as a browser does: a head first, then whatever ranges are asked for. Returns (answers, rounds)."""
        parts = {name: [(0, data[:head])] for name, data in files.items()}
        open_, answers, rounds = dict(files), {}, 0
        while open_ and rounds < 40:
            rounds += 1
            uploads, listed = [], []

            def add(data: bytes, to: list = uploads) -> int:
                to.append(SimpleUploadedFile("part", data))
                return len(to) - 1

            for name, data in open_.items():
                listed.append(
                    {
                        "name": name, "folder": "day", "size": len(data), "identity": identity(data),
                        "parts": [{"offset": at, "upload": add(some)} for at, some in parts[name]],
                        "sidecar": add(sidecars[name]) if name in (sidecars or {}) else None,
                        "preview": add(previews[name]) if name in (previews or {}) else None,
                    }
                )  # fmt: skip
            asked = {"shoot_id": str(shoot), "files": listed}
            answer = self.client.post("/api/v1/frames/read", {"asked": json.dumps(asked), "uploads": uploads})
            self.assertEqual(answer.status_code, 200, answer.content[:500])
            for (name, data), said in zip(list(open_.items()), answer.json()["files"], strict=True):
                if said["state"] == "wants":
                    at, count = said["offset"], said["count"]
                    self.assertLessEqual(at + count, len(data))
                    parts[name].append((at, data[at : at + count]))
                else:
                    answers[name] = said
                    del open_[name]
        return answers, rounds

    def frames(self, shoot: uuid.UUID = TARN) -> list[dict]:
        return self.client.get(f"/api/v1/frames/of/{shoot}").json()["items"]


class WorkTestCase(FrameTestCase):
    def started(self, path: str, payload: dict):
        with self.captureOnCommitCallbacks(execute=True):
            answer = self.post(path, payload)
        self.assertEqual(answer.status_code, 202, answer.content[:300])
        return self.client.get(f"/api/v1/jobs/{answer.json()['id']}").json()
