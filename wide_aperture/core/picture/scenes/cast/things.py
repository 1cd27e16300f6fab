"""A flower, a dish on a table, a building, rock at the water's edge."""

from __future__ import annotations

import math

import numpy as np

from wide_aperture.core.picture.scenes.drawing import Point, smooth
from wide_aperture.core.picture.scenes.piece import Cast, Placed
from wide_aperture.core.picture.scenes.walk_on import kept_inside
from wide_aperture.core.picture.scenes.world import World, textured


def flower(world: World, placed: Placed) -> None:
    """One bloom on a stalk, petals round a yellow middle."""
    size = world.size(placed.height_m, placed.z_m)
    x, y = world.at(placed.x_m, placed.y_m, placed.z_m)
    middle: Point = (x, y - 0.72 * size)
    sheet = world.sheet(x - 0.55 * size, y - 1.2 * size, x + 0.55 * size, y + 2.5 * size)
    canvas = sheet.canvas
    stalk = canvas.limb(
        [(x - 0.16 * size, y + 2.4 * size), (x - 0.05 * size, y + 0.4 * size), middle],
        [0.05 * size, 0.045 * size, 0.04 * size],
    )
    sheet.fill(stalk, (0.06, 0.13, 0.03))
    sheet.shade(canvas.roundness(stalk, 0.02 * size, world.key_deg), stalk)
    whole = canvas.zeros()
    for ring, count, reach in ((0, 13, 0.30), (1, 10, 0.23)):
        for k in range(count):
            a = 2 * math.pi * (k + 0.5 * ring) / count
            centre = (middle[0] + 0.62 * reach * size * math.cos(a), middle[1] + 0.52 * reach * size * math.sin(a))
            petal = canvas.ellipse(
                centre,
                0.55 * reach * size,
                0.20 * reach * size,
                math.degrees(math.atan2(0.52 * math.sin(a), 0.62 * math.cos(a))),
            )
            sheet.fill(
                petal,
                (0.70, 0.66, 0.70),
                textured(canvas.noise(40 / size, world.seed + k, octaves=3, stretch=0.4, within=petal), 0.08),
            )
            sheet.shade((0.72 + 0.28 * ring) * canvas.roundness(petal, 0.05 * size, world.key_deg, fill=0.5), petal)
            np.maximum(whole, petal, out=whole)
    heart = sheet.fill(
        canvas.ellipse(middle, 0.105 * size, 0.092 * size),
        (0.56, 0.36, 0.03),
        textured(canvas.noise(60 / size, world.seed + 30, octaves=3), 0.35),
    )
    sheet.shade(canvas.roundness(heart, 0.06 * size, world.key_deg), heart)
    world.add(
        "flower",
        sheet,
        placed.z_m,
        world.subject_light or None,
        velocity_m_s=(0.15 if world.windy else 0.01, 0.02),
        is_subject=True,
    )
    world.mark("petals", whole, sheet)
    world.focus = kept_inside(world, middle)


