"""A sports hall and a swimming pool."""

from __future__ import annotations

import numpy as np

from wide_aperture.core.picture.scenes.piece import Surroundings, lamp, pulsing
from wide_aperture.core.picture.scenes.stage import Sheet
from wide_aperture.core.picture.scenes.world import World, textured, within


def hall(world: World) -> None:
    """Boards, a pale wall with windows, a board with its ring, rows of lamps under the roof."""
    z = world.subject_m + world.background_m
    half = world.seen_half_m(z) + 1
    wall = world.sheet()
    canvas = wall.canvas
    wall.cover((0.34, 0.32, 0.27), textured(world.grain(wall, 0.8, z, 1, octaves=4), 0.05))
    wall.fill(
        canvas.polygon(world.upright(-half, half, 0, 2.6, z)),
        (0.30, 0.19, 0.09),
        textured(world.grain(wall, 3.0, z, 2, octaves=4, stretch=0.15), 0.18),
    )
    seams = [world.upright(x - 0.015, x + 0.015, 0, 2.6, z) for x in world.along(-round(half), half, 1.2)]
    wall.fill(canvas.polygons(seams), (0.10, 0.07, 0.04))
    panes = [world.upright(x, x + 1.9, 4.2, 5.6, z) for x in world.along(-round(half) - 0.5, half, 2.4)]
    wall.fill(canvas.polygons(panes), (0.035, 0.04, 0.05))
    wall.fill(canvas.polygon(world.upright(-half * 2, half * 2, 7.2, 30, z)), (0.14, 0.14, 0.13))
    world.add("wall", wall, z, {"lamps": 0.62})
    board_z = world.subject_m + 1.2
    board = world.sheet_at(0.3, 3.4, 2.3, 4.4, board_z)
    for x0, x1, y0, y1, colour in (
        (0.55, 2.35, 2.9, 4.1, (0.62, 0.62, 0.60)),
        (1.16, 1.75, 3.15, 3.6, (0.40, 0.10, 0.05)),
        (1.20, 1.71, 3.19, 3.56, (0.62, 0.62, 0.60)),
    ):
        board.fill(board.canvas.polygon(world.upright(x0, x1, y0, y1, board_z)), colour)
    ring = world.at(1.45, 3.05, board_z)
    size = world.size(1.0, board_z)
    hoop = np.clip(
        board.canvas.ellipse(ring, 0.24 * size, 0.075 * size) - board.canvas.ellipse(ring, 0.21 * size, 0.055 * size),
        0,
        1,
    )
    net = board.canvas.polygons(
        [
            [
                (ring[0] + (a * 0.22) * size, ring[1]),
                (ring[0] + (a * 0.22 + 0.012) * size, ring[1]),
                (ring[0] + a * 0.13 * size, ring[1] + 0.40 * size),
            ]
            for a in (-1, -0.6, -0.2, 0.2, 0.6, 0.95)
        ]
    )
    board.fill(net * np.float32(0.7), (0.55, 0.55, 0.52))
    board.fill(hoop, (0.42, 0.12, 0.03))
    world.add("board", board, board_z, {"lamps": 0.9})
    lamps = world.sheet()
    rows = [
        world.upright(x, x + 1.3, 7.0, 7.12, zz)
        for zz in (z - 0.5, z * 0.72)
        for x in world.along(-round(half), half, 3.2)
    ]
    mask = lamps.canvas.polygons(rows, exact=True)
    lamps.glow(mask, world.cd(6.0), 4000, 0.004)
    world.add("lamps", lamps, z, {})
    world.mark("lamps", mask)
    world.ground("floor", lambda sheet: _boards(world, sheet), {"lamps": 0.85}, to_m=z, tone="floor")
    world.cast()


def _boards(world: World, sheet: Sheet) -> None:
    grain, strip = (
        world.ground_noise(2.6, 3, octaves=4, stretch=0.12),
        world.ground_noise(1.1, 5, octaves=2, stretch=0.25),
    )
    sheet.cover((0.30, 0.20, 0.10), within(sheet, textured(0.16 * grain + 0.12 * strip, 1.0, 0.6, 1.5)))
    z = world.subject_m
    for line in (
        world.flat(-30, 30, z * 1.12, z * 1.12 + 0.06),
        world.flat(-2.4, -2.34, 2, z * 1.12),
        world.flat(3.0, 3.06, 2, z * 1.12),
    ):
        sheet.fill(sheet.canvas.polygon(line), (0.62, 0.62, 0.58))
    far = world.at(0, 0, world.subject_m + world.background_m)[1]
    gloss = np.exp(-np.clip(sheet.canvas.y - far, 0, 9) / max(0.35 * (world.at(0, 0, world.subject_m)[1] - far), 0.02))
    sheet.shine((gloss * np.clip(0.6 + 0.5 * within(sheet, strip), 0, 1.5)).astype(np.float32), world.cd(-1.6), 4000)


