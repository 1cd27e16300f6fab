"""What scenes are drawn with: the box of what is painted, textures that repeat, figures laid down small."""

import numpy as np
from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from wide_aperture.core.picture.scenes.drawing import TILE, fraction, sample, value_tile
from wide_aperture.core.picture.scenes.masks import Mask, extent
from wide_aperture.core.picture.scenes.people import bystander, person, somebody
from wide_aperture.core.picture.scenes.poses import STANDING
from wide_aperture.core.picture.scenes.sprites import sprite


class TheBoxOfWhatIsPainted(SimpleTestCase):
    @given(
        places=st.lists(st.tuples(st.integers(0, 22), st.integers(0, 30)), max_size=5),
        margin=st.integers(0, 3),
        dtype=st.sampled_from([np.float32, np.float64, np.bool_]),
    )
    def test_it_is_just_large_enough(self, places, margin, dtype):
        mask = np.zeros((23, 31), dtype)
        for row, column in places:
            mask[row, column] = 1e-30
        rows, columns = extent(mask, margin)
        if not places:
            self.assertEqual(mask[rows, columns].size, 0)
            return
        down, across = [row for row, _ in places], [column for _, column in places]
        self.assertEqual((rows.start, rows.stop), (max(min(down) - margin, 0), max(down) + 1 + margin))
        self.assertEqual((columns.start, columns.stop), (max(min(across) - margin, 0), max(across) + 1 + margin))

    def test_part_of_a_plane_is_searched_as_a_whole_one_is(self):
        plane = np.ones((12, 10), np.float32)
        plane[2:9, 3:8] = 0
        plane[4, 6] = 0.5
        self.assertEqual(extent(plane[2:9, 3:8]), (slice(2, 3), slice(3, 4)))

    def test_a_shape_remembers_its_own(self):
        mask = Mask.of(np.zeros((9, 9), np.float32), (slice(2, 4), slice(5, 8)))
        self.assertEqual(extent(mask, 1), (slice(1, 5), slice(4, 9)))


class Textures(SimpleTestCase):
    def test_a_fraction_is_what_a_remainder_is(self):
        values = np.linspace(-300, 300, 4001)
        np.testing.assert_allclose(fraction(values), np.mod(values, 1), atol=1e-9)

    def test_a_tile_goes_on_as_it_began_on_either_side(self):
        tile, x, y = value_tile(5), np.linspace(0.5, 40, 60, dtype=np.float32)[None, :], np.float32([[3.25], [90.5]])
        here = sample(tile, x, y)
        for turns in (-2, 1, 5):
            np.testing.assert_allclose(sample(tile, x + turns * TILE, y - turns * TILE), here, atol=1e-3)
        np.testing.assert_array_equal(sample(tile, np.float32([[7.0]]), np.float32([[11.0]])), tile[11:12, 7:8])


class FiguresLaidSmall(SimpleTestCase):
    """A figure at each of its heights is the same figure, cut to where it is."""

    def test_light_and_cover_stay_and_little_lies_outside(self):
        random = np.random.default_rng(3)
        for dress in [somebody(random) for _ in range(2)]:
            for kind, pose in ((person, tuple(STANDING.items())), (bystander, ())):
                large = sprite(kind, dress, pose, 60.0, 384)
                for height in (192, 96, 24):
                    small = sprite(kind, dress, pose, 60.0, height)
                    for name, of in (("light", lambda each: each.surface), ("cover", lambda each: each.masks[..., 0])):
                        share = float(of(small).sum()) / float(of(large).sum()) * (384 / height) ** 2
                        with self.subTest(kind=kind.__name__, height=height, part=name):
                            self.assertAlmostEqual(share, 1, delta=0.05)
                    rows, columns = small.masks.shape[:2]
                    self.assertLess(rows * columns, 0.5 * small.size[0] * small.size[1])
                    whole = small.whole(small.masks)
                    self.assertEqual(whole.shape, (*small.size, 3))
                    self.assertAlmostEqual(float(whole.sum()) / float(small.masks.sum()), 1, places=4)
