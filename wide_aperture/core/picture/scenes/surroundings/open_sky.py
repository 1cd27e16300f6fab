"""Sky and little else: bright cloud over the bar, and the night over a ridge or dunes."""

from __future__ import annotations

import math

import numpy as np

from wide_aperture.core.picture.scenes.cast.night import DARK_SKY_CD, moon_aside, starry
from wide_aperture.core.picture.scenes.colour_space import three_of, white_of
from wide_aperture.core.picture.scenes.drawing import ridge
from wide_aperture.core.picture.scenes.piece import Surroundings, lamp
from wide_aperture.core.picture.scenes.stage import Colour, Sheet
from wide_aperture.core.picture.scenes.trees import tree_line
from wide_aperture.core.picture.scenes.world import World, textured, within


def bright_cloud(world: World) -> None:
    """White cloud two stops brighter than the light on what flies before it; the sea below."""
    world.sky("sky", 1.6, 2.1, 9000, 6600, clouds=0.55, cloud_ev=0.35)
    world.ground("sea", lambda sheet: _sea(world, sheet), tone="water")
    random = np.random.default_rng(world.seed + 3)
    from_m = world.subject_m * 3.5
    flock = world.sheet()
    for _ in range(4):
        x, y, span = random.uniform(-0.9, 0.9) * world.seen_half_m(from_m), random.uniform(4, 16), 1.1
        p = world.at(x, y, from_m)
        s = world.size(span, from_m)
        flock.fill(
            flock.canvas.polygon(
                [
                    (p[0] - 0.5 * s, p[1] - 0.10 * s),
                    (p[0] - 0.2 * s, p[1] - 0.20 * s),
                    (p[0], p[1]),
                    (p[0] + 0.2 * s, p[1] - 0.20 * s),
                    (p[0] + 0.5 * s, p[1] - 0.10 * s),
                    (p[0] + 0.18 * s, p[1] - 0.12 * s),
                    (p[0], p[1] + 0.06 * s),
                    (p[0] - 0.18 * s, p[1] - 0.12 * s),
                ]
            ),
            (0.06, 0.055, 0.05),
        )
    world.add("distant birds", flock, from_m, velocity_m_s=(9.0, 0.5))
    world.cast()


def _sea(world: World, sheet: Sheet) -> None:
    waves = within(sheet, world.ground_noise(0.12, 2, octaves=5, stretch=2.0))
    sheet.cover((0.06, 0.075, 0.08), textured(waves, 0.4))
    sheet.shine(np.clip(0.6 + 0.7 * waves, 0, 2).astype(np.float32), world.cd(-0.2), 8000)


def blue_sky(world: World) -> None:
    """Clear blue with a few clouds, treetops far below."""
    world.sky("sky", -0.9, 0.8, 20000, 9000, clouds=0.16, cloud_ev=1.4)
    tree_line(world, world.subject_m * 4 + 60, 12.0, {"sun": 0.6, "shade": 0.9})
    world.ground(
        "grass",
        lambda sheet: sheet.cover(
            (0.08, 0.11, 0.035), within(sheet, textured(world.ground_noise(0.5, 2, octaves=5), 0.3))
        ),
        {"sun": 0.9, "shade": 1.0},
        to_m=world.subject_m * 4 + 60,
    )
    world.cast()


def _night_sky(world: World) -> None:
    canvas = world.canvas
    scale = 1.0 / max(world.view.height_at_infinity, 0.2)
    v = (canvas.y - world.view.horizon) * np.float32(scale)
    u = canvas.x * np.float32(scale)
    sky = world.sheet()
    sky.alpha += 1
    town = np.exp(-(((u + 0.55) / 0.42) ** 2) - ((v / 0.16) ** 2))
    air = np.exp(-(((v + 0.20) / 0.14) ** 2)) * np.clip(
        1 + canvas.noise(1.6 * scale, world.seed + 4, octaves=3, stretch=5), 0, 2
    )
    for level, kelvin in (
        (DARK_SKY_CD * (1 + 0.9 * np.exp(np.clip(v, -9, 0.3) / 0.25)) + 0 * canvas.x, 5200.0),
        (DARK_SKY_CD * 11 * town, 2400.0),
        (DARK_SKY_CD * 0.9 * air, 5600.0),
    ):
        sky.emitted += three_of(np.broadcast_to(level, sky.alpha.shape), white_of(kelvin))
    world.add("night sky", sky, math.inf, {})
    world.mark("night sky", np.clip(1 - town * 4, 0, 1).astype(np.float32))
    world.mark("town glow", np.clip(town * 1.3 - 0.3, 0, 1).astype(np.float32))


