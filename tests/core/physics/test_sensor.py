import math

import numpy as np
from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from tests.core.builders import body
from tests.core.tables import rows
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.sensor import (
    engineering_range_ev,
    iso_ceiling,
    output_snr,
    signal_to_noise,
    typical,
    usable_range_ev,
)


class NoiseAgainstTheReference(SimpleTestCase):
    def test_formula_and_simulation(self):
        for row in rows("sensor_noise"):
            with self.subTest(case=row["case_id"]):
                snr = signal_to_noise(float(row["signal_e"]), float(row["read_noise_e"]), float(row["prnu"]))
                self.assertTrue(math.isclose(snr, float(row["analytic_snr"]), rel_tol=1e-6, abs_tol=1e-12))
                if float(row["mc_saturated_fraction"]) == 0:
                    measured = float(row["mc_snr"])
                    self.assertAlmostEqual(snr, measured, delta=0.005 * measured + 0.005)


class SensorLaws(SimpleTestCase):
    def test_no_signal_has_no_ratio(self):
        self.assertEqual(signal_to_noise(0, 3, 0.005), 0)
        self.assertEqual(signal_to_noise(0, 0, 0), 0)

    @given(iso=st.floats(100, 50_000))
    def test_less_light_never_gains_signal_to_noise(self, iso):
        camera = body()
        self.assertGreaterEqual(output_snr(camera, iso, 8e6), output_snr(camera, iso * 1.3, 8e6))

    def test_the_ceiling_is_where_the_ratio_is_just_met(self):
        camera = body()
        ceiling = iso_ceiling(camera, 9.0, 17e6)
        self.assertAlmostEqual(output_snr(camera, ceiling, 17e6), 9.0, delta=0.05)

    def test_a_smaller_output_raises_the_ceiling(self):
        self.assertGreater(iso_ceiling(body(), 9.0, 4e6), iso_ceiling(body(), 9.0, 17e6))

    def test_no_iso_may_be_good_enough(self):
        self.assertIsNone(iso_ceiling(body(), 5000, 17e6))

    def test_range_shrinks_with_iso_and_is_the_sheet_s_at_base(self):
        camera = body()
        self.assertAlmostEqual(float(engineering_range_ev(camera, 100)), 14.0, places=6)
        values = np.asarray(usable_range_ev(camera, np.array([100.0, 800.0, 6400.0])))
        self.assertTrue(np.all(np.diff(values) < 0))

    def test_estimates_are_marked_and_scale_with_the_pixel(self):
        small, large = typical(6.3, 4.7, 12, 100), typical(36, 24, 12, 100)
        self.assertEqual({small.provenance, large.provenance}, {"estimated"})
        self.assertAlmostEqual(large.full_well_e / small.full_well_e, (36 * 24) / (6.3 * 4.7))

    def test_refusals_name_the_field(self):
        for call, field in (
            (lambda: signal_to_noise(-1, 3, 0), "signal_e"),
            (lambda: typical(0, 24, 24, 100), "width_mm"),
            (lambda: iso_ceiling(body(), 0, 1e6), "accepted_snr"),
        ):
            with self.assertRaises(DomainError) as caught:
                call()
            self.assertEqual(caught.exception.field, field)
