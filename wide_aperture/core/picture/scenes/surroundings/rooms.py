"""Indoors: a room with a window, a café, a dance floor, a stage, a studio, a table."""

from __future__ import annotations

import numpy as np

from wide_aperture.core.picture.scenes.people import guest
from wide_aperture.core.picture.scenes.piece import Surroundings, flash, lamp, pulsing
from wide_aperture.core.picture.scenes.sprites import lay_bystander
from wide_aperture.core.picture.scenes.stage import Colour, Sheet
from wide_aperture.core.picture.scenes.world import World, textured, within


def _boards(world: World, sheet: Sheet, colour: Colour = (0.20, 0.12, 0.065)) -> None:
    grain = world.ground_noise(2.4, 3, octaves=4, stretch=0.12)
    sheet.cover(colour, within(sheet, textured(grain, 0.22, 0.5, 1.5)))


def window_room(world: World) -> None:
    """A bedroom: a window on the left pours soft light along the wall; a dresser and a hanging dress."""
    z = world.subject_m + world.background_m
    wall = world.sheet()
    canvas = wall.canvas
    fall = np.clip(1.05 - 0.62 * (canvas.x / canvas.aspect + 0.5), 0.25, 1.0) * np.ones_like(canvas.y)
    wall.cover((0.46, 0.44, 0.40), textured(world.grain(wall, 1.4, z, 2, octaves=4), 0.03))
    wall.fill(canvas.polygon(world.upright(-9, 9, 0, 0.16, z)), (0.62, 0.60, 0.56))
    size = world.size(1.0, z)
    for x, wide, top in ((1.35, 0.95, 0.95),):
        wall.fill(
            canvas.polygon(world.upright(x - wide, x + wide, 0, top, z)),
            (0.17, 0.10, 0.06),
            textured(world.grain(wall, 5.0, z, 4, octaves=4, stretch=4), 0.2),
        )
        wall.fill(
            canvas.polygons([world.upright(x - wide + 0.05, x + wide - 0.05, y, y + 0.02, z) for y in (0.32, 0.62)]),
            (0.05, 0.03, 0.02),
        )
        wall.fill(
            canvas.polygon(world.upright(x - 0.45, x + 0.45, 1.15, 2.05, z)),
            (0.30, 0.31, 0.32),
            textured(world.grain(wall, 0.9, z, 6, octaves=2), 0.3),
        )
    gown = canvas.polygon(
        [
            world.at(-0.55, 2.05, z),
            world.at(-0.40, 2.05, z),
            world.at(-0.30, 1.35, z),
            world.at(-0.05, 0.30, z),
            world.at(-0.90, 0.30, z),
            world.at(-0.65, 1.35, z),
        ]
    )
    wall.fill(gown, (0.72, 0.71, 0.68), textured(world.grain(wall, 6.0, z, 5, octaves=3, stretch=0.15), 0.12))
    wall.shade(canvas.roundness(gown, 0.06 * size, world.key_deg), gown)
    world.add("wall", wall, z, {"window light": (0.5 * fall).astype(np.float32)})
    world.ground("floor", lambda sheet: _boards(world, sheet), {"window light": 0.5}, to_m=z)
    edge = -min(1.5, 0.80 * world.seen_half_m(world.subject_m))
    pane = world.sheet()
    frame = pane.canvas.polygon(world.receding(edge - 0.05, 0.75, 2.6, 0.4 * world.subject_m, z * 0.97))
    pane.fill(frame, (0.60, 0.58, 0.55))
    panes = [
        world.receding(edge, y, y + 0.82, a, b)
        for y in (0.85, 1.72)
        for a, b in ((0.42 * world.subject_m, 0.68 * world.subject_m), (0.71 * world.subject_m, z * 0.94))
    ]
    lit = pane.canvas.polygons(panes)
    pane.fill(lit, (0.02, 0.02, 0.02))
    pane.glow(
        (lit * textured(pane.canvas.noise(3, world.seed + 3, octaves=3), 0.18)).astype(np.float32), world.cd(3.0), 7000
    )
    curtain = pane.canvas.polygon(world.receding(edge + 0.06, 0.1, 2.75, z * 0.80, z * 0.99))
    pane.fill(
        curtain, (0.62, 0.61, 0.57), textured(pane.canvas.noise(30, world.seed + 4, octaves=2, stretch=0.05), 0.2)
    )
    world.add("window", pane, z * 0.9, {"window light": 0.9})
    world.mark("windows", lit * (1 - curtain))
    world.cast()


