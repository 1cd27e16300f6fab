"""Where a night lens stands for stars: their size at several places of the focus ring, and the least of it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import ClassVar

import cv2
import numpy as np

from wide_aperture.core.bench.fit import least_squares, student
from wide_aperture.core.bench.found import BenchOutcome, Curve, Figure
from wide_aperture.core.bench.frame import BenchFrame
from wide_aperture.core.bench.kinds.common import capture, in_groups, shot
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import HEIGHT, WIDTH, Shutter
from wide_aperture.core.bench.stacking.layers import MAD
from wide_aperture.core.errors import DomainError

MARKS = (-3.0, -2.0, -1.0, 0.0, 1.0, 2.0, 3.0)  # line widths of the ring on either side of its infinity mark
REPEATS = 2
STARS, FEWEST = 40, 5
WITHIN_MARKS = 0.5
NEAR_MARKS = 2.0
PART_PX = 9


class Infinity(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="infinity", title="Infinity for stars", purpose="Where the focus ring really stands for infinity, wide open.",
        needs=("a clear night, or far lamps", "a stand", "a mark on the ring you can repeat"),
        how=("Wide open, stabiliser off, two seconds of self-timer.", "Two frames at each place: three widths of the mark’s line before infinity, then one further each time, to three behind.", "Always turned from the same side."),
        varies=(), wants="raw", fewest=8, offers="nothing to the kit: where to set the ring, to be marked with tape", care="At night tell somebody where you are, and mind your step.",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        return tuple(
            shot(
                "Stars in the middle",
                "Small discs, smallest somewhere between.",
                frames=REPEATS,
                iso=kit.body.base_iso * 16,
                exposure_s=2.0,
                ring=f"{mark:+g} line widths",
            )
            for mark in MARKS
        )

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        groups = in_groups(list(frames), len(MARKS), ", ".join(f"{mark:+g}" for mark in MARKS))
        marks = np.array([mark for mark in MARKS for _ in groups[0]])
        sizes = np.array([star_size(frame) for group in groups for frame in group])
        least = MARKS[int(np.argmin([sizes[marks == mark].mean() for mark in MARKS]))]
        near = np.abs(marks - least) <= NEAR_MARKS  # far off the faint rims drown, and discs look smaller than they are
        squares = np.square(sizes[near])  # a disc's square grows with the square of how far focus is off
        table = np.stack([np.ones(int(near.sum())), marks[near], marks[near] ** 2], axis=1)
        fitted = least_squares(table, squares, 1 / squares**2)
        _, b, c = fitted.values
        if c <= 0:
            raise DomainError(
                "frames", len(frames), "must run through focus: the stars are not smaller anywhere between"
            )
        value = float(-b / (2 * c))
        half = student(fitted.freedom) * fitted.error_along((0.0, -1 / (2 * c), b / (2 * c**2)))
        figure = Figure(id="best_mark", label="Stars are smallest at", unit="line widths past the mark", value=value, low=value - half, high=value + half, n=len(frames), within=WITHIN_MARKS,
                        sentence=f"Stars are smallest {abs(value):.1f} line widths {'past' if value > 0 else 'before'} the infinity mark." if abs(value) > 0.15 else "The infinity mark is true.")  # fmt: skip
        curve = Curve(
            label="Size of the stars",
            x_label="line widths past the mark",
            y_label="relative",
            x=tuple(float(each) for each in marks),
            y=tuple(float(each) for each in sizes),
        )
        return BenchOutcome(
            sentence=figure.sentence,
            figures=(figure,),
            curves=(curve,),
            steps=(
                "How faint the middle of the stars is: the wider they are.",
                "A parabola through the squares of their size.",
            ),
        )

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        random = np.random.default_rng(seed)
        best = float(random.uniform(-1.5, 1.5))
        camera = Shutter(kit.body, seed)
        stars = [
            (random.uniform(20, WIDTH - 20), random.uniform(20, HEIGHT - 20), float(random.uniform(3.0, 6.0)))
            for _ in range(STARS)
        ]
        files = []
        for each, mark in zip(self.shots(kit), MARKS, strict=True):
            plane = _sky(stars, 2.0 * abs(mark - best))
            files += [camera.press(plane, capture(2.0, each.iso or 1600, aperture=1.8)) for _ in range(REPEATS)]
        return Simulated(tuple(files), {"best_mark": best})


def star_size(frame: BenchFrame) -> float:
    """How wide the stars of a frame are, in one unit for frames of the same stars and time: wide stars are faint in their middle.

    Source: light of one sum spread over a disc of width s has a sum of squares that goes with 1 / s^2; the noise's own is taken off.
    Raises: DomainError where there are too few stars.
    """
    plane = frame.green - np.float32(np.median(frame.green))
    grain = MAD * float(np.median(np.abs(plane)))
    smooth = cv2.GaussianBlur(plane, (0, 0), 1.5)
    highest = smooth == cv2.dilate(smooth, np.ones((2 * PART_PX + 1, 2 * PART_PX + 1)))
    if int((highest & (smooth > 2 * grain)).sum()) < FEWEST:
        raise DomainError(frame.name, "", f"shows fewer than {FEWEST} stars")
    squares = float(np.square(plane, dtype=np.float64).mean()) - grain**2
    return float(1 / np.sqrt(max(squares, grain**2 / 100)))


def _sky(stars: Sequence[tuple[float, float, float]], disc_px: float) -> np.ndarray:
    """Stars as discs of a lens out of focus, in units of card(), shape (HEIGHT, WIDTH, 3)."""
    plane = np.full((HEIGHT, WIDTH), 2.0**-9, np.float32)
    across, down = np.meshgrid(np.arange(WIDTH, dtype=np.float32), np.arange(HEIGHT, dtype=np.float32))
    spread = np.sqrt(2.2**2 + (disc_px / 2) ** 2)
    for x, y, bright in stars:
        reach = (slice(max(int(y) - 20, 0), int(y) + 21), slice(max(int(x) - 20, 0), int(x) + 21))
        off = np.square(across[reach] - x) + np.square(down[reach] - y)
        plane[reach] += 2.0 ** (bright - 9) / spread**2 * np.exp(-off / (2 * spread**2))
    return np.asarray(np.repeat(plane[..., None] * np.float32(2.0**6.5), 3, axis=2), np.float32)
