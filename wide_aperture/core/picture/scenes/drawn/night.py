"""The Milky Way over a ridge with the glow of a town, and the full Moon through a long lens."""

from __future__ import annotations

import numpy as np

from wide_aperture.core.picture.scenes.colour_space import Pixels, white_of
from wide_aperture.core.picture.scenes.drawing import ridge
from wide_aperture.core.picture.scenes.stage import Sheet, Stage

STAR_RATE, MOON_RATE = 15.04, 14.5
BAND_TILT = np.radians(58.0)


def milky_way(stage: Stage) -> None:
    """A dark sky: the band of the Milky Way rises from a ridge, a town glows beyond it on the left."""
    canvas, seed = stage.canvas, stage.seed
    sky = stage.sheet()
    sky.alpha += 1
    base = 2.2e-4  # cd/m2, a dark rural sky (about 21.6 magnitudes a square second of arc)
    along = (canvas.x - 0.16) * np.cos(BAND_TILT) + (canvas.y - 0.36) * np.sin(BAND_TILT)
    across = -(canvas.x - 0.16) * np.sin(BAND_TILT) + (canvas.y - 0.36) * np.cos(BAND_TILT)
    clouds = canvas.noise(7, seed, octaves=6)
    band = np.exp(-((across / (0.13 + 0.04 * np.exp(-((along - 0.2) ** 2) / 0.05))) ** 2))
    core = np.exp(-((across / 0.085) ** 2) - ((along - 0.22) / 0.24) ** 2)
    lanes = np.clip(
        1.25 - 1.5 * np.exp(-(((across + 0.02 * clouds - 0.012) / 0.030) ** 2)) * np.clip(0.75 + clouds, 0, 1.6),
        0.12,
        1,
    )
    milk = (0.9 * band * np.clip(1 + 0.55 * clouds, 0.2, 2) + 3.4 * core * np.clip(1 + 0.45 * clouds, 0.3, 2)) * lanes
    horizon = np.exp((canvas.y - 0.80) / 0.16)
    town = np.exp(-(((canvas.x + 0.48) / 0.30) ** 2) - (((canvas.y - 0.80) / 0.13) ** 2))
    for level, kelvin in (
        (base * (1 + 0.9 * horizon) + 0 * canvas.x, 5200.0),
        (base * milk, 4300.0),
        (base * 11 * town, 2400.0),
        (
            base
            * 0.9
            * np.exp(-(((canvas.y - 0.70) / 0.09) ** 2))
            * np.clip(1 + canvas.noise(2, seed + 4, octaves=3, stretch=5), 0, 2),
            5600.0,
        ),
    ):
        sky.emitted += (level[..., None] * white_of(kelvin)).astype(np.float32)
    _stars(stage, sky, base, band)
    stage.add("night sky", sky, np.inf, sky_arcsec_s=STAR_RATE, is_subject=True)
    stage.mark("night sky", np.clip(1 - band - town * 4, 0, 1).astype(np.float32))
    stage.mark("Milky Way", np.clip(core * 1.6, 0, 1).astype(np.float32))
    stage.mark("town glow", np.clip(town * 1.3 - 0.3, 0, 1).astype(np.float32))
    far = stage.sheet()
    far.fill(canvas.below(ridge(seed + 8, 0.825, 0.030, aspect=canvas.aspect)), (0.10, 0.10, 0.10))
    stage.add("ridge", far, 3000.0, {"airglow": 0.5})
    _hut_and_wall(stage)
    stage.focus = (0.02, 0.20)


def _stars(stage: Stage, sky: Sheet, base: float, band: Pixels) -> None:
    """Stars by magnitude: each spreads its light over the smallest spot the drawing has."""
    canvas, random = stage.canvas, np.random.default_rng(stage.seed + 1)
    count = 5200
    xs, ys = random.uniform(-0.5, 0.5, count) * canvas.aspect, random.uniform(-0.02, 0.95, count)
    magnitudes = 1.2 + np.log10(random.uniform(1e-6, 1, count)) / 0.47 + 5.9
    keep = random.uniform(0, 1, count) < 0.35
    near = np.abs(-(xs - 0.16) * np.sin(BAND_TILT) + (ys - 0.36) * np.cos(BAND_TILT)) < 0.12
    keep |= near
    lux = 2.54e-6 * 10 ** (-0.4 * magnitudes)
    kelvins = random.choice([3600.0, 4800.0, 5800.0, 7500.0, 10000.0], count)
    steradian = np.radians(53.0) ** 2 / canvas.scale**2 * 2.2  # a spot of about 1.5 pixels under a wide lens
    px, py = ((xs - canvas.left) * canvas.scale).astype(int), ((ys - canvas.top) * canvas.scale).astype(int)
    points = np.zeros((canvas.height, canvas.width, 3), np.float32)
    for x, y, light, kelvin in zip(px[keep], py[keep], lux[keep], kelvins[keep], strict=True):
        if 0 <= x < canvas.width and 0 <= y < canvas.height:
            points[y, x] += (light / steradian * white_of(float(kelvin))).astype(np.float32)
    spread = np.stack([canvas.soften(points[..., k], 0.62 / canvas.scale) for k in range(3)], axis=-1)
    sky.emitted += spread


