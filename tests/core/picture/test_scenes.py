"""Composed scenes: true units and true geometry, the same for a seed, recognisable tones, and honest refusals."""

import math
from dataclasses import replace
from unittest import mock

import numpy as np
from django.test import SimpleTestCase

from tests.core.scenes import composed, drawn
from wide_aperture.core.documents.situation import SubjectKind
from wide_aperture.core.errors import DomainError, UnknownIdError
from wide_aperture.core.picture.scenes import Tuning, Window, all_casts, all_surroundings, scene, sprites, usual
from wide_aperture.core.picture.scenes.build import AS_DRAWN, WHOLE_FRAME, _world, checked_size
from wide_aperture.core.picture.scenes.composition import cast, faults, placed, surroundings, view
from wide_aperture.core.picture.scenes.drawing import Canvas
from wide_aperture.core.picture.scenes.people import Dress, bystander
from wide_aperture.core.picture.scenes.piece import pieces
from wide_aperture.core.picture.scenes.scene import Around
from wide_aperture.core.picture.scenes.stage import LUX_AT_EV0, MID_REFLECTANCE, Sheet

PEOPLE = (
    "floodlit_pitch",
    "day_pitch",
    "sports_hall",
    "chapel",
    "aisle",
    "dance_floor",
    "portrait_shade",
    "studio_flash",
)
SIZE = (180, 120)


def in_blocks(plane):
    """Means of blocks of 20 x 20."""
    return plane.reshape(8, 20, 12, 20).mean(axis=(1, 3))


def mean_on(scene, tone):
    mask = scene.tones[tone]
    return float((scene.luminance() * mask).sum() / mask.sum())


class EveryPiece(SimpleTestCase):
    def test_light_is_finite_and_never_negative_and_the_frame_is_covered(self):
        """Every surroundings with every subject that belongs there, usual, far wider and far longer."""
        for name, place in all_surroundings().items():
            for who in place.casts or ("",):
                for by in (1.0, 0.45, 3.0):
                    with self.subTest(surroundings=name, cast=who, by=by):
                        made = scene(replace(usual(name), cast=who, focal_mm=place.focal_mm * by), *SIZE)
                        light = made.luminance()
                        self.assertEqual(light.shape, (120, 180))
                        self.assertTrue(np.isfinite(light).all())
                        self.assertGreaterEqual(float(light.min()), 0)
                        self.assertGreater(float(made.layers[0].alpha.min()), 0.99)

    def test_each_is_named_apart_and_stands_for_kinds_there_are(self):
        kinds = set(SubjectKind.__args__)
        for who in all_casts().values():
            self.assertTrue(set(who.kinds) <= kinds, who.name)
        for place in all_surroundings().values():
            self.assertTrue(set(place.casts) <= set(all_casts()), place.name)
            self.assertTrue(set(place.on_subject) <= {lamp.name for lamp in place.lamps}, place.name)

    def test_the_issue_of_what_is_drawn(self):
        self.assertGreaterEqual(len(all_surroundings()), 30)
        self.assertGreaterEqual(len(all_casts()), 30)

    def test_what_stands_in_the_main_light_has_its_luminance(self):
        """L = reflectance E / pi for the grey card held into it."""
        for name in ("floodlit_pitch", "market_noon", "chapel", "portrait_shade"):
            with self.subTest(scene=name):
                made = drawn(name, *SIZE, tuning=Tuning(card=True))
                mask = made.tones["grey card"] > 0.99
                card = float(made.luminance()[mask].mean())
                self.assertAlmostEqual(card / (0.18 * made.lamps[0].illuminance_lux / math.pi), 1, delta=0.02)

    def test_mid_reflectance_follows_from_the_two_meter_constants(self):
        self.assertAlmostEqual(MID_REFLECTANCE * LUX_AT_EV0 / math.pi, 0.125)

    def test_the_moons_disc_reads_its_stated_ev_whatever_the_land_has(self):
        for light_ev in (0.0, 3.0):
            made = scene(
                replace(usual("ridge_night"), cast="moon", focal_mm=600, distance_m=2000),
                *SIZE,
                tuning=Tuning(light_ev=light_ev),
            )
            ev = math.log2(mean_on(made, "moon") / 0.125)
            self.assertAlmostEqual(ev, 14.8, delta=0.15)

    def test_people_bring_skin_of_several_classes_and_white_cloth(self):
        for name in PEOPLE:
            made = drawn(name, *SIZE)
            self.assertTrue({"white cloth", "skin", "dark skin"} & set(made.tones), name)
            self.assertTrue(made.faces, name)
        reflectances = {face.reflectance for name in PEOPLE for face in drawn(name, *SIZE).faces}
        self.assertGreaterEqual(len(reflectances), 4)

    def test_a_seed_draws_the_same_and_another_does_not(self):
        one, same, other = (drawn("forest_light", *SIZE, seed).luminance() for seed in (1, 1, 2))
        self.assertTrue((one == same).all())
        self.assertFalse(np.allclose(one, other))

    def test_a_window_shows_what_the_whole_shows_there(self):
        """The picture at 100 % is the same drawing: no spot of it differs by more than fine detail does."""
        for name in ("chapel", "market_night", "portrait_shade", "reeds"):
            with self.subTest(name):
                whole = drawn(name, 480, 320).luminance()
                part = drawn(name, 240, 160, window=Window(0.25, 0.25, 0.75, 0.75)).luminance()
                ratio = np.log2((part + 0.1) / (whole[80:240, 120:360] + 0.1))
                self.assertLess(float(np.median(np.abs(ratio))), 0.06)
                apart = np.log2((in_blocks(part) + 0.1) / (in_blocks(whole[80:240, 120:360]) + 0.1))
                self.assertLess(float(np.abs(apart).max()), 0.4)