def pool(world: World) -> None:
    """Lanes with floats, moving water, tiles and windows behind."""
    z = world.subject_m + world.background_m
    half = world.seen_half_m(z) + 1
    wall = world.sheet()
    canvas = wall.canvas
    wall.cover((0.42, 0.45, 0.46), textured(world.grain(wall, 1.0, z, 1, octaves=3), 0.05))
    tiles = [world.upright(-half, half, y, y + 0.03, z) for y in np.arange(0.3, 4.0, 0.6).tolist()]
    wall.fill(canvas.polygons(tiles), (0.16, 0.22, 0.26))
    panes = canvas.polygons(
        [world.upright(x, x + 2.2, 2.2, 4.6, z) for x in world.along(-round(half), half, 2.8)], exact=True
    )
    wall.fill(panes, (0, 0, 0))
    wall.glow(panes, world.cd(2.2), 6500)
    world.add("wall", wall, z, {"lamps": 0.6})
    world.mark("windows", panes)
    world.ground("water", lambda sheet: _lanes(world, sheet), {"lamps": 0.9}, to_m=z, tone="water")
    world.cast()
    near = world.sheet()
    zf = world.subject_m * 0.72
    floats = [
        world.at(x, 0.02, zf)
        for x in world.along(-round(world.seen_half_m(zf)) - 1, world.seen_half_m(zf) + 1, 0.24, most=240)
    ]
    r = world.size(0.07, zf)
    mask = near.canvas.polygons(
        [
            [
                (px - r, py),
                (px - 0.6 * r, py - r),
                (px + 0.6 * r, py - r),
                (px + r, py),
                (px + 0.6 * r, py + 0.6 * r),
                (px - 0.6 * r, py + 0.6 * r),
            ]
            for px, py in floats
        ]
    )
    near.fill(mask, (0.50, 0.12, 0.08))
    near.shade(near.canvas.roundness(mask, 0.5 * r, world.key_deg), mask)
    world.add("lane floats", near, zf, {"lamps": 1.0})


def _lanes(world: World, sheet: Sheet) -> None:
    waves, fine = world.ground_noise(0.9, 3, octaves=4, stretch=1.6), world.ground_noise(3.5, 5, octaves=3, stretch=1.4)
    net = np.clip(1 - np.abs(waves) * 2.6, 0, 1) ** 3
    tone = within(sheet, np.clip(0.85 + 0.30 * waves + 0.2 * fine, 0.3, 2).astype(np.float32))
    sheet.cover((0.05, 0.21, 0.27), tone)
    sheet.shine(
        within(sheet, (0.5 * net + np.clip(waves + fine - 1.0, 0, 1) * 2.5).astype(np.float32)), world.cd(0.6), 5500
    )


PIECES = (
    Surroundings(
        name="sports_hall", words=("hall", "court", "gym",), title="Sports hall", about="Greenish lamps that pulse hard, pale walls, a polished floor.", ev100=7.5, key_deg=90, draw=hall,
        lamps=(pulsing("lamps", 7.5, 4000, 0.75, 0.004),), casts=("leaper", "runner", "players"), background_m=6.5, genres=("sports",),
        lights=("sports_hall",), activities=("court_game", "gymnastics", "racket_arm"), distance_m=11.0, focal_mm=85.0,
    ),
    Surroundings(
        name="pool", words=("pool", "swimming", "swimmer",), special=True, title="Swimming pool", about="Moving water between floats, windows behind.", ev100=8.5, key_deg=90, draw=pool,
        lamps=(pulsing("lamps", 8.2, 4300, 0.3), lamp("window light", 6.5, 6500)), on_subject={"lamps": 1.0, "window light": 1.0}, casts=("swimmer",),
        background_m=14.0, genres=("sports",), lights=("sports_hall",), activities=("swim",), distance_m=8.0, focal_mm=135.0,
    ),
)  # fmt: skip
