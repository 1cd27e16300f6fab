"""The sky: a day's strip at one-minute steps, a year's search, what to change when, and a block dragged in the browser."""

from __future__ import annotations

import datetime as dt
import time
from collections.abc import Callable
from uuid import UUID

from playwright.sync_api import Browser

from benchmarks.browser import new_page
from benchmarks.figures import report
from wide_aperture.core.documents.shoot import sky_context
from wide_aperture.core.documents.situation import LightBySky
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.planning import PlanInput
from wide_aperture.core.planning.changing_light import changing_light
from wide_aperture.core.sky.night.search import NightWish, search_nights
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.demo.shoots import SHOOTS, SITUATIONS
from wide_aperture.sky.questions import DayRequest, SkyBlock
from wide_aperture.sky.services.day import day_strip

ROUNDS = 30
WALK = demo_id("situation/wedding/5")
PLACE = f"/shoots/{demo_id('shoot/wedding')}/plan/{WALK}"
# In the page: move the pointer by some pixels; time until the plan's light has changed.
DRAG = """async ([x, y]) => {
  const row = [...document.querySelectorAll('.brief .row')].find((each) => each.textContent.startsWith('Light'))
  const block = document.querySelector('a.block.on')
  const before = row.textContent
  const begun = performance.now()
  block.dispatchEvent(new PointerEvent('pointermove', { clientX: x, clientY: y, pointerId: 1, bubbles: true }))
  while (performance.now() - begun < 2000) {
    if (row.textContent !== before) return performance.now() - begun
    await new Promise((next) => setTimeout(next, 1))
  }
  return null
}"""


def _timed(work: Callable[[int], object], rounds: int = ROUNDS) -> list[float]:
    times = []
    for k in range(rounds):
        begun = time.perf_counter()
        work(k)
        times.append((time.perf_counter() - begun) * 1000)
    return times


def main() -> None:
    shoot = next(each for each in SHOOTS if each.id == demo_id("shoot/wedding"))
    context = sky_context(shoot)
    assert context is not None
    here = context

    def on(k: int) -> SkyContext:
        return here.model_copy(update={"date": here.date + dt.timedelta(days=11 * k)})

    block = SkyBlock(id=UUID(int=1), from_min=1120, until_min=1225, light=LightBySky())
    report(
        "a day's strip at one-minute steps",
        _timed(lambda k: day_strip(DayRequest(sky=on(k), step_min=1, blocks=[block] * 6))),
        "ms",
        "<= 50 ms",
    )
    wish = NightWish(above_deg=15, from_min=1260, weekdays=(5,))
    every = NightWish(above_deg=15, from_min=1260)
    report("a year's search, Saturdays", _timed(lambda k: search_nights(on(k), 366, wish), 10), "ms", "<= 1500 ms")
    report("a year's search, every night", _timed(lambda k: search_nights(on(k), 366, every), 10), "ms", "<= 1500 ms")
    walk = next(each for each in SITUATIONS if each.id == WALK)
    body = next(each for each in BODIES if each.id == walk.body_id)
    lens = next(each for each in LENSES if each.id == walk.lens_id)
    report(
        "what to change when, 105 minutes at sunset",
        _timed(lambda k: changing_light(PlanInput.of(walk, body, lens, sky=on(k))), 12),
        "ms",
        "-",
    )


def dragging(browser: Browser, address: str) -> None:
    page = new_page(browser)
    page.goto(address + PLACE)
    page.get_by_role("slider", name="Shutter").wait_for()
    page.wait_for_timeout(1500)
    box = page.locator("a.block.on").bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    times = []
    for k in range(40):
        took = page.evaluate(DRAG, [x - 60 if k % 2 else x + 20, y])
        if took is not None:
            times.append(took)
        page.wait_for_timeout(30)
    page.mouse.up()
    report("block dragged to updated plan in the browser", times, "ms", "<= 100 ms")
