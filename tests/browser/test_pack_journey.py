"""Into the camera: places, routes walked on the simulated camera, controls that fight, and the camera's own words."""

from playwright.sync_api import Page, expect

from tests.browser.base import BrowserTestCase
from wide_aperture.demo.ids import demo_id
from wide_aperture.pack.models import CameraState, Packing, Phrasebook

WEDDING = f"/shoots/{demo_id('shoot/wedding')}/pack"
ALDER = demo_id("body/alder-24")
CSV = """setting,option,words,way,path
metering,,Eye of light,menu,Light leaf > Eye of light
gain,,Gain,menu,Light leaf > Gain
metering,needle,needle,,
"""


class PackJourney(BrowserTestCase):
    def pack(self, query: str = "") -> Page:
        page = self.open(WEDDING + query)
        page.get_by_role("heading", name="Storage places of").wait_for()
        return page

    def tab(self, page: Page, name: str) -> None:
        page.get_by_role("group", name="Panel").get_by_text(name, exact=True).click()

    def walk(self, page: Page, route: str) -> None:
        """Open a route and walk it on the simulated camera to its end."""
        page.get_by_role("button", name=route).click()
        page.get_by_role("button", name="All steps").click()
        page.get_by_text("walked to its end").wait_for()

    def test_a_route_is_walked_and_the_camera_s_state_becomes_mine(self):
        page = self.pack("?tab=camera")
        places = page.get_by_role("table")
        expect(places.get_by_text("to store")).to_have_count(4)
        self.walk(page, "Store “Vows in the chapel”")
        said = page.get_by_role("list", name="What it said")
        expect(said.get_by_role("listitem").first).to_have_text("stored in custom mode 1")
        expect(page.get_by_role("group", name="What the camera shows")).to_contain_text("manual, automatic ISO")

        page.get_by_role("button", name="Mine stands like this now").click()
        expect(places.get_by_text("in the camera", exact=True)).to_have_count(1)
        expect(places.get_by_text("to store")).to_have_count(3)
        self.wait_saved()
        document = CameraState.objects.get(document__body_id=str(ALDER)).document
        self.assertEqual((document["source"], document["slots"][0]["name"]), ("simulated", "Vows in the chapel"))

        self.tab(page, "As it stands")
        expect(page.get_by_text("the simulated camera").first).to_be_visible()
        page.get_by_role("searchbox", name="Find a setting").fill("Gain")
        page.get_by_role("checkbox", name="Not sure of ISO", exact=True).check()
        expect(page.get_by_text("1 not sure")).to_be_visible()
        self.tab(page, "Route")
        page.get_by_role("button", name="Store “Walk at sunset”").click()
        page.get_by_role("button", name="Done: it stands like this now").click()
        expect(places.get_by_text("in the camera", exact=True)).to_have_count(2)
        page.get_by_role("button", name="Undo").click()
        expect(places.get_by_text("in the camera", exact=True)).to_have_count(1)
        self.wait_saved()

    def test_both_bodies_are_packed_and_the_card_says_what_is_recalled(self):
        page = self.pack()
        for body in ("Alder 24", "Alder 45"):
            page.get_by_role("group", name="Body").get_by_text(body, exact=True).click()
            page.get_by_role("heading", name=f"Storage places of {body}").wait_for()
            page.get_by_role("button", name="All of this is done").click()
            expect(page.get_by_role("button", name="All of this is done")).to_have_count(0)
        self.wait_saved()
        self.assertEqual(len(Packing.objects.get().document["stored"]), 2)

        page.get_by_role("link", name="Shoots", exact=True).click()
        row = page.get_by_role("row").filter(has_text="Wedding at Ashcombe")
        expect(row).to_contain_text("packed")
        self.open(f"/shoots/{demo_id('shoot/wedding')}/card/{demo_id('situation/wedding/4')}")
        expect(page.get_by_role("article")).to_contain_text("Recall custom mode 3, “First dance, bounced flash”")
        expect(page.get_by_role("article")).to_contain_text("Gain")

    def test_an_assignment_that_fights_shows_itself_in_the_hand(self):
        page = self.pack("?tab=camera")
        first = page.get_by_role("combobox", name="What custom mode 1 holds")
        first.select_option(label="held: Vows in the chapel")
        page.get_by_role("combobox", name="What custom mode 3 holds").select_option("guest")
        page.get_by_role("button", name="Store “Guest”").wait_for()
        for route in ("Store “Vows in the chapel”", "Store “Guest”"):
            self.walk(page, route)
        drawing = page.get_by_role("group", name="The body's controls")
        said = page.get_by_role("list", name="What it said").get_by_role("listitem").first

        page.get_by_role("button", name="Recall Vows in the chapel").click()
        drawing.get_by_role("button", name="back button").press("Enter")
        page.get_by_role("button", name="Press and hold").click()
        page.get_by_role("button", name="Half-press the shutter").click()
        expect(said).to_have_text("metered; the focus stays where the button left it")

        # The guest's place brings focus back to the shutter button; the back button still focuses.
        page.get_by_role("button", name="Recall Guest").click()
        page.get_by_role("button", name="Press and hold").click()
        page.get_by_role("button", name="Half-press the shutter").click()
        expect(said).to_have_text("focuses again: what the button held is gone")

    def test_a_habit_that_leaves_nothing_to_focus_with_is_told(self):
        page = self.pack("?tab=controls")
        page.get_by_role("button", name="back button").last.click()
        page.get_by_role("combobox", name="My habit for the back button").select_option("exposure_lock")
        expect(page.get_by_role("alert").filter(has_text="nothing focuses")).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_role("alert").filter(has_text="nothing focuses")).to_have_count(0)
        self.tab(page, "Watch for")
        expect(page.get_by_text("frames at stake")).to_have_count(3)
        page.get_by_role("button", name="Plan each failure").click()
        expect(page.get_by_text("Without Alder 24")).to_be_visible()

    def test_the_phrasebook_gives_the_routes_their_words(self):
        page = self.open(f"/gear/bodies/{ALDER}/words")
        page.get_by_role("textbox", name="What it calls Metering", exact=True).fill("Sun scale")
        page.get_by_role("textbox", name="What it calls Metering", exact=True).press("Tab")
        self.wait_saved()
        self.assertIn("Sun scale", str(Phrasebook.objects.get(document__body_id=str(ALDER)).document))
        page.get_by_label("Phrasebook file").set_input_files(
            {"name": "words.csv", "mimeType": "text/csv", "buffer": CSV.encode()}
        )
        told = page.get_by_role("status").filter(has_text="settings taken")
        expect(told).to_contain_text("2 lines left out")
        expect(told).to_contain_text("Line 3: there is no setting 'gain'")
        expect(page.get_by_role("textbox", name="What it calls Metering", exact=True)).to_have_value("Eye of light")
        self.wait_saved()

        page = self.pack()
        page.keyboard.press("b")
        page.get_by_role("heading", name="Storage places of Alder 45").wait_for()
        page.keyboard.press("b")
        page.get_by_role("button", name="Walk at sunset, Alder 24").click()
        with page.expect_download() as taken:
            page.get_by_role("button", name="Routes as Markdown").click()
        text = taken.value.path().read_text()
        self.assertIn("# Routes: Wedding at Ashcombe", text)
        self.assertIn("- [ ] Page “Light leaf”.", text)

    def test_a_body_without_a_book_begins_with_the_usual_one(self):
        Phrasebook.objects.filter(document__body_id=str(ALDER)).delete()
        page = self.open(f"/gear/bodies/{ALDER}/words")
        page.get_by_role("button", name="Begin with the usual ways").click()
        page.get_by_role("button", name="Ways and options").first.click()
        ways = page.get_by_role("textbox", name="Ways to Recording")
        ways.fill("attic: somewhere")
        ways.press("Tab")
        expect(page.get_by_role("alert")).to_contain_text("begins with none of the ways")
        ways.fill("quick screen\nmenu: Keep > Kept as")
        ways.press("Tab")
        expect(page.get_by_role("row", name="Recording").first).to_contain_text("Keep > Kept as")
        self.wait_saved()
