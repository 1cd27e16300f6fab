"""Four-legged animals by their measures: a deer, a small animal; and an insect on a stem."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from wide_aperture.core.picture.scenes.colour_space import Pixels
from wide_aperture.core.picture.scenes.drawing import Point, smooth
from wide_aperture.core.picture.scenes.piece import Cast, Placed
from wide_aperture.core.picture.scenes.stage import Colour
from wide_aperture.core.picture.scenes.walk_on import kept_inside
from wide_aperture.core.picture.scenes.world import World, textured


@dataclass(frozen=True, slots=True)
class Build:
    """An animal in shares of its height at the head: trunk, legs, neck, head, tail, coat."""

    length: float
    back: float
    belly: float
    leg: float
    neck: float
    head: float
    muzzle: float
    ear: float
    tail: tuple[float, float, float]  # length, droop, thickness
    coat: Colour
    pale: Colour
    antlers: bool = False


DEER = Build(
    length=0.86,
    back=0.66,
    belly=0.43,
    leg=0.034,
    neck=0.105,
    head=0.070,
    muzzle=0.115,
    ear=0.095,
    tail=(0.10, 0.06, 0.045),
    coat=(0.20, 0.125, 0.065),
    pale=(0.34, 0.27, 0.19),
    antlers=True,
)
FOX = Build(
    length=1.10,
    back=0.66,
    belly=0.36,
    leg=0.042,
    neck=0.125,
    head=0.120,
    muzzle=0.13,
    ear=0.13,
    tail=(0.70, 0.20, 0.15),
    coat=(0.36, 0.16, 0.06),
    pale=(0.60, 0.56, 0.50),
)


def quadruped(world: World, placed: Placed, build: Build, name: str, speed: float) -> None:
    """An animal from the side, its head turned a little towards the camera."""
    size = world.size(placed.height_m, placed.z_m)
    x, y = world.at(placed.x_m, placed.y_m, placed.z_m)
    s = -1.0 if placed.flip else 1.0
    world.shadow(placed.x_m, placed.z_m, 0.5 * build.length * placed.height_m, depth=0.5, y_m=placed.y_m)

    def at(dx: float, up: float) -> Point:
        return x + s * dx * size, y - up * size

    reach = 0.75 * build.length + 0.35 + build.tail[0] * 0.6
    sheet = world.sheet(x - reach * size, y - 1.5 * size, x + reach * size, y + 0.05 * size)
    canvas, half = sheet.canvas, build.length / 2
    whole = canvas.zeros()
    fur = textured(canvas.noise(34 / size, world.seed + 21, octaves=4, stretch=0.5), 0.22, 0.5, 1.6)

    def lay(mask: Pixels, colour: Colour, round_by: float = 0.05, lit: float = 1.0) -> None:
        sheet.fill(mask, colour, fur * np.float32(lit))
        sheet.shade(canvas.roundness(mask, round_by * size, world.key_deg, fill=0.40), mask)
        np.maximum(whole, mask, out=whole)

    def leg(foot: float, hip: float, bend: float, lit: float) -> None:
        top = build.belly + 0.12
        points = [
            at(hip, top),
            at(hip + bend, build.belly * 0.55),
            at(foot - 0.4 * bend, build.belly * 0.25),
            at(foot, 0.02),
        ]
        lay(
            canvas.limb(
                points, [3.4 * build.leg * size, 1.7 * build.leg * size, 1.1 * build.leg * size, 1.2 * build.leg * size]
            ),
            build.coat,
            0.02,
            lit,
        )
        if not canvas.coarse:
            hoof = canvas.ellipse(at(foot + 0.008, 0.015), 0.7 * build.leg * size, 0.017 * size)
            sheet.fill(hoof, (0.03, 0.025, 0.02))

    leg(-half * 0.72, -half * 0.66, -0.045, 0.62)
    leg(half * 0.86, half * 0.70, 0.010, 0.62)
    length, droop, thick = build.tail
    lay(
        canvas.limb(
            [
                at(-half * 0.98, build.back - 0.03),
                at(-half - length * 0.45, build.back - droop),
                at(-half - length * 0.8, build.back - 1.6 * droop),
            ],
            [thick * 0.55 * size, thick * size, thick * 0.35 * size],
        ),
        build.coat if length > 0.3 else build.pale,
        0.03,
    )
    trunk = smooth([
        at(-half, build.back - 0.02), at(-half * 0.55, build.back + 0.012), at(0.0, build.back - 0.02), at(half * 0.55, build.back + 0.02), at(half * 0.95, build.back - 0.01),
        at(half * 1.08, build.back - 0.12), at(half * 0.85, build.belly + 0.01), at(half * 0.3, build.belly - 0.02), at(-half * 0.35, build.belly + 0.03), at(-half * 0.85, build.belly + 0.06), at(-half * 1.06, build.back - 0.14),
    ], 6)  # fmt: skip
    lay(canvas.polygon(trunk), build.coat, 0.10)
    belly = canvas.soften(canvas.ellipse(at(0.0, build.belly), half * 0.8 * size, 0.035 * size), 0.02 * size) * whole
    sheet.fill(belly.astype(np.float32) * np.float32(0.7), build.pale)
    leg(-half * 0.92, -half * 0.74, -0.055, 1.0)
    leg(half * 0.66, half * 0.66, 0.012, 1.0)
    crown = (half * 1.18, 1.0 - build.ear - 0.06)
    lay(
        canvas.limb(
            [
                at(half * 0.72, build.back - 0.09),
                at(half * 0.98, (build.back + crown[1]) / 2),
                at(crown[0] - 0.01, crown[1] - 0.01),
            ],
            [2.5 * build.neck * size, 1.7 * build.neck * size, 1.15 * build.neck * size],
        ),
        build.coat,
        0.06,
    )
    for side, lit in ((-1, 0.7), (1, 1.0)):
        base = (crown[0] - 0.015 + 0.035 * side, crown[1] + 0.045)
        ear = smooth(
            [
                at(base[0] - 0.018, base[1]),
                at(base[0] + 0.055 * side - 0.030, base[1] + build.ear * 0.7),
                at(base[0] + 0.085 * side, base[1] + build.ear),
                at(base[0] + 0.070 * side + 0.012, base[1] + build.ear * 0.45),
                at(base[0] + 0.022, base[1]),
            ],
            4,
        )
        lay(canvas.polygon(ear), build.coat, 0.02, lit)
    nose = (crown[0] + build.muzzle + build.head * 0.5, crown[1] - build.muzzle * 0.55)
    lay(
        canvas.limb(
            [at(*crown), at(crown[0] + build.muzzle * 0.55, crown[1] - build.muzzle * 0.25), at(*nose)],
            [2.0 * build.head * size, 1.35 * build.head * size, 0.72 * build.head * size],
        ),
        build.coat,
        0.035,
    )
    if not canvas.coarse:  # smaller than a meter's cell
        sheet.fill(
            canvas.soften(canvas.ellipse(at(nose[0] - 0.03, nose[1] - 0.012), 0.045 * size, 0.022 * size), 0.012 * size)
            * whole,
            build.pale,
        )
        sheet.fill(
            canvas.ellipse(at(nose[0] + 0.012, nose[1] + 0.006), 0.018 * size, 0.015 * size), (0.012, 0.010, 0.010)
        )
        sheet.fill(
            canvas.ellipse(at(crown[0] + build.head * 0.45, crown[1] + 0.012), 0.013 * size, 0.012 * size),
            (0.010, 0.008, 0.007),
        )
    if build.antlers:
        horn = canvas.zeros()
        for lean in (-0.05, 0.03):
            stem = [
                at(crown[0] - 0.01, crown[1] + 0.05),
                at(crown[0] - 0.06 + lean, crown[1] + 0.20),
                at(crown[0] - 0.03 + lean, crown[1] + 0.34),
            ]
            horn = np.maximum(horn, canvas.limb(stem, [0.022 * size, 0.017 * size, 0.007 * size]))
            for share, out in ((0.55, 0.10), (0.85, 0.09)):
                root = (stem[0][0] + (stem[2][0] - stem[0][0]) * share, stem[0][1] + (stem[2][1] - stem[0][1]) * share)
                horn = np.maximum(
                    horn,
                    canvas.limb(
                        [root, (root[0] + s * out * size, root[1] - 0.07 * size)], [0.014 * size, 0.006 * size]
                    ),
                )
        sheet.fill(horn, (0.20, 0.16, 0.11))
    world.add(
        name,
        sheet,
        placed.z_m,
        world.subject_light or None,
        velocity_m_s=(speed * placed.speed * s, 0.1),
        is_subject=True,
    )
    world.mark("fur", whole, sheet)
    world.focus = kept_inside(world, at(crown[0] + build.head * 0.45, crown[1]))


def deer(world: World, placed: Placed) -> None:
    """A deer, head up."""
    quadruped(world, placed, DEER, "deer", 0.5)


def small_animal(world: World, placed: Placed) -> None:
    """A fox-like animal with a brush."""
    quadruped(world, placed, FOX, "small animal", 1.2)


def insect(world: World, placed: Placed) -> None:
    """A slender insect with clear wings on a stem."""
    size = world.size(placed.height_m, placed.z_m)
    x, y = world.at(placed.x_m, placed.y_m, placed.z_m)

    def at(dx: float, up: float) -> Point:
        return x + dx * size, y - up * size

    sheet = world.sheet(x - 2.2 * size, y - 2.5 * size, x + 2.2 * size, y + 4.0 * size)
    canvas = sheet.canvas
    stem = canvas.limb(
        [at(-0.5, -3.6), at(-0.1, -1.0), at(0.12, 0.9), at(0.5, 2.3)],
        [0.16 * size, 0.14 * size, 0.11 * size, 0.05 * size],
    )
    sheet.fill(stem, (0.09, 0.16, 0.03), textured(canvas.noise(6 / size, world.seed, octaves=4, stretch=0.2), 0.3))
    sheet.shade(canvas.roundness(stem, 0.05 * size, world.key_deg), stem)
    wings = canvas.zeros()
    for turn, reach in ((28, 1.0), (-8, 0.95), (152, 1.0), (188, 0.95)):
        a = np.radians(turn)
        wings = np.maximum(
            wings,
            canvas.ellipse(
                at(0.12 + 0.62 * reach * np.cos(a), 0.55 + 0.62 * reach * np.sin(a)),
                0.60 * reach * size,
                0.12 * size,
                -turn,
            ),
        )
    veins = textured(canvas.noise(14 / size, world.seed + 3, octaves=3), 0.5, 0.4, 1.6)
    sheet.fill(wings * np.float32(0.42), (0.46, 0.50, 0.52), veins)
    tail = canvas.limb([at(0.10, 0.48), at(-0.02, -0.2), at(-0.12, -1.1)], [0.15 * size, 0.11 * size, 0.085 * size])
    sheet.fill(
        tail, (0.06, 0.16, 0.22), textured(canvas.noise(5 / size, world.seed + 4, octaves=1, stretch=9), 0.5, 0.3, 1.5)
    )
    sheet.shade(canvas.roundness(tail, 0.05 * size, world.key_deg), tail)
    chest = canvas.ellipse(at(0.13, 0.60), 0.15 * size, 0.22 * size)
    head = canvas.ellipse(at(0.17, 0.86), 0.13 * size, 0.085 * size)
    for mask, colour in ((chest, (0.05, 0.12, 0.10)), (head, (0.03, 0.06, 0.06))):
        sheet.fill(mask, colour)
        sheet.shade(canvas.roundness(mask, 0.08 * size, world.key_deg), mask)
    for side in (-1, 1):
        eye = sheet.fill(canvas.ellipse(at(0.17 + 0.085 * side, 0.88), 0.065 * size, 0.075 * size), (0.10, 0.04, 0.03))
        sheet.shade(canvas.roundness(eye, 0.05 * size, world.key_deg, fill=0.3), eye)
    whole = np.maximum.reduce([tail, chest, head])
    world.add(
        "insect",
        sheet,
        placed.z_m,
        world.subject_light or None,
        velocity_m_s=(0.02 * placed.speed, 0.01),
        is_subject=True,
    )
    world.mark("insect", whole, sheet)
    world.focus = kept_inside(world, at(0.17, 0.86))


PIECES = (
    Cast(name="deer", words=("deer", "stag",), title="A deer", kinds=("animal",), height_m=1.35, draw=deer, speed_m_s=0.5, activities=("grazing", "trot"), genres=("wildlife",), eye_m=1.3),
    Cast(name="small_animal", words=("fox", "hare", "squirrel",), title="A small animal", kinds=("animal",), height_m=0.55, draw=small_animal, speed_m_s=1.2, activities=("run_for_life",), genres=("wildlife",), eye_m=0.5, tall_part=0.75),
    Cast(name="insect", words=("insect", "dragonfly",), title="An insect on a stem", kinds=("insect",), height_m=0.03, draw=insect, speed_m_s=0.02, over_ground_m=0.45, eye_m=0.48, activities=("insect",), genres=("wildlife",), closest_m=0.05),
)  # fmt: skip
