"""Drills: the same for the same seed, true by the core's own figures, and never the same answer each time."""

from __future__ import annotations

import unittest

import numpy as np

from wide_aperture.core.camera.phrasebook import Reach
from wide_aperture.core.errors import DomainError, UnknownIdError
from wide_aperture.core.focus.scenario import scenarios
from wide_aperture.core.focus.study import trace
from wide_aperture.core.focus.table import usual_setup
from wide_aperture.core.frames.exposed import jpeg_of
from wide_aperture.core.physics.optics import depth_of_field
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.picture.scenes.composition import all_casts, surroundings
from wide_aperture.core.practice.drill import Aimed
from wide_aperture.core.practice.drills import KINDS, drill_of
from wide_aperture.core.practice.drills.common import OwnPicture, PracticeKit
from wide_aperture.core.practice.drills.focus_clip import CROSSED
from wide_aperture.core.practice.drills.focus_clip import INK as CLIP_INK
from wide_aperture.core.practice.drills.focus_clip import drawn as clip_drawn
from wide_aperture.core.practice.drills.histogram import TALL, WIDE, drawn
from wide_aperture.core.practice.drills.presses import ACTS, SEQUENCES
from wide_aperture.core.practice.film import PER_S, STAGED, filmed
from wide_aperture.core.practice.score import score

KIT, SEEDS = PracticeKit.usual(), range(5)
NO_PICTURE = ("depth", "faults", "presses", "menus", "by_heart")


