"""Draws a scene at a size, for a window of the frame, with its tuning."""

from __future__ import annotations

import math
from dataclasses import replace

from wide_aperture.core.errors import DomainError
from wide_aperture.core.picture.scenes.catalogue import SceneKind, scene_kind
from wide_aperture.core.picture.scenes.drawing import Canvas
from wide_aperture.core.picture.scenes.scene import AS_DRAWN, WHOLE_FRAME, Lamp, Scene, Tuning, Window, brought_to
from wide_aperture.core.picture.scenes.stage import Stage, hazed, hold_card, mean_light

FARTHEST_CARD_M = 1000.0
SMALLEST_PX, LARGEST_PX, MOST_PIXELS = 16, 4096, 4_200_000


def checked_size(width_px: int, height_px: int) -> None:
    """Raises DomainError for a size nobody looks at or no memory holds."""
    for field, value in (("width_px", width_px), ("height_px", height_px)):
        if not SMALLEST_PX <= value <= LARGEST_PX:
            raise DomainError(field, value, f"must lie between {SMALLEST_PX} and {LARGEST_PX}")
    if width_px * height_px > MOST_PIXELS:
        raise DomainError("width_px", width_px, f"times height_px must not exceed {MOST_PIXELS} pixels")


def scene(
    name: str, width_px: int, height_px: int, seed: int = 1, *, window: Window = WHOLE_FRAME, tuning: Tuning = AS_DRAWN
) -> Scene:
    """Draw a scene.

    Args: name: one of the catalogue; seed: the same seed draws the same scene; window: the part of the frame drawn.
    Returns: layers from back to front in cd/m2.
    Raises: UnknownIdError for an unknown name, DomainError for a size or tuning out of range.
    """
    kind = scene_kind(name)
    checked_size(width_px, height_px)
    _check_tuning(tuning)
    canvas = Canvas(width_px, height_px, window)
    key_deg = kind.key_deg if tuning.key_deg is None else tuning.key_deg
    lamps = _tuned_lamps(kind, tuning)
    stage = Stage(canvas, seed, tuning, key_deg, {lamp.name: lamp for lamp in lamps})
    kind.draw(stage)
    if tuning.card and kind.subject_m < FARTHEST_CARD_M:
        hold_card(stage, kind.subject_m)
    layers = hazed(stage.layers, tuning.haze, mean_light(stage.layers), kind.subject_m)
    if tuning.around is not None:
        layers = brought_to(layers, tuning.around, kind.ev100, height_px, width_px)
    drawn = Scene(
        name=name,
        width_px=width_px,
        height_px=height_px,
        window=window,
        subject_m=kind.subject_m,
        ev100=kind.ev100,
        layers=tuple(layers),
        lamps=lamps,
        tones=stage.tones,
        faces=tuple(stage.faces),
        focus=stage.focus,
        card=stage.card,
        flicker=_flicker(lamps),
        tuning=tuning.drawn_as,
    )
    return drawn.tuned(tuning)


def _tuned_lamps(kind: SceneKind, tuning: Tuning) -> tuple[Lamp, ...]:
    """The scene's lamps with the key's colour and the pulse asked for."""
    first, *others = kind.lamps
    key = first if tuning.key_cct_k is None else replace(first, cct_k=tuning.key_cct_k, duv=0.0)
    lamps = [key, *others]
    if tuning.flicker_hz == 0:
        lamps = [replace(lamp, part="steady") if lamp.part == "pulsing" else lamp for lamp in lamps]
    elif tuning.flicker_hz is not None:
        if not any(lamp.part == "pulsing" for lamp in lamps):
            lamps[0] = replace(key, part="pulsing", modulation=0.4)
        lamps = [_pulsing_at(lamp, tuning) for lamp in lamps]
    return tuple(lamps)


def _pulsing_at(lamp: Lamp, tuning: Tuning) -> Lamp:
    if lamp.part != "pulsing" or tuning.flicker_hz is None:
        return lamp
    modulation = lamp.modulation if tuning.modulation is None else tuning.modulation
    return replace(lamp, flicker_hz=tuning.flicker_hz, modulation=modulation)


def _flicker(lamps: tuple[Lamp, ...]) -> tuple[float, float] | None:
    return next(((lamp.flicker_hz, lamp.modulation) for lamp in lamps if lamp.part == "pulsing"), None)


def _check_tuning(tuning: Tuning) -> None:
    for field, value, low, high in (
        ("light_ev", tuning.light_ev, -12, 12),
        ("subject_ev", tuning.subject_ev, -6, 6),
        ("haze", tuning.haze, 0, 1),
        ("speed", tuning.speed, 0, 50),
        ("key_cct_k", tuning.key_cct_k if tuning.key_cct_k is not None else 5500.0, 1500, 20_000),
        ("flicker_hz", tuning.flicker_hz if tuning.flicker_hz is not None else 100.0, 0, 100_000),
        ("modulation", tuning.modulation if tuning.modulation is not None else 0.0, 0, 1),
        ("key_deg", tuning.key_deg if tuning.key_deg is not None else 0.0, -360, 360),
        ("around/from_ev", tuning.around.from_ev if tuning.around else 0.0, -30, 30),
        ("around/to_ev", tuning.around.to_ev if tuning.around else 0.0, -20, 20),
        ("around/contrast", tuning.around.contrast if tuning.around else 1.0, 0, 4),
    ):
        if not (math.isfinite(value) and low <= value <= high):
            raise DomainError(f"tuning/{field}", value, f"must lie between {low} and {high}")
