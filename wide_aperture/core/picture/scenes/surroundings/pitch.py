"""A pitch by day and under masts: mown grass, lines, a stand with people behind."""

from __future__ import annotations

import numpy as np

from wide_aperture.core.picture.scenes.piece import Surroundings, lamp, pulsing
from wide_aperture.core.picture.scenes.stage import Colour, Light, Sheet
from wide_aperture.core.picture.scenes.world import World, textured, within

GRASS: Colour = (0.058, 0.105, 0.028)
LINE_WIDE_M = 0.10


def grass(world: World, sheet: Sheet) -> None:
    """Mown stripes across the view, blades by chance."""
    blades, patches = world.ground_noise(9.0, 1, octaves=4), world.ground_noise(0.5, 2, octaves=3)
    y = world.canvas.y
    z = np.where(
        y > world.view.horizon + 1e-4, world.size(world.view.eye_m, 1.0) / np.maximum(y - world.view.horizon, 1e-4), 1e4
    )
    stripe = 1 + 0.13 * np.tanh(6 * np.sin(z * np.pi / 5.5)) * np.clip(60 / z, 0, 1)
    tone = textured(0.32 * blades + 0.22 * patches, 1.0, 0.35, 2.0) * stripe
    sheet.cover(GRASS, within(sheet, tone.astype(np.float32)))
    for line in (
        world.flat(-40, 40, world.subject_m * 1.35, world.subject_m * 1.35 + LINE_WIDE_M),
        world.flat(-6.5, -6.5 + LINE_WIDE_M, 3, world.subject_m * 1.35),
    ):
        sheet.fill(sheet.canvas.polygon(line), (0.62, 0.64, 0.60), within(sheet, textured(blades, 0.25, 0.5, 1.3)))


def stand(world: World, light: Light, roof_ev: float) -> None:
    """A covered stand: rows of people, advertising boards left blank, a dark roof."""
    z = world.subject_m + world.background_m
    half = world.seen_half_m(z) + 2
    back = world.sheet_at(-half, half, 0, 11, z)
    canvas = back.canvas
    rows = canvas.polygon(world.upright(-half, half, 0.0, 7.5, z))
    back.fill(rows, (0.06, 0.06, 0.065))
    size = world.size(1.0, z)
    if size * world.canvas.scale > 1.5:
        _crowd(world, back, half, z)
    else:
        back.fill(rows, (0.13, 0.11, 0.11), textured(world.grain(back, 1.6, z, 3, octaves=3), 0.7))
    back.fill(canvas.polygon(world.upright(-half, half, 7.5, 9.2, z)), (0.05, 0.055, 0.06))
    back.fill(canvas.polygon(world.upright(-half, half, 9.2, 10.2, z)), (0.16, 0.17, 0.18))
    boards = canvas.polygon(world.upright(-half, half, 0.0, 0.95, z))
    back.fill(boards, (0.20, 0.24, 0.30), textured(world.grain(back, 0.22, z, 7, octaves=1, stretch=1.0), 0.5))
    del roof_ev
    world.add("stand", back, z, light)


CROWD: tuple[Colour, ...] = (
    (0.10, 0.11, 0.20),
    (0.30, 0.07, 0.06),
    (0.38, 0.36, 0.34),
    (0.05, 0.05, 0.06),
    (0.12, 0.20, 0.12),
    (0.36, 0.28, 0.10),
)


