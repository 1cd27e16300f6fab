"""Compositions for tests, by the names of the scenes of earlier versions."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any

from wide_aperture.core.picture.scenes import Composition, Scene, scene, usual
from wide_aperture.core.picture.scenes.scene import Lamp
from wide_aperture.core.rehearsal.composed import EARLIER_SCENES, earlier


@dataclass(frozen=True)
class Kind:
    """What a test asks of a scene before it is drawn."""

    ev100: float
    focal_mm: float
    subject_m: float
    lamps: tuple[Lamp, ...]


def composed(name: str, **changes: Any) -> Composition:
    """The composition of a scene's earlier name, or of surroundings by their name."""
    return replace(earlier(name) if name in EARLIER_SCENES else usual(name), **changes)


def kind(name: str) -> Kind:
    made = composed(name)
    return Kind(made.place.ev100, made.focal_mm, made.distance_m, made.place.lamps)


def drawn(name: str, width_px: int, height_px: int, seed: int = 1, **how: Any) -> Scene:
    return scene(composed(name), width_px, height_px, seed, **how)