class TrueGeometry(SimpleTestCase):
    """f H / d, whatever lens looks from wherever."""

    def share(self, **changes):
        made = scene(composed("day_pitch", cast="sitter", **changes), 240, 160)
        return sum(float(layer.alpha.sum()) for layer in made.layers if layer.is_subject)

    def test_doubling_the_distance_quarters_the_subject(self):
        self.assertAlmostEqual(
            self.share(distance_m=20, focal_mm=100) / self.share(distance_m=40, focal_mm=100), 4, delta=0.35
        )

    def test_doubling_the_focal_length_is_as_halving_the_distance(self):
        self.assertAlmostEqual(
            self.share(distance_m=40, focal_mm=200) / self.share(distance_m=20, focal_mm=100), 1, delta=0.08
        )

    def test_height_in_the_frame_follows_the_formula(self):
        made = composed("day_pitch", cast="sitter", distance_m=20.0, focal_mm=100.0)
        seen = view(made)
        self.assertAlmostEqual(seen.size(1.7, 20.0), 100 * 1.7 / 20 / 24)
        foot, head = seen.at(0, 0, 20.0)[1], seen.at(0, 1.7, 20.0)[1]
        self.assertAlmostEqual(foot - head, seen.size(1.7, 20.0))
        self.assertAlmostEqual(seen.at(0, 1.6, 1e7)[1], seen.horizon)

    def test_the_ground_lies_where_its_distance_says(self):
        seen = view(composed("day_pitch"))
        for far in (10.0, 80.0):
            self.assertAlmostEqual(seen.ground_m(seen.at(0, 0, far)[1]), far, places=3)
        self.assertEqual(seen.ground_m(seen.horizon - 0.1), math.inf)

    def test_tilting_moves_the_horizon_by_its_tangent(self):
        level, up = (view(composed("tarn_sunrise", tilt_deg=deg)) for deg in (0.0, 10.0))
        self.assertAlmostEqual(level.horizon, 0.5)
        self.assertAlmostEqual(up.horizon - 0.5, math.tan(math.radians(10)) * 20 / 24)

    def test_a_small_sensor_sees_less(self):
        self.assertGreater(self.share(sensor_height_mm=15.6), 1.8 * self.share(sensor_height_mm=24.0))

    def test_the_moon_has_its_true_size(self):
        """31 minutes of arc: 9.05 mm through 1000 mm."""
        made = scene(replace(usual("moon_high"), focal_mm=1000.0), 300, 200)
        height = math.sqrt(float(made.tones["moon"].sum()) * 4 / math.pi) / 200
        self.assertAlmostEqual(height * 24, 1000 * 3474.8 / 384400, delta=0.3)

    def night(self, **places):
        return scene(replace(composed("milky_way"), tilt_deg=20.0, focal_mm=24.0, **places), 360, 240)

    def middle(self, mask):
        """Of a mask, in frame heights right of the middle and up from it."""
        ys, xs = np.nonzero(mask > mask.max() / 2)
        return (xs.mean() + 0.5 - 180) / 240, (120 - ys.mean() - 0.5) / 240

    def test_the_moon_of_a_night_stands_at_its_bearing_and_height(self):
        """Through 24 mm on 24 mm a radian is a frame height; 10 degrees over where the camera looks, 15 to the right."""
        across, up = self.middle(self.night(moon_at=(15.0, 30.0)).tones["moon"])
        self.assertAlmostEqual(across, math.radians(15) * math.cos(math.radians(30)), delta=0.01)
        self.assertAlmostEqual(up, math.radians(10), delta=0.01)
        self.assertNotIn("moon", self.night().tones)

    def test_land_hides_a_moon_that_is_down(self):
        up, down = (self.night(moon_at=(15.0, over)).tones["moon"].sum() for over in (10.0, -6.0))
        self.assertGreater(up, 0)
        self.assertEqual(down, 0)

    def test_the_core_stands_where_the_sky_has_it(self):
        left, right = (
            self.middle(self.night(core_at=(across, 25.0)).tones["Milky Way"])[0] for across in (-20.0, 20.0)
        )
        self.assertAlmostEqual(right - left, math.radians(40) * math.cos(math.radians(25)), delta=0.08)

    def test_a_place_no_sky_has_is_refused(self):
        for place in ((200.0, 10.0), (0.0, 91.0), (math.nan, 0.0)):
            with self.subTest(place), self.assertRaises(DomainError):
                self.night(moon_at=place)

    def test_background_lies_at_its_distance(self):
        made = scene(composed("day_pitch", background_m=30.0, distance_m=10.0), *SIZE)
        self.assertIn(30.0, [layer.depth_m for layer in made.layers if layer.name == "stand"])