def _crowd(world: World, back: Sheet, half: float, z: float) -> None:
    """Seven rows of people, each a coat and a head."""
    random = np.random.default_rng(world.seed + 2)
    step = max(0.55, 2 * half / 130)
    x, row = np.meshgrid(np.arange(-half, half, step), np.arange(7))
    x, row = x.ravel(), row.ravel()
    there = random.random(x.size) > 0.12
    x = (x + random.uniform(0, step, 7)[row] + random.uniform(-0.1, 0.1, x.size))[there]
    y = (1.0 + row * 0.85 + random.uniform(-0.06, 0.06, row.size))[there]
    coat = random.integers(len(CROWD), size=x.size)
    size, (left, ground) = world.size(1.0, z), world.at(0.0, 0.0, z)

    def boxes(half_m: float, low_m: float, high_m: float) -> np.ndarray:
        edges = np.stack(
            [
                left + (x - half_m) * size,
                left + (x + half_m) * size,
                ground - (y + high_m) * size,
                ground - (y + low_m) * size,
            ]
        )
        return np.stack([edges[[0, 2]], edges[[1, 2]], edges[[1, 3]], edges[[0, 3]]]).transpose(2, 0, 1)

    coats = boxes(0.24, 0.0, 0.62)
    for k, colour in enumerate(CROWD):
        back.fill(back.canvas.polygons(coats[coat == k]), colour)
    back.fill(back.canvas.polygons(boxes(0.10, 0.62, 0.87)), (0.28, 0.19, 0.13))


def by_day(world: World) -> None:
    world.sky("sky", -0.2, 1.3, 14000, 7500, clouds=0.42, cloud_ev=0.9)
    stand(world, {"sun": 0.12, "shade": 0.9}, -1)
    world.ground(
        "grass",
        lambda sheet: grass(world, sheet),
        {"sun": 0.85, "shade": 1.0},
        to_m=world.subject_m + world.background_m,
        tone="grass",
    )
    world.cast()


def under_lamps(world: World) -> None:
    world.sky("sky", -8.0, -5.5, 9000, 4000)
    stand(world, {"floodlights": 0.16}, -3)
    z = world.subject_m + world.background_m + 8
    masts = world.sheet()
    size = world.size(1.0, z)
    for x in (-0.62, -0.2, 0.24, 0.66):
        xm = x * 1.5 * world.seen_half_m(z)
        masts.fill(
            masts.canvas.line([world.at(xm, 0, z), world.at(xm, 17.5, z)], max(0.35 * size, 0.0015)), (0.10, 0.10, 0.10)
        )
        world.points_of_light(
            masts,
            [(xm + dx, 17.6 + dy, z) for dx in (-1.2, -0.4, 0.4, 1.2) for dy in (0.0, 0.8)],
            0.28,
            world.cd(8.0),
            5200,
        )
    masts.shining[:] += np.stack(
        [world.canvas.soften(masts.emitted[..., k], 0.02) * np.float32(0.12) for k in range(3)], axis=-1
    )
    world.add("masts", masts, z, {"floodlights": 0.05})
    world.mark("lamps", (masts.emitted[..., 1] > world.cd(4)).astype(np.float32))
    world.ground(
        "grass",
        lambda sheet: grass(world, sheet),
        {"floodlights": 0.9},
        to_m=world.subject_m + world.background_m,
        tone="grass",
    )
    world.cast()


_PITCH = {
    "casts": ("players", "runner", "sitter", "child", "group"),
    "background_m": 32.0,
    "genres": ("sports",),
    "activities": ("field_game", "children_playing", "jog"),
    "distance_m": 22.0,
    "focal_mm": 200.0,
}
PIECES = (
    Surroundings(
        name="pitch", words=("pitch", "field", "ground",), title="Pitch by day", about="Mown grass, the stand behind in shade.", ev100=15, key_deg=65, draw=by_day,
        lamps=(lamp("sun", 14.8, 5400), lamp("shade", 12, 8500)), on_subject={"sun": 1.0, "shade": 1.0},
        lights=("full_sun", "hazy_sun", "low_sun", "overcast", "bright_overcast"), **_PITCH,  # type: ignore[arg-type]
    ),
    Surroundings(
        name="pitch_lamps", words=("floodlights", "floodlight", "masts",), title="Pitch under masts", about="The same ground at night under four masts.", ev100=8.33, key_deg=95, draw=under_lamps,
        lamps=(pulsing("floodlights", 8.33, 4900, 0.4),), lights=("small_pitch", "stadium"), **_PITCH,  # type: ignore[arg-type]
    ),
)  # fmt: skip
