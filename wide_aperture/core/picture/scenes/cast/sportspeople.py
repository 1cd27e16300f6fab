"""A runner, players at a ball, a leap at the board, a swimmer, a rider and a car."""

from __future__ import annotations

import math

import numpy as np

from wide_aperture.core.picture.scenes.drawing import Point, smooth
from wide_aperture.core.picture.scenes.people import Dress
from wide_aperture.core.picture.scenes.piece import Cast, Placed
from wide_aperture.core.picture.scenes.poses import KICKING, LEAPING, RIDING, RUNNING, SPRINTING
from wide_aperture.core.picture.scenes.stage import DARK_CLOTH, WHITE_CLOTH, skin
from wide_aperture.core.picture.scenes.walk_on import add_person, kept_inside
from wide_aperture.core.picture.scenes.world import World, textured

WHITE_KIT = Dress(
    skin="fair",
    garment="kit",
    top=WHITE_CLOTH,
    legs=WHITE_CLOTH,
    cut="shorts",
    long_sleeves=False,
    socks=WHITE_CLOTH,
    hair=(0.12, 0.07, 0.03),
    turn=0.7,
)
DARK_KIT = Dress(
    skin="brown",
    garment="kit",
    top=DARK_CLOTH,
    legs=DARK_CLOTH,
    cut="shorts",
    long_sleeves=False,
    socks=(0.05, 0.06, 0.16),
    hair=(0.02, 0.015, 0.012),
    turn=0.75,
)
RUNNER = Dress(
    skin="dark",
    garment="kit",
    top=(0.50, 0.10, 0.06),
    legs=(0.03, 0.03, 0.05),
    cut="shorts",
    long_sleeves=False,
    hair=(0.014, 0.012, 0.012),
    build=0.92,
    turn=0.7,
)
HALL_KIT = Dress(
    skin="tan",
    garment="kit",
    top=WHITE_CLOTH,
    legs=WHITE_CLOTH,
    cut="shorts",
    long_sleeves=False,
    socks=WHITE_CLOTH,
    shoes=(0.40, 0.08, 0.05),
    hair=(0.03, 0.02, 0.015),
    turn=0.4,
)
CYCLIST = Dress(
    skin="tan",
    garment="kit",
    top=(0.60, 0.34, 0.04),
    legs=(0.03, 0.03, 0.035),
    cut="shorts",
    long_sleeves=False,
    hair_cut="cap",
    turn=0.9,
)


def runner(world: World, placed: Placed) -> None:
    add_person(
        world,
        "runner",
        placed.x_m,
        placed.z_m,
        placed.height_m,
        SPRINTING,
        RUNNER,
        flip=placed.flip,
        speed=(7.0 * placed.speed, 0.4),
        focused=True,
    )


def players(world: World, placed: Placed) -> None:
    """Three players after a ball: white and dark kit."""
    x, z, h, v = placed.x_m, placed.z_m, placed.height_m, placed.speed
    add_person(world, "chaser", x - 1.25, z * 1.05, h, RUNNING, DARK_KIT, speed=(6.0 * v, 0.3))
    add_person(world, "team mate", x + 1.65, z * 1.09, h * 0.98, RUNNING, WHITE_KIT, flip=True, speed=(-4.0 * v, 0.2))
    add_person(world, "player", x, z, h, KICKING, WHITE_KIT, speed=(6.5 * v, 0.5), focused=True)
    _ball(world, x + 0.98, 0.14, z * 0.99, 0.11, (0.70, 0.70, 0.70), (11.0 * v, 3.0))


def leaper(world: World, placed: Placed) -> None:
    """A leap at the board with the ball overhead, one who comes too late."""
    x, z, h, v = placed.x_m, placed.z_m, placed.height_m, placed.speed
    add_person(world, "late", x + 0.95, z * 1.06, h * 1.02, RUNNING, DARK_KIT, flip=True, speed=(-2.5 * v, 0.2))
    add_person(
        world, "leaper", x, z, h, LEAPING, HALL_KIT, y_m=0.35, speed=(1.2 * v, 3.0 * v), focused=True, shadow=0.35
    )
    _ball(world, x + 0.21 * h, 0.35 + 1.28 * h, z, 0.12, (0.42, 0.17, 0.05), (0.8 * v, 3.4 * v))


