"""A market lane by day and by night, and a town at the blue hour and after dark."""

from __future__ import annotations

import itertools

import numpy as np

from wide_aperture.core.picture.scenes.colour_space import Pixels, white_of
from wide_aperture.core.picture.scenes.drawing import Point, fraction
from wide_aperture.core.picture.scenes.people import somebody
from wide_aperture.core.picture.scenes.piece import Surroundings, lamp, pulsing
from wide_aperture.core.picture.scenes.poses import STANDING, WALKING
from wide_aperture.core.picture.scenes.stage import Colour, Light, Sheet
from wide_aperture.core.picture.scenes.walk_on import add_person
from wide_aperture.core.picture.scenes.world import World, textured, within

STUCCO: tuple[Colour, ...] = ((0.42, 0.33, 0.22), (0.50, 0.44, 0.34), (0.36, 0.22, 0.14), (0.44, 0.42, 0.38))
STONE: Colour = (0.21, 0.19, 0.165)
AWNINGS: tuple[Colour, ...] = ((0.42, 0.07, 0.05), (0.05, 0.16, 0.20), (0.45, 0.30, 0.05), (0.07, 0.20, 0.07))
HALF_M, EAVES_M = 2.9, 8.5


def _row(world: World, side: int, lit: Light, *, windows_ev: float | None) -> list[float]:
    """One side of the lane: house after house, each a colour, windows, doors, awnings and a stall."""
    random = np.random.default_rng(world.seed + 10 + side)
    far = 70.0
    houses = [1.2]
    while houses[-1] < far:
        houses.append(houses[-1] + float(random.uniform(4.5, 8.0)))
    edge = side * HALF_M
    sheet = world.sheet_for([*world.receding(edge, -0.1, EAVES_M + 3, 1.2, far), world.at(edge * 4, EAVES_M, 1.2)])
    canvas = sheet.canvas
    wear = textured(canvas.noise(5.0, world.seed + side, octaves=6, gain=0.62), 0.16)
    walls: dict[Colour, list[list[Point]]] = {}
    shutters: dict[Colour, list[list[Point]]] = {}
    eaves: list[list[Point]] = []
    plinths: list[list[Point]] = []
    panes: list[list[Point]] = []
    lit_panes: list[list[Point]] = []
    doors: list[list[Point]] = []
    for k, (z0, z1) in enumerate(itertools.pairwise(houses)):
        tall = EAVES_M + float(random.uniform(-1.2, 2.0))
        walls.setdefault(STUCCO[k % len(STUCCO)], []).append(world.receding(edge, 0, tall, z0, z1))
        eaves.append(world.receding(edge, tall, tall + 0.35, z0, z1))
        plinths.append(world.receding(edge, 0, 0.7, z0, z1))
        for storey in (3.7, 6.3):
            for share in (0.22, 0.62):
                a, b = z0 + share * (z1 - z0), z0 + (share + 0.18) * (z1 - z0)
                (lit_panes if windows_ev is not None and random.random() < 0.45 else panes).append(
                    world.receding(edge, storey, storey + 1.55, a, b)
                )
                for leaf in ((a - 0.42, a - 0.04), (b + 0.04, b + 0.42)):
                    shutters.setdefault(AWNINGS[(k + 1) % 4], []).append(
                        world.receding(edge, storey - 0.05, storey + 1.6, *leaf)
                    )
        door = z0 + 0.7 * (z1 - z0)
        doors.append(world.receding(edge, 0, 2.3, door, door + 0.95))
    for colour, some in walls.items():
        sheet.fill(canvas.polygons(some), colour, wear)
    sheet.fill(canvas.polygons(eaves), (0.09, 0.07, 0.06))
    sheet.fill(canvas.polygons(plinths), STONE, wear)
    sheet.fill(canvas.polygons(panes + lit_panes), (0.025, 0.03, 0.035))
    for colour, some in shutters.items():
        sheet.fill(canvas.polygons(some), colour)
    sheet.fill(canvas.polygons(doors), (0.07, 0.045, 0.03))
    glow = canvas.polygons(lit_panes, exact=True)
    if windows_ev is not None:
        sheet.glow(glow, world.cd(windows_ev), 2900)
    world.add("houses", sheet, max(2.5 * world.subject_m, 4.0), lit)
    if windows_ev is not None:
        world.mark("lamps", glow, sheet)
    return houses


