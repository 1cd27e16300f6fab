"""The day strip: light with its band, twilights, tracks, and the light of each situation."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

import numpy as np

from wide_aperture.core.craft.lights import named_light
from wide_aperture.core.documents.situation import LightByName, LightByReading, LightBySky
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.physics.numeric import Floats
from wide_aperture.core.sky.daylight.day import SkyTracks, light_of, offsets_ev, tracks
from wide_aperture.core.sky.daylight.events import events_between
from wide_aperture.core.sky.daylight.facing import seen_side_deg
from wide_aperture.core.sky.daylight.resolve import SkyAt, reading_around, span_light
from wide_aperture.sky.questions import DayRequest, SkyBlock


def day_strip(asked: DayRequest) -> dict[str, Any]:
    """Everything the strip draws between two times."""
    context = asked.sky
    until = max(asked.until_min, asked.from_min + 10)
    minutes = np.arange(asked.from_min, until + asked.step_min / 2, asked.step_min)
    sky = tracks(context, minutes)

    def sky_at(wanted: Floats) -> SkyTracks:
        inside = wanted[0] >= minutes[0] and wanted[-1] <= minutes[-1]
        return sky.at(minutes, wanted) if inside else tracks(context, wanted)

    light = light_of(sky, asked.condition, offsets_ev(context, minutes))
    return {
        "minutes": minutes.tolist(),
        "ev100": light.ev100.round(2).tolist(),
        "ev_low": light.ev_low.round(2).tolist(),
        "ev_high": light.ev_high.round(2).tolist(),
        "cct_k": light.cct_k.round(-1).tolist(),
        "sun_altitude_deg": sky.sun_altitude_deg.round(2).tolist(),
        "moon_altitude_deg": sky.moon_altitude_deg.round(2).tolist(),
        "core_altitude_deg": sky.core_altitude_deg.round(2).tolist(),
        "moon_fraction": float(sky.moon_fraction[minutes.size // 2]),
        "events": [asdict(event) for event in events_between(context, asked.from_min, until)],
        "blocks": [_block(block, context, sky_at) for block in asked.blocks],
        "sentence": _sentence(sky.sun_altitude_deg),
    }


def _block(block: SkyBlock, context: SkyContext, sky_at: SkyAt) -> dict[str, Any]:
    """The light of one situation in numbers."""
    light, hours = block.light, (block.from_min, max(block.until_min, block.from_min))
    side = seen_side_deg(block.bearing_deg, block.subject, block.genre)
    if isinstance(light, LightBySky):
        span = span_light(light.condition, *hours, context, sky_at, side)
        return {"id": block.id, **asdict(span)}
    if isinstance(light, LightByReading):
        light = reading_around(light, *hours, context, side)
    named = named_light(light.name) if isinstance(light, LightByName) else None
    ev = named.ev100 if named else light.ev100  # type: ignore[union-attr]
    low, high = light.ev_low if light.ev_low is not None else ev, light.ev_high if light.ev_high is not None else ev
    colour = light.cct_k or (named.cct_k if named else None)
    return {"id": block.id, "ev100": ev, "ev_low": min(low, ev), "ev_high": max(high, ev), "cct_k": colour}


def _sentence(sun: np.ndarray) -> str:
    if float(sun.min()) > -0.833:
        return "The Sun does not set in these hours."
    if float(sun.max()) < -0.833:
        return "The Sun does not rise in these hours."
    return ""