def swimmer(world: World, placed: Placed) -> None:
    """Head and arm out of the water, spray before them."""
    z, h = placed.z_m, placed.height_m
    middle, size = world.at(placed.x_m, 0.05, z), world.size(h, z)
    x, y = middle
    s = -1.0 if placed.flip else 1.0
    sheet = world.sheet(x - 2.4 * size, y - 1.6 * size, x + 2.4 * size, y + 0.9 * size)
    canvas = sheet.canvas
    water_line = np.clip((y + 0.10 * size - canvas.y) / (0.03 * size), 0, 1).astype(np.float32)
    arm = canvas.limb(
        [
            (x - 0.15 * s * size, y + 0.05 * size),
            (x + 0.35 * s * size, y - 0.95 * size),
            (x + 1.05 * s * size, y - 0.15 * size),
        ],
        [0.24 * size, 0.20 * size, 0.11 * size],
    )
    back = canvas.ellipse((x - 0.55 * s * size, y + 0.16 * size), 0.85 * size, 0.26 * size) * water_line
    head = canvas.ellipse((x + 0.25 * s * size, y - 0.05 * size), 0.26 * size, 0.24 * size) * water_line
    face = canvas.ellipse((x + 0.36 * s * size, y + 0.03 * size), 0.17 * size, 0.17 * size) * water_line
    bare = canvas.zeros()
    for mask in (back, arm * water_line, face):
        sheet.fill(mask, skin("fair"))
        sheet.shade(canvas.roundness(mask, 0.09 * size, world.key_deg), mask)
        np.maximum(bare, mask, out=bare)
    cap = np.clip(head - canvas.ellipse((x + 0.42 * s * size, y + 0.06 * size), 0.20 * size, 0.22 * size), 0, 1)
    sheet.fill(cap, (0.55, 0.10, 0.08))
    sheet.shade(canvas.roundness(cap, 0.10 * size, world.key_deg), cap)
    sheet.fill(
        canvas.limb(
            [(x + 0.30 * s * size, y - 0.02 * size), (x + 0.50 * s * size, y - 0.01 * size)], [0.07 * size, 0.06 * size]
        ),
        (0.02, 0.03, 0.05),
    )
    random = np.random.default_rng(world.seed + 5)
    count = 260
    spots: list[tuple[Point, float, float]] = []
    for _ in range(count):
        far, up = abs(random.normal(0, 0.55)), abs(random.normal(0, 0.38))
        place = (
            x + s * (0.15 + far * (1 if random.random() < 0.8 else -1)) * size,
            y + (0.10 - up * math.exp(-far)) * size,
        )
        spots.append((place, size * random.uniform(0.012, 0.045), size * random.uniform(0.012, 0.04)))
    drops = canvas.ellipses(spots)
    foam = np.clip(canvas.noise(5 / size, world.seed + 6, octaves=4, stretch=1.8) * 1.5, 0, 1) * np.exp(
        -(((canvas.y - y - 0.14 * size) / (0.16 * size)) ** 2) - ((canvas.x - x) / (1.3 * size)) ** 2
    )
    spray = np.maximum(drops * np.float32(0.7), np.clip(foam * 1.6, 0, 0.9)).astype(np.float32)
    sheet.fill(spray, (0.72, 0.74, 0.76))
    world.add("swimmer", sheet, z, world.subject_light or None, velocity_m_s=(1.8 * placed.speed, 0.3), is_subject=True)
    world.mark("skin", bare * (1 - spray), sheet)
    # Goggles, cap and spray: no face that a meter would find.
    world.focus = kept_inside(world, (x + 0.3 * s * size, y - 0.05 * size))


