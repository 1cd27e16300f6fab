"""The frame of a case: the light of the scene that stands for it, at the brief's numbers, as a meter would see it.

Plan and rehearsal read the same scene through the same meter, so the compensation that is planned is the one the frame
needs. What the brief states rules the picture: the tone or EV of the background, the range of the scene, the tone of the
subject; the rest is as the scene is drawn.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.once import cached_property
from wide_aperture.core.physics.quantities.exposure_value import REFLECTED_LIGHT_CONSTANT
from wide_aperture.core.picture.metering import MeterPattern, meter
from wide_aperture.core.picture.scenes.catalogue import SceneKind
from wide_aperture.core.picture.scenes.maps import SceneMap, scene_maps
from wide_aperture.core.picture.scenes.scene import Around
from wide_aperture.core.planning.case.scene_choice import suggested_scene

if TYPE_CHECKING:
    from wide_aperture.core.planning.case.case import Case

OWN_SKY = ("moon", "stars", "meteor")  # their surroundings are the night's, whatever a tone says
LEAST_CONTRAST, MOST_CONTRAST = 0.25, 2.0
LEAST_OVER_EV = 0.5  # the brightest surroundings lie at least so far over their mean
MID_CD_M2 = REFLECTED_LIGHT_CONSTANT / 100  # read as EV 0


@lru_cache(maxsize=256)
def _reading(scene: str, to_ev: float, contrast: float) -> Around:
    """A scene's surroundings so that a meter of zones reads them, without the subject, at stated EV over mid."""
    drawn = scene_maps()[scene]
    plain = Around(from_ev=round(drawn.around_mean_ev, 2), to_ev=0.0, contrast=contrast)
    light = np.float32(2.0) ** drawn.around_ev * plain.gain(drawn.around_ev)
    read = meter(np.asarray(light * np.float32(MID_CD_M2)), "multi_segment").ev100
    return Around(from_ev=plain.from_ev, to_ev=round(to_ev - read, 2), contrast=contrast)


@dataclass(frozen=True)
class FrameSeen:
    """What the frame of a case shows a meter. All EV are over the light on the subject: 0 is what it makes mid."""

    case: Case

    @cached_property
    def _chosen(self) -> tuple[SceneKind, str]:
        return suggested_scene(self.case)

    @property
    def kind(self) -> SceneKind:
        """The drawn scene that stands for the situation."""
        return self._chosen[0]

    @property
    def because(self) -> str:
        return self._chosen[1]

    @cached_property
    def map(self) -> SceneMap:
        return scene_maps()[self.kind.name]

    @cached_property
    def around(self) -> Around | None:
        return self.around_of(self.kind)

    def around_of(self, kind: SceneKind) -> Around | None:
        """How a scene's surroundings are brought to the brief's numbers; None where they stay as they are drawn."""
        situation, drawn = self.case.situation, scene_maps()[kind.name]
        if not kind.genres or not kind.level_follows or self.case.subject.kind in OWN_SKY:
            return None
        to_ev, top = self._around_ev, self.case.light.scene_top_ev
        contrast = 1.0
        own = drawn.around_top_ev - drawn.around_mean_ev
        if top is not None and own > LEAST_OVER_EV and situation.look != "silhouette":
            contrast = min(max(max(top - to_ev, LEAST_OVER_EV) / own, LEAST_CONTRAST), MOST_CONTRAST)
        return _reading(kind.name, round(to_ev, 2), round(contrast, 2))

    @cached_property
    def _around_ev(self) -> float:
        """What the brief says of the surroundings as a whole."""
        case, situation = self.case, self.case.situation
        if situation.look == "silhouette":
            return 0.0  # the light is given for the bright background
        if situation.background_ev100 is not None:
            return situation.background_ev100 - case.light.ev100
        return case.figure("tone_ev", "dark" if situation.look == "shadow_graphic" else situation.background_tone)

    def subject_by_ev(self, kind: SceneKind) -> float:
        """By how much a scene's subject is drawn brighter (+) or darker, to have the tone the brief says.

        People stay as they are drawn, with skin and cloth of every tone, unless the brief says that they are light or dark.
        """
        case, own = self.case, scene_maps()[kind.name].subject_mean_ev
        if own is None or not kind.genres or case.subject.kind in OWN_SKY:
            return 0.0
        if case.situation.look == "silhouette":
            return round(case.figure("silhouette_ev") - own, 2)
        if case.situation.subject_tone == "mid" and case.subject.kind in ("person", "group"):
            return 0.0
        return round(case.figure("tone_ev", case.situation.subject_tone) - own, 2)

    @property
    def subject_share(self) -> float:
        """How much of the frame the subject covers."""
        return float(self.map.cover.mean())

    @cached_property
    def light(self) -> NDArray[np.float32]:
        """The map's light in cd/m2 under a light of EV 0 on the subject, shape (64, 96)."""
        return np.asarray(self.map.relative(self.around, self.subject_by_ev(self.kind)) * np.float32(MID_CD_M2))

    @cached_property
    def _readings(self) -> dict[tuple[str, bool, bool], float]:
        return {}

    def reading_ev(self, pattern: MeterPattern, *, favour_faces: bool = False, link_point: bool = False) -> float:
        """How much brighter (+) or darker than the light on the subject this pattern reads the frame."""
        key = (pattern, favour_faces, link_point)
        if key not in self._readings:
            read = meter(
                self.light, pattern, point=self.map.focus, spot_area=self.case.body.spot_area_share,
                link_point=link_point, faces=self.map.faces if favour_faces else (),
            )  # fmt: skip
            self._readings[key] = read.ev100
        return self._readings[key]