def _stalls(world: World, side: int, houses: list[float], lit: Light) -> None:
    random = np.random.default_rng(world.seed + 30 + side)
    edge, inner = side * HALF_M, side * (HALF_M - 1.15)
    for k, z0 in reversed(list(enumerate(houses[:5]))):
        if z0 < 1.0 or k % 2 == (side > 0):
            continue
        z1 = z0 + 2.6
        sheet = world.sheet_for([*world.receding(edge, 0, 3.0, z0, z1), *world.receding(inner, 0, 3.0, z0, z1)])
        canvas = sheet.canvas
        table = [
            world.at(inner, 0.85, z0),
            world.at(edge, 0.95, z0),
            world.at(edge, 0.95, z1),
            world.at(inner, 0.85, z1),
        ]
        sheet.fill(canvas.polygon(world.receding(inner, 0, 0.85, z0, z1)), (0.12, 0.08, 0.045))
        sheet.fill(
            canvas.polygon(
                [world.at(inner, 0, z0), world.at(edge, 0, z0), world.at(edge, 0.9, z0), world.at(inner, 0.85, z0)]
            ),
            (0.09, 0.06, 0.035),
        )
        sheet.fill(canvas.polygon(table), (0.20, 0.14, 0.08))
        size = world.size(0.075, z0)
        if size * canvas.scale > 1.2:
            heaps: list[list[tuple[Point, float, float]]] = [[], [], [], []]
            for _ in range(46):
                z, x = random.uniform(z0, z1), random.uniform(min(inner, edge), max(inner, edge))
                heaps[min(int((z - z0) / (z1 - z0) * 4), 3)].append(
                    (world.at(x, 0.95, z), world.size(0.075, z), world.size(0.07, z))
                )
            for heap, colour in zip(
                heaps, ((0.48, 0.09, 0.03), (0.52, 0.33, 0.05), (0.12, 0.26, 0.05), (0.40, 0.06, 0.08)), strict=True
            ):
                fruit = sheet.fill(canvas.ellipses(heap), colour)
                sheet.shade(canvas.roundness(fruit, 0.03 * world.size(1, z0), world.key_deg), fruit)
        cloth = [
            world.at(edge, 2.75, z0),
            world.at(edge, 2.75, z1),
            world.at(inner, 2.25, z1),
            world.at(inner, 2.25, z0),
        ]
        sheet.fill(canvas.polygon(cloth), AWNINGS[k % 4])
        for stripe in range(0, 8, 2):
            a, b = z0 + stripe / 8 * (z1 - z0), z0 + (stripe + 1) / 8 * (z1 - z0)
            sheet.fill(
                canvas.polygon(
                    [
                        world.at(edge, 2.75, a),
                        world.at(edge, 2.75, b),
                        world.at(inner, 2.25, b),
                        world.at(inner, 2.25, a),
                    ]
                ),
                (0.62, 0.60, 0.55),
            )
        sheet.fill(
            canvas.line([world.at(inner, 0, z0), world.at(inner, 2.3, z0)], world.size(0.05, z0)), (0.15, 0.15, 0.15)
        )
        world.add("stall", sheet, (z0 + z1) / 2, lit)


def _paving(world: World, sheet: Sheet) -> Pixels:
    flags, fine = world.ground_noise(0.9, 3, octaves=2), world.ground_noise(7, 4, octaves=4)
    y = np.maximum(world.canvas.y - world.view.horizon, 1e-4)
    z = world.size(world.view.eye_m, 1.0) / y
    x = (world.canvas.x - world.view.swing) * z / world.view.height_at_infinity
    joint = np.minimum(np.abs(fraction(z / 0.8) - 0.5), np.abs(fraction(x / 0.6 + 0.5 * np.floor(z / 0.8)) - 0.5))
    seen = np.clip(16 / np.maximum(z, 1) - 0.6, 0, 1)
    seams = 1 - 0.45 * np.clip(1 - joint / 0.035, 0, 1) * seen
    tone = textured(0.16 * flags + 0.22 * fine, 1.0, 0.5, 1.6) * seams
    sheet.cover(STONE, within(sheet, tone.astype(np.float32)))
    return np.asarray(flags)


