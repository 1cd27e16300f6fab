"""A canvas for scenes: shapes as soft masks, fractal textures, and the roundness of things, at any size and window."""

from __future__ import annotations

import math
from collections.abc import Sequence

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.once import cached_property
from wide_aperture.core.picture.scenes.colour_space import Pixels
from wide_aperture.core.picture.scenes.scene import Window

Point = tuple[float, float]
Points = Sequence[Point]
_SHIFT = 4  # sixteenths of a pixel for edges


class Canvas:
    """Maps scene coordinates (frame heights, x from the middle) to the pixels of a window of the frame."""

    def __init__(self, width_px: int, height_px: int, window: Window) -> None:
        self.width, self.height, self.window = width_px, height_px, window
        self.scale = height_px / (window.bottom - window.top)  # pixels a frame height
        self.aspect = width_px / (window.right - window.left) / self.scale
        self.left = (window.left - 0.5) * self.aspect
        self.top = window.top

    def __hash__(self) -> int:
        return id(self)

    def zeros(self) -> Pixels:
        return np.zeros((self.height, self.width), np.float32)

    @cached_property
    def x(self) -> Pixels:
        """x of every pixel's middle, shape (1, w)."""
        return (self.left + (np.arange(self.width, dtype=np.float32)[None, :] + 0.5) / self.scale).astype(np.float32)

    @cached_property
    def y(self) -> Pixels:
        """y of every pixel's middle, shape (h, 1)."""
        return (self.top + (np.arange(self.height, dtype=np.float32)[:, None] + 0.5) / self.scale).astype(np.float32)

    # shapes ----------------------------------------------------------------------------------------

    def polygon(self, points: Points) -> Pixels:
        """A filled polygon with soft edges."""
        return self._filled([self._pixels(points)])

    def polygons(self, shapes: Sequence[Points]) -> Pixels:
        """Several polygons in one mask; where they overlap the mask stays whole."""
        mask = np.zeros((self.height, self.width), np.uint8)
        for shape in shapes:
            cv2.fillPoly(mask, [self._pixels(shape)], 255, cv2.LINE_AA, _SHIFT)
        return _unit(mask)

    def blob(self, points: Points) -> Pixels:
        """A closed smooth curve through the points."""
        return self.polygon(smooth(points))

    def ellipse(self, centre: Point, rx: float, ry: float, turn_deg: float = 0.0) -> Pixels:
        angles = np.linspace(0, 2 * math.pi, 72, endpoint=False)
        turn = math.radians(turn_deg)
        xs, ys = rx * np.cos(angles), ry * np.sin(angles)
        return self.polygon(
            [
                (
                    centre[0] + a * math.cos(turn) - b * math.sin(turn),
                    centre[1] + a * math.sin(turn) + b * math.cos(turn),
                )
                for a, b in zip(xs.tolist(), ys.tolist(), strict=True)
            ]
        )

    def limb(self, points: Points, widths: Sequence[float]) -> Pixels:
        """A chain of tapered rounded segments through points, widths in frame heights at each."""
        shapes: list[Points] = []
        for (a, wa), (b, wb) in zip(
            zip(points[:-1], widths[:-1], strict=True), zip(points[1:], widths[1:], strict=True), strict=True
        ):
            shapes.append(_capsule(a, b, wa / 2, wb / 2))
        return self.polygons(shapes)

    def line(self, points: Points, width: float) -> Pixels:
        return self.limb(points, [width] * len(points))

    def below(self, heights: Points) -> Pixels:
        """Everything under a line given from left to right: land under a ridge."""
        (x0, _), (x1, _) = heights[0], heights[-1]
        return self.polygon([*heights, (x1, 3.0), (x0, 3.0)])

    def _pixels(self, points: Points) -> NDArray[np.int32]:
        at = (np.asarray(points, dtype=np.float64) - (self.left, self.top)) * self.scale - 0.5
        limit = 2**31 / 2**_SHIFT / 4
        return np.asarray(np.round(np.clip(at, -limit, limit) * 2**_SHIFT), np.int32)

    def _filled(self, shapes: list[np.ndarray]) -> Pixels:
        mask = np.zeros((self.height, self.width), np.uint8)
        cv2.fillPoly(mask, shapes, 255, cv2.LINE_AA, _SHIFT)
        return _unit(mask)

    # softness and roundness ------------------------------------------------------------------------

    def soften(self, image: Pixels, radius: float) -> Pixels:
        """Gaussian softening, radius in frame heights."""
        sigma = radius * self.scale
        part = extent(image, math.ceil(3.2 * sigma) + 1)
        softened = np.zeros_like(image)
        if part[0].stop > part[0].start:
            softened[part] = self._softened(image[part], sigma)
        return softened

    @staticmethod
    def _softened(image: Pixels, sigma: float) -> Pixels:
        if sigma < 0.3:
            return image
        height, width = image.shape[:2]
        factor = min(int(sigma / 5), min(width, height) // 8)
        if factor < 2:
            return _as_pixels(cv2.GaussianBlur(image, (0, 0), sigma))
        # A wide softening shows nothing of the fine grid.
        small = cv2.resize(image, (width // factor, height // factor), interpolation=cv2.INTER_AREA)
        small = cv2.GaussianBlur(small, (0, 0), sigma / factor)
        return _as_pixels(cv2.resize(small, (width, height), interpolation=cv2.INTER_LINEAR))

    def roundness(self, mask: Pixels, radius: float, key_deg: float, *, fill: float = 0.45) -> Pixels:
        """Shading of a rounded body, about 1 where it faces the key light and `fill` where it turns away.

        key_deg: 0 from the right, 90 from above. The mask, softened, serves as the body's height.
        """
        shading = np.ones_like(mask)
        reach = math.ceil(3 * radius * self.scale) + 2
        part = extent(mask, reach)
        if part[0].stop == part[0].start:
            return shading
        height = self._softened(mask[part], radius * self.scale)
        gx = cv2.Sobel(height, cv2.CV_32F, 1, 0, ksize=3)
        gy = cv2.Sobel(height, cv2.CV_32F, 0, 1, ksize=3)
        steep = np.float32(radius * self.scale * 0.45)
        nx, ny = -gx * steep, -gy * steep
        norm = np.sqrt(nx * nx + ny * ny + 1)
        turn = math.radians(key_deg)
        lit = (nx * math.cos(turn) - ny * math.sin(turn) + 0.75) / norm / 1.25
        shading[part] = fill + (1.08 - fill) * np.clip(lit, 0, 1)
        return shading

    # textures --------------------------------------------------------------------------------------

    def noise(
        self,
        cells: float,
        seed: int,
        *,
        octaves: int = 4,
        stretch: float = 1.0,
        gain: float = 0.55,
        within: Pixels | None = None,
    ) -> Pixels:
        """Fractal noise about 0, nearly all within -1..1.

        cells: lattice cells a frame height; stretch: wider than high; within: 0 where this mask is empty.
        Octaves finer than a pixel are left out, so a texture looks alike at every size.
        """
        total, weight, size = self.zeros(), 1.0, 0.0
        part = (slice(0, self.height), slice(0, self.width)) if within is None else extent(within)
        if part[0].stop == part[0].start:
            return total
        for octave in range(octaves):
            per_height = cells * 2**octave
            if per_height > self.scale * 0.75:
                break
            total[part] += np.float32(weight) * self._lattice(
                per_height / stretch, per_height, seed * 31 + octave, part
            )
            size += weight * weight
            weight *= gain
        return total / np.float32(max(math.sqrt(size), 1e-6) * 1.1)

    def _lattice(self, across: float, down: float, seed: int, part: tuple[slice, slice]) -> Pixels:
        """Smoothly joined random values; the same at the same place whatever window is drawn."""
        columns, rows = math.ceil(self.aspect * across) + 4, math.ceil(down) + 4
        values = np.random.default_rng(seed).standard_normal((rows, columns)).astype(np.float32)
        at_x, at_y = np.meshgrid(
            ((self.x[0, part[1]] + self.aspect / 2) * across + 1).astype(np.float32),
            (self.y[part[0], 0] * down + 1).astype(np.float32),
        )
        return _as_pixels(cv2.remap(values, at_x, at_y, cv2.INTER_CUBIC, borderMode=cv2.BORDER_REFLECT))


def extent(mask: Pixels, margin_px: int = 0) -> tuple[slice, slice]:
    """The rows and columns a mask touches, widened by a margin; empty slices where it touches nothing."""
    rows, columns = np.flatnonzero(mask.any(axis=1)), np.flatnonzero(mask.any(axis=0))
    if rows.size == 0:
        return slice(0, 0), slice(0, 0)
    return (
        slice(max(int(rows[0]) - margin_px, 0), int(rows[-1]) + 1 + margin_px),
        slice(max(int(columns[0]) - margin_px, 0), int(columns[-1]) + 1 + margin_px),
    )


def ridge(seed: int, level: float, rise: float, *, aspect: float, rough: float = 0.5, start: int = 5) -> list[Point]:
    """A skyline by midpoint displacement, from beyond the left edge to beyond the right one."""
    random = np.random.default_rng(seed)
    heights = random.normal(0, rise, start)
    spread = rise
    for _ in range(7):
        between = (heights[:-1] + heights[1:]) / 2
        spread *= rough
        between += random.normal(0, spread, between.size)
        joined = np.empty(heights.size + between.size)
        joined[::2], joined[1::2] = heights, between
        heights = joined
    half = aspect / 2 + 0.15
    xs = np.linspace(-half, half, heights.size)
    return [(x, level - h) for x, h in zip(xs.tolist(), heights.tolist(), strict=True)]


def smooth(points: Points, steps: int = 10) -> list[Point]:
    """A closed Catmull-Rom curve through the points."""
    p = np.asarray(points, dtype=np.float64)
    before, after, beyond = np.roll(p, 1, 0), np.roll(p, -1, 0), np.roll(p, -2, 0)
    t = np.linspace(0, 1, steps, endpoint=False)[:, None, None]
    curve = 0.5 * (
        2 * p
        + (after - before) * t
        + (2 * before - 5 * p + 4 * after - beyond) * t**2
        + (3 * p - before - 3 * after + beyond) * t**3
    )
    return [(x, y) for x, y in curve.transpose(1, 0, 2).reshape(-1, 2).tolist()]


def _capsule(a: Point, b: Point, ra: float, rb: float) -> list[Point]:
    """The outline of two circles and what lies between them."""
    angle = math.atan2(b[1] - a[1], b[0] - a[0])
    around = np.linspace(math.pi / 2, 3 * math.pi / 2, 10)
    first = [(a[0] + ra * math.cos(angle + t), a[1] + ra * math.sin(angle + t)) for t in around]
    last = [(b[0] + rb * math.cos(angle + t + math.pi), b[1] + rb * math.sin(angle + t + math.pi)) for t in around]
    return first + last


def _unit(mask: np.ndarray) -> Pixels:
    return np.asarray(mask, dtype=np.float32) / np.float32(255)


def _as_pixels(image: np.ndarray) -> Pixels:
    return np.asarray(image, dtype=np.float32)
