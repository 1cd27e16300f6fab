"""A stone chapel with bright windows, and the aisle of a church with the door behind."""

from __future__ import annotations

import math

import numpy as np

from wide_aperture.core.picture.scenes.colour_space import Pixels
from wide_aperture.core.picture.scenes.drawing import Point, fraction
from wide_aperture.core.picture.scenes.people import guest
from wide_aperture.core.picture.scenes.piece import Surroundings, lamp
from wide_aperture.core.picture.scenes.sprites import lay_bystander
from wide_aperture.core.picture.scenes.stage import Colour, Light, Sheet
from wide_aperture.core.picture.scenes.world import World, textured, within

STONE: Colour = (0.27, 0.23, 0.175)
WOOD: Colour = (0.085, 0.05, 0.03)


def arch(world: World, x_m: float, y0: float, y1: float, half_m: float, z_m: float) -> list[Point]:
    """A pointed window or door."""
    spring = y1 - 1.5 * half_m
    points = [world.at(x_m - half_m, y0, z_m), world.at(x_m - half_m, spring, z_m)]
    for t in np.linspace(0, 1, 9)[1:].tolist():
        a = t * math.pi / 3
        points.append(
            world.at(x_m - half_m + 2 * half_m * (1 - math.cos(a)), spring + 2 * half_m * math.sin(a) * 0.87, z_m)
        )
    mirrored = [
        world.at(
            x_m + half_m - 2 * half_m * (1 - math.cos(t * math.pi / 3)),
            spring + 2 * half_m * math.sin(t * math.pi / 3) * 0.87,
            z_m,
        )
        for t in np.linspace(1, 0, 9).tolist()
    ]
    return [*points, *mirrored, world.at(x_m + half_m, y0, z_m)]


def _masonry(world: World, sheet: Sheet, z: float) -> Pixels:
    canvas = sheet.canvas
    size = world.size(1.0, z)
    y = (world.at(0, 0, z)[1] - canvas.y) / size
    x = (canvas.x - world.view.swing) / size
    course = np.abs(fraction(y / 0.45) - 0.5)
    stagger = fraction(0.5 * np.floor(y / 0.45))
    upright = np.abs(fraction(x / 0.85 + stagger) - 0.5)
    joints = 1 - 0.28 * np.clip(1 - np.minimum(0.5 - course, (0.5 - upright) * 1.9) / 0.035, 0, 1)
    blocks = world.grain(sheet, 1.3, z, 3, octaves=2, stretch=1.8)
    return np.asarray(
        textured(0.14 * blocks + 0.16 * world.grain(sheet, 5.0, z, 4, octaves=5), 1.0, 0.5, 1.5) * joints, np.float32
    )


def _windows(
    world: World, sheet: Sheet, places: tuple[tuple[float, float, float, float], ...], z: float, ev: float
) -> Pixels:
    """Leaded windows, bright against the wall."""
    canvas = sheet.canvas
    glass = canvas.polygons([arch(world, x, y0, y1, half, z) for x, y0, y1, half in places], exact=True)
    reveal = canvas.polygons([arch(world, x, y0 - 0.12, y1 + 0.2, half + 0.16, z) for x, y0, y1, half in places])
    sheet.fill(reveal, STONE, 1.25)
    sheet.fill(glass, (0.01, 0.01, 0.01))
    leads: list[list[Point]] = []
    for x, y0, y1, half in places:
        leads += [
            world.upright(x - half + 0.02 + k * half / 2, x - half + 0.055 + k * half / 2, y0, y1, z)
            for k in range(1, 4)
        ]
        leads += [world.upright(x - half, x + half, y, y + 0.03, z) for y in np.arange(y0 + 0.4, y1, 0.45).tolist()]
    lit = glass * (1 - 0.7 * canvas.polygons(leads, exact=True))
    tones = textured(world.grain(sheet, 2.2, z, 8, octaves=2), 0.22, 0.5, 1.5)
    sheet.glow((lit * tones).astype(np.float32), world.cd(ev), 6800)
    sheet.shine(canvas.soften(lit, 0.02), world.cd(ev - 5.2), 6800)
    return np.asarray(lit, np.float32)


