"""A chromium page on the demo world, served by the real command in a folder of its own."""

from __future__ import annotations

import tempfile
from collections.abc import Iterator
from contextlib import contextmanager

from playwright.sync_api import Browser, Page, sync_playwright

from wide_aperture.demo.served import DemoServer

ARGUMENTS = ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking"]


@contextmanager
def demo_browser() -> Iterator[tuple[Browser, str]]:
    """Yield the browser and the server's address."""
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        server = DemoServer(folder, frames=True)
        try:
            browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=ARGUMENTS)
            yield browser, server.address
            browser.close()
        finally:
            server.kill()


def new_page(browser: Browser) -> Page:
    return browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
