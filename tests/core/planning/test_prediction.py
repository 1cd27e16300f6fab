"""What the body itself will choose in its automatic modes, and setups weighed as they stand on the camera."""

import math

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from tests.core.builders import body, lens, plan_input, planned, situation
from wide_aperture.core.documents.body import ProgramPoint
from wide_aperture.core.documents.setup import Setup
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.quantities import ev100
from wide_aperture.core.planning.assess import assess

AUTOMATIC = (
    "manual_auto_iso", "aperture_priority", "aperture_priority_auto_iso", "shutter_priority", "shutter_priority_auto_iso", "program",
)  # fmt: skip
ZOOM = lens(focal_min_mm=70, focal_max_mm=200)


def predicted(mode, ev=10.0, camera=None, **pins):
    plan = planned(situation(ev=ev, speed=2), camera=camera, pins={"exposure_mode": mode, **pins})
    return next(frame for frame in plan.prediction if frame.light == "expected"), plan


def exposes(frame):
    return float(ev100(frame.aperture, frame.shutter_s, frame.iso))


class Modes(SimpleTestCase):
    @given(mode=st.sampled_from(AUTOMATIC), ev=st.floats(3, 15))
    def test_what_the_body_settles_on_exposes_rightly_or_says_by_how_much_not(self, mode, ev):
        frame, _ = predicted(mode, ev)
        self.assertAlmostEqual(exposes(frame) + frame.error_ev, ev, delta=0.02)
        self.assertEqual("too" in frame.sentence, abs(frame.error_ev) > 1 / 3)

    @given(mode=st.sampled_from(AUTOMATIC), ev=st.floats(-2, 18))
    def test_it_never_leaves_the_ends_of_body_and_lens(self, mode, ev):
        frame, _ = predicted(mode, ev)
        self.assertGreaterEqual(frame.shutter_s, 1 / 16000 / 1.2)
        self.assertLessEqual(frame.shutter_s, 30)
        self.assertGreaterEqual(frame.aperture, 2.8 * 0.99)
        self.assertLessEqual(frame.aperture, 22 * 1.03)
        self.assertGreaterEqual(frame.iso, 99)

    def test_what_the_hand_holds_the_body_leaves_alone(self):
        held, _ = predicted("aperture_priority", aperture=5.6)
        self.assertAlmostEqual(held.aperture, 5.6, delta=0.1)
        timed, _ = predicted("shutter_priority", shutter_s=1 / 500)
        self.assertAlmostEqual(timed.shutter_s, 1 / 500, delta=1e-5)

    def test_shutter_priority_opens_the_lens_as_the_light_falls_and_then_runs_dark(self):
        apertures = [predicted("shutter_priority", ev, shutter_s=1 / 500, iso=100)[0].aperture for ev in (15, 13, 12)]
        self.assertEqual(apertures, sorted(apertures, reverse=True))
        dark, _ = predicted("shutter_priority", 4.0, shutter_s=1 / 500, iso=100)
        self.assertAlmostEqual(dark.aperture, 2.8, delta=0.05)
        self.assertLess(dark.error_ev, -1)
        self.assertIn("too dark", dark.sentence)

    def test_the_iso_that_is_set_decides_how_far_the_lens_closes(self):
        low, high = (predicted("shutter_priority", 14.0, shutter_s=1 / 250, iso=iso)[0] for iso in (100, 800))
        self.assertAlmostEqual(2 * math.log2(high.aperture / low.aperture), 3, delta=0.15)
        self.assertAlmostEqual(high.error_ev, 0, delta=0.15)

    def test_with_automatic_iso_the_gain_takes_over_where_the_lens_ends(self):
        plain, _ = predicted("shutter_priority", 6.0, shutter_s=1 / 250, iso=200)
        helped, _ = predicted("shutter_priority_auto_iso", 6.0, shutter_s=1 / 250)
        self.assertLess(plain.error_ev, -0.3)
        self.assertAlmostEqual(helped.error_ev, 0, delta=0.02)
        self.assertGreater(helped.iso, plain.iso)

    def test_manual_with_automatic_iso_moves_only_the_iso_and_stops_at_its_ends(self):
        kept = {"shutter_s": 1 / 500, "aperture": 4.0}
        isos = [predicted("manual_auto_iso", ev, **kept)[0].iso for ev in (14, 11, 8, 5, 2)]
        self.assertEqual(isos, sorted(isos))
        bright, _ = predicted("manual_auto_iso", 17.0, **kept)
        self.assertGreater(bright.error_ev, 1)
        self.assertIn("too bright", bright.sentence)

    def test_the_body_s_own_program_line_is_followed(self):
        line = (
            ProgramPoint(ev100=5, exposure_s=1 / 4, f_number=2.8),
            ProgramPoint(ev100=15, exposure_s=1 / 512, f_number=8),
        )
        frame, _ = predicted("program", 10.0, body(program_line=line), iso=100)
        middle = math.sqrt(2.8 * 8)
        self.assertAlmostEqual(frame.aperture, middle, delta=0.05)
        self.assertAlmostEqual(frame.shutter_s, middle**2 / 2**10, delta=1e-3)
        beyond, _ = predicted("program", 16.5, body(program_line=line), iso=100)
        self.assertAlmostEqual(beyond.aperture, 8, delta=0.05)

    def test_an_unknown_program_halves_each_stop(self):
        one, other = (predicted("program", ev, iso=100)[0] for ev in (9.0, 11.0))
        self.assertAlmostEqual(2 * math.log2(other.aperture / one.aperture), 1, delta=0.02)
        self.assertAlmostEqual(math.log2(one.shutter_s / other.shutter_s), 1, delta=0.02)


