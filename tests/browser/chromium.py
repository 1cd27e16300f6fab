"""Debian's chromium as the tests use it: one browser a process, and a window that forgets between two tests what a visitor leaves."""

from __future__ import annotations

import atexit
import os
from contextlib import suppress
from urllib.parse import urljoin

from django.test.testcases import LiveServerThread, QuietWSGIRequestHandler
from playwright.sync_api import Browser, BrowserContext, Error, Page, Playwright, ViewportSize, sync_playwright

CHROMIUM = "/usr/bin/chromium"
ARGUMENTS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    # A page of a test lives for seconds: to compile its scripts a third and fourth time costs more than it brings.
    "--js-flags=--no-opt --no-maglev --single-threaded-gc --min-semi-space-size=16",
    "--num-raster-threads=1",
    # The address field's popups are pages of their own, drawn anew for every window: a third of the browser's own work here.
    "--disable-features=WebUIOmniboxPopup,WebUIOmniboxAimPopup,WebUIOmniboxFullPopup,Translate,MediaRouter,HttpsUpgrades",
]
LIGHT = "/preflight-worker.js"  # a file of the same address that runs nothing when it is looked at


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


def usual_context() -> BrowserContext:
    """The window of most tests, 1280 x 800: one a process, as new but for the scripts it has fetched and compiled."""
    if not _usual or _usual[0] not in shared_browser().contexts:
        _usual[:] = [window()]
    return _usual[0]


def window(width: int = 1280, height: int = 800) -> BrowserContext:
    """A new one, of somebody who was never here."""
    size = ViewportSize(width=width, height=height)
    return shared_browser().new_context(viewport=size, accept_downloads=True, reduced_motion="reduce")


def forget(page: Page, address: str) -> None:
    """Whatever a visitor of this address left in the page's window: storage of every kind, but not what was fetched."""
    session = page.context.new_cdp_session(page)
    session.send("Storage.clearDataForOrigin", {"origin": address, "storageTypes": "all"})
    session.detach()


def close_contexts() -> None:
    """Nothing of a test stays open in the browser: a page left would go on asking a server that is gone."""
    for context in shared_browser().contexts:
        if context not in _usual:
            context.close()
            continue
        context.set_offline(False)
        for page in context.pages:
            _leave(page)
            page.close()


def _leave(page: Page) -> None:
    """What a page writes on its way out, it has written, and it is gone, before the next test begins."""
    with suppress(Error):  # there is no server any more, or no place where anything is kept
        page.goto(urljoin(page.url, LIGHT), wait_until="commit", timeout=5000)
        page.evaluate("localStorage.clear()")


_playwrights: list[Playwright] = []
_browsers: list[Browser] = []
_usual: list[BrowserContext] = []


class SamePort(LiveServerThread):
    """Every server of a process listens where its first did: the browser knows the scripts by their address."""

    _port = 0

    def _create_server(self, connections_override=None):
        server = self.server_class(
            (self.host, self._port),
            QuietWSGIRequestHandler,
            allow_reuse_address=True,
            connections_override=connections_override,
        )
        SamePort._port = server.server_port
        return server
