"""The sports journey by keyboard alone: nothing is pressed with a pointer, from an empty installation to a printed card."""

from playwright.sync_api import expect

from tests.browser.base import BrowserTestCase
from wide_aperture.gear.models import Body
from wide_aperture.setups.models import SavedSetup

NAMED = """() => {
  const at = document.activeElement
  const label = at.labels?.[0]?.innerText ?? ''
  return (at.getAttribute('aria-label') ?? (label || at.innerText) ?? '').trim().slice(0, 60)
}"""
MOST_TABS = 160


class ByKeyboardAlone(BrowserTestCase):
    with_demo = False

    def tab_to(self, name: str) -> None:
        """Tab on until something of that name has the keyboard."""
        for _ in range(MOST_TABS):
            self.page.keyboard.press("Tab")
            if self.page.evaluate(NAMED).startswith(name):
                return
        self.fail(f"{name!r} cannot be reached by Tab")

    def test_sports(self):
        page = self.page
        page.add_init_script("addEventListener('pointerdown', () => sessionStorage.setItem('pressed', '1'), true)")
        page.add_init_script("window.print = () => sessionStorage.setItem('printed', '1')")
        self.open("/")
        page.get_by_role("button", name="Plan a shoot now").wait_for()
        self.tab_to("Plan a shoot now")
        page.keyboard.press("Enter")
        page.get_by_role("heading", name="1. What?").wait_for()
        self.tab_to("A match on a field")
        page.keyboard.press("Space")
        self.tab_to("What you call it")
        for typed in ("Hazel 33", "33 MP\n36 x 24 mm\nISO 100-51,200\n1/8000 s\n20 fps", "70-200 mm f/2.8"):
            page.keyboard.type(typed)
            page.keyboard.press("Tab")
        expect(page.get_by_role("status").filter(has_text="understood")).to_be_visible()
        self.tab_to("Overcast")
        for _ in range(3):
            page.keyboard.press("ArrowRight")
        expect(page.get_by_role("radio", name="Small floodlit pitch")).to_be_checked()
        self.tab_to("Open the plan")
        page.keyboard.press("Enter")

        shutter = page.get_by_role("slider", name="Shutter")
        shutter.wait_for()
        self.tab_to("Shutter")
        page.keyboard.press("PageUp")
        expect(page.get_by_role("button", name="Release Shutter")).to_be_visible()
        page.keyboard.press("End")
        expect(shutter).to_have_attribute("aria-valuetext", "1/8000 s")
        page.keyboard.press("Backspace")
        expect(page.get_by_role("button", name="Release Shutter")).to_have_count(0)

        page.keyboard.press("e")
        expect(page.get_by_label("What happens")).to_be_visible()
        page.keyboard.press("Escape")
        expect(page.get_by_label("What happens")).to_have_count(0)
        page.keyboard.press("Control+s")
        expect(page.get_by_role("status").filter(has_text="Saved as")).to_be_visible()
        self.tab_to("Pack")
        page.keyboard.press("Enter")
        page.get_by_role("button", name="All of this is done").wait_for()
        self.tab_to("All of this is done")
        page.keyboard.press("Enter")
        self.wait_saved()
        page.evaluate("document.querySelector('header a').focus()")
        self.tab_to("Card")
        page.keyboard.press("Enter")
        page.get_by_role("button", name="Print").wait_for()
        self.tab_to("Print")
        page.keyboard.press("Enter")
        self.assertEqual(page.evaluate("sessionStorage.getItem('printed')"), "1")
        self.assertIsNone(page.evaluate("sessionStorage.getItem('pressed')"))
        self.assertEqual(Body.objects.get().document["name"], "Hazel 33")
        self.assertEqual(SavedSetup.objects.count(), 1)


class OpenedAndClosed(BrowserTestCase):
    def at(self) -> str:
        return self.page.evaluate(NAMED)

    def test_the_keyboard_returns_to_what_opened_a_dialog_and_escape_closes_one_thing(self):
        page = self.open_plan("cup-final", 2)
        for opener, opened in (("Find", "Find"), ("Shortcuts", "Shortcuts"), ("Edit the brief and kit", "Brief")):
            button = page.get_by_role("button", name=opener).first
            button.focus()
            page.keyboard.press("Enter")
            dialog = page.get_by_role("dialog").first
            expect(dialog).to_be_visible()
            page.keyboard.press("Escape")
            expect(dialog).to_be_hidden()
            with self.subTest(opened):
                self.assertTrue(self.at().startswith(opener), f"the keyboard is at {self.at()!r}")

        page.keyboard.press("e")
        expect(page.get_by_label("What happens")).to_be_visible()
        page.keyboard.press("Control+k")
        expect(page.get_by_role("combobox", name="Open or do")).to_be_visible()
        page.keyboard.press("Escape")
        expect(page.get_by_label("What happens")).to_be_visible()
        page.keyboard.press("Escape")
        expect(page.get_by_label("What happens")).to_have_count(0)

    def test_at_twice_the_size_nothing_is_cut(self):
        page = self.page
        page.set_viewport_size({"width": 640, "height": 400})  # 1280 x 800 at 200 %
        for path in (
            "/shoots",
            "/gear",
            "/setups",
            "/settings",
            "/begin",
            "/atlas/settings/iso",
            "/places",
            "/keeping",
        ):
            self.open(path)
            page.locator("h1, h2").first.wait_for()
            page.wait_for_load_state("networkidle")
            with self.subTest(path):
                self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 640)
