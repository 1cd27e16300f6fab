"""Bench and Practice as a person uses them: a test from its shot list to the kit, frames of one's own, drills by mouse and by keys."""

from __future__ import annotations

import re
import tempfile
from pathlib import Path

from django.test import override_settings
from playwright.sync_api import expect

from tests.browser.base import BrowserTestCase
from tests.immediate import IMMEDIATE
from wide_aperture.bench.models import BenchRun
from wide_aperture.core.bench.kinds import TESTS
from wide_aperture.core.bench.protocol import Kit
from wide_aperture.demo.kit import BODIES
from wide_aperture.gear.models import Body, Foundation
from wide_aperture.practice.models import Answer

BODY = BODIES[0]
MEASURED = {"timeout": 60_000}


@override_settings(TASKS=IMMEDIATE)
class BenchJourney(BrowserTestCase):
    def test_a_figure_goes_from_the_shot_list_into_the_kit_and_back(self):
        page = self.open("/bench")
        page.get_by_role("link", name="Buffer and card").click()
        expect(page.get_by_role("row", name=re.compile("1 Anything"))).to_contain_text("highest rate")
        page.get_by_role("button", name="Try it with simulated frames").click()
        told = page.get_by_role("region", name="What it told")
        expect(told.get_by_role("row", name=re.compile("Frames the buffer holds"))).to_be_visible(**MEASURED)
        before = self.buffer()
        told.get_by_role("button", name="Take it into the kit").click()
        expect(told.get_by_text("Taken; undo puts it back.")).to_be_visible()
        self.within(lambda: self.buffer() not in (before, None))
        page.keyboard.press("Control+z")
        self.within(lambda: self.buffer() == before)
        page.reload()
        expect(told.get_by_text("Taken; undo puts it back.")).to_be_visible()
        kept = BenchRun.objects.filter(document__test="burst").latest("created_at")
        self.assertEqual(kept.document["taken"], [0])

    def buffer(self) -> int | None:
        return Body.objects.get(pk=BODY.id).document["buffer_raw_frames"]

    def test_frames_of_one_s_own_are_sent_measured_and_bad_ones_named(self):
        page = self.open("/bench/clocks")
        files = TESTS["clocks"].simulated(Kit(BODY), 4).files
        with tempfile.TemporaryDirectory() as folder:
            paths = []
            for each in files:
                path = Path(folder) / each.name
                path.write_bytes(each.data)
                paths.append(path)
            words = Path(folder) / "words.txt"
            words.write_text("no picture")
            page.get_by_label("Frames of Clocks of two bodies").set_input_files([*map(str, paths), str(words)])
            told = page.get_by_role("region", name="What it told")
            expect(told.get_by_role("status")).to_contain_text("The clock of Alder 24 B is", **MEASURED)
            expect(told.get_by_text("words.txt")).to_be_visible()

    def test_a_ladder_is_judged_blind_and_its_ceiling_offered(self):
        page = self.open("/bench/iso_ladder")
        page.get_by_role("button", name="Try it with simulated frames").click()
        judged = page.get_by_role("region", name="Judged by eye")
        expect(judged.get_by_role("checkbox")).to_have_count(5, **MEASURED)
        self.assertEqual(judged.get_by_text("ISO 100").count(), 0)
        for k in range(5):
            judged.get_by_role("checkbox").nth(k).check()
        judged.get_by_role("button", name="Show the ISOs").click()
        expect(judged.get_by_text("You accept up to ISO 25600.")).to_be_visible()
        judged.get_by_text("ISO 6400", exact=True).click()
        expect(judged.get_by_text("You accept up to ISO 1600.")).to_be_visible()
        judged.get_by_label("Letters acceptable on paper").fill("")
        judged.get_by_role("button", name="Make it my ceiling").first.click()
        told = page.get_by_role("region", name="What it told")
        expect(told.get_by_role("status")).not_to_contain_text("Say which ISO you still accept", **MEASURED)
        expect(told.get_by_role("button", name="Take it into the kit")).to_be_visible(**MEASURED)
        told.get_by_role("button", name="Take it into the kit").click()
        self.within(lambda: Body.objects.get(pk=BODY.id).document["ceilings"]["routine"] == 1600)

    def test_notes_alone_are_worked_out_and_nonsense_says_why(self):
        page = self.open("/bench/battery")
        for frames, percent in ((0, 100), (100, 79), (200, 60), (300, 41)):
            page.get_by_role("button", name="Add a note").click()
            for label, value in (("Frames so far", frames), ("Charge", percent)):
                field = page.get_by_label(label).last
                field.fill(str(value))
                field.press("Tab")
        page.get_by_label("Charge").first.fill("full")
        page.get_by_label("Charge").first.press("Tab")
        expect(page.get_by_role("alert").first).to_be_visible()
        page.get_by_label("Charge").first.fill("100")
        page.get_by_label("Charge").first.press("Tab")
        page.get_by_role("button", name="Work it out").click()
        told = page.get_by_role("region", name="What it told")
        expect(told.get_by_role("status")).to_contain_text("A charge gives about", **MEASURED)
        told.get_by_role("button", name="Take it into the kit").click()
        self.within(lambda: "battery_frames" in str(Foundation.objects.values_list("document", flat=True)[:5]))

    def test_a_body_is_asked_for_where_there_is_none(self):
        Body.objects.all().delete()
        page = self.open("/bench/burst")
        expect(page.get_by_text("No body yet.")).to_be_visible()


