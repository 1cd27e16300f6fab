"""Rewrites docs/screenshots from the demo data, in a data folder of its own."""

from __future__ import annotations

import tempfile

from playwright.sync_api import Browser, Page, sync_playwright

from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.served import PROJECT, DemoServer

PICTURES = PROJECT / "docs" / "screenshots"
ARGUMENTS = ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking"]


def plan(shoot: str, number: int) -> str:
    return f"/shoots/{demo_id(f'shoot/{shoot}')}/plan/{demo_id(f'situation/{shoot}/{number}')}"


def fresh(
    browser: Browser, address: str, path: str, *, theme: str = "day", size: tuple[int, int] = (1280, 800)
) -> Page:
    page = browser.new_context(viewport={"width": size[0], "height": size[1]}).new_page()
    page.add_init_script(f"localStorage.setItem('wa-theme', '{theme}')")
    page.goto(address + path)
    page.wait_for_load_state("networkidle")
    page.wait_for_timeout(300)
    return page


def take(page: Page, name: str) -> None:
    page.wait_for_timeout(250)
    page.screenshot(path=PICTURES / f"{name}.png")
    page.context.close()


def take_all(browser: Browser, address: str) -> None:
    take(fresh(browser, address, plan("cup-final", 2)), "plan")
    take(fresh(browser, address, plan("wedding", 1), theme="dark"), "plan-dark")
    take(fresh(browser, address, plan("ridge", 2), theme="night-red"), "plan-night-red")
    take(fresh(browser, address, plan("estuary", 0), size=(390, 844)), "plan-phone")
    take(fresh(browser, address, "/shoots"), "shoots")
    take(fresh(browser, address, "/gear"), "gear")
    take(fresh(browser, address, f"/gear/bodies/{demo_id('body/rowan-26')}"), "body")
    take(fresh(browser, address, plan("tarn", 2).replace("/plan/", "/card/")), "card")

    page = fresh(browser, address, plan("cup-final", 2))
    page.get_by_role("slider", name="Shutter").press("PageDown")
    page.get_by_role("button", name="Edit the brief and kit").click()
    page.get_by_label("Exposure value").wait_for()
    page.wait_for_timeout(600)
    take(page, "brief")

    page = fresh(browser, address, plan("estuary", 1))
    page.get_by_role("button", name="Edit the brief and kit").click()
    page.get_by_text("Kit", exact=True).first.click()
    page.get_by_role("button", name="Alder 45, 200–600").wait_for()
    page.wait_for_timeout(400)
    take(page, "kit")

    for shoot, number in (("cup-final", 2), ("tarn", 1), ("ridge", 2)):
        page = fresh(browser, address, plan(shoot, number))
        page.get_by_role("button", name="Save setup").click()
        page.get_by_role("status").filter(has_text="Saved as").wait_for()
        page.wait_for_timeout(900)
        page.context.close()
    take(fresh(browser, address, "/setups"), "setups")


def main() -> None:
    PICTURES.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        server = DemoServer(folder)
        try:
            browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=ARGUMENTS)
            take_all(browser, server.address)
            browser.close()
        finally:
            server.kill()
    print(f"{len(list(PICTURES.glob('*.png')))} pictures in {PICTURES.relative_to(PROJECT)}")


if __name__ == "__main__":
    main()
