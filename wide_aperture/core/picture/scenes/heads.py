"""Heads: hair behind, a face, features as far as they can be seen, hair before it.

A face is never stared out of: its eyes are lowered or lie in the shade of the brow, and it may be turned aside.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING

import numpy as np

from wide_aperture.core.picture.scenes.colour_space import Pixels
from wide_aperture.core.picture.scenes.drawing import Canvas, Point
from wide_aperture.core.picture.scenes.stage import Colour, skin

if TYPE_CHECKING:
    from wide_aperture.core.picture.scenes.people import Figure

HEAD_RADIUS = 0.066  # of the body's height: half a head
FEATURES_FROM_PX = 4.0  # a head smaller than this has no features that could be seen
LIDS_FROM_PX = 22.0


def long_hair(body: Figure) -> None:
    """Hair down to the shoulders, behind everything else."""
    (x, y), r = body.at["head"], HEAD_RADIUS * body.h
    shape = [
        (-0.80, -0.4),
        (0, -1.06),
        (0.80, -0.4),
        (0.92, 0.5),
        (0.98, 1.45),
        (0.4, 1.85),
        (-0.4, 1.85),
        (-0.98, 1.45),
        (-0.92, 0.5),
    ]
    mask = body.canvas.blob([(x + dx * r, y + dy * r) for dx, dy in shape])
    body.lay(mask, body.dress.hair, 0.012)
    if r * body.canvas.scale > 12:
        body.sheet.shade(textured_hair(body.canvas, r), mask)


def textured_hair(canvas: Canvas, r: float) -> Pixels:
    return np.asarray(np.clip(1 + 0.35 * canvas.noise(3.2 / r, 4, octaves=5, stretch=0.25), 0.5, 1.7), np.float32)


def paint_head(body: Figure, centre: Point, r: float) -> None:
    """A head: hair behind it, face, features as far as they can be seen, hair before it. r: half its height."""
    canvas, dress = body.canvas, body.dress
    px = r * canvas.scale
    turn = dress.turn * body.side

    def p(dx: float, dy: float) -> Point:
        return centre[0] + dx * r, centre[1] + dy * r

    strands: Pixels | float = 1.0
    if px > 12:
        strands = textured_hair(canvas, r)
    if dress.hair_cut == "bun":
        body.lay(canvas.ellipse(p(-0.35 * turn, -0.98), 0.36 * r, 0.32 * r), dress.hair, 0.01)
    for side in (-1, 1):
        if side * turn < 0.45:
            body.bare(canvas.ellipse(p(side * 0.72 - 0.10 * turn, 0.10), 0.10 * r, 0.19 * r), 0.005)
    face = canvas.blob(
        [
            p(-0.66, -0.45),
            p(-0.45, -0.88),
            p(0, -0.98),
            p(0.45, -0.88),
            p(0.66, -0.45),
            p(0.68, 0.12),
            p(0.56, 0.56),
            p(0.26, 0.93),
            p(0, 1.0),
            p(-0.26, 0.93),
            p(-0.56, 0.56),
            p(-0.68, 0.12),
        ]
    )
    body.bare(face, 0.030)
    if px > LIDS_FROM_PX:
        body.sheet.shade(1 + 0.035 * canvas.noise(4.0 / r, 3, octaves=5, within=face), face)
    if px > FEATURES_FROM_PX:
        _features(body, p, r, turn, face, fine=px > LIDS_FROM_PX)
    if dress.hair_cut == "none":
        return
    if dress.hair_cut == "cap":
        cap = canvas.blob(
            [
                p(-0.76, -0.30),
                p(-0.66, -0.86),
                p(0, -1.12),
                p(0.66, -0.86),
                p(0.76, -0.30),
                p(0.2, -0.42),
                p(-0.2, -0.42),
            ]
        )
        peak = canvas.limb([p(-0.2 + 0.5 * turn, -0.34), p(0.6 * turn + 0.35, -0.28)], [0.20 * r, 0.14 * r])
        body.lay(np.maximum(cap, peak), dress.top, 0.012)
        return
    swept = 0.30 * turn
    front = canvas.blob([
        p(-0.74, 0.10), p(-0.82, -0.42), p(-0.55, -0.98), p(0, -1.16), p(0.55, -0.98), p(0.82, -0.42), p(0.74, 0.10),
        p(0.64, -0.22), p(0.50 + swept * 0.3, -0.54), p(0.10 + swept, -0.66), p(-0.42 + swept * 0.3, -0.52), p(-0.64, -0.22),
    ])  # fmt: skip
    body.lay(front, dress.hair, 0.014)
    if isinstance(strands, np.ndarray):
        body.sheet.shade(strands, front)


def _features(
    body: Figure, p: Callable[[float, float], Point], r: float, turn: float, face: Pixels, *, fine: bool
) -> None:
    """Brow, lowered lids, nose and mouth, as shade on the face before they are lines."""
    canvas, sheet = body.canvas, body.sheet
    own = skin(body.dress.skin)
    dark: Colour = (own[0] * 0.42, own[1] * 0.34, own[2] * 0.32)
    t = 0.22 * turn

    def shaded(mask: Pixels, soft: float, by: float) -> None:
        sheet.shade(1 + np.float32(by) * canvas.soften(mask, soft * r), face)

    for side in (-1, 1):
        x = side * 0.29 * (1 - 0.25 * abs(turn)) + t
        shaded(canvas.ellipse(p(x, -0.10), 0.22 * r, 0.12 * r), 0.07, -0.42)
        shaded(canvas.ellipse(p(x + side * 0.12, 0.32), 0.18 * r, 0.15 * r), 0.10, 0.10)
        brow = canvas.limb(
            [p(x - side * 0.15, -0.25), p(x + side * 0.03, -0.29), p(x + side * 0.20, -0.22)],
            [0.045 * r, 0.06 * r, 0.03 * r],
        )
        sheet.fill(
            canvas.soften(brow, 0.012 * r) * np.float32(0.75),
            _mixed(own, body.dress.hair),
        )
        if fine:
            shaded(canvas.ellipse(p(x, -0.09), 0.13 * r, 0.055 * r), 0.02, 0.22)  # the lid over the eye catches light
            lash = canvas.limb(
                [p(x - 0.145, -0.055), p(x - 0.03, -0.018), p(x + 0.06, -0.022), p(x + 0.15, -0.06)],
                [0.014 * r, 0.026 * r, 0.026 * r, 0.014 * r],
            )
            sheet.fill(canvas.soften(lash, 0.006 * r) * np.float32(0.85), (0.02, 0.014, 0.012))
    way = 1.0 if turn >= 0 else -1.0
    shaded(
        canvas.blob(
            [p(t - way * 0.02, -0.14), p(t + way * 0.15, 0.24), p(t + way * 0.10, 0.35), p(t - way * 0.03, 0.30)]
        ),
        0.05,
        -0.26,
    )
    shaded(canvas.limb([p(t - way * 0.03, -0.16), p(t + way * 0.0, 0.24)], [0.05 * r, 0.10 * r]), 0.04, 0.12)
    shaded(canvas.ellipse(p(t, 0.36), 0.15 * r, 0.045 * r), 0.025, -0.34)
    lips: Colour = (own[0] * 0.72, own[1] * 0.50, own[2] * 0.52)
    mouth = canvas.blob(
        [
            p(t - 0.21, 0.585),
            p(t - 0.07, 0.545),
            p(t + 0.07, 0.545),
            p(t + 0.21, 0.585),
            p(t + 0.09, 0.66),
            p(t - 0.09, 0.66),
        ]
    )
    sheet.fill(canvas.soften(mouth, 0.02 * r) * np.float32(0.8), lips)
    if fine:
        sheet.fill(
            canvas.soften(
                canvas.limb([p(t - 0.20, 0.585), p(t, 0.600), p(t + 0.20, 0.585)], [0.010 * r, 0.020 * r, 0.010 * r]),
                0.005 * r,
            ),
            dark,
        )
    shaded(canvas.ellipse(p(t, 0.76), 0.16 * r, 0.045 * r), 0.03, -0.16)


def _mixed(own: Colour, hair: Colour) -> Colour:
    """A brow: skin seen through hair."""
    r, g, b = (0.24 * mine + 0.4 * hers for mine, hers in zip(own, hair, strict=True))
    return r, g, b
