"""A floodlit pitch and a sports hall: white and dark kit under lamps that pulse."""

from __future__ import annotations

import numpy as np

from wide_aperture.core.scenes.figures import KICKING, LEAPING, RUNNING, STANDING, Dress, Joints, Painted, person
from wide_aperture.core.scenes.stage import DARK_CLOTH, WHITE_CLOTH, Colour, Stage

GRASS: Colour = (0.075, 0.125, 0.032)
WOOD: Colour = (0.36, 0.22, 0.10)
HORIZON = 0.40


def floodlit_pitch(stage: Stage) -> None:
    """Night, a small ground, four masts: white kit against dark kit, a lit hut of another colour at the edge."""
    canvas = stage.canvas
    sky = stage.sheet()
    sky.glow(np.ones_like(sky.alpha), 0.05 + 0.12 * np.clip(canvas.y / HORIZON, 0, 1) ** 3 + 0 * canvas.x, 5200)
    stage.add("night sky", sky, np.inf)
    _stand(stage)
    _pitch(stage)
    home = Dress(skin="fair", top=WHITE_CLOTH, shorts=WHITE_CLOTH, socks=WHITE_CLOTH, hair=(0.06, 0.035, 0.02))
    away = Dress(skin="brown", top=DARK_CLOTH, shorts=DARK_CLOTH, socks=(0.02, 0.05, 0.16), hair=(0.015, 0.012, 0.01))
    light = Dress(skin="light", top=WHITE_CLOTH, shorts=WHITE_CLOTH, socks=WHITE_CLOTH, hair=(0.30, 0.19, 0.07))
    _player(
        stage,
        "keeper behind",
        (0.52, 0.66),
        0.33,
        STANDING,
        Dress(skin="dark", top=(0.55, 0.42, 0.03), shorts=(0.05, 0.05, 0.05), socks=(0.5, 0.4, 0.03)),
        32.0,
        (0, 0),
    )
    _player(stage, "dark kit", (-0.30, 0.90), 0.60, RUNNING, away, 23.5, (-6.0, 0), flip=True)
    _player(stage, "white kit", (0.02, 0.94), 0.68, KICKING, home, 21.0, (5.0, 0))
    _player(stage, "white kit right", (0.42, 0.86), 0.56, RUNNING, light, 25.0, (6.5, 0), flip=True)
    ball = stage.sheet()
    mask = ball.fill(canvas.ellipse((0.385, 0.835), 0.026, 0.026), WHITE_CLOTH)
    ball.shade(canvas.roundness(mask, 0.016, stage.key_deg), mask)
    stage.add("ball", ball, 21.0, velocity_m_s=(18.0, 3.0), is_subject=True)
    stage.focus = (0.0, 0.45)


