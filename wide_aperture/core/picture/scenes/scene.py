"""A simulated scene: layers from back to front, each with its light in cd/m2, its distance and its movement.

Coordinates in a scene are in frame heights: x to the right from the middle, y downwards from the top edge.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Literal

import numpy as np

from wide_aperture.core.physics.motion import Waveform
from wide_aperture.core.physics.quantities.exposure_value import REFLECTED_LIGHT_CONSTANT
from wide_aperture.core.picture.scenes.colour_space import Pixels, as_many, luminance
from wide_aperture.core.picture.scenes.masks import Tones

Part = Literal["steady", "pulsing", "flash"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Lamp:
    """One light of a scene. illuminance_lux: on the subject at the scene's own level; a flash: lx s of one burst."""

    name: str
    illuminance_lux: float
    cct_k: float
    duv: float = 0.0
    part: Part = "steady"
    flicker_hz: float = 0.0
    modulation: float = 0.0


@dataclass(frozen=True, slots=True)
class Window:
    """A part of the frame, in shares of its width and height."""

    left: float = 0.0
    top: float = 0.0
    right: float = 1.0
    bottom: float = 1.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Around:
    """How everything round the subject is brought to stated numbers, EV over what the light on the subject makes mid.

    from_ev: mean of the surroundings as drawn; to_ev: as they shall be; contrast: of what lies over and under the mean;
    part: only where this tone lies, None: everywhere.
    """

    from_ev: float
    to_ev: float
    contrast: float = 1.0
    part: str | None = None

    def lighted(self, ev: Pixels, mask: Pixels | None) -> Pixels:
        """By how much to multiply light of these tones where a mask says, any shape. mask None: everywhere.

        At the part's soft edge nearly all light is the part's own, so it goes the whole way there.
        """
        reach = 1.0 if mask is None else np.minimum(mask * EDGE_REACH, 1.0)
        return np.asarray(1 + reach * (self.gain(ev) - 1), np.float32)

    def gain(self, ev: Pixels) -> Pixels:
        """By how much to multiply light of these tones (EV over mid), any shape."""
        return np.asarray(np.exp2(self.to_ev + self.contrast * (ev - self.from_ev) - ev), np.float32)


@dataclass(frozen=True, slots=True, kw_only=True)
class Tuning:
    """What may be changed of a scene. light_ev, subject_ev: brighter (+) or darker; speed: times the scene's own.

    around: the surroundings at stated numbers, None: as they are drawn;

    key_cct_k, second_cct_k: colour of the first lamp and of the second; flash: one is on the camera, wherever it is; flash_cct_k: its colour, None: unfiltered; flicker_hz: 0 for lamps that do not pulse, None as the scene has it.
    """

    light_ev: float = 0.0
    key_deg: float | None = None
    haze: float = 0.0
    subject_ev: float = 0.0
    speed: float = 1.0
    card: bool = False
    key_cct_k: float | None = None
    second_cct_k: float | None = None
    flash_cct_k: float | None = None
    flash: bool = False
    flicker_hz: float | None = None
    modulation: float | None = None
    waveform: Waveform = "sine"
    around: Around | None = None

    @property
    def drawn_as(self) -> Tuning:
        """The part of it that a drawing depends on; the rest is applied to any drawing."""
        return replace(self, light_ev=0.0, subject_ev=0.0, speed=1.0)


DARKEST = 1e-9
EDGE_REACH = 8.0
PER_CD = 100 / REFLECTED_LIGHT_CONSTANT  # a surface of 2^EV / 8 cd/m2 reads EV at ISO 100
AS_DRAWN = Tuning()
WHOLE_FRAME = Window()


@dataclass(frozen=True, slots=True)
class Face:
    """Where a face is, its radius (frame heights) and the reflectance of its skin."""

    x: float
    y: float
    radius: float
    reflectance: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Layer:
    """One plane of the scene.

    parts: channels in cd/m2 (flash: cd s/m2) weighted by alpha, shape (h, w, 3), for a meter (h, w, 1); alpha: coverage 0..1, shape (h, w);
    both only as large as what is painted, from row `top` and column `left` of the frame;
    depth_m: distance at the scene's own framing (inf for the sky); velocity_m_s: to the right and upwards.
    """

    name: str
    depth_m: float
    parts: Mapping[Part, Pixels]
    alpha: Pixels
    top: int = 0
    left: int = 0
    velocity_m_s: tuple[float, float] = (0.0, 0.0)
    is_subject: bool = False
    is_aerial: bool = True  # haze lies before it
    sky_arcsec_s: float = 0.0  # turns with the sky instead of moving in metres
    own_level: bool = False  # as bright as it is, whatever light the scene has: stars, the Moon

    @property
    def box(self) -> tuple[slice, slice]:
        """The rows and columns of the frame it covers."""
        height, width = self.alpha.shape
        return slice(self.top, self.top + height), slice(self.left, self.left + width)

    @property
    def nbytes(self) -> int:
        return self.alpha.nbytes + sum(part.nbytes for part in self.parts.values())


