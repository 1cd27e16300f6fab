"""What files say: every field, in every container and byte order; what is cut off, broken or hostile says less and never crashes."""

from __future__ import annotations

import datetime as dt
import hashlib
import struct
import tempfile
from fractions import Fraction
from pathlib import Path

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from tests.core.frames.corpus import EXIF, GPS, MAIN, block, box, boxed_raw, heif, jpeg, packet, segment
from wide_aperture.core.frames import UnreadableFrame, identity, read_metadata

SAID = {
    "taken_at": dt.datetime(2026, 10, 17, 18, 43, 7), "utc_offset_min": 60, "subsecond_ms": 45, "exposure_s": 1 / 640, "f_number": 2.8,
    "iso": 3200, "compensation_ev": -2 / 3, "focal_mm": 200, "focal_35mm": 200, "exposure_program": "aperture_priority",
    "metering": "multi_segment", "flash_fired": False, "white_balance": "cloudy", "body_make_model": "Elm Alder 24", "body_serial": "AB12345",
    "lens_model": "70-200 mm f/2.8", "orientation": 6, "rating": 3,
}  # fmt: skip


def exif_with(**changes) -> bytes:
    """A JPEG whose EXIF differs by tags named x829a and so on; None: the tag is missing."""
    tags = dict(EXIF)
    for name, value in changes.items():
        tag = int(name[1:], 16)
        if value is None:
            tags.pop(tag, None)
        else:
            tags[tag] = value
    return jpeg(block(MAIN, tags))


class EveryContainer(SimpleTestCase):
    def assert_says(self, data: bytes, **more):
        found = read_metadata(data)
        for field, wanted in {**SAID, **more}.items():
            with self.subTest(field=field):
                if isinstance(wanted, float):
                    self.assertAlmostEqual(getattr(found, field), wanted, places=6)
                else:
                    self.assertEqual(getattr(found, field), wanted)

    def test_jpeg_in_both_byte_orders(self):
        for order in "<>":
            self.assert_says(jpeg(block(MAIN, EXIF, order=order), size=(40, 24)), width_px=40, height_px=24)

    def test_tiff_in_both_byte_orders(self):
        for order in "<>":
            self.assert_says(block({**MAIN, 0x0100: 600, 0x0101: 400}, EXIF, order=order), width_px=600, height_px=400)

    def test_raw_with_a_thumbnail_first_and_the_data_under_it(self):
        whole = {0x00FE: 0, 0x0100: 6000, 0x0101: 4000}
        preview = {0x00FE: 1, 0x0100: 9000, 0x0101: 9000}
        data = block({**MAIN, 0x00FE: 1, 0x0100: 160, 0x0101: 120}, EXIF, subs=(preview, whole))
        self.assert_says(data, width_px=6000, height_px=4000)

    def test_heif(self):
        for order in "<>":
            self.assert_says(heif(block(MAIN, EXIF, order=order)), width_px=4000, height_px=3000)

    def test_raw_of_boxes(self):
        data = boxed_raw(block(MAIN), block(EXIF), block(GPS))
        self.assert_says(data)
        self.assertAlmostEqual(read_metadata(data, location=True).latitude_deg, 54.51, places=5)

    def test_a_container_nobody_knows_with_a_jpeg_in_its_head(self):
        self.assert_says(b"SOMERAWCONTAINER" + bytes(1000) + jpeg(block(MAIN, EXIF)))

    def test_profiles_of_any_length_may_stand_before(self):
        before = tuple(segment(0xE2, b"ICC_PROFILE\0" + bytes(65_000)) for _ in range(5))
        self.assert_says(jpeg(block(MAIN, EXIF), before=before))

    def test_fill_bytes_before_a_marker(self):
        data = jpeg(block(MAIN, EXIF), before=(b"\xff\xff\xff", segment(0xFE, b"remark")))
        self.assert_says(data)

    def test_a_path_and_bytes_say_the_same(self):
        data = jpeg(block(MAIN, EXIF))
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "frame.jpg"
            path.write_bytes(data)
            self.assertEqual(read_metadata(path), read_metadata(data))
            self.assertEqual(read_metadata(str(path)), read_metadata(data))
            self.assertEqual(identity(path), identity(data))


