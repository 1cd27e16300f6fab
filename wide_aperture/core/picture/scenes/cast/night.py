"""What is in the sky by night: stars with the band, the Moon, a curtain of light, fireworks; and trails of traffic."""

from __future__ import annotations

import math

import cv2
import numpy as np

from wide_aperture.core.picture.scenes.colour_space import three_of, white_of
from wide_aperture.core.picture.scenes.drawing import Point
from wide_aperture.core.picture.scenes.masks import extent
from wide_aperture.core.picture.scenes.piece import Cast, Placed
from wide_aperture.core.picture.scenes.walk_on import kept_inside
from wide_aperture.core.picture.scenes.world import World

STAR_RATE, MOON_RATE = 15.04, 14.5
BAND_TILT = math.radians(58.0)
CORE_U, CORE_OVER = 0.2684, 0.3825  # where the core comes to stand when nobody says, in focal lengths
MOON_WIDE_M = 3_474_800.0
MOON_MID_EV = 14.8
SMALL_MOON_PX = 3.0  # radius under which only its light counts
DARK_SKY_CD = 2.2e-4  # about 21.6 magnitudes a square second of arc
MARIA = (  # x, y, size in Moon radii: our own rounded patches, not a chart
    (-0.30, -0.42, 0.30), (-0.52, -0.20, 0.26), (0.20, -0.38, 0.22), (0.36, -0.10, 0.24), (0.55, 0.06, 0.16), (0.62, -0.30, 0.12),
    (-0.50, 0.12, 0.25), (-0.24, 0.26, 0.20), (-0.62, 0.30, 0.14), (0.02, -0.62, 0.12),
)  # fmt: skip


def stars(world: World, placed: Placed) -> None:
    """The band with its core rising over the horizon, and stars by their magnitudes."""
    del placed
    starry(world, is_subject=True)
    world.focus = kept_inside(world, (0.02, 0.25))


def starry(world: World, *, is_subject: bool) -> None:
    """Stars and the band as a layer, as bright as they are whatever light the land has."""
    canvas, seed = world.canvas, world.seed
    sheet = world.sheet()
    scale = 1.0 / max(world.view.height_at_infinity, 0.2)  # tangents a frame height
    u, v = canvas.x * np.float32(scale), (canvas.y - world.view.horizon) * np.float32(scale)
    core_u, core_v = (CORE_U, -CORE_OVER) if world.core_at is None else (world.core_at[0], -world.core_at[1])
    along = (u - core_u) * math.cos(BAND_TILT) + (v - core_v) * math.sin(BAND_TILT)
    across = -(u - core_u) * math.sin(BAND_TILT) + (v - core_v) * math.cos(BAND_TILT)
    clouds = canvas.noise(5.5 * scale, seed, octaves=6)
    band = np.exp(-((across / 0.20) ** 2))
    core = np.exp(-((across / 0.12) ** 2) - (along / 0.34) ** 2)
    lanes = np.clip(
        1.25 - 1.5 * np.exp(-(((across + 0.03 * clouds - 0.018) / 0.042) ** 2)) * np.clip(0.75 + clouds, 0, 1.6),
        0.12,
        1,
    )
    milk = (0.9 * band * np.clip(1 + 0.55 * clouds, 0.2, 2) + 3.2 * core * np.clip(1 + 0.45 * clouds, 0.3, 2)) * lanes
    over = np.clip(-v * 30, 0, 1)
    sheet.shining += three_of(DARK_SKY_CD * milk * over, white_of(4300.0))
    _points(world, sheet, scale)
    world.add("stars", sheet, math.inf, {}, sky_arcsec_s=STAR_RATE, is_subject=is_subject, own_level=True)
    world.mark("Milky Way", np.clip(core * 1.6 * over, 0, 1).astype(np.float32))


