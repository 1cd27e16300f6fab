"""A pre-flight on a phone: opened once, the server is stopped, ticked, and found in the shoot afterwards."""

import json
import tempfile
import urllib.request
from typing import ClassVar

from django.test import SimpleTestCase
from playwright.sync_api import Browser, BrowserContext, Page, expect

from tests.browser.chromium import close_contexts, shared_browser
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.served import DemoServer

FINGER_PX = 44


class PreflightJourney(SimpleTestCase):
    """On the real serve command: a worker keeps what an address of its own gave it, and the server is really gone."""

    server: ClassVar[DemoServer]
    browser: ClassVar[Browser]
    shoot = demo_id("shoot/cup-final")

    @classmethod
    def setUpClass(cls) -> None:
        cls.browser = shared_browser()
        super().setUpClass()
        folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(folder.cleanup)
        cls.server = DemoServer(folder.name)
        cls.addClassCleanup(lambda: cls.server.kill())

    def setUp(self) -> None:
        if self.server.process.poll() is not None:  # a test that failed while it was away
            self.server.start()
        self.phone = self.browser.new_context(viewport={"width": 390, "height": 844}, has_touch=True, is_mobile=True)
        self.addCleanup(close_contexts)

    def opened(self, context: BrowserContext | None = None) -> Page:
        page = (context or self.phone).new_page()
        page.goto(f"{self.server.address}/pre-flight/{self.shoot}")
        page.get_by_role("progressbar", name="Lines done").wait_for()
        return page

    def kept_by_worker(self, page: Page) -> None:
        page.wait_for_function("() => navigator.serviceWorker.controller?.state === 'activated'")

    def kept(self) -> list[dict]:
        with urllib.request.urlopen(f"{self.server.address}/api/v1/ticks/of-shoot/{self.shoot}") as answer:
            return json.load(answer)["ticks"]

    def line(self, page: Page, text: str):
        return page.get_by_role("listitem").filter(has_text=text)

    def test_ticked_with_the_server_stopped_and_found_in_the_shoot_afterwards(self):
        page = self.opened()
        self.kept_by_worker(page)
        self.server.kill()

        page.reload()  # the page itself comes from the device now
        stills = self.line(page, "The lever stands at stills").first
        stills.get_by_role("button").first.tap()
        clock = self.line(page, "to the second").first
        clock.get_by_role("button", name="Why").tap()
        expect(clock).to_contain_text("Photograph")
        clock.get_by_role("button", name="It is wrong").tap()
        expect(page.get_by_text("Away: kept here, 2 not sent")).to_be_visible()
        page.close()

        again = self.phone.new_page()
        again.goto(f"{self.server.address}/pre-flight/{self.shoot}")
        expect(self.line(again, "The lever stands at stills").first.get_by_role("button").first).to_have_attribute(
            "aria-pressed", "true"
        )
        self.server.start()
        expect(again.get_by_text("All sent")).to_be_visible(timeout=40_000)
        self.assertEqual(sorted(tick["state"] for tick in self.kept()), ["done", "failed"])

        again.goto(f"{self.server.address}/shoots")
        walked = again.get_by_role("row").filter(has=again.locator(f'a[href="/pre-flight/{self.shoot}"]'))
        expect(walked.get_by_role("link", name="pre-flight 1 of")).to_contain_text("1 wrong")

    def test_two_devices_away_merge_without_loss(self):
        self.shoot = demo_id("shoot/estuary")
        tablet = self.browser.new_context(viewport={"width": 800, "height": 1100})
        pages = [self.opened(), self.opened(tablet)]
        for page in pages:
            self.kept_by_worker(page)
        self.server.kill()
        for page, text in zip(pages, ("The lever stands at stills", "The card door is shut"), strict=True):
            self.line(page, text).first.get_by_role("button").first.click()
            expect(page.get_by_text("1 not sent")).to_be_visible()
        self.server.start()
        for page in pages:
            expect(page.get_by_text("All sent")).to_be_visible(timeout=40_000)
        self.assertEqual(len(self.kept()), 2)
        pages[0].reload()
        expect(pages[0].get_by_text("of", exact=False).first).to_be_visible()
        self.assertEqual({tick["code"].split("/")[1] for tick in self.kept()}, {"stills", "card-door"})

    def test_every_target_is_a_fingers_width_and_undo_takes_back(self):
        self.shoot = demo_id("shoot/tarn")
        page = self.opened()
        small = page.evaluate(
            "least => [...document.querySelectorAll('button')].filter(b => b.getBoundingClientRect().height < least)"
            ".map(b => b.textContent)",
            FINGER_PX,
        )
        self.assertEqual(small, [])
        first = page.get_by_role("listitem").first.get_by_role("button").first
        first.tap()
        expect(first).to_have_attribute("aria-pressed", "true")
        page.get_by_role("button", name="Undo").tap()
        expect(first).to_have_attribute("aria-pressed", "false")
        expect(page.get_by_text("All sent")).to_be_visible()
        self.assertEqual([tick["state"] for tick in self.kept()], ["done", "undone"])

        page.get_by_role("button", name="After").tap()
        expect(page.get_by_role("heading", name="Setting back").first).to_be_visible()
        expect(self.line(page, "only once both copies were seen").first).to_be_visible()

    def test_taken_along_as_one_file_and_its_ticks_taken_in(self):
        self.shoot = demo_id("shoot/market")
        page = self.opened()
        with page.expect_download() as taken:
            page.get_by_role("link", name="Take it along as a file").click()
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        along = f"{folder.name}/along.html"
        taken.value.save_as(along)
        self.server.kill()

        elsewhere = self.browser.new_context(viewport={"width": 390, "height": 844}).new_page()
        problems: list[str] = []
        elsewhere.on("console", lambda message: problems.append(message.text) if message.type == "error" else None)
        elsewhere.goto(f"file://{along}")
        self.line(elsewhere, "The lever stands at stills").first.get_by_role("button").first.click()
        expect(elsewhere.get_by_text("1 to save in this file")).to_be_visible()
        for _ in range(5):  # the browser carries what a page keeps to its own process in its own time
            elsewhere.wait_for_timeout(500)
            elsewhere.reload()
            self.line(elsewhere, "The lever stands at stills").first.wait_for()
            if elsewhere.get_by_text("1 to save in this file").is_visible():
                break
        expect(elsewhere.get_by_text("1 to save in this file")).to_be_visible()
        with elsewhere.expect_download() as saved:
            elsewhere.get_by_role("button", name="Save ticks").click()
        ticks = f"{folder.name}/ticks.json"
        saved.value.save_as(ticks)
        self.assertEqual(problems, [])

        self.server.start()
        page.get_by_label("Take in ticks").set_input_files(ticks)
        expect(page.get_by_text("1 of 1 ticks were new.")).to_be_visible()
        expect(self.line(page, "The lever stands at stills").first.get_by_role("button").first).to_have_attribute(
            "aria-pressed", "true"
        )
        page.get_by_label("Take in ticks").set_input_files(along)
        expect(page.get_by_text("This is no file of ticks")).to_be_visible()

    def notes(self) -> list[dict]:
        with urllib.request.urlopen(f"{self.server.address}/api/v1/notes/of-shoot/{self.shoot}") as answer:
            return json.load(answer)["notes"]

    def test_a_card_is_read_a_moment_missed_and_a_test_frame_passes(self):
        page = self.opened()
        self.kept_by_worker(page)
        page.get_by_role("link", name="Cards").tap()
        page.get_by_role("link", name="Second half, floodlights").tap()
        expect(page.locator(".headline", has_text="1/1000 s · f/2.8 · auto ISO")).to_be_visible()
        expect(page.get_by_role("row", name="Marks on skin")).to_contain_text("clicks darker")

        page.get_by_role("link", name="Test frame").tap()
        for _ in range(10):
            for group, answer in (
                ("Over-marks", "none"),
                ("Histogram", "touches"),
                ("Focus", "sharp"),
                ("White", "right"),
            ):
                page.get_by_role("group", name=group).get_by_role("button", name=answer, exact=True).tap()
            page.get_by_role("button", name="What to turn").tap()
            page.get_by_text("Reckoning").wait_for(state="detached")
            if page.get_by_role("heading", name="Right.").is_visible():
                break
            page.reload()  # what was answered is not asked again
            page.get_by_role("button", name="Done, next frame").tap()
        expect(page.get_by_role("heading", name="Right.")).to_be_visible()
        page.get_by_role("link", name="Card", exact=True).tap()
        expect(page.get_by_role("listitem").filter(has_text="test frame: right after")).to_be_visible()

        self.server.kill()
        page.get_by_role("button", name="Missed it").tap()
        page.get_by_role("button", name="Buffer full").tap()
        page.get_by_role("button", name="Missed it").tap()
        page.get_by_role("button", name="Camera asleep").tap()
        page.get_by_role("button", name="Take back").and_(page.get_by_label("asleep")).tap()
        expect(page.get_by_text("Away: kept here")).to_be_visible()
        page.reload()  # card and notes come from the device
        expect(page.get_by_role("listitem").filter(has_text="missed: buffer full")).to_be_visible()
        expect(page.get_by_role("listitem").filter(has_text="camera asleep")).to_have_count(0)
        self.server.start()
        expect(page.get_by_text("Away: kept here")).to_have_count(0, timeout=40_000)
        kinds = [each["kind"] for each in self.notes()]
        self.assertEqual(kinds, ["test_frame", "missed", "cause", "missed", "cause", "taken_back"])
        small = page.evaluate(
            "(least) => [...document.querySelectorAll('main a, footer a, button')].filter((e) => e.offsetHeight && e.offsetHeight < least).map((e) => e.textContent)",
            FINGER_PX,
        )
        self.assertEqual(small, [])
