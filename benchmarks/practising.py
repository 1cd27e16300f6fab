"""Practice in the browser: from one drill to the next, for somebody who thinks a little."""

from __future__ import annotations

from playwright.sync_api import Browser

from benchmarks.browser import new_page
from benchmarks.figures import report
from wide_aperture.core.practice.drills import KINDS

THINKS_MS, IN_A_ROW = 1500, 4

# In the page: from the key N until another drill is shown, its pictures ready to be seen.
WATCH = """() => {
  const shown = () => document.querySelector('.drill').innerHTML
  const before = shown()
  window.untilNext = new Promise((done) => window.addEventListener('keydown', async () => {
    const begun = performance.now()
    while (shown() === before) await new Promise((next) => setTimeout(next, 1))
    await Promise.all([...document.querySelectorAll('.drill img')].map((each) => each.decode()))
    requestAnimationFrame(() => done(performance.now() - begun))
  }, { once: true, capture: true }))
}"""


def main(browser: Browser, address: str) -> None:
    page, times = new_page(browser), []
    for kind in KINDS:
        page.goto(f"{address}/practice/{kind}")
        page.locator(".drill .question").wait_for()
        for _ in range(IN_A_ROW):
            page.wait_for_timeout(THINKS_MS)
            page.evaluate(WATCH)
            page.keyboard.press("n")
            times.append(page.evaluate("window.untilNext"))
    page.context.close()
    report(f"from one drill to the next, {THINKS_MS / 1000:g} s thought about, all kinds", times, "ms", "<= 200 ms")
