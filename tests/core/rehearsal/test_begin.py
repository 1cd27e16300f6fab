"""The way from a planned situation into its rehearsal."""

import datetime as dt
from dataclasses import replace

from django.test import SimpleTestCase

from tests.core.builders import body, lens, plan_input, planned, situation
from tests.core.corpus import demo_inputs
from wide_aperture.core.documents.body import ReserveFloor
from wide_aperture.core.documents.situation import LightByName, LightBySky
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.errors import UnknownIdError
from wide_aperture.core.picture.imaging.capture import Capture
from wide_aperture.core.planning import plan_of
from wide_aperture.core.planning.case.composing import composed
from wide_aperture.core.rehearsal.begin import rehearsal
from wide_aperture.core.rehearsal.composed import EARLIER_SCENES, ChosenPieces, ComposedScene, composed_scene, earlier

OPEN_SEA = SkyContext(date=dt.date(2026, 6, 20), zone="Etc/UTC", latitude_deg=51.5, longitude_deg=-25.0)


def case_of(brief, camera=None, glass=None, preferences=None):
    asked = plan_input(brief, camera=camera, glass=glass)
    return asked.model_copy(update={"preferences": preferences or asked.preferences}).case


class Suggested(SimpleTestCase):
    def test_the_demo_finds_its_own_compositions(self):
        found = {title: composed(given.case)[0] for title, given in demo_inputs().items()}
        for title, place, who in (
            ("Second half, floodlights", "pitch_lamps", "players"),
            ("First half", "pitch", "players"),
            ("Gulls over the bar", "bright_cloud", "bird_flying"),
            ("White wader on dark water", "reeds", "wader"),
            ("Deer at the wood’s edge", "wood_edge", "deer"),
            ("Blade of noon sun", "market_lane", "walker"),
            ("Wet pavement, shop signs", "market_night", "walker"),
            ("Café, filament bulbs", "cafe", "sitter"),
            ("Sun on the horizon", "tarn_sunrise", "rocks"),
            ("Beck, silky water", "beck", "nothing"),
            ("Getting ready by the window", "window_room", "at_table"),
            ("Vows in the chapel", "chapel", "couple"),
            ("Families in three rows", "garden", "group"),
            ("First dance, bounced flash", "dance_floor", "dancers"),
            ("Couple in open shade", "garden", "couple"),
            ("Dusk from the barn", "hills_dusk", "nothing"),
            ("Galactic core", "ridge_night", "stars"),
            ("Moonrise over the ridge", "hills_dusk", "moon"),
        ):
            self.assertEqual((found[title].surroundings, found[title].cast), (place, who), title)

    def test_lens_and_distance_are_the_situations(self):
        seen = composed(case_of(situation(11, 9, near=4, far=9), glass=lens(85, 2)))[0]
        self.assertEqual((seen.focal_mm, seen.distance_m), (85, 6))

    def test_a_dark_bird_and_a_white_one_are_told_apart(self):
        dark = situation(12.5, 10, genre="wildlife", subject="bird", background_ev100=14.5, subject_tone="dark")
        white = situation(
            14,
            1,
            genre="wildlife",
            subject="bird",
            subject_tone="light",
            background_tone="dark",
            activity="wading_bird",
        )
        seen = [composed(case_of(brief))[0] for brief in (dark, white)]
        self.assertEqual(
            [(one.surroundings, one.cast) for one in seen], [("bright_cloud", "dark_bird_flying"), ("reeds", "wader")]
        )

    def test_the_briefs_own_words_count_and_what_is_special_waits_for_them(self):
        plain = situation(14, 9, genre="sports", subject="person", near=10, far=30)
        for title, place in (
            ("Sunday match", "pitch"),
            ("Cyclists on the pass road", "road"),
            ("Races in the snow", "snow"),
        ):
            self.assertEqual(composed(case_of(plain.model_copy(update={"title": title})))[0].surroundings, place)

    def test_named_pieces_go_before_any_likeness_and_unknown_ones_are_said(self):
        asked = situation(14, 9, genre="sports", subject="person", surroundings="beach", seen_as="couple")
        seen, because = composed(case_of(asked))
        self.assertEqual((seen.surroundings, seen.cast, because), ("beach", "couple", "As the brief says."))
        unknown = case_of(situation(14, 9, genre="sports", surroundings="volcano"))
        self.assertEqual(composed(unknown)[0].surroundings, "pitch")
        self.assertIn("volcano", unknown.frame.faults[0])


