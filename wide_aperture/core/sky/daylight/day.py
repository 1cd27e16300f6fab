"""The light over a place through hours: EV with its band, colour, and the tracks of Sun, Moon and galactic core."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from wide_aperture.core.craft.figures import figure
from wide_aperture.core.documents.situation import SkyCondition
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.physics.numeric import Floats
from wide_aperture.core.sky import clock
from wide_aperture.core.sky.bodies import track
from wide_aperture.core.sky.daylight.conditions import TABLE, band_ev, colour_k, ev_of_lux, subject_lux
from wide_aperture.core.sky.daylight.facing import facing_ev
from wide_aperture.core.sky.daylight.illuminance import NIGHT_LUX, moon_lux
from wide_aperture.core.sky.frames import Days, observer_of
from wide_aperture.core.sky.moon import moon_looks
from wide_aperture.core.sky.stars import GALACTIC_CENTRE, star_track

MOON_FACING = figure("moon_facing")


@dataclass(frozen=True, slots=True)
class SkyTracks:
    """Altitudes and azimuths in degrees by time."""

    sun_altitude_deg: Floats
    sun_azimuth_deg: Floats
    moon_altitude_deg: Floats
    moon_azimuth_deg: Floats
    moon_fraction: Floats
    core_altitude_deg: Floats
    core_azimuth_deg: Floats

    def at(self, minutes: Floats, wanted: Floats) -> SkyTracks:
        """Between the minutes these tracks were made for, by straight lines; azimuths as they cross north included."""
        columns = [np.interp(wanted, minutes, getattr(self, name)) for name in self.__slots__]
        for k, name in enumerate(self.__slots__):
            if name.endswith("azimuth_deg"):
                columns[k] = np.interp(wanted, minutes, np.unwrap(getattr(self, name), period=360)) % 360
        return SkyTracks(*columns)


def days_of(context: SkyContext, minutes: Floats) -> Days:
    """Julian days of minutes on the clock after local midnight, any shape."""
    return clock.days_on_clock(context.date, context.zone, minutes)


def tracks(context: SkyContext, minutes: Floats) -> SkyTracks:
    """Sun, Moon and core at these minutes, ascending."""
    at, here = days_of(context, minutes), observer_of(context)
    sun, moon = track("sun", at, here), track("moon", at, here)
    core = star_track(GALACTIC_CENTRE.right_ascension_deg, GALACTIC_CENTRE.declination_deg, at, here)
    fraction = moon_looks(at, here)[0]
    return SkyTracks(sun.altitude_deg, sun.azimuth_deg, moon.altitude_deg, moon.azimuth_deg, fraction, *core)


@dataclass(frozen=True, slots=True)
class DayLight:
    """EV at ISO 100 on a subject with the band it may lie in, and colour, by time."""

    ev100: Floats
    ev_low: Floats
    ev_high: Floats
    cct_k: Floats


def offsets_ev(context: SkyContext, minutes: Floats) -> Floats:
    """What the latest reading before each time lies off the model; 0 before the first."""
    offsets = np.zeros(minutes.shape)
    for reading in sorted(context.readings, key=lambda each: each.at_min):
        model = light_of(tracks(context, np.array([reading.at_min])), reading.condition)
        offsets[minutes >= reading.at_min] = reading.ev100 - float(model.ev100[0])
    return offsets


def light_at(context: SkyContext, minutes: Floats, condition: SkyCondition, side_deg: float | None = None) -> DayLight:
    """The light on a subject at these minutes, readings counted. side_deg: as for light_of()."""
    return light_of(tracks(context, minutes), condition, offsets_ev(context, minutes), side_deg)


def light_of(
    sky: SkyTracks, condition: SkyCondition, offset_ev: Floats | float = 0.0, side_deg: float | None = None
) -> DayLight:
    """The light on a subject under this sky.

    Args: offset_ev: what readings of the day lie off the model; side_deg: where the side that is seen faces, None: no side.
    """
    sun = subject_lux(condition, sky.sun_altitude_deg)
    if side_deg is not None:
        sun = sun * 2 ** (TABLE[condition].leans * facing_ev(sky.sun_altitude_deg, side_deg - sky.sun_azimuth_deg))
    moon = moon_lux(sky.moon_altitude_deg, sky.moon_fraction) * MOON_FACING * _moon_reaches(condition)
    total = sun + moon + NIGHT_LUX
    ev = ev_of_lux(total) + offset_ev
    half = band_ev(condition, sky.sun_altitude_deg)
    return DayLight(ev, ev - half, ev + half, colour_k(condition, sky.sun_altitude_deg, moon / total))


def _moon_reaches(condition: SkyCondition) -> float:
    return {"overcast": 0.2, "fog": 0.1, "open_shade": 0.1, "under_trees": 0.1, "window_side": 0.05}.get(condition, 1.0)
