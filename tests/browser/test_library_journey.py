"""The library: find, compare, change by hand as a version, carry to another body; palette and backup."""

from pathlib import Path

from playwright.sync_api import expect

from tests.browser.base import BrowserTestCase
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.shoots import SHOOTS, SITUATIONS
from wide_aperture.setups.models import SavedSetup
from wide_aperture.shoots.models import Shoot, Situation
from wide_aperture.store.models import Revision

MATCH, MATCH_2 = demo_id("setup/cup-final/2"), demo_id("setup/cup-final/2/v2")


class LibraryJourney(BrowserTestCase):
    def test_found_by_words_and_tags_and_compared(self):
        page = self.open("/setups")
        page.get_by_role("button", name="quiet").click()
        expect(page.get_by_role("row")).to_have_count(2)
        page.get_by_role("button", name="quiet").click()
        page.get_by_label("Search the setups").fill("floodlights")
        page.get_by_role("button", name="1 more").click()
        for box in page.get_by_role("checkbox").all():
            box.check()
        page.get_by_role("button", name="Compare 2").click()

        expect(page.get_by_text("time +⅔, ISO −⅔; together 0 stops")).to_be_visible()
        expect(page.get_by_role("rowheader", name="Shutter", exact=True)).to_be_visible()
        expect(page.get_by_role("rowheader", name="Aperture", exact=True)).to_have_count(0)
        page.get_by_role("switch", name="Show everything").click()
        expect(page.get_by_role("rowheader", name="Aperture", exact=True)).to_be_visible()

    def test_a_value_changed_by_hand_becomes_a_version_and_the_old_one_stays(self):
        page = self.open(f"/setups/{MATCH_2}")
        page.get_by_role("button", name="Change values").click()
        page.get_by_label("Shutter", exact=True).fill("1/30")
        expect(page.get_by_text("New: Subject blurs.")).to_be_visible()
        expect(page.get_by_text("The body then settles at ISO 80")).to_have_count(0)
        page.get_by_label("Shutter", exact=True).fill("1/500")
        expect(page.get_by_text("The body then settles at ISO 1250.")).to_be_visible()
        page.get_by_role("button", name="Save version 3").click()

        expect(page.get_by_text("1/500 s · f/2.8 · ISO 1250")).to_be_visible()
        page.get_by_role("link", name="Compare with version 2").click()
        expect(page.get_by_role("cell", name="1/500 s")).to_be_visible()
        self.wait_saved()
        self.assertEqual(SavedSetup.objects.get(pk=MATCH_2).document["choice"]["shutter_s"], 1 / 1600)

    def test_title_note_and_tags_may_change(self):
        page = self.open(f"/setups/{MATCH}")
        page.get_by_label("Note").fill("Stand behind the goal.")
        page.get_by_role("combobox", name="Tags").fill("away games")
        page.get_by_role("combobox", name="Tags").press("Enter")
        self.wait_saved()
        page.reload()
        expect(page.get_by_label("Note")).to_have_value("Stand behind the goal.")
        expect(page.get_by_title("away games")).to_be_visible()

    def test_carried_to_a_body_that_has_less(self):
        page = self.open(f"/setups/{MATCH}")
        page.get_by_role("button", name="To another body").click()
        dialog = page.get_by_role("dialog")
        self.pick(dialog, "Body", "Wren")
        expect(dialog.get_by_text("Missing there")).to_be_visible()
        for field in dialog.locator(".pick input[role=combobox]").all():
            field.press("Enter")
            field.press("ArrowDown")
            field.press("Enter")
        expect(dialog.get_by_text("to decide first")).to_have_count(0)
        dialog.get_by_role("button", name="Save for Wren").click()
        expect(page.get_by_role("heading", name="Match under floodlights on Wren")).to_be_visible()
        self.wait_saved()


class PaletteAndBackup(BrowserTestCase):
    def test_anything_is_opened_by_name(self):
        page = self.open("/shoots")
        page.get_by_role("link", name="Dawn at Hare Tarn").wait_for()
        for words, heading in (
            ("vows chapel", "Vows in the chapel"),
            ("back button", "Back button"),
            ("setups", "Setups"),
        ):
            page.keyboard.press("Control+k")
            page.get_by_label("Open or do").fill(words)
            page.locator("#command-0").wait_for()
            page.keyboard.press("Enter")
            expect(page.get_by_role("heading", name=heading).first).to_be_visible()

        page.keyboard.press("Control+k")
        page.get_by_label("Open or do").fill("theme night")
        page.keyboard.press("Enter")
        self.assertEqual(page.evaluate("document.documentElement.dataset.theme"), "night-red")

    def test_a_backup_brings_back_what_was_lost_and_is_undone(self):
        page = self.open("/shoots")
        page.get_by_role("button", name="Safe keeping").click()
        with page.expect_download() as waiting:
            page.get_by_role("link", name="Download a backup").click()
        content = Path(waiting.value.path()).read_bytes()
        Situation.objects.all().delete()
        Shoot.objects.all().delete()
        Revision.objects.filter(kind__in=("shoot", "situation")).delete()

        page.get_by_label("Backup file").set_input_files(
            {"name": "b.zip", "mimeType": "application/zip", "buffer": content}
        )
        lost = len(SHOOTS) + len(SITUATIONS)
        restore = page.get_by_role("region", name="Restore")
        expect(restore).to_contain_text(f"{lost} would change here")
        self.assertEqual(Shoot.objects.count(), 0, "nothing is written by looking")
        restore.get_by_role("checkbox", name="shoot “Dawn at Hare Tarn”").uncheck()
        restore.get_by_role("checkbox", name="shoot “Dawn at Hare Tarn”").check()
        restore.get_by_role("button", name=f"Restore {lost}").click()
        expect(restore).to_contain_text(f"{lost} came back")
        page.get_by_role("link", name="Shoots").click()
        expect(page.get_by_role("link", name="Dawn at Hare Tarn")).to_be_visible()

        page.get_by_role("button", name="Safe keeping").click()
        page.get_by_role("region", name="Restore").get_by_role("button", name="Undo").click()
        expect(page.get_by_text("Undone: everything is as it was before.")).to_be_visible()
        self.assertEqual(Shoot.objects.filter(deleted_at__isnull=True).count(), 0)

        page.get_by_label("Backup file").set_input_files(
            {"name": "b.zip", "mimeType": "application/zip", "buffer": b"no"}
        )
        expect(page.get_by_role("alert")).to_contain_text("b.zip must be a backup of this program")