def _stand(stage: Stage) -> None:
    canvas = stage.canvas
    far = stage.sheet()
    roof = canvas.polygon([(-0.9, 0.20), (0.30, 0.235), (0.30, 0.262), (-0.9, 0.232)])
    far.fill(
        canvas.polygon([(-0.9, 0.23), (0.30, 0.26), (0.30, HORIZON + 0.02), (-0.9, HORIZON + 0.02)]),
        (0.025, 0.026, 0.032),
    )
    rows = canvas.noise(70, stage.seed + 3, octaves=2)
    crowd = canvas.polygon([(-0.9, 0.285), (0.28, 0.305), (0.28, HORIZON - 0.012), (-0.9, HORIZON - 0.015)])
    hue = np.stack([1 + 0.7 * canvas.noise(50, stage.seed + k, octaves=1) for k in (11, 12, 13)], axis=-1)
    people = np.clip(0.045 + 0.085 * np.clip(rows, 0, 2), 0.01, 0.4)[..., None] * np.clip(hue, 0.3, 2.2)
    far.fill(crowd * np.clip(0.55 + rows, 0, 1), people.astype(np.float32))
    far.fill(roof, (0.12, 0.12, 0.13))
    trees = canvas.below([(0.26, 0.34), (0.36, 0.315), (0.44, 0.33), (0.56, 0.30), (0.70, 0.325), (0.95, 0.31)])
    far.fill(trees * (canvas.y < HORIZON + 0.03), (0.012, 0.018, 0.010))
    stage.add("stand", far, 75.0, {"floodlights": 0.30, "hut lamp": 0.0})

    hut = stage.sheet()
    hut.fill(canvas.polygon([(0.55, 0.325), (0.78, 0.325), (0.78, 0.425), (0.55, 0.425)]), (0.16, 0.12, 0.09))
    hut.fill(canvas.polygon([(0.535, 0.328), (0.80, 0.328), (0.77, 0.302), (0.565, 0.302)]), (0.06, 0.05, 0.05))
    hatch = canvas.polygon([(0.60, 0.345), (0.74, 0.345), (0.74, 0.385), (0.60, 0.385)])
    hut.glow(hatch, 95.0, 2900)
    for x in (0.63, 0.70):
        hut.fill(canvas.ellipse((x, 0.366), 0.009, 0.011), (0.05, 0.03, 0.02))
        hut.fill(
            canvas.polygon([(x - 0.014, 0.386), (x - 0.01, 0.374), (x + 0.01, 0.374), (x + 0.014, 0.386)]),
            (0.03, 0.03, 0.04),
        )
    stage.add("hut", hut, 60.0, {"floodlights": 0.25, "hut lamp": 1.0})

    masts = stage.sheet()
    for x, top in ((-0.60, 0.045), (-0.20, 0.07), (0.22, 0.075), (0.60, 0.05)):
        masts.fill(canvas.line([(x, top), (x, 0.33)], 0.006), (0.10, 0.10, 0.10))
        frame = canvas.polygon(
            [(x - 0.042, top - 0.016), (x + 0.042, top - 0.016), (x + 0.042, top + 0.018), (x - 0.042, top + 0.018)]
        )
        masts.fill(frame, (0.05, 0.05, 0.05))
        for column in range(5):
            for row in range(2):
                masts.glow(
                    canvas.ellipse((x - 0.033 + 0.0165 * column, top - 0.007 + 0.016 * row), 0.0062, 0.0058),
                    60_000.0,
                    4900,
                )
        halo = np.hypot(canvas.x - x, canvas.y - top)
        masts.shine(np.exp(-((halo / 0.035) ** 2)) + 0.16 * np.exp(-halo / 0.05), 24.0, 4900)
    stage.add("masts", masts, 90.0)


def _pitch(stage: Stage) -> None:
    canvas = stage.canvas
    depth = np.clip((canvas.y - HORIZON) / (1 - HORIZON), 1e-3, 1)
    away = 9.0 / depth  # metres, for the stripes
    stripes = 0.5 + 0.5 * np.tanh(9 * np.sin(away * 0.42 + 0.25 * canvas.x / depth))
    blades = (
        1
        + 0.10 * canvas.noise(60, stage.seed + 5, octaves=4, stretch=2.2)
        + 0.05 * canvas.noise(6, stage.seed + 6, octaves=3)
    )
    ground = stage.sheet()
    ground.fill(
        (canvas.y >= HORIZON) * np.ones_like(ground.alpha), GRASS, (blades * (0.82 + 0.30 * stripes)).astype(np.float32)
    )
    ground.fill(canvas.polygon([(-0.95, 0.498), (0.95, 0.474), (0.95, 0.480), (-0.95, 0.505)]), (0.55, 0.58, 0.50))
    ground.fill(canvas.polygon([(-0.45, 0.485), (-0.415, 0.485), (-0.80, 1.02), (-0.87, 1.02)]), (0.50, 0.54, 0.45))
    for x, y, size in ((0.02, 0.945, 0.10), (-0.30, 0.905, 0.09), (0.42, 0.865, 0.08), (0.52, 0.665, 0.05)):
        for turn in (0.7, -0.8):
            shadow = canvas.soften(
                canvas.limb([(x, y), (x + turn * size * 1.6, y - 0.012)], [size * 0.5, size * 0.12]), 0.008
            )
            ground.shade(1 - 0.38 * shadow)
    falloff = 0.80 + 0.28 * np.exp(-((canvas.x / 0.6) ** 2)) * np.ones_like(ground.alpha)
    stage.add("pitch", ground, 26.0, {"floodlights": falloff.astype(np.float32), "hut lamp": 0.02})
    stage.mark("grass", ground.alpha)


