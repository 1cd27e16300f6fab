"""Plan and frame on one light: the small maps, the brief's numbers in the picture, and agreement measured on the drawing."""

from unittest.mock import patch

import numpy as np
from django.test import SimpleTestCase

from tests.core.agree import agreements
from tests.core.builders import lens, plan_input, situation
from tests.core.corpus import case_inputs, demo_inputs
from tests.core.scenes import composed, drawn
from wide_aperture.core.errors import DomainError
from wide_aperture.core.picture import metering
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.picture.metering import PATTERNS, meter
from wide_aperture.core.picture.scenes.build import scene
from wide_aperture.core.picture.scenes.maps import scene_map
from wide_aperture.core.picture.scenes.scene import Around, Tuning, surroundings
from wide_aperture.core.planning import plan_of
from wide_aperture.core.planning.case import frame
from wide_aperture.core.planning.case.frame import MID_CD_M2
from wide_aperture.core.rehearsal.agreement import BLURS_WITHIN_EV, agreement_of
from wide_aperture.core.rehearsal.begin import rehearsal, tuning_of

SMALL_WITHIN_EV = 0.15
STREET = {"genre": "street", "near": 3, "far": 6}


class SmallMaps(SimpleTestCase):
    def test_every_pattern_reads_them_like_the_large_drawing_at_any_numbers(self):
        for name, around, by_ev in (
            ("chapel", Around(from_ev=0.5, to_ev=1.5, part="windows"), 0.0),
            ("market_night", Around(from_ev=0.0, to_ev=-1.5, contrast=1.5), 0.7),
            ("white_bird_dark_water", Around(from_ev=-3.0, to_ev=-1.7, contrast=1.25), 0.6),
            ("tarn_sunrise", None, 0.0),
            ("day_pitch", None, 0.0),
            ("sports_hall", None, 0.0),
            ("portrait_shade", Around(from_ev=0.0, to_ev=1.0), 0.0),
            ("window_room", None, 0.0),
            ("snow", None, 0.5),
            ("aisle", None, 0.0),
            ("milky_way", None, 0.0),  # what shines and covers nothing
            ("milky_way", None, 1.5),
        ):
            made = composed(name)
            big = scene(made, 960, 640, tuning=Tuning(around=around, subject_ev=by_ev))
            small = scene_map(made)
            light = np.asarray(small.relative(around, by_ev) * np.float32(MID_CD_M2 * 2**big.ev100))
            for pattern in PATTERNS:
                with self.subTest(name, pattern=pattern):
                    how = {"point": small.focus, "faces": big.faces}
                    on_faces = [each * MID_CD_M2 * 2**big.ev100 for each in small.on_faces(around, by_ev)]
                    large = meter(big.luminance(), pattern, **how).ev100
                    read = meter(light, pattern, **how, face_light=on_faces).ev100
                    self.assertAlmostEqual(read, large, delta=SMALL_WITHIN_EV)

    def test_is_kept_by_what_determines_it(self):
        made = composed("chapel")
        self.assertIs(scene_map(made), scene_map(composed("chapel")))
        self.assertIsNot(scene_map(made), scene_map(composed("chapel", distance_m=made.distance_m * 1.1)))

    def test_has_the_shape_of_the_sensor(self):
        self.assertEqual(scene_map(composed("chapel", aspect=1.5)).relative(None, 0).shape, (64, 96))
        self.assertEqual(scene_map(composed("chapel", aspect=4 / 3)).relative(None, 0).shape, (64, 86))