class FarAway(SimpleTestCase):
    """A subject half a kilometre off brings no thousands of things along: a plan on such a frame once took forty seconds."""

    def test_no_surroundings_draw_without_end(self):
        drawn = [0]
        fill, laid = Sheet.fill, sprites._laid

        def counted(kept):
            def call(*given, **named):
                drawn[0] += 1
                return kept(*given, **named)

            return call

        with mock.patch.object(Sheet, "fill", counted(fill)), mock.patch.object(sprites, "_laid", counted(laid)):
            for name in all_surroundings():
                scene(replace(usual(name), distance_m=500.0, focal_mm=14.0), *SIZE)
                with self.subTest(surroundings=name):
                    self.assertLess(drawn[0], 900)
                drawn[0] = 0

    def test_a_row_is_as_dense_as_it_is_until_it_would_be_endless(self):
        floor = usual("dance_floor")
        made = _world(floor, Canvas(*SIZE, WHOLE_FRAME), 1, AS_DRAWN, floor.place.lamps)
        self.assertEqual(made.along(-3.0, 3.0, 0.5), np.arange(-3.0, 3.0, 0.5).tolist())
        self.assertLessEqual(len(made.along(-900.0, 900.0, 0.5)), 121)
        self.assertLessEqual(len(made.along(-900.0, 900.0, 0.5, most=30)), 31)


class WhatCannotBe(SimpleTestCase):
    """Drawn as far as it can be, and said."""

    def test_each_fault_says_what_to_do_and_is_drawn_all_the_same(self):
        for changes, words in (
            ({"distance_m": 0.25, "close_focus_m": 0.4}, "focuses from 0.4 m"),
            ({"distance_m": 0.3, "focal_mm": 200.0}, "times as high as the frame"),
            ({"background_m": 3.0, "distance_m": 8.0}, "would lie before the subject"),
            ({"tilt_deg": 60.0, "focal_mm": 85.0}, "does not see the horizon"),
            ({"tilt_deg": -50.0, "focal_mm": 85.0}, "looks past the subject"),
            ({"distance_m": 60_000.0, "focal_mm": 24.0}, "smaller than can be drawn"),
        ):
            made = composed("portrait_shade", **changes)
            with self.subTest(words):
                self.assertTrue(any(words in said for said in faults(made)), faults(made))
                self.assertTrue(np.isfinite(scene(made, *SIZE).luminance()).all())

    def test_an_ordinary_picture_has_none(self):
        self.assertEqual(
            faults(composed("portrait_shade", close_focus_m=0.4, background_m=12.0, tilt_deg=3.0, distance_m=6.0)), ()
        )
        self.assertEqual(faults(composed("portrait_shade", distance_m=0.4, focal_mm=24.0, close_focus_m=0.4)), ())

    def test_sizes_tunings_measures_and_names(self):
        for width, height in ((4, 4), (5000, 10), (4096, 4096)):
            with self.subTest(width=width), self.assertRaises(DomainError):
                checked_size(width, height)
        for tuning in (
            Tuning(light_ev=99),
            Tuning(haze=2),
            Tuning(speed=-1),
            Tuning(light_ev=math.nan),
            Tuning(second_cct_k=10),
        ):
            with self.subTest(tuning=tuning), self.assertRaises(DomainError):
                drawn("chapel", *SIZE, tuning=tuning)
        for changes in ({"distance_m": 0.0}, {"focal_mm": math.inf}, {"across": 9.0}, {"sensor_height_mm": -1.0}):
            with self.subTest(changes=changes), self.assertRaises(DomainError):
                scene(composed("chapel", **changes), *SIZE)
        for ask in (
            lambda: surroundings("volcano"),
            lambda: cast("dragon"),
            lambda: scene(composed("chapel", cast="dragon"), *SIZE),
        ):
            with self.assertRaises(UnknownIdError):
                ask()

    def test_a_room_refuses_what_is_no_piece(self):
        from wide_aperture.core.picture.scenes import cast as room

        with self.assertRaises(TypeError):
            pieces(room, type("Other", (), {}))


