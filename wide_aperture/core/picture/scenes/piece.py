"""What a scene is composed of: surroundings and casts. Each is one file in its room and is found there by its PIECE."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from importlib import import_module
from pkgutil import iter_modules
from types import ModuleType
from typing import TypeVar

from wide_aperture.core.picture.scenes.scene import Lamp
from wide_aperture.core.picture.scenes.stage import lux
from wide_aperture.core.picture.scenes.world import World


@dataclass(frozen=True, slots=True)
class Placed:
    """Where and how large a subject is: metres to the right, away, and high; flip: it faces left."""

    x_m: float
    z_m: float
    height_m: float
    y_m: float = 0.0
    speed: float = 1.0
    flip: bool = False
    still: bool = False


@dataclass(frozen=True, kw_only=True)
class Cast:
    """A subject. kinds: kinds of subject it stands for; activities: those it is the picture of.

    height_m: from the ground (or its own foot) to its top; over_ground_m: how high it usually is; eye_m: how high the
    camera is held for it; speed_m_s: to the right, as it is drawn; framed_m: how much of the height the camera takes in, None: the subject's; tall_part: what of its height the camera looks at where
    not all of it fits (a face), 0 at the foot.
    """

    name: str
    title: str
    kinds: tuple[str, ...]
    height_m: float
    draw: Callable[[World, Placed], None]
    activities: tuple[str, ...] = ()
    genres: tuple[str, ...] = ()
    speed_m_s: float = 0.0
    over_ground_m: float = 0.0
    eye_m: float = 1.6
    tall_part: float = 0.5
    framed_m: float | None = None
    closest_m: float = 0.3
    in_sky: bool = False
    own_level: bool = False
    words: tuple[str, ...] = ()
    special: bool = False
    people: bool = False


@dataclass(frozen=True, kw_only=True)
class Surroundings:
    """Where a picture is taken. ev100: of the light on the subject at its own level; lamps: the first is the key.

    on_subject: how much of each lamp reaches the subject, the key in full where left out; key_deg: where the key comes from,
    0 from the right, 90 from above; background_m: how far behind the subject usually lies what is seen behind it;
    bright_part: the tone that a stated background means where it is no more than a part (windows, a doorway);
    crest: tangent of the land over the horizon; words: what a brief may call it;
    special: taken only where the brief says so, by its words, its light or what happens; own_sky: its sky is as it is;
    level_follows: its light is the situation's (the Moon's is the Sun's own).
    """

    name: str
    title: str
    about: str
    ev100: float
    lamps: tuple[Lamp, ...]
    draw: Callable[[World], None]
    casts: tuple[str, ...]
    key_deg: float = 90.0
    on_subject: Mapping[str, float] = field(default_factory=dict)
    background_m: float = 20.0
    bright_part: str | None = None
    level_follows: bool = True
    genres: tuple[str, ...] = ()
    lights: tuple[str, ...] = ()
    activities: tuple[str, ...] = ()
    distance_m: float = 8.0
    focal_mm: float = 50.0
    own_sky: bool = False
    crest: float = 0.023
    words: tuple[str, ...] = ()
    special: bool = False


def lamp(name: str, ev100: float, cct_k: float, **more: object) -> Lamp:
    """A light by the exposure it alone would ask for."""
    return Lamp(name=name, illuminance_lux=lux(ev100), cct_k=cct_k, **more)  # type: ignore[arg-type]


def pulsing(name: str, ev100: float, cct_k: float, modulation: float, duv: float = 0.0) -> Lamp:
    """A lamp on the mains."""
    return lamp(name, ev100, cct_k, duv=duv, part="pulsing", flicker_hz=100.0, modulation=modulation)


def flash(cct_k: float = 5600.0) -> Lamp:
    """A flash whose automatic gives the subject what it needs."""
    return Lamp(name="flash", illuminance_lux=160.0, cct_k=cct_k, part="flash")


Piece = TypeVar("Piece", Cast, Surroundings)


def pieces(room: ModuleType, kind: type[Piece]) -> dict[str, Piece]:
    """Every piece in a room by its name; a module may have one PIECE or several PIECES."""
    found: dict[str, Piece] = {}
    for entry in sorted(iter_modules(room.__path__), key=lambda module: module.name):
        module = import_module(f"{room.__name__}.{entry.name}")
        for piece in getattr(module, "PIECES", ()) or (module.PIECE,):
            if not isinstance(piece, kind) or piece.name in found:
                raise TypeError(f"{entry.name}: {piece!r} is no {kind.__name__} of its own name")
            found[piece.name] = piece
    return found
