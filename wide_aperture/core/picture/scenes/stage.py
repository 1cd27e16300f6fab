"""Where a scene is put together: sheets are painted with reflectances and glow, lit by lamps and become layers."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cache

import numpy as np

from wide_aperture.core.once import cached_property
from wide_aperture.core.picture.scenes.colour_space import (
    LUMINANCE_OF_CHANNELS,
    Pixels,
    as_many,
    luminance,
    per_channel,
    reflectance,
    three_of,
    white_of,
)
from wide_aperture.core.picture.scenes.drawing import Canvas, Point
from wide_aperture.core.picture.scenes.masks import extent
from wide_aperture.core.picture.scenes.scene import Face, Lamp, Layer, Part, Tuning

Colour = tuple[float, float, float]  # linear sRGB reflectance under D65
SHINE_SEEN = 1e-5
INF, FAR_OUT = math.inf, 1e6
LUX_AT_EV0 = 2.5  # incident-light constant C = 250: E = 250 2^EV / 100
MID_REFLECTANCE = math.pi * 12.5 / 250  # what K = 12.5 and C = 250 call mid-tone: 15.7 %

# Reflectance of skin, from very light to very dark, and its colour relative to grey.
SKIN = {"light": 0.42, "fair": 0.33, "tan": 0.23, "brown": 0.13, "dark": 0.075}
SKIN_HUE = {
    "light": (1.28, 0.95, 0.80),
    "fair": (1.34, 0.93, 0.74),
    "tan": (1.42, 0.91, 0.62),
    "brown": (1.50, 0.89, 0.58),
    "dark": (1.48, 0.90, 0.66),
}
WHITE_CLOTH: Colour = (0.80, 0.80, 0.80)
DARK_CLOTH: Colour = (0.035, 0.036, 0.042)
CARD: Colour = (0.18, 0.18, 0.18)


def skin(kind: str) -> Colour:
    """The reflectance of one class of skin."""
    level, (r, g, b) = SKIN[kind], SKIN_HUE[kind]
    return level * r, level * g, level * b


def lux(ev100: float) -> float:
    """Illuminance that makes a surface's own tone come out right at this EV."""
    return float(LUX_AT_EV0 * 2**ev100)


class Sheet:
    """One layer in the making, as large as the part of the picture it is cut for."""

    def __init__(self, canvas: Canvas, top: int = 0, left: int = 0) -> None:
        self.canvas, self.top, self.left = canvas, top, left
        self.alpha = canvas.zeros()
        self._shape = (canvas.height, canvas.width, 3)

    @cached_property
    def surface(self) -> Pixels:
        """Reflectances by channel."""
        return np.zeros(self._shape, np.float32)

    @cached_property
    def emitted(self) -> Pixels:
        """Light of its own, cd/m2."""
        return np.zeros(self._shape, np.float32)

    @cached_property
    def shining(self) -> Pixels:
        """Light before it that covers nothing, cd/m2."""
        return np.zeros(self._shape, np.float32)

    def has(self, plane: str) -> bool:
        """Whether anything was painted into surface, emitted or shining."""
        return plane in self.__dict__

    def cut(self, left: float, top: float, right: float, bottom: float) -> Sheet:
        """The part between these scene coordinates, to paint on: its planes are this sheet's own."""
        made = self.canvas.part(left, top, right, bottom)
        part = Sheet.__new__(Sheet)
        part.canvas, part.top, part.left = made.canvas, self.top + made.top, self.left + made.left
        part._shape = (made.canvas.height, made.canvas.width, 3)
        box = made.box
        part.alpha = self.alpha[box]
        for plane in ("surface", "emitted", "shining"):
            if plane == "surface" or self.has(plane):
                part.__dict__[plane] = getattr(self, plane)[box]
        return part

    def fill(self, mask: Pixels, colour: Colour | Pixels, texture: Pixels | float = 1.0) -> Pixels:
        """Lay a surface over what is there; texture multiplies its reflectance. Returns the mask."""
        part = extent(mask)
        over = np.asarray(mask[part])
        if not over.size:
            return mask
        laid = over * (np.maximum(texture[part], 0) if isinstance(texture, np.ndarray) else np.float32(texture))
        kept = three_of(1 - over)
        for plane in ("emitted", "shining"):
            if self.has(plane):
                getattr(self, plane)[part] *= kept
        surface = self.surface[part]
        surface *= kept
        surface += (
            reflectance(colour[part]) * three_of(laid)
            if isinstance(colour, np.ndarray)
            else three_of(laid, _channels(colour))
        )
        alpha = self.alpha[part]
        np.maximum(alpha, over, out=alpha)
        return mask

    def cover(self, colour: Colour | Pixels, texture: Pixels | float = 1.0) -> None:
        """Fill the whole sheet."""
        self.fill(np.ones_like(self.alpha), colour, texture)

    def shade(self, factor: Pixels, mask: Pixels | None = None) -> None:
        """Multiply the light that falls on what is painted (inside a mask)."""
        if mask is None:
            self.surface *= three_of(factor)
            return
        part = extent(mask)
        self.surface[part] *= three_of(1 + (factor[part] - 1) * mask[part])

    def glow(
        self, mask: Pixels, cd_m2: Pixels | float, kelvin: float, duv: float = 0.0, tint: Colour = (1, 1, 1)
    ) -> None:
        """Add light of its own. Opaque where the mask is."""
        part = extent(mask)
        white = (white_of(kelvin, duv) * reflectance(tint)).astype(np.float32)
        level = mask[part] * (cd_m2[part] if isinstance(cd_m2, np.ndarray) else np.float32(cd_m2))
        self.emitted[part] += three_of(level, white)
        np.maximum(self.alpha[part], np.clip(mask[part], 0, 1), out=self.alpha[part])

    def shine(self, mask: Pixels, cd_m2: Pixels | float, kelvin: float, tint: Colour = (1, 1, 1)) -> None:
        """Add light without covering anything: a halo, a reflection, mist."""
        white = white_of(kelvin) * reflectance(tint)
        self.shining[:] += three_of(mask * np.asarray(cd_m2, np.float32), white)


