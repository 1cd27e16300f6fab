"""Still water with reeds, a tarn under hills, a beck over stones, a beach, snow."""

from __future__ import annotations

import math

import numpy as np

from wide_aperture.core.picture.scenes.colour_space import Pixels, white_of
from wide_aperture.core.picture.scenes.drawing import Point, ridge
from wide_aperture.core.picture.scenes.piece import Surroundings, lamp
from wide_aperture.core.picture.scenes.stage import Colour, Sheet
from wide_aperture.core.picture.scenes.trees import stalks, tree_line
from wide_aperture.core.picture.scenes.world import World, textured, within

STEEPEST = 0.045  # of the frame's width: through a long lens a skyline is a small part of its mountain


def _waves(
    world: World, sheet: Sheet, colour: Colour, glint_ev: float, sky_ev: float, kelvin: float, *, rough: float = 1.0
) -> None:
    """Water: its own dark tone, the sky mirrored more the flatter one looks, glints."""
    long, short = world.ground_noise(0.5, 3, octaves=5, stretch=2.4), world.ground_noise(3.0, 5, octaves=4, stretch=2.0)
    ripples = within(sheet, (0.7 * long + 0.5 * short).astype(np.float32))
    sheet.cover(colour, np.clip(1 + 0.6 * rough * ripples, 0.2, 2.6).astype(np.float32))
    y = sheet.canvas.y - world.view.horizon
    flat = 0.04 + 0.9 * np.exp(-np.clip(y, 0, 9) / max(0.16 * world.view.height_at_infinity, 1e-3))
    sheet.shine((flat * np.clip(1 + 0.8 * rough * ripples, 0.1, 2.5)).astype(np.float32), world.cd(sky_ev), kelvin)
    sheet.shine(np.clip(ripples - 1.15, 0, 1).astype(np.float32) * np.float32(rough), world.cd(glint_ev), 6000)


def reeds(world: World) -> None:
    """Dark water in sun, reeds at the far bank."""
    z = world.subject_m + world.background_m
    world.sky("sky", 0.2, 1.2, 13000, 7500, clouds=0.4, cloud_ev=0.8)
    tree_line(world, z * 2.2, 10.0, {"sun": 0.35, "shade": 0.8}, leaf=(0.035, 0.05, 0.02))
    for depth, tall, seed in ((z * 1.15, 2.1, 1), (z, 1.7, 2)):
        bank = world.sheet(top=world.at(0, 2.6, depth)[1], bottom=world.at(0, -0.3, depth)[1])
        base = bank.canvas.polygon(world.upright(-900, 900, -0.2, 0.9, depth))
        bank.fill(
            base, (0.05, 0.05, 0.022), textured(world.grain(bank, 4.0, depth, 4 + seed, octaves=4, stretch=0.2), 0.5)
        )
        stalks(world, bank, depth, 240, tall, (0.12, 0.115, 0.05), wide_m=0.045, seed=seed, heads=(0.075, 0.05, 0.03))
        world.add(
            "reeds", bank, depth, {"sun": 0.55, "shade": 1.0}, velocity_m_s=(0.15, 0.0) if world.windy else (0.0, 0.0)
        )
    world.ground(
        "water",
        lambda sheet: _waves(world, sheet, (0.012, 0.019, 0.020), 1.2, -1.9, 8000, rough=0.6),
        {"sun": 0.9, "shade": 1.0},
        to_m=z,
        tone="water",
    )
    world.cast()


