"""A setup leaves the application and comes back: card, print, Markdown, JSON, import."""

import json
from pathlib import Path

from playwright.sync_api import expect

from tests.browser.base import BrowserTestCase
from wide_aperture.demo.ids import demo_id


class CardJourney(BrowserTestCase):
    def open_card(self):
        return self.open(f"/shoots/{demo_id('shoot/wedding')}/card/{demo_id('situation/wedding/1')}")

    def test_the_card_prints_on_one_page(self):
        page = self.open_card()
        expect(page.get_by_text("1/125 s · f/2.8 · ISO 2000")).to_be_visible()
        for path in ("wedding/1", "ridge/2", "tarn/1", "estuary/1"):
            page = self.open(f"/shoots/{demo_id('shoot/' + path.split('/')[0])}/card/{demo_id('situation/' + path)}")
            page.get_by_text("Foundation:").wait_for()
            page.wait_for_load_state("networkidle")  # the camera's words and what is recalled come a moment later
            for size in ("A4", "Letter"):
                pdf = page.pdf(format=size)
                self.assertEqual(pdf.count(b"/Type /Page\n") + pdf.count(b"/Type /Page "), 1, (path, size))

    def test_json_goes_out_and_comes_back_without_loss(self):
        page = self.open_card()
        page.get_by_text("1/125 s · f/2.8").wait_for()
        with page.expect_download() as waiting:
            page.get_by_role("button", name="JSON").click()
        path = Path(waiting.value.path())
        exported = json.loads(path.read_text("utf-8"))

        page.get_by_role("link", name="Setups").click()
        page.get_by_label("Setup file").set_input_files(
            {"name": "card.json", "mimeType": "application/json", "buffer": path.read_bytes()}
        )
        expect(page.get_by_role("status").filter(has_text="imported with")).to_be_visible()
        page.get_by_role("link", name=exported["title"]).click()
        expect(page.get_by_text("1/125 s · f/2.8 · ISO 2000")).to_be_visible()

        with page.expect_download() as waiting:
            page.get_by_role("button", name="JSON").click()
        self.assertEqual(json.loads(Path(waiting.value.path()).read_text("utf-8")), exported)

    def test_markdown_and_a_file_that_is_no_setup(self):
        page = self.open_card()
        page.get_by_text("1/125 s · f/2.8").wait_for()
        with page.expect_download() as waiting:
            page.get_by_role("button", name="Markdown", exact=True).click()
        self.assertIn("# Vows in the chapel", Path(waiting.value.path()).read_text("utf-8"))

        self.open("/setups").get_by_label("Setup file").set_input_files(
            {"name": "notes.txt", "mimeType": "text/plain", "buffer": b"hello"}
        )
        expect(page.get_by_role("alert")).to_contain_text("must be JSON")


class GearJourney(BrowserTestCase):
    def test_impossible_figures_are_refused_at_their_field_and_nothing_is_lost(self):
        page = self.open(f"/gear/bodies/{demo_id('body/alder-24')}")
        page.get_by_label("Routine").fill("50")
        page.keyboard.press("Tab")
        expect(page.get_by_role("alert").filter(has_text="must not lie under the base ISO")).to_be_visible()
        expect(page.get_by_text("1 not saved")).to_be_visible()

        page.get_by_label("Megapixels").fill("-3")
        expect(page.get_by_text("Must be above 0.")).to_be_visible()
        page.get_by_label("Megapixels").fill("1e999")
        expect(page.get_by_text("This is not a number yet.")).to_be_visible()

        page.get_by_label("Routine").fill("6400")
        page.get_by_label("Megapixels").fill("26")
        self.wait_saved()
        page.reload()
        expect(page.get_by_label("Megapixels")).to_have_value("26")
        expect(page.get_by_text("5.76 µm", exact=True)).to_be_visible()