@cache
def _channels(colour: Colour) -> Pixels:
    return np.maximum(reflectance(colour), 0)


def _for_meter(channels: Pixels, *, coarse: bool) -> Pixels:
    return luminance(channels)[..., None] if coarse else channels


Light = Mapping[str, "Pixels | float"]


def _painted(sheet: Sheet) -> tuple[slice, slice]:
    """The part of a sheet that shows; the tails of a halo would make every box as large as the frame."""
    if not sheet.has("shining"):
        return extent(sheet.alpha)
    faint = SHINE_SEEN * float(sheet.shining.max())
    return extent(np.maximum(sheet.alpha, sheet.shining[..., 1] > faint))


@dataclass
class Stage:
    """The scene in the making. Builders add layers from back to front, mark tones, and name faces and the focus."""

    canvas: Canvas
    seed: int
    tuning: Tuning
    key_deg: float
    lamps: dict[str, Lamp]
    layers: list[Layer] = field(default_factory=list)
    tones: dict[str, Pixels] = field(default_factory=dict)
    faces: list[Face] = field(default_factory=list)
    focus: Point = (0.0, 0.5)
    card: Point | None = None

    def sheet(self, left: float = -INF, top: float = -INF, right: float = INF, bottom: float = INF) -> Sheet:
        """A sheet for the whole picture, or for the part between these scene coordinates."""
        if (left, top, right, bottom) == (-INF, -INF, INF, INF):
            return Sheet(self.canvas)
        cut = self.canvas.part(*(max(min(value, FAR_OUT), -FAR_OUT) for value in (left, top, right, bottom)))
        return Sheet(cut.canvas, cut.top, cut.left)

    def lux_of(self, lamp: str) -> float:
        return self.lamps[lamp].illuminance_lux

    def add(
        self,
        name: str,
        sheet: Sheet,
        depth_m: float,
        light: Light | None = None,
        *,
        velocity_m_s: tuple[float, float] = (0.0, 0.0),
        is_subject: bool = False,
        sky_arcsec_s: float = 0.0,
        own_level: bool = False,
    ) -> Layer:
        """Light the sheet and put it in front of what is there.

        light: share of each lamp that reaches it, a number or a picture; the first lamp in full when left out.
        """
        lit = light if light is not None else {next(iter(self.lamps)): 1.0}
        box = _painted(sheet)
        if box[0].stop <= box[0].start or box[1].stop <= box[1].start:
            box = slice(0, 1), slice(0, 1)  # nothing of it is in the picture
        parts = self._lit(sheet, box, lit)
        layer = Layer(
            name=name,
            depth_m=depth_m,
            parts={part: light for part, light in parts.items() if part == "steady" or light.any()},
            alpha=sheet.alpha[box].copy(),
            top=sheet.top + box[0].start,
            left=sheet.left + box[1].start,
            velocity_m_s=velocity_m_s,
            is_subject=is_subject,
            sky_arcsec_s=sky_arcsec_s,
            own_level=own_level,
        )
        self.layers.append(layer)
        for mask in self.tones.values():  # what lies behind is hidden
            mask[layer.box] *= 1 - layer.alpha
        return layer

    def _lit(self, sheet: Sheet, box: tuple[slice, slice], light: Light) -> dict[Part, Pixels]:
        """Light of what is painted, weighted by its cover: channels, or for a meter their luminance alone, (h, w, 3 or 1)."""
        coarse = self.canvas.coarse
        over = sheet.alpha[box][..., None] if coarse else three_of(sheet.alpha[box])
        steady = np.zeros((*over.shape[:2], 1 if coarse else 3), np.float32)
        if sheet.has("emitted"):
            steady += _for_meter(sheet.emitted[box], coarse=coarse) * over
        if sheet.has("shining"):
            steady += _for_meter(sheet.shining[box], coarse=coarse)
        parts: dict[Part, Pixels] = {"steady": steady}
        if sheet.has("surface"):
            held = sheet.surface[box] if coarse else sheet.surface[box] * over
            for lamp_name, share in light.items():
                lamp = self.lamps[lamp_name]
                white = (white_of(lamp.cct_k, lamp.duv) * lamp.illuminance_lux / math.pi).astype(np.float32)
                falls = share[box] if isinstance(share, np.ndarray) else np.float32(share)
                if coarse:
                    light_on = (held @ (white * LUMINANCE_OF_CHANNELS) * falls)[..., None] * over
                elif isinstance(share, np.ndarray):
                    light_on = held * three_of(np.asarray(falls), white)
                else:
                    light_on = per_channel(held, white * np.float32(share))
                parts[lamp.part] = parts[lamp.part] + light_on if lamp.part in parts else light_on
        return parts

    def mark(self, tone: str, mask: Pixels, sheet: Sheet | None = None) -> None:
        """Name a tone of the layer just added. sheet: the one its mask is cut for, None for the whole picture."""
        if tone not in self.tones:
            self.tones[tone] = self.canvas.zeros()
        top, left = (0, 0) if sheet is None else (sheet.top, sheet.left)
        held = self.tones[tone][top : top + mask.shape[0], left : left + mask.shape[1]]
        np.clip(held + mask, 0, 1, out=held)

    def face(self, x: float, y: float, radius: float, kind: str) -> None:
        self.faces.append(Face(x, y, radius, SKIN[kind]))


