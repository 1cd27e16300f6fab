"""The Atlas and what follows from it: search, a symptom to its remedy, schools compared, foundation and review."""

from playwright.sync_api import expect

from tests.browser.base import BrowserTestCase
from wide_aperture.demo.ids import demo_id


class AtlasJourney(BrowserTestCase):
    def test_a_setting_says_what_it_touches_and_where_the_shoot_uses_it(self):
        self.open_plan("cup-final", 2)
        page = self.open("/atlas")
        page.get_by_label("Search the Atlas").fill("anti-flicker")
        page.get_by_label("Search the Atlas").press("Enter")
        expect(page.get_by_role("heading", name="Anti-flicker", exact=True)).to_be_visible()
        expect(page.get_by_text("Second half, floodlights").first).to_be_visible()
        expect(page.get_by_role("link", name="Anti-flicker off").first).to_be_visible()

        page.get_by_label("Search the Atlas").fill("xyzzy")
        expect(page.get_by_text("Nothing by that name")).to_be_visible()

    def test_from_a_symptom_to_its_remedy_in_the_plan(self):
        page = self.open_plan("cup-final", 2)
        for _ in range(5):
            page.get_by_role("slider", name="Shutter").press("PageDown")
        expect(page.get_by_role("slider", name="Shutter")).to_have_attribute("aria-valuetext", "1/30 s")
        self.wait_saved()
        page.get_by_role("navigation", name="Places").get_by_role("link", name="Atlas").click()
        page.get_by_role("link", name="What went wrong").click()
        page.locator("article").get_by_role("link", name="soft", exact=False).first.click()
        expect(page.get_by_text("To decide:").first).to_be_visible()
        first = page.locator("article article").first
        expect(first).to_contain_text("1.")
        first.get_by_role("button").click()
        page.get_by_role("button", name="See the plan").click()
        expect(page.get_by_role("slider", name="Shutter")).not_to_have_attribute("aria-valuetext", "1/30 s")


class SchoolsAndFoundation(BrowserTestCase):
    def test_another_school_shows_its_difference_and_may_be_followed(self):
        page = self.open_plan("cup-final", 2)
        page.get_by_role("button", name="Exposure mode").press("Enter")
        page.get_by_role("button", name="What would another school do?").first.click()
        dialog = page.get_by_role("dialog")
        expect(dialog.get_by_text("followed here")).to_be_visible()
        expect(dialog.get_by_text("Wins when:").first).to_be_visible()
        article = dialog.locator("article").filter(has_text="Follow it here").first
        expect(article).to_contain_text("→")
        article.get_by_role("button", name="Follow it here").click()
        page.keyboard.press("Escape")
        page.get_by_role("button", name="Undo").click()
        self.wait_saved()

    def test_the_foundation_speaks_in_the_plan_and_a_body_is_reviewed_once(self):
        page = self.open("/gear/foundation")
        page.get_by_label("Search the settings").fill("assist")
        self.pick(page, "Assist lamp", "on")
        expect(page.get_by_text("1 value is your own")).to_be_visible()
        self.wait_saved()

        self.open("/gear")
        page.get_by_role("link", name="to change").first.click()
        expect(page.get_by_role("heading", name="things to change from factory")).to_be_visible()
        page.get_by_role("checkbox").first.check()
        page.get_by_role("button", name="All are set").click()
        expect(page.get_by_text("Set on this body.")).to_be_visible()
        self.wait_saved()

        plan = self.open_plan("cup-final", 2)
        plan.get_by_role("button", name="values that stand on any day").click()
        expect(plan.get_by_role("button", name="Assist lamp")).to_contain_text("on")

    def test_what_a_body_lacks_is_said_with_the_way_around(self):
        page = self.open(f"/shoots/{demo_id('shoot/market')}/plan/{demo_id('situation/market/0')}")
        page.get_by_role("slider", name="Shutter").wait_for()
        expect(page.get_by_text("This body lacks")).to_be_visible()

    def test_other_people_s_words_find_a_page_here_and_in_the_palette(self):
        page = self.open("/atlas/settings")
        page.get_by_label("Search the Atlas").fill("over-exposure stripes")
        index = page.get_by_role("navigation", name="Atlas")
        expect(index.get_by_role("link", name="Clip warning", exact=True)).to_be_visible()
        page.get_by_label("Search the Atlas").fill("apature")
        expect(index.get_by_role("link", name="Aperture", exact=True)).to_be_visible()
        page.keyboard.press("Control+k")
        page.get_by_role("combobox", name="Open or do").fill("blury photos")
        expect(page.get_by_role("listbox", name="Found").get_by_role("option").first).to_contain_text("Soft")
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", level=1)).to_contain_text("Soft")


class InAPicture(BrowserTestCase):
    def test_a_setting_is_seen_in_a_picture_and_then_on_one_s_own_shoot(self):
        page = self.open_plan("cup-final", 2)
        self.open("/atlas/settings/iso")
        for value in ("200", "3200", "25600"):
            picture = page.get_by_role("img", name=f"A portrait at {value}")
            self.assertTrue(picture.evaluate("image => image.decode().then(() => image.naturalWidth > 100)"))
        page.get_by_role("link", name="Show me on my shoot").click()
        expect(page.get_by_text("ISO 200", exact=True)).to_be_visible()
        expect(page.get_by_text("ISO 25600", exact=True)).to_be_visible()
        expect(page.locator("main img")).to_have_count(2)
