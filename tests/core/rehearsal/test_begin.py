"""The way from a planned situation into its rehearsal."""

from django.test import SimpleTestCase

from tests.core.builders import body, lens, plan_input, planned, situation
from tests.core.corpus import demo_inputs
from wide_aperture.core.documents.body import ReserveFloor
from wide_aperture.core.documents.situation import LightByName
from wide_aperture.core.errors import UnknownIdError
from wide_aperture.core.planning.case.scene_choice import suggested_scene
from wide_aperture.core.rehearsal.begin import rehearsal


def case_of(brief, camera=None, glass=None, preferences=None):
    asked = plan_input(brief, camera=camera, glass=glass)
    return asked.model_copy(update={"preferences": preferences or asked.preferences}).case


class Suggested(SimpleTestCase):
    def test_the_demo_finds_its_own_scenes(self):
        found = {title: suggested_scene(given.case)[0].name for title, given in demo_inputs().items()}
        for title, scene in (
            ("Second half, floodlights", "floodlit_pitch"),
            ("First half", "day_pitch"),
            ("Gulls over the bar", "dark_bird_bright_sky"),
            ("White wader on dark water", "white_bird_dark_water"),
            ("Blade of noon sun", "market_noon"),
            ("Wet pavement, shop signs", "market_night"),
            ("Sun on the horizon", "tarn_sunrise"),
            ("Vows in the chapel", "chapel"),
            ("First dance, bounced flash", "dance_floor"),
            ("Couple in open shade", "portrait_shade"),
            ("Galactic core", "milky_way"),
            ("Moonrise over the ridge", "full_moon"),
        ):
            self.assertEqual(found[title], scene)

    def test_a_dark_bird_and_a_white_one_are_told_apart(self):
        dark = situation(12.5, 10, genre="wildlife", subject="bird", background_ev100=14.5)
        white = situation(14, 1, genre="wildlife", subject="bird", subject_tone="light", background_tone="dark")
        self.assertEqual(suggested_scene(case_of(dark))[0].name, "dark_bird_bright_sky")
        self.assertEqual(suggested_scene(case_of(white))[0].name, "white_bird_dark_water")


class AsPlanned(SimpleTestCase):
    def start(self, brief, *, scene=None, **plan):
        made = planned(brief, **plan)
        camera, glass = plan.get("camera") or body(), plan.get("glass") or lens()
        return rehearsal(case_of(brief, camera, glass), made, scene), made

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
        self.assertEqual(self.start(situation(speed=7), scene="chapel")[0].scene, "chapel")
        with self.assertRaises(UnknownIdError):
            self.start(situation(speed=7), scene="beach")
