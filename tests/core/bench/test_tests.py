"""Every test of the bench on simulated frames whose truth is known: the intervals cover it and are narrow enough; wrong frames are named."""

from __future__ import annotations

import unittest
from dataclasses import replace

import numpy as np

from tests.core.bench.runs import KIT, first_run, measured_runs
from wide_aperture.core.bench.found import BenchOutcome
from wide_aperture.core.bench.kinds import FRAMED, TESTS, test_of
from wide_aperture.core.bench.kinds.common import capture
from wide_aperture.core.bench.protocol import Asked, Kit
from wide_aperture.core.bench.simulated.card import Shutter, card, time_for
from wide_aperture.core.bench.stacking.quality import quality_of
from wide_aperture.core.errors import UnknownIdError
from wide_aperture.core.frames.read import read_metadata
from wide_aperture.core.picture.imaging.capture import LookRecipe

COVERED = 35 / 40
HANDS = ("hand_hold", "focus_yield")
SAMPLED = ("focus_yield",)  # its truth is a chance of which frames are a sample: both ways are counted together


class Intervals(unittest.TestCase):
    """Of tests that a series of like frames tells."""

    tests = tuple(sorted(set(FRAMED) - set(HANDS)))

    def test_they_cover_the_truth_and_are_narrow_enough(self):
        for test_id in self.tests:
            covered: dict[str, list[bool]] = {}
            for truths, outcome in measured_runs(test_id):
                for figure_id, truth in truths.items():
                    figure = outcome.figure(figure_id)
                    kind = "all" if test_id in SAMPLED else figure_id
                    covered.setdefault(kind, []).append(figure.low <= truth <= figure.high)
                    with self.subTest(test=test_id, figure=figure_id):
                        self.assertTrue(figure.is_sure, figure)
            for figure_id, hits in covered.items():
                with self.subTest(test=test_id, figure=figure_id):
                    self.assertGreaterEqual(sum(hits), COVERED * len(hits))


class IntervalsOfHands(Intervals):
    """Of those that take a hundred frames each: by themselves, so that another process may do the rest meanwhile."""

    tests = HANDS


class Outcomes(unittest.TestCase):
    def test_every_run_says_something_and_counts_its_frames(self):
        for test_id in FRAMED:
            simulated, outcome = first_run(test_id)
            with self.subTest(test=test_id):
                self.assertTrue(outcome.sentence.endswith("."))
                self.assertTrue(outcome.steps)
                self.assertEqual([fault for fault in outcome.faults if fault.refused], [])
                self.assertGreaterEqual(len(simulated.files), TESTS[test_id].about.fewest)
                if test_id not in ("clocks", "burst"):  # as long as it takes, and by two bodies
                    self.assertEqual(len(simulated.files), sum(each.frames for each in TESTS[test_id].shots(KIT)))

    def test_offers_are_whole_kits_or_known_figures(self):
        offered = {}
        for test_id in FRAMED:
            for offer in first_run(test_id)[1].offers:
                offered[test_id] = offer
                self.assertTrue(offer.body is None or offer.body.id == KIT.body.id)
        self.assertEqual(set(offered), {"iso_ladder", "headroom", "warning", "readout", "burst", "hand_hold"})
        self.assertEqual(offered["iso_ladder"].body.electrons.provenance, "measured")
        self.assertEqual(offered["headroom"].body.marks_gaps[-1].look, "standard")


