"""Laws and landmarks of the plan."""

import math

from django.test import SimpleTestCase
from hypothesis import example, given
from hypothesis import strategies as st
from pydantic import ValidationError

from tests.core.builders import body, lens, planned, situation
from wide_aperture.core.craft.settings import catalogue
from wide_aperture.core.documents.accessories import Accessories, Flash
from wide_aperture.core.documents.body import IsoCeilings
from wide_aperture.core.documents.situation import LightByEv, LightByName, SpeedBand
from wide_aperture.core.errors import DomainError, UnknownIdError

GENRES = ("sports", "wildlife", "street", "landscape", "wedding", "night_sky", "portrait", "everyday")
light = st.floats(-4, 16)
speed = st.floats(0, 15)
genre = st.sampled_from(GENRES)
support = st.sampled_from(("handheld", "monopod", "tripod"))


class ExposureLaws(SimpleTestCase):
    @given(ev=light, metres_s=speed, kind=genre, held=support)
    def test_plans_are_deterministic(self, ev, metres_s, kind, held):
        brief = situation(ev, metres_s, genre=kind, support=held)
        self.assertEqual(planned(brief), planned(brief))

    @given(ev=light, metres_s=speed, kind=genre, held=support, more=st.floats(0.1, 6))
    @example(ev=1.125, metres_s=0.0, kind="sports", held="handheld", more=0.25)  # just beyond half a step dark
    def test_more_light_never_raises_the_iso(self, ev, metres_s, kind, held, more):
        glass = lens(200, math.sqrt(8))  # a widest mark of the series
        dim = planned(situation(ev, metres_s, genre=kind, support=held), glass=glass).choice
        bright = planned(situation(min(ev + more, 22), metres_s, genre=kind, support=held), glass=glass).choice

        self.assertLessEqual(bright.iso, dim.iso)

    @given(
        ev=light,
        metres_s=speed,
        kind=genre,
        held=support,
        more=st.floats(0.1, 6),
        widest=st.sampled_from((1.7, 2.8, 3.5)),
    )
    @example(ev=14.328125, metres_s=13.0, kind="sports", held="handheld", more=0.15625, widest=2.8)
    def test_beside_the_series_more_light_raises_it_by_a_step_at_most(self, ev, metres_s, kind, held, more, widest):
        """A widest mark between two steps leaves a gap in the exposures there are: one step of ISO fills it."""
        glass = lens(200, widest)
        dim = planned(situation(ev, metres_s, genre=kind, support=held), glass=glass).choice
        bright = planned(situation(min(ev + more, 22), metres_s, genre=kind, support=held), glass=glass).choice

        self.assertLessEqual(bright.iso, dim.iso * 2 ** (1 / 3) * 1.01)

    @given(
        ev=st.floats(7, 16),
        metres_s=st.floats(0.5, 10),
        faster=st.floats(1.05, 3),
        kind=st.sampled_from(("sports", "wildlife", "street")),
    )
    def test_a_faster_subject_never_slows_the_shutter(self, ev, metres_s, faster, kind):
        slow = planned(situation(ev, metres_s, genre=kind)).choice
        fast = planned(situation(ev, metres_s * faster, genre=kind)).choice

        self.assertLessEqual(math.log2(fast.shutter_s / slow.shutter_s), 1e-9)

    @given(ev=light, metres_s=speed, kind=genre)
    def test_hard_ends_are_never_crossed(self, ev, metres_s, kind):
        camera, glass = body(), lens()
        plan = planned(situation(ev, metres_s, genre=kind), camera=camera, glass=glass)
        grace = 2 ** (1 / 6)

        self.assertTrue(1 / 16000 / grace <= plan.choice.shutter_s <= 30 * 1.1)
        self.assertTrue(2.8 / grace <= plan.choice.aperture <= 22 * grace)
        self.assertTrue(100 / grace <= plan.choice.iso <= 12800 * grace)

    @given(ev=st.floats(2, 15), metres_s=speed, kind=genre)
    def test_the_exposure_adds_up(self, ev, metres_s, kind):
        choice = planned(situation(ev, metres_s, genre=kind)).choice
        adds_up = math.log2(choice.aperture**2 / choice.shutter_s) - math.log2(choice.iso / 100) + choice.nd_stops

        self.assertAlmostEqual(choice.ev100, adds_up)
        self.assertAlmostEqual(ev - adds_up, choice.error_ev, places=2)

    @given(ev=light, metres_s=speed, shutter=st.floats(1e-5, 60), number=st.floats(1.4, 32))
    def test_a_pinned_value_is_never_changed(self, ev, metres_s, shutter, number):
        plan = planned(situation(ev, metres_s), pins={"shutter_s": shutter, "aperture": number, "af_mode": "single"})

        self.assertEqual((plan.choice.shutter_s, plan.choice.aperture), (shutter, number))
        self.assertEqual(plan.setup.value("af_mode"), "single")
        self.assertEqual(plan.setup.settings["shutter_s"].layer, "pin")
        self.assertEqual(plan.field.shutter_s[plan.field.chosen_column], shutter)

    @given(ev=light, metres_s=speed, kind=genre, held=support)
    def test_prices_are_what_the_values_pass(self, ev, metres_s, kind, held):
        plan = planned(situation(ev, metres_s, genre=kind, support=held))
        for price in plan.prices:
            window = next((w for w in plan.windows if w.id == price.limit), None)
            if window is None or price.limit in ("flicker", "exposure"):
                continue
            value = getattr(plan.choice, window.axis)
            per_octave = 2 if window.axis == "aperture" else 1
            ends = [per_octave * math.log2(value / window.high)] if window.high else []
            ends += [per_octave * math.log2(window.low / value)] if window.low else []
            self.assertAlmostEqual(price.ev, max(ends), delta=0.006)