def rider(world: World, placed: Placed) -> None:
    """A cyclist bent over the bar."""
    x, z, h, v = placed.x_m, placed.z_m, placed.height_m, placed.speed
    flip = placed.flip
    s = -1.0 if flip else 1.0
    foot, size = world.at(x, 0.0, z), world.size(h, z)
    world.shadow(x, z, 0.75, depth=0.5)
    sheet = world.sheet(foot[0] - 0.8 * size, foot[1] - 0.9 * size, foot[0] + 0.8 * size, foot[1] + 0.06 * size)
    canvas = sheet.canvas
    hubs = [(foot[0] - 0.30 * s * size, foot[1] - 0.19 * size), (foot[0] + 0.30 * s * size, foot[1] - 0.19 * size)]
    for hub in hubs:
        tyre = np.clip(
            canvas.ellipse(hub, 0.19 * size, 0.19 * size) - canvas.ellipse(hub, 0.168 * size, 0.168 * size), 0, 1
        )
        sheet.fill(tyre, (0.03, 0.03, 0.03))
        spokes = canvas.polygons(
            [
                [
                    (hub[0], hub[1]),
                    (hub[0] + 0.17 * size * math.cos(a), hub[1] + 0.17 * size * math.sin(a)),
                    (hub[0] + 0.17 * size * math.cos(a + 0.02), hub[1] + 0.17 * size * math.sin(a + 0.02)),
                ]
                for a in np.linspace(0, 2 * math.pi, 17)
            ]
        )
        sheet.fill(spokes * np.float32(0.5), (0.4, 0.4, 0.4))
    crank, seat, bar = (
        (foot[0] - 0.03 * s * size, foot[1] - 0.17 * size),
        (foot[0] - 0.13 * s * size, foot[1] - 0.50 * size),
        (foot[0] + 0.29 * s * size, foot[1] - 0.51 * size),
    )
    frame = np.maximum.reduce(
        [
            canvas.line(pair, 0.022 * size)
            for pair in (
                [hubs[0], crank],
                [crank, seat],
                [seat, hubs[0]],
                [crank, (bar[0] - 0.03 * s * size, bar[1] + 0.06 * size)],
                [seat, (bar[0] - 0.04 * s * size, bar[1] + 0.04 * size)],
                [bar, hubs[1]],
            )
        ]
    )
    sheet.fill(frame, (0.06, 0.20, 0.24))
    sheet.shade(canvas.roundness(frame, 0.012 * size, world.key_deg), frame)
    world.add("bicycle", sheet, z, world.subject_light or None, velocity_m_s=(10.0 * v, 0.0), is_subject=True)
    add_person(
        world, "rider", x, z * 0.999, h, RIDING, CYCLIST, flip=flip, speed=(10.0 * v, 0.2), focused=True, shadow=0
    )


def vehicle(world: World, placed: Placed) -> None:
    """A car on a loose road, dust behind it."""
    x, z, h, v = placed.x_m, placed.z_m, placed.height_m, placed.speed
    s = -1.0 if placed.flip else 1.0
    foot, size = world.at(x, 0.0, z), world.size(h, z)
    world.shadow(x, z, 1.9, depth=0.7)
    sheet = world.sheet(foot[0] - 3.4 * size, foot[1] - 1.5 * size, foot[0] + 2.2 * size, foot[1] + 0.15 * size)
    canvas = sheet.canvas

    def p(dx: float, up: float) -> tuple[float, float]:
        return foot[0] + s * dx * size, foot[1] - up * size

    body = canvas.polygon(
        smooth(
            [
                p(-1.45, 0.24),
                p(-1.48, 0.56),
                p(-1.36, 0.72),
                p(-0.85, 0.78),
                p(-0.50, 1.02),
                p(0.25, 1.04),
                p(0.68, 0.74),
                p(1.30, 0.62),
                p(1.46, 0.46),
                p(1.44, 0.22),
                p(1.0, 0.18),
                p(-1.0, 0.18),
            ],
            6,
        )
    )
    sheet.fill(body, (0.50, 0.50, 0.52))
    sheet.shade(canvas.roundness(body, 0.16 * size, world.key_deg, fill=0.35), body)
    sheet.fill(canvas.polygon([p(-1.46, 0.40), p(1.45, 0.36), p(1.45, 0.29), p(-1.46, 0.30)]), (0.45, 0.07, 0.05))
    for glass in (
        [p(-0.72, 0.76), p(-0.44, 0.97), p(-0.14, 0.98), p(-0.14, 0.74)],
        [p(-0.06, 0.74), p(-0.06, 0.98), p(0.22, 0.98), p(0.54, 0.73)],
    ):
        sheet.fill(canvas.polygon(glass), (0.02, 0.025, 0.03))
    for hub in (p(-0.88, 0.22), p(0.92, 0.22)):
        sheet.fill(canvas.ellipse(hub, 0.275 * size, 0.275 * size), (0.02, 0.02, 0.02))
        sheet.fill(canvas.ellipse(hub, 0.15 * size, 0.15 * size), (0.35, 0.35, 0.36))
        sheet.fill(canvas.ellipse(hub, 0.05 * size, 0.05 * size), (0.05, 0.05, 0.05))
    sheet.glow(canvas.ellipse(p(1.40, 0.50), 0.07 * size, 0.06 * size), world.cd(3.0), 4000)
    world.add("car", sheet, z, world.subject_light or None, velocity_m_s=(25.0 * v, 0.0), is_subject=True)
    dust = world.sheet(foot[0] - 5.2 * size, foot[1] - 1.3 * size, foot[0] + 5.2 * size, foot[1] + 0.3 * size)
    behind = np.clip(-(dust.canvas.x - foot[0]) * s / size - 0.7, 0, 6)
    cloud = (
        np.clip(dust.canvas.noise(1.6 / size, world.seed + 3, octaves=5) * 0.5 + 0.55, 0, 1)
        * np.exp(-behind / 1.7)
        * (behind > 0)
        * np.exp(-(((dust.canvas.y - foot[1] + (0.15 + 0.16 * behind) * size) / ((0.25 + 0.18 * behind) * size)) ** 2))
    )
    dust.fill(
        np.clip(cloud, 0, 0.85).astype(np.float32),
        (0.34, 0.29, 0.22),
        textured(dust.canvas.noise(4 / size, world.seed, octaves=3), 0.1),
    )
    world.add("dust", dust, z * 1.02, world.subject_light or None, velocity_m_s=(6.0 * v, 0.4))
    world.focus = kept_inside(world, p(0.6, 0.6))


