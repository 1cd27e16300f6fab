"""Laws that hold for any valid kit and situation."""

import re

from django.test import SimpleTestCase
from hypothesis import given

from tests.core.builders import planned, situation
from tests.core.strategies import accessories, bodies, lenses, situations
from wide_aperture.core.documents.accessories import Accessories
from wide_aperture.core.documents.preferences import Preferences
from wide_aperture.core.planning import plan


class AnyKitAnySituation(SimpleTestCase):
    @given(bodies(), lenses(), situations(), accessories)
    def test_no_stop_stays_open_unless_it_names_the_conflict(self, camera, glass, brief, bag):
        made = plan(camera, glass, brief, Preferences(), accessories=bag)
        for finding in made.findings:
            if finding.level == "stop" and finding.is_open:
                self.assertEqual(finding.about, "kit", finding.code)
                self.assertTrue(re.search(r"\d", finding.sentence), finding.sentence)
                self.assertTrue(made.prices, finding.sentence)

    @given(bodies(), lenses(), situations(), accessories)
    def test_a_remedy_the_plan_was_free_to_choose_is_not_left_over(self, camera, glass, brief, bag):
        made = plan(camera, glass, brief, Preferences(), accessories=bag)
        for finding in made.findings:
            if not finding.is_open or finding.remedy is None or finding.about != "plan":
                continue
            moved = set(finding.remedy.changes) & {"shutter_s", "aperture", "iso", "nd_stops"}
            self.assertTrue(moved, f"{finding.code}: nothing but the planner's own choice stands against its remedy")
            filtered = finding.remedy.changes.get("nd_stops", 0) > (made.setup.number("nd_stops") or 0)
            self.assertTrue(finding.remedy.costs or filtered, f"{finding.code} is open though its remedy costs nothing")

    def test_alone_in_the_picture_the_timer_is_the_only_way(self):
        alone = situation(speed=1.4, genre="sports", near=3, far=3, constraints=("photographer_in_picture",))
        (finding,) = (
            each
            for each in planned(alone, accessories=Accessories(release=False)).findings
            if each.code == "self_timer_in_action"
        )
        self.assertIsNone(finding.remedy)
        self.assertIn("remotely", finding.residual)
