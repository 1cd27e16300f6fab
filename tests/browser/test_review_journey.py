"""A shoot read back in the browser: frames brought in by ranges, judged by keys, a log kept, advice taken and taken back."""

import re
import tempfile
from pathlib import Path

import cv2
import numpy as np
from playwright.sync_api import expect

from tests.browser.base import BrowserTestCase
from tests.demo import played_frames
from wide_aperture.core.frames import identity
from wide_aperture.core.frames.metadata import FrameMetadata
from wide_aperture.core.frames.write import with_exif, xmp_packet
from wide_aperture.demo.ids import demo_id
from wide_aperture.frames.models import Frame, Review
from wide_aperture.server.middleware.owner import local_owner

MATCH = demo_id("shoot/cup-final")
SECOND_HALF = demo_id("situation/cup-final/2")
TARN = demo_id("shoot/tarn")


class ReviewJourney(BrowserTestCase):
    def test_a_folder_is_brought_in_once_with_pictures_and_sidecars(self):
        import datetime as dt

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
        expect(line.get_by_role("button", name=re.compile(f"^{first}.*kept, 3"))).to_have_count(1)
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
        page.get_by_label("Culling").fill("41,4")
        page.get_by_label("Culling").press("Tab")
        expect(page.get_by_text("100 min for 1,000 frames")).to_be_visible()
        self.assertEqual([entry["text"] for entry in Review.objects.get().document["log"]], ["Stand at the far corner"])
        page.get_by_role("button", name="Delete the frames").click()
        page.get_by_role("button", name="Delete", exact=True).click()
        expect(page.get_by_text("No frames of this shoot yet.")).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_role("heading", name="Second half, floodlights")).to_be_visible()

    def within(self, holds, seconds: float = 10) -> None:
        for _ in range(int(seconds * 10)):
            if holds():
                return
            self.page.wait_for_timeout(100)
        self.fail("it never came to be")