def _ball(
    world: World,
    x_m: float,
    y_m: float,
    z_m: float,
    radius_m: float,
    colour: tuple[float, float, float],
    speed: tuple[float, float],
) -> None:
    middle, radius = world.at(x_m, y_m, z_m), world.size(radius_m, z_m)
    sheet = world.sheet(
        middle[0] - 1.4 * radius, middle[1] - 1.4 * radius, middle[0] + 1.4 * radius, middle[1] + 1.4 * radius
    )
    ball = sheet.fill(sheet.canvas.ellipse(middle, radius, radius), colour)
    seams = sheet.canvas.limb(
        [(middle[0] - radius, middle[1]), (middle[0], middle[1] + 0.25 * radius), (middle[0] + radius, middle[1])],
        [0.08 * radius] * 3,
    )
    sheet.fill(seams * ball, tuple(0.3 * c for c in colour))  # type: ignore[arg-type]
    sheet.shade(sheet.canvas.roundness(ball, 0.5 * radius, world.key_deg), ball)
    world.add("ball", sheet, z_m, world.subject_light or None, velocity_m_s=speed, is_subject=True)


PIECES = (
    Cast(name="runner", tall_part=0.88, words=("runner", "sprint", "run", "warm",), title="A runner", kinds=("person",), height_m=1.76, draw=runner, activities=("jog", "sprint", "finish_line"), genres=("sports",), speed_m_s=7.0, people=True),
    Cast(name="players", tall_part=0.88, title="Players at the ball", kinds=("person",), height_m=1.80, draw=players, activities=("field_game",), genres=("sports",), speed_m_s=6.5, people=True),
    Cast(name="leaper", tall_part=0.66, framed_m=2.75, title="A leap at the board", kinds=("person",), height_m=1.92, draw=leaper, activities=("court_game", "gymnastics"), genres=("sports",), speed_m_s=3.2, people=True),
    Cast(name="swimmer", words=("swimmer",), special=True, title="A swimmer", kinds=("person",), height_m=0.45, draw=swimmer, activities=("swim",), genres=("sports",), speed_m_s=1.8, people=True),
    Cast(name="rider", tall_part=0.8, words=("cyclist", "bicycle", "cycling",), special=True, title="A rider", kinds=("vehicle", "person"), height_m=1.78, draw=rider, activities=("bicycle_race", "bicycle_town"), genres=("sports",), speed_m_s=10.0, people=True),
    Cast(name="vehicle", tall_part=0.6, words=("car", "rally",), special=True, title="A car", kinds=("vehicle",), height_m=1.40, draw=vehicle, activities=("motor_race", "car_town"), genres=("sports",), speed_m_s=25.0),
)  # fmt: skip