class Telling(unittest.TestCase):
    """What a test must and must not say, just inside and outside its limits."""

    def figure(self, outcome: BenchOutcome, figure_id: str) -> float:
        return outcome.figure(figure_id).value

    def test_the_ladder_sees_another_sensor(self):
        electrons = KIT.body.electrons.model_copy(update={"full_well_e": KIT.body.electrons.full_well_e / 2})
        other = Kit(KIT.body.model_copy(update={"electrons": electrons}))
        found = TESTS["iso_ladder"].measure([each.frame for each in TESTS["iso_ladder"].simulated(other, 5).files], KIT)
        self.assertAlmostEqual(
            np.log2(KIT.body.electrons.full_well_e / self.figure(found, "full_well_e")), 1.0, delta=0.15
        )

    def test_a_ladder_of_pictures_tells_noise_and_no_electrons(self):
        camera = Shutter(KIT.body, 5)
        files = [
            camera.press(
                card(9.0, blur_px=0.8),
                capture(time_for(iso, 8, 9.0), iso, look=LookRecipe(base="neutral")),
                raw=False,
                picture=True,
            )
            for iso in (100, 1600, 25_600)
        ]
        frames = [each.frame for each in files]
        found = TESTS["iso_ladder"].measure(frames, KIT)
        snr = [figure.value for figure in found.figures]
        self.assertEqual([figure.id for figure in found.figures], ["snr_100", "snr_1600", "snr_25600"])
        self.assertTrue(snr[0] > 2 * snr[1] > 4 * snr[2] > 0, snr)
        self.assertEqual(found.offers, ())
        accepted = TESTS["iso_ladder"].measure(frames, Kit(KIT.body, asked=Asked(accepted_iso=1600)))
        self.assertEqual(accepted.offers[0].body.ceilings.routine, 1600)
        self.assertEqual(accepted.offers[0].body.electrons, KIT.body.electrons)
        self.assertEqual(len(TESTS["iso_ladder"].for_the_eye(frames, KIT)[0]), 3)

    def test_what_is_accepted_becomes_the_ceilings(self):
        kit = Kit(KIT.body, asked=Asked(accepted_iso=6400))
        frames = [each.frame for each in TESTS["iso_ladder"].simulated(KIT, 0).files]
        (offer,) = TESTS["iso_ladder"].measure(frames, kit).offers
        self.assertEqual(
            (offer.body.ceilings.routine, offer.body.ceilings.push, offer.body.ceilings.provenance),
            (6400, 12_800, "measured"),
        )

    def test_a_body_without_a_reserve_shows_no_difference(self):
        plain = Kit(KIT.body.model_copy(update={"reserve_floors": (), "automatic_reserve": ()}))
        frames = [each.frame for each in TESTS["reserve"].simulated(KIT, 1).files]
        same = [*frames[:2]] * 5
        found = TESTS["reserve"].measure([_renamed(each, k) for k, each in enumerate(same)], plain)
        self.assertEqual(found.sentence.count("no difference seen"), 3)

    def test_steady_light_does_not_pulse(self):
        frames = [each.frame for each in TESTS["flicker"].simulated(KIT, 2).files][:1] * 30
        found = TESTS["flicker"].measure([_renamed(each, k) for k, each in enumerate(frames)], KIT)
        self.assertEqual(found.sentence, "No pulse that shows.")

    def test_a_burst_that_never_slows_says_so(self):
        frames = [each.frame for each in TESTS["burst"].simulated(KIT, 0).files][:13]
        self.assertIn("20 are needed", TESTS["burst"].measure(frames, KIT).sentence)
        quick = [each.frame for each in TESTS["burst"].simulated(KIT, 6).files][:22]
        self.assertIn("never slow down", TESTS["burst"].measure(quick, KIT).sentence)

    def test_the_mains_decide_the_read_out(self):
        frames = [each.frame for each in TESTS["readout"].simulated(KIT, 0).files]
        at_60 = TESTS["readout"].measure(frames, Kit(KIT.body, asked=Asked(mains_hz=60)))
        at_50 = TESTS["readout"].measure(frames, KIT)
        self.assertAlmostEqual(self.figure(at_50, "readout_ms") / self.figure(at_60, "readout_ms"), 1.2, places=3)

    def test_an_even_wall_shows_no_bands(self):
        frames = [each.frame for each in TESTS["flicker"].simulated(KIT, 3).files][:6]
        self.assertIn("must show bands", TESTS["readout"].measure(frames, KIT).sentence)

    def test_several_ways_of_focusing_are_told_apart(self):
        ways = Kit(KIT.body, asked=Asked(ways=("lamp", "no lamp", "detection off")))
        frames = [each.frame for each in TESTS["focus_yield"].simulated(KIT, 1).files]
        good, bad = sharpest_first(frames, 30)
        found = TESTS["focus_yield"].measure(_in_turn([*bad, *good, *bad]), ways)
        self.assertEqual([figure.id for figure in found.figures], ["hits_0", "hits_1", "hits_2"])
        self.assertIn("“no lamp” sits more often than all others.", found.sentence)
        same = TESTS["focus_yield"].measure(_in_turn(good * 3), ways)
        self.assertIn("Chance may decide", same.sentence)

    def test_a_body_whose_dark_frame_does_nothing_is_told(self):
        frames = [each.frame for each in TESTS["dark_frame"].simulated(KIT, 1).files]
        warm = frames[: len(frames) // 2]
        found = TESTS["dark_frame"].measure(_in_turn(warm * 2), KIT)
        self.assertIn("It does not take them out", found.sentence)
        self.assertIn("It pays", TESTS["dark_frame"].measure(frames, KIT).sentence)
        cold = frames[len(frames) // 2 :]
        found = TESTS["dark_frame"].measure(_in_turn(cold * 2), KIT)
        self.assertIn("next to nothing to take out", found.sentence)

    def test_a_lens_that_stays_does_not_breathe(self):
        far = [each.frame for each in TESTS["breathing"].simulated(KIT, 2).files][:3]
        found = TESTS["breathing"].measure(_in_turn(far * 2), KIT)
        self.assertEqual(found.sentence, "It does not breathe.")

    def test_what_moved_between_joined_parts_is_told(self):
        frames = [each.frame for each in TESTS["hdr"].simulated(KIT, 3).files]
        self.assertIn("Nothing moved.", TESTS["hdr"].measure(frames, KIT).sentence)
        moved = frames[0].levels.copy()
        moved[70:110, 40:120] = moved[10:50, 40:120]
        found = TESTS["hdr"].measure([_with_levels(frames[0], moved), *frames[1:]], KIT)
        self.assertRegex(found.sentence, r"[1-9][.0-9]*% of it moved")
        few = TESTS["hdr"].measure(frames, Kit(KIT.body, asked=Asked(hdr_frames=3)))
        self.assertIn("must be a bracket of 5 at least after 3 joined ones", few.sentence)

    def test_under_stars_more_iso_stops_paying_where_the_read_noise_is_drowned(self):
        frames = [each.frame for each in TESTS["night_ladder"].simulated(KIT, 3).files]
        found = TESTS["night_ladder"].measure(frames, Kit(KIT.body, asked=Asked(sky=("haze", "glow"))))
        clear = found.curves[0].y
        self.assertGreater(clear[-1], clear[0])
        self.assertRegex(found.sentence, r"From ISO \d+ on more ISO shows nothing more\.")
        self.assertIn("With haze and glow in the air", found.sentence)

    def test_the_look_nearest_to_the_data_is_named(self):
        frames = [each.frame for each in TESTS["warning"].simulated(KIT, 3).files]
        found = TESTS["warning"].measure(frames, KIT)
        nearest = min(found.figures, key=lambda figure: figure.value)
        self.assertEqual(nearest.id, "gap_2")
        self.assertIn("Look flat is nearest to the data", found.sentence)
        self.assertEqual({gap.look for gap in found.offers[0].body.marks_gaps}, {"standard", "neutral", "flat"})

    def test_a_gap_in_a_row_of_frames_is_named(self):
        simulated = TESTS["panorama"].simulated(KIT, 2)
        frames = [each.frame for each in simulated.files]
        self.assertIn("They join", TESTS["panorama"].measure(frames, KIT).sentence)
        gapped = TESTS["panorama"].measure([frames[0], *frames[2:]], KIT)
        self.assertIn("Frames 1 to 2 overlap by too little", gapped.sentence)
        self.assertLess(gapped.figure("overlap_1").value, 0.2)
        brighter = _with_levels(frames[2], frames[2].levels * 1.4)
        unlike = TESTS["panorama"].measure([*frames[:2], brighter, *frames[3:]], KIT)
        self.assertIn("Frame 3 is 0.5 stops brighter than the one before", unlike.sentence)
        self.assertIn("Frame 4 is 0.5 stops darker than the one before", unlike.sentence)

    def test_a_step_of_focus_that_is_missing_is_named(self):
        whole = [each.frame for each in TESTS["focus_stack"].simulated(KIT, 2).files]
        self.assertIn("Everything that shows detail", TESTS["focus_stack"].measure(whole, KIT).sentence)
        for left_out, said in (((3, 4), "beside frame"), ((5, 6), "go on further"), ((0, 1), "begin nearer")):
            rest = [frame for k, frame in enumerate(whole) if k not in left_out]
            found = TESTS["focus_stack"].measure(rest, KIT)
            self.assertGreater(found.figure("missed").value, 0.05, left_out)
            self.assertIn(said, found.sentence)


class WrongFrames(unittest.TestCase):
    def test_a_second_thing_that_varied_is_named_and_left_out(self):
        frames = [each.frame for each in TESTS["iso_ladder"].simulated(KIT, 4).files]
        odd = frames[1].said.model_copy(update={"f_number": 5.6})
        frames[1] = _said(frames[1], odd)
        found = TESTS["iso_ladder"].measure(frames, KIT)
        self.assertEqual(
            [(fault.frame, fault.sentence) for fault in found.faults if fault.refused],
            [("BT0002.dng", "Aperture is 5.6, and 8 in the others: left out.")],
        )
        self.assertTrue(found.figures)

    def test_light_that_drifts_is_reckoned_out_and_told(self):
        frames = [each.frame for each in TESTS["iso_ladder"].simulated(KIT, 4).files]
        brighter = _with_levels(frames[2], frames[2].levels * 1.3)
        found = TESTS["iso_ladder"].measure([*frames[:2], brighter, *frames[3:]], KIT)
        self.assertEqual([fault.frame for fault in found.faults], ["BT0003.dng"])
        self.assertIn("0.4 stops brighter", found.faults[0].sentence)

    def test_light_that_wanders_between_groups_is_reckoned_out_or_refused(self):
        simulated = TESTS["reserve"].simulated(KIT, 4)
        frames = [each.frame for each in simulated.files]
        for ends, said in ((0.3, "0.3 stops brighter at the end"), (-0.4, "0.4 stops darker at the end")):
            wandering = [
                _with_levels(frame, frame.levels * 2 ** (ends * (k // 2) / 4)) for k, frame in enumerate(frames)
            ]
            found = TESTS["reserve"].measure(wandering, KIT)
            self.assertIn(said, found.faults[0].sentence)
            for figure_id, truth in simulated.truth.items():
                self.assertAlmostEqual(found.figure(figure_id).value, truth, delta=0.08)
        far = [_with_levels(frame, frame.levels * 2 ** (0.6 * (k // 2) / 4)) for k, frame in enumerate(frames)]
        refused = TESTS["reserve"].measure(far, KIT)
        self.assertIn("changed by 0.6 stops. Take them again", refused.sentence)
        self.assertEqual(refused.figures, ())

    def test_a_lamp_that_wanders_moves_no_headroom(self):
        simulated = TESTS["headroom"].simulated(KIT, 4)
        wandering = [_lit(each.frame, 0.15 * (-1) ** k) for k, each in enumerate(simulated.files)]
        found = TESTS["headroom"].measure(wandering, KIT).figure("gap_ev")
        self.assertAlmostEqual(found.value, simulated.truth["gap_ev"], delta=0.12)

    def test_another_kind_of_file_is_left_out(self):
        raws = [each.frame for each in TESTS["iso_ladder"].simulated(KIT, 4).files]
        pictures = [each.frame for each in TESTS["white_card"].simulated(KIT, 4).files]
        found = TESTS["iso_ladder"].measure([*raws, pictures[0]], KIT)
        self.assertEqual(found.faults[0].frame, "BT0001.jpg")
        found = TESTS["white_card"].measure([*pictures, raws[0]], KIT)
        self.assertEqual([fault.frame for fault in found.faults if "raw data" in fault.sentence], ["BT0001.dng"])

    def test_too_few_or_empty_frames_say_what_is_missing(self):
        for test_id, test in FRAMED.items():
            frames = [each.frame for each in test.simulated(KIT, 0).files]
            black = [_with_levels(frame, frame.levels * 0) for frame in frames]
            with self.subTest(test=test_id):
                self.assertIn("needed at least", test.measure(frames[:1], KIT).sentence)
                self.assertIn("needed at least", test.measure([], KIT).sentence)
                if test_id not in ("clocks", "burst"):  # these read times alone
                    self.assertEqual(test.measure(black, KIT).figures, ())

    def test_an_unknown_test_is_refused(self):
        with self.assertRaises(UnknownIdError):
            test_of("none")


class Files(unittest.TestCase):
    def test_a_file_says_what_the_frame_says(self):
        each = TESTS["headroom"].simulated(KIT, 0).files[3]
        said = read_metadata(each.data)
        self.assertEqual(
            (said.iso, said.f_number, said.taken_at), (each.said.iso, each.said.f_number, each.said.taken_at)
        )
        self.assertAlmostEqual(said.exposure_s, each.said.exposure_s, places=6)


def sharpest_first(frames, count):
    """(so many frames that sit, so many that do not), by how much they show."""
    ranked = sorted(frames, key=lambda frame: -quality_of(frame.green))
    return ranked[:count], ranked[-count:]


def _in_turn(frames):
    """Frames that stand in this order, whenever they were taken."""
    return [
        replace(frame, name=f"{k:03}{frame.name}", said=frame.said.model_copy(update={"taken_at": None}))
        for k, frame in enumerate(frames)
    ]


def _renamed(frame, k):
    return replace(frame, name=f"{k:03}{frame.name}")


def _said(frame, said):
    return replace(frame, said=said)


def _lit(frame, ev):
    """As if the time had been another than the file says: what wandered is the light."""
    return _said(frame, frame.said.model_copy(update={"exposure_s": frame.said.exposure_s * 2**ev}))


def _with_levels(frame, levels):
    return replace(
        frame,
        levels=np.minimum(levels, 1).astype(np.float32),
        picture=None if frame.picture is None else frame.picture * 0,
    )
