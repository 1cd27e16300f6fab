"""The Plan place by keyboard: rulers, field, findings, other ways, reasons, undo, deep links, themes."""

from playwright.sync_api import expect

from tests.browser.base import BrowserTestCase
from wide_aperture.demo.ids import demo_id


class PlanByKeyboard(BrowserTestCase):
    def test_nudging_holds_prices_and_releases_a_value(self):
        page = self.open_plan("cup-final", 2)
        shutter = page.get_by_role("slider", name="Shutter")
        expect(shutter).to_have_attribute("aria-valuetext", "1/1000 s")

        shutter.press("ArrowRight")
        expect(shutter).to_have_attribute("aria-valuetext", "1/1250 s")
        shutter.press("PageDown")
        shutter.press("PageDown")
        expect(shutter).to_have_attribute("aria-valuetext", "1/320 s")
        expect(page.get_by_text("subject motion +2").first).to_be_visible()

        shutter.press("Backspace")
        expect(shutter).to_have_attribute("aria-valuetext", "1/1000 s")

    def test_undo_and_redo_follow_every_edit(self):
        page = self.open_plan("cup-final", 2)
        aperture = page.get_by_role("slider", name="Aperture")
        aperture.press("PageUp")
        expect(aperture).to_have_attribute("aria-valuetext", "f/4")

        page.keyboard.press("Control+z")
        expect(aperture).to_have_attribute("aria-valuetext", "f/2.8")
        page.keyboard.press("Control+Shift+Z")
        expect(aperture).to_have_attribute("aria-valuetext", "f/4")
        self.wait_saved()

    def test_the_field_is_walked_and_chosen_by_keys(self):
        page = self.open_plan("cup-final", 2)
        field = page.get_by_role("grid")
        field.focus()
        for key in ("ArrowDown", "ArrowDown", "ArrowRight", "Enter"):
            field.press(key)
        expect(page.get_by_role("slider", name="Aperture")).to_have_attribute("aria-valuetext", "f/3.5")
        expect(page.get_by_role("slider", name="Shutter")).to_have_attribute("aria-valuetext", "1/1250 s")

    def test_reasons_other_ways_and_places(self):
        page = self.open_plan("cup-final", 2)
        page.get_by_role("button", name="Exposure mode").press("Enter")
        expect(page.get_by_text("the ISO is free to follow")).to_be_visible()

        page.get_by_role("button", name="More depth, f/4").click()
        expect(page.get_by_role("slider", name="Aperture")).to_have_attribute("aria-valuetext", "f/4")

        page.locator("main").press("j")
        expect(page.get_by_role("heading", name="Cup and portraits")).to_be_visible()
        self.assertTrue(page.url.endswith(str(demo_id("situation/cup-final/3"))))
        page.keyboard.press("?")
        expect(page.get_by_role("dialog")).to_contain_text("Next situation")

    def test_a_remedy_answers_its_finding(self):
        page = self.open_plan("cup-final", 2)
        for _ in range(5):
            page.get_by_role("slider", name="Shutter").press("PageDown")
        page.get_by_role("button", name="Shorten to").first.click()
        expect(page.get_by_text("Subject blurs")).to_have_count(0)

    def test_imperial_distances_and_a_phone_s_width(self):
        page = self.open_plan("estuary", 0)
        page.keyboard.press("u")
        expect(page.get_by_text("65.6 ft – 131 ft")).to_be_visible()

        page.set_viewport_size({"width": 390, "height": 844})
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390)

    def test_each_theme_shows_every_place_without_complaint(self):
        for theme in ("day", "dark", "night-red"):
            self.page.add_init_script(f"localStorage.setItem('wa-theme', '{theme}')")
            page = self.open_plan("ridge", 2)
            self.assertEqual(page.evaluate("document.documentElement.dataset.theme"), theme)
            for name in ("Gear", "Setups", "Shoots"):
                page.get_by_role("navigation", name="Places").get_by_role("link", name=name).click()
                page.get_by_role("heading", name=name).wait_for()
            page.get_by_role("link", name="Dawn at Hare Tarn").wait_for()


