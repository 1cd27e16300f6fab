"""The focus lab and the pre-flight: runs a second, the table of every way, the weight of the page and how soon it can be used."""

from __future__ import annotations

import gzip
import re
import time

from playwright.sync_api import Browser, Page

from benchmarks.browser import new_page
from benchmarks.figures import report
from wide_aperture.core.focus import FocusSetup, scenarios, simulate
from wide_aperture.core.focus.study import matrix
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.served import PROJECT

RUNS, OPENED, ASKED, TEST_FRAMES = 1000, 7, 20, 4
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
    _in_the_hand(new_page(browser), address)
    report("pre-flight page, first time", first, "ms", "-")
    report("pre-flight page, known to the device", again, "ms", "<= 1000 ms")


def _in_the_hand(page: Page, address: str) -> None:
    """The cards of a shoot, and what to turn after one more test frame, as a telephone waits for them."""
    cards: list[float] = []
    answers: list[float] = []
    shoot = f"{address}/api/v1/pack/field/{demo_id('shoot/cup-final')}"
    asked = {"rounds": [{"answers": {"marks": ["white cloth"], "edge": "piled_up"}}] * TEST_FRAMES}
    for _ in range(ASKED):
        begun = time.perf_counter()
        page.request.get(shoot)
        cards.append((time.perf_counter() - begun) * 1000)
        begun = time.perf_counter()
        page.request.post(f"{shoot}/{demo_id('situation/cup-final/2')}/test-frame", data=asked)
        answers.append((time.perf_counter() - begun) * 1000)
    page.context.close()
    report("field cards of a shoot of four", cards, "ms", "-")
    report("what to turn after four test frames", answers, "ms", "-")


def _packed_kb() -> float:
    built = PROJECT / "frontend" / "dist"
    page = (built / "preflight.html").read_text("utf-8")
    named = re.findall(r'(?:src|href)="/(assets/[^"]+\.(?:js|css))"', page)
    return sum(len(gzip.compress((built / name).read_bytes())) for name in set(named)) / 1000
