"""A camera described step by step, left and gone on with; two bodies made equal; raw variants answered once; files in and out."""

import json
import re
import tempfile
import uuid
from pathlib import Path

from playwright.sync_api import FilePayload, Page, expect

from tests.browser.base import BrowserTestCase
from tests.browser.test_accessibility import AXE, EVERY_RULE
from tests.core.habits import TWELVE
from wide_aperture.core.documents.body_file import body_file
from wide_aperture.core.documents.foundation import FoundationDocument, foundation_file
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.kit import BODIES
from wide_aperture.gear.models import Body, Foundation
from wide_aperture.shoots.models import Situation

STEPS = (
    "What its sheet says",
    "What it has and lacks",
    "Its controls and words",
    "Where practitioners disagree",
    "How it stands on any day",
    "What that changes",
)
ALDER_45 = demo_id("body/alder-45")


def json_file(text: str) -> FilePayload:
    return {"name": "file.json", "mimeType": "application/json", "buffer": text.encode()}


class TenMinutes(BrowserTestCase):
    def step(self, page: Page, name: str) -> None:
        page.get_by_role("list", name="Steps").get_by_role("button", name=name).press("Enter")
        page.get_by_role("region", name=name).wait_for()

    def test_a_new_camera_is_described_left_and_gone_on_with(self):
        page = self.open("/gear")
        page.get_by_role("button", name="Set up my camera").press("Enter")
        page.get_by_label("Name", exact=True).fill("Sorrel 20")
        page.get_by_label("Megapixels").fill("20")
        self.wait_saved()
        page.get_by_role("button", name="Next: What it has and lacks").press("Enter")
        page.get_by_role("checkbox", name="Joystick").uncheck()
        page.get_by_label("Self-timer", exact=True).fill("2, 5")
        page.get_by_label("Self-timer", exact=True).press("Enter")
        page.get_by_role("button", name="Add a look").press("Enter")
        page.get_by_label("Look 1 is called").fill("Rainy day")
        page.get_by_label("contrast in look 1").fill("-1")
        self.step(page, "Where practitioners disagree")
        self.pick(page, "File", "JPEG, right in camera")
        self.wait_saved()

        page = self.open("/gear")  # left, and gone on with
        row = page.get_by_role("row", name=re.compile("Sorrel 20"))
        row.get_by_role("link", name="go on").click()
        page.get_by_role("region", name="Where practitioners disagree").wait_for()
        self.step(page, "What that changes")
        expect(page.get_by_text(re.compile(r"^Changes \d+ of your \d+ plans")).first).to_be_visible()
        expect(page.get_by_role("row", name=re.compile("JPEG, right in camera"))).to_be_visible()
        self.wait_saved()

        made = next(each for each in Body.objects.all() if each.document["name"] == "Sorrel 20").document
        self.assertEqual((made["megapixels"], made["abilities"]["joystick"]), (20, False))
        self.assertEqual(made["abilities"]["timer_lengths_s"], [2, 5])
        self.assertEqual([(look["name"], look["contrast"]) for look in made["abilities"]["looks"]], [("Rainy day", -1)])
        own = Foundation.objects.get().document
        self.assertEqual((own["schools"], own["begun"]), ({"file": "jpeg"}, {}))

    def test_every_step_is_readable_by_all_and_fits_a_phone(self):
        page = self.open(f"/gear/bodies/{ALDER_45}/set-up")
        page.get_by_role("list", name="Steps").wait_for()
        page.evaluate(AXE)
        for name in STEPS:
            self.step(page, name)
            page.wait_for_load_state("networkidle")
            page.set_viewport_size({"width": 1280, "height": 800})
            self.assertEqual(page.evaluate(EVERY_RULE), [], name)
            page.set_viewport_size({"width": 390, "height": 844})
            self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390, name)

    def test_what_is_no_number_is_said_and_kept(self):
        page = self.open(f"/gear/bodies/{ALDER_45}")
        field = page.get_by_label("Zone focus, distances")
        field.fill("1, two")
        expect(page.get_by_text("“two” is no number yet.")).to_be_visible()
        page.reload()
        expect(page.get_by_label("Zone focus, distances")).to_have_value("1, two")
        page.get_by_label("Zone focus, distances").fill("1, 2.5")
        page.get_by_label("Zone focus, distances").press("Enter")
        self.wait_saved()
        self.assertEqual(Body.objects.get(pk=ALDER_45).document["abilities"]["focus_steps_m"], [1, 2.5])


