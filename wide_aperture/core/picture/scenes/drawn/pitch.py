"""A pitch, floodlit at night and in the afternoon sun: white kit and dark kit."""

from __future__ import annotations

import numpy as np

from wide_aperture.core.picture.scenes.figures import KICKING, RUNNING, STANDING, Dress, Joints, Painted, person
from wide_aperture.core.picture.scenes.stage import DARK_CLOTH, WHITE_CLOTH, Colour, Light, Stage

GRASS: Colour = (0.075, 0.125, 0.032)
HORIZON = 0.40


def day_pitch(stage: Stage) -> None:
    """The same ground on a bright afternoon: white and dark kit in sun, a stand in shade behind."""
    canvas = stage.canvas
    sky = stage.sheet()
    clouds = np.clip(canvas.noise(3, stage.seed + 2, octaves=5, stretch=2.6) * 1.2, 0, 1)
    level = 2200.0 + 1800.0 * np.clip(canvas.y / HORIZON, 0, 1) + 2600.0 * clouds
    sky.glow(np.ones_like(sky.alpha), level.astype(np.float32), 9500)
    stage.add("sky", sky, np.inf)
    stage.mark("sky", sky.alpha)
    _stand(stage, {"sun": 0.10, "shade": 0.8})
    _pitch(stage, {"sun": 1.0, "shade": 1.0})
    _players(stage, {"sun": 1.0, "shade": 1.0})


def floodlit_pitch(stage: Stage) -> None:
    """Night, a small ground, four masts: white kit against dark kit, a lit hut of another colour at the edge."""
    canvas = stage.canvas
    sky = stage.sheet()
    sky.glow(np.ones_like(sky.alpha), 0.05 + 0.12 * np.clip(canvas.y / HORIZON, 0, 1) ** 3 + 0 * canvas.x, 5200)
    stage.add("night sky", sky, np.inf)
    _stand(stage, {"floodlights": 0.30, "hut lamp": 0.0})
    _hut_and_masts(stage)
    falloff = 0.80 + 0.28 * np.exp(-((stage.canvas.x / 0.6) ** 2)) + 0 * stage.canvas.y
    _pitch(stage, {"floodlights": falloff.astype(np.float32), "hut lamp": 0.02})
    _players(stage, {"floodlights": 1.0, "hut lamp": 0.04})


def _players(stage: Stage, light: Light) -> None:
    canvas = stage.canvas
    home = Dress(skin="fair", top=WHITE_CLOTH, shorts=WHITE_CLOTH, socks=WHITE_CLOTH, hair=(0.06, 0.035, 0.02))
    away = Dress(skin="brown", top=DARK_CLOTH, shorts=DARK_CLOTH, socks=(0.02, 0.05, 0.16), hair=(0.015, 0.012, 0.01))
    fair = Dress(skin="light", top=WHITE_CLOTH, shorts=WHITE_CLOTH, socks=WHITE_CLOTH, hair=(0.30, 0.19, 0.07))
    _player(
        stage,
        light,
        "keeper behind",
        (0.52, 0.66),
        0.33,
        STANDING,
        Dress(skin="dark", top=(0.55, 0.42, 0.03), shorts=(0.05, 0.05, 0.05), socks=(0.5, 0.4, 0.03)),
        32.0,
        (0, 0),
    )
    _player(stage, light, "dark kit", (-0.30, 0.90), 0.60, RUNNING, away, 23.5, (-6.0, 0), flip=True)
    _player(stage, light, "white kit", (0.02, 0.94), 0.68, KICKING, home, 21.0, (5.0, 0))
    _player(stage, light, "white kit right", (0.42, 0.86), 0.56, RUNNING, fair, 25.0, (6.5, 0), flip=True)
    ball = stage.sheet()
    mask = ball.fill(canvas.ellipse((0.385, 0.835), 0.026, 0.026), WHITE_CLOTH)
    ball.shade(canvas.roundness(mask, 0.016, stage.key_deg), mask)
    stage.add("ball", ball, 21.0, light, velocity_m_s=(18.0, 3.0))
    stage.focus = (0.0, 0.45)


def _stand(stage: Stage, light: Light) -> None:
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
    stage.add("stand", far, 75.0, light)


def _hut_and_masts(stage: Stage) -> None:
    canvas = stage.canvas

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


def _pitch(stage: Stage, light: Light) -> None:
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
    stage.add("pitch", ground, 26.0, light)
    stage.mark("grass", ground.alpha)


def _player(
    stage: Stage,
    light: Light,
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
    stage.add(name, sheet, depth, light, velocity_m_s=velocity, is_subject=True)
    mark_person(stage, painted, dress)


def mark_person(stage: Stage, painted: Painted, dress: Dress) -> None:
    stage.mark("skin", painted.skin)
    if dress.top is WHITE_CLOTH:
        stage.mark("white cloth", painted.top)
    if dress.top is DARK_CLOTH:
        stage.mark("dark cloth", painted.top)
    stage.face(painted.head[0], painted.head[1], painted.head_radius, dress.skin)
