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

from wide_aperture.core.errors import DomainError
from wide_aperture.core.picture.metering import face_disc
from wide_aperture.core.picture.scenes.catalogue import KINDS
from wide_aperture.core.picture.scenes.scene import PER_CD, Around, Face, Scene, ev_over_mid

HEIGHT_PX, WIDTH_PX = 64, 96
DRAWN_AT = 10  # times the map's size: lamps and far faces are averaged, not met or missed
FOUND_COVER = 0.5
FACE_FIELDS = 4
CONTRASTS = (0.5, 0.75, 1.0, 1.25, 1.5, 1.75, 2.0)
TOP_SHARE = 0.995  # of the surroundings lie under what is called their top
Plane = NDArray[np.float32]


@dataclass(frozen=True, slots=True)
class SceneMap:
    """A scene at 96 x 64, its planes (64, 96). subject_ev: EV over mid, of the subject by itself; cover: its share.

    around_at: of the surroundings by themselves, one plane for each of CONTRASTS: log2 of the mean of their light to that
    power, so that lamps smaller than a pixel count rightly whatever contrast the brief gives; focus: shares of width and height; faces: as the scene has them, in
    frame heights; face_light: of each where a meter looks, its own and, by contrast, what shows beside it; 1 is mid.
    """

    around_at: NDArray[np.float32]  # (len(CONTRASTS), 64, 96)
    subject_ev: Plane
    cover: Plane
    focus: tuple[float, float]
    faces: tuple[Face, ...]
    face_light: tuple[tuple[float, ...], ...] = ()

    @property
    def around_ev(self) -> Plane:
        """The surroundings as they are drawn, in EV over mid."""
        return np.asarray(self.around_at[CONTRASTS.index(1.0)])

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

    def around_by(self, around: Around | None) -> Plane:
        """The surroundings at stated numbers, in EV over mid. Raises DomainError for a contrast that no map keeps."""
        if around is None:
            return self.around_ev
        if around.contrast not in CONTRASTS:
            raise DomainError("contrast", around.contrast, f"must be one of {CONTRASTS}")
        powered = self.around_at[CONTRASTS.index(around.contrast)]
        return np.asarray(powered + np.float32(around.to_ev - around.contrast * around.from_ev), np.float32)

    def relative(self, around: Around | None, subject_by_ev: float) -> Plane:
        """Light of each pixel, 1 where it is mid. around: the surroundings at stated numbers; subject_by_ev: brighter."""
        behind = np.float32(2.0) ** self.around_by(around)
        own = np.float32(2.0) ** (self.subject_ev + np.float32(subject_by_ev))
        return np.asarray(behind * (1 - self.cover) + own * self.cover, np.float32)

    def on_faces(self, around: Around | None, subject_by_ev: float) -> list[float]:
        """Light on each face where a meter looks, 1 where it is mid; too small to be measured on the map itself."""
        contrast = 1.0 if around is None else around.contrast
        by = 1.0 if around is None else 2 ** (around.to_ev - contrast * around.from_ev)
        beside = 1 + CONTRASTS.index(contrast)
        return [light[0] * 2**subject_by_ev + light[beside] * by for light in self.face_light]


def averaged(plane: NDArray[np.floating]) -> Plane:
    """A plane at the size of a map, each pixel the mean of what it covers. Its sides must be whole multiples."""
    return block_mean(plane, plane.shape[0] // HEIGHT_PX, plane.shape[1] // WIDTH_PX)


def block_mean(plane: NDArray[np.floating], tall: int, wide: int) -> Plane:
    """A plane made smaller, each pixel the mean of a block of so many rows and columns; a rest at the end is left out."""
    rows, columns = plane.shape[0] // tall, plane.shape[1] // wide
    blocks = plane[: rows * tall, : columns * wide].reshape(rows, tall, columns, wide)
    return np.asarray(blocks.mean(axis=(1, 3)), np.float32)


def map_of(scene: Scene) -> SceneMap:
    """The map of a drawing of 96 x 64 times a whole number. Its light is that of the drawing, its EV over the scene's mid."""
    around, subject, cover = scene.apart()
    there = averaged(cover)
    own = np.asarray(averaged(subject) / np.maximum(there, 1e-3), np.float32)
    tones = ev_over_mid(around, scene.ev100)
    powered = [np.asarray(np.float32(2.0) ** (np.float32(contrast) * tones), np.float32) for contrast in CONTRASTS]
    beside = [np.asarray(power * (1 - cover), np.float32) for power in powered]
    mine = np.asarray(subject * np.float32(PER_CD / 2.0**scene.ev100), np.float32)
    return SceneMap(
        around_at=np.asarray([np.log2(averaged(power)) for power in powered], np.float32),
        subject_ev=np.asarray(ev_over_mid(own, scene.ev100), np.float32),
        cover=there,
        focus=scene.share_of(scene.focus),
        faces=scene.faces,
        face_light=tuple(_on_face(face, mine, beside) for face in scene.faces),
    )


def _on_face(face: Face, own: Plane, around: list[Plane]) -> tuple[float, ...]:
    """A face's own light and what shows beside it where a meter looks, by contrast; 1 is mid."""
    weights = face_disc(own.shape, face)
    total = float(weights.sum())
    return tuple(float((light * weights).sum()) / total for light in (own, *around))


@cache
def scene_maps() -> Mapping[str, SceneMap]:
    """The map of every scene, by its name."""
    packed = resources.files("wide_aperture.core.picture").joinpath("data/scene_maps.npz").read_bytes()
    held = np.load(BytesIO(packed))
    return {kind.name: _read(held, kind.name) for kind in KINDS}


def _read(held: Mapping[str, NDArray[np.floating]], name: str) -> SceneMap:
    *around, subject, cover = np.asarray(held[name], np.float32)
    (across, down, *_), *faces = np.asarray(held[f"{name}.points"], np.float64)
    return SceneMap(
        around_at=np.asarray(around, np.float32),
        subject_ev=subject,
        cover=cover,
        focus=(float(across), float(down)),
        faces=tuple(Face(*(float(number) for number in face[:FACE_FIELDS])) for face in faces),
        face_light=tuple(tuple(float(number) for number in face[FACE_FIELDS:]) for face in faces),
    )


def packed(scenes: Mapping[str, Scene]) -> bytes:
    """The file of maps of these drawings."""
    planes: dict[str, NDArray[np.floating]] = {}
    for name, scene in scenes.items():
        made = map_of(scene)
        planes[name] = np.stack([*made.around_at, made.subject_ev, made.cover]).astype(np.float16)
        lit = zip(made.faces, made.face_light, strict=True)
        points: list[tuple[float, ...]] = [(*made.focus, *(0.0,) * (FACE_FIELDS - 1 + len(CONTRASTS)))]
        points += [(face.x, face.y, face.radius, face.reflectance, *light) for face, light in lit]
        planes[f"{name}.points"] = np.array(points, np.float32)
    out = BytesIO()
    np.savez_compressed(out, allow_pickle=False, **planes)
    return out.getvalue()
