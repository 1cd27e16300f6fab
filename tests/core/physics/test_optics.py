import math

import numpy as np
from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from tests.core.tables import rows
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.optics import (
    airy_disc_diameter,
    aperture_for_range,
    blur_disc_diameter,
    circle_of_confusion,
    crop_factor,
    depth_of_field,
    hyperfocal_distance,
)


class OpticsAgainstTheReference(SimpleTestCase):
    def test_every_row_agrees(self):
        for row in rows("optics"):
            with self.subTest(case=row["case_id"]):
                focal, number, focus, coc = (float(row[k]) for k in ("focal_mm", "f_number", "focus_m", "coc_mm"))
                zone = depth_of_field(focal, number, focus, coc)
                self.close(hyperfocal_distance(focal, number, coc), row["hyperfocal_m"])
                self.close(zone.hyperfocal_m, row["hyperfocal_m"])
                self.close(zone.near_m, row["near_m"])
                self.close(zone.far_m, row["far_m"])
                blur = blur_disc_diameter(focal, number, focus, float(row["background_m"]))
                self.close(blur, row["background_blur_mm"])
                self.close(airy_disc_diameter(number), row["airy_diameter_um"], 5e-4)

    def close(self, value, text, tolerance=1e-6):
        expected = float(text)
        if math.isinf(expected):
            self.assertEqual(value, math.inf)
        else:
            self.assertTrue(math.isclose(value, expected, rel_tol=tolerance), (value, expected))


class DepthLaws(SimpleTestCase):
    @given(focal=st.floats(5, 600), number=st.floats(1, 22), focus=st.floats(1, 5000))
    def test_stopping_down_never_shrinks_the_zone(self, focal, number, focus):
        wide = depth_of_field(focal, number, focus, 0.03)
        small = depth_of_field(focal, number * 1.4, focus, 0.03)

        self.assertTrue(small.near_m <= wide.near_m <= focus * (1 + 1e-12))
        self.assertTrue(focus * (1 - 1e-12) <= wide.far_m <= small.far_m)

    @given(focal=st.floats(10, 400), near=st.floats(1.5, 50), ratio=st.floats(1.05, 20))
    def test_the_aperture_for_a_range_holds_exactly_that_range(self, focal, near, ratio):
        number, focus = aperture_for_range(focal, near, near * ratio, 0.03)
        zone = depth_of_field(focal, number, focus, 0.03)

        self.assertTrue(math.isclose(zone.near_m, near, rel_tol=1e-9))
        self.assertTrue(math.isclose(zone.far_m, near * ratio, rel_tol=1e-6))

    def test_infinite_focus_begins_at_the_reach(self):
        zone = depth_of_field(50, 8, math.inf, 0.03)
        self.assertAlmostEqual(zone.near_m, 50**2 / (8 * 0.03) / 1000)
        self.assertEqual(zone.far_m, math.inf)

    def test_arrays_equal_one_by_one(self):
        focus = np.array([0.5, 3.0, 100.0])
        zone = depth_of_field(35, 4, focus, 0.03)
        np.testing.assert_allclose(zone.far_m, [depth_of_field(35, 4, f, 0.03).far_m for f in focus])

    def test_focus_inside_the_lens_is_refused(self):
        with self.assertRaises(DomainError) as caught:
            depth_of_field(50, 8, 0.04, 0.03)
        self.assertEqual(caught.exception.field, "focus_distance_m")

    def test_full_frame_landmarks(self):
        self.assertAlmostEqual(circle_of_confusion(36, 24), 0.02884, places=5)
        self.assertAlmostEqual(crop_factor(36, 24), 1)
        self.assertAlmostEqual(crop_factor(6.3, 4.7), 5.5, places=1)
