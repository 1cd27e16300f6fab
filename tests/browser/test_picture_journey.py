"""The plan's own frame: its verdict, wishes for its tones, what it assumes, and the same picture in Rehearse and under the sky."""

from playwright.sync_api import Page, expect

from tests.browser.base import BrowserTestCase
from wide_aperture.demo.ids import demo_id
from wide_aperture.shoots.models import Situation


def stored(shoot: str, number: int) -> dict:
    return Situation.objects.get(pk=demo_id(f"situation/{shoot}/{number}")).document["situation"]


class PictureJourney(BrowserTestCase):
    def verdict(self, page: Page) -> str:
        said = page.locator(".verdict").first
        expect(said).to_contain_text(".")
        return said.inner_text()

    def to_rehearse(self, page: Page) -> None:
        page.get_by_role("link", name="Rehearse").last.click()
        page.get_by_text("A click moves the meter point.").wait_for()
        page.get_by_role("group", name="simulated").wait_for()

    def test_a_wish_for_a_tone_changes_the_plan_and_is_undone(self):
        page = self.open_plan("wedding", 1)
        page.get_by_role("group", name="simulated").wait_for()
        self.assertIn("windows", self.verdict(page))
        page.get_by_text("Tones of the frame").click()
        wish = page.get_by_label("Wish for windows")
        expect(wish).to_have_value("may_clip")
        last = page.get_by_role("button", name="windows is my subject").bounding_box()
        self.assertLessEqual(last["x"] + last["width"], 1280)  # beside the rulers nothing is pushed out of the page
        wish.select_option("must_hold")
        expect(page.get_by_text("Windows, white cloth, skin must hold")).to_be_visible()
        self.wait_saved()
        self.assertIn("windows", stored("wedding", 1)["must_hold"])
        self.assertNotIn("windows", stored("wedding", 1)["may_clip"])
        page.keyboard.press("Control+z")
        expect(wish).to_have_value("may_clip")
        self.wait_saved()

    def test_a_click_in_the_frame_finds_its_tone_in_the_list(self):
        page = self.open_plan("cup-final", 1)
        frame = page.get_by_role("group", name="simulated")
        frame.wait_for()
        box = frame.bounding_box()
        page.mouse.click(box["x"] + box["width"] * 0.5, box["y"] + box["height"] * 0.94)  # grass
        expect(page.get_by_label("Wish for land")).to_be_focused()
        page.get_by_role("button", name="land is my subject").press("Enter")
        self.wait_saved()
        self.assertEqual(stored("cup-final", 1)["subject_tone"], "mid")

    def test_the_frame_before_the_last_change_is_seen_while_a_key_is_held(self):
        page = self.open_plan("cup-final", 2)
        page.get_by_role("group", name="simulated").wait_for()
        page.get_by_role("slider", name="Shutter").press("PageDown")
        page.get_by_role("button", name="Before", exact=True).wait_for()
        page.locator("main").focus()
        page.keyboard.down("b")
        expect(page.get_by_text("Before the last change.")).to_be_visible()
        page.keyboard.up("b")
        expect(page.get_by_text("Before the last change.")).to_have_count(0)

    def test_what_plan_says_is_what_rehearse_shows(self):
        page = self.open_plan("cup-final", 1)
        page.get_by_role("group", name="simulated").wait_for()
        said = self.verdict(page)
        self.to_rehearse(page)
        expect(page.locator(".said")).to_contain_text(said)
        expect(page.locator(".said")).to_contain_text("The subject as intended")
        patterns = page.get_by_role("radiogroup", name="Meter pattern")
        expect(patterns.get_by_role("radio", checked=True)).to_contain_text("right")

    def test_surroundings_are_tried_and_written_into_the_brief(self):
        page = self.open_plan("wedding", 3)
        self.to_rehearse(page)
        page.get_by_role("tab", name="scene").click()
        self.choose(page, "Surroundings", "Beach")
        expect(page.get_by_text("Pale sand, surf, a bright sky.")).to_be_visible()
        page.get_by_role("button", name="Write this into the brief").click()
        self.wait_saved()
        self.assertEqual(stored("wedding", 3)["surroundings"], "beach")
        distance = page.get_by_label("Background distance")
        distance.fill("")
        distance.press_sequentially("33", delay=400)  # what is assumed stays asked until the whole number is typed
        distance.press("Enter")
        self.wait_saved()
        self.assertEqual(stored("wedding", 3)["background_m"], 33)

    def test_the_brief_refuses_a_background_that_is_no_distance(self):
        page = self.open_plan("wedding", 3)
        page.keyboard.press("e")
        page.get_by_text("Subject", exact=True).last.click()
        behind = page.get_by_label("Background at")
        behind.fill("minus four")
        behind.press("Tab")
        expect(page.get_by_role("alert").first).to_be_visible()
        self.assertIsNone(stored("wedding", 3).get("background_m"))
        behind.fill("1")
        behind.press("Tab")
        expect(page.get_by_text("would lie before the subject")).to_be_visible()

    def test_the_sky_has_the_same_frame(self):
        page = self.open_plan("ridge", 2)
        page.get_by_role("group", name="simulated").wait_for()
        said = self.verdict(page)
        page.goto(page.url.replace("/plan/", "/sky/"))
        expect(page.get_by_role("group", name="Stars and the band")).to_be_visible()
        expect(page.get_by_role("figure").filter(has_text="drawn as planned")).to_contain_text(said)
