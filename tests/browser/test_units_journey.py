"""Somebody who measures in feet reads feet in every place; what is kept stays in metres."""

import json
import re
from pathlib import Path

from playwright.sync_api import expect

from tests.browser.base import BrowserTestCase
from wide_aperture.demo.ids import demo_id

METRIC = re.compile(r"\d (m|cm|m/s)(?![\w/²])|\d °C")
FEET = re.compile(r"\d (ft|in|mph|ft/s)\b")


class UnitsJourney(BrowserTestCase):
    def choose_feet(self):
        self.page.keyboard.press("u")
        self.page.wait_for_function("() => localStorage.getItem('wa-distance') === 'ft'")

    def read(self, path):
        page = self.open(path)
        page.locator("main h1, main h2, main [role=slider], main .card").first.wait_for()
        page.wait_for_load_state("networkidle")
        return page.locator("main").inner_text()

    def test_every_place_of_a_shoot_reads_in_feet(self):
        page = self.open_plan("cup-final", 1)
        self.choose_feet()
        page.get_by_role("slider", name="Shutter").wait_for()
        found = {}
        for shoot, number in (("cup-final", 2), ("market", 1), ("estuary", 1), ("wedding", 1)):
            for place in ("plan", "card", "rehearse", "sky", "pack"):
                text = self.read(
                    f"/shoots/{demo_id(f'shoot/{shoot}')}/{place}/{demo_id(f'situation/{shoot}/{number}')}"
                )
                for line in text.splitlines():
                    # Guide numbers are a flash's own figure, in metres on every specification sheet.
                    if METRIC.search(line):
                        found.setdefault(place, line)
                if place == "plan":
                    self.assertRegex(text, FEET)
        self.assertEqual(found, {})

    def test_the_unit_changes_under_what_is_open_and_a_saved_setup_stays_metric(self):
        page = self.open_plan("cup-final", 2)
        text = page.locator("main").inner_text()
        self.assertRegex(text, METRIC)
        self.choose_feet()
        expect(page.locator("main")).to_contain_text(FEET)
        page.get_by_role("button", name="Save setup").click()
        self.wait_saved()
        page.get_by_role("link", name="Setups").first.click()
        page.get_by_role("link", name=re.compile("Lowmoor cup final: Second half")).first.click()
        expect(page).to_have_url(re.compile("setups/.+"))
        page.get_by_role("button", name="JSON").wait_for()
        with page.expect_download() as waiting:
            page.get_by_role("button", name="JSON").click()
        kept = json.loads(Path(waiting.value.path()).read_text("utf-8"))
        said = json.dumps([held["reasons"] for held in kept["setup"]["settings"].values()])
        self.assertRegex(said, METRIC)
        self.assertNotRegex(said, FEET)