class Tuned(SimpleTestCase):
    def test_light_moves_everything_and_the_subject_alone(self):
        plain, lit = drawn("chapel", *SIZE), drawn("chapel", *SIZE, tuning=Tuning(light_ev=2))
        np.testing.assert_allclose(lit.luminance(), plain.luminance() * 4, rtol=1e-4)
        self.assertEqual(lit.ev100, plain.ev100 + 2)
        subject = drawn("chapel", *SIZE, tuning=Tuning(subject_ev=1))
        self.assertAlmostEqual(mean_on(subject, "windows") / mean_on(plain, "windows"), 1, delta=0.02)
        self.assertAlmostEqual(mean_on(subject, "white cloth") / mean_on(plain, "white cloth"), 2, delta=0.1)

    def test_a_stated_part_moves_alone(self):
        plain, brighter = (
            drawn("chapel", 240, 160, tuning=Tuning(around=a))
            for a in (None, Around(from_ev=0, to_ev=1, part="windows"))
        )
        self.assertAlmostEqual(mean_on(brighter, "windows") / mean_on(plain, "windows"), 2, delta=0.1)
        self.assertAlmostEqual(mean_on(brighter, "white cloth") / mean_on(plain, "white cloth"), 1, delta=0.02)
        wall = (plain.tones["windows"] == 0) & (plain.tones["white cloth"] == 0)
        np.testing.assert_allclose(brighter.luminance()[wall], plain.luminance()[wall], rtol=1e-4)

    def test_haze_flattens_what_is_far(self):
        def spread(haze):
            made = drawn("tarn_sunrise", *SIZE, tuning=Tuning(haze=haze))
            light = made.luminance()[made.tones["hills"] > 0.9]
            return float(np.log2(np.percentile(light, 90) / np.percentile(light, 10)))

        self.assertLess(spread(0.8), spread(0.0))

    def test_speed_colours_pulse_and_key(self):
        fast = drawn("day_pitch", *SIZE, tuning=Tuning(speed=2))
        self.assertEqual({layer.name: layer.velocity_m_s for layer in fast.layers}["player"], (13.0, 1.0))
        warm = drawn("chapel", *SIZE, tuning=Tuning(key_cct_k=2400, second_cct_k=9000, flicker_hz=120, modulation=0.9))
        self.assertEqual(([lamp.cct_k for lamp in warm.lamps[:2]], warm.flicker), ([2400, 9000], (120, 0.9)))
        self.assertIsNone(drawn("floodlit_pitch", *SIZE, tuning=Tuning(flicker_hz=0)).flicker)
        left, right = (drawn("portrait_shade", *SIZE, tuning=Tuning(key_deg=deg)).luminance() for deg in (180, 0))
        self.assertFalse(np.allclose(left, right))

    def test_wind_moves_reeds_and_nothing_does_without(self):
        still, windy = (scene(composed("white_bird_dark_water", windy=w), *SIZE) for w in (False, True))
        for made, moves in ((still, False), (windy, True)):
            self.assertEqual(
                any(layer.velocity_m_s != (0.0, 0.0) for layer in made.layers if layer.name == "reeds"), moves
            )


class Placing(SimpleTestCase):
    def test_a_subject_stands_where_across_says(self):
        spot = placed(composed("day_pitch", across=0.3, distance_m=20.0, focal_mm=100.0))
        self.assertAlmostEqual(spot.x_m * 100 / 20 / 24, 0.3)
        self.assertTrue(spot.flip)

    def test_faces_stay_in_the_frame_however_near(self):
        for distance in (1.2, 2.0, 4.0, 9.0):
            made = scene(composed("portrait_shade", cast="sitter", distance_m=distance), *SIZE)
            x, y = made.share_of((made.faces[0].x, made.faces[0].y))
            self.assertTrue(0.05 < y < 0.6 and 0.1 < x < 0.9, (distance, x, y))

    def test_a_seated_figure_is_lower(self):
        from wide_aperture.core.picture.scenes.drawing import Canvas
        from wide_aperture.core.picture.scenes.stage import Sheet

        standing, seated = (
            bystander(Sheet(Canvas(60, 90, Window())), (0.0, 0.95), 0.9, Dress(), 90.0, seated=s) for s in (False, True)
        )
        self.assertLess(seated.sum(), standing.sum())
