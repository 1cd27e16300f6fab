"""A canvas for scenes: shapes as soft masks, fractal textures, and the roundness of things, at any size and window."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.once import cached_property
from wide_aperture.core.picture.scenes.colour_space import Pixels
from wide_aperture.core.picture.scenes.masks import Mask, extent
from wide_aperture.core.picture.scenes.scene import Window

Point = tuple[float, float]
Points = Sequence[Point] | NDArray[np.float64]
_FURTHEST = 2.0**29
_FINER = 4
_SHIFT = 4  # sixteenths of a pixel for edges
TILE = 128  # cells of a texture before it repeats
SAMPLES_A_CELL = 6
FINEST_CELLS_A_PX = 0.75
LARGE_GRID_PX = 60_000  # from here two matrix products are faster than looking up
COARSE_OCTAVES = 2  # finer ones average out under a meter


class Canvas:
    """Maps scene coordinates (frame heights, x from the middle) to the pixels of a window of the frame.

    coarse: only the light of each part counts, not how it looks.
    """

    def __init__(self, width_px: int, height_px: int, window: Window, *, coarse: bool = False) -> None:
        self.width, self.height, self.window, self.coarse = width_px, height_px, window, coarse
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
        return self._covered(np.asarray(points, np.float64), [len(points)])

    def polygons(self, shapes: Sequence[Points] | NDArray[np.float64], *, exact: bool = False) -> Pixels:
        """Several polygons in one mask; where they overlap the mask stays whole.

        exact: for what shines, whose light must not grow with the half pixel that drawn edges do.
        """
        if not len(shapes):
            return self.zeros()
        if isinstance(shapes, np.ndarray):
            counts, points = [shapes.shape[1]] * shapes.shape[0], shapes.reshape(-1, 2)
        else:
            counts, points = [len(shape) for shape in shapes], np.concatenate(shapes, dtype=np.float64)
        return self._covered(points, counts, exact=exact)

    def blob(self, points: Points) -> Pixels:
        """A closed smooth curve through the points."""
        return self.polygon(smooth(points))

    def ellipse(self, centre: Point, rx: float, ry: float, turn_deg: float = 0.0) -> Pixels:
        points = self.outline(centre, rx, ry, turn_deg)
        return self._covered(points, [len(points)])

    def ellipses(self, shapes: Sequence[tuple[Point, float, float]]) -> Pixels:
        """Many in one mask: (centre, rx, ry) of each."""
        return self.polygons([self.outline(*shape) for shape in shapes])

    def outline(self, centre: Point, rx: float, ry: float, turn_deg: float = 0.0) -> NDArray[np.float64]:
        """Points round an ellipse, as many as its size shows."""
        size = max(rx, ry) * self.scale
        circle = _CIRCLES[8 if size < 3 else 16 if size < 12 else 32 if size < 60 else 72]
        points = circle * (rx, ry)
        if turn_deg:
            turn = math.radians(turn_deg)
            cos, sin = math.cos(turn), math.sin(turn)
            points = points @ np.array([[cos, sin], [-sin, cos]])
        return points + centre

    def limb(self, points: Points, widths: Sequence[float]) -> Pixels:
        """A chain of tapered rounded segments through points, widths in frame heights at each."""
        return self.polygons(self.limb_outline(points, widths))

    @staticmethod
    def limb_outline(points: Points, widths: Sequence[float]) -> list[NDArray[np.float64]]:
        """The outlines of a limb's segments."""
        ends = zip(zip(points[:-1], widths[:-1], strict=True), zip(points[1:], widths[1:], strict=True), strict=True)
        return [_capsule(a, b, wa / 2, wb / 2) for (a, wa), (b, wb) in ends]

    def line(self, points: Points, width: float) -> Pixels:
        return self.limb(points, [width] * len(points))

    def below(self, heights: Points) -> Pixels:
        """Everything under a line given from left to right: land under a ridge."""
        (x0, _), (x1, _) = heights[0], heights[-1]
        return self.polygon([*heights, (x1, 3.0), (x0, 3.0)])

    def _covered(self, points: NDArray[np.float64], counts: Sequence[int], *, exact: bool = False) -> Pixels:
        """Coverage of polygons, their points one after another. Exact or coarse: by finer pixels, else thin things would swell."""
        exact = exact or self.coarse
        by = _FINER if exact else 1
        at = (points - (self.left, self.top)) * self.scale
        mask = self.zeros()
        low, high = np.minimum.reduce(at).tolist(), np.maximum.reduce(at).tolist()
        left, top = max(math.floor(low[0]) - 1, 0), max(math.floor(low[1]) - 1, 0)
        right, bottom = min(math.ceil(high[0]) + 2, self.width), min(math.ceil(high[1]) + 2, self.height)
        if not (right > left and bottom > top):
            return mask
        fine = np.zeros(((bottom - top) * by, (right - left) * by), np.uint8)
        scaled = (at - (left, top)) * (by * 2**_SHIFT)
        scaled -= 0.5 * 2**_SHIFT - 0.5
        np.maximum(scaled, -_FURTHEST, out=scaled)
        np.minimum(scaled, _FURTHEST, out=scaled)
        pixels = np.floor(scaled, out=scaled).astype(np.int32)
        start = 0
        for count in counts:
            cv2.fillPoly(fine, [pixels[start : start + count]], 255, cv2.LINE_8 if exact else cv2.LINE_AA, _SHIFT)
            start += count
        if exact:
            for half in (by // 2, 1):  # by twos: far faster than at once
                fine = cv2.resize(fine, ((right - left) * half, (bottom - top) * half), interpolation=cv2.INTER_AREA)
        np.multiply(fine, np.float32(1 / 255), out=mask[top:bottom, left:right])
        return Mask.of(mask, (slice(top, bottom), slice(left, right)))

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
        part = (slice(0, self.height), slice(0, self.width)) if within is None else extent(within)
        total, weight, size = self.zeros(), 1.0, 0.0
        if part[0].stop == part[0].start:
            return total
        for octave in range(min(octaves, COARSE_OCTAVES) if self.coarse else octaves):
            per_height = cells * 2**octave
            if per_height > self.scale * FINEST_CELLS_A_PX:
                break
            total[part] += np.float32(weight) * self._lattice(
                per_height / stretch, per_height, seed * 31 + octave, part
            )
            size += weight * weight
            weight *= gain
        total[part] /= np.float32(max(math.sqrt(size), 1e-6) * 1.1)
        return total

    def _lattice(self, across: float, down: float, seed: int, part: tuple[slice, slice]) -> Pixels:
        """Smoothly joined random values; the same at the same place whatever window is drawn.

        Where a cell spans many pixels only so many are worked out as show its shape, and the rest lies between them.
        """
        rows, columns = part[0].stop - part[0].start, part[1].stop - part[1].start
        factor = max(int(self.scale / max(across, down) / SAMPLES_A_CELL), 1)
        blocks = math.ceil(columns / factor), math.ceil(rows / factor)
        middle = factor / 2  # of the first block, and then of every other
        left, top = self.left + (part[1].start + middle) / self.scale, self.top + (part[0].start + middle) / self.scale
        by = factor / self.scale
        sampled = grid_of(value_tile(seed), (across * left, down * top), (across * by, down * by), blocks)
        if factor == 1:
            return _as_pixels(sampled)
        wide = cv2.resize(sampled, (blocks[0] * factor, blocks[1] * factor), interpolation=cv2.INTER_LINEAR)
        return _as_pixels(wide[:rows, :columns])

    def part(self, left: float, top: float, right: float, bottom: float) -> Cut:
        """The canvas of a part of what is drawn, in scene coordinates, cut at the edges of the picture."""
        first = self._pixel(left - self.left, self.width), self._pixel(top - self.top, self.height)
        last = self._pixel(right - self.left, self.width, 1), self._pixel(bottom - self.top, self.height, 1)
        columns = min(first[0], self.width - 1), max(last[0], min(first[0], self.width - 1) + 1)
        rows = min(first[1], self.height - 1), max(last[1], min(first[1], self.height - 1) + 1)
        canvas = Canvas.__new__(Canvas)
        canvas.width, canvas.height = columns[1] - columns[0], rows[1] - rows[0]
        canvas.scale, canvas.aspect, canvas.window, canvas.coarse = self.scale, self.aspect, self.window, self.coarse
        canvas.left, canvas.top = self.left + columns[0] / self.scale, self.top + rows[0] / self.scale
        return Cut(canvas, rows[0], columns[0])

    def _pixel(self, away: float, most: int, more: int = 0) -> int:
        return int(min(max(math.floor(away * self.scale) + more, 0), most))


@dataclass(frozen=True, slots=True)
class Cut:
    """A canvas of a part of another, and where its first row and column lie there."""

    canvas: Canvas
    top: int
    left: int

    @property
    def box(self) -> tuple[slice, slice]:
        """Its rows and columns there."""
        return slice(self.top, self.top + self.canvas.height), slice(self.left, self.left + self.canvas.width)


@lru_cache(maxsize=160)
def value_tile(seed: int) -> Pixels:
    """A square of random values whose edges join, for textures; shape (128, 128)."""
    return np.random.default_rng(seed % 2**32).standard_normal((TILE, TILE)).astype(np.float32)


def sample(tile: Pixels, x: Pixels, y: Pixels) -> Pixels:
    """Values of a tile between its points, repeated beyond its edges. x, y: in cells, broadcast against each other."""
    shape = np.broadcast_shapes(x.shape, y.shape)
    at_x, at_y = (np.ascontiguousarray(np.broadcast_to(TILE * fraction(v / TILE), shape), np.float32) for v in (x, y))
    return _as_pixels(cv2.remap(tile, at_x, at_y, cv2.INTER_CUBIC, borderMode=cv2.BORDER_WRAP))


def fraction(values: NDArray[np.floating]) -> NDArray[np.floating]:
    """What lies over the next lower whole number, 0 or more and under 1. Far faster than a remainder."""
    return np.asarray(values - np.floor(values))


def grid_of(tile: Pixels, first: Point, step: Point, count: tuple[int, int]) -> Pixels:
    """Values of a tile at a regular grid, as `sample`. first, step: cells across and down; count: columns and rows."""
    x, y = first[0] % TILE, first[1] % TILE
    if count[0] * count[1] < LARGE_GRID_PX and max(step[0] * count[0], step[1] * count[1]) < TILE:
        matrix = np.array([[step[0], 0, x], [0, step[1], y]], np.float64)
        flags = cv2.INTER_CUBIC | cv2.WARP_INVERSE_MAP
        return _as_pixels(cv2.warpAffine(tile, matrix, count, flags=flags, borderMode=cv2.BORDER_WRAP))
    across, down = _cubic_weights(x, step[0], count[0]), _cubic_weights(y, step[1], count[1])
    return _as_pixels(down @ tile @ across.T)


def _cubic_weights(first: float, step: float, count: int) -> Pixels:
    """How much each of a tile's points counts at each place, shape (count, TILE). Source: Keys's cubic with a = -0.75."""
    at = first + step * np.arange(count)
    cell = np.floor(at).astype(np.intp)
    t = np.asarray(at - cell, np.float32)
    a, rest = np.float32(-0.75), 1 - t
    before, after = (((a * (u + 1) - 5 * a) * (u + 1) + 8 * a) * (u + 1) - 4 * a for u in (t, rest))
    here, following = (((a + 2) * u - (a + 3)) * u * u + 1 for u in (t, rest))
    weights, row = np.zeros((count, TILE), np.float32), np.arange(count)
    for k, share in enumerate((before, here, following, after)):
        weights[row, (cell + k - 1) % TILE] = share
    return weights


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


def smooth(points: Points, steps: int = 10) -> NDArray[np.float64]:
    """A closed Catmull-Rom curve through the points, shape (n, 2)."""
    p = np.asarray(points, dtype=np.float64)
    index = np.arange(len(p))
    held = p[(index[:, None] + (-1, 0, 1, 2)) % len(p)]  # before, from, to and after each piece
    return np.asarray(np.einsum("sk,nkc->nsc", _catmull_rom(steps), held).reshape(-1, 2))


@lru_cache(maxsize=16)
def _catmull_rom(steps: int) -> NDArray[np.float64]:
    """Weights of four neighbours along a piece, shape (steps, 4)."""
    t = np.linspace(0, 1, steps, endpoint=False)[:, None]
    return 0.5 * np.concatenate(
        [-t + 2 * t**2 - t**3, 2 - 5 * t**2 + 3 * t**3, t + 4 * t**2 - 3 * t**3, -(t**2) + t**3], axis=1
    )


def _capsule(a: Point, b: Point, ra: float, rb: float) -> NDArray[np.float64]:
    """The outline of two circles and what lies between them."""
    angle = math.atan2(b[1] - a[1], b[0] - a[0])
    cos, sin = math.cos(angle), math.sin(angle)
    turned = _HALF @ np.array([[cos, sin], [-sin, cos]])
    return np.concatenate([turned * ra + a, turned * -rb + b])


_HALF = np.stack(
    [np.cos(np.linspace(math.pi / 2, 3 * math.pi / 2, 8)), np.sin(np.linspace(math.pi / 2, 3 * math.pi / 2, 8))], axis=1
)


def _circle(count: int) -> NDArray[np.float64]:
    angles = np.linspace(0, 2 * math.pi, count, endpoint=False)
    return np.stack([np.cos(angles), np.sin(angles)], axis=1)


_CIRCLES = {count: _circle(count) for count in (8, 16, 32, 72)}


def _as_pixels(image: np.ndarray) -> Pixels:
    return np.asarray(image, dtype=np.float32)
