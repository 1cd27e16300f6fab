"""Simulated scenes in true units, and what a camera makes of them.

`scene` draws, `render` photographs. A Darkroom keeps what a series of frames has in common.
"""

from wide_aperture.core.kit import Body
from wide_aperture.core.scenes.build import scene
from wide_aperture.core.scenes.catalogue import KINDS, SceneKind, scene_kind
from wide_aperture.core.scenes.imaging.capture import Capture, Look
from wide_aperture.core.scenes.imaging.darkroom import Darkroom, Rendered
from wide_aperture.core.scenes.scene import AS_DRAWN, Layer, Scene, Tuning, Window

__all__ = [
    "KINDS",
    "Capture",
    "Darkroom",
    "Layer",
    "Look",
    "Rendered",
    "Scene",
    "SceneKind",
    "Tuning",
    "Window",
    "render",
    "scene",
    "scene_kind",
]


WHOLE_FRAME_LOOK = Look()


def render(
    name: str,
    body: Body,
    capture: Capture,
    look: Look = WHOLE_FRAME_LOOK,
    *,
    seed: int = 1,
    tuning: Tuning = AS_DRAWN,
    darkroom: Darkroom | None = None,
) -> Rendered:
    """Return one frame of a scene. Raises as Darkroom.render does."""
    return (darkroom or Darkroom()).render(name, body, capture, look, seed=seed, tuning=tuning)
