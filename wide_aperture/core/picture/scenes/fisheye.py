"""A fisheye's picture: what lies theta off the axis falls f theta from the middle, where a straight lens has f tan(theta).

The scene is drawn straight, wide enough, and bent. What lies further off than a straight drawing reaches stays black: the rim of
the picture. Straightened at home, a fisheye keeps only what a straight lens of its length would see.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import cv2
import numpy as np

from wide_aperture.core.picture.scenes.colour_space import Pixels
from wide_aperture.core.picture.scenes.drawing import Point
from wide_aperture.core.picture.scenes.masks import Tones
from wide_aperture.core.picture.scenes.scene import Face, Layer, Scene, Window

REACH_DEG = 79.0  # off the axis: as far as is drawn
GRID = 65


@dataclass(frozen=True, slots=True)
class Bend:
    """The projection. per_height: focal length in frame heights; aspect: of the frame."""

    per_height: float
    aspect: float

    @property
    def drawn_per_height(self) -> float:
        """The focal length, in frame heights, of the straight drawing that holds the whole picture, or all that can be drawn."""
        corner = math.hypot(self.aspect, 1.0) / 2
        widest = min(corner / self.per_height, math.radians(REACH_DEG))
        return corner / math.tan(widest)

    def source(self, x: Pixels, y: Pixels) -> tuple[Pixels, Pixels]:
        """Where places of the picture lie in the straight drawing; both in frame heights from the middle. Far out: at 1e6."""
        out = np.hypot(x, y)
        off = out / self.per_height
        reach = off < math.radians(REACH_DEG)
        stretch = np.where(
            reach, np.tan(np.where(reach, off, 0.0)) * self.drawn_per_height / np.maximum(out, 1e-9), 1e6
        )
        stretch = np.where(out < 1e-9, self.drawn_per_height / self.per_height, stretch)
        return np.asarray(x * stretch, np.float32), np.asarray(y * stretch, np.float32)

    def bent(self, point: Point) -> Point:
        """Where a place of the straight drawing comes to lie, x from the middle, y from the top edge."""
        x, y = point[0], point[1] - 0.5
        out = math.hypot(x, y)
        if out < 1e-9:
            return point
        by = math.atan(out / self.drawn_per_height) * self.per_height / out
        return x * by, 0.5 + y * by

    def lost_when_straightened(self) -> float:
        """The share of the picture that a straight picture of the same length no longer has, 0..1."""
        middles = (np.arange(GRID) + 0.5) / GRID - 0.5
        x, y = np.meshgrid(middles * self.aspect, middles)
        off = np.hypot(x, y) / self.per_height
        ahead = off < math.pi / 2 - 0.02
        by = np.tan(np.where(ahead, off, 0.0)) * self.per_height / np.maximum(np.hypot(x, y), 1e-9)
        kept = ahead & (np.abs(x * by) <= self.aspect / 2) & (np.abs(y * by) <= 0.5)
        return float(1 - kept.mean())


def source_window(bend: Bend, window: Window) -> Window:
    """The part of the straight drawing that a part of the picture is made of."""
    across = np.linspace(window.left - 0.5, window.right - 0.5, GRID) * bend.aspect
    down = np.linspace(window.top - 0.5, window.bottom - 0.5, GRID)
    x, y = bend.source(*(plane.astype(np.float32) for plane in np.meshgrid(across, down)))
    known = np.abs(x) < 1e5
    if not known.any():
        return window
    half = 0.5 * bend.aspect
    left, right = float(x[known].min()) / (2 * half) + 0.5, float(x[known].max()) / (2 * half) + 0.5
    return Window(
        max(left, 0.0), max(float(y[known].min()) + 0.5, 0.0), min(right, 1.0), min(float(y[known].max()) + 0.5, 1.0)
    )


def bend_scene(straight: Scene, bend: Bend, width_px: int, height_px: int, window: Window) -> Scene:
    """A straight drawing as the fisheye has it, at a size, for a window of its picture."""
    x = ((window.left - 0.5) + (window.right - window.left) * (np.arange(width_px) + 0.5) / width_px) * bend.aspect
    y = (window.top - 0.5) + (window.bottom - window.top) * (np.arange(height_px) + 0.5) / height_px
    from_x, from_y = bend.source(*(plane.astype(np.float32) for plane in np.meshgrid(x, y)))
    drawn = straight.window
    scale = straight.height_px / (drawn.bottom - drawn.top)
    at_x = (from_x - np.float32((drawn.left - 0.5) * bend.aspect)) * np.float32(scale) - 0.5
    at_y = (from_y - np.float32(drawn.top - 0.5)) * np.float32(scale) - 0.5

    def remapped(plane: Pixels, top: int, left: int) -> Pixels:
        return np.asarray(
            cv2.remap(plane, at_x - left, at_y - top, cv2.INTER_LINEAR, borderMode=cv2.BORDER_CONSTANT), np.float32
        )

    layers: list[Layer] = []
    for layer in straight.layers:
        size = (height_px, width_px, -1)  # OpenCV drops a single channel
        parts = {name: remapped(light, layer.top, layer.left).reshape(size) for name, light in layer.parts.items()}
        layers.append(replace(layer, parts=parts, alpha=remapped(layer.alpha, layer.top, layer.left), top=0, left=0))
    rim = np.asarray(np.abs(from_x) > 1e5, np.float32)
    if rim.any():
        layers.append(
            Layer(
                name="rim",
                depth_m=straight.subject_m,
                parts={
                    "steady": np.zeros((height_px, width_px, straight.layers[0].parts["steady"].shape[-1]), np.float32)
                },
                alpha=rim,
            )
        )
    grown = bend.per_height / bend.drawn_per_height
    return replace(
        straight,
        width_px=width_px,
        height_px=height_px,
        window=window,
        layers=tuple(layers),
        tones=Tones.of({name: remapped(mask, 0, 0) for name, mask in straight.tones.items()}),
        faces=tuple(
            Face(*bend.bent((face.x, face.y)), face.radius * grown, face.reflectance) for face in straight.faces
        ),
        focus=bend.bent(straight.focus),
        card=bend.bent(straight.card) if straight.card is not None else None,
    )
