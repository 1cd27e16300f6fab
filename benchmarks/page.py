"""The Plan place in the browser: how soon it can be used, how soon it answers a drag, how much script it loads."""

from __future__ import annotations

import gzip
import time
from pathlib import Path

from playwright.sync_api import Browser, Page

from benchmarks.browser import new_page
from benchmarks.figures import report
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.served import PROJECT

PLAN = f"/shoots/{demo_id('shoot/cup-final')}/plan/{demo_id('situation/cup-final/2')}"
LOADS, DRAGS = 9, 60

# In the page: move the pointer, note when the marker has moved (next frame) and when the rulers were redrawn.
WATCH = """async ([x, y]) => {
  const track = document.querySelector('[role=slider][aria-label=Shutter]')
  const field = document.querySelector('[role=grid]')
  const marker = track.querySelector('.marker')
  const place = marker.getAttribute('transform')
  const shown = field.innerText
  const begun = performance.now()
  const redrawn = new Promise((done) => {
    const watch = new MutationObserver(() => { if (field.innerText !== shown) { watch.disconnect(); done(performance.now() - begun) } })
    watch.observe(field, { subtree: true, childList: true, characterData: true, attributes: true })
    setTimeout(() => { watch.disconnect(); done(null) }, 1500)
  })
  track.dispatchEvent(new PointerEvent('pointermove', { clientX: x, clientY: y, pointerId: 1, bubbles: true }))
  let moved = null
  while (moved === null && performance.now() - begun < 500) {
    await Promise.resolve()
    if (marker.getAttribute('transform') !== place) moved = performance.now() - begun
    else await new Promise((next) => setTimeout(next, 0))
  }
  return [moved, await redrawn]
}"""


def _drag(page: Page) -> tuple[list[float], list[float]]:
    box = page.get_by_role("slider", name="Shutter").bounding_box()
    assert box is not None
    y = box["y"] + 28
    page.mouse.move(box["x"] + box["width"] * 0.3, y)
    page.mouse.down()
    moved, redrawn = [], []
    for k in range(DRAGS):
        share = 0.3 + 0.4 * ((k * 7) % DRAGS) / DRAGS
        marker_ms, rulers_ms = page.evaluate(WATCH, [box["x"] + box["width"] * share, y])
        if marker_ms is not None:
            moved.append(marker_ms)
        if rulers_ms is not None:
            redrawn.append(rulers_ms)
        page.wait_for_timeout(30)
    page.mouse.up()
    return moved, redrawn


def _loads(browser: Browser, address: str) -> tuple[list[float], set[str]]:
    usable, scripts = [], set[str]()
    for _ in range(LOADS):
        page = new_page(browser)
        page.on("response", lambda r: scripts.add(r.url) if r.url.endswith(".js") else None)
        begun = time.perf_counter()
        page.goto(address + PLAN)
        page.get_by_role("slider", name="Shutter").wait_for()
        usable.append((time.perf_counter() - begun) * 1000)
        page.wait_for_load_state("networkidle")
        page.context.close()
    return usable, scripts


def main(browser: Browser, address: str) -> None:
    usable, scripts = _loads(browser, address)
    report("first load of Plan until a ruler can be moved", usable, "ms", "<= 1500 ms")
    files = [PROJECT / "frontend" / "dist" / "assets" / Path(url).name for url in scripts]
    kilobytes = sum(len(gzip.compress(file.read_bytes(), 9)) for file in files) / 1000
    print(f"{'script loaded by Plan, gzip':<44}     {kilobytes:8.1f} kB in {len(files)} files   aim: <= 280 kB")

    page = new_page(browser)
    page.goto(address + PLAN)
    page.get_by_role("slider", name="Shutter").wait_for()
    page.wait_for_load_state("networkidle")
    moved, redrawn = _drag(page)
    report("pointer to marker", moved, "ms", "<= 16 ms")
    report("pointer to redrawn rulers and field", redrawn, "ms", "p95 <= 80 ms")
