"""Both sides of each rule that documents hold themselves."""

from django.test import SimpleTestCase
from pydantic import ValidationError

from tests.core.builders import body, lens
from wide_aperture.core.craft.schools import school_label, school_question
from wide_aperture.core.documents.body import proposed_ceilings
from wide_aperture.core.documents.own_figure import OwnFigure
from wide_aperture.core.documents.saved_setup import UPGRADES
from wide_aperture.core.documents.table_text import rows
from wide_aperture.core.errors import UnknownIdError
from wide_aperture.core.physics.sensor import typical


class Edges(SimpleTestCase):
    def test_an_own_figure_lies_within_its_span_ends_included(self):
        OwnFigure(value=2, low=2, high=2)
        for wrong in ({"low": 2.01}, {"high": 1.99}):
            with self.subTest(wrong), self.assertRaises(ValidationError):
                OwnFigure(value=2, **wrong)

    def test_ceilings_follow_the_light_a_frame_gathers(self):
        def routine(width, height, megapixels, base=100.0):
            return proposed_ceilings(typical(width, height, megapixels, base), megapixels, base).routine

        self.assertEqual(routine(36, 24, 24), 12800)
        self.assertEqual(routine(18, 12, 24), 3200)  # a quarter of the area, two stops
        self.assertEqual(routine(2, 1.5, 12), 400)  # never under four times base
        self.assertEqual(routine(2, 1.5, 12, 200.0), 800)

    def test_a_price_of_version_1_is_plain_from_half_a_stop(self):
        document = {
            "format": "wide-aperture/setup",
            "format_version": 1,
            "prices": [{"ev": 0.5}, {"ev": 0.49}, {"ev": "x"}, 7],
        }
        upgraded = UPGRADES[1](document)
        self.assertEqual([price["seen"] for price in upgraded["prices"]], ["plainly", "barely", "barely"])
        self.assertEqual(UPGRADES[1]({"prices": None})["prices"], [])

    def test_a_school_is_called_by_its_own_label(self):
        page = school_question("exposure")
        self.assertEqual(
            [school_label("exposure", option.id) for option in page.options], [o.label for o in page.options]
        )
        with self.assertRaises(UnknownIdError):
            school_label("exposure", "none_such")

    def test_the_delimiter_is_what_the_first_line_holds_more_of(self):
        def cells(text):
            return [row for _, row in rows(text, most_lines=9)]

        self.assertEqual(cells("a;b;c,d"), [["a", "b", "c,d"]])
        self.assertEqual(cells("a;b,c"), [["a;b", "c"]])  # as many of each: commas
        self.assertEqual(cells("a,b\nc;d"), [["a", "b"], ["c;d"]])

    def test_a_lens_covers_what_its_circle_covers(self):
        glass = lens(50, 2, image_circle_mm=43.27)
        self.assertTrue(glass.covers(36, 24))
        self.assertFalse(glass.covers(36 * 1.03, 24 * 1.03))
        self.assertFalse(lens(50, 2).is_zoom)
        self.assertTrue(lens(50, 2, focal_max_mm=51.5).is_zoom)
        self.assertAlmostEqual(body().crop_factor, 1, places=2)
