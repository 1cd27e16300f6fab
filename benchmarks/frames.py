"""Reading frames back: files a second by command beside Debian's exiftool in one run, and a review of ten thousand frames."""

from __future__ import annotations

import os
import random
import shutil
import subprocess
import sys
import tempfile
import time
from pathlib import Path

from benchmarks.figures import report
from wide_aperture.core.frames.identity import HEAD, TAIL
from wide_aperture.core.frames.metadata import FrameMetadata
from wide_aperture.core.frames.write import with_exif
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.served import PROJECT, DemoServer

FILES, FILE_BYTES, ROUNDS = 20_000, 6_000_000, 3
COMPARED = 300  # by the other tool: it takes ten times as long
REVIEWED, ASKED = 10_000, 7
SHOOT = demo_id("shoot/estuary")


def main() -> None:
    with tempfile.TemporaryDirectory() as folder, tempfile.TemporaryDirectory() as data:
        files = _files(Path(folder))
        ours = [_imported(folder, Path(data) / str(k)) for k in range(ROUNDS)]
        report(
            "header import by command, the database included", [FILES / each for each in ours], "/s", ">= 1,000 files/s"
        )
        tool = shutil.which("exiftool")
        if tool is None:
            sys.stdout.write("exiftool is not installed (Debian: libimage-exiftool-perl): no ratio.\n")
        else:
            theirs = [_by_tool(tool, files[:COMPARED]) for _ in range(ROUNDS)]
            ratios = [b / COMPARED / (a / FILES) for a, b in zip(ours, theirs, strict=True)]
            report("the same beside exiftool, a file each", ratios, "x", ">= 8x")
    _reviewed()


def _files(folder: Path) -> list[str]:
    """Files of a camera's size: what a reader looks at is there, between head and tail they are holes."""
    import datetime as dt

    import cv2
    import numpy as np

    picture = cv2.imencode(".jpg", np.random.default_rng(1).integers(0, 255, (240, 360, 3)).astype(np.uint8))[
        1
    ].tobytes()
    said = FrameMetadata(
        exposure_s=1 / 1000, f_number=2.8, iso=1600, focal_mm=300, exposure_program="manual", metering="spot", body_make_model="Alder 24",
        lens_model="300 mm f/2.8", body_serial="A-1", white_balance="auto", compensation_ev=0.0, flash_fired=False, orientation=1,
    )  # fmt: skip
    names, data = [], random.Random(1).randbytes(HEAD)
    for k in range(FILES):
        taken = dt.datetime(2026, 11, 7, 8) + dt.timedelta(seconds=k)
        path = folder / f"E{k:05}.jpg"
        head = with_exif(picture, said.model_copy(update={"taken_at": taken, "subsecond_ms": k % 1000}))
        with path.open("wb") as file:
            file.write(head + data[len(head) : HEAD])
            file.seek(FILE_BYTES - TAIL)
            file.write(data[:TAIL])
        names.append(str(path))
    return names


def _imported(folder: str, data: Path) -> float:
    """Seconds of the whole command, its start included."""
    environment = {**os.environ, "WIDE_APERTURE_DATA": str(data)}
    for command in (["prepare"], ["load_demo", "--no-frames"]):
        subprocess.run(
            [sys.executable, "manage.py", *command], cwd=PROJECT, env=environment, check=True, capture_output=True
        )
    begun = time.perf_counter()
    subprocess.run(
        [sys.executable, "manage.py", "import_frames", folder, "--shoot", str(SHOOT), "--no-previews"], cwd=PROJECT, env=environment,
        check=True, capture_output=True,
    )  # fmt: skip
    return time.perf_counter() - begun


def _by_tool(tool: str, files: list[str]) -> float:
    """Seconds for the same tags of these files, started once a file as little as ours is."""
    begun = time.perf_counter()
    subprocess.run([tool, "-j", "-n", "-fast", *files], check=True, capture_output=True)
    return time.perf_counter() - begun


