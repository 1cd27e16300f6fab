"""The lab's table behind the plan's reasons: made anew it is the same, and it is cited where it fits and nowhere else."""

from django.test import SimpleTestCase

from tests.core.builders import lens, planned, situation
from wide_aperture.core.craft.focus_lab import lab_table
from wide_aperture.core.focus.table import made_table


class Table(SimpleTestCase):
    def test_is_what_the_lab_finds(self):
        kept = lab_table()
        made = {row.scenario: row for row in made_table()}
        self.assertEqual(list(kept), list(made))
        for name, row in made.items():
            for area, shares in row.shares.items():
                for response, share in shares.items():
                    with self.subTest(name, area=area, response=response):
                        self.assertAlmostEqual(kept[name].shares[area][response], share, delta=0.021)


class Cited(SimpleTestCase):
    def said(self, **brief):
        made = planned(situation(**{"ev": 11, "speed": 7, "near": 15, "far": 40, **brief}), glass=lens(200, 2.8))
        return {
            name: [reason for reason in made.setup.settings[name].reasons if "Focus lab" in reason]
            for name in ("af_area", "af_response")
        }

    def test_response_and_area_cite_the_scenario_with_its_figures(self):
        found = self.said(direction="across", constraints=("crowd_behind",))
        row = lab_table()["crossing_players"]
        self.assertIn(f"hold keeps {row.shares['tracking_point']['locked_on']:.0%}", found["af_response"][0])
        self.assertIn("players, others crossing, assumed figures", found["af_area"][0])

    def test_a_better_area_is_named(self):
        found = self.said(genre="wildlife", subject="animal", direction="across", constraints=("foreground_obstacles",))
        self.assertIn("deer in grass", found["af_area"][0])
        self.assertIn("smallest point", found["af_area"][0])

    def test_nothing_is_cited_where_the_lab_has_nothing_like_it(self):
        for brief in (
            {"direction": "across"},  # a runner across, alone
            {"speed": 1, "direction": "across", "constraints": ("crowd_behind",)},
            {"genre": "wildlife", "subject": "bird", "speed": 1, "direction": "across"},
            {"subject": "vehicle", "direction": "towards"},
            {"speed": 0},  # single focus
        ):
            with self.subTest(brief):
                self.assertEqual(self.said(**brief), {"af_area": [], "af_response": []})