def _points(world: World, sheet, scale: float) -> None:  # type: ignore[no-untyped-def]
    """Stars over the whole half of the sky in front, as many a square degree whatever the lens; smallest spots."""
    canvas, random = world.canvas, np.random.default_rng(world.seed + 1)
    count = 16_000
    us, vs = random.uniform(-2.2, 2.2, count), random.uniform(-2.4, 0.02, count)
    magnitudes = 7.1 + np.log10(random.uniform(1e-6, 1, count)) / 0.47
    lux = 2.54e-6 * 10 ** (-0.4 * magnitudes)
    kelvins = random.choice([3600.0, 4800.0, 5800.0, 7500.0, 10000.0], count)
    px = np.floor((us / scale - canvas.left) * canvas.scale).astype(int)
    py = np.floor((vs / scale + world.view.horizon - canvas.top) * canvas.scale).astype(int)
    seen = (px >= 0) & (px < canvas.width) & (py >= 0) & (py < canvas.height)
    px_steradian = (scale / canvas.scale) ** 2
    points = np.zeros((canvas.height, canvas.width, 3), np.float32)
    for kelvin in (3600.0, 4800.0, 5800.0, 7500.0, 10000.0):
        some = seen & (kelvins == kelvin)
        np.add.at(points, (py[some], px[some]), (lux[some, None] / px_steradian * white_of(kelvin)).astype(np.float32))
    spot = 0.55 / canvas.scale
    sheet.shining[:] += cv2.merge([canvas.soften(np.ascontiguousarray(points[..., k]), spot) for k in range(3)])


def moon(world: World, placed: Placed) -> None:
    """The Moon as what is photographed."""
    _disc(world, world.at(placed.x_m, placed.y_m, placed.z_m), is_subject=True)


def moon_aside(world: World) -> None:
    """The Moon where it stands in the sky, beside what is photographed."""
    if world.moon_at is not None:
        by = world.view.height_at_infinity
        _disc(world, (world.moon_at[0] * by, world.view.horizon - world.moon_at[1] * by), is_subject=False)


def _disc(world: World, at: Point, *, is_subject: bool) -> None:
    """The Moon's disc at its true size: sunlit rock about EV 14.8, whatever the land has."""
    canvas, seed = world.canvas, world.seed
    radius = world.size(MOON_WIDE_M / 2, 3.844e8)
    x0, y0 = at
    halo = world.sheet(x0 - 6 * radius, y0 - 6 * radius, x0 + 6 * radius, y0 + 6 * radius)
    away = np.hypot(halo.canvas.x - x0, halo.canvas.y - y0)
    halo.shine(np.exp(-((away / (radius * 1.3)) ** 2)).astype(np.float32), 0.4, 4600)
    world.add("halo", halo, math.inf, {}, own_level=True)
    sheet = world.sheet(x0 - 1.1 * radius, y0 - 1.1 * radius, x0 + 1.1 * radius, y0 + 1.1 * radius)
    canvas = sheet.canvas
    disc = canvas.polygons([canvas.outline((x0, y0), radius, radius)], exact=True)
    u, v = (canvas.x - x0) / radius, (canvas.y - y0) / radius
    height = np.sqrt(np.clip(1 - u**2 - v**2, 0, 1))
    bumps = canvas.noise(3.8 / radius, seed, octaves=6)
    albedo = 0.135 * (1 + 0.16 * bumps + 0.10 * canvas.noise(13.0 / radius, seed + 1, octaves=4))
    seas = canvas.zeros()
    for mx, my, size in MARIA:
        seas = np.maximum(seas, np.exp(-((np.hypot(u - mx + 0.05 * bumps, v - my) / size) ** 4)))
    albedo *= 1 - 0.44 * seas
    if radius * canvas.scale > 40:
        albedo *= _craters(u, v, seed)
    level = albedo * height**0.25  # a full Moon hardly darkens towards its limb
    if radius * canvas.scale < SMALL_MOON_PX:
        level = np.ones_like(level)
    mean = float((level * disc).sum() / max(float(disc.sum()), 1e-6))
    bright = np.float32(2.0**MOON_MID_EV * 0.125) * level / np.float32(max(mean, 1e-6))
    sheet.glow(disc, bright.astype(np.float32), 4300)
    world.add("Moon", sheet, math.inf, {}, sky_arcsec_s=MOON_RATE, is_subject=is_subject, own_level=True)
    world.mark("moon", disc, sheet)
    if is_subject:
        world.focus = kept_inside(world, (x0, y0))


