"""Every request is met exactly, or answered by a finding that offers it back."""

from typing import get_args

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from tests.core.builders import body, lens, planned
from tests.core.strategies import situations
from wide_aperture.core.documents.preferences import Requests

CHOICES = {
    "exposure_mode": "exposure_mode",
    "metering": "metering",
    "white_balance": "white_balance",
    "af_mode": "af_mode",
    "af_area": "af_area",
    "subject_detection": "subject_detection",
    "drive": "drive",
    "shutter_type": "shutter_type",
    "stabilisation": "stabilisation",
    "flash": "flash",
    "dr_mode": "dr_mode",
    "noise_reduction_long_exposure": "noise_reduction_long_exposure",
    "file": "file",
    "picture_profile": "picture_profile",
    "card_mode": "card_mode",
    "self_timer": "self_timer",
}


def options_of(request):
    literal = next(part for part in get_args(Requests.model_fields[request].annotation) if get_args(part))
    return get_args(literal)


@st.composite
def wishes(draw):
    request = draw(st.sampled_from(sorted(CHOICES)))
    return request, draw(st.sampled_from(options_of(request)))


class MetOrAnswered(SimpleTestCase):
    def answered(self, made, setting):
        return [f for f in made.findings if f.about == "request" and setting in f.handled_by]

    @given(situation=situations(), wish=wishes())
    def test_whatever_is_asked_of_whatever_situation(self, situation, wish):
        request, value = wish
        made = planned(situation, requests={request: value}, camera=body(), glass=lens())
        setting = CHOICES[request]
        stands = made.setup.value(setting)
        if stands == value:
            return
        found = self.answered(made, setting)
        self.assertTrue(found, f"asked {request} {value}, {stands} stands, and nobody says so")
        offered = {name: held for finding in found if finding.remedy for name, held in finding.remedy.changes.items()}
        self.assertEqual(offered.get(setting), value)
