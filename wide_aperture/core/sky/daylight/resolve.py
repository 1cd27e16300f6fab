"""A situation whose light comes from the sky, made into numbers by date, place and hours."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from wide_aperture.core.documents.situation import LightByEv, LightByReading, LightBySky, Situation, SkyCondition
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.physics.numeric import Floats
from wide_aperture.core.sky.daylight.conditions import TABLE
from wide_aperture.core.sky.daylight.day import SkyTracks, light_of, offsets_ev, tracks
from wide_aperture.core.sky.daylight.facing import seen_side_deg
from wide_aperture.core.sky.daylight.illuminance import MOON_UP_DEG, disc_ev

STEP_MIN = 5.0
NOON_MIN = 12 * 60
SkyAt = Callable[[Floats], SkyTracks]
READING_BAND_EV = 0.3  # a hand meter and where it was held


@dataclass(frozen=True, slots=True)
class SpanLight:
    """What the light does during a situation: at its middle, darkest and brightest (band included), and its colour."""

    ev100: float
    ev_low: float
    ev_high: float
    cct_k: float


def hours_of(situation: Situation) -> tuple[float, float]:
    """When a situation begins and ends, minutes from local midnight; noon where it does not say."""
    begins = situation.starts_at_min if situation.starts_at_min is not None else NOON_MIN
    ends = situation.ends_at_min if situation.ends_at_min is not None else begins
    return float(begins), float(max(ends, begins))


def side_of(situation: Situation) -> float | None:
    """Where the seen side of its subject faces, for twilight's bright side."""
    return seen_side_deg(situation.bearing_deg, situation.subject, situation.genre)


def span_light(
    condition: SkyCondition, begins_min: float, ends_min: float, context: SkyContext, sky_at: SkyAt | None = None,
    side_deg: float | None = None,
) -> SpanLight:  # fmt: skip
    """The light of a condition over a span of the shoot's day.

    Args: sky_at: the sky at some minutes, where it is known; side_deg: where the subject's seen side faces.
    """
    halves = max(int((ends_min - begins_min) / STEP_MIN / 2), 1)  # as many steps before the middle as after it
    minutes = np.linspace(begins_min, max(ends_min, begins_min), 2 * halves + 1)
    sky = sky_at(minutes) if sky_at is not None else tracks(context, minutes)
    light = light_of(sky, condition, offsets_ev(context, minutes), side_deg)
    middle = minutes.size // 2
    return SpanLight(
        ev100=float(light.ev100[middle]),
        ev_low=float(light.ev_low.min()),
        ev_high=float(light.ev_high.max()),
        cct_k=float(light.cct_k[middle]),
    )


def resolved(situation: Situation, context: SkyContext | None) -> Situation:
    """The situation with its sky light in numbers, the Sun's place and the Moon's brightness filled in.

    A reading keeps its own value and gets the band and the change of the hours around it.
    """
    if context is None:
        return situation
    begins, ends = hours_of(situation)
    middle = np.array([(begins + ends) / 2])
    sky = tracks(context, middle)
    sun: dict[str, object] = {
        "sun_bearing_deg": float(sky.sun_azimuth_deg[0]),
        "sun_altitude_deg": float(sky.sun_altitude_deg[0]),
        "moon_ev100": _disc(float(sky.moon_fraction[0]), float(sky.moon_altitude_deg[0])),
    }
    light, side = situation.light, side_of(situation)
    if isinstance(light, LightBySky):
        span = span_light(light.condition, begins, ends, context, side_deg=side)
        kind = TABLE[light.condition]
        stated = situation.scene_range_ev
        changes = {"light": _by_ev(light, span), "scene_range_ev": stated if stated is not None else kind.range_ev}
        return situation.model_copy(update={**changes, **sun})
    if isinstance(light, LightByReading):
        return situation.model_copy(update={"light": reading_around(light, begins, ends, context, side), **sun})
    return situation.model_copy(update=sun)


def _disc(illuminated_fraction: float, altitude_deg: float) -> float | None:
    return round(disc_ev(illuminated_fraction, altitude_deg), 2) if altitude_deg > MOON_UP_DEG else None


def _by_ev(light: LightBySky, span: SpanLight) -> LightByEv:
    return LightByEv(
        ev100=round(span.ev100, 2),
        ev_low=round(span.ev_low, 2),
        ev_high=round(span.ev_high, 2),
        cct_k=light.cct_k if light.cct_k is not None else round(span.cct_k, -1),
        ev_refers_to=light.ev_refers_to,
        condition=light.condition,
    )


def reading_around(
    light: LightByReading, begins: float, ends: float, context: SkyContext, side_deg: float | None = None
) -> LightByReading:
    """The reading with the light's own change over the situation, if it says what kind of light it is."""
    if light.condition is None or light.ev_low is not None or light.ev_high is not None:
        return light
    at = light.at_min if light.at_min is not None else begins
    span, then = (
        span_light(light.condition, *hours, context, side_deg=side_deg) for hours in ((begins, ends), (at, at))
    )
    half = (then.ev_high - then.ev_low) / 2
    down, up = span.ev_low + half - then.ev100, span.ev_high - half - then.ev100
    return light.model_copy(
        update={
            "ev_low": round(light.ev100 + min(down, 0) - READING_BAND_EV, 2),
            "ev_high": round(light.ev100 + max(up, 0) + READING_BAND_EV, 2),
            "cct_k": light.cct_k if light.cct_k is not None else round(span.cct_k, -1),
        }
    )
