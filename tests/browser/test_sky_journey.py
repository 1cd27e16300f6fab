"""Time and place in the plan: blocks along the light, a reading on the spot, the night, other nights, saved places."""

import re
from pathlib import Path

from playwright.sync_api import Locator, Page, expect

from tests.browser.base import BrowserTestCase
from wide_aperture.demo.ids import demo_id
from wide_aperture.shoots.models import Shoot, Situation
from wide_aperture.sky.models import Place

GPX = (
    '<gpx><wpt lat="-42" lon="-150"><name>Heron Stack</name></wpt><wpt lat="38" lon="-33"><name>Barn</name></wpt></gpx>'
)


class SkyJourney(BrowserTestCase):
    def open_sky(self, shoot: str, number: int, query: str = "") -> Page:
        page = self.open(f"/shoots/{demo_id(f'shoot/{shoot}')}/sky/{demo_id(f'situation/{shoot}/{number}')}{query}")
        page.get_by_role("group", name="The sky at").wait_for()
        return page

    def block(self, page: Page, title: str) -> Locator:
        return page.get_by_role("navigation", name="Situations of the day").get_by_role("link", name=title)

    def starts(self, number: int) -> int:
        return Situation.objects.get(id=demo_id(f"situation/wedding/{number}")).document["situation"]["starts_at_min"]

    def test_the_light_falls_through_the_day_and_the_setup_follows(self):
        page = self.open_plan("wedding", 5)
        following = page.get_by_role("region", name="As the light changes")
        expect(following).to_contain_text("The light falls by")
        expect(following.get_by_role("listitem").last).to_contain_text("1/400 s, f/1.8, ISO 2000 to 20000")
        expect(page.get_by_role("button", name=re.compile("Light EV 11"))).to_be_visible()

        block = self.block(page, "Walk at sunset")
        box = block.bounding_box()
        middle = (box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        page.mouse.move(*middle)
        page.mouse.down()
        page.mouse.move(middle[0] - 160, middle[1], steps=8)
        expect(page.get_by_role("button", name="Light EV 14")).to_be_visible()  # under the pointer already
        page.mouse.up()
        self.wait_saved(page)
        self.assertLess(self.starts(5), 1060)
        self.assertTrue(page.url.endswith(f"/plan/{demo_id('situation/wedding/5')}"))

        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_role("button", name=re.compile("Light EV 11"))).to_be_visible()
        block.press("ArrowRight")
        self.wait_saved(page)
        expect(page.get_by_role("button", name=re.compile("Light EV 11"))).to_be_visible()
        self.assertEqual(self.starts(5), 1125)

    def test_a_reading_on_the_spot_overrides_the_model(self):
        page = self.open_plan("wedding", 5)
        page.get_by_role("button", name="Edit the brief and kit").click()
        page.get_by_role("button", name="Meter it").click()
        dialog = page.get_by_role("dialog", name="A reading on the spot")
        dialog.get_by_role("button", name="Simulated meter").click()
        expect(dialog.get_by_label("The meter shows")).not_to_have_value("")
        dialog.get_by_label("The meter shows").fill("10")
        expect(dialog.get_by_text("the whole day is corrected")).to_be_visible()
        dialog.get_by_role("button", name="Record the reading").click()
        expect(page.get_by_role("button", name="Light EV 10 · read at 18:40")).to_be_visible()
        self.wait_saved(page)
        light = Situation.objects.get(id=demo_id("situation/wedding/5")).document["situation"]["light"]
        self.assertEqual((light["kind"], light["ev100"], light["condition"]), ("reading", 10, "clear"))

    def test_the_night_its_frame_and_where_it_points(self):
        page = self.open_sky("ridge", 2)
        expect(page.get_by_text("Galactic core stands above 10 degrees")).to_be_visible()
        expect(page.get_by_text("px in the middle")).to_be_visible()
        frame = page.get_by_role("slider", name="Frame of the lens")
        frame.press("Shift+ArrowLeft")
        expect(page.get_by_text("looks to 205°")).to_be_visible()
        self.wait_saved(page)
        self.assertEqual(
            Situation.objects.get(id=demo_id("situation/ridge/2")).document["situation"]["bearing_deg"], 205
        )
        page.get_by_role("button", name="Point at the target").click()
        expect(page.get_by_text("looks to 205°")).to_have_count(0)

        night = page.get_by_role("slider", name="Moment of the night")
        before = night.get_attribute("aria-valuetext")
        night.press("Shift+ArrowRight")
        expect(night).not_to_have_attribute("aria-valuetext", before)
        self.assertIn("at=", page.url)

        page.get_by_text("Many frames", exact=True).click()
        expect(page.get_by_text("232 frames")).to_be_visible()
        page.get_by_text("Test series", exact=True).click()
        expect(page.get_by_text("4 frames change one thing")).to_be_visible()

    def test_other_nights_are_found_ranked_and_taken_along(self):
        page = self.open_sky("sound", 0, "?tab=search")
        page.get_by_label("Sat").check()
        page.get_by_role("button", name="Search", exact=True).click()
        expect(page.get_by_role("status").filter(has_text="nights fit")).to_be_visible()
        first = page.locator(".hit").first
        expect(first).to_contain_text("Sat")
        with page.expect_download() as waiting:
            page.get_by_role("button", name="Calendar of all").click()
        self.assertIn("BEGIN:VALARM", Path(waiting.value.path()).read_text("utf-8"))
        date = first.get_by_role("button").inner_text()
        first.get_by_role("button").click()
        expect(page.get_by_label("Night of")).to_have_value(date)
        page.get_by_role("button", name="make it so").click()
        self.wait_saved(page)
        self.assertEqual(str(Shoot.objects.get(id=demo_id("shoot/sound")).document["date"]), date)

    def test_the_moon_rises_over_its_bearing_in_both_hemispheres(self):
        page = self.open_sky("moonrise", 0)
        expect(page.get_by_text("over bearing 120°")).to_be_visible()
        page.get_by_role("button", name="Find the evenings").click()
        expect(page.locator(".hits li").first).to_contain_text("one frame holds both")
        page = self.open_sky("sound-moon", 0)
        expect(page.get_by_role("button", name="17:24")).to_be_visible()
        expect(page.get_by_text("out of a fixed frame after")).to_be_visible()

    def test_no_such_night_names_the_nearest_one(self):
        row = Shoot.objects.get(id=demo_id("shoot/ridge"))
        row.document = {**row.document, "date": "2026-06-21", "place": {**row.document["place"], "latitude_deg": 75}}
        row.save()
        page = self.open_sky("ridge", 2)
        expect(page.get_by_text("The Sun does not set.")).to_be_visible()
        page.get_by_role("button", name="Go to it").click()
        expect(page.get_by_text("not the shoot’s day")).to_be_visible()
        expect(page.get_by_text("The Sun does not set.")).to_have_count(0)

    def test_waypoints_become_places_and_a_shoot_takes_one(self):
        page = self.open("/places")
        page.get_by_label("Waypoint file").set_input_files(
            {"name": "w.gpx", "mimeType": "application/gpx+xml", "buffer": GPX.encode()}
        )
        expect(page.get_by_role("status").filter(has_text="2 waypoints are places now")).to_be_visible()
        self.wait_saved(page)
        self.assertTrue(Place.objects.filter(document__name="Heron Stack", document__zone="Etc/GMT+10").exists())

        page.get_by_role("link", name="Shoots").click()
        page.get_by_role("row", name="Wedding at Ashcombe").get_by_role("button", name="Details").click()
        self.choose(page, "Saved place", "Heron Stack")
        expect(page.get_by_label("Latitude")).to_have_value("-42")
        self.wait_saved(page)
        wedding = Shoot.objects.get(id=demo_id("shoot/wedding")).document
        self.assertEqual((wedding["place"]["name"], wedding["zone"]), ("Heron Stack", "Etc/GMT+10"))