class PlanContents(SimpleTestCase):
    def test_every_genre_gives_a_whole_plan(self):
        for kind in GENRES:
            with self.subTest(genre=kind):
                plan = planned(situation(ev=10, speed=1, genre=kind))
                self.assertGreaterEqual(len(plan.alternatives), 3)
                self.assertTrue(all(value.reasons for value in plan.setup.settings.values()))
                self.assertLessEqual(set(plan.setup.settings), {entry.id for entry in catalogue()})
                self.assertEqual(len(plan.field.iso), len(plan.field.apertures))

    def test_options_are_the_catalogue_s(self):
        for kind in GENRES:
            plan = planned(situation(ev=4, speed=2, genre=kind, flicker_hz=100))
            for entry in catalogue():
                value = plan.setup.value(entry.id)
                if entry.options and value is not None:
                    self.assertIn(value, {option.id for option in entry.options})

    def test_an_alternative_says_what_it_costs_further(self):
        plan = planned(situation(ev=8, speed=7))
        sharper = next(way for way in plan.alternatives if way.id == "sharper_motion")
        self.assertLess(sharper.choice.shutter_s, plan.choice.shutter_s)
        self.assertTrue(sharper.costs and all(price.ev > 0 for price in sharper.costs))

    def test_the_give_way_order_comes_in_order(self):
        steps = planned(situation(ev=10, speed=7)).give_way.less_light
        self.assertEqual([s.after_ev for s in steps], sorted(s.after_ev for s in steps))
        self.assertIn("motion", {s.limit for s in steps})

    def test_the_margin_of_speed_is_the_motion_limit(self):
        plan = planned(situation(ev=12, speed=5))
        motion = next(w for w in plan.windows if w.id == "motion")
        margin = next(m for m in plan.margins.items if m.assumption == "speed")
        self.assertAlmostEqual(margin.stops, max(math.log2(motion.high / plan.choice.shutter_s), 0), places=2)

    def test_an_impossible_wish_is_called_so_and_says_what_would_help(self):
        plan = planned(situation(ev=1, speed=9))
        self.assertFalse(plan.advice.feasible)
        self.assertTrue(any("light" in help_ for help_ in plan.advice.helps))

    def test_the_body_s_own_choice_is_predicted_over_the_light_s_band(self):
        brief = situation(speed=7, light=LightByEv(ev100=9, ev_low=7, ev_high=10))
        low, expected, high = planned(brief).prediction
        self.assertAlmostEqual(math.log2(low.iso / expected.iso), 2, places=6)
        self.assertAlmostEqual(math.log2(expected.iso / high.iso), 1, places=6)

    def test_slowest_shutter_breaks_in_the_prediction_past_the_ceiling(self):
        brief = situation(speed=1.4, near=3, far=8, genre="street", light=LightByEv(ev100=7, ev_low=0))
        plan = planned(brief, glass=lens(35, 2.8), schools={"exposure": "aperture_priority_slowest_shutter"})
        darkest = plan.prediction[0]
        self.assertEqual(darkest.iso, 12800)
        self.assertGreater(darkest.shutter_s, plan.setup.number("slowest_shutter_s"))

    def test_zone_focus_starts_from_depth(self):
        brief = situation(ev=12, speed=1.4, near=1.5, far=5, genre="street")
        plan = planned(brief, glass=lens(28, 2.0), requests={"focus_method": "zone_focus"})
        self.assertEqual(plan.setup.value("af_mode"), "manual")
        self.assertLessEqual(plan.sharpness.near_m, 1.5)
        self.assertTrue(plan.sharpness.far_m is None or plan.sharpness.far_m >= 5)

    def test_a_burst_lowers_the_hand_hold_floor(self):
        single = planned(situation(ev=2, genre="landscape", near=10, far=None))
        burst = planned(situation(ev=2, genre="landscape", near=10, far=None, burst_frames=10))
        limits = [next(w.high for w in plan.windows if w.id == "shake") for plan in (single, burst)]
        self.assertGreater(limits[1], limits[0] * 4)

    def test_flash_keeps_the_sync_and_the_room_under(self):
        brief = situation(ev=4, speed=1, near=2, far=4, genre="wedding")
        plan = planned(
            brief,
            glass=lens(35, 2.8),
            requests={"flash": "bounce"},
            accessories=Accessories(flash=Flash(guide_number_m=36)),
        )
        self.assertGreaterEqual(plan.choice.shutter_s, 1 / 256 / 1.01)
        self.assertAlmostEqual(plan.choice.ev100, 5, delta=0.2)

    def test_named_lights_bring_their_pulse_and_colour(self):
        plan = planned(situation(speed=6, light=LightByName(name="sports_hall")))
        self.assertEqual((plan.light.flicker_hz, plan.setup.value("kelvin")), (100, 4000))
        self.assertEqual(plan.setup.value("anti_flicker"), "on")

    def test_two_ceilings_the_one_at_a_push_is_never_passed(self):
        camera = body(ceilings=IsoCeilings(routine=3200, push=6400))
        self.assertLessEqual(planned(situation(ev=0, speed=9), camera=camera).choice.iso, 6400 * 1.01)

    def test_a_pinned_focus_distance_moves_the_sharp_zone(self):
        plan = planned(situation(ev=12, speed=7), pins={"focus_distance_m": 18.0})
        self.assertEqual(plan.sharpness.focus_m, 18.0)

    def test_the_rotated_speed_band_uses_its_upper_end(self):
        slow = situation(speed=8)
        band = slow.model_copy(update={"speed": SpeedBand(low_m_s=2, high_m_s=8)})
        self.assertEqual(planned(slow).choice, planned(band).choice)

    def test_refusals(self):
        with self.assertRaises(DomainError):
            planned(situation(focal_length_mm=400))
        with self.assertRaises(UnknownIdError):
            planned(situation(light=LightByName(name="torch")))
        with self.assertRaises(ValidationError):
            planned(pins={"colour_of_strap": "red"})
        for pins in ({"shutter_s": 0.0}, {"kelvin": -5.0}, {"metering": "guess"}, {"iso": "high"}):
            with self.assertRaises(DomainError):
                planned(pins=pins)
