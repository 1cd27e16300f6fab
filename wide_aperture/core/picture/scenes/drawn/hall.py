"""A sports hall: white and dark kit under lamps that pulse hard."""

from __future__ import annotations

import numpy as np

from wide_aperture.core.picture.scenes.drawn.pitch import mark_person
from wide_aperture.core.picture.scenes.figures import LEAPING, RUNNING, STANDING, Dress, person
from wide_aperture.core.picture.scenes.stage import WHITE_CLOTH, Colour, Stage

WOOD: Colour = (0.36, 0.22, 0.10)


def sports_hall(stage: Stage) -> None:
    """An indoor match: pale walls, a polished floor, a leap at the board under lamps that pulse hard."""
    canvas = stage.canvas
    _hall_room(stage)
    _board(stage)
    blue = Dress(
        skin="dark",
        top=(0.03, 0.06, 0.30),
        shorts=(0.03, 0.06, 0.30),
        socks=WHITE_CLOTH,
        sleeves=False,
        hair=(0.02, 0.015, 0.01),
        shoes=(0.5, 0.5, 0.5),
    )
    white = Dress(
        skin="tan", top=WHITE_CLOTH, shorts=WHITE_CLOTH, socks=WHITE_CLOTH, sleeves=False, shoes=(0.4, 0.05, 0.04)
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
        mark_person(stage, painted, dress)
    ball = stage.sheet()
    mask = ball.fill(canvas.ellipse((0.085, 0.185), 0.036, 0.036), (0.36, 0.13, 0.04))
    ball.fill(canvas.line([(0.052, 0.18), (0.085, 0.19), (0.118, 0.18)], 0.003), (0.03, 0.02, 0.02))
    ball.shade(canvas.roundness(mask, 0.022, stage.key_deg), mask)
    stage.add("ball", ball, 12.0, velocity_m_s=(1.5, 4.5))
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