def _hills(
    world: World,
    lines: tuple[tuple[float, float, float, Colour], ...],
    sun: Point | None,
    air_ev: float,
    air_kelvin: float,
) -> list[list[Point]]:
    """Ridges behind each other, paler with distance. lines: distance in m, height in m, roughness, colour."""
    skyline = []
    for k, (far, high, rough, colour) in enumerate(lines):
        rise = world.size(high, far)
        level = world.view.horizon - 0.75 * rise
        line = ridge(
            world.seed + 20 + k,
            level,
            min(0.45 * rise, STEEPEST * world.canvas.aspect),
            aspect=max(world.canvas.aspect, 1.0),
            rough=rough,
        )
        skyline.append(line)
        sheet = world.sheet(top=min(p[1] for p in line) - 0.01, bottom=world.view.horizon + 0.02)
        mask = sheet.canvas.below(line) * np.clip(
            (world.view.horizon + 0.004 - sheet.canvas.y) * world.canvas.scale + 0.5, 0, 1
        )
        mask = mask.astype(np.float32)
        slopes = sheet.canvas.noise(5.0 / max(rise, 0.02), world.seed + k, octaves=7, stretch=1.3, gain=0.66)
        sheet.fill(mask, colour, textured(slopes, 0.38, 0.3, 2.0))
        sheet.shade(
            sheet.canvas.roundness(
                (mask * np.clip(0.6 + 0.4 * slopes, 0, 1)).astype(np.float32), 0.05 * rise, world.key_deg, fill=0.5
            ),
            mask,
        )
        near = 0.35 if sun is None else np.exp(-((sheet.canvas.x - sun[0]) ** 2) / 0.18) + 0.35
        sheet.shine((mask * near).astype(np.float32), world.cd(air_ev + 1.1 * (len(lines) - 1 - k) - 2.2), air_kelvin)
        world.add(f"hills {k + 1}", sheet, far)
        world.mark("hills", mask, sheet)
    return skyline


RANGES: tuple[tuple[float, float, float, Colour], ...] = (
    (11_000.0, 1400.0, 0.60, (0.10, 0.12, 0.16)),
    (5_000.0, 520.0, 0.55, (0.08, 0.095, 0.09)),
    (1_600.0, 110.0, 0.5, (0.07, 0.085, 0.045)),
)


def tarn_sunrise(world: World) -> None:
    """The Sun on the ridge, still water, the near ground in shade: more range than one frame holds."""
    canvas = world.canvas
    k = world.view.height_at_infinity / (20 / 24)
    sun = (0.24 * k + world.view.swing, world.view.horizon - 0.075 * k)
    sheet = world.sheet()
    up = np.clip((world.view.horizon - canvas.y) / (0.55 * k), 0, 1)
    near = np.hypot((canvas.x - sun[0]) * 0.8, canvas.y - sun[1]) / max(k, 0.3)
    warm, glow = np.exp(-((near / 0.30) ** 1.1)) * (1 - 0.5 * up), np.exp(-((near / 0.10) ** 1.2))
    clouds = np.clip(canvas.noise(3.6 / max(k, 0.3), world.seed, octaves=6, stretch=4.0) * 1.4 - 0.15, 0, 1) * np.exp(
        -((up - 0.55) ** 2) / 0.10
    )
    mid = world.cd(0)
    dawn = np.zeros((canvas.height, canvas.width, 3), np.float32)
    for level, kelvin in (
        (mid * (10.2 + 11 * (1 - up) ** 2) * np.ones_like(warm), 9500.0),
        (mid * 26 * np.exp(-(((up - 0.12) / 0.22) ** 2)) * (0.4 + 0.6 * warm), 3600.0),
        (mid * 80 * warm, 3000.0),
        (mid * 900 * glow**3, 3400.0),
        (mid * 40 * clouds * (0.25 + warm * 1.6), 2800.0),
    ):
        dawn += (level[..., None] * white_of(kelvin)).astype(np.float32)
    sheet.alpha += 1
    sheet.emitted[:] += dawn
    disc = canvas.ellipse(sun, 0.022 * k, 0.022 * k)
    sheet.glow(disc, mid * 14_000, 3200)
    world.add("dawn sky", sheet, math.inf)
    world.mark("sky", sheet.alpha)
    world.mark("sun", disc)
    lines = _hills(world, RANGES, sun, 1.9, 4200.0)
    _tarn(world, dawn, lines, sun)
    _shore(world)
    world.cast()