def ridge_by_night(world: World) -> None:
    """A dark sky over a ridge, a town glowing beyond it, a wall and a barn near by."""
    _night_sky(world)
    _overhead(world)
    far = 3000.0
    line = ridge(
        world.seed + 8,
        world.at(0, 60, far)[1],
        min(world.size(70, far), 0.06),
        aspect=max(world.canvas.aspect, 1.0),
        rough=0.40,
    )
    hill = world.sheet(top=min(p[1] for p in line) - 0.01)
    hill.fill(hill.canvas.below(line), (0.10, 0.10, 0.10), textured(hill.canvas.noise(20, world.seed, octaves=5), 0.3))
    world.add("ridge", hill, far, {"airglow": 0.5})
    land = world.at(0, 0, 60.0)[1]
    if land < world.canvas.top + world.canvas.height / world.canvas.scale:
        world.ground(
            "near land",
            lambda sheet: _grass_by_night(world, sheet),
            {"airglow": 1.0},
            to_m=60.0,
            tone="foreground land",
        )
        _wall_and_barn(world)


def _overhead(world: World) -> None:
    """What stands in the sky; where nothing is meant to, the stars of any night. And the Moon, when it is up."""
    moon_aside(world)
    if world.cast_in_sky:
        world.cast()
    else:
        starry(world, is_subject=False)
        world.cast()


def moon_alone(world: World) -> None:
    """The Moon high in a dark sky, no land."""
    sky = world.sheet()
    sky.glow(np.ones_like(sky.alpha), 0.004, 5200)
    world.add("night sky", sky, math.inf, {})
    world.mark("night sky", sky.alpha)
    world.cast()


def _grass_by_night(world: World, sheet: Sheet) -> None:
    sheet.cover((0.12, 0.11, 0.075), within(sheet, textured(world.ground_noise(3.0, 12, octaves=5), 0.45, 0.3, 2)))


def _wall_and_barn(world: World) -> None:
    z = 26.0
    half = world.seen_half_m(z) + 2
    sheet = world.sheet_at(-half, half, -0.2, 6.5, z)
    canvas, random = sheet.canvas, np.random.default_rng(world.seed + 10)
    x = -6.5
    sheet.fill(
        canvas.polygon(
            [
                world.at(x - 3.4, 0, z),
                world.at(x - 3.4, 2.6, z),
                world.at(x - 1.4, 4.4, z),
                world.at(x + 2.6, 4.4, z),
                world.at(x + 4.2, 2.6, z),
                world.at(x + 4.2, 0, z),
            ]
        ),
        (0.10, 0.09, 0.08),
        textured(world.grain(sheet, 2.0, z, 3, octaves=5, stretch=2), 0.25),
    )
    sheet.fill(
        canvas.polygon(
            [world.at(x - 3.8, 2.5, z), world.at(x - 1.5, 4.8, z), world.at(x + 2.7, 4.8, z), world.at(x + 4.6, 2.5, z)]
        ),
        (0.05, 0.05, 0.055),
    )
    pane = canvas.polygon(world.upright(x - 0.4, x + 0.4, 1.1, 1.9, z))
    stones: tuple[Colour, ...] = ((0.22, 0.20, 0.18), (0.16, 0.15, 0.135), (0.28, 0.26, 0.23))
    for row in range(3):
        middles = np.array(world.along(-half, half, 0.5)) + 0.25 * (row % 2)
        middles += random.normal(0, 0.03, middles.size)
        tops, which = 0.24 + 0.26 * row + random.normal(0, 0.02, middles.size), random.integers(3, size=middles.size)
        (x0, y0), by = world.at(0, 0, z * 0.9), world.size(1.0, z * 0.9)
        left, right = x0 + (middles - 0.23) * by, x0 + (middles + 0.23) * by
        top, foot = y0 - tops * by, np.full(middles.size, y0 - 0.26 * row * by)
        corners = np.stack([left, top, right, top, right, foot, left, foot], axis=1).reshape(-1, 4, 2)
        for k, colour in enumerate(stones):
            sheet.fill(canvas.polygons(corners[which == k]), colour)
    sheet.glow(pane, 0.03, 2200)
    world.add("barn and wall", sheet, z, {"airglow": 1.0})
    world.mark("lamps", pane, sheet)


