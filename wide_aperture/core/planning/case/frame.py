"""The frame of a case: the light of its composition, at the brief's numbers, as a meter would see it.

Plan and rehearsal read the same composition through the same meter, so the compensation that is planned is the one the
frame needs. What the brief states rules the picture: the tone or EV of the background, the range of the scene, the tone of
the subject; the rest is as the surroundings have it, and is said to be assumed.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import TYPE_CHECKING

import numpy as np

from wide_aperture.core.once import cached_property
from wide_aperture.core.physics.quantities.exposure_value import REFLECTED_LIGHT_CONSTANT
from wide_aperture.core.picture.metering import MeterPattern, meter
from wide_aperture.core.picture.scenes.cast.night import MOON_MID_EV
from wide_aperture.core.picture.scenes.composition import Composition, faults
from wide_aperture.core.picture.scenes.maps import CONTRASTS, FOUND_COVER, SceneMap, averaged, scene_map
from wide_aperture.core.picture.scenes.piece import Surroundings
from wide_aperture.core.picture.scenes.scene import Around
from wide_aperture.core.planning.case.composing import PEOPLE, composed, unknown_pieces
from wide_aperture.core.planning.case.tones_seen import ToneSeen, ends_of, tones_of

if TYPE_CHECKING:
    from wide_aperture.core.planning.case.case import Case

OWN_SKY = ("moon", "stars", "meteor")  # their surroundings are the night's, whatever a tone says
NIGHT_EV = -3.0
WHOLE_FRAME = ("land", "water")  # a stated background is part of such a subject: its brightest, not all round it
LEAST_OVER_EV = 0.5  # the brightest surroundings lie at least so far over their mean
MID_CD_M2 = REFLECTED_LIGHT_CONSTANT / 100  # read as EV 0


@lru_cache(maxsize=256)
def _reading(composition: Composition, to_ev: float, contrast: float) -> Around:
    """Surroundings so that a meter of zones reads them, without the subject, at stated EV over mid."""
    drawn = scene_map(composition)
    plain = Around(from_ev=round(drawn.around_mean_ev, 2), to_ev=0.0, contrast=contrast)
    graded = averaged(np.exp2(drawn.around_ev) * plain.gain(drawn.around_ev))
    shown = averaged(drawn.cover.whole) < FOUND_COVER
    behind = np.float32(graded[shown].mean() if shown.any() else 1.0)  # nothing may lie behind the subject
    read = meter(np.where(shown, graded, behind) * np.float32(MID_CD_M2), "multi_segment").ev100
    return Around(from_ev=plain.from_ev, to_ev=round(to_ev - read, 2), contrast=contrast)


@lru_cache(maxsize=1024)
def _read(
    composition: Composition,
    around: Around | None,
    subject_by_ev: float,
    pattern: MeterPattern,
    favour_faces: bool,
    spot_area: float,
) -> float:
    """What a pattern reads of a scene at these numbers. Asked again with every ruler that is dragged, and seldom another."""
    drawn = scene_map(composition)
    light = np.asarray(drawn.relative(around, subject_by_ev) * np.float32(MID_CD_M2))
    faces, on_faces = (drawn.faces, drawn.on_faces(around, subject_by_ev)) if favour_faces else ((), [])
    return meter(
        light, pattern, point=drawn.focus, spot_area=spot_area, faces=faces,
        face_light=[each * MID_CD_M2 for each in on_faces],
    ).ev100  # fmt: skip


@dataclass(frozen=True)
class FrameSeen:
    """What the frame of a case shows a meter. All EV are over the light on the subject: 0 is what it makes mid."""

    case: Case

    @cached_property
    def _chosen(self) -> tuple[Composition, str]:
        return composed(self.case)

    @property
    def composition(self) -> Composition:
        """The surroundings and the subject that stand for the situation, through its lens."""
        return self._chosen[0]

    @property
    def because(self) -> str:
        return self._chosen[1]

    @cached_property
    def faults(self) -> tuple[str, ...]:
        """What of the composition cannot be, and names in the brief that nothing drawn has."""
        unknown = tuple(
            f"Nothing drawn is called {name!r}; the nearest stands in." for name in unknown_pieces(self.case)
        )
        return (*unknown, *faults(self.composition))

    @cached_property
    def map(self) -> SceneMap:
        return scene_map(self.composition)

    @cached_property
    def around(self) -> Around | None:
        return self.around_of(self.composition)

    def _follows_the_brief(self, place: Surroundings) -> bool:
        """False for targets, and for nights, whose sky is as dark as it is whatever a tone says."""
        return (
            bool(place.genres)
            and place.level_follows
            and place.ev100 > NIGHT_EV
            and self.case.subject.kind not in OWN_SKY
        )

    def around_of(self, composition: Composition) -> Around | None:
        """How surroundings are brought to the brief's numbers; None where they stay as they are drawn."""
        situation, place = self.case.situation, composition.place
        if not self._follows_the_brief(place):
            return None
        drawn = scene_map(composition)
        if place.bright_part and situation.look != "silhouette":
            if situation.background_ev100 is not None:
                return self._part(drawn, place.bright_part)
            if situation.background_tone == "mid":
                return None  # as the place is, its windows with it
        to_ev, top = self._around_ev, self.case.light.scene_top_ev
        if to_ev is None:
            return None
        contrast = 1.0
        own = drawn.around_top_ev - drawn.around_mean_ev
        if top is not None and own > LEAST_OVER_EV and situation.look != "silhouette":
            asked = max(top - to_ev, LEAST_OVER_EV) / own
            contrast = min(CONTRASTS, key=lambda each: abs(each - asked))
        return _reading(composition, round(to_ev, 2), contrast)

    def _part(self, drawn: SceneMap, part: str) -> Around | None:
        """A stated background is the windows or the doorway, not the walls round them."""
        stated, own = self.case.situation.background_ev100, drawn.part_ev(part)
        if stated is None or own is None:
            return None
        return Around(from_ev=round(own, 2), to_ev=round(stated - self.case.light.ev100, 2), part=part)

    @cached_property
    def _around_ev(self) -> float | None:
        """What the brief says of the surroundings as a whole."""
        case, situation = self.case, self.case.situation
        if situation.look == "silhouette":
            return 0.0  # the light is given for the bright background
        if situation.background_ev100 is not None and case.subject.kind not in WHOLE_FRAME:
            return situation.background_ev100 - case.light.ev100
        return case.figure("tone_ev", "dark" if situation.look == "shadow_graphic" else situation.background_tone)

    @cached_property
    def subject_by_ev(self) -> float:
        return self.subject_by_ev_in(self.composition)

    def subject_by_ev_in(self, composition: Composition) -> float:
        """By how much the subject is drawn brighter (+) or darker, to have the tone the brief says.

        People are not: the brief says what they wear (Composition.tone), and their skin stays.
        """
        case, place = self.case, composition.place
        who = composition.who
        if who is not None and who.name == "moon":
            return round((case.situation.moon_ev100 or MOON_MID_EV) - MOON_MID_EV, 2)
        own = scene_map(composition).subject_mean_ev
        if own is None or not self._follows_the_brief(place):
            return 0.0
        if case.situation.look == "silhouette":
            return round(case.figure("silhouette_ev") - own, 2)
        if case.subject.kind in PEOPLE:
            return 0.0  # they wear what the brief says; their skin stays
        return round(case.figure("tone_ev", case.situation.subject_tone) - own, 2)

    @cached_property
    def level_ev(self) -> float:
        """How much brighter (+) than drawn the scene is; what shines by itself (stars, the Moon) stays."""
        return self.level_ev_in(self.composition)

    def level_ev_in(self, composition: Composition) -> float:
        place = composition.place
        own_ev = self.case.light.ev100 if place.level_follows else self.case.situation.moon_ev100
        return round(min(max(own_ev - place.ev100, -20.0), 20.0), 2) if own_ev is not None else 0.0

    @cached_property
    def tones(self) -> tuple[ToneSeen, ...]:
        """The frame's tones by the brief's names, the largest first."""
        return tones_of(self.composition, self.around, self._drawn_subject_by_ev)

    @cached_property
    def ends_ev(self) -> tuple[float, float]:
        """The darkest and the brightest of the frame, but for half a per cent at either end."""
        return ends_of(self.composition, self.around, self._drawn_subject_by_ev)

    @property
    def _drawn_subject_by_ev(self) -> float:
        """By how much the map's subject is brighter than drawn: what shines by itself does not follow the light."""
        who = self.composition.who
        return self.subject_by_ev - (self.level_ev if who is not None and who.own_level else 0.0)

    @property
    def subject_share(self) -> float:
        """How much of the frame the subject covers."""
        return self.map.cover.share

    def reading_ev(self, pattern: MeterPattern, *, favour_faces: bool = False) -> float:
        """How much brighter (+) or darker than the light on the subject this pattern reads the frame."""
        return _read(
            self.composition, self.around, self._drawn_subject_by_ev, pattern, favour_faces,
            self.case.body.spot_area_share,
        )  # fmt: skip
