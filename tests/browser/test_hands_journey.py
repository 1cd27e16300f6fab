"""A photographer's own looks, controls and storage places: written down by typing, planned, packed, and found again."""

import re
import uuid

from playwright.sync_api import expect

from tests.browser.base import BrowserTestCase
from tests.browser.test_accessibility import AXE, EVERY_RULE
from wide_aperture.core.documents.foundation import FoundationDocument
from wide_aperture.demo.ids import demo_id
from wide_aperture.gear.models import Foundation
from wide_aperture.pack.models import Packing, Phrasebook
from wide_aperture.server.middleware.owner import local_owner
from wide_aperture.shoots.models import Situation
from wide_aperture.store.services import Precondition, put_row

MARKET = demo_id("shoot/market")
WALKABOUT = demo_id("situation/market/0")
WREN, ALDER = demo_id("body/wren"), demo_id("body/alder-24")
WEDDING = demo_id("shoot/wedding")
SLATE = {"name": "Slate", "settings": {"picture_profile": "mono", "look_contrast": 2.0}, "genres": ["street"]}


def kept(own: FoundationDocument) -> None:
    """The photographer's foundation, as saved before."""
    put_row(Foundation, owner=local_owner(), row_id=own.id, document=own, expects=Precondition(creates=True))


class OwnLooks(BrowserTestCase):
    def test_a_look_is_written_down_and_taken_where_it_belongs(self):
        kept(FoundationDocument(id=uuid.uuid4()))
        page = self.open("/gear/foundation")
        looks = page.get_by_role("region", name="Your looks")
        looks.get_by_role("button", name="Add a look").press("Enter")
        looks.get_by_label("Name of look 1").fill("Wet slate")
        looks.get_by_label("Name of look 1").press("Tab")
        self.choose(page, "Add to Wet slate", "JPEG look")
        self.pick(looks, "JPEG look", "black and white")
        self.choose(page, "Add to Wet slate", "Look: contrast")
        looks.get_by_label("Look: contrast", exact=True).fill("2")
        looks.get_by_label("Look: contrast", exact=True).press("Enter")
        looks.get_by_role("combobox", name="Wet slate: taken by itself in").click()
        page.keyboard.type("street")
        page.keyboard.press("Enter")
        self.wait_saved()

        (slate,) = Foundation.objects.get().document["looks"]
        self.assertEqual((slate["name"], slate["genres"]), ("Wet slate", ["street"]))
        self.assertEqual(slate["settings"], {"picture_profile": "mono", "look_contrast": 2})
        page = self.open(f"/shoots/{MARKET}/plan/{WALKABOUT}")
        page.get_by_role("button", name="Edit the brief and kit").click()
        page.get_by_text("Look", exact=True).first.click()
        expect(page.get_by_text("as meant for such work: Wet slate")).to_be_visible()
        self.pick(page, "Your own look", "none")
        self.wait_saved()
        self.assertEqual(Situation.objects.get(pk=WALKABOUT).document["preferences"]["look"], "")

    def test_two_looks_of_one_name_are_told_and_none_is_lost(self):
        own = FoundationDocument.model_validate({"id": str(uuid.uuid4()), "looks": [SLATE, {**SLATE, "name": "Other"}]})
        kept(own)
        page = self.open("/gear/foundation")
        looks = page.get_by_role("region", name="Your looks")
        looks.get_by_label("Name of look 2").fill("Slate")
        looks.get_by_label("Name of look 2").press("Tab")
        expect(looks.get_by_role("alert")).to_contain_text("another look's name already")
        self.assertEqual([look["name"] for look in Foundation.objects.get().document["looks"]], ["Slate", "Other"])


class OwnControls(BrowserTestCase):
    def test_a_control_is_measured_and_told_what_it_brings(self):
        page = self.open(f"/gear/bodies/{WREN}/words")
        page.get_by_role("button", name="Add a control").press("Enter")
        page.get_by_label("Name of the control").fill("side key")
        page.get_by_label("Name of the control").press("Tab")
        page.get_by_label("Width", exact=True).fill("6.5")
        page.get_by_label("Width", exact=True).press("Enter")
        page.get_by_label("What it may do", exact=True).click()
        page.keyboard.type("area of its own")
        page.keyboard.press("Enter")
        page.keyboard.press("Escape")
        page.get_by_label("Does now").select_option("focus_area")
        self.pick(page, "Its focus area", "zone")
        self.pick(page, "What it brings lasts", "until pressed again")
        self.wait_saved()

        book = Phrasebook.objects.get(pk=demo_id("phrasebook/wren")).document
        made = next(control for control in book["controls"] if control["label"] == "side key")
        self.assertEqual((made["width_mm"], made["assigned"], made["area"]), (6.5, "focus_area", "zone"))
        self.assertEqual(made["held"], "toggle")
        page.reload()
        page.get_by_role("button", name=re.compile("side key")).first.click()
        expect(page.get_by_label("Width", exact=True)).to_have_value("6.5")

    def test_the_form_of_a_control_is_readable_by_all_and_fits_a_phone(self):
        page = self.open(f"/gear/bodies/{WREN}/words")
        page.get_by_role("button", name=re.compile("rear dial")).first.click()
        page.evaluate(AXE)
        self.assertEqual(page.evaluate(EVERY_RULE), [])
        page.set_viewport_size({"width": 390, "height": 844})
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390)


class OwnPlaces(BrowserTestCase):
    def test_a_setup_of_ones_own_has_its_place_and_undo_gives_it_back(self):
        own = FoundationDocument.model_validate({"id": str(uuid.uuid4()), "looks": [SLATE]})
        kept(own)
        page = self.open(f"/shoots/{WEDDING}/pack")
        page.get_by_label("What custom mode 2 holds").select_option("standing")
        held = page.get_by_role("region", name=re.compile("custom mode 2, "))
        self.pick(page, "Take one of your looks into custom mode 2", "Slate")
        expect(held.get_by_label("Look: contrast", exact=True)).to_have_value("2")
        self.choose(page, "Add to Slate", "Aspect and crop")
        expect(page.get_by_text("yours, asked for by no situation")).to_be_visible()
        self.wait_saved()
        wishes = Packing.objects.get().document["wishes"][str(ALDER)]
        self.assertEqual(wishes["standing"]["full-2"]["name"], "Slate")
        self.assertIn("aspect", wishes["standing"]["full-2"]["settings"])
        page.evaluate(AXE)
        self.assertEqual(page.evaluate(EVERY_RULE), [])

        page.get_by_label("What custom mode 2 holds").select_option("auto")
        expect(held).to_have_count(0)
        page.get_by_role("button", name="Undo").click()
        expect(held).to_be_visible()

    def test_packing_says_how_a_place_is_filled_and_called(self):
        page = self.open(f"/shoots/{WEDDING}/pack")
        expect(
            page.get_by_text("Store it from the menu into custom mode 1. Call it “Vows”, 4 of 12 letters.")
        ).to_be_visible()
