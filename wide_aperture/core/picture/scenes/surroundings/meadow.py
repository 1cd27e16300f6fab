"""Under open sky near trees: a garden in shade, a wood's edge, a wood with the Sun behind it."""

from __future__ import annotations

import math

import numpy as np

from wide_aperture.core.picture.scenes.piece import Surroundings, lamp
from wide_aperture.core.picture.scenes.stage import Sheet
from wide_aperture.core.picture.scenes.trees import stalks, tree, tree_line
from wide_aperture.core.picture.scenes.world import World, textured, within

SUN_IN_WOOD = (0.16, -0.34)  # over the horizon, in shares of the frame's height at the wood's own framing


def lawn(world: World, sheet: Sheet) -> None:
    """Grass with clover by chance."""
    blades, patches = world.ground_noise(11, 1, octaves=4), world.ground_noise(0.8, 2, octaves=3)
    sheet.cover((0.065, 0.105, 0.030), within(sheet, textured(0.34 * blades + 0.22 * patches, 1.0, 0.3, 2.1)))


def garden(world: World) -> None:
    """Open shade: a hedge and trees behind, patches of sun far back, flowers along a bed."""
    world.sky("sky", 1.4, 2.4, 12000, 7500, clouds=0.5, cloud_ev=0.5)
    z = world.subject_m + world.background_m
    tree_line(world, z * 1.5, 9.0, {"sky light": 0.5, "sun beyond": 0.16}, name="far trees")
    hedge_h = 2.3
    back = world.sheet(top=world.at(0, 7.5, z)[1], bottom=world.at(0, -0.2, z)[1])
    half = world.seen_half_m(z) + 2
    hedge = back.canvas.polygon(
        [
            world.at(x, hedge_h + 0.10 * math.sin(3.1 * x) + 0.07 * math.sin(7.7 * x + 1), z)
            for x in np.linspace(-half, half, 90).tolist()
        ]
        + [world.at(half, -0.2, z), world.at(-half, -0.2, z)]
    )
    leaves = world.grain(back, 2.4, z, 3, octaves=6, gain=0.7)
    back.fill(hedge, (0.040, 0.078, 0.020), textured(leaves, 0.6, 0.15, 2.3))
    back.shade(
        back.canvas.roundness(
            hedge * np.clip(0.65 + 0.5 * leaves, 0, 1).astype(np.float32),
            0.12 * world.size(1, z),
            world.key_deg,
            fill=0.45,
        ),
        hedge,
    )
    dapple = np.clip(back.canvas.noise(9, world.seed + 8, octaves=4) * 1.8 - 0.9, 0, 1).astype(np.float32)
    world.add(
        "hedge",
        back,
        z,
        {"sky light": 0.75, "sun beyond": dapple * np.float32(0.5)},
        velocity_m_s=(0.08, 0.02) if world.windy else (0.0, 0.0),
    )
    world.mark("foliage", hedge, back)
    for k, x in enumerate((-0.62, 0.70)):
        middle, tall = x * world.seen_half_m(z), 6.0
        one = world.sheet_at(middle - 0.7 * tall, middle + 0.7 * tall, -0.1, 1.15 * tall, z)
        tree(world, one, middle, z, tall, seed=k, crown=1.25)
        sunny = np.clip(one.canvas.noise(9, world.seed + 8, octaves=4) * 1.8 - 0.9, 0, 1).astype(np.float32)
        world.add("tree", one, z, {"sky light": 0.75, "sun beyond": sunny * np.float32(0.5)})
    bed = world.sheet_at(-half, half, -0.05, 0.9, z * 0.94)
    stalks(world, bed, z * 0.94, 130, 0.55, (0.05, 0.10, 0.025), wide_m=0.035, seed=4)
    random = np.random.default_rng(world.seed + 9)
    size = world.size(1.0, z * 0.94)
    blooms = [
        (world.at(random.uniform(-half, half), random.uniform(0.25, 0.62), z * 0.94), 0.035 * size, 0.032 * size)
        for _ in range(72)
    ]
    for k, colour in enumerate(((0.68, 0.62, 0.50), (0.55, 0.11, 0.16), (0.62, 0.46, 0.05), (0.40, 0.22, 0.50))):
        bed.fill(bed.canvas.ellipses(blooms[k::4]), colour)
    world.add("flower bed", bed, z * 0.94, {"sky light": 0.9}, velocity_m_s=(0.10, 0.02) if world.windy else (0.0, 0.0))
    world.ground("lawn", lambda sheet: lawn(world, sheet), {"sky light": 0.9}, to_m=z, tone="grass")
    world.cast()


