"""The numbers a plan prints beside its settings, worked out from its own choice."""

import math

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from tests.core.builders import body, lens, plan_input, planned, situation
from wide_aperture.core.craft.figures import figure
from wide_aperture.core.documents.situation import LightByEv
from wide_aperture.core.planning import plan_of
from wide_aperture.core.planning.weighing import WISHES, visibility


def margin(made, assumption):
    return next(item for item in made.margins.items if item.assumption == assumption)


def window(made, limit):
    return next(each for each in made.windows if each.id == limit)


class Margins(SimpleTestCase):
    @given(st.floats(6, 13), st.sampled_from([1.5, 4.0, 7.0, 11.0]))
    def test_speed_and_distance_are_the_same_margin_seen_from_two_sides(self, ev, speed):
        made = planned(situation(ev=ev, speed=speed))
        left = max(math.log2(window(made, "motion").high / made.choice.shutter_s), 0)
        self.assertAlmostEqual(margin(made, "speed").stops, left, places=2)
        self.assertAlmostEqual(margin(made, "distance").stops, left, places=2)

    def test_the_sentence_names_the_speed_at_which_it_breaks(self):
        made = planned(situation(ev=12, speed=5, near=20, far=20))
        breaks = 5 * window(made, "motion").high / made.choice.shutter_s
        self.assertEqual(margin(made, "speed").sentence, f"Sharp up to {breaks:.2g} m/s at 20 m; the brief says 5 m/s.")

    def test_automatic_iso_has_the_room_to_its_ceiling_and_down_to_base(self):
        made = planned(situation(ev=9, speed=7))
        self.assertEqual(made.setup.option("exposure_mode"), "manual_auto_iso")
        ceiling = made.setup.number("iso_ceiling")
        self.assertAlmostEqual(margin(made, "less light").stops, math.log2(ceiling / made.choice.iso), places=2)
        self.assertAlmostEqual(margin(made, "more light").stops, math.log2(made.choice.iso / 100), places=2)

    def test_a_hand_set_frame_has_the_latitude_of_its_file(self):
        for file, kind in (("raw", "raw_latitude_ev"), ("jpeg", "jpeg_latitude_ev")):
            made = planned(
                situation(ev=12, genre="landscape", near=5, far=None, support="tripod"),
                glass=lens(24, 2.8),
                requests={"file": file},
            )
            self.assertAlmostEqual(margin(made, "less light").stops, figure(kind, "under"), places=2)
            self.assertAlmostEqual(margin(made, "more light").stops, figure(kind, "over"), places=2)

    def test_the_most_fragile_is_the_least_and_is_said_only_when_near(self):
        for ev in (5, 9, 13):
            made = planned(situation(ev=ev, speed=7))
            least = min((m for m in made.margins.items if m.stops is not None), key=lambda m: m.stops)
            self.assertEqual(made.margins.most_fragile, least.assumption)
            near = least.stops <= figure("robust_from_ev")
            self.assertEqual(made.margins.sentence.startswith("Most fragile"), near)

    def test_without_movement_there_is_no_margin_of_speed(self):
        made = planned(situation(ev=12, genre="landscape", near=5, far=None, support="tripod"), glass=lens(24, 2.8))
        self.assertEqual({item.assumption for item in made.margins.items}, {"less light", "more light"})


