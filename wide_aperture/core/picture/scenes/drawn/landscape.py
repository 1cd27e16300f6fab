"""A mountain lake at sunrise, and sunlight falling through trees."""

from __future__ import annotations

import numpy as np

from wide_aperture.core.picture.scenes.colour_space import Pixels, white_of
from wide_aperture.core.picture.scenes.drawing import Canvas, Point, ridge
from wide_aperture.core.picture.scenes.figures import WALKING, Dress, person
from wide_aperture.core.picture.scenes.stage import Colour, Sheet, Stage

SHORE = 0.545
ROCK: Colour = (0.16, 0.15, 0.14)
SUN_AT = (0.24, 0.452)


def _dawn_sky(canvas: Canvas, seed: int) -> Pixels:
    """Channels in cd/m2 of a clear sky with the Sun at the ridge, shape (h, w, 3)."""
    up = np.clip((SHORE - canvas.y) / SHORE, 0, 1)
    near = np.hypot((canvas.x - SUN_AT[0]) * 0.8, canvas.y - SUN_AT[1])
    warm = np.exp(-((near / 0.30) ** 1.1)) * (1 - 0.5 * up)
    glow = np.exp(-((near / 0.10) ** 1.2))
    band = np.exp(-((canvas.y - 0.42) ** 2) / 0.02) + 0 * canvas.x
    clouds = np.clip(canvas.noise(4, seed, octaves=5, stretch=4.5) * 1.4 - 0.15, 0, 1) * np.exp(
        -((canvas.y - 0.22) ** 2) / 0.03
    )
    layers = (
        ((650 + 700 * (1 - up) ** 2) * np.ones_like(warm), 9500.0),
        (1900 * band * (0.4 + 0.6 * warm), 3600.0),
        (5200 * warm, 3000.0),
        (60000 * glow**3, 3400.0),
        (2600 * clouds * (0.25 + warm * 1.6), 2800.0),
    )
    return sum((level[..., None] * white_of(kelvin) for level, kelvin in layers), np.zeros(3)).astype(np.float32)


def tarn_sunrise(stage: Stage) -> None:
    """Sunrise over a tarn: the sky seven stops brighter than the near rocks."""
    canvas, seed = stage.canvas, stage.seed
    dawn = _dawn_sky(canvas, seed)
    sky = stage.sheet()
    sky.alpha += 1
    sky.emitted += dawn
    disc = canvas.ellipse(SUN_AT, 0.022, 0.022)
    sky.glow(disc, 900_000.0, 3200)
    stage.add("dawn sky", sky, np.inf)
    stage.mark("sky", sky.alpha)
    stage.mark("sun", disc)
    hills = (
        (0.40, 0.050, 12_000.0, 0.60, (0.10, 0.12, 0.17), 300.0),
        (0.455, 0.045, 6_000.0, 0.52, (0.07, 0.085, 0.11), 120.0),
        (0.515, 0.028, 1_500.0, 0.50, (0.045, 0.052, 0.05), 26.0),
    )
    lines = []
    for k, (level, rise, depth, rough, colour, air) in enumerate(hills):
        hill = stage.sheet()
        line = ridge(seed + 20 + k, level, rise, aspect=canvas.aspect, rough=rough)
        lines.append((line, air))
        slopes = 1 + 0.35 * canvas.noise(14, seed + k, octaves=5, stretch=0.8)
        mask = hill.fill(
            canvas.below(line) * (canvas.y < SHORE + 0.004), colour, np.clip(slopes, 0.3, 2).astype(np.float32)
        )
        haze = np.exp(-((canvas.x - SUN_AT[0]) ** 2) / 0.18) + 0.35
        hill.shine((mask * haze * (0.5 + canvas.y)).astype(np.float32), air, 4200.0)
        stage.add(f"hills {k + 1}", hill, depth)
    _tarn(stage, dawn, lines)
    _near_rocks(stage)
    stage.focus = (-0.22, 0.83)