def dish(world: World, placed: Placed) -> None:
    """A bowl and a jug on the table."""
    size = world.size(placed.height_m, placed.z_m)
    x, y = world.at(placed.x_m, placed.y_m, placed.z_m)
    sheet = world.sheet(x - 1.6 * size, y - 1.3 * size, x + 1.6 * size, y + 0.3 * size)
    canvas = sheet.canvas
    jug = canvas.polygon(
        smooth(
            [
                (x + 0.25 * size, y - 1.0 * size),
                (x + 0.65 * size, y - 1.0 * size),
                (x + 0.60 * size, y - 0.72 * size),
                (x + 0.80 * size, y - 0.30 * size),
                (x + 0.62 * size, y),
                (x + 0.22 * size, y),
                (x + 0.08 * size, y - 0.30 * size),
                (x + 0.28 * size, y - 0.72 * size),
            ],
            6,
        )
    )
    bowl = canvas.polygon(
        smooth(
            [
                (x - 0.95 * size, y - 0.42 * size),
                (x - 0.10 * size, y - 0.42 * size),
                (x - 0.22 * size, y - 0.12 * size),
                (x - 0.40 * size, y + 0.03 * size),
                (x - 0.66 * size, y + 0.03 * size),
                (x - 0.84 * size, y - 0.12 * size),
            ],
            6,
        )
    )
    for mask, colour in ((jug, (0.10, 0.16, 0.22)), (bowl, (0.62, 0.60, 0.56))):
        sheet.fill(mask, colour, textured(canvas.noise(8 / size, world.seed + 2, octaves=4), 0.06))
        sheet.shade(canvas.roundness(mask, 0.22 * size, world.key_deg, fill=0.35), mask)
    for k, place in enumerate(((-0.66, 0.52), (-0.50, 0.58), (-0.36, 0.50), (-0.53, 0.48))):
        fruit = sheet.fill(
            canvas.ellipse((x + place[0] * size, y - place[1] * size), 0.13 * size, 0.125 * size),
            ((0.42, 0.10, 0.04), (0.50, 0.32, 0.05), (0.30, 0.36, 0.06), (0.44, 0.14, 0.05))[k],
        )
        sheet.shade(canvas.roundness(fruit, 0.08 * size, world.key_deg, fill=0.3), fruit)
    world.add("dish", sheet, placed.z_m, world.subject_light or None, is_subject=True)
    world.mark("dish", np.maximum(jug, bowl), sheet)
    world.focus = kept_inside(world, (x - 0.4 * size, y - 0.45 * size))


def building(world: World, placed: Placed) -> None:
    """A stone house with a tower."""
    x, z, h = placed.x_m, placed.z_m, placed.height_m
    sheet = world.sheet_at(x - 1.1 * h, x + 1.1 * h, -0.02 * h, 1.05 * h, z)
    canvas = sheet.canvas

    def box(x0: float, x1: float, y0: float, y1: float) -> list[Point]:
        return world.upright(x + x0 * h, x + x1 * h, y0 * h, y1 * h, z)

    stone = textured(world.grain(sheet, 2.2, z, 3, octaves=5, stretch=1.8), 0.18)
    nave, tower = canvas.polygon(box(-0.75, 0.40, 0, 0.34)), canvas.polygon(box(0.36, 0.66, 0, 0.72))
    roof = canvas.polygon(
        [
            world.at(x - 0.82 * h, 0.33 * h, z),
            world.at(x - 0.66 * h, 0.56 * h, z),
            world.at(x + 0.36 * h, 0.56 * h, z),
            world.at(x + 0.44 * h, 0.33 * h, z),
        ]
    )
    spire = canvas.polygon(
        [world.at(x + 0.34 * h, 0.71 * h, z), world.at(x + 0.51 * h, 1.0 * h, z), world.at(x + 0.68 * h, 0.71 * h, z)]
    )
    for mask, colour in (
        (nave, (0.30, 0.27, 0.22)),
        (roof, (0.09, 0.075, 0.07)),
        (tower, (0.32, 0.29, 0.24)),
        (spire, (0.08, 0.085, 0.09)),
    ):
        sheet.fill(mask, colour, stone)
        sheet.shade(canvas.roundness(mask, world.size(0.02 * h, z), world.key_deg, fill=0.75), mask)
    openings = [box(-0.62 + 0.22 * k, -0.53 + 0.22 * k, 0.08, 0.25) for k in range(4)] + [
        box(0.46, 0.56, 0.42, 0.58),
        box(0.45, 0.57, 0.0, 0.16),
    ]
    sheet.fill(canvas.polygons(openings), (0.02, 0.022, 0.026))
    world.add("building", sheet, z, world.subject_light or None, is_subject=True)
    world.mark("stone", np.maximum(nave, tower), sheet)
    world.focus = kept_inside(world, world.at(x, 0.3 * h, z))


