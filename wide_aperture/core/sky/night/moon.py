"""Photographing the Moon: when and where it rises, its size in the frame, exposure, drift, stacks, and dusk to match."""

from __future__ import annotations

import datetime as dt
import math

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.craft.figures import figure
from wide_aperture.core.document import Document, Finite, Iso, Seconds
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.preferences import MoonFocus
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.physics.motion import RADIANS_PER_ARCSEC
from wide_aperture.core.physics.numeric import Floats
from wide_aperture.core.physics.quantities import step_value, time_for
from wide_aperture.core.sky import moon_rate, night_events
from wide_aperture.core.sky.bodies import track
from wide_aperture.core.sky.daylight.conditions import ev_of_lux, subject_lux
from wide_aperture.core.sky.daylight.day import SkyTracks, days_of, tracks
from wide_aperture.core.sky.daylight.illuminance import MOON_UP_DEG, disc_ev
from wide_aperture.core.sky.frames import observer_of
from wide_aperture.core.sky.moon import moon_looks

FOCUS_FIRST: dict[MoonFocus, str] = {
    "single": "One point on the limb, where an edge on black is easiest to see; focus once, then leave it.",
    "continuous": "A small area on the limb, held while the framing moves; look at a frame enlarged now and then.",
    "by_hand": "By hand: enlarge the limb, not the middle, turn through it and back, and let the air settle between looks.",
}
FOCUS_THEN = (
    "Check again every quarter of an hour: the tube cools and the focus moves.",
    "Align the burst on the disc, keep the sharpest third, stack, then sharpen.",
)
STACK_SHARE = figure("stack_share")
BALANCED_EV = figure("balanced_ev")
DUSK_DEG = (figure("dusk_band_deg", "from"), figure("dusk_band_deg", "to"))
FULL_FROM = figure("full_moon_from")


class MoonEvent(Document):
    """Rising or setting over the horizon. azimuth_deg: over which bearing."""

    at_min: Finite
    azimuth_deg: Finite


class MoonPlan(Document):
    """The Moon at one moment through one lens."""

    altitude_deg: Finite
    azimuth_deg: Finite
    illuminated_fraction: Finite
    angular_diameter_deg: Finite
    rise: MoonEvent | None
    set: MoonEvent | None
    disc_px: Finite
    disc_share: Finite
    arcsec_px: Finite
    ev100: Finite
    exposure_s: Seconds
    aperture: Finite
    iso: Iso
    drift_px: Finite
    limit_drift_s: Seconds
    limit_hand_s: Seconds
    leaves_after_s: Finite
    burst_s: Finite
    burst_drift_px: Finite
    stack_keeps: int
    crop_px: int
    focus: tuple[str, ...]
    sentence: str


def moon_plan(
    body: Body, focal_mm: float, f_number: float, *, context: SkyContext, at_min: float, hand_limit_s: float, drift_px: float,
    burst_frames: int = 200, frames_per_s: float = 10, haze: float = 0.0, iso: float | None = None, focus: MoonFocus = "single",
) -> MoonPlan:  # fmt: skip
    """Return everything about the Moon at a moment of the shoot's day, through a lens.

    Args: hand_limit_s, drift_px: the planner's own limits of the hand and of drift for this kit.
    """
    moment = context.moment(at_min)
    days = days_of(context, np.array([at_min]))
    way = track("moon", days, observer_of(context))
    lit, diameter = (float(v[0]) for v in moon_looks(days, observer_of(context)))
    altitude, azimuth = float(way.altitude_deg[0]), float(way.azimuth_deg[0])
    rate = moon_rate(moment, context.latitude_deg, context.longitude_deg)[0]
    arcsec_px = body.pixel_pitch_um / 1000 / focal_mm / RADIANS_PER_ARCSEC
    disc_px = diameter * 3600 / arcsec_px
    ev = disc_ev(lit, altitude, haze)
    chosen_iso = iso if iso is not None else body.base_iso
    seconds = step_value("shutter", float(time_for(ev, f_number, chosen_iso)), 0)
    limit = drift_px * arcsec_px / rate
    burst = burst_frames / frames_per_s
    moved = rate * burst / arcsec_px
    side = disc_px * 1.15 + moved
    rise, setting = _around(context, at_min, is_up=altitude > MOON_UP_DEG)
    return MoonPlan(
        altitude_deg=altitude,
        azimuth_deg=azimuth,
        illuminated_fraction=lit,
        angular_diameter_deg=diameter,
        rise=rise,
        set=setting,
        disc_px=disc_px,
        disc_share=disc_px / body.height_px,
        arcsec_px=arcsec_px,
        ev100=ev,
        exposure_s=min(seconds, 3600),
        aperture=f_number,
        iso=chosen_iso,
        drift_px=drift_px,
        limit_drift_s=min(limit, 3600),
        limit_hand_s=step_value("shutter", hand_limit_s, 0),
        leaves_after_s=(body.width_px + disc_px) / 2 * arcsec_px / rate,
        burst_s=burst,
        burst_drift_px=moved,
        stack_keeps=max(int(burst_frames * STACK_SHARE), 1),
        crop_px=math.ceil(min(side, body.height_px)),
        focus=(FOCUS_FIRST[focus], *FOCUS_THEN),
        sentence=_sentence(altitude, lit, seconds, limit, disc_px / body.height_px),
    )