def _end_of_lane(world: World, lit: Light) -> None:
    z = 72.0
    sheet = world.sheet_at(-7, 7, 0, 24, z)
    canvas = sheet.canvas
    stone = textured(world.grain(sheet, 0.6, z, 2, octaves=5), 0.12)
    sheet.fill(canvas.polygon(world.upright(-2.6, 1.4, 0, 15, z)), (0.36, 0.32, 0.26), stone)
    sheet.fill(canvas.polygon([world.at(-3, 15, z), world.at(-0.6, 22, z), world.at(1.8, 15, z)]), (0.10, 0.10, 0.11))
    sheet.fill(canvas.polygon(world.upright(-7, 7, 0, 8, z)), (0.40, 0.36, 0.29), stone)
    sheet.fill(
        canvas.polygons(
            [
                world.upright(-1.2, 0.0, 10.5, 12.6, z),
                world.upright(-4.6, -3.6, 4, 6, z),
                world.upright(3.2, 4.2, 4, 6, z),
            ]
        ),
        (0.04, 0.04, 0.045),
    )
    world.add("tower", sheet, z, lit)


def _passers_by(world: World, light: Light) -> None:
    random = np.random.default_rng(world.seed + 60)
    for k, share in enumerate((2.6, 1.8)):
        z = world.subject_m * share + 2.0
        x = float((-1.7, 1.5)[k] + random.normal(0, 0.2))
        add_person(
            world,
            "passer-by",
            x,
            z,
            1.72,
            (WALKING, STANDING)[k],
            somebody(random),
            flip=k == 0,
            speed=(-0.9 + k, 0.0),
            light=light,
            is_subject=False,
        )


def market_by_day(world: World) -> None:
    """A hard shadow down the middle: one side in full sun, the other in open shade."""
    world.sky("sky", -0.6, 0.6, 18000, 9000, clouds=0.18, cloud_ev=1.3)
    _end_of_lane(world, {"sun": 0.7, "shade": 1.0})
    left = _row(world, -1, {"sun": 0.0, "shade": 0.9}, windows_ev=None)
    right = _row(world, 1, {"sun": 0.62, "shade": 1.0}, windows_ev=None)
    edge = np.clip(
        (world.canvas.x - world.at(-0.55, 0, 4.0)[0] - (world.canvas.y - world.view.horizon) * (-0.30)) * 26, 0, 1
    )
    sunny = (edge * np.ones_like(world.canvas.y)).astype(np.float32)
    world.ground("paving", lambda sheet: _keep(_paving(world, sheet)), {"sun": sunny, "shade": 0.95}, tone="paving")
    _stalls(world, -1, left, {"sun": 0.0, "shade": 0.9})
    _stalls(world, 1, right, {"sun": 0.62, "shade": 1.0})
    _passers_by(world, {"sun": 0.1, "shade": 1.0})
    world.cast()


def _keep(_: object) -> None:
    """A painter that also gives something back."""


def market_by_night(world: World) -> None:
    """Lit signs, warm lamps and wet paving that mirrors both."""
    world.sky("sky", -7.0, -4.2, 6000, 3000)
    _end_of_lane(world, {"street lamps": 0.25})
    rows = [_row(world, side, {"street lamps": 0.42}, windows_ev=1.6) for side in (-1, 1)]
    _signs(world)
    world.ground("wet paving", lambda sheet: _wet(world, sheet), {"street lamps": 0.5}, tone="paving")
    for side, houses in zip((-1, 1), rows, strict=True):
        _stalls(world, side, houses, {"street lamps": 0.5})
    _passers_by(world, {"street lamps": 0.55})
    world.cast()


SIGNS = (
    (-1, 6.0, 3.1, 1.3, 0.6, (1.0, 0.22, 0.12)),
    (1, 8.5, 3.2, 1.2, 0.6, (1.0, 0.72, 0.30)),
    (-1, 14.0, 3.3, 1.2, 0.55, (0.25, 0.75, 1.0)),
    (1, 20.0, 3.1, 1.4, 0.6, (0.45, 1.0, 0.5)),
)


def _signs(world: World) -> None:
    sheet = world.sheet()
    canvas = sheet.canvas
    for side, z, y, wide, tall, tint in SIGNS:
        x0, x1 = sorted((side * HALF_M, side * (HALF_M - wide)))
        sheet.fill(canvas.polygon(world.upright(x0, x1, y, y + tall, z)), (0.03, 0.03, 0.03))
        bars = [
            world.upright(x0 + 0.12 + k * 0.30, x0 + 0.30 + k * 0.30, y + 0.14, y + tall - 0.14, z)
            for k in range(int((wide - 0.2) / 0.30))
        ]
        sheet.glow(canvas.polygons(bars, exact=True), world.cd(3.6), 5200, tint=tint)
    places = [(x, 4.3, z) for z in (5.0, 10.0, 17.0, 28.0, 44.0) for x in (-2.4, 2.4)]
    world.points_of_light(sheet, places, 0.16, world.cd(6.2), 2900)
    halo = np.stack([canvas.soften(sheet.emitted[..., k], 0.03) * np.float32(0.20) for k in range(3)], axis=-1)
    sheet.shining[:] += halo
    mask = np.clip(sheet.emitted[..., 1] / world.cd(2.0), 0, 1).astype(np.float32)
    world.add("signs and lamps", sheet, max(1.6 * world.subject_m, 6.0), {"street lamps": 0.4})
    world.mark("lamps", mask)