def chapel(world: World) -> None:
    """Vows under warm lamps before an end wall whose windows are six stops brighter."""
    z = world.subject_m + world.background_m
    wall = world.sheet()
    wall.cover(STONE, _masonry(world, wall, z))
    corner = 4.6
    for side in (-1, 1):
        run = world.receding(side * corner, -0.5, 14, 0.5, z)
        mask = wall.canvas.polygon(run)
        wall.fill(mask, STONE, textured(wall.canvas.noise(6.0, world.seed + side, octaves=5), 0.15) * np.float32(0.75))
        for share in (0.45, 0.78):
            zz = z * share
            wall.fill(wall.canvas.polygon(world.receding(side * corner, 0, 9, zz, zz + 0.5)), STONE, 1.2)
    lit = _windows(world, wall, ((0.0, 1.75, 5.8, 0.85), (-2.7, 1.7, 4.6, 0.55), (2.7, 1.7, 4.6, 0.55)), z, 6.0)
    size = world.size(1.0, z)
    fall = np.clip(
        0.45
        + 0.55
        * np.exp(
            -((np.hypot(wall.canvas.x - world.view.swing, wall.canvas.y - world.at(0, 1.6, z)[1]) / (4.5 * size)) ** 2)
        ),
        0,
        1,
    )
    world.add("end wall", wall, z, {"lamps": (0.75 * fall).astype(np.float32), "window light": 0.06})
    world.mark("windows", lit)
    world.ground("floor", lambda sheet: _flags(world, sheet), {"lamps": 0.6, "window light": 0.25}, to_m=z)
    table_z = z - 0.9
    altar = world.sheet_at(-1.6, 1.6, 0, 2.2, table_z)
    altar.fill(altar.canvas.polygon(world.upright(-1.2, 1.2, 0, 1.0, table_z)), WOOD)
    altar.fill(altar.canvas.polygon(world.upright(-1.3, 1.3, 0.72, 1.04, table_z)), (0.62, 0.60, 0.56))
    for x in (-1.0, -0.7, 0.75, 1.02):
        altar.fill(altar.canvas.polygon(world.upright(x - 0.035, x + 0.035, 1.04, 1.42, table_z)), (0.62, 0.60, 0.52))
    world.points_of_light(altar, [(x, 1.47, table_z) for x in (-1.0, -0.7, 0.75, 1.02)], 0.035, world.cd(7.0), 1950)
    world.add("altar", altar, table_z, {"lamps": 0.85})
    world.mark("lamps", (altar.emitted[..., 1] > 0).astype(np.float32), altar) if altar.has("emitted") else None
    world.cast()
    _seated(world, {"lamps": 0.35, "window light": 0.1}, rows=((0.55, 0.9), (0.38, 0.9)))


def _flags(world: World, sheet: Sheet) -> None:
    stone = world.ground_noise(1.2, 3, octaves=5)
    sheet.cover((0.19, 0.165, 0.135), within(sheet, textured(stone, 0.22, 0.5, 1.5)))


def _seated(world: World, light: Light, rows: tuple[tuple[float, float], ...]) -> None:
    """Backs of guests in pews between camera and subject, left and right of the middle."""
    random = np.random.default_rng(world.seed + 70)
    for share, gap in rows:
        z = world.subject_m * share
        if z < 1.2:
            continue
        half = world.seen_half_m(z) + 0.5
        sheet = world.sheet_at(-half, half, 0, 1.5, z)
        bottom = sheet.canvas.top + sheet.canvas.height / sheet.canvas.scale
        if world.at(0, 1.3, z)[1] > bottom:
            continue
        for side in (-1, 1):
            sheet.fill(
                sheet.canvas.polygon(world.aside(gap, half + 1, side, 0, 0.88, z)),
                WOOD,
                textured(world.grain(sheet, 4.0, z, 2, octaves=3, stretch=4), 0.2),
            )
            for x in world.along(gap + 0.4, half + 0.3, 0.62, most=30):
                if random.random() < 0.75:
                    lay_bystander(
                        sheet,
                        world.at(side * x, -0.55, z),
                        world.size(1.72, z),
                        guest(random),
                        world.key_deg,
                        seated=True,
                    )
                else:
                    random.random(8)
            sheet.fill(sheet.canvas.polygon(world.aside(gap, half + 1, side, 0.0, 0.74, z)), WOOD)
        world.add("guests", sheet, z, light)