def dunes_by_night(world: World) -> None:
    """Bare dunes under the night."""
    _night_sky(world)
    _overhead(world)
    for k, (far, high) in enumerate(((400.0, 26.0), (90.0, 7.0))):
        line = ridge(
            world.seed + 30 + k,
            world.at(0, 0.35 * high, far)[1],
            world.size(0.35 * high, far),
            aspect=max(world.canvas.aspect, 1.0),
            rough=0.32,
        )
        sheet = world.sheet(top=min(p[1] for p in line) - 0.01)
        mask = sheet.canvas.below(line)
        sheet.fill(
            mask, (0.30, 0.25, 0.17), textured(sheet.canvas.noise(14, world.seed + k, octaves=5, stretch=3), 0.12)
        )
        sheet.shade(sheet.canvas.roundness(mask, 0.05, 60, fill=0.4), mask)
        world.add(f"dune {k + 1}", sheet, far, {"airglow": 1.0})
        world.mark("foreground land", mask, sheet)


_NIGHT = {
    "genres": ("night_sky", "landscape"),
    "casts": ("stars", "moon", "aurora", "nothing"),
    "lights": ("dark_sky", "full_moon_land", "polar_light"),
    "own_sky": True,
    "background_m": 3000.0,
    "distance_m": 1e9,
    "focal_mm": 20.0,
}
PIECES = (
    Surroundings(name="bright_cloud", words=("gulls", "bar", "cloud",), title="White cloud over the bar", about="Cloud two stops brighter than the light on what flies before it.", ev100=12.5, key_deg=80, draw=bright_cloud, lamps=(lamp("sky light", 12.5, 6400),), casts=("dark_bird_flying", "bird_flying", "white_bird_flying"), background_m=2000.0, genres=("wildlife",), lights=("backlit_white_sky", "overcast", "bright_overcast", "dusk"), activities=("gull_flight", "duck_flight", "small_bird_flight"), distance_m=28.0, focal_mm=500.0),
    Surroundings(name="blue_sky", words=("sky",), title="Blue sky", about="Clear blue, a few clouds, treetops far below.", ev100=15, key_deg=60, draw=blue_sky, lamps=(lamp("sun", 14.8, 5400), lamp("shade", 12, 10000)), on_subject={"sun": 1.0, "shade": 1.0}, casts=("bird_flying", "white_bird_flying", "dark_bird_flying"), background_m=2000.0, genres=("wildlife",), lights=("full_sun", "hazy_sun", "low_sun"), activities=("gull_flight", "duck_flight", "small_bird_flight"), distance_m=28.0, focal_mm=500.0),
    Surroundings(name="ridge_night", words=("ridge", "core", "galactic", "barn",), title="Night over a ridge", about="A dark sky, a town glowing beyond the ridge, a barn.", ev100=-7, key_deg=90, draw=ridge_by_night, lamps=(lamp("airglow", -8.6, 4600),), **_NIGHT),  # type: ignore[arg-type]
    Surroundings(name="moon_high", words=("moon",), title="Moon in a dark sky", about="Sunlit rock on black; a meter sees mostly night.", ev100=14.8, key_deg=90, draw=moon_alone, lamps=(lamp("sun", 14.8, 4300),), casts=("moon",), genres=("night_sky",), lights=("moon_disc",), own_sky=True, level_follows=False, background_m=3000.0, distance_m=3.844e8, focal_mm=600.0),
    Surroundings(name="dunes_night", words=("dunes", "desert",), special=True, title="Night over dunes", about="Bare dunes under the night.", ev100=-7, key_deg=60, draw=dunes_by_night, lamps=(lamp("airglow", -7.6, 4600),), **_NIGHT),  # type: ignore[arg-type]
)  # fmt: skip
