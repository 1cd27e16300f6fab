"""Our reader beside two independent ones, over files made with any values: what all three can say, they say alike."""

from __future__ import annotations

import io
from fractions import Fraction

import exifread
import pillow_heif
from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st
from PIL import ExifTags, Image

from tests.core.frames.corpus import EXIF, GPS, MAIN, block, jpeg
from wide_aperture.core.frames import FrameMetadata, read_metadata
from wide_aperture.core.frames.write import exif_of, tiff

NUMBERS = {
    "exposure_s": 0x829A,
    "f_number": 0x829D,
    "focal_mm": 0x920A,
    "subject_distance_m": 0x9206,
    "compensation_ev": 0x9204,
    "iso": 0x8827,
    "focal_35mm": 0xA405,
}
TEXTS = {"body_serial": 0xA431, "lens_model": 0xA434}
EXIFREAD = {
    "exposure_s": "EXIF ExposureTime", "f_number": "EXIF FNumber", "focal_mm": "EXIF FocalLength", "subject_distance_m": "EXIF SubjectDistance", "compensation_ev": "EXIF ExposureBiasValue",
    "iso": "EXIF ISOSpeedRatings", "focal_35mm": "EXIF FocalLengthIn35mmFilm", "body_serial": "EXIF BodySerialNumber", "lens_model": "EXIF LensModel",
    "orientation": "Image Orientation", "taken_at": "EXIF DateTimeOriginal",
}  # fmt: skip
WORDS = st.text(st.sampled_from("abcdefgh XYZ0123-./"), min_size=1, max_size=30).map(str.strip).filter(bool)
VALUES = st.fixed_dictionaries({
    0x829A: st.one_of(st.integers(1, 60).map(Fraction), st.integers(2, 32_000).map(lambda n: Fraction(1, n))),
    0x829D: st.integers(10, 640).map(lambda n: Fraction(n, 10)),
    0x920A: st.integers(4, 1200).map(Fraction),
    0x9206: st.integers(1, 9000).map(lambda n: Fraction(n, 100)),
    0x9204: st.integers(-15, 15).map(lambda n: Fraction(n, 3)),
    0x8827: st.integers(25, 64_000),
    0xA405: st.integers(4, 1200),
    0xA431: WORDS,
    0xA434: WORDS,
    0x9003: st.datetimes().map(lambda at: at.replace(microsecond=0)).filter(lambda at: at.year >= 1980),
})  # fmt: skip


class ThreeReaders(SimpleTestCase):
    @given(values=VALUES, orientation=st.integers(1, 8), order=st.sampled_from("<>"), in_jpeg=st.booleans())
    def test_say_alike(self, values, orientation, order, in_jpeg):
        taken = values[0x9003]
        exif = {**EXIF, **values, 0x9003: taken.strftime("%Y:%m:%d %H:%M:%S").rjust(19, "0")}
        tiff = block({**MAIN, 0x0112: orientation}, exif, GPS, order=order)
        data = jpeg(tiff) if in_jpeg else tiff
        ours = read_metadata(data, location=True)
        self.assertEqual(ours.taken_at, taken)
        theirs = exifread.process_file(io.BytesIO(data), details=False)
        pillow = Image.Exif()
        pillow.load(tiff)
        deep = pillow.get_ifd(ExifTags.IFD.Exif)
        for field, tag in NUMBERS.items():
            with self.subTest(field=field):
                said = theirs[EXIFREAD[field]].values[0]
                self.assertAlmostEqual(getattr(ours, field), float(Fraction(said)), places=6)
                self.assertAlmostEqual(getattr(ours, field), float(deep[tag]), places=6)
        for field, tag in TEXTS.items():
            with self.subTest(field=field):
                self.assertEqual(getattr(ours, field), str(theirs[EXIFREAD[field]].values).strip())
                self.assertEqual(getattr(ours, field), str(deep[tag]).strip("\0 "))
        self.assertEqual(ours.orientation, theirs[EXIFREAD["orientation"]].values[0])
        self.assertEqual(ours.orientation, pillow[0x0112])
        latitude = exifread.utils.get_gps_coords(theirs)[0]
        self.assertAlmostEqual(ours.latitude_deg, latitude, places=5)

    def test_a_jpeg_of_ours_is_a_picture_to_others(self):
        with Image.open(io.BytesIO(jpeg(block(MAIN, EXIF), size=(8, 6)))) as picture:
            self.assertEqual(picture.size, (8, 6))
            picture.load()


class EncodedHeif(SimpleTestCase):
    """A picture a library encoded, not boxes made here."""

    def test_a_real_heic_says_what_was_written_into_it(self):
        said = FrameMetadata(
            exposure_s=1 / 250, f_number=1.8, iso=64, focal_mm=26, body_make_model="Wren", orientation=1
        )
        main, exif, gps = exif_of(said)
        held = io.BytesIO()
        pillow_heif.from_pillow(Image.new("RGB", (64, 48), (90, 120, 150))).save(
            held, exif=b"Exif\0\0" + tiff(main, exif, gps)
        )
        found = read_metadata(held.getvalue())
        self.assertEqual((found.width_px, found.height_px), (64, 48))
        self.assertEqual((found.iso, found.body_make_model, found.focal_mm), (64, "Wren", 26))
        self.assertAlmostEqual(found.exposure_s, 1 / 250)
        opened = pillow_heif.open_heif(held)
        self.assertEqual(opened.size, (64, 48))
        theirs = Image.Exif()
        theirs.load(opened.info["exif"])
        self.assertAlmostEqual(float(theirs.get_ifd(0x8769)[0x829A]), 1 / 250)
