"""What we write, others read: our own reader, two other readers, and a raw converter that must find every value of a mosaic."""

import datetime as dt
import io
import json
import subprocess
import sys
from tempfile import NamedTemporaryFile
from unittest import TestCase

import cv2
import exifread
import numpy as np
from PIL import Image

from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames import FrameMetadata, read_metadata
from wide_aperture.core.frames.embedded import embedded_jpegs, may_be_raw
from wide_aperture.core.frames.write import dng, with_exif, xmp_packet
from wide_aperture.core.frames.xmp import read_xmp

SAID = FrameMetadata(
    taken_at=dt.datetime(2026, 10, 17, 18, 21, 5), subsecond_ms=45, utc_offset_min=-210, exposure_s=1 / 1250, f_number=2.8, iso=102_400,
    compensation_ev=-2 / 3, focal_mm=300, focal_35mm=450, subject_distance_m=12.5, exposure_program="shutter_priority", metering="centre_weighted", flash_fired=True,
    white_balance="shade", body_make_model="Alder 24", body_serial="A-7", lens_model="70-200 mm", orientation=6, rating=4, label="kept <1> & “so”",
    latitude_deg=51.5, longitude_deg=-25.25,
)  # fmt: skip


def picture(width: int = 90, height: int = 60) -> bytes:
    return cv2.imencode(".jpg", np.full((height, width, 3), 120, np.uint8))[1].tobytes()


class Jpeg(TestCase):
    def test_everything_said_is_read_back(self):
        found = read_metadata(with_exif(picture(), SAID), location=True)
        self.assertEqual((found.width_px, found.height_px), (90, 60))
        for name in FrameMetadata.model_fields:
            said = getattr(SAID, name)
            if name in ("width_px", "height_px"):
                continue
            if isinstance(said, float):
                self.assertAlmostEqual(getattr(found, name), said, 5, name)
            else:
                self.assertEqual(getattr(found, name), said, name)

    def test_where_it_was_taken_is_read_only_when_asked_for(self):
        self.assertIsNone(read_metadata(with_exif(picture(), SAID)).latitude_deg)

    def test_two_other_readers_find_the_same(self):
        data = with_exif(picture(), SAID)
        tags = exifread.process_file(io.BytesIO(data), details=False)
        self.assertEqual(str(tags["EXIF ExposureTime"]), "1/1250")
        self.assertEqual(str(tags["EXIF DateTimeOriginal"]), "2026:10:17 18:21:05")
        self.assertEqual(str(tags["EXIF ISOSpeedRatings"]), "65535")
        with Image.open(io.BytesIO(data)) as image:
            exif = image.getexif().get_ifd(0x8769)
            self.assertEqual(image.size, (90, 60))
        self.assertAlmostEqual(float(exif[0x829D]), 2.8, 5)
        self.assertAlmostEqual(float(exif[0x9204]), -2 / 3, 5)
        self.assertEqual(exif[0x8832], 102_400)
        self.assertEqual(exif[0xA434], "70-200 mm")

    def test_the_picture_itself_is_untouched(self):
        plain = picture()
        self.assertTrue(with_exif(plain, SAID).endswith(plain[2:]))

    def test_refuses_what_is_no_jpeg_and_what_is_too_long(self):
        with self.assertRaises(DomainError):
            with_exif(b"no picture", SAID)


CONVERTER = """
import io, json, sys, rawpy
with rawpy.imread(io.BytesIO(sys.stdin.buffer.read())) as raw:
    told = {
        "mosaic": raw.raw_image_visible.tolist(), "white": raw.white_level, "black": raw.black_level_per_channel[0],
        "first": int(raw.raw_pattern[0][0]),
    }  # before it is developed, which works on the same memory
    print(json.dumps({**told, "picture": list(raw.postprocess(half_size=True).shape)}))
"""


class Raw(TestCase):
    def test_a_converter_finds_every_value(self):
        mosaic = np.random.default_rng(3).integers(512, 16_383, (64, 96)).astype(np.uint16)
        data = dng(mosaic, SAID, white=16_383, black=512)
        # A converter of its own process: it must not be forked from a test runner.
        converted = subprocess.run([sys.executable, "-c", CONVERTER], input=data, capture_output=True, check=True)
        told = json.loads(converted.stdout)
        self.assertEqual(told["mosaic"], mosaic.tolist())
        self.assertEqual((told["white"], told["black"], told["first"]), (16_383, 512, 0))
        self.assertEqual(told["picture"], [48, 32, 3])  # turned, as it says
        found = read_metadata(data, location=True)
        self.assertEqual((found.width_px, found.height_px), (96, 64))
        self.assertEqual(
            (found.iso, found.rating, found.label, found.lens_model), (102_400, 4, SAID.label, "70-200 mm")
        )
        self.assertAlmostEqual(found.exposure_s, 1 / 1250, 6)

    def test_refuses_what_is_no_mosaic(self):
        for wrong in (np.zeros((4, 4), np.uint8), np.zeros((4, 4, 3), np.uint16), np.zeros((1, 4), np.uint16)):
            with self.assertRaises(DomainError):
                dng(wrong, SAID, white=100)


class Sidecar(TestCase):
    def test_what_is_written_is_read(self):
        packet = read_xmp(xmp_packet(-1, 'a "label" <&>', "said & done").encode())
        self.assertEqual((packet.rating, packet.label), (-1, 'a "label" <&>'))
        self.assertEqual(read_xmp(xmp_packet(None, None).encode()).rating, None)


class Embedded(TestCase):
    def test_a_jpeg_is_its_own_picture_unless_it_is_too_large(self):
        with NamedTemporaryFile(suffix=".jpg") as file:
            file.write(with_exif(picture(), SAID))
            file.flush()
            self.assertEqual(len(list(embedded_jpegs(file.name, 1_000_000))), 1)
            self.assertEqual(list(embedded_jpegs(file.name, 100)), [])

    def test_whatever_is_no_plain_picture_is_offered_to_the_raw_reader(self):
        for head, offered in (
            (b"II*\0", True),
            (b"MM\0*", True),
            (b"\0\0\0\x18ftypXYZ ", True),
            (b"RAW OF SOME KIND", True),
            (b"\xff\xd8\xff\xe1", False),
            (b"\x89PNG\r\n", False),
            (b"", False),
        ):
            with self.subTest(head=head), NamedTemporaryFile() as file:
                file.write(head)
                file.flush()
                self.assertEqual(may_be_raw(file.name), offered)
