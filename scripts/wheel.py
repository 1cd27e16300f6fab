"""Builds the wheel with the front end inside, then tries it in an empty environment of every interpreter found."""

from __future__ import annotations

import json
import os
import shutil
import subprocess
import sys
import tempfile
import time
import urllib.request
import zipfile
from pathlib import Path

PROJECT = Path(__file__).resolve().parents[1]
INSIDE = PROJECT / "wide_aperture" / "front_end"
OUT = PROJECT / "dist"
PYTHONS = ("3.11", "3.12", "3.13", "3.14")
NEEDED = "3.11"
PORT = 8765


def build() -> Path:
    """The wheel, with the built front end in it."""
    shutil.rmtree(INSIDE, ignore_errors=True)
    shutil.rmtree(OUT, ignore_errors=True)
    shutil.copytree(PROJECT / "frontend" / "dist", INSIDE, ignore=shutil.ignore_patterns(".built", "*.map"))
    try:
        subprocess.run(
            [sys.executable, "-m", "pip", "wheel", "--quiet", "--no-deps", "--no-build-isolation", "-w", str(OUT), "."],
            cwd=PROJECT, check=True, env=_plain_environment(), capture_output=True, text=True,
        )  # fmt: skip
    except subprocess.CalledProcessError as error:
        print(error.stderr, file=sys.stderr)
        raise
    finally:
        shutil.rmtree(INSIDE, ignore_errors=True)
        shutil.rmtree(PROJECT / "build", ignore_errors=True)
    (wheel,) = OUT.glob("*.whl")
    names = zipfile.ZipFile(wheel).namelist()
    assert "wide_aperture/front_end/index.html" in names, "the wheel holds no front end"
    assert any(name.startswith("wide_aperture/core/craft/data/") for name in names), "the wheel holds no tables"
    return wheel


def _plain_environment() -> dict[str, str]:
    return {name: value for name, value in os.environ.items() if name not in ("PIP_FIND_LINKS", "WIDE_APERTURE_DATA")}


def interpreters() -> dict[str, str]:
    """Interpreters on this machine by version; those that cannot make an environment are left out."""
    found = {}
    for version in PYTHONS:
        path = shutil.which(f"python{version}")
        works = path and subprocess.run([path, "-c", "import venv, ensurepip"], capture_output=True).returncode == 0
        if path and works:
            found[version] = path
    found.setdefault(f"{sys.version_info.major}.{sys.version_info.minor}", sys.executable)
    return found


def try_in(python: str, wheel: Path) -> None:
    """Install into an empty environment and use every command. Raises on the first that does not do its work."""
    with tempfile.TemporaryDirectory() as folder:
        home = Path(folder) / "home"
        home.mkdir()
        environment = {**_plain_environment(), "HOME": str(home), "XDG_DATA_HOME": str(home / "data")}
        subprocess.run([python, "-m", "venv", f"{folder}/venv"], check=True)
        pip = [f"{folder}/venv/bin/python", "-m", "pip", "--quiet", "--disable-pip-version-check"]
        subprocess.run([*pip, "install", str(wheel)], check=True, cwd=folder, env=environment)
        command = f"{folder}/venv/bin/wide-aperture"

        def run(*arguments: str) -> str:
            done = subprocess.run([command, *arguments], cwd=folder, env=environment, capture_output=True, text=True)
            assert done.returncode == 0, f"{arguments}: {done.stdout}{done.stderr}"
            return done.stdout

        assert run("version").startswith("Wide Aperture ")
        server = subprocess.Popen(
            [command, "demo", "--port", str(PORT)], cwd=folder, env=environment, stdout=subprocess.DEVNULL
        )
        try:
            page = _get("/", patience_s=60).decode()
            script = page.split('src="')[1].split('"')[0]
            assert len(_get(script)) > 10_000, "the front end's script is not served"
            assert json.loads(_get("/api/v1/bodies"))["items"], "the demo world is not there"
        finally:
            server.terminate()
            server.wait(20)
        assert (home / "data" / "wide-aperture" / "wide_aperture.sqlite3").exists(), (
            "the data are not in the user's folder"
        )
        run("backup", "all.zip")
        environment["WIDE_APERTURE_DATA"] = f"{folder}/elsewhere"
        said = run("restore", "all.zip")
        assert " added" in said, said
        assert (Path(folder) / "elsewhere" / "wide_aperture.sqlite3").exists(), "WIDE_APERTURE_DATA did not win"


def _get(path: str, patience_s: float = 5) -> bytes:
    until = time.monotonic() + patience_s
    while True:
        try:
            with urllib.request.urlopen(f"http://127.0.0.1:{PORT}{path}", timeout=10) as answer:
                return bytes(answer.read())
        except OSError:
            if time.monotonic() > until:
                raise
            time.sleep(0.2)


def main() -> int:
    wheel = build()
    print(f"{wheel.relative_to(PROJECT)}: {wheel.stat().st_size / 1e6:.1f} MB")
    found, failed = interpreters(), False
    for version in PYTHONS:
        if version not in found:
            print(f"python {version}: untested, not on this machine")
            failed = failed or version == NEEDED
            continue
        try:
            try_in(found[version], wheel)
        except (AssertionError, OSError, subprocess.CalledProcessError) as error:
            print(f"python {version}: FAILED: {error}")
            failed = True
        else:
            print(f"python {version}: installs, serves its front end, backs up and restores")
    return int(failed)


if __name__ == "__main__":
    sys.exit(main())
