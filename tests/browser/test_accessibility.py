"""An accessibility scan (WCAG 2.2 A and AA, axe-core) of every place and what opens over it: three themes, 1280 and 390 px wide."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page

from tests.browser.base import BrowserTestCase
from tests.demo import played_frames
from wide_aperture.bench.pictures import keep_pictures
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.demo.runs import pictures_by_run
from wide_aperture.demo.setups import setups
from wide_aperture.server.middleware.owner import local_owner

AXE = (Path(__file__).parents[2] / "frontend" / "node_modules" / "axe-core" / "axe.min.js").read_text("utf-8")
SHOOT, SITUATION = demo_id("shoot/wedding"), demo_id("situation/wedding/3")
SETUPS = [str(each.id) for each in setups()]
PLAN = f"/shoots/{SHOOT}/plan/{SITUATION}"
PLACES = {
    "begin": "/begin",
    "shoots": "/shoots",
    "plan": PLAN,
    "rehearse": f"/shoots/{SHOOT}/rehearse/{SITUATION}",
    "focus": f"/shoots/{demo_id('shoot/cup-final')}/focus/{demo_id('situation/cup-final/1')}",
    "sky": f"/shoots/{demo_id('shoot/ridge')}/sky/{demo_id('situation/ridge/1')}",
    "pre-flight": f"/pre-flight/{SHOOT}",
    "cards": f"/pre-flight/{SHOOT}#cards",
    "field-card": f"/pre-flight/{SHOOT}#card/{SITUATION}",
    "test-frame": f"/pre-flight/{SHOOT}#test/{SITUATION}",
    "read-back": f"/shoots/{demo_id('shoot/cup-final')}/review/{demo_id('situation/cup-final/2')}",
    "pack": f"/shoots/{SHOOT}/pack/{SITUATION}",
    "card": f"/shoots/{SHOOT}/card/{SITUATION}",
    "places": "/places",
    "keeping": "/keeping",
    "settings": "/settings",
    "about": "/about",
    "gear": "/gear",
    "body": f"/gear/bodies/{BODIES[0].id}",
    "new body": f"/gear/bodies/{demo_id('none')}",
    "words": f"/gear/bodies/{BODIES[0].id}/words",
    "foundation": "/gear/foundation",
    "set-up": f"/gear/bodies/{BODIES[0].id}/set-up",
    "review": f"/gear/bodies/{BODIES[0].id}/review",
    "lens": f"/gear/lenses/{LENSES[0].id}",
    "atlas": "/atlas/settings/iso",
    "drawn setting": "/atlas/settings/af_area",
    "check": "/atlas/checks/motion_blur_subject",
    "school": "/atlas/schools/exposure",
    "bench": f"/bench/iso_ladder?run={demo_id('run/iso_ladder')}",
    "stack": "/bench/stack",
    "bench notes": "/bench/screens",
    "practice": "/practice/meter_point",
    "practice by choice": "/practice/faults",
    "practice by the clock": "/practice/menus",
    "setups": "/setups",
    "setup": f"/setups/{SETUPS[0]}",
    "compare": f"/setups/compare?ids={SETUPS[0]},{SETUPS[1]}",
    "nowhere": "/nowhere",
}


def press(name: str) -> Callable[[Page], None]:
    return lambda page: page.get_by_role("button", name=name).first.click()


def brief(section: str) -> Callable[[Page], None]:
    def opened(page: Page) -> None:
        press("Edit the brief and kit")(page)
        page.locator(".ant-segmented").get_by_text(section, exact=True).click()

    return opened


def reserve(page: Page) -> None:
    page.locator(".setup .line", has_text="reserve").first.click()
    press("Does a reserve pay here?")(page)


def reading(page: Page) -> None:
    brief("Light")(page)
    page.get_by_role("button", name="Meter it").first.click()


def conflict(page: Page) -> None:
    """The same field changed elsewhere since this page read it."""
    page.evaluate(WRITE_ELSEWHERE, str(LENSES[0].id))
    page.get_by_label("Name").fill("Mine")
    page.get_by_role("dialog").get_by_text("Theirs").first.wait_for()


WRITE_ELSEWHERE = """async id => {
  const at = `/api/v1/lenses/${id}`
  const now = await (await fetch(at)).json()
  const body = JSON.stringify({...now.document, name: 'Theirs'})
  await fetch(at, {method: 'PUT', headers: {'Content-Type': 'application/json', 'If-Match': `"${now.revision}"`}, body})
}"""
DAWN = f"/shoots/{demo_id('shoot/tarn')}/plan/{demo_id('situation/tarn/3')}"
# What opens over a place, and how.
OVER: dict[str, tuple[str, Callable[[Page], None]]] = {
    "brief: light": (PLAN, brief("Light")),
    "brief: subject": (PLAN, brief("Subject")),
    "brief: look": (PLAN, brief("Look")),
    "brief: kit": (PLAN, brief("Kit")),
    "brief: schools": (PLAN, brief("Schools")),
    "schools compared": (PLAN, lambda page: page.keyboard.press("o")),
    "order": (PLAN, lambda page: page.get_by_role("button", name="order", exact=True).click()),
    "a word explained": (PLAN, press("What is meant by school?")),
    "reserve": (PLAN, reserve),
    "reading": (DAWN, reading),
    "setup's values": (f"/setups/{SETUPS[0]}", press("Change values")),
    "to another body": (f"/setups/{SETUPS[0]}", press("To another body")),
    "palette": ("/gear", lambda page: page.keyboard.press("Control+k")),
    "shortcuts": ("/gear", lambda page: page.keyboard.press("?")),
    "earlier versions": (f"/gear/bodies/{BODIES[0].id}", press("Earlier versions")),
    "a shoot's details": ("/shoots", press("Details")),
    "a place's details": ("/places", press("Details")),
    "notes in rows": ("/bench/battery", press("Add a note")),
    "conflict": (f"/gear/lenses/{LENSES[0].id}", conflict),
}
RULES = "['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']"
# A closed list of the component library names a popup that is not drawn yet, or none; once open it is named rightly.
FOUND = """.violations.map(v => [v.id, v.nodes.filter(n => !/haspopup="listbox"/.test(n.html) || !['aria-valid-attr-value', 'aria-required-attr'].includes(v.id)).map(n => n.html.slice(0, 140))])
  .filter(v => v[1].length)"""
LEAN = "resultTypes: ['violations'], selectors: false, preload: false"  # nothing else of what was found is read
EVERY_RULE = f"async () => (await axe.run(document, {{runOnly: {RULES}, {LEAN}}})){FOUND}"
CONTRAST = f"async () => (await axe.run(document, {{runOnly: ['color-contrast'], {LEAN}}})){FOUND}"
WEAR = """theme => {
  if (document.documentElement.dataset.theme === theme) return
  localStorage.setItem('wa-theme', theme)
  window.dispatchEvent(new StorageEvent('storage', {key: 'wa-theme', newValue: theme, storageArea: localStorage}))
  document.documentElement.dataset.theme = theme
}"""
WIDE, NARROW = {"width": 1280, "height": 800}, {"width": 390, "height": 844}


class Scan(BrowserTestCase):
    maxDiff = None
    # One of them wide, the other narrow, at the next place the other way round: their colours are the same few everywhere.
    others = ("dark", "night-red")

    def scan(self, name: str, path: str, opened: Callable[[Page], None] | None = None) -> None:
        page = self.page
        page.set_viewport_size(WIDE)
        self.open(path)
        page.locator("h1, h2, [role=slider]").first.wait_for()
        page.wait_for_load_state("networkidle")
        if opened:
            opened(page)
            page.wait_for_timeout(400)
        page.evaluate(AXE)
        wide, narrow = self.others
        # A theme changes colours and nothing else.
        for size, theme, asked in ((WIDE, "day", EVERY_RULE), (WIDE, wide, CONTRAST), (NARROW, narrow, EVERY_RULE)):
            page.set_viewport_size(size)
            with self.subTest(place=name, width=size["width"], of="scrolls sideways"):
                self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), size["width"])
            page.evaluate(WEAR, theme)
            for settles_ms in (60, 600):  # colours on their way from one theme to the next are no fault
                page.wait_for_timeout(settles_ms)
                if not (found := page.evaluate(asked)):
                    break
            with self.subTest(place=name, theme=theme, width=size["width"]):
                self.assertEqual(found, [])
        page.evaluate("localStorage.setItem('wa-theme', 'day')")  # for the next
        self.others = (narrow, wide)


class OfPlaces(Scan):
    def test_no_place_has_a_violation(self):
        played_frames(local_owner())
        for run_id, pictures in pictures_by_run():
            keep_pictures(run_id, pictures)
        for name, path in PLACES.items():
            self.scan(name, path)


class OfWhatOpens(Scan):
    def test_nothing_that_opens_has_a_violation(self):
        for name, (path, opened) in OVER.items():
            self.scan(name, path, opened)


class OfAnEmptyInstallation(Scan):
    with_demo = False

    def test_what_greets_has_none(self):
        for path in ("/shoots", "/gear", "/setups", "/places"):
            self.scan(f"empty {path}", path)
