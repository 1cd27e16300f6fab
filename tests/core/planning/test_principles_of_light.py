"""The principles of light: flash, lamps, the meter, and colour that is the picture; each where it must act and where not."""

import math

from django.test import SimpleTestCase

from tests.core.builders import body, codes, lens, planned, situation
from wide_aperture.core.documents.accessories import Accessories, Flash
from wide_aperture.core.physics.sensor import typical


class FlashAlone(SimpleTestCase):
    BAG = Accessories(flash=Flash(guide_number_m=60))

    def made(self, speed, **brief):
        brief = {"ev": 5, "speed": speed, "near": 3, "far": 5, "cct_k": 3500, **brief}
        return planned(situation(**brief), glass=lens(35, 1.8), accessories=self.BAG, requests={"flash": "key"})

    def test_a_ghost_that_would_show_is_held_three_stops_down_or_more(self):
        fast = self.made(6)
        self.assertLessEqual(fast.setup.number("ambient_offset_ev"), -3)
        self.assertEqual((fast.choice.iso, fast.setup.option("drive")), (100, "single"))
        self.assertGreaterEqual(fast.choice.aperture, 5)
        self.assertEqual(fast.setup.option("white_balance"), "flash")
        self.assertLess(abs(fast.choice.error_ev), 0.4)

    def test_where_nothing_moves_the_room_stays_present(self):
        self.assertEqual(self.made(0.1).setup.number("ambient_offset_ev"), -1)

    def test_a_room_whose_lamps_are_stated_stays_in_the_picture(self):
        kept = self.made(6, second_cct_k=5600)
        self.assertEqual(kept.setup.number("ambient_offset_ev"), -3)
        self.assertGreater(kept.choice.iso, 100)


class ColourOfTheHour(SimpleTestCase):
    def balance(self, **brief):
        return planned(situation(genre="wildlife", speed=1, **brief)).setup.option("white_balance")

    def test_low_sun_and_blue_hour_keep_their_colour(self):
        self.assertEqual(self.balance(ev=12, cct_k=3900), "daylight")
        self.assertEqual(self.balance(ev=3, cct_k=9500), "daylight")

    def test_lamps_of_the_same_colour_and_bright_shade_are_no_such_hour(self):
        self.assertNotEqual(self.balance(ev=12, cct_k=3900, flicker_hz=100), "daylight")
        self.assertEqual(self.balance(ev=11, cct_k=9500), "auto")

    def test_a_silhouette_has_no_eye_to_find_and_no_dark_tone_to_warn_of(self):
        black = planned(situation(ev=12, speed=1, look="silhouette", subject_tone="dark", background_tone="light"))
        self.assertEqual(black.setup.option("subject_detection"), "off")
        self.assertNotIn("meter_bias_dark_tones", codes(black))
        dark = planned(situation(ev=12, speed=1, subject_tone="dark"))
        self.assertIn("meter_bias_dark_tones", codes(dark))


class Lamps(SimpleTestCase):
    def test_under_a_silent_shutter_pulsing_lamps_outweigh_a_stop_or_two_of_motion(self):
        def time(speed, **brief):
            light = {"ev": 7, "near": 6, "far": 6, "genre": "everyday", "flicker_hz": 100, "modulation": 0.5}
            return planned(situation(speed=speed, **light, **brief), glass=lens(50, 1.8)).choice.shutter_s

        for speed in (1, 2):
            self.assertAlmostEqual(time(speed, constraints=("silent",)), 1 / 100, delta=5e-4)
        self.assertLess(time(4, constraints=("silent",)), 1 / 400)
        self.assertLess(time(2), 1 / 200)  # curtains do not band


class TheMeterDecides(SimpleTestCase):
    def compensation(self, pattern, **brief):
        mode = {"exposure_mode": "aperture_priority", "metering": pattern}
        return planned(situation(speed=0, genre="portrait", near=3, far=3, **brief), requests=mode).setup.number(
            "exposure_comp_ev"
        )

    def test_a_spot_counts_only_the_tone_under_it(self):
        for behind in ("dark", "mid", "light"):
            self.assertAlmostEqual(self.compensation("spot", subject_tone="light", background_tone=behind), 5 / 3)
            self.assertEqual(self.compensation("spot", background_tone=behind), 0)
        self.assertLess(self.compensation("multi_segment", background_tone="dark"), 0)

    def test_the_middle_counts_more_under_a_bell_than_by_its_area(self):
        light = {"background_tone": "light"}
        self.assertGreater(self.compensation("average", **light), self.compensation("centre_weighted", **light))

    def test_a_highlight_weighted_meter_brings_the_subject_up_as_far_as_its_highlights_survive(self):
        def up(range_ev):
            return self.compensation("highlight_weighted", scene_range_ev=range_ev, subject_tone="mid")

        self.assertGreaterEqual(up(3), up(7))
        self.assertLess(up(14), up(7))
        clipping = body().electrons.mid_below_clipping_ev
        for range_ev in (8.0, 10.0, 14.0):
            top_after = up(range_ev) + 7 / 3  # where the brightest part lands
            self.assertLessEqual(top_after, clipping)


