"""Simulated scenes in true units: `scene` draws one. What a camera makes of it is imaging's."""

from wide_aperture.core.picture.scenes.build import scene
from wide_aperture.core.picture.scenes.catalogue import KINDS, SceneKind, scene_kind
from wide_aperture.core.picture.scenes.scene import AS_DRAWN, Layer, Scene, Tuning, Window

__all__ = ["AS_DRAWN", "KINDS", "Layer", "Scene", "SceneKind", "Tuning", "Window", "scene", "scene_kind"]
