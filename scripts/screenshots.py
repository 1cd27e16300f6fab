"""Rewrites docs/screenshots from the demo data, in a data folder of its own."""

from __future__ import annotations

import re

from playwright.sync_api import Browser, Page

from benchmarks.browser import demo_browser
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.served import PROJECT

PICTURES = PROJECT / "docs" / "screenshots"


def plan(shoot: str, number: int) -> str:
    return f"/shoots/{demo_id(f'shoot/{shoot}')}/plan/{demo_id(f'situation/{shoot}/{number}')}"


def fresh(
    browser: Browser, address: str, path: str, *, theme: str = "day", size: tuple[int, int] = (1280, 800)
) -> Page:
    page = browser.new_context(viewport={"width": size[0], "height": size[1]}).new_page()
    page.add_init_script(f"localStorage.setItem('wa-theme', '{theme}')")
    page.goto(address + path)
    page.wait_for_load_state("networkidle")
    page.wait_for_timeout(1500)  # the simulated frame is drawn after the plan
    page.wait_for_load_state("networkidle")
    return page


def take(page: Page, name: str) -> None:
    page.wait_for_timeout(250)
    page.screenshot(path=PICTURES / f"{name}.png")
    page.context.close()


def own_camera(browser: Browser, address: str) -> Page:
    """A foundation with values of its own, and where they differ."""
    page = fresh(browser, address, "/gear")
    own = {
        "id": str(demo_id("foundation/own")), "title": "My cameras", "reviewed": [],
        "settings": {
            "sounds": "off", "assist_lamp": "off", "grid": "on", "clip_high": 253, "clip_low": 2, "look_sharpness": 1,
            "warm_display": "off", "exposure_simulation": "on", "playback_hand": "left", "auto_off": 300,
        },
        "schools": {"file": "raw_plus_jpeg", "metering": "spot", "exposure": "manual_auto_iso", "hand_hold": "twice_reciprocal"},
        "standing": [
            {"setting": "kelvin", "value": 4500, "up_to": 6000}, {"setting": "iso", "value": 5000, "darker_than_ev": 6, "genres": ["street", "wedding"]},
        ],
    }  # fmt: skip
    page.request.put(f"{address}/api/v1/foundations/{own['id']}", data=own, headers={"If-None-Match": "*"})
    page.context.close()
    return fresh(browser, address, "/gear/foundation")


def take_all(browser: Browser, address: str) -> None:
    take(fresh(browser, address, plan("cup-final", 2)), "plan")
    take(fresh(browser, address, plan("ridge", 2), theme="night-red"), "plan-night-red")
    take(fresh(browser, address, plan("estuary", 0), size=(390, 844)), "plan-phone")
    sky = plan("ridge", 2).replace("/plan/", "/sky/")
    take(fresh(browser, address, sky), "sky")
    page = fresh(browser, address, "/begin")
    page.get_by_text("A deer in a meadow").click()
    page.mouse.move(0, 0)
    take(page, "begin")
    take(fresh(browser, address, "/shoots"), "shoots")
    take(fresh(browser, address, "/gear"), "gear")
    take(fresh(browser, address, plan("tarn", 2).replace("/plan/", "/card/")), "card")

    page = fresh(
        browser,
        address,
        f"/pre-flight/{demo_id('shoot/cup-final')}#card/{demo_id('situation/cup-final/2')}",
        size=(390, 844),
    )
    page.get_by_text("When you see").wait_for()
    take(page, "field-card")

    page = fresh(browser, address, plan("cup-final", 2).replace("/plan/", "/review/"))
    page.get_by_role("heading", name="Did the plan hold?").wait_for()
    take(page, "review")

    page = fresh(browser, address, plan("cup-final", 1).replace("/plan/", "/focus/"))
    page.get_by_role("button", name="Try another beside it").click()
    page.get_by_label("Response", exact=True).first.click()
    page.get_by_title("follow", exact=True).click()
    page.get_by_text("The plan’s setup keeps").wait_for()
    page.get_by_text("The other", exact=True).nth(1).click()
    take(page, "focus")

    page = fresh(browser, address, f"/pre-flight/{demo_id('shoot/wedding')}", size=(390, 844))
    for line in (1, 2, 3):
        page.get_by_role("listitem").nth(line).get_by_role("button").first.click()
    page.get_by_role("button", name="Why").nth(4).click()
    take(page, "pre-flight")

    page = fresh(browser, address, f"/shoots/{demo_id('shoot/wedding')}/pack")
    page.get_by_role("button", name="Families in three rows").click()
    page.get_by_role("heading", name="To “Families in three rows”").wait_for()
    take(page, "pack")

    for name, shoot, number, tab in (("rehearse", "wedding", 1, "tone"),):
        page = fresh(browser, address, plan(shoot, number).replace("/plan/", "/rehearse/"))
        page.get_by_role("tab", name=tab).click()
        page.wait_for_timeout(2500)
        take(page, name)
    take(fresh(browser, address, "/setups"), "setups")
    page = fresh(browser, address, plan("cup-final", 2))  # the Atlas speaks about the shoot last planned
    page.goto(f"{address}/atlas/settings/anti_flicker")
    page.get_by_text("Second half, floodlights").first.wait_for()
    take(page, "atlas")
    page = fresh(browser, address, f"/bench/iso_ladder?run={demo_id('run/iso_ladder')}")
    page.get_by_role("heading", name="What it told").scroll_into_view_if_needed()
    take(page, "bench")
    page = fresh(browser, address, "/practice/meter_point")
    page.get_by_role("button", name=re.compile("^The scene")).wait_for()
    take(page, "practice")
    take(own_camera(browser, address), "foundation")  # it edits, and comes last


def main() -> None:
    PICTURES.mkdir(parents=True, exist_ok=True)
    with demo_browser() as (browser, address):
        take_all(browser, address)
    print(f"{len(list(PICTURES.glob('*.png')))} pictures in {PICTURES.relative_to(PROJECT)}")


if __name__ == "__main__":
    main()
