"""The tones of a case's frame by the brief's own names: where each lies, how far it reaches, what of it an exposure loses."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from types import MappingProxyType

import numpy as np

from wide_aperture.core.documents.situation import Tone
from wide_aperture.core.picture.scenes.composition import Composition
from wide_aperture.core.picture.scenes.maps import scene_map
from wide_aperture.core.picture.scenes.scene import Around

# What is painted, as a brief speaks of it.
SPOKEN: Mapping[str, Tone] = MappingProxyType({
    "skin": "skin", "dark skin": "skin", "white cloth": "white cloth", "dark cloth": "dark cloth", "sky": "sky",
    "night sky": "sky", "lamps": "lamps", "sun": "sun", "snow": "snow", "water": "water", "shadows": "shadows",
    "moon": "moon", "windows": "windows", "white feathers": "feathers", "dark feathers": "feathers", "feathers": "feathers",
    "fur": "fur", "foreground land": "land", "hills": "land", "grass": "land", "forest floor": "land", "sand": "land",
    "road": "land", "paving": "land",
})  # fmt: skip
LEAST_SHARE = 0.0008  # of the frame: a tone smaller than this is not one to expose for
ENDS_AT = (0.005, 0.995)
MOSTLY, FEWEST_PX = 0.5, 3  # of a pixel a tone has; a tone of fewer pixels has no spread
STEPS = 41  # of a tone's distribution that are kept
TOP_AT, LOW_AT = 0.98, 0.02  # of a tone lies under its top, and over its low end
OWN_TOP_AT: Mapping[str, float] = MappingProxyType(
    {"sky": 0.90, "lamps": 0.50}
)  # round the Sun, in the filament: nothing holds it


def may_lose(name: str) -> float:
    """How much of a tone may clip and it still counts as held: glints; round the Sun; in the filament."""
    return max(1 - OWN_TOP_AT.get(name, TOP_AT), 0.0)


@dataclass(frozen=True, slots=True)
class ToneSeen:
    """A tone of the frame. ev: its mean over what the light on the subject makes mid; spread: its distribution from the
    darkest to the brightest; share: of the frame."""

    name: Tone
    ev: float
    spread: tuple[float, ...]
    share: float

    @property
    def top_ev(self) -> float:
        return float(np.interp(OWN_TOP_AT.get(self.name, TOP_AT), np.linspace(0, 1, STEPS), self.spread))

    @property
    def low_ev(self) -> float:
        return float(np.interp(LOW_AT, np.linspace(0, 1, STEPS), self.spread))

    def share_over(self, ev: float) -> float:
        """How much of it is brighter than so many EV over mid, 0..1."""
        if ev >= self.spread[-1]:
            return 0.0
        return 1.0 - float(np.interp(ev, self.spread, np.linspace(0, 1, STEPS)))


@lru_cache(maxsize=512)
def ends_of(composition: Composition, around: Around | None, subject_by_ev: float) -> tuple[float, float]:
    """The darkest and the brightest of a frame, but for half a per cent at either end, EV over mid."""
    light = np.sort(scene_map(composition).relative(around, subject_by_ev), axis=None)
    low, high = (float(np.log2(max(light[round(share * (light.size - 1))], 1e-9))) for share in ENDS_AT)
    return round(low, 2), round(high, 2)


@lru_cache(maxsize=512)
def tones_of(composition: Composition, around: Around | None, subject_by_ev: float) -> tuple[ToneSeen, ...]:
    """The tones of a composition at these numbers, the largest first."""
    drawn = scene_map(composition)
    light = np.log2(np.maximum(drawn.fine(around, subject_by_ev), 1e-9))
    masks: dict[Tone, np.ndarray] = {}
    for painted, lies in drawn.tones.items():
        name = SPOKEN.get(painted)
        if name is not None:
            mask = lies.whole
            masks[name] = np.maximum(masks[name], mask) if name in masks else mask
    found = []
    for name, mask in masks.items():
        share = float(mask.mean())
        values = light[mask > MOSTLY]
        if share < LEAST_SHARE or values.size < FEWEST_PX:
            continue
        ranked = np.sort(values)
        spread = np.interp(np.linspace(0, ranked.size - 1, STEPS), np.arange(ranked.size), ranked)
        mean = float(np.log2(np.exp2(values).mean()))
        found.append(ToneSeen(name, round(mean, 2), tuple(np.round(spread, 2).tolist()), round(share, 4)))
    return tuple(sorted(found, key=lambda tone: -tone.share))
