"""White balance of a frame: the cast of each light of the scene, a card read by a click, what can be put right."""

from __future__ import annotations

import math
from typing import Any

import numpy as np

from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.colour import card_cast, cct_duv, usual_xy
from wide_aperture.core.physics.colour.automatic import chromaticity_of
from wide_aperture.core.physics.colour.recover import SEEN_CHROMA, Recovery, recovery
from wide_aperture.core.picture.imaging import Rendered
from wide_aperture.core.picture.imaging.capture import TINT_STEP_DUV
from wide_aperture.core.picture.imaging.darkroom import mean_patch
from wide_aperture.core.picture.imaging.raw import RESPONSE
from wide_aperture.core.picture.scenes.colour_space import white_of
from wide_aperture.core.picture.scenes.scene import Lamp
from wide_aperture.rehearse.questions import RenderRequest
from wide_aperture.rehearse.services.frames import rendered
from wide_aperture.rehearse.services.meters import metered_capture
from wide_aperture.rehearse.services.room import Waiting

CHANNELS = ("red", "green", "blue")
OUTPUT_SHRINK_PX = 8e6  # noise of a channel is judged at this size


def white_balance(asked: RenderRequest, point: tuple[float, float] | None, go_on: Waiting) -> dict[str, Any]:
    """The cast of every light under the setting taken, and the card under a point if one is given."""
    made = rendered(asked, metered_capture(asked), go_on)
    setting = chromaticity_of(made.white)
    card = _card(made, point) if point else None
    return {
        "kelvin": made.white_kelvin,
        "duv": made.white_duv,
        "lights": [
            _cast(lamp, made, asked, setting)
            for lamp in made.scene.lamps
            if lamp.part != "flash" or asked.capture.flash
        ],
        "card_kelvin": card[0] if card else None,
        "card_tint": card[1] if card else None,
    }


def _card(made: Rendered, point: tuple[float, float]) -> tuple[float, float]:
    """(kelvin, tint) of what lies under a point, taken for grey."""
    patch = mean_patch(made.raw, *point)
    if patch.max() >= 0.97 * made.raw.clip_e:
        raise DomainError("point", point, "lies where the data are clipped: expose less, or click elsewhere")
    if patch.min() <= 0:
        raise DomainError("point", point, "lies where there is too little light to read")
    xy = chromaticity_of(patch / RESPONSE)
    kelvin, duv = cct_duv(*xy)
    usual = cct_duv(*usual_xy(kelvin))[1]
    return kelvin, (duv - usual) / TINT_STEP_DUV


def _cast(lamp: Lamp, made: Rendered, asked: RenderRequest, setting: tuple[float, float]) -> dict[str, Any]:
    body = asked.body
    light_xy = chromaticity_of(white_of(lamp.cct_k, lamp.duv))
    cast = card_cast(light_xy, setting)
    snr = _channel_snr(lamp, made, asked)
    found = recovery(light_xy, lamp.cct_k, setting, body.kelvin_low, body.kelvin_high, snr)
    return {
        "name": lamp.name,
        "cct_k": lamp.cct_k,
        "cast_mired": 1e6 / lamp.cct_k - 1e6 / made.white_kelvin,
        "delta_e": cast.chroma,
        "nearest_k": found.set_k,
        "remaining_delta_e": found.remaining.chroma,
        "channel_snr": dict(zip(CHANNELS, snr, strict=True)),
        "gains_ev": dict(zip(CHANNELS, found.gains_ev, strict=True)),
        "verdict": found.verdict,
        "jpeg_can": found.jpeg_can,
        "sentence": _sentence(lamp, cast.chroma, found, asked),
    }


def _channel_snr(lamp: Lamp, made: Rendered, asked: RenderRequest) -> tuple[float, float, float]:
    """Signal-to-noise of a mid-tone in each raw channel under a lamp, at a screen's size."""
    signal = made.raw.mid_e * RESPONSE * white_of(lamp.cct_k, lamp.duv)
    shrink = math.sqrt(max(asked.body.megapixels * 1e6 / OUTPUT_SHRINK_PX, 1.0))
    snr = signal / np.sqrt(signal + made.raw.read_e**2) * shrink
    return float(snr[0]), float(snr[1]), float(snr[2])


def _sentence(lamp: Lamp, chroma: float, found: Recovery, asked: RenderRequest) -> str:
    body = asked.body
    seen = "neutral" if chroma < SEEN_CHROMA else f"{chroma:.0f} from neutral in a*b*"
    said = [f"Grey under it comes out {seen}."]
    if found.set_k != lamp.cct_k:
        said.append(
            f"The body sets {body.kelvin_low:.0f} to {body.kelvin_high:.0f} K: at {found.set_k:.0f} K "
            f"{found.remaining.chroma:.0f} remain."
        )
    if found.verdict == "monochrome":
        said.append("Its colour cannot be saved; black-and-white can.")
    elif found.verdict == "partial":
        said.append(f"Raw puts part of it right; the weakest channel has a signal-to-noise of {found.weakest_snr:.0f}.")
    elif max(found.gains_ev) > 0.2:
        how = "a JPEG too" if found.jpeg_can else "a JPEG not: it would show steps"
        said.append(f"Raw puts it right by up to {max(found.gains_ev):.1f} stops on a channel; {how}.")
    return " ".join(said)
