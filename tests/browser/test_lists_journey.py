"""Lists: found, ordered, archived, copied, several at once; a shoot out and in as a file; undo that survives a reload."""

from pathlib import Path

from playwright.sync_api import expect

from tests.browser.base import BrowserTestCase
from wide_aperture.demo.ids import demo_id
from wide_aperture.gear.models import Body, Lens
from wide_aperture.shoots.models import Shoot, Situation


class ListsJourney(BrowserTestCase):
    def rows(self, name: str):
        return self.page.get_by_role("row", name=name)

    def test_shoots_are_found_archived_and_brought_back_by_a_link(self):
        page = self.open("/shoots")
        page.get_by_label("Search the shoots").fill("tarn hare")
        expect(page.get_by_role("link", name="Dawn at Hare Tarn")).to_be_visible()
        expect(page.get_by_role("link", name="Wedding at Ashcombe")).to_have_count(0)
        page.get_by_label("Choose Dawn at Hare Tarn").check()
        page.get_by_role("button", name="Archive").click()
        expect(page.get_by_text("No shoot is like this.")).to_be_visible()
        self.wait_saved()
        self.open("/shoots?archived=1")
        expect(page.get_by_role("link", name="Dawn at Hare Tarn")).to_be_visible()
        expect(page.get_by_role("link", name="Wedding at Ashcombe")).to_have_count(0)
        self.assertTrue(Shoot.objects.get(pk=demo_id("shoot/tarn")).document["archived"])

        page.get_by_role("button", name="Undo").click()
        self.open("/shoots?only=landscape")
        expect(page.get_by_role("link", name="Dawn at Hare Tarn")).to_be_visible()

    def test_a_copy_comes_with_its_situations_and_leaves_as_one_step(self):
        page = self.open("/shoots")
        before = Situation.objects.count()
        self.rows("Dawn at Hare Tarn").get_by_role("button", name="Details").click()
        page.get_by_role("button", name="Copy", exact=True).click()
        name = page.get_by_label("Name", exact=True)
        expect(name).to_be_focused()
        expect(name).to_have_value("Dawn at Hare Tarn, copy")
        page.keyboard.type("Dusk at Hare Tarn")
        self.wait_saved()
        page.wait_for_function("() => !document.querySelector('header [role=status]')?.innerText.includes('aving')")
        expect(page.get_by_role("link", name="Dusk at Hare Tarn")).to_be_visible()
        self.assertEqual(Situation.objects.count(), before + 4)
        page.reload()
        undo = page.get_by_role("button", name="Undo")
        expect(undo).to_be_enabled()
        undo.click()
        undo.click()
        expect(page.get_by_role("link", name="Dusk at Hare Tarn")).to_have_count(0)
        self.wait_saved()

    def test_a_shoot_goes_out_as_a_file_and_comes_in_dropped_on_the_page(self):
        page = self.open("/shoots")
        self.rows("Wedding at Ashcombe").get_by_role("button", name="Details").click()
        with page.expect_download() as waiting:
            page.get_by_role("button", name="Save as a file").click()
        text = Path(waiting.value.path()).read_text("utf-8")
        page.get_by_role("button", name="Done").click()
        page.evaluate(
            """text => {
              const data = new DataTransfer()
              data.items.add(new File([text], 'wedding.shoot.json', {type: 'application/json'}))
              document.dispatchEvent(new DragEvent('drop', {dataTransfer: data, bubbles: true, cancelable: true}))
            }""",
            text,
        )
        expect(page.get_by_role("status").filter(has_text="was read with")).to_be_visible()
        expect(page.get_by_text("Alder 24 is here already and stays as it is here")).to_be_visible()
        self.wait_saved()
        self.assertEqual(len([row for row in Shoot.objects.all() if row.document["title"] == "Wedding at Ashcombe"]), 2)

    def test_gear_says_where_it_is_used_and_several_are_put_away_together(self):
        page = self.open("/gear")
        page.get_by_label("Choose Alder 24").check()
        page.get_by_role("group", name="With 1 bodies").get_by_role("button", name="Delete").click()
        expect(page.get_by_text("It is used in")).to_be_visible()
        page.get_by_role("button", name="Keep").click()
        page.get_by_label("Choose Gorse", exact=True).check()
        page.get_by_role("group", name="With 2 bodies").get_by_role("button", name="Archive").click()
        expect(page.get_by_role("link", name="Alder 24")).to_have_count(0)
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_role("link", name="Alder 24")).to_be_visible()
        expect(page.get_by_role("link", name="Gorse", exact=True)).to_be_visible()

    def test_a_situation_is_put_earlier_by_keys_and_the_next_is_like_the_open_one(self):
        page = self.open_plan("cup-final", 2)
        page.keyboard.press("Alt+ArrowLeft")
        expect(page.get_by_text("Situation 2 of 4")).to_be_visible()
        page.keyboard.press("n")
        expect(page.get_by_label("What happens")).to_be_visible()
        self.wait_saved()
        made = next(
            row.document for row in Situation.objects.all() if row.document["situation"]["title"] == "Situation 5"
        )
        open_one = Situation.objects.get(pk=demo_id("situation/cup-final/2")).document
        self.assertEqual(made["situation"]["light"], open_one["situation"]["light"])
        self.assertEqual((made["body_id"], made["lens_id"]), (open_one["body_id"], open_one["lens_id"]))

    def test_the_demo_is_taken_away_and_brought_back(self):
        page = self.open("/shoots")
        page.get_by_role("button", name="Hide them").click()
        expect(page.get_by_role("button", name="Plan a shoot now")).to_be_visible()
        page.get_by_role("button", name="Show them").click()
        page.get_by_role("button", name="Take them away").click()
        page.get_by_role("button", name="Take away").click()
        expect(page.get_by_text("Taking the demo away…")).to_have_count(0)
        page.get_by_role("button", name="Look around the demo").click()
        expect(page.get_by_role("link", name="Gulls and waders at Sallow Point")).to_be_visible()


