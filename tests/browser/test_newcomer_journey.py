"""A newcomer makes a body, a lens and a situation of their own, drags, saves, and finds everything again."""

from playwright.sync_api import expect

from tests.browser.base import BrowserTestCase


class NewcomerJourney(BrowserTestCase):
    with_demo = False

    def test_from_nothing_to_a_saved_setup(self):
        page = self.open("/gear")
        expect(page.get_by_text("No body yet.")).to_be_visible()

        page.get_by_role("button", name="Add a body").click()
        page.get_by_label("Name").fill("Hazel 33")
        page.get_by_label("Megapixels").fill("33")
        page.get_by_label("Stabiliser").fill("5")
        page.get_by_label("Routine").fill("6400")
        expect(page.get_by_text("estimated", exact=True)).to_be_visible()
        expect(page.get_by_text("5.12 µm", exact=True)).to_be_visible()
        self.wait_saved()

        page.get_by_role("link", name="All gear").click()
        page.get_by_role("button", name="Add a lens").click()
        page.get_by_label("Name").fill("70–200 mm f/2.8")
        page.get_by_label("Longest focal length").fill("200")
        page.get_by_label("Shortest focal length").fill("70")
        page.keyboard.press("Tab")
        page.get_by_label("At 70 mm").fill("2.8")
        page.get_by_label("At 200 mm").fill("2.8")
        self.wait_saved()

        page.get_by_role("navigation", name="Places").get_by_role("link", name="Shoots").click()
        page.get_by_role("button", name="Make the first shoot").click()
        page.get_by_label("Name", exact=True).fill("Evening match")
        page.get_by_role("button", name="Open the plan").click()
        page.get_by_role("button", name="Add a situation").click()

        page.get_by_label("What happens").fill("Second half under lamps")
        self.choose(page, "Light", "Small floodlit pitch")
        page.get_by_text("Subject", exact=True).first.click()
        self.choose(page, "Activity", "Field game, running")
        page.get_by_label("Nearest").fill("15")
        page.get_by_label("Farthest").fill("60")
        page.get_by_text("Kit", exact=True).first.click()
        page.get_by_role("button", name="Hazel 33, 70–200").click()
        page.get_by_role("button", name="Done").click()

        shutter = page.get_by_role("slider", name="Shutter")
        expect(shutter).to_be_visible()
        planned = shutter.get_attribute("aria-valuetext")
        expect(page.get_by_text("Pulsing light")).to_be_visible()

        box = shutter.bounding_box()
        page.mouse.move(box["x"] + box["width"] * 0.5, box["y"] + 28)
        page.mouse.down()
        page.mouse.move(box["x"] + box["width"] * 0.2, box["y"] + 28, steps=8)
        page.mouse.up()
        expect(page.get_by_text("Subject blurs")).to_be_visible()
        expect(page.get_by_role("button", name="Release Shutter")).to_be_visible()
        held = shutter.get_attribute("aria-valuetext")
        self.assertNotEqual(held, planned)

        page.get_by_role("button", name="Save setup").click()
        expect(page.get_by_role("status").filter(has_text="Saved as")).to_be_visible()
        self.wait_saved()

        page.reload()
        expect(page.get_by_role("slider", name="Shutter")).to_have_attribute("aria-valuetext", held)
        page.get_by_role("link", name="Setups").click()
        expect(page.get_by_role("link", name="Evening match: Second half under lamps")).to_be_visible()


class EmptyPlaces(BrowserTestCase):
    with_demo = False

    def test_every_place_says_what_to_do_first(self):
        for path, words in (
            ("/shoots", "Make the first shoot"),
            ("/gear", "Add a body"),
            ("/setups", "No setup saved yet"),
            ("/shoots/none/plan", "To the shoots"),
            ("/nowhere", "nothing at this address"),
        ):
            expect(self.open(path).get_by_text(words).first).to_be_visible()
