"""The real serve command on a data folder of its own, for tests, pictures and measurements."""

from __future__ import annotations

import os
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
from pathlib import Path

PROJECT = Path(__file__).resolve().parents[2]
START_TIMEOUT_S = 90.0  # on a machine that does much else


class DemoServer:
    """Demo data in a folder and the server on it. It can be killed without warning and started again."""

    def __init__(self, folder: str, *, frames: bool = False) -> None:
        """frames: with those of the played shoots."""
        self.environment = {**os.environ, "WIDE_APERTURE_DATA": folder}
        self.port = _free_port()
        self.address = f"http://127.0.0.1:{self.port}"
        self._manage("prepare")
        self._manage("load_demo", "--fixed-days", *([] if frames else ["--no-frames"]))
        self.start()

    def start(self) -> None:
        """Raises RuntimeError when the server does not answer in time."""
        command = [sys.executable, "manage.py", "serve", "--port", str(self.port)]
        quiet = subprocess.DEVNULL
        self.process = subprocess.Popen(command, cwd=PROJECT, env=self.environment, stdout=quiet, stderr=quiet)
        until = time.monotonic() + START_TIMEOUT_S
        while time.monotonic() < until:
            try:
                urllib.request.urlopen(f"{self.address}/api/v1/session", timeout=1).close()
                return
            except (urllib.error.URLError, OSError):
                time.sleep(0.1)
        self.kill()
        raise RuntimeError("the server did not start")

    def kill(self) -> None:
        self.process.kill()
        self.process.wait()

    def _manage(self, *command: str) -> None:
        arguments = [sys.executable, "manage.py", *command]
        subprocess.run(arguments, cwd=PROJECT, env=self.environment, check=True, capture_output=True)


def _free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])
