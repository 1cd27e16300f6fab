"""Draws a composition at a size, for a window of the frame, with its tuning."""

from __future__ import annotations

import math
from dataclasses import replace

from wide_aperture.core.errors import DomainError
from wide_aperture.core.picture.scenes.composition import (
    Composition,
    behind_m,
    checked,
    drawn_at_m,
    placed,
    sky_point,
    view,
)
from wide_aperture.core.picture.scenes.drawing import Canvas
from wide_aperture.core.picture.scenes.fisheye import Bend, bend_scene, source_window
from wide_aperture.core.picture.scenes.masks import Tones
from wide_aperture.core.picture.scenes.piece import Surroundings, flash
from wide_aperture.core.picture.scenes.scene import AS_DRAWN, WHOLE_FRAME, Lamp, Scene, Tuning, Window, brought_to
from wide_aperture.core.picture.scenes.stage import hazed, hold_card, mean_light
from wide_aperture.core.picture.scenes.world import World

FARTHEST_CARD_M = 1000.0
UNNAMED_LIGHT = 0.25  # of a second light reaches the subject where the brief does not speak of it
FINEST_BENT = 1.6  # times the picture size: how fine a straight drawing for a fisheye is
SMALLEST_PX, LARGEST_PX, MOST_PIXELS = 16, 4096, 4_200_000


def checked_size(width_px: int, height_px: int) -> None:
    """Raises DomainError for a size nobody looks at or no memory holds."""
    for field, value in (("width_px", width_px), ("height_px", height_px)):
        if not SMALLEST_PX <= value <= LARGEST_PX:
            raise DomainError(field, value, f"must lie between {SMALLEST_PX} and {LARGEST_PX}")
    if width_px * height_px > MOST_PIXELS:
        raise DomainError("width_px", width_px, f"times height_px must not exceed {MOST_PIXELS} pixels")


def scene(
    composition: Composition,
    width_px: int,
    height_px: int,
    seed: int = 1,
    *,
    window: Window = WHOLE_FRAME,
    tuning: Tuning = AS_DRAWN,
    coarse: bool = False,
) -> Scene:
    """Draw a composition.

    Args: seed: the same seed draws the same scene; window: the part of the frame drawn;
        coarse: for a meter, which sees light and no detail.
    Returns: layers from back to front in cd/m2.
    Raises: UnknownIdError for unknown pieces, DomainError for a size, measure or tuning out of range.
    """
    checked_size(width_px, height_px)
    checked(composition)
    check_tuning(tuning)
    if composition.fisheye and composition.place.casts:
        return _through_a_fisheye(composition, (width_px, height_px), seed, window, tuning, coarse=coarse)
    place = composition.place
    lamps = _tuned_lamps(place, tuning)
    world = _world(composition, Canvas(width_px, height_px, window, coarse=coarse), seed, tuning, lamps)
    place.draw(world)
    distance = drawn_at_m(composition)
    if tuning.card and distance < FARTHEST_CARD_M:
        hold_card(world, distance)
    layers = hazed(world.layers, tuning.haze, mean_light(world.layers), distance)
    if tuning.around is not None:
        part = tuning.around.part
        mask = None if part is None else world.tones.get(part, world.canvas.zeros())
        layers = brought_to(layers, tuning.around, place.ev100, (height_px, width_px), mask)
    drawn = Scene(
        name=place.name,
        width_px=width_px,
        height_px=height_px,
        window=window,
        subject_m=composition.distance_m,
        ev100=place.ev100,
        layers=tuple(layers),
        lamps=lamps,
        tones=Tones.of(world.tones),
        faces=tuple(world.faces),
        focus=world.focus,
        card=world.card,
        flicker=_flicker(lamps),
        tuning=tuning.drawn_as,
    )
    return drawn.tuned(tuning)


def _through_a_fisheye(
    composition: Composition, size: tuple[int, int], seed: int, window: Window, tuning: Tuning, *, coarse: bool
) -> Scene:
    """Drawn straight through a lens that is wide enough, and bent."""
    width_px, height_px = size
    aspect = width_px / (window.right - window.left) / (height_px / (window.bottom - window.top))
    bend = Bend(composition.focal_mm / composition.sensor_height_mm, aspect)
    part = source_window(bend, window)
    grown = min(bend.per_height / bend.drawn_per_height, FINEST_BENT)
    wide = (
        max(round(width_px * grown * (part.right - part.left) / (window.right - window.left)), SMALLEST_PX),
        LARGEST_PX,
    )
    tall = (
        max(round(height_px * grown * (part.bottom - part.top) / (window.bottom - window.top)), SMALLEST_PX),
        LARGEST_PX,
    )
    straight = replace(composition, focal_mm=bend.drawn_per_height * composition.sensor_height_mm, fisheye=False)
    drawn = scene(straight, min(wide), min(tall), seed, window=part, tuning=tuning, coarse=coarse)
    return bend_scene(drawn, bend, width_px, height_px, window)