class FlashFigures(SimpleTestCase):
    """Power as a number, with its reach and how soon the flash is ready again; a held room is really held."""

    def made(self, guide=36, mid=3.0, **plan):
        brief = situation(ev=5, genre="wedding", near=mid, far=mid, speed=0.1, direction="still")
        unit = Flash(guide_number_m=guide, **plan.pop("unit", {}))
        return planned(
            brief, glass=lens(50, 1.8), accessories=Accessories(flash=unit), requests={"flash": "key"}, **plan
        )

    def test_a_stop_less_power_for_each_stop_of_guide_number_to_spare(self):
        near, far = self.made(mid=2.0), self.made(mid=4.0)
        self.assertEqual(near.choice, far.choice)
        self.assertAlmostEqual(far.setup.number("flash_level_ev") - near.setup.number("flash_level_ev"), 2)
        cell = far.choice
        at_full = 36 / cell.aperture * math.sqrt(cell.iso / 100)  # N = GN / d x sqrt(S / 100)
        self.assertAlmostEqual(far.setup.number("flash_level_ev"), 2 * math.log2(4.0 / at_full), delta=1 / 6)

    def test_bounce_takes_two_stops_and_what_is_missing_is_full_power(self):
        brief = situation(ev=5, genre="wedding", near=3.0, far=3.0, speed=0.1, direction="still")
        kit = {"glass": lens(50, 1.8), "accessories": Accessories(flash=Flash(guide_number_m=36))}
        direct, bounced = (planned(brief, requests={"flash": use}, **kit) for use in ("key", "bounce"))
        self.assertAlmostEqual(bounced.setup.number("flash_level_ev") - direct.setup.number("flash_level_ev"), 2)
        self.assertEqual(self.made(guide=6, mid=8.0).setup.number("flash_level_ev"), 0)
        self.assertEqual(self.made(guide=200, mid=0.5).setup.number("flash_level_ev"), -7)

    def test_ready_again_in_proportion_to_the_power_used(self):
        def loads_s(made):
            return made.setup.settings["flash_level_ev"].reasons[1]

        self.assertEqual(loads_s(self.made(guide=2, mid=20.0)), "It is ready again after about 2.5 s.")
        slow = self.made(guide=2, mid=20.0, unit={"recycle_s": 8.0})
        self.assertEqual(loads_s(slow), "It is ready again after about 8 s.")

    def test_the_iso_rises_until_full_power_reaches_and_no_further(self):
        def made(guide, mid):
            brief = situation(ev=4, genre="wedding", near=mid, far=mid, speed=0.6, cct_k=2900)
            unit = Accessories(flash=Flash(guide_number_m=guide))
            return planned(brief, glass=lens(50, 2.8), requests={"flash": "bounce"}, accessories=unit)

        for guide, mid in ((20, 8), (20, 12), (36, 15)):
            near = made(guide, mid)
            self.assertNotIn("flash_out_of_reach", codes(near), f"{guide} at {mid} m")
        limits = {window.id: window.low for window in made(20, 12).windows}
        # N d = GN sqrt(S / 100) through a bounce that takes two stops: S = 100 (2.8 x 12 x 2 / 20)^2.
        self.assertAlmostEqual(limits["flash_reach"], 100 * (2.8 * 12 * 2 / 20) ** 2, delta=1)
        self.assertNotIn("flash_reach", {window.id for window in made(200, 2).windows})
        self.assertIn("flash_out_of_reach", codes(made(4, 20)))

    def test_a_held_offset_is_held_and_an_exposure_that_misses_it_is_found(self):
        free, held = self.made(), self.made(pins={"ambient_offset_ev": -3.0})
        self.assertEqual(held.setup.number("ambient_offset_ev"), -3)
        cell = held.choice
        room = 5 - math.log2(cell.aperture**2 / cell.shutter_s * 100 / cell.iso)  # how the ambient light comes out
        self.assertAlmostEqual(room, -3, delta=1 / 4)
        self.assertNotIn("ambient_offset_missed", codes(held))
        self.assertNotIn("ambient_offset_missed", codes(free))
        stuck = self.made(pins={"ambient_offset_ev": -3.0, "iso": 6400.0, "aperture": 1.8})
        self.assertIn("ambient_offset_missed", codes(stuck))