def _sentence(altitude: float, lit: float, seconds: float, limit: float, share: float) -> str:
    if altitude < -0.5:
        return "The Moon is below the horizon at this time."
    said = (
        f"The disc fills {100 * share:.0f} % of the frame's height, {100 * lit:.0f} % lit, at {altitude:.0f} degrees."
    )
    if seconds > limit:
        return f"{said} {wording.seconds(seconds)} is longer than its drift allows ({wording.seconds(limit)}): raise the ISO or open up."
    return f"{said} {wording.seconds(seconds)} freezes its drift with room to spare."


def _around(context: SkyContext, at_min: float, *, is_up: bool) -> tuple[MoonEvent | None, MoonEvent | None]:
    """(rise, set) on either side of a moment: while the Moon is up its rise before and its set after it; else its set
    before and its rise after it."""
    date = context.date + dt.timedelta(days=math.floor(at_min / 1440 - 0.5))
    nights = [
        night_events(date + dt.timedelta(days=k), context.latitude_deg, context.longitude_deg) for k in (-1, 0, 1)
    ]
    rises = sorted(context.minutes_of(night.moonrise) for night in nights if night.moonrise is not None)
    sets = sorted(context.minutes_of(night.moonset) for night in nights if night.moonset is not None)
    before, after = (rises, sets) if is_up else (sets, rises)
    first = next((m for m in reversed(before) if m <= at_min), None)
    then = next((m for m in after if m >= at_min), None)
    rise, setting = (first, then) if is_up else (then, first)
    return _event(context, rise), _event(context, setting)


def _event(context: SkyContext, minutes: float | None) -> MoonEvent | None:
    if minutes is None:
        return None
    sky = tracks(context, np.array([minutes]))
    return MoonEvent(at_min=minutes, azimuth_deg=float(sky.moon_azimuth_deg[0]))


class BalancedRise(Document):
    """An evening (or morning) when Moon and dusk land fit one frame."""

    date: dt.date
    at_min: Finite
    moon_altitude_deg: Finite
    azimuth_deg: Finite
    sun_altitude_deg: Finite
    illuminated_fraction: Finite
    moon_ev: Finite
    land_ev: Finite
    sentence: str


def balanced_rises(
    context: SkyContext, *, days: int = 62, bearing_deg: float | None = None, within_deg: float = 20.0, horizon_deg: float = 1.0, limit: int = 12
) -> tuple[BalancedRise, ...]:  # fmt: skip
    """Return the moments, best first, when a nearly full Moon stands low over dusk or dawn land of like brightness.

    Args: bearing_deg: only near this bearing; horizon_deg: how high the land itself stands there.
    """
    found = []
    minutes = np.arange(12 * 60, 36 * 60, 2.0)
    halves = (minutes < 24 * 60, minutes >= 24 * 60)  # the evening, and the morning after
    for k in range(days):
        night = context.model_copy(update={"date": context.date + dt.timedelta(days=k)})
        if not _may_be_full(night):
            continue
        sky = tracks(night, minutes)
        dusk = (sky.sun_altitude_deg > DUSK_DEG[0]) & (sky.sun_altitude_deg < DUSK_DEG[1])
        low = (sky.moon_altitude_deg > horizon_deg) & (sky.moon_altitude_deg < horizon_deg + 8)
        off = np.abs((sky.moon_azimuth_deg - (bearing_deg or 0) + 180) % 360 - 180)
        near = off <= within_deg if bearing_deg is not None else np.ones(minutes.shape, bool)
        for half in halves:
            holds = half & dusk & low & near & (sky.moon_fraction >= FULL_FROM)
            if holds.any():
                found.append(_best_of(night, sky, np.flatnonzero(holds), minutes))
    return tuple(sorted(found, key=lambda rise: abs(rise.moon_ev - rise.land_ev))[:limit])


def _may_be_full(night: SkyContext) -> bool:
    """Whether some hour of the night may hold a nearly full Moon; it grows by less than a tenth from noon to noon."""
    days = days_of(night, np.array([24 * 60.0]))
    return float(moon_looks(days, observer_of(night))[0][0]) >= FULL_FROM - 0.1


def _best_of(night: SkyContext, sky: SkyTracks, at: NDArray[np.intp], minutes: Floats) -> BalancedRise:
    """Of some moments of a night the one at which Moon and land are most alike."""
    moon_ev = np.array(
        [disc_ev(float(f), float(h)) for f, h in zip(sky.moon_fraction[at], sky.moon_altitude_deg[at], strict=True)]
    )
    land_ev = ev_of_lux(subject_lux("open_shade", sky.sun_altitude_deg[at]))
    best = int(np.argmin(np.abs(moon_ev - land_ev)))
    return _balanced(night, sky, int(at[best]), float(minutes[at[best]]), float(moon_ev[best]), float(land_ev[best]))


def _balanced(
    night: SkyContext, sky: SkyTracks, at: int, minute: float, moon_ev: float, land_ev: float
) -> BalancedRise:
    def value(name: str) -> float:
        column: Floats = getattr(sky, name)
        return float(column[at])

    apart = moon_ev - land_ev
    fits = (
        "one frame holds both"
        if abs(apart) <= BALANCED_EV
        else f"{wording.stops_word(apart)} apart: bracket, or expose for the Moon and lift"
    )
    return BalancedRise(
        date=night.date,
        at_min=minute,
        moon_altitude_deg=value("moon_altitude_deg"),
        azimuth_deg=value("moon_azimuth_deg"),
        sun_altitude_deg=value("sun_altitude_deg"),
        illuminated_fraction=value("moon_fraction"),
        moon_ev=moon_ev,
        land_ev=land_ev,
        sentence=f"Moon {wording.ev(moon_ev)}, land {wording.ev(land_ev)}: {fits}.",
    )