class TwoBodiesAndRaw(BrowserTestCase):
    def test_a_second_body_is_chosen_and_its_frames_made_equal(self):
        own = FoundationDocument.model_validate(
            {
                "id": str(uuid.uuid4()),
                "settings": {"clip_high": 253.0, "grid": "on"},
                "standing": [
                    {"setting": "clip_high", "value": 240.0, "body_id": str(ALDER_45)},
                    {"setting": "grid", "value": "off", "body_id": str(ALDER_45)},
                ],
            }
        )
        page = self.open("/gear/foundation")
        page.get_by_label("Foundation file").set_input_files(json_file(foundation_file(own)))
        expect(page.get_by_role("status").filter(has_text="was read.")).to_be_visible()
        self.wait_saved()

        page = self.open_plan("wedding", 1)
        page.get_by_role("button", name="Edit the brief and kit").click()
        page.get_by_text("Kit", exact=True).first.click()
        self.pick(page, "Second body", "Alder 45")
        page.get_by_role("button", name="Done").click()
        beside = page.get_by_role("region", name="Beside Alder 45")
        beside.get_by_role("button", name="Beside Alder 45: 2 settings differ.").press("Enter")
        expect(beside).to_contain_text("Clip warning: bright from Alder 24: 253 level; Alder 45: 240 level.")
        beside.get_by_role("button", name="Keep Grid apart").press("Enter")
        beside.get_by_role("button", name="Make Clip warning: bright from equal on Alder 45").press("Enter")
        expect(beside).to_contain_text("They are set alike; 1 is kept apart or cannot be equal.")
        self.wait_saved()
        kept = Foundation.objects.get().document
        self.assertEqual(kept["kept_apart"], ["grid"])
        self.assertIn(253, [each["value"] for each in kept["standing"] if each["setting"] == "clip_high"])
        planned = Situation.objects.get(pk=demo_id("situation/wedding/1")).document
        self.assertEqual(planned["second_body_id"], str(ALDER_45))
        self.assertEqual(planned["preferences"]["requests"]["bodies"], 2)

    def test_a_raw_variant_is_asked_about_once(self):
        body = next(each for each in BODIES if each.id == demo_id("body/alder-24"))
        untried = {**json.loads(body_file(body)), "id": str(body.id), "raw_tried": []}
        del untried["format"], untried["format_version"]
        self.context.request.put(f"{self.address}/api/v1/bodies/{body.id}", data=untried, headers={"If-Match": '"1"'})
        page = self.open_plan("cup-final", 2)
        expect(page.get_by_text("Raw variant not tried")).to_be_visible()
        page.get_by_role("button", name="It opens", exact=True).press("Enter")
        expect(page.get_by_text("Raw variant not tried")).to_have_count(0)
        self.wait_saved()
        tried = Body.objects.get(pk=body.id).document["raw_tried"]
        self.assertEqual(tried, [{"file": "raw_lossless_compressed", "opens": True}])


class SchoolsOfMyOwn(BrowserTestCase):
    def test_an_own_school_holds_until_a_situation_answers_otherwise(self):
        page = self.open("/gear/foundation")
        self.pick(page.get_by_role("region", name="Your schools"), "File", "JPEG, right in camera")
        self.wait_saved()
        page = self.open_plan("market", 1)
        page.get_by_role("button", name="Edit the brief and kit").click()
        page.get_by_text("Schools", exact=True).first.click()
        expect(page.get_by_text("Your own school.").first).to_be_visible()
        self.pick(page, "File", "raw")
        expect(page.get_by_text("For this situation. Your own: JPEG, right in camera.")).to_be_visible()
        self.wait_saved()
        planned = Situation.objects.get(pk=demo_id("situation/market/1")).document["preferences"]
        self.assertEqual((planned["schools"]["file"], planned["schools_here"]), ("raw", ["file"]))
        page.get_by_role("button", name="As is my own").press("Enter")
        expect(page.get_by_text("Your own school.").first).to_be_visible()


class FilesOfOthers(BrowserTestCase):
    def test_the_twelve_go_in_by_the_page(self):
        page = self.open("/gear")
        page.get_by_role("heading", name="Bodies").wait_for()
        for who in TWELVE:
            page.get_by_label("Body file").set_input_files(
                json_file(body_file(who.kit.model_copy(update={"name": who.name})))
            )
            expect(page.get_by_role("status").filter(has_text=f"“{who.name}” was read.")).to_be_visible()
        self.wait_saved()
        page = self.open("/gear/foundation")
        for who in TWELVE:
            page.get_by_label("Foundation file").set_input_files(json_file(foundation_file(who.foundation)))
            expect(page.get_by_role("status").filter(has_text=f"“{who.name}” was read.")).to_be_visible()
        self.wait_saved()
        bodies = {each.document["name"]: each.document for each in Body.objects.all()}
        owns = {each.document["title"]: each.document for each in Foundation.objects.all()}
        for who in TWELVE:
            self.assertEqual(len(bodies[who.name]["support"]), len(who.kit.support))
            self.assertEqual(owns[who.name]["settings"], json.loads(foundation_file(who.foundation))["settings"])
            self.assertEqual(owns[who.name]["schools"], who.schools)

    def test_what_a_file_holds_beyond_us_is_told(self):
        body = {**json.loads(body_file(BODIES[0])), "name": "From afar", "warp": 9, "card_slots": 40}
        page = self.open("/gear")
        page.get_by_label("Body file").set_input_files(json_file(json.dumps(body)))
        expect(page.get_by_role("status").filter(has_text="2 of it could not be taken")).to_contain_text(
            "warp: not known"
        )
        expect(page.get_by_role("link", name="From afar")).to_be_visible()
        page.get_by_label("Body file").set_input_files(json_file("{"))
        expect(page.get_by_role("status").filter(has_text="is no JSON")).to_be_visible()

    def test_words_travel_between_bodies_with_a_report(self):
        page = self.open(f"/gear/bodies/{demo_id('body/alder-24')}/words")
        with page.expect_download() as taken:
            page.get_by_role("button", name="Save as a file").press("Enter")
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "words.json"
            taken.value.save_as(path)
            content = json.loads(path.read_text("utf-8"))
            content["controls"].append({**content["controls"][0], "assigned": "off"})
            page = self.open(f"/gear/bodies/{demo_id('body/wren')}/words")
            page.get_by_label("File of words and controls").set_input_files(json_file(json.dumps(content)))
            expect(page.get_by_text("two functions on one press")).to_be_visible()
            expect(page.get_by_text(re.compile("Wren does not have it; the words are kept")).first).to_be_visible()