def hold_card(stage: Stage, depth_m: float) -> None:
    """Hold an 18 % card into the main light beside the subject. Scenes that are a card already keep theirs."""
    if stage.card is not None:
        return
    canvas = stage.canvas
    x, y = (-0.30 if stage.focus[0] > -0.1 else 0.30) * canvas.aspect, 0.86
    sheet = stage.sheet()
    for half, tall, colour in ((0.112, 0.088, (0.02, 0.02, 0.02)), (0.10, 0.076, CARD)):
        face = sheet.fill(
            canvas.polygon([(x - half, y - tall), (x + half, y - tall), (x + half, y + tall), (x - half, y + tall)]),
            colour,
        )
    key = next(iter(stage.lamps))
    flashes = [name for name, lamp in stage.lamps.items() if lamp.part == "flash"]
    stage.add("grey card", sheet, depth_m, dict.fromkeys((key, *flashes), 1.0))
    stage.mark("grey card", face)
    stage.card = (x, y)


def hazed(layers: list[Layer], haze: float, air: Pixels, subject_m: float) -> list[Layer]:
    """Lay haze between the layers and the camera, before anything is rendered.

    haze: 0..1, the share of a layer's contrast lost at ten times the subject's distance; air: channels of the airlight.
    Source: Koschmieder's law, L' = L e^(-bd) + A (1 - e^(-bd)).
    """
    if haze <= 0:
        return layers
    per_m = -math.log(max(1 - min(haze, 0.98), 1e-3)) / (10 * subject_m)
    result = []
    for layer in layers:
        kept = 1.0 if not layer.is_aerial else math.exp(-per_m * min(layer.depth_m, 60 * subject_m))
        if layer.depth_m == math.inf:
            kept = max(kept, 1 - 0.6 * haze)
        parts = {part: light * np.float32(kept) for part, light in layer.parts.items()}
        parts["steady"] = parts["steady"] + as_many(layer.alpha, air) * air * np.float32(1 - kept)
        result.append(replace(layer, parts=parts))
    return result


def mean_light(layers: list[Layer]) -> Pixels:
    """The mean channels of the farthest layer: what haze scatters."""
    back = layers[0]
    covered = max(float(back.alpha.sum()), 1.0)
    lit = [part.reshape(-1, part.shape[-1]).sum(axis=0) for name, part in back.parts.items() if name != "flash"]
    return np.asarray(np.sum(lit, axis=0) / covered, np.float32)


__all__ = [
    "CARD",
    "DARK_CLOTH",
    "LUX_AT_EV0",
    "MID_REFLECTANCE",
    "WHITE_CLOTH",
    "Sheet",
    "Stage",
    "hazed",
    "hold_card",
    "luminance",
    "lux",
    "mean_light",
    "skin",
]