class EveryKind(unittest.TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.room = Darkroom()
        cls.made = {(kind, seed): drill_of(kind, seed, KIT, cls.room) for kind in KINDS for seed in SEEDS}

    def test_the_same_seed_is_the_same_drill(self):
        for kind in KINDS:
            again = drill_of(kind, 1, KIT, Darkroom())
            self.assertEqual(again.drill, self.made[kind, 1].drill)
            for one, other in zip(again.pictures, self.made[kind, 1].pictures, strict=True):
                np.testing.assert_array_equal(one, other)

    def test_the_truth_is_right_and_scores_so(self):
        for (kind, seed), made in self.made.items():
            drill = made.drill
            if drill.measure == "point":
                cell = int(np.argmin(np.abs(drill.field.off_ev)))
                answer = Aimed(
                    x=(cell % drill.field.columns + 0.5) / drill.field.columns,
                    y=(cell // drill.field.columns + 0.5) / drill.field.rows,
                )
            else:
                answer = (
                    drill.truth
                    if drill.truth is not None
                    else list(drill.right)
                    if drill.measure == "order"
                    else drill.right[0]
                )
            with self.subTest(kind=kind, seed=seed):
                self.assertTrue(score(drill, answer).right)
                self.assertRegex(drill.because, r"[.?]$")

    def test_the_answers_differ_from_seed_to_seed(self):
        for kind in KINDS:
            truths = {
                (made.drill.truth, made.drill.right, made.drill.field)
                for (each, _), made in self.made.items()
                if each == kind
            }
            self.assertGreater(len(truths), 1, kind)

    def test_choices_hold_the_right_one_among_others(self):
        for (kind, seed), made in self.made.items():
            ids = [choice.id for choice in made.drill.choices]
            with self.subTest(kind=kind, seed=seed):
                self.assertEqual(len(ids), len(set(ids)))
                self.assertLessEqual(set(made.drill.right), set(ids))
                if made.drill.measure == "choice":
                    self.assertGreater(len(ids), 2)

    def test_pictures_come_where_there_is_something_to_see(self):
        for (kind, _), made in self.made.items():
            self.assertEqual(len(made.pictures) == 0, kind in NO_PICTURE, kind)
            for picture in made.pictures:
                self.assertEqual((picture.dtype, picture.ndim, picture.shape[2]), (np.uint8, 3, 3))

    def test_unknown_kinds_and_seeds_are_refused(self):
        with self.assertRaises(UnknownIdError):
            drill_of("none", 1, KIT, self.room)
        for seed in (-1, 2**31):
            with self.assertRaises(DomainError):
                drill_of("depth", seed, KIT, self.room)


class SingleKinds(unittest.TestCase):
    def test_depth_says_what_the_formula_says(self):
        for seed in range(20):
            drill = drill_of("depth", seed, KIT, Darkroom()).drill
            focal, stop, distance = (
                float(part)
                for part in (
                    drill.question.split(" mm")[0],
                    drill.question.split("f/")[1].split(",")[0],
                    drill.question.split("set to ")[1].split(" m")[0],
                )
            )
            sharp = depth_of_field(focal, stop, distance, KIT.body.coc_mm)
            self.assertAlmostEqual(drill.truth, sharp.far_m if "Up to" in drill.question else sharp.near_m, places=2)

    def test_a_histogram_is_drawn_where_the_tones_are(self):
        dark, bright = (drawn(np.full((40, 60, 3), level, np.uint8)) for level in (30, 220))
        self.assertEqual(dark.shape, (TALL, WIDE, 3))
        self.assertLess(dark[TALL // 2, 60:62].mean(), 60)
        self.assertGreater(dark[TALL // 2, 440:442].mean(), 200)
        self.assertLess(bright[TALL // 2, 440:442].mean(), 60)

    def test_press_sequences_use_known_acts(self):
        for each in SEQUENCES:
            self.assertLessEqual(set(each.acts), set(ACTS))


class OwnCamera(unittest.TestCase):
    """Drills of the body's own menus and routes."""

    def test_the_page_that_is_right_is_the_book_s_own(self):
        usual = KIT.words
        phrase = usual.phrase("multiple_exposure")
        own = usual.model_copy(
            update={
                "phrases": tuple(
                    each.model_copy(
                        update={
                            "words": "Twice on one",
                            "reaches": (Reach(way="menu", path=("Leaf", "Tricks", "Twice on one")),),
                        }
                    )
                    if each.setting == "multiple_exposure"
                    else each
                    for each in (*[e for e in usual.phrases if e.setting != "multiple_exposure"], phrase)
                )
            }
        )
        kit = PracticeKit(KIT.body, own, mark="own")
        room = Darkroom()
        found = [drill_of("menus", seed, kit, room).drill for seed in range(150)]
        asked = next(each for each in found if each.right == ("multiple_exposure",))
        label = next(choice.label for choice in asked.choices if choice.id == "multiple_exposure")
        self.assertEqual(label, "Leaf > Tricks")
        self.assertIn("Twice on one", asked.because)
        self.assertTrue(all(len({choice.label for choice in each.choices}) == len(each.choices) for each in found))

    def test_a_route_by_heart_is_the_route(self):
        for seed in range(4):
            drill = drill_of("by_heart", seed, KIT, Darkroom()).drill
            labels = [next(choice.label for choice in drill.choices if choice.id == each) for each in drill.right]
            self.assertGreaterEqual(len(labels), 2)
            self.assertEqual(len(set(labels)), len(labels))
            opens = next((k for k, label in enumerate(labels) if label.startswith("Open the menu")), None)
            pages = [k for k, label in enumerate(labels) if label.startswith("Page ")]
            self.assertTrue(opens is None or all(k > opens for k in pages), labels)
            backwards = tuple(reversed(drill.right))
            self.assertFalse(score(drill, backwards).right)

    def test_the_clock_runs_where_it_is_said(self):
        timed = {kind for kind in KINDS if drill_of(kind, 1, KIT, Darkroom()).drill.timed}
        self.assertEqual(timed, {"menus", "by_heart"})


class Clips(unittest.TestCase):
    def test_the_way_the_lab_counts_best_is_right_and_the_worst_is_not(self):
        for seed in range(4):
            drill = drill_of("focus_clip", seed, KIT, Darkroom()).drill
            shares = {choice.id: float(choice.because.partition("%")[0]) for choice in drill.choices}
            best, worst = max(shares, key=shares.get), min(shares, key=shares.get)
            self.assertIn(best, drill.right)
            self.assertNotIn(worst, drill.right)
            self.assertTrue(all(shares[each] >= shares[best] - 5 for each in drill.right))

    def test_a_crossing_is_shaded_and_an_approach_falls(self):
        toward = clip_drawn(trace(scenarios()["runner"], usual_setup(scenarios()["runner"]), which=20))
        ink = np.argwhere((toward == CLIP_INK).all(axis=2))
        left, right = ink[ink[:, 1] < 80][:, 0].mean(), ink[ink[:, 1] > 400][:, 0].mean()
        self.assertGreater(right, left)  # nearer is lower
        crossed = next(each for each in scenarios().values() if each.crossings_per_s > 0)
        shaded = clip_drawn(trace(crossed, usual_setup(crossed), which=5, seed=3))
        self.assertTrue(((shaded == CROSSED).all(axis=2)).any())
        self.assertFalse(((toward == CROSSED).all(axis=2)).any())


class Film(unittest.TestCase):
    """What a clip shows is what the lab's run was."""

    def filmed(self, name: str, **more):
        scenario = scenarios()[name]
        setup = usual_setup(scenario)
        seen = trace(scenario, setup, **{"which": 20, **more})
        return seen, filmed(scenario, setup.focal_mm, seen)

    def test_every_scenario_is_staged_with_pieces_there_are(self):
        self.assertEqual(set(STAGED), set(scenarios()))
        for place, who in STAGED.values():
            self.assertEqual(surroundings(place).name, place)
            self.assertIn(who, all_casts())

    def test_what_comes_nearer_grows_as_its_distance_says(self):
        seen, clip = self.filmed("runner")
        heights = []
        for k in (0, 20):
            red = (
                clip[k][..., 0].astype(int) - clip[k][..., 1] > 40
            )  # the runner's shirt; nothing else in the picture is red
            rows = np.flatnonzero(red.sum(axis=1) > 1)
            heights.append(rows[-1] - rows[0])
        distances = [seen.distance_m[int(np.argmin(np.abs(np.array(seen.times_s) - k / PER_S)))] for k in (0, 20)]
        self.assertAlmostEqual(heights[1] / heights[0], distances[0] / distances[1], delta=0.2)

    def test_it_lasts_as_long_as_the_run_and_is_the_same_each_time(self):
        seen, clip = self.filmed("walker")
        self.assertEqual(len(clip), int(seen.times_s[-1] * PER_S) + 1)
        self.assertTrue(all((a == b).all() for a, b in zip(clip, self.filmed("walker")[1], strict=True)))

    def test_surroundings_slide_behind_what_goes_across_and_stand_behind_what_comes(self):
        across, toward = (self.filmed(name)[1] for name in ("bird_on_trees", "runner"))
        corner = np.s_[:30, :40]
        self.assertGreater(changed(across[0][corner], across[6][corner]), 20)
        self.assertEqual(changed(toward[0][corner], toward[6][corner]), 0)

    def test_what_crosses_comes_between_only_then(self):
        seen, clip = self.filmed("crossing_players", which=5, seed=3)
        times = np.array(seen.times_s)
        still = trace(scenarios()["crossing_players"], usual_setup(scenarios()["crossing_players"]), which=5, seed=3)
        alone = filmed(
            scenarios()["crossing_players"], 300.0, still.model_copy(update={"crossed": (False,) * len(times)})
        )
        crossed = [seen.crossed[int(np.argmin(np.abs(times - k / PER_S)))] for k in range(len(clip))]
        self.assertTrue(any(crossed) and not all(crossed))
        for between, a, b in zip(crossed, clip, alone, strict=True):
            self.assertEqual(bool(changed(a, b)), between)

    def test_grass_takes_the_share_of_the_view_it_is_said_to(self):
        scenario = scenarios()["deer_in_grass"]
        setup = usual_setup(scenario)
        seen = trace(scenario, setup)
        grass = filmed(scenario, setup.focal_mm, seen)[0]
        free = filmed(scenario.model_copy(update={"obstacles": 0.0}), setup.focal_mm, seen)[0]
        share = (np.abs(grass.astype(int) - free).max(axis=2) > 8).mean()
        self.assertAlmostEqual(share, scenario.obstacles, delta=0.2)

    def test_a_drill_shows_its_clip(self):
        made = drill_of("focus_clip", 1, KIT, Darkroom())
        self.assertGreater(len(made.clip), PER_S)
        self.assertEqual(made.clip_per_s, PER_S)
        self.assertEqual(drill_of("kelvin", 1, KIT, Darkroom()).clip, ())


def changed(a: np.ndarray, b: np.ndarray) -> float:
    """The largest difference of two pictures, in levels."""
    return float(np.abs(a.astype(int) - b).max())


class OwnPhotographs(unittest.TestCase):
    def test_they_are_asked_where_there_are_some_and_their_file_tells(self):
        jpeg = jpeg_of(np.full((20, 30, 3), 90, np.uint8))
        kit = PracticeKit(KIT.body, own=(OwnPicture("E0007.jpg", 85.0, 4.2, jpeg),), mark="mine")
        drills = [drill_of("distance", seed, kit, Darkroom()) for seed in range(12)]
        own = [each for each in drills if "E0007.jpg" in each.drill.question]
        self.assertTrue(0 < len(own) < len(drills))
        self.assertEqual({each.drill.truth for each in own}, {4.2})
        self.assertEqual((own[0].pictures[0].shape, round(float(own[0].pictures[0].mean()))), ((20, 30, 3), 90))
        with self.assertRaises(DomainError):
            _ = OwnPicture("E0008.jpg", 85.0, 4.2, b"none").picture
        none = [drill_of("distance", seed, KIT, Darkroom()).drill.question for seed in range(4)]
        self.assertFalse(any("Your own" in question for question in none))