def hills_by_day(world: World) -> None:
    """Sunlit hills over a tarn, cloud shadows on the slopes."""
    world.sky("sky", -0.6, 1.1, 16000, 7000, clouds=0.36, cloud_ev=1.0)
    tones = (
        (11_000.0, 1500.0, 0.60, (0.16, 0.17, 0.17)),
        (5_000.0, 620.0, 0.55, (0.14, 0.145, 0.09)),
        (1_600.0, 120.0, 0.5, (0.10, 0.125, 0.045)),
    )
    _hills(world, tones, None, 0.3, 8000.0)
    if world.view.eye_m > 0 and world.subject_m < 200:
        world.ground(
            "water",
            lambda sheet: _waves(world, sheet, (0.02, 0.035, 0.04), 1.0, -0.4, 9000, rough=0.7),
            to_m=math.inf,
            tone="water",
        )
        _shore(world)
    world.cast()


def hills_at_dusk(world: World) -> None:
    """Dark slopes under the last light, water that holds it."""
    world.sky("sky", -0.2, 2.0, 13000, 3800, clouds=0.22, cloud_ev=-0.8)
    if world.cast_in_sky:
        world.cast()
    tones = (
        (11_000.0, 1500.0, 0.60, (0.10, 0.11, 0.14)),
        (5_000.0, 620.0, 0.55, (0.07, 0.075, 0.07)),
        (1_600.0, 120.0, 0.5, (0.05, 0.06, 0.035)),
    )
    _hills(world, tones, None, -0.6, 6000.0)
    if world.subject_m < 200:
        world.ground(
            "water",
            lambda sheet: _waves(world, sheet, (0.02, 0.03, 0.035), 0.2, 0.3, 6500, rough=0.6),
            to_m=math.inf,
            tone="water",
        )
        _shore(world)
    if not world.cast_in_sky:
        world.cast()


def _tarn(world: World, dawn: Pixels, lines: list[list[Point]], sun: Point) -> None:
    canvas = world.canvas
    horizon = world.view.horizon
    if horizon >= canvas.top + canvas.height / canvas.scale:
        return
    lake = world.sheet(top=horizon)
    ripple = within(lake, world.ground_noise(0.25, 40, octaves=6, stretch=2.2))
    mirror_y = 2 * horizon - lake.canvas.y[:, 0]
    rows = np.clip(np.round((mirror_y - canvas.top) * canvas.scale - 0.5), 0, canvas.height - 1).astype(int)
    mirrored = dawn[rows] * np.float32(0.62)
    for line in lines:
        flipped = [(x, 2 * horizon - y) for x, y in line]
        under = 1 - lake.canvas.polygon([*flipped, (flipped[-1][0], 9.0), (flipped[0][0], 9.0)])
        edge = np.clip(under + 0.35 * ripple * under, 0, 1)[..., None]
        mirrored = mirrored * (1 - edge) + (white_of(4600.0) * world.cd(-1.9)).astype(np.float32) * edge
    lake.alpha += np.clip((lake.canvas.y - horizon) * canvas.scale + 0.5, 0, 1) * np.ones_like(lake.alpha)
    lake.emitted[:] += mirrored * np.clip(1 + 0.35 * ripple, 0.2, 2)[..., None]
    down = np.clip(lake.canvas.y - horizon, 0, 2)
    path = np.exp(-(((lake.canvas.x - sun[0]) / (0.035 + 0.10 * down)) ** 2)) * np.clip(0.35 + ripple * 1.4, 0, 1)
    lake.shine(path.astype(np.float32), world.cd(7.0), 3200.0)
    mist = np.exp(-((down - 0.012) ** 2) / 0.0006) * np.clip(
        0.6 + 0.7 * lake.canvas.noise(3, world.seed + 50, octaves=3, stretch=5), 0, 1
    )
    lake.shine(mist.astype(np.float32), world.cd(2.0), 5200.0)
    world.add("tarn", lake, 120.0)
    world.mark("water", lake.alpha, lake)