def _tarn(stage: Stage, dawn: Pixels, lines: list[tuple[list[Point], float]]) -> None:
    canvas, seed = stage.canvas, stage.seed
    lake = stage.sheet()
    water = (canvas.y >= SHORE) * np.ones_like(lake.alpha)
    mirror_y = 2 * SHORE - canvas.y
    rows = np.clip(np.round((mirror_y - canvas.top) * canvas.scale - 0.5), 0, canvas.height - 1).astype(int)[:, 0]
    ripple = canvas.noise(34, seed + 40, octaves=4, stretch=9)
    mirrored = dawn[rows] * 0.62
    for line, air in lines:
        flipped = [(x, 2 * SHORE - y) for x, y in line]
        under = 1 - canvas.polygon([*flipped, (flipped[-1][0], 9.0), (flipped[0][0], 9.0)])
        dark = (white_of(4600.0) * air * 0.42).astype(np.float32)
        edge = np.clip(under + 0.4 * ripple * under, 0, 1)[..., None]
        mirrored = mirrored * (1 - edge) + dark * edge
    lake.alpha += water
    lake.emitted += mirrored * water[..., None] * np.clip(1 + 0.35 * ripple, 0.2, 2)[..., None]
    path = (
        np.exp(-(((canvas.x - SUN_AT[0]) / (0.035 + 0.10 * np.clip(canvas.y - SHORE, 0, 1))) ** 2))
        * np.clip(0.35 + ripple * 1.4, 0, 1)
        * water
    )
    lake.shine(path.astype(np.float32), 9000.0, 3200.0)
    mist = np.exp(-((canvas.y - SHORE - 0.012) ** 2) / 0.0006) * np.clip(
        0.6 + 0.7 * canvas.noise(3, seed + 50, octaves=3, stretch=5), 0, 1
    )
    lake.shine((mist * water).astype(np.float32), 260.0, 5200.0)
    stage.add("tarn", lake, 120.0)
    stage.mark("water", water)


def _near_rocks(stage: Stage) -> None:
    canvas, random = stage.canvas, np.random.default_rng(stage.seed + 3)
    rocks = stage.sheet()
    grain = np.clip(1 + 0.5 * canvas.noise(18, stage.seed + 60, octaves=5), 0.25, 2.2).astype(np.float32)
    stones = [
        (-0.55, 0.95, 0.36, 0.17),
        (-0.16, 0.90, 0.20, 0.10),
        (0.12, 1.01, 0.26, 0.10),
        (0.50, 0.98, 0.30, 0.12),
        (0.30, 0.86, 0.09, 0.035),
        (-0.34, 0.78, 0.08, 0.03),
        (0.66, 0.83, 0.10, 0.04),
        (-0.02, 0.77, 0.045, 0.016),
    ]
    for x, y, rx, ry in sorted(stones, key=lambda stone: stone[1]):
        outline = [
            (
                x + rx * np.cos(a) * random.uniform(0.82, 1.12),
                y + ry * np.sin(a) * random.uniform(0.8, 1.15) * (1.0 if np.sin(a) < 0 else 0.5),
            )
            for a in np.linspace(0, 2 * np.pi, 11, endpoint=False)
        ]
        shadow = canvas.soften(canvas.ellipse((x, y + ry * 0.5), rx * 0.95, ry * 0.22), 0.01)
        rocks.fill(shadow * 0.75, (0.012, 0.014, 0.016))
        mask = rocks.fill(canvas.blob([(float(a), float(b)) for a, b in outline]), ROCK, grain)
        rocks.shade(canvas.roundness(mask, min(ry, 0.06), stage.key_deg, fill=0.28), mask)
        rim = np.clip(mask - canvas.soften(mask, 0.010), 0, 1) * (canvas.y < y - ry * 0.35)
        rocks.shine((rim * mask * np.exp(-((canvas.x - SUN_AT[0]) ** 2) / 0.4)).astype(np.float32), 900.0, 3200.0)
    stage.add("near rocks", rocks, 2.6)
    stage.mark("foreground land", rocks.alpha)