class Assessed(SimpleTestCase):
    def assessed(self, brief=None, by_hand=(), glass=None, **values):
        brief = brief or situation(ev=10, speed=2)
        made = planned(brief, glass=glass)
        settings = {name: held for name, held in made.setup.settings.items() if name not in values}
        for name, value in values.items():
            settings[name] = made.setup.settings[name].model_copy(update={"value": value})
        asked = plan_input(brief, glass=glass, pins={name: settings[name].value for name in by_hand})
        return assess(Setup(settings=settings), asked)

    def test_what_the_mode_chooses_is_filled_in_and_said_to_be_the_body_s(self):
        found = self.assessed(exposure_mode="aperture_priority", aperture=4.0, iso=400.0, shutter_s=1 / 8)
        shutter = found.setup.settings["shutter_s"]
        self.assertNotAlmostEqual(shutter.value, 1 / 8, delta=0.01)
        self.assertIn("settles", shutter.reasons[0])
        self.assertEqual(found.setup.number("aperture"), 4.0)
        self.assertAlmostEqual(found.choice.error_ev, 0, delta=0.34)

    def test_a_value_held_by_hand_stays_even_where_the_mode_would_choose_it(self):
        found = self.assessed(
            exposure_mode="aperture_priority", aperture=4.0, iso=400.0, shutter_s=1 / 8, by_hand=("shutter_s",)
        )
        self.assertAlmostEqual(found.setup.number("shutter_s"), 1 / 8)
        self.assertIn("motion_blur_subject", {finding.code for finding in found.findings})

    def test_manual_values_are_taken_as_they_stand_and_priced(self):
        dark = self.assessed(exposure_mode="manual", aperture=8.0, iso=100.0, shutter_s=1 / 1000)
        self.assertLess(dark.choice.error_ev, -3)
        blurred = self.assessed(exposure_mode="manual", aperture=8.0, iso=100.0, shutter_s=1 / 15)
        self.assertTrue({price.limit for price in blurred.prices} & {"motion", "shake"})

    def test_values_without_meaning_are_refused(self):
        with self.assertRaises(DomainError):
            self.assessed(situation(ev=10, focal_length_mm=500), glass=ZOOM)