class Brief(BrowserTestCase):
    def test_half_typed_numbers_stay_with_their_reason(self):
        page = self.open_plan("cup-final", 2)
        page.get_by_role("button", name="Edit the brief and kit").click()
        ev = page.get_by_label("Exposure value")
        ev.fill("8.5x")
        expect(page.get_by_text("This is not a number yet.")).to_be_visible()

        page.reload()
        page.get_by_role("button", name="Edit the brief and kit").click()
        expect(page.get_by_label("Exposure value")).to_have_value("8.5x")
        expect(page.get_by_text("EV 8⅓").first).to_be_visible()

    def test_what_the_server_refuses_is_said_at_the_field(self):
        page = self.open_plan("cup-final", 2)
        page.get_by_role("button", name="Edit the brief and kit").click()
        page.get_by_text("Kit", exact=True).first.click()
        page.get_by_label("Focal length").fill("500")
        expect(page.get_by_text("must be one this lens has (70 to 200 mm)").first).to_be_visible()
        page.get_by_label("Focal length").fill("135")
        expect(page.get_by_text("must be one this lens has")).to_have_count(0)

    def test_activity_fills_speed_and_the_plan_follows(self):
        page = self.open_plan("cup-final", 2)
        before = page.get_by_role("slider", name="Shutter").get_attribute("aria-valuetext")
        page.get_by_role("button", name="Edit the brief and kit").click()
        page.get_by_text("Subject", exact=True).first.click()
        self.choose(page, "Activity", "Sprint")
        expect(page.get_by_label("Speed up to")).to_have_value("10")
        expect(page.get_by_role("slider", name="Shutter")).not_to_have_attribute("aria-valuetext", before)
        self.wait_saved()

    def test_movement_you_accept_lengthens_the_time_and_goes_along(self):
        page = self.open_plan("cup-final", 2)
        shutter = page.get_by_role("slider", name="Shutter")
        expect(shutter).to_have_attribute("aria-valuetext", "1/1000 s")
        page.get_by_role("button", name="Edit the brief and kit").click()
        page.get_by_text("Look", exact=True).first.click()
        page.get_by_label("Movement you accept").fill("0.6")
        expect(shutter).not_to_have_attribute("aria-valuetext", "1/1000 s")
        self.wait_saved()

        page.reload()
        expect(shutter).not_to_have_attribute("aria-valuetext", "1/1000 s")
        page.get_by_role("button", name="Edit the brief and kit").click()
        page.get_by_text("Look", exact=True).first.click()
        expect(page.get_by_label("Movement you accept")).to_have_value("0.6")
        page.get_by_label("Movement you accept").fill("")
        expect(shutter).to_have_attribute("aria-valuetext", "1/1000 s")

    def test_a_deleted_situation_comes_back_by_undo(self):
        page = self.open_plan("cup-final", 1)
        page.get_by_role("button", name="Edit the brief and kit").click()
        page.get_by_role("button", name="Delete situation").click()
        page.get_by_role("button", name="Delete", exact=True).click()
        expect(page.get_by_text("Situation 2 of 3")).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_text("Situation 3 of 4")).to_be_visible()
        self.wait_saved()


class AskedWhereItIsShown(BrowserTestCase):
    def test_a_request_is_made_in_the_sheet_obeyed_or_answered_and_withdrawn(self):
        page = self.open_plan("cup-final", 2)
        page.get_by_role("button", name="Anti-flicker").wait_for()
        drive = page.get_by_role("button", name="Drive continuous, high")
        drive.press("Enter")
        self.pick(page, "Ask for: drive", "continuous, low")
        expect(page.get_by_role("button", name="Drive continuous, low")).to_contain_text("request")
        self.wait_saved()

        self.pick(page, "Ask for: drive", "single")  # one frame of a sprint is luck: answered, with a way back
        expect(page.get_by_text("one frame of the moment is luck")).to_be_visible()
        self.pick(page, "Ask for: drive", "nothing asked")
        expect(page.get_by_text("one frame of the moment is luck")).to_have_count(0)
        expect(drive).to_be_visible()

    def test_numbers_and_switches_are_asked_for_too(self):
        page = self.open_plan("cup-final", 2)
        page.get_by_role("button", name="Frame rate").press("Enter")
        page.get_by_label("Ask for: a burst must last").fill("30")
        expect(page.get_by_text("frames lasts the 30 s you plan to hold it")).to_be_visible()
        page.get_by_label("Ask for: a burst must last").fill("")
        expect(page.get_by_text("frames lasts the 30 s")).to_have_count(0)

        page.get_by_role("button", name="Clocks").press("Enter")
        page.get_by_label("Ask for: bodies in use").fill("2")
        expect(page.get_by_role("button", name="Clocks")).to_contain_text("before")
        page.reload()
        page.get_by_role("button", name="Clocks").press("Enter")
        expect(page.get_by_label("Ask for: bodies in use")).to_have_value("2")