def cafe(world: World) -> None:
    """Filament bulbs over a counter, shelves of bottles, a mirror and other guests out of focus."""
    z = world.subject_m + world.background_m
    half = world.seen_half_m(z) + 0.5
    wall = world.sheet()
    canvas = wall.canvas
    wall.cover((0.13, 0.085, 0.06), textured(world.grain(wall, 3.0, z, 2, octaves=5, stretch=2.0), 0.15))
    random = np.random.default_rng(world.seed + 3)
    for y in (1.35, 1.85, 2.35):
        wall.fill(canvas.polygon(world.upright(-half, half, y - 0.04, y, z)), (0.11, 0.065, 0.03))
        for x in world.along(-half, half, 0.13):
            if random.random() < 0.62:
                tall = random.uniform(0.18, 0.36)
                colour = ((0.05, 0.10, 0.05), (0.16, 0.07, 0.02), (0.30, 0.28, 0.24), (0.04, 0.05, 0.07))[
                    int(random.integers(4))
                ]
                wall.fill(canvas.polygon(world.upright(x, x + 0.085, y, y + tall, z)), colour)
    wall.fill(
        canvas.polygon(world.upright(-half, half, 0, 1.08, z - 0.6)),
        (0.10, 0.055, 0.03),
        textured(world.grain(wall, 4.0, z, 5, octaves=4, stretch=0.2), 0.2),
    )
    wall.fill(canvas.polygon(world.upright(-half, half, 1.06, 1.12, z - 0.6)), (0.32, 0.30, 0.27))
    world.add("counter", wall, z, {"bulbs": 0.7})
    world.mark(
        "shadows", ((canvas.y < world.at(0, 1.0, z)[1] - 0.0) * (wall.surface[..., 1] < 0.05)).astype(np.float32)
    )
    for k, (x, share) in enumerate(((-1.3, 0.75), (1.2, 0.6))):
        zz = world.subject_m + share * world.background_m
        sheet = world.sheet_at(x - 0.6, x + 0.6, 0, 1.6, zz)
        lay_bystander(sheet, world.at(x, -0.35, zz), world.size(1.72, zz), guest(random), world.key_deg, seated=k == 0)
        world.add("guest", sheet, zz, {"bulbs": 0.75}, velocity_m_s=(0.1, 0.0))
    world.ground("floor", lambda sheet: _boards(world, sheet, (0.12, 0.075, 0.045)), {"bulbs": 0.45}, to_m=z)
    bulbs = world.sheet()
    places = [
        (x, 2.25, world.subject_m + share * world.background_m)
        for share in (0.9, 0.35)
        for x in np.arange(-4.05, 4.2, 0.9).tolist()
    ]
    world.points_of_light(bulbs, places, 0.035, world.cd(8.5), 2500)
    cords = [world.upright(x - 0.004, x + 0.004, 2.28, 4.5, zz) for x, _, zz in places]
    lit = np.clip(bulbs.emitted[..., 1] / world.cd(5), 0, 1).astype(np.float32)
    bulbs.fill(bulbs.canvas.polygons(cords), (0.02, 0.02, 0.02))
    bulbs.shining[:] += np.stack(
        [canvas.soften(bulbs.emitted[..., k], 0.012) * np.float32(0.22) for k in range(3)], axis=-1
    )
    world.add("bulbs", bulbs, world.subject_m + 0.6 * world.background_m, {"bulbs": 0.5})
    world.mark("lamps", lit)
    world.cast()
    table_z = world.subject_m * 0.86
    table = world.sheet_for([*world.flat(-0.7, 0.7, table_z * 0.8, table_z * 1.05, 0.74), world.at(0, 0.95, table_z)])
    top = table.canvas.polygon(world.flat(-0.65, 0.65, table_z * 0.8, table_z * 1.05, 0.74))
    table.fill(top, (0.22, 0.13, 0.07), textured(table.canvas.noise(12, world.seed + 8, octaves=4, stretch=5), 0.2))
    cup = table.canvas.polygon(world.upright(0.16, 0.25, 0.75, 0.84, table_z))
    table.fill(cup, (0.62, 0.60, 0.57))
    table.shade(table.canvas.roundness(cup, world.size(0.04, table_z), world.key_deg), cup)
    world.add("table", table, table_z, {"bulbs": 0.9})


