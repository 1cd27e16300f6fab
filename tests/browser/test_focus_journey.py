"""The focus lab: the plan's own setup, another beside it on the same happenings, one run to look at, and back into the plan."""

from playwright.sync_api import Page, expect

from tests.browser.base import BrowserTestCase
from wide_aperture.demo.ids import demo_id
from wide_aperture.shoots.models import Situation


class FocusJourney(BrowserTestCase):
    def lab(self, shoot: str, number: int) -> Page:
        page = self.open_plan(shoot, number)
        page.get_by_role("link", name="Focus", exact=True).click()
        page.get_by_role("article").filter(has_text="As planned").wait_for()
        return page

    def sharp(self, page: Page, card: str) -> int:
        return int(page.get_by_role("article").filter(has_text=card).locator("b").inner_text())

    def test_hold_is_seen_to_beat_follow_among_crossing_players_and_goes_into_the_plan(self):
        page = self.lab("cup-final", 1)
        page.get_by_role("button", name="Try another beside it").click()
        self.pick(page, "Response", "follow")
        expect(page.get_by_text("The plan’s setup keeps")).to_be_visible()
        self.assertGreater(self.sharp(page, "As planned"), self.sharp(page, "The other"))
        expect(page.get_by_text("1 setting differs from the plan.")).to_be_visible()

        page.get_by_role("button", name="Hold in the plan").click()
        expect(page.get_by_role("button", name="Try another beside it")).to_be_visible()
        self.wait_saved(page)
        held = Situation.objects.get(pk=demo_id("situation/cup-final/1")).document["pins"]
        self.assertIn({"setting": "af_response", "value": "responsive"}, held)

    def test_a_run_is_stepped_through_by_keys_from_the_worst_to_the_best(self):
        page = self.lab("cup-final", 1)
        page.get_by_role("slider", name="From the worst run to the best").press("Home")
        strip = page.get_by_role("toolbar", name="Frames of the plan’s run")
        expect(strip.get_by_role("button", name="discs of confusion").first).to_be_visible()
        strip.get_by_role("button").first.press("ArrowRight")
        expect(page.get_by_text("Frame 2:")).to_be_visible()
        strip.get_by_role("button").nth(1).press("End")
        expect(strip.get_by_role("button").last).to_have_attribute("aria-pressed", "true")

    def test_what_is_assumed_is_put_right_and_survives_a_reload(self):
        page = self.lab("cup-final", 1)
        before = self.sharp(page, "As planned")
        page.get_by_text("Situation", exact=True).click()
        cross = page.get_by_role("slider", name="Others cross")
        cross.press("End")  # twice a second
        expect(page.get_by_text("2 a second")).to_be_visible()
        planned = page.get_by_role("article").filter(has_text="As planned").locator("b")
        expect(planned).not_to_have_text(str(before))
        self.assertLess(int(planned.inner_text()), before - 3)
        page.reload()
        expect(page.get_by_text("2 a second")).to_be_visible()
        page.get_by_role("button", name="As the brief has it").click()
        expect(planned).to_have_text(str(before))

    def test_every_way_is_tried_and_three_areas_are_found(self):
        page = self.lab("estuary", 0)
        page.get_by_text("Every way", exact=True).click()
        expect(page.get_by_role("row", name="zone", exact=False).first).to_be_visible()
        page.get_by_role("button", name="Over this body’s").click()
        expect(page.get_by_role("listitem").filter(has_text="Gulls over the bar")).to_be_visible(timeout=60_000)
        page.get_by_role("row", name="single point").get_by_role("button").first.click()
        expect(page.get_by_role("article").filter(has_text="The other")).to_contain_text("single point")

    def test_a_set_distance_shows_what_is_sharp_in_a_street(self):
        page = self.lab("market", 0)
        page.get_by_text("Set distance", exact=True).click()
        expect(page.get_by_role("img", name="Sharp from")).to_be_visible()
        expect(page.get_by_text("in 100 guesses are good enough")).to_be_visible()
        expect(page.get_by_text("Out of the door:")).to_be_visible()