def _player(
    stage: Stage,
    name: str,
    feet: tuple[float, float],
    height: float,
    joints: Joints,
    dress: Dress,
    depth: float,
    velocity: tuple[float, float],
    *,
    flip: bool = False,
) -> None:
    sheet = stage.sheet()
    painted = person(sheet, feet, height, joints, dress, stage.key_deg, flip=flip)
    stage.add(name, sheet, depth, {"floodlights": 1.0, "hut lamp": 0.04}, velocity_m_s=velocity, is_subject=True)
    _mark_person(stage, painted, dress)


def _mark_person(stage: Stage, painted: Painted, dress: Dress) -> None:
    stage.mark("skin", painted.skin)
    if dress.top is WHITE_CLOTH:
        stage.mark("white cloth", painted.top)
    if dress.top is DARK_CLOTH:
        stage.mark("dark cloth", painted.top)
    stage.face(painted.head[0], painted.head[1], painted.head_radius, dress.skin)


def sports_hall(stage: Stage) -> None:
    """An indoor match: pale walls, a polished floor, a leap at the board under lamps that pulse hard."""
    canvas = stage.canvas
    _hall_room(stage)
    _board(stage)
    blue = Dress(
        skin="tan",
        top=(0.03, 0.06, 0.30),
        shorts=(0.03, 0.06, 0.30),
        socks=WHITE_CLOTH,
        sleeves=False,
        hair=(0.02, 0.015, 0.01),
        shoes=(0.5, 0.5, 0.5),
    )
    white = Dress(
        skin="dark", top=WHITE_CLOTH, shorts=WHITE_CLOTH, socks=WHITE_CLOTH, sleeves=False, shoes=(0.4, 0.05, 0.04)
    )
    fair = Dress(
        skin="light",
        top=WHITE_CLOTH,
        shorts=WHITE_CLOTH,
        socks=WHITE_CLOTH,
        sleeves=False,
        hair=(0.18, 0.10, 0.04),
        shoes=(0.4, 0.05, 0.04),
    )
    for name, feet, height, joints, dress, depth, velocity, flip in (
        ("guard", (-0.52, 0.90), 0.46, STANDING, fair, 15.0, (0.5, 0.0), False),
        ("defender", (0.30, 0.93), 0.52, RUNNING, blue, 12.5, (3.0, 0.5), True),
        ("leaper", (-0.04, 0.95), 0.60, LEAPING, white, 12.0, (1.0, 3.5), False),
    ):
        sheet = stage.sheet()
        painted = person(sheet, feet, height, joints, dress, stage.key_deg, flip=flip)
        stage.add(name, sheet, depth, velocity_m_s=velocity, is_subject=True)
        _mark_person(stage, painted, dress)
    ball = stage.sheet()
    mask = ball.fill(canvas.ellipse((0.085, 0.185), 0.036, 0.036), (0.36, 0.13, 0.04))
    ball.fill(canvas.line([(0.052, 0.18), (0.085, 0.19), (0.118, 0.18)], 0.003), (0.03, 0.02, 0.02))
    ball.shade(canvas.roundness(mask, 0.022, stage.key_deg), mask)
    stage.add("ball", ball, 12.0, velocity_m_s=(1.5, 4.5), is_subject=True)
    stage.focus = (-0.03, 0.40)