class Meaning(SimpleTestCase):
    def test_location_only_when_asked_for(self):
        data = jpeg(block(MAIN, EXIF, GPS))
        plain, told = read_metadata(data), read_metadata(data, location=True)
        self.assertIsNone(plain.latitude_deg)
        self.assertAlmostEqual(told.latitude_deg, 54.51, places=5)
        self.assertAlmostEqual(told.longitude_deg, -3.2, places=5)
        half = jpeg(block(MAIN, EXIF, {tag: value for tag, value in GPS.items() if tag < 3}))
        self.assertIsNone(read_metadata(half, location=True).latitude_deg)

    def test_programs_and_patterns_in_our_words(self):
        for code, option in (
            (1, "manual"),
            (2, "program"),
            (3, "aperture_priority"),
            (4, "shutter_priority"),
            (0, None),
            (77, None),
        ):
            self.assertEqual(read_metadata(exif_with(x8822=code)).exposure_program, option)
        for code, option in ((1, "average"), (2, "centre_weighted"), (3, "spot"), (5, "multi_segment"), (255, None)):
            self.assertEqual(read_metadata(exif_with(x9207=code)).metering, option)

    def test_white_balance_is_automatic_or_the_light_it_was_set_to(self):
        self.assertEqual(read_metadata(exif_with(xa403=0)).white_balance, "auto")
        self.assertEqual(read_metadata(exif_with(xa403=1, x9208=3)).white_balance, "tungsten")
        self.assertIsNone(read_metadata(exif_with(xa403=1, x9208=None)).white_balance)

    def test_flash_is_its_first_bit(self):
        for code, fired in ((0, False), (1, True), (9, True), (16, False), (24, False)):
            self.assertIs(read_metadata(exif_with(x9209=code)).flash_fired, fired)

    def test_a_sensitivity_two_bytes_cannot_hold(self):
        for tag in ("x8833", "x8832", "x8831"):
            self.assertEqual(read_metadata(exif_with(x8827=65_535, **{tag: 204_800})).iso, 204_800)

    def test_apex_where_the_plain_values_are_missing(self):
        found = read_metadata(exif_with(x829a=None, x829d=None, x9201=Fraction(8), x9202=Fraction(4)))
        self.assertAlmostEqual(found.exposure_s, 1 / 256)
        self.assertAlmostEqual(found.f_number, 4)

    def test_nothing_over_nought_and_no_negative_time(self):
        data = jpeg(block(MAIN, {**EXIF, 0x829A: b"\1\0\0\0\0\0\0\0", 0x920A: Fraction(0)}))
        self.assertIsNone(read_metadata(data).exposure_s)
        self.assertIsNone(read_metadata(data).focal_mm)

    def test_the_time_as_digitized_or_written_where_it_was_not_said_as_taken(self):
        written = read_metadata(exif_with(x9003=None))
        self.assertEqual(written.taken_at, dt.datetime(2026, 10, 18, 9))
        self.assertIsNone(written.subsecond_ms)
        for wrong in ("0000:00:00 00:00:00", "yesterday", "2026:13:01 10:00:00", ""):
            self.assertEqual(read_metadata(exif_with(x9003=wrong)).taken_at, dt.datetime(2026, 10, 18, 9))

    def test_zones(self):
        for said, minutes in (("+05:45", 345), ("-03:30", -210), ("Z", 0), ("+99:00", None), ("    ", None)):
            self.assertEqual(read_metadata(exif_with(x9011=said)).utc_offset_min, minutes)

    def test_a_model_that_names_its_maker_says_it_once(self):
        for make, model, said in (
            ("Elm", "Elm Alder 24", "Elm Alder 24"),
            ("Elm Works", "ELM 5", "ELM 5"),
            ("", "Alder", "Alder"),
            ("Elm", "", "Elm"),
        ):
            found = read_metadata(jpeg(block({0x010F: make, 0x0110: model}, EXIF)))
            self.assertEqual(found.body_make_model, said)

    def test_text_that_is_no_utf8_and_ends_at_its_nul(self):
        data = jpeg(block({0x0110: b"Alder\0rest"}, {0xA434: b"Objektiv f\xfcr Nahes\0"}))
        self.assertEqual(read_metadata(data).body_make_model, "Alder")
        self.assertEqual(read_metadata(data).lens_model, "Objektiv für Nahes")

    def test_a_file_that_says_nothing(self):
        found = read_metadata(jpeg())
        self.assertEqual((found.width_px, found.height_px, found.iso, found.taken_at), (8, 6, None, None))


class Packets(SimpleTestCase):
    def test_as_attributes_or_elements_in_any_prefix(self):
        for elements in (False, True):
            for prefix in ("xmp", "xap", "q"):
                found = read_metadata(jpeg(xmp=packet(4, "Second look", elements=elements, prefix=prefix)))
                self.assertEqual((found.rating, found.label), (4, "Second look"))

    def test_the_packet_goes_before_the_tag(self):
        self.assertEqual(read_metadata(jpeg(block(MAIN, EXIF), xmp=packet(-1))).rating, -1)

    def test_in_heif(self):
        self.assertEqual(read_metadata(heif(block(MAIN, EXIF), xmp=packet(5, "Yes"))).rating, 5)

    def test_ratings_there_are_not(self):
        for wrong in (6, -2, "many", "1e999", "nan", ""):
            self.assertIsNone(read_metadata(jpeg(xmp=packet(wrong))).rating)
        self.assertEqual(read_metadata(jpeg(xmp=packet("3.0"))).rating, 3)

    def test_a_document_type_is_not_taken(self):
        bomb = '<!DOCTYPE x [<!ENTITY a "b"><!ENTITY c "&a;&a;&a;">]>' + packet(4).split("?>", 1)[1].replace(
            '<?xpacket end="w"?>', ""
        )
        self.assertIsNone(read_metadata(jpeg(xmp=bomb)).rating)

    def test_another_namespace_is_another_rating(self):
        other = packet(4).replace('http://ns.adobe.com/xap/1.0/"', 'http://example.org/other/"')
        self.assertIsNone(read_metadata(jpeg(xmp=other)).rating)

    def test_deep_packets_do_not_exhaust_anybody(self):
        deep = "<a>" * 5000 + "</a>" * 5000
        self.assertIsNone(read_metadata(jpeg(xmp=deep)).rating)