class TheLightsColour(SimpleTestCase):
    def balance(self, kelvin, ev=6, schools=None, camera=None, **brief):
        made = planned(situation(ev=ev, cct_k=kelvin, near=3, far=3, **brief), schools=schools or {}, camera=camera)
        return made.setup.option("white_balance"), made.setup.number("kelvin")

    def test_neutral_light_indoors_is_a_room_s_own_not_daylight_with_clouds(self):
        for kelvin in (4300, 5000, 5500):
            self.assertEqual(self.balance(kelvin, genre="everyday"), ("kelvin", kelvin))
        made = planned(situation(ev=6, cct_k=4800, near=3, far=3, genre="street"))
        self.assertNotIn("cloud", " ".join(made.setup.settings["white_balance"].reasons))
        self.assertEqual(self.balance(6200, genre="street")[0], "auto")  # a grey day
        self.assertEqual(self.balance(5200, ev=13, genre="street")[0], "auto")  # the Sun is up
        self.assertEqual(self.balance(4800, genre="landscape", support="tripod")[0], "daylight")  # an evening outdoors

    def test_how_much_of_the_lamps_warmth_stays_is_a_school(self):
        def kelvin(school, light):
            return self.balance(light, ev=4, genre="wedding", schools={"warmth": school}, camera=body(kelvin_low=1800))[
                1
            ]

        for light in (1900, 2500):
            neutral, part, seen = (kelvin(school, light) for school in ("neutral", "part", "as_seen"))
            self.assertAlmostEqual(neutral, light, delta=50)
            self.assertTrue(neutral < part < seen < 5300)
        self.assertEqual(kelvin("part", 3200), kelvin("neutral", 3200))
        self.assertGreater(kelvin("as_seen", 3200), 3200)
        self.assertEqual({kelvin(school, 5000) for school in ("neutral", "part", "as_seen")}, {5000})

    def test_a_body_is_set_no_lower_than_it_reaches_and_that_is_no_mismatch(self):
        for lowest, set_k in ((1800, 1900), (2500, 2500)):
            brief = situation(ev=4, genre="wedding", near=3, far=3, cct_k=1900)
            made = planned(brief, camera=body(kelvin_low=lowest), schools={"warmth": "neutral"})
            self.assertAlmostEqual(made.setup.number("kelvin"), set_k, delta=50)
            self.assertNotIn("wb_mismatch", codes(made))
        self.assertEqual(made.setup.settings["kelvin"].layer, "body")
        self.assertIn("ends at 2500 K", made.setup.settings["kelvin"].reasons[-1])


class ARemedyNamesItsFilter(SimpleTestCase):
    """A longer time in bright light takes a filter: the remedy says so and sets it, and only where it is needed."""

    def remedy(self, ev):
        brief = situation(
            ev=ev, genre="wildlife", near=0.8, far=3.2, flicker_hz=100, waveform="sine", modulation=0.125, cct_k=2700
        )
        camera = body(
            fastest_first_curtain_s=None, fastest_electronic_s=None, readout_ms=None, stabiliser_stops=0,
            anti_flicker=False, megapixels=12, electrons=typical(36, 24, 12, 100), ceilings={"routine": 1600, "push": 12800},
        )  # fmt: skip
        made = planned(brief, camera=camera, glass=lens(14, 1.4), accessories=Accessories(nd_stops=(3, 6)))
        found = [f.remedy for f in made.findings if f.code == "flicker_banding" and f.remedy]
        return found[0] if found else None

    def test_in_bright_light(self):
        remedy = self.remedy(16)
        self.assertEqual(remedy.changes, {"shutter_s": 0.01, "nd_stops": 3.0})
        self.assertEqual(remedy.label, "Use 1/100 s, a whole period, with 3 stops of filter")

    def test_not_where_the_opening_does_it(self):
        self.assertIsNone(self.remedy(8))