def _craters(u: np.ndarray, v: np.ndarray, seed: int) -> np.ndarray:
    random = np.random.default_rng(seed + 2)
    by = np.ones_like(u + v)
    for _ in range(150):
        cx, cy = random.uniform(-0.95, 0.95), random.uniform(-0.95, 0.95)
        size = 0.008 + 0.05 * random.random() ** 4
        part = np.ix_(np.abs(v[:, 0] - cy) < 2.5 * size, np.abs(u[0] - cx) < 2.5 * size)
        ring = np.hypot(u[:, part[1][0]] - cx, v[part[0][:, 0], :] - cy) / size
        by[part] *= 1 + 0.20 * np.exp(-((ring - 1) ** 2) * 9) - 0.14 * np.exp(-(ring**2) * 1.5)
    for rx, ry, reach in ((-0.12, 0.68, 0.75), (-0.40, -0.05, 0.25), (0.66, 0.44, 0.30)):
        angle, away = np.arctan2(v - ry, u - rx), np.hypot(u - rx, v - ry)
        rays = np.clip(np.sin(angle * 11 + 3 * np.sin(angle * 3)) * 0.5 + 0.35, 0, 1)
        by *= 1 + (0.30 * rays + 0.25 * np.exp(-((away / 0.06) ** 2))) * np.exp(-away / reach * 1.6)
    return np.asarray(by)


def aurora(world: World, placed: Placed) -> None:
    """Curtains of green light with a red upper edge."""
    del placed
    canvas = world.canvas
    scale = 1.0 / max(world.view.height_at_infinity, 0.2)
    u, v = canvas.x * np.float32(scale), (canvas.y - world.view.horizon) * np.float32(scale)
    sheet = world.sheet()
    total, red = canvas.zeros(), canvas.zeros()
    for k, (height, bend, bright) in enumerate(((-0.34, 0.16, 1.0), (-0.52, 0.10, 0.6), (-0.22, 0.07, 0.45))):
        foot = height + bend * np.sin(2.6 * u + 1.3 * k) + 0.05 * np.sin(9 * u + k)
        rays = np.clip(0.7 + 0.6 * canvas.noise(9 * scale, world.seed + k, octaves=4, stretch=0.05), 0.1, 1.6)
        up = foot - v
        total += bright * rays * np.exp(-np.where(up > 0, up / 0.20, -up / 0.018)).astype(np.float32)
        red += 0.35 * bright * rays * np.exp(-(((up - 0.34) / 0.14) ** 2)).astype(np.float32)
    over = np.clip(-v * 12, 0, 1)
    sheet.shine((total * over).astype(np.float32), world.cd(0.6), 5200, tint=(0.18, 1.0, 0.36))
    sheet.shine((red * over).astype(np.float32), world.cd(-0.6), 5200, tint=(1.0, 0.12, 0.35))
    world.add("curtain", sheet, math.inf, {}, sky_arcsec_s=60.0, is_subject=True)
    world.mark("curtain", np.clip(total * over, 0, 1).astype(np.float32))
    world.focus = kept_inside(world, (0.0, 0.3))