class EarlierNames(SimpleTestCase):
    def test_every_scene_of_earlier_versions_has_become_a_composition(self):
        self.assertEqual(len(EARLIER_SCENES), 18)
        for name in EARLIER_SCENES:
            made = earlier(name)
            self.assertTrue(made.place.casts == () or made.cast in made.place.casts, name)
            self.assertEqual(ComposedScene.model_validate(name).surroundings, made.surroundings)
            self.assertEqual(ChosenPieces.model_validate(name).seen_as or "", made.cast)

    def test_what_travels_comes_back(self):
        made = replace(earlier("chapel"), moon_at=(12.0, 30.0), core_at=(-170.0, -20.0))
        camera = Capture(shutter_s=1, aperture=2, iso=100, focal_mm=made.focal_mm, subject_m=made.distance_m)
        self.assertEqual(composed_scene(made).through(camera), made)
        nearer = composed_scene(made).through(camera.model_copy(update={"subject_m": 3.0, "focal_mm": 35}))
        self.assertEqual((nearer.distance_m, nearer.focal_mm), (3.0, 35))


class AsPlanned(SimpleTestCase):
    def start(self, brief, *, scene=None, **plan):
        made = planned(brief, **plan)
        camera, glass = plan.get("camera") or body(), plan.get("glass") or lens()
        return rehearsal(
            case_of(brief, camera, glass), made, None if scene is None else ChosenPieces.model_validate(scene)
        ), made

    def test_the_camera_stands_as_the_plan_sets_it(self):
        brief = situation(8.5, 7, near=15, far=40)
        begun, made = self.start(
            brief, pins={"shutter_s": 1 / 500, "picture_profile": "flat", "kelvin": 4000, "white_balance": "kelvin"}
        )
        camera = begun.capture
        self.assertEqual(
            (camera.shutter_s, camera.aperture, camera.iso), (1 / 500, made.choice.aperture, made.choice.iso)
        )
        self.assertEqual((camera.look.base, camera.white.mode, camera.white.kelvin), ("flat", "kelvin", 4000))
        self.assertAlmostEqual(camera.subject_m, 24.5, delta=0.1)
        self.assertIsNotNone(camera.hand_limit_s)

    def test_fog_hides_by_metres_and_haze_by_the_scene(self):
        def hidden(condition: str, metres: float) -> float:
            brief = situation(
                light=LightBySky(condition=condition), near=metres, far=metres, starts_at_min=720, ends_at_min=780
            )
            asked = plan_input(brief, sky=OPEN_SEA)
            return rehearsal(asked.case, plan_of(asked)).tuning.haze

        self.assertEqual(hidden("fog", 2), 0.27)  # 0.02 ** (20 / 250) of the contrast is left at 20 m
        self.assertEqual(hidden("fog", 100), 0.95)
        self.assertEqual([hidden("haze", metres) for metres in (2, 100)], [0.35, 0.35])
        self.assertEqual(hidden("overcast", 100), 0)

    def test_the_scene_takes_on_the_situations_light_colour_speed_and_pulse(self):
        brief = situation(7.0, 13.0, light=LightByName(name="small_pitch", cct_k=3500), genre="sports")
        begun, _ = self.start(brief, scene="floodlit_pitch")
        self.assertAlmostEqual(begun.tuning.light_ev, 7.7 - 8.33, places=2)
        self.assertEqual((begun.tuning.key_cct_k, begun.tuning.speed, begun.tuning.flicker_hz), (3500, 2.0, 100))

    def test_a_tripod_has_no_shake_and_infinity_no_distance(self):
        brief = situation(
            -7, genre="night_sky", near=1e6, far=None, support="tripod", subject="stars", angular_speed_arcsec_s=15.04
        )
        begun, _ = self.start(brief, glass=lens(20, 1.8))
        self.assertEqual(
            (begun.capture.hand_limit_s, begun.capture.focus_m, begun.capture.subject_m), (None, None, None)
        )

    def test_reserve_bracket_and_panning_come_along(self):
        floors = (ReserveFloor(reserve="highlight_reserve_1", iso=200),)
        begun, _ = self.start(
            situation(12, genre="landscape", near=3, far=None, support="tripod", scene_range_ev=16),
            camera=body(reserve_floors=floors), glass=lens(24, 4), pins={"dr_mode": "highlight_reserve_1", "bracketing": "5x2"},
        )  # fmt: skip
        self.assertEqual(
            (begun.capture.reserve, begun.bracket.frames, begun.bracket.step_ev), ("highlight_reserve_1", 5, 2)
        )
        panned, _ = self.start(situation(12, 8, look="pan_blur", direction="across"))
        self.assertTrue(panned.capture.panned)

    def test_a_scene_chosen_by_hand_must_exist(self):
        self.assertEqual(self.start(situation(speed=7), scene="chapel")[0].scene.surroundings, "chapel")
        with self.assertRaises(UnknownIdError):
            self.start(situation(speed=7), scene="volcano")