class Hostile(SimpleTestCase):
    def test_each_says_why_it_cannot_be_read(self):
        for data, why in (
            (b"", "empty"), (b"\xff\xd8", "too short"), (b"text " * 10, "no picture"), (b"II*\0" + bytes(20), "no directory"),
            (b"\xff\xd8\xff\xe1" + bytes(20), "breaks off"), (box(b"ftyp", b"heic" + bytes(20)), "no picture"),
        ):  # fmt: skip
            with self.assertRaises(UnreadableFrame) as caught:
                read_metadata(data)
            self.assertIn(why, caught.exception.reason)

    def test_no_such_file_and_a_folder(self):
        for path in ("/nowhere/frame.jpg", tempfile.gettempdir()):
            with self.assertRaises(UnreadableFrame):
                read_metadata(path)

    def test_directories_that_point_in_a_ring_end(self):
        ring = (
            b"II*\0"
            + struct.pack("<I", 8)
            + struct.pack("<H", 1)
            + struct.pack("<HHII", 0x8769, 4, 1, 8)
            + struct.pack("<I", 8)
        )
        self.assertIsNone(read_metadata(ring).iso)

    def test_a_count_that_would_fill_the_memory_is_left_out(self):
        huge = struct.pack("<HHII", 0x0110, 2, 0xFFFFFFF0, 8)
        data = (
            b"II*\0"
            + struct.pack("<I", 8)
            + struct.pack("<H", 2)
            + huge
            + struct.pack("<HHII", 0x0112, 3, 1, 6)
            + bytes(4)
        )
        found = read_metadata(data)
        self.assertEqual((found.body_make_model, found.orientation), (None, 6))

    def test_a_directory_with_more_entries_than_the_file_holds(self):
        data = b"II*\0" + struct.pack("<I", 8) + struct.pack("<H", 65_535) + struct.pack("<HHII", 0x0112, 3, 1, 3)
        self.assertEqual(read_metadata(data).orientation, 3)

    def test_boxes_of_no_length_and_of_more_than_there_is(self):
        for length in (0, 1, 2, 7, 0xFFFFFFFF):
            data = box(b"ftyp", b"heic\0\0\0\0") + struct.pack(">I", length) + b"meta" + bytes(40)
            with self.assertRaises(UnreadableFrame):
                read_metadata(data)

    @given(at=st.floats(0, 1), kind=st.sampled_from(["jpeg", "tiff", "heif", "boxes"]))
    def test_cut_off_anywhere_it_is_read_or_refused(self, at, kind):
        data = MADE[kind]
        try:
            read_metadata(data[: int(at * len(data))])
        except UnreadableFrame as error:
            self.assertTrue(error.reason.endswith("."))

    @given(
        st.sampled_from(["jpeg", "tiff", "heif", "boxes"]),
        st.lists(st.tuples(st.floats(0, 0.999), st.integers(0, 255)), max_size=12),
    )
    def test_with_any_bytes_changed_it_is_read_or_refused(self, kind, changes):
        data = bytearray(MADE[kind])
        for at, byte in changes:
            data[int(at * len(data))] = byte
        try:
            read_metadata(bytes(data), location=True)
        except UnreadableFrame as error:
            self.assertTrue(error.reason)


MADE = {
    "jpeg": jpeg(block(MAIN, EXIF, GPS), xmp=packet(4, "A")), "tiff": block(MAIN, EXIF, GPS, order=">"),
    "heif": heif(block(MAIN, EXIF, GPS), xmp=packet(4)), "boxes": boxed_raw(block(MAIN), block(EXIF), block(GPS)),
}  # fmt: skip


class Identity(SimpleTestCase):
    def test_small_files_are_hashed_whole_and_a_byte_more_is_another(self):
        self.assertEqual(len(identity(b"a")), 64)
        self.assertNotEqual(identity(b"a"), identity(b"b"))
        self.assertNotEqual(identity(b""), identity(b"\0"))

    def test_head_tail_and_size_count_and_the_middle_does_not(self):
        data = bytearray(400_000)
        plain = identity(bytes(data))
        for at, differs in ((0, True), (131_071, True), (131_072, False), (334_000, False), (399_999, True)):
            changed = bytearray(data)
            changed[at] = 1
            self.assertEqual(identity(bytes(changed)) != plain, differs, at)
        self.assertNotEqual(identity(bytes(400_001)), plain)

    def test_against_its_definition(self):
        data = bytes(range(256)) * 1200
        wanted = hashlib.blake2b(len(data).to_bytes(8, "big") + data[:131072] + data[-65536:], digest_size=32)
        self.assertEqual(identity(data), wanted.hexdigest())
