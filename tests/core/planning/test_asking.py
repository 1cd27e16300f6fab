"""What can be asked for where a value is shown: every request, and every option of it."""

from django.test import SimpleTestCase

from tests.core.builders import planned, situation
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.documents.preferences import Requests
from wide_aperture.core.planning.asking import ways_to_ask


class WhereAValueIsShown(SimpleTestCase):
    def test_every_request_the_core_knows_can_be_made(self):
        fields = [way.field for ways in ways_to_ask().values() for way in ways]
        self.assertEqual(sorted(fields), sorted(Requests.model_fields))

    def test_every_answer_is_one_the_request_takes(self):
        for name, ways in ways_to_ask().items():
            for way in ways:
                self.assertEqual(Requests.model_fields[way.field].default, way.unasked)
                for option in way.options:
                    asked = Requests.model_validate({way.field: option.value})
                    self.assertNotEqual(getattr(asked, way.field), way.unasked, f"{name}: {option.id}")

    def test_options_are_named_as_the_catalogue_names_them(self):
        for name, ways in ways_to_ask().items():
            own = ways[0]
            if own.kind == "choice" and own.label == catalogue.setting(name).label:
                for option in own.options:
                    self.assertEqual(option.label, catalogue.setting(name).option_label(option.id))

    def test_brackets_keep_their_shape(self):
        options = {option.id: option.value for option in ways_to_ask()["bracketing"][0].options}
        self.assertEqual((options["3x2"].frames, options["3x2"].step_ev), (3, 2))
        self.assertNotIn("none", options)

    def test_what_is_asked_for_stands_or_is_answered(self):
        brief = situation(ev=11, genre="landscape", near=5, far=None, support="tripod")
        for name, ways in ways_to_ask().items():
            for option in ways[0].options:
                made = planned(brief, requests={ways[0].field: option.value})
                stands = made.setup.value(name)
                told = any(finding.about == "request" for finding in made.findings)
                self.assertTrue(stands == option.id or told, f"{name}: {option.id} asked, {stands} stands")