class KitInAMinute(BrowserTestCase):
    with_demo = False

    def test_a_body_from_its_sheet_and_a_lens_from_its_line(self):
        page = self.open("/gear")
        page.get_by_role("button", name="Add a body").click()
        page.get_by_role("button", name="APS-C").click()
        page.get_by_label("Specification sheet").fill("Bracken 26\n26.1 MP\n30 fps electronic\nWeight 500 g")
        page.keyboard.press("Tab")
        expect(page.get_by_text("1 line not understood or not needed")).to_be_visible()
        expect(page.get_by_label("Megapixels")).to_have_value("26.1")
        self.wait_saved()
        page.get_by_role("link", name="All gear").click()
        page.get_by_role("button", name="Add a lens").click()
        page.get_by_label("What the lens is called").fill("glass of mine")
        page.keyboard.press("Tab")
        expect(page.get_by_text("Name focal length and aperture")).to_be_visible()
        page.get_by_label("What the lens is called").fill("100-400 f/4.5-5.6 stabilised")
        page.keyboard.press("Tab")
        expect(page.get_by_label("At 400 mm")).to_have_value("f/5.6")
        self.wait_saved()
        self.assertEqual(Body.objects.get().document["sensor_width_mm"], 23.5)
        self.assertEqual(Lens.objects.get().document["stabiliser_stops"], 4)

    def test_a_place_is_pasted_and_a_time_typed_as_people_write_them(self):
        page = self.open("/places")
        page.get_by_role("button", name="Save the first place").click()
        page.get_by_label("Latitude").fill("12° 30′ 36″ N, 34° 15′ W")
        page.keyboard.press("Tab")
        expect(page.get_by_label("Longitude")).to_have_value("-34.25")
        expect(page.get_by_label("Latitude")).to_have_value("12.51")
        self.wait_saved()
        self.open("/settings")
        page.get_by_text("9:15 pm").click()
        page.get_by_text("60 Hz").click()
        self.open("/begin")
        page.get_by_label("From", exact=True).fill("2115")
        page.keyboard.press("Tab")
        expect(page.get_by_label("From", exact=True)).to_have_value("9:15 pm")
        with page.expect_download() as waiting:
            self.open("/places").get_by_role("link", name="Save as GPX").click()
        self.assertIn('lat="12.5100000" lon="-34.2500000"', Path(waiting.value.path()).read_text("utf-8"))
