"""A couple standing, walking and dancing, and families in rows."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from wide_aperture.core.picture.scenes.people import Dress, somebody
from wide_aperture.core.picture.scenes.piece import Cast, Placed
from wide_aperture.core.picture.scenes.poses import DANCING, HOLDING_ON, STANDING, WALKING
from wide_aperture.core.picture.scenes.stage import DARK_CLOTH, WHITE_CLOTH
from wide_aperture.core.picture.scenes.walk_on import add_person
from wide_aperture.core.picture.scenes.world import World

IN_WHITE = Dress(
    skin="fair",
    garment="gown",
    top=WHITE_CLOTH,
    legs=WHITE_CLOTH,
    skirt=0.515,
    hair=(0.14, 0.075, 0.03),
    hair_cut="bun",
    build=0.93,
    turn=0.6,
)
IN_DARK = Dress(skin="brown", garment="suit", top=DARK_CLOTH, legs=DARK_CLOTH, hair=(0.015, 0.012, 0.012), turn=0.55)
ROW_STEP_M, APART_M = 0.75, 0.62
TALLER_M = 1.83  # the taller of two with his hair: the camera is held so that no head is cut


def couple(world: World, placed: Placed) -> None:
    """Two people close together, white beside dark cloth, light beside dark skin."""
    x, z, h = placed.x_m, placed.z_m, placed.height_m
    add_person(world, "in dark", x + 0.27, z * 1.02, h * 1.04, HOLDING_ON, IN_DARK, flip=True, speed=(0.12, 0.05))
    add_person(world, "in white", x - 0.22, z, h * 0.97, HOLDING_ON, IN_WHITE, speed=(0.12, 0.05), focused=True)
    _flowers(world, x - 0.10, z, h)


def walking_couple(world: World, placed: Placed) -> None:
    """Two people walking towards the camera, hand in hand."""
    x, z, h = placed.x_m, placed.z_m, placed.height_m
    add_person(
        world, "in dark", x + 0.36, z * 1.01, h * 1.04, WALKING, IN_DARK, flip=True, speed=(0.3 * placed.speed, 0.1)
    )
    add_person(
        world, "in white", x - 0.30, z, h * 0.97, WALKING, IN_WHITE, speed=(0.3 * placed.speed, 0.1), focused=True
    )
    _flowers(world, x - 0.48, z, h)


def dancers(world: World, placed: Placed) -> None:
    """A slow dance, turned to each other."""
    x, z, h = placed.x_m, placed.z_m, placed.height_m
    add_person(
        world,
        "in dark",
        x + 0.20,
        z * 1.02,
        h * 1.04,
        DANCING,
        replace(IN_DARK, turn=0.9),
        flip=True,
        speed=(0.7 * placed.speed, 0.1),
    )
    add_person(
        world,
        "in white",
        x - 0.20,
        z,
        h * 0.97,
        DANCING,
        replace(IN_WHITE, turn=0.8),
        speed=(0.7 * placed.speed, 0.1),
        focused=True,
    )


def group(world: World, placed: Placed) -> None:
    """Families in three rows, those behind on steps."""
    random = np.random.default_rng(world.seed + 40)
    for row in (2, 1, 0):
        count = 5 - (row % 2)
        for k in range(count):
            x = placed.x_m + (k - (count - 1) / 2) * APART_M
            middle = row == 0 and k == count // 2
            dress = (
                IN_WHITE
                if middle
                else IN_DARK
                if row == 0 and k == count // 2 + 1
                else somebody(random, turn=float(random.uniform(-0.4, 0.4)))
            )
            tall = placed.height_m * (float(random.uniform(0.9, 1.06)) if not middle else 0.97)
            add_person(
                world,
                f"row {row + 1}",
                x,
                placed.z_m + row * ROW_STEP_M,
                tall,
                STANDING,
                dress,
                y_m=0.27 * row,
                speed=(0.06, 0.03),
                focused=middle,
                shadow=0.4,
            )


def _flowers(world: World, x_m: float, z_m: float, height_m: float) -> None:
    random = np.random.default_rng(world.seed + 9)
    middle, size = world.at(x_m, 0.58 * height_m, z_m * 0.98), world.size(0.13, z_m)
    sheet = world.sheet(middle[0] - 1.6 * size, middle[1] - 1.5 * size, middle[0] + 1.6 * size, middle[1] + 1.8 * size)
    blooms = []
    for _ in range(15):
        angle, away = random.uniform(0, 6.283), size * np.sqrt(random.uniform(0, 1))
        blooms.append(
            ((middle[0] + away * np.cos(angle), middle[1] + 0.8 * away * np.sin(angle)), 0.30 * size, 0.27 * size)
        )
    for k, colour in enumerate(((0.07, 0.12, 0.04), (0.62, 0.30, 0.34), (0.75, 0.70, 0.62))):
        for some in (blooms[k::6], blooms[k + 3 :: 6]):
            mask = sheet.fill(sheet.canvas.ellipses(some), colour)
            sheet.shade(sheet.canvas.roundness(mask, 0.15 * size, world.key_deg), mask)
    world.add("flowers", sheet, z_m * 0.98, world.subject_light or None)


PIECES = (
    Cast(name="couple", words=("couple", "vows",), title="A couple", kinds=("person", "group"), height_m=1.72, framed_m=TALLER_M, draw=couple, activities=("standing",), genres=("wedding",), speed_m_s=0.12, tall_part=0.88, people=True),
    Cast(name="walking_couple", words=("couple", "walk",), title="A couple walking", kinds=("person", "group"), height_m=1.72, framed_m=TALLER_M, draw=walking_couple, activities=("walk", "stroll", "procession"), genres=("wedding",), speed_m_s=0.3, tall_part=0.88, people=True),
    Cast(name="dancers", words=("dance",), title="A slow dance", kinds=("person", "group"), height_m=1.72, framed_m=TALLER_M, draw=dancers, activities=("slow_dance", "dance"), genres=("wedding",), speed_m_s=0.7, tall_part=0.86, people=True),
    Cast(name="group", words=("families", "group", "rows",), title="Families in rows", kinds=("group",), height_m=1.72, draw=group, activities=("posed_group",), genres=("wedding", "portrait"), speed_m_s=0.06, tall_part=0.75, people=True),
)  # fmt: skip
