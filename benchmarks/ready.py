"""The focus lab and the pre-flight: runs a second, the table of every way, the weight of the page and how soon it can be used."""

from __future__ import annotations

import gzip
import re
import time

from playwright.sync_api import Browser

from benchmarks.browser import new_page
from benchmarks.figures import report
from wide_aperture.core.focus import FocusSetup, scenarios, simulate
from wide_aperture.core.focus.study import matrix
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.served import PROJECT

RUNS, OPENED = 1000, 7
CAMERA = FocusSetup(focal_mm=300, close_focus_m=2.0, detection="human")


def main() -> None:
    lab: list[float] = []
    ways: list[float] = []
    for scenario in scenarios().values():
        begun = time.perf_counter()
        simulate(scenario, CAMERA, 1, RUNS)
        lab.append((time.perf_counter() - begun) * 1000)
        begun = time.perf_counter()
        matrix(scenario, CAMERA)
        ways.append((time.perf_counter() - begun) * 1000)
    report("focus lab, 1,000 runs of a setup", lab, "ms", "<= 1000 ms")
    report("every area, response and priority", ways, "ms", "-")
    report("pre-flight page, packed", [_packed_kb()], "kB", "<= 150 kB")


def opening(browser: Browser, address: str) -> None:
    """How soon the first line can be tapped, on a device that has seen the page before and on one that has not."""
    first: list[float] = []
    again: list[float] = []
    for _ in range(OPENED):
        page = new_page(browser)
        for kept in (first, again):
            begun = time.perf_counter()
            page.goto(f"{address}/pre-flight/{demo_id('shoot/cup-final')}")
            page.get_by_role("listitem").first.get_by_role("button").first.wait_for()
            kept.append((time.perf_counter() - begun) * 1000)
            page.wait_for_timeout(1500)
        page.context.close()
    report("pre-flight page, first time", first, "ms", "-")
    report("pre-flight page, known to the device", again, "ms", "<= 1000 ms")


def _packed_kb() -> float:
    built = PROJECT / "frontend" / "dist"
    page = (built / "preflight.html").read_text("utf-8")
    named = re.findall(r'(?:src|href)="/(assets/[^"]+\.(?:js|css))"', page)
    return sum(len(gzip.compress((built / name).read_bytes())) for name in set(named)) / 1000
