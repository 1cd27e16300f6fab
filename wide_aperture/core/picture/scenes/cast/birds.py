"""Birds in flight, dark and white, a wader standing in water, and a small bird on a twig."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.picture.scenes.colour_space import Pixels
from wide_aperture.core.picture.scenes.drawing import Canvas, Point, smooth
from wide_aperture.core.picture.scenes.piece import Cast, Placed
from wide_aperture.core.picture.scenes.stage import Colour, Sheet
from wide_aperture.core.picture.scenes.walk_on import kept_inside
from wide_aperture.core.picture.scenes.world import World, textured

Outline = NDArray[np.float64]
WHITE_FEATHER: Colour = (0.72, 0.72, 0.70)
DARK_FEATHER: Colour = (0.050, 0.044, 0.040)
GREY_FEATHER: Colour = (0.20, 0.20, 0.205)
TIP: Colour = (0.03, 0.03, 0.032)


def _wing(at: Callable[[float, float], Point], bow: float, reach: float, chord: float) -> tuple[Outline, list[Outline]]:
    """The outline of a raised wing, and its outer quills, which overlap it."""
    lead = [
        (0.03, 0.0),
        (0.035, 0.12 * bow),
        (0.02 + 0.03 * reach, 0.26 * bow),
        (0.02 + 0.14 * reach, 0.39 * bow),
        (0.02 + 0.33 * reach, 0.49 * bow),
    ]
    trail = [
        (0.02 + 0.20 * reach, 0.385 * bow),
        (0.10 * reach - 0.03, 0.28 * bow),
        (-chord * 0.8, 0.17 * bow),
        (-chord, 0.07),
        (-chord * 0.7, 0.0),
    ]
    quills = []
    for k in range(7):
        t = k / 6
        root_a, root_b = (
            (0.02 + (0.22 - 0.15 * t) * reach, (0.43 - 0.12 * t) * bow),
            (0.0 + (0.16 - 0.13 * t) * reach, (0.38 - 0.14 * t) * bow),
        )
        tip = (0.02 + (0.42 - 0.30 * t) * reach - 0.03 * t, (0.515 - 0.21 * t) * bow - 0.012)
        quills.append(
            smooth(
                [at(*root_a), at(tip[0], tip[1]), at(tip[0] - 0.018 * reach - 0.008, tip[1] - 0.022), at(*root_b)], 4
            )
        )
    return smooth([at(*p) for p in lead + trail], 6), quills


def _feathered(
    sheet: Sheet,
    mask: Pixels,
    colour: Colour,
    size: float,
    key_deg: float,
    seed: int,
    tone: float = 1.0,
    round_by: float = 0.04,
) -> None:
    canvas = sheet.canvas
    rows = canvas.noise(30 / size, seed, octaves=4, stretch=0.35, within=mask)
    sheet.fill(mask, colour, np.float32(tone) * textured(rows, 0.16, 0.5, 1.6))
    sheet.shade(canvas.roundness(mask, round_by * size, key_deg, fill=0.42), mask)


def in_flight(world: World, placed: Placed, colour: Colour, name: str, tone: str, tip: Colour) -> None:
    """A gull-like bird with raised wings, seen from the side and a little below. height_m: between its wing tips."""
    size = world.size(placed.height_m, placed.z_m)
    x, y = world.at(placed.x_m, placed.y_m, placed.z_m)
    s = -1.0 if placed.flip else 1.0
    y += 0.12 * size

    def at(dx: float, up: float) -> Point:
        return x + s * dx * size, y - up * size

    sheet = world.sheet(x - 0.62 * size, y - 0.66 * size, x + 0.62 * size, y + 0.30 * size)
    canvas = sheet.canvas
    seed = world.seed + 4
    far, far_quills = _wing(lambda dx, up: at(0.09 + dx * 0.8, 0.03 + up * 0.86), 1.0, 1.0, 0.10)
    near, near_quills = _wing(lambda dx, up: at(0.05 + dx, 0.035 + up), 1.0, -1.15, 0.13)
    body = smooth(
        [
            at(0.235, 0.052),
            at(0.19, 0.088),
            at(0.11, 0.088),
            at(-0.06, 0.056),
            at(-0.20, 0.012),
            at(-0.235, -0.010),
            at(-0.10, -0.046),
            at(0.05, -0.040),
            at(0.155, -0.008),
            at(0.215, 0.022),
        ],
        6,
    )
    tail = smooth([at(-0.15, 0.020), at(-0.30, 0.012), at(-0.345, -0.020), at(-0.31, -0.040), at(-0.16, -0.022)], 4)
    whole = canvas.zeros()
    for quills, wing, lit in ((far_quills, far, 0.66), (None, tail, 0.9), (None, body, 1.0), (near_quills, near, 1.08)):
        if quills is not None:
            ends = canvas.polygons(quills)
            _feathered(sheet, ends, tip, size, world.key_deg, seed + 1, lit, 0.02)
            np.maximum(whole, ends, out=whole)
        mask = canvas.polygon(wing)
        _feathered(sheet, mask, colour, size, world.key_deg, seed, lit)
        np.maximum(whole, mask, out=whole)
    under = canvas.soften(canvas.ellipse(at(0.02, -0.03), 0.19 * size, 0.030 * size), 0.02 * size)
    sheet.shade(1 - 0.38 * under, whole)
    sheet.fill(
        canvas.polygon([at(0.228, 0.062), at(0.305, 0.035), at(0.302, 0.028), at(0.226, 0.034)]), (0.36, 0.24, 0.05)
    )
    sheet.fill(canvas.ellipse(at(0.203, 0.062), 0.0085 * size, 0.0085 * size), (0.012, 0.010, 0.008))
    world.add(
        name,
        sheet,
        placed.z_m,
        world.subject_light or None,
        velocity_m_s=(12.0 * placed.speed * s, 2.0 * placed.speed),
        is_subject=True,
    )
    world.mark(tone, whole, sheet)
    world.focus = kept_inside(world, at(0.19, 0.05))


def dark_in_flight(world: World, placed: Placed) -> None:
    in_flight(world, placed, DARK_FEATHER, "dark bird", "dark feathers", TIP)


def white_in_flight(world: World, placed: Placed) -> None:
    in_flight(world, placed, WHITE_FEATHER, "white bird", "white feathers", (0.06, 0.06, 0.065))


def grey_in_flight(world: World, placed: Placed) -> None:
    in_flight(world, placed, GREY_FEATHER, "bird", "feathers", TIP)


WADER = [
    (0.150, 0.300), (0.128, 0.288), (0.102, 0.296), (0.094, 0.318), (0.106, 0.340), (0.112, 0.372), (0.096, 0.412), (0.070, 0.446),
    (0.056, 0.476), (0.020, 0.486), (-0.060, 0.500), (-0.140, 0.535), (-0.225, 0.592), (-0.245, 0.612), (-0.180, 0.612), (-0.090, 0.622),
    (-0.010, 0.630), (0.060, 0.612), (0.104, 0.570), (0.116, 0.520), (0.122, 0.480), (0.142, 0.440), (0.150, 0.400), (0.142, 0.364),
    (0.150, 0.334), (0.172, 0.318),
]  # fmt: skip
WADER_TOP, WADER_FOOT = 0.288, 0.80


def wader(world: World, placed: Placed) -> None:
    """A white wader standing in water, its image broken under it."""
    k = world.size(placed.height_m, placed.z_m) / (WADER_FOOT - WADER_TOP)
    foot = world.at(placed.x_m, 0.0, placed.z_m)
    s = -1.0 if placed.flip else 1.0

    def at(dx: float, dy: float) -> Point:
        return foot[0] + s * (dx - 0.01) * k, foot[1] + (dy - WADER_FOOT) * k

    sheet = world.sheet(foot[0] - 0.40 * k, foot[1] - 0.56 * k, foot[0] + 0.40 * k, foot[1] + 0.55 * k)
    canvas: Canvas = sheet.canvas
    mirrored = canvas.polygon([at(px, 2 * WADER_FOOT - py) for px, py in smooth(WADER, 6)])
    ripples = canvas.noise(14 / k, world.seed, octaves=4, stretch=5.0)
    wobble = np.clip(0.62 + 0.9 * ripples, 0, 1) * np.clip((canvas.y - foot[1]) * 12 / k, 0, 1)
    sheet.shine((canvas.soften(mirrored, 0.006 * k) * wobble * 0.40).astype(np.float32), world.cd(1.2), 5400)
    legs = canvas.polygons(
        [
            [at(px - 0.007, 0.60), at(px + 0.007, 0.60), at(px + lean + 0.005, 0.80), at(px + lean - 0.005, 0.80)]
            for px, lean in ((-0.02, 0.012), (0.035, -0.006))
        ]
    )
    sheet.fill(legs, (0.035, 0.035, 0.032))
    body = canvas.polygon([at(*p) for p in smooth(WADER, 6)])
    _feathered(sheet, body, WHITE_FEATHER, 0.5 * k, world.key_deg, world.seed + 8, 1.0, 0.10)
    wing = canvas.polygon(
        smooth(
            [
                at(0.05, 0.505),
                at(-0.05, 0.515),
                at(-0.15, 0.555),
                at(-0.215, 0.60),
                at(-0.11, 0.592),
                at(0.0, 0.585),
                at(0.07, 0.555),
            ],
            5,
        )
    )
    sheet.shade(1 - 0.42 * np.clip(wing - canvas.soften(wing, 0.012 * k), 0, 1), body)
    sheet.fill(canvas.polygon([at(0.165, 0.305), at(0.315, 0.335), at(0.165, 0.327)]), (0.045, 0.042, 0.036))
    sheet.fill(canvas.ellipse(at(0.137, 0.309), 0.0055 * k, 0.0055 * k), (0.01, 0.01, 0.01))
    world.add(
        "white bird",
        sheet,
        placed.z_m,
        world.subject_light or None,
        velocity_m_s=(0.8 * placed.speed, 0.2 * placed.speed),
        is_subject=True,
    )
    world.mark("white feathers", body, sheet)
    world.focus = kept_inside(world, at(0.10, 0.36))


def perched(world: World, placed: Placed) -> None:
    """A small round bird on a twig."""
    size = world.size(placed.height_m, placed.z_m)
    x, y = world.at(placed.x_m, placed.y_m, placed.z_m)
    s = -1.0 if placed.flip else 1.0

    def at(dx: float, up: float) -> Point:
        return x + s * dx * size, y - up * size

    sheet = world.sheet(x - 3.0 * size, y - 1.25 * size, x + 3.0 * size, y + 1.2 * size)
    canvas = sheet.canvas
    twig = canvas.limb(
        [at(-2.8, -0.35), at(-1.2, -0.10), at(0.2, 0.0), at(1.3, 0.22), at(2.8, 0.30)],
        [0.16 * size, 0.13 * size, 0.12 * size, 0.09 * size, 0.05 * size],
    )
    for a, b in (((-0.9, -0.06), (-1.5, 0.75)), ((0.9, 0.12), (1.35, -0.55))):
        twig = np.maximum(twig, canvas.limb([at(*a), at(*b)], [0.07 * size, 0.03 * size]))
    sheet.fill(twig, (0.11, 0.085, 0.06), textured(canvas.noise(9 / size, world.seed + 2, octaves=4, stretch=3), 0.35))
    sheet.shade(canvas.roundness(twig, 0.05 * size, world.key_deg), twig)
    for px in (-0.08, 0.10):
        sheet.fill(canvas.line([at(px, 0.16), at(px + 0.02, 0.0)], 0.03 * size), (0.06, 0.05, 0.05))
    tail = canvas.polygon([at(-0.30, 0.24), at(-0.95, -0.18), at(-0.83, -0.30), at(-0.20, 0.12)])
    _feathered(sheet, tail, (0.07, 0.075, 0.085), size, world.key_deg, world.seed + 5)
    body = canvas.polygon(
        smooth(
            [
                at(0.43, 0.77),
                at(0.32, 0.95),
                at(0.10, 0.98),
                at(-0.07, 0.86),
                at(-0.26, 0.58),
                at(-0.42, 0.26),
                at(-0.25, 0.10),
                at(0.05, 0.08),
                at(0.30, 0.22),
                at(0.42, 0.48),
            ],
            6,
        )
    )
    _feathered(sheet, body, (0.23, 0.19, 0.14), size, world.key_deg, world.seed + 6, 1.0, 0.16)
    breast = canvas.soften(canvas.ellipse(at(0.26, 0.47), 0.20 * size, 0.30 * size), 0.05 * size) * body
    sheet.fill(breast, (0.46, 0.19, 0.07), textured(canvas.noise(26 / size, world.seed + 7, octaves=3), 0.15))
    sheet.shade(canvas.roundness(body, 0.16 * size, world.key_deg, fill=0.55), breast)
    wing = canvas.polygon(
        smooth([at(0.02, 0.66), at(-0.22, 0.50), at(-0.46, 0.16), at(-0.20, 0.22), at(0.08, 0.38)], 5)
    )
    _feathered(sheet, wing, (0.09, 0.085, 0.075), size, world.key_deg, world.seed + 8)
    sheet.fill(canvas.polygon([at(0.40, 0.84), at(0.60, 0.765), at(0.41, 0.745)]), (0.05, 0.045, 0.04))
    sheet.fill(canvas.ellipse(at(0.285, 0.82), 0.045 * size, 0.045 * size), (0.008, 0.007, 0.006))
    world.add(
        "small bird",
        sheet,
        placed.z_m,
        world.subject_light or None,
        velocity_m_s=(0.2 * placed.speed, 0.1),
        is_subject=True,
    )
    world.mark("feathers", body, sheet)
    world.focus = kept_inside(world, at(0.28, 0.80))


_FLIGHT = {
    "height_m": 1.15,
    "speed_m_s": 12.0,
    "over_ground_m": 7.0,
    "in_sky": True,
    "activities": ("gull_flight", "duck_flight", "small_bird_flight"),
    "genres": ("wildlife",),
}
PIECES = (
    Cast(name="bird_flying", title="A bird in flight", kinds=("bird",), draw=grey_in_flight, **_FLIGHT),  # type: ignore[arg-type]
    Cast(name="dark_bird_flying", title="A dark bird in flight", kinds=("bird",), draw=dark_in_flight, **_FLIGHT),  # type: ignore[arg-type]
    Cast(name="white_bird_flying", title="A white bird in flight", kinds=("bird",), draw=white_in_flight, **_FLIGHT),  # type: ignore[arg-type]
    Cast(name="wader", words=("wader", "heron", "egret",), title="A white wader", kinds=("bird",), height_m=0.52, draw=wader, speed_m_s=0.8, eye_m=0.9, activities=("wading_bird",), genres=("wildlife",)),
    Cast(name="bird_perched", words=("perch", "perched", "twig",), special=True, title="A small bird on a twig", kinds=("bird",), height_m=0.14, draw=perched, speed_m_s=0.2, eye_m=1.4, over_ground_m=1.5, activities=("perched_bird",), genres=("wildlife",)),
)  # fmt: skip