def wood_edge(world: World) -> None:
    """Long grass before the dark line of a wood."""
    world.sky("sky", 0.4, 1.8, 11000, 7000, clouds=0.45, cloud_ev=0.4)
    z = world.subject_m + world.background_m
    tree_line(world, z * 1.15, 13.0, {"daylight": 0.40}, leaf=(0.040, 0.062, 0.022))
    trunks = world.sheet(top=world.at(0, 10, z)[1], bottom=world.at(0, -0.2, z)[1])
    random = np.random.default_rng(world.seed + 3)
    half = world.seen_half_m(z) + 1
    shapes = []
    for x in world.along(-half, half, 1.1, most=32):
        xj, w = x + random.normal(0, 0.4), random.uniform(0.12, 0.30)
        shapes.append(
            [
                world.at(xj - w, -0.1, z),
                world.at(xj - 0.7 * w, 7.5, z),
                world.at(xj + 0.7 * w, 7.5, z),
                world.at(xj + w, -0.1, z),
            ]
        )
    mask = trunks.canvas.polygons(shapes)
    trunks.fill(mask, (0.10, 0.085, 0.065), textured(world.grain(trunks, 6.0, z, 4, octaves=4, stretch=0.25), 0.3))
    trunks.shade(trunks.canvas.roundness(mask, 0.16 * world.size(1, z), world.key_deg), mask)
    world.add("trunks", trunks, z, {"daylight": 0.45})
    far = world.sheet(top=world.at(0, 1.6, z * 0.9)[1], bottom=world.at(0, -0.3, z * 0.9)[1])
    stalks(world, far, z * 0.9, 260, 1.0, (0.13, 0.12, 0.045), wide_m=0.05, seed=5)
    world.add("far grass", far, z * 0.9, {"daylight": 0.8}, velocity_m_s=(0.10, 0.0) if world.windy else (0.0, 0.0))
    world.ground("grass", lambda sheet: _meadow(world, sheet), {"daylight": 0.85}, to_m=z, tone="grass")
    world.cast()
    near_z = world.subject_m * 0.92
    near = world.sheet(top=world.at(0, 0.5, near_z)[1], bottom=world.at(0, -0.2, near_z)[1])
    stalks(world, near, near_z, 150, 0.28, (0.15, 0.135, 0.05), wide_m=0.016, seed=6)
    world.add(
        "grass before it", near, near_z, {"daylight": 0.9}, velocity_m_s=(0.15, 0.0) if world.windy else (0.0, 0.0)
    )


def _meadow(world: World, sheet: Sheet) -> None:
    blades, patches = world.ground_noise(6, 1, octaves=4, stretch=0.7), world.ground_noise(0.35, 2, octaves=4)
    sheet.cover((0.125, 0.118, 0.045), within(sheet, textured(0.30 * blades + 0.28 * patches, 1.0, 0.3, 2.0)))


def wood(world: World) -> None:
    """Morning in a beech wood: the Sun stands behind the trunks and its beams hang in the air."""
    canvas, seed, random = world.canvas, world.seed, np.random.default_rng(world.seed)
    k = world.view.height_at_infinity / (50 / 24)
    sun = (0.16 * k + world.view.swing, world.view.horizon - 0.34 * k)
    near_sun = np.hypot(canvas.x - sun[0], canvas.y - sun[1]) / max(k, 0.3)
    z = world.subject_m + world.background_m
    back = world.sheet()
    leaves = canvas.noise(10 / max(k, 0.2), seed, octaves=4)
    low = np.clip((world.view.horizon + 0.1 * k - canvas.y) / (0.5 * k), 0, 1)
    level = world.cd(0) * (0.22 + 2.6 * np.exp(-((near_sun / 0.34) ** 1.2)) + 0.20 * leaves + 0.35 * low).clip(0.06)
    back.glow(np.ones_like(back.alpha), level.astype(np.float32), 5600, 0.012, tint=(0.75, 1.0, 0.42))
    gaps = np.clip(leaves * 1.3 - 0.2, 0, 1) * np.clip(low * 1.4, 0, 1)
    back.shine((gaps * np.exp(-near_sun / 0.5)).astype(np.float32), world.cd(3.2), 5600)
    world.add("bright wood", back, z * 2.2)
    world.mark("sky", gaps.astype(np.float32))
    for depth, count, dark, share in (
        (z * 1.6, 20, 1.0, 0.6),
        (z, 11, 0.8, 0.8),
        (world.subject_m * 1.25, 5, 0.65, 1.0),
    ):
        trunks = world.sheet()
        half = world.seen_half_m(depth) + 0.5
        whole = canvas.zeros()
        for x in np.linspace(-half, half, count).tolist():
            x += random.normal(0, half / count)
            if depth < z and abs(x) < 0.9:
                continue
            w, lean = random.uniform(0.22, 0.42), random.normal(0, 0.3)
            np.maximum(
                whole,
                canvas.limb(
                    [
                        world.at(x + 2 * lean, 18, depth),
                        world.at(x + 0.4 * lean, 4, depth),
                        world.at(x, 0.5, depth),
                        world.at(x, -0.1, depth),
                    ],
                    [world.size(w * s, depth) for s in (0.7, 0.9, 1.05, 1.6)],
                ),
                out=whole,
            )
        bark = canvas.noise(
            0.9 * 24 / max(world.size(1.0, depth) * 24, 1) * 14, seed + int(depth), octaves=4, stretch=0.25
        )
        trunks.fill(whole, (0.085, 0.075, 0.06), np.float32(dark) * textured(bark, 0.4, 0.3, 2.0))
        trunks.shade(canvas.roundness(whole, 0.16 * world.size(1, depth), 70, fill=0.35), whole)
        veil = np.exp(-((near_sun / 0.4) ** 1.1)) * (0.5 if depth > z * 1.2 else 0.25 if depth >= z else 0.08)
        trunks.shine((veil * whole).astype(np.float32), world.cd(0.4), 5200)
        world.add("trunks", trunks, depth, {"shade": share, "sun": 0.02})
    world.ground("forest floor", lambda sheet: _litter(world, sheet), _dapple(world), to_m=z * 1.5, tone="forest floor")
    _beams(world, sun, max(k, 0.3))
    world.cast()


