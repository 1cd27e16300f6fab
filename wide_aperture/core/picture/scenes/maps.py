"""Small maps of the drawn scenes: what a meter needs of them, without drawing them.

Written by `make scene-maps` from the drawings themselves (a test draws each again and compares), so that a plan reads the
light of the frame it will be shown with, in well under a millisecond.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from importlib import resources
from io import BytesIO

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.picture.scenes.catalogue import KINDS
from wide_aperture.core.picture.scenes.scene import Around, Face, Scene, ev_over_mid

HEIGHT_PX, WIDTH_PX = 64, 96
DRAWN_AT = 10  # times the map's size: lamps and far faces are averaged, not met or missed
FOUND_COVER = 0.5
TOP_SHARE = 0.995  # of the surroundings lie under what is called their top
Plane = NDArray[np.float32]


@dataclass(frozen=True, slots=True)
class SceneMap:
    """A scene at 96 x 64, its planes (64, 96). around_ev, subject_ev: EV over mid, of each by itself; cover: of the subject.

    focus: shares of width and height; faces: as the scene has them, in frame heights.
    """

    around_ev: Plane
    subject_ev: Plane
    cover: Plane
    focus: tuple[float, float]
    faces: tuple[Face, ...]

    @property
    def around_mean_ev(self) -> float:
        """Mean of the surroundings that are seen, in EV over mid."""
        seen = 1 - self.cover
        return float((self.around_ev * seen).sum() / seen.sum()) if seen.any() else 0.0

    @property
    def around_top_ev(self) -> float:
        """The brightest tones of the surroundings, but for their last half per cent."""
        seen = self.around_ev[self.cover < FOUND_COVER]
        return float(np.quantile(seen, TOP_SHARE)) if seen.size else 0.0

    @property
    def subject_mean_ev(self) -> float | None:
        """Mean of the subject, in EV over mid; None in a scene without one."""
        total = float(self.cover.sum())
        return float((self.subject_ev * self.cover).sum() / total) if total > 1 else None

    def relative(self, around: Around | None, subject_by_ev: float) -> Plane:
        """Light of each pixel, 1 where it is mid. around: the surroundings at stated numbers; subject_by_ev: brighter."""
        behind = np.float32(2.0) ** self.around_ev
        if around is not None:
            behind = behind * around.gain(self.around_ev)
        own = np.float32(2.0) ** (self.subject_ev + np.float32(subject_by_ev))
        return np.asarray(behind * (1 - self.cover) + own * self.cover, np.float32)


def averaged(plane: NDArray[np.floating]) -> Plane:
    """A plane at the size of a map, each pixel the mean of what it covers. Its sides must be whole multiples."""
    tall, wide = plane.shape[0] // HEIGHT_PX, plane.shape[1] // WIDTH_PX
    blocks = plane.reshape(HEIGHT_PX, tall, WIDTH_PX, wide)
    return np.asarray(blocks.mean(axis=(1, 3)), np.float32)


def map_of(scene: Scene) -> SceneMap:
    """The map of a drawing of 96 x 64 times a whole number. Its light is that of the drawing, its EV over the scene's mid."""
    around, subject, cover = scene.apart()
    there = averaged(cover)
    own = np.asarray(averaged(subject) / np.maximum(there, 1e-3), np.float32)
    return SceneMap(
        around_ev=np.asarray(ev_over_mid(averaged(around), scene.ev100), np.float32),
        subject_ev=np.asarray(ev_over_mid(own, scene.ev100), np.float32),
        cover=there,
        focus=scene.share_of(scene.focus),
        faces=scene.faces,
    )


@cache
def scene_maps() -> Mapping[str, SceneMap]:
    """The map of every scene, by its name."""
    packed = resources.files("wide_aperture.core.picture").joinpath("data/scene_maps.npz").read_bytes()
    held = np.load(BytesIO(packed))
    return {kind.name: _read(held, kind.name) for kind in KINDS}


def _read(held: Mapping[str, NDArray[np.floating]], name: str) -> SceneMap:
    around, subject, cover = np.asarray(held[name], np.float32)
    focus, *faces = np.asarray(held[f"{name}.points"], np.float64)
    return SceneMap(
        around_ev=around,
        subject_ev=subject,
        cover=cover,
        focus=(float(focus[0]), float(focus[1])),
        faces=tuple(Face(*(float(number) for number in face)) for face in faces),
    )


def packed(scenes: Mapping[str, Scene]) -> bytes:
    """The file of maps of these drawings."""
    planes: dict[str, NDArray[np.floating]] = {}
    for name, scene in scenes.items():
        made = map_of(scene)
        planes[name] = np.stack([made.around_ev, made.subject_ev, made.cover]).astype(np.float16)
        points = [(*made.focus, 0.0, 0.0), *((face.x, face.y, face.radius, face.reflectance) for face in made.faces)]
        planes[f"{name}.points"] = np.array(points, np.float32)
    out = BytesIO()
    np.savez_compressed(out, allow_pickle=False, **planes)
    return out.getvalue()