def aisle(world: World) -> None:
    """A nave with guests on both sides, columns, and daylight from the open door."""
    z = world.subject_m + world.background_m
    wall = world.sheet()
    canvas = wall.canvas
    wall.cover((0.40, 0.37, 0.32), _masonry(world, wall, z))
    for side in (-1, 1):
        wall.fill(
            canvas.polygon(world.receding(side * 5.5, -0.5, 16, 0.5, z)),
            (0.34, 0.31, 0.265),
            textured(canvas.noise(5.0, world.seed + side, octaves=5), 0.12),
        )
        for share in (0.92, 0.72, 0.54):
            zz = z * share
            panel = arch_aside(world, side * 5.5, 1.2, 5.4, zz, zz * 1.10)
            wall.fill(canvas.polygon(panel), (0.06, 0.06, 0.06))
            wall.glow(canvas.polygons([panel], exact=True), world.cd(1.6), 6500)
    wall.fill(
        canvas.polygon(
            [world.at(-5.5, 9, z), world.at(5.5, 9, z), world.at(20, 16, z * 0.5), world.at(-20, 16, z * 0.5)]
        ),
        (0.10, 0.075, 0.055),
    )
    lit = _windows(world, wall, ((0.0, 5.0, 8.0, 1.0),), z, 3.2)
    door = canvas.polygons([arch(world, 0.0, 0.0, 3.6, 1.15, z)], exact=True)
    wall.fill(door, (0.02, 0.02, 0.02))
    wall.glow(door, world.cd(3.4), 6200)
    wall.shine(canvas.soften(door, 0.05), world.cd(-1.0), 6200)
    world.add("end wall", wall, z, {"door light": 0.42, "lamps": 0.6})
    world.mark("windows", np.maximum(lit, door))
    world.ground("floor", lambda sheet: _runner(world, sheet), {"door light": 0.6, "lamps": 0.6}, to_m=z)
    _pews(world, z)
    world.cast()
    _seated(world, {"door light": 0.3, "lamps": 0.35}, rows=((0.62, 1.35), (0.42, 1.35)))


def arch_aside(world: World, x: float, y0: float, y1: float, z0: float, z1: float) -> list[Point]:
    """A pointed window in a side wall."""
    middle = math.sqrt(z0 * z1)
    return [
        world.at(x, y0, z0),
        world.at(x, y1 - 0.9, z0),
        world.at(x, y1, middle),
        world.at(x, y1 - 0.9, z1),
        world.at(x, y0, z1),
    ]


def _runner(world: World, sheet: Sheet) -> None:
    _flags(world, sheet)
    sheet.fill(
        sheet.canvas.polygon(world.flat(-0.95, 0.95, 0.5, world.subject_m + world.background_m)),
        (0.22, 0.045, 0.035),
        within(sheet, textured(world.ground_noise(9, 6, octaves=3), 0.22)),
    )


def _pews(world: World, end: float) -> None:
    """Guests looking on, in rows beyond the couple."""
    random = np.random.default_rng(world.seed + 71)
    for z in np.linspace(end * 0.9, world.subject_m * 1.15, 4).tolist():
        half = min(world.seen_half_m(z) + 0.4, 5.2)
        if half < 1.4:
            continue
        sheet = world.sheet_at(-half, half, 0, 1.5, z)
        for side in (-1, 1):
            for x in np.arange(1.5, half, 0.62).tolist():
                lay_bystander(
                    sheet,
                    world.at(side * x, -0.5, z),
                    world.size(1.72, z),
                    guest(random),
                    world.key_deg,
                    seated=True,
                )
            sheet.fill(sheet.canvas.polygon(world.aside(1.25, half, side, 0, 0.80, z)), WOOD)
        world.add("pews", sheet, z, {"door light": 0.5, "lamps": 0.6})


PIECES = (
    Surroundings(
        name="chapel", words=("chapel", "vows",), title="Stone chapel", about="Warm lamps; the windows behind are six stops brighter.", ev100=5.5, key_deg=95, draw=chapel,
        lamps=(lamp("lamps", 5.5, 3000), lamp("window light", 3.0, 6800)), on_subject={"lamps": 1.0, "window light": 0.6}, casts=("couple", "sitter", "group"),
        background_m=3.5, bright_part="windows", genres=("wedding",), lights=("church_day", "church_evening", "candles"), activities=("standing",), distance_m=7.0, focal_mm=85.0,
    ),
    Surroundings(
        name="aisle", words=("aisle", "church", "procession",), title="Aisle", about="Guests on both sides, daylight from the door.", ev100=6, key_deg=90, draw=aisle,
        lamps=(lamp("door light", 5.7, 6200), lamp("lamps", 4.4, 3000)), on_subject={"door light": 1.0, "lamps": 1.0}, casts=("walking_couple", "couple", "sitter"),
        background_m=12.0, bright_part="windows", genres=("wedding",), lights=("church_day",), activities=("procession", "walk"), distance_m=7.0, focal_mm=50.0,
    ),
)  # fmt: skip