def _wet(world: World, sheet: Sheet) -> None:
    flags = _paving(world, sheet)
    sheet.surface[:] *= np.float32(0.62)
    pools = within(sheet, np.clip(0.55 + 0.9 * flags, 0, 1).astype(np.float32))
    ripple = within(sheet, world.ground_noise(3.0, 9, octaves=3, stretch=0.5))
    canvas = sheet.canvas
    for side, z, y, wide, _, tint in SIGNS:
        x = side * (HALF_M - wide / 2)
        column, foot = world.at(x, 0, z)
        reach = world.size(y + 1.0, z)
        streak = np.exp(
            -(((canvas.x - column) / world.size(0.55 * wide, z)) ** 2) - np.clip(canvas.y - foot, 0, 9) / (0.9 * reach)
        ) * (canvas.y > foot)
        sheet.shine(
            (streak * pools * np.clip(0.75 + 0.8 * ripple, 0.05, 2)).astype(np.float32), world.cd(0.8), 5200, tint=tint
        )
    for z in (5.0, 10.0, 17.0):
        for x in (-2.4, 2.4):
            column, foot = world.at(x, 0, z)
            streak = np.exp(
                -(((canvas.x - column) / world.size(0.30, z)) ** 2)
                - np.clip(canvas.y - foot, 0, 9) / world.size(3.0, z)
            ) * (canvas.y > foot)
            sheet.shine(
                (streak * pools * np.clip(0.75 + 0.8 * ripple, 0.05, 2)).astype(np.float32), world.cd(1.0), 2900
            )


def _town(world: World, sky: tuple[float, float, float, float], walls: float) -> None:
    """A skyline over water or a square: fronts with lit windows, lamps along the edge, their light in the water."""
    world.sky("sky", *sky)
    random = np.random.default_rng(world.seed + 4)
    z0 = max(world.background_m + min(world.subject_m, 60.0), 45.0)
    for depth, low, high, share in ((z0 * 1.9, 14.0, 34.0, 0.45), (z0, 9.0, 22.0, 0.62)):
        half = world.seen_half_m(depth) + 8
        sheet = world.sheet(top=world.at(0, high * 1.5, depth)[1], bottom=world.at(0, -1, depth)[1])
        canvas = sheet.canvas
        x = -half
        panes: list[list[Point]] = []
        windows: list[list[Point]] = []
        while x < half:
            wide, tall = float(random.uniform(8, 17)), float(random.uniform(low, high))
            sheet.fill(
                canvas.polygon(world.upright(x, x + wide, 0, tall, depth)),
                STUCCO[int(random.integers(4))],
                float(random.uniform(0.5, 1.0)),
            )
            if random.random() < 0.4:
                sheet.fill(
                    canvas.polygon(
                        [
                            world.at(x, tall, depth),
                            world.at(x + wide / 2, tall + 4, depth),
                            world.at(x + wide, tall, depth),
                        ]
                    ),
                    (0.06, 0.05, 0.05),
                )
            for wy in np.arange(2.2, tall - 1.5, 3.1).tolist():
                for wx in np.arange(x + 1.2, x + wide - 1.5, 2.4).tolist():
                    (windows if random.random() < share else panes).append(
                        world.upright(wx, wx + 1.1, wy, wy + 1.6, depth)
                    )
            x += wide + float(random.uniform(0, 1.5))
        sheet.fill(canvas.polygons(panes), (0.03, 0.035, 0.04))
        lit = canvas.polygons(windows, exact=True) * textured(
            canvas.noise(11.0, world.seed + 5, octaves=1), 0.5, 0.3, 1.6
        )
        sheet.glow(np.clip(lit, 0, 1).astype(np.float32), world.cd(2.2), 2800)
        world.add("fronts", sheet, depth, {"sky light": 1.0, "street lamps": walls})
        world.mark("lamps", np.clip(lit, 0, 1).astype(np.float32), sheet)
    lamps = world.sheet()
    half = world.seen_half_m(z0)
    world.points_of_light(
        lamps,
        [(x, 4.2, z0 * 0.96) for x in world.along(-round(half) - 3, half + 6, 9.0)],
        0.22,
        world.cd(6.0),
        2700,
    )
    lamps.shining[:] += np.stack(
        [lamps.canvas.soften(lamps.emitted[..., k], 0.012) * np.float32(0.25) for k in range(3)], axis=-1
    )
    world.add("lamps", lamps, z0 * 0.96, {})
    world.ground(
        "square",
        lambda sheet: _mirror(world, sheet, z0, sky),
        {"sky light": 0.9, "street lamps": 0.35},
        to_m=z0,
        tone="paving",
    )
    world.cast()


