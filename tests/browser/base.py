"""Base of the browser tests: Debian's chromium on the built front end, served by Django's live server."""

from __future__ import annotations

import atexit
import os
from typing import ClassVar

from django.test import LiveServerTestCase
from playwright.sync_api import (
    Browser,
    BrowserContext,
    ConsoleMessage,
    Locator,
    Page,
    Playwright,
    Request,
    expect,
    sync_playwright,
)

from tests.demo import demo_rows
from tests.runner import Travels
from wide_aperture.demo.ids import demo_id
from wide_aperture.server.middleware.owner import local_owner
from wide_aperture.server.middleware.requests import wait_until_idle

CHROMIUM = "/usr/bin/chromium"
ARGUMENTS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    # The address field's popups are pages of their own, drawn anew for every window: a third of the browser's own work here.
    "--disable-features=WebUIOmniboxPopup,WebUIOmniboxAimPopup,WebUIOmniboxFullPopup,Translate,MediaRouter,HttpsUpgrades",
]
# Two browsers that draw without a graphics card share two cores: waiting longer costs nothing when all is well.
expect.set_options(timeout=20_000)
# What a page may say on purpose: the answers the tests provoke.
EXPECTED_ERRORS = ("Failed to load resource", "net::ERR_")


def shared_browser() -> Browser:
    """One browser for all tests of a process: a test has a context of its own in it, and the browser ends with its process.

    To be asked for before Django's own setUpClass: within Playwright's event loop Django keeps another connection to the database.
    """
    if not _browsers or not _browsers[-1].is_connected():
        # Playwright's sync API runs an event loop in this thread; Django's check does not know it is ours.
        os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "1"
        if not _browsers:
            _playwrights.append(sync_playwright().start())
            atexit.register(_playwrights[0].stop)
        _browsers.append(_playwrights[0].chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS))
    return _browsers[-1]


def close_contexts() -> None:
    """Nothing of a test stays behind in the browser: a page left open would go on asking a server that is gone."""
    for context in shared_browser().contexts:
        context.close()


_playwrights: list[Playwright] = []
_browsers: list[Browser] = []


class BrowserTestCase(Travels, LiveServerTestCase):
    """page: a fresh page at 1280 x 800. Demo data is loaded. Console errors and foreign requests fail the test."""

    browser: ClassVar[Browser]
    with_demo = True

    @classmethod
    def setUpClass(cls) -> None:
        cls.browser = shared_browser()
        super().setUpClass()

    def setUp(self) -> None:
        if self.with_demo:
            demo_rows(local_owner())
        self.console: list[str] = []
        self.foreign: list[str] = []
        self.address = self.live_server_url
        self.context = self.new_context()
        self.page = self.context.new_page()

    def tearDown(self) -> None:
        close_contexts()
        self.assertTrue(wait_until_idle(), "requests were still in flight")
        self.assertEqual(self.foreign, [], "another origin was contacted")
        self.assertEqual(self.console, [], "the console shows errors")

    def new_context(self, *, width: int = 1280, height: int = 800) -> BrowserContext:
        context = self.browser.new_context(
            viewport={"width": width, "height": height}, accept_downloads=True, reduced_motion="reduce"
        )
        context.set_default_timeout(20_000)
        context.on("request", self._note_request)
        context.on("console", self._note_console)
        return context

    def _note_request(self, request: Request) -> None:
        if not request.url.startswith((self.address, "blob:", "data:")):
            self.foreign.append(request.url)

    def _note_console(self, message: ConsoleMessage) -> None:
        if message.type in ("error", "warning") and not any(text in message.text for text in EXPECTED_ERRORS):
            self.console.append(message.text)

    # going places ----------------------------------------------------------------------------------

    def open(self, path: str, page: Page | None = None) -> Page:
        where = page or self.page
        where.goto(self.address + path)
        return where

    def open_plan(self, shoot: str, number: int, page: Page | None = None) -> Page:
        where = self.open(f"/shoots/{demo_id(f'shoot/{shoot}')}/plan/{demo_id(f'situation/{shoot}/{number}')}", page)
        where.get_by_role("slider", name="Shutter").wait_for()
        return where

    def choose(self, page: Page, label: str, option: str) -> None:
        """Choose in a searchable list by typing, as a keyboard user does."""
        field = page.get_by_role("combobox", name=label)
        field.fill(option)
        page.get_by_title(option, exact=True).wait_for()
        field.press("Enter")

    def pick(self, within: Page | Locator, label: str, option: str) -> None:
        """Open a list and choose in it by arrow keys."""
        field = within.get_by_role("combobox", name=label, exact=True)
        field.press("Enter")
        list_ = self.page.locator(
            f"[id='{field.get_attribute('aria-controls')}']"
        )  # lists opened before stay in the page
        active = self.page.locator(".ant-select-dropdown", has=list_).locator(".ant-select-item-option-active")
        for _ in range(30):
            if active.get_attribute("title") == option:
                break
            field.press("ArrowDown")
        field.press("Enter")

    def wait_saved(self, page: Page | None = None) -> None:
        where = page or self.page
        where.get_by_role("status").filter(has_text="saved ").first.wait_for()

    def within(self, holds, seconds: float = 10) -> None:
        """Waits until something holds on the server."""
        for _ in range(int(seconds * 10)):
            if holds():
                return
            self.page.wait_for_timeout(100)
        self.fail("it never came to be")