def _litter(world: World, sheet: Sheet) -> None:
    leaves, moss = world.ground_noise(5, 6, octaves=5), world.ground_noise(0.7, 7, octaves=3)
    tone = within(sheet, textured(leaves, 0.5, 0.2, 2.4))
    sheet.cover((0.12, 0.085, 0.04), tone)
    sheet.fill(np.clip(within(sheet, moss) * 1.6, 0, 1).astype(np.float32), (0.06, 0.11, 0.02), tone)


def _dapple(world: World) -> dict[str, np.ndarray | float]:
    spots = np.clip(world.ground_noise(0.28, 8, octaves=2) * 2.2 - 1.2, 0, 1).astype(np.float32)
    return {"shade": 1.0, "sun": spots}


def _beams(world: World, sun: tuple[float, float], k: float) -> None:
    canvas = world.canvas
    beams = world.sheet()
    angle, reach = np.arctan2(canvas.x - sun[0], canvas.y - sun[1]), np.hypot(canvas.x - sun[0], canvas.y - sun[1]) / k
    random = np.random.default_rng(world.seed + 11)
    fan = np.zeros_like(reach)
    for centre, width, level in zip(
        random.uniform(-1.35, 1.1, 13), random.uniform(0.02, 0.07, 13), random.uniform(0.3, 1.0, 13), strict=True
    ):
        fan += level * np.exp(-(((angle - centre) / width) ** 2))
    fall = np.exp(-reach / 0.55) * np.clip(reach * 9, 0, 1)
    beams.shine((fan * fall).astype(np.float32), world.cd(-0.4), 5000)
    beams.shine(np.exp(-((reach / 0.03) ** 1.6)).astype(np.float32), world.cd(7.5), 5000)
    world.add("beams", beams, world.subject_m * 1.4)
    world.mark("sun", (reach < 0.03).astype(np.float32))


PIECES = (
    Surroundings(name="garden", words=("garden", "park", "families",), title="Garden, open shade", about="A hedge and trees behind, patches of sun far back.", ev100=12, key_deg=100, draw=garden, lamps=(lamp("sky light", 12, 7000), lamp("sun beyond", 14.5, 5400)), casts=("couple", "sitter", "friends", "group", "walking_couple", "child", "flower", "bird_perched"), background_m=9.0, genres=("portrait", "everyday", "wedding"), lights=("open_shade", "overcast", "bright_overcast", "full_sun", "hazy_sun", "low_sun"), activities=("standing", "posed_group", "stroll", "walk", "children_playing"), distance_m=2.8, focal_mm=85.0),
    Surroundings(name="wood_edge", words=("deer", "wood", "edge", "meadow",), title="Edge of a wood", about="Long grass before dark trunks.", ev100=9, key_deg=80, draw=wood_edge, lamps=(lamp("daylight", 9, 6500),), casts=("deer", "small_animal", "insect", "bird_perched", "walker", "flower"), background_m=14.0, genres=("wildlife", "everyday"), lights=("dusk", "overcast", "forest_shade", "open_shade", "bright_overcast", "low_sun"), activities=("grazing", "trot", "run_for_life", "insect", "perched_bird", "leaves_in_breeze"), distance_m=30.0, focal_mm=400.0),
    Surroundings(name="wood", words=("wood", "forest", "trees", "beeches",), special=True, title="Sunlight through trees", about="Beams between dark trunks, patches of sun on the floor.", ev100=9, key_deg=80, draw=wood, lamps=(lamp("shade", 9, 6500), lamp("sun", 13.2, 5000)), on_subject={"shade": 1.0, "sun": 0.03}, casts=("nothing", "walker", "deer", "small_animal"), background_m=14.0, genres=("landscape", "everyday", "wildlife"), lights=("forest_shade",), activities=("leaves_in_breeze", "still_land"), distance_m=12.0, focal_mm=50.0),
)  # fmt: skip
