"""CIEDE2000 against the pairs published with it, and its laws."""

import numpy as np
from django.test import SimpleTestCase

from wide_aperture.core.physics.colour.difference import delta_e_2000

# Pairs of Sharma, Wu and Dalal (2005), table 1: each bends another term of the formula.
PUBLISHED = (
    ((50.0, 2.6772, -79.7751), (50.0, 0.0, -82.7485), 2.0425),
    ((50.0, -1.3802, -84.2814), (50.0, 0.0, -82.7485), 1.0),
    ((50.0, 0.0, 0.0), (50.0, -1.0, 2.0), 2.3669),
    ((50.0, 2.49, -0.001), (50.0, -2.49, 0.0009), 7.1792),
    ((50.0, -0.001, 2.49), (50.0, 0.0011, -2.49), 4.7461),
    ((50.0, 2.5, 0.0), (50.0, 0.0, -2.5), 4.3065),
    ((50.0, 2.5, 0.0), (73.0, 25.0, -18.0), 27.1492),
    ((50.0, 2.5, 0.0), (58.0, 24.0, 15.0), 19.4535),
    ((60.2574, -34.0099, 36.2677), (60.4626, -34.1751, 39.4387), 1.2644),
    ((22.7233, 20.0904, -46.694), (23.0331, 14.973, -42.5619), 2.0373),
    ((90.8027, -2.0831, 1.441), (91.1528, -1.6435, 0.0447), 1.4441),
    ((2.0776, 0.0795, -1.135), (0.9033, -0.0636, -0.5514), 0.9082),
)


class Difference(SimpleTestCase):
    def test_published_pairs(self):
        for one, two, expected in PUBLISHED:
            with self.subTest(one=one, two=two):
                self.assertAlmostEqual(float(delta_e_2000(one, two)), expected, places=4)
                self.assertAlmostEqual(float(delta_e_2000(two, one)), expected, places=4)

    def test_many_at_once_and_a_colour_from_itself(self):
        one, two, expected = (np.array(column) for column in zip(*PUBLISHED, strict=True))
        np.testing.assert_allclose(delta_e_2000(one, two), expected, atol=5e-5)
        np.testing.assert_allclose(delta_e_2000(one, one), 0, atol=1e-9)
