"""Small maps of compositions: what a meter needs of a scene, in some milliseconds.

Drawn by the same pieces as the picture, coarsely (figures laid down from sprites, coverage by finer pixels), and kept by
what determines them, so that a plan reads the light of the frame it will be shown with.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.once import cached_property
from wide_aperture.core.picture.metering import face_disc
from wide_aperture.core.picture.scenes.build import scene
from wide_aperture.core.picture.scenes.composition import Composition
from wide_aperture.core.picture.scenes.masks import Patch, extent
from wide_aperture.core.picture.scenes.scene import Around, Face, Scene, ev_over_mid
from wide_aperture.core.picture.store import BoundedStore

HEIGHT_PX = 64
DRAWN_AT = 2  # times the map's size
FOUND_COVER = 0.5
CONTRASTS = (0.5, 0.75, 1.0, 1.25, 1.5, 1.75, 2.0)
TOP_SHARE = 0.995  # of the surroundings lie under what is called their top
KEPT_BYTES = 56_000_000
SMALLEST = 1e-3  # of a pixel, or of mid
SEEN_SHARE = 0.002  # of the frame: a part smaller than this is not in the picture
Plane = NDArray[np.float32]


@dataclass(frozen=True, eq=False)
class SceneMap:
    """A scene, small. Its planes are twice as fine, (128, 128 x aspect); what is given out is (64, 64 x aspect).

    around_ev: EV over mid of the surroundings without the subject; subject: light of the subject in each pixel, 1 for mid,
    also of what shines and covers nothing, as stars do; cover: how much of each pixel it has, in the same box; tones: where
    named tones lie; focus: shares of width and height; faces: as the scene has them, in frame heights.
    """

    around_ev: Plane
    subject: Patch
    cover: Patch
    tones: Mapping[str, Patch]
    focus: tuple[float, float]
    faces: tuple[Face, ...] = ()

    @property
    def nbytes(self) -> int:
        patches = (self.subject, self.cover, *self.tones.values())
        return self.around_ev.nbytes + sum(lies.inside.nbytes for lies in patches)

    @cached_property
    def around_mean_ev(self) -> float:
        """Mean of the surroundings that are seen, in EV over mid."""
        seen = 1 - self.cover.whole
        total = float(seen.sum())
        return float((self.around_ev * seen).sum() / total) if total > 1 else 0.0

    @cached_property
    def around_top_ev(self) -> float:
        """The brightest tones of the surroundings, but for their last half per cent."""
        small = averaged(np.exp2(self.around_ev))
        seen = small[averaged(self.cover.whole) < FOUND_COVER]
        return float(np.log2(np.quantile(seen, TOP_SHARE))) if seen.size else 0.0

    @cached_property
    def subject_mean_ev(self) -> float | None:
        """Mean of the subject, in EV over mid; None in a scene without one."""
        cover = self.cover.inside
        total = float(cover.sum())
        if total <= 1:
            return None
        own_ev = np.log2(np.maximum(self.subject.inside, SMALLEST) / np.maximum(cover, SMALLEST))
        return float((own_ev * cover).sum() / total)

    def part_ev(self, tone: str) -> float | None:
        """The mean light of a tone of the surroundings, in EV over mid; None where it is not in the picture."""
        lies = self.tones.get(tone)
        if lies is None or lies.share < SEEN_SHARE:
            return None
        return float(np.log2((np.exp2(self.around_ev[lies.box]) * lies.inside).sum() / lies.inside.sum()))

    def fine(self, around: Around | None, subject_by_ev: float) -> Plane:
        """Light of each fine pixel, 1 where it is mid, as `relative`."""
        behind = np.exp2(self.around_ev)
        if around is not None:
            if around.part is None:
                behind = behind * around.lighted(self.around_ev, None)
            elif around.part in self.tones:
                lies = self.tones[around.part]
                behind[lies.box] *= around.lighted(self.around_ev[lies.box], lies.inside)
        there = behind[self.cover.box]
        there *= 1 - self.cover.inside
        there += self.subject.inside * np.float32(2**subject_by_ev)
        return np.asarray(behind, np.float32)

    def relative(self, around: Around | None, subject_by_ev: float) -> Plane:
        """Light of each pixel, 1 where it is mid. around: the surroundings at stated numbers; subject_by_ev: brighter."""
        return averaged(self.fine(around, subject_by_ev))

    def on_faces(self, around: Around | None, subject_by_ev: float) -> list[float]:
        """Light on each face where a meter looks, 1 where it is mid.

        Of a face of the subject only its own light: at this size its edge holds much of what lies behind it.
        """
        light = self.fine(around, subject_by_ev)
        own, cover = self.subject.whole * np.float32(2**subject_by_ev), self.cover.whole
        found = []
        for face in self.faces:
            weights = face_disc(light.shape, face)
            mine = weights * cover
            is_subject = float(mine.sum()) > FOUND_COVER * float(weights.sum())
            seen, counted = (own, mine) if is_subject else (light, weights)
            found.append(float((seen * weights).sum() / counted.sum()))
        return found


def averaged(plane: NDArray[np.floating]) -> Plane:
    """A plane at the size of a map, each pixel the mean of what it covers."""
    return block_mean(plane, DRAWN_AT, DRAWN_AT)


def block_mean(plane: NDArray[np.floating], tall: int, wide: int) -> Plane:
    """A plane made smaller, each pixel the mean of a block of so many rows and columns; a rest at the end is left out."""
    rows, columns = plane.shape[0] // tall, plane.shape[1] // wide
    cut = np.ascontiguousarray(plane[: rows * tall, : columns * wide], np.float32)
    return np.asarray(cv2.resize(cut, (columns, rows), interpolation=cv2.INTER_AREA), np.float32)


def map_of(drawn: Scene) -> SceneMap:
    """The map of a drawing twice as fine. Its light is that of the drawing, its EV over the scene's mid."""
    around, subject, cover = drawn.apart()
    box = extent(np.maximum(subject, cover))
    return SceneMap(
        around_ev=np.asarray(ev_over_mid(around, drawn.ev100), np.float32),
        subject=Patch.of(np.exp2(ev_over_mid(subject, drawn.ev100)).astype(np.float32), box),
        cover=Patch.of(cover, box),
        tones=drawn.tones.patches,
        focus=drawn.share_of(drawn.focus),
        faces=drawn.faces,
    )


_kept = BoundedStore(KEPT_BYTES)


def scene_map(composition: Composition, seed: int = 1) -> SceneMap:
    """The map of a composition. Raises as build.scene."""

    def made() -> SceneMap:
        width = 2 * round(HEIGHT_PX * composition.aspect / 2)
        return map_of(scene(composition, width * DRAWN_AT, HEIGHT_PX * DRAWN_AT, seed, coarse=True))

    kept: SceneMap = _kept.get((composition, seed), made, lambda small: small.nbytes)
    return kept


__all__ = ["CONTRASTS", "SceneMap", "averaged", "block_mean", "map_of", "scene_map"]
