"""How a person becomes a layer of a world: at metres, with marks for skin and cloth, a face for the meter and a shadow."""

from __future__ import annotations

from dataclasses import replace

from wide_aperture.core.picture.scenes.drawing import Point
from wide_aperture.core.picture.scenes.people import Dress, Painted, bounds
from wide_aperture.core.picture.scenes.poses import Joints
from wide_aperture.core.picture.scenes.sprites import lay_person
from wide_aperture.core.picture.scenes.stage import DARK_CLOTH, SKIN, WHITE_CLOTH, Light
from wide_aperture.core.picture.scenes.world import World

WHITE_FROM, DARK_UNDER = 0.55, 0.06  # reflectance of cloth that is called white, or dark
CLOTH = {"light": WHITE_CLOTH, "dark": DARK_CLOTH}
DARK_SKINS = ("brown", "dark")


def add_person(
    world: World,
    name: str,
    x_m: float,
    z_m: float,
    height_m: float,
    joints: Joints,
    dress: Dress,
    *,
    y_m: float = 0.0,
    flip: bool = False,
    speed: tuple[float, float] = (0.0, 0.0),
    light: Light | None = None,
    is_subject: bool = True,
    focused: bool = False,
    shadow: float = 0.55,
) -> Painted:
    """Put somebody into the world as a layer. focused: the face is where the camera focuses."""
    if is_subject:
        dress = dressed_for(dress, world.tone)
    feet, tall = world.at(x_m, y_m, z_m), world.size(height_m, z_m)
    if shadow:
        world.shadow(x_m, z_m, 0.26 * height_m, depth=shadow, y_m=y_m)
    sheet = world.sheet(*bounds(feet, tall))
    painted = lay_person(sheet, feet, tall, joints, dress, world.key_deg, flip=flip)
    world.add(
        name,
        sheet,
        z_m,
        light if light is not None else (world.subject_light or None),
        velocity_m_s=speed,
        is_subject=is_subject,
    )
    mark_person(world, painted, dress)
    seat_face(world, painted, dress, focused=focused)
    return painted


def dressed_for(dress: Dress, tone: str) -> Dress:
    """The same person in light or dark cloth where the brief says so: clothes change, skin does not."""
    if tone not in CLOTH:
        return dress
    return replace(dress, top=CLOTH[tone], legs=CLOTH[tone])


def mark_person(world: World, painted: Painted, dress: Dress) -> None:
    """Name the tones of a figure that was just added."""
    world.mark("dark skin" if dress.skin in DARK_SKINS else "skin", painted.skin, painted.sheet)
    cloth = cloth_tone(dress)
    if cloth:
        world.mark(cloth, painted.cloth, painted.sheet)


def cloth_tone(dress: Dress) -> str | None:
    """What a figure's cloth is called, if it is white or dark."""
    level = dress.top[1]
    return "white cloth" if level >= WHITE_FROM else "dark cloth" if level <= DARK_UNDER else None


def seat_face(world: World, painted: Painted, dress: Dress, *, focused: bool) -> None:
    """Tell the meter of a face, and the camera where to focus."""
    x, y = painted.head
    world.face(x, y, painted.head_radius, dress.skin if dress.skin in SKIN else "fair")
    if focused:
        world.focus = kept_inside(world, (x, y))


def kept_inside(world: World, point: Point) -> Point:
    """A place to focus on that lies inside the frame."""
    half = world.canvas.aspect / 2
    return min(max(point[0], -0.94 * half), 0.94 * half), min(max(point[1], 0.04), 0.96)
