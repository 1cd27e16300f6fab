"""A stand-in for a hand-held light meter: what it would show at a place, under a sky that is not quite the model's."""

from __future__ import annotations

import math
import random

import numpy as np

from wide_aperture.core.documents.situation import SkyCondition
from wide_aperture.core.documents.sky_context import MeterReading, SkyContext
from wide_aperture.core.sky.daylight.conditions import band_ev
from wide_aperture.core.sky.daylight.day import light_of, tracks

LIES_WITHIN = 0.8  # of the model's own band: today's haze and cloud
SHOWS_STEPS_OF_EV = 0.1


def simulated_reading(context: SkyContext, at_min: float, condition: SkyCondition) -> MeterReading:
    """Return what the stand-in shows. The same place and day always have the same weather, drifting slowly with the hours.

    Readings already taken do not change it: it meters the sky, not the record.
    """
    sky = tracks(context, np.array([float(at_min)]))
    model = float(light_of(sky, condition).ev100[0])
    half = float(band_ev(condition, sky.sun_altitude_deg)[0])
    weather = random.Random(f"{context.date} {context.latitude_deg:.3f} {context.longitude_deg:.3f} {condition}")
    base, swing, phase = weather.uniform(-1, 1), weather.uniform(0, 0.25), weather.uniform(0, 2 * math.pi)
    off = LIES_WITHIN * half * max(-1.0, min(1.0, base + swing * math.sin(2 * math.pi * at_min / 420 + phase)))
    shown = round((model + off) / SHOWS_STEPS_OF_EV) * SHOWS_STEPS_OF_EV
    return MeterReading(at_min=at_min, ev100=round(shown, 1), condition=condition)
