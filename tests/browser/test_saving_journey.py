"""Nothing typed is ever lost: conflicts, other tabs, a stopped server, a killed server."""

import re
import tempfile

from playwright.sync_api import expect

from tests.browser.base import BrowserTestCase
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.served import DemoServer

BODY = f"/gear/bodies/{demo_id('body/alder-24')}"


class TwoPeople(BrowserTestCase):
    def test_a_conflict_is_merged_by_field(self):
        other = self.new_context()
        self.addCleanup(other.close)
        mine, theirs = self.open(BODY), self.open(BODY, other.new_page())
        mine.get_by_label("Name").wait_for()

        theirs.get_by_label("Name").fill("Alder, theirs")
        theirs.get_by_label("Card slots").fill("1")
        self.wait_saved(theirs)
        mine.get_by_label("Name").fill("Alder, mine")
        mine.get_by_label("Buffer").fill("99")

        dialog = mine.get_by_role("dialog")
        expect(dialog).to_contain_text("was edited twice")
        dialog.get_by_role("row", name=re.compile("^Name")).get_by_label("Alder, theirs").check()
        dialog.get_by_role("button", name="Save what is chosen").click()
        self.wait_saved(mine)

        expect(mine.get_by_label("Name")).to_have_value("Alder, theirs")
        expect(mine.get_by_label("Card slots")).to_have_value("1")
        expect(mine.get_by_label("Buffer")).to_have_value("99")

    def test_another_tab_follows(self):
        first, second = self.open(BODY), self.open(BODY, self.context.new_page())
        second.get_by_label("Name").wait_for()
        first.get_by_label("Name").fill("Seen in both")
        expect(second.get_by_label("Name")).to_have_value("Seen in both")
        self.wait_saved(first)


class ServerAway(BrowserTestCase):
    def test_edits_wait_behind_a_banner_and_are_sent_later(self):
        page = self.open(BODY)
        page.get_by_label("Buffer").wait_for()
        self.context.set_offline(True)
        page.get_by_label("Buffer").fill("77")
        expect(page.get_by_role("alert").filter(has_text="The server is away")).to_be_visible()
        expect(page.get_by_text("1 kept here, unsent")).to_be_visible()

        self.context.set_offline(False)
        expect(page.get_by_role("alert").filter(has_text="The server is away")).to_have_count(0)
        self.wait_saved()
        self.assertEqual(self.open(BODY).get_by_label("Buffer").input_value(), "77")


class RealServer(BrowserTestCase):
    """The serve command itself, killed without warning."""

    with_demo = False

    def setUp(self):
        super().setUp()
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.server = DemoServer(folder.name)
        self.addCleanup(self.server.kill)
        self.address = self.server.address

    def test_an_edit_survives_kill_and_restart_and_one_made_meanwhile_too(self):
        page = self.open_plan("cup-final", 2)
        page.get_by_role("slider", name="Shutter").press("ArrowRight")
        self.wait_saved()

        self.server.kill()
        page.get_by_role("slider", name="Aperture").press("PageUp")
        expect(page.get_by_text("kept here, unsent")).to_be_visible()
        page.close()
        self.server.start()

        page = self.open_plan("cup-final", 2, self.context.new_page())
        expect(page.get_by_role("slider", name="Shutter")).to_have_attribute("aria-valuetext", "1/1250 s")
        expect(page.get_by_role("slider", name="Aperture")).to_have_attribute("aria-valuetext", "f/4")
        self.wait_saved(page)
        fresh = self.new_context()
        self.addCleanup(fresh.close)
        page = self.open_plan("cup-final", 2, fresh.new_page())
        expect(page.get_by_role("slider", name="Aperture")).to_have_attribute("aria-valuetext", "f/4")