def _shore(world: World) -> None:
    """Pebbles and wet sand at the photographer's feet."""
    edge_m = max(3.2 * min(world.subject_m, 12.0), 5.0)
    top = world.at(0, 0, edge_m)[1]
    if top > world.canvas.top + world.canvas.height / world.canvas.scale:
        return
    sheet = world.sheet(top=top - 0.04)
    ragged = sheet.canvas.noise(4, world.seed + 61, octaves=5, stretch=3)
    mask = np.clip((sheet.canvas.y - top + 0.03 * ragged) * world.canvas.scale, 0, 1).astype(np.float32)
    pebbles, fine = world.ground_noise(3.0, 62, octaves=5, gain=0.7), world.ground_noise(0.5, 63, octaves=3)
    sheet.fill(mask, (0.14, 0.13, 0.115), within(sheet, textured(0.45 * pebbles + 0.2 * fine, 1.0, 0.25, 2.2)))
    world.add("shore", sheet, min(world.subject_m, 12.0) * 1.4)
    world.mark("foreground land", mask, sheet)


def beck(world: World) -> None:
    """A beck between mossy stones, falling over a step; the wood behind in shade."""
    z = world.subject_m + world.background_m
    world.sky("sky", 1.5, 2.6, 9000, 7000, clouds=0.7, cloud_ev=0.3)
    tree_line(world, z * 1.3, 9.0, {"shade": 0.45}, leaf=(0.045, 0.085, 0.02))
    world.ground("bank", lambda sheet: _moss(world, sheet), {"shade": 0.8}, tone="foreground land")
    fall_z, fall_h, half = world.subject_m * 1.15, 1.5, 1.9
    ledge = world.sheet_at(-half * 2.6, half * 2.6, -0.3, fall_h * 1.5, fall_z)
    rock = ledge.canvas.polygon(
        [
            world.at(-half * 2.5, -0.2, fall_z),
            world.at(-half * 2.2, fall_h * 1.15, fall_z),
            world.at(-half, fall_h * 1.02, fall_z),
            world.at(half, fall_h, fall_z),
            world.at(half * 2.1, fall_h * 1.3, fall_z),
            world.at(half * 2.5, -0.2, fall_z),
        ]
    )
    ledge.fill(
        rock, (0.06, 0.06, 0.05), textured(world.grain(ledge, 1.6, fall_z, 4, octaves=6, gain=0.7), 0.55, 0.2, 2.2)
    )
    ledge.shade(ledge.canvas.roundness(rock, 0.3 * world.size(1, fall_z), world.key_deg, fill=0.35), rock)
    world.add("ledge", ledge, fall_z, {"shade": 0.8})
    water = world.sheet_at(-half, half, -0.2, fall_h * 1.05, fall_z)
    strands = water.canvas.noise(26, world.seed + 5, octaves=4, stretch=0.09)
    edge = np.clip(
        1.15
        - np.abs((water.canvas.x - world.at(0, 0, fall_z)[0]) / world.size(half, fall_z)) ** 3 * 1.3
        + 0.35 * strands,
        0,
        1,
    )
    rows = (water.canvas.y > world.at(0, fall_h, fall_z)[1]) * np.ones_like(strands)
    white = np.clip(0.55 + 0.6 * strands, 0, 1) * edge * rows
    water.fill(white.astype(np.float32), (0.58, 0.60, 0.62), textured(strands, 0.2))
    world.add("fall", water, fall_z * 0.995, {"shade": 1.0}, velocity_m_s=(0.1, -2.0), is_subject=True)
    world.mark("water", white.astype(np.float32), water)
    run = world.sheet_for(
        [
            world.at(-half, 0, fall_z),
            world.at(half, 0, fall_z),
            world.at(-half * 0.8, 0, 0.5),
            world.at(half * 0.8, 0, 0.5),
        ]
    )
    bed = run.canvas.polygon(
        [
            world.at(-half, 0, fall_z),
            world.at(half, 0, fall_z),
            world.at(half * 0.75, 0, 0.4),
            world.at(-half * 0.75, 0, 0.4),
        ]
    )
    flow = within(run, world.ground_noise(1.4, 7, octaves=5, stretch=0.4))
    foam = np.clip(flow * 0.9 - 0.35, 0, 1) * bed
    run.fill(bed, (0.05, 0.06, 0.05), textured(flow, 0.45))
    run.fill(np.clip(foam, 0, 0.9).astype(np.float32), (0.56, 0.58, 0.60))
    world.add("beck", run, world.subject_m * 0.8, {"shade": 0.9}, velocity_m_s=(0.4, -1.2), is_subject=True)
    world.mark("water", foam.astype(np.float32), run)
    world.cast()


