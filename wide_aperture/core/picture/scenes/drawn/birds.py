"""Two birds that fool a meter: a dark one on bright sky, a white one on dark water."""

from __future__ import annotations

import numpy as np

from wide_aperture.core.picture.scenes.drawing import Points, smooth
from wide_aperture.core.picture.scenes.figures import bird_in_flight
from wide_aperture.core.picture.scenes.stage import Colour, Stage

WHITE_FEATHER: Colour = (0.72, 0.72, 0.70)
DARK_FEATHER: Colour = (0.050, 0.044, 0.040)


def dark_bird_bright_sky(stage: Stage) -> None:
    """A dark bird over the bar, white cloud behind it two stops brighter than the light on it."""
    canvas = stage.canvas
    sky = stage.sheet()
    clouds = np.clip(0.5 + 0.55 * canvas.noise(2.6, stage.seed + 1, octaves=5, stretch=2.4), 0, 1)
    level = 2480.0 * (0.78 + 0.34 * clouds - 0.10 * canvas.y)
    sky.glow(np.ones_like(sky.alpha), level.astype(np.float32), 6400)
    blue = np.clip(0.62 - clouds, 0, 1) * 0.55 * (1 - canvas.y)
    sky.fill(np.zeros_like(sky.alpha), WHITE_FEATHER)
    sky.emitted *= 1 - blue[..., None] * np.array([0.5, 0.25, -0.15], np.float32)
    stage.add("bright cloud", sky, np.inf)
    stage.mark("sky", sky.alpha)
    far = stage.sheet()
    far.fill(
        canvas.below([(-0.95, 0.915), (0.95, 0.915)]),
        (0.10, 0.12, 0.13),
        (1 + 0.25 * canvas.noise(40, stage.seed + 2, octaves=3, stretch=7)).astype(np.float32),
    )
    stage.add("sea", far, 900.0)

    distant = stage.sheet()
    for centre, span in (((-0.52, 0.28), 0.10), ((-0.40, 0.36), 0.08), ((0.55, 0.70), 0.07)):
        parts = bird_in_flight(canvas, centre, span, turn=1.0)
        distant.fill(np.maximum.reduce([parts["far"], parts["body"], parts["near"]]), DARK_FEATHER)
    stage.add("distant birds", distant, 120.0, velocity_m_s=(9.0, 0.5))

    bird = stage.sheet()
    parts = bird_in_flight(canvas, (0.02, 0.56), 0.74)
    feathers = 1 + 0.30 * canvas.noise(70, stage.seed + 4, octaves=3, stretch=0.4)
    for part, tone in (("far", 0.75), ("body", 1.0), ("near", 1.15)):
        mask = bird.fill(parts[part], DARK_FEATHER, (tone * np.clip(feathers, 0.4, 1.8)).astype(np.float32))
        bird.shade(canvas.roundness(mask, 0.035, stage.key_deg, fill=0.35), mask)
    bird.fill(parts["bill"], (0.34, 0.23, 0.04))
    bird.fill(parts["eye"], (0.5, 0.36, 0.05))
    stage.add("dark bird", bird, 28.0, velocity_m_s=(12.0, 2.0), is_subject=True)
    stage.mark("dark feathers", np.maximum.reduce([parts["far"], parts["body"], parts["near"]]))
    stage.focus = (0.17, 0.52)


WADER: Points = [
    (0.150, 0.300), (0.128, 0.288), (0.102, 0.296), (0.094, 0.318), (0.106, 0.340), (0.112, 0.372), (0.096, 0.412), (0.070, 0.446),
    (0.056, 0.476), (0.020, 0.486), (-0.060, 0.500), (-0.140, 0.535), (-0.225, 0.592), (-0.245, 0.612), (-0.180, 0.612), (-0.090, 0.622),
    (-0.010, 0.630), (0.060, 0.612), (0.104, 0.570), (0.116, 0.520), (0.122, 0.480), (0.142, 0.440), (0.150, 0.400), (0.142, 0.364),
    (0.150, 0.334), (0.172, 0.318),
]  # fmt: skip


def white_bird_dark_water(stage: Stage) -> None:
    """A white wader standing in dark water, in sun: a whole-frame meter wants to lift the water to grey."""
    canvas = stage.canvas
    water = stage.sheet()
    depth = np.clip(canvas.y, 0.02, 1)
    ripples = canvas.noise(16, stage.seed, octaves=5, stretch=5.5)
    water.cover((0.012, 0.019, 0.021), np.clip(1 + 0.7 * ripples, 0.2, 3).astype(np.float32))
    glint = np.clip(ripples * canvas.noise(9, stage.seed + 5, octaves=3, stretch=7) - 0.55, 0, 1)
    water.shine(glint.astype(np.float32), 420.0, 6500)
    sky = np.clip(1 - depth * 1.5, 0, 1) ** 2
    water.shine((sky * (0.8 + 0.3 * ripples)).astype(np.float32), 120.0, 8000)
    reeds = stage.sheet()
    random = np.random.default_rng(stage.seed)
    for x in random.uniform(-0.85, 0.85, 160):
        top = 0.02 + 0.05 * random.random()
        reeds.fill(
            canvas.limb([(x, 0.10), (x + random.normal(0, 0.015), top)], [0.006, 0.001]),
            (0.07, 0.075, 0.03),
            random.uniform(0.5, 1.3),
        )
    stage.add("dark water", water, 22.0)
    stage.mark("water", water.alpha)
    stage.add("reeds", reeds, 60.0)

    bird = stage.sheet()
    legs = canvas.polygons(
        [
            [(x - 0.007, 0.60), (x + 0.007, 0.60), (x + lean + 0.005, 0.80), (x + lean - 0.005, 0.80)]
            for x, lean in ((-0.02, 0.012), (0.035, -0.006))
        ]
    )
    mirrored = canvas.polygon([(x, 1.60 - y) for x, y in _curve(WADER)])
    wobble = np.clip(0.62 + 0.9 * ripples, 0, 1) * np.clip((canvas.y - 0.80) * 12, 0, 1)
    bird.shine((canvas.soften(mirrored, 0.006) * wobble * 0.42).astype(np.float32), 1900.0, 5400)
    bird.fill(legs, (0.035, 0.035, 0.032))
    body = bird.fill(
        canvas.polygon(_curve(WADER)),
        WHITE_FEATHER,
        (1 + 0.06 * canvas.noise(46, stage.seed + 8, octaves=3, stretch=2)).astype(np.float32),
    )
    bird.shade(canvas.roundness(body, 0.05, stage.key_deg, fill=0.40), body)
    wing = canvas.blob(
        [(0.05, 0.505), (-0.05, 0.515), (-0.15, 0.555), (-0.215, 0.60), (-0.11, 0.592), (0.0, 0.585), (0.07, 0.555)]
    )
    bird.shade(1 - 0.14 * np.clip(wing - canvas.soften(wing, 0.012), 0, 1) * 3, body)
    bird.fill(canvas.polygon([(0.165, 0.305), (0.315, 0.335), (0.165, 0.327)]), (0.045, 0.042, 0.036))
    bird.fill(canvas.ellipse((0.137, 0.309), 0.0055, 0.0055), (0.01, 0.01, 0.01))
    stage.add("white bird", bird, 17.0, velocity_m_s=(0.8, 0.2), is_subject=True)
    stage.mark("white feathers", body)
    stage.focus = (0.10, 0.40)


def _curve(points: Points) -> Points:
    return smooth(points, 6)
