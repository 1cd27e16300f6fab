"""People as one meets them: a passer-by, a sitter, a child, a singer, somebody at a table."""

from __future__ import annotations

from wide_aperture.core.picture.scenes.people import Dress
from wide_aperture.core.picture.scenes.piece import Cast, Placed
from wide_aperture.core.picture.scenes.poses import HOLDING_ON, SEATED, SINGING, STANDING, WALKING
from wide_aperture.core.picture.scenes.stage import DARK_CLOTH, WHITE_CLOTH
from wide_aperture.core.picture.scenes.walk_on import add_person
from wide_aperture.core.picture.scenes.world import World

WALKER = Dress(
    skin="tan",
    garment="coat",
    top=(0.30, 0.19, 0.09),
    legs=(0.05, 0.055, 0.075),
    skirt=0.26,
    hair=(0.03, 0.02, 0.015),
    hair_cut="long",
    turn=0.7,
)
SITTER = Dress(
    skin="fair", top=(0.16, 0.24, 0.26), legs=(0.09, 0.085, 0.08), hair=(0.12, 0.06, 0.03), hair_cut="long", turn=-0.55
)
FRIEND = Dress(skin="dark", top=(0.40, 0.30, 0.10), legs=(0.05, 0.05, 0.06), hair=(0.012, 0.010, 0.010), turn=0.6)
CHILD = Dress(
    skin="fair",
    top=(0.50, 0.14, 0.10),
    legs=(0.10, 0.13, 0.22),
    cut="shorts",
    long_sleeves=False,
    socks=WHITE_CLOTH,
    hair=(0.20, 0.12, 0.05),
    build=1.12,
    turn=0.5,
)
SINGER = Dress(
    skin="brown", top=DARK_CLOTH, legs=(0.03, 0.03, 0.035), hair=(0.015, 0.012, 0.012), hair_cut="bun", turn=0.75
)
GUEST = Dress(skin="fair", top=(0.34, 0.33, 0.30), legs=(0.05, 0.05, 0.06), hair=(0.05, 0.03, 0.02), turn=0.8)


def walker(world: World, placed: Placed) -> None:
    """Somebody crossing the picture, coat open."""
    add_person(
        world,
        "walker",
        placed.x_m,
        placed.z_m,
        placed.height_m,
        WALKING,
        WALKER,
        flip=placed.flip,
        speed=(1.3 * placed.speed, 0.05),
        focused=True,
    )


def sitter(world: World, placed: Placed) -> None:
    """Somebody who stands for a portrait, turned a little aside."""
    add_person(
        world,
        "sitter",
        placed.x_m,
        placed.z_m,
        placed.height_m,
        HOLDING_ON,
        SITTER,
        flip=placed.flip,
        speed=(0.1, 0.05),
        focused=True,
    )


def two_friends(world: World, placed: Placed) -> None:
    """Two people side by side, light skin and dark."""
    add_person(
        world,
        "friend",
        placed.x_m - 0.27,
        placed.z_m * 1.03,
        placed.height_m * 1.03,
        STANDING,
        FRIEND,
        speed=(0.1, 0.05),
    )
    add_person(
        world,
        "sitter",
        placed.x_m + 0.25,
        placed.z_m,
        placed.height_m * 0.97,
        HOLDING_ON,
        SITTER,
        speed=(0.1, 0.05),
        focused=True,
    )


def child(world: World, placed: Placed) -> None:
    """A child at a run, arms out."""
    add_person(
        world,
        "child",
        placed.x_m,
        placed.z_m,
        placed.height_m,
        WALKING,
        CHILD,
        flip=placed.flip,
        speed=(1.8 * placed.speed, 0.3),
        focused=True,
    )


def singer(world: World, placed: Placed) -> None:
    """A singer at a stand."""
    painted = add_person(
        world,
        "singer",
        placed.x_m,
        placed.z_m,
        placed.height_m,
        SINGING,
        SINGER,
        flip=placed.flip,
        speed=(0.5 * placed.speed, 0.1),
        focused=True,
    )
    hand = painted.at["l_hand"]
    size = world.size(1.0, placed.z_m)
    sheet = world.sheet(hand[0] - 0.2 * size, hand[1] - 0.2 * size, hand[0] + 0.2 * size, hand[1] + 1.5 * size)
    stand = sheet.canvas.limb(
        [(hand[0] + 0.02 * size, hand[1]), (hand[0] + 0.06 * size, hand[1] + 1.4 * size)], [0.022 * size] * 2
    )
    sheet.fill(stand, (0.03, 0.03, 0.03))
    sheet.fill(
        sheet.canvas.limb(
            [(hand[0], hand[1] - 0.05 * size), (hand[0] + 0.03 * size, hand[1] + 0.06 * size)],
            [0.055 * size, 0.035 * size],
        ),
        (0.05, 0.05, 0.05),
    )
    world.add("stand", sheet, placed.z_m)


def at_table(world: World, placed: Placed) -> None:
    """Somebody sitting, looking down and aside."""
    add_person(
        world,
        "sitter",
        placed.x_m,
        placed.z_m,
        placed.height_m / 0.76,
        SEATED,
        GUEST,
        flip=placed.flip,
        speed=(0.08, 0.05),
        focused=True,
    )


PIECES = (
    Cast(name="walker", title="A passer-by", kinds=("person",), height_m=1.74, draw=walker, activities=("walk",), genres=("street", "everyday"), speed_m_s=1.3, tall_part=0.86, people=True),
    Cast(name="sitter", title="One person", kinds=("person",), height_m=1.70, draw=sitter, activities=("standing",), genres=("portrait", "everyday", "wedding"), tall_part=0.90, people=True),
    Cast(name="friends", words=("friends", "two",), special=True, title="Two people", kinds=("person", "group"), height_m=1.72, draw=two_friends, genres=("portrait",), tall_part=0.90, people=True),
    Cast(name="child", words=("child", "children",), special=True, title="A child", kinds=("person",), height_m=1.12, draw=child, activities=("children_playing",), speed_m_s=1.8, eye_m=1.0, tall_part=0.85, people=True),
    Cast(name="singer", words=("singer", "concert", "band",), special=True, title="A singer", kinds=("person",), height_m=1.72, draw=singer, activities=(), speed_m_s=0.5, tall_part=0.86, people=True),
    Cast(name="at_table", title="Somebody sitting", kinds=("person",), height_m=1.30, draw=at_table, activities=("sitting_portrait",), eye_m=1.2, tall_part=0.84, people=True),
)  # fmt: skip