def dance_floor(world: World) -> None:
    """Warm room lamps on one side, violet spots on the other, strings of small lights, guests around."""
    z = world.subject_m + world.background_m
    half = world.seen_half_m(z) + 1
    wall = world.sheet()
    canvas = wall.canvas
    wall.cover((0.22, 0.17, 0.13), textured(world.grain(wall, 0.7, z, 2, octaves=5), 0.16))
    beams = [world.upright(x - 0.12, x + 0.12, 0, 9, z) for x in world.along(-round(half), half + 1, 2.6)]
    wall.fill(canvas.polygons(beams), (0.10, 0.065, 0.04))
    violet = np.clip(0.25 + 0.75 * np.exp(-(((canvas.x - 0.45) / 0.45) ** 2)) * np.ones_like(canvas.y), 0, 1)
    world.add("wall", wall, z, {"room lamps": 0.45, "spots": (0.5 * violet).astype(np.float32), "flash": 0.10})
    random = np.random.default_rng(world.seed + 5)
    zg = world.subject_m + 0.55 * world.background_m
    guests = world.sheet_at(-half, half, 0, 1.95, zg)
    for x in world.along(-world.seen_half_m(zg) - 0.3, world.seen_half_m(zg) + 0.4, 0.72, most=60):
        if abs(x) > 0.55 or random.random() < 0.4:
            lay_bystander(
                guests,
                world.at(x + random.normal(0, 0.08), 0, zg),
                world.size(random.uniform(1.58, 1.84), zg),
                guest(random),
                world.key_deg,
            )
    world.add("guests", guests, zg, {"room lamps": 0.6, "spots": 0.4, "flash": 0.25}, velocity_m_s=(0.4, 0.0))
    strings = world.sheet()
    places = []
    for row, zz in ((0, z * 0.96), (1, world.subject_m + 0.4 * world.background_m)):
        reach = world.seen_half_m(zz) + 0.5
        places += [
            (x, 3.1 + 0.25 * row + 0.35 * abs(np.sin(x * 1.1 + row)), zz) for x in world.along(-reach, reach, 0.30)
        ]
    world.points_of_light(strings, places, 0.022, world.cd(6.5), 2400)
    lit = np.clip(strings.emitted[..., 1] / world.cd(4.0), 0, 1).astype(np.float32)
    strings.shining[:] += np.stack(
        [canvas.soften(strings.emitted[..., k], 0.008) * np.float32(0.25) for k in range(3)], axis=-1
    )
    for x, tint in ((-0.32, (1.0, 0.6, 0.3)), (0.34, (0.55, 0.3, 1.0))):
        top = (x * canvas.aspect, world.at(0, 4.6, z)[1])
        beam = (
            np.exp(
                -(
                    (
                        (canvas.x - top[0] - 0.35 * (canvas.y - top[1]) * (-1 if x > 0 else 1))
                        / (0.02 + 0.16 * np.clip(canvas.y - top[1], 0, 2))
                    )
                    ** 2
                )
            )
            * np.exp(-np.clip(canvas.y - top[1], 0, 5) / 0.7)
            * (canvas.y > top[1])
        )
        strings.shine(beam.astype(np.float32), world.cd(-1.6), 5200, tint=tint)
    world.add("small lights", strings, z * 0.9, {})
    world.mark("lamps", lit)
    world.ground(
        "floor",
        lambda sheet: _boards(world, sheet, (0.16, 0.095, 0.05)),
        {"room lamps": 0.6, "spots": 0.6, "flash": 0.35},
        to_m=z,
    )
    world.cast()


