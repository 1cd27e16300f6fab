"""Sun, Moon and stars over a place: where they stand, when they rise, how the Moon looks and moves.

Times are aware datetimes, angles degrees, longitudes east. Positions agree with tests/core/reference within its tolerances.
"""

from wide_aperture.core.sky.events import NightEvents, night_events
from wide_aperture.core.sky.moon import MoonPhase, moon_phase, moon_rate
from wide_aperture.core.sky.positions import SkyPlace, moon_position, star_position, sun_position
from wide_aperture.core.sky.stars import GALACTIC_CENTRE, Star, find_star, stars

__all__ = [
    "GALACTIC_CENTRE",
    "MoonPhase",
    "NightEvents",
    "SkyPlace",
    "Star",
    "find_star",
    "moon_phase",
    "moon_position",
    "moon_rate",
    "night_events",
    "star_position",
    "stars",
    "sun_position",
]