class TimeAtHome(SimpleTestCase):
    CAMERA = body(frame_rates=({"shutter": "mechanical", "frames_per_s": 10},))

    def cost(self, setting, **brief):
        made = plan_of(plan_input(situation(**brief), camera=self.CAMERA))
        return next((each for each in made.time_costs if each.setting == setting), None), made

    def test_minutes_to_cull_by_hand(self):
        found, made = self.cost("frame_rate", ev=12, speed=7, starts_at_min=600, ends_at_min=660)
        rate = made.setup.number("frame_rate")
        frames = 60 * figure("bursts_a_minute", "moving") * figure("seconds_a_burst") * rate
        self.assertAlmostEqual(found.minutes, frames * figure("cull_s_a_frame") / 60, places=1)
        self.assertIn(f"{rate:g}/s over 60 min", found.sentence)

    def test_twice_the_hours_twice_the_minutes(self):
        one, _ = self.cost("frame_rate", ev=12, speed=7, starts_at_min=600, ends_at_min=630)
        two, _ = self.cost("frame_rate", ev=12, speed=7, starts_at_min=600, ends_at_min=660)
        self.assertAlmostEqual(two.minutes / one.minutes, 2, places=1)

    def test_hours_nobody_stated_are_the_usual_ones(self):
        usual, _ = self.cost("frame_rate", ev=12, speed=7)
        stated, _ = self.cost(
            "frame_rate", ev=12, speed=7, starts_at_min=600, ends_at_min=600 + int(figure("usual_situation_min"))
        )
        self.assertEqual(usual.minutes, stated.minutes)


class SeenOrNot(SimpleTestCase):
    CASE = plan_input(situation(speed=7)).case

    def seen(self, limit, ev, serious=True):
        return visibility(self.CASE, limit, ev, is_serious=serious)[0]

    def test_a_wish_is_never_seen(self):
        for wish in WISHES:
            self.assertEqual(self.seen(wish, 3.0), "not")

    def test_a_limit_is_seen_plainly_from_its_figure_on(self):
        edge = figure("barely_ev")
        self.assertEqual((self.seen("motion", edge - 0.01), self.seen("motion", edge)), ("barely", "plainly"))
        first = figure("plain_first_sign_ev")
        self.assertEqual(
            (self.seen("clean", first - 0.01, False), self.seen("clean", first, False)), ("barely", "plainly")
        )
        lamp = figure("plain_flicker_ev")
        self.assertEqual((self.seen("flicker", lamp - 0.01), self.seen("flicker", lamp)), ("barely", "plainly"))

    def test_diffraction_is_seen_by_pixels_of_the_output(self):
        found = [self.seen("diffraction", ev) for ev in (0, 1, 2, 3, 4, 5, 6)]
        order = ["not", "barely", "plainly"]
        self.assertEqual(found, sorted(found, key=order.index))
        self.assertEqual(len(set(found)) > 1, True)


class LightOverABand(SimpleTestCase):
    def swinging(self, low, high, **brief):
        return planned(situation(light=LightByEv(ev100=9, ev_low=low, ev_high=high), speed=7, **brief))

    def test_the_ceiling_covers_the_darkest_light(self):
        camera = body(ceilings={"routine": 6400, "push": 25600, "reason": "noise", "provenance": "person"})
        steady = plan_of(plan_input(situation(ev=9, speed=7), camera=camera))
        dusk = plan_of(plan_input(situation(light=LightByEv(ev100=9, ev_low=6), speed=7), camera=camera))
        self.assertEqual(steady.setup.number("iso_ceiling"), 6400)
        needed = dusk.choice.iso * 2**3
        self.assertEqual(dusk.setup.number("iso_ceiling"), 25600 if needed > 6400 * 1.1 else 6400)

    def test_predicted_frames_expose_rightly_between_the_ends(self):
        made = self.swinging(7, 11)
        self.assertEqual([frame.light for frame in made.prediction], ["darkest", "expected", "brightest"])
        self.assertEqual([frame.ev100 for frame in made.prediction], [7, 9, 11])
        for frame in made.prediction:
            own = math.log2(frame.aperture**2 / frame.shutter_s) - math.log2(frame.iso / 100)
            self.assertAlmostEqual(own + frame.error_ev, frame.ev100, delta=0.05)

    def test_give_way_comes_in_order_and_names_what_yields(self):
        for ev in (8, 10, 12):
            steps = planned(situation(ev=ev, speed=7)).give_way
            for way in (steps.less_light, steps.more_light):
                self.assertEqual([step.after_ev for step in way], sorted(step.after_ev for step in way))
                self.assertTrue(all(step.sentence and step.label for step in way))