def stage(world: World) -> None:
    """A dark stage: one spot from above, coloured backlights in haze."""
    z = world.subject_m + world.background_m
    back = world.sheet()
    canvas = back.canvas
    back.cover((0.028, 0.028, 0.03), textured(world.grain(back, 1.2, z, 2, octaves=4, stretch=0.2), 0.25))
    for k, (x, tint) in enumerate(
        ((-2.4, (0.25, 0.35, 1.0)), (-0.9, (0.9, 0.25, 0.7)), (0.9, (0.25, 0.45, 1.0)), (2.4, (0.95, 0.35, 0.45)))
    ):
        top = world.at(x, 4.8, z - 0.4)
        lean = 0.25 * (-1) ** k
        down = np.clip(canvas.y - top[1], 0, 3)
        beam = (
            np.exp(-(((canvas.x - top[0] - lean * down) / (world.size(0.12, z) + 0.17 * down)) ** 2))
            * np.exp(-down / 0.55)
            * (canvas.y > top[1])
        )
        haze = np.clip(0.8 + 0.4 * canvas.noise(4, world.seed + k, octaves=4), 0.2, 1.4)
        back.shine((beam * haze).astype(np.float32), world.cd(0.3), 5600, tint=tint)
    world.add("back", back, z, {"spot": 0.03})
    world.mark(
        "shadows",
        ((back.shining[..., 1] if back.has("shining") else 0 * back.alpha) < world.cd(-4.5)).astype(np.float32),
    )
    rig = world.sheet()
    zr = z - 0.3
    rig.fill(
        rig.canvas.polygons([world.upright(-9, 9, 4.85, 4.95, zr), world.upright(-9, 9, 5.2, 5.28, zr)]),
        (0.07, 0.07, 0.07),
    )
    world.points_of_light(rig, [(x, 4.75, zr) for x in (-2.4, -0.9, 0.9, 2.4)], 0.11, world.cd(7.0), 5600)
    lit = np.clip(rig.emitted[..., 1] / world.cd(4.5), 0, 1).astype(np.float32)
    rig.shining[:] += np.stack([canvas.soften(rig.emitted[..., k], 0.02) * np.float32(0.16) for k in range(3)], axis=-1)
    world.add("rig", rig, zr, {"spot": 0.05})
    world.mark("lamps", lit)
    gear = world.sheet_at(-3.4, 3.4, 0, 1.6, z - 1.0)
    for x, wide, tall in ((-2.6, 0.75, 1.25), (2.5, 0.8, 1.4), (-1.55, 0.45, 0.75)):
        box = gear.canvas.polygon(world.upright(x - wide / 2, x + wide / 2, 0, tall, z - 1.0))
        gear.fill(box, (0.03, 0.03, 0.032))
        gear.fill(
            gear.canvas.ellipse(
                world.at(x, tall * 0.55, z - 1.0), world.size(0.3 * wide, z), world.size(0.3 * wide, z)
            ),
            (0.06, 0.06, 0.065),
        )
    world.add("boxes", gear, z - 1.0, {"spot": 0.25})
    world.ground(
        "boards", lambda sheet: _boards(world, sheet, (0.07, 0.055, 0.045)), {"spot": _pool(world, -0.02, 1.6)}, to_m=z
    )
    world.cast()


def _pool(world: World, x: float, half_m: float) -> np.ndarray:
    """Where a spot from above meets the ground, as the ground's own sheet is cut."""
    middle, wide = world.at(x, 0, world.subject_m), world.size(half_m, world.subject_m)
    tall = max(0.25 * wide, 0.04)
    light = 0.04 + 0.9 * np.exp(
        -(((world.canvas.x - middle[0]) / wide) ** 2) - ((world.canvas.y - middle[1]) / tall) ** 2
    )
    return np.asarray(light, np.float32)


def studio(world: World) -> None:
    """A dark room: weak modelling light, one large flash from the left, grey paper behind."""
    z = world.subject_m + world.background_m
    paper = world.sheet()
    canvas = paper.canvas
    paper.cover((0.19, 0.195, 0.205), textured(world.grain(paper, 0.5, z, 2, octaves=4), 0.03))
    pool = 0.16 + 0.55 * np.exp(-(((canvas.x - 0.06) / 0.50) ** 2 + ((canvas.y - 0.45) / 0.50) ** 2))
    world.add("grey paper", paper, z, {"room": 0.6, "flash": pool.astype(np.float32)})
    world.mark("grey paper", paper.alpha)
    zb = world.subject_m * 0.98
    edge = -0.86 * world.seen_half_m(zb)
    bank = world.sheet_for([*world.receding(edge, 0.9, 2.3, 0.75 * zb, 1.2 * zb), world.at(edge, 0, zb)])
    face = bank.canvas.polygon(world.receding(edge, 0.95, 2.25, 0.78 * zb, 1.15 * zb))
    bank.fill(bank.canvas.polygon(world.receding(edge - 0.08, 0.88, 2.32, 0.74 * zb, 1.2 * zb)), (0.02, 0.02, 0.02))
    bank.fill(face, (0.75, 0.75, 0.75))
    bank.glow(face, world.cd(2.0), 3000)
    world.add("light bank", bank, zb, {"room": 0.5, "flash": 6.0})
    world.mark("lamps", face, bank)
    world.cast()


