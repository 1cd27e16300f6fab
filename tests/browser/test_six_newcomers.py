"""Six newcomers, each from an empty installation to a printed card: own body and lens, brief, a drag, storage places packed, saved.

Every pointer press is counted; what is typed, and keys that go from field to field, are not.
"""

from __future__ import annotations

from dataclasses import dataclass

from playwright.sync_api import expect

from tests.browser.base import BrowserTestCase
from wide_aperture.gear.models import Body, Lens
from wide_aperture.pack.models import CameraState
from wide_aperture.setups.models import SavedSetup

COUNTED = """
addEventListener('pointerdown', () => sessionStorage.setItem('presses', 1 + Number(sessionStorage.getItem('presses') ?? 0)), true)
window.print = () => sessionStorage.setItem('printed', '1')
// Layout shift as it is defined: the largest sum within a session of shifts less than a second apart, five seconds at most.
const session = {sum: 0, from: 0, last: -1e9}
new PerformanceObserver((list) => {
  const place = 'shift ' + (location.pathname.split('/')[3] ?? location.pathname)
  for (const entry of list.getEntries()) {
    if (entry.hadRecentInput) continue
    const goesOn = entry.startTime - session.last < 1000 && entry.startTime - session.from < 5000
    session.sum = (goesOn ? session.sum : 0) + entry.value
    if (!goesOn) session.from = entry.startTime
    session.last = entry.startTime
    sessionStorage.setItem(place, Math.max(session.sum, Number(sessionStorage.getItem(place) ?? 0)))
    const named = entry.sources.slice(0, 3).map(({node}) => (node?.outerHTML ?? node?.textContent ?? '').slice(0, 90)).join(' | ')
    const all = `moved ${place.slice(6)}`
    sessionStorage.setItem(all, `${sessionStorage.getItem(all) ?? ''}${entry.value.toFixed(4)}: ${named}\n`)
  }
}).observe({type: 'layout-shift', buffered: true})
"""

MOST_SHIFT = 0.05  # of a place, as browsers count moved layout


@dataclass(frozen=True)
class Newcomer:
    """What one photographer answers. more: situations added after the first; most: presses it may take."""

    what: str
    body: str
    sheet: str
    lens: str
    light: str
    far: str
    most: int
    more: tuple[str, ...] = ()
    drags: str = "Shutter"


SPORTS = Newcomer(
    "A match on a field", "Hazel 33", "33 MP\n36 x 24 mm\nISO 100-51,200\nshutter 1/8000 s\n20 fps\nDual card slots",
    "70-200 mm f/2.8, 4 stops stabilised", "Small floodlit pitch", "Half the field", 45, ("Cup and portraits",),
)  # fmt: skip
WILDLIFE = Newcomer(
    "A bird in flight", "Bracken 26", "26 MP\nAPS-C sensor\nISO 160-12800\n1/4000 s mechanical\n15 fps",
    "150-600 f/5-6.3 stabilised", "Low golden sun", "Over the water", 45, ("On the mud",),
)  # fmt: skip
STREET = Newcomer(
    "People in the street", "Wren II", "24 MP\n23.5 x 15.6 mm\nISO 100-25600\n1/2500 s leaf shutter",
    "18 mm f/2.8", "Open shade under blue sky", "A few steps", 20,
)  # fmt: skip
LANDSCAPE = Newcomer(
    "A landscape", "Larch 50", "51 MP\n43.8 x 32.9 mm\nISO 100-12800\n1/4000 s", "32-64 mm f/4",
    "Low golden sun", "From some steps away", 18, drags="Aperture",
)  # fmt: skip
WEDDING = Newcomer(
    "A wedding ceremony", "Alder 45 II", "45 MP\n36 x 24 mm\nISO 64-25600\n1/8000 s\n8 fps\nTwo card slots",
    "24-70 f/2.8", "Church by day", "Some rows back", 35, ("Families", "First dance"),
)  # fmt: skip
NIGHT = Newcomer(
    "Stars over the land", "Rowan 24", "24 MP\n36 x 24 mm\nISO 100-51200\n1/8000 s", "20 mm f/1.8",
    "Dark rural sky, stars", "With far land", 20, drags="ISO",
)  # fmt: skip