def _hut_and_wall(stage: Stage) -> None:
    canvas, seed = stage.canvas, stage.seed
    land = stage.sheet()
    grass = np.clip(1 + 0.5 * canvas.noise(30, seed + 12, octaves=4), 0.3, 2).astype(np.float32)
    land.fill(canvas.below(ridge(seed + 9, 0.905, 0.016, aspect=canvas.aspect)), (0.12, 0.11, 0.075), grass)
    random = np.random.default_rng(seed + 10)
    for x in np.arange(-0.9, 0.9, 0.034).tolist():
        stone = land.fill(
            canvas.ellipse(
                (x + random.normal(0, 0.004), 0.935 + 0.02 * np.sin(3 * x) + random.normal(0, 0.003)), 0.021, 0.013
            ),
            (0.22, 0.20, 0.18),
            random.uniform(0.6, 1.3),
        )
        land.shade(canvas.roundness(stone, 0.01, 90), stone)
    barn = canvas.polygon(
        [(-0.36, 0.91), (-0.36, 0.855), (-0.30, 0.815), (-0.16, 0.815), (-0.11, 0.855), (-0.11, 0.915)]
    )
    land.fill(barn, (0.10, 0.09, 0.08))
    land.fill(canvas.polygon([(-0.375, 0.857), (-0.305, 0.808), (-0.155, 0.808), (-0.095, 0.857)]), (0.05, 0.05, 0.055))
    pane = canvas.polygon([(-0.26, 0.868), (-0.235, 0.868), (-0.235, 0.888), (-0.26, 0.888)])
    land.glow(pane, 0.03, 2200)
    stage.add("near land", land, 25.0, {"airglow": 1.0})
    stage.mark("foreground land", land.alpha)


MARIA = (  # x, y, size in Moon radii: our own rounded patches, not a chart
    (-0.30, -0.42, 0.30), (-0.52, -0.20, 0.26), (0.20, -0.38, 0.22), (0.36, -0.10, 0.24), (0.55, 0.06, 0.16), (0.62, -0.30, 0.12),
    (-0.50, 0.12, 0.25), (-0.24, 0.26, 0.20), (-0.62, 0.30, 0.14), (0.02, -0.62, 0.12),
)  # fmt: skip


def full_moon(stage: Stage) -> None:
    """The Moon's disc filling half the height: sunlit rock on black, about EV 15."""
    canvas, seed = stage.canvas, stage.seed
    sky = stage.sheet()
    sky.glow(np.ones_like(sky.alpha), 0.004, 5200)
    x0, y0, radius = 0.0, 0.5, 0.27
    away = np.hypot(canvas.x - x0, canvas.y - y0)
    sky.shine(np.exp(-((away / (radius * 1.25)) ** 2)).astype(np.float32), 0.9, 4600)
    stage.add("night sky", sky, np.inf)
    stage.mark("night sky", np.clip((away - radius * 1.05) * 50, 0, 1).astype(np.float32))
    moon = stage.sheet()
    disc = canvas.ellipse((x0, y0), radius, radius)
    u, v = (canvas.x - x0) / radius, (canvas.y - y0) / radius
    height = np.sqrt(np.clip(1 - u**2 - v**2, 0, 1))
    bumps = canvas.noise(14, seed, octaves=6)
    albedo = 0.135 * (1 + 0.16 * bumps + 0.10 * canvas.noise(50, seed + 1, octaves=3))
    seas = canvas.zeros()
    for mx, my, size in MARIA:
        seas = np.maximum(seas, np.exp(-((np.hypot(u - mx + 0.05 * bumps, v - my) / size) ** 4)))
    albedo *= 1 - 0.44 * seas
    random = np.random.default_rng(seed + 2)
    for _ in range(150):
        cx, cy = random.uniform(-0.95, 0.95), random.uniform(-0.95, 0.95)
        size = 0.008 + 0.05 * random.random() ** 4
        near = (np.abs(u[0] - cx) < 2.5 * size, np.abs(v[:, 0] - cy) < 2.5 * size)
        part = np.ix_(near[1], near[0])
        ring = np.hypot(u[:, near[0]] - cx, v[near[1], :] - cy) / size
        albedo[part] *= 1 + 0.20 * np.exp(-((ring - 1) ** 2) * 9) - 0.14 * np.exp(-(ring**2) * 1.5)
    for rx, ry, reach in ((-0.12, 0.68, 0.75), (-0.40, -0.05, 0.25), (0.66, 0.44, 0.30)):
        angle, away_ray = np.arctan2(v - ry, u - rx), np.hypot(u - rx, v - ry)
        rays = np.clip(np.sin(angle * 11 + 3 * np.sin(angle * 3)) * 0.5 + 0.35, 0, 1)
        albedo *= 1 + (0.30 * rays + 0.25 * np.exp(-((away_ray / 0.06) ** 2))) * np.exp(-away_ray / reach * 1.6)
    level = albedo * height**0.25  # a full Moon hardly darkens towards its limb
    moon.fill(disc, np.stack([level * 1.05, level, level * 0.90], axis=-1).astype(np.float32))
    stage.add("Moon", moon, np.inf, sky_arcsec_s=MOON_RATE, is_subject=True)
    stage.mark("Moon", disc)
    stage.mark("Moon's seas", (disc * (seas > 0.5)).astype(np.float32))
    stage.focus = (0.0, 0.5)