def _hall_room(stage: Stage) -> None:
    canvas = stage.canvas
    room = stage.sheet()
    room.cover((0.42, 0.42, 0.38), (1 + 0.03 * canvas.noise(5, stage.seed, octaves=3)).astype(np.float32))
    room.fill(canvas.polygon([(-1, 0.32), (1, 0.32), (1, 0.57), (-1, 0.57)]), (0.30, 0.19, 0.10))
    for k in range(-6, 7):
        room.fill(canvas.line([(k * 0.15, 0.32), (k * 0.15, 0.57)], 0.003), (0.17, 0.10, 0.05))
    room.fill(canvas.polygon([(-1, -0.02), (1, -0.02), (1, 0.07), (-1, 0.07)]), (0.10, 0.11, 0.12))
    for k in range(-3, 4):
        room.glow(
            canvas.polygon(
                [
                    (k * 0.26 - 0.07, 0.018),
                    (k * 0.26 + 0.07, 0.018),
                    (k * 0.26 + 0.062, 0.036),
                    (k * 0.26 - 0.062, 0.036),
                ]
            ),
            4200.0,
            4000,
            0.003,
        )
    for k in range(-5, 6):
        room.fill(
            canvas.polygon(
                [(k * 0.17 - 0.066, 0.12), (k * 0.17 + 0.066, 0.12), (k * 0.17 + 0.066, 0.25), (k * 0.17 - 0.066, 0.25)]
            ),
            (0.05, 0.06, 0.075),
        )
    stage.add("walls", room, 24.0, {"lamps": 0.75})
    stage.mark("wall", room.alpha * (canvas.y > 0.26) * (canvas.y < 0.31))

    floor = stage.sheet()
    depth = np.clip((canvas.y - 0.57) / 0.43, 1e-3, 1)
    boards = (
        1
        + 0.07 * np.sign(np.sin(60 * canvas.x / (0.25 + depth)))
        + 0.05 * canvas.noise(30, stage.seed + 2, octaves=3, stretch=0.3)
    )
    floor.fill((canvas.y >= 0.57) * np.ones_like(floor.alpha), WOOD, boards.astype(np.float32))
    for a, b, width in (
        ((-0.9, 0.70), (0.9, 0.70), 0.006),
        ((-0.55, 0.57), (-1.0, 1.0), 0.010),
        ((0.35, 0.57), (0.62, 1.0), 0.010),
    ):
        floor.fill(canvas.line([a, b], width), WHITE_CLOTH, 0.8)
    for x, y, size in ((-0.04, 0.965, 0.16), (0.30, 0.935, 0.13), (-0.52, 0.905, 0.11)):
        floor.shade(1 - 0.35 * canvas.soften(canvas.ellipse((x, y), size, 0.018), 0.012))
    for k in range(-3, 4):  # lamps mirrored in the varnish
        mirrored = canvas.soften(
            canvas.polygon(
                [(k * 0.30 - 0.05, 0.66), (k * 0.30 + 0.05, 0.66), (k * 0.33 + 0.06, 0.86), (k * 0.33 - 0.06, 0.86)]
            ),
            0.02,
        )
        floor.shine(mirrored * (canvas.y > 0.57), 26.0, 4000)
    stage.add("floor", floor, 13.0)
    stage.mark("floor", floor.alpha)


def _board(stage: Stage) -> None:
    canvas = stage.canvas
    board = stage.sheet()
    board.fill(canvas.polygon([(0.30, 0.06), (0.60, 0.085), (0.60, 0.30), (0.30, 0.285)]), WHITE_CLOTH)
    board.fill(canvas.polygon([(0.40, 0.17), (0.50, 0.178), (0.50, 0.262), (0.40, 0.256)]), (0.5, 0.06, 0.05))
    board.fill(canvas.polygon([(0.412, 0.182), (0.488, 0.188), (0.488, 0.250), (0.412, 0.245)]), WHITE_CLOTH)
    board.fill(canvas.line([(0.60, 0.19), (0.80, 0.17)], 0.016), (0.12, 0.12, 0.13))
    ring = np.clip(canvas.ellipse((0.34, 0.285), 0.075, 0.021) - canvas.ellipse((0.34, 0.285), 0.066, 0.015), 0, 1)
    net = [
        canvas.line([(0.34 + dx, 0.297), (0.34 + dx * 0.55 + lean, 0.375)], 0.0025)
        for dx in (-0.066, -0.035, 0.0, 0.035, 0.066)
        for lean in (-0.012, 0.012)
    ]
    board.fill(np.maximum.reduce(net), (0.6, 0.6, 0.6))
    board.fill(ring, (0.50, 0.10, 0.03))
    stage.add("board", board, 12.5)