def _moss(world: World, sheet: Sheet) -> None:
    stone, moss = world.ground_noise(1.1, 5, octaves=6, gain=0.68), world.ground_noise(0.6, 6, octaves=4)
    tone = within(sheet, textured(stone, 0.5, 0.2, 2.2))
    sheet.cover((0.075, 0.072, 0.062), tone)
    sheet.fill(np.clip(within(sheet, moss) * 1.6 + 0.25, 0, 1).astype(np.float32), (0.060, 0.105, 0.022), tone)


def beach(world: World) -> None:
    """Pale sand, a line of surf, the sea and a bright sky."""
    world.sky("sky", -0.2, 1.5, 15000, 7500, clouds=0.3, cloud_ev=0.7)
    edge = world.subject_m + world.background_m
    world.ground(
        "sea",
        lambda sheet: _waves(world, sheet, (0.03, 0.07, 0.09), 1.6, -0.3, 9000, rough=1.1),
        {"sun": 0.9, "shade": 1.0},
        tone="water",
    )
    top = world.at(0, 0, edge)[1]
    if top < world.canvas.top + world.canvas.height / world.canvas.scale:
        sand = world.sheet(top=top - 0.03)
        ragged = sand.canvas.noise(2.5, world.seed + 8, octaves=4, stretch=4)
        mask = np.clip((sand.canvas.y - top + 0.012 * ragged) * world.canvas.scale, 0, 1).astype(np.float32)
        grain, dunes = world.ground_noise(6, 6, octaves=4), world.ground_noise(0.5, 7, octaves=3, stretch=2)
        sand.fill(mask, (0.46, 0.40, 0.30), within(sand, textured(0.10 * grain + 0.14 * dunes, 1.0, 0.6, 1.4)))
        foam = np.exp(-(((sand.canvas.y - top - 0.008 + 0.012 * ragged) / 0.010) ** 2)) * np.clip(
            0.8 + 0.6 * ragged, 0, 1
        )
        sand.fill(foam.astype(np.float32), (0.75, 0.76, 0.77))
        world.add("sand", sand, world.subject_m * 1.2, {"sun": 0.9, "shade": 1.0})
        world.mark("sand", mask, sand)
    world.cast()


def snow(world: World) -> None:
    """Snow to the horizon with blue shadows, dark trees far off."""
    world.sky("sky", -0.5, 1.0, 17000, 8500, clouds=0.25, cloud_ev=1.0)
    z = world.subject_m + world.background_m
    tree_line(world, z * 2.0, 9.0, {"sun": 0.5, "shade": 0.8}, leaf=(0.030, 0.045, 0.028))
    world.ground("snow", lambda sheet: _drifts(world, sheet), {"sun": 0.9, "shade": 1.0}, to_m=z * 2.0, tone="snow")
    world.cast()


def _drifts(world: World, sheet: Sheet) -> None:
    soft, fine = world.ground_noise(0.35, 5, octaves=4, stretch=1.8), world.ground_noise(9, 6, octaves=3)
    sheet.cover((0.86, 0.87, 0.89), within(sheet, textured(0.12 * soft + 0.05 * fine, 1.0, 0.65, 1.2)))