def _reviewed() -> None:
    """Ten thousand frames of four situations, over HTTP: opened new, opened again, a page of frames, a search."""
    import urllib.request

    with tempfile.TemporaryDirectory(ignore_cleanup_errors=True) as folder:
        server = DemoServer(folder)
        try:
            _laid_down(folder)
            figures: dict[str, list[float]] = {"new": [], "again": [], "page": [], "search": []}

            def asked(name: str, path: str) -> None:
                begun = time.perf_counter()
                urllib.request.urlopen(f"{server.address}/api/v1/{path}", timeout=60).read()
                figures[name].append((time.perf_counter() - begun) * 1000)

            asked("again", f"review/{SHOOT}")  # plans and drawings are made once
            figures["again"].clear()
            for k in range(ASKED):
                _touched(folder, k)
                asked("new", f"review/{SHOOT}")
                asked("again", f"review/{SHOOT}")
                asked("page", f"frames/of/{SHOOT}?limit=200")
                asked("search", "frames/search?q=E0999")
            report("review of 10,000 frames, after a change", figures["new"], "ms", "<= 500 ms")
            report("the same opened again", figures["again"], "ms", "-")
            report("a page of 200 of 10,000 frames", figures["page"], "ms", "<= 150 ms")
            report("a search over 10,000 frames", figures["search"], "ms", "<= 150 ms")
        finally:
            server.kill()


LAY_DOWN = """
import datetime as dt, hashlib, random, sys
from wide_aperture.core.frames.frame import Frame, frame_id
from wide_aperture.core.frames.metadata import FrameMetadata
from wide_aperture.frames.keep import Arrived, batches, take_frames
from wide_aperture.server.middleware.owner import local_owner
from uuid import UUID
shoot, count = UUID(sys.argv[1]) if len(sys.argv) > 1 else UUID(SHOOT), COUNT
rolled, owner = random.Random(3), local_owner()
def each():
    for k in range(count):
        digest = hashlib.blake2b(str(k).encode(), digest_size=32).hexdigest()
        taken = dt.datetime(2026, 11, 7, 7) + dt.timedelta(seconds=3.2 * k)
        said = FrameMetadata(taken_at=taken.replace(microsecond=0), exposure_s=1 / rolled.choice((2000, 1000, 500)), f_number=4, iso=rolled.choice((400, 800, 1600)),
            compensation_ev=0, focal_mm=500, exposure_program="manual", metering="spot", white_balance="auto", body_make_model="Alder 24", rating=3 if rolled.random() < .1 else None)
        yield Arrived(Frame(id=frame_id(shoot, digest), shoot_id=shoot, identity=digest, name=f"E{k:05}.jpg", said=said))
for batch in batches(each()):
    take_frames(batch, owner=owner)
"""


def _run(folder: str, code: str) -> None:
    environment = {**os.environ, "WIDE_APERTURE_DATA": folder}
    subprocess.run(
        [sys.executable, "manage.py", "shell", "-v", "0", "-c", code],
        cwd=PROJECT,
        env=environment,
        check=True,
        capture_output=True,
    )


def _laid_down(folder: str) -> None:
    _run(
        folder,
        LAY_DOWN.replace("UUID(SHOOT)", f"UUID('{SHOOT}')")
        .replace("COUNT", str(REVIEWED))
        .replace("UUID(sys.argv[1]) if len(sys.argv) > 1 else ", ""),
    )


def _touched(folder: str, seed: int) -> None:
    """One frame judged otherwise, so that nothing kept can answer."""
    which = random.Random(seed).randrange(REVIEWED)
    _run(
        folder,
        f"""
from wide_aperture.frames.keep import change_frames
from wide_aperture.frames.models import Frame
from wide_aperture.server.middleware.owner import local_owner
change_frames([Frame.objects.get(name="E{which:05}.jpg").pk], {{"rating": {seed % 5 + 1}}}, owner=local_owner())
""",
    )


if __name__ == "__main__":
    main()