def fireworks(world: World, placed: Placed) -> None:
    """Bursts over the city."""
    random = np.random.default_rng(world.seed + 6)
    sheet = world.sheet()
    canvas = sheet.canvas
    for k, (dx, up) in enumerate(((-0.18, 1.0), (0.22, 0.78), (0.02, 1.35))):
        middle = world.at(placed.x_m + dx * placed.height_m, placed.y_m + up * 0.72 * placed.height_m, placed.z_m)
        reach = world.size(0.30 * placed.height_m, placed.z_m) * (1.0, 0.7, 0.55)[k]
        lines = []
        for _ in range(64):
            a, r = random.uniform(0, 2 * math.pi), reach * random.uniform(0.7, 1.0)
            inner, outer = 0.25 * r, r
            drop = 0.10 * reach
            lines.append(
                [
                    (middle[0] + inner * math.cos(a), middle[1] + inner * math.sin(a)),
                    (middle[0] + outer * math.cos(a), middle[1] + outer * math.sin(a) + drop),
                    (middle[0] + outer * math.cos(a + 0.012), middle[1] + outer * math.sin(a + 0.012) + drop),
                ]
            )
        mask = canvas.polygons(lines)
        fade = np.clip(1.25 - np.hypot(canvas.x - middle[0], canvas.y - middle[1]) / max(reach, 1e-6) * 0.7, 0.15, 1)
        sheet.glow(
            (mask * fade).astype(np.float32),
            world.cd(4.0),
            3200,
            tint=((1.0, 0.55, 0.25), (0.55, 0.8, 1.0), (1.0, 0.85, 0.5))[k],
        )
        sheet.shine(
            np.exp(-((np.hypot(canvas.x - middle[0], canvas.y - middle[1]) / max(1.4 * reach, 1e-6)) ** 2)).astype(
                np.float32
            ),
            world.cd(-1.5),
            3000,
        )
    box = extent(sheet.alpha)
    world.add("fireworks", sheet, placed.z_m, {}, is_subject=box[0].stop > box[0].start)
    world.mark("lamps", np.clip(sheet.alpha, 0, 1))
    world.focus = kept_inside(world, world.at(placed.x_m, 0.6 * placed.height_m, placed.z_m))


def trails(world: World, placed: Placed) -> None:
    """Traffic on a curved road: red one way, white the other."""
    sheet = world.sheet()
    canvas = sheet.canvas
    reach = placed.z_m
    for side, colour, kelvin, ev in ((-1.6, (1.0, 0.10, 0.05), 3000, 2.0), (1.6, (1.0, 0.95, 0.8), 4200, 3.2)):
        for k in range(3):
            line: list[Point] = []
            widths = []
            for t in np.linspace(0, 1, 34):
                z = reach * 0.25 * (14.0**t)
                x = side + 0.35 * k * np.sign(side) + 0.018 * (z - reach * 0.25) * np.sin(z / (2.4 * reach))
                line.append(world.at(float(x), 0.75 + 0.05 * k, float(z)))
                widths.append(world.size(0.09, float(z)))
            sheet.glow(canvas.limb(line, widths), world.cd(ev), kelvin, tint=colour)
    world.add("trails", sheet, placed.z_m, {}, is_subject=True)
    world.mark("lamps", np.clip(sheet.alpha, 0, 1))
    world.focus = kept_inside(world, world.at(0.0, 0.5, placed.z_m))


PIECES = (
    Cast(name="stars", title="Stars and the band", kinds=("stars", "meteor"), height_m=1.0, draw=stars, activities=("stars",), genres=("night_sky",), in_sky=True, own_level=True),
    Cast(name="moon", title="The Moon", kinds=("moon",), height_m=MOON_WIDE_M, draw=moon, activities=("moon",), genres=("night_sky",), in_sky=True, own_level=True),
    Cast(name="aurora", words=("aurora", "curtains",), special=True, title="A curtain of light", kinds=("stars",), height_m=1.0, draw=aurora, activities=("aurora",), genres=("night_sky",), in_sky=True, own_level=True),
    Cast(name="fireworks", words=("fireworks",), special=True, title="Fireworks", kinds=("thing",), height_m=90.0, draw=fireworks, over_ground_m=20.0),
    Cast(name="trails", words=("traffic", "trails",), special=True, title="Trails of traffic", kinds=("vehicle", "thing"), height_m=3.0, draw=trails, activities=("train",)),
)  # fmt: skip
