"""My camera: a standing value is typed, stands in the plan, gives way with a reason, is held, travels as a file."""

import json
import re
import tempfile
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.browser.base import BrowserTestCase
from wide_aperture.gear.models import Foundation


class MyCamera(BrowserTestCase):
    def standing(self, page: Page):
        return page.get_by_role("region", name="Standing values")

    def open_foundation(self) -> Page:
        page = self.open("/gear/foundation")
        page.get_by_label("Search the settings").wait_for()
        return page

    def set_up(self) -> None:
        page = self.open_foundation()
        page.get_by_label("Clip warning: bright from", exact=True).fill("253")
        self.choose_value(page, "Exposure simulation", "on")
        self.choose_value(page, "Sounds", "off")
        self.wait_saved()

    def choose_value(self, page: Page, label: str, option: str) -> None:
        self.pick(page, label, option)

    def test_standing_values_stand_and_one_gives_way_until_it_is_held(self):
        self.set_up()
        page = self.open_plan("cup-final", 2)
        expect(self.standing(page)).to_contain_text("3 of your 3 standing values hold.")

        page = self.open_plan("ridge", 2)
        line = self.standing(page)
        line.get_by_role("button", name="2 of your 3 standing values hold; 1 gives way.").press("Enter")
        expect(line).to_contain_text("Exposure simulation on gives way to off. At EV −7 a truthful finder is black.")
        line.get_by_role("button", name="Hold mine: Exposure simulation on").press("Enter")
        expect(page.get_by_text("Release 1 held")).to_be_visible()
        expect(self.standing(page)).to_contain_text("3 of your 3 standing values hold.")
        page.keyboard.press("Control+z")
        expect(self.standing(page)).to_contain_text("1 gives way")

        self.standing(page).get_by_role("button", name="Hold it in night sky: Exposure simulation on").press("Enter")
        expect(self.standing(page)).to_contain_text("3 of your 3 standing values hold.")
        self.wait_saved()
        page = self.open_plan("ridge", 3)  # another situation of the genre
        expect(self.standing(page)).to_contain_text("3 of your 3 standing values hold.")

    def test_it_differs_in_dim_places(self):
        page = self.open_foundation()
        self.choose(page, "Add a setting that differs", "ISO")
        where = page.get_by_role("region", name="Where it differs")
        where.get_by_label("ISO", exact=True).fill("5000")
        where.get_by_label("ISO: darker than").fill("6")
        self.wait_saved()
        page.reload()
        expect(where.get_by_label("ISO", exact=True)).to_have_value("5000")

        page = self.open_plan("market", 3)
        expect(page.get_by_role("slider", name="ISO")).to_have_attribute("aria-valuetext", re.compile("5000"))
        page = self.open_plan("market", 1)
        expect(page.get_by_role("slider", name="ISO")).not_to_have_attribute("aria-valuetext", re.compile("5000"))

    def test_a_band_upside_down_is_said_at_its_field_and_not_lost(self):
        page = self.open_foundation()
        self.choose(page, "Add a setting that differs", "Kelvin")
        where = page.get_by_role("region", name="Where it differs")
        where.get_by_label("Kelvin", exact=True).fill("6000")
        where.get_by_label("Kelvin, up to").fill("4500")
        expect(where.get_by_text("must be a number, and not under the value")).to_be_visible()
        page.reload()
        expect(where.get_by_label("Kelvin, up to")).to_have_value("4500")
        where.get_by_label("Kelvin, up to").fill("7000")
        expect(where.get_by_text("must be a number")).to_have_count(0)
        self.wait_saved()

    def test_it_travels_as_a_file_and_what_is_not_known_is_told(self):
        self.set_up()
        page = self.open_foundation()
        with page.expect_download() as saved:
            page.get_by_role("button", name="Save as a file").click()
        content = json.loads(Path(saved.value.path()).read_text("utf-8"))
        self.assertEqual(content["settings"]["clip_high"], 253)

        content["title"], content["settings"]["warp_drive"] = "From a colleague", "on"
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "theirs.json"
            path.write_text(json.dumps(content), "utf-8")
            page.get_by_label("Foundation file").set_input_files(path)
            expect(page.get_by_text("“From a colleague” was read; 1 of it could not be taken.")).to_be_visible()
        expect(page.get_by_text("warp_drive: not known to this version")).to_be_visible()
        expect(page.get_by_label("Its name")).to_have_value("From a colleague")
        self.wait_saved()
        titles = {row.document["title"] for row in Foundation.objects.all()}
        self.assertEqual(titles, {"Foundation", "From a colleague"})
