"""A shoot read back in the browser: frames brought in by ranges, judged by keys, a log kept, advice taken and taken back."""

import datetime as dt
import io
import os
import re
import tempfile
from pathlib import Path

import cv2
import numpy as np
from django.core.management import call_command
from playwright.sync_api import expect

from tests.browser.base import BrowserTestCase
from tests.core.frames.raws import raws
from tests.demo import played_frames
from wide_aperture.core.frames import identity
from wide_aperture.core.frames.metadata import FrameMetadata
from wide_aperture.core.frames.write import with_exif, xmp_packet
from wide_aperture.demo.ids import demo_id
from wide_aperture.frames.models import Frame, Review
from wide_aperture.server.middleware.owner import local_owner
from wide_aperture.store.models import model_of
from wide_aperture.uploads.models import Upload

MATCH = demo_id("shoot/cup-final")
SECOND_HALF = demo_id("situation/cup-final/2")
TARN = demo_id("shoot/tarn")


class ReviewJourney(BrowserTestCase):
    def test_a_folder_is_brought_in_once_with_pictures_and_sidecars(self):
        page = self.open(f"/shoots/{TARN}/review")
        expect(page.get_by_text("No frames of this shoot yet.")).to_be_visible()
        with tempfile.TemporaryDirectory() as folder:
            for k in range(6):
                shade = np.full((120, 180, 3), 40 * k, np.uint8)
                said = FrameMetadata(
                    taken_at=dt.datetime(2026, 10, 3, 6, 40 + k),
                    exposure_s=1 / 60,
                    f_number=8,
                    iso=64,
                    exposure_program="manual",
                    body_make_model="Alder 45",
                )
                (Path(folder) / f"T{k}.jpg").write_bytes(with_exif(cv2.imencode(".jpg", shade)[1].tobytes(), said))
            (Path(folder) / "T1.xmp").write_text(xmp_packet(4, None))
            (Path(folder) / "words.txt").write_text("this is no picture")
            files = sorted(Path(folder).iterdir())
            page.get_by_label("Frames", exact=True).set_input_files(files)
            expect(page.get_by_role("heading", level=1)).to_be_visible()
            page.get_by_role("button", name="Bring more frames").click()
            page.get_by_label("Frames", exact=True).set_input_files(files)
            expect(page.get_by_text("7 of 7 files: 0 new, 6 were there, 1 could not be read.")).to_be_visible()
            page.get_by_text("1 could not be read", exact=True).click()
            expect(page.get_by_text("words.txt: It is no picture of a kind that can be read here.")).to_be_visible()
            rows = {row.name: row for row in Frame.objects.filter(shoot_id=TARN)}
            self.assertEqual(sorted(rows), [f"T{k}.jpg" for k in range(6)])
            self.assertEqual(rows["T3.jpg"].digest, identity(str(Path(folder) / "T3.jpg")))
        self.assertEqual((rows["T1.jpg"].rating, rows["T0.jpg"].rating), (4, None))
        self.assertTrue(all(row.has_preview for row in rows.values()))

    def test_frames_are_judged_with_one_hand_and_undone(self):
        played_frames(local_owner())
        page = self.open(f"/shoots/{MATCH}/review/{SECOND_HALF}")
        page.get_by_role("button", name="Look through").click()
        line = page.get_by_role("region", name=re.compile("^Looking through"))
        expect(line.get_by_role("listitem")).to_have_count(200)
        first = line.locator("figcaption").inner_text().partition(",")[0]
        page.keyboard.press("f")
        expect(line.locator("figcaption")).not_to_contain_text(first)
        expect(line.get_by_role("button", name=re.compile(f"^{first}, kept"))).to_have_count(1)
        self.assertEqual(Frame.objects.get(shoot_id=MATCH, name=first).rating, 3)
        page.keyboard.press("d")
        page.keyboard.press("s")
        page.keyboard.press("c")
        page.keyboard.press("ArrowRight")
        expect(line.locator("figure")).to_have_count(2)
        page.keyboard.press("Control+z")
        page.keyboard.press("Control+z")
        expect(page.get_by_role("button", name="Undo")).to_be_disabled()
        self.within(lambda: Frame.objects.get(shoot_id=MATCH, name=first).rating is None)

    def test_a_verdict_with_its_reason_is_timed_and_the_marks_lie_over_a_raw_s_picture(self):
        self.brought_raws()
        page = self.open(f"/shoots/{MATCH}/review/{SECOND_HALF}")
        page.get_by_role("button", name="Look through").click()
        line = page.get_by_role("region", name=re.compile("^Looking through"))
        expect(line.locator("figcaption")).to_contain_text("R0.dng")
        page.keyboard.press("m")
        expect(line.locator("figcaption")).to_contain_text("marked, yet held")
        self.assertEqual(line.locator("i.over").count(), 2)
        page.wait_for_timeout(3500)  # a look at it
        page.keyboard.press("2")
        self.within(lambda: Frame.objects.get(name="R0.dng").document["fault"] == "other_subject")
        self.assertEqual(Frame.objects.get(name="R0.dng").rating, -1)
        page.keyboard.press("ArrowLeft")
        expect(line.locator("figcaption")).to_contain_text("passed over, sharp on something else")
        line.get_by_role("button", name="Close").click()
        self.within(lambda: Review.objects.filter(document__minutes_by_situation__has_key=str(SECOND_HALF)).exists())
        expect(page.get_by_label("Culling")).to_have_value(re.compile(r"^0\.\d+"))
        expect(page.get_by_text(re.compile("^Culling: "))).to_be_visible()
        card = page.get_by_role("article").filter(has_text="Marks on Alder 24")
        card.get_by_role("button", name="Accept").click()
        expect(page.get_by_text(re.compile("Marks on Alder 24.*accepted"))).to_be_visible()
        body = f"/gear/bodies/{demo_id('body/alder-24')}"
        page = self.open(body)
        expect(page.get_by_role("heading", name="Marks before the raw data end")).to_be_visible()
        page.get_by_role("button", name=re.compile("^Forget ")).click()
        expect(page.get_by_role("heading", name="Marks before the raw data end")).to_have_count(0)

    def brought_raws(self, later: dt.timedelta = dt.timedelta()) -> None:
        """Six raw files of the second half, their own pictures marked 1.6 EV before the data end."""
        with tempfile.TemporaryDirectory() as folder:
            raws(Path(folder), 6, later=later)
            call_command("import_frames", folder, shoot=str(MATCH), previews=True, location=False, stdout=io.StringIO())

    def test_proof_frames_find_their_places_and_are_noted(self):
        page = self.open(f"/shoots/{MATCH}/review")
        said = FrameMetadata(
            taken_at=dt.datetime(2026, 10, 17, 8),
            exposure_s=1 / 1000,
            f_number=2.8,
            iso=800,
            exposure_program="manual",
            body_make_model="Alder 24",
        )
        picture = cv2.imencode(".jpg", np.full((120, 180, 3), 90, np.uint8))[1].tobytes()
        files = [{"name": "P1.jpg", "mimeType": "image/jpeg", "buffer": with_exif(picture, said)}]
        page.get_by_label("Frames", exact=True).set_input_files(files)
        page.get_by_role("button", name="Proof frames").click()
        proof = page.get_by_role("region", name="Proof frames")
        expect(proof.get_by_role("status")).to_contain_text("No frame from")
        expect(proof.get_by_text("P1.jpg")).to_be_visible()
        taller = page.evaluate("document.documentElement.scrollHeight - innerHeight")
        self.assertLessEqual(taller, 0)  # the columns scroll, the page does not
        proof.get_by_role("button", name="Note that the cameras stand so").click()
        expect(proof.get_by_role("button", name="Noted for 1 body: the pre-flight knows it")).to_be_visible()
        states = [row.document for row in model_of("states").objects.all()]
        self.assertIn(
            ("pre_flight", str(demo_id("body/alder-24"))), [(each["source"], each["body_id"]) for each in states]
        )

    def test_old_frames_tell_habits_that_stand_once_accepted(self):
        page = self.open(f"/gear/bodies/{demo_id('body/alder-24')}/set-up")
        page.get_by_role("button", name="How it stands on any day").click()
        page.get_by_role("button", name="read a folder of old frames").click()
        expect(page.get_by_text("No frames of this shoot yet.")).to_be_visible()
        self.within(lambda: self.shoot("Old frames") is not None)
        shoot = self.shoot("Old frames")
        picture = cv2.imencode(".jpg", np.full((60, 90, 3), 90, np.uint8))[1].tobytes()
        with tempfile.TemporaryDirectory() as folder:
            for day in range(4):
                for k in range(55):
                    said = FrameMetadata(
                        taken_at=dt.datetime(2025, 3 + day, 9, 10, k), exposure_s=1 / 500, f_number=4.0 if k % 3 else 8.0, iso=800, metering="spot",
                        exposure_program="aperture_priority", body_make_model="Alder 24",
                    )  # fmt: skip
                    (Path(folder) / f"O{day}-{k}.jpg").write_bytes(with_exif(picture, said))
            call_command(
                "import_frames", folder, shoot=str(shoot), previews=False, location=False, stdout=io.StringIO()
            )
        page = self.open(f"/shoots/{shoot}/review")
        habits = page.get_by_role("region", name="Habits")
        expect(habits.get_by_role("listitem").filter(has_text="Aperture Moved")).to_contain_text("Have it in the hand")
        metering = habits.get_by_role("listitem").filter(has_text="Metering")
        metering.get_by_role("button", name=re.compile("^Let it stand")).click()
        expect(metering).to_contain_text("It stands in your foundation.")
        self.within(
            lambda: any(
                row.document["settings"].get("metering") == "spot" for row in model_of("foundations").objects.all()
            )
        )
        page.get_by_role("button", name="Undo").click()
        expect(metering.get_by_role("button", name=re.compile("^Let it stand"))).to_be_visible()

    def shoot(self, title: str):
        row = next((row for row in model_of("shoots").objects.all() if row.document["title"] == title), None)
        return row and row.pk

    def test_frames_that_fit_nowhere_are_put_where_they_belong_and_back(self):
        self.brought_raws(dt.timedelta(hours=5))
        page = self.open(f"/shoots/{MATCH}/review")
        expect(page.get_by_text("No frame fits a situation of this shoot.")).to_be_visible()
        page.get_by_role("button", name="put them where they belong").click()
        line = page.get_by_role("region", name="Frames that fit no situation")
        expect(line.get_by_role("listitem")).to_have_count(6)
        line.get_by_label("Belongs to").select_option("Second half, floodlights")
        expect(page.get_by_role("heading", level=1, name="Second half, floodlights")).to_be_visible()
        self.within(lambda: Frame.objects.get(name="R0.dng").document["situation_id"] == str(SECOND_HALF))
        page.get_by_role("button", name="Undo").click()
        self.within(lambda: Frame.objects.get(name="R0.dng").document["situation_id"] is None)
        expect(page.get_by_text("No frame fits a situation of this shoot.")).to_be_visible()

    def test_a_whole_file_is_sent_stopped_gone_on_with_and_deleted(self):
        page = self.open("/keeping")
        data = os.urandom(9_000_000)
        sent: list[str] = []

        def once(route) -> None:
            sent.append(route.request.url)
            if len(sent) == 2:
                route.abort()
            else:
                route.continue_()

        page.route("**/api/v1/uploads/*/part", once)
        page.get_by_label("A whole file").set_input_files(
            {"name": "bench.dng", "mimeType": "image/dng", "buffer": data}
        )
        row = page.get_by_role("row").filter(has_text="bench.dng")
        expect(row.get_by_role("cell", name="9.0 MB", exact=True)).to_be_visible(timeout=20_000)
        self.assertEqual(len(sent), 4)  # three parts, one of them twice
        self.assertEqual(Upload.objects.get().path.read_bytes(), data)
        row.get_by_role("button", name="Delete bench.dng").click()
        page.get_by_role("button", name="Delete", exact=True).click()
        expect(row).to_have_count(0)
        self.assertFalse(Upload.objects.exists())

    def test_advice_changes_the_plan_and_is_taken_back(self):
        played_frames(local_owner())
        page = self.open(f"/shoots/{MATCH}/review/{SECOND_HALF}")
        card = page.get_by_role("article").filter(has=page.get_by_role("heading", name="Shutter 1/1000 s → 1/1600 s"))
        card.get_by_role("button", name="Accept").click()
        expect(page.get_by_text("Shutter 1/1000 s → 1/1600 s: accepted")).to_be_visible()
        page.get_by_role("link", name="To the plan").click()
        page.get_by_role("slider", name="Shutter").wait_for()
        expect(page.get_by_role("slider", name="Shutter")).to_have_attribute("aria-valuetext", re.compile("1/1600"))
        page.go_back()
        other = page.get_by_role("article").filter(has_text="Light EV")
        other.get_by_role("button", name="Decline, because…").click()
        other.get_by_label("Why not?").fill("They are being renewed")
        other.get_by_role("button", name="Decline", exact=True).click()
        expect(page.get_by_text("declined, They are being renewed")).to_be_visible()
        page.get_by_role("listitem").filter(has_text="accepted").get_by_role("button", name="Take back").click()
        expect(page.get_by_role("heading", name="Shutter 1/1000 s → 1/1600 s")).to_be_visible()
        self.open_plan("cup-final", 2)
        expect(page.get_by_role("slider", name="Shutter")).to_have_attribute("aria-valuetext", re.compile("1/1000"))

    def test_the_logbook_is_kept_and_all_frames_can_go_and_come_back(self):
        played_frames(local_owner())
        page = self.open(f"/shoots/{MATCH}/review/{SECOND_HALF}")
        page.get_by_label("Kind").select_option("lesson")
        page.get_by_label("Logbook line").fill("Stand at the far corner")
        page.get_by_label("Logbook line").press("Enter")
        expect(page.get_by_text("Stand at the far corner")).to_be_visible()
        page.get_by_label("Culling").fill("an hour")
        page.get_by_label("Culling").press("Tab")
        expect(page.get_by_role("alert").filter(has_text="This is not a number yet.")).to_be_visible()
        page.get_by_label("Culling").fill("41,4")
        page.get_by_label("Culling").press("Tab")
        expect(page.get_by_text("100 min for 1,000 frames")).to_be_visible()
        self.assertEqual([entry["text"] for entry in Review.objects.get().document["log"]], ["Stand at the far corner"])
        page.get_by_role("button", name="Delete the frames").click()
        page.get_by_role("button", name="Delete", exact=True).click()
        expect(page.get_by_text("No frames of this shoot yet.")).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_role("heading", name="Second half, floodlights")).to_be_visible()
