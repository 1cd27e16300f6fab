"""What was typed stays: by real keys, through reloads, other tabs, failures of the server and of the browser's own store."""

import json
from typing import Any

from playwright.sync_api import Page, expect

from tests.browser.base import BrowserTestCase
from wide_aperture.demo.ids import demo_id
from wide_aperture.gear.models import Body

BODY_ID = demo_id("body/alder-24")
BODY = f"/gear/bodies/{BODY_ID}"


class Typing(BrowserTestCase):
    """Types with real keys, reloads, and asks the API what is stored."""

    def stored(self, kind: str, row_id: object) -> dict[str, Any] | None:
        answer = self.context.request.get(f"{self.address}/api/v1/{kind}/{row_id}")
        return answer.json()["document"] if answer.status == 200 else None

    def type_into(self, page: Page, label: str, text: str) -> None:
        field = page.get_by_label(label, exact=True)
        field.click()
        field.press("Control+a")
        page.keyboard.type(text, delay=15)

    def leave(self, page: Page) -> None:
        page.keyboard.press("Tab")


class UndoOfADelete(Typing):
    def gone_and_back(self, kind: str, row_id: object) -> None:
        before = self.stored(kind, row_id)
        yield_until(self.page, lambda: self.stored(kind, row_id) is None)
        self.page.get_by_role("button", name="Undo").click()
        yield_until(self.page, lambda: self.stored(kind, row_id) is not None)
        self.page.reload()
        self.assertIsNotNone(self.stored(kind, row_id), before)

    def confirm(self, name: str) -> None:
        self.page.get_by_role("tooltip").get_by_role("button", name=name).click()

    def test_bodies_and_lenses(self):
        for kind, path, row_id, noun in (
            ("bodies", "/gear/bodies/", BODY_ID, "body"),
            ("lenses", "/gear/lenses/", demo_id("lens/50-18"), "lens"),
        ):
            with self.subTest(kind=kind):
                self.open(f"{path}{row_id}")
                self.page.get_by_role("button", name=f"Delete {noun}").click()
                self.confirm("Delete")
                self.gone_and_back(kind, row_id)

    def test_shoots_situations_and_places(self):
        shoot = demo_id("shoot/estuary")
        self.open("/shoots")
        row = self.page.get_by_role("row").filter(has=self.page.locator(f'a[href*="{shoot}"]'))
        row.get_by_role("button", name="Details").click()
        self.page.get_by_role("button", name="Delete shoot").click()
        self.confirm("Delete")
        self.gone_and_back("shoots", shoot)

        situation = demo_id("situation/estuary/1")
        self.open_plan("estuary", 1)
        self.page.get_by_role("button", name="Edit the brief and kit").click()
        self.page.get_by_role("button", name="Delete situation").click()
        self.confirm("Delete")
        self.gone_and_back("situations", situation)

        self.open("/places")
        self.page.get_by_role("button", name="Details").first.click()
        place = self.page.url.split("id=")[1]
        self.page.get_by_role("button", name="Delete place").click()
        self.confirm("Delete")
        self.gone_and_back("places", place)

    def test_setups(self):
        self.open("/setups")
        self.page.get_by_role("row", name="Gulls in flight").get_by_role("button", name="Delete").click()
        self.confirm("Delete")
        self.gone_and_back("setups", demo_id("setup/estuary/0"))
        expect(self.page.get_by_role("link", name="Gulls in flight")).to_be_visible()


def yield_until(page: Page, holds) -> None:
    for _ in range(200):
        if holds():
            return
        page.wait_for_timeout(50)
    raise AssertionError("it never held")


