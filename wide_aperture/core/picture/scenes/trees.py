"""Trees, hedges, grass and reeds, for any surroundings."""

from __future__ import annotations

import math

import numpy as np

from wide_aperture.core.picture.scenes.colour_space import Pixels
from wide_aperture.core.picture.scenes.stage import Colour, Light, Sheet
from wide_aperture.core.picture.scenes.world import World, textured

LEAF: Colour = (0.050, 0.088, 0.022)
BARK: Colour = (0.095, 0.075, 0.055)


def tree_line(
    world: World, z_m: float, height_m: float, light: Light, *, leaf: Colour = LEAF, name: str = "trees"
) -> Pixels:
    """Trees standing close at a distance: one ragged skyline with crowns in it. Returns its mask, as large as the picture."""
    sheet = world.sheet(top=world.at(0, height_m * 1.5, z_m)[1], bottom=world.at(0, -0.1 * height_m, z_m)[1])
    canvas = sheet.canvas
    size = world.size(1.0, z_m)
    base = world.at(0, 0, z_m)[1]
    rough = canvas.noise(0.45 / (height_m * size) * 2, world.seed + 5, octaves=7, stretch=1.0, gain=0.62)
    up = (base - canvas.y) / (height_m * size)
    mask = np.clip((0.92 + 0.30 * rough - up) * 9, 0, 1).astype(np.float32)
    crowns = canvas.noise(1.7 / (height_m * size), world.seed + 6, octaves=7, gain=0.66)
    lit = np.clip(0.35 + 0.55 * up, 0.25, 1.0)
    sheet.fill(mask, leaf, (textured(crowns, 0.62, 0.18, 2.4) * lit).astype(np.float32))
    sheet.shade(
        canvas.roundness(
            mask * np.clip(0.6 + 0.4 * crowns, 0, 1).astype(np.float32), 0.10 * height_m * size, world.key_deg, fill=0.5
        ),
        mask,
    )
    world.add(name, sheet, z_m, light, velocity_m_s=(0.12, 0.03) if world.windy else (0.0, 0.0))
    whole = world.canvas.zeros()
    whole[sheet.top : sheet.top + mask.shape[0], sheet.left : sheet.left + mask.shape[1]] = mask
    return whole


def tree(
    world: World,
    sheet: Sheet,
    x_m: float,
    z_m: float,
    height_m: float,
    *,
    leaf: Colour = LEAF,
    seed: int = 0,
    crown: float = 1.0,
) -> Pixels:
    """One broad tree. Returns its mask."""
    canvas, random = sheet.canvas, np.random.default_rng(world.seed * 13 + seed)
    size = world.size(height_m, z_m)
    foot = world.at(x_m, 0.0, z_m)
    top = (foot[0] + 0.03 * size * random.normal(), foot[1] - 0.55 * size)
    boughs = [
        canvas.limb_outline(
            [foot, ((foot[0] + top[0]) / 2, foot[1] - 0.28 * size), top], [0.085 * size, 0.060 * size, 0.030 * size]
        )
    ]
    for _ in range(4):
        a = random.uniform(0.25, 0.95) * math.pi
        boughs.append(
            canvas.limb_outline(
                [
                    (top[0], top[1] + 0.12 * size),
                    (top[0] + 0.24 * size * math.cos(a), top[1] - 0.14 * size * math.sin(a)),
                ],
                [0.030 * size, 0.010 * size],
            )
        )
    trunk = canvas.polygons([piece for bough in boughs for piece in bough])
    sheet.fill(trunk, BARK, textured(canvas.noise(26 / size, world.seed + seed, octaves=4, stretch=0.3), 0.35))
    sheet.shade(canvas.roundness(trunk, 0.02 * size, world.key_deg), trunk)
    crowns = []
    for _ in range(22):
        a, r = random.uniform(0, 2 * math.pi), math.sqrt(random.uniform(0, 1))
        centre = (foot[0] + math.cos(a) * r * 0.34 * crown * size, foot[1] - size * (0.68 + 0.24 * math.sin(a) * r))
        crowns.append((centre, size * random.uniform(0.07, 0.13), size * random.uniform(0.06, 0.10)))
    blobs = canvas.ellipses(crowns)
    ragged = canvas.noise(17 / size, world.seed + seed + 2, octaves=5, gain=0.7)
    mask = np.clip(canvas.soften(blobs, 0.02 * size) * 2.4 - 0.75 + 0.55 * ragged, 0, 1).astype(np.float32)
    depth = canvas.noise(9 / size, world.seed + seed + 3, octaves=6, gain=0.7)
    sheet.fill(mask, leaf, textured(depth, 0.55, 0.2, 2.2))
    sheet.shade(canvas.roundness(blobs, 0.10 * size, world.key_deg, fill=0.35), mask)
    return np.maximum(mask, trunk)


def stalks(
    world: World,
    sheet: Sheet,
    z_m: float,
    count: int,
    height_m: float,
    colour: Colour,
    *,
    wide_m: float = 0.02,
    seed: int = 0,
    heads: Colour | None = None,
    spread_m: float | None = None,
) -> None:
    """Reeds or grass standing in a row at a distance."""
    random = np.random.default_rng(world.seed * 17 + seed)
    half = spread_m if spread_m is not None else world.seen_half_m(z_m) + height_m
    size = world.size(1.0, z_m)
    foot_y = world.at(0.0, -0.05, z_m)[1]
    x = world.view.swing + random.uniform(-half, half, count) * size
    tall, lean = height_m * size * random.uniform(0.55, 1.1, count), height_m * size * random.normal(0, 0.14, count)
    w = max(wide_m * size * 0.5, 0.3 / world.canvas.scale)
    tip_x, tip_y = x + lean, foot_y - tall
    bend_x, bend_y = 0.45 * x + 0.55 * tip_x - 0.12 * lean, 0.45 * foot_y + 0.55 * tip_y
    foot = np.full(count, foot_y)
    shapes = np.stack(
        [
            np.stack(pair, axis=1)
            for pair in (
                (x - w, foot),
                (bend_x - 0.7 * w, bend_y),
                (tip_x, tip_y),
                (bend_x + 0.7 * w, bend_y),
                (x + w, foot),
            )
        ],
        axis=1,
    )
    for shade, some in ((0.62, shapes[0::2]), (1.1, shapes[1::2])):
        sheet.fill(sheet.canvas.polygons(some), colour, shade)
    if heads:
        tops = np.stack(
            [
                np.stack(pair, axis=1)
                for pair in (
                    (tip_x - 2 * w, tip_y + 0.10 * tall),
                    (tip_x, tip_y - 0.05 * tall),
                    (tip_x + 2 * w, tip_y + 0.10 * tall),
                    (tip_x, tip_y + 0.16 * tall),
                )
            ],
            axis=1,
        )
        sheet.fill(sheet.canvas.polygons(tops), heads)