def _mirror(world: World, sheet: Sheet, z0: float, sky: tuple[float, float, float, float]) -> None:
    _keep(_paving(world, sheet))
    sheet.surface[:] *= np.float32(0.8)
    ripple = within(sheet, world.ground_noise(1.2, 9, octaves=4, stretch=1.5))
    foot = world.at(0, 0, z0)[1]
    reach = world.size(16.0, z0)
    fade = np.exp(-np.clip(sheet.canvas.y - foot, 0, 9) / max(reach, 0.05))
    columns = np.clip(0.6 + 1.2 * sheet.canvas.noise(7.0, world.seed + 8, octaves=3, stretch=0.12), 0, 2)
    level = world.cd(-1.2) * columns * fade * np.clip(0.7 + 0.8 * ripple, 0, 2)
    sheet.shining[:] += (
        level[..., None] * white_of(2800.0)
        + (world.cd(sky[1] - 2.2) * fade * np.clip(0.8 + 0.5 * ripple, 0, 2))[..., None] * white_of(sky[3])
    ).astype(np.float32)


def blue_hour(world: World) -> None:
    _town(world, (0.0, 1.2, 16000.0, 7000.0), 0.7)


def after_dark(world: World) -> None:
    _town(world, (-6.0, -3.2, 5000.0, 3000.0), 0.9)


_STREET = {
    "casts": ("walker", "sitter", "child", "rider", "couple"),
    "genres": ("street", "everyday", "portrait"),
    "activities": ("walk", "standing", "bicycle_town", "car_town"),
    "distance_m": 5.0,
}
PIECES = (
    Surroundings(name="market_lane", words=("lane", "market", "street", "noon",), title="Lane by day", about="One side in full sun, the other in open shade, three stops apart.", ev100=15, key_deg=50, draw=market_by_day, lamps=(lamp("sun", 14.8, 5400), lamp("shade", 12, 8000)), on_subject={"sun": 1.0, "shade": 1.0}, focal_mm=28.0, lights=("full_sun", "hazy_sun", "low_sun", "overcast", "bright_overcast", "open_shade"), **_STREET),  # type: ignore[arg-type]
    Surroundings(name="market_night", words=("lane", "market", "signs", "wet", "street",), title="Lane at night", about="Lit signs, warm lamps and wet paving that mirrors both.", ev100=5.5, key_deg=90, draw=market_by_night, lamps=(pulsing("street lamps", 5.5, 2900, 0.4),), focal_mm=35.0, lights=("lit_street", "shop_street", "side_street"), **_STREET),  # type: ignore[arg-type]
    Surroundings(name="town_blue_hour", words=("town", "city", "blue",), special=True, title="Town at the blue hour", about="Fronts with lit windows under a deep blue sky.", ev100=5.0, key_deg=90, draw=blue_hour, lamps=(lamp("sky light", 4.4, 9500), pulsing("street lamps", 3.6, 2800, 0.3)), on_subject={"sky light": 1.0, "street lamps": 1.0}, focal_mm=35.0, own_sky=True, lights=("blue_hour",), **(_STREET | {"casts": ("nothing", "walker", "trails", "couple", "building"), "genres": ("landscape", "street", "night_sky", "everyday"), "distance_m": 30.0})),  # type: ignore[arg-type]
    Surroundings(name="town_night", words=("town", "city", "fireworks", "traffic",), special=True, title="Town after dark", about="Windows and lamps before a black sky.", ev100=3.0, key_deg=90, draw=after_dark, lamps=(pulsing("street lamps", 3.0, 2800, 0.3), lamp("sky light", -2.0, 6000)), on_subject={"sky light": 1.0, "street lamps": 1.0}, focal_mm=35.0, lights=("lit_street", "side_street"), **(_STREET | {"casts": ("nothing", "fireworks", "trails", "walker"), "genres": ("night_sky", "landscape"), "distance_m": 30.0})),  # type: ignore[arg-type]
)  # fmt: skip
