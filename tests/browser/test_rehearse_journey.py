"""Rehearsing: where the meter goes wrong, what clips, what a variant costs, and back into the plan."""

from playwright.sync_api import Locator, Page, expect

from tests.browser.base import BrowserTestCase
from wide_aperture.demo.ids import demo_id
from wide_aperture.shoots.models import Situation


class RehearseJourney(BrowserTestCase):
    def rehearse(self, shoot: str, number: int) -> Page:
        page = self.open_plan(shoot, number)
        page.get_by_role("link", name="Rehearse").last.click()
        page.get_by_text("A click moves the meter point.").wait_for()  # the Plan has rulers and a frame too
        page.get_by_role("group", name="simulated").wait_for()
        page.get_by_role("slider", name="Shutter").wait_for()
        return page

    def tried(self, page: Page) -> Locator:
        return page.get_by_role("status").filter(has_text="Tried:")

    def clips_early_ev(self, page: Page) -> float:
        said = page.get_by_text("before the data").inner_text()
        return float(said.split("clips ")[1].split(" EV")[0])

    def test_the_meter_is_fooled_and_the_spot_is_placed(self):
        page = self.rehearse("cup-final", 2)
        patterns = page.get_by_role("radiogroup", name="Meter pattern")
        expect(patterns.get_by_role("radio")).to_have_count(5)
        patterns.get_by_role("radio", name="spot").click()
        page.get_by_role("switch", name="Let the meter expose").click()
        expect(page.get_by_text("darker than intended")).to_be_visible()

        frame = page.get_by_role("group", name="simulated")
        box = frame.bounding_box()
        page.mouse.click(box["x"] + box["width"] * 0.235, box["y"] + box["height"] * 0.42)  # the dark kit
        expect(page.get_by_text("brighter than intended")).to_be_visible()
        page.get_by_role("slider", name="Compensation").press("ArrowLeft")
        expect(self.tried(page)).to_be_visible()

    def test_what_the_screen_says_and_what_the_data_hold(self):
        page = self.rehearse("wedding", 1)
        page.get_by_role("tab", name="tone").click()
        neutral = self.clips_early_ev(page)
        expect(page.get_by_role("row", name="windows")).to_contain_text("lost")
        page.get_by_role("tab", name="look").click()
        page.get_by_text("flat", exact=True).click()
        page.get_by_role("tab", name="tone").click()
        expect(page.get_by_text("The screen clips")).not_to_contain_text(f"{neutral:.1f} EV")
        self.assertLess(self.clips_early_ev(page), neutral)
        page.get_by_role("tab", name="bracket").click()
        page.get_by_text("5 × 2").click()
        expect(page.get_by_role("img", name="The merged picture")).to_be_visible()

    def test_tried_values_go_back_as_pins_and_survive_a_reload(self):
        page = self.rehearse("cup-final", 2)
        page.get_by_role("slider", name="Shutter").press("PageUp")
        expect(self.tried(page)).to_contain_text("Shutter 1/2000 s")
        page.reload()
        expect(self.tried(page)).to_contain_text("Shutter 1/2000 s")
        page.get_by_role("button", name="Hold in the plan").click()
        expect(self.tried(page)).to_have_count(0)
        self.wait_saved()
        pins = {pin["setting"] for pin in Situation.objects.get(pk=demo_id("situation/cup-final/2")).document["pins"]}
        self.assertLessEqual({"shutter_s", "aperture", "iso"}, pins)
        page.get_by_role("button", name="Undo").click()
        self.wait_saved()

    def test_variants_beside_each_other_and_a_place_looked_at_closer(self):
        page = self.rehearse("cup-final", 2)
        page.get_by_role("button", name="Add variant").click()
        page.get_by_role("slider", name="ISO").press("PageUp")
        page.get_by_role("slider", name="ISO").press("PageUp")
        expect(self.tried(page)).to_contain_text("ISO")
        page.get_by_role("button", name="Add variant").click()
        page.get_by_role("button", name="Compare 2").click()
        expect(page.get_by_role("img", name="Variant 2")).to_be_visible()
        expect(page.get_by_text("signal-to-noise").first).to_be_visible()
        page.get_by_role("button", name="Back to the frame").click()

        page.get_by_role("tab", name="closer").click()
        expect(page.get_by_text("A click marks a place to look closer.")).to_be_visible()
        page.get_by_role("group", name="simulated").click()
        expect(page.get_by_role("img", name="Place 1, now")).to_be_visible()

    def test_a_card_is_read_in_the_light_it_stands_in(self):
        page = self.rehearse("wedding", 3)
        page.get_by_role("tab", name="colour").click()
        page.get_by_role("switch", name="Hold a grey card").click()
        frame = page.get_by_role("group", name="simulated")
        page.wait_for_timeout(600)
        box = frame.bounding_box()
        page.mouse.click(box["x"] + box["width"] * 0.2, box["y"] + box["height"] * 0.86)
        expect(page.get_by_text("Read there:")).to_be_visible()
        page.get_by_role("button", name="Set it").click()
        expect(self.tried(page)).to_contain_text("Kelvin")