def _world(composition: Composition, canvas: Canvas, seed: int, tuning: Tuning, lamps: tuple[Lamp, ...]) -> World:
    place, who = composition.place, composition.who

    def draw_cast(world: World) -> None:
        if who is not None:
            who.draw(world, placed(composition))

    return World(
        canvas, seed, tuning, place.key_deg if tuning.key_deg is None else tuning.key_deg, {lamp.name: lamp for lamp in lamps},
        view=view(composition), subject_m=drawn_at_m(composition), background_m=behind_m(composition), ev100=place.ev100,
        windy=composition.windy, moon_at=sky_point(composition, composition.moon_at), core_at=sky_point(composition, composition.core_at),
        tone=composition.tone, cast_in_sky=who is not None and who.in_sky, draw_cast=draw_cast, subject_light=_on_subject(place, lamps, tuning),
    )  # fmt: skip


def _on_subject(place: Surroundings, lamps: tuple[Lamp, ...], tuning: Tuning) -> dict[str, float]:
    """What reaches the subject of each lamp. A second light that the brief does not name hardly does: the key takes its part."""
    key = lamps[0]
    shares = dict(place.on_subject) or {key.name: 1.0}
    shares.update({lamp.name: 1.0 for lamp in lamps if lamp.part == "flash"})
    if tuning.second_cct_k is not None:
        return shares
    for lamp in lamps[1:]:
        if lamp.part != "flash" and lamp.name in shares:
            kept = UNNAMED_LIGHT * shares[lamp.name]
            shares[key.name] = (
                shares.get(key.name, 1.0) + (shares[lamp.name] - kept) * lamp.illuminance_lux / key.illuminance_lux
            )
            shares[lamp.name] = kept
    return shares


def _tuned_lamps(place: Surroundings, tuning: Tuning) -> tuple[Lamp, ...]:
    """The lamps with the key's and the second light's colours and the pulse asked for."""
    first, *others = place.lamps
    key = first if tuning.key_cct_k is None else replace(first, cct_k=tuning.key_cct_k, duv=0.0)
    if tuning.second_cct_k is not None:
        second = next((k for k, lamp in enumerate(others) if lamp.part != "flash"), None)
        if second is not None:
            others[second] = replace(others[second], cct_k=tuning.second_cct_k, duv=0.0)
    if tuning.flash_cct_k is not None:
        others = [replace(lamp, cct_k=tuning.flash_cct_k) if lamp.part == "flash" else lamp for lamp in others]
    lamps = [key, *others]
    if tuning.flash and not any(lamp.part == "flash" for lamp in lamps):
        lamps.append(flash() if tuning.flash_cct_k is None else flash(tuning.flash_cct_k))
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


def check_tuning(tuning: Tuning) -> None:
    """Raises DomainError for what no scene can be tuned to."""
    for field, value, low, high in (
        ("light_ev", tuning.light_ev, -20, 20),
        ("subject_ev", tuning.subject_ev, -12, 12),
        ("haze", tuning.haze, 0, 1),
        ("speed", tuning.speed, 0, 50),
        ("key_cct_k", tuning.key_cct_k if tuning.key_cct_k is not None else 5500.0, 1500, 20_000),
        ("second_cct_k", tuning.second_cct_k if tuning.second_cct_k is not None else 5500.0, 1500, 20_000),
        ("flash_cct_k", tuning.flash_cct_k if tuning.flash_cct_k is not None else 5500.0, 1500, 20_000),
        ("flicker_hz", tuning.flicker_hz if tuning.flicker_hz is not None else 100.0, 0, 100_000),
        ("modulation", tuning.modulation if tuning.modulation is not None else 0.0, 0, 1),
        ("key_deg", tuning.key_deg if tuning.key_deg is not None else 0.0, -360, 360),
        ("around/from_ev", tuning.around.from_ev if tuning.around else 0.0, -30, 30),
        ("around/to_ev", tuning.around.to_ev if tuning.around else 0.0, -20, 20),
        ("around/contrast", tuning.around.contrast if tuning.around else 1.0, 0, 4),
    ):
        if not (math.isfinite(value) and low <= value <= high):
            raise DomainError(f"tuning/{field}", value, f"must lie between {low} and {high}")