class PracticeJourney(BrowserTestCase):
    def test_a_point_is_set_and_scored_and_the_next_one_asked_by_key(self):
        page = self.open("/practice/meter_point")
        picture = page.get_by_role("button", name=re.compile("^The scene"))
        picture.click(position={"x": 240, "y": 200})
        score = page.get_by_role("status", name="Score")
        expect(score).to_contain_text("Near the brightest part that must hold")
        self.within(lambda: Answer.objects.count() == 1)
        question = page.locator(".question").inner_text()
        page.keyboard.press("n")
        expect(score).to_have_count(0)
        page.keyboard.press("5")
        expect(score).to_be_visible()
        self.within(lambda: Answer.objects.count() == 2)
        self.assertTrue(question)
        expect(page.get_by_role("link", name=re.compile("Place the meter point"))).to_contain_text("of 2 right")

    def test_choices_and_orders_are_answered_by_keys_and_buttons(self):
        page = self.open("/practice/faults")
        page.get_by_role("group", name="Your answer").get_by_role("button").first.wait_for()
        page.keyboard.press("2")
        expect(page.get_by_role("status", name="Score")).to_contain_text("To be sure:")
        page.get_by_role("link", name=re.compile("^Press by press")).click()
        acts = page.get_by_role("group", name="What the fingers do").get_by_role("button")
        acts.first.click()
        acts.nth(1).click()
        page.get_by_role("button", name="Take the last one back").click()
        expect(page.get_by_role("list", name="Your order").get_by_role("listitem")).to_have_count(1)
        page.get_by_role("button", name="In this order").click()
        expect(page.get_by_role("status", name="Score")).to_contain_text("out of place")

    def test_an_answer_given_while_the_page_still_loads_keeps_its_score(self):
        page = self.page
        page.route("**/api/v1/bodies?*", lambda route: (page.wait_for_timeout(1500), route.continue_()))
        self.open("/practice/faults")
        page.get_by_role("group", name="Your answer").get_by_role("button").first.wait_for()
        page.keyboard.press("2")
        score = page.get_by_role("status", name="Score")
        expect(score).to_contain_text("To be sure:")
        page.wait_for_timeout(2500)
        expect(score).to_contain_text("To be sure:")

    def test_the_clock_runs_beside_a_drill_of_one_s_own_menus_and_the_week_is_there(self):
        page = self.open("/practice/menus")
        expect(page.get_by_role("timer")).to_contain_text(re.compile(r"[1-9][.,]\d s"))
        page.keyboard.press("2")
        expect(page.get_by_role("status", name="Score")).to_contain_text("The camera calls it")
        stood = page.get_by_role("timer").inner_text()
        page.wait_for_timeout(400)
        self.assertEqual(page.get_by_role("timer").inner_text(), stood)
        week = page.get_by_role("region", name="This week")
        expect(week.get_by_role("link")).to_have_count(5)
        week.get_by_role("link").first.click()
        expect(page.get_by_role("heading", name="Guess the compensation")).to_be_visible()