class Keys(Typing):
    def test_a_shoot_s_name_and_day_are_typed_without_moving_its_row_or_calling_shortcuts(self):
        self.open("/shoots")
        rows = self.page.locator("tbody th[scope=row] a")
        rows.first.wait_for()
        before = rows.all_inner_texts()
        self.page.get_by_role("button", name="Details").nth(4).click()
        self.type_into(self.page, "Name", "Anna in the north, aa")
        expect(self.page.get_by_label("Name", exact=True)).to_have_value("Anna in the north, aa")
        self.assertEqual(rows.nth(4).inner_text(), "Anna in the north, aa")
        self.page.get_by_label("Day", exact=True).click()
        self.page.keyboard.type("12242030", delay=15)
        expect(self.page.get_by_label("Day", exact=True)).to_have_value("2030-12-24")
        self.assertEqual(len(rows.all_inner_texts()), len(before), "no letter made a new shoot")
        self.page.get_by_role("heading", name="Shoots").click()
        self.wait_saved()

        shoot = rows.nth(4).get_attribute("href").split("/")[2]
        yield_until(self.page, lambda: (self.stored("shoots", shoot) or {}).get("date") == "2030-12-24")
        self.assertEqual(self.stored("shoots", shoot)["title"], "Anna in the north, aa")
        self.page.get_by_role("button", name="Done").click()
        expect(rows.first).to_have_text("Anna in the north, aa")

    def test_a_day_half_typed_is_not_taken_and_survives_a_reload(self):
        self.open("/shoots")
        self.page.get_by_role("button", name="Details").first.click()
        shoot = self.page.locator("tbody th[scope=row] a").first.get_attribute("href").split("/")[2]
        before = self.stored("shoots", shoot)["date"]
        self.page.get_by_label("Day", exact=True).click()
        self.page.keyboard.type("120120", delay=15)  # the year is not whole yet
        self.page.wait_for_timeout(600)
        self.assertEqual(self.stored("shoots", shoot)["date"], before)

    def test_longest_after_shortest_makes_a_zoom(self):
        self.open("/gear")
        self.page.get_by_role("button", name="Add a lens").click()
        self.type_into(self.page, "Name", "Walkabout")
        self.type_into(self.page, "Shortest focal length", "24")
        self.leave(self.page)
        self.type_into(self.page, "Longest focal length", "105")
        self.leave(self.page)
        self.wait_saved()
        self.page.reload()
        expect(self.page.get_by_label("Longest focal length")).to_have_value("105")
        lens = self.stored("lenses", self.page.url.split("/")[-1])
        self.assertEqual((lens["focal_min_mm"], lens["focal_max_mm"]), (24, 105))
        self.assertEqual([point["focal_length_mm"] for point in lens["widest"]], [24, 105])

        self.type_into(self.page, "Longest focal length", "12")
        self.leave(self.page)
        expect(self.page.get_by_text("Must be 24 or more.")).to_be_visible()

    def test_speed_bands_are_not_clamped_while_they_are_typed(self):
        self.open_plan("cup-final", 2)
        self.page.get_by_role("button", name="Edit the brief and kit").click()
        self.page.get_by_text("Subject", exact=True).first.click()
        self.type_into(self.page, "Speed from", "6")
        self.leave(self.page)
        self.type_into(self.page, "Speed up to", "12")
        self.leave(self.page)
        self.wait_saved()
        situation = demo_id("situation/cup-final/2")
        yield_until(
            self.page,
            lambda: self.stored("situations", situation)["situation"]["speed"] == {"low_m_s": 6, "high_m_s": 12},
        )

    def test_numbers_mean_what_photographers_mean(self):
        self.open(BODY)
        self.type_into(self.page, "Highest ISO", "51,200")
        self.leave(self.page)
        self.type_into(self.page, "Mechanical", "8000")
        self.leave(self.page)
        expect(self.page.get_by_label("Mechanical", exact=True)).to_have_value("1/8000")
        self.type_into(self.page, "Electronic", "30")
        self.leave(self.page)
        expect(self.page.get_by_text("Write 1/30 for a part of a second, or 30 s for seconds.")).to_be_visible()
        self.wait_saved()
        body = self.stored("bodies", BODY_ID)
        self.assertEqual((body["highest_iso"], body["fastest_mechanical_s"]), (51200, 1 / 8000))

    def test_errors_speak_the_field_s_label(self):
        self.open(BODY)
        self.type_into(self.page, "At a push", "1000")
        self.leave(self.page)
        field = self.page.locator(".field").filter(has=self.page.get_by_label("At a push"))
        expect(field.get_by_role("alert")).to_have_text("must not lie under the routine ceiling")
        self.assertNotIn("ceilings/", self.page.locator("main").inner_text())

    def test_text_in_a_field_not_yet_left_survives_a_reload(self):
        self.open(f"{BODY}/words")
        field = self.page.get_by_label("Its quick screen is called")
        field.click()
        field.press("Control+a")
        self.page.keyboard.type("slate of the day", delay=15)
        self.page.reload()
        expect(self.page.get_by_label("Its quick screen is called")).to_have_value("slate of the day")
        self.wait_saved()
        self.page.reload()
        expect(self.page.get_by_label("Its quick screen is called")).to_have_value("slate of the day")


