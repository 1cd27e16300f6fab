"""The Rehearse place in the browser: from a nudge to new pixels."""

from __future__ import annotations

from playwright.sync_api import Browser

from benchmarks.browser import new_page
from benchmarks.figures import report
from wide_aperture.demo.ids import demo_id

PLACE = f"/shoots/{demo_id('shoot/cup-final')}/rehearse/{demo_id('situation/cup-final/2')}"
# Nudge the ISO; time until the picture's address has changed and the new picture is decoded.
NUDGE = """async ([key]) => {
  const ruler = document.querySelector('[role=slider][aria-label^=ISO]')
  const picture = document.querySelector('.frame img')
  const before = picture.src
  const begun = performance.now()
  ruler.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
  while (performance.now() - begun < 3000) {
    if (picture.src !== before) { await picture.decode(); return performance.now() - begun }
    await new Promise((next) => setTimeout(next, 1))
  }
  return null
}"""


def main(browser: Browser, address: str) -> None:
    page = new_page(browser)
    page.goto(address + PLACE)
    page.get_by_role("group", name="simulated").wait_for()
    page.wait_for_timeout(2500)
    times = []
    for k in range(30):
        took = page.evaluate(NUDGE, ["ArrowRight" if k % 2 else "ArrowLeft"])
        if took is not None:
            times.append(took)
        page.wait_for_timeout(700)
    report("nudge to new pixels in the browser (half size)", times, "ms", "core + 60 ms")
