"""From light to photo-electrons: exposure, lamp bands, shot, read, PRNU and dark noise, and raw clipping.

A mid-tone (K = 12.5) gives the green channel the electrons that the body's sensor figures give a mid-tone at this ISO. Under
daylight red gathers 0.55 and blue 0.70 of green, as silicon under usual filters does. Every picture pixel has all three
channels; where it stands for n sensor pixels, n are averaged. Shot noise is taken as Gaussian with its true variance.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from wide_aperture.core.documents.body import Body
from wide_aperture.core.physics.motion import flicker_share
from wide_aperture.core.physics.quantities import ev100
from wide_aperture.core.physics.quantities.exposure_value import REFLECTED_LIGHT_CONSTANT
from wide_aperture.core.physics.sensor import read_noise_at
from wide_aperture.core.picture.imaging.capture import Capture
from wide_aperture.core.picture.imaging.optical import OpticalImage
from wide_aperture.core.picture.scenes.colour_space import Pixels, per_channel, white_of
from wide_aperture.core.picture.scenes.scene import Scene

DAYLIGHT_RESPONSE = (0.55, 1.0, 0.70)
RESPONSE = (np.array(DAYLIGHT_RESPONSE) / white_of(5500.0)).astype(np.float32)
SYNC_SLACK = 1.05  # a whole frame is open a little longer than its curtains take to cross it
PATTERN_AVERAGES_OUT = 8.0  # sensor pixels a picture pixel


@dataclass(frozen=True, slots=True)
class RawFrame:
    """Electrons a sensor pixel, shape (h, w, 3). clip_e: where the data end; mid_e: a mid-tone in green at this ISO."""

    electrons: Pixels
    clip_e: float
    mid_e: float
    read_e: float
    reserve_ev: float
    pixels_merged: float


def exposure_ev100(capture: Capture) -> float:
    """The EV at ISO 100 this capture exposes for, filters included."""
    return float(ev100(capture.aperture, capture.shutter_s, capture.iso)) + capture.nd_stops


def relative_exposure(image: OpticalImage, scene: Scene, body: Body, capture: Capture, level_ev: float = 0.0) -> Pixels:
    """Channels in units of a mid-tone, with lamp bands and the flash's share of rows, shape (h, w, 3).

    level_ev: how much brighter all lights are than drawn.
    """
    scale = np.float32(2**level_ev * 100 / (REFLECTED_LIGHT_CONSTANT * 2 ** exposure_ev100(capture)))
    total: Pixels | None = None
    for name, light in image.parts.items():
        if name == "flash":
            if not capture.flash:
                continue
            burst = np.float32(flash_burst(scene, capture) / capture.shutter_s)
            held = light * (scale * burst) * _flash_rows(scene, body, capture)[:, None, None]
        elif name == "pulsing":
            held = light * scale * _lamp_rows(scene, body, capture)[:, None, None]
        else:
            held = light * scale
        total = held if total is None else total + held
    if total is None:
        total = np.zeros((scene.height_px, scene.width_px, 3), np.float32)
    return total


def flash_burst(scene: Scene, capture: Capture) -> float:
    """How much of the drawn burst an automatic flash gives: what lights the subject to mid at this aperture and ISO.

    Source: incident exposure E t = C N^2 / S with C = 250.
    """
    drawn = next((lamp.illuminance_lux for lamp in scene.lamps if lamp.part == "flash"), 1.0)
    return float(250 * capture.aperture**2 / capture.iso / drawn * 2**capture.flash_comp_ev)


def _row_shares(scene: Scene) -> np.ndarray:
    """Where each row lies in the full frame, 0 at the top and 1 at the bottom."""
    span = scene.window.bottom - scene.window.top
    return np.asarray(scene.window.top + span * (np.arange(scene.height_px) + 0.5) / scene.height_px)


def _lamp_rows(scene: Scene, body: Body, capture: Capture) -> Pixels:
    """How bright the pulsing lamps are for each row: bands with an electronic read-out, and behind curtains what the travelling
    slit meets on its way; the phase follows the shot's seed. A leaf shutter opens for all rows at once.
    """
    if scene.flicker is None:
        return np.ones(scene.height_px, np.float32)
    hz, modulation = scene.flicker
    phase = float(np.random.default_rng(capture.shot + 77).uniform(0, 1))
    begins = _row_shares(scene) * _crossing_s(body, capture)
    return flicker_share(begins, capture.shutter_s, hz, modulation, scene.tuning.waveform, phase).astype(np.float32)


def _crossing_s(body: Body, capture: Capture) -> float:
    """How long the read-out or the curtains take from the first row to the last."""
    if capture.shutter_type == "electronic":
        return body.readout_ms / 1000 if body.readout_ms else 0.0
    if capture.shutter_type == "leaf":
        return 0.0
    sync = body.sync_s(capture.shutter_type)
    return sync / SYNC_SLACK if sync is not None else 0.0


def _flash_rows(scene: Scene, body: Body, capture: Capture) -> Pixels:
    """The share of the flash each row sees: a slit narrower than the frame leaves rows without it."""
    sync = body.sync_s(capture.shutter_type)
    rows = _row_shares(scene)
    if sync is None:  # the read-out passes the flash only where a row is open at that instant
        late = (body.readout_ms or 20.0) / 1000
        open_at_flash = np.abs(rows - 0.5) * late <= capture.shutter_s / 2
        return open_at_flash.astype(np.float32)
    if capture.shutter_s >= sync / SYNC_SLACK:
        return np.ones(scene.height_px, np.float32)
    lit = capture.shutter_s / sync
    return np.clip((lit - rows) * 30 + 0.5, 0, 1).astype(np.float32)


def expose(
    relative: Pixels, body: Body, capture: Capture, noise: Pixels, pattern: Pixels, pixels_merged: float
) -> RawFrame:
    """Return the raw data.

    Args: relative: channels in units of a mid-tone; noise: standard normal values of this shot; pattern: the body's own
        fixed pattern, standard normal; pixels_merged: how many sensor pixels one picture pixel stands for.
    Source: variance = shot + read(ISO)^2 + dark t, PRNU apart as a fixed pattern; all divided by the pixels merged.
    """
    figures = body.electrons
    reserved = body.reserve_at(capture.iso, capture.reserve)
    full_e = figures.full_well_e * body.base_iso / capture.iso
    mid_e = full_e / 2**figures.mid_below_clipping_ev
    clip_e = full_e * 2**reserved
    read_e = float(read_noise_at(figures, capture.iso / 2**reserved))
    merged = max(pixels_merged, 1.0)
    electrons = per_channel(relative, RESPONSE * np.float32(mid_e))
    constant = (read_e**2 + figures.dark_current_e_s * capture.shutter_s) / merged
    spread = electrons * np.float32(1 / merged)
    spread += np.float32(constant)
    if figures.prnu_fraction > 0:
        if merged > PATTERN_AVERAGES_OUT:  # what is left of a fixed pattern is noise like any other
            spread += np.square(electrons * np.float32(figures.prnu_fraction / math.sqrt(merged)))
        else:
            electrons *= 1 + pattern * np.float32(figures.prnu_fraction / math.sqrt(merged))
    np.sqrt(spread, out=spread)
    spread *= noise
    electrons += spread
    np.minimum(electrons, np.float32(clip_e), out=electrons)
    return RawFrame(electrons, clip_e, mid_e, read_e, reserved, merged)
