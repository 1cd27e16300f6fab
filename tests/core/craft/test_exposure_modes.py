"""The table of exposure modes: each mode of the catalogue is in it, and what moves and what stands divide the three."""

from django.test import SimpleTestCase

from wide_aperture.core.craft.exposure_modes import MODES, SCHOOL_MODES, chosen_by_camera, exposes_by_hand, mode_facts
from wide_aperture.core.documents.setting_ids import OPTIONS


class Modes(SimpleTestCase):
    def test_the_catalogues_modes_are_the_tables(self):
        self.assertEqual(set(MODES), set(OPTIONS["exposure_mode"]))

    def test_what_moves_and_what_stands_are_the_three_values(self):
        for mode, facts in MODES.items():
            with self.subTest(mode):
                self.assertEqual({*facts.by_hand, *facts.moves}, {"shutter_s", "aperture", "iso"})
                self.assertEqual(len(facts.by_hand) + len(facts.moves), 3)

    def test_the_name_of_a_mode_says_what_moves(self):
        self.assertEqual(chosen_by_camera("manual"), ())
        self.assertEqual(chosen_by_camera("bulb"), ())
        self.assertEqual(chosen_by_camera("manual_auto_iso"), ("iso",))
        self.assertEqual(chosen_by_camera("aperture_priority"), ("shutter_s",))
        self.assertEqual(chosen_by_camera("aperture_priority_auto_iso"), ("shutter_s", "iso"))
        self.assertEqual(chosen_by_camera("shutter_priority"), ("aperture",))
        self.assertEqual(chosen_by_camera("shutter_priority_auto_iso"), ("aperture", "iso"))
        self.assertEqual(chosen_by_camera("program"), ("shutter_s", "aperture"))
        self.assertEqual(chosen_by_camera("zone_focus_program"), ("shutter_s", "iso"))

    def test_holding_the_iso_takes_it_from_what_moves(self):
        for mode, facts in MODES.items():
            if facts.fixed_iso:
                with self.subTest(mode):
                    self.assertTrue(facts.automatic_iso)
                    self.assertNotIn("iso", mode_facts(facts.fixed_iso).moves)

    def test_by_hand_means_that_nothing_moves(self):
        self.assertEqual([mode for mode in MODES if exposes_by_hand(mode)], ["manual", "bulb"])
        self.assertFalse(exposes_by_hand("auto-everything"))
        self.assertFalse(exposes_by_hand(None))

    def test_each_school_of_exposure_works_in_one_mode(self):
        self.assertEqual(SCHOOL_MODES["manual_fixed_iso"], "manual")
        self.assertEqual(SCHOOL_MODES["aperture_priority_slowest_shutter"], "aperture_priority_auto_iso")