class SixNewcomers(BrowserTestCase):
    with_demo = False

    def answers(self, who: Newcomer) -> None:
        page = self.page
        page.get_by_role("button", name="Plan a shoot now").click()
        page.get_by_role("radio", name=who.what).locator("..").click()
        page.get_by_label("What you call it").click()
        for typed in (who.body, who.sheet, who.lens):
            page.keyboard.type(typed)
            page.keyboard.press("Tab")
        expect(page.get_by_role("status").filter(has_text="understood")).to_be_visible()
        page.get_by_role("radio", name=who.far).locator("..").click()
        page.get_by_role("radio", name=who.light).locator("..").click()
        page.get_by_role("button", name="Open the plan").click()

    def drag(self, name: str) -> str:
        slider = self.page.get_by_role("slider", name=name)
        slider.wait_for()
        before = slider.get_attribute("aria-valuetext")
        box = slider.bounding_box()
        self.page.mouse.move(box["x"] + box["width"] * 0.5, box["y"] + 28)
        self.page.mouse.down()
        self.page.mouse.move(box["x"] + box["width"] * 0.68, box["y"] + 28, steps=6)
        self.page.mouse.up()
        expect(self.page.get_by_role("button", name=f"Release {name}")).to_be_visible()
        held = slider.get_attribute("aria-valuetext")
        self.assertNotEqual(held, before)
        return held

    def walk(self, who: Newcomer) -> None:
        page = self.page
        page.add_init_script(COUNTED)
        self.open("/")
        self.answers(who)
        for title in who.more:
            page.get_by_role("button", name="Add situation").click()
            page.get_by_label("What happens").click()
            page.keyboard.press("Control+a")
            page.keyboard.type(title)
            page.get_by_role("button", name="Done").click()
        self.drag(who.drags)
        page.get_by_role("button", name="Save setup").click()
        expect(page.get_by_role("status").filter(has_text="Saved as")).to_be_visible()
        page.get_by_role("link", name="Pack", exact=True).click()
        page.get_by_role("button", name="All of this is done").click()
        expect(page.get_by_role("button", name="All of this is done")).to_have_count(0)
        page.get_by_role("link", name="Card", exact=True).click()
        page.get_by_role("button", name="Print").click()
        self.wait_saved()

        kept = page.evaluate("() => ({...sessionStorage})")
        self.assertEqual(kept.get("printed"), "1")
        self.assertLessEqual(int(kept["presses"]), who.most)
        self.nothing_moved(kept)
        body, lens = Body.objects.get().document, Lens.objects.get().document
        self.assertEqual(body["name"], who.body)
        self.assertEqual(f"{body['megapixels']:g} MP", who.sheet.split("\n")[0])
        self.assertIn(f"{lens['focal_max_mm']:g}", who.lens)
        self.assertEqual(SavedSetup.objects.count(), 1)
        state = CameraState.objects.get().document
        self.assertTrue(state["values"])
        self.assertEqual(len([slot for slot in state["slots"] if slot["values"]]) > 0, len(who.more) > 0)

    def nothing_moved(self, kept: dict[str, str]) -> None:
        moved = {name: float(value) for name, value in kept.items() if name.startswith("shift ")}
        told = "\n".join(text for name, text in kept.items() if name.startswith("moved "))
        self.assertEqual({name: value for name, value in moved.items() if value > MOST_SHIFT}, {}, told)

    def test_a_plan_that_opens_late_leaves_the_answers_as_they_stand_until_then(self):
        page = self.page
        page.add_init_script(COUNTED)
        page.route("**/assets/PlanPlace*.js", lambda route: (page.wait_for_timeout(2500), route.continue_()))
        self.open("/")
        self.answers(LANDSCAPE)
        page.wait_for_timeout(1800)
        expect(page.get_by_label("What you call it")).to_have_value(LANDSCAPE.body)
        page.keyboard.press("Enter")  # pressed again, it opens no second one
        page.get_by_role("slider", name="Aperture").wait_for()
        self.wait_saved()
        self.assertEqual(Body.objects.count(), 1)
        self.nothing_moved(page.evaluate("() => ({...sessionStorage})"))
        self.open("/begin")
        page.get_by_role("radio", name=LANDSCAPE.what).locator("..").click()
        expect(page.get_by_label("What you call it")).to_have_value("")

    def test_sports(self):
        self.walk(SPORTS)

    def test_wildlife(self):
        self.walk(WILDLIFE)

    def test_street(self):
        self.walk(STREET)

    def test_landscape(self):
        self.walk(LANDSCAPE)

    def test_wedding(self):
        self.walk(WEDDING)

    def test_night(self):
        self.walk(NIGHT)
