"""Base of the browser tests: Debian's chromium on the built front end, served by Django's live server."""

from __future__ import annotations

from collections.abc import Callable
from functools import cached_property
from typing import Any, ClassVar

from django.test import LiveServerTestCase
from playwright.sync_api import (
    Browser,
    BrowserContext,
    ConsoleMessage,
    Locator,
    Page,
    Request,
    expect,
)

from tests.browser.chromium import SamePort, close_contexts, forget, shared_browser, usual_context, window
from tests.demo import demo_rows
from tests.runner import Travels
from wide_aperture.demo.ids import demo_id
from wide_aperture.server.middleware.owner import local_owner
from wide_aperture.server.middleware.requests import wait_until_idle

# Two browsers that draw without a graphics card share two cores: waiting longer costs nothing when all is well.
expect.set_options(timeout=20_000)
# What a page may say on purpose: the answers the tests provoke.
EXPECTED_ERRORS = ("Failed to load resource", "net::ERR_")


class BrowserTestCase(Travels, LiveServerTestCase):
    """page: a fresh page at 1280 x 800. Demo data is loaded. Console errors and foreign requests fail the test."""

    browser: ClassVar[Browser]
    server_thread_class = SamePort
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
        self._heard: list[BrowserContext] = []
        self._sent: set[Request] = set()
        self.address = self.live_server_url
        self.context = self._watched(usual_context())
        self.page = self.context.new_page()
        forget(self.page, self.address)

    def tearDown(self) -> None:
        # What is on its way would else arrive among the rows of the next test, which have the same ids.
        self.until(lambda: not self._sent, seconds=3)
        close_contexts()
        for context in self._heard:
            for event, listener in self._listeners.items():
                context.remove_listener(event, listener)
        self.assertTrue(wait_until_idle(), "requests were still in flight")
        self.assertEqual(self.foreign, [], "another origin was contacted")
        self.assertEqual(self.console, [], "the console shows errors")

    def new_context(self, *, width: int = 1280, height: int = 800) -> BrowserContext:
        """Another window: of another person, or one that a test does something to which none after it should see."""
        return self._watched(window(width, height))

    def _watched(self, context: BrowserContext) -> BrowserContext:
        context.set_default_timeout(20_000)
        for event, listener in self._listeners.items():
            context.on(event, listener)
        self._heard.append(context)
        return context

    @cached_property
    def _listeners(self) -> dict[str, Callable[[Any], None]]:
        return {
            "request": self._note_request,
            "requestfinished": self._note_end,
            "requestfailed": self._note_end,
            "console": self._note_console,
        }

    def _note_request(self, request: Request) -> None:
        if request.method != "GET":
            self._sent.add(request)
        if not request.url.startswith((self.address, "blob:", "data:")):
            self.foreign.append(request.url)

    def _note_end(self, request: Request) -> None:
        self._sent.discard(request)

    def _note_console(self, message: ConsoleMessage) -> None:
        if message.type in ("error", "warning") and not any(text in message.text for text in EXPECTED_ERRORS):
            self.console.append(message.text)

    # going places ----------------------------------------------------------------------------------

    def open(self, path: str, page: Page | None = None) -> Page:
        where = page or self.page
        self._sent.clear()  # of a page that is left nobody may tell the end
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

    def within(self, holds: Callable[[], bool], seconds: float = 10) -> None:
        """Waits until something holds on the server."""
        if not self.until(holds, seconds):
            self.fail("it never came to be")

    def until(self, holds: Callable[[], bool], seconds: float = 10) -> bool:
        """True as soon as something holds, False when the time is up."""
        for _ in range(int(seconds * 20)):
            if holds():
                return True
            for page in self.context.pages[:1]:  # events of the browser are heard while a page waits
                page.wait_for_timeout(50)
        return holds()
