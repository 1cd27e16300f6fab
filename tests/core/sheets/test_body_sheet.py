"""A pasted specification sheet fills the fields it speaks of, and says what it did not understand."""

from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from wide_aperture.core.documents.body import Body
from wide_aperture.core.sheets.body_sheet import read_body_sheet
from wide_aperture.core.sheets.starting import starting_kit

START = starting_kit().bodies[0].body
SHEET = """Hazel 33
• Sensor: full-frame, 35.9 x 23.9 mm, 33 megapixels effective
ISO: 100–51,200 (expandable to 50–204,800)
Shutter speed: 1/8000 – 60 s; electronic 1/32,000 s
Flash sync: 1/250 s, first curtain 1/320
Continuous shooting: 10 fps mechanical, 30 fps electronic
Buffer: 170 raw frames
Dual card slots
In-body stabilisation: 5.5 stops
Electronic viewfinder, 3.69 million dots
White balance 2,200–11,000 K
Weight 650 g
Dimensions 139 x 97 x 74 mm
Video: 4K, 60 fps
Electronic read-out: 1/200 s
"""


class ASheet(TestCase):
    def read(self, text: str) -> Body:
        return read_body_sheet(text, START).body

    def test_fills_what_it_says(self):
        body = self.read(SHEET)
        self.assertEqual(body.name, "Hazel 33")
        self.assertEqual((body.sensor_width_mm, body.sensor_height_mm, body.megapixels), (35.9, 23.9, 33))
        self.assertEqual((body.base_iso, body.highest_iso), (100, 51200))
        self.assertEqual((body.fastest_mechanical_s, body.fastest_electronic_s), (1 / 8000, 1 / 32000))
        self.assertEqual(body.longest_timed_s, 60)
        self.assertEqual(body.flash_sync.mechanical_s, 1 / 250)
        self.assertEqual(body.flash_sync.electronic_first_curtain_s, 1 / 320)
        self.assertEqual({r.shutter: r.frames_per_s for r in body.frame_rates}, {"mechanical": 10, "electronic": 30})
        self.assertEqual((body.buffer_raw_frames, body.card_slots, body.stabiliser_stops), (170, 2, 5.5))
        self.assertEqual((body.kelvin_low, body.kelvin_high), (2200, 11000))
        self.assertEqual((body.abilities.width_mm, body.abilities.depth_mm), (139, 74))
        self.assertEqual((body.finder, body.readout_ms), ("electronic", 5))

    def test_says_what_it_did_not_understand(self):
        self.assertEqual(read_body_sheet(SHEET, START).rest, ("Weight 650 g", "Video: 4K, 60 fps"))

    def test_says_which_line_filled_which_field(self):
        said = {(each.field, each.value) for each in read_body_sheet(SHEET, START).understood}
        self.assertIn(("megapixels", "33 MP"), said)
        self.assertIn(("shortest time, electronic", "1/32,000"), said)

    def test_estimates_follow_the_sensor_until_it_was_measured(self):
        small = self.read("Sensor: 13.2 x 8.8 mm\n20 MP\nISO 125-12800")
        self.assertLess(small.electrons.full_well_e, START.electrons.full_well_e / 2)
        self.assertLess(small.ceilings.routine, START.ceilings.routine)
        electrons = START.electrons.model_copy(update={"provenance": "measured"})
        measured = START.model_copy(update={"electrons": electrons})
        self.assertEqual(read_body_sheet("20 MP\n13.2 x 8.8 mm sensor", measured).body.electrons, electrons)

    def test_extended_iso_is_not_the_highest(self):
        self.assertEqual(self.read("ISO 64 to 25,600, extended to 102,400").highest_iso, 25600)

    def test_a_screen_or_a_video_says_nothing_of_the_sensor(self):
        read = read_body_sheet("Hazel\nVideo 8.3 MP stills\nMonitor 2 MP\nVideo 1/50 s 120 fps", START)
        self.assertEqual(read.body.model_copy(update={"name": START.name}), START)

    def test_a_built_in_lens_comes_with_it(self):
        read = read_body_sheet("Wren Pocket\nLens: 8.8–25.7 mm f/1.8–2.8", START)
        self.assertEqual((read.lens.focal_max_mm, read.lens.built_into), (25.7, START.id))

    def test_a_mirror_brings_its_optical_finder(self):
        body = self.read("Single-lens reflex, mirror lock-up")
        self.assertEqual(body.mirror, "held_up")
        self.assertEqual(self.read("Type: reflex").finder, "optical")
        self.assertEqual(self.read("Viewfinder: none").finder, "none")

    def test_a_figure_no_body_can_have_is_left_out_with_its_line(self):
        read = read_body_sheet("ISO 100-51200\nWhite balance 50 - 90 K\n0 MP", START)
        self.assertEqual(read.rest, ("White balance 50 - 90 K", "0 MP"))

    def test_the_first_figure_stays(self):
        self.assertEqual(self.read("33 MP\nPixel shift 130 MP").megapixels, 33)

    @settings(max_examples=150, deadline=None)
    @given(st.text(alphabet=st.sampled_from("0123456789,./- xmMPsISOfpskKto\n:–×"), max_size=200))
    def test_whatever_is_pasted_gives_a_body(self, text):
        self.assertEqual(read_body_sheet(text, START).body.id, START.id)