def forest_light(stage: Stage) -> None:
    """Morning in a beech wood: the Sun stands behind the trunks and its beams hang in the air."""
    canvas, seed = stage.canvas, stage.seed
    random = np.random.default_rng(seed)
    sun = (0.16, 0.20)
    near_sun = np.hypot(canvas.x - sun[0], canvas.y - sun[1])
    back = stage.sheet()
    leaves = canvas.noise(13, seed, octaves=5)
    gaps = np.clip(leaves * 1.3 - 0.2, 0, 1) * np.clip(1.05 - canvas.y * 1.5, 0, 1)
    back.glow(
        np.ones_like(back.alpha),
        (70 + 900 * np.exp(-((near_sun / 0.34) ** 1.2)) + 60 * leaves).clip(10).astype(np.float32),
        5600,
        0.012,
        tint=(0.75, 1.0, 0.42),
    )
    back.shine((gaps * np.exp(-near_sun / 0.5)).astype(np.float32), 5200.0, 5600)
    stage.add("bright wood", back, 60.0)
    for depth, count, width, dark, share in (
        (40.0, 22, 0.018, 1.0, 0.6),
        (24.0, 11, 0.034, 0.8, 0.8),
        (14.0, 6, 0.06, 0.65, 1.0),
    ):
        trunks = stage.sheet()
        for x in random.uniform(-0.9, 0.9, count):
            if depth < 20 and abs(x - 0.05) < 0.2:
                continue
            lean = random.normal(0, 0.02)
            mask = canvas.limb(
                [(x + lean, -0.1), (x, 0.5), (x - lean * 0.5, 0.70 + 0.5 / depth * 3)],
                [width * 0.8, width, width * 1.5],
            )
            bark = canvas.noise(40, seed + int(100 * abs(x)), octaves=3, stretch=0.25, within=mask)
            trunks.fill(mask, (0.085, 0.075, 0.06), (dark * np.clip(1 + 0.5 * bark, 0.3, 2)).astype(np.float32))
            trunks.shade(
                canvas.roundness(
                    mask, width * 0.45, 90 if abs(x - sun[0]) < 0.1 else (180 if x > sun[0] else 0), fill=0.35
                ),
                mask,
            )
        veil = np.exp(-((near_sun / 0.4) ** 1.1)) * (0.30 if depth > 30 else 0.16 if depth > 20 else 0.05)
        trunks.shine((veil * trunks.alpha).astype(np.float32), 900.0, 5200)
        stage.add(f"trunks at {depth:.0f} m", trunks, depth, {"shade": share, "sun": 0.02})
    _forest_floor(stage, near_sun)
    _beams(stage, sun)
    walker = stage.sheet()
    dress = Dress(skin="tan", top=(0.22, 0.05, 0.03), legs=(0.05, 0.05, 0.06), coat=0.04, hair=(0.05, 0.03, 0.02))
    painted = person(walker, (0.02, 0.875), 0.34, WALKING, dress, 80.0)
    rim = np.clip(painted.whole - canvas.soften(painted.whole, 0.003), 0, 1) * painted.whole
    walker.shine(rim, 1500.0, 5200)
    stage.add("walker", walker, 12.0, {"shade": 1.0, "sun": 0.03}, velocity_m_s=(1.2, 0.0), is_subject=True)
    stage.mark("skin", painted.skin)
    stage.face(painted.head[0], painted.head[1], painted.head_radius, dress.skin)
    stage.focus = (0.02, 0.66)


def _forest_floor(stage: Stage, near_sun: Pixels) -> None:
    canvas, seed = stage.canvas, stage.seed
    floor = stage.sheet()
    line = ridge(seed + 5, 0.71, 0.012, aspect=canvas.aspect)
    litter = np.clip(1 + 0.6 * canvas.noise(36, seed + 6, octaves=4, stretch=2.2), 0.2, 2.4)
    mask = floor.fill(canvas.below(line), (0.12, 0.085, 0.04), litter.astype(np.float32))
    moss = np.clip(canvas.noise(7, seed + 7, octaves=4, stretch=2) * 1.6, 0, 1) * mask
    floor.fill(moss.astype(np.float32), (0.06, 0.11, 0.02), litter.astype(np.float32))
    dapple = np.clip(canvas.noise(9, seed + 8, octaves=3, stretch=3.5) * 2.4 - 1.1, 0, 1) * mask
    stage.add("forest floor", floor, 11.0, {"shade": 1.0, "sun": dapple.astype(np.float32)})
    stage.mark("sunlit patches", (dapple > 0.6).astype(np.float32))
    stage.mark("floor in shade", (mask * (dapple < 0.05)).astype(np.float32))


def _beams(stage: Stage, sun: Point) -> None:
    canvas = stage.canvas
    beams: Sheet = stage.sheet()
    angle = np.arctan2(canvas.x - sun[0], canvas.y - sun[1])
    reach = np.hypot(canvas.x - sun[0], canvas.y - sun[1])
    random = np.random.default_rng(stage.seed + 11)
    fan = np.zeros_like(reach)
    for centre, width, level in zip(
        random.uniform(-1.35, 1.1, 15), random.uniform(0.012, 0.05, 15), random.uniform(0.3, 1.0, 15), strict=True
    ):
        fan += level * np.exp(-(((angle - centre) / width) ** 2))
    fall = np.exp(-reach / 0.55) * np.clip(reach * 9, 0, 1)
    beams.shine((fan * fall).astype(np.float32), 560.0, 5000)
    beams.shine(np.exp(-((reach / 0.03) ** 1.6)).astype(np.float32), 90_000.0, 5000)
    stage.add("beams", beams, 18.0)