LICHEN, LICHEN_SHARE = (0.32, 0.33, 0.24), 0.107


def rocks(world: World, placed: Placed) -> None:
    """Rocks at the photographer's feet, the nearest a few steps away."""
    random = np.random.default_rng(world.seed + 3)
    stones = sorted(
        (
            (
                float(random.uniform(0.9, 3.2)) * placed.z_m,
                float(random.uniform(-1.0, 1.0)),
                float(random.uniform(0.25, 0.9)),
            )
            for _ in range(13)
        ),
        reverse=True,
    )
    stones[-1] = (placed.z_m, 0.12, 0.5)
    for z, across, big in stones:
        x, size = across * world.seen_half_m(z), world.size(big * placed.height_m, z)
        middle = world.at(x, 0.12 * big * placed.height_m, z)
        tall = (0.30 + 0.25 * random.random()) * size
        sheet = world.sheet(
            middle[0] - 1.4 * size, middle[1] - 1.6 * tall, middle[0] + 1.4 * size, middle[1] + 1.3 * tall
        )
        canvas = sheet.canvas
        angles = np.linspace(0, 2 * math.pi, 13, endpoint=False)
        outline = [
            (
                middle[0] + size * math.cos(a) * random.uniform(0.84, 1.1),
                middle[1] + tall * math.sin(a) * random.uniform(0.8, 1.12) * (1.0 if math.sin(a) < 0 else 0.45),
            )
            for a in angles.tolist()
        ]
        shade = canvas.soften(
            canvas.ellipse((middle[0], middle[1] + 0.42 * tall), 1.02 * size, 0.22 * tall), 0.06 * size
        )
        sheet.fill(shade * np.float32(0.7), (0.012, 0.014, 0.016))
        mask = canvas.polygon(smooth(outline, 6))
        grain = textured(canvas.noise(4 / size, world.seed + int(z * 10), octaves=6, gain=0.65), 0.42, 0.3)
        sheet.fill(mask, (0.17, 0.16, 0.145), grain)
        if canvas.coarse:  # a meter sees lichen by its share alone
            sheet.fill(mask * np.float32(LICHEN_SHARE), LICHEN, grain)
        else:
            lichen = np.clip(canvas.noise(5 / size, world.seed + 50, octaves=4) * 2.2 - 1.1, 0, 0.6) * mask
            sheet.fill(lichen.astype(np.float32), LICHEN, grain)
        sheet.shade(canvas.roundness(mask, 0.30 * tall, world.key_deg, fill=0.30), mask)
        world.add("rock", sheet, z, world.subject_light or None, is_subject=z == placed.z_m)
        world.mark("foreground land", mask, sheet)
        if z == placed.z_m:
            world.focus = kept_inside(world, (middle[0], middle[1] - 0.3 * tall))


def nothing(world: World, placed: Placed) -> None:
    """The land itself is the subject: the camera focuses into its middle."""
    del placed
    world.focus = kept_inside(world, (0.0, 0.72))


PIECES = (
    Cast(name="flower", words=("flower", "flowers", "blossom",), title="A flower", kinds=("thing",), height_m=0.16, draw=flower, over_ground_m=0.25, eye_m=0.45, closest_m=0.08),
    Cast(name="dish", words=("dish", "food",), title="Things on a table", kinds=("thing",), height_m=0.22, draw=dish, over_ground_m=0.75, eye_m=1.15, closest_m=0.15),
    Cast(name="building", words=("church", "house", "building", "castle",), special=True, title="A building", kinds=("thing", "land"), height_m=16.0, draw=building),
    Cast(name="rocks", title="Rocks in front", kinds=("land", "water"), height_m=0.9, draw=rocks, genres=("landscape",), tall_part=0.2),
    Cast(name="nothing", title="The place itself", kinds=("land", "water"), height_m=1.0, draw=nothing),
)  # fmt: skip