class Scrolling(Typing):
    def test_a_scroll_that_begins_on_a_ruler_holds_nothing(self):
        self.context = self.browser.new_context(viewport={"width": 390, "height": 844}, has_touch=True, is_mobile=True)
        self.context.set_default_timeout(20_000)
        self.page = self.context.new_page()
        self.open(f"/shoots/{demo_id('shoot/estuary')}/plan/{demo_id('situation/estuary/0')}")
        self.page.get_by_role("button", name="Rulers and exposure field").click()
        ruler = self.page.get_by_role("slider", name="Shutter")
        ruler.scroll_into_view_if_needed()
        box = ruler.bounding_box()
        session = self.context.new_cdp_session(self.page)
        x, y = box["x"] + box["width"] * 0.2, box["y"] + box["height"] / 2
        top = self.page.evaluate("document.scrollingElement.scrollTop")
        session.send("Input.dispatchTouchEvent", {"type": "touchStart", "touchPoints": [{"x": x, "y": y}]})
        for step in range(1, 12):
            point = {"x": x, "y": y - 14 * step}
            session.send("Input.dispatchTouchEvent", {"type": "touchMove", "touchPoints": [point]})
            self.page.wait_for_timeout(16)
        session.send("Input.dispatchTouchEvent", {"type": "touchEnd", "touchPoints": []})
        self.page.wait_for_timeout(900)

        self.assertNotEqual(self.page.evaluate("document.scrollingElement.scrollTop"), top, "it did scroll")
        self.assertEqual(self.stored("situations", demo_id("situation/estuary/0"))["pins"], [])
        expect(self.page.get_by_role("button", name="Release Shutter")).to_have_count(0)


class TwoTabs(Typing):
    def both(self) -> tuple[Page, Page]:
        one, two = self.open(BODY), self.open(BODY, self.context.new_page())
        for page in (one, two):
            page.get_by_label("Name", exact=True).wait_for()
        return one, two

    def test_both_edits_stand_after_the_server_was_away(self):
        one, two = self.both()
        self.context.set_offline(True)
        self.type_into(one, "Buffer", "77")
        self.type_into(two, "Name", "From the second tab")
        for page in (one, two):
            expect(page.get_by_text("1 kept here, unsent")).to_be_visible()
        self.context.set_offline(False)
        yield_until(
            one,
            lambda: (
                (self.stored("bodies", BODY_ID)["buffer_raw_frames"], self.stored("bodies", BODY_ID)["name"])
                == (77, "From the second tab")
            ),
        )
        for page in (one, two):
            expect(page.get_by_label("Name", exact=True)).to_have_value("From the second tab")
            expect(page.get_by_label("Buffer")).to_have_value("77")

    def test_both_closed_lose_nothing(self):
        one, two = self.both()
        self.context.set_offline(True)
        self.type_into(one, "Buffer", "77")
        self.type_into(two, "Name", "From the second tab")
        for page in (one, two):
            expect(page.get_by_text("1 kept here, unsent")).to_be_visible()
        one.close()
        two.close()
        self.context.set_offline(False)
        self.page = self.open(BODY, self.context.new_page())
        expect(self.page.get_by_label("Buffer")).to_have_value("77")
        expect(self.page.get_by_label("Name", exact=True)).to_have_value("From the second tab")
        both = ("From the second tab", 77)  # the two edits are sent one after the other
        yield_until(
            self.page, lambda: tuple(self.stored("bodies", BODY_ID)[k] for k in ("name", "buffer_raw_frames")) == both
        )

    def test_the_same_field_asks(self):
        one, two = self.both()
        self.context.set_offline(True)
        self.type_into(one, "Name", "One")
        self.type_into(two, "Name", "Two")
        for page in (one, two):
            expect(page.get_by_text("1 kept here, unsent")).to_be_visible()
        self.context.set_offline(False)
        yield_until(one, lambda: one.get_by_role("dialog").count() + two.get_by_role("dialog").count() == 1)
        asking = one if one.get_by_role("dialog").count() else two
        expect(asking.get_by_role("dialog")).to_contain_text("was edited twice")
        asking.get_by_role("button", name="All mine").click()
        asking.get_by_role("button", name="Save what is chosen").click()
        mine = "One" if asking is one else "Two"
        yield_until(asking, lambda: self.stored("bodies", BODY_ID)["name"] == mine)


class ClosedStores(Typing):
    def with_store(self, script: str) -> None:
        self.context = self.new_context()
        self.context.add_init_script(script)
        self.page = self.context.new_page()

    def edit_and_ask(self, banner: str) -> None:
        self.open(BODY)
        self.type_into(self.page, "Buffer", "66")
        self.leave(self.page)
        yield_until(self.page, lambda: self.stored("bodies", BODY_ID)["buffer_raw_frames"] == 66)
        expect(self.page.get_by_role("alert").filter(has_text=banner)).to_be_visible()
        self.context.set_offline(True)
        self.type_into(self.page, "Buffer", "65")
        expect(self.page.get_by_role("alert").filter(has_text="lives in this tab only")).to_be_visible()
        self.context.set_offline(False)
        yield_until(self.page, lambda: self.stored("bodies", BODY_ID)["buffer_raw_frames"] == 65)

    def test_a_blocked_store(self):
        self.with_store(
            "Object.defineProperty(window, 'indexedDB', { get() { throw new DOMException('blocked', 'SecurityError') } })"
        )
        self.edit_and_ask("does not let us keep unsent edits")

    def test_a_store_that_fails_to_open(self):
        self.with_store(
            "indexedDB.open = () => { const r = {}; setTimeout(() => { r.error = new DOMException('x', 'UnknownError'); r.onerror?.() }); return r }"
        )
        self.edit_and_ask("does not let us keep unsent edits")

    def test_a_full_store(self):
        self.with_store(
            "IDBObjectStore.prototype.put = function () { throw new DOMException('full', 'QuotaExceededError') }"
        )
        self.edit_and_ask("store is full")