def table_top(world: World) -> None:
    """A table by a window, seen a little from above; the garden beyond is a blur."""
    z = world.subject_m + world.background_m
    back = world.sheet()
    canvas = back.canvas
    back.cover((0.24, 0.23, 0.21), textured(canvas.noise(3, world.seed + 2, octaves=4), 0.10))
    pane = canvas.polygon(world.upright(-1.7, 0.2, 1.0, 3.4, z))
    back.fill(pane, (0.02, 0.02, 0.02))
    back.glow(
        (pane * np.clip(0.7 + 0.5 * canvas.noise(5, world.seed + 3, octaves=4), 0.2, 1.4)).astype(np.float32),
        world.cd(2.4),
        6800,
        tint=(0.85, 1.0, 0.75),
    )
    back.fill(
        canvas.polygons([world.upright(x - 0.04, x + 0.04, 1.0, 3.4, z) for x in (-1.7, -0.75, 0.2)]), (0.5, 0.49, 0.46)
    )
    world.add("room", back, z, {"window light": 0.4})
    world.mark("windows", pane)
    table = world.sheet()
    top = table.canvas.polygon(world.flat(-1.4, 1.4, 0.12 * world.subject_m, world.subject_m * 1.9, 0.75))
    table.fill(top, (0.20, 0.12, 0.065), textured(table.canvas.noise(7, world.seed + 4, octaves=6, stretch=5.0), 0.20))
    world.add("table", table, world.subject_m * 1.05, {"window light": 0.9})
    world.cast()


PIECES = (
    Surroundings(name="window_room", words=("window", "room", "ready", "bedroom",), title="Room with a window", about="Soft light from the left, a pale wall, a dress on its hook.", ev100=8, key_deg=165, draw=window_room, lamps=(lamp("window light", 8, 6500),), casts=("at_table", "sitter", "child", "couple"), background_m=1.6, bright_part="windows", genres=("wedding", "portrait", "everyday"), lights=("window_side",), activities=("sitting_portrait", "standing"), distance_m=2.0, focal_mm=50.0),
    Surroundings(name="cafe", words=("café", "cafe", "bar", "pub",), title="Café", about="Filament bulbs over a dark counter, bottles, a cup on the table.", ev100=5.5, key_deg=100, draw=cafe, lamps=(pulsing("bulbs", 5.5, 2700, 0.15),), casts=("at_table", "sitter", "walker"), background_m=3.2, genres=("street", "everyday", "portrait", "wedding"), lights=("filament_room", "candles"), activities=("standing", "sitting_portrait"), distance_m=1.6, focal_mm=35.0),
    Surroundings(name="dance_floor", words=("dance", "dancing", "party", "reception",), title="Dance floor", about="Warm room lamps, violet spots, strings of small lights, guests.", ev100=4, key_deg=110, draw=dance_floor, lamps=(lamp("room lamps", 4.0, 2900), pulsing("spots", 3.4, 9500, 0.5), flash()), on_subject={"room lamps": 0.75, "spots": 0.38, "flash": 1.0}, casts=("dancers", "couple", "walker", "singer"), background_m=5.0, genres=("wedding", "everyday"), lights=("dance_floor", "reception", "filament_room", "candles"), activities=("dance", "slow_dance"), distance_m=2.8, focal_mm=35.0),
    Surroundings(name="stage", words=("stage", "concert", "theatre", "singer", "band",), special=True, title="Stage", about="One spot from above before a dark back with coloured beams.", ev100=8, key_deg=75, draw=stage, lamps=(lamp("spot", 8.0, 3400),), casts=("singer", "dancers", "sitter"), background_m=4.0, genres=("everyday", "portrait", "sports"), lights=("theatre",), activities=("gymnastics",), distance_m=8.0, focal_mm=135.0),
    Surroundings(name="studio", words=("studio",), special=True, title="Studio with flash", about="A dark room, one large flash from the left, grey paper.", ev100=3, key_deg=155, draw=studio, lamps=(lamp("room", 3, 3000), flash()), on_subject={"room": 1.0, "flash": 1.0}, casts=("sitter", "friends", "at_table"), background_m=2.0, genres=("portrait",), lights=("filament_room", "theatre"), activities=("sitting_portrait", "standing"), distance_m=2.4, focal_mm=85.0),
    Surroundings(name="table_top", words=("table", "dish", "food",), special=True, title="Table by a window", about="Wood, a window behind, things close by.", ev100=9, key_deg=150, draw=table_top, lamps=(lamp("window light", 9, 6500),), casts=("dish", "flower"), background_m=1.8, bright_part="windows", genres=("everyday",), lights=("window_side", "filament_room"), distance_m=0.8, focal_mm=50.0),
)  # fmt: skip