_OPEN = {"genres": ("landscape", "everyday"), "activities": ("still_land", "surf", "stream", "leaves_in_breeze")}
PIECES = (
    Surroundings(name="reeds", words=("reeds", "pond", "marsh", "water",), title="Reeds and dark water", about="Dark water in sun, reeds at the far bank.", ev100=15, key_deg=70, draw=reeds, lamps=(lamp("sun", 14.8, 5400), lamp("shade", 12, 9000)), on_subject={"sun": 1.0, "shade": 1.0}, casts=("wader", "white_bird_flying", "bird_perched"), background_m=24.0, genres=("wildlife",), lights=("full_sun", "hazy_sun", "low_sun", "overcast", "dusk"), activities=("wading_bird",), distance_m=17.0, focal_mm=600.0),
    Surroundings(name="tarn_sunrise", words=("sunrise", "horizon", "sunset", "dawn",), title="Tarn at sunrise", about="The Sun on the ridge, still water, the near ground in shade.", ev100=9, key_deg=62, draw=tarn_sunrise, lamps=(lamp("skylight", 9, 5200),), casts=("rocks", "nothing"), background_m=200.0, own_sky=False, lights=("low_sun", "dusk"), distance_m=2.6, focal_mm=20.0, **_OPEN),  # type: ignore[arg-type]
    Surroundings(name="hills", words=("hills", "ridge", "fell", "tarn", "mountain", "valley", "lake",), title="Hills over water", about="Sunlit slopes, cloud shadows, water at your feet.", ev100=14, key_deg=55, draw=hills_by_day, lamps=(lamp("sun", 14, 5400),), casts=("nothing", "rocks", "building", "walker", "dark_bird_flying", "flower"), background_m=800.0, lights=("full_sun", "hazy_sun", "bright_overcast", "overcast"), distance_m=8.0, focal_mm=28.0, **_OPEN),  # type: ignore[arg-type]
    Surroundings(name="hills_dusk", words=("dusk", "tarn", "lake", "ridge", "hills", "twilight",), title="Hills at dusk", about="Dark slopes under the last light.", ev100=5, key_deg=80, draw=hills_at_dusk, lamps=(lamp("sky light", 5, 7500),), casts=("nothing", "rocks", "moon", "building", "walker"), background_m=800.0, crest=0.108, lights=("blue_hour", "dusk"), distance_m=8.0, focal_mm=24.0, genres=("landscape", "night_sky", "everyday"), activities=("still_land", "moon")),
    Surroundings(name="beck", words=("beck", "stream", "waterfall", "brook", "fall",), special=True, title="Beck and fall", about="White water over dark stones, the wood behind in shade.", ev100=11, key_deg=95, draw=beck, lamps=(lamp("shade", 11, 7000),), casts=("nothing",), background_m=12.0, genres=("landscape",), lights=("open_shade", "forest_shade", "overcast"), activities=("stream",), distance_m=6.0, focal_mm=35.0),
    Surroundings(name="beach", words=("beach", "sea", "shore", "sand",), special=True, title="Beach", about="Pale sand, surf, a bright sky.", ev100=15, key_deg=60, draw=beach, lamps=(lamp("sun", 14.8, 5400), lamp("shade", 12, 9000)), on_subject={"sun": 1.0, "shade": 1.0}, casts=("nothing", "couple", "walker", "child", "runner", "white_bird_flying"), background_m=18.0, lights=("full_sun", "hazy_sun", "low_sun"), distance_m=8.0, focal_mm=35.0, **(_OPEN | {"activities": ("surf",)})),  # type: ignore[arg-type]
    Surroundings(name="snow", words=("snow", "winter", "ice",), special=True, title="Snow", about="Snow to the horizon, dark trees far off.", ev100=15, key_deg=45, draw=snow, lamps=(lamp("sun", 14.8, 5400), lamp("shade", 12.3, 10000)), on_subject={"sun": 1.0, "shade": 1.0}, casts=("small_animal", "nothing", "walker", "runner", "deer", "child"), background_m=30.0, lights=("full_sun", "hazy_sun", "overcast", "bright_overcast"), distance_m=12.0, focal_mm=135.0, genres=("landscape", "everyday", "wildlife", "sports")),
)  # fmt: skip
