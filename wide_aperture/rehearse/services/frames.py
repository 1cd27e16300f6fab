"""One frame with everything the place reads off it, and whether two frames look different."""

from __future__ import annotations

import math
from dataclasses import asdict
from typing import Any

import cv2
import numpy as np

from wide_aperture.core.documents.situation import OUTPUT_PIXELS
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.sensor import usable_range_ev
from wide_aperture.core.picture.imaging import Rendered, readings
from wide_aperture.core.picture.imaging.capture import Capture
from wide_aperture.core.picture.imaging.compare import difference
from wide_aperture.core.picture.imaging.optical import shake_mm
from wide_aperture.core.picture.scenes import Scene
from wide_aperture.core.picture.tone import scene_range_ev, tone_table
from wide_aperture.core.planning.case.tones_seen import SPOKEN
from wide_aperture.core.rehearsal.begin import tuning_of
from wide_aperture.rehearse.pictures import jpeg_address, mask_address, png_address
from wide_aperture.rehearse.questions import RenderRequest
from wide_aperture.rehearse.services.meters import metered_capture
from wide_aperture.rehearse.services.room import (
    Waiting,
    darkroom,
    fastest_subject_px_s,
    luminances,
    small_masks,
    subject_off_ev,
    wanted_ev100,
)

SCREEN_PIXELS, LOWEST_SNR = 4e6, 2.0
GRID_ROWS, GRID_COLUMNS, GRID_LEAST = 32, 48, 0.25


def rendered(asked: RenderRequest, capture: Capture, go_on: Waiting) -> Rendered:
    tuning = tuning_of(asked.tuning)
    return darkroom().render(
        asked.scene.through(capture), asked.body, capture, asked.look, seed=asked.seed, tuning=tuning, go_on=go_on
    )


def frame(asked: RenderRequest, go_on: Waiting) -> dict[str, Any]:
    """Render one frame and read it. go_on may raise to abandon it between stages."""
    capture = metered_capture(asked)
    made = rendered(asked, capture, go_on)
    go_on()
    _, low, high = scene_range_ev(luminances(asked))
    counts = readings.histograms(made.raw, made.picture)
    seen = readings.screen_and_data(made.raw, made.white, made.picture, asked.look.thresholds, made.preview_clip_ev)
    height, width = made.picture.shape[:2]
    scene = made.scene
    return {
        "image": png_address(made.picture) if asked.look.crop else jpeg_address(made.picture),
        "width_px": width,
        "height_px": height,
        "capture": capture,
        "exposure_ev100": made.exposure_ev100,
        "wanted_ev100": wanted_ev100(asked),
        "off_ev": subject_off_ev(asked, capture),
        "white_kelvin": made.white_kelvin,
        "white_duv": made.white_duv,
        "reserve_ev": made.raw.reserve_ev,
        "raw_clip_ev": made.raw_clip_ev,
        "preview_clip_ev": made.preview_clip_ev,
        "noise_floor_ev": noise_floor_ev(asked, capture),
        "scene_low_ev": low - made.exposure_ev100,
        "scene_high_ev": high - made.exposure_ev100,
        "raw_histogram": counts.raw.tolist(),
        "preview_histogram": counts.preview.tolist(),
        "readings": asdict(seen),
        "tones": [] if asked.look.crop else _tones(made, capture, asked),
        "movement": _movement(made, asked, capture),
        "masks": _masks(made, asked),
        "focus": _spot(scene, scene.focus),
        "card": _spot(scene, scene.card) if scene.card else None,
        **_tone_grid(scene),
        "faces": [{**_spot(scene, (face.x, face.y)), "radius": face.radius} for face in scene.faces],
    }


def _tone_grid(scene: Scene) -> dict[str, Any]:
    """Which of the brief's tones lies where, for a click in the frame."""
    names = list(dict.fromkeys(spoken for painted in scene.tones if (spoken := SPOKEN.get(painted))))
    grid = np.full((GRID_ROWS, GRID_COLUMNS), -1)
    best = np.full(grid.shape, GRID_LEAST)
    for painted, mask in scene.tones.items():
        if (spoken := SPOKEN.get(painted)) is not None:
            covered = cv2.resize(mask, (GRID_COLUMNS, GRID_ROWS), interpolation=cv2.INTER_AREA)
            grid[covered > best] = names.index(spoken)
            best = np.maximum(best, covered)
    return {"tone_names": names, "tone_grid": grid.tolist()}


def _spot(scene: Scene, point: tuple[float, float]) -> dict[str, float]:
    """A point of the drawing in shares of the frame, held inside it."""
    x, y = scene.share_of(point)
    return {"x": min(max(x, 0.0), 1.0), "y": min(max(y, 0.0), 1.0)}


def noise_floor_ev(asked: RenderRequest, capture: Capture) -> float:
    """EV from mid of the darkest tone that still stands out of the noise at a screen's size."""
    reserved = asked.body.reserve_at(capture.iso, capture.reserve)
    usable = usable_range_ev(asked.body, capture.iso / 2**reserved, SCREEN_PIXELS, lowest_snr=LOWEST_SNR)
    return float(asked.body.electrons.mid_below_clipping_ev + reserved - usable)


def _tones(made: Rendered, capture: Capture, asked: RenderRequest) -> list[dict[str, Any]]:
    """Where each tone falls and, when it was asked for, its measured signal-to-noise."""
    found = []
    for tone in tone_table(luminances(asked, capture), small_masks(asked), made.exposure_ev100):
        snr = readings.patch_snr(made.raw.electrons, made.scene.tones[tone.name]) if asked.measure else 0.0
        found.append({**asdict(tone), "snr": snr or None})
    return found


def _movement(made: Rendered, asked: RenderRequest, capture: Capture) -> dict[str, float]:
    """Movement in sensor pixels."""
    body = asked.body
    vx, vy = fastest_subject_px_s(made.scene, asked, capture)
    read_out_s = (body.readout_ms or 0.0) / 1000 if capture.shutter_type == "electronic" else 0.0
    return {
        "subject_px": 0.0 if capture.panned else math.hypot(vx, vy) * capture.shutter_s,
        "shake_px": shake_mm(body, capture) * 1000 / body.pixel_pitch_um,
        "skew_px": abs(vx) * read_out_s,
    }


def _masks(made: Rendered, asked: RenderRequest) -> dict[str, str | None]:
    peaking = asked.look.peaking
    if not asked.masks:
        return {"raw_clipped": None, "preview_clipped": None, "preview_black": None, "peaking": None}
    bright, black = readings.preview_masks(made.picture, asked.look.thresholds)
    return {
        "raw_clipped": mask_address(readings.raw_clip_mask(made.raw)),
        "preview_clipped": mask_address(bright),
        "preview_black": mask_address(black),
        "peaking": mask_address(readings.peaking_mask(made.picture, peaking)) if peaking else None,
    }


def _of_two(which: str, asked: RenderRequest, go_on: Waiting) -> Rendered:
    """One of two frames; what it refuses points into its own part of the request."""
    try:
        return rendered(asked, metered_capture(asked), go_on)
    except DomainError as refused:
        raise DomainError(f"{which}/{refused.field}", refused.value, refused.rule) from None


def visible(a: RenderRequest, b: RenderRequest, output: str, go_on: Waiting) -> dict[str, Any]:
    """Whether two frames look different at an output."""
    first, second = (_of_two(which, asked, go_on) for which, asked in (("a", a), ("b", b)))
    return asdict(difference(first, second, OUTPUT_PIXELS[output]))
