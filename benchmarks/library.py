"""The Atlas and the library in the browser: how soon a search and a comparison are on screen."""

from __future__ import annotations

from playwright.sync_api import Browser, Page

from benchmarks.browser import new_page
from benchmarks.figures import report
from wide_aperture.demo.ids import demo_id

WORDS = ("anti", "flicker", "white balance", "focus", "too bright", "kelvin", "burst", "noise", "card", "sync")
FOUR = ("cup-final/2", "cup-final/2/v2", "wedding/1", "ridge/2")

# Type into the search as a hand would; time until the list of hits was drawn (a frame after the last change).
SEARCH = """async ([words]) => {
  const field = document.querySelector('input[aria-label="Search the Atlas"], input[type=search], aside input, input')
  const begun = performance.now()
  field.value = words
  field.dispatchEvent(new Event('input', { bubbles: true }))
  await new Promise((drawn) => requestAnimationFrame(() => setTimeout(drawn, 0)))
  return performance.now() - begun
}"""
# Toggle between the differences and everything: the whole table of four setups is worked out and drawn anew.
COMPARE = """async () => {
  const toggle = document.querySelector('[role=switch]')
  const begun = performance.now()
  toggle.click()
  await new Promise((drawn) => requestAnimationFrame(() => setTimeout(drawn, 0)))
  return performance.now() - begun
}"""


def _search(page: Page, address: str) -> list[float]:
    page.goto(f"{address}/atlas")
    page.get_by_label("Search the Atlas").wait_for()
    page.wait_for_load_state("networkidle")
    return [page.evaluate(SEARCH, [words]) for _ in range(4) for words in WORDS]


def _compare(page: Page, address: str) -> list[float]:
    page.goto(f"{address}/setups/compare?ids={','.join(str(demo_id(f'setup/{slug}')) for slug in FOUR)}")
    page.get_by_role("switch").wait_for()
    page.wait_for_load_state("networkidle")
    return [page.evaluate(COMPARE) for _ in range(30)]


def main(browser: Browser, address: str) -> None:
    page = new_page(browser)
    report("Atlas search, key to list", _search(page, address), "ms", "<= 50 ms")
    report("comparing four setups, all rows drawn", _compare(page, address), "ms", "<= 100 ms")
