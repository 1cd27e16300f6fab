"""People drawn once and laid down small many times: for a meter's map, and for whoever stands far off in a picture.

A sprite is a figure painted on a sheet of its own at one of a few heights; laid down, it is turned and scaled to where it
stands. It has the figure's surfaces with their shading, its cover, and the masks of skin and cloth.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import cv2
import numpy as np

from wide_aperture.core.picture.scenes.colour_space import Pixels
from wide_aperture.core.picture.scenes.drawing import Canvas, Point
from wide_aperture.core.picture.scenes.masks import extent
from wide_aperture.core.picture.scenes.people import Dress, Painted, bounds, bystander, person
from wide_aperture.core.picture.scenes.poses import Joints
from wide_aperture.core.picture.scenes.scene import WHOLE_FRAME
from wide_aperture.core.picture.scenes.stage import Sheet
from wide_aperture.core.picture.store import BoundedStore

HEIGHTS_PX = (6, 12, 24, 48, 96, 192, 384)
MASTER_PX = HEIGHTS_PX[-1]
SMALL_PX = 150  # in any picture, a figure no taller than this is laid down from its sprite
COARSE_PX = 400  # in a meter's map, any that is not far larger than the frame
WIDE, TALL = 1.24, 1.46  # of a figure's bounds, in its heights
KEY_STEP_DEG = 15.0
KEPT_BYTES = 30_000_000


@dataclass(frozen=True)
class Sprite:
    """Planes of a figure on a sheet in whose (0.62, 1.38) heights its feet stand, cut to where it is: most of a sheet is empty.

    size: rows and columns of the sheet; top, left: of the cut in it; head: in heights, from the feet.
    """

    surface: Pixels  # (h, w, 3)
    masks: Pixels  # (h, w, 3): alpha, skin, cloth
    size: tuple[int, int]
    top: int
    left: int
    head: Point
    head_radius: float

    @classmethod
    def of(cls, surface: Pixels, masks: Pixels, head: Point, head_radius: float) -> Sprite:
        """From planes of the whole sheet."""
        both = [extent(plane.reshape(len(plane), -1)) for plane in (surface, masks)]
        rows = slice(min(box[0].start for box in both), max(box[0].stop for box in both))
        columns = slice(min(box[1].start for box in both) // 3, -(-max(box[1].stop for box in both) // 3))
        light, cover = (np.ascontiguousarray(plane[rows, columns]) for plane in (surface, masks))
        return cls(light, cover, (len(masks), masks.shape[1]), rows.start, columns.start, head, head_radius)

    def whole(self, cut: Pixels) -> Pixels:
        """One of the planes as large as the sheet."""
        sheet = np.zeros((*self.size, 3), np.float32)
        sheet[self.top : self.top + cut.shape[0], self.left : self.left + cut.shape[1]] = cut
        return sheet


Pose = tuple[tuple[str, Point], ...]  # a figure's joints, or whether it is seated


_kept = BoundedStore(KEPT_BYTES)


def sprite(kind: Callable[..., object], dress: Dress, pose: Pose, key_deg: float, height_px: int) -> Sprite:
    """A figure at one of the heights."""
    kept: Sprite = _kept.get(
        (kind, dress, pose, key_deg, height_px),
        lambda: _made(kind, dress, pose, key_deg, height_px),
        lambda figure: figure.surface.nbytes + figure.masks.nbytes,
    )
    return kept


def _made(kind: Callable[..., object], dress: Dress, pose: Pose, key_deg: float, height_px: int) -> Sprite:
    """Each is made of the next larger, the largest is painted. That one is kept only where it is asked for: it is large."""
    if height_px == MASTER_PX:
        return _painted(kind, dress, pose, key_deg)
    if 2 * height_px == MASTER_PX:
        larger = _painted(kind, dress, pose, key_deg)
    else:
        larger = sprite(kind, dress, pose, key_deg, 2 * height_px)
    size = (round(WIDE * height_px), round(TALL * height_px))
    surface, masks = (
        np.asarray(cv2.resize(larger.whole(each), size, interpolation=cv2.INTER_AREA), np.float32)
        for each in (larger.surface, larger.masks)
    )
    return Sprite.of(surface, masks, larger.head, larger.head_radius)


def _painted(kind: Callable[..., object], dress: Dress, pose: Pose, key_deg: float) -> Sprite:
    tall, wide = round(TALL * MASTER_PX), round(WIDE * MASTER_PX)
    sheet = Sheet(Canvas(wide, tall, WHOLE_FRAME))
    height = MASTER_PX / tall
    feet = ((0.62 - WIDE / 2) * height, 1.38 * height)
    if kind is bystander:
        whole = bystander(sheet, feet, height, dress, key_deg, seated=bool(pose))
        nothing = np.zeros_like(whole)
        return Sprite.of(sheet.surface, _joined(whole, nothing, nothing), (0.0, -0.925), 0.066)
    painted = person(sheet, feet, height, dict(pose), dress, key_deg)
    head = ((painted.head[0] - feet[0]) / height, (painted.head[1] - feet[1]) / height)
    masks = _joined(painted.whole, painted.skin, painted.cloth)
    return Sprite.of(sheet.surface, masks, head, painted.head_radius / height)


def _joined(*planes: Pixels) -> Pixels:
    return np.asarray(cv2.merge([np.asarray(each) for each in planes]), np.float32)


def small_enough(sheet: Sheet, height: float) -> bool:
    """Whether a figure is laid down from its sprite here."""
    px = height * sheet.canvas.scale
    return px <= (COARSE_PX if sheet.canvas.coarse else SMALL_PX)


def lay_person(
    sheet: Sheet, feet: Point, height: float, joints: Joints, dress: Dress, key_deg: float, *, flip: bool = False
) -> Painted:
    """As people.person, from the sprite where that shows no less."""
    if not small_enough(sheet, height):
        return person(sheet, feet, height, joints, dress, key_deg, flip=flip)
    drawn = sprite(person, dress, tuple(joints.items()), _key(key_deg, flip), _level(sheet, height))
    box, held = _laid(sheet, feet, height, drawn, flip)
    masks = np.zeros((3, sheet.canvas.height, sheet.canvas.width), np.float32)
    if held is not None:
        masks[:, box[0], box[1]] = held.transpose(2, 0, 1)
    side = -1.0 if flip else 1.0
    head = (feet[0] + side * drawn.head[0] * height, feet[1] + drawn.head[1] * height)
    at = {name: (feet[0] + side * x * height, feet[1] - y * height) for name, (x, y) in joints.items()}
    return Painted(sheet, masks[0], masks[1], masks[2], head, drawn.head_radius * height, at)


def lay_bystander(
    sheet: Sheet, feet: Point, height: float, dress: Dress, key_deg: float, *, seated: bool = False
) -> None:
    """As people.bystander, from the sprite where that shows no less."""
    if not small_enough(sheet, height):
        bystander(sheet, feet, height, dress, key_deg, seated=seated)
        return
    pose = (("seated", (0.0, 0.0)),) if seated else ()
    _laid(sheet, feet, height, sprite(bystander, dress, pose, _key(key_deg, False), _level(sheet, height)), False)


def _key(key_deg: float, flip: bool) -> float:
    turned = 180.0 - key_deg if flip else key_deg
    return round(turned / KEY_STEP_DEG) * KEY_STEP_DEG


def _level(sheet: Sheet, height: float) -> int:
    px = height * sheet.canvas.scale
    return next((level for level in HEIGHTS_PX if level >= 0.8 * px), HEIGHTS_PX[-1])


def _laid(
    sheet: Sheet, feet: Point, height: float, drawn: Sprite, flip: bool
) -> tuple[tuple[slice, slice], Pixels | None]:
    """Blend a sprite into the sheet where it stands. Returns the box it covers and its masks there (whole, skin, cloth)."""
    canvas = sheet.canvas
    tall, wide = drawn.size
    by = height * canvas.scale / (tall / TALL)
    left, top, _, _ = bounds(feet, height)
    x, y = (left - canvas.left) * canvas.scale, (top - canvas.top) * canvas.scale
    across, edge = (-by, x + wide * by) if flip else (by, x)
    first = edge + across * drawn.left, y + by * drawn.top  # where the cut's first corner lies
    sides = sorted((first[0], first[0] + across * drawn.masks.shape[1]))
    rows = slice(max(int(first[1]) - 1, 0), min(int(first[1] + drawn.masks.shape[0] * by) + 2, canvas.height))
    columns = slice(max(int(sides[0]) - 1, 0), min(int(sides[1]) + 2, canvas.width))
    if rows.stop <= rows.start or columns.stop <= columns.start:
        return (rows, columns), None
    matrix = np.array(
        [
            [across, 0, first[0] - columns.start + 0.5 * across - 0.5],
            [0, by, first[1] - rows.start + 0.5 * by - 0.5],
        ],
        np.float32,
    )
    size = (columns.stop - columns.start, rows.stop - rows.start)
    surface, masks = (
        cv2.warpAffine(each, matrix, size, flags=cv2.INTER_LINEAR) for each in (drawn.surface, drawn.masks)
    )
    box = rows, columns
    under = sheet.surface[box]
    under *= 1 - masks[..., :1]
    under += surface
    np.maximum(sheet.alpha[box], masks[..., 0], out=sheet.alpha[box])
    return box, np.asarray(masks, np.float32)


__all__ = ["Sprite", "lay_bystander", "lay_person", "sprite"]