@dataclass(frozen=True, slots=True, kw_only=True)
class Scene:
    """A drawn scene. subject_m: distance at which the frame was drawn; tones: where named tones lie, masks 0..1."""

    name: str
    width_px: int
    height_px: int
    window: Window
    subject_m: float
    ev100: float
    layers: tuple[Layer, ...]
    lamps: tuple[Lamp, ...]
    tones: Tones
    faces: tuple[Face, ...] = ()
    focus: tuple[float, float] = (0.0, 0.5)
    card: tuple[float, float] | None = None
    flicker: tuple[float, float] | None = None  # Hz and modulation of what pulses
    tuning: Tuning = field(default_factory=Tuning)

    @property
    def aspect(self) -> float:
        span = self.window
        return (self.width_px / (span.right - span.left)) / (self.height_px / (span.bottom - span.top))

    @property
    def nbytes(self) -> int:
        return sum(layer.nbytes for layer in self.layers) + self.tones.nbytes

    def share_of(self, point: tuple[float, float]) -> tuple[float, float]:
        """A point of scene coordinates as shares of the full frame's width and height."""
        return 0.5 + point[0] / self.aspect, point[1]

    def flattened(self, flash_per_s: float = 0.0) -> Pixels:
        """All layers over each other, sharp and still: mean channels in cd/m2, shape (h, w, 3).

        flash_per_s: bursts a second of exposure, to count the flash as a steady light; 0: without it, as a meter sees.
        """
        kept = self.layers[0].parts["steady"].shape[-1] if self.layers else 3
        channels = np.zeros((self.height_px, self.width_px, kept), np.float32)
        for layer in self.layers:
            behind = channels[layer.box]
            behind *= as_many(1 - layer.alpha, behind)
            for part, light in layer.parts.items():
                if part != "flash":
                    behind += light
                elif flash_per_s:
                    behind += light * np.float32(flash_per_s)
        return channels

    def apart(self) -> tuple[Pixels, Pixels, Pixels]:
        """The surroundings as they are without the subject (cd/m2), the subject's own light, and its cover 0..1, each (h, w)."""
        around, subject, cover = (np.zeros((self.height_px, self.width_px), np.float32) for _ in range(3))
        for layer in self.layers:
            behind, light = 1 - layer.alpha, _own_light(layer)
            subject[layer.box] *= behind
            cover[layer.box] *= behind
            if layer.is_subject:
                subject[layer.box] += light
                cover[layer.box] += layer.alpha
            else:
                around[layer.box] *= behind
                around[layer.box] += light
        return around, subject, cover

    def luminance(self, flash_per_s: float = 0.0) -> Pixels:
        """Luminance in cd/m2, shape (h, w)."""
        return luminance(self.flattened(flash_per_s))

    def tuned(self, tuning: Tuning) -> Scene:
        """The same drawing at another level, haze, subject brightness and speed (key and card are drawn anew)."""
        from_ev = tuning.light_ev - self.tuning.light_ev
        subject = tuning.subject_ev - self.tuning.subject_ev
        layers = tuple(_tuned(layer, self, from_ev, subject, tuning) for layer in self.layers)
        lamps = tuple(replace(lamp, illuminance_lux=lamp.illuminance_lux * 2**from_ev) for lamp in self.lamps)
        return replace(self, layers=layers, lamps=lamps, ev100=self.ev100 + from_ev, tuning=tuning)


def _own_light(layer: Layer) -> Pixels:
    """Its luminance in cd/m2, weighted by its cover; a flash is not counted."""
    steady = [light for part, light in layer.parts.items() if part != "flash"]
    return luminance(sum(steady[1:], steady[0])) if steady else np.zeros_like(layer.alpha)


def surroundings(layers: Sequence[Layer], height_px: int, width_px: int) -> Pixels:
    """Luminance in cd/m2 of all that is not the subject, as if the subject were not there; shape (h, w)."""
    light = np.zeros((height_px, width_px), np.float32)
    for layer in layers:
        if not layer.is_subject:
            light[layer.box] *= 1 - layer.alpha
            light[layer.box] += _own_light(layer)
    return light


def ev_over_mid(luminance_cd_m2: Pixels, ev100: float) -> Pixels:
    """Tones by their EV over what this light makes mid; the darkest there are count as 30 EV under."""
    return np.asarray(np.log2(np.maximum(luminance_cd_m2, DARKEST * 2**ev100) * PER_CD) - ev100)


def brought_to(
    layers: Sequence[Layer], around: Around, ev100: float, size: tuple[int, int], mask: Pixels | None
) -> list[Layer]:
    """The layers with the surroundings at stated numbers: each pixel by what all surroundings together are there.

    size: rows and columns; mask: where the part lies, 0..1, None: everywhere.
    """
    gain = around.lighted(ev_over_mid(surroundings(layers, *size), ev100), mask)
    return [
        layer
        if layer.is_subject
        else replace(
            layer, parts={part: light * as_many(gain[layer.box], light) for part, light in layer.parts.items()}
        )
        for layer in layers
    ]


def _tuned(layer: Layer, scene: Scene, level_ev: float, subject_ev: float, tuning: Tuning) -> Layer:
    own_ev = subject_ev if layer.is_subject else 0.0
    gain = np.float32(2 ** (own_ev + (0.0 if layer.own_level else level_ev)))
    vx, vy = layer.velocity_m_s
    speed = tuning.speed / scene.tuning.speed if scene.tuning.speed else tuning.speed
    return replace(
        layer,
        parts={part: light * gain for part, light in layer.parts.items()} if gain != 1 else layer.parts,
        velocity_m_s=(vx * speed, vy * speed),
    )