class SurroundingsAtStatedNumbers(SimpleTestCase):
    def test_as_they_are_where_from_and_to_are_one(self):
        plain, same = (
            drawn("market_noon", 96, 64, tuning=Tuning(around=a)) for a in (None, Around(from_ev=-1, to_ev=-1))
        )
        np.testing.assert_allclose(same.luminance(), plain.luminance(), rtol=1e-3, atol=1e-3)

    def test_move_by_stops_and_the_subject_stays(self):
        plain, darker = (
            drawn("white_bird_dark_water", 240, 160, tuning=Tuning(around=a))
            for a in (None, Around(from_ev=-3, to_ev=-5))
        )
        before, subject, cover = plain.apart()
        after, same, _ = darker.apart()
        seen = before > before.max() * 1e-4
        np.testing.assert_allclose(after[seen] / before[seen], 0.25, rtol=1e-3)
        np.testing.assert_allclose(same, subject)
        self.assertGreater(cover.max(), 0.9)

    def test_contrast_spreads_tones_about_the_mean(self):
        plain, flat = (
            drawn("tarn_sunrise", 240, 160, tuning=Tuning(around=a))
            for a in (None, Around(from_ev=3, to_ev=3, contrast=0.5))
        )
        spans = []
        for made in (plain, flat):
            light = np.log2(np.maximum(surroundings(made.layers, 160, 240), 1e-6))
            spans.append(float(np.quantile(light, 0.95) - np.quantile(light, 0.05)))
        self.assertAlmostEqual(spans[1] / spans[0], 0.5, delta=0.02)

    def test_numbers_out_of_all_bounds_are_refused(self):
        with self.assertRaises(DomainError):
            drawn("chapel", 96, 64, tuning=Tuning(around=Around(from_ev=0, to_ev=50)))


class TheBriefRulesThePicture(SimpleTestCase):
    def seen(self, **brief):
        return plan_input(situation(**{"ev": 11, **STREET, **brief}), glass=lens(35, 2)).case.frame

    def test_a_darker_background_darkens_what_the_meter_reads(self):
        readings = [self.seen(background_tone=tone).reading_ev("multi_segment") for tone in ("dark", "mid", "light")]
        self.assertEqual(readings, sorted(readings))
        self.assertGreater(readings[2] - readings[0], 1.5)

    def test_a_stated_background_goes_before_its_tone(self):
        backlit = self.seen(background_ev100=14, background_tone="dark")
        self.assertAlmostEqual(backlit.reading_ev("multi_segment"), 3, delta=0.6)

    def test_a_wider_range_spreads_the_surroundings(self):
        narrow, wide = (self.seen(scene_range_ev=span).around.contrast for span in (5, 12))
        self.assertLess(narrow, wide)

    def test_a_tone_of_the_subject_is_drawn_so(self):
        bird = {"genre": "wildlife", "subject": "bird", "near": 15, "far": 30}
        light, dark = (self.seen(**bird, subject_tone=tone) for tone in ("light", "dark"))
        for seen, tone_ev in ((light, 1.7), (dark, -1.7)):
            own = seen.map.subject_mean_ev + seen.subject_by_ev
            self.assertAlmostEqual(own, tone_ev, places=1)

    def test_people_keep_their_skin_and_wear_what_the_brief_says(self):
        skins, cloths = {}, {}
        for tone in ("dark", "mid", "light"):
            seen = self.seen(subject_tone=tone, surroundings="market_lane", seen_as="sitter")
            self.assertEqual(seen.subject_by_ev, 0)
            named = {each.name: each.ev for each in seen.tones}
            skins[tone], cloths[tone] = named["skin"], {"white cloth", "dark cloth"} & set(named)
        self.assertAlmostEqual(skins["light"], skins["dark"], delta=0.25)
        self.assertEqual((cloths["light"], cloths["dark"]), ({"white cloth"}, {"dark cloth"}))

    def test_nights_and_targets_stay_as_they_are(self):
        stars = {"ev": -7, "genre": "night_sky", "subject": "stars", "near": 1e9, "far": None}
        self.assertIsNone(self.seen(**stars).around)
        self.assertIsNone(self.seen().around_of(composed("grey_card")))

    def test_twilight_shows_no_stars(self):
        land = {"genre": "night_sky", "subject": "land", "near": 20, "far": None}
        self.assertNotIn("night", self.seen(ev=2.7, **land).composition.surroundings)
        self.assertEqual(self.seen(ev=-7, **land).composition.surroundings, "ridge_night")

    def test_the_sky_of_a_landscape_is_its_brightest_part_not_all_round_it(self):
        land = {"genre": "landscape", "subject": "land", "near": 3, "far": None, "ev": 9, "scene_range_ev": 16}
        self.assertAlmostEqual(self.seen(**land, background_ev100=15).reading_ev("multi_segment"), 0, delta=0.2)