class Failures(Typing):
    def answering(self, status: int, kind: str, detail: str) -> None:
        body = json.dumps(
            {
                "type": f"urn:wide-aperture:problem:{kind}",
                "title": "x",
                "status": status,
                "detail": detail,
                "errors": [],
            }
        )
        self.page.unroute_all()
        self.page.route(
            f"**/api/v1/bodies/{BODY_ID}",
            lambda route: (
                route.fulfill(status=status, content_type="application/problem+json", body=body)
                if route.request.method == "PUT"
                else route.continue_()
            ),
        )

    def test_each_failure_is_told_as_it_is_and_the_edit_is_sent_in_the_end(self):
        self.open(BODY)
        self.page.get_by_label("Buffer").wait_for()
        for number, (status, kind, detail) in enumerate(
            (
                (507, "full", "The disk is full: nothing more can be saved."),
                (503, "read_only", "The data folder cannot be written to."),
                (500, "unexpected", "Something went wrong inside the program."),
            )
        ):
            with self.subTest(kind=kind):
                self.answering(status, kind, detail)
                self.type_into(self.page, "Buffer", str(40 + number))
                self.leave(self.page)
                expect(self.page.get_by_role("alert").filter(has_text=detail)).to_be_visible()
                expect(self.page.get_by_text("The server is away")).to_have_count(0)
                expect(self.page.get_by_text("1 kept here, unsent")).to_be_visible()
        self.page.unroute_all()
        yield_until(self.page, lambda: self.stored("bodies", BODY_ID)["buffer_raw_frames"] == 42)
        expect(self.page.get_by_role("alert")).to_have_count(0)


class Keeping(Typing):
    def test_an_earlier_version_comes_back(self):
        self.open(BODY)
        self.type_into(self.page, "Buffer", "61")
        self.leave(self.page)
        yield_until(self.page, lambda: self.stored("bodies", BODY_ID)["buffer_raw_frames"] == 61)
        self.page.get_by_role("button", name="Earlier versions").click()
        dialog = self.page.get_by_role("dialog")
        expect(dialog.get_by_role("row", name="Buffer")).to_contain_text("61")
        dialog.get_by_role("button", name="Bring this version back").click()
        self.wait_saved()
        yield_until(self.page, lambda: self.stored("bodies", BODY_ID)["buffer_raw_frames"] != 61)
        self.page.get_by_role("button", name="Undo").click()
        yield_until(self.page, lambda: self.stored("bodies", BODY_ID)["buffer_raw_frames"] == 61)

    def test_the_bin_gives_back_and_removes_for_good(self):
        self.open(BODY)
        self.page.get_by_role("button", name="Delete body").click()
        self.page.get_by_role("tooltip").get_by_role("button", name="Delete").click()
        yield_until(self.page, lambda: self.stored("bodies", BODY_ID) is None)
        self.open("/keeping")
        self.page.get_by_role("button", name="Bring back Alder 24").click()
        expect(self.page.get_by_text("“Alder 24” is back.")).to_be_visible()
        self.assertIsNotNone(self.stored("bodies", BODY_ID))

        self.open("/setups")
        self.page.get_by_role("row", name="Gulls in flight").get_by_role("button", name="Delete").click()
        self.page.get_by_role("tooltip").get_by_role("button", name="Delete").click()
        yield_until(self.page, lambda: self.stored("setups", demo_id("setup/estuary/0")) is None)
        self.open("/keeping")
        self.page.get_by_role("button", name="Remove Gulls in flight for good").click()
        self.page.get_by_role("tooltip").get_by_role("button", name="Remove for good").click()
        expect(self.page.get_by_text("is gone for good")).to_be_visible()
        expect(self.page.get_by_text("Nothing was deleted.")).to_be_visible()

    def test_a_row_that_cannot_be_read_is_named_and_mended_from_its_history(self):
        Body.objects.filter(pk=BODY_ID).update(document={"broken": True})
        self.open("/gear")
        expect(self.page.get_by_role("link", name="Alder 45")).to_be_visible()
        self.open("/keeping")
        section = self.page.get_by_role("region", name="Set aside")
        section.get_by_role("button", name="Look for a whole version").click()
        section.get_by_role("button", name="Take this version").first.click()
        expect(section).to_have_count(0)
        self.assertEqual(self.stored("bodies", BODY_ID)["name"], "Alder 24")
