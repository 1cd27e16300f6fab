"""Scenes composed of surroundings and subjects, in cd/m2."""

from wide_aperture.core.picture.scenes.build import scene
from wide_aperture.core.picture.scenes.composition import Composition, all_casts, all_surroundings, usual
from wide_aperture.core.picture.scenes.scene import AS_DRAWN, Layer, Scene, Tuning, Window

__all__ = [
    "AS_DRAWN",
    "Composition",
    "Layer",
    "Scene",
    "Tuning",
    "Window",
    "all_casts",
    "all_surroundings",
    "scene",
    "usual",
]