class InTheirOwnFrames(SimpleTestCase):
    def test_every_automatic_plan_of_the_demo_lands_within_a_third(self):
        found = agreements(demo_inputs())
        automatic = {title: each for title, each in found.items() if each.exposes_itself}
        self.assertGreaterEqual(len(automatic), 15)
        self.assertEqual([title for title, each in automatic.items() if not each.agrees], [])

    def test_no_frame_of_the_demo_is_burnt_whole(self):
        dawn = demo_inputs()["Sun on the horizon"]
        self.assertLess(agreement_of(dawn.case, plan_of(dawn), Darkroom()).burnt, 0.2)

    def test_a_broken_meter_a_broken_map_and_a_broken_placement_each_show(self):
        some = {
            title: demo_inputs()[title] for title in ("Vows in the chapel", "White wader on dark water", "First half")
        }

        def off():
            frame._read.cache_clear()
            frame._reading.cache_clear()
            return max(abs(each.off_ev) for each in agreements(some).values())

        self.assertLess(off(), 0.36)
        with patch.object(
            frame,
            "meter",
            lambda light, pattern, **how: metering.Reading(pattern, meter(light, pattern, **how).ev100 + 1),
        ):
            self.assertGreater(off(), 0.6)
        grey = scene_map(composed("grey_card"))
        with patch.object(frame, "scene_map", lambda composition: grey):
            self.assertGreater(off(), 0.5)
        with patch(
            "wide_aperture.core.planning.rules.metering.compensation", lambda case, pattern, **how: (1.0, ("Always.",))
        ):
            self.assertGreater(off(), 0.6)
        off()

    def test_movement_hand_and_focus_are_within_what_the_plan_says(self):
        some = {
            title: demo_inputs()[title] for title in ("First half", "Walkabout, set distance", "Families in three rows")
        }
        for title, each in agreements(some).items():
            with self.subTest(title):
                self.assertLessEqual(each.moves_over_ev, BLURS_WITHIN_EV)
                self.assertLessEqual(each.out_of_focus_coc, 1)
                self.assertTrue(each.shake_over_ev is None or each.shake_over_ev <= BLURS_WITHIN_EV)

    def test_a_subject_faster_than_planned_and_a_focus_beside_it_show(self):
        given = demo_inputs()["First half"]
        made = plan_of(given)
        right = agreement_of(given.case, made, Darkroom())
        with patch("wide_aperture.core.rehearsal.agreement.rehearsal") as begun:
            as_planned = rehearsal(given.case, made)
            begun.return_value = as_planned.model_copy(
                update={
                    "tuning": as_planned.tuning.model_copy(update={"speed": as_planned.tuning.speed * 4}),
                    "capture": as_planned.capture.model_copy(update={"focus_m": 20.0}),
                }
            )
            wrong = agreement_of(given.case, made, Darkroom())
        self.assertAlmostEqual(wrong.moves_over_ev - right.moves_over_ev, 2, delta=0.05)
        self.assertGreater(wrong.out_of_focus_coc, 1)

    def test_nearly_all_judgement_cases_do(self):
        some = dict(list(case_inputs().items())[::3])
        automatic = [each for each in agreements(some).values() if each.exposes_itself]
        self.assertGreaterEqual(sum(each.agrees for each in automatic) / len(automatic), 0.95)

    def test_rehearse_starts_from_the_same_numbers(self):
        given = demo_inputs()["Vows in the chapel"]
        begun = rehearsal(given.case, plan_of(given))
        self.assertEqual(tuning_of(begun.tuning).around, given.case.frame.around)
        self.assertEqual(begun.scene.through(begun.capture).surroundings, given.case.frame.composition.surroundings)
